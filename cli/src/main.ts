#!/usr/bin/env node
import { readFileSync } from 'node:fs';
import { run } from './run.ts';

const outcome = run(process.argv.slice(2), (path) => readFileSync(path === '-' ? 0 : path, 'utf8'));
if ('document' in outcome) {
  process.stdout.write(`${JSON.stringify(outcome.document, null, 2)}\n`);
} else {
  const { code, message, path } = outcome.error;
  process.stderr.write(`${JSON.stringify({ error: { code, message, path } })}\n`);
  process.exitCode = outcome.status;
}
