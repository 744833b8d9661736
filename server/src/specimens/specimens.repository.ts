import type { Entry } from '@mindful-probe/core';
import { Inject, Injectable } from '@nestjs/common';
import { and, asc, eq, gt, inArray } from 'drizzle-orm';
import { DATABASE } from '../database/database.token.ts';
import type { Database } from '../database/open-database.ts';
import { entries, specimens } from '../database/schema.ts';
import { EntryClashError } from '../errors/coded-errors.ts';

/** An entry with its place on the tape. */
export interface PlacedEntry {
  readonly seq: number;
  readonly entry: Entry;
}

export interface SpecimenRow {
  readonly id: string;
  readonly createdAt: Date;
  readonly lastSeq: number;
}

/** Every query that touches specimens and tapes. */
@Injectable()
export class SpecimensRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  list(): Promise<SpecimenRow[]> {
    return this.db.select().from(specimens).orderBy(asc(specimens.createdAt), asc(specimens.id));
  }

  async find(id: string): Promise<SpecimenRow | undefined> {
    const [row] = await this.db.select().from(specimens).where(eq(specimens.id, id));
    return row;
  }

  /** Makes the specimen where it is not there; true when it was made now. */
  async create(id: string): Promise<boolean> {
    const made = await this.db.insert(specimens).values({ id }).onConflictDoNothing().returning({ id: specimens.id });
    return made.length > 0;
  }

  entriesAfter(id: string, after: number): Promise<PlacedEntry[]> {
    return this.db
      .select({ seq: entries.seq, entry: entries.entry })
      .from(entries)
      .where(and(eq(entries.specimenId, id), gt(entries.seq, after)))
      .orderBy(asc(entries.seq));
  }

  /**
   * Appends what is not on the tape yet, in the order given, and says where every entry stands. The specimen's row
   * is locked meanwhile, so that two writers get places one after the other.
   *
   * @throws EntryClashError where an id is taken by an entry that says something else; nothing is appended then
   */
  append(id: string, wanted: readonly Entry[]): Promise<{ placed: PlacedEntry[]; fresh: PlacedEntry[] }> {
    return this.db.transaction(async (tx) => {
      const [row] = await tx.select({ lastSeq: specimens.lastSeq }).from(specimens).where(eq(specimens.id, id)).for('update');
      const ids = wanted.map((entry) => entry.id);
      const known = await tx
        .select({ seq: entries.seq, entry: entries.entry })
        .from(entries)
        .where(and(eq(entries.specimenId, id), inArray(entries.entryId, ids)));
      const placed = new Map<string, PlacedEntry>(known.map((line) => [line.entry.id, line]));
      const fresh: PlacedEntry[] = [];
      let seq = row?.lastSeq ?? 0;
      for (const entry of wanted) {
        const present = placed.get(entry.id);
        if (present && JSON.stringify(present.entry) !== JSON.stringify(entry)) throw new EntryClashError(entry.id);
        if (present) continue;
        seq += 1;
        const line = { seq, entry };
        placed.set(entry.id, line);
        fresh.push(line);
      }
      if (fresh.length > 0) {
        await tx
          .insert(entries)
          .values(fresh.map((line) => ({ specimenId: id, seq: line.seq, entryId: line.entry.id, entry: line.entry })));
        await tx.update(specimens).set({ lastSeq: seq }).where(eq(specimens.id, id));
      }
      return { placed: ids.map((entryId) => placed.get(entryId) as PlacedEntry), fresh };
    });
  }
}
