import { type ChildProcess, spawn } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { mkdirSync, realpathSync } from 'node:fs';
import { readFile, rm, writeFile } from 'node:fs/promises';
import { createServer, type Server } from 'node:net';
import { hostname } from 'node:os';
import { join } from 'node:path';
import { FolderInUseError } from '../errors/coded-errors.ts';

/** A held folder; releasing twice does no harm. */
export interface FolderLock {
  release(): Promise<void>;
}

/**
 * Makes sure that this process is the only writer of a data folder: two on one embedded database corrupt it without
 * a word. Three locks, each for what the others do not see; every one is dropped by the system when a process dies.
 *
 * @throws FolderInUseError where another process holds the folder
 */
export async function lockFolder(folder: string): Promise<FolderLock> {
  mkdirSync(folder, { recursive: true });
  const held: FolderLock[] = [];
  const release = async () => {
    for (const lock of held.splice(0).reverse()) await lock.release();
  };
  try {
    held.push(await lockAddressOf(folder));
    held.push(await lockFile(folder));
    held.push(await beatIn(folder));
  } catch (error) {
    await release();
    throw error;
  }
  return { release };
}

/** A listening socket by the folder's path: at once, on every system, within one machine. */
async function lockAddressOf(folder: string): Promise<FolderLock> {
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

/** What `flock` of util-linux ends with where another holds the file. */
const HELD_STATUS = 75;
const HELD_WORD = 'held';
const [TRIES, AGAIN_MS] = [4, 200];

/**
 * A lock of the kernel on a file in the folder, which belongs to the folder whatever path leads to it: through a bind
 * mount, and from two containers on one volume. Node has no such call, so a small process holds it for as long as this
 * one lives: its input ends with us. Where there is no `flock`, the beat stands alone.
 */
async function lockFile(folder: string, tries = TRIES): Promise<FolderLock> {
  const args = ['--nonblock', '--conflict-exit-code', String(HELD_STATUS), join(folder, 'writer.lock')];
  const holder = spawn('flock', [...args, 'sh', '-c', `echo ${HELD_WORD}; exec cat`], {
    stdio: ['pipe', 'pipe', 'ignore'],
    // A Ctrl-C at the terminal is for us; the lock is let go at the very end.
    detached: true,
  });
  const outcome = await outcomeOf(holder);
  if (outcome === HELD_STATUS) {
    if (tries <= 1) throw new FolderInUseError(folder);
    // One that was killed just now is held for a moment yet.
    await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    return lockFile(folder, tries - 1);
  }
  if (outcome !== HELD_WORD) return { release: async () => undefined };
  holder.unref();
  (holder.stdin as unknown as { unref(): void }).unref();
  (holder.stdout as unknown as { unref(): void }).unref();
  return {
    release: () =>
      new Promise((resolve) => {
        if (holder.exitCode !== null || holder.signalCode !== null) return resolve();
        holder.once('exit', () => resolve());
        holder.ref();
        holder.stdin?.end();
      }),
  };
}

/** That it holds, the status with which it ended, or undefined where it could not be started. */
function outcomeOf(holder: ChildProcess): Promise<typeof HELD_WORD | number | undefined> {
  return new Promise((resolve) => {
    holder.once('error', () => resolve(undefined));
    holder.once('exit', (status) => resolve(status ?? undefined));
    holder.stdout?.once('data', () => resolve(HELD_WORD));
  });
}

/** Who writes, and that it still does; for folders that several machines see, where no lock of one kernel reaches. */
interface Beat {
  readonly id: string;
  readonly host: string;
  readonly pid: number;
  readonly beats: number;
}

const BEAT_MS = 2000;
/** A writer that has not beaten for so long is gone; a machine under load may miss one beat. */
const WATCHED_MS = 5000;

/**
 * A file that says who writes, renewed every two seconds. One of another machine is watched before it is taken to be
 * left behind; one of this machine needs no watch, as its kernel has said already that nobody holds the folder.
 */
async function beatIn(folder: string): Promise<FolderLock> {
  const path = join(folder, 'writer.json');
  const found = await readBeat(path);
  if (found && found.host !== hostname()) {
    await new Promise((resolve) => setTimeout(resolve, WATCHED_MS));
    const now = await readBeat(path);
    if (now && (now.id !== found.id || now.beats !== found.beats)) throw new FolderInUseError(folder, now.host);
  }
  const id = randomUUID();
  let beats = 0;
  const beat = () => {
    beats += 1;
    const content: Beat = { id, host: hostname(), pid: process.pid, beats };
    return writeFile(path, JSON.stringify(content));
  };
  await beat();
  // A full disk, or a folder that is gone, is met by whoever writes data there.
  const timer = setInterval(() => void beat().catch(() => undefined), BEAT_MS).unref();
  return {
    release: async () => {
      clearInterval(timer);
      await rm(path, { force: true });
    },
  };
}

async function readBeat(path: string): Promise<Beat | undefined> {
  try {
    const { id, host, pid, beats } = JSON.parse(await readFile(path, 'utf8')) as Partial<Beat>;
    return typeof id === 'string' && typeof host === 'string' && typeof pid === 'number' && typeof beats === 'number'
      ? { id, host, pid, beats }
      : undefined;
  } catch {
    return undefined;
  }
}
