import { createHash } from 'node:crypto';
import { type Entry, entrySchema } from '@mindful-probe/core';
import { and, asc, eq, sql } from 'drizzle-orm';
import type { Database } from '../database/open-database.ts';
import { benchItems, entries, specimens, summaries } from '../database/schema.ts';
import type { BenchDocument, BenchFile } from '../journal/bench-file.ts';
import type { Journal } from '../journal/journal.ts';

/** The tapes on disk and the bench's lists beside them. */
export interface KeptFiles {
  readonly journal: Journal;
  readonly bench: BenchFile;
}

/** What was not alike, and what was done. */
export interface Recovered {
  /** Specimens that the database got from their file, whole or in part. */
  readonly intoDatabase: readonly string[];
  /** Specimens that their file got from the database. */
  readonly intoFiles: readonly string[];
  /** Lines of files that are no entries, by specimen and line; the file was put aside. */
  readonly damaged: readonly { readonly specimenId: string; readonly line: number; readonly kept: boolean }[];
}

interface Options {
  /** Compares every entry, and not only how many there are and which is the last. */
  readonly deep: boolean;
  readonly say: (words: string) => void;
}

/** Rows in one statement. */
const ROWS_AT_ONCE = 500;
const SAID_EVERY = 500;

/**
 * Makes database and files say the same: the files are what was promised, so the database follows them; what only the
 * database has, from before there were files or from an append that was never acknowledged, is written to them.
 */
export async function bringUpToDate(db: Database, { journal, bench }: KeptFiles, { deep, say }: Options): Promise<Recovered> {
  const rows = await (deep ? wholeTapes(db) : lastEntries(db));
  const ids = [...new Set([...(await journal.specimenIds()), ...rows.keys()])].sort();
  const intoDatabase: string[] = [];
  const intoFiles: string[] = [];
  const damaged: { specimenId: string; line: number; kept: boolean }[] = [];
  for (const [index, specimenId] of ids.entries()) {
    if (index > 0 && index % SAID_EVERY === 0) say(`Looking through the tapes: ${index} of ${ids.length}…`);
    const lines = await journal.linesOf(specimenId);
    const row = rows.get(specimenId);
    if (row && (deep ? isWhole(row, lines) : isLike(row, lines))) continue;
    const known = row ? await tapeInDatabase(db, specimenId) : [];
    const read = readLines(lines, known);
    damaged.push(...read.damaged.map((one) => ({ specimenId, ...one })));
    if (read.damaged.length > 0) await journal.replace(specimenId, read.entries);
    const isPrefix = read.entries.every((entry, at) => JSON.stringify(entry) === JSON.stringify(known[at]));
    if (isPrefix && known.length >= read.entries.length) {
      if (known.length === read.entries.length && lines.length > 0) continue;
      await journal.keep(specimenId, known.length, placed(known), async (after) => placed(known).slice(after));
      intoFiles.push(specimenId);
    } else {
      await replaceTape(db, specimenId, read.entries);
      intoDatabase.push(specimenId);
    }
  }
  await bringBenchUpToDate(db, bench);
  return { intoDatabase, intoFiles, damaged };
}

/** Specimens of which database and file do not say the same, every entry compared. */
export async function differingTapes(db: Database, journal: Journal): Promise<readonly string[]> {
  const rows = await wholeTapes(db);
  const ids = [...new Set([...(await journal.specimenIds()), ...rows.keys()])].sort();
  const differing: string[] = [];
  for (const id of ids) {
    const row = rows.get(id);
    if (!row || !isWhole(row, await journal.linesOf(id))) differing.push(id);
  }
  return differing;
}

interface TapeRow {
  readonly count: number;
  readonly lastId: string | null;
  /** Of all entries as they were sent; undefined where only the last was looked at. */
  readonly md5?: string | null;
}

async function lastEntries(db: Database): Promise<Map<string, TapeRow>> {
  const rows = await db
    .select({ id: specimens.id, count: specimens.lastSeq, lastId: entries.entryId })
    .from(specimens)
    .leftJoin(entries, and(eq(entries.specimenId, specimens.id), eq(entries.seq, specimens.lastSeq)));
  return new Map(rows.map(({ id, ...row }) => [id, row]));
}

