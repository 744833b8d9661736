import { createHash } from 'node:crypto';
import { mkdirSync, realpathSync } from 'node:fs';
import { createServer, type Server } from 'node:net';
import { join } from 'node:path';
import { FolderInUseError } from '../errors/coded-errors.ts';

/** A held folder; releasing twice does no harm. */
export interface FolderLock {
  release(): Promise<void>;
}

/**
 * Makes sure that this process is the only writer of a data folder: two on one embedded database corrupt it without
 * a word. The lock is a listening socket, which the system itself frees when a process dies, however it dies.
 *
 * @throws FolderInUseError where another process holds the folder
 */
export async function lockFolder(folder: string): Promise<FolderLock> {
  mkdirSync(folder, { recursive: true });
  const server = createServer((socket) => socket.end());
  try {
    await listen(server, lockAddress(realpathSync(folder)));
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'EADDRINUSE') throw new FolderInUseError(folder);
    throw error;
  }
  // The lock alone keeps no process alive.
  server.unref();
  return { release: () => new Promise((resolve) => (server.listening ? server.close(() => resolve()) : resolve())) };
}

/** An address without a file on Linux, a named pipe on Windows, a socket file elsewhere. */
function lockAddress(folder: string): string {
  const name = `mindful-probe-${createHash('sha256').update(folder).digest('hex').slice(0, 24)}`;
  if (process.platform === 'linux') return `\0${name}`;
  if (process.platform === 'win32') return `\\\\.\\pipe\\${name}`;
  return join(folder, 'writer.sock');
}

function listen(server: Server, address: string): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(address, () => resolve());
  });
}
