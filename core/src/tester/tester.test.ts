import fc from 'fast-check';
import type { Engine } from '../engine/engine';
import type { JobFile } from '../jobfile/job-file';
import { toKPa } from '../quantity/pressure';
import { tellUnsuited } from '../report/testers';
import { correctionOf } from './comparison';
import { expectedPeakKPa, suitability, type TesterCard } from './suitability';
import { judge } from '../plan/judge';

const saw: Engine = {
  cycle: 'two-stroke',
  fuel: 'petrol',
  family: 'handheld',
  cylinders: ['1'],
  plug: { threadMm: 14, pitchMm: 1.25, reachMm: 9.5 },
};
const cart: TesterCard = {
  kind: 'compression',
  tester: { unit: 'psi', fullScale: 300, valveAtEngineEnd: true },
  adapters: [{ threadMm: 14, pitchMm: 1.25, reachMm: 9.5 }],
  oRingCheckedOn: '2026-05-01',
};
const on = { wanted: 'compression' as const, today: '2026-06-01', expectedKPa: toKPa(140, 'psi') };

describe('a tester against a master gauge', () => {
  test('one that reads 2 % high is brought down by 2 %', () => {
    const { gain, offset, doubt } = correctionOf([
      { shown: 102, master: 100 },
      { shown: 204, master: 200 },
    ]);
    expect(gain).toBeCloseTo(100 / 102, 12);
    expect(offset).toBeCloseTo(0, 9);
    expect(doubt).toBeCloseTo(0, 9);
  });

  test('whatever straight line is in it is found, and points off the line leave a doubt', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.8, max: 1.2, noNaN: true }),
        fc.double({ min: -10, max: 10, noNaN: true }),
        fc.uniqueArray(fc.integer({ min: 10, max: 300 }), { minLength: 3, maxLength: 8 }),
        (gain, offset, shown) => {
          const found = correctionOf(shown.map((x) => ({ shown: x, master: gain * x + offset })));
          expect(found.gain).toBeCloseTo(gain, 6);
          expect(found.offset).toBeCloseTo(offset, 4);
          expect(found.doubt).toBeLessThan(1e-3);
        },
      ),
    );
    // By hand: residuals 1, -2, 1 on an even grid, two of six degrees of freedom used: sqrt(6 / 1).
    expect(
      correctionOf(
        [
          { shown: 100, master: 101 },
          { shown: 150, master: 148 },
          { shown: 200, master: 201 },
        ],
        1,
      ).doubt,
    ).toBeCloseTo(Math.hypot(1, Math.sqrt(6)), 9);
  });

  test.each([
    ['one pressure', [{ shown: 100, master: 100 }], /2 pressures/],
    [
      'one pressure twice',
      [
        { shown: 100, master: 100 },
        { shown: 100, master: 99 },
      ],
      /different pressures/,
    ],
    [
      'a wreck',
      [
        { shown: 100, master: 70 },
        { shown: 200, master: 140 },
      ],
      /quarter out/,
    ],
  ])('%s is refused', (_, points, words) => expect(() => correctionOf(points)).toThrow(words));

  test('what was read is kept, and judged as what it was', () => {
    const job = (correction?: object): JobFile => ({
      format: 'rugged-gauge-job',
      version: 1,
      engine: { cycle: 'four-stroke', fuel: 'petrol', family: 'motorcycle', cylinders: ['1'] },
      books: [{ compression: { unit: 'psi', min: 120 } }],
      tests: [
        {
          kind: 'compression',
          engineTemperature: 'warm',
          tester: {
            unit: 'psi',
            fullScale: 300,
            division: 1,
            accuracyPercentOfFullScale: 0.5,
            ...(correction ? { correction } : {}),
          } as never,
          readings: [{ cylinder: '1', unit: 'psi', peak: 125 }],
        },
      ],
    });
    expect(judge(job()).cylinders[0]).toMatchObject({ state: 'sound' });
    const corrected = judge(job({ gain: 0.9, offset: 0, doubt: 0.5 }));
    expect(corrected.cylinders[0]?.state).toBe('low');
    expect(corrected.cylinders[0]?.compression?.readKPa).toBeCloseTo(toKPa(112.5, 'psi'), 6);
    expect(judge(job({ gain: 0.97, offset: 0, doubt: 30 })).cylinders[0]?.state).toBe('unproven');
  });
});

