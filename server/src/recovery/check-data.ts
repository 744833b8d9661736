import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { entrySchema, replay } from '@mindful-probe/core';
import { lockFolder } from '../database/folder-lock.ts';
import { openEmbedded } from '../database/open-database.ts';
import { FolderInUseError, FolderUnusableError } from '../errors/coded-errors.ts';
import { BenchFile } from '../journal/bench-file.ts';
import { Journal } from '../journal/journal.ts';
import { PictureStore } from '../pictures/picture-store.ts';
import { differingTapes } from './bring-up-to-date.ts';

/** What was looked at, and what is wrong with it, in words. */
export interface Checked {
  readonly specimens: number;
  readonly entries: number;
  readonly pictures: number;
  readonly problems: readonly string[];
  /** Why the database was not looked at; undefined where it was. */
  readonly databaseLeftOut?: string;
}

/** Looks through a data folder and changes nothing: every line of every tape, every picture that a tape names, the database beside them. */
export async function checkData(folder: string): Promise<Checked> {
  if (!existsSync(folder)) throw new FolderUnusableError(folder, new Error('it is not there'));
  const journal = new Journal(folder);
  const store = new PictureStore(join(folder, 'pictures'));
  const problems: string[] = [];
  const ids = await journal.specimenIds();
  const wanted = new Set<string>();
  let entries = 0;
  for (const id of ids) {
    const lines = await journal.linesOf(id);
    const tape = lines.flatMap((line, index) => {
      const parsed = entrySchema.safeParse(jsonOf(line));
      if (!parsed.success) problems.push(`Line ${index + 1} of ${journal.pathOf(id)} is no entry.`);
      return parsed.success ? [parsed.data] : [];
    });
    entries += tape.length;
    for (const { entry } of replay(tape).pictures) wanted.add(entry.hash);
  }
  for (const hash of wanted) if (!(await store.has(hash))) problems.push(`The picture ${hash} is named by a tape and is not there.`);
  await new BenchFile(folder).read().catch(() => problems.push('bench.json cannot be read.'));
  const databaseLeftOut = await checkDatabase(folder, journal, problems);
  return {
    specimens: ids.length,
    entries,
    pictures: (await store.hashes()).length,
    problems,
    ...(databaseLeftOut !== undefined && { databaseLeftOut }),
  };
}

/** @returns why it was not looked at */
async function checkDatabase(folder: string, journal: Journal, problems: string[]): Promise<string | undefined> {
  const path = join(folder, 'database');
  if (!existsSync(path)) return 'there is none yet: the next start builds it from the tapes';
  const lock = await lockFolder(folder).catch((error: Error) => {
    if (error instanceof FolderInUseError) return undefined;
    throw error;
  });
  if (!lock) return 'a running server writes to it';
  // Opening brings tables up to date and writes its log, so it is a copy that is opened.
  const copy = mkdtempSync(join(tmpdir(), 'probe-check-'));
  try {
    cpSync(path, join(copy, 'database'), { recursive: true });
    const opened = await openEmbedded(join(copy, 'database'));
    try {
      for (const id of await differingTapes(opened.db, journal))
        problems.push(`The database has another tape of “${id}” than its file: the next start brings it to what the file says.`);
    } finally {
      await opened.close();
    }
  } catch (error) {
    problems.push(
      `The database cannot be read (${error instanceof Error ? error.message.split('\n')[0] : String(error)}): the next start builds it from the tapes.`,
    );
  } finally {
    rmSync(copy, { recursive: true, force: true });
    await lock.release();
  }
  return undefined;
}

function jsonOf(line: string): unknown {
  try {
    return JSON.parse(line);
  } catch {
    return undefined;
  }
}
