import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { Controller, Get, HttpCode, Post, StreamableFile, UploadedFile, UseInterceptors } from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import { ImportRefusedError } from '../errors/coded-errors.ts';
import { BackupsService, type BroughtBack } from './backups.service.ts';

/** A shelf of pictures is large, and goes to a file as it comes. */
const LARGEST_BACKUP_BYTES = 50 * 1024 * 1024 * 1024;

@ApiTags('backup')
@Controller('api')
export class BackupsController {
  constructor(private readonly backups: BackupsService) {}

  /** Everything: each tape, each picture, the lists of the bench. */
  @Get('backup.zip')
  async export(): Promise<StreamableFile> {
    const name = `mindful-probe-${new Date().toISOString().slice(0, 10)}.zip`;
    return new StreamableFile(await this.backups.pack(), { type: 'application/zip', disposition: `attachment; filename="${name}"` });
  }

  /** Brings in what a backup has and the shelf has not; nothing that is there is changed. */
  @Post('restore')
  @HttpCode(200)
  @ApiConsumes('multipart/form-data')
  @ApiBody({ schema: { type: 'object', properties: { file: { type: 'string', format: 'binary' } } } })
  @UseInterceptors(FileInterceptor('file', { dest: tmpdir(), limits: { fileSize: LARGEST_BACKUP_BYTES, files: 1 } }))
  async restore(@UploadedFile() file: Express.Multer.File | undefined): Promise<BroughtBack> {
    if (!file) throw new ImportRefusedError('no-file', 'No file came with the request: choose a backup of a shelf.');
    try {
      return await this.backups.bringBack(file.path);
    } finally {
      await rm(file.path, { force: true });
    }
  }
}
