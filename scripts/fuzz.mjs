// Random inputs, from a seed, to everything that takes input: nothing may throw, hang, answer 500 or NaN.
import { ensureBuilt, ensurePackages } from './steps.mjs';

ensurePackages();
ensureBuilt(['core', 'server', 'bench']);
await import('../bench/dist/fuzz/main.js');
