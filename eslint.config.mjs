import tseslint from 'typescript-eslint'
import vue from 'eslint-plugin-vue'
import vueParser from 'vue-eslint-parser'

/** A folder imports only downwards: what each may not reach. */
const mayNotImport = (files, patterns) => ({ files, rules: { 'no-restricted-imports': ['error', { patterns }] } })
const outside = {
  group: [
    'vue',
    'pinia',
    'koa',
    'typeorm',
    'pg',
    'node:*',
    'fs',
    'path',
    '@unhurried/server',
    '@unhurried/web',
    '**/server/**',
    '**/web/**',
  ],
  message: 'core imports nothing of the browser, Node, Vue or the server.',
}
const upward = (names, message) => ({ group: names.flatMap((name) => [`../${name}/*`, `../../${name}/*`]), message })
const onlyApi = {
  group: ['@unhurried/server', '**/server/**', 'node:*'],
  message: 'The page knows the server only through its API.',
}
/** What runs in a worker listens as soon as it is imported: on the page it would answer the page's own messages. */
const noWorkers = {
  group: ['**/workers/*', '!**/workers/*-messages', '!**/workers/painter'],
  message: 'A worker is started, never imported: its messages and schemas lie in a file of their own.',
}
const noVue = {
  group: ['vue', 'pinia', 'element-plus', '../views/*', '../stores/*'],
  message: 'The stage knows nothing of Vue.',
}
const tests = ['**/*.test.ts']

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', 'test-results/**'] },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    languageOptions: { parser: vueParser, parserOptions: { parser: tseslint.parser, sourceType: 'module' } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      'no-console': 'error',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/html-indent': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/attributes-order': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/one-component-per-file': 'off',
    },
  },
  mayNotImport(['core/src/**/*.ts'], [outside]),
  mayNotImport(
    ['core/src/scene/**/*.ts'],
    [
      outside,
      upward(
        ['timing', 'shape', 'motion', 'edits', 'format'],
        'The document knows nothing of what is computed from it.',
      ),
    ],
  ),
  mayNotImport(
    ['core/src/timing/**/*.ts', 'core/src/shape/**/*.ts'],
    [
      outside,
      upward(['motion', 'format', 'edits'], 'Timing and shape know the document, not its motion, edits or formats.'),
    ],
  ),
  mayNotImport(
    ['core/src/planners/**/*.ts'],
    [outside, upward(['format', 'edits', 'checks'], 'A planner works out a motion; laying it in is an edit.')],
  ),
  mayNotImport(
    ['core/src/motion/**/*.ts'],
    [outside, upward(['format', 'edits', 'planners'], 'Motion is read from the document, never written into it.')],
  ),
  mayNotImport(['core/src/format/**/*.ts'], [outside, upward(['edits'], 'Formats know the document, not its edits.')]),
  mayNotImport(['core/src/edits/**/*.ts'], [outside, upward(['format'], 'Edits know nothing of files.')]),
  mayNotImport(
    ['server/src/**/*.ts'],
    [{ group: ['@unhurried/web', '**/web/**', 'vue'], message: 'The server knows nothing of the page.' }],
  ),
  mayNotImport(['web/src/**/*.{ts,vue}'], [onlyApi, noWorkers]),
  mayNotImport(['web/src/stage/**/*.ts', 'web/src/ink/**/*.ts'], [onlyApi, noWorkers, noVue]),
  mayNotImport(
    ['web/src/workers/**/*.ts'],
    [onlyApi, { ...noWorkers, group: ['./look', './paint', './handover'] }, noVue],
  ),
  { files: tests, rules: { 'no-restricted-imports': 'off' } },
  { files: ['scripts/**', 'e2e/bench/**'], rules: { 'no-console': 'off' } },
)
