// Everything from a fresh clone to a served demo: packages, build, demo specimens in a folder of their own.
import { join } from 'node:path';
import { ensureBuilt, ensurePackages, ROOT } from './steps.mjs';

ensurePackages();
ensureBuilt(['core', 'server', 'web']);
const { serve } = await import('./serve.mjs');
await serve({
  dataFolder: join(ROOT, 'data', 'demo'),
  tapeFolder: join(ROOT, 'demo', 'specimens'),
  standIns: { folder: join(ROOT, 'demo', 'benches'), firstPort: 5311 },
  port: 4310,
});
