/**
 * The layers of the house, judged by where an import leads. Each list goes from the ground up: a folder imports only
 * from those before it.
 */
const CORE = [
  'base',
  'scene',
  'production',
  'geometry',
  'timing',
  'record',
  'sound',
  'ink',
  'paper',
  'lettering',
  'motion',
  'rulers',
  'paint',
  'planners',
  'edits',
  'checks',
  'practice',
  'format',
  'api',
  'testing',
]
const WEB = [
  'theme',
  'api',
  'stage',
  'workers',
  'session',
  'parts',
  'sound',
  'footage',
  'writing',
  'charts',
  'places',
  'app',
]
const PLACES = [
  'shelf',
  'reel',
  'library',
  'plan',
  'desk',
  'look',
  'takes',
  'handover',
  'paper',
  'lettering',
  'log',
  'practice',
]
const SERVER = ['database', 'keeping', 'http', 'health', 'routes', 'sample']

/** Tests reach anywhere; what runs in a worker is a program of its own, on top of all it uses. */
const FREE = [String.raw`\.test\.ts$`, 'worker\\.ts$', '^core/src/testing/', '^web/src/testing/']
const TEST = String.raw`\.test\.ts$`
const at = (root, folders) => `^${root}/src/(${folders.join('|')})(/|\\.)`

/** What each folder of a list may not reach: every one above it. */
const upwards = (root, folders, members = (name) => [name]) =>
  folders.slice(0, -1).map((name, i) => ({
    name: `${root}-${name}-only-downwards`,
    severity: 'error',
    from: { path: at(root, members(name)), pathNot: FREE },
    to: { path: at(root, folders.slice(i + 1).flatMap(members)) },
  }))

const apart = PLACES.map((place) => ({
  name: `place-${place}-stands-alone`,
  comment: 'What two places need lies in parts, charts or session.',
  severity: 'error',
  from: { path: at('web', [place]) },
  to: {
    path: at(
      'web',
      PLACES.filter((other) => other !== place),
    ),
  },
}))

const forbidden = (name, from, to, comment) => ({ name, severity: 'error', comment, from, to })

export default {
  forbidden: [
    forbidden(
      'no-cycles',
      {},
      { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
      'Two files that need each other are one idea, or a third one. Their types may speak of each other.',
    ),
    ...upwards('core', CORE),
    ...upwards('web', WEB, (name) => (name === 'places' ? PLACES : [name])),
    ...upwards('server', SERVER),
    ...apart,
    forbidden(
      'core-is-pure',
      { path: '^core/src', pathNot: TEST },
      { path: '^(server|web)/|node_modules/(vue|pinia|koa|typeorm|pg)/' },
      'Core imports nothing of the page, the server or Vue.',
    ),
    forbidden(
      'core-without-node',
      { path: '^core/src', pathNot: TEST },
      { dependencyTypes: ['core'] },
      'Core runs anywhere.',
    ),
    forbidden(
      'page-knows-the-api-only',
      { path: '^web/src' },
      { path: '^server/' },
      'The page knows the server only through its API.',
    ),
    forbidden(
      'server-knows-no-page',
      { path: '^server/src' },
      { path: '^web/' },
      'The server knows nothing of the page.',
    ),
    forbidden(
      'core-by-its-front-door',
      { path: '^(web|server)/src', pathNot: [TEST, '^web/src/testing/'] },
      { path: '^core/src/(?!index\\.ts$|api/index\\.ts$)' },
      'Others import core by its index.',
    ),
    forbidden(
      'testing-for-tests',
      { path: '^(core|server|web)/src', pathNot: [TEST, '/testing/'] },
      { path: '^(core|web)/src/testing/' },
      'What tests build with is no part of the app.',
    ),
    forbidden(
      'a-worker-is-started-never-imported',
      { path: '^web/src', pathNot: TEST },
      { path: '^web/src/workers/[^/]+/worker\\.ts$', dependencyTypesNot: ['type-only'] },
      "What runs in a worker listens as soon as it is imported: on the page it would answer the page's own messages.",
    ),
    forbidden(
      'no-vue-below-the-places',
      { path: '^web/src/(stage|workers|api)/|^web/src/session/(session|rebase|ink-store|sync/)', pathNot: TEST },
      { path: 'node_modules/(vue|pinia|element-plus|vue-router)/' },
      'The stage and what runs in workers know nothing of Vue.',
    ),
    forbidden(
      'no-orphans',
      { orphan: true, pathNot: [TEST, String.raw`\.d\.ts$`, '^core/src/testing/', '^web/src/testing/'] },
      {},
      'Nobody imports it.',
    ),
    forbidden(
      'declared-packages',
      { path: '^(core|server|web)/src', pathNot: FREE },
      { dependencyTypes: ['npm-no-pkg', 'npm-unknown', 'npm-dev'] },
      'A package declares what it uses.',
    ),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist/' },
    tsPreCompilationDeps: true,
    combinedDependencies: false,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.vue', '.mjs', '.js', '.d.ts'],
    },
  },
}
