import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { type Entry, entrySchema, parseTape } from '@mindful-probe/core';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { type RunningServer, startServer } from '../src/index.ts';
import { newPlace, onPostgres, removePlaces } from './data-place.ts';

const folders: string[] = [];
const place = newPlace();
let server: RunningServer;

function newFolder(): string {
  const made = mkdtempSync(join(tmpdir(), 'probe-server-'));
  folders.push(made);
  return made;
}

beforeAll(async () => {
  server = await startServer({ place, port: 0 });
}, 180_000);

afterAll(async () => {
  await server.close();
  removePlaces();
  for (const made of folders) rmSync(made, { recursive: true, force: true });
}, 180_000);

let serial = 0;
function entry(draft: Record<string, unknown>): Entry {
  serial += 1;
  return entrySchema.parse({ id: `entry-${serial}-s`, at: '2026-03-07T10:00:00Z', ...draft });
}

async function call(path: string, init: RequestInit = {}): Promise<{ status: number; type: string; body: Record<string, unknown> }> {
  const response = await fetch(`${server.url}${path}`, init);
  return {
    status: response.status,
    type: response.headers.get('content-type') ?? '',
    body: (await response.json()) as Record<string, unknown>,
  };
}

function post(path: string, body: unknown, headers: Record<string, string> = {}) {
  return call(path, { method: 'POST', headers: { 'content-type': 'application/json', ...headers }, body: JSON.stringify(body) });
}

async function tapeOf(id: string): Promise<{ seq: number; entry: Entry }[]> {
  return (await call(`/api/specimens/${id}/tape`)).body.lines as { seq: number; entry: Entry }[];
}

function upload(bytes: Uint8Array) {
  const form = new FormData();
  form.append('file', new Blob([Buffer.from(bytes)]), 'specimen.zip');
  return call('/api/import', { method: 'POST', body: form });
}

describe('a tape', () => {
  it('is made with its first entry and grows, each entry with its place', async () => {
    const name = entry({ kind: 'name', name: 'Clip' });
    expect((await post('/api/specimens', { id: 'clip-1', entries: [name] })).status).toBe(201);
    const claim = entry({ kind: 'claim', field: 'watts', value: 3, source: 'box' });
    const answer = await post('/api/specimens/clip-1/tape', { entries: [claim] });
    expect(answer).toMatchObject({ status: 200, body: { landed: [{ id: claim.id, seq: 2 }] } });
    expect(await tapeOf('clip-1')).toEqual([
      { seq: 1, entry: name },
      { seq: 2, entry: claim },
    ]);
  });

  it('takes an entry sent twice once, and says where it landed the first time', async () => {
    await post('/api/specimens', { id: 'clip-2', entries: [entry({ kind: 'name', name: 'Clip' })] });
    const note = entry({ kind: 'note', text: 'once' });
    const [first, second] = [
      await post('/api/specimens/clip-2/tape', { entries: [note] }),
      await post('/api/specimens/clip-2/tape', { entries: [note] }),
    ];
    expect(second.body).toEqual(first.body);
    expect(await tapeOf('clip-2')).toHaveLength(2);
  });

  it('refuses another entry under a taken id, and appends nothing of that request', async () => {
    await post('/api/specimens', { id: 'clip-3', entries: [entry({ kind: 'name', name: 'Clip' })] });
    const note = entry({ kind: 'note', text: 'one' });
    await post('/api/specimens/clip-3/tape', { entries: [note] });
    const clash = await post('/api/specimens/clip-3/tape', { entries: [entry({ kind: 'note', text: 'fresh' }), { ...note, text: 'two' }] });
    expect(clash).toMatchObject({ status: 409, type: expect.stringContaining('application/problem+json'), body: { code: 'entry-clash' } });
    expect(await tapeOf('clip-3')).toHaveLength(2);
  });

  it('loses nothing when two tabs append at once, and leaves no gap', async () => {
    await post('/api/specimens', { id: 'clip-4', entries: [entry({ kind: 'name', name: 'Clip' })] });
    const notes = Array.from({ length: 40 }, (_, index) => entry({ kind: 'note', text: `n${index}` }));
    await Promise.all(notes.map((note) => post('/api/specimens/clip-4/tape', { entries: [note] })));
    const tape = await tapeOf('clip-4');
    expect(tape.map(({ seq }) => seq)).toEqual(Array.from({ length: 41 }, (_, index) => index + 1));
    expect(new Set(tape.map((line) => line.entry.id)).size).toBe(41);
  });

  it('tells open tabs what landed', async () => {
    await post('/api/specimens', { id: 'clip-5', entries: [entry({ kind: 'name', name: 'Clip' })] });
    const stop = new AbortController();
    const response = await fetch(`${server.url}/api/specimens/clip-5/events`, { signal: stop.signal });
    const reader = (response.body as ReadableStream<Uint8Array>).getReader();
    const note = entry({ kind: 'note', text: 'pushed' });
    await post('/api/specimens/clip-5/tape', { entries: [note] });
    let heard = '';
    while (!heard.includes(note.id)) heard += new TextDecoder().decode((await reader.read()).value);
    expect(heard).toMatch(/event: hello[\s\S]*event: lines/);
    stop.abort();
  });
});

