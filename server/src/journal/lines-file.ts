import { type FileHandle, open, readFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { syncFolder } from './durable-file.ts';

const NEWLINE = 0x0a;
const BLOCK_BYTES = 64 * 1024;

/** A text file that grows by whole lines, each on the disk before it is told kept. One writer. */
export class LinesFile {
  /** Whole lines in it and their bytes; undefined until looked at, and again after a write that failed. */
  private known: { readonly lines: number; readonly bytes: number } | undefined;
  /** Kept open between appends: to open and to close a file takes as long as to write to it. */
  private handle: FileHandle | undefined;

  constructor(private readonly path: string) {}

  /** Whole lines in it; a line that was cut short was never told kept, and is cut off. */
  async length(): Promise<number> {
    this.known ??= await this.measure();
    return this.known.lines;
  }

  /** Resolves when the disk has them. Where it has not, the file ends where it did before. */
  async append(lines: readonly string[]): Promise<void> {
    const before = { lines: await this.length(), bytes: this.known?.bytes ?? 0 };
    const bytes = Buffer.from(lines.map((line) => `${line}\n`).join(''));
    const isNew = before.bytes === 0;
    const file = this.handle ?? (await open(this.path, 'a'));
    this.handle = file;
    try {
      await file.appendFile(bytes);
      await file.datasync();
      this.known = { lines: before.lines + lines.length, bytes: before.bytes + bytes.length };
    } catch (error) {
      this.known = undefined;
      await file.truncate(before.bytes).catch(() => undefined);
      await this.close();
      throw error;
    }
    if (isNew) await syncFolder(dirname(this.path));
  }

  /** Lets go of the file until the next append; not while one runs. */
  async close(): Promise<void> {
    const handle = this.handle;
    this.handle = undefined;
    await handle?.close();
  }

  private async measure(): Promise<{ lines: number; bytes: number }> {
    const file = await open(this.path, 'r+').catch((error: NodeJS.ErrnoException) => {
      if (error.code === 'ENOENT') return undefined;
      throw error;
    });
    if (!file) return { lines: 0, bytes: 0 };
    try {
      const found = await countLines(file);
      const { size } = await file.stat();
      if (size > found.bytes) {
        await file.truncate(found.bytes);
        await file.sync();
      }
      return found;
    } finally {
      await file.close();
    }
  }
}

/** The whole lines of a file that may be written to meanwhile; none where it is not there. */
export async function wholeLinesOf(path: string): Promise<string[]> {
  const text = await readFile(path, 'utf8').catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT') return '';
    throw error;
  });
  return text.split('\n').slice(0, -1);
}

async function countLines(file: FileHandle): Promise<{ lines: number; bytes: number }> {
  const block = Buffer.alloc(BLOCK_BYTES);
  let [lines, bytes, at] = [0, 0, 0];
  for (;;) {
    const { bytesRead } = await file.read(block, 0, BLOCK_BYTES, at);
    if (bytesRead === 0) return { lines, bytes };
    for (let index = block.indexOf(NEWLINE); index !== -1 && index < bytesRead; index = block.indexOf(NEWLINE, index + 1)) {
      lines += 1;
      bytes = at + index + 1;
    }
    at += bytesRead;
  }
}
