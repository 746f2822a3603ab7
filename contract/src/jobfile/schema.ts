import {
  COOLINGS, CYCLES, FAMILIES, FUELS, JOB_FILE_FORMAT, JOB_FILE_VERSION, LAYOUTS, NEEDLES, PRESSURE_UNITS, RELEASES, SCHOOLS, SPREAD_METHODS, VALVE_GEARS,
  type Book, type Engine, type HouseRules, type JobFile, type Site, type Test as JobTest, type Tester,
} from '@rugged/core';
import { FAULT_CAUSES, VIRTUAL_TEST_FAULTS, VIRTUAL_TESTS } from '@rugged/core/virtual-engine';
import Joi from 'joi';

/** Shapes shared by the job file and the records of the API. Sense across fields is checked by the core. */

type TestKind = JobTest['kind'];

/** Nothing in a workshop is smaller or larger than this and not a slip: beyond it sums lose their sense. */
const SMALLEST = 1e-6;
const LARGEST = 1e6;
const notTiny: Joi.CustomValidator<number> = (value, helpers) => (value > 0 && value < SMALLEST ? helpers.error('number.min', { limit: SMALLEST }) : value);
const figure = () => Joi.number().min(0).max(LARGEST).custom(notTiny);
const positive = (most = LARGEST) => Joi.number().positive().max(most).custom(notTiny);
const percent = () => figure().max(100);
const unit = () => Joi.string().valid(...PRESSURE_UNITS);
const temperature = () => Joi.string().valid('cold', 'warm');
const vacuumUnit = () => Joi.string().valid(...PRESSURE_UNITS, 'inHg');
const mm = () => figure().max(1000);
const rangeMm = () => Joi.object({ minMm: mm(), maxMm: mm() });
const cylinder = () => Joi.string().min(1).max(12);

export const plugSchema = Joi.object({ threadMm: positive(60).required(), pitchMm: positive(6).required(), reachMm: positive(100).required() });

export const engineFields = {
  cycle: Joi.string().valid(...CYCLES).required(),
  fuel: Joi.string().valid(...FUELS).required(),
  family: Joi.string().valid(...FAMILIES).required(),
  layout: Joi.string().valid(...LAYOUTS),
  cylinders: Joi.array().items(cylinder()).min(1).max(24).required(),
  banks: Joi.array().items(Joi.array().items(cylinder()).min(1)).min(1).max(4),
  neighbours: Joi.array().items(Joi.array().items(cylinder()).length(2)),
  firingOrder: Joi.array().items(cylinder()),
  firingIntervals: Joi.array().items(Joi.number().min(0).max(720)),
  rotation: Joi.string().valid('clockwise', 'anticlockwise'),
  distributor: Joi.string().valid('clockwise', 'anticlockwise'),
  plug: plugSchema,
  boreMm: positive(500),
  strokeMm: positive(500),
  conrodMm: positive(1000),
  compressionRatio: Joi.number().min(1.01).max(30),
  ratioBasis: Joi.string().valid('geometric', 'port-closing'),
  compressionRelease: Joi.string().valid(...RELEASES),
  cooling: Joi.string().valid(...COOLINGS),
  headless: Joi.boolean(),
  valveGear: Joi.string().valid(...VALVE_GEARS),
  hours: Joi.number().min(0).max(1_000_000),
  cranks: Joi.boolean(),
};
export const engineSchema = Joi.object<Engine>(engineFields);