describe('the tester for this engine', () => {
  const found = (change: Partial<TesterCard>, engine = saw, more = {}) =>
    suitability({ ...cart, ...change }, engine, { ...on, ...more }).map(
      ({ unsuited, severity }) => `${severity} ${unsuited}`,
    );

  test('one that fits has nothing against it', () => expect(found({})).toEqual([]));

  test.each([
    ['another kind', { kind: 'leakdown' as const }, 'stop wrong-kind'],
    [
      'too long an adapter strikes the piston',
      { adapters: [{ threadMm: 14, pitchMm: 1.25, reachMm: 19 }] },
      'stop reach-too-long',
    ],
    ['another thread ruins the head', { adapters: [{ threadMm: 12, pitchMm: 1.25, reachMm: 9.5 }] }, 'stop no-adapter'],
    [
      'too short holds by few threads',
      { adapters: [{ threadMm: 14, pitchMm: 1.25, reachMm: 4 }] },
      'caution reach-too-short',
    ],
    [
      'a gauge that ends below what is to come',
      { tester: { unit: 'psi', fullScale: 150, valveAtEngineEnd: true } },
      'stop range-too-small',
    ],
    [
      'a diesel gauge on a saw',
      { tester: { unit: 'psi', fullScale: 1000, valveAtEngineEnd: true } },
      'caution range-too-large',
    ],
    ['an O-ring nobody looked at for half a year', { oRingCheckedOn: '2025-09-01' }, 'caution o-ring-unchecked'],
    ['a comparison that was due', { dueOn: '2026-05-31' }, 'caution comparison-due'],
  ] as const)('%s', (_, change, says) => expect(found(change as Partial<TesterCard>)).toEqual([says]));

  test('a hose in the chamber stops a small engine and is only minded on a large one', () => {
    const tester = { unit: 'psi' as const, fullScale: 300, valveAtEngineEnd: false, hoseVolumeCm3: 14 };
    expect(found({ tester }, saw, { chamberCm3: 8 })).toEqual(['stop valve-at-gauge']);
    expect(found({ tester }, saw, { chamberCm3: 300 })).toEqual(['caution valve-at-gauge']);
    expect(found({ tester }, saw)).toEqual(['stop valve-at-gauge']);
  });

  test('what stops comes first; an engine whose plug is not known is not guessed at', () => {
    expect(found({ tester: { unit: 'psi', fullScale: 150, valveAtEngineEnd: true }, dueOn: '2026-01-01' })[0]).toMatch(
      /^stop/,
    );
    const { plug, ...unknown } = saw;
    expect(found({ adapters: [{ threadMm: 12, pitchMm: 1, reachMm: 30 }] }, unknown)).toEqual([]);
  });

  test('each is told in a sentence with its figures', () => {
    for (const one of [
      ...suitability(
        {
          ...cart,
          adapters: [{ threadMm: 14, pitchMm: 1.25, reachMm: 19 }],
          tester: { unit: 'psi', fullScale: 150, valveAtEngineEnd: false, hoseVolumeCm3: 14 },
          dueOn: '2026-01-01',
          oRingCheckedOn: '2025-01-01',
        },
        saw,
        { ...on, chamberCm3: 8 },
      ),
    ]) {
      expect(tellUnsuited(one, 'psi')).toMatch(/^[A-Z].*\.$/);
    }
    expect(expectedPeakKPa(saw, { minKPa: 800 })).toBeCloseTo(920, 9);
    expect(expectedPeakKPa({ ...saw, fuel: 'diesel' }, {})).toBeGreaterThan(expectedPeakKPa(saw, {}));
  });
});
