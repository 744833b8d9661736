// Steps that several commands share. Node's own modules only: nothing is installed yet when these run.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));
const CACHE = join(ROOT, '.cache');

/** Runs a command; its output goes where `quiet` says. Returns its exit status. */
export function run(command, args, { quiet = false, cwd = ROOT, env = {} } = {}) {
  // Everything that is not the answer itself goes to standard error, so that a caller can read standard output.
  const stdio = quiet ? ['ignore', 'ignore', 'inherit'] : ['ignore', 2, 2];
  const { status, error } = spawnSync(command, args, { cwd, stdio, env: { ...process.env, ...env } });
  if (error) throw error;
  return status ?? 1;
}

function must(command, args, options) {
  const status = run(command, args, options);
  if (status !== 0) process.exit(status);
}

/** Installs the packages when the lock file is not the one that was installed last. */
export function ensurePackages() {
  const wanted = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  const mark = join(ROOT, 'node_modules', '.lock-hash');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === wanted) return;
  process.stderr.write('Installing packages…\n');
  must('npm', ['ci', '--no-audit', '--no-fund'], { quiet: true });
  writeFileSync(mark, wanted);
}

/** Builds what is named when its sources changed since: any of core, print, cli, server, demo, bench (types too) and web. */
export function ensureBuilt(parts) {
  const stamp = stampOf(['core', 'print', 'cli', 'server', 'demo', 'bench', 'web', 'tsconfig.base.json', 'package-lock.json']);
  for (const part of parts) {
    const mark = join(CACHE, `built-${part}`);
    const output = join(ROOT, part, 'dist');
    if (existsSync(output) && existsSync(mark) && readFileSync(mark, 'utf8') === stamp) continue;
    process.stderr.write(`Building ${part}…\n`);
    if (part === 'web') must('npx', ['vite', 'build', '--logLevel', 'warn'], { cwd: join(ROOT, 'web'), env: { NODE_ENV: 'production' } });
    else must('npx', ['tsc', '-b', part]);
    if (part === 'core') must(process.execPath, [join('scripts', 'bundle-core.mjs')]);
    if (part === 'server') must(process.execPath, [join('scripts', 'empty-database.mjs')]);
    mkdirSync(CACHE, { recursive: true });
    writeFileSync(mark, stamp);
  }
}

/** A hash over names, sizes and times of every source file below the places. */
function stampOf(places) {
  const hash = createHash('sha256');
  const visit = (path) => {
    if (!existsSync(path)) return;
    const stat = statSync(path);
    if (!stat.isDirectory()) {
      hash.update(`${path}\0${stat.size}\0${stat.mtimeMs}\n`);
      return;
    }
    for (const name of readdirSync(path).sort())
      if (name !== 'dist' && name !== 'node_modules' && !name.endsWith('.tsbuildinfo')) visit(join(path, name));
  };
  for (const place of places) visit(join(ROOT, place));
  return hash.digest('hex');
}

/** The one that never has a window first: it starts twice as fast. */
const CHROMIUM_PLACES = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

/** The browser for the end-to-end tests; Debian's package is installed where there is none and one may. */
export function ensureChromium() {
  const found = process.env.CHROMIUM ?? CHROMIUM_PLACES.find(existsSync);
  if (found) return found;
  process.stderr.write('Installing Chromium…\n');
  must('apt-get', ['update'], { quiet: true });
  must('apt-get', ['install', '-y', '--no-install-recommends', 'chromium'], { quiet: true, env: { DEBIAN_FRONTEND: 'noninteractive' } });
  return CHROMIUM_PLACES.find(existsSync) ?? 'chromium';
}
