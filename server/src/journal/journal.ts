import { mkdirSync } from 'node:fs';
import { copyFile, readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Entry } from '@mindful-probe/core';
import { asidePath } from './aside.ts';
import { writeDurably } from './durable-file.ts';
import { LinesFile, wholeLinesOf } from './lines-file.ts';

/** An entry with its place on its tape, 1 upwards. */
export interface JournalLine {
  readonly seq: number;
  readonly entry: Entry;
}

/** Reads what the database has of a tape behind a place. */
export type ReadAfter = (after: number) => Promise<readonly JournalLine[]>;

/** What makes that a tape is never lost; with a PostgreSQL of the group's own, its durability does. */
export interface TapeJournal {
  /**
   * Resolves once everything of the tape up to a place is on the disk. Several who wait share one sync.
   *
   * @param fresh what is known to have come last, so that it need not be read
   */
  keep(specimenId: string, upTo: number, fresh: readonly JournalLine[], readAfter: ReadAfter): Promise<void>;
}

export const NO_JOURNAL: TapeJournal = { keep: async () => undefined };

const ENDING = '.jsonl';
/** Files that are kept open; a system allows a process a thousand or a few hundred. */
const MOST_OPEN = 100;

interface OpenTape {
  readonly file: LinesFile;
  /** What has come and is not on the disk, by its place. */
  readonly coming: Map<number, Entry>;
  wanted: number;
  writing: Promise<void> | undefined;
}

/**
 * Each specimen's tape as a file of JSON lines, one entry a line in order: what the data folder is built anew from. The
 * database answers questions; this is what was promised to be kept.
 */
export class Journal implements TapeJournal {
  private readonly tapes = new Map<string, OpenTape>();
  /** Files that are open, the one that was written to last at the end. */
  private readonly opened = new Set<OpenTape>();
  readonly folder: string;

  /** @param dataFolder holds it in its folder `tapes` */
  constructor(dataFolder: string) {
    this.folder = join(dataFolder, 'tapes');
  }

  /** Makes its folder, before the first tape is kept. */
  make(): void {
    mkdirSync(this.folder, { recursive: true });
  }

  /** The specimens that it has a tape of. */
  async specimenIds(): Promise<string[]> {
    const names = await readdir(this.folder).catch(noneIfMissing);
    return names
      .filter((name) => name.endsWith(ENDING))
      .map((name) => name.slice(0, -ENDING.length))
      .sort();
  }

  linesOf(specimenId: string): Promise<string[]> {
    return wholeLinesOf(this.pathOf(specimenId));
  }

  /** Bytes of its file. */
  async sizeOf(specimenId: string): Promise<number> {
    return (await stat(this.pathOf(specimenId))).size;
  }

  /** Writes a tape anew where its file was damaged; the damaged one is put aside under the day. */
  async replace(specimenId: string, tape: readonly Entry[]): Promise<void> {
    const path = this.pathOf(specimenId);
    await copyFile(path, asidePath(path));
    await writeDurably(path, tape.map((entry) => `${JSON.stringify(entry)}\n`).join(''));
    const known = this.tapes.get(specimenId);
    this.tapes.delete(specimenId);
    if (known) await this.letGo(known);
  }

  pathOf(specimenId: string): string {
    return join(this.folder, specimenId + ENDING);
  }

  async keep(specimenId: string, upTo: number, fresh: readonly JournalLine[], readAfter: ReadAfter): Promise<void> {
    const tape = this.tapeOf(specimenId);
    for (const { seq, entry } of fresh) tape.coming.set(seq, entry);
    tape.wanted = Math.max(tape.wanted, upTo);
    while ((await tape.file.length()) < upTo) {
      // Whoever comes while it writes waits for that and for the next write, which takes all who came.
      tape.writing ??= this.write(tape, readAfter).finally(() => {
        tape.writing = undefined;
        this.opened.delete(tape);
        this.opened.add(tape);
      });
      await tape.writing;
    }
    if (this.opened.size > MOST_OPEN) await this.letGoOfOldest();
  }

  /** Lets go of every file, once what is being written is on the disk. */
  async close(): Promise<void> {
    await Promise.all([...this.opened].map((tape) => this.letGo(tape)));
  }

  private async letGoOfOldest(): Promise<void> {
    const [oldest] = [...this.opened].filter(({ writing }) => !writing);
    if (oldest) await this.letGo(oldest);
  }

  private async letGo(tape: OpenTape): Promise<void> {
    this.opened.delete(tape);
    // Whoever waited may have begun to write again.
    while (tape.writing) await tape.writing.catch(() => undefined);
    await tape.file.close();
  }

  private async write(tape: OpenTape, readAfter: ReadAfter): Promise<void> {
    const from = await tape.file.length();
    const lines: Entry[] = [];
    for (let seq = from + 1; tape.coming.has(seq); seq++) lines.push(tape.coming.get(seq) as Entry);
    // After a write that failed, or a start in between, the database has what is missing.
    if (from + lines.length < tape.wanted) {
      const missing = await readAfter(from + lines.length);
      lines.push(...missing.map(({ entry }) => entry));
    }
    try {
      await tape.file.append(lines.map((entry) => JSON.stringify(entry)));
    } catch (error) {
      // The database keeps them meanwhile; memory need not.
      tape.coming.clear();
      throw error;
    }
    for (const seq of [...tape.coming.keys()]) if (seq <= from + lines.length) tape.coming.delete(seq);
  }

  private tapeOf(specimenId: string): OpenTape {
    const known = this.tapes.get(specimenId);
    if (known) return known;
    const tape: OpenTape = { file: new LinesFile(this.pathOf(specimenId)), coming: new Map(), wanted: 0, writing: undefined };
    this.tapes.set(specimenId, tape);
    return tape;
  }
}

function noneIfMissing(error: NodeJS.ErrnoException): string[] {
  if (error.code === 'ENOENT') return [];
  throw error;
}
