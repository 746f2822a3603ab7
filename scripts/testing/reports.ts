/** What Jest and Playwright write down of a run, as it is counted here. */
import fs from 'node:fs';
import path from 'node:path';
import { stripVTControlCharacters } from 'node:util';
import { projectDir } from '../packages.mjs';
import type { Counted, Timed } from './part.ts';

interface JestReport {
  numPassedTests: number;
  numFailedTests: number;
  numFailedTestSuites: number;
  testResults: {
    name: string;
    status: string;
    assertionResults: { status: string; fullName: string; duration?: number | null }[];
  }[];
}

const read = <T>(file: string): T | undefined =>
  fs.existsSync(file) ? (JSON.parse(fs.readFileSync(file, 'utf8')) as T) : undefined;

export function countJest(file: string): Counted | undefined {
  const report = read<JestReport>(file);
  if (!report) return undefined;
  const { numPassedTests, numFailedTests, numFailedTestSuites, testResults } = report;
  const named = testResults.flatMap(({ name, status, assertionResults }) => {
    const missed = assertionResults.filter((one) => one.status === 'failed').map(({ fullName }) => fullName);
    if (missed.length === 0 && status === 'failed') missed.push('could not be run');
    return missed.map((one) => `${path.relative(projectDir, name)}: ${one}`);
  });
  const tests = testResults.flatMap(({ assertionResults }) =>
    assertionResults.map(({ fullName, duration }): Timed => ({ name: fullName, seconds: (duration ?? 0) / 1000 })),
  );
  return { passed: numPassedTests, failed: Math.max(numFailedTests, numFailedTestSuites), named, tests };
}

interface Suite {
  specs?: {
    file: string;
    title: string;
    tests: { status: string; results: { duration: number; error?: { message?: string } }[] }[];
  }[];
  suites?: Suite[];
}
interface PlaywrightReport {
  stats: { expected: number; unexpected: number; flaky: number };
  suites: Suite[];
}

const specsOf = ({ specs = [], suites = [] }: Suite): NonNullable<Suite['specs']> => [
  ...specs,
  ...suites.flatMap(specsOf),
];

export function countJourneys(file: string): Counted | undefined {
  const report = read<PlaywrightReport>(file);
  if (!report) return undefined;
  const specs = report.suites.flatMap(specsOf);
  const named = specs.flatMap(({ file: from, title, tests }) =>
    tests
      .filter(({ status }) => status === 'unexpected' || status === 'flaky')
      .map(({ status, results }) => {
        const why = stripVTControlCharacters(results[0]?.error?.message ?? '').split('\n')[0];
        return `${from}: ${title} (${status === 'flaky' ? 'passed when walked again' : 'failed'}: ${why})`;
      }),
  );
  const timed = specs.flatMap(({ title, tests }) =>
    tests.flatMap(({ results }) => results.map(({ duration }): Timed => ({ name: title, seconds: duration / 1000 }))),
  );
  const { expected, flaky, unexpected } = report.stats;
  return { passed: expected + flaky, failed: unexpected, named, tests: timed };
}
