import type { Summary } from '@mindful-probe/core';
import { Inject, Injectable } from '@nestjs/common';
import { and, asc, eq } from 'drizzle-orm';
import { DATABASE } from '../database/database.token.ts';
import type { Database } from '../database/open-database.ts';
import { specimens, summaries } from '../database/schema.ts';

/** A specimen with its summary, where that is of its tape as it is now and of this computation. */
export interface SummarisedRow {
  readonly id: string;
  readonly createdAt: Date;
  readonly lastSeq: number;
  readonly summary: Summary | null;
}

/** Every query that touches stored summaries. */
@Injectable()
export class SummariesRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  all(version: string): Promise<SummarisedRow[]> {
    return this.db
      .select({ id: specimens.id, createdAt: specimens.createdAt, lastSeq: specimens.lastSeq, summary: summaries.summary })
      .from(specimens)
      .leftJoin(
        summaries,
        and(eq(summaries.specimenId, specimens.id), eq(summaries.lastSeq, specimens.lastSeq), eq(summaries.version, version)),
      )
      .orderBy(asc(specimens.createdAt), asc(specimens.id));
  }

  async put(specimenId: string, lastSeq: number, version: string, summary: Summary): Promise<void> {
    const row = { specimenId, lastSeq, version, summary };
    await this.db.insert(summaries).values(row).onConflictDoUpdate({ target: summaries.specimenId, set: row });
  }
}
