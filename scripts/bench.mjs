import { ensureBuilt, ensurePackages } from './steps.mjs';

ensurePackages();
ensureBuilt(['bench']);
await import('../bench/dist/main.js');
