import { ensureBuilt, ensurePackages } from './steps.mjs';

ensurePackages();
ensureBuilt(['core', 'cli', 'server', 'demo', 'bench', 'web']);
