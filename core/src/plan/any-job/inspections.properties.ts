import type { JobFile, Test } from '../..';
import { judge } from '../judge';
import { holdsFor } from './corpus.fixture';
import { oddsFor, soundOf, stateOf } from './odds.fixture';
import { OTHER_FIGURES } from './other-tests.fixture';

/** What another gauge says moves what is believed, and only that way. */

const RUNS = 100;
const LEAST = 1e-3;

const withTest = (job: JobFile, test: Test): JobFile => ({
  ...job,
  books: [...(job.books ?? []), { source: 'sizes', ...OTHER_FIGURES }],
  tests: [...(job.tests ?? []).filter(({ kind }) => kind !== test.kind), test],
});

/** What is added, on which cause it speaks, and which way. */
const EVIDENCE: readonly (readonly [string, (cylinder: string) => Test, string, 'up' | 'down', boolean])[] = [
  [
    'a wide ring gap',
    (cylinder) => ({ kind: 'ring-gap', readings: [{ cylinder, ring: 'top', mm: 1.2 }] }),
    'rings-or-bore',
    'up',
    false,
  ],
  [
    'a ring gap within the book',
    (cylinder) => ({ kind: 'ring-gap', readings: [{ cylinder, ring: 'top', mm: 0.3 }] }),
    'rings-or-bore',
    'down',
    false,
  ],
  [
    'a scored bore',
    (cylinder) => ({ kind: 'opened', readings: [{ cylinder, part: 'bore', seen: 'scored' }] }),
    'rings-or-bore',
    'up',
    false,
  ],
  [
    'a good piston',
    (cylinder) => ({ kind: 'opened', readings: [{ cylinder, part: 'piston', seen: 'good' }] }),
    'piston-damage',
    'down',
    false,
  ],
  [
    'a valve that does not move',
    (cylinder) => ({ kind: 'valve-train', readings: [{ cylinder, seen: 'intake-does-not-move' }] }),
    'valve-train',
    'up',
    true,
  ],
  [
    'valves that move',
    (cylinder) => ({ kind: 'valve-train', readings: [{ cylinder, seen: 'both-move' }] }),
    'valve-train',
    'down',
    true,
  ],
  [
    'a tight exhaust valve',
    (cylinder) => ({ kind: 'valve-clearance', readings: [{ cylinder, valve: 'exhaust', mm: 0.02 }] }),
    'exhaust-valve',
    'up',
    true,
  ],
];

test.each(EVIDENCE)(
  '%s moves its cause, and nothing that it does not speak of gets sounder by it',
  (_, made, cause, way, valves) => {
    holdsFor(runs(RUNS), ({ job, i }) => {
      const { cylinders, cycle } = job.engine;
      if (valves && cycle === 'two-stroke') return;
      const id = cylinders[i % cylinders.length] as string;
      const added = made(id);
      const before = judge(
        withTest({ ...job, tests: (job.tests ?? []).filter(({ kind }) => kind !== added.kind) }, {
          ...added,
          readings: [],
        } as never),
      );
      const after = judge(withTest(job, added));
      const [was, is] = [oddsFor(before, id, cause), oddsFor(after, id, cause)];
      if (way === 'up') {
        expect(is).toBeGreaterThanOrEqual(was - LEAST);
        expect(soundOf(after, id)).toBeLessThanOrEqual(soundOf(before, id) + LEAST);
      } else expect(is).toBeLessThanOrEqual(was + LEAST);
    });
  },
);

test('a condition that was noted is believed: noted well it is blamed for less, noted badly for more', () => {
  holdsFor(runs(RUNS), ({ job }) => {
    if (job.engine.fuel === 'diesel') return;
    const noted = (throttle: 'open' | 'closed' | undefined): number => {
      const verdict = judge({
        ...job,
        tests: (job.tests ?? []).map((one) =>
          one.kind === 'compression' ? { ...one, checked: false, throttle } : one,
        ),
      });
      return (
        verdict.causes.find(({ which, cylinder }) => which === 'throttle-closed' && cylinder === null)?.probability ?? 0
      );
    };
    const [open, unsaid, closed] = [noted('open'), noted(undefined), noted('closed')];
    expect(open).toBeLessThanOrEqual(unsaid + LEAST);
    expect(unsaid).toBeLessThanOrEqual(closed + LEAST);
  });
});

test('what is found wrong beside pressure and air never leaves an engine sound', () => {
  holdsFor(runs(RUNS), ({ verdict }) => {
    const wrong = verdict.inspections.some(({ state, says }) => state === 'low' && says.length > 0);
    if (wrong) expect(verdict.engine.state).not.toBe('sound');
  });
});

test('the orifice of the tester says nothing of the cylinder behind one hole', () => {
  holdsFor(runs(RUNS), ({ i }) => {
    const engine = { cycle: 'four-stroke', fuel: 'petrol', family: 'motorcycle', cylinders: ['1'] } as const;
    const of = (orificeMm: number, percent: number): JobFile => ({
      format: 'rugged-gauge-job',
      version: 1,
      engine: engine as never,
      tests: [
        {
          kind: 'leakdown',
          tester: { unit: 'psi', fullScale: 100, division: 0.2, accuracyPercentOfFullScale: 0.1, orificeMm },
          readings: [{ cylinder: '1', unit: 'psi', supply: 80, percent, tdcConfirmed: true }],
        },
      ],
    });
    const seen = judge(of(0.5 + (i % 7) / 10, 5 + ((i * 13) % 80)));
    const { usualPercent = 0, plusMinusPercent = 0 } = seen.cylinders[0]?.leakage ?? {};
    const again = judge(of(1, Math.min(100, usualPercent)));
    const near = [10, 30].some((line) => Math.abs(usualPercent - line) < 3 + 2 * plusMinusPercent);
    if (!near) expect(stateOf(again, '1')).toBe(stateOf(seen, '1'));
  });
});
