import { Readable } from 'node:stream';
import { asc, eq } from 'drizzle-orm';
import type { Database } from '../database/open-database.ts';
import { pictures } from '../database/schema.ts';
import type { PictureSize, Pictures } from './picture-store.ts';

/** Pictures in the database that several servers share. */
export class DatabasePictures implements Pictures {
  constructor(private readonly db: Database) {}

  async has(hash: string): Promise<boolean> {
    return (await this.db.select({ hash: pictures.hash }).from(pictures).where(eq(pictures.hash, hash))).length > 0;
  }

  async keep(hash: string, bytes: Uint8Array, thumbnail: Uint8Array): Promise<void> {
    await this.db
      .insert(pictures)
      .values({ hash, bytes: Buffer.from(bytes), thumbnail: Buffer.from(thumbnail) })
      .onConflictDoNothing();
  }

  async read(hash: string, size: PictureSize): Promise<Readable> {
    const bytes = await this.bytesOf(hash, size);
    return Readable.from(bytes ? [bytes] : []);
  }

  async head(hash: string): Promise<Uint8Array> {
    return (await this.bytesOf(hash, 'whole'))?.subarray(0, 12) ?? new Uint8Array();
  }

  bytes(hash: string): Promise<Uint8Array | undefined> {
    return this.bytesOf(hash, 'whole');
  }

  async hashes(): Promise<string[]> {
    const rows = await this.db.select({ hash: pictures.hash }).from(pictures).orderBy(asc(pictures.hash));
    return rows.map(({ hash }) => hash);
  }

  private async bytesOf(hash: string, size: PictureSize): Promise<Buffer | undefined> {
    const column = size === 'whole' ? pictures.bytes : pictures.thumbnail;
    const [row] = await this.db.select({ bytes: column }).from(pictures).where(eq(pictures.hash, hash));
    return row?.bytes;
  }
}
