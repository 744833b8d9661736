import { ensureBuilt, ensurePackages } from './steps.mjs';

ensurePackages();
ensureBuilt(['core', 'print', 'cli', 'server', 'demo', 'bench', 'web']);
