// The headless command. Packages and build are seen to first; standard output is the answer's alone.
import { ensureBuilt, ensurePackages } from './steps.mjs';

ensurePackages();
ensureBuilt(['cli']);
await import('../cli/dist/main.js');
