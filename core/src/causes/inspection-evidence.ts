import { FAULT_CAUSES, type FaultCause } from '../engine/faults';
import type { JobFile } from '../jobfile/job-file';
import type { Inside, SeenInside, TestOf, ValveTrainSeen } from '../jobfile/tests';
import { COVERAGE } from '../quantity/doubt';
import { median } from '../quantity/median';
import { probabilityBelow } from '../quantity/normal';
import { toKPa } from '../quantity/pressure';
import type { DraftCylinder } from '../test-kinds/draft-cylinder';
import { find, type JudgedInspection } from '../test-kinds/inspection';
import { latestRunning, othersRunning } from '../test-kinds/running-compression';
import type { CylinderCause } from './cylinder-cause';

/** What inspections say of the causes: a feeler or another gauge, the cover off, the engine open. */
export const INSPECTION_FACTS = [
  'valves-move',
  'valve-does-not-move',
  'valve-train-broken',
  'intake-tight',
  'exhaust-tight',
  'intake-clears',
  'exhaust-clears',
  'valve-loose',
  'breathes',
  'does-not-breathe',
  'needle-flicks',
  'needle-flicks-now-and-then',
  'needle-steady',
  'bore-worn',
  'bore-within',
  'ring-gap-wide',
  'ring-gap-within',
  'piston-loose',
  'piston-tight',
  'piston-within',
  'seen-faulty',
  'seen-good',
  'opened-and-found',
] as const;
export type InspectionFact = (typeof INSPECTION_FACTS)[number];

/** A cause of the tables, or a fault of the test. */
type RowCause = CylinderCause | 'test-fault';
/** How much likelier than on a sound cylinder, decibans; what is not listed is as likely. */
type Decibans = Readonly<Partial<Record<FaultCause, number>>>;

/** Something that an inspection found on one cylinder. */
export interface InspectionEvidence {
  fact: InspectionFact;
  /** By cause: how much likelier it is than on a sound cylinder, natural logarithm. */
  likelier: ReadonlyMap<RowCause, number>;
}

/** What all of it weighs for a cause, natural logarithm. */
export const weightOfInspections = (evidence: readonly InspectionEvidence[], cause: RowCause): number =>
  evidence.reduce((sum, { likelier }) => sum + (likelier.get(cause) ?? 0), 0);

const NATURAL = Math.LN10 / 10;

/** @param weigh a weight in decibans, of its cause, as the natural logarithm that it counts with */
const speaking = (
  fact: InspectionFact,
  decibans: Decibans,
  weigh: (weight: number, cause: FaultCause) => number = (weight) => NATURAL * weight,
): InspectionEvidence => ({
  fact,
  likelier: new Map(
    (Object.entries(decibans) as [FaultCause & RowCause, number][]).map(([cause, weight]) => [
      cause,
      weigh(weight, cause),
    ]),
  ),
});

/** A size against one of its limits: what it says beyond it, and within it. */
interface Size {
  /** Sizes of one part say much the same: the one furthest out speaks for all. */
  part: string;
  limit: 'min' | 'max';
  out: InspectionFact;
  within: InspectionFact;
  /** At `full` beyond the limit and further; half of it at the limit. */
  ifOut: Decibans;
  ifWithin: Decibans;
  /** Beyond the limit by this share of it says all that it can say. */
  full: number;
}

const BORE = {
  part: 'bore',
  limit: 'max',
  out: 'bore-worn',
  within: 'bore-within',
  ifOut: { 'rings-or-bore': 12 },
  ifWithin: { 'rings-or-bore': -6 },
} as const;
const PISTON = {
  part: 'piston',
  within: 'piston-within',
  ifWithin: { 'rings-or-bore': -4, 'piston-damage': -4 },
  full: 0.6,
} as const;
const clearance = (valve: 'intake' | 'exhaust') => {
  const both = {
    part: `${valve} valve`,
    within: `${valve}-clears`,
    ifWithin: { [`${valve}-valve`]: -2 } as Decibans,
    full: 1,
  } as const;
  return [
    { ...both, limit: 'min', out: `${valve}-tight`, ifOut: { [`${valve}-valve`]: 16 } },
    { ...both, limit: 'max', out: 'valve-loose', ifOut: { 'valve-train': 8 } },
  ] as const satisfies readonly Size[];
};

