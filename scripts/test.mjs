// Types, formatting and lint, import directions, unit and end-to-end tests. The last line counts them all.
// `npm test -- unit` leaves out the browser; anything else is handed to Jest.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join, relative } from 'node:path';
import { ensureBuilt, ensureChromium, ensurePackages, ROOT, run } from './steps.mjs';

const [first, ...rest] = process.argv.slice(2);
const unitOnly = first === 'unit';
const jestArgs = unitOnly ? rest : [first, ...rest].filter(Boolean);

ensurePackages();
ensureBuilt(['core', 'print', 'cli', 'server', 'demo', 'bench', 'web']);
if (!unitOnly) process.env.CHROMIUM = ensureChromium();

let passed = 0;
let failed = 0;

/** Runs a command, and says at its end whether it was good, with what it printed. */
function check([name, command, args]) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
    const printed = [];
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => printed.push(chunk));
    child.once('close', (status) => {
      process.stderr.write(Buffer.concat(printed));
      process.stderr.write(`${status === 0 ? 'passed' : 'FAILED'}: ${name}\n`);
      if (status === 0) passed += 1;
      else failed += 1;
      resolve();
    });
  });
}

/** Runs checks, as many at once as there are processors. */
async function checkAll(checks) {
  const due = [...checks];
  const worker = async () => {
    for (let next = due.shift(); next; next = due.shift()) await check(next);
  };
  await Promise.all(Array.from({ length: availableParallelism() }, worker));
}

const typesOf = (project) => [
  `types of ${project}`,
  'npx',
  // What a package takes from another is checked with that one: here its declarations, as they are built, do.
  ['tsc', '--noEmit', '--composite', 'false', '--declaration', 'false', '--customConditions', 'built', '-p', project],
];

await checkAll([
  // What has no tests of its own was checked when it was built.
  ...['core/tsconfig.test.json', 'tsconfig.tests.json', 'server/tsconfig.test.json', 'web', 'e2e'].map(typesOf),
  ['formatting and lint', 'npx', ['biome', 'ci', '--error-on-warnings', '.']],
  [
    'import directions',
    'npx',
    [
      'depcruise',
      '--config',
      '.dependency-cruiser.cjs',
      '--output-type',
      'err',
      'core/src',
      'print/src',
      'cli/src',
      'server/src',
      'web/src',
      'demo/src',
      'bench/src',
    ],
  ],
  ['nothing unused', 'npx', ['knip', '--no-progress']],
]);

// Where Debian's PostgreSQL is, what answers requests is tried on that too.
const hasPostgres = existsSync('/usr/lib/postgresql');
if (!hasPostgres)
  process.stderr.write('There is no PostgreSQL here (Debian package postgresql): the suites run on the embedded database only.\n');
mkdirSync(join(ROOT, '.cache'), { recursive: true });
const suites = [];

/** Runs the suites of the projects, and counts them; a run that ends without a report counts as one failure. */
function runSuites(name, projects, ...more) {
  const report = join(ROOT, '.cache', `jest-${name}.json`);
  writeFileSync(report, '{}');
  const status = run(process.execPath, [
    '--experimental-vm-modules',
    '--no-warnings',
    join('node_modules', 'jest', 'bin', 'jest.js'),
    '--json',
    `--outputFile=${report}`,
    '--selectProjects',
    ...projects,
    ...more,
    ...(jestArgs.length > 0 ? ['--passWithNoTests', '--testPathPatterns', ...jestArgs] : []),
  ]);
  const found = JSON.parse(readFileSync(report, 'utf8'));
  const { numPassedTests = 0, numFailedTests = 0, numRuntimeErrorTestSuites = 0, testResults = [] } = found;
  passed += numPassedTests;
  failed += numFailedTests + numRuntimeErrorTestSuites;
  if (status !== 0 && numFailedTests + numRuntimeErrorTestSuites === 0) failed += 1;
  suites.push(...testResults);
}

/** Writes a few files of tests, each of which imports its share of those of a package: see the projects of Jest. */
function gatherTests(of) {
  const folder = join(ROOT, '.cache', `${of}-tests`);
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  const files = readdirSync(join(ROOT, of, 'src'), { recursive: true }).map(String);
  const tests = files.filter((name) => /\.test\.tsx?$/.test(name)).sort();
  const shares = 2 * availableParallelism();
  for (let share = 0; share < shares; share++) {
    const imports = tests.filter((_, index) => index % shares === share).map((name) => `import '../../${of}/src/${name}';\n`);
    writeFileSync(join(folder, `share-${share + 1}.test.ts`), imports.join(''));
  }
}

// Suites that compute share the cores; those of the browser come after them, as each of them has a server and a browser beside it.
const gathered = ['core', 'web'];
const isWhole = jestArgs.length === 0;
if (isWhole) gathered.forEach(gatherTests);
runSuites(
  'unit',
  [...gathered.map((of) => (isWhole ? `${of}-together` : of)), 'print', 'cli', 'server', ...(hasPostgres ? ['postgres'] : []), 'demo'],
  // Some wait for a process or a clock: one more than there are cores fills them.
  `--maxWorkers=${availableParallelism() + 1}`,
);
if (!unitOnly) runSuites('browser', ['e2e', ...(hasPostgres ? ['e2e-postgres'] : [])], `--maxWorkers=${availableParallelism()}`);

const slowest = suites
  .map(({ name, startTime, endTime }) => ({ name: relative(ROOT, name), seconds: (endTime - startTime) / 1000 }))
  .sort((a, b) => b.seconds - a.seconds)
  .slice(0, 10);
for (const { name, seconds } of slowest) process.stderr.write(`${seconds.toFixed(1).padStart(6)} s  ${name}\n`);

const summary = `${passed} passed, ${failed} failed`;
writeFileSync(join(ROOT, '.cache', 'test-summary'), summary);
process.stdout.write(`${summary}\n`);
process.exitCode = failed === 0 ? 0 : 1;
