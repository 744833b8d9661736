import { existsSync } from 'node:fs';

const transform = {
  '^.+\\.(ts|tsx)$': [
    '@swc/jest',
    {
      module: { type: 'es6' },
      jsc: {
        target: 'es2022',
        parser: { syntax: 'typescript', tsx: true, decorators: true },
        transform: { legacyDecorator: true, decoratorMetadata: true, react: { runtime: 'automatic' } },
        keepClassNames: true,
      },
    },
  ],
};

const PLAIN_CONTEXT = new URL('./scripts/plain-context.mjs', import.meta.url).pathname;

/** Each package is tested from its source, on those that it needs as they are built. */
const BUILD = new URL('./scripts/build-for-tests.mjs', import.meta.url).pathname;

const node = (name) => ({
  displayName: name,
  ...(name !== 'core' && { globalSetup: BUILD }),
  rootDir: `./${name}`,
  testEnvironment: PLAIN_CONTEXT,
  testEnvironmentOptions: { customExportConditions: ['node', 'node-addons'] },
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  testMatch: ['**/*.test.ts'],
  testPathIgnorePatterns: ['/node_modules/', '/dist/'],
  modulePathIgnorePatterns: ['<rootDir>/dist/'],
  transform,
});

const browserLike = (name) => ({
  ...node(name),
  testEnvironment: 'jsdom',
  testEnvironmentOptions: { customExportConditions: ['browser'] },
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  setupFiles: [new URL('./web/src/testing/jsdom.testing.ts', import.meta.url).pathname],
});

/** The tests of a package as `npm test` runs them: its files imported by a few, which load and warm up what they try once each. */
const together = (project) => ({
  ...project,
  displayName: `${project.displayName}-together`,
  rootDir: `./.cache/${project.displayName}-tests`,
});
const gathered = [node('core'), browserLike('web')].map(together).filter(({ rootDir }) => existsSync(new URL(rootDir, import.meta.url)));

/** What answers requests, once more with its data in a PostgreSQL. */
const onPostgres = {
  ...node('server'),
  displayName: 'postgres',
  testMatch: ['server', 'shelf', 'access', 'pictures', 'instruments', 'drawer'].map((name) => `**/${name}.test.ts`),
  globals: { DATA_ON: 'postgres' },
};

const longTests = new URL('./e2e/src/long-tests.ts', import.meta.url).pathname;
const endToEnd = { ...node('e2e'), setupFilesAfterEnv: [longTests] };

/** What enters and keeps, once more with the data in a PostgreSQL. */
const endToEndOnPostgres = {
  ...endToEnd,
  displayName: 'e2e-postgres',
  testMatch: ['journey', 'other-device', 'drawer', 'picture-ways', 'nothing-lost'].map((name) => `**/${name}.test.ts`),
  globals: { DATA_ON: 'postgres' },
};

export default {
  projects: [
    node('core'),
    ...gathered,
    node('print'),
    node('cli'),
    node('server'),
    onPostgres,
    node('demo'),
    browserLike('web'),
    endToEnd,
    endToEndOnPostgres,
  ],
  // A busy machine takes its time: the limit is there for what hangs.
  testTimeout: 120_000,
};
