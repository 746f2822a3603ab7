import {
  type Engine,
  INSIDE_NAME,
  KINDS,
  NEEDLES,
  seenAs,
  type PressureUnit,
  TEST_KINDS,
  type Test,
  type TestKind,
  type TestOf,
  UNIT_SIGN,
  type VacuumUnit,
  VALVE_TRAIN_SEEN,
} from '@rugged/core';
import type { ChoiceField, GaugeForm } from './gauge-form';
import { leakPercent } from './leak-percent';

/** One figure of a run as it is set under a test: whose, and what was read. */
export interface RunFigure {
  label: string;
  figure: string;
}

/** How a kind of test is entered and shown here. A kind that is missing does not compile. */
interface KindOnScreen<K extends TestKind> {
  /** Its place under a job. */
  place: string;
  /** What was read, in the units it was read in. */
  figures(test: TestOf<K>): RunFigure[];
  /** Where it has no pad of its own: what is asked. @param unit of the shop */
  form?(engine: Engine, unit: PressureUnit): GaugeForm;
}

const signed = (figure: number | undefined, unit: VacuumUnit) =>
  figure === undefined ? '·' : `${figure} ${UNIT_SIGN[unit]}`;
const words = (of: readonly (readonly [string, string])[]) => of.map(([value, word]) => ({ value, word }));
const cylinderField = (engine: Engine): ChoiceField => ({
  field: 'cylinder',
  label: 'Cylinder',
  options: engine.cylinders.map((id) => ({ value: id, word: id })),
});
const NEEDLE_WORD: Readonly<Record<(typeof NEEDLES)[number], string>> = {
  steady: 'Steady',
  'regular-flick': 'Regular flick',
  'irregular-flick': 'Flick now and then',
  'slow-sway': 'Slow sway',
};
const SEEN_WORD = {
  'both-move': 'Both move',
  'intake-does-not-move': 'Intake does not',
  'exhaust-does-not-move': 'Exhaust does not',
  'bent-or-broken': 'Bent or broken',
} as const;
const SPARK_WORD = { jumps: 'Jumps', weak: 'Weak', none: 'None' } as const;
const OIL_AT = { cranking: 'Cranking', idle: 'Idle' } as const;

