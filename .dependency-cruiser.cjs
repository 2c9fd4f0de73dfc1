// Imports run one way: rooms web → contract → core and server → contract → core, and inside a room from a layer to the
// layers below it. Types count. A folder of the core is entered through its index alone.

const LAYERS = {
  core: ['base', 'named', 'vehicle', 'simulate', 'judge', 'list', 'find', 'work', 'tell', 'job'],
  server: ['base', 'catalogue', 'ask', 'jobs', 'print', 'outside', 'demo', 'trial', 'main'],
  'web/app': [
    'api',
    'parts',
    'drawing',
    'job',
    'desks',
    'parts-list',
    'stages',
    'jobs',
    'library',
    'tools',
    'settings',
    'shell',
  ],
};
const TESTS = '(\\.spec\\.ts$|\\.testing\\.ts$|/testing/|/hostile/|/testing\\.ts$)';

/** What a layer may not import: every layer above it. */
const upward = Object.entries(LAYERS).flatMap(([room, layers]) =>
  layers.slice(0, -1).map((layer, i) => ({
    name: `${room.replace('/', '-')}-${layer}-imports-upward`,
    severity: 'error',
    comment: `${room}/${layer} lies below: it imports itself and the layers under it.`,
    from: { path: `^${room}/${layer}/`, pathNot: TESTS },
    to: { path: `^${room}/(${layers.slice(i + 1).join('|')})/` },
  })),
);

module.exports = {
  forbidden: [
    ...upward,
    {
      name: 'no-circles',
      severity: 'error',
      comment: 'Two files that import each other are one idea in two places, or two ideas that know too much.',
      from: { pathNot: TESTS },
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'no-circles-of-folders',
      severity: 'error',
      comment: 'Two folders that import each other cannot be read one after the other.',
      scope: 'folder',
      from: {},
      to: { circular: true },
    },
    {
      name: 'core-through-its-index',
      severity: 'error',
      comment: 'A folder of the core is entered through its index.ts.',
      from: { path: '^core/([^/]+)/([^/]+)/', pathNot: TESTS },
      to: { path: '^core/(?!job/)[^/]+/[^/]+/.+', pathNot: ['^core/$1/$2/', '^core/[^/]+/[^/]+/index\\.ts$'] },
    },
    {
      name: 'job-through-its-index',
      severity: 'error',
      comment: 'The job is entered through its index.ts.',
      from: { path: '^core/(?!job/)', pathNot: TESTS },
      to: { path: '^core/job/', pathNot: '^core/job/index\\.ts$' },
    },
    {
      name: 'core-imports-itself-alone',
      severity: 'error',
      from: { path: '^core/', pathNot: TESTS },
      to: { path: '^(contract|server|web)/' },
    },
    { name: 'contract-imports-core', severity: 'error', from: { path: '^contract/' }, to: { path: '^(server|web)/' } },
    { name: 'server-not-web', severity: 'error', from: { path: '^server/' }, to: { path: '^web/' } },
    { name: 'web-not-server', severity: 'error', from: { path: '^web/' }, to: { path: '^server/' } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: `(/dist/|\\.angular|node_modules|${TESTS})` },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.test.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.js'] },
  },
};