/**
 * What the sizes of an inspection say. Source: what a mechanic concludes who measured it. A size within the book takes
 * a cause down as firmly as one out of it takes it up.
 */
export const SIZES = {
  'ring gap': [
    {
      part: 'rings',
      limit: 'max',
      out: 'ring-gap-wide',
      within: 'ring-gap-within',
      ifOut: { 'rings-or-bore': 14 },
      ifWithin: { 'rings-or-bore': -7 },
      full: 0.6,
    },
  ],
  bore: [{ ...BORE, full: 0.001 }],
  'taper, ovality': [{ ...BORE, full: 1 }],
  'piston clearance': [
    { ...PISTON, limit: 'max', out: 'piston-loose', ifOut: { 'rings-or-bore': 7, 'piston-damage': 5 } },
    { ...PISTON, limit: 'min', out: 'piston-tight', ifOut: { 'piston-damage': 10 } },
  ],
  'intake clearance': clearance('intake'),
  'exhaust clearance': clearance('exhaust'),
} as const satisfies Readonly<Record<string, readonly Size[]>>;

/** With the cover off. */
export const SEEN: Readonly<Record<'valves-move' | 'valve-does-not-move' | 'valve-train-broken', Decibans>> = {
  'valves-move': { 'valve-train': -11 },
  'valve-does-not-move': { 'valve-train': 19 },
  'valve-train-broken': { 'valve-train': 28 },
};
const SAID: Readonly<Record<ValveTrainSeen, keyof typeof SEEN>> = {
  'both-move': 'valves-move',
  'intake-does-not-move': 'valve-does-not-move',
  'exhaust-does-not-move': 'valve-does-not-move',
  'bent-or-broken': 'valve-train-broken',
};

/** Running, against the others or the book: at half of it, and at nearly all of it. What leaks breathes less, too. */
export const BREATH = {
  little: {
    'valve-train': 20,
    'rings-or-bore': 3,
    'piston-damage': 4,
    'intake-valve': 4,
    'exhaust-valve': 4,
    'head-gasket-external': 3,
    'head-gasket-between': 4,
    'head-gasket-coolant': 3,
  },
  enough: { 'valve-train': -6, 'intake-valve': -1, 'exhaust-valve': -1 },
  /** Shares of what it is held against, between which the weight runs straight. */
  littleAt: 0.55,
  enoughAt: 0.9,
} as const;

/** The needle of a vacuum gauge is of the whole engine: on one of several cylinders it says its share. */
export const NEEDLES = {
  'regular-flick': ['needle-flicks', { 'intake-valve': 8, 'exhaust-valve': 8, 'valve-train': 5 }],
  'irregular-flick': ['needle-flicks-now-and-then', { 'intake-valve': 5, 'exhaust-valve': 5, 'valve-train': 3 }],
  steady: ['needle-steady', { 'intake-valve': -3, 'exhaust-valve': -3, 'valve-train': -2 }],
} as const satisfies Readonly<Record<string, readonly [InspectionFact, Decibans]>>;

const GASKET_GONE = { 'head-gasket-external': 40, 'head-gasket-between': 40, 'head-gasket-coolant': 40 } as const;
const valveSeen = (valve: 'intake-valve' | 'exhaust-valve') =>
  ({
    good: { [valve]: -18 },
    burnt: { [valve]: 40 },
    broken: { [valve]: 40, 'valve-train': 8 },
    loose: { [valve]: 14 },
    carboned: { [valve]: 10, carbon: 4 },
  }) satisfies Partial<Record<SeenInside, Decibans>>;

/**
 * What a part that was looked at says: what is scored, burnt or broken ends the question.
 *
 * Source: what a mechanic concludes who sees it.
 */
