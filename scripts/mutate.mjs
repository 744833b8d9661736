// Changes one constant, comparison or sign of the core at a time, in a copy, and counts the changes that no test notices.
//
//   npm run mutate -- [--seed 1] [--count 200] [--in core/src/drive]
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import ts from 'typescript';

const { values } = parseArgs({
  options: {
    seed: { type: 'string', default: '1' },
    count: { type: 'string', default: '200' },
    in: { type: 'string', default: 'core/src' },
  },
});
const ROOT = resolve(import.meta.dirname, '..');
/** A change that makes a test run longer than this is noticed. */
const LONGEST_MS = 300_000;

/** What a token becomes; undefined for one that is left alone. */
const OPERATORS = new Map([
  ['<', '<='],
  ['<=', '<'],
  ['>', '>='],
  ['>=', '>'],
  ['===', '!=='],
  ['!==', '==='],
  ['+', '-'],
  ['-', '+'],
  ['*', '/'],
  ['/', '*'],
  ['&&', '||'],
  ['||', '&&'],
]);

function sourcesIn(folder) {
  return readdirSync(join(ROOT, folder), { recursive: true })
    .map((name) => join(folder, String(name)))
    .filter((name) => name.endsWith('.ts') && !/\.(test|testing)\.ts$|index\.ts$/.test(name))
    .sort();
}

/** Every place in a file that could be changed: where, and to what. */
function placesIn(file) {
  const text = readFileSync(join(ROOT, file), 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const places = [];
  const visit = (node) => {
    if (ts.isImportDeclaration(node) || ts.isTypeNode(node) || ts.isInterfaceDeclaration(node)) return;
    if (ts.isNumericLiteral(node)) {
      const value = Number(node.text.replaceAll('_', ''));
      places.push({
        file,
        from: node.getStart(),
        to: node.getEnd(),
        now: node.getText(),
        becomes: value === 0 ? '1' : `(${node.getText()} * 1.5)`,
      });
    }
    if (ts.isBinaryExpression(node)) {
      const token = node.operatorToken;
      const becomes = OPERATORS.get(token.getText());
      if (becomes) places.push({ file, from: token.getStart(), to: token.getEnd(), now: token.getText(), becomes });
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return places;
}

/** A small linear congruential generator: the same seed draws the same changes. */
function drawing(seed) {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

const all = sourcesIn(values.in).flatMap(placesIn);
const random = drawing(Number(values.seed));
for (let i = all.length - 1; i > 0; i--) {
  const j = Math.floor(random() * (i + 1));
  [all[i], all[j]] = [all[j], all[i]];
}
const drawn = all.slice(0, Number(values.count));

const copy = mkdtempSync(join(tmpdir(), 'probe-mutate-'));
cpSync(join(ROOT, 'core'), join(copy, 'core'), { recursive: true, filter: (name) => !/\/(dist|node_modules)$/.test(name) });
for (const name of ['package.json', 'tsconfig.base.json', 'scripts']) cpSync(join(ROOT, name), join(copy, name), { recursive: true });
cpSync(join(ROOT, 'jest.config.mjs'), join(copy, 'whole.config.mjs'));
writeFileSync(
  join(copy, 'jest.config.mjs'),
  "import whole from './whole.config.mjs';\nexport default { ...whole, projects: whole.projects.filter(({ displayName }) => displayName === 'core') };\n",
);
symlinkSync(join(ROOT, 'node_modules'), join(copy, 'node_modules'));

const jest = (...words) =>
  spawnSync(process.execPath, ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js', '--bail', ...words], {
    cwd: copy,
    timeout: LONGEST_MS,
    stdio: 'ignore',
  }).status === 0;
/** The tests of its own folder first: most changes are noticed there. */
const passes = (file) =>
  jest('--testPathPatterns', `${file.split('/').slice(0, 3).join('/')}/`) && jest('--findRelatedTests', join(copy, file));

const survivors = [];
try {
  // All of them: a test that fails in the copy anyway would notice every change.
  if (!jest()) throw new Error('The tests do not pass without any change either.');
  for (const [index, { file, from, to, now, becomes }] of drawn.entries()) {
    const path = join(copy, file);
    const text = readFileSync(path, 'utf8');
    writeFileSync(path, text.slice(0, from) + becomes + text.slice(to));
    const isNoticed = !passes(file);
    writeFileSync(path, text);
    const line = text.slice(0, from).split('\n').length;
    if (!isNoticed) {
      survivors.push(file);
      // At once: whoever stops it half-way has what was found until then.
      process.stdout.write(`${file}:${line}: ${now} → ${becomes}\n`);
    }
    process.stderr.write(`\r${index + 1} of ${drawn.length}, ${survivors.length} unnoticed`);
  }
} finally {
  rmSync(copy, { recursive: true, force: true });
}
process.stderr.write('\n');
console.log(`${survivors.length} of ${drawn.length} changes were noticed by no test.`);
