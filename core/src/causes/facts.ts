import { neighbourhoods } from '../engine/banks';
import type { Engine } from '../engine/engine';
import { volumesOf } from '../engine/volume';
import type { JobFile } from '../jobfile/job-file';
import { latestLeakdown } from '../test-kinds/leakdown/judge';
import { dryMeasures } from '../test-kinds/compression/measure';
import { leakHoleMm } from '../leak/orifice';
import { STANDARD_ATMOSPHERE_KPA } from '../quantity/pressure';
import type { HeardAt, CompressionTest } from '../jobfile/tests';
import type { DraftCylinder } from '../test-kinds/draft-cylinder';
import { presetOf } from '../engine/preset';
import { median } from '../quantity/median';
import { crankingNote } from '../test-kinds/inspections';

/** What was found: the bin of its table, and the figure behind it where there is one. */
export interface Fact {
  bin: number;
  figure?: number | undefined;
}
/** What was found on one cylinder. A fact that nobody looked for is missing, and says nothing. */
export type Facts = Partial<Record<FactName, Fact>>;

/** Upper edges of the bins of a figure; the last bin is open. */
export const EDGES = {
  /** Reading against the least the book or the house allows here. */
  level: [0.1, 0.35, 0.6, 0.8, 0.92, 1, 1.1, 1.25, 1.5],
  /** Reading against the middle one of three or more others. */
  others: [0.1, 0.35, 0.6, 0.75, 0.85, 0.93, 1.06, 1.13, 1.25],
  /** The same against one or two others: if one of them is off, nobody knows which. */
  'others-few': [0.1, 0.35, 0.6, 0.75, 0.85, 0.93, 1.06, 1.13, 1.25],
  /** First stroke as a share of the peak, against the middle one of the others. */
  'first-stroke': [0.7, 0.88, 1.12, 1.35],
  /** Rise with oil beyond what the oil's own volume explains. */
  wet: [0.02, 0.05, 0.09, 0.15, 0.25, 0.4],
  /** Rise with oil where dose or volumes are not known. */
  'wet-plain': [0.05, 0.12, 0.2, 0.3, 0.45],
  /** Percent lost, brought to an orifice of 1 mm at 552 kPa where the tester's is known. */
  leak: [5, 10, 18, 28, 40, 60, 80, 92],
} as const;

export type HeardFact =
  | 'heard-exhaust'
  | 'heard-intake'
  | 'heard-intake-breather'
  | 'heard-intake-reed'
  | 'heard-crankcase'
  | 'heard-coolant'
  | 'heard-neighbour'
  | 'heard-head-joint'
  | 'heard-adapter';
export type FactName = keyof typeof EDGES | 'over-maximum' | 'strokes' | 'neighbour-alike' | HeardFact;

/** Loudness 0 to 3 is its own bin. */
const LEVELS = 4;
export const STROKE_BINS = ['quick', 'climbing', 'flat-low'] as const;

/** How many bins a fact has. */
export function binsOf(fact: FactName): number {
  if (fact in EDGES) return EDGES[fact as keyof typeof EDGES].length + 1;
  return fact === 'strokes' ? STROKE_BINS.length : fact === 'neighbour-alike' || fact === 'over-maximum' ? 2 : LEVELS;
}

export const FACT_NAMES: readonly FactName[] = [
  'level',
  'over-maximum',
  'others',
  'others-few',
  'strokes',
  'first-stroke',
  'neighbour-alike',
  'wet',
  'wet-plain',
  'leak',
  'heard-exhaust',
  'heard-intake',
  'heard-intake-breather',
  'heard-intake-reed',
  'heard-crankcase',
  'heard-coolant',
  'heard-neighbour',
  'heard-head-joint',
  'heard-adapter',
];

/** A figure on an edge falls above it in whatever unit it was read. */
const ROUNDING = 1 - 1e-9;

function binBelow(edges: readonly number[], figure: number): number {
  let at = 0;
  while (at < edges.length && figure >= (edges[at] as number) * ROUNDING) at += 1;
  return at;
}
const binned = (name: keyof typeof EDGES, figure: number): Fact => ({ bin: binBelow(EDGES[name], figure), figure });

/** Two readings within this share of each other are alike. */
const ALIKE = 0.1;
/** From so many others on their middle one can be trusted. */
const MANY = 3;
/** Under this share of the best cylinder a reading is down. */
const DOWN = 0.88;
/** The holes behind the edges of `leak`, at the tester that they are told for, mm. */
const LEAK_HOLES_MM = EDGES.leak.map((percent) =>
  leakHoleMm(552, 552 * (1 - percent / 100), 1, STANDARD_ATMOSPHERE_KPA),
);

/** Facts of every cylinder, from what the judgement made of the readings. */
export function factsOf(job: JobFile, cylinders: readonly DraftCylinder[]): Map<string, Facts> {
  const beside = neighbourhoods(job.engine);
  return new Map(
    cylinders.map((cylinder): [string, Facts] => {
      const facts: Facts = {};
      addCompression(facts, cylinder, cylinders, beside.get(cylinder.id) ?? []);
      addWet(facts, cylinder);
      addLeak(facts, job, cylinder);
      return [cylinder.id, facts];
    }),
  );
}

