// npm test: all set-up, then lint, types, unit, server and browser tests. Ends with a line "N passed, N failed".
// npm test -- PATTERN: only the test files whose path has it. npm run test:long: properties tried many times more.
import { spawn } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { stripVTControlCharacters } from 'node:util';
import { CHECKS } from './lint.mjs';
import { aptInstall, ensurePackages, projectDir, say } from './packages.mjs';

const results = [];
const LONG = process.argv.includes('--long');
const patterns = process.argv.slice(2).filter((word) => !word.startsWith('--'));
const PACKAGES = ['core', 'contract', 'pages', 'cli', 'demo', 'server', 'app', 'scripts'];
/** How often a property is tried, against what it says: less while somebody waits, far more in a long run. */
const RUNS_TIMES = LONG ? '20' : '0.4';
/** Tests that take minutes are there in a long run, and where somebody names them. */
const MINUTES = LONG || patterns.length > 0 ? '1' : '';
const out = (name) => path.join(projectDir, '.cache', name);
const bin = (name) => path.join(projectDir, 'node_modules', '.bin', name);

/**
 * One part of the run. `count` reads how many passed and failed from its report; without one it is a single check. What
 * it prints comes as a piece when it ends, so that two parts side by side do not talk into each other; a part that runs
 * alone may speak as it goes.
 */
function part(name, command, args, { cwd = projectDir, count, aloud = false } = {}) {
  say(`== ${name} ...`);
  const started = Date.now();
  const child = spawn(command, args, {
    cwd,
    stdio: ['ignore', aloud ? 2 : 'pipe', aloud ? 2 : 'pipe'],
    env: { ...process.env, CI: '1', EXPO_NO_TELEMETRY: '1', DATABASE_URL: '', RUNS_TIMES, LONG: MINUTES },
  });
  const said = [];
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', (piece) => said.push(piece));
  return new Promise((resolve) => {
    const ended = (status) => {
      const counted = count?.();
      const failed = counted ? Math.max(counted.failed, status === 0 ? 0 : 1) : status === 0 ? 0 : 1;
      const passed = counted ? counted.passed : status === 0 ? 1 : 0;
      results.push({ name, passed, failed, named: counted?.named ?? [] });
      process.stderr.write(Buffer.concat(said));
      say(`== ${name}: ${passed} passed, ${failed} failed, ${((Date.now() - started) / 1000).toFixed(0)} s`);
      resolve();
    };
    child.once('error', (error) => {
      said.push(Buffer.from(`${error.message}\n`));
      ended(1);
    });
    child.once('close', ended);
  });
}

/** Test files whose path has one of the patterns, of every package and of the journeys. */
function named() {
  const below = (dir) =>
    fs.readdirSync(path.join(projectDir, dir), { withFileTypes: true }).flatMap((entry) => {
      const at = path.join(dir, entry.name);
      if (entry.isDirectory()) return /^(node_modules|dist|dist-next|out|public)$/.test(entry.name) ? [] : below(at);
      return /[.](test[.]tsx?|spec[.]ts)$/.test(entry.name) ? [at] : [];
    });
  return [...PACKAGES, 'e2e'].flatMap(below).filter((file) => patterns.some((pattern) => file.includes(pattern)));
}

/** @param files only these; all of them where nobody says */
function jest(name, files = []) {
  const report = out(`jest-${name}.json`);
  fs.rmSync(report, { force: true });
  return part(
    name,
    process.execPath,
    [bin('jest'), '--ci', '--json', `--outputFile=${report}`, ...(files.length > 0 ? [] : ['--silent']), ...files],
    {
      cwd: path.join(projectDir, name),
      count: () => {
        if (!fs.existsSync(report)) return { passed: 0, failed: 1 };
        const { numPassedTests, numFailedTests, numFailedTestSuites, testResults } = JSON.parse(
          fs.readFileSync(report, 'utf8'),
        );
        const named = testResults.flatMap(({ name: file, status, assertionResults }) => {
          const missed = assertionResults.filter((one) => one.status === 'failed').map(({ fullName }) => fullName);
          if (missed.length === 0 && status === 'failed') missed.push('could not be run');
          return missed.map((one) => `${path.relative(projectDir, file)}: ${one}`);
        });
        return { passed: numPassedTests, failed: Math.max(numFailedTests, numFailedTestSuites), named };
      },
    },
  );
}

/** The journeys of a suite that failed, or that passed only when walked again, with the first line of why. */
function notAtOnce({ specs = [], suites = [] }) {
  return [
    ...specs.flatMap(({ file, title, tests }) =>
      tests
        .filter(({ status }) => status === 'unexpected' || status === 'flaky')
        .map(({ status, results: tries }) => {
          const why = stripVTControlCharacters(tries[0]?.error?.message ?? '').split('\n')[0];
          return `${file}: ${title} (${status === 'flaky' ? 'passed when walked again' : 'failed'}: ${why})`;
        }),
    ),
    ...suites.flatMap(notAtOnce),
  ];
}

