import { createWriteStream } from 'node:fs';
import { access, mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { tapeText } from '@mindful-probe/core';
import { pictureFile } from '../pictures/picture-type.ts';
import type { BackupSource } from './backup-source.ts';
import { BENCH_FILE, HEAD_FILE, jsonText, tapeFileOf } from './write-backup.ts';

/** What was written, and how many files had changed. */
export interface OpenFilesWritten {
  readonly specimens: number;
  readonly pictures: number;
  readonly changed: number;
}

/**
 * The shelf as a folder of open files, for version control: one tape a file, one entry a line, in the order of arrival, and
 * nothing in it that changes by itself. What is the same already is left alone, and nothing is deleted.
 *
 * @param folder is made where it is not there
 */
export async function writeOpenFiles(source: BackupSource, folder: string): Promise<OpenFilesWritten> {
  const [ids, pictures] = await Promise.all([source.specimenIds(), source.pictures()]);
  let changed = 0;
  const put = async (name: string, text: string) => {
    if (await writeIfOther(join(folder, name), text)) changed += 1;
  };
  await put(HEAD_FILE, jsonText({ format: 'mindful-probe.backup', version: 1 }));
  const bench = await source.bench();
  if (bench) await put(BENCH_FILE, jsonText(bench));
  let specimens = 0;
  for (const id of ids) {
    const tape = await source.tape(id);
    if (tape.length === 0) continue;
    await put(tapeFileOf(id), tapeText(id, tape));
    specimens += 1;
  }
  for (const hash of pictures) {
    const picture = await source.picture(hash);
    const path = picture && join(folder, pictureFile(hash, picture.type));
    // A picture's name is its content.
    if (!picture || !path || (await isThere(path))) continue;
    await mkdir(dirname(path), { recursive: true });
    await pipeline(await picture.stream(), createWriteStream(`${path}.part`));
    await rename(`${path}.part`, path);
    changed += 1;
  }
  return { specimens, pictures: pictures.length, changed };
}

async function writeIfOther(path: string, text: string): Promise<boolean> {
  if ((await readFile(path, 'utf8').catch(() => undefined)) === text) return false;
  await mkdir(dirname(path), { recursive: true });
  await writeFile(`${path}.part`, text);
  await rename(`${path}.part`, path);
  return true;
}

async function isThere(path: string): Promise<boolean> {
  return access(path).then(
    () => true,
    () => false,
  );
}
