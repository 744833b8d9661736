import { existsSync, mkdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { rename } from 'node:fs/promises';
import { join } from 'node:path';
import { EmbeddedClient } from '../database/embedded/embedded-client.ts';
import { lockFolder } from '../database/folder-lock.ts';
import {
  embeddedDatabase,
  NewerDatabaseError,
  type OpenDatabase,
  type OpenEmbedded,
  openEmbedded,
  openPostgres,
} from '../database/open-database.ts';
import { NO_RELAY, type Relay } from '../database/relay.ts';
import { DatabaseBrokenError, FolderUnusableError } from '../errors/coded-errors.ts';
import { asidePath } from '../journal/aside.ts';
import { BenchFile, type BenchKeeper, NO_BENCH_FILE } from '../journal/bench-file.ts';
import { Journal, NO_JOURNAL, type TapeJournal } from '../journal/journal.ts';
import { bringUpToDate, type KeptFiles, type Recovered } from './bring-up-to-date.ts';

/** Where the data lie: a folder with tapes, pictures and an embedded database, or a PostgreSQL of the group's own. */
export type DataPlace = { readonly folder: string } | { readonly url: string };

/** Data that are open: what answers, and what makes that nothing is lost. */
export interface OpenData extends OpenDatabase {
  readonly journal: TapeJournal;
  readonly bench: BenchKeeper;
  readonly relay: Relay;
}

/** Up to so many bytes of tapes every entry is compared at each start; above, only after a stop that was none. */
const DEEP_BYTES = 32 * 1024 * 1024;

/**
 * Opens the data. In a folder, database and tapes are made to say the same; a database that is broken, or of a later
 * version, is put aside and built anew from the tapes.
 *
 * @param say what it does that takes long, or that somebody should know
 * @throws CodedError in words, where it cannot be opened
 */
export async function openData(place: DataPlace, say: (words: string) => void): Promise<OpenData> {
  if ('url' in place) return { ...(await openPostgres(place.url)), journal: NO_JOURNAL, bench: NO_BENCH_FILE };
  makeFolder(place.folder);
  const lock = await lockFolder(place.folder);
  try {
    const opened = await openFolder(place.folder, say);
    return {
      ...opened,
      close: async () => {
        await opened.close();
        await lock.release();
      },
    };
  } catch (error) {
    await lock.release();
    throw error;
  }
}

function makeFolder(folder: string): void {
  try {
    if (existsSync(folder) && !statSync(folder).isDirectory()) throw new Error('it is a file');
    mkdirSync(folder, { recursive: true });
    const probe = join(folder, '.writable');
    writeFileSync(probe, '');
    rmSync(probe);
  } catch (error) {
    throw new FolderUnusableError(folder, error);
  }
}

async function openFolder(folder: string, say: (words: string) => void): Promise<OpenData> {
  const files: KeptFiles = { journal: new Journal(folder), bench: new BenchFile(folder) };
  files.journal.make();
  const database = join(folder, 'database');
  const openMark = join(folder, 'database.open');
  const wasStopped = !existsSync(openMark);
  const bytes = await bytesOf(files.journal);
  const options = { deep: !wasStopped || bytes <= DEEP_BYTES, say };
  let opened: OpenEmbedded;
  try {
    opened = await openAlike(database, files, options);
  } catch (error) {
    // Without tapes beside it there is nothing that it could be built from.
    if ((await files.journal.specimenIds()).length === 0) throw new DatabaseBrokenError(folder, error);
    const aside = asidePath(database);
    say(
      error instanceof NewerDatabaseError
        ? `The database is of a later version. It is put aside as ${aside}, and a new one is built from the tapes…`
        : `The database cannot be read. It is put aside as ${aside}, and a new one is built from the tapes…`,
    );
    await rename(database, aside);
    opened = await openAlike(database, files, options);
  }
  writeFileSync(openMark, '');
  const client = new EmbeddedClient(opened.thread, async () => (await openAlike(database, files, { deep: true, say })).thread);
  return {
    db: embeddedDatabase(client),
    appendAll: (requests) => client.append(requests),
    ...files,
    relay: NO_RELAY,
    close: async () => {
      await client.close();
      await files.journal.close();
      rmSync(openMark, { force: true });
    },
  };
}

async function openAlike(database: string, files: KeptFiles, options: Parameters<typeof bringUpToDate>[2]): Promise<OpenEmbedded> {
  const opened = await openEmbedded(database);
  try {
    for (const words of sayRecovered(await bringUpToDate(opened.db, files, options))) options.say(words);
    return opened;
  } catch (error) {
    await opened.close().catch(() => undefined);
    throw error;
  }
}

function* sayRecovered({ intoDatabase, damaged }: Recovered): Generator<string> {
  if (intoDatabase.length > 0) yield `Built from their tapes: ${countOf(intoDatabase.length, 'specimen')}.`;
  for (const { specimenId, line, kept } of damaged)
    yield `Line ${line} of the tape of “${specimenId}” is damaged; ${kept ? 'the database had it' : 'it is lost'}. The damaged file is put aside.`;
}

function countOf(count: number, of: string): string {
  return `${count} ${of}${count === 1 ? '' : 's'}`;
}

async function bytesOf(journal: Journal): Promise<number> {
  let bytes = 0;
  for (const id of await journal.specimenIds()) bytes += await journal.sizeOf(id);
  return bytes;
}
