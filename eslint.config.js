// What can be told without types: every file, in seconds. What needs them: eslint.typed.config.js.
const { defineConfig, globalIgnores } = require('eslint/config');
const expo = require('eslint-config-expo/flat');
const importPlugin = require('eslint-plugin-import');
const tseslint = require('typescript-eslint');
const { IGNORED } = require('./eslint.shared.cjs');

const CODE = ['**/*.ts', '**/*.tsx'];

module.exports = defineConfig([
  globalIgnores(IGNORED),
  { ...tseslint.configs.base, files: CODE },
  { files: CODE, extends: [tseslint.configs.recommended] },
  { ignores: ['app/**'], plugins: { import: importPlugin } },
  // React, its hooks and its compiler: only where there are components.
  ...expo.map((config) => ({
    ...config,
    files: (config.files ?? ['**/*.{js,jsx,ts,tsx}']).map((glob) => `app/${glob}`),
  })),
  {
    files: CODE,
    linterOptions: { reportUnusedDisableDirectives: 'error' },
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { ignoreRestSiblings: true, args: 'after-used', varsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-redeclare': 'error',
      '@typescript-eslint/no-useless-constructor': 'error',
      '@typescript-eslint/array-type': 'error',
      '@typescript-eslint/consistent-type-assertions': 'error',
      'import/no-duplicates': ['error', { 'prefer-inline': true }],
      'import/first': 'error',
      // The compiler knows which modules there are and what they hold.
      'import/no-unresolved': 'off',
      'import/export': 'off',
      'import/namespace': 'off',
      'import/named': 'off',
      'import/default': 'off',
      'import/no-named-as-default': 'off',
      // fast-check is used as fc.* throughout, as its own documentation does.
      'import/no-named-as-default-member': 'off',
      eqeqeq: 'error',
      'max-lines': ['error', { max: 420, skipBlankLines: true, skipComments: true }],
    },
  },
  { rules: { 'import/no-named-as-default': 'off' }, files: ['app/**'] },
  { ignores: ['app/src/ui/icon-paths.ts'], rules: { 'max-len': ['error', { code: 120 }] } },
  // A table: one entry a screen.
  { files: ['e2e/screens.ts'], rules: { 'max-lines': 'off' } },
  { files: ['app/scripts/**'], rules: { 'import/namespace': 'off' } },
  {
    files: ['scripts/**', '**/*.config.js', '**/*.cjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        __dirname: 'readonly',
        Buffer: 'readonly',
        jest: 'readonly',
      },
    },
  },
]);
