import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { DEMO_SCRIPTS, playScript } from './index.ts';

const folder = fileURLToPath(new URL('../specimens', import.meta.url));
mkdirSync(folder, { recursive: true });
for (const [index, script] of DEMO_SCRIPTS.entries()) {
  writeFileSync(
    join(folder, `${String(index + 1).padStart(2, '0')}-${script.id}.tape.json`),
    `${JSON.stringify(playScript(script), null, 2)}\n`,
  );
}
process.stdout.write(`${DEMO_SCRIPTS.length} tapes written.\n`);
