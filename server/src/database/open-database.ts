import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { PGlite } from '@electric-sql/pglite';
import { drizzle as drizzleNode } from 'drizzle-orm/node-postgres';
import { migrate as migrateNode } from 'drizzle-orm/node-postgres/migrator';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import { drizzle as drizzlePglite } from 'drizzle-orm/pglite';
import { migrate as migratePglite } from 'drizzle-orm/pglite/migrator';
import pg from 'pg';
import { lockFolder } from './folder-lock.ts';
import * as schema from './schema.ts';

export type Database = PgDatabase<PgQueryResultHKT, typeof schema>;

export interface OpenDatabase {
  readonly db: Database;
  close(): Promise<void>;
}

/** Where the data lie: an embedded database in a folder, or a PostgreSQL of the group's own. */
export type DatabasePlace = { readonly folder: string } | { readonly url: string };

const MIGRATIONS = fileURLToPath(new URL('../../drizzle', import.meta.url));
const CASING = 'snake_case';

/**
 * Opens the database and brings its tables up to date.
 *
 * @throws FolderInUseError where another process writes to the folder
 */
export async function openDatabase(place: DatabasePlace): Promise<OpenDatabase> {
  if (!existsSync(MIGRATIONS)) throw new Error(`The migrations are missing: ${MIGRATIONS}.`);
  return 'url' in place ? openServer(place.url) : openFolder(place.folder);
}

async function openFolder(folder: string): Promise<OpenDatabase> {
  const lock = await lockFolder(folder);
  try {
    const client = await PGlite.create(join(folder, 'database'));
    const db = drizzlePglite(client, { schema, casing: CASING });
    await migratePglite(db, { migrationsFolder: MIGRATIONS });
    return {
      db,
      close: async () => {
        await client.close();
        await lock.release();
      },
    };
  } catch (error) {
    await lock.release();
    throw error;
  }
}

async function openServer(url: string): Promise<OpenDatabase> {
  const pool = new pg.Pool({ connectionString: url });
  const db = drizzleNode(pool, { schema, casing: CASING });
  await migrateNode(db, { migrationsFolder: MIGRATIONS });
  return { db, close: () => pool.end() };
}
