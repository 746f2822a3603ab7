const { defineConfig, globalIgnores } = require('eslint/config');
const expo = require('eslint-config-expo/flat');
const tseslint = require('typescript-eslint');

/** Arrows point one way: app, server, cli and demo know the contract and the core; the contract knows the core; the core knows nobody. */
const ARROWS = {
  core: ['@rugged/*', 'joi', 'react*', 'expo*', 'express*', 'pg', 'sequelize', 'node:*'],
  contract: ['@rugged/app*', '@rugged/server*', '@rugged/cli*', '@rugged/demo*', 'react*', 'expo*', 'express*', 'node:*'],
  server: ['@rugged/app*', '@rugged/cli*', '@rugged/demo*', 'react*', 'expo*'],
  app: ['@rugged/server*', '@rugged/cli*', '@rugged/demo*', 'express*', 'sequelize', 'pg'],
  cli: ['@rugged/app*', '@rugged/server*', '@rugged/demo*', 'react*', 'expo*', 'express*'],
  demo: ['@rugged/app*', '@rugged/cli*', 'react*', 'expo*'],
};

module.exports = defineConfig([
  globalIgnores(['**/dist/**', '**/dist-next/**', '**/.expo/**', '.cache/**', '.data/**', 'e2e/out/**', 'app/public/**', 'app/expo-env.d.ts']),
  expo,
  { settings: { 'import/resolver': { typescript: { noWarnOnMultipleProjects: true, project: ['app/tsconfig.json', 'core/tsconfig.json', 'contract/tsconfig.json', 'server/tsconfig.json', 'cli/tsconfig.json', 'demo/tsconfig.json'] } } } },
  {
    files: ['**/*.ts', '**/*.tsx'],
    ignores: ['e2e/**', 'playwright.config.ts'],
    extends: [tseslint.configs.recommendedTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: __dirname } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true, args: 'after-used', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/only-throw-error': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      'import/no-duplicates': ['error', { 'prefer-inline': true }],
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
    rules: { '@typescript-eslint/no-unsafe-assignment': 'off', '@typescript-eslint/no-unsafe-member-access': 'off', '@typescript-eslint/no-unsafe-argument': 'off', '@typescript-eslint/no-unsafe-return': 'off' },
  },
  ...Object.entries(ARROWS).map(([name, group]) => ({
    files: [`${name}/src/**/*.{ts,tsx}`, `${name}/app/**/*.tsx`],
    ignores: ['**/*.test.ts', '**/*.test.tsx'],
    rules: { 'no-restricted-imports': ['error', { patterns: [{ group, message: `${name} must not know this: see docs/architecture.md` }] }] },
  })),
  { rules: { 'import/no-named-as-default': 'off' } },
  { files: ['server/**', 'demo/**', 'cli/**'], rules: { 'expo/no-dynamic-env-var': 'off' } },
  { files: ['app/scripts/**'], rules: { 'import/namespace': 'off' } },
  { files: ['scripts/**', '**/*.config.js', '**/*.cjs'], languageOptions: { globals: { process: 'readonly', console: 'readonly', __dirname: 'readonly', Buffer: 'readonly' } } },
]);
