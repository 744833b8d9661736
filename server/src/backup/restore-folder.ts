import { existsSync, mkdirSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { lockFolder } from '../database/folder-lock.ts';
import { FolderNotEmptyError } from '../errors/coded-errors.ts';
import { BenchFile } from '../journal/bench-file.ts';
import { Journal } from '../journal/journal.ts';
import { PictureStore } from '../pictures/picture-store.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { readBackup } from './read-backup.ts';

/** What came out of a backup. */
export interface Restored {
  readonly specimens: number;
  readonly pictures: number;
}

/**
 * Builds a data folder from a backup; the database follows at the first start.
 *
 * @throws FolderNotEmptyError where there is a shelf already: nothing is ever overwritten
 */
export async function restoreFolder(from: string, folder: string): Promise<Restored> {
  if (existsSync(folder) && readdirSync(folder).length > 0) throw new FolderNotEmptyError(folder);
  mkdirSync(folder, { recursive: true });
  const lock = await lockFolder(folder);
  try {
    const [journal, bench] = [new Journal(folder), new BenchFile(folder)];
    journal.make();
    const pictures = new PicturesService(new PictureStore(join(folder, 'pictures')));
    const restored = { specimens: 0, pictures: 0 };
    await readBackup(from, async (part) => {
      if (part.part === 'bench') await bench.keep(async () => part.bench);
      else if (part.part === 'picture') {
        await pictures.keepAs(part.hash, part.bytes);
        restored.pictures += 1;
      } else {
        const lines = part.tape.entries.map((entry, index) => ({ seq: index + 1, entry }));
        await journal.keep(part.tape.specimen, lines.length, lines, async () => []);
        restored.specimens += 1;
      }
    });
    return restored;
  } finally {
    await lock.release();
  }
}
