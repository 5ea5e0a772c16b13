import js from '@eslint/js';
import globals from 'globals';
import vue from 'eslint-plugin-vue';
import ts from 'typescript-eslint';
import { documented } from './scripts/lib/documented.mjs';

export default ts.config(
  { ignores: ['**/dist/**', '**/node_modules/**', 'test-results/**', '.data/**'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    languageOptions: { globals: { ...globals.browser, ...globals.node, ...globals.jest } },
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/consistent-type-imports': [
        'error',
        { fixStyle: 'separate-type-imports', disallowTypeAnnotations: false },
      ],
      // Formatting is Prettier's, without exceptions.
      'no-warning-comments': ['error', { terms: ['prettier-ignore'], location: 'anywhere' }],
      'no-self-compare': 'off',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      // Shape is Prettier's business.
      ...Object.fromEntries(
        [
          'max-attributes-per-line',
          'singleline-html-element-content-newline',
          'multiline-html-element-content-newline',
          'html-indent',
          'html-closing-bracket-newline',
          'html-self-closing',
          'first-attribute-linebreak',
        ].map((name) => [`vue/${name}`, 'off']),
      ),
      // Wordings are checked by the server before they are stored; RichText is the only place that shows them.
      'vue/no-v-html': 'off',
      'vue/no-v-text-v-html-on-component': 'off',
      'vue/require-default-prop': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/attributes-order': 'off',
    },
  },
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: ts.parser } } },
  { files: ['**/*.vue', '**/*.ts'], rules: { 'no-undef': 'off' } },
  // A component of a test is only what the test needs of it.
  {
    files: ['web/test/**'],
    rules: { 'vue/one-component-per-file': 'off', 'vue/require-prop-types': 'off' },
  },
  // No condition inside another's branch: it is a function with early returns, or a table.
  {
    files: ['core/src/**', 'contract/src/**', 'server/src/**', 'web/src/**'],
    rules: { 'no-nested-ternary': 'error' },
  },
  {
    // What a reader can hold in the head: functions of one page, files of a few.
    files: ['core/src/**', 'contract/src/**', 'server/src/**', 'web/src/**'],
    rules: {
      'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true }],
      'max-lines': ['error', { max: 300, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['core/src/**', 'contract/src/**'],
    plugins: { oaken: { rules: { documented } } },
    rules: { 'oaken/documented': 'error' },
  },
  // A migration stays as it was when it ran.
  { files: ['server/src/database/migrations/**'], rules: { 'max-lines': 'off' } },
  {
    // Nothing that must be there on somebody's word: core/certain says what was missing.
    files: ['*/src/**', 'web/worker/**', 'web/build/**'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'error' },
  },
  {
    files: ['web/src/**/*.vue'],
    rules: {
      'vue/no-restricted-syntax': [
        'error',
        {
          selector: 'TSNonNullExpression',
          message: 'What must be there comes through core/certain.',
        },
        {
          selector: 'ConditionalExpression > ConditionalExpression',
          message: 'No condition inside another’s branch: it is a computed with early returns.',
        },
      ],
    },
  },
  {
    // What stays SQL has a name, in the queries.ts of its folder.
    files: ['server/src/**'],
    ignores: ['server/src/**/queries.ts', 'server/src/database/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.property.name='query']",
          message: 'SQL is a named query in the queries.ts of its folder; all else asks a model.',
        },
      ],
    },
  },
  { files: ['**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
);