export const bookFields = {
  source: Joi.string().min(1).max(120),
  engineTemperature: temperature(),
  conditions: Joi.string().max(400),
  compression: Joi.object({
    unit: unit().required(),
    min: figure(),
    max: figure(),
    bands: Joi.array().items(Joi.object({ name: Joi.string().min(1).max(40).required(), from: figure().required() })).max(8),
    releaseActing: Joi.boolean(),
  }),
  spread: Joi.object({
    method: Joi.string().valid(...SPREAD_METHODS).required(),
    limitPercent: percent(),
    limit: figure(),
    unit: unit(),
  }),
  leakage: Joi.object({ maxPercent: percent().required() }),
  crankcase: Joi.object({
    unit: unit().required(),
    pressure: positive().required(),
    maximum: positive(),
    holdSeconds: positive().required(),
    maxDrop: figure().required(),
  }),
  runningCompression: Joi.object({ unit: unit().required(), idleMin: figure(), snapMin: figure() }),
  manifoldVacuum: Joi.object({ unit: vacuumUnit().required(), min: figure().required(), max: figure() }),
  fuelPressure: Joi.object({ unit: unit().required(), min: figure().required(), max: figure(), holdSeconds: positive(), maxDrop: figure() }),
  valveClearance: Joi.object({ engineTemperature: temperature(), intake: rangeMm(), exhaust: rangeMm() }),
  bore: Joi.object({ maxMm: mm(), maxTaperMm: mm(), maxOvalityMm: mm() }),
  ringGap: rangeMm(),
  pistonClearance: rangeMm(),
  pinClearance: rangeMm(),
};
export const bookSchema = Joi.object<Book>(bookFields);

export const houseRulesSchema = Joi.object<Partial<HouseRules>>({
  spreadMethod: Joi.string().valid(...SPREAD_METHODS),
  spreadWatchPercent: percent(),
  spreadLimitPercent: percent(),
  spreadWatchKPa: figure().max(2000),
  spreadLimitKPa: figure().max(2000),
  leakSoundPercent: percent(),
  leakWatchPercent: percent(),
  leakFaultPercent: percent(),
  leakSupplyKPa: positive(1000),
  ...Object.fromEntries(Object.entries(SCHOOLS).map(([matter, schools]) => [matter, Joi.string().valid(...schools)])),
});

export const siteSchema = Joi.object<Site>({
  altitudeM: Joi.number().min(-500).max(6000),
  barometerKPa: Joi.number().min(45).max(110),
});

export const testerFields = {
  name: Joi.string().min(1).max(80),
  unit: unit(),
  fullScale: positive(),
  division: positive(),
  accuracyPercentOfFullScale: Joi.number().min(0).max(20),
  valveAtEngineEnd: Joi.boolean(),
  hoseVolumeCm3: figure().max(1000),
  correction: Joi.object({ gain: Joi.number().min(0.5).max(2).required(), offset: Joi.number().min(-1000).max(1000).required(), doubt: figure().max(1000).required() }),
  simulated: Joi.boolean(),
};
export const testerSchema = Joi.object<Tester>(testerFields);

export const compressionReadingFields = {
  cylinder: cylinder().required(),
  unit: unit().required(),
  peak: figure().required(),
  strokes: Joi.array().items(figure()).max(60),
  per: Joi.string().valid('stroke', 'pull'),
  wet: Joi.boolean(),
  oilMl: figure().max(200),
};

export const compressionConditions = {
  engineTemperature: temperature(),
  throttle: Joi.string().valid('open', 'closed'),
  plugs: Joi.string().valid('all-out', 'one-out'),
  crankingRpm: positive(5000),
  tester: testerSchema,
};

/** What the tests of one kind share, and what one reading of them holds. */
interface KindSchema { conditions: Joi.PartialSchemaMap; list: 'readings' | 'samples'; reading: Joi.ObjectSchema; most: number }

const testerAlone = { tester: testerSchema };
const stepMm = { stepMm: positive(1) };
const inspection = (reading: Joi.PartialSchemaMap, conditions: Joi.PartialSchemaMap = testerAlone): KindSchema => ({ conditions, list: 'readings', reading: Joi.object(reading), most: 2000 });