export const SEEN_PARTS: Readonly<Partial<Record<Inside, Readonly<Partial<Record<SeenInside, Decibans>>>>>> = {
  bore: {
    good: { 'rings-or-bore': -6, 'piston-damage': -3 },
    scored: { 'rings-or-bore': 40, 'piston-damage': 12 },
    worn: { 'rings-or-bore': 25 },
    corroded: { 'rings-or-bore': 25 },
  },
  rings: {
    good: { 'rings-or-bore': -12 },
    worn: { 'rings-or-bore': 25 },
    broken: { 'rings-or-bore': 40, 'piston-damage': 10 },
    stuck: { 'rings-or-bore': 40, 'piston-damage': 4 },
  },
  piston: {
    good: { 'piston-damage': -18, 'rings-or-bore': -1 },
    scored: { 'piston-damage': 40, 'rings-or-bore': 12 },
    burnt: { 'piston-damage': 40 },
    broken: { 'piston-damage': 40 },
    carboned: { carbon: 14 },
  },
  'intake-valve': valveSeen('intake-valve'),
  'exhaust-valve': valveSeen('exhaust-valve'),
  gasket: {
    good: { 'head-gasket-external': -18, 'head-gasket-between': -18, 'head-gasket-coolant': -18 },
    burnt: GASKET_GONE,
    broken: GASKET_GONE,
    corroded: { 'head-gasket-coolant': 12, 'head-gasket-external': 8, 'head-gasket-between': 4 },
  },
  head: {
    good: { carbon: -8 },
    broken: { 'head-gasket-coolant': 22, 'head-gasket-external': 14, 'head-gasket-between': 8 },
    warped: { 'head-gasket-coolant': 14, 'head-gasket-external': 14, 'head-gasket-between': 12 },
    carboned: { carbon: 18 },
    corroded: { 'head-gasket-coolant': 6 },
  },
};

/** What was seen in the open engine ends the question for that cylinder. */
export const OPENED_DECIBANS = { found: 40, other: -20 } as const;

/**
 * What inspections, and what was found in the open engine, say of each cylinder.
 * @param inspections as they were judged, the latest of each
 */
export function inspectionEvidenceOf(
  job: JobFile,
  inspections: readonly JudgedInspection[],
  cylinders: readonly DraftCylinder[],
): ReadonlyMap<string, readonly InspectionEvidence[]> {
  const running = breaths(job, cylinders);
  const needle = needleOf(inspections, cylinders.length);
  return new Map(
    cylinders.map(({ id }) => [
      id,
      [
        ...lookedAt(job, id),
        ...sizesOf(inspections.filter(({ cylinder }) => cylinder === id)),
        ...(running.get(id) ?? []),
        ...needle,
        ...seenInside(inspections, id),
        ...openedOf(job, id),
      ],
    ]),
  );
}

function lookedAt(job: JobFile, cylinder: string): InspectionEvidence[] {
  const look = (job.tests ?? [])
    .filter((test): test is TestOf<'valve-train'> => test.kind === 'valve-train')
    .flatMap(({ readings }) => readings)
    .findLast((one) => one.cylinder === cylinder);
  return look ? [speaking(SAID[look.seen], SEEN[SAID[look.seen]])] : [];
}

/** Of each part the size that is furthest out; where none is, all of it is within. */
function sizesOf(inspections: readonly JudgedInspection[]): InspectionEvidence[] {
  const parts = new Map<string, { size: Size; out: number; far: number }>();
  for (const one of inspections) {
    if (one.figure === undefined || one.says[0] === 'book-temperature-differs') continue;
    for (const size of sizesBy(one)) {
      const limit = one[size.limit];
      if (limit === undefined) continue;
      const below = probabilityBelow(limit, one.figure, one.plusMinus / COVERAGE);
      const [out, beyond] = size.limit === 'min' ? [below, limit - one.figure] : [1 - below, one.figure - limit];
      const far = Math.max(0, beyond) / Math.max(1e-9, limit);
      const worst = parts.get(size.part);
      if (!worst || out + far > worst.out + worst.far) parts.set(size.part, { size, out, far });
    }
  }
  return [...parts.values()].map(({ size, out, far }) => measured(size, out, far));
}

function sizesBy(one: JudgedInspection): readonly Size[] {
  const name = one.of === 'valve-clearance' ? (`${one.valve} clearance` as const) : SIZE_OF[one.of];
  return name ? SIZES[name] : [];
}
const SIZE_OF: Readonly<Partial<Record<JudgedInspection['of'], keyof typeof SIZES>>> = {
  'ring-gap': 'ring gap',
  bore: 'bore',
  taper: 'taper, ovality',
  ovality: 'taper, ovality',
  'piston-clearance': 'piston clearance',
};

