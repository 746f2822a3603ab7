import {
  BATTERY_SYSTEMS,
  INSIDE,
  NEEDLES,
  OIL_PRESSURE_AT,
  SEEN_INSIDE,
  SPARK_TESTERS,
  SPARKS,
  type TestKind,
  type TestOf,
  VALVE_TRAIN_SEEN,
} from '@rugged/core';
import Joi from 'joi';
import {
  cylinder,
  figure,
  mm,
  percent,
  positive,
  temperature,
  testerFields,
  testerSchema,
  unit,
  vacuumUnit,
} from './fields';

/** What the tests of one kind share, what one reading of them holds, and how the page about the job file shows it. */
interface KindSchema<K extends TestKind> {
  conditions: Joi.PartialSchemaMap;
  reading: Joi.ObjectSchema;
  most: number;
  says: string;
  example: TestOf<K>;
}
type Told<K extends TestKind> = Pick<KindSchema<K>, 'says' | 'example'>;

const testerAlone = { tester: testerSchema };
const stepMm = { stepMm: positive(1) };
const inspection = <K extends TestKind>(
  told: Told<K>,
  reading: Joi.PartialSchemaMap,
  conditions: Joi.PartialSchemaMap = testerAlone,
): KindSchema<K> => ({ ...told, conditions, reading: Joi.object(reading), most: 2000 });

/** Any test may be the first after a repair: it begins a new line. */
export const AFTER_REPAIR: Joi.PartialSchemaMap = {
  after: Joi.string().valid('repair'),
  repair: Joi.string().max(300),
};

