/** Who may import whom (docs/architecture.md). Tests and scripts are free. */
const only = (name, from, to, { typesFrom = [] } = {}) => ({
  name,
  severity: 'error',
  from: { path: `^src/${from}/`, pathNot: '\\.test\\.tsx?$|/testing/' },
  to: {
    path: '^src/',
    pathNot: [...to, ...typesFrom].map((room) => `^src/${room}`),
  },
});
/** Rooms of which only types may be named. */
const typesOnly = (name, from, rooms) => ({
  name,
  severity: 'error',
  from: { path: `^src/${from}/`, pathNot: '\\.test\\.tsx?$' },
  to: {
    path: rooms.map((room) => `^src/${room}`),
    dependencyTypesNot: ['type-only'],
  },
});
module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    only('core-is-pure', 'core', ['core/']),
    only('catalogue-knows-core', 'catalogue', ['catalogue/', 'core/']),
    only('records-know-units-and-types', 'records', ['records/', 'core/']),
    // the lists of what there is are written once, in the core: what is kept is checked by them
    typesOnly('records-take-only-types-and-lists', 'records', [
      'core/(?!units/|care/(care|plan|schools)\\.|people/(roles|exercises)\\.|faults/showing\\.|readings/(reading|draught|dots/(shapes|advice))\\.|usage/(soil|soil-table)\\.)',
    ]),
    only('services-know-the-inside', 'services', ['services/', 'records/', 'core/', 'catalogue/']),
    only('ui-draws', 'ui', ['ui/', 'core/', 'catalogue/'], { typesFrom: ['services/'] }),
    typesOnly('ui-takes-only-types-of-services', 'ui', ['services/']),
    only('app-is-thin', 'app', [
      'app/',
      'ui/',
      'services/',
      'core/units/',
      'core/usage/',
      'core/care/',
      'core/import/',
      'core/people/',
      'catalogue/',
    ]),
    only('demo-goes-through-services', 'demo', ['demo/', 'services/', 'core/', 'catalogue/']),
    only('workers-run-services', 'workers', ['workers/', 'services/', 'core/']),
    only('standins-know-only-the-door', 'standins', ['standins/']),
    only('cli-is-thin', 'cli', ['cli/', 'services/', 'demo/', 'core/', 'catalogue/']),
    {
      name: 'core-needs-no-platform',
      severity: 'error',
      from: { path: '^src/(core|catalogue)/', pathNot: '\\.test\\.ts$' },
      to: {
        path: '^(node:|fs$|path$|crypto$)|node_modules/(react|next|@mantine|drizzle-orm|better-sqlite3)/',
      },
    },
    {
      name: 'only-records-query',
      severity: 'error',
      from: { path: '^src/', pathNot: '^src/records/|\\.test\\.ts$' },
      to: { path: 'node_modules/(drizzle-orm|better-sqlite3)/' },
    },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default'],
    },
  },
};