export const ON_SCREEN: { readonly [K in TestKind]: KindOnScreen<K> } = {
  compression: {
    place: 'compression',
    figures: ({ readings }) =>
      readings.map(({ cylinder, unit, peak, wet }) => ({
        label: `Cyl ${cylinder}`,
        figure: `${wet ? 'wet ' : ''}${signed(peak, unit)}`,
      })),
  },
  leakdown: {
    place: 'leakdown',
    figures: ({ readings }) =>
      readings.map((reading) => ({ label: `Cyl ${reading.cylinder}`, figure: `${leakPercent(reading).toFixed(0)} %` })),
  },
  crankcase: {
    place: 'crankcase',
    figures({ samples, mode, unit, case: cylinder }) {
      const [first, last] = [samples[0], samples[samples.length - 1]];
      if (!first || !last) return [];
      const lost =
        first === last
          ? signed(first.value, unit)
          : `${first.value} to ${signed(last.value, unit)} in ${last.seconds - first.seconds} s`;
      return [{ label: `${cylinder === undefined ? '' : `Case ${cylinder}, `}${mode}`, figure: lost }];
    },
  },
  'valve-clearance': {
    place: 'other-gauges?gauge=valve-clearance',
    figures: ({ readings }) =>
      readings.map(({ cylinder, valve, number, mm }) => ({
        label: `Cyl ${cylinder} ${valve}${number === undefined ? '' : ` ${number}`}`,
        figure: `${mm.toFixed(2)} mm`,
      })),
    form: (engine) => ({
      choices: [
        cylinderField(engine),
        {
          field: 'valve',
          label: 'Valve',
          options: words([
            ['intake', 'Intake'],
            ['exhaust', 'Exhaust'],
          ]),
        },
      ],
      numbers: [{ field: 'mm', label: 'Clearance, mm', needed: true }],
    }),
  },
  'running-compression': {
    place: 'other-gauges?gauge=running-compression',
    figures: ({ readings }) =>
      readings.map(({ cylinder, unit, idle, snap }) => ({
        label: `Cyl ${cylinder}`,
        figure: `${signed(idle, unit)} idle, ${signed(snap, unit)} snap`,
      })),
    form: (engine, unit) => ({
      caution:
        'The engine runs: hair, sleeves and leads away from ' +
        `${turning(engine)}.${engine.fuel === 'petrol' ? ' That plug lead goes to ground.' : ''}`,
      unit,
      choices: [cylinderField(engine)],
      numbers: [
        { field: 'idle', label: `At idle, ${UNIT_SIGN[unit]}`, needed: true },
        { field: 'snap', label: `On a snap, ${UNIT_SIGN[unit]}`, needed: false },
      ],
    }),
  },
  'manifold-vacuum': {
    place: 'other-gauges?gauge=manifold-vacuum',
    figures: ({ readings }) =>
      readings.map(({ unit, depth, needle, rpm }) => ({
        label: rpm === undefined ? 'Idle' : `${rpm} rev/min`,
        figure: `${signed(depth, unit)}${needle ? `, ${NEEDLE_WORD[needle].toLowerCase()}` : ''}`,
      })),
    form(engine, shopUnit) {
      const unit: VacuumUnit = shopUnit === 'psi' ? 'inHg' : shopUnit;
      return {
        caution: `The engine runs: keep clear of ${turning(engine)}, and let the fumes out.`,
        unit,
        choices: [
          {
            field: 'needle',
            label: 'Needle',
            optional: true,
            options: NEEDLES.map((value) => ({ value, word: NEEDLE_WORD[value] })),
          },
        ],
        numbers: [
          { field: 'depth', label: `Depth, ${UNIT_SIGN[unit]}`, needed: true },
          { field: 'rpm', label: 'Speed, rev/min', needed: false },
        ],
      };
    },
  },
  'fuel-pressure': {
    place: 'other-gauges?gauge=fuel-pressure',
    figures: ({ readings }) =>
      readings.map(({ unit, pressure, held, heldSeconds }) => ({
        label: 'Pump on',
        figure: [
          signed(pressure, unit),
          ...(held === undefined ? [] : [`${held} left${heldSeconds === undefined ? '' : ` after ${heldSeconds} s`}`]),
        ].join(', '),
      })),
    form: (_engine, unit) => ({
      caution: 'Fuel under pressure: no flame, no spark, a rag round the joint, eyes covered.',
      unit,
      choices: [],
      numbers: [
        { field: 'pressure', label: `Running, ${UNIT_SIGN[unit]}`, needed: true },
        { field: 'held', label: `Left, pump off, ${UNIT_SIGN[unit]}`, needed: false },
        { field: 'heldSeconds', label: 'After, s', needed: false },
      ],
    }),
  },
  'oil-pressure': {
    place: 'other-gauges?gauge=oil-pressure',
    figures: ({ readings }) =>
      readings.map(({ at, builds, pressure, unit }) => ({
        label: OIL_AT[at],
        figure: builds === undefined ? signed(pressure, unit) : builds ? 'shows' : 'none',
      })),
    form: (engine, unit) => ({
      caution:
        `${engine.cranks === false ? '' : 'It must not start while it cranks: ignition off or stop held. '}Stand ` +
        `clear of ${turning(engine)} and of open plug holes.`,
      unit,
      choices: [
        {
          field: 'at',
          label: 'While',
          options: words(
            engine.cranks === false
              ? [['idle', OIL_AT.idle]]
              : [
                  ['cranking', OIL_AT.cranking],
                  ['idle', OIL_AT.idle],
                ],
          ),
        },
        {
          field: 'builds',
          label: 'What shows',
          options: words([
            ['yes', 'It builds'],
            ['no', 'Nothing'],
            ['gauge', 'A figure'],
          ]),
          means: { yes: true, no: false },
        },
      ],
      numbers: [
        {
          field: 'pressure',
          label: `Oil pressure, ${UNIT_SIGN[unit]}`,
          needed: true,
          unless: { choice: 'builds', is: ['yes', 'no', ''] },
        },
      ],
    }),
  },
  'valve-train': {
    place: 'other-gauges?gauge=valve-train',
    figures: ({ readings }) =>
      readings.map(({ cylinder, seen }) => ({ label: `Cyl ${cylinder}`, figure: SEEN_WORD[seen].toLowerCase() })),
    form: (engine) => ({
      caution: `Ignition off. Turn it by hand only, fingers clear of ${turning(engine)}.`,
      conditions: [],
      choices: [
        cylinderField(engine),
        { field: 'seen', label: 'Seen', options: words(VALVE_TRAIN_SEEN.map((seen) => [seen, SEEN_WORD[seen]])) },
      ],
      numbers: [],
    }),
  },
  spark: {
    place: 'other-gauges?gauge=spark',
    figures: ({ readings }) =>
      readings.map(({ cylinder, spark }) => ({ label: `Cyl ${cylinder}`, figure: SPARK_WORD[spark].toLowerCase() })),
    form: (engine) => ({
      caution: 'No open plug hole and no fuel near the gap. Hold nothing that is live.',
      conditions: ['by'],
      choices: [
        cylinderField(engine),
        {
          field: 'spark',
          label: 'Spark',
          options: words([
            ['jumps', SPARK_WORD.jumps],
            ['weak', SPARK_WORD.weak],
            ['none', SPARK_WORD.none],
          ]),
        },
        {
          field: 'by',
          label: 'Seen by',
          optional: true,
          options: words([
            ['gap-tester', 'Gap tester'],
            ['plug-on-the-engine', 'Plug laid on'],
            ['lamp-in-the-lead', 'Lamp in the lead'],
          ]),
        },
      ],
      numbers: [],
    }),
  },
  'battery-cranking': {
    place: 'other-gauges?gauge=battery-cranking',
    figures: ({ readings }) =>
      readings.map(({ before, during }) => ({
        label: 'Battery',
        figure: `${before === undefined ? '' : `${before} V, `}${during} V cranking`,
      })),
    form: (engine) => ({
      caution:
        'In neutral, ignition off. A battery that charges makes gas: no spark near it. ' +
        `Clear of ${turning(engine)}.`,
      conditions: ['system'],
      choices: [
        {
          field: 'system',
          label: 'System',
          optional: true,
          options: words([
            ['6', '6 V'],
            ['12', '12 V'],
            ['24', '24 V'],
          ]),
        },
      ],
      numbers: [
        { field: 'before', label: 'At rest, V', needed: false },
        { field: 'during', label: 'Lowest while cranking, V', needed: true },
      ],
    }),
  },
  opened: {
    place: 'teardown',
    figures: ({ readings }) =>
      readings.map(({ cylinder, part, seen, mm }) => ({
        label: `Cyl ${cylinder} ${INSIDE_NAME[part]}`,
        figure: `${seenAs(part, seen)}${mm === undefined ? '' : `, ${mm.toFixed(2)} mm`}`,
      })),
  },
  bore: {
    place: 'teardown',
    figures: ({ readings }) =>
      readings.map(({ cylinder, height, alongMm, acrossMm }) => ({
        label: `Cyl ${cylinder} ${height}`,
        figure: `${alongMm.toFixed(2)} / ${acrossMm.toFixed(2)} mm`,
      })),
  },
  'ring-gap': {
    place: 'teardown',
    figures: ({ readings }) =>
      readings.map(({ cylinder, ring, mm }) => ({
        label: `Cyl ${cylinder} ${ring} ring`,
        figure: `${mm.toFixed(2)} mm`,
      })),
  },
  piston: {
    place: 'teardown',
    figures: ({ readings }) =>
      readings.map(({ cylinder, skirtMm, pinMm, smallEndMm }) => ({
        label: `Cyl ${cylinder}`,
        figure:
          [
            ['skirt', skirtMm],
            ['pin', pinMm],
            ['small end', smallEndMm],
          ]
            .flatMap(([name, mm]) => (typeof mm === 'number' ? [`${name} ${mm.toFixed(2)}`] : []))
            .join(', ') + ' mm',
      })),
  },
};

/** What turns on this engine, where a sleeve could get into it. */
const turning = ({ family }: Engine): string =>
  family === 'outboard' || family === 'inboard'
    ? 'belts and propeller'
    : family === 'handheld'
      ? 'chain, line or blade'
      : family === 'small-engine'
        ? 'fan, belt and blade'
        : 'fan, belts and chain';

/** The kinds without a pad of their own that this engine can be put through. */
export const gaugeKinds = (engine: Engine): TestKind[] =>
  TEST_KINDS.filter((kind) => ON_SCREEN[kind].form && KINDS[kind].suits(engine));

/** What a test read. */
export const runFigures = <K extends TestKind>(kind: K, test: Test): RunFigure[] =>
  ON_SCREEN[kind].figures(test as TestOf<K>);
