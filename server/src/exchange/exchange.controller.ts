import { Controller, Get, Param, Post, StreamableFile, UploadedFile, UseInterceptors } from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import { ImportRefusedError } from '../errors/coded-errors.ts';
import { ExchangeService, type Exported } from './exchange.service.ts';

const LARGEST_UPLOAD_BYTES = 100 * 1024 * 1024;

@ApiTags('exchange')
@Controller('api')
export class ExchangeController {
  constructor(private readonly exchange: ExchangeService) {}

  @Post('import')
  @ApiConsumes('multipart/form-data')
  @ApiBody({ schema: { type: 'object', properties: { file: { type: 'string', format: 'binary' } } } })
  @UseInterceptors(FileInterceptor('file', { limits: { fileSize: LARGEST_UPLOAD_BYTES, files: 1 } }))
  import(@UploadedFile() file: Express.Multer.File | undefined): Promise<{ id: string; name: string; created: boolean; added: number }> {
    if (!file) throw new ImportRefusedError('no-file', 'No file came with the request: choose a specimen’s ZIP or a tape.');
    return this.exchange.import(file.buffer);
  }

  @Get('specimens/:id/export.zip')
  async zip(@Param('id') id: string): Promise<StreamableFile> {
    return asDownload(await this.exchange.zip(id), 'application/zip');
  }

  @Get('specimens/:id/write-up.md')
  async markdown(@Param('id') id: string): Promise<StreamableFile> {
    return asDownload(await this.exchange.markdown(id), 'text/markdown; charset=utf-8');
  }
}

function asDownload({ fileName, bytes }: Exported, type: string): StreamableFile {
  return new StreamableFile(bytes, { type, disposition: `attachment; filename="${fileName}"` });
}
