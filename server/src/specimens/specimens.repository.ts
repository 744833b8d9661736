import type { Entry } from '@mindful-probe/core';
import { Inject, Injectable } from '@nestjs/common';
import { and, asc, eq, gt, sql } from 'drizzle-orm';
import type { AppendAll } from '../database/append-all.ts';
import { APPEND_ALL, DATABASE } from '../database/database.token.ts';
import type { Database } from '../database/open-database.ts';
import { entries, specimens } from '../database/schema.ts';
import { type Appended, AppendQueue, type PlacedEntry } from './append-queue.ts';

export interface SpecimenRow {
  readonly id: string;
  readonly createdAt: Date;
  readonly lastSeq: number;
}

/** Every query that touches specimens and tapes. */
@Injectable()
export class SpecimensRepository {
  private readonly queue: AppendQueue;

  constructor(
    @Inject(DATABASE) private readonly db: Database,
    @Inject(APPEND_ALL) appendAll: AppendAll,
  ) {
    this.queue = new AppendQueue(appendAll);
  }

  list(): Promise<SpecimenRow[]> {
    return this.db.select().from(specimens).orderBy(asc(specimens.createdAt), asc(specimens.id));
  }

  count(): Promise<number> {
    return this.db.$count(specimens);
  }

  async find(id: string): Promise<SpecimenRow | undefined> {
    const [row] = await this.db.select().from(specimens).where(eq(specimens.id, id));
    return row;
  }

  entriesAfter(id: string, after: number): Promise<PlacedEntry[]> {
    return this.db
      .select({ seq: entries.seq, entry: entries.entry })
      .from(entries)
      .where(and(eq(entries.specimenId, id), gt(entries.seq, after)))
      .orderBy(asc(entries.seq));
  }

  /** A whole tape as the text of a JSON array, for whoever reads it elsewhere: here not one of thousands of entries is. */
  async tapeText(id: string): Promise<{ readonly lastSeq: number; readonly json: string }> {
    const [tape] = await this.db
      .select({
        lastSeq: sql<number>`coalesce(max(${entries.seq}), 0)`,
        json: sql<string>`'[' || coalesce(string_agg(${entries.entry}::text, ',' order by ${entries.seq}), '') || ']'`,
      })
      .from(entries)
      .where(eq(entries.specimenId, id));
    return tape ?? { lastSeq: 0, json: '[]' };
  }

  /** As `AppendQueue.append`. */
  append(id: string, wanted: readonly Entry[], makes: boolean): Promise<Appended> {
    return this.queue.append(id, wanted, makes);
  }
}
