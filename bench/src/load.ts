import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startServer } from '@mindful-probe/server';

/** Times of requests, ms. */
interface LoadTimes {
  readonly name: string;
  readonly medianMs: number;
  /** 99 of 100 are quicker. */
  readonly p99Ms: number;
}

export interface Load {
  readonly specimens: number;
  /** From the files alone, as after a database that broke. */
  readonly rebuildMs: number;
  readonly startMs: number;
  readonly times: readonly LoadTimes[];
}

const APPENDS = 400;
const CLIENTS = 50;
const EACH = 20;
const ASKS = 40;

/** A server with a shelf of so many specimens, and what it takes to enter and to look. */
export async function measureLoad(specimens: number): Promise<Load> {
  const folder = mkdtempSync(join(tmpdir(), 'probe-load-'));
  mkdirSync(join(folder, 'tapes'));
  for (let index = 0; index < specimens; index++) {
    const lines = clip(index).map((entry) => `${JSON.stringify(entry)}\n`);
    writeFileSync(join(folder, 'tapes', `lamp-${String(index).padStart(6, '0')}.jsonl`), lines.join(''));
  }
  try {
    const built = await timed(() => startServer({ place: { folder }, port: 0 }));
    await built.value.close();
    const started = await timed(() => startServer({ place: { folder }, port: 0 }));
    const { url } = started.value;
    const times = [
      await timesOf('append, one client', 1, APPENDS, (_, turn) => append(url, 'load-one', `one-${turn}`)),
      await timesOf('append, 50 on one', CLIENTS, EACH, (client, turn) => append(url, 'load-same', `same-${client}-${turn}`)),
      await timesOf('append, 50 on their own', CLIENTS, EACH, (client, turn) => append(url, `load-own-${client}`, `own-${turn}`)),
      await timesOf('shelf, first part', 1, ASKS, () => read(`${url}/api/shelf?wait=false`)),
      await timesOf('shelf, searched', 1, ASKS, () => read(`${url}/api/shelf?wait=false&search=number%2077&sort=name`)),
    ];
    await started.value.close();
    return { specimens, rebuildMs: built.ms, startMs: started.ms, times };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

async function timed<T>(work: () => Promise<T>): Promise<{ readonly value: T; readonly ms: number }> {
  const begun = performance.now();
  const value = await work();
  return { value, ms: performance.now() - begun };
}

async function timesOf(
  name: string,
  clients: number,
  each: number,
  work: (client: number, turn: number) => Promise<void>,
): Promise<LoadTimes> {
  const took: number[] = [];
  const run = async (client: number) => {
    for (let turn = 0; turn < each; turn++) took.push((await timed(() => work(client, turn))).ms);
  };
  await Promise.all(Array.from({ length: clients }, (_, client) => run(client)));
  took.sort((a, b) => a - b);
  const at = (share: number) => took[Math.min(took.length - 1, Math.floor(share * took.length))] as number;
  return { name, medianMs: at(0.5), p99Ms: at(0.99) };
}

async function append(url: string, id: string, text: string): Promise<void> {
  const entries = [{ id: `note-${text}`, at: '2026-03-07T10:00:00Z', kind: 'note', text: 'a line as it is typed' }];
  const headers = { 'content-type': 'application/json' };
  const answer = await fetch(`${url}/api/specimens`, { method: 'POST', headers, body: JSON.stringify({ id, entries }) });
  if (!answer.ok) throw new Error(`An append was answered with ${answer.status}.`);
  await answer.arrayBuffer();
}

async function read(url: string): Promise<void> {
  await (await fetch(url)).arrayBuffer();
}

function clip(index: number): readonly object[] {
  const at = '2026-03-07T10:00:00Z';
  const part = (fields: object) => ({ kind: 'part', part: fields });
  return [
    { kind: 'name', name: `Lamp number ${index}` },
    { kind: 'claim', field: 'watts', value: 3, source: 'box' },
    part({ ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 5 }),
    part({ ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 39 + (index % 100) }),
    part({ ref: 'D1', kind: 'led', pins: ['a', 'm'], colour: 'white', rated: { amps: 0.03 } }),
  ].map((draft, line) => ({ id: `entry-${index}-${line}-l`, at, ...draft }));
}
