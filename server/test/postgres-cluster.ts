import { spawnSync } from 'node:child_process';
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const DEBIAN = '/usr/lib/postgresql';
const binaries = existsSync(DEBIAN)
  ? readdirSync(DEBIAN)
      .map((version) => join(DEBIAN, version, 'bin'))
      .find((folder) => existsSync(join(folder, 'initdb')))
  : undefined;
/** PostgreSQL refuses to run as root; Debian's package brings a user for it. */
const owner = process.getuid?.() === 0 ? ownerOf('postgres') : undefined;
/** Whether Debian's package is here, and may be run. */
export const hasPostgres = binaries !== undefined && (process.getuid?.() !== 0 || owner !== undefined);

function ownerOf(name: string): { uid: number; gid: number } | undefined {
  const [uid, gid] = ['-u', '-g'].map((flag) => Number.parseInt(spawnSync('id', [flag, name], { encoding: 'utf8' }).stdout, 10));
  return Number.isInteger(uid) && Number.isInteger(gid) ? { uid: uid as number, gid: gid as number } : undefined;
}

/** A private cluster in a folder of its own; it runs from the start. */
export class PostgresCluster {
  private readonly folder = mkdtempSync(join(tmpdir(), 'probe-pg-'));
  private readonly port = 20_000 + Math.floor(Math.random() * 20_000);
  private databases = 0;

  constructor() {
    if (owner) chownSync(this.folder, owner.uid, owner.gid);
    this.run('initdb', ['-D', join(this.folder, 'data'), '-A', 'trust', '-U', 'probe', '--no-sync']);
    this.start();
  }

  /** Its URL. */
  newDatabase(): string {
    this.databases += 1;
    const name = `bench_${this.databases}`;
    this.run('createdb', ['-h', this.folder, '-p', String(this.port), '-U', 'probe', name]);
    return `postgres://probe@127.0.0.1:${this.port}/${name}`;
  }

  start(): void {
    const options = `-p ${this.port} -k ${this.folder} -c listen_addresses=127.0.0.1 -c fsync=off`;
    this.run('pg_ctl', ['-D', join(this.folder, 'data'), '-l', join(this.folder, 'log'), '-o', options, '-w', 'start']);
  }

  stop(): void {
    this.run('pg_ctl', ['-D', join(this.folder, 'data'), '-m', 'immediate', '-w', 'stop']);
  }

  /** Also where it is stopped already. */
  remove(): void {
    if (existsSync(join(this.folder, 'data', 'postmaster.pid'))) this.stop();
    rmSync(this.folder, { recursive: true, force: true });
  }

  private run(program: string, args: readonly string[]): void {
    const { status, stderr } = spawnSync(join(binaries as string, program), args, {
      cwd: this.folder,
      encoding: 'utf8',
      stdio: ['ignore', 'ignore', 'pipe'],
      ...owner,
    });
    if (status !== 0) throw new Error(`${program} ended with ${status}: ${stderr}`);
  }
}
