/** npm test -- --since REF: types, lint of what changed, and the tests that a change can touch, in about a minute. */
import { execFileSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { lintOf, TYPES } from '../checks.ts';
import { ownPackages } from '../bundle.ts';
import { projectDir, say } from '../packages.mjs';
import { inLanes, type Result, runCheck } from './part.ts';
import { inPackage, jest, PACKAGES, type Package, testFiles, USUAL } from './suites.ts';

/** What is begun after so long would not be over in a minute; it is named, and left to npm test. */
const BUDGET_S = 35;

/** @throws where git does not know the commit */
function changedSince(ref: string): string[] {
  const git = (...args: string[]) =>
    execFileSync('git', args, { cwd: projectDir, encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] })
      .split('\n')
      .filter((line) => line !== '');
  let changed: string[];
  try {
    changed = git('diff', '--name-only', '--diff-filter=d', ref);
  } catch {
    throw new Error(`--since ${ref}: git knows no such commit`);
  }
  return [...new Set([...changed, ...git('ls-files', '--others', '--exclude-standard')])].filter((file) =>
    fs.existsSync(path.join(projectDir, file)),
  );
}

/**
 * Test files that import a changed file, directly or not.
 *
 * The app resolves `@/` by itself, so its imports are followed by that alias too.
 */
async function reached(changed: ReadonlySet<string>, tests: readonly string[]): Promise<Set<string>> {
  const { build } = await import('esbuild');
  const { metafile } = await build({
    entryPoints: tests.map((file) => path.join(projectDir, file)),
    absWorkingDir: projectDir,
    outdir: path.join(projectDir, '.cache', 'reached'),
    bundle: true,
    write: false,
    metafile: true,
    packages: 'external',
    platform: 'node',
    format: 'esm',
    jsx: 'automatic',
    logLevel: 'silent',
    alias: { '@': path.join(projectDir, 'app', 'src') },
    loader: { '.woff2': 'empty', '.png': 'empty', '.svg': 'empty' },
    plugins: [ownPackages],
  });
  const touched = new Map<string, boolean>();
  const isTouched = (file: string): boolean => {
    const known = touched.get(file);
    if (known !== undefined) return known;
    // A circle of imports ends here.
    touched.set(file, false);
    const found = changed.has(file) || (metafile.inputs[file]?.imports ?? []).some(({ path: to }) => isTouched(to));
    touched.set(file, found);
    return found;
  };
  return new Set(tests.filter(isTouched));
}

/** The package of the change first, then those that cost least. */
const COST: readonly Package[] = ['contract', 'pages', 'cli', 'demo', 'core', 'scripts', 'app', 'server'];
const byCost = (changed: readonly string[]) => (a: Package, b: Package) => {
  const own = (name: Package) => (changed.some((file) => file.startsWith(`${name}/`)) ? 0 : 1);
  return own(a) - own(b) || COST.indexOf(a) - COST.indexOf(b);
};

export async function runSince(ref: string): Promise<Result[]> {
  const changed = changedSince(ref);
  if (changed.length === 0) {
    say(`Nothing changed since ${ref}`);
    return [];
  }
  const started = Date.now();
  const files = await reached(
    new Set(changed),
    testFiles([]).filter((file) => !file.startsWith('e2e/') && !file.includes('/long/')),
  );
  const suites = [...PACKAGES].sort(byCost(changed)).flatMap((name) => {
    const mine = inPackage(name, [...files]);
    return mine.length > 0 ? [{ name, mine }] : [];
  });
  const leftOut: string[] = [];
  const results = await inLanes<Result | undefined>([
    () => runCheck(TYPES),
    ...suites.map(({ name, mine }) => async () => {
      if (Date.now() - started < 1000 * BUDGET_S) return jest(name, USUAL, mine);
      leftOut.push(`${name} (${mine.length} files)`);
      return undefined;
    }),
    ...lintOf(changed).map((check) => () => runCheck(check)),
  ]);
  if (leftOut.length > 0) say(`Not tried, for the minute was over: ${leftOut.join(', ')}. npm test tries them.`);
  if (changed.some((file) => /^(app|server)\//.test(file))) say('No journey was walked: npm test does.');
  return results.filter((one) => one !== undefined);
}
