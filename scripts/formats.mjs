// Writes the JSON Schema of every open format under docs/formats.
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt, ensurePackages, ROOT } from './steps.mjs';

ensurePackages();
ensureBuilt(['core']);
const { formatSchemas } = await import('../core/dist/index.js');
const folder = join(ROOT, 'docs', 'formats');
mkdirSync(folder, { recursive: true });
for (const [name, schema] of formatSchemas()) writeFileSync(join(folder, name), `${JSON.stringify(schema, null, 2)}\n`);
