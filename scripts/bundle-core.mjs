// The core as one file, beside its types: some five hundred small modules take a second to find and to link, one takes a third.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { rolldown } from 'rolldown';
import { ROOT } from './steps.mjs';

const folder = join(ROOT, 'core');
const { dependencies } = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8'));

const bundle = await rolldown({ input: join(folder, 'dist', 'index.js'), external: Object.keys(dependencies), platform: 'neutral' });
await bundle.write({ file: join(folder, 'dist', 'core.js'), sourcemap: true });
await bundle.close();
