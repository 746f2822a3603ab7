import { type Engine, layoutOf } from '../engine/engine';
import { volumesOf } from '../engine/volume';
import type { JobFile } from '../jobfile/job-file';
import { latestLeakdown } from '../test-kinds/leakdown/judge';
import { leakHoleMm } from '../leak/orifice';
import { STANDARD_ATMOSPHERE_KPA } from '../quantity/pressure';
import type { HeardAt, CompressionTest } from '../jobfile/tests';
import type { DraftCylinder } from '../test-kinds/draft-cylinder';
import type { InspectionFact } from './inspection-evidence';
import { presetOf } from '../engine/preset';
import { median } from '../quantity/median';
import { crankingNote } from '../test-kinds/inspections';

/** What was found: the bin of its table, and the figure behind it where there is one. */
export interface Fact {
  bin: number;
  figure?: number | undefined;
  /** The figure lies between `figure` and this, nobody knows where. */
  to?: number | undefined;
  /** What it is worth where the test was made under another sky than the tables were counted, 0 to 1. */
  worth?: number | undefined;
  /** Air that has found its way from another place: of the cause at its own place it says no more than of any leak. */
  echo?: boolean | undefined;
  /** Of air that two places are one fact of: where it was loudest. */
  loudest?: HeardAt | undefined;
}
/** What was found on one cylinder. A fact that nobody looked for is missing, and says nothing. */
export type Facts = Partial<Record<TableFact, Fact>>;