function addCompression(
  facts: Facts,
  { id, compression, strokes }: DraftCylinder,
  all: readonly DraftCylinder[],
  beside: readonly string[],
): void {
  if (!compression) return;
  const { limit, estimateKPa, readKPa } = compression;
  if (limit.minHereKPa !== undefined) facts.level = binned('level', estimateKPa / limit.minHereKPa);
  if (limit.maxHereKPa !== undefined) facts['over-maximum'] = { bin: estimateKPa > limit.maxHereKPa ? 1 : 0 };
  const rest = all.filter((other) => other.id !== id && other.compression);
  const best = Math.max(...rest.map((other) => other.compression?.readKPa ?? 0));
  if (best > 0) {
    facts[rest.length < MANY ? 'others-few' : 'others'] = binned(
      'others',
      readKPa / Math.max(1e-9, median(rest.map((other) => other.compression?.readKPa ?? 0))),
    );
    const neighbours = rest.filter((other) => beside.includes(other.id));
    const top = Math.max(best, readKPa);
    const down = (kPa: number) => kPa < DOWN * top;
    if (neighbours.length > 0 && rest.length > 1) {
      const alike =
        down(readKPa) &&
        neighbours.some((other) => {
          const theirs = other.compression?.readKPa ?? 0;
          return down(theirs) && Math.abs(theirs - readKPa) < ALIKE * Math.max(theirs, readKPa);
        });
      facts['neighbour-alike'] = { bin: alike ? 1 : 0 };
    }
  }
  const pattern = STROKE_BINS.findIndex((name) => name === strokes?.pattern);
  if (pattern >= 0) facts.strokes = { bin: pattern };
  const shares = rest.flatMap((other) => other.strokes?.firstShare ?? []);
  if (strokes?.firstShare !== undefined && shares.length > 0)
    facts['first-stroke'] = binned('first-stroke', strokes.firstShare / Math.max(1e-9, median(shares)));
}

function addWet(facts: Facts, { wet }: DraftCylinder): void {
  if (!wet) return;
  if (wet.from === undefined) facts['wet-plain'] = binned('wet-plain', wet.rise);
  else facts.wet = binned('wet', wet.from);
}

const HEARD_FACT: Readonly<Record<Exclude<HeardAt, 'intake'>, HeardFact>> = {
  exhaust: 'heard-exhaust',
  crankcase: 'heard-crankcase',
  coolant: 'heard-coolant',
  neighbour: 'heard-neighbour',
  'head-joint': 'heard-head-joint',
  adapter: 'heard-adapter',
};

function addLeak(facts: Facts, job: JobFile, { id, leakage }: DraftCylinder): void {
  if (!leakage) return;
  const { holeMm, percent } = leakage;
  facts.leak = { bin: binBelow(holeMm === undefined ? EDGES.leak : LEAK_HOLES_MM, holeMm ?? percent), figure: percent };
  const reading = latestLeakdown(job, id)?.readings.at(-1);
  const intake: HeardFact =
    job.engine.cycle === 'two-stroke'
      ? 'heard-intake-reed'
      : reading?.breatherOff === true
        ? 'heard-intake'
        : 'heard-intake-breather';
  for (const { at, level } of leakage.heard) {
    const fact = at === 'intake' ? intake : HEARD_FACT[at];
    facts[fact] = { bin: Math.max(facts[fact]?.bin ?? 0, Math.min(LEVELS - 1, Math.round(level))) };
  }
}

export const CHAMBERS = ['tiny', 'small', 'large'] as const;
export type Chamber = (typeof CHAMBERS)[number];

/** What was noted of the compression test itself. */
export interface Conditions {
  valve: 'engine-end' | 'elsewhere' | 'unsaid';
  throttle: 'open' | 'closed' | 'unsaid';
  cranking: 'labours' | 'turns-well' | 'unsaid';
  temperature: 'cold' | 'warm' | 'unsaid';
  /** A hose takes nearly all of a tiny chamber's pressure, little of a large one's. */
  chamber: Chamber;
}

/** Under these a hose of the usual kind takes more than half, more than a fifth, cm3. */
const TINY_CM3 = 7;
const SMALL_CM3 = 25;

/** By its volume, or by its kind where volumes are not known. */
export function chamberOf(engine: Engine): Chamber {
  const chamber = volumesOf(engine)?.chamberCm3;
  if (chamber === undefined)
    return engine.family === 'handheld' ? 'tiny' : engine.family === 'scooter' ? 'small' : 'large';
  return chamber < TINY_CM3 ? 'tiny' : chamber < SMALL_CM3 ? 'small' : 'large';
}

/** Under this share of the usual speed of its kind a starter labours. */
const LABOURS_BELOW = 0.65;

/** Conditions of the test that the readings rest on; nothing when no compression was read. */
export function conditionsOf(job: JobFile): Conditions | undefined {
  const measures = [...dryMeasures(job).values()];
  const test = measures[measures.length - 1]?.test;
  if (!test) return undefined;
  const end = test.tester?.valveAtEngineEnd;
  return {
    valve: end === undefined ? 'unsaid' : end ? 'engine-end' : 'elsewhere',
    throttle: test.throttle ?? 'unsaid',
    cranking: crankingOf(job, test),
    temperature: test.engineTemperature ?? 'unsaid',
    chamber: chamberOf(job.engine),
  };
}

/** By the speed where it was measured, else by what the battery did meanwhile. */
function crankingOf(job: JobFile, { crankingRpm }: CompressionTest): Conditions['cranking'] {
  if (crankingRpm !== undefined)
    return crankingRpm < LABOURS_BELOW * presetOf(job.engine).freeRpm ? 'labours' : 'turns-well';
  const note = crankingNote(job);
  return note === undefined ? 'unsaid' : note.labours ? 'labours' : 'turns-well';
}