describe('bad requests are problem details that name the field', () => {
  it.each([
    ['an entry of no kind', { entries: [{ kind: 'dream' }] }, 'entries.0'],
    ['no entries', { entries: [] }, 'entries'],
    [
      'a part with a negative resistance',
      {
        entries: [
          { id: 'entry-bad', at: '2026-03-07T10:00:00Z', kind: 'part', part: { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: -4 } },
        ],
      },
      'ohms',
    ],
  ])('%s', async (_, body, path) => {
    const answer = await post('/api/specimens/clip-1/tape', body);
    expect(answer).toMatchObject({ status: 400, body: { code: 'bad-request', path: expect.stringContaining(path) } });
  });

  it('an unknown specimen, broken JSON, an address that is none', async () => {
    expect(await call('/api/specimens/nowhere/tape')).toMatchObject({ status: 404, body: { code: 'specimen-not-found' } });
    const broken = await call('/api/specimens', { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{' });
    expect(broken).toMatchObject({ status: 400, body: { code: 'bad-request' } });
    expect((await call('/api/nothing')).status).toBe(404);
  });

  it('a page of another site', async () => {
    const answer = await post(
      '/api/specimens',
      { id: 'clip-9', entries: [entry({ kind: 'name', name: 'x' })] },
      { origin: 'http://elsewhere.example' },
    );
    expect(answer).toMatchObject({ status: 403, body: { code: 'foreign-request' } });
  });
});

describe('export and import', () => {
  it('a specimen’s ZIP read into an empty shelf gives the same specimen', async () => {
    const entries = [
      entry({ kind: 'name', name: 'Rear light' }),
      entry({ kind: 'part', part: { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'AAA', series: 2 } }),
      entry({ kind: 'part', part: { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 10 } }),
      entry({ kind: 'part', part: { ref: 'D1', kind: 'led', pins: ['a', 'm'], colour: 'red', parallel: 3 } }),
    ];
    await post('/api/specimens', { id: 'rear-1', entries });
    const zip = new Uint8Array(await (await fetch(`${server.url}/api/specimens/rear-1/export.zip`)).arrayBuffer());
    expect(Object.keys(unzipSync(zip)).sort()).toEqual([
      'drive-ruler.svg',
      'heat-path.svg',
      'netlist.txt',
      'parts.csv',
      'readings.csv',
      'schematic.svg',
      'specimen.circuit.json',
      'specimen.tape.json',
      'watt-plan.svg',
      'write-up.md',
    ]);

    const other = await startServer({ place: newPlace(), port: 0 });
    try {
      const form = new FormData();
      form.append('file', new Blob([zip]), 'rear.zip');
      const answer = await fetch(`${other.url}/api/import`, { method: 'POST', body: form });
      expect(await answer.json()).toEqual({ id: 'rear-1', name: 'Rear light', created: true, added: 4 });
      const tape = (await (await fetch(`${other.url}/api/specimens/rear-1/tape`)).json()) as { lines: { entry: Entry }[] };
      expect(tape.lines.map((line) => line.entry)).toEqual(entries);
    } finally {
      await other.close();
    }
  }, 180_000);

  it('the same again adds nothing', async () => {
    const zip = new Uint8Array(await (await fetch(`${server.url}/api/specimens/rear-1/export.zip`)).arrayBuffer());
    expect(await upload(zip)).toMatchObject({ body: { created: false, added: 0 } });
  });

  it('a Markdown write-up carries its schematic', async () => {
    const text = await (await fetch(`${server.url}/api/specimens/rear-1/write-up.md`)).text();
    const picture = /data:image\/svg\+xml;base64,([A-Za-z0-9+/=]+)/.exec(text)?.[1] ?? '';
    expect(Buffer.from(picture, 'base64').toString()).toMatch(/^<svg[\s\S]*R1[\s\S]*<\/svg>/);
  });

  it.each([
    ['md', 'text/markdown', /^# Rear light/],
    ['html', 'text/html', /^<!doctype html>[\s\S]*<h1>Rear light<\/h1>/],
    ['txt', 'text/plain', /^Rear light\n=+\n/],
    ['pdf', 'application/pdf', /^%PDF-/],
  ])('a write-up leaves as .%s, the slip too', async (extension, type, begins) => {
    for (const query of ['', '?length=slip']) {
      const answer = await fetch(`${server.url}/api/specimens/rear-1/write-up.${extension}${query}`);
      expect([answer.status, answer.headers.get('content-type')]).toEqual([200, expect.stringContaining(type)]);
      expect(answer.headers.get('content-disposition')).toContain(query === '' ? 'rear-1.' : 'rear-1.slip.');
      expect(await answer.text()).toMatch(begins);
    }
  });

  it.each([
    '/api/specimens/rear-1/write-up.docx',
    '/api/specimens/rear-1/write-up.md?length=long',
    '/api/specimens/rear-1/write-up.pdf?paper=A0',
  ])('refuses %s in words', async (path) => {
    const answer = await fetch(`${server.url}${path}`);
    expect([answer.status, typeof ((await answer.json()) as { code: unknown }).code]).toEqual([400, 'string']);
  });

  it('a label carries the name and the day', async () => {
    const label = await (await fetch(`${server.url}/api/specimens/rear-1/label.svg`)).text();
    expect(label).toMatch(/^<svg [\s\S]*Rear light[\s\S]*\d{4}-\d\d-\d\d[\s\S]*<\/svg>$/);
    expect(label).not.toContain('ALTERED');
  });

  it('two specimens leave compared; one, seven and one that is not there are refused', async () => {
    await post('/api/specimens', {
      id: 'rear-2',
      entries: [
        entry({ kind: 'name', name: 'Rear light, second' }),
        entry({ kind: 'part', part: { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'AAA', series: 2 } }),
        entry({ kind: 'part', part: { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 22 } }),
        entry({ kind: 'part', part: { ref: 'D1', kind: 'led', pins: ['a', 'm'], colour: 'red', parallel: 3 } }),
      ],
    });
    const compared = (await call('/api/compare.json?of=rear-1,rear-2')).body as { changes: { ref: string }[] };
    expect(compared).toMatchObject({ format: 'mindful-probe.comparison', columns: [{ specimen: 'rear-1' }, { specimen: 'rear-2' }] });
    expect(compared.changes.map(({ ref }) => ref)).toEqual(['R1']);
    expect(await (await fetch(`${server.url}/api/compare.csv?of=rear-1:0,rear-2`)).text()).toMatch(
      /^Subject,Rear light,"Rear light, second",Better/,
    );
    const status = async (of: string) => (await fetch(`${server.url}/api/compare.md?of=${of}`)).status;
    expect([
      await status('rear-1'),
      await status('rear-1,nowhere-1'),
      await status('../x,y'),
      await status(Array(7).fill('rear-1').join(',')),
    ]).toEqual([422, 404, 400, 400]);
  });

  it.each([
    ['a broken ZIP', strToU8('PK\u0003\u0004 and then nothing of it'), 'broken-zip'],
    ['a ZIP of something else', zipSync({ 'holiday.txt': strToU8('sea') }), 'no-tape'],
    ['a ZIP whose tape is rubbish', zipSync({ 'specimen.tape.json': strToU8('{"format":"x"}') }), 'bad-document'],
    ['plain rubbish', strToU8('hello'), 'bad-json'],
  ])('refuses %s and changes nothing', async (_, bytes, code) => {
    // Rows may be summed up meanwhile; what is on the tapes does not change.
    const tapes = async () => {
      const { specimens } = (await call('/api/shelf')).body as { specimens: { id: string; lastSeq: number }[] };
      return specimens.map(({ id, lastSeq }) => `${id} ${lastSeq}`).sort();
    };
    const before = await tapes();
    expect(await upload(bytes)).toMatchObject({ status: 422, body: { code } });
    expect(await tapes()).toEqual(before);
  });

  it('an export is a valid tape document', async () => {
    const zip = new Uint8Array(await (await fetch(`${server.url}/api/specimens/rear-1/export.zip`)).arrayBuffer());
    expect(parseTape(JSON.parse(strFromU8(unzipSync(zip)['specimen.tape.json'] as Uint8Array))).ok).toBe(true);
  });
});

describe('the table of marks', () => {
  const put = (marks: unknown) =>
    call('/api/marks', { method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ marks }) });

  it('keeps a mark once a body, the later word standing, and lets it go', async () => {
    const first = { mark: 'K7B', package: 'sot23-5', what: 'a guess' };
    await put([first, { mark: 'A1', what: 'a diode' }]);
    const { body } = await put([{ ...first, mark: 'k7b', what: 'a driver', referenceVolts: 0.095 }]);
    expect(body.marks).toEqual([
      { mark: 'A1', what: 'a diode' },
      { mark: 'k7b', package: 'sot23-5', what: 'a driver', referenceVolts: 0.095 },
    ]);
    const left = await call(`/api/marks/${encodeURIComponent('K7B SOT23-5')}`, { method: 'DELETE' });
    expect(left.body.marks).toEqual([{ mark: 'A1', what: 'a diode' }]);
    expect((await call('/api/marks')).body.marks).toEqual(left.body.marks);
  });

  it('refuses what is no mark, and keeps nothing of that request', async () => {
    const { status, body } = await put([{ mark: 'B2', what: 'fine' }, { mark: 'B3' }]);
    expect(status).toBe(400);
    expect(JSON.stringify(body)).toContain('what');
    expect(JSON.stringify((await call('/api/marks')).body)).not.toContain('B2');
  });
});

it('own meters are kept by name, and refused without a range', async () => {
  const put = (meters: unknown) =>
    call('/api/meters', { method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ meters }) });
  const meter = { name: 'Yellow one', role: 'probes', ranges: [{ unit: 'volts', percent: 1, digits: 3, inputOhms: 1e6 }] };
  expect((await put([meter, { ...meter, name: 'yellow ONE', trueRms: true }])).body.meters).toMatchObject([
    { name: 'yellow ONE', trueRms: true },
  ]);
  expect((await put([{ ...meter, ranges: [] }])).status).toBe(400);
  expect((await call('/api/meters/yellow%20one', { method: 'DELETE' })).body.meters).toEqual([]);
  expect((await call('/api/marks')).body.marks).not.toEqual([]);
});

