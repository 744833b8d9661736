import { cpSync, existsSync, readFileSync, rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { PGlite } from '@electric-sql/pglite';
import { sql } from 'drizzle-orm';
import { drizzle as drizzleNode } from 'drizzle-orm/node-postgres';
import { migrate as migrateNode } from 'drizzle-orm/node-postgres/migrator';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import { drizzle as drizzlePglite } from 'drizzle-orm/pglite';
import { migrate as migratePglite } from 'drizzle-orm/pglite/migrator';
import pg from 'pg';
import { DatabaseUnreachableError } from '../errors/coded-errors.ts';
import { type AppendAll, appendAll } from './append-all.ts';
import type { EmbeddedClient } from './embedded/embedded-client.ts';
import { EmbeddedThread } from './embedded/embedded-thread.ts';
import { copyEmptyDatabase } from './empty-database.ts';
import { PostgresRelay, type Relay } from './relay.ts';
import * as schema from './schema.ts';

export type Database = PgDatabase<PgQueryResultHKT, typeof schema>;

export interface OpenDatabase {
  readonly db: Database;
  readonly appendAll: AppendAll;
  close(): Promise<void>;
}

const MIGRATIONS = fileURLToPath(new URL('../../drizzle', import.meta.url));

/** The embedded database was written by a later version, which knows more tables than this one. */
export class NewerDatabaseError extends Error {}

/** An embedded database, and the thread that it runs in. */
export interface OpenEmbedded extends OpenDatabase {
  readonly thread: EmbeddedThread;
}

/**
 * Opens the embedded database in a folder, made where it is not there, and brings its tables up to date; before it
 * changes an existing one it copies it.
 *
 * @throws NewerDatabaseError, and whatever a broken one makes it throw
 */
export async function openEmbedded(folder: string): Promise<OpenEmbedded> {
  const isNew = !existsSync(folder);
  if (isNew) copyEmptyDatabase(folder);
  let thread = await EmbeddedThread.open(folder);
  try {
    const [known, applied] = [migrationsKnown(), isNew ? 0 : await migrationsApplied(embeddedDatabase(thread))];
    if (applied > known) throw new NewerDatabaseError(`The database has ${applied} migrations, and this version knows ${known}.`);
    if (applied > 0 && applied < known) {
      await thread.close();
      copyBeside(folder, applied);
      thread = await EmbeddedThread.open(folder);
    }
    const db = embeddedDatabase(thread);
    await migratePglite(db, { migrationsFolder: MIGRATIONS });
    return { db, thread, appendAll: (requests) => thread.append(requests), close: () => thread.close() };
  } catch (error) {
    await thread.close();
    throw error;
  }
}

/** The Drizzle handle of an embedded database. Of the driver's client it uses the two calls that ours has. */
export function embeddedDatabase(client: EmbeddedThread | EmbeddedClient) {
  return drizzlePglite(client as unknown as PGlite, { schema, casing: schema.CASING });
}

/** The copy from before the last change of tables; the one before that goes. */
function copyBeside(folder: string, version: number): void {
  const copy = `${folder}.before-migration-${version + 1}`;
  rmSync(copy, { recursive: true, force: true });
  cpSync(folder, copy, { recursive: true });
}

/** A number of our own, by which servers that start at once wait for each other. */
const MIGRATION_LOCK = 7_236_114;

/**
 * Hands out no connection that is dead. Drizzle begins a transaction before it is set to give its connection back, so
 * that one on which the beginning fails would stay taken for good.
 */
class LivePool extends pg.Pool {
  override connect(): Promise<pg.PoolClient>;
  override connect(callback: Parameters<pg.Pool['connect']>[0]): void;
  override connect(callback?: Parameters<pg.Pool['connect']>[0]): Promise<pg.PoolClient> | undefined {
    if (!callback) return this.connectLive();
    super.connect(callback);
    return undefined;
  }

  private async connectLive(): Promise<pg.PoolClient> {
    const client = await super.connect();
    try {
      await client.query('select');
      return client;
    } catch (error) {
      client.release(true);
      throw error;
    }
  }
}

export interface OpenPostgres extends OpenDatabase {
  readonly relay: Relay;
}

/** Opens a PostgreSQL of the group's own. Several servers may start at once on an empty one. @throws DatabaseUnreachableError */
export async function openPostgres(url: string): Promise<OpenPostgres> {
  const pool = new LivePool({ connectionString: url });
  // A connection that is lost is no reason to end: whoever uses it is told by the query, and while nobody does, nobody is.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  try {
    const client = await pool.connect();
    try {
      await client.query('select pg_advisory_lock($1)', [MIGRATION_LOCK]);
      await migrateNode(drizzleNode(client, { schema, casing: schema.CASING }), { migrationsFolder: MIGRATIONS });
      await client.query('select pg_advisory_unlock($1)', [MIGRATION_LOCK]);
    } finally {
      client.release();
    }
  } catch (error) {
    await pool.end();
    throw new DatabaseUnreachableError(url, error);
  }
  const relay = new PostgresRelay(url, pool);
  const db = drizzleNode(pool, { schema, casing: schema.CASING });
  return {
    db,
    appendAll: (requests) => appendAll(db, requests),
    relay,
    close: async () => {
      await relay.close();
      await pool.end();
    },
  };
}

function migrationsKnown(): number {
  const journal = JSON.parse(readFileSync(`${MIGRATIONS}/meta/_journal.json`, 'utf8')) as { entries: unknown[] };
  return journal.entries.length;
}

async function migrationsApplied(db: Pick<Database, 'execute'>): Promise<number> {
  const found = await db.execute(sql`select to_regclass('drizzle.__drizzle_migrations') as name`);
  if ((found as unknown as { rows: { name: string | null }[] }).rows[0]?.name == null) return 0;
  const counted = await db.execute(sql`select count(*)::int as count from drizzle.__drizzle_migrations`);
  return (counted as unknown as { rows: { count: number }[] }).rows[0]?.count ?? 0;
}
