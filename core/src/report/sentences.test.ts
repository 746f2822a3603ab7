import {
  cylinders,
  METHOD_NAME,
  percent,
  sourceName,
  SPREAD_METHODS,
  tellCaution,
  tellNext,
  tellReason,
  tellStep,
} from '..';
import { book, CAUTIONS, house, minimum, REASONS } from './every-code.fixture';
import { NEXTS } from './every-next.fixture';

describe('reasons, in words', () => {
  test.each(REASONS)('%#: $rule', (reason, sentence) => {
    expect(tellReason(reason, 'psi')).toBe(sentence);
  });

  test('the same reason in another unit changes figures, not sense', () => {
    expect(tellReason({ rule: 'misses-minimum', ...minimum }, 'bar')).toBe(
      '7.7 bar ± 0.4 misses the minimum of 8.3 bar (the manual).',
    );
    expect(tellReason({ rule: 'misses-minimum', ...minimum }, 'kgf/cm2')).toMatch(/^7\.9 kgf\/cm² ± 0\.4 misses/);
  });
});

describe('cautions, in words', () => {
  test.each(CAUTIONS)('%#: $caution', (caution, words) => {
    expect(tellCaution(caution, 'psi')).toMatch(words);
    expect(tellCaution(caution, 'psi')).not.toContain('!');
  });
});

describe('what is next, in words', () => {
  test.each(NEXTS)('%j', (reason, words) => {
    expect(tellNext(reason)).toMatch(words);
  });

  test.each([
    ['compression', '1', 'Compression, cylinder 1 first'],
    ['compression', null, 'Compression'],
    ['leakdown', '2', 'Leak-down on cylinder 2'],
    ['wet', '2', 'Wet test on cylinder 2'],
    ['retest', '3', 'Test cylinder 3 again'],
    ['retest', null, 'Test again'],
    ['inspect-valve-train', 'R', 'Look under the rocker cover, cylinder R'],
    ['inspect-valve-train', null, 'Look under the rocker cover'],
    ['check-tester', null, 'Question the test first'],
    ['quick-checks', null, 'Spark and fuel'],
    ['crankcase', null, 'Crankcase'],
    ['stop', null, 'Enough tested'],
  ] as const)('%s on %p: %s', (test_, cylinder, words) => {
    expect(tellStep({ test: test_, cylinder })).toBe(words);
  });
});

test('methods, lists, percentages and sources have their words', () => {
  expect(new Set(SPREAD_METHODS.map((method) => METHOD_NAME[method])).size).toBe(4);
  expect(cylinders(['1'])).toBe('cyl 1');
  expect([percent(20.6), percent(0)]).toEqual(['21 %', '0 %']);
  expect([sourceName(book), sourceName(house)]).toEqual(['the manual', 'house rule']);
});
