// Runs tests of a bundle: all of them, telling what each reached; or those named, until the first that fails.
//
//   node run-tests.mjs BUNDLE reach            → as JSON: what loading reached, and { file, title, ms, reached } of each test
//   node run-tests.mjs BUNDLE change N T,T,T   → ends with an error where a test fails with change N
const [bundle, job, change, chosen = ''] = process.argv.slice(2);
const reachedBy = { loading: new Set() };
let reached = reachedBy.loading;
const state = {
  active: job === 'change' ? Number(change) : -1,
  tests: [],
  hit: (number) => reached.add(number),
  /** What a file reaches as it declares its tests counts for each of them. */
  beginFile(name) {
    reachedBy[name] = new Set();
    reached = reachedBy[name];
  },
};
globalThis.underMutation = state;
await import(bundle);

if (job === 'change') for (const index of chosen.split(',').filter(Boolean)) await state.tests[Number(index)].body();
else {
  const told = [];
  for (const { file, title, body } of state.tests) {
    reached = new Set(reachedBy[file]);
    const from = performance.now();
    await body();
    told.push({ file, title, ms: performance.now() - from, reached: [...reached] });
  }
  process.stdout.write(JSON.stringify({ loading: [...reachedBy.loading], tests: told }));
}
