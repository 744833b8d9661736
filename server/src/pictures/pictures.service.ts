import { createHash } from 'node:crypto';
import type { Readable } from 'node:stream';
import { Inject, Injectable } from '@nestjs/common';
import { PictureNotFoundError } from '../errors/coded-errors.ts';
import type { PictureSize, Pictures } from './picture-store.ts';
import { type PictureType, pictureTypeOf } from './picture-type.ts';
import { carriesMoreThanPixels, processPicture } from './process-picture.ts';

export const PICTURE_STORE = 'PICTURE_STORE';

/** What the tape keeps of a picture. */
export interface KeptPicture {
  readonly hash: string;
  readonly mediaType: PictureType;
  readonly width: number;
  readonly height: number;
}

@Injectable()
export class PicturesService {
  constructor(@Inject(PICTURE_STORE) private readonly store: Pictures) {}

  async keep(upload: Uint8Array): Promise<KeptPicture> {
    const { bytes, thumbnail, ...kept } = await processPicture(upload);
    await this.store.keep(kept.hash, bytes, thumbnail);
    return kept;
  }

  /**
   * Keeps a picture of an import under the hash that its tape names. One that is ours comes back to the byte; what a
   * camera or an editor wrote beside the pixels is taken out all the same, also where the hash is that of the whole.
   */
  async keepAs(hash: string, bytes: Uint8Array): Promise<void> {
    if (await this.store.has(hash)) return;
    const isOurs = createHash('sha256').update(bytes).digest('hex') === hash && !(await carriesMoreThanPixels(bytes));
    const kept = await processPicture(bytes);
    await this.store.keep(hash, isOurs ? bytes : kept.bytes, kept.thumbnail);
  }

  async read(hash: string, size: PictureSize): Promise<{ stream: Readable; mediaType: PictureType }> {
    if (!(await this.store.has(hash))) throw new PictureNotFoundError(hash);
    const mediaType = size === 'thumbnail' ? 'image/webp' : pictureTypeOf(await this.store.head(hash));
    return { stream: await this.store.read(hash, size), mediaType };
  }

  bytes(hash: string): Promise<Uint8Array | undefined> {
    return this.store.bytes(hash);
  }
}
