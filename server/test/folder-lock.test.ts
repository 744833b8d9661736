import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { lockFolder } from '../src/database/folder-lock.ts';

let folder: string;
const begun: ChildProcess[] = [];

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'probe-lock-'));
});
afterEach(() => {
  for (const child of begun.splice(0)) child.kill('SIGKILL');
  rmSync(folder, { recursive: true, force: true });
});

const HOLD = `
  const { lockFolder } = await import(${JSON.stringify(fileURLToPath(new URL('../dist/database/folder-lock.js', import.meta.url)))});
  try { await lockFolder(process.argv[1]); console.log('held'); } catch (error) { console.log(error.message); process.exit(3); }
  setInterval(() => {}, 1000);
`;

/** Another process that holds the folder, or is refused; what it says. */
async function another(place: string, before: readonly string[] = []): Promise<{ child: ChildProcess; said: string }> {
  const [command = process.execPath, ...args] = [...before, process.execPath, '--input-type=module', '-e', HOLD, place];
  const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'inherit'] });
  begun.push(child);
  const said = await new Promise<string>((resolve) => child.stdout?.once('data', (data: Buffer) => resolve(data.toString().trim())));
  return { child, said };
}

function ended(child: ChildProcess): Promise<void> {
  return new Promise((resolve) => (child.exitCode !== null || child.signalCode !== null ? resolve() : child.once('exit', () => resolve())));
}

describe('the writer of a data folder', () => {
  it('is one: a second is refused, and let in once the first has let go', async () => {
    const lock = await lockFolder(folder);
    await expect(lockFolder(folder)).rejects.toThrow(/already writing/);
    expect((await another(folder)).said).toMatch(/already writing/);
    await lock.release();
    await (await lockFolder(folder)).release();
  }, 180_000);

  it('that is killed holds it no longer', async () => {
    const { child, said } = await another(folder);
    expect(said).toBe('held');
    await expect(lockFolder(folder)).rejects.toThrow(/already writing/);
    child.kill('SIGKILL');
    await ended(child);
    // The kernel drops the lock as its holder sees the end of its input.
    await new Promise((resolve) => setTimeout(resolve, 300));
    await (await lockFolder(folder)).release();
  }, 180_000);

  const maySplit = spawnSync('unshare', ['-rmn', 'true']).status === 0;
  // Where nobody may make a namespace there is nothing to try.
  (maySplit ? it : it.skip)(
    'is one also by another path and in another network: a bind mount, as two containers have it',
    async () => {
      const elsewhere = join(folder, '..', `${folder.split('/').pop()}-elsewhere`);
      mkdirSync(elsewhere);
      const lock = await lockFolder(folder);
      const mounted = ['unshare', '-rmn', 'sh', '-c', `mount --bind ${folder} ${elsewhere} && exec "$@"`, 'sh'];
      expect((await another(elsewhere, mounted)).said).toMatch(/already writing/);
      await lock.release();
      expect((await another(elsewhere, mounted)).said).toBe('held');
      await expect(lockFolder(folder)).rejects.toThrow(/already writing/);
      rmSync(elsewhere, { recursive: true, force: true });
    },
    30_000,
  );

  it('on another machine is watched: one that beats is there, one that does not is gone', async () => {
    const path = join(folder, 'writer.json');
    let beats = 1;
    const beat = () => writeFileSync(path, JSON.stringify({ id: 'theirs', host: 'another-machine', pid: 7, beats: beats++ }));
    beat();
    const timer = setInterval(beat, 1000);
    await expect(lockFolder(folder)).rejects.toThrow(/on another-machine/);
    clearInterval(timer);
    await (await lockFolder(folder)).release();
  }, 180_000);
});
