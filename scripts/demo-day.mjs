// The demo's specimens in a folder of their own, the times of those at work on the bench moved to now.
import { cpSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const ON_THE_BENCH = '.on-the-bench.tape.json';
/** The last thing on their tapes was that long ago. */
const SINCE_LAST_MS = 2 * 60_000;

export function demoDay(from, to, now = Date.now()) {
  mkdirSync(to, { recursive: true });
  const files = readdirSync(from);
  const atWork = files
    .filter((name) => name.endsWith(ON_THE_BENCH))
    .map((name) => ({ name, tape: JSON.parse(readFileSync(join(from, name), 'utf8')) }));
  const last = Math.max(...atWork.flatMap(({ tape }) => tape.entries.map(({ at }) => Date.parse(at))));
  const later = now - SINCE_LAST_MS - last;
  for (const name of files) if (!name.endsWith(ON_THE_BENCH)) cpSync(join(from, name), join(to, name), { recursive: true });
  for (const { name, tape } of atWork) {
    const entries = tape.entries.map((entry) => ({ ...entry, at: new Date(Date.parse(entry.at) + later).toISOString() }));
    writeFileSync(join(to, name), `${JSON.stringify({ ...tape, entries }, null, 2)}\n`);
  }
  return to;
}