describe('the place of the data', () => {
  // A database of the group's own takes several.
  (onPostgres ? it.skip : it)('is refused to a second writer, in words', async () => {
    await expect(startServer({ place, port: 0 })).rejects.toThrow(/already writing to/);
  });

  it('keeps everything over a stop, and a busy port gives way to the next', async () => {
    const own = newPlace();
    const tapes = newFolder();
    writeFileSync(
      join(tapes, 'a.tape.json'),
      JSON.stringify({ format: 'mindful-probe.tape', version: 1, specimen: 'kept-1', entries: [entry({ kind: 'name', name: 'Kept' })] }),
    );
    const first = await startServer({ place: own, port: 0, tapeFolder: tapes });
    await first.close();
    const port = Number(new URL(server.url).port);
    const second = await startServer({ place: own, port });
    try {
      expect(second.movedPort).toBe(true);
      const shelf = (await (await fetch(`${second.url}/api/shelf`)).json()) as { specimens: { id: string }[] };
      expect(shelf.specimens.map(({ id }) => id)).toEqual(['kept-1']);
      const tape = (await (await fetch(`${second.url}/api/specimens/kept-1/tape`)).json()) as { lines: { entry: Entry }[] };
      expect(tape.lines.map((line) => line.entry)).toMatchObject([{ kind: 'name', name: 'Kept' }]);
    } finally {
      await second.close();
    }
  }, 180_000);
});

