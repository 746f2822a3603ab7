/** The end of a run: each part, its seconds, what failed, and the slowest tests. */
import type { Result } from './part.ts';

const SLOWEST = 10;
const seconds = (figure: number) => `${figure.toFixed(1)} s`.padStart(9);

export function table(results: readonly Result[]): string {
  const width = Math.max(...results.map(({ name }) => name.length), 4);
  const parts = results.flatMap(({ name, passed, failed, seconds: took, named }) => [
    `${failed === 0 ? 'ok  ' : 'FAIL'} ${name.padEnd(width)} ${seconds(took)}  ${passed} passed, ${failed} failed`,
    ...named.map((one) => `       ${one}`),
  ]);
  const slowest = results
    .flatMap(({ name: part, tests }) => tests.map((test) => ({ ...test, part })))
    .sort((a, b) => b.seconds - a.seconds)
    .slice(0, SLOWEST)
    .map(({ name, part, seconds: took }) => `     ${seconds(took)}  ${part}: ${name}`);
  return ['', ...parts, ...(slowest.length > 0 ? ['', `The slowest tests:`, ...slowest] : []), ''].join('\n');
}

/** The line that CI reads, alone at the end. */
export function sumLine(results: readonly Result[]): string {
  const sum = (of: 'passed' | 'failed') => results.reduce((total, result) => total + result[of], 0);
  return `${sum('passed')} passed, ${sum('failed')} failed`;
}
