import { aBench, aReading, aTest } from '@/bench/bench.fixture';
import { judgeEntered, joinOrBegin } from '.';

const engine = { cylinders: ['1', '2'], neighbours: [['1', '2']] as [string, string][] };
const kept = (...peaks: number[]) =>
  aBench({
    engine,
    tests: [aTest('compression', { engineTemperature: 'warm', tester: { unit: 'psi', fullScale: 300 } })],
    readings: peaks.map((peak, i) =>
      aReading('compression', { cylinder: String(i + 1), unit: 'psi', peak }, { id: `kept ${i}` }),
    ),
  });
const entered = (bench: ReturnType<typeof kept>, peak: number) =>
  judgeEntered(
    bench,
    joinOrBegin(bench, {
      kind: 'compression',
      conditions: { engineTemperature: 'warm', tester: { unit: 'psi', fullScale: 300 } },
      figures: { cylinder: '2', unit: 'psi', peak },
      now: Date.now(),
    }),
    'psi',
  );

test('what is typed is judged as if it were kept', () => {
  const verdict = entered(kept(140), 90);
  expect(verdict.ok && verdict.judgement.cylinders.map(({ compression }) => compression?.reading)).toEqual([140, 90]);
});
test('a figure that a verdict would leave out is refused at its field, before it is kept', () => {
  const verdict = entered(kept(140), 480);
  expect(verdict.ok ? undefined : verdict.error.field).toMatch(/^tests\[1\]\.readings\[0\]\.peak$/);
});
test('what was wrong with the record before does not stand in the way of a good figure', () => {
  const verdict = entered(kept(480), 138);
  expect(verdict.ok && verdict.judgement.cautions.map(({ caution }) => caution)).toContain('entry-left-out');
});
