/** What can be told of the code without running it: `npm run lint` and `npm test` take their checks from here. */
import path from 'node:path';
import { projectDir } from './packages.mjs';

export const bin = (name: string): string => path.join(projectDir, 'node_modules', '.bin', name);
const CODE = ['core', 'contract', 'pages', 'server', 'app/app', 'app/src', 'cli', 'demo', 'e2e', 'bench', 'scripts'];

/** What was good and has not changed is not looked at again. */
const KEPT = ['--cache', '--cache-strategy', 'content', '--cache-location', '.cache/lint/prettier'];

export interface Check {
  readonly name: string;
  /** What Node is started with, in the project's folder. */
  readonly args: readonly string[];
}

/** The compiler that is a program of its own; `typescript` itself is there for tools that ask it as a library. */
const COMPILER = path.join(projectDir, 'node_modules', 'typescript-native', 'bin', 'tsc');
export const TYPES: Check = { name: 'types', args: [COMPILER, '-b', '.', 'app'] };

const rules = (files: readonly string[]): Check => ({
  name: 'lint, rules',
  args: [bin('oxlint'), '--type-aware', '--max-warnings', '0', ...files],
});
const format = (files: readonly string[]): Check => ({
  name: 'lint, format',
  args: [bin('prettier'), '--check', '--ignore-unknown', '--log-level', 'warn', ...files, ...KEPT],
});

/** Longest first. */
export const LINT: readonly Check[] = [
  rules(['.']),
  {
    name: 'lint, arrows',
    args: [bin('depcruise'), '--config', '.dependency-cruiser.cjs', ...CODE, 'playwright.config.ts'],
  },
  { name: 'lint, unused', args: [bin('knip'), '--no-progress'] },
  format(['.']),
];

/** The rules and the format of some files alone. */
export function lintOf(files: readonly string[]): Check[] {
  const code = files.filter((file) => /\.(c|m)?[jt]sx?$/.test(file));
  return code.length > 0 ? [rules(code), format(files)] : [format(files)];
}
