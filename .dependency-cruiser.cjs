/**
 * The arrows between our folders run one way: routes -> services -> keeping -> core and db; ui -> core and
 * the client half of keeping.
 */
const pathOf = (...folders) => `^(${folders.join('|')})/`;

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-knows-nothing-of-ours',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: pathOf('app', 'server', 'e2e', 'scripts') },
    },
    {
      name: 'core-has-no-platform',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-uses-only-pure-packages',
      comment: 'Packages that compute and know no platform. Another one earns its place here.',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$|^core/examples/|/testing/' },
      to: {
        path: 'node_modules/',
        pathNot:
          'node_modules/(zod|d3-[a-z]+|@types/d3-[a-z]+|temporal-[a-z]+|uuid|fastest-levenshtein|safe-stable-stringify)/',
      },
    },
    {
      name: 'core-folders-have-doors',
      comment: 'Between folders of the core, go through index.ts.',
      severity: 'error',
      from: { path: '^core/([^/]+)/' },
      to: { path: '^core/([^/]+)/', pathNot: '^core/$1/|^core/[^/]+/index\\.ts$' },
    },
    {
      name: 'core-door-from-outside',
      severity: 'error',
      from: { path: pathOf('app', 'server', 'e2e') },
      to: { path: '^core/', pathNot: '^core/[^/]+/index\\.ts$' },
    },
    {
      name: 'ui-knows-only-core-and-the-outbox',
      severity: 'error',
      from: { path: '^app/ui/' },
      to: { path: '^app/(routes|services|db)/|^app/keeping/server/|^server/' },
    },
    {
      name: 'keeping-below-services',
      severity: 'error',
      from: { path: '^app/keeping/', pathNot: '\\.test\\.ts$|/testing/' },
      to: { path: '^app/(routes|services|ui)/|^server/' },
    },
    {
      name: 'the-outbox-knows-no-server',
      severity: 'error',
      from: { path: '^app/keeping/client/' },
      to: { path: '^app/db/|^app/keeping/server/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'db-below-keeping',
      severity: 'error',
      from: { path: '^app/db/' },
      to: { path: '^app/(routes|services|ui|keeping)/|^server/' },
    },
    {
      name: 'formats-know-the-core-only',
      comment: 'What is written and read there is plain data.',
      severity: 'error',
      from: { path: '^app/formats/', pathNot: '\\.test\\.ts$' },
      to: { path: '^app/(?!formats/)|^server/' },
    },
    {
      name: 'services-below-routes',
      severity: 'error',
      from: { path: '^app/services/' },
      to: { path: '^app/(routes|ui)/|^server/' },
    },
    {
      name: 'the-door-is-for-routes',
      severity: 'error',
      from: { path: '^app/(services|db|ui|keeping|workers)/' },
      to: { path: '^app/(door|context)\\.server\\.ts$' },
    },
    {
      name: 'routes-reach-data-through-services',
      severity: 'error',
      from: { path: '^app/routes/' },
      to: { path: '^app/db/|^server/|node_modules/(drizzle-orm|pg|@electric-sql)/' },
    },
    {
      name: 'a-route-keeps-to-itself',
      comment: 'What two screens share lies in ui, services or core.',
      severity: 'error',
      from: { path: '^app/routes/([^/]+/[^/]+)/' },
      to: { path: '^app/routes/', pathNot: '^app/routes/$1/' },
    },
    {
      name: 'nothing-shipped-needs-tests',
      severity: 'error',
      from: {
        path: '^(app|core|server)/',
        pathNot: '\\.test\\.tsx?$|/testing/|^core/examples/',
      },
      to: { path: '^core/examples/|/testing/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^(build|\\.react-router)/|\\+types' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
