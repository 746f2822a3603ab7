/** What can be told of the code without running it: `npm run lint` and `npm test` take their checks from here. */
import path from 'node:path';
import { projectDir } from './packages.mjs';

export const bin = (name: string): string => path.join(projectDir, 'node_modules', '.bin', name);
const CODE = ['core', 'contract', 'pages', 'server', 'app/app', 'app/src', 'cli', 'demo', 'e2e', 'bench', 'scripts'];

/** What was good and has not changed is not looked at again: a lint of a change takes seconds. */
const KEPT = (name: string) => ['--cache', '--cache-strategy', 'content', '--cache-location', `.cache/lint/${name}`];
const RULES = ['--max-warnings', '0', '--no-warn-ignored'];
const TYPED = ['-c', 'eslint.typed.config.js'];

export interface Check {
  readonly name: string;
  /** What Node is started with, in the project's folder. */
  readonly args: readonly string[];
}

export const TYPES: Check = { name: 'types', args: [bin('tsc'), '-b', '.', 'app'] };

const rules = (files: readonly string[]): Check[] => [
  { name: 'lint, rules', args: [bin('eslint'), ...files, ...RULES, ...KEPT('eslint')] },
  // What one file says depends on the types of others: a cache by file would be wrong.
  { name: 'lint, typed rules', args: [bin('eslint'), ...TYPED, ...files, ...RULES] },
];
const format = (files: readonly string[]): Check => ({
  name: 'lint, format',
  args: [bin('prettier'), '--check', '--ignore-unknown', '--log-level', 'warn', ...files, ...KEPT('prettier')],
});

/** Longest first, for two at a time. */
export const LINT: readonly Check[] = [
  ...rules(['.']),
  {
    name: 'lint, arrows',
    args: [bin('depcruise'), '--config', '.dependency-cruiser.cjs', ...CODE, 'playwright.config.ts'],
  },
  { name: 'lint, unused', args: [bin('knip'), '--no-progress'] },
  format(['.']),
];

/** The rules and the format of some files alone. */
export const lintOf = (files: readonly string[]): Check[] => [
  ...rules(files.filter((file) => /\.(c|m)?[jt]sx?$/.test(file))).filter(() =>
    files.some((file) => /\.tsx?$/.test(file)),
  ),
  format(files),
];
