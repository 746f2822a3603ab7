import { readFileSync } from 'node:fs';
import path from 'node:path';
import { causesPage, judge, type JobFile } from '@rugged/core';
import { jobFilePage } from './page';
import { KINDS } from './test-kinds';
import { readJobFile } from '.';

/** Every example of the page: one whole job, one book, and the tests. */
const page = readFileSync(path.resolve(__dirname, '../../../docs/job-file.md'), 'utf8');
const examples = [...page.matchAll(/```json\n([\s\S]*?)```/g)].map(
  ([, text]) => JSON.parse(text ?? '') as Record<string, unknown>,
);
const whole = examples.find((one) => 'format' in one) as unknown as JobFile;
const book = examples.find((one) => 'source' in one);
const tests = examples.filter((one) => 'kind' in one);
const complete = JSON.stringify({ ...whole, books: [book], tests: [...(whole.tests ?? []), ...tests] });

test('the page shows an example of every kind of test', () => {
  expect(new Set(['compression', ...tests.map(({ kind }) => kind)])).toEqual(new Set(KINDS));
});

test('the page is as the schemas have it (npm run docs)', () => {
  expect(jobFilePage(page)).toBe(page);
});

test('the examples are taken as they stand, all in one job, and judged', () => {
  expect(readJobFile(JSON.stringify(whole)).tests).toHaveLength(1);
  expect(judge(readJobFile(complete)).cylinders.map(({ id }) => id)).toEqual(['1', '2']);
});

test('a job comes out as it went in, to the last digit, with what nobody here knows', () => {
  const odd = JSON.parse(complete) as { tests: { readings: Record<string, unknown>[] }[] } & Record<string, unknown>;
  odd.theirs = { kept: [1.000000000000001, 'as is'] };
  (odd.tests[0]?.readings[0] as Record<string, unknown>).peak = 142.10000000000002;
  const text = JSON.stringify(odd);
  expect(JSON.stringify(readJobFile(text))).toBe(text);
  expect(JSON.stringify(readJobFile(JSON.stringify(readJobFile(text))))).toBe(text);
});

test('the table of evidence in the page about the causes is the one that is weighed', () => {
  const causes = readFileSync(path.resolve(__dirname, '../../../docs/causes.md'), 'utf8');
  expect(causesPage(causes)).toBe(causes);
  const rows = causes.split('\n').filter((line) => /^\| [a-z]/.test(line));
  expect(rows.find((row) => row.startsWith('| heard-exhaust |'))).toMatch(/exhaust-valve \d/);
  expect(rows.find((row) => row.startsWith('| ring gap |'))).toMatch(/rings-or-bore 14 \| rings-or-bore -7/);
});
