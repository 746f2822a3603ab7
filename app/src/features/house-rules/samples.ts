import {
  type Engine,
  formatPressure,
  type HouseRules,
  judge,
  type JobFile,
  JOB_FILE_FORMAT,
  JOB_FILE_VERSION,
  type PressureUnit,
  report,
  tellStep,
  toKPa,
  UNIT_SIGN,
} from '@rugged/core';
import { procedureFor } from '@rugged/core/procedure';
import { STATE_WORD } from '@/ui/state-mark';

/** A matter of house rules that is shown on a sample. */
export type SampleMatter =
  | 'spread'
  | 'leak'
  | 'temperature'
  | 'throttle'
  | 'plug'
  | 'stroke'
  | 'firstTest'
  | 'wetRise'
  | 'compression'
  | 'rebuild'
  | 'learning';

const four: Engine = {
  cycle: 'four-stroke',
  fuel: 'petrol',
  family: 'motorcycle',
  layout: 'inline',
  cylinders: ['1', '2', '3', '4'],
  boreMm: 62,
  strokeMm: 54,
  compressionRatio: 9.2,
};
const saw: Engine = {
  cycle: 'two-stroke',
  fuel: 'petrol',
  family: 'handheld',
  cylinders: ['1'],
  boreMm: 48,
  strokeMm: 34,
  compressionRatio: 9.3,
};
const tester = { unit: 'psi', fullScale: 300, division: 2, accuracyPercentOfFullScale: 1 } as const;
const psi = (peaks: readonly number[]) =>
  peaks.map((peak, i) => ({ cylinder: String(i + 1), unit: 'psi' as const, peak }));
const job = (engine: Engine, more: Partial<JobFile>): JobFile => ({
  format: JOB_FILE_FORMAT,
  version: JOB_FILE_VERSION,
  engine,
  ...more,
});

/** What each sample is, in words, and the job that is judged. Figures of nobody's engine. */
const SAMPLES: Readonly<Record<SampleMatter, { what(unit: PressureUnit): string; job: JobFile; cylinder: string }>> = {
  spread: {
    what: (unit) => `Four cylinders: ${list([150, 148, 146, 127], unit)}`,
    cylinder: '4',
    job: job(four, {
      books: [{ compression: { unit: 'psi', min: 100 } }],
      tests: [{ kind: 'compression', engineTemperature: 'warm', tester, readings: psi([150, 148, 146, 127]) }],
    }),
  },
  leak: {
    what: () => 'A cylinder that loses 20 %',
    cylinder: '1',
    job: job(four, {
      tests: [
        {
          kind: 'leakdown',
          engineTemperature: 'warm',
          tester: { ...tester, fullScale: 100, division: 1 },
          readings: [
            {
              cylinder: '1',
              unit: 'psi',
              supply: 80,
              percent: 20,
              heard: [{ at: 'crankcase', level: 3 }],
              breatherOff: true,
            },
          ],
        },
      ],
    }),
  },
  temperature: {
    what: (unit) => `Tested cold, ${list([127], unit)}; the book says ${list([125], unit)} and not how`,
    cylinder: '1',
    job: job(
      { ...four, cylinders: ['1'], layout: 'single' },
      {
        books: [{ compression: { unit: 'psi', min: 125 } }],
        tests: [{ kind: 'compression', engineTemperature: 'cold', throttle: 'open', tester, readings: psi([127]) }],
      },
    ),
  },
  throttle: {
    what: (unit) => `All low with the throttle shut: ${list([86, 84, 85, 83], unit)}`,
    cylinder: '1',
    job: job(four, {
      books: [{ compression: { unit: 'psi', min: 125 } }],
      tests: [
        { kind: 'compression', engineTemperature: 'warm', throttle: 'closed', tester, readings: psi([86, 84, 85, 83]) },
      ],
    }),
  },
  plug: { what: () => 'Getting at the plug holes', cylinder: '1', job: job(four, {}) },
  stroke: { what: () => 'How long to crank', cylinder: '1', job: job(four, {}) },
  rebuild: { what: () => 'An engine on the bench with worn rings', cylinder: '1', job: job(four, {}) },
  learning: {
    what: (unit) => `A motorcycle that reads ${list([84, 140, 141, 139], unit)}`,
    cylinder: '1',
    job: job(four, {
      books: [{ compression: { unit: 'psi', min: 125 } }],
      tests: [
        {
          kind: 'compression',
          engineTemperature: 'warm',
          throttle: 'open',
          tester,
          readings: psi([84, 140, 141, 139]),
        },
      ],
    }),
  },
  firstTest: { what: () => 'A motorcycle nobody has measured yet', cylinder: '1', job: job(four, { tests: [] }) },
  wetRise: {
    what: (unit) => `Dry ${list([104], unit)}, with 1.2 ml of oil ${list([118], unit)}`,
    cylinder: '1',
    job: job(
      { ...four, cylinders: ['1', '2'], neighbours: [['1', '2']] },
      {
        books: [{ compression: { unit: 'psi', min: 125 } }],
        tests: [
          {
            kind: 'compression',
            engineTemperature: 'warm',
            throttle: 'open',
            tester,
            readings: [...psi([104, 146]), { cylinder: '1', unit: 'psi', peak: 118, wet: true, oilMl: 1.2 }],
          },
        ],
      },
    ),
  },
  compression: {
    what: (unit) => `A saw without a book that reads ${list([114], unit)}`,
    cylinder: '1',
    job: job(saw, {
      tests: [{ kind: 'compression', engineTemperature: 'warm', throttle: 'open', tester, readings: psi([114]) }],
    }),
  },
};

