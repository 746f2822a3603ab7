import { toKPa, trend } from '@rugged/core';
import { aBench, aReading, aTest } from '@/bench/bench.fixture';
import { visitOf } from '@/bench/visit';
import { tellWear, wearOf } from './wear';

const engine = { cylinders: ['1'] };
function visit(hours: number | undefined, peak: number, n: number, engineTemperature: 'warm' | 'cold' = 'warm') {
  const at = `2026-0${n}-01T10:00:00Z`;
  const bench = aBench({
    engine,
    job: { status: 'closed', openedAt: at, ...(hours === undefined ? {} : { meter: hours }) },
    books: [{ id: 'b', source: 'Handbook', version: 1, compression: { unit: 'psi', min: 120 } }],
    tests: [aTest('compression', { engineTemperature, throttle: 'open' }, { startedAt: at })],
    readings: [aReading('compression', { cylinder: '1', unit: 'psi', peak })],
  });
  return visitOf(bench, 'psi');
}
const told = (visits: ReturnType<typeof visit>[]) => wearOf(visits).map((one) => tellWear(one, 'psi', 'h'));

test('hours to the minimum come with their interval', () => {
  expect(told([visit(100, 170, 1), visit(200, 160, 2), visit(300, 150, 3), visit(400, 140, 4)])).toEqual([
    'Cyl 1: loses 10 psi in 100 h; about 200 h to its minimum (150 to 300). Run as until now that is May 2026 ' +
      '(May 2026 to June 2026).',
  ]);
});
test('what the gauge alone may be out by is no wear', () => {
  expect(told([visit(100, 150, 1), visit(200, 148, 2), visit(300, 146, 3), visit(400, 144, 4)])).toEqual([
    'Cyl 1: no wear visible beyond the scatter of 4 readings.',
  ]);
});
test('a cold visit is brought to warm, not read as wear', () => {
  expect(told([visit(100, 150, 1), visit(200, 142.5, 2, 'cold'), visit(300, 150, 3)])).toEqual([
    'Cyl 1: no wear visible beyond the scatter of 3 readings.',
  ]);
});
test('visits without hours draw no line', () => {
  expect(told([visit(100, 150, 1), visit(undefined, 148, 2), visit(300, 146, 3)])).toEqual([
    'Cyl 1: 1 more visit with the meter noted before a line can be drawn.',
  ]);
});
test('at the minimum nothing is left', () => {
  expect(told([visit(100, 140, 1), visit(200, 130, 2), visit(300, 120, 3), visit(400, 110, 4)])[0]).toMatch(
    /stands at its minimum now/,
  );
});
test('a loss that rounds to nothing in 100 h is told over more hours', () => {
  const points = [0, 5000, 10_000, 15_000].map((hours) => ({ use: hours, kPa: toKPa(160 - hours / 500, 'psi') }));
  expect(tellWear({ cylinder: '2', trend: trend(points) }, 'psi', 'h')).toBe('Cyl 2: loses 2 psi in 1,000 h.');
});
test('kilometres are kilometres', () => {
  const points = [0, 5000, 10_000, 15_000].map((use) => ({ use, kPa: toKPa(160 - use / 500, 'psi') }));
  expect(tellWear({ cylinder: '2', trend: trend(points) }, 'psi', 'km')).toBe('Cyl 2: loses 2 psi in 1,000 km.');
});
test('without a minimum only the loss is told', () => {
  const points = [0, 100, 200, 300].map((hours) => ({ use: hours, kPa: toKPa(150 - hours / 50, 'psi') }));
  expect(tellWear({ cylinder: '2', trend: trend(points) }, 'psi', 'h')).toBe('Cyl 2: loses 2 psi in 100 h.');
});
test('no visit, no wear', () => {
  expect(wearOf([])).toEqual([]);
});
