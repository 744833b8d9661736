import { readdir, readFile, stat } from 'node:fs/promises';
import { join, relative, sep } from 'node:path';
import type { Readable } from 'node:stream';
import { promisify } from 'node:util';
import { parseJson, parseTape, TAPE_FILE, type TapeDocument } from '@mindful-probe/core';
import yauzl from 'yauzl';
import { ImportRefusedError } from '../errors/coded-errors.ts';
import { type BenchDocument, benchSchema } from '../journal/bench-file.ts';
import { hashInFile } from '../pictures/picture-type.ts';
import { BENCH_FILE, HEAD_FILE } from './write-backup.ts';

/** One thing of a backup. */
export type BackupPart =
  | { readonly part: 'bench'; readonly bench: BenchDocument }
  | { readonly part: 'tape'; readonly tape: TapeDocument }
  | { readonly part: 'picture'; readonly hash: string; readonly bytes: Uint8Array };

const LARGEST_PART_BYTES = 64 * 1024 * 1024;
const TAPE_NAME = new RegExp(`^specimens/[a-z0-9][a-z0-9-]{3,63}/${TAPE_FILE.replaceAll('.', '\\.')}$`);

const openZip = promisify<string, yauzl.Options, yauzl.ZipFile>(yauzl.open);

/** A file of a backup, in a ZIP or in a folder. */
interface BackupFile {
  readonly name: string;
  readonly size: number;
  readonly bytes: () => Promise<Buffer>;
}

/**
 * Reads a backup one part after the other, from a ZIP or from a folder of open files; names that are none of its own are
 * passed over.
 *
 * @throws ImportRefusedError where it is no backup, or a part of it is not what it should be
 */
export async function readBackup(path: string, visit: (part: BackupPart) => Promise<void>): Promise<void> {
  const isFolder = (await stat(path).catch(() => undefined))?.isDirectory() === true;
  let isBackup = false;
  await (isFolder ? eachInFolder : eachInZip)(path, async ({ name, size, bytes }) => {
    const text = async () => (await bytes()).toString('utf8');
    if (name === HEAD_FILE) checkHead(await text());
    isBackup ||= name === HEAD_FILE;
    if (!isBackup) throw new ImportRefusedError('no-backup', `${path} is no backup of a shelf: it does not begin with ${HEAD_FILE}.`);
    if (size > LARGEST_PART_BYTES)
      throw new ImportRefusedError('too-large', `${name} is larger than ${LARGEST_PART_BYTES / 1024 / 1024} MB.`, name);
    const hash = hashInFile(name);
    if (name === BENCH_FILE) await visit({ part: 'bench', bench: benchIn(await text()) });
    else if (TAPE_NAME.test(name)) await visit({ part: 'tape', tape: tapeIn(await text(), name) });
    else if (hash !== undefined) await visit({ part: 'picture', hash, bytes: await bytes() });
  });
  if (!isBackup) throw new ImportRefusedError('no-backup', `${path} is no backup of a shelf: there is no ${HEAD_FILE} in it.`);
}

type EachFile = (path: string, visit: (file: BackupFile) => Promise<void>) => Promise<void>;

/** The head first; links are not followed out of the folder. */
const eachInFolder: EachFile = async (folder, visit) => {
  const found = await readdir(folder, { recursive: true, withFileTypes: true });
  const names = found
    .filter((one) => one.isFile())
    .map((one) => relative(folder, join(one.parentPath, one.name)).split(sep).join('/'))
    .sort((a, b) => Number(b === HEAD_FILE) - Number(a === HEAD_FILE) || a.localeCompare(b));
  for (const name of names) {
    const path = join(folder, name);
    await visit({ name, size: (await stat(path)).size, bytes: () => readFile(path) });
  }
};

const eachInZip: EachFile = async (path, visit) => {
  const zip = await openZip(path, { lazyEntries: true, autoClose: false }).catch((error: Error) => {
    throw new ImportRefusedError('broken-zip', `${path} is no backup: ${error.message}.`);
  });
  try {
    for (let entry = await nextEntry(zip); entry; entry = await nextEntry(zip)) {
      const here = entry;
      await visit({ name: here.fileName, size: here.uncompressedSize, bytes: () => bytesOf(zip, here) });
    }
  } finally {
    zip.close();
  }
};

function nextEntry(zip: yauzl.ZipFile): Promise<yauzl.Entry | undefined> {
  return new Promise((resolve, reject) => {
    const leave = () => {
      zip.off('entry', onEntry);
      zip.off('end', onEnd);
      zip.off('error', onError);
    };
    const onEntry = (entry: yauzl.Entry) => {
      leave();
      resolve(entry);
    };
    const onEnd = () => {
      leave();
      resolve(undefined);
    };
    const onError = (error: Error) => {
      leave();
      reject(new ImportRefusedError('broken-zip', `The backup is broken: ${error.message}.`));
    };
    zip.on('entry', onEntry);
    zip.on('end', onEnd);
    zip.on('error', onError);
    zip.readEntry();
  });
}

/** What a part unfolds to is checked against what it says while it is read. */
function bytesOf(zip: yauzl.ZipFile, entry: yauzl.Entry): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    const fail = (error: Error) =>
      reject(new ImportRefusedError('broken-zip', `${entry.fileName} in the backup is broken: ${error.message}.`, entry.fileName));
    zip.openReadStream(entry, (error, stream: Readable) => {
      if (error) return fail(error);
      // By its events: streams of stored parts never close, which is what iterating over one would wait for.
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.once('error', fail);
      stream.once('end', () => resolve(Buffer.concat(chunks)));
    });
  });
}

function checkHead(text: string): void {
  const json = parseJson(text);
  const { format, version } = (json.ok ? json.value : {}) as { format?: unknown; version?: unknown };
  if (format !== 'mindful-probe.backup') throw new ImportRefusedError('no-backup', `${HEAD_FILE} is not that of a backup.`, 'format');
  if (version !== 1)
    throw new ImportRefusedError(
      'unsupported-version',
      `The backup is of version ${JSON.stringify(version)}; this reader knows 1.`,
      'version',
    );
}

function benchIn(text: string): BenchDocument {
  const json = parseJson(text);
  const parsed = benchSchema.safeParse(json.ok ? json.value : undefined);
  if (!parsed.success) throw new ImportRefusedError('bad-document', `${BENCH_FILE} in the backup is not what it should be.`, BENCH_FILE);
  return parsed.data;
}

function tapeIn(text: string, name: string): TapeDocument {
  const json = parseJson(text);
  if (!json.ok) throw new ImportRefusedError(json.error.code, `${name}: ${json.error.message}`, name);
  const tape = parseTape(json.value);
  if (!tape.ok) throw new ImportRefusedError(tape.error.code, `${name}: ${tape.error.message}`, name);
  return tape.value;
}
