/** core ← contract ← server, web; demo may use all of the server; nothing of ours reaches into the web but the web. */
const ours = '^(contract|server|web|demo|e2e|bench)/'

/** The features of the server from the ground up: each may use those above it in this list, and none below. */
const FEATURES = [
  'live',
  'auditLog',
  'mail',
  'fileStore',
  'retention',
  'backups',
  'accounts',
  'timing',
  'classes',
  'joining',
  'readingHelp',
  'about',
  'submissions',
  'talk',
  'circles',
  'drafts',
  'files',
  'worksheets',
  'kinds',
  'work',
  'merging',
  'calendar',
  'marking',
  'markBook',
  'progress',
  'reports',
  'portfolio',
  'digest',
  'news',
  'week',
  'today',
  'search',
  'school',
]
const below = FEATURES.map((name, index) => ({
  name: `features-in-order-${name}`,
  comment: 'docs/ARCHITECTURE.md says which feature stands on which',
  severity: 'error',
  from: { path: `^server/src/features/${name}/`, pathNot: '\\.test\\.ts$' },
  to: {
    path: '^server/src/features/',
    pathNot: `^server/src/features/(${FEATURES.slice(0, index + 1).join('|')})/`,
  },
}))
module.exports = {
  forbidden: [
    { name: 'core-stands-alone', severity: 'error', from: { path: '^core/' }, to: { path: ours } },
    {
      name: 'core-does-no-io',
      severity: 'error',
      from: { path: '^core/src', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'contract-knows-core-only',
      severity: 'error',
      from: { path: '^contract/' },
      to: { path: '^(server|web|demo|e2e|bench)/' },
    },
    {
      name: 'web-never-imports-server',
      severity: 'error',
      from: { path: '^web/' },
      to: { path: '^(server|demo|e2e|bench)/' },
    },
    {
      name: 'server-never-imports-web',
      severity: 'error',
      from: { path: '^server/src', pathNot: ['\\.test\\.ts$', '^server/src/testing/'] },
      to: { path: '^(web|demo|e2e|bench)/' },
    },
    {
      name: 'testing-is-for-tests',
      severity: 'error',
      from: { pathNot: ['\\.test\\.ts$', '^server/src/testing/'] },
      to: { path: '^server/src/testing/' },
    },
    {
      name: 'demo-uses-no-screens',
      severity: 'error',
      from: { path: '^demo/' },
      to: { path: '^(web|e2e|bench)/' },
    },
    {
      name: 'features-meet-through-services',
      comment: "a feature reaches another feature's data through its service, never its queries or models",
      severity: 'error',
      from: { path: '^server/src/features/([^/]+)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^server/src/features/(?!$1/)[^/]+/(queries|models|routes)' },
    },
    ...below,
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|node_modules)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default'],
    },
  },
}