it('the API describes itself', async () => {
  const { body } = await call('/api/openapi.json');
  expect(Object.keys(body.paths as object)).toEqual(
    expect.arrayContaining(['/api/shelf', '/api/specimens', '/api/specimens/{id}/tape', '/api/import']),
  );
});

describe('computation in the pool', () => {
  const dropper = {
    format: 'mindful-probe.circuit',
    version: 1,
    parts: [
      { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 },
      { ref: 'C1', kind: 'capacitor', pins: ['L', 'a'], farads: 1e-6 },
      { ref: 'B1', kind: 'bridge', pins: ['a', 'N', 'p', 'm'] },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'm'], ohms: 1000 },
    ],
  };

  it('gives the solution that the core gives', async () => {
    const { status, body } = await post('/api/solve', { circuit: dropper, sensitivity: 'R1.amps.avg' });
    expect(status).toBe(200);
    expect(body).toMatchObject({ regime: 'periodic', seconds: 0.02, sensitivity: { figure: 'R1.amps.avg' } });
  }, 180_000);

  it('tells its progress line by line, the solution last', async () => {
    const response = await fetch(`${server.url}/api/solve`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', accept: 'application/x-ndjson' },
      body: JSON.stringify({ circuit: dropper, course: { from: 'cold', seconds: 0.5 } }),
    });
    const lines = (await response.text())
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as Record<string, unknown>);
    expect(lines.length).toBeGreaterThan(2);
    expect(lines.slice(0, -1).every(({ progress }) => typeof progress === 'number')).toBe(true);
    expect(lines[lines.length - 1]).toMatchObject({ solution: { finalState: { C1: { volts: expect.any(Number) } } } });
  }, 180_000);

  it('stops when the one who asked hangs up, and answers the next', async () => {
    const hangUp = new AbortController();
    const started = Date.now();
    const long = fetch(`${server.url}/api/solve`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ circuit: dropper, course: { from: 'cold', seconds: 400 } }),
      signal: hangUp.signal,
    });
    setTimeout(() => hangUp.abort(), 300);
    await expect(long).rejects.toThrow();
    const next = await post('/api/solve', { circuit: dropper });
    expect(next.status).toBe(200);
    expect(Date.now() - started).toBeLessThan(30_000);
  }, 180_000);

  it.each([
    ['two ideal sources at odds', [{ ...dropper.parts[0], ref: 'V2', voltsRms: 100 }, dropper.parts[0]], 422, 'contradiction'],
    ['one ref twice', [dropper.parts[0], dropper.parts[0]], 422, 'duplicate-ref'],
    ['an unknown kind', [{ ref: 'X1', kind: 'tube', pins: ['a', 'b'] }], 400, 'bad-request'],
  ])('refuses %s in words', async (_, parts, status, code) => {
    const refused = await post('/api/solve', { circuit: { ...dropper, parts } });
    expect(refused).toMatchObject({ status, body: { code } });
  });
});

