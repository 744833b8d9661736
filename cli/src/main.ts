#!/usr/bin/env node
import { readFileSync } from 'node:fs';
import { run, runOnFiles } from './run.ts';

const args = process.argv.slice(2);
const readBytes = (path: string) => readFileSync(path === '-' ? 0 : path);
const outcome = (await runOnFiles(args, readBytes)) ?? run(args, (path) => readBytes(path).toString('utf8'));
if ('document' in outcome) {
  process.stdout.write(`${JSON.stringify(outcome.document, null, 2)}\n`);
} else if ('bytes' in outcome) {
  process.stdout.write(outcome.bytes);
} else {
  const { code, message, path } = outcome.error;
  process.stderr.write(`${JSON.stringify({ error: { code, message, path } })}\n`);
  process.exitCode = outcome.status;
}
