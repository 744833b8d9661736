import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, describe, expect, it } from '@jest/globals';
import { sql } from 'drizzle-orm';
import { EmbeddedClient } from '../src/database/embedded/embedded-client.ts';
import { EmbeddedThread } from '../src/database/embedded/embedded-thread.ts';
import { embeddedDatabase } from '../src/database/open-database.ts';

const LONGEST_MS = 2000;
/** Never ends, and never lets go of its thread. */
const ENDLESS = 'with recursive numbers(n) as (select 1 union all select n from numbers) select count(*) from numbers';
const folder = mkdtempSync(join(tmpdir(), 'probe-embedded-'));
const opened: EmbeddedThread[] = [];

async function open(): Promise<EmbeddedThread> {
  const thread = await EmbeddedThread.open(join(folder, 'database'), LONGEST_MS);
  opened.push(thread);
  return thread;
}

// A thread that a failed test left open would keep the run from ending.
afterEach(async () => {
  for (const thread of opened.splice(0)) await thread.close();
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('the embedded database in its thread', () => {
  it('says what it refuses with its SQLSTATE, and takes back a transaction that throws', async () => {
    const thread = await open();
    await thread.query('create table kept (id integer primary key)');
    await expect(thread.query('select * from nothing')).rejects.toMatchObject({ code: '42P01' });
    await thread.transaction(({ query }) => query('insert into kept values ($1)', [1]));
    const torn = thread.transaction(async ({ query }) => {
      await query('insert into kept values (2)');
      throw new Error('half-way');
    });
    // Asked while the transaction runs, it is answered behind it.
    const counted = embeddedDatabase(thread).execute(sql`select count(*)::int as count from kept`);
    await expect(torn).rejects.toThrow('half-way');
    expect((await counted).rows).toEqual([{ count: 1 }]);
    await thread.close();
  });

  // With the 128 MB that it takes by itself, a server would have 430 MB after its start, and may have 400.
  it('keeps 32 MB of its tables in memory', async () => {
    const thread = await open();
    expect((await thread.query('show shared_buffers')).rows).toEqual([{ shared_buffers: '32MB' }]);
  });

  it('answers many who ask at once in their order, each in the time that one is given, behind a transaction that runs', async () => {
    const thread = await open();
    await thread.query('create table pair (id integer)');
    const order: string[] = [];
    const asked = [
      thread.transaction(async ({ query }) => {
        await query('insert into pair values (1)');
        await query('select pg_sleep(1.2)');
        await query('insert into pair values (2)');
        order.push('transaction');
      }),
      thread.query('select count(*)::int as count, pg_sleep(1.2)::text from pair').then(({ rows }) => {
        expect(rows).toEqual([expect.objectContaining({ count: 2 })]);
        order.push('first');
      }),
      thread.append([{ specimenId: 'nowhere', makes: false, entries: [] }]).catch(({ code }) => order.push(code)),
      thread.query('select pg_sleep(1.2)').then(() => order.push('last')),
    ];
    await Promise.all(asked);
    // There are no tapes in this database.
    expect(order).toEqual(['transaction', 'first', '42P01', 'last']);
    await thread.close();
  });

  it('is replaced where it does not answer, and leaves the process its turns meanwhile', async () => {
    let opened = 0;
    const client = new EmbeddedClient(
      await open(),
      async () => {
        opened += 1;
        // The first try fails, as on a disk that is still full.
        if (opened === 1) throw new Error('no room');
        return open();
      },
      50,
    );
    let turns = 0;
    const ticking = setInterval(() => {
      turns += 1;
    }, 20);
    await expect(client.query(ENDLESS)).rejects.toMatchObject({ code: 'database-gone' });
    clearInterval(ticking);
    expect(turns).toBeGreaterThan(LONGEST_MS / 20 / 4);
    await expect(client.query('select 1')).rejects.toMatchObject({ code: 'database-gone' });
    const answered = async (): Promise<unknown> => {
      const answer = await client.query('select count(*)::int as count from kept').catch(() => undefined);
      return answer ? answer.rows : new Promise((resolve) => setTimeout(resolve, 50)).then(answered);
    };
    expect(await answered()).toEqual([{ count: 1 }]);
    await client.close();
  }, 180_000);

  it('is ended where it does not close', async () => {
    const thread = await open();
    const lost = expect(thread.query(ENDLESS)).rejects.toMatchObject({ code: 'database-gone' });
    // A question is handed to the thread when its turn comes, a moment after it was asked: closed before that, it would be refused.
    await new Promise((resolve) => setTimeout(resolve, 100));
    await thread.close();
    await lost;
    expect(thread.hasEnded).toBe(true);
  }, 180_000);
});
