// What only types can tell: promises that nobody waits for, values of no known type, cases that a switch forgets.
const { defineConfig, globalIgnores } = require('eslint/config');
const hooks = require('eslint-plugin-react-hooks');
const tseslint = require('typescript-eslint');
const { IGNORED } = require('./eslint.shared.cjs');

const CODE = ['**/*.ts', '**/*.tsx'];
const TESTS = [
  '**/*.test.ts',
  '**/*.test.tsx',
  '**/*.fixture.ts',
  '**/*.properties.ts',
  '**/test/**',
  'e2e/**',
  'bench/**',
];

/** Only the rules that ask for types; the others stand in eslint.config.js. */
const untyped = new Set(tseslint.configs.recommended.flatMap(({ rules = {} }) => Object.keys(rules)));
const typed = Object.fromEntries(
  tseslint.configs.recommendedTypeCheckedOnly
    .flatMap(({ rules = {} }) => Object.entries(rules))
    .filter(([name]) => !untyped.has(name)),
);

module.exports = defineConfig([
  globalIgnores([...IGNORED, '**/*.{js,cjs,mjs}']),
  {
    files: CODE,
    // Named so that a comment that speaks of their rules is understood.
    plugins: { '@typescript-eslint': tseslint.plugin, 'react-hooks': hooks },
    linterOptions: { reportUnusedDisableDirectives: 'off' },
    languageOptions: {
      parser: tseslint.parser,
      // One program for the app and one for all the rest: what is shared is read twice, not ten times.
      parserOptions: { project: ['tsconfig.lint.json', 'app/tsconfig.lint.json'], tsconfigRootDir: __dirname },
    },
    rules: {
      ...typed,
      '@typescript-eslint/only-throw-error': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      // Callbacks are written as methods in our interfaces and never use this.
      '@typescript-eslint/unbound-method': 'off',
    },
  },
  {
    // Answers in tests are read as they come.
    files: TESTS,
    rules: {
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
    },
  },
]);
