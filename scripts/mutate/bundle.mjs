// The core and its tests as one file, with places in it that can be changed, or that tell when they are reached.
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { rolldown } from 'rolldown';

const SUITE = join(import.meta.dirname, 'suite.mjs');
/** What the bundle asks for what is under way; see run-tests.mjs. */
export const STATE = 'globalThis.underMutation';
/** What a source writes at its end to have `activeChange`, the number of the change that is tried. */
export const WITH_ACTIVE = "\nimport { activeChange } from 'active-change';\n";

/** Every source of the core by its name from the root of the project, tests too. */
export function sourcesOfCore(root) {
  const names = readdirSync(join(root, 'core/src'), { recursive: true }).map((name) => join('core/src', String(name)));
  return new Map(names.filter((name) => name.endsWith('.ts')).map((name) => [name, readFileSync(join(root, name), 'utf8')]));
}

/** Loads the core, then each file of tests, and hands over what was declared. */
function entryOf(root, files) {
  const lines = [
    `import { beginFile, tests } from ${JSON.stringify(SUITE)};`,
    `import ${JSON.stringify(join(root, 'core/src/index.ts'))};`,
  ];
  for (const file of files) lines.push(`import ${JSON.stringify(`begin:${file}`)};`, `import ${JSON.stringify(join(root, file))};`);
  return [...lines, `${STATE}.tests = tests;`].join('\n');
}

/** Writes the bundle. `rewrite` gives the text of a source in it. */
export async function bundleTests({ root, sources, rewrite, into }) {
  const files = [...sources.keys()].filter((name) => name.endsWith('.test.ts')).sort();
  const given = {
    name: 'sources-and-tests',
    resolveId(id) {
      if (id === '@jest/globals') return SUITE;
      if (id === 'entry' || id === 'active-change' || id.startsWith('begin:')) return `\0${id}`;
      return /^[./]/.test(id) ? null : { id, external: true };
    },
    load(id) {
      if (id === '\0entry') return entryOf(root, files);
      if (id === '\0active-change') return `export const activeChange = ${STATE}.active;`;
      if (id.startsWith('\0begin:')) {
        const file = JSON.stringify(id.slice('\0begin:'.length));
        return `import { beginFile } from ${JSON.stringify(SUITE)};\n${STATE}.beginFile(${file});\nbeginFile(${file});`;
      }
      const name = id.startsWith(root) ? id.slice(root.length).replace(/^\//, '') : '';
      if (!sources.has(name)) return null;
      // What a test reads beside itself is where it was.
      const folder = JSON.stringify(join(root, dirname(name)));
      return { code: rewrite(name).replaceAll('import.meta.dirname', folder), moduleType: 'ts' };
    },
  };
  const bundle = await rolldown({ input: 'entry', plugins: [given], platform: 'node', treeshake: false });
  await bundle.write({ file: into, codeSplitting: false });
  await bundle.close();
}
