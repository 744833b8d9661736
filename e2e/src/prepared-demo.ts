import { cpSync, existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { ROOT, startApp } from './harness.ts';

/** The demo as it is a moment after its first start, every row of its shelf worked out. */
const PREPARED = join(ROOT, '.cache', 'e2e-demo');
/** Which build it was made by; missing where it was cut short. */
const MADE_BY = join(ROOT, '.cache', 'e2e-demo-made-by');
/** What is at work on the demo's bench is so by the time of its first start; older than this it is made anew. */
const LONGEST_KEPT_MS = 15 * 60_000;
const [LOOK_MS, LONGEST_ROWS_MS] = [200, 120_000];
/** There while one of the files that run beside each other has it in hand; older than the longest it is one's that was cut short. */
const IN_HAND = join(ROOT, '.cache', 'e2e-demo-in-hand');
const LONGEST_IN_HAND_MS = 2 * LONGEST_ROWS_MS;

/** Fills a new data folder with the demo: started once and copied, so that not every file waits for its first start. */
export async function copyPreparedDemo(folder: string): Promise<void> {
  while (!takeInHand()) await setTimeout(LOOK_MS);
  try {
    if (!isUsable()) await prepare();
    cpSync(PREPARED, folder, { recursive: true });
  } finally {
    rmSync(IN_HAND, { recursive: true, force: true });
  }
}

function takeInHand(): boolean {
  mkdirSync(join(ROOT, '.cache'), { recursive: true });
  try {
    mkdirSync(IN_HAND);
    return true;
  } catch {
    const since = statSync(IN_HAND, { throwIfNoEntry: false })?.mtimeMs ?? Date.now();
    if (Date.now() - since > LONGEST_IN_HAND_MS) rmSync(IN_HAND, { recursive: true, force: true });
    return false;
  }
}

function isUsable(): boolean {
  if (!existsSync(MADE_BY) || readFileSync(MADE_BY, 'utf8') !== build()) return false;
  return Date.now() - Number(readFileSync(join(PREPARED, 'demo-started'), 'utf8')) < LONGEST_KEPT_MS;
}

/** Changes with every change of the source, the demo's tapes among it. */
function build(): string {
  return readFileSync(join(ROOT, '.cache', 'built-server'), 'utf8');
}

async function prepare(): Promise<void> {
  rmSync(MADE_BY, { force: true });
  rmSync(PREPARED, { recursive: true, force: true });
  const app = await startApp('demo', PREPARED);
  const begunMs = performance.now();
  while (!(await hasAllRows(app.url))) {
    if (performance.now() - begunMs > LONGEST_ROWS_MS) throw new Error('The rows of the demo were not worked out.');
    await setTimeout(LOOK_MS);
  }
  await app.stop();
  writeFileSync(MADE_BY, build());
}

async function hasAllRows(url: string): Promise<boolean> {
  const { specimens } = (await (await fetch(`${url}/api/shelf?wait=false&count=100`)).json()) as { specimens: { summary?: object }[] };
  return specimens.every(({ summary }) => summary !== undefined);
}
