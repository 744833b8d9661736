// The user's own shelf, in a folder of the user's; --data and --port choose others.
import { homedir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt, ensurePackages } from './steps.mjs';

ensurePackages();
ensureBuilt(['core', 'server', 'web']);
const { serve } = await import('./serve.mjs');
await serve({ dataFolder: process.env.MINDFUL_PROBE_DATA ?? join(homedir(), '.mindful-probe'), port: 4300 });