/** Upper edges of the bins of a figure; the last bin is open. */
export const EDGES = {
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
  /** Nobody said whether the breather was off. */
  | 'heard-intake-unsaid'
  | 'heard-intake-reed'
  | 'heard-crankcase'
  | 'heard-coolant'
  | 'heard-neighbour'
  | 'heard-head-joint'
  | 'heard-adapter';
/** Facts that are counted by themselves, on virtual engines. */
export type TableFact = keyof typeof EDGES | 'strokes' | HeardFact;
/**
 * The dry reading counts against what a sound cylinder of this engine would read, which nobody knows: it is told
 * against the limit, or against the others.
 */
export type ReadingFact = 'level' | 'others' | 'others-few' | 'neighbour-alike';
export type FactName = TableFact | ReadingFact | InspectionFact;

/** Loudness 0 to 3 is its own bin. */
const LEVELS = 4;
export const STROKE_BINS = ['quick', 'climbing', 'flat-low'] as const;

/** How many bins a fact has. */
export function binsOf(fact: TableFact): number {
  if (fact in EDGES) return EDGES[fact as keyof typeof EDGES].length + 1;
  return fact === 'strokes' ? STROKE_BINS.length : LEVELS;
}

export const FACT_NAMES: readonly TableFact[] = [
  'strokes',
  'first-stroke',
  'wet',
  'wet-plain',
  'leak',
  'heard-exhaust',
  'heard-intake',
  'heard-intake-breather',
  'heard-intake-unsaid',
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

/** The holes behind the edges of `leak`, at the tester that they are told for, mm. */
const LEAK_HOLES_MM = EDGES.leak.map((percent) =>
  leakHoleMm(552, 552 * (1 - percent / 100), 1, STANDARD_ATMOSPHERE_KPA),
);

/** Facts of every cylinder, from what the judgement made of the readings. */
export function factsOf(job: JobFile, cylinders: readonly DraftCylinder[]): Map<string, Facts> {
  const cold = new Set(
    (job.tests ?? []).flatMap((test) =>
      test.kind === 'compression' && test.engineTemperature === 'cold'
        ? test.readings.map(({ cylinder }) => cylinder)
        : [],
    ),
  );
  return new Map(
    cylinders.map((cylinder): [string, Facts] => {
      const facts: Facts = {};
      addStrokes(facts, cylinder, cylinders);
      addWet(facts, cylinder, cylinders, cold.has(cylinder.id), layoutOf(job.engine) === 'flat');
      addLeak(facts, job, cylinder);
      return [cylinder.id, facts];
    }),
  );
}

function addStrokes(facts: Facts, { id, compression, strokes }: DraftCylinder, all: readonly DraftCylinder[]): void {
  if (!compression) return;
  const pattern = STROKE_BINS.findIndex((name) => name === strokes?.pattern);
  if (pattern >= 0) facts.strokes = { bin: pattern };
  const shares = all.flatMap((other) => (other.id === id ? [] : (other.strokes?.firstShare ?? [])));
  if (strokes?.firstShare !== undefined && shares.length > 0)
    facts['first-stroke'] = binned('first-stroke', strokes.firstShare / Math.max(1e-9, median(shares)));
}

/** Oil on a cold engine, with no other cylinder oiled to read it against. */
export const COLD_AND_ALONE = 0.3;
/** Oil on a bore that lies: it wets the low side, and no rise is nearly nothing. */
const ON_ITS_SIDE = 0.2;

/**
 * What oil did. On a cold engine dry bores rise too: what it did beyond the others speaks, and alone it counts half. In
 * a bore that lies on its side only a rise says something.
 */
function addWet(
  facts: Facts,
  { id, wet }: DraftCylinder,
  all: readonly DraftCylinder[],
  cold: boolean,
  lies: boolean,
): void {
  if (!wet) return;
  const others = all.flatMap((other) => (other.id === id || !other.wet ? [] : [other.wet.from ?? other.wet.rise]));
  const beyond = (rise: number) => (others.length === 0 ? 0 : (1 + rise) / (1 + Math.max(0, median(others))) - 1);
  const alone = cold && others.length === 0;
  const { from, to, rise } = wet;
  const figure = from ?? rise;
  const least = cold && !alone ? Math.min(figure, Math.max(0, beyond(figure))) : figure;
  const worth = (alone ? COLD_AND_ALONE : 1) * (lies && wet.response === 'absent' ? ON_ITS_SIDE : 1);
  const more = worth < 1 ? { worth } : {};
  if (from === undefined)
    facts['wet-plain'] = { ...binned('wet-plain', least), ...(least < rise ? { to: rise } : {}), ...more };
  else facts.wet = { ...binned('wet', least), to: Math.max(least, to), ...more };
}

const HEARD_FACT: Readonly<Record<Exclude<HeardAt, 'intake'>, HeardFact>> = {
  exhaust: 'heard-exhaust',
  crankcase: 'heard-crankcase',
  coolant: 'heard-coolant',
  neighbour: 'heard-neighbour',
  'head-joint': 'heard-head-joint',
  'push-rod-tunnel': 'heard-head-joint',
  adapter: 'heard-adapter',
};

/** What goes past the rings hisses on at the exhaust: faint there beside this loudness at the filler it is no valve. */
const CLEAR = 2;

function addLeak(facts: Facts, job: JobFile, { id, leakage }: DraftCylinder): void {
  if (!leakage) return;
  const { holeMm, percent } = leakage;
  facts.leak = { bin: binBelow(holeMm === undefined ? EDGES.leak : LEAK_HOLES_MM, holeMm ?? percent), figure: percent };
  const breatherOff = latestLeakdown(job, id)?.breatherOff;
  const intake: HeardFact =
    job.engine.cycle === 'two-stroke'
      ? 'heard-intake-reed'
      : breatherOff === undefined
        ? 'heard-intake-unsaid'
        : breatherOff
          ? 'heard-intake'
          : 'heard-intake-breather';
  const atFiller = Math.max(0, ...leakage.heard.map(({ at, level }) => (at === 'crankcase' ? level : 0)));
  for (const { at, level } of leakage.heard) {
    const fact = at === 'intake' ? intake : HEARD_FACT[at];
    const bin = Math.min(LEVELS - 1, Math.round(level));
    const echo = at === 'exhaust' && bin === 1 && atFiller >= CLEAR;
    if (bin >= (facts[fact]?.bin ?? 0))
      facts[fact] = { bin, ...(at === 'push-rod-tunnel' && bin > 0 ? { loudest: at } : {}), ...(echo ? { echo } : {}) };
  }
}

export const CHAMBERS = ['tiny', 'small', 'large'] as const;
export type Chamber = (typeof CHAMBERS)[number];

/** What was noted of the compression test itself. */
export interface Conditions {
  valve: 'engine-end' | 'elsewhere' | 'unsaid';
  throttle: 'open' | 'closed' | 'unsaid';
  cranking: 'labours' | 'turns-well' | 'unsaid';
  /** The speed as a share of what its kind turns at, where it was measured. */
  speed?: number;
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

/** What was noted of one compression test. */
export function conditionsOf(job: JobFile, test: CompressionTest): Conditions {
  const end = test.tester?.valveAtEngineEnd;
  return {
    valve: end === undefined ? (test.checked ? 'engine-end' : 'unsaid') : end ? 'engine-end' : 'elsewhere',
    throttle: test.throttle ?? (test.checked ? 'open' : 'unsaid'),
    cranking: crankingOf(job, test),
    ...(test.crankingRpm === undefined ? {} : { speed: test.crankingRpm / presetOf(job.engine).freeRpm }),
    temperature: test.engineTemperature ?? 'unsaid',
    chamber: chamberOf(job.engine),
  };
}

/** By the speed where it was measured, else by what the battery did meanwhile. */
function crankingOf(job: JobFile, test: CompressionTest): Conditions['cranking'] {
  if (test.crankingRpm !== undefined)
    return test.crankingRpm < LABOURS_BELOW * presetOf(job.engine).freeRpm ? 'labours' : 'turns-well';
  const note = crankingNote(job);
  if (note === undefined) return test.checked ? 'turns-well' : 'unsaid';
  return note.labours ? 'labours' : 'turns-well';
}
