import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { type Stock, stockFromLine, stockKey } from '@mindful-probe/core';
import { type RunningServer, startServer } from '../src/index.ts';
import { newPlace, onPostgres, removePlaces } from './data-place.ts';

const place = newPlace();
let server: RunningServer;

beforeAll(async () => {
  server = await startServer({ place, port: 0 });
}, 180_000);

afterAll(async () => {
  await server.close();
  removePlaces();
}, 180_000);

interface Answer {
  readonly status: number;
  readonly body: { readonly drawer: readonly Stock[]; readonly code?: string; readonly detail?: string };
}

async function call(path = '', method = 'GET', body?: unknown): Promise<Answer> {
  const response = await fetch(`${server.url}/api/drawer${path}`, {
    method,
    ...(body !== undefined && { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
  });
  return { status: response.status, body: (await response.json()) as Answer['body'] };
}

function stock(line: string): Stock {
  const read = stockFromLine(line);
  if (typeof read === 'string') throw new Error(read);
  return read;
}

const resistor = stock('10 x 33r 0.25w in strip 2B');
const key = stockKey(resistor);
const there = (answer: Answer, of = key) => answer.body.drawer.find((item) => stockKey(item) === of);

describe('the drawer', () => {
  it('adds to what is there of the same part in the same place', async () => {
    expect(there(await call('', 'POST', { drawer: [{ ...resistor, count: 4 }] }))?.count).toBe(4);
    expect(there(await call('', 'POST', { drawer: [{ ...resistor, count: 6 }] }))?.count).toBe(10);
    const elsewhere = stock('3 x 33r 0.25w in tin');
    expect(there(await call('', 'POST', { drawer: [elsewhere] }), stockKey(elsewhere))?.count).toBe(3);
  });

  it('takes what an entry puts there once, however often it is said', async () => {
    const led = stock('3 x led white 2835 in box 3');
    const say = (by: string) => call('', 'POST', { drawer: [led], by });
    await say('entry-keep-1');
    expect(there(await say('entry-keep-1'), stockKey(led))?.count).toBe(3);
    expect(there(await say('entry-keep-2'), stockKey(led))?.count).toBe(6);
    await call(`/${encodeURIComponent(stockKey(led))}`, 'DELETE');
  });

  it('gives back what an undone entry put there, as far as it is free, once', async () => {
    const led = stock('4 x led white 3528 in box 3');
    const ledKey = stockKey(led);
    await call('', 'POST', { drawer: [led], by: 'entry-keep-3' });
    await call('', 'POST', { drawer: [{ ...led, count: 2 }] });
    // What another entry put there is none of its business.
    expect(there(await call('/take-back', 'POST', { drawer: [led], by: 'entry-keep-4' }), ledKey)?.count).toBe(6);
    await call('/reserve', 'POST', { by: 'way-five', needs: [{ key: ledKey, count: 3 }] });
    expect(there(await call('/take-back', 'POST', { drawer: [led], by: 'entry-keep-3' }), ledKey)).toMatchObject({ count: 3, from: [] });
    expect(there(await call('/take-back', 'POST', { drawer: [led], by: 'entry-keep-3' }), ledKey)?.count).toBe(3);
    // Done again it puts them there again.
    expect(there(await call('', 'POST', { drawer: [led], by: 'entry-keep-3' }), ledKey)?.count).toBe(7);
    await call('/settle', 'POST', { by: 'way-five', used: false });
    await call(`/${encodeURIComponent(ledKey)}`, 'DELETE');
  });

  it('never goes below nothing: of twenty at once from two tabs, ten go', async () => {
    const answers = await Promise.all(Array.from({ length: 20 }, () => call('/count', 'POST', { key, by: -1 })));
    expect(answers.filter(({ status }) => status === 200)).toHaveLength(10);
    expect(answers.filter(({ status, body }) => status === 409 && body.code === 'not-enough')).toHaveLength(10);
    expect(there(await call())?.count).toBe(0);
    await call('/count', 'POST', { key, by: 10 });
  });

  it('what a way takes is promised to it, all or none, and not to another', async () => {
    const reserved = await call('/reserve', 'POST', { by: 'way-one', needs: [{ key, count: 8 }] });
    expect(there(reserved)).toMatchObject({ count: 10, reserved: [{ by: 'way-one', count: 8 }] });
    const other = stockKey(stock('3 x 33r 0.25w in tin'));
    const refused = await call('/reserve', 'POST', {
      by: 'way-two',
      needs: [
        { key: other, count: 1 },
        { key, count: 3 },
      ],
    });
    expect(refused).toMatchObject({ status: 409, body: { code: 'not-enough' } });
    expect(there(await call(), other)?.reserved ?? []).toEqual([]);
    expect((await call('/count', 'POST', { key, by: -3 })).status).toBe(409);
    // Said again by the same way it takes the place of what it said first.
    expect(there(await call('/reserve', 'POST', { by: 'way-one', needs: [{ key, count: 2 }] }))?.reserved).toEqual([
      { by: 'way-one', count: 2 },
    ]);
  });

  it('undone it comes back, done it is out', async () => {
    expect(there(await call('/settle', 'POST', { by: 'way-one', used: false }))).toMatchObject({ count: 10, reserved: [] });
    await call('/reserve', 'POST', { by: 'way-three', needs: [{ key, count: 4 }] });
    expect(there(await call('/settle', 'POST', { by: 'way-three', used: true }))).toMatchObject({ count: 6, reserved: [] });
    // Twice is as good as once.
    expect(there(await call('/settle', 'POST', { by: 'way-three', used: true }))?.count).toBe(6);
  });

  it.each([
    [{ drawer: [] }, 400],
    [{ drawer: [{ ...resistor, count: -1 }] }, 400],
    [{ drawer: [{ ...resistor, count: 0.5 }] }, 400],
    [{ drawer: [{ part: { kind: 'flux' }, count: 1 }] }, 400],
    [{ drawer: [{ ...resistor, reserved: [{ by: 'me', count: 1 }] }] }, 400],
  ])('refuses %j', async (body, status) => {
    expect((await call('', 'POST', body)).status).toBe(status);
  });

  it('names what is not there', async () => {
    expect(await call('/count', 'POST', { key: 'nothing', by: 1 })).toMatchObject({ status: 404, body: { code: 'stock-not-found' } });
    expect((await call(`/${encodeURIComponent(stockKey(stock('3 x 33r 0.25w in tin')))}`, 'DELETE')).body.drawer).toHaveLength(1);
  });

  it('is there after a start anew, also where the database was lost', async () => {
    if (onPostgres || !('folder' in place)) return;
    await server.close();
    rmSync(join(place.folder, 'database'), { recursive: true, force: true });
    server = await startServer({ place, port: 0 });
    expect(there(await call())?.count).toBe(6);
  }, 180_000);
});
