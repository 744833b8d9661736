import type { Entry } from '@mindful-probe/core';
import { and, asc, type SQL, type SQLWrapper, sql } from 'drizzle-orm';
import type { Database } from '../database/open-database.ts';
import { entries, specimens } from '../database/schema.ts';
import { EntryClashError, SpecimenNotFoundError } from '../errors/coded-errors.ts';

/** An entry with its place on the tape. */
export interface PlacedEntry {
  readonly seq: number;
  readonly entry: Entry;
}

/** Where entries stand, in the order in which they were sent. */
export interface Appended {
  readonly placed: readonly PlacedEntry[];
  /** Those of them that were not there before. */
  readonly fresh: readonly PlacedEntry[];
  /** The specimen was made now. */
  readonly created: boolean;
}

/** What became of one request. */
type Outcome = { readonly appended: Appended } | { readonly refused: unknown };

interface Job {
  readonly id: string;
  readonly wanted: readonly Entry[];
  /** The specimen is made where it is not there. */
  readonly makes: boolean;
  readonly done: (outcome: Outcome) => void;
}

type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

/** Entries in one transaction, at most; a single request may have more. */
const ENTRIES_AT_ONCE = 2000;

/**
 * Appends, many in one transaction: what comes while one runs lands together in the next. A commit costs the same for
 * one entry as for hundreds.
 */
export class AppendQueue {
  private waiting: Job[] = [];
  private running = false;

  constructor(private readonly db: Database) {}

  /**
   * Appends what is not on the tape yet, in the order given.
   *
   * @throws EntryClashError where an id is taken by an entry that says something else, SpecimenNotFoundError; nothing of
   * this request is appended then
   */
  append(id: string, wanted: readonly Entry[], makes: boolean): Promise<Appended> {
    return new Promise((resolve, reject) => {
      const done = (outcome: Outcome) => ('appended' in outcome ? resolve(outcome.appended) : reject(outcome.refused));
      this.waiting.push({ id, wanted, makes, done });
      if (!this.running) void this.run();
    });
  }

  private async run(): Promise<void> {
    this.running = true;
    while (this.waiting.length > 0) {
      const jobs = this.nextJobs();
      const outcomes = await this.land(jobs).catch(async (refused: unknown): Promise<readonly Outcome[]> => {
        if (jobs.length === 1) return [{ refused }];
        // One of them may be at fault, and the others are not.
        return Promise.all(
          jobs.map((job) =>
            this.land([job]).then(
              ([one]) => one as Outcome,
              (own: unknown) => ({ refused: own }),
            ),
          ),
        );
      });
      for (const [index, { done }] of jobs.entries()) done(outcomes[index] as Outcome);
    }
    this.running = false;
  }

  private nextJobs(): readonly Job[] {
    let [count, size] = [0, 0];
    while (count < this.waiting.length && (count === 0 || size + (this.waiting[count]?.wanted.length ?? 0) <= ENTRIES_AT_ONCE)) {
      size += this.waiting[count]?.wanted.length ?? 0;
      count += 1;
    }
    return this.waiting.splice(0, count);
  }

  private land(jobs: readonly Job[]): Promise<readonly Outcome[]> {
    return this.db.transaction(async (tx) => {
      const ids = [...new Set(jobs.map(({ id }) => id))];
      // Asked together, answered one after the other: nobody appends between the places and what is there.
      let [lastSeqs, known] = await Promise.all([lockTapes(tx, ids), knownEntries(tx, ids, jobs)]);
      const missing = new Set(jobs.filter(({ id, makes }) => makes && !lastSeqs.has(id)).map(({ id }) => id));
      const made = await makeMissing(tx, [...missing].sort());
      // Another server may have made one meanwhile, and appended to it.
      if (missing.size > 0) [lastSeqs, known] = await Promise.all([lockTapes(tx, ids), knownEntries(tx, ids, jobs)]);
      const landed: { specimenId: string; seq: number; entry: Entry }[] = [];
      const outcomes = jobs.map(({ id, wanted }): Outcome => {
        const lastSeq = lastSeqs.get(id);
        const tape = known.get(id) ?? new Map<string, PlacedEntry>();
        if (lastSeq === undefined) return { refused: new SpecimenNotFoundError(id) };
        const placed = place(wanted, tape, lastSeq);
        if (placed instanceof EntryClashError) return { refused: placed };
        for (const line of placed.fresh) {
          tape.set(line.entry.id, line);
          landed.push({ specimenId: id, ...line });
        }
        known.set(id, tape);
        lastSeqs.set(id, lastSeq + placed.fresh.length);
        const created = made.delete(id);
        return { appended: { ...placed, created } };
      });
      await insertAll(tx, landed);
      return outcomes;
    });
  }
}

