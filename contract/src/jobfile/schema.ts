import {
  COOLINGS, CYCLES, FAMILIES, FUELS, JOB_FILE_FORMAT, JOB_FILE_VERSION, LAYOUTS, PRESSURE_UNITS, RELEASES, SPREAD_METHODS,
  type Book, type Engine, type HouseRules, type JobFile, type Site, type Tester,
} from '@rugged/core';
import Joi from 'joi';

/** Shapes shared by the job file and the records of the API. Sense across fields is checked by the core. */

const figure = () => Joi.number().min(0);
const percent = () => Joi.number().min(0).max(100);
const unit = () => Joi.string().valid(...PRESSURE_UNITS);
const temperature = () => Joi.string().valid('cold', 'warm');
const cylinder = () => Joi.string().min(1).max(12);

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
  boreMm: Joi.number().positive().max(500),
  strokeMm: Joi.number().positive().max(500),
  conrodMm: Joi.number().positive().max(1000),
  compressionRatio: Joi.number().greater(1).max(30),
  ratioBasis: Joi.string().valid('geometric', 'port-closing'),
  compressionRelease: Joi.string().valid(...RELEASES),
  cooling: Joi.string().valid(...COOLINGS),
  headless: Joi.boolean(),
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
    pressure: Joi.number().positive().required(),
    maximum: Joi.number().positive(),
    holdSeconds: Joi.number().positive().required(),
    maxDrop: figure().required(),
  }),
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
});

export const siteSchema = Joi.object<Site>({
  altitudeM: Joi.number().min(-500).max(6000),
  barometerKPa: Joi.number().min(45).max(110),
});

export const testerFields = {
  name: Joi.string().min(1).max(80),
  unit: unit(),
  fullScale: Joi.number().positive(),
  division: Joi.number().positive(),
  accuracyPercentOfFullScale: Joi.number().min(0).max(20),
  valveAtEngineEnd: Joi.boolean(),
  hoseVolumeCm3: figure().max(1000),
};
export const testerSchema = Joi.object<Tester>(testerFields);

export const compressionReadingFields = {
  cylinder: cylinder().required(),
  unit: unit().required(),
  peak: figure().required(),
  strokes: Joi.array().items(figure()).max(60),
  per: Joi.string().valid('stroke', 'pull'),
  wet: Joi.boolean(),
  oilMl: Joi.number().min(0).max(200),
};

export const compressionConditions = {
  engineTemperature: temperature(),
  throttle: Joi.string().valid('open', 'closed'),
  plugs: Joi.string().valid('all-out', 'one-out'),
  crankingRpm: Joi.number().positive().max(5000),
  tester: testerSchema,
};

const compressionTest = Joi.object({
  kind: Joi.string().valid('compression').required(),
  ...compressionConditions,
  readings: Joi.array().items(Joi.object(compressionReadingFields)).max(2000).required(),
});

const leakdownTest = Joi.object({
  kind: Joi.string().valid('leakdown').required(),
  engineTemperature: temperature(),
  tester: Joi.object({ ...testerFields, orificeMm: Joi.number().positive().max(10) }),
  readings: Joi.array().items(Joi.object({
    cylinder: cylinder().required(),
    unit: unit().required(),
    supply: Joi.number().positive().required(),
    cylinderPressure: figure(),
    percent: percent(),
    tdcConfirmed: Joi.boolean(),
    breatherOff: Joi.boolean(),
    heard: Joi.array().items(Joi.object({
      at: Joi.string().valid('exhaust', 'intake', 'crankcase', 'coolant', 'neighbour', 'head-joint', 'adapter').required(),
      level: Joi.number().integer().min(0).max(3).required(),
      cylinder: cylinder(),
    })).max(20),
  }).xor('cylinderPressure', 'percent')).max(2000).required(),
});

const crankcaseTest = Joi.object({
  kind: Joi.string().valid('crankcase').required(),
  mode: Joi.string().valid('pressure', 'vacuum').required(),
  unit: Joi.string().valid(...PRESSURE_UNITS, 'inHg').required(),
  case: cylinder(),
  rigDropPerMinute: figure(),
  tester: testerSchema,
  engineTemperature: temperature(),
  samples: Joi.array().items(Joi.object({
    seconds: figure().max(86_400).required(),
    value: figure().required(),
    celsius: Joi.number().min(-60).max(200),
  })).max(10_000).required(),
});

const KIND_OF_TEST = { compression: compressionTest, leakdown: leakdownTest, crankcase: crankcaseTest } as const;

const test = Joi.object({ kind: Joi.string().valid(...Object.keys(KIND_OF_TEST)).required() })
  .when('.kind', {
    switch: Object.entries(KIND_OF_TEST).map(([is, then]) => ({ is, then })),
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
}).prefs({ allowUnknown: true });
