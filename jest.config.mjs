import { coreInOne } from './scripts/lib/unit/core-in-one.mjs'

const transform = { '^.+\\.(t|j|mj)s$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript' } } }] }
/** Packages that ship only as ES modules. */
const transformIgnorePatterns = [
  '/node_modules/(?!(potpack|svg-pathdata|d3-[a-z-]+|ml-[a-z-]+|cheminfo-types|is-any-array|internmap|@plussub|fast-png|iobuffer|fflate|@noble|fast-xml-parser|@nodable|fast-xml-builder|strnum|path-expression-matcher|xml-naming|perfect-freehand|culori|clipper2-ts|@seriousme|yaml|idb|nanoid|tinykeys|@vueuse|@lucide|pinia|@vue/devtools-api|@vue/devtools-kit|@vue/devtools-shared|perfect-debounce|birpc|hookable|nostics)/)',
  '/core/dist/in-one/',
]
/** Each look-up of a global costs a test as much as a small function does; these are given to every module. */
const QUICK = [
  'Math',
  'Number',
  'Array',
  'Object',
  'JSON',
  'String',
  'Float32Array',
  'Float64Array',
  'Uint8Array',
  'Int8Array',
]
const project = (name, testMatch) => ({
  displayName: name,
  testMatch,
  globalSetup: './scripts/lib/unit/core-in-one.mjs',
  transform,
  transformIgnorePatterns,
  // Globals a test stands in for (indexedDB, navigator) go with its own file.
  testEnvironmentOptions: { globalsCleanup: 'off' },
  sandboxInjectedGlobals: QUICK,
  moduleNameMapper: {
    ...coreInOne,
    '^element-plus$': '<rootDir>/web/src/testing/element-plus.ts',
  },
})

const core = {
  displayName: 'core',
  testMatch: ['<rootDir>/core/src/**/*.test.ts'],
  globalSetup: './scripts/lib/unit/core-tests.mjs',
  runner: './scripts/lib/unit/core-runner.mjs',
  setupFiles: ['./scripts/lib/unit/sources-in-errors.mjs'],
  transform: {},
}

export default {
  projects: [
    core,
    project('server', ['<rootDir>/server/test/**/*.test.ts']),
    project('web', ['<rootDir>/web/src/**/*.test.ts']),
  ],
  // A busy machine makes no test fail: it may stand still for a third of a minute.
  testTimeout: 120000,
  // All there are: what is beside it in `npm test` mostly waits.
  maxWorkers: '100%',
}
