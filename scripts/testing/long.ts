/**
 * npm run test:long: everything, and random input tried many times more. Each part keeps its result as it ends, so that
 * a run that was cut goes on: `--from PART`, or one alone: `--only PART`.
 */
import { execFileSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { ensureWebApp } from '../build.ts';
import { LINT, TYPES } from '../checks.ts';
import { projectDir, say } from '../packages.mjs';
import { inLanes, type Result, runCheck } from './part.ts';
import { jest, journeys, LONG, type Package } from './suites.ts';
import { ensureTools } from './tools.ts';

interface Part {
  readonly name: string;
  readonly run: () => Promise<Result[]>;
}

const one = (name: string, run: () => Promise<Result>): Part => ({ name, run: async () => [await run()] });
const suites = (name: string, packages: readonly Package[]): Part => ({
  name,
  run: () => inLanes(packages.map((suite) => () => jest(suite, LONG))),
});

/** The properties of core take as long as all else together: they have both cores. */
const CORES = 2;

/** What needs the machine for itself stands alone; the others go beside each other. */
const PARTS: readonly Part[] = [
  { name: 'checks', run: () => inLanes([TYPES, ...LINT].map((check) => () => runCheck(check))) },
  one('journeys', () => journeys(LONG, ['--project', 'untouched', '--project', 'usual'])),
  one('long-journeys', () => journeys(LONG, ['--project', 'long'], 'whole jobs in the browser')),
  one('core', () => jest('core', LONG, [], CORES)),
  suites('properties', ['contract', 'cli', 'pages', 'demo']),
  { name: 'app', run: async () => [await jest('app', LONG)] },
  one('server', () => jest('server', LONG)),
  one('scripts', () => jest('scripts', LONG)),
];

/** The last long run, part by part. */
const KEPT = path.join(projectDir, '.cache', 'test-long.json');
interface KeptPart {
  readonly part: string;
  readonly at: string;
  readonly commit: string;
  readonly changed: boolean;
  readonly results: readonly Pick<Result, 'name' | 'passed' | 'failed' | 'seconds' | 'named'>[];
}

const git = (...args: string[]) => execFileSync('git', args, { cwd: projectDir, encoding: 'utf8' }).trim();

function keep(part: string, results: readonly Result[]): void {
  const before = fs.existsSync(KEPT) ? (JSON.parse(fs.readFileSync(KEPT, 'utf8')) as KeptPart[]) : [];
  const kept: KeptPart = {
    part,
    at: new Date().toISOString(),
    commit: git('rev-parse', '--short', 'HEAD'),
    changed: git('status', '--porcelain') !== '',
    results: results.map(({ name, passed, failed, seconds, named }) => ({ name, passed, failed, seconds, named })),
  };
  const all = [...before.filter((other) => other.part !== part), kept];
  fs.mkdirSync(path.dirname(KEPT), { recursive: true });
  fs.writeFileSync(KEPT, `${JSON.stringify(all, null, 2)}\n`);
}

/** @throws where no part has that name */
function placeOf(name: string): number {
  const at = PARTS.findIndex((part) => part.name === name);
  if (at < 0) throw new Error(`No part is called ${name}: ${PARTS.map((part) => part.name).join(', ')}`);
  return at;
}

/** @param from the part to go on with; @param only this part alone */
export async function runLong({ from, only }: { from?: string; only?: string }): Promise<Result[]> {
  const begin = placeOf(from ?? only ?? PARTS[0]?.name ?? '');
  const parts = PARTS.slice(begin, only === undefined ? undefined : begin + 1);
  ensureTools('chromium', 'pdf', 'pooler');
  await ensureWebApp();
  const results: Result[] = [];
  for (const { name, run } of parts) {
    say(`\n=== ${name} (if this is cut: npm run test:long -- --from ${name})`);
    const ended = await run();
    keep(name, ended);
    results.push(...ended);
  }
  say(`\nKept in .cache/test-long.json: ${git('rev-parse', '--short', 'HEAD')}, ${new Date().toISOString()}`);
  return results;
}
