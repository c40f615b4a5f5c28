const transform = { '^.+\\.(t|j|mj)s$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript' } } }] }
/** Packages that ship only as ES modules. */
const transformIgnorePatterns = [
  '/node_modules/(?!(fast-png|iobuffer|fflate|@noble|fast-xml-parser|@nodable|fast-xml-builder|strnum|path-expression-matcher|xml-naming|perfect-freehand|culori|clipper2-ts|@seriousme|yaml|idb|nanoid|tinykeys|@vueuse|@lucide)/)',
]
const project = (name, testMatch) => ({
  displayName: name,
  testMatch,
  transform,
  transformIgnorePatterns,
  // Globals a test stands in for (indexedDB, navigator) go with its own file.
  testEnvironmentOptions: { globalsCleanup: 'off' },
  moduleNameMapper: {
    '^@unhurried/core$': '<rootDir>/core/src/index.ts',
    '^@unhurried/core/api$': '<rootDir>/core/src/api/index.ts',
  },
})

export default {
  projects: [
    project('core', ['<rootDir>/core/src/**/*.test.ts']),
    project('server', ['<rootDir>/server/test/**/*.test.ts']),
    project('web', ['<rootDir>/web/src/**/*.test.ts']),
  ],
  testTimeout: 60000,
}
