// Everything from a fresh clone to a served demo: packages, build, demo specimens in a folder of their own.
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { demoDay } from './demo-day.mjs';
import { ensureBuilt, ensurePackages, ROOT } from './steps.mjs';

ensurePackages();
ensureBuilt(['core', 'server', 'web']);
const { values } = parseArgs({ options: { data: { type: 'string' } }, strict: false });
const dataFolder = values.data ?? join(ROOT, 'data', 'demo');
// A folder of its own: another demo may begin at the same time.
const today = mkdtempSync(join(tmpdir(), 'mindful-probe-demo-'));
process.on('exit', () => rmSync(today, { recursive: true, force: true }));
const { serve } = await import('./serve.mjs');
await serve({
  dataFolder,
  tapeFolder: demoDay(join(ROOT, 'demo', 'specimens'), today, firstStart(dataFolder)),
  standIns: { folder: join(ROOT, 'demo', 'benches'), firstPort: 5311 },
  port: 4310,
});

/** When the demo was first started on this data: entries are never changed, so their times stay those of then. */
function firstStart(folder) {
  const file = join(folder, 'demo-started');
  if (existsSync(file)) return Number(readFileSync(file, 'utf8'));
  mkdirSync(folder, { recursive: true });
  const now = Date.now();
  writeFileSync(file, String(now));
  return now;
}
