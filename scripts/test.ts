// npm test: all set-up, then types, lint, unit, server and browser tests. Ends with a line "N passed, N failed".
// npm test -- PATTERN: only the test files whose path has it. npm test -- --since REF: what a change since then can
// touch, in about a minute. npm run test:long: everything, and random input tried many times more (testing/long.ts).
import path from 'node:path';
import { parseArgs } from 'node:util';
import { ensureWebApp } from './build.ts';
import { LINT, TYPES } from './checks.ts';
import { exclusively } from './exclusively.mjs';
import { projectDir, say } from './packages.mjs';
import { runLong } from './testing/long.ts';
import { inLanes, type Result, runCheck } from './testing/part.ts';
import { runSince } from './testing/since.ts';
import { inPackage, jest, journeys, NAMED, PACKAGES, testFiles, USUAL } from './testing/suites.ts';
import { sumLine, table } from './testing/table.ts';
import { ensureTools } from './testing/tools.ts';

const started = Date.now();
const since = (from: number) => (Date.now() - from) / 1000;
/** What a machine needs once is told apart from the tests. */
const setUp: { what: string; seconds: number }[] = [];
async function timed<T>(what: string, work: () => T | Promise<T>): Promise<T> {
  const from = Date.now();
  const result = await work();
  setUp.push({ what, seconds: since(from) });
  return result;
}

const USUAL_JOURNEYS = ['--project', 'untouched', '--project', 'usual'];

/**
 * Three at a time: the app is exported beside the checks and the unit tests, longest first; the journeys have the machine
 * to themselves.
 */
async function everything(): Promise<Result[]> {
  await timed('programs', () => ensureTools('chromium', 'pdf'));
  const export_ = async () => {
    await timed('export of the app, beside the checks', ensureWebApp);
    return undefined;
  };
  const [server, app, core] = (['server', 'app', 'core'] as const).map((name) => () => jest(name, USUAL));
  const short = PACKAGES.filter((name) => !['server', 'app', 'core'].includes(name)).map(
    (name) => () => jest(name, USUAL),
  );
  const checks = [TYPES, ...LINT].map((check) => () => runCheck(check));
  const work = [export_, server, app, core, ...short, ...checks];
  const results = await inLanes(work.filter((one) => one !== undefined));
  return [...results.filter((one) => one !== undefined), await journeys(USUAL, USUAL_JOURNEYS)];
}

async function onlyNamed(patterns: readonly string[]): Promise<Result[]> {
  const files = testFiles(patterns);
  if (files.length === 0) throw new Error(`No test file has ${patterns.join(' or ')} in its path`);
  if (files.some((file) => file.startsWith('server/'))) ensureTools('pdf');
  const results: Result[] = [];
  for (const name of PACKAGES) {
    const mine = inPackage(name, files);
    if (mine.length > 0) results.push(await jest(name, NAMED, mine));
  }
  const specs = files.filter((file) => file.endsWith('.spec.ts'));
  if (specs.length > 0) {
    ensureTools('chromium');
    results.push(await journeys(NAMED, specs));
  }
  return results;
}

const OPTIONS = {
  long: { type: 'boolean' },
  from: { type: 'string' },
  only: { type: 'string' },
  since: { type: 'string' },
} as const;

async function run(): Promise<Result[]> {
  const { values, positionals } = parseArgs({ allowPositionals: true, options: OPTIONS });
  if (values.long) return runLong(values);
  if (values.since !== undefined) return runSince(values.since);
  return positionals.length > 0 ? onlyNamed(positionals) : everything();
}

let results: Result[];
try {
  // A second run would empty the databases of the first.
  results = await exclusively(path.join(projectDir, '.cache'), 'test', run, () =>
    say('Another run of the tests is going on in this folder: waiting for its end ...'),
  );
} catch (error) {
  const why = error instanceof Error ? error.message : String(error);
  results = [{ name: 'set-up', passed: 0, failed: 1, seconds: since(started), named: [why], tests: [] }];
}
say(table(results));
const installed = Number(process.env.RUGGED_INSTALLED_SECONDS ?? 0);
if (installed > 1) setUp.unshift({ what: 'packages', seconds: installed });
for (const { what, seconds } of setUp.filter(({ seconds: took }) => took > 1))
  say(`Set-up, ${what}: ${seconds.toFixed(0)} s`);
say(`Tests: ${since(started).toFixed(0)} s from the first part to the last`);
console.log(sumLine(results));
process.exit(results.every(({ failed }) => failed === 0) ? 0 : 1);
