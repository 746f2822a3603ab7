// npm run lint: everything that can be told of the code without running it. npm test takes its checks from here.
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensurePackages, projectDir, say } from './packages.mjs';

const bin = (name) => path.join(projectDir, 'node_modules', '.bin', name);
const CODE = ['core', 'contract', 'pages', 'server', 'app/app', 'app/src', 'cli', 'demo', 'e2e', 'bench', 'scripts'];

/** What was good and has not changed is not looked at again: a lint of a change takes seconds. */
const KEPT = (name) => ['--cache', '--cache-strategy', 'content', '--cache-location', `.cache/lint/${name}`];

/** @type {readonly { name: string, args: readonly string[] }[]} each is started with Node, from the project's folder */
export const CHECKS = [
  { name: 'lint, rules', args: [bin('eslint'), '.', '--max-warnings', '0', ...KEPT('eslint')] },
  {
    name: 'lint, arrows',
    args: [bin('depcruise'), '--config', '.dependency-cruiser.cjs', ...CODE, 'playwright.config.ts'],
  },
  { name: 'lint, unused', args: [bin('knip'), '--no-progress'] },
  { name: 'lint, format', args: [bin('prettier'), '--check', '--log-level', 'warn', '.', ...KEPT('prettier')] },
];

if (import.meta.url === pathToFileURL(process.argv[1]).href) {
  await ensurePackages();
  const failed = CHECKS.filter(({ name, args }) => {
    say(`== ${name}`);
    return spawnSync(process.execPath, args, { cwd: projectDir, stdio: 'inherit' }).status !== 0;
  });
  if (failed.length > 0) say(`Not good: ${failed.map(({ name }) => name).join('; ')}`);
  process.exit(failed.length === 0 ? 0 : 1);
}
