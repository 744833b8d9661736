// Types, formatting and lint, import directions, unit and end-to-end tests. The last line counts them all.
// `npm test -- unit` leaves out the browser; anything else is handed to Jest.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
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

function check(name, command, args) {
  const good = run(command, args) === 0;
  process.stderr.write(`${good ? 'passed' : 'FAILED'}: ${name}\n`);
  if (good) passed += 1;
  else failed += 1;
}

for (const project of ['core/tsconfig.test.json', 'print', 'cli', 'server/tsconfig.test.json', 'demo', 'bench', 'web', 'e2e']) {
  check(`types of ${project}`, 'npx', ['tsc', '--noEmit', '--composite', 'false', '--declaration', 'false', '-p', project]);
}
check('formatting and lint', 'npx', ['biome', 'ci', '--error-on-warnings', '.']);
check('import directions', 'npx', [
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
]);
check('nothing unused', 'npx', ['knip', '--no-progress']);

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

// Suites that compute share the cores. Those of the browser go one by one: beside each other they find waits that are too short.
runSuites(
  'unit',
  ['core', 'print', 'cli', 'server', ...(hasPostgres ? ['postgres'] : []), 'demo', 'web'],
  `--maxWorkers=${availableParallelism()}`,
);
if (!unitOnly) runSuites('browser', ['e2e', ...(hasPostgres ? ['e2e-postgres'] : [])], '--runInBand');

const slowest = suites
  .map(({ name, startTime, endTime }) => ({ name: relative(ROOT, name), seconds: (endTime - startTime) / 1000 }))
  .sort((a, b) => b.seconds - a.seconds)
  .slice(0, 10);
for (const { name, seconds } of slowest) process.stderr.write(`${seconds.toFixed(1).padStart(6)} s  ${name}\n`);

const summary = `${passed} passed, ${failed} failed`;
writeFileSync(join(ROOT, '.cache', 'test-summary'), summary);
process.stdout.write(`${summary}\n`);
process.exitCode = failed === 0 ? 0 : 1;
