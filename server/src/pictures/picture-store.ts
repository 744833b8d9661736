import { createReadStream } from 'node:fs';
import { mkdir, open, readdir, readFile, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Readable } from 'node:stream';
import { syncFolder, writeDurably } from '../journal/durable-file.ts';

export const HASH = /^[0-9a-f]{64}$/;

/** A kept picture by its hash; `thumbnail` is a small WebP. */
export type PictureSize = 'whole' | 'thumbnail';

/** Where pictures are kept, by content. */
export interface Pictures {
  has(hash: string): Promise<boolean>;
  keep(hash: string, bytes: Uint8Array, thumbnail: Uint8Array): Promise<void>;
  read(hash: string, size: PictureSize): Promise<Readable>;
  /** The first bytes, which tell the kind. */
  head(hash: string): Promise<Uint8Array>;
  bytes(hash: string): Promise<Uint8Array | undefined>;
  /** Every picture that is kept. */
  hashes(): Promise<string[]>;
}

/** Pictures on disk by content: the same picture is kept once, and a name tells whether it is whole. */
export class PictureStore implements Pictures {
  constructor(private readonly folder: string) {}

  async has(hash: string): Promise<boolean> {
    return stat(this.pathOf(hash, 'whole')).then(
      () => true,
      () => false,
    );
  }

  async keep(hash: string, bytes: Uint8Array, thumbnail: Uint8Array): Promise<void> {
    await this.write(this.pathOf(hash, 'thumbnail'), thumbnail);
    await this.write(this.pathOf(hash, 'whole'), bytes);
  }

  async hashes(): Promise<string[]> {
    const folders = await readdir(this.folder).catch(() => []);
    const names = await Promise.all(folders.map((name) => readdir(join(this.folder, name)).catch(() => [])));
    return names
      .flat()
      .filter((name) => HASH.test(name))
      .sort();
  }

  async read(hash: string, size: PictureSize): Promise<Readable> {
    return createReadStream(this.pathOf(hash, size));
  }

  async head(hash: string): Promise<Uint8Array> {
    const file = await open(this.pathOf(hash, 'whole'));
    try {
      const { buffer, bytesRead } = await file.read(new Uint8Array(12), 0, 12, 0);
      return buffer.subarray(0, bytesRead);
    } finally {
      await file.close();
    }
  }

  async bytes(hash: string): Promise<Uint8Array | undefined> {
    return readFile(this.pathOf(hash, 'whole')).catch(() => undefined);
  }

  private async write(path: string, bytes: Uint8Array): Promise<void> {
    await mkdir(dirname(path), { recursive: true });
    await writeDurably(path, bytes);
    // The folder of its own may be new as well.
    await syncFolder(this.folder);
  }

  private pathOf(hash: string, size: PictureSize): string {
    return join(this.folder, hash.slice(0, 2), size === 'whole' ? hash : `${hash}.thumbnail`);
  }
}
