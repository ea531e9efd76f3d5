const ours = '^(core|server|standins|app)/';

/** The server's wings, top to bottom: each stands on those after it. */
const wings = ['names', 'money', 'find', 'people', 'gateways', 'platform'];
const wingsStandOnThoseBelow = wings.map((wing, place) => ({
  name: `${wing}-stands-on-those-below`,
  severity: 'error',
  from: { path: `^server/src/${wing}/` },
  to: { path: `^server/src/([^/]+\\.ts$|(${['demo', ...wings.slice(0, place)].join('|')})/)` },
}));

/** The one way in which imports run: app, server and standins import core; core imports nothing of ours. */
module.exports = {
  forbidden: [
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: '^(server|standins|app|e2e)/' },
    },
    {
      name: 'app-knows-no-server',
      severity: 'error',
      from: { path: '^app/' },
      to: { path: '^(server|standins|e2e)/' },
    },
    {
      name: 'server-knows-no-stand-in',
      severity: 'error',
      from: { path: '^server/' },
      to: { path: '^(standins|app|e2e)/' },
    },
    {
      name: 'stand-ins-know-no-server',
      severity: 'error',
      from: { path: '^standins/' },
      to: { path: '^(server|app|e2e)/' },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: { path: ours },
      to: { circular: true, dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'features-stand-beside-each-other',
      severity: 'error',
      from: { path: '^app/src/features/([^/]+)/' },
      to: { path: '^app/src/features/', pathNot: '^app/src/features/$1/' },
    },
    {
      name: 'shop-knows-no-feature',
      severity: 'error',
      from: { path: '^app/src/(shop|api|texts|ui|stored)/' },
      to: { path: '^app/src/(features|app)/' },
    },
    {
      // What two pieces of the app fetch lands in the one that everybody loads first.
      name: 'large-tables-come-later',
      severity: 'error',
      from: {
        path: '^app/src/',
        pathNot: '^app/src/shop/holder/(later|withPhones|HolderForm)[.]tsx?$|[.]test[.]tsx?$',
      },
      to: { path: '^app/src/shop/holder/(withPhones|HolderForm|PhoneField|PublicView)[.]tsx?$' },
    },
    {
      name: 'held-names-come-later',
      severity: 'error',
      from: { path: '^app/src/', pathNot: '^app/src/(held|features/(names|points))/|[.]test[.]tsx?$' },
      to: { path: '^app/src/(held/screens[.]ts|features/(names|points)/)' },
    },
    {
      name: 'readers-of-names-come-later',
      severity: 'error',
      from: { path: '^app/src/', pathNot: '^app/src/shop/name/later[.]ts$|[.]test[.]tsx?$' },
      to: { path: '^app/src/shop/name/reading[.]ts$' },
    },
    {
      name: 'scales-come-later',
      severity: 'error',
      from: { path: '^app/src/', pathNot: '^app/src/ui/chart/plots[.]ts$|[.]test[.]tsx?$' },
      to: { path: '^app/src/ui/chart/(Plot|BarPlot)[.]tsx$', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'only-stores-know-drizzle',
      severity: 'error',
      from: {
        path: '^server/src/',
        pathNot: '(store|sessions|devices|attention|clock|idempotency|housekeeping)\\.ts$|^server/src/platform/db/',
      },
      to: { path: 'node_modules/drizzle-orm' },
    },
    ...wingsStandOnThoseBelow,
    {
      name: 'core-does-no-io',
      severity: 'error',
      from: { path: '^core/src/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'nothing-unresolved',
      severity: 'error',
      from: { path: ours },
      to: { couldNotResolve: true, pathNot: '^node:|lucide-react-native|\\.json$' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default'],
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.json'],
    },
    exclude: { path: 'dist/' },
  },
};
