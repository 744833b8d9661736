import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { DEMO_SCRIPTS, playScript } from './index.ts';

/** The demo moves the times of these to its own start. */
const ON_THE_BENCH = '.on-the-bench';

const folder = fileURLToPath(new URL('../specimens', import.meta.url));
mkdirSync(folder, { recursive: true });
for (const [index, script] of DEMO_SCRIPTS.entries()) {
  writeFileSync(
    join(folder, `${String(index + 1).padStart(2, '0')}-${script.id}${script.isOnTheBench ? ON_THE_BENCH : ''}.tape.json`),
    `${JSON.stringify(playScript(script), null, 2)}\n`,
  );
}
process.stdout.write(`${DEMO_SCRIPTS.length} tapes written.\n`);