/** Whole jobs take minutes: they are walked in a long run, and nothing else is. */
const projects = (long) => (long ? ['long'] : ['alone', 'side by side']).flatMap((project) => ['--project', project]);

function journeys(files = []) {
  const report = path.join(projectDir, 'e2e/out/report.json');
  fs.rmSync(report, { force: true });
  return part(
    'journeys in the browser',
    process.execPath,
    [bin('playwright'), 'test', ...(files.length > 0 ? ['--no-deps', ...files] : projects(LONG))],
    {
      aloud: true,
      count: () => {
        if (!fs.existsSync(report)) return { passed: 0, failed: 1 };
        const { stats, suites } = JSON.parse(fs.readFileSync(report, 'utf8'));
        return { passed: stats.expected + stats.flaky, failed: stats.unexpected, named: suites.flatMap(notAtOnce) };
      },
    },
  );
}

/** A PDF is read back with Poppler's tools. */
function ensurePdfTools() {
  if (fs.existsSync('/usr/bin/pdftotext')) return;
  if (process.getuid?.() !== 0 || !fs.existsSync('/usr/bin/apt-get'))
    throw new Error('The tests of pages read PDF with pdftotext: install poppler-utils');
  say('Installing pdftotext for the tests of pages (once) ...');
  aptInstall('poppler-utils');
}

/** Debian's Chromium, unless CHROMIUM names another. */
function ensureChromium() {
  if (process.env.CHROMIUM || fs.existsSync('/usr/bin/chromium')) return;
  if (process.getuid?.() !== 0 || !fs.existsSync('/usr/bin/apt-get'))
    throw new Error('The browser tests need Chromium: install it, or name it in CHROMIUM');
  say('Installing Chromium for the browser tests (once) ...');
  aptInstall('chromium');
}

/** Debian's PgBouncer, for the test of a pooler in front of PostgreSQL. */
function ensurePooler() {
  if (fs.existsSync('/usr/sbin/pgbouncer')) return;
  if (process.getuid?.() !== 0 || !fs.existsSync('/usr/bin/apt-get'))
    throw new Error('The test of a pooler needs PgBouncer: install pgbouncer');
  say('Installing PgBouncer (once) ...');
  aptInstall('pgbouncer');
}

const everything = async () => {
  ensureChromium();
  ensurePdfTools();
  const checks = async () => {
    for (const { name, args } of CHECKS) await part(name, process.execPath, args);
    for (const name of ['core', 'contract', 'pages', 'server', 'cli', 'demo', 'app', 'e2e', 'bench', 'scripts'])
      await part(`types, ${name}`, process.execPath, [bin('tsc'), '--noEmit', '-p', name]);
  };
  const waiting = [...PACKAGES];
  const units = async (next) => {
    for (let name = next(); name !== undefined; name = next()) await jest(name);
  };
  // Side by side, and what is done first takes from the other's end; the journeys have the machine to themselves.
  await Promise.all([units(() => waiting.shift()), checks().then(() => units(() => waiting.pop()))]);
  await journeys();
};

const onlyNamed = async () => {
  const files = named();
  if (files.length === 0) throw new Error(`No test file has ${patterns.join(' or ')} in its path`);
  if (files.some((file) => file.startsWith('server/'))) ensurePdfTools();
  for (const name of PACKAGES) {
    const mine = files.filter((file) => file.startsWith(`${name}/`)).map((file) => path.join(projectDir, file));
    if (mine.length > 0) await jest(name, mine);
  }
  const specs = files.filter((file) => file.endsWith('.spec.ts'));
  if (specs.length === 0) return;
  ensureChromium();
  await journeys(specs);
};

/** What is tried with random input, many times more often than a change waits for. */
const long = async () => {
  ensureChromium();
  await journeys();
  ensurePdfTools();
  await jest('scripts', ['test/long/cluster.test.ts']);
  ensurePooler();
  await jest('server', ['test/fuzz.test.ts', 'test/long/pgbouncer.test.ts']);
  for (const name of ['core', 'contract', 'pages', 'cli', 'demo']) await jest(name);
};

try {
  await ensurePackages();
  fs.mkdirSync(path.join(projectDir, '.cache'), { recursive: true });
  await (patterns.length > 0 ? onlyNamed() : LONG ? long() : everything());
} catch (error) {
  say(error.message);
  results.push({ name: 'set-up', passed: 0, failed: 1 });
}

say('');
for (const { name, passed, failed, named: missed = [] } of results) {
  say(`${failed === 0 ? 'ok  ' : 'FAIL'} ${name}: ${passed} passed, ${failed} failed`);
  for (const one of missed) say(`     ${one}`);
}
const sum = (of) => results.reduce((total, result) => total + result[of], 0);
console.log(`${sum('passed')} passed, ${sum('failed')} failed`);
process.exit(sum('failed') === 0 ? 0 : 1);
