import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { seededRandom } from '@mindful-probe/core';
import { startServer } from '@mindful-probe/server';
import { httpTarget, SOLVE_BODY, ZIP_TARGET } from './server-targets.ts';
import { CORE_TARGETS, type FuzzTarget } from './targets.ts';

const USAGE = 'npm run fuzz -- [--seconds N] [--seed N] [--only NAME]';
/** Longer for one input is a hang. */
const LONGEST_MS = 1000;
/** So many of a kind are shown. */
const SHOWN = 5;

interface Found {
  readonly what: string;
  readonly input: string;
}

/** Tries one target for a while; the same seed makes the same inputs. */
async function tryOut(
  target: FuzzTarget,
  seed: number,
  seconds: number,
): Promise<{ tried: number; found: readonly Found[]; slowestMs: number }> {
  const random = seededRandom(seed);
  const found: Found[] = [];
  const until = performance.now() + 1000 * seconds;
  let [tried, slowestMs] = [0, 0];
  while (performance.now() < until && found.length < SHOWN) {
    const input = target.make(random);
    const begun = performance.now();
    const shown = () => JSON.stringify(input instanceof Uint8Array ? Buffer.from(input).toString('base64') : input).slice(0, 1500);
    try {
      const answer = await target.run(input);
      if (hasNaN(answer)) found.push({ what: 'NaN in the answer', input: shown() });
    } catch (error) {
      found.push({ what: error instanceof Error ? (error.stack ?? error.message) : String(error), input: shown() });
    }
    const tookMs = performance.now() - begun;
    if (tookMs > LONGEST_MS) found.push({ what: `took ${tookMs.toFixed(0)} ms`, input: shown() });
    slowestMs = Math.max(slowestMs, tookMs);
    tried += 1;
  }
  return { tried, found, slowestMs };
}

function hasNaN(value: unknown, depth = 0): boolean {
  if (typeof value === 'number') return Number.isNaN(value);
  if (typeof value !== 'object' || value === null || depth > 12) return false;
  return Object.values(value).some((inner) => hasNaN(inner, depth + 1));
}

const { values } = parseArgs({
  options: { seconds: { type: 'string', default: '60' }, seed: { type: 'string', default: '1' }, only: { type: 'string' } },
});
const [seconds, seed] = [Number(values.seconds), Number(values.seed)];
if (!(seconds > 0) || !Number.isInteger(seed)) {
  process.stderr.write(`${USAGE}\n`);
  process.exit(2);
}
const folder = mkdtempSync(join(tmpdir(), 'probe-fuzz-'));
const server = await startServer({ place: { folder }, port: 0 });
// The pool that solves starts with its first task.
await fetch(`${server.url}/api/solve`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(SOLVE_BODY),
});
const all = [...CORE_TARGETS, ZIP_TARGET, httpTarget(server.url)];
const targets = all.filter(({ name }) => values.only === undefined || name === values.only);
if (targets.length === 0) process.stderr.write(`There is none called “${values.only}”: ${all.map(({ name }) => name).join(', ')}.\n`);
let bad = targets.length === 0 ? 1 : 0;
for (const target of targets) {
  const { tried, found, slowestMs } = await tryOut(target, seed, seconds / targets.length);
  process.stdout.write(`${target.name}: ${tried} inputs, slowest ${slowestMs.toFixed(0)} ms, ${found.length} found\n`);
  for (const { what, input } of found) process.stdout.write(`  ${what.split('\n').slice(0, 4).join('\n  ')}\n  input ${input}\n`);
  bad += found.length;
}
await server.close();
rmSync(folder, { recursive: true, force: true });
process.exit(bad === 0 ? 0 : 1);
