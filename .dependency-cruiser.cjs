/** The arrows between our folders run one way: routes -> services -> core and db; ui -> core. */
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
      name: 'core-has-no-framework',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: {
        path: 'node_modules/(react|@mantine|drizzle-orm|express|pg|@electric-sql|@react-router)',
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
      name: 'ui-knows-only-core',
      severity: 'error',
      from: { path: '^app/ui/' },
      to: { path: '^app/(routes|services|db)/|^server/' },
    },
    {
      name: 'db-below-services',
      severity: 'error',
      from: { path: '^app/db/' },
      to: { path: '^app/(routes|services|ui)/|^server/' },
    },
    {
      name: 'services-below-routes',
      severity: 'error',
      from: { path: '^app/services/' },
      to: { path: '^app/(routes|ui)/|^server/' },
    },
    {
      name: 'routes-reach-data-through-services',
      severity: 'error',
      from: { path: '^app/routes/' },
      to: { path: '^app/db/|^server/' },
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
