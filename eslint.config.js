const { defineConfig, globalIgnores } = require('eslint/config');
const expo = require('eslint-config-expo/flat');
const tseslint = require('typescript-eslint');

module.exports = defineConfig([
  globalIgnores([
    '**/dist/**',
    '**/dist-next/**',
    '**/.expo/**',
    '.cache/**',
    '**/.cache-empty/**',
    'types/**',
    '.data/**',
    'e2e/out/**',
    'app/public/**',
    'app/expo-env.d.ts',
  ]),
  expo,
  {
    settings: {
      'import/resolver': {
        typescript: {
          noWarnOnMultipleProjects: true,
          project: [
            'app/tsconfig.json',
            'core/tsconfig.json',
            'contract/tsconfig.json',
            'pages/tsconfig.json',
            'server/tsconfig.json',
            'cli/tsconfig.json',
            'demo/tsconfig.json',
          ],
        },
      },
    },
  },
  {
    files: ['**/*.ts', '**/*.tsx'],
    ignores: ['e2e/**', 'playwright.config.ts'],
    extends: [tseslint.configs.recommendedTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: __dirname } },
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { ignoreRestSiblings: true, args: 'after-used', varsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/only-throw-error': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      'import/no-duplicates': ['error', { 'prefer-inline': true }],
      // The compiler knows what a module holds, and is asked anyway.
      'import/namespace': 'off',
      'import/named': 'off',
      'import/default': 'off',
      // Callbacks are written as methods in our interfaces and never use this.
      '@typescript-eslint/unbound-method': 'off',
      // fast-check is used as fc.* throughout, as its own documentation does.
      'import/no-named-as-default-member': 'off',
      eqeqeq: 'error',
      'max-lines': ['error', { max: 420, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    // Answers in tests are read as they come.
    files: ['**/*.test.ts', '**/*.test.tsx', '**/test/**'],
    rules: {
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
    },
  },
  { rules: { 'import/no-named-as-default': 'off' } },
  { ignores: ['app/src/ui/icon-paths.ts'], rules: { 'max-len': ['error', { code: 120 }] } },
  { files: ['server/**', 'demo/**', 'cli/**'], rules: { 'expo/no-dynamic-env-var': 'off' } },
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
