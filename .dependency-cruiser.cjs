/** The import rules: app → features → ui; app → server → core; everything may know core, core knows nobody. */
const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  comment: `${from} may import ${allowed.join(', ')} only`,
  from: { path: `^src/${from}/`, pathNot: '\\.test\\.tsx?$' },
  to: { path: '^(src|demo|scripts|testing|e2e)/', pathNot: allowed.map((a) => `^src/${a}[/.]`) },
});

module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    only('core-knows-only-core', 'core', ['core']),
    only('words-know-core', 'words', ['words', 'core']),
    only('formats-know-core', 'formats', ['formats', 'core']),
    only('ui-knows-core-types', 'ui', ['ui', 'core', 'words']),
    only('features-know-ui-and-core', 'features', ['features', 'ui', 'core', 'words', 'workers', 'device']),
    only('device-knows-core-and-formats', 'device', ['device', 'core', 'formats']),
    only('workers-know-core', 'workers', ['workers', 'core']),
    only('door-knows-little-of-the-server', 'door', [
      'door',
      'server/log',
      'server/address',
      'server/contentPolicy',
      'server/origin',
      'server/auth/sessionCookie',
    ]),
    only('server-knows-core-and-formats', 'server', ['server', 'core', 'formats', 'words']),
    {
      name: 'ui-takes-only-types-from-core',
      severity: 'error',
      from: { path: '^src/ui/', pathNot: '\\.test\\.' },
      to: { path: '^src/core/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'core-stays-pure',
      severity: 'error',
      comment:
        'The core imports no framework, no database, no Node and no browser package; yup for the forms of entries and small pure libraries it may',
      from: { path: '^src/core/', pathNot: '(\\.test\\.ts$|/testing/)' },
      to: {
        dependencyTypes: ['core', 'npm', 'npm-dev', 'npm-peer', 'npm-optional'],
        pathNot: 'node_modules/(ml-matrix|tinyqueue|yup|reselect|lru-cache|pure-rand|@date-fns)/',
      },
    },
    {
      name: 'nothing-imports-app',
      severity: 'error',
      from: { pathNot: '^src/app/' },
      to: { path: '^src/app/' },
    },
    {
      name: 'features-do-not-reach-each-other',
      severity: 'error',
      comment: 'A stage shares through ui or core, not through another stage',
      from: { path: '^src/features/([^/]+)/' },
      to: { path: '^src/features/', pathNot: '^src/features/($1|job|outbox)/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
