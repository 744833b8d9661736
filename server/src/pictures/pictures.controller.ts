import { Controller, Get, Param, ParseEnumPipe, Post, Query, Res, StreamableFile, UploadedFile, UseInterceptors } from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { PictureNotFoundError, PictureRefusedError } from '../errors/coded-errors.ts';
import { HASH } from './picture-store.ts';
import { type KeptPicture, PicturesService } from './pictures.service.ts';

const LARGEST_PICTURE_BYTES = 25 * 1024 * 1024;

enum Size {
  whole = 'whole',
  thumbnail = 'thumbnail',
}

@ApiTags('pictures')
@Controller('api/pictures')
export class PicturesController {
  constructor(private readonly pictures: PicturesService) {}

  /** Keeps a picture without what a camera writes beside it, and answers what a tape entry says of it. */
  @Post()
  @ApiConsumes('multipart/form-data')
  @ApiBody({ schema: { type: 'object', properties: { file: { type: 'string', format: 'binary' } } } })
  @UseInterceptors(FileInterceptor('file', { limits: { fileSize: LARGEST_PICTURE_BYTES, files: 1 } }))
  keep(@UploadedFile() file: Express.Multer.File | undefined): Promise<KeptPicture> {
    if (!file || file.size === 0) throw new PictureRefusedError('No picture came with the request.');
    return this.pictures.keep(file.buffer);
  }

  @Get(':hash')
  async read(
    @Param('hash') hash: string,
    @Query('size', new ParseEnumPipe(Size, { optional: true })) size: Size | undefined,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    if (!HASH.test(hash)) throw new PictureNotFoundError(hash);
    const { stream, mediaType } = await this.pictures.read(hash, size ?? Size.whole);
    // Its name is its content, so it never changes.
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    response.setHeader('Content-Security-Policy', "default-src 'none'");
    return new StreamableFile(stream, { type: mediaType });
  }
}
