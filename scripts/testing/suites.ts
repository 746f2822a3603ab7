/** The tests of each package with Jest, and the journeys in a browser. */
import fs from 'node:fs';
import path from 'node:path';
import { bin } from '../checks.ts';
import { projectDir } from '../packages.mjs';
import { freePort } from '../ports.ts';
import { type Result, runPart } from './part.ts';
import { countJest, countJourneys } from './reports.ts';

export const PACKAGES = ['core', 'contract', 'pages', 'cli', 'demo', 'server', 'app', 'scripts'] as const;
export type Package = (typeof PACKAGES)[number];

/** How thoroughly random input is tried, and whether tests that take minutes are among the others. */
export interface Depth {
  /** How often a property is tried, against what it says. */
  readonly times: number;
  readonly minutes: boolean;
}
export const USUAL: Depth = { times: 0.1, minutes: false };
export const LONG: Depth = { times: 10, minutes: true };
/** Somebody names a test: it is tried, however long it takes. */
export const NAMED: Depth = { times: 0.4, minutes: true };

const envOf = ({ times, minutes }: Depth) => ({ RUNS_TIMES: String(times), LONG: minutes ? '1' : '' });

function freshReport(file: string): string {
  const report = path.join(projectDir, file);
  fs.mkdirSync(path.dirname(report), { recursive: true });
  fs.rmSync(report, { force: true });
  return report;
}

/** @param files only these; all of the package where nobody says; @param workers where nothing else runs beside it */
export function jest(name: Package, depth: Depth, files: readonly string[] = [], workers?: number): Promise<Result> {
  const report = freshReport(`.cache/jest-${name}.json`);
  const lanes = workers === undefined ? [] : [`--maxWorkers=${workers}`];
  const some = files.length > 0 ? ['--runTestsByPath', ...files] : [];
  return runPart(name, [bin('jest'), '--ci', '--silent', '--json', `--outputFile=${report}`, ...some, ...lanes], {
    cwd: path.join(projectDir, name),
    env: envOf(depth),
    count: () => countJest(report),
  });
}

/** @param args projects or files, for Playwright */
export async function journeys(
  depth: Depth,
  args: readonly string[],
  name = 'journeys in the browser',
): Promise<Result> {
  const report = freshReport('e2e/out/report.json');
  return runPart(name, [bin('playwright'), 'test', ...args], {
    aloud: true,
    env: { ...envOf(depth), E2E_PORT: String(await freePort()) },
    count: () => countJourneys(report),
  });
}

/** Test files whose path has one of the patterns, of every package and of the journeys; paths from the project. */
export function testFiles(patterns: readonly string[]): string[] {
  const below = (dir: string): string[] =>
    fs.readdirSync(path.join(projectDir, dir), { withFileTypes: true }).flatMap((entry) => {
      const at = path.join(dir, entry.name);
      if (entry.isDirectory())
        return /^(node_modules|dist|dist-next|out|public|\..*)$/.test(entry.name) ? [] : below(at);
      return /[.](test[.]tsx?|spec[.]ts)$/.test(entry.name) ? [at] : [];
    });
  const all = [...PACKAGES, 'e2e'].flatMap(below);
  return patterns.length === 0 ? all : all.filter((file) => patterns.some((pattern) => file.includes(pattern)));
}

/** Of these files the ones of a package, as Jest wants them named. */
export const inPackage = (name: Package, files: readonly string[]): string[] =>
  files.filter((file) => file.startsWith(`${name}/`)).map((file) => path.join(projectDir, file));
