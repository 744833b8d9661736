import { Inject, Injectable } from '@nestjs/common';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { DATABASE } from '../database/database.token.ts';
import type { Database } from '../database/open-database.ts';
import { type BenchList, benchItems } from '../database/schema.ts';
import type { BenchDocument, BenchKeeper } from '../journal/bench-file.ts';
import { BENCH_KEEPER } from '../journal/journal.tokens.ts';
import { benchInDatabase } from '../recovery/bring-up-to-date.ts';

const LISTS = ['marks', 'meters', 'instruments', 'drawer'] as const satisfies readonly BenchList[];

/** Every query that touches the lists of the bench. What is in a list is checked at the border, by its controller. */
@Injectable()
export class BenchItemsRepository {
  constructor(
    @Inject(DATABASE) private readonly db: Database,
    @Inject(BENCH_KEEPER) private readonly keeper: BenchKeeper,
  ) {}

  async items<T>(list: BenchList): Promise<T[]> {
    const rows = await this.db
      .select({ item: benchItems.item })
      .from(benchItems)
      .where(eq(benchItems.list, list))
      .orderBy(asc(benchItems.key));
    return rows.map(({ item }) => item as T);
  }

  /** Adds them, each in place of an older one of the same key. */
  async put<T>(list: BenchList, wanted: readonly T[], keyOf: (item: T) => string): Promise<void> {
    // Of several in one go the last counts; the database takes each key once.
    const byKey = new Map(wanted.map((item) => [keyOf(item), item]));
    if (byKey.size === 0) return;
    await this.db
      .insert(benchItems)
      .values([...byKey].map(([key, item]) => ({ list, key, item })))
      .onConflictDoUpdate({ target: [benchItems.list, benchItems.key], set: { item: sql`excluded.item`, changedAt: sql`now()` } });
    await this.keeper.keep(() => this.document());
  }

  /**
   * Reads items of a list, and puts what becomes of each in its place, with nobody in between.
   *
   * @param change given the items under the keys, those that are there; what it returns takes their place
   */
  async change<T>(
    list: BenchList,
    keys: readonly string[],
    change: (items: ReadonlyMap<string, T>) => ReadonlyMap<string, T>,
  ): Promise<void> {
    await this.db.transaction(async (tx) => {
      // One after another, also where an item is not there yet and no row could be locked.
      await tx.execute(sql`lock table ${benchItems} in share row exclusive mode`);
      const rows = await tx
        .select({ key: benchItems.key, item: benchItems.item })
        .from(benchItems)
        .where(and(eq(benchItems.list, list), inArray(benchItems.key, [...keys])))
        .orderBy(asc(benchItems.key));
      for (const [key, item] of change(new Map(rows.map((row) => [row.key, row.item as T])))) {
        await tx
          .insert(benchItems)
          .values({ list, key, item })
          .onConflictDoUpdate({ target: [benchItems.list, benchItems.key], set: { item, changedAt: sql`now()` } });
      }
    });
    await this.keeper.keep(() => this.document());
  }

  /** The lists of a backup: items that are there under the same key stay as they are. */
  async putAll(document: BenchDocument): Promise<void> {
    const rows = LISTS.flatMap((list) => document[list].map(({ key, item }) => ({ list, key, item })));
    if (rows.length === 0) return;
    await this.db.insert(benchItems).values(rows).onConflictDoNothing();
    await this.keeper.keep(() => this.document());
  }

  /** Every list. */
  document(): Promise<BenchDocument> {
    return benchInDatabase(this.db);
  }

  async remove(list: BenchList, key: string): Promise<void> {
    await this.db.delete(benchItems).where(and(eq(benchItems.list, list), eq(benchItems.key, key)));
    await this.keeper.keep(() => this.document());
  }
}
