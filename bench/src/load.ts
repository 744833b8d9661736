import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { startServer } from '@mindful-probe/server';
import type { LoadPlan, TookMs } from './load-clients.worker.ts';

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
const STREAMS = 200;
const ASKS = 40;
/** Between two entries of one client who enters faster than anybody types. */
const PAUSE_MS = 200;
const LONG_TAPE = 5000;

/**
 * A server with a shelf of so many specimens, and what it takes to enter and to look.
 *
 * @param each entries by each of the clients that enter at once
 */
export async function measureLoad(specimens: number, each: number): Promise<Load> {
  const folder = mkdtempSync(join(tmpdir(), 'probe-load-'));
  mkdirSync(join(folder, 'tapes'));
  const write = (id: string, tape: readonly object[]) =>
    writeFileSync(join(folder, 'tapes', `${id}.jsonl`), tape.map((entry) => `${JSON.stringify(entry)}\n`).join(''));
  for (let index = 0; index < specimens; index++) write(`lamp-${String(index).padStart(6, '0')}`, clip(index));
  write('long-tape', longTape());
  try {
    const built = await timed(() => startServer({ place: { folder }, port: 0 }));
    await built.value.close();
    const started = await timed(() => startServer({ place: { folder }, port: 0 }));
    const { url } = started.value;
    const append = (name: string, clients: number, onTheirOwn: boolean, streams = 0, pauseMs = 0) =>
      ({
        url,
        clients,
        each: clients === 1 ? APPENDS : each,
        streams,
        pauseMs,
        work: { kind: 'append', name: `load-${name}`, onTheirOwn },
      }) as const;
    const look = (path: string) => ({ url, clients: 1, each: ASKS, streams: 0, pauseMs: 0, work: { kind: 'read', path } }) as const;
    const times = [
      await timesOf('append, one client', append('one', 1, false)),
      await timesOf('append, 50 on one', append('same', CLIENTS, false)),
      await timesOf('append, 50 on their own', append('own', CLIENTS, true)),
      await timesOf('the same, 200 listening', append('heard', CLIENTS, true, STREAMS)),
      await timesOf('the same, with pauses', append('paused', CLIENTS, true, STREAMS, PAUSE_MS)),
      await timesOf('shelf, first part', look('/api/shelf?wait=false')),
      await timesOf('shelf, searched', look('/api/shelf?wait=false&search=number%2077&sort=name')),
      await timesOf('tape of 5,000 entries', look('/api/specimens/long-tape/tape')),
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

async function timesOf(name: string, plan: LoadPlan): Promise<LoadTimes> {
  const worker = new Worker(new URL('./load-clients.worker.js', import.meta.url), { workerData: plan });
  const took = await new Promise<TookMs>((resolve, reject) => worker.once('message', resolve).once('error', reject));
  const sorted = took.toSorted((a, b) => a - b);
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] as number;
  return { name, medianMs: at(0.5), p99Ms: at(0.99) };
}

function longTape(): readonly object[] {
  const notes = Array.from({ length: LONG_TAPE - 5 }, (_, index) => ({ kind: 'note', text: `Note ${index} of a long day` }));
  return [...clip(0), ...notes].map((draft, line) => ({ ...draft, id: `entry-long-${line}-l`, at: '2026-03-07T10:00:00Z' }));
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
