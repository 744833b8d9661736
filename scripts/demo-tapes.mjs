// Plays the demo scripts into the tapes under demo/specimens.
import { ensureBuilt, ensurePackages } from './steps.mjs';

ensurePackages();
ensureBuilt(['demo']);
await import('../demo/dist/write-tapes.js');