/** Every kind of test, once: the job file and the records of the API are both made from this. */
export const TEST_KINDS: Readonly<Record<TestKind, KindSchema>> = {
  compression: { conditions: compressionConditions, list: 'readings', reading: Joi.object(compressionReadingFields), most: 2000 },
  leakdown: {
    conditions: { engineTemperature: temperature(), tester: Joi.object({ ...testerFields, orificeMm: positive(10) }) },
    list: 'readings',
    reading: Joi.object({
      cylinder: cylinder().required(),
      unit: unit().required(),
      supply: positive().required(),
      cylinderPressure: figure(),
      percent: percent(),
      tdcConfirmed: Joi.boolean(),
      breatherOff: Joi.boolean(),
      crankTurned: Joi.boolean(),
      settling: Joi.array().items(Joi.object({ seconds: figure().max(86_400).required(), cylinderPressure: figure().required() })).max(10_000),
      heard: Joi.array().items(Joi.object({
        at: Joi.string().valid('exhaust', 'intake', 'crankcase', 'coolant', 'neighbour', 'head-joint', 'adapter').required(),
        level: Joi.number().integer().min(0).max(3).required(),
        cylinder: cylinder(),
      })).max(20),
    }).xor('cylinderPressure', 'percent'),
    most: 2000,
  },
  crankcase: {
    conditions: {
      mode: Joi.string().valid('pressure', 'vacuum').required(), unit: vacuumUnit().required(), case: cylinder(), rigDropPerMinute: figure(),
      tester: testerSchema, engineTemperature: temperature(),
    },
    list: 'samples',
    reading: Joi.object({ seconds: figure().max(86_400).required(), value: figure().required(), celsius: Joi.number().min(-60).max(200) }),
    most: 10_000,
  },
  'running-compression': inspection({ cylinder: cylinder().required(), unit: unit().required(), idle: figure(), snap: figure() }),
  'manifold-vacuum': inspection({ unit: vacuumUnit().required(), depth: figure().required(), needle: Joi.string().valid(...NEEDLES), rpm: positive(20_000) }),
  'fuel-pressure': inspection({ unit: unit().required(), pressure: figure().required(), held: figure(), heldSeconds: positive(86_400) }),
  'valve-clearance': inspection({
    cylinder: cylinder().required(), valve: Joi.string().valid('intake', 'exhaust').required(), number: Joi.number().integer().min(1).max(8), mm: mm().required(),
  }, { engineTemperature: temperature(), ...stepMm }),
  bore: inspection({ cylinder: cylinder().required(), height: Joi.string().valid('top', 'middle', 'bottom').required(), alongMm: mm().required(), acrossMm: mm().required() }, stepMm),
  'ring-gap': inspection({ cylinder: cylinder().required(), ring: Joi.string().valid('top', 'second', 'oil').required(), mm: mm().required() }, stepMm),
  piston: { ...inspection({}, stepMm), reading: Joi.object({ cylinder: cylinder().required(), skirtMm: mm(), pinMm: mm(), smallEndMm: mm() }).or('skirtMm', 'pinMm', 'smallEndMm') },
};
export const KINDS = Object.keys(TEST_KINDS) as TestKind[];

const test = Joi.object({ kind: Joi.string().valid(...KINDS).required() }).when('.kind', {
  switch: KINDS.map((kind) => {
    const { conditions, list, reading, most } = TEST_KINDS[kind];
    return { is: kind, then: Joi.object({ kind: Joi.string().valid(kind).required(), ...conditions, [list]: Joi.array().items(reading).max(most).required() }) };
  }),
});

/** A whole job file. Unknown fields pass through at any depth. */
export const jobFileSchema = Joi.object<JobFile>({
  format: Joi.string().valid(JOB_FILE_FORMAT).required(),
  version: Joi.number().valid(JOB_FILE_VERSION).required(),
  engine: engineSchema.required(),
  books: Joi.array().items(bookSchema).max(20),
  houseRules: houseRulesSchema,
  site: siteSchema,
  tests: Joi.array().items(test).max(500),
  symptoms: Joi.array().items(Joi.string().max(60)).max(40),
  equipment: Joi.array().items(Joi.string().max(60)).max(40),
  virtual: Joi.object({
    seed: Joi.number().integer().min(0).max(4294967295).required(),
    starting: Joi.string().valid('electric', 'recoil'),
    faults: Joi.array().items(Joi.object({ cause: Joi.string().valid(...FAULT_CAUSES).required(), cylinder: cylinder().required(), severity: Joi.number().min(0).max(1).required(), with: cylinder() })).max(50),
    testFaults: Joi.array().items(Joi.string().valid(...VIRTUAL_TEST_FAULTS)).max(20),
    tests: Joi.array().items(Joi.string().valid(...VIRTUAL_TESTS)).max(10),
    ideal: Joi.string().valid('adiabatic', 'isothermal'),
    truth: Joi.boolean(),
  }),
}).prefs({ allowUnknown: true });
