import { mayBeTwo, type Signs, typedNumber } from './format';

const READ: readonly (readonly [string, Signs, number | string | undefined])[] = [
  // As people write them, whatever the figure is of.
  ...(['asked', 'grouped', 'decimal'] as const).flatMap((signs) =>
    (
      [
        ['', undefined],
        ['  ', undefined],
        ['2600', 2600],
        [' 1.5 ', 1.5],
        ['1,5', 1.5],
        ['1,50', 1.5],
        ['0,125', 0.125],
        ['-4,5', -4.5],
        ['1234,567', 1234.567],
        ['2.600', 2.6],
        ['2 600', 2600],
        ['1 234 567', 1_234_567],
        ["2'600", 2600],
        ['2\u202f600', 2600],
        ['1,234.5', 1234.5],
        ['1.234,5', 1234.5],
        ['1,234,567', 1_234_567],
        ['1.234.567', 1_234_567],
        ['1,2,3', '1,2,3'],
        ['1 2', '1 2'],
        ['12,34.5', '12,34.5'],
        ['twelve', 'twelve'],
        ['1e400', '1e400'],
      ] as const
    ).map(([text, figure]) => [text, signs, figure] as const),
  ),
  // One way to some, another way to others.
  ['2,600', 'grouped', 2600],
  ['2,600', 'decimal', 2.6],
  ['2,600', 'asked', '2,600'],
  ['-2,600', 'asked', '-2,600'],
  ['-2,600', 'grouped', -2600],
  ['86,125', 'decimal', 86.125],
  ['12,345', 'grouped', 12_345],
];

test.each(READ)('%p of a figure that is %s is %p', (text, signs, figure) => {
  expect(typedNumber(text, signs)).toBe(figure);
});

test('what is asked about is what may be two figures', () => {
  expect(['2,600', '12,345', ' 999,999 '].filter((text) => !mayBeTwo(text))).toEqual([]);
  expect(['2600', '0,125', '2,60', '2,6000', '1234,567', '2.600', '1,234,567', ',600'].filter(mayBeTwo)).toEqual([]);
});
