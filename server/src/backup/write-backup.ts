import { createWriteStream } from 'node:fs';
import { open, rename, rm } from 'node:fs/promises';
import { dirname } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { TAPE_FILE, tapeText } from '@mindful-probe/core';
import yazl from 'yazl';
import { syncFolder } from '../journal/durable-file.ts';
import { pictureFile } from '../pictures/picture-type.ts';
import type { BackupSource } from './backup-source.ts';

/** What a backup says of itself, first in it. */
export interface BackupHead {
  readonly format: 'mindful-probe.backup';
  readonly version: 1;
  /** ISO 8601. */
  readonly at: string;
  readonly specimens: number;
  readonly pictures: number;
}

export const HEAD_FILE = 'backup.json';
export const BENCH_FILE = 'bench.json';

/** Where a specimen's tape lies in a backup. */
export function tapeFileOf(specimenId: string): string {
  return `specimens/${specimenId}/${TAPE_FILE}`;
}

/**
 * A backup as a ZIP of open formats, read one thing after the other: each specimen's tape, the bench's lists, every
 * picture once. What follows from a tape (circuit, readings, write-up) is left out.
 */
export async function packBackup(source: BackupSource): Promise<{ readonly head: BackupHead; readonly stream: Readable }> {
  const [ids, pictures] = await Promise.all([source.specimenIds(), source.pictures()]);
  const head: BackupHead = {
    format: 'mindful-probe.backup',
    version: 1,
    at: new Date().toISOString(),
    specimens: ids.length,
    pictures: pictures.length,
  };
  const zip = new yazl.ZipFile();
  // Filled while it is read, so that it never stands in memory whole.
  const stream = zip.outputStream as Readable;
  void fill(zip, head, source, ids, pictures).catch((error: Error) => stream.destroy(error));
  return { head, stream };
}

/** JSON as people and version control read it. */
export function jsonText(value: unknown): string {
  return `${JSON.stringify(value, null, 2)}\n`;
}

async function fill(
  zip: yazl.ZipFile,
  head: BackupHead,
  source: BackupSource,
  ids: readonly string[],
  pictures: readonly string[],
): Promise<void> {
  const addText = (text: string, name: string) => zip.addBuffer(Buffer.from(text), name);
  addText(jsonText(head), HEAD_FILE);
  const bench = await source.bench();
  if (bench) addText(jsonText(bench), BENCH_FILE);
  for (const id of ids) {
    const tape = await source.tape(id);
    if (tape.length > 0) addText(tapeText(id, tape), tapeFileOf(id));
  }
  for (const hash of pictures) {
    const picture = await source.picture(hash);
    // Opened when its turn comes: a shelf of pictures has more of them than a process may have files open.
    if (picture)
      zip.addReadStreamLazy(pictureFile(hash, picture.type), { compress: false }, (take) => {
        picture.stream().then(
          (stream) => take(null, stream),
          (error: Error) => take(error, undefined as never),
        );
      });
  }
  zip.end();
}

/** Writes a backup to a file, which is there whole or not at all. */
export async function writeBackup(source: BackupSource, to: string): Promise<BackupHead> {
  const unfinished = `${to}.part`;
  const { head, stream } = await packBackup(source);
  try {
    await pipeline(stream, createWriteStream(unfinished));
    const file = await open(unfinished, 'r+');
    await file.sync().finally(() => file.close());
    await rename(unfinished, to);
    await syncFolder(dirname(to));
    return head;
  } catch (error) {
    await rm(unfinished, { force: true });
    throw error;
  }
}
