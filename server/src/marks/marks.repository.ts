import { markKey, type SemiconductorMark } from '@mindful-probe/core';
import { Inject, Injectable } from '@nestjs/common';
import { asc, eq, sql } from 'drizzle-orm';
import { DATABASE } from '../database/database.module.ts';
import type { Database } from '../database/open-database.ts';
import { marks } from '../database/schema.ts';

/** Every query that touches the table of marks. */
@Injectable()
export class MarksRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  async list(): Promise<SemiconductorMark[]> {
    const rows = await this.db.select({ mark: marks.mark }).from(marks).orderBy(asc(marks.key));
    return rows.map(({ mark }) => mark);
  }

  /** Adds them, each in place of an older one of the same mark and body. */
  async put(wanted: readonly SemiconductorMark[]): Promise<void> {
    // Of several in one go the last counts; the database takes each key once.
    const byKey = new Map(wanted.map((mark) => [markKey(mark), mark]));
    if (byKey.size === 0) return;
    await this.db
      .insert(marks)
      .values([...byKey].map(([key, mark]) => ({ key, mark })))
      .onConflictDoUpdate({ target: marks.key, set: { mark: sql`excluded.mark`, changedAt: sql`now()` } });
  }

  async remove(key: string): Promise<void> {
    await this.db.delete(marks).where(eq(marks.key, key));
  }
}
