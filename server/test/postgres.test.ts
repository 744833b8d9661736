import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { type Entry, entrySchema } from '@mindful-probe/core';
import sharp from 'sharp';
import { type RunningServer, startServer } from '../src/index.ts';
import { hasPostgres, PostgresCluster } from './postgres-cluster.ts';

let serial = 0;
function note(text: string): Entry {
  serial += 1;
  return entrySchema.parse({ id: `note-${serial}-p`, at: '2026-03-07T10:00:00Z', kind: 'note', text });
}

async function send(url: string, id: string, entries: readonly Entry[]): Promise<number> {
  const headers = { 'content-type': 'application/json' };
  return (await fetch(`${url}/api/specimens`, { method: 'POST', headers, body: JSON.stringify({ id, entries }) })).status;
}

async function tapeOf(url: string, id: string): Promise<Entry[]> {
  const { lines } = (await (await fetch(`${url}/api/specimens/${id}/tape`)).json()) as { lines: { entry: Entry }[] };
  return lines.map(({ entry }) => entry);
}

// Where Debian's package is not there, there is nothing to try it on.
(hasPostgres ? describe : describe.skip)('two servers on one PostgreSQL', () => {
  let cluster: PostgresCluster;
  let one: RunningServer;
  let two: RunningServer;

  beforeAll(async () => {
    cluster = new PostgresCluster();
    const place = { url: cluster.newDatabase() };
    [one, two] = await Promise.all([startServer({ place, port: 0 }), startServer({ place, port: 0 })]);
  }, 120_000);

  afterAll(async () => {
    await one?.close();
    await two?.close();
    cluster?.remove();
  }, 180_000);

  it('start at once on an empty one, and see one shelf', async () => {
    const entries = [note('by the first'), note('by the first, too')];
    expect(await send(one.url, 'clip-1', entries)).toBe(201);
    expect(await tapeOf(two.url, 'clip-1')).toEqual(entries);
    expect(await send(two.url, 'clip-1', [note('by the second')])).toBe(200);
    expect(await tapeOf(one.url, 'clip-1')).toHaveLength(3);
  });

  it('give each entry one place, whoever takes it', async () => {
    const notes = Array.from({ length: 40 }, (_, index) => note(`n${index}`));
    await Promise.all(notes.map((entry, index) => send(index % 2 === 0 ? one.url : two.url, 'clip-2', [entry])));
    const tape = await tapeOf(one.url, 'clip-2');
    expect(new Set(tape.map(({ id }) => id)).size).toBe(40);
    expect(await tapeOf(two.url, 'clip-2')).toEqual(tape);
  });

  it('tell the tabs of the other what landed', async () => {
    await send(one.url, 'clip-3', [note('first')]);
    const stop = new AbortController();
    const response = await fetch(`${two.url}/api/specimens/clip-3/events`, { signal: stop.signal });
    const reader = (response.body as ReadableStream<Uint8Array>).getReader();
    const pushed = note('pushed over');
    await send(one.url, 'clip-3', [pushed]);
    let heard = '';
    while (!heard.includes(pushed.id)) heard += new TextDecoder().decode((await reader.read()).value);
    stop.abort();
  }, 180_000);

  it('show each other’s pictures', async () => {
    const photo = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#4F6F3A' } })
      .jpeg()
      .toBuffer();
    const form = new FormData();
    form.append('file', new Blob([new Uint8Array(photo)]), 'board.jpg');
    const { hash } = (await (await fetch(`${one.url}/api/pictures`, { method: 'POST', body: form })).json()) as { hash: string };
    for (const size of ['whole', 'thumbnail']) {
      const picture = await fetch(`${two.url}/api/pictures/${hash}?size=${size}`);
      expect(picture.status).toBe(200);
      expect((await sharp(Buffer.from(await picture.arrayBuffer())).metadata()).width).toBe(60);
    }
  });

  it('ride out a database that goes and comes back, with a word meanwhile', async () => {
    const before = await tapeOf(one.url, 'clip-1');
    cluster.stop();
    const entry = note('while it was away');
    expect(await send(one.url, 'clip-1', [entry])).toBe(503);
    const away = await fetch(`${two.url}/api/specimens/clip-1/tape`);
    expect([away.status, ((await away.json()) as { code: string }).code]).toEqual([503, 'database-gone']);
    cluster.start();
    expect(await send(one.url, 'clip-1', [entry])).toBe(200);
    expect(await tapeOf(two.url, 'clip-1')).toEqual([...before, entry]);
  }, 180_000);
});
