// npm run mutants: twenty deliberate faults, one at a time in a copy of the project, each to be found by the unit tests
// of the package it is in. One that survives is a test that is missing. npm run mutants -- NAME tries those alone.
import { execFileSync, spawn } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { bin } from './checks.ts';
import { exclusively } from './exclusively.mjs';
import { MUTANTS, type Mutant } from './testing/mutant-list.ts';
import { projectDir, say } from './packages.mjs';
import { inLanes } from './testing/part.ts';
import { USUAL } from './testing/suites.ts';
import { ensureTools } from './testing/tools.ts';

const COPIES = path.join(projectDir, '.cache', 'mutants');

/** The files of the project with what is installed linked beside them; our own packages are the copy's. */
function copyProject(to: string): void {
  fs.rmSync(to, { recursive: true, force: true });
  const files = execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard', '-z'], {
    cwd: projectDir,
    encoding: 'utf8',
  })
    .split('\0')
    .filter((file) => file !== '' && fs.existsSync(path.join(projectDir, file)));
  for (const file of files) {
    fs.mkdirSync(path.join(to, path.dirname(file)), { recursive: true });
    fs.copyFileSync(path.join(projectDir, file), path.join(to, file));
  }
  for (const dir of ['.', 'app', 'server', 'contract', 'core', 'pages', 'cli', 'demo']) {
    const from = path.join(projectDir, dir, 'node_modules');
    if (!fs.existsSync(from)) continue;
    fs.mkdirSync(path.join(to, dir, 'node_modules'), { recursive: true });
    for (const name of fs.readdirSync(from).filter((one) => one !== '@rugged'))
      fs.symlinkSync(path.join(from, name), path.join(to, dir, 'node_modules', name));
  }
  const own = path.join(to, 'node_modules', '@rugged');
  fs.mkdirSync(own);
  for (const name of fs.readdirSync(path.join(projectDir, 'node_modules', '@rugged')))
    fs.symlinkSync(path.join(to, name), path.join(own, name));
}

/** @returns the file as it was; @throws where the text to change does not stand there exactly once */
function plant({ name, file, from, to }: Mutant, dir: string): string {
  const at = path.join(dir, file);
  const whole = fs.readFileSync(at, 'utf8');
  if (whole.split(from).length !== 2) throw new Error(`${name}: its line stands not once in ${file}: ${from}`);
  fs.writeFileSync(at, whole.replace(from, to));
  return whole;
}

/** Runs the unit tests of a package until the first that fails. @returns the names of those that failed */
function failing(dir: string, { in: suite }: Mutant, pattern?: string): Promise<string[]> {
  const report = path.join(dir, '.cache', `${suite}.json`);
  fs.mkdirSync(path.dirname(report), { recursive: true });
  fs.rmSync(report, { force: true });
  const args = [bin('jest'), '--ci', '--silent', '--bail=1', '--json', `--outputFile=${report}`];
  const child = spawn(process.execPath, [...args, ...(pattern ? [pattern] : [])], {
    cwd: path.join(dir, suite),
    stdio: 'ignore',
    env: { ...process.env, CI: '1', DATABASE_URL: '', LONG: '', RUNS_TIMES: String(USUAL.times) },
  });
  return new Promise((resolve, reject) => {
    child.once('error', reject);
    child.once('close', (status) => {
      if (status === 0) return resolve([]);
      if (!fs.existsSync(report)) return reject(new Error(`The tests of ${suite} could not be started in ${dir}`));
      const { testResults } = JSON.parse(fs.readFileSync(report, 'utf8')) as {
        testResults: { assertionResults: { status: string; fullName: string }[] }[];
      };
      const all = testResults.flatMap(({ assertionResults }) => assertionResults);
      const failed = all.filter((one) => one.status === 'failed').map(({ fullName }) => fullName);
      // A file that does not even load would find any mutant.
      return failed.length > 0
        ? resolve(failed)
        : reject(new Error(`${suite}: no test failed, and yet it did not pass`));
    });
  });
}

interface Outcome {
  readonly mutant: Mutant;
  readonly found: readonly string[];
  readonly seconds: number;
}

async function tryOne(mutant: Mutant, dir: string): Promise<Outcome> {
  const started = Date.now();
  const whole = plant(mutant, dir);
  try {
    // Where it ought to be found first; all of the package where it was not.
    const near = await failing(dir, mutant, mutant.near);
    const found = near.length > 0 ? near : await failing(dir, mutant);
    const seconds = (Date.now() - started) / 1000;
    say(`${found.length > 0 ? 'found   ' : 'SURVIVED'} ${mutant.name} (${mutant.in}, ${seconds.toFixed(0)} s)`);
    return { mutant, found, seconds };
  } finally {
    fs.writeFileSync(path.join(dir, mutant.file), whole);
  }
}

async function main(): Promise<number> {
  const wanted = process.argv.slice(2);
  const mutants =
    wanted.length === 0 ? MUTANTS : MUTANTS.filter(({ name }) => wanted.some((one) => name.includes(one)));
  if (mutants.length === 0) throw new Error(`No mutant is called ${wanted.join(' or ')}`);
  ensureTools('pdf');
  // Two copies, so that two can be tried side by side; the server's tests have one database a copy.
  const copies = ['a', 'b'].map((name) => path.join(COPIES, name));
  for (const copy of copies) copyProject(copy);
  const free = [...copies];
  try {
    const outcomes = await inLanes(
      mutants.map((mutant) => async () => {
        const dir = free.pop();
        if (dir === undefined) throw new Error('more lanes than copies');
        try {
          return await tryOne(mutant, dir);
        } finally {
          free.push(dir);
        }
      }),
      copies.length,
    );
    const survived = outcomes.filter(({ found }) => found.length === 0);
    say('');
    for (const { mutant, found } of outcomes) say(`${mutant.name}: ${found[0] ?? 'no test failed'}`);
    console.log(`${outcomes.length - survived.length} passed, ${survived.length} failed`);
    return survived.length === 0 ? 0 : 1;
  } finally {
    fs.rmSync(COPIES, { recursive: true, force: true });
  }
}

process.exit(
  await exclusively(path.join(projectDir, '.cache'), 'mutants', main, () => say('Waiting for another run ...')).catch(
    (error: Error) => {
      console.error(error.message);
      return 1;
    },
  ),
);
