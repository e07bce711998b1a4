/** Which way imports may point (docs/architecture.md draws it). `./test` runs it; `npm run arrows` by itself. */
const forbid = (name, comment, from, to, more = {}) => ({
  name,
  comment,
  severity: 'error',
  from,
  to,
  ...more,
});
const source = (path) => ({ path, pathNot: '\\.test\\.ts$' });
/** Packages that only compute: no network, clock, chance or page. */
const computing = [
  'culori',
  'fft\\.js',
  'fastest-levenshtein',
  'simple-statistics',
  'ml-matrix',
  'pure-rand',
  'jstat',
  'date-fns',
  '@date-fns/tz',
];

module.exports = {
  forbidden: [
    forbid('no-circle', 'No file imports itself by way of others.', {}, { circular: true }),
    forbid(
      'core-is-free',
      'Core and engines import one another, and packages that only compute.',
      source('^src/(core|engines)/'),
      { pathNot: `^src/(core|engines)/|^node_modules/(${computing.join('|')})/` },
    ),
    forbid(
      'one-door',
      'An engine is entered by its index.ts.',
      source('^(src/(?!engines/)|scripts/|ops/|tools/(?!made/))'),
      {
        path: '^src/engines/[^/]+/(?!index\\.ts$)',
      },
    ),
    forbid(
      'one-door-between-engines',
      'An engine is entered by its index.ts, by another engine too.',
      source('^src/engines/([^/]+)/'),
      { path: '^src/engines/[^/]+/(?!index\\.ts$)', pathNot: '^src/engines/$1/' },
    ),
    forbid(
      'no-circle-of-nouns',
      'No folder of core, of an engine, of the server or of a screen imports itself by way of others.',
      source('^src/(core|engines|server|screens)/'),
      { circular: true },
      { scope: 'folder' },
    ),
    forbid(
      'schemas-know-core',
      'Messages are made of core’s registries and shapes.',
      source('^src/schemas/'),
      { path: '^src/', pathNot: '^src/(schemas|core|engines)/' },
    ),
    forbid(
      'parts-below-screens',
      'What screens share knows no screen, and nothing of the server.',
      source('^src/(parts|workers|simulators|offline)/'),
      { path: '^src/(screens|pages|server|layouts)/' },
    ),
    forbid(
      'screens-side-by-side',
      'What two screens need lies in parts/.',
      { path: '^src/screens/([^/]+)/' },
      { path: '^src/screens/([^/]+)/', pathNot: '^src/screens/$1/' },
    ),
    forbid(
      'screens-know-no-server',
      'A screen is given its data, or asks an endpoint.',
      source('^src/screens/'),
      { path: '^src/(server|pages|layouts)/' },
    ),
    forbid(
      'server-knows-no-page',
      'The server shares core and messages with the page.',
      source('^src/server/'),
      { path: '^src/(parts|screens|pages|layouts|workers)/' },
    ),
    forbid(
      'made-up-below-tests',
      'Made-up pictures, heads and workshops are for tests and measurements alike.',
      { path: '^tools/made/' },
      { path: '^(tests|tools/bench)/' },
    ),
    forbid('house-below-tests', 'What ships imports no test and no script.', source('^src/'), {
      path: '^(tests|tools|scripts|ops)/',
    }),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.astro$|\\.test\\.ts$' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.json'],
      exportsFields: ['exports'],
      conditionNames: ['import', 'node', 'default', 'require'],
    },
  },
};