/** Continuous in the figure: as likely as it is that it is out, and by how far. */
function measured({ out, within, ifOut, ifWithin, full }: Size, p: number, far: number): InspectionEvidence {
  const share = 0.5 + 0.5 * Math.min(1, far / full);
  return speaking(p > 0.5 ? out : within, { ...ifOut, ...ifWithin }, (_, cause) =>
    Math.log(
      p * Math.exp(share * NATURAL * (ifOut[cause] ?? 0)) + (1 - p) * Math.exp(NATURAL * (ifWithin[cause] ?? 0)),
    ),
  );
}

/** How each cylinder breathes while it runs: against the others, else the book; beyond what it lacks when cranked. */
function breaths(job: JobFile, cylinders: readonly DraftCylinder[]): ReadonlyMap<string, InspectionEvidence[]> {
  const latest = latestRunning(job.tests ?? []);
  if (latest.size === 0) return latest as ReadonlyMap<string, never>;
  const { figures: book } = find(job.books ?? [], 'runningCompression');
  const bookKPa = (figure: number | undefined) =>
    figure === undefined || !book ? undefined : toKPa(figure, book.unit);
  const cranked = new Map(
    cylinders.flatMap(({ id, compression }) => (compression ? [[id, compression.estimateKPa] as const] : [])),
  );
  return new Map(
    [...latest].flatMap(([id, reading]): [string, InspectionEvidence[]][] => {
      const ratios = (['idle', 'snap'] as const).flatMap((at) => {
        const mine = reading[at];
        const against = othersRunning(latest, at, id) ?? bookKPa(at === 'idle' ? book?.idleMin : book?.snapMin);
        return mine === undefined || !against ? [] : [toKPa(mine, reading.unit) / against];
      });
      if (ratios.length === 0) return [];
      const others = [...cranked].flatMap(([other, kPa]) => (other === id ? [] : kPa));
      const mine = cranked.get(id);
      const lacks = mine === undefined || others.length === 0 ? 1 : Math.min(1, mine / Math.max(1, median(others)));
      return [[id, [breath(Math.min(...ratios) / Math.max(0.1, lacks), lacks)]]];
    }),
  );
}

/** @param ratio to what it should be; @param lacks what it makes when cranked: behind there it is not told to breathe */
function breath(ratio: number, lacks: number): InspectionEvidence {
  const { little, enough, littleAt, enoughAt } = BREATH;
  const share = Math.min(1, Math.max(0, (enoughAt - ratio) / (enoughAt - littleAt)));
  const well = lacks > enoughAt ? 1 - share : 0;
  const ifEnough: Decibans = enough;
  return speaking(
    share > 0.5 ? 'does-not-breathe' : 'breathes',
    little,
    (weight, cause) => NATURAL * (share * weight + well * (ifEnough[cause] ?? 0)),
  );
}

function needleOf(inspections: readonly JudgedInspection[], cylinders: number): InspectionEvidence[] {
  const vacuum = inspections.find((one) => one.of === 'manifold-vacuum');
  const needle = vacuum?.of === 'manifold-vacuum' ? vacuum.needle : undefined;
  if (!needle || !(needle in NEEDLES)) return [];
  const [fact, decibans] = NEEDLES[needle as keyof typeof NEEDLES];
  // A flick is of one of them, nobody knows which; a steady needle is of all.
  const oneOf = (weight: number) => Math.log(1 + (Math.exp(NATURAL * weight) - 1) / Math.max(1, cylinders));
  return [speaking(fact, decibans, (weight) => (weight < 0 ? NATURAL * weight : oneOf(weight)))];
}

function seenInside(inspections: readonly JudgedInspection[], id: string): InspectionEvidence[] {
  return inspections.flatMap((one) => {
    if (one.of !== 'opened' || one.cylinder !== id) return [];
    const says = SEEN_PARTS[one.part]?.[one.seen];
    return says ? [speaking(one.seen === 'good' ? 'seen-good' : 'seen-faulty', says)] : [];
  });
}

function openedOf({ found = [] }: JobFile, cylinder: string): InspectionEvidence[] {
  const causes = found.filter((one) => one.cylinder === cylinder).map(({ cause }) => cause);
  if (causes.length === 0) return [];
  const weights = FAULT_CAUSES.map((cause) => [cause, OPENED_DECIBANS[causes.includes(cause) ? 'found' : 'other']]);
  return [speaking('opened-and-found', Object.fromEntries(weights) as Decibans)];
}
