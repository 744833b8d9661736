// Starts the built server in this process, so that a signal to it stops it gracefully.
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { ROOT } from './steps.mjs';

const LONGEST_STOP_MS = 15_000;
const SHORTEST_CODE = 12;

export async function serve({ dataFolder, tapeFolder, standIns, port }) {
  const { values } = parseArgs({
    options: { port: { type: 'string' }, data: { type: 'string' }, lan: { type: 'boolean', default: false } },
  });
  const wanted = values.port === undefined ? port : Number(values.port);
  if (!Number.isInteger(wanted) || wanted < 0 || wanted > 65535) {
    process.stderr.write(`--port ${values.port} is not a port (0 to 65535).\n`);
    process.exit(2);
  }
  const { CodedError, startServer } = await import('../server/dist/index.js');
  const url = process.env.DATABASE_URL;
  const names = process.env.MINDFUL_PROBE_NAMES?.split(',')
    .map((name) => name.trim().toLowerCase())
    .filter(Boolean);
  const code = process.env.MINDFUL_PROBE_CODE;
  if (code !== undefined && code.length < SHORTEST_CODE) {
    process.stderr.write(
      `MINDFUL_PROBE_CODE has ${code.length} characters; it wants ${SHORTEST_CODE}, as it is not made anew at each start.\n`,
    );
    process.exit(2);
  }
  try {
    const server = await startServer({
      say: (words) => process.stdout.write(`${words}\n`),
      place: url ? { url } : { folder: values.data ?? dataFolder },
      port: wanted,
      lan: values.lan,
      ...(names?.length && { names }),
      ...(code !== undefined && { code }),
      webFolder: join(ROOT, 'web', 'dist'),
      ...(tapeFolder && { tapeFolder }),
      ...(standIns && { standIns }),
    });
    if (server.movedPort) process.stdout.write(`Port ${wanted} is busy, so another one is taken.\n`);
    process.stdout.write(`Mindful Probe is at ${server.url}\n`);
    if (server.lan) {
      const places = server.lan.addresses.join(' or ') || 'no network that was found';
      process.stdout.write(`For a phone: ${places}, access code ${server.lan.code}\n`);
    }
    let stopping = false;
    const stop = () => {
      if (stopping) return;
      stopping = true;
      // Whatever hangs does not keep the process; what was acknowledged is on the disk.
      setTimeout(() => process.exit(1), LONGEST_STOP_MS).unref();
      server.close().then(
        () => process.exit(0),
        () => process.exit(1),
      );
    };
    process.on('SIGINT', stop);
    process.on('SIGTERM', stop);
  } catch (error) {
    process.stderr.write(`${error instanceof CodedError ? error.message : (error?.stack ?? error)}\n`);
    process.exit(1);
  }
}