describe('what no client of ours sends', () => {
  const json = { 'content-type': 'application/json' };
  const mark = (text: string) => JSON.stringify({ marks: [{ mark: text, what: 'x' }] });
  it.each([
    ['a NUL in an address', '/api/marks/K7B%00', { method: 'DELETE' }],
    ['a NUL in a specimen’s id', '/api/specimens/clip%00/tape', {}],
    ['a NUL in a mark', '/api/marks', { method: 'PUT', headers: json, body: mark('K\u0000B') }],
    ['a place beyond what is counted', '/api/specimens/clip-1/tape?after=3000000000', {}],
    [
      'a character set that is none',
      '/api/marks',
      { method: 'PUT', headers: { 'content-type': 'application/json; charset=nowhere' }, body: mark('K') },
    ],
    [
      'a mapped address of another network',
      '/api/instruments',
      { method: 'PUT', headers: json, body: '{"address":"[::ffff:8.8.8.8]:5025"}' },
    ],
    ['a mapped address that is none', '/api/instruments', { method: 'PUT', headers: json, body: '{"address":"[::ffff:1.2.3]:5025"}' }],
    ['an escape that is none', '/api/marks/%ff', { method: 'DELETE' }],
  ] as [string, string, RequestInit][])('%s is answered in words, and not as an error of ours', async (_, path, init) => {
    const { status, type, body } = await call(path, init);
    expect([status >= 400 && status < 500, type]).toEqual([true, expect.stringContaining('application/problem+json')]);
    expect(body.detail).toEqual(expect.any(String));
  });
});
