// Changes one constant, comparison or sign of the core at a time, and lists the changes that no test of the core notices.
//
//   npm run mutate -- [--seed 1] [--count 200] [--in core/src/drive] [--reach]
//
// All changes are in one bundle, and a run chooses one; each is tried with the tests that reach it. With --reach only what
// no test reaches is listed, and nothing is tried.
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { bundleTests, STATE, sourcesOfCore, WITH_ACTIVE } from './bundle.mjs';
import { changed, placesIn, sourcesIn, withInsertions } from './places.mjs';
import { mentionsIn, readersOf } from './references.mjs';

const { values } = parseArgs({
  options: {
    seed: { type: 'string', default: '1' },
    count: { type: 'string', default: '200' },
    in: { type: 'string', default: 'core/src' },
    reach: { type: 'boolean', default: false },
  },
});
const ROOT = resolve(import.meta.dirname, '../..');
const RUN_TESTS = join(import.meta.dirname, 'run-tests.mjs');
/** A change with which the tests take this many times as long, and so much more, is noticed: most of these never end. */
const LONGEST = { times: 5, moreMs: 20_000 };

/** A small linear congruential generator: the same seed draws the same changes. */
function drawing(seed) {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

function drawnFrom(all, count, random) {
  for (let i = all.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [all[i], all[j]] = [all[j], all[i]];
  }
  return all.slice(0, count).map((place, number) => ({ ...place, number }));
}

const sources = sourcesOfCore(ROOT);
const drawn = drawnFrom(
  sourcesIn(ROOT, values.in).flatMap((file) => placesIn(file, sources.get(file))),
  Number(values.count),
  drawing(Number(values.seed)),
);

function byFile(insertions) {
  const map = new Map();
  for (const one of insertions) map.set(one.file, [...(map.get(one.file) ?? []), one]);
  return map;
}

/** What stands round each place, from the outermost to the innermost: of those that begin at one position the longest is opened first. */
const around = (opening) =>
  drawn
    .toSorted((one, other) => other.to - one.to)
    .flatMap((place) => [
      { file: place.file, at: place.from, text: opening(place) },
      { file: place.file, at: place.to, text: ')' },
    ]);

/** The constants of which it cannot be told who reads them. */
const readByAny = new Set();

/** Something told as a function begins, or as a file of tests is loaded. */
function atStartOf({ file, body }, telling) {
  if (!body.parent) return [{ file, at: body.getEnd(), text: `;${telling};` }];
  if (body.statements) return [{ file, at: body.getStart() + 1, text: `${telling};` }];
  return [
    { file, at: body.getStart(), text: `(${telling}, ` },
    { file, at: body.getEnd(), text: ')' },
  ];
}

/** Tells that a number was reached: where a place is computed, or in the functions that read what it is a part of. */
function tellingReach() {
  const mentions = mentionsIn(sources);
  const telling = ({ number }) => `${STATE}.hit(${number})`;
  const inReaders = drawn
    .filter(({ isConstant }) => isConstant)
    .flatMap((place) => {
      const readers = readersOf(place.file, sources.get(place.file), place.from, mentions);
      if (!readers) readByAny.add(place.number);
      return (readers ?? []).flatMap((reader) => atStartOf(reader, telling(place)));
    });
  return byFile([...inReaders, ...around((place) => `(${telling(place)}, `)]);
}

const choosing = () => byFile(around((place) => `(activeChange === ${place.number} ? ${changed(sources.get(place.file), place)} : `));

/** A process with these words, stopped after a time; what it wrote, and whether it ended well. */
function running(words, longestMs) {
  return new Promise((resolved) => {
    const child = spawn(process.execPath, [RUN_TESTS, ...words], {
      stdio: ['ignore', 'pipe', 'pipe'],
      timeout: longestMs && Math.round(longestMs),
      killSignal: 'SIGKILL',
    });
    const parts = { out: '', error: '' };
    child.stdout.on('data', (part) => {
      parts.out += part;
    });
    child.stderr.on('data', (part) => {
      parts.error += part;
    });
    child.on('close', (status) => resolved({ ...parts, isWell: status === 0 }));
  });
}

/** The tests that a change can reach, those of its own folder first, then the quickest. */
function testsFor({ number, file }, { loading, tests }) {
  const folder = `${file.split('/').slice(0, 3).join('/')}/`;
  const isAny = readByAny.has(number) || loading.includes(number);
  return tests
    .map((test, index) => ({ ...test, index, isNear: test.file.startsWith(folder) }))
    .filter(({ reached }) => isAny || reached.includes(number))
    .sort((one, other) => Number(other.isNear) - Number(one.isNear) || one.ms - other.ms);
}

mkdirSync(join(ROOT, '.cache'), { recursive: true });
const folder = mkdtempSync(join(ROOT, '.cache', 'mutate-'));
try {
  const [telling, changing] = ['reach.mjs', 'change.mjs'].map((name) => join(folder, name));
  const reach = tellingReach();
  await bundleTests({ root: ROOT, sources, into: telling, rewrite: (file) => withInsertions(sources.get(file), reach.get(file) ?? []) });
  const changes = choosing();
  await bundleTests({
    root: ROOT,
    sources,
    into: changing,
    rewrite: (file) => withInsertions(sources.get(file), changes.get(file) ?? []) + (changes.has(file) ? WITH_ACTIVE : ''),
  });
  const whole = await running([telling, 'reach']);
  // A test that fails in any case would notice every change.
  if (!whole.isWell) throw new Error(`The tests do not pass without any change either.\n${whole.error}`);
  const told = JSON.parse(whole.out);

  const waiting = drawn.filter((place) => !values.reach || testsFor(place, told).length === 0);
  const unnoticed = [];
  let tried = 0;
  const tellOf = (place, more) => {
    unnoticed.push(place);
    const line = sources.get(place.file).slice(0, place.at).split('\n').length;
    // At once: whoever stops it half-way has what was found until then.
    process.stdout.write(`${place.file}:${line}: ${place.now} → ${place.becomes}${more}\n`);
  };
  const work = async () => {
    for (let place = waiting.shift(); place; place = waiting.shift()) {
      const tests = testsFor(place, told);
      const usualMs = tests.reduce((sum, { ms }) => sum + ms, 0);
      const words = [changing, 'change', String(place.number), tests.map(({ index }) => index).join(',')];
      const { isWell } = await running(words, LONGEST.times * usualMs + LONGEST.moreMs);
      tried++;
      if (isWell) tellOf(place, ` (${tests.length} tests, ${(usualMs / 1000).toFixed(1)} s)`);
      process.stderr.write(`\r${tried} of ${drawn.length}, ${unnoticed.length} unnoticed`);
    }
  };
  if (values.reach) for (const place of waiting) tellOf(place, '');
  else await Promise.all(Array.from({ length: availableParallelism() }, work));
  process.stderr.write('\n');
  console.log(`${unnoticed.length} of ${drawn.length} ${values.reach ? 'places are reached' : 'changes were noticed'} by no test.`);
} finally {
  rmSync(folder, { recursive: true, force: true });
}
