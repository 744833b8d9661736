import { WAY_TYPES } from '@mindful-probe/print';
import { Controller, Get, Param, Post, Query, StreamableFile, UploadedFile, UseInterceptors } from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import { ImportRefusedError } from '../errors/coded-errors.ts';
import { COMPARE_WAY_OF, ComparePathDto, CompareQueryDto, columnsOf, WAY_OF, WriteUpPathDto, WriteUpQueryDto } from './exchange.dto.ts';
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

  /** The write-up as one file: md, html, txt or pdf. */
  @Get('specimens/:id/write-up.:extension')
  async writeUp(@Param() { id, extension }: WriteUpPathDto, @Query() { length, paper }: WriteUpQueryDto): Promise<StreamableFile> {
    const way = WAY_OF[extension];
    return asDownload(await this.exchange.writeUp(id, way, { length, paper }), WAY_TYPES[way].type);
  }

  /** A comparison of specimens, or of states of one: csv, md, html or json. */
  @Get('compare.:extension')
  async compare(@Param() { extension }: ComparePathDto, @Query() { of }: CompareQueryDto): Promise<StreamableFile> {
    const { way, type } = COMPARE_WAY_OF[extension];
    const { fileName, bytes } = await this.exchange.compare(columnsOf(of), way);
    return asDownload({ fileName: `${fileName}.${extension}`, bytes }, type);
  }

  /** A label to stick on the thing. */
  @Get('specimens/:id/label.svg')
  async label(@Param('id') id: string): Promise<StreamableFile> {
    return asDownload(await this.exchange.writeUp(id, 'label'), WAY_TYPES.label.type);
  }
}

function asDownload({ fileName, bytes }: Exported, type: string): StreamableFile {
  return new StreamableFile(bytes, { type, disposition: `attachment; filename="${fileName}"` });
}
