import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { type Entry, entrySchema } from '@mindful-probe/core';
import { type RunningServer, startServer } from '../src/index.ts';
import { newPlace, removePlaces } from './data-place.ts';

const place = newPlace();
let server: RunningServer;

let serial = 0;
function entry(draft: Record<string, unknown>): Entry {
  serial += 1;
  return entrySchema.parse({ id: `entry-${serial}-h`, at: '2026-03-07T10:00:00Z', ...draft });
}

async function send(id: string, ...drafts: Record<string, unknown>[]): Promise<void> {
  const body = JSON.stringify({ id, entries: drafts.map(entry) });
  const answer = await fetch(`${server.url}/api/specimens`, { method: 'POST', headers: { 'content-type': 'application/json' }, body });
  expect([200, 201]).toContain(answer.status);
}

interface Part {
  readonly specimens: { readonly id: string; readonly lastSeq: number; readonly summary?: { readonly name: string } }[];
  readonly found: number;
  readonly total: number;
}

async function shelf(query = ''): Promise<Part> {
  return (await (await fetch(`${server.url}/api/shelf${query}`)).json()) as Part;
}
const idsOf = ({ specimens }: Part) => specimens.map(({ id }) => id);

/** A clip whose LED has about so many times its rating. */
async function clip(id: string, name: string, ohms: number): Promise<void> {
  await send(
    id,
    { kind: 'name', name },
    { kind: 'part', part: { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 5 } },
    { kind: 'part', part: { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms } },
    { kind: 'part', part: { ref: 'D1', kind: 'led', pins: ['a', 'm'], colour: 'white', rated: { amps: 0.02 } } },
  );
}

beforeAll(async () => {
  server = await startServer({ place, port: 0 });
  await clip('soft-1', 'Soft clip', 470);
  await clip('hard-1', 'Hard clip', 47);
  await clip('fair-1', 'Fair lamp', 100);
  await send('bare-1', { kind: 'name', name: 'A bare one' });
  // Each answer waits a moment for rows that are not worked out; a busy machine takes several.
  for (let tries = 0; tries < 60 && (await shelf()).specimens.some(({ summary }) => !summary); tries++);
}, 180_000);

afterAll(async () => {
  await server.close();
  removePlaces();
}, 180_000);

describe('the shelf', () => {
  it('stands with the hardest driven first and what is not known last, or by name, or by age', async () => {
    expect(idsOf(await shelf())).toEqual(['hard-1', 'fair-1', 'soft-1', 'bare-1']);
    expect(idsOf(await shelf('?sort=name'))).toEqual(['bare-1', 'fair-1', 'hard-1', 'soft-1']);
    expect(idsOf(await shelf('?sort=newest'))).toEqual(['bare-1', 'fair-1', 'hard-1', 'soft-1']);
  });

  it('is found by words, by findings and by stage, and comes in parts that say how many there are', async () => {
    expect(await shelf('?search=CLIP&count=1&from=1')).toMatchObject({ specimens: [{ id: 'soft-1' }], found: 2, total: 4 });
    expect(idsOf(await shelf('?findings=unsafe'))).toEqual(['hard-1']);
    expect(idsOf(await shelf('?stage=claim'))).toEqual(['bare-1']);
    expect(idsOf(await shelf('?drive=over'))).toEqual(['hard-1']);
    expect(idsOf(await shelf('?drive=unknown'))).toEqual(['bare-1']);
    // What wants a reading, and not what has no circuit yet.
    expect(idsOf(await shelf('?due=true&sort=name'))).toEqual(['fair-1', 'hard-1', 'soft-1']);
    expect(await shelf('?search=nowhere')).toMatchObject({ specimens: [], found: 0, total: 4 });
    for (const bad of ['?sort=luck', '?count=0', '?from=-1', '?stage=dream'])
      expect((await fetch(`${server.url}/api/shelf${bad}`)).status).toBe(400);
  });

  it('tells each open page one row that changed', async () => {
    const stop = new AbortController();
    const response = await fetch(`${server.url}/api/shelf/events`, { signal: stop.signal });
    const reader = (response.body as ReadableStream<Uint8Array>).getReader();
    await send('bare-1', { kind: 'name', name: 'Renamed' });
    let heard = '';
    while (!heard.includes('Renamed')) heard += new TextDecoder().decode((await reader.read()).value);
    expect(heard).toMatch(/event: row\n(?:.*\n)?data: \{"row":\{[^\n]*"id":"bare-1"/);
    stop.abort();
  }, 180_000);

  it('is there at once after a restart, as it was worked out', async () => {
    const before = await shelf();
    await server.close();
    server = await startServer({ place, port: 0 });
    expect(await shelf('?wait=false')).toEqual(before);
  }, 180_000);
});
