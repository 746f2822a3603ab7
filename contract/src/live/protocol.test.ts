import { formatEnd, formatHello, formatSamples, parseLine } from './protocol';

test('each line comes out as it went in, figures to a hundredth of a kilopascal', () => {
  expect(
    parseLine(formatHello({ kind: 'leakdown', sampleHz: 20, unit: 'kPa', channels: ['supply', 'cylinder'] })),
  ).toEqual({ line: 'hello', kind: 'leakdown', sampleHz: 20, unit: 'kPa', channels: ['supply', 'cylinder'] });
  expect(
    parseLine(
      formatSamples(40, [
        [1.234, -0.5],
        [2, 3],
      ]),
    ),
  ).toEqual({
    line: 'samples',
    from: 40,
    rows: [
      [1.23, -0.5],
      [2, 3],
    ],
  });
  expect(parseLine(formatEnd(2092))).toEqual({ line: 'end', samples: 2092 });
});

test.each([
  ['PSI', 'psi'],
  ['KPA', 'kPa'],
  ['Bar', 'bar'],
])('a unit may be spelled %p', (spelled, unit) =>
  expect(parseLine(`hello rugged-live 1 compression 1000 ${spelled} pressure`)).toMatchObject({ unit }),
);

test.each([
  ['good day', /begins with hello/],
  ['hello something-else 1 compression 1000 kPa pressure', /no stream of a live gauge/],
  ['hello rugged-live 9 compression 1000 kPa pressure', /version 9/],
  ['hello rugged-live 1 juggling 1000 kPa pressure', /kind of test/],
  ['hello rugged-live 1 compression 0 kPa pressure', /above zero/],
  ['hello rugged-live 1 compression 1000 kPa', /channels/],
  ['s x 1 2', /whole number/],
  ['s 0 1,two', /no figure/],
  ['hello rugged-live 1 compression 1000 mV pressure', /measures in "mV": it must be one of psi, kPa, bar/],
  ['hello rugged-live 1 compression 1000', /measures in ""/],
  ['hello rugged-live 1 leakdown 20 kPa supply', /has 2 channel.* this one 1/],
  ['hello rugged-live 1 compression 1000 kPa pressure,temperature', /has 1 channel.* this one 2/],
  ['s 0 1 Infinity', /no figure: "Infinity"/],
  ['s 0 1e999', /no figure/],
  ['s 0 1,,2', /no figure: ""/],
  ['s 0 0x10', /no figure/],
  ['end', /whole number/],
  ['', /begins with/],
])('%p is refused in words', (line, words) => expect(() => parseLine(line)).toThrow(words));
