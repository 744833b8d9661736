import type { Entry, Summary } from '@mindful-probe/core';
import { customType, integer, json, pgTable, primaryKey, text, timestamp, unique } from 'drizzle-orm/pg-core';

/** How the names below are written in the database. */
export const CASING = 'snake_case';

/** A specimen is its tape; here is only what orders it. */
export const specimens = pgTable('specimens', {
  id: text().primaryKey(),
  createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  /** The place of the newest entry, 0 for none. */
  lastSeq: integer().notNull().default(0),
});

/** Append-only. `json`, not `jsonb`: an entry comes back as it was sent, to the order of its keys. */
export const entries = pgTable(
  'entries',
  {
    specimenId: text()
      .notNull()
      .references(() => specimens.id),
    /** 1 upwards, without gaps, in order of arrival. */
    seq: integer().notNull(),
    entryId: text().notNull(),
    entry: json().$type<Entry>().notNull(),
    arrivedAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.specimenId, table.seq] }), unique('entries_entry_id').on(table.specimenId, table.entryId)],
);

/** What belongs to the bench and is shared by all specimens: lists of things that have a key of their own. */
export const benchItems = pgTable(
  'bench_items',
  {
    list: text().$type<BenchList>().notNull(),
    /** Of two items that say the same, the later stands. */
    key: text().notNull(),
    item: json().notNull(),
    changedAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.list, table.key] })],
);

/** The lists that there are. */
export type BenchList = 'marks' | 'meters' | 'instruments' | 'drawer';

/** Other devices that were let in. */
export const sessions = pgTable('sessions', {
  /** SHA-256 of the token, hex: who reads the table can use none. */
  tokenHash: text().primaryKey(),
  endsAt: timestamp({ withTimezone: true }).notNull(),
});

/** The row of each specimen on the shelf as it was last worked out; whatever is missing or old is worked out anew. */
export const summaries = pgTable('summaries', {
  specimenId: text()
    .primaryKey()
    .references(() => specimens.id),
  /** Of the tape that it was made from. */
  lastSeq: integer().notNull(),
  /** Of the computation that made it. */
  version: text().notNull(),
  summary: json().$type<Summary>().notNull(),
});

const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

/** Pictures, where several servers share a database and no folder: by the hash of what is kept. */
export const pictures = pgTable('pictures', {
  hash: text().primaryKey(),
  bytes: bytea().notNull(),
  thumbnail: bytea().notNull(),
});