const list = (figures: readonly number[], unit: PressureUnit) =>
  `${figures.map((figure) => formatPressure(toKPa(figure, 'psi'), unit)).join(', ')} ${UNIT_SIGN[unit]}`;

export const sampleWords = (matter: SampleMatter, unit: PressureUnit): string => `${SAMPLES[matter].what(unit)}.`;

/** What the sample comes to under these rules: judged here and now, by the same core as every job. */
export function sampleSays(matter: SampleMatter, houseRules: Partial<HouseRules>, unit: PressureUnit): string {
  const { job: sample, cylinder } = SAMPLES[matter];
  const step = STEP[matter];
  if (step)
    return (
      procedureFor(step.of, { engine: sample.engine, houseRules, unit }).steps.find(({ id }) => step.ids.includes(id))
        ?.what ?? ''
    );
  const verdict = report(judge({ ...sample, houseRules }), unit);
  if (matter === 'firstTest') {
    const [next] = verdict.next;
    return next ? `${tellStep(next)}: ${next.reason.text}` : '';
  }
  if (matter === 'learning') {
    const [likeliest] = verdict.causes;
    return likeliest ? `${likeliest.text} ${Math.round(100 * likeliest.probability)} %.` : '';
  }
  const judged = verdict.cylinders.find(({ id }) => id === cylinder);
  const reason =
    judged?.reasons.find(({ rule }) => TELLING[matter]?.some((start) => rule.startsWith(start))) ?? judged?.reasons[0];
  return judged ? `${STATE_WORD[judged.state]}. ${reason?.text ?? ''}` : '';
}

/** Matters that change what is done rather than what is proven: the step that each school has. */
const STEP: Partial<Record<SampleMatter, { of: 'compression' | 'teardown'; ids: readonly string[] }>> = {
  plug: { of: 'compression', ids: ['plugs-all', 'plugs-one'] },
  stroke: { of: 'compression', ids: ['crank-stops', 'crank-five'] },
  rebuild: { of: 'teardown', ids: ['hone', 'bore-too'] },
};

/** Which of a cylinder's reasons speaks of the matter. */
const TELLING: Partial<Record<SampleMatter, readonly string[]>> = {
  spread: ['spread'],
  leak: ['leak'],
  wetRise: ['wet'],
  throttle: ['test-doubted', 'misses', 'too-close'],
};