/** Is any of many, as one parameter: the longer a statement's text, the longer it is made and read. */
function isAnyOf(column: SQLWrapper, values: readonly string[]): SQL {
  return sql`${column} = any(${sql.param(values)})`;
}

/** The newest place of each tape that is there; nobody else appends to it until the end. */
async function lockTapes(tx: Transaction, ids: readonly string[]): Promise<Map<string, number>> {
  // In one order, so that two servers never wait for each other.
  const rows = await tx.select().from(specimens).where(isAnyOf(specimens.id, ids)).orderBy(asc(specimens.id)).for('update');
  return new Map(rows.map(({ id, lastSeq }) => [id, lastSeq]));
}

/** Makes the specimens that are not there. @returns those that were made */
async function makeMissing(tx: Transaction, ids: readonly string[]): Promise<Set<string>> {
  if (ids.length === 0) return new Set();
  const made = await tx
    .insert(specimens)
    .values(ids.map((id) => ({ id })))
    .onConflictDoNothing()
    .returning({ id: specimens.id });
  return new Set(made.map(({ id }) => id));
}

/** Which of the wanted entries are there already, by specimen and id. */
async function knownEntries(tx: Transaction, ids: readonly string[], jobs: readonly Job[]): Promise<Map<string, Map<string, PlacedEntry>>> {
  const entryIds = jobs.flatMap(({ wanted }) => wanted.map(({ id }) => id));
  const rows = await tx
    .select({ specimenId: entries.specimenId, seq: entries.seq, entry: entries.entry })
    .from(entries)
    .where(and(isAnyOf(entries.specimenId, ids), isAnyOf(entries.entryId, entryIds)));
  const known = new Map<string, Map<string, PlacedEntry>>();
  for (const { specimenId, ...line } of rows)
    known.set(specimenId, (known.get(specimenId) ?? new Map<string, PlacedEntry>()).set(line.entry.id, line));
  return known;
}

function place(
  wanted: readonly Entry[],
  tape: ReadonlyMap<string, PlacedEntry>,
  lastSeq: number,
): Pick<Appended, 'placed' | 'fresh'> | EntryClashError {
  const here = new Map<string, PlacedEntry>();
  const fresh: PlacedEntry[] = [];
  for (const entry of wanted) {
    const present = here.get(entry.id) ?? tape.get(entry.id);
    if (present && JSON.stringify(present.entry) !== JSON.stringify(entry)) return new EntryClashError(entry.id);
    const line = present ?? { seq: lastSeq + fresh.length + 1, entry };
    if (!present) fresh.push(line);
    here.set(entry.id, line);
  }
  return { placed: wanted.map(({ id }) => here.get(id) as PlacedEntry), fresh };
}

/** Writes all of them and the newest place of their tapes, in one statement. */
async function insertAll(tx: Transaction, landed: readonly { specimenId: string; seq: number; entry: Entry }[]): Promise<void> {
  if (landed.length === 0) return;
  const lines = JSON.stringify(landed.map(({ specimenId, seq, entry }) => ({ specimen: specimenId, seq, id: entry.id, entry })));
  await tx.execute(sql`
    with landed as (
      insert into ${entries} (specimen_id, seq, entry_id, entry)
      select specimen, seq, id, entry from json_to_recordset(${lines}) as line(specimen text, seq integer, id text, entry json)
      returning specimen_id, seq
    )
    update ${specimens} set last_seq = newest.seq
    from (select specimen_id, max(seq) as seq from landed group by specimen_id) as newest
    where ${specimens.id} = newest.specimen_id`);
}
