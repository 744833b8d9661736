import { cpSync, existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { sql } from 'drizzle-orm';
import { EMPTY_DATABASE } from '../src/database/empty-database.ts';
import { openEmbedded } from '../src/database/open-database.ts';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'probe-empty-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

async function tablesOf(database: string): Promise<readonly unknown[]> {
  const { db, close } = await openEmbedded(database);
  try {
    const found = await db.execute(
      sql`select table_schema, table_name, column_name, data_type from information_schema.columns
          where table_schema in ('public', 'drizzle') order by 1, 2, 3`,
    );
    return (found as unknown as { rows: unknown[] }).rows;
  } finally {
    await close();
  }
}

describe('a new database', () => {
  it('has the same tables by copy as where it is made by its migrations', async () => {
    expect(existsSync(EMPTY_DATABASE)).toBe(true);
    const copied = await tablesOf(join(folder, 'copied'));
    // A folder that is there is taken for a database and gets no copy: an empty one is made into one.
    mkdirSync(join(folder, 'made'));
    expect(await tablesOf(join(folder, 'made'))).toEqual(copied);
    expect(copied.length).toBeGreaterThan(10);
  });

  it('is not taken from a copy that was cut half-way', async () => {
    const half = join(folder, 'database.copying');
    cpSync(join(EMPTY_DATABASE, 'global'), join(half, 'global'), { recursive: true });
    writeFileSync(join(half, 'rubbish'), 'x');
    const { close } = await openEmbedded(join(folder, 'database'));
    await close();
    expect(existsSync(half)).toBe(false);
    expect(existsSync(join(folder, 'database', 'rubbish'))).toBe(false);
  });
});
