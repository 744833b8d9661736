// What the commands on a data folder share: options, building, and errors as sentences.
import { homedir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { ensureBuilt, ensurePackages } from './steps.mjs';

export const USUAL_FOLDER = process.env.MINDFUL_PROBE_DATA ?? join(homedir(), '.mindful-probe');

/** Reads options, loads the server's functions, runs the command, and ends with its status: 0, 1 for a problem, 2 for wrong use. */
export async function dataCommand(options, usage, command) {
  let values;
  try {
    ({ values } = parseArgs({ options: Object.fromEntries(options.map((name) => [name, { type: 'string' }])) }));
  } catch (error) {
    process.stderr.write(`${error.message}\n${usage}\n`);
    process.exit(2);
  }
  ensurePackages();
  ensureBuilt(['core', 'server']);
  const server = await import('../server/dist/index.js');
  try {
    process.exitCode = (await command(values, server)) ?? 0;
  } catch (error) {
    process.stderr.write(`${error instanceof server.CodedError ? error.message : (error?.stack ?? error)}\n`);
    process.exitCode = 1;
  }
}

export function wrongUse(words, usage) {
  process.stderr.write(`${words}\n${usage}\n`);
  return 2;
}
