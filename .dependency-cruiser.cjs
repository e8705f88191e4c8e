/** Import directions: web, cli and server look down at core; inside core each room looks only at the rooms below it. */
const rooms = [
  'units',
  'words',
  'workshop',
  'climate',
  'products',
  'piece',
  'coverage',
  'learning',
  'mixing',
  'stock',
  'merge',
  'deeds',
  'finishing',
  'schedule',
  'reckoning',
  'takeaway',
  'demo',
];
const upward = rooms.map((room, i) => ({
  name: `core-${room}-looks-down`,
  severity: 'error',
  from: { path: `^core/src/${room}/`, pathNot: '\\.test\\.ts$' },
  to: { path: `^core/src/(${rooms.slice(i + 1).join('|') || 'nothing-above'})/` },
}));
module.exports = {
  forbidden: [
    ...upward,
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-alone',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { path: ['^(web|cli|server|e2e|scripts)/', '^react', 'node_modules/(react|idb|express|comlink|swr)'] },
    },
    {
      name: 'core-without-node',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    { name: 'web-looks-down', severity: 'error', from: { path: '^web/' }, to: { path: '^(cli|server|e2e|scripts)/' } },
    { name: 'cli-looks-down', severity: 'error', from: { path: '^cli/' }, to: { path: '^(web|server|e2e|scripts)/' } },
    {
      name: 'server-looks-down',
      severity: 'error',
      from: { path: '^server/' },
      to: { path: '^(web|cli|e2e|scripts)/' },
    },
    {
      name: 'features-stay-apart',
      severity: 'error',
      from: { path: '^web/src/features/([^/]+)/' },
      to: { path: '^web/src/features/', pathNot: '^web/src/features/$1/' },
    },
    {
      name: 'features-below-app',
      severity: 'error',
      from: { path: '^web/src/features/' },
      to: { path: '^web/src/app/' },
    },
    {
      name: 'ui-below-features',
      severity: 'error',
      from: { path: '^web/src/(ui|store|workers)/' },
      to: { path: '^web/src/(features|app)/' },
    },
    {
      name: 'store-below-ui',
      severity: 'error',
      from: { path: '^web/src/(store|workers)/' },
      to: { path: '^web/src/ui/' },
    },
    {
      name: 'one-door-to-indexeddb',
      severity: 'error',
      from: { path: '^web/src/', pathNot: ['^web/src/store/(OperationLog|photoStore)\\.ts$', '\\.test\\.ts$'] },
      to: { path: 'node_modules/idb/' },
    },
    { name: 'everything-resolves', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|node_modules/\\.vite)/' },
    parser: 'swc',
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.json'],
    },
  },
};
