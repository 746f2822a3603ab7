import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { MUTANTS } from '../testing/mutant-list.ts';
import { inLanes } from '../testing/part.ts';
import { countJest, countJourneys } from '../testing/reports.ts';
import { sumLine, table } from '../testing/table.ts';
import { ensureTools } from '../testing/tools.ts';

const root = path.resolve(__dirname, '../..');
const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'testing-'));
afterAll(() => fs.rmSync(folder, { recursive: true }));
const write = (name: string, content: unknown): string => {
  const file = path.join(folder, name);
  fs.writeFileSync(file, JSON.stringify(content));
  return file;
};

test('twenty mutants, each of a line that stands once in its file and is changed', () => {
  expect(MUTANTS).toHaveLength(20);
  expect(new Set(MUTANTS.map(({ name }) => name)).size).toBe(20);
  expect(new Set(MUTANTS.map((one) => one.in))).toEqual(new Set(['core', 'contract', 'server', 'app']));
  for (const { name, file, from, to } of MUTANTS) {
    const times = fs.readFileSync(path.join(root, file), 'utf8').split(from).length - 1;
    expect([name, times]).toEqual([name, 1]);
    expect(to).not.toBe(from);
  }
});

test('what failed is named, what did not even load too; the slowest test stands first', () => {
  const file = write('jest.json', {
    numPassedTests: 2,
    numFailedTests: 1,
    numFailedTestSuites: 2,
    testResults: [
      {
        name: path.join(root, 'core/src/a.test.ts'),
        status: 'failed',
        assertionResults: [
          { status: 'passed', fullName: 'quick', duration: 10 },
          { status: 'failed', fullName: 'wrong', duration: 2500 },
        ],
      },
      { name: path.join(root, 'core/src/b.test.ts'), status: 'failed', assertionResults: [] },
    ],
  });
  const counted = countJest(file);
  expect(counted?.named).toEqual(['core/src/a.test.ts: wrong', 'core/src/b.test.ts: could not be run']);
  expect(counted).toMatchObject({ passed: 2, failed: 2 });
  const said = table([{ name: 'core', seconds: 3, ...(counted as NonNullable<typeof counted>) }]);
  expect(said).toMatch(/FAIL core +3\.0 s +2 passed, 2 failed/);
  expect(said.indexOf('core: wrong')).toBeLessThan(said.indexOf('core: quick'));
});

test('a journey that passed when walked again is no failure, and is named all the same', () => {
  const spec = (title: string, status: string) => ({
    file: 'x.spec.ts',
    title,
    tests: [{ status, results: [{ duration: 1000, error: { message: 'too late\nat line 3' } }] }],
  });
  const file = write('journeys.json', {
    stats: { expected: 1, unexpected: 0, flaky: 1 },
    suites: [{ specs: [spec('good', 'expected')], suites: [{ specs: [spec('shaky', 'flaky')] }] }],
  });
  expect(countJourneys(file)).toMatchObject({
    passed: 2,
    failed: 0,
    named: ['x.spec.ts: shaky (passed when walked again: too late)'],
  });
});

test('a part without a report has failed', () => {
  expect(countJest(path.join(folder, 'none.json'))).toBeUndefined();
});

test('CI reads one line at the end', () => {
  const part = { name: 'a', seconds: 1, named: [], tests: [] };
  expect(
    sumLine([
      { ...part, passed: 3, failed: 1 },
      { ...part, passed: 4, failed: 0 },
    ]),
  ).toBe('7 passed, 1 failed');
});

test('so many at a time, what comes out in the order of what went in', async () => {
  let now = 0;
  let most = 0;
  const work = [30, 5, 10].map((ms) => async () => {
    most = Math.max(most, (now += 1));
    await new Promise((resolve) => setTimeout(resolve, ms));
    now -= 1;
    return ms;
  });
  expect(await inLanes(work, 2)).toEqual([30, 5, 10]);
  expect(most).toBe(2);
});

test('a browser that is named and is not there: a sentence, and nothing is installed', () => {
  const before = process.env['CHROMIUM'];
  process.env['CHROMIUM'] = path.join(folder, 'no-browser');
  try {
    expect(() => ensureTools('chromium')).toThrow(/CHROMIUM names .*no-browser, and there is no such program/);
  } finally {
    if (before === undefined) delete process.env['CHROMIUM'];
    else process.env['CHROMIUM'] = before;
  }
});
