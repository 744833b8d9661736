import { and, asc, type SQL, type SQLWrapper, sql } from 'drizzle-orm';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import * as schema from './schema.ts';

/** An entry on its way to a tape: its text is made once, and the database need not read it to keep it. */
interface WantedEntry {
  readonly id: string;
  /** The whole entry, as `JSON.stringify` writes it. */
  readonly json: string;
}

/** Entries of one request, for one tape. */
export interface AppendRequest {
  readonly specimenId: string;
  readonly entries: readonly WantedEntry[];
  /** The specimen is made where it is not there. */
  readonly makes: boolean;
}

/** Where an entry stands on its tape, 1 upwards; fresh where it was not there before. */
interface Place {
  readonly seq: number;
  readonly isFresh: boolean;
}

/** What became of one request; of one that is refused nothing is appended. */
export type AppendOutcome =
  | { readonly places: readonly Place[]; readonly created: boolean }
  | { readonly refused: 'no-specimen' }
  | { readonly refused: 'entry-clash'; readonly entryId: string };

/** Appends what is not on its tape yet, in the order given; all of it in one transaction. */
export type AppendAll = (requests: readonly AppendRequest[]) => Promise<readonly AppendOutcome[]>;

type Database = PgDatabase<PgQueryResultHKT, typeof schema>;
type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

/** What stands on one tape: the newest place, and the wanted entries that it has, with their text. */
interface Tape {
  lastSeq: number;
  readonly known: Map<string, { readonly seq: number; readonly json: string }>;
}

const { specimens, entries } = schema;

/** `AppendAll` on a database that is asked directly; the embedded one runs it in its own thread. */
export function appendAll(db: Database, requests: readonly AppendRequest[]): Promise<readonly AppendOutcome[]> {
  return db.transaction(async (tx) => {
    const ids = [...new Set(requests.map(({ specimenId }) => specimenId))];
    const entryIds = requests.flatMap(({ entries: wanted }) => wanted.map(({ id }) => id));
    let tapes = await lockTapes(tx, ids, entryIds);
    const missing = new Set(
      requests.filter(({ specimenId, makes }) => makes && !tapes.has(specimenId)).map(({ specimenId }) => specimenId),
    );
    const made = await makeMissing(tx, [...missing].sort());
    // Another server may have made one meanwhile, and appended to it.
    if (missing.size > 0) tapes = await lockTapes(tx, ids, entryIds);
    const landed: (WantedEntry & { readonly specimenId: string; readonly seq: number })[] = [];
    const outcomes = requests.map(({ specimenId, entries: wanted }): AppendOutcome => {
      const tape = tapes.get(specimenId);
      if (!tape) return { refused: 'no-specimen' };
      const entryId = takenId(tape, wanted);
      if (entryId !== undefined) return { refused: 'entry-clash', entryId };
      const places = wanted.map(({ id, json }): Place => {
        const there = tape.known.get(id);
        if (there) return { seq: there.seq, isFresh: false };
        tape.lastSeq += 1;
        tape.known.set(id, { seq: tape.lastSeq, json });
        landed.push({ specimenId, seq: tape.lastSeq, id, json });
        return { seq: tape.lastSeq, isFresh: true };
      });
      return { places, created: made.delete(specimenId) };
    });
    await insertAll(tx, landed);
    return outcomes;
  });
}

/** An id by which an entry goes that says something else, on the tape or before it in the request. */
function takenId({ known }: Tape, wanted: readonly WantedEntry[]): string | undefined {
  const texts = new Map<string, string>();
  for (const { id, json } of wanted) {
    if ((known.get(id)?.json ?? texts.get(id) ?? json) !== json) return id;
    texts.set(id, json);
  }
  return undefined;
}

/** The tapes that are there; nobody else appends to them until the end. */
async function lockTapes(tx: Transaction, ids: readonly string[], entryIds: readonly string[]): Promise<Map<string, Tape>> {
  // In one order, so that two servers never wait for each other.
  const rows = await tx.select().from(specimens).where(isAnyOf(specimens.id, ids)).orderBy(asc(specimens.id)).for('update');
  const tapes = new Map(rows.map(({ id, lastSeq }): [string, Tape] => [id, { lastSeq, known: new Map() }]));
  // Read once nobody else appends.
  const there = await tx
    .select({ specimenId: entries.specimenId, seq: entries.seq, entry: entries.entry })
    .from(entries)
    .where(and(isAnyOf(entries.specimenId, ids), isAnyOf(entries.entryId, entryIds)));
  for (const { specimenId, seq, entry } of there) tapes.get(specimenId)?.known.set(entry.id, { seq, json: JSON.stringify(entry) });
  return tapes;
}

/** Is any of many, as one parameter: the longer a statement's text, the longer it is made and read. */
function isAnyOf(column: SQLWrapper, values: readonly string[]): SQL {
  return sql`${column} = any(${sql.param(values)})`;
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

/** Writes all of them and the newest place of their tapes, in one statement. */
async function insertAll(
  tx: Transaction,
  landed: readonly (WantedEntry & { readonly specimenId: string; readonly seq: number })[],
): Promise<void> {
  if (landed.length === 0) return;
  const lines = landed.map(({ specimenId, seq, id, json }) => {
    return `{"specimen":${JSON.stringify(specimenId)},"seq":${seq},"id":${JSON.stringify(id)},"entry":${json}}`;
  });
  await tx.execute(sql`
    with landed as (
      insert into ${entries} (specimen_id, seq, entry_id, entry)
      select specimen, seq, id, entry from json_to_recordset(${`[${lines.join(',')}]`}) as line(specimen text, seq integer, id text, entry json)
      returning specimen_id, seq
    )
    update ${specimens} set last_seq = newest.seq
    from (select specimen_id, max(seq) as seq from landed group by specimen_id) as newest
    where ${specimens.id} = newest.specimen_id`);
}