/** Every kind of test, once: the job file and the records of the API are both made from this. */
export const KIND_SCHEMAS: { readonly [K in TestKind]: KindSchema<K> } = {
  compression: {
    says:
      'A wet reading is a compression reading with its dose, set against the last dry one before it. Half the ' +
      'chamber or more is refused: it would lock the engine; where the chamber is not known, half of the smallest ' +
      'that it may be. `swing` is half the width over which a needle swings that will not settle. `checked` says ' +
      'that the test itself was questioned and found good. Any test may say `"after": "repair"`, with what was ' +
      'done in `repair`: it begins a new line, and earlier tests are told as before.',
    example: {
      kind: 'compression',
      engineTemperature: 'warm',
      throttle: 'open',
      plugs: 'all-out',
      readings: [{ cylinder: '2', unit: 'psi', peak: 139, wet: true, oilMl: 2 }],
    },
    conditions: {
      engineTemperature: temperature(),
      throttle: Joi.string().valid('open', 'closed'),
      plugs: Joi.string().valid('all-out', 'one-out'),
      checked: Joi.boolean(),
      crankingRpm: positive(5000),
      tester: testerSchema,
    },
    reading: Joi.object({
      cylinder: cylinder().required(),
      unit: unit().required(),
      peak: figure().required(),
      strokes: Joi.array().items(figure()).max(60),
      per: Joi.string().valid('stroke', 'pull'),
      wet: Joi.boolean(),
      oilMl: figure().max(200),
      swing: figure(),
    }),
    most: 2000,
  },
  leakdown: {
    says:
      'A leak-down reading has `supply` and exactly one of `cylinderPressure` and `percent`. With the tester’s ' +
      '`orificeMm` the verdict names the hole behind the percentage, which two testers share. 85 % or more, or ' +
      'loud at the exhaust, is unproven until `"tdcConfirmed": true`. `heard` runs from 0, listened to and silent, ' +
      'to 3, loud; `closedRaises` says that a hand over the place lifted the gauge. What was heard stays until ' +
      'somebody listens again. `rockersOff`: both valves are shut, there is no wrong stroke. `maxSupply` is the ' +
      'tester’s own ceiling.',
    example: {
      kind: 'leakdown',
      tester: { orificeMm: 1.0, unit: 'psi', fullScale: 100, division: 2 },
      readings: [
        {
          cylinder: '1',
          unit: 'psi',
          supply: 80,
          cylinderPressure: 71,
          tdcConfirmed: true,
          settling: [
            { seconds: 0, cylinderPressure: 64 },
            { seconds: 3, cylinderPressure: 71 },
          ],
        },
        {
          cylinder: '2',
          unit: 'psi',
          supply: 80,
          percent: 34,
          breatherOff: false,
          heard: [
            { at: 'crankcase', level: 2 },
            { at: 'intake', level: 1 },
            { at: 'neighbour', cylinder: '1', level: 0 },
          ],
        },
      ],
    },
    conditions: {
      engineTemperature: temperature(),
      rockersOff: Joi.boolean(),
      tester: Joi.object({ ...testerFields, orificeMm: positive(10), maxSupply: positive() }),
    },
    reading: Joi.object({
      cylinder: cylinder().required(),
      unit: unit().required(),
      supply: positive().required(),
      cylinderPressure: figure(),
      percent: percent(),
      swing: figure(),
      tdcConfirmed: Joi.boolean(),
      breatherOff: Joi.boolean(),
      crankTurned: Joi.boolean(),
      settling: Joi.array()
        .items(Joi.object({ seconds: figure().max(86_400).required(), cylinderPressure: figure().required() }))
        .max(10_000),
      heard: Joi.array()
        .items(
          Joi.object({
            at: Joi.string()
              .valid(
                'exhaust',
                'intake',
                'crankcase',
                'coolant',
                'neighbour',
                'head-joint',
                'push-rod-tunnel',
                'adapter',
              )
              .required(),
            level: Joi.number().integer().min(0).max(3).required(),
            closedRaises: Joi.boolean(),
            cylinder: cylinder(),
          }),
        )
        .max(20),
    }).xor('cylinderPressure', 'percent'),
    most: 2000,
  },
  crankcase: {
    says: 'A vacuum is a positive depth below the air outside. What the rig itself loses is taken off.',
    example: {
      kind: 'crankcase',
      mode: 'vacuum',
      unit: 'inHg',
      case: '1',
      rigDropPerMinute: 0.02,
      samples: [
        { seconds: 0, value: 10, celsius: 18 },
        { seconds: 180, value: 9.7, celsius: 18.5 },
      ],
    },
    conditions: {
      mode: Joi.string().valid('pressure', 'vacuum').required(),
      unit: vacuumUnit().required(),
      case: cylinder(),
      rigDropPerMinute: figure(),
      tester: testerSchema,
      engineTemperature: temperature(),
    },
    reading: Joi.object({
      seconds: figure().max(86_400).required(),
      value: figure().required(),
      celsius: Joi.number().min(-60).max(200),
    }),
    most: 10_000,
  },
  'running-compression': inspection(
    {
      says: 'Read on the running engine: low there and fine while cranking, it does not breathe.',
      example: { kind: 'running-compression', readings: [{ cylinder: '1', unit: 'psi', idle: 62, snap: 108 }] },
    },
    { cylinder: cylinder().required(), unit: unit().required(), idle: figure(), snap: figure() },
  ),
  'manifold-vacuum': inspection(
    {
      says:
        'A depth below the air outside, and how the needle moves: steady, regular-flick, irregular-flick, ' +
        'slow-sway.',
      example: {
        kind: 'manifold-vacuum',
        readings: [{ unit: 'inHg', depth: 17.5, needle: 'regular-flick', rpm: 1000 }],
      },
    },
    {
      unit: vacuumUnit().required(),
      depth: figure().required(),
      needle: Joi.string().valid(...NEEDLES),
      rpm: positive(20_000),
    },
  ),
  'fuel-pressure': inspection(
    {
      says: '`held` is what was left `heldSeconds` after the pump stopped.',
      example: { kind: 'fuel-pressure', readings: [{ unit: 'psi', pressure: 39, held: 37, heldSeconds: 300 }] },
    },
    { unit: unit().required(), pressure: figure().required(), held: figure(), heldSeconds: positive(86_400) },
  ),
  'valve-clearance': inspection(
    {
      says: '`number` where a side has several valves; `stepMm` is the step of the feeler gauges.',
      example: {
        kind: 'valve-clearance',
        engineTemperature: 'cold',
        stepMm: 0.01,
        readings: [
          { cylinder: '1', valve: 'intake', mm: 0.12 },
          { cylinder: '1', valve: 'exhaust', number: 2, mm: 0.22 },
        ],
      },
    },
    {
      cylinder: cylinder().required(),
      valve: Joi.string().valid('intake', 'exhaust').required(),
      number: Joi.number().integer().min(1).max(8),
      mm: mm().required(),
    },
    { engineTemperature: temperature(), ...stepMm },
  ),
  bore: inspection(
    {
      says: 'At three heights, along the crank and across it.',
      example: {
        kind: 'bore',
        stepMm: 0.005,
        readings: [
          { cylinder: '1', height: 'top', alongMm: 62.02, acrossMm: 62.04 },
          { cylinder: '1', height: 'bottom', alongMm: 62.01, acrossMm: 62.01 },
        ],
      },
    },
    {
      cylinder: cylinder().required(),
      height: Joi.string().valid('top', 'middle', 'bottom').required(),
      alongMm: mm().required(),
      acrossMm: mm().required(),
    },
    stepMm,
  ),
  'ring-gap': inspection(
    {
      says: 'Each ring by itself, square in the bore.',
      example: { kind: 'ring-gap', readings: [{ cylinder: '1', ring: 'top', mm: 0.3 }] },
    },
    {
      cylinder: cylinder().required(),
      ring: Joi.string().valid('top', 'second', 'oil').required(),
      mm: mm().required(),
    },
    stepMm,
  ),
  piston: {
    ...inspection(
      {
        says:
          'Skirt, pin and small end; the clearances follow, the piston’s with the bore at its widest (book: ' +
          '`pistonClearance`, `pinClearance`).',
        example: { kind: 'piston', readings: [{ cylinder: '1', skirtMm: 61.95, pinMm: 15.99, smallEndMm: 16.02 }] },
      },
      {},
      stepMm,
    ),
    reading: Joi.object({ cylinder: cylinder().required(), skirtMm: mm(), pinMm: mm(), smallEndMm: mm() }).or(
      'skirtMm',
      'pinMm',
      'smallEndMm',
    ),
  },
  opened: inspection(
    {
      says:
        'How a part looks once the engine lies open: `seen` good, or what is wrong with it; `mm` is the play of a ' +
        'bearing or a valve in its guide, or how far a head is out of true; `words` are one’s own.',
      example: {
        kind: 'opened',
        readings: [
          { cylinder: '2', part: 'bore', seen: 'scored', words: 'on the exhaust side' },
          { cylinder: '2', part: 'big-end', seen: 'good', mm: 0.02 },
        ],
      },
    },
    {
      cylinder: cylinder().required(),
      part: Joi.string()
        .valid(...INSIDE)
        .required(),
      seen: Joi.string()
        .valid(...SEEN_INSIDE)
        .required(),
      mm: figure().max(20),
      words: Joi.string().trim().min(1).max(300),
    },
    {},
  ),
  'oil-pressure': {
    ...inspection(
      {
        says:
          '`at` cranking or idle; a figure with its `unit`, or `builds`: whether it shows at all. None stops ' +
          'everything else.',
        example: {
          kind: 'oil-pressure',
          engineTemperature: 'cold',
          readings: [
            { at: 'cranking', builds: true },
            { at: 'idle', unit: 'psi', pressure: 38 },
          ],
        },
      },
      {},
      { ...testerAlone, engineTemperature: temperature() },
    ),
    reading: Joi.object({
      at: Joi.string()
        .valid(...OIL_PRESSURE_AT)
        .required(),
      unit: unit(),
      pressure: figure(),
      builds: Joi.boolean(),
    })
      .xor('pressure', 'builds')
      .and('unit', 'pressure'),
  },
  'valve-train': inspection(
    {
      says: '`seen` under the rocker cover while the engine is turned by hand, cylinder by cylinder.',
      example: { kind: 'valve-train', readings: [{ cylinder: '2', seen: 'bent-or-broken' }] },
    },
    {
      cylinder: cylinder().required(),
      seen: Joi.string()
        .valid(...VALVE_TRAIN_SEEN)
        .required(),
    },
    {},
  ),
  spark: inspection(
    {
      says: '`spark` jumps, weak or none, plug by plug; `by` gap-tester, plug-on-the-engine or lamp-in-the-lead.',
      example: {
        kind: 'spark',
        by: 'gap-tester',
        readings: [
          { cylinder: '1', spark: 'jumps' },
          { cylinder: '2', spark: 'weak' },
        ],
      },
    },
    {
      cylinder: cylinder().required(),
      spark: Joi.string()
        .valid(...SPARKS)
        .required(),
    },
    { by: Joi.string().valid(...SPARK_TESTERS) },
  ),
  'battery-cranking': inspection(
    {
      says:
        'Volts at rest and the lowest while cranking; `system` 6, 12 or 24, 12 when not said. A starter starved of ' +
        'volts explains readings that are low all round.',
      example: { kind: 'battery-cranking', system: 12, readings: [{ before: 12.5, during: 10.4 }] },
    },
    { before: figure().max(60), during: figure().max(60).required() },
    { system: Joi.number().valid(...BATTERY_SYSTEMS) },
  ),
};
export const KINDS = Object.keys(KIND_SCHEMAS) as TestKind[];