async function wholeTapes(db: Database): Promise<Map<string, TapeRow>> {
  const rows = await db
    .select({
      id: specimens.id,
      lastSeq: specimens.lastSeq,
      count: sql<number>`count(${entries.seq})::int`,
      md5: sql<string | null>`md5(string_agg(${entries.entry}::text, E'\n' order by ${entries.seq}))`,
    })
    .from(specimens)
    .leftJoin(entries, eq(entries.specimenId, specimens.id))
    .groupBy(specimens.id, specimens.lastSeq);
  // A row whose own count is another is wrong, whatever its entries say.
  return new Map(rows.map(({ id, lastSeq, count, md5 }) => [id, { count: count === lastSeq ? count : -1, lastId: null, md5 }]));
}

function isLike({ count, lastId }: TapeRow, lines: readonly string[]): boolean {
  if (count !== lines.length) return false;
  const last = lines.at(-1);
  return last === undefined || (lastId !== null && idIn(last) === lastId);
}

function isWhole({ count, md5 }: TapeRow, lines: readonly string[]): boolean {
  return count === lines.length && (lines.length === 0 || createHash('md5').update(lines.join('\n')).digest('hex') === md5);
}

function idIn(line: string): unknown {
  try {
    return (JSON.parse(line) as { id?: unknown }).id;
  } catch {
    return undefined;
  }
}

/** The entries of a file; in place of a line that is none stands what the database has there, where it has it. */
function readLines(
  lines: readonly string[],
  known: readonly Entry[],
): { entries: readonly Entry[]; damaged: readonly { line: number; kept: boolean }[] } {
  const good: Entry[] = [];
  const damaged: { line: number; kept: boolean }[] = [];
  for (const [at, line] of lines.entries()) {
    const entry = entryIn(line) ?? known[at];
    if (entry) good.push(entry);
    if (entryIn(line) === undefined) damaged.push({ line: at + 1, kept: known[at] !== undefined });
  }
  return { entries: good, damaged };
}

function entryIn(line: string): Entry | undefined {
  try {
    // As it stands: parsing would put its fields into another order.
    const json: unknown = JSON.parse(line);
    return entrySchema.safeParse(json).success ? (json as Entry) : undefined;
  } catch {
    return undefined;
  }
}

async function tapeInDatabase(db: Database, specimenId: string): Promise<Entry[]> {
  const rows = await db.select({ entry: entries.entry }).from(entries).where(eq(entries.specimenId, specimenId)).orderBy(asc(entries.seq));
  return rows.map(({ entry }) => entry);
}

function placed(tape: readonly Entry[]) {
  return tape.map((entry, index) => ({ seq: index + 1, entry }));
}

function replaceTape(db: Database, specimenId: string, tape: readonly Entry[]): Promise<void> {
  return db.transaction(async (tx) => {
    const [first] = tape;
    await tx
      .insert(specimens)
      .values({ id: specimenId, lastSeq: tape.length, ...(first && { createdAt: new Date(first.at) }) })
      .onConflictDoUpdate({ target: specimens.id, set: { lastSeq: tape.length } });
    await tx.delete(entries).where(eq(entries.specimenId, specimenId));
    // It may have as many entries as before, and others.
    await tx.delete(summaries).where(eq(summaries.specimenId, specimenId));
    for (let from = 0; from < tape.length; from += ROWS_AT_ONCE) {
      const some = placed(tape).slice(from, from + ROWS_AT_ONCE);
      await tx.insert(entries).values(some.map(({ seq, entry }) => ({ specimenId, seq, entryId: entry.id, entry })));
    }
  });
}

/** The file says what the lists are; where there is none yet, it is made. */
async function bringBenchUpToDate(db: Database, bench: BenchFile): Promise<void> {
  const kept = await bench.read();
  if (!kept) return bench.keep(() => benchInDatabase(db));
  const items = (['marks', 'meters', 'instruments', 'drawer'] as const).flatMap((list) =>
    kept[list].map(({ key, item }) => ({ list, key, item })),
  );
  await db.transaction(async (tx) => {
    await tx.delete(benchItems);
    for (let from = 0; from < items.length; from += ROWS_AT_ONCE)
      await tx.insert(benchItems).values(items.slice(from, from + ROWS_AT_ONCE));
  });
}

/** The bench's lists as the database has them. */
export async function benchInDatabase(db: Database): Promise<BenchDocument> {
  const rows = await db.select().from(benchItems).orderBy(asc(benchItems.list), asc(benchItems.key));
  const of = (list: string) => rows.filter((row) => row.list === list).map(({ key, item }) => ({ key, item }));
  return {
    format: 'mindful-probe.bench',
    version: 1,
    marks: of('marks'),
    meters: of('meters'),
    instruments: of('instruments'),
    drawer: of('drawer'),
  };
}
