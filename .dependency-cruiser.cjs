// The import directions of docs/ARCHITECTURE.md, checked.

/** The folders of core, in import order: each may import only those before it. */
const CORE = [
  'numeric',
  'quantity',
  'meter',
  'logged',
  'marking',
  'device',
  'circuit',
  'board',
  'trace',
  'solve',
  'arrangement',
  'estimate',
  'drive',
  'energy',
  'slide-rules',
  'claim',
  'in-line',
  'caution',
  'safety',
  'rounds',
  'diagnosis',
  'simulated',
  'rework',
  'draw',
  'tape',
  'appraisal',
  'verdict',
  'details',
  'costs',
  'workings',
  'proof',
  'due',
  'summary',
  'compare',
  'bench-line',
  'write-up',
  'format',
];

const inCore = CORE.flatMap((folder, index) => {
  const later = CORE.slice(index + 1);
  return later.length === 0
    ? []
    : [
        {
          name: `core-order-${folder}`,
          comment: `${folder} comes before ${later.join(', ')}.`,
          severity: 'error',
          // A test may set the scene by what comes later: a bench line is the shortest way to a tape.
          from: { path: `^core/src/${folder}/`, pathNot: '\\.test\\.ts$' },
          to: { path: `^core/src/(${later.join('|')})/` },
        },
      ];
});

const doors = CORE.map((folder) => ({
  name: `core-door-${folder}`,
  comment: `${folder} is entered by its index.`,
  severity: 'error',
  from: { path: '^core/src/', pathNot: `^core/src/${folder}/` },
  to: { path: `^core/src/${folder}/`, pathNot: `^core/src/${folder}/(index|[^/]+\\.testing)\\.ts$` },
}));

module.exports = {
  forbidden: [
    {
      name: 'tests-only',
      severity: 'error',
      from: { pathNot: '\\.(test|testing)\\.tsx?$' },
      to: { path: '\\.testing\\.tsx?$' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'core-is-alone', severity: 'error', from: { path: '^core/src' }, to: { path: '^(print|server|web|cli|demo|bench|e2e)/' } },
    { name: 'only-core-from-print', severity: 'error', from: { path: '^print/src' }, to: { path: '^(server|web|cli|demo|bench|e2e)/' } },
    { name: 'core-is-pure', severity: 'error', from: { path: '^core/src', pathNot: '\\.test\\.ts$' }, to: { dependencyTypes: ['core'] } },
    { name: 'only-core-from-web', severity: 'error', from: { path: '^web/src' }, to: { path: '^(print|server|cli|demo|bench|e2e)/' } },
    { name: 'only-core-from-server', severity: 'error', from: { path: '^server/src' }, to: { path: '^(web|cli|demo|bench|e2e)/' } },
    { name: 'only-core-from-cli', severity: 'error', from: { path: '^cli/src' }, to: { path: '^(web|server|demo|bench|e2e)/' } },
    {
      name: 'only-repositories-see-drizzle',
      severity: 'error',
      from: {
        path: '^server/src',
        pathNot: '(\\.repository\\.ts$|^server/src/(database|health)/|/bring-up-to-date\\.ts$)',
      },
      to: { path: 'drizzle-orm' },
    },
    {
      name: 'stages-are-alone',
      severity: 'error',
      from: { path: '^web/src/stages/([^/]+)/' },
      to: { path: '^web/src/stages/', pathNot: '^web/src/stages/($1/|stage\\.ts$)' },
    },
    { name: 'shared-knows-no-page', severity: 'error', from: { path: '^web/src/shared' }, to: { path: '^web/src/(app|shelf|stages)/' } },
    { name: 'kit-knows-no-domain', severity: 'error', from: { path: '^web/src/shared/kit' }, to: { path: '^core/' } },
    ...inCore,
    ...doors,
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['source-condition', 'import', 'node', 'default'] },
  },
};
