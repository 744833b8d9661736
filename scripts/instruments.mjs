// Stand-in instruments by themselves: small servers that measure a gadget of a folder; --gadgets and --port choose others.
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { ensureBuilt, ensurePackages, ROOT } from './steps.mjs';

ensurePackages();
ensureBuilt(['core', 'server']);
const { values } = parseArgs({ options: { gadgets: { type: 'string' }, port: { type: 'string', default: '5301' } } });
const { startStandIns } = await import('../server/dist/index.js');
try {
  const { instruments, close } = await startStandIns(values.gadgets ?? join(ROOT, 'demo', 'benches'), Number(values.port));
  for (const { model, address } of instruments) process.stdout.write(`${address}  ${model.toLowerCase()}\n`);
  const stop = () => void close().then(() => process.exit(0));
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
} catch (error) {
  process.stderr.write(`${error?.message ?? error}\n`);
  process.exit(1);
}
