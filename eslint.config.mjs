import tseslint from 'typescript-eslint'
import vue from 'eslint-plugin-vue'
import vueParser from 'vue-eslint-parser'

/** Lines of a function: more does not fit a screen. */
const SCREEN = { max: 80, skipBlankLines: true, skipComments: true }

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', 'test-results/**'] },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'].map((config) => ({ ...config, files: ['**/*.vue'] })),
  {
    files: ['**/*.vue'],
    languageOptions: { parser: vueParser, parserOptions: { parser: tseslint.parser, sourceType: 'module' } },
    rules: {
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
  {
    // No rule reads what a comment says of types.
    languageOptions: { parserOptions: { jsDocParsingMode: 'none' } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      'no-console': 'error',
      'max-lines-per-function': ['error', SCREEN],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  {
    // By the time it changes anything another scene may be open.
    files: ['web/src/**'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: ":function[async=true] CallExpression[callee.object.name='store'][callee.property.name='change']",
          message:
            'What takes a while changes the scene it was begun in: const here = store.thisScene(), here.change(…).',
        },
      ],
    },
  },
  // A block of tests is not read as one function, nor is a bench of many figures.
  { files: ['**/*.test.ts', 'e2e/**', 'scripts/**'], rules: { 'max-lines-per-function': 'off' } },
  { files: ['scripts/**', 'e2e/bench/**'], rules: { 'no-console': 'off' } },
)
