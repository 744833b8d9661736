import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { type Entry, entrySchema } from '@mindful-probe/core';
import type { BenchDocument } from '../journal/bench-file.ts';
import { BenchFile } from '../journal/bench-file.ts';
import { Journal } from '../journal/journal.ts';
import { PictureStore, type Pictures } from '../pictures/picture-store.ts';
import { type PictureType, pictureTypeOf } from '../pictures/picture-type.ts';

/** Everything that a backup holds, one thing after the other. */
export interface BackupSource {
  specimenIds(): Promise<readonly string[]>;
  tape(specimenId: string): Promise<readonly Entry[]>;
  bench(): Promise<BenchDocument | undefined>;
  pictures(): Promise<readonly string[]>;
  picture(hash: string): Promise<{ readonly type: PictureType; readonly stream: () => Promise<Readable> } | undefined>;
}

/** A data folder by its files, which may be read while a server writes to it: they only grow, or are replaced whole. */
export function folderSource(folder: string): BackupSource {
  const journal = new Journal(folder);
  const bench = new BenchFile(folder);
  const store = new PictureStore(join(folder, 'pictures'));
  return {
    specimenIds: () => journal.specimenIds(),
    tape: async (specimenId) => (await journal.linesOf(specimenId)).flatMap(entryIn),
    bench: () => bench.read(),
    ...storeSource(store),
  };
}

/** The pictures of a store, as a backup wants them. */
export function storeSource(store: Pictures): Pick<BackupSource, 'pictures' | 'picture'> {
  return {
    pictures: () => store.hashes(),
    picture: async (hash) => ({ type: pictureTypeOf(await store.head(hash)), stream: () => store.read(hash, 'whole') }),
  };
}

/** A damaged line is left out; the check and the next start say so. */
function entryIn(line: string): readonly Entry[] {
  try {
    const json: unknown = JSON.parse(line);
    return entrySchema.safeParse(json).success ? [json as Entry] : [];
  } catch {
    return [];
  }
}
