import type { JobFile } from '../jobfile/job-file';
import type { TestOf, ValveTrainSeen } from '../jobfile/tests';
import { COVERAGE } from '../quantity/doubt';
import { median } from '../quantity/median';
import { probabilityBelow } from '../quantity/normal';
import { toKPa } from '../quantity/pressure';
import type { DraftCylinder } from '../test-kinds/draft-cylinder';
import { latestRunning, othersRunning } from '../test-kinds/running-compression';
import type { JudgedInspection } from '../test-kinds/inspection';
import type { CylinderCause } from './cylinder-cause';

/** What was found beside pressure and air: with a feeler or another gauge, the cover off, the engine open. */
export const BESIDE_FACTS = [
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
  'opened-and-found',
] as const;
export type BesideFact = (typeof BESIDE_FACTS)[number];

/** A cause of the tables, or a fault of the test. */
type RowCause = CylinderCause | 'test-fault';
/** How much likelier than on a sound cylinder, decibans; what is not listed is as likely. */
type Decibans = Readonly<Partial<Record<RowCause, number>>>;

/** Something found on one cylinder. */
export interface Beside {
  fact: BesideFact;
  /** By cause: how much likelier it is than on a sound cylinder, natural logarithm. */
  likelier: ReadonlyMap<RowCause, number>;
}

export const besideWeight = (beside: readonly Beside[], cause: RowCause): number =>
  beside.reduce((sum, { likelier }) => sum + (likelier.get(cause) ?? 0), 0);

const NATURAL = Math.LN10 / 10;
const found = (fact: BesideFact, decibans: Decibans, share = 1): Beside => ({
  fact,
  likelier: new Map(
    (Object.entries(decibans) as [RowCause, number][]).map(([cause, weight]) => [cause, share * NATURAL * weight]),
  ),
});

/** A figure of a size, or of how a running engine breathes: what it says out of its limits, and within them. */
interface Measured {
  out: BesideFact;
  within: BesideFact;
  /** At `full` beyond the limit and further; half of it at the limit. */
  ifOut: Decibans;
  ifWithin: Decibans;
  /** Beyond the limit by this share of it says all that it can say. */
  full: number;
}

/**
 * Source: what a mechanic concludes who measured it. A size within the book takes a cause down as firmly as one out of
 * it takes it up.
 */
export const SIZES = {
  'ring-gap': {
    out: 'ring-gap-wide',
    within: 'ring-gap-within',
    ifOut: { 'rings-or-bore': 14 },
    ifWithin: { 'rings-or-bore': -7 },
    full: 0.6,
  },
  bore: {
    out: 'bore-worn',
    within: 'bore-within',
    ifOut: { 'rings-or-bore': 12 },
    ifWithin: { 'rings-or-bore': -6 },
    full: 0.001,
  },
  roundness: {
    out: 'bore-worn',
    within: 'bore-within',
    ifOut: { 'rings-or-bore': 12 },
    ifWithin: { 'rings-or-bore': -6 },
    full: 1,
  },
  'piston-loose': {
    out: 'piston-loose',
    within: 'piston-within',
    ifOut: { 'rings-or-bore': 7, 'piston-damage': 5 },
    ifWithin: { 'rings-or-bore': -4, 'piston-damage': -4 },
    full: 0.6,
  },
  'piston-tight': {
    out: 'piston-tight',
    within: 'piston-within',
    ifOut: { 'piston-damage': 10 },
    ifWithin: { 'rings-or-bore': -4, 'piston-damage': -4 },
    full: 0.6,
  },
  'intake-tight': {
    out: 'intake-tight',
    within: 'intake-clears',
    ifOut: { 'intake-valve': 16 },
    ifWithin: { 'intake-valve': -2 },
    full: 1,
  },
  'exhaust-tight': {
    out: 'exhaust-tight',
    within: 'exhaust-clears',
    ifOut: { 'exhaust-valve': 16 },
    ifWithin: { 'exhaust-valve': -2 },
    full: 1,
  },
  'intake-loose': {
    out: 'valve-loose',
    within: 'intake-clears',
    ifOut: { 'valve-train': 8 },
    ifWithin: { 'intake-valve': -2 },
    full: 1,
  },
  'exhaust-loose': {
    out: 'valve-loose',
    within: 'exhaust-clears',
    ifOut: { 'valve-train': 8 },
    ifWithin: { 'exhaust-valve': -2 },
    full: 1,
  },
} as const satisfies Readonly<Record<string, Measured>>;
type Size = keyof typeof SIZES;

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
} as const satisfies Readonly<Record<string, readonly [BesideFact, Decibans]>>;

/** What was seen in the open engine ends the question for that cylinder. */
export const OPENED_DECIBANS = { found: 40, other: -20 } as const;
const CAUSES_OPENED: readonly RowCause[] = [
  'rings-or-bore',
  'piston-damage',
  'intake-valve',
  'exhaust-valve',
  'head-gasket-external',
  'head-gasket-between',
  'head-gasket-coolant',
  'valve-train',
  'carbon',
];

/**
 * All that was found beside pressure and air, by cylinder.
 * @param inspections as they were judged, the latest of each
 */
export function besidesOf(
  job: JobFile,
  inspections: readonly JudgedInspection[],
  cylinders: readonly DraftCylinder[],
): ReadonlyMap<string, readonly Beside[]> {
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
        ...openedOf(job, id),
      ],
    ]),
  );
}

function lookedAt(job: JobFile, cylinder: string): Beside[] {
  const look = (job.tests ?? [])
    .filter((test): test is TestOf<'valve-train'> => test.kind === 'valve-train')
    .flatMap(({ readings }) => readings)
    .findLast((one) => one.cylinder === cylinder);
  return look ? [found(SAID[look.seen], SEEN[SAID[look.seen]])] : [];
}

/** Sizes of one part say much the same: the one furthest out speaks for the part, or all of them that it is within. */
function sizesOf(inspections: readonly JudgedInspection[]): Beside[] {
  const parts = new Map<string, { size: Size; out: number; far: number }>();
  for (const one of inspections) {
    if (one.figure === undefined || one.says[0] === 'book-temperature-differs') continue;
    for (const size of sizesBy(one)) {
      const { min, max, figure, plusMinus } = one;
      const limit = size.endsWith('tight') ? min : max;
      if (limit === undefined) continue;
      const below = probabilityBelow(limit, figure, plusMinus / COVERAGE);
      const out = size.endsWith('tight') ? below : 1 - below;
      const far = Math.max(0, (limit - figure) * (size.endsWith('tight') ? 1 : -1)) / Math.max(1e-9, limit);
      const part = partOf(size);
      const worst = parts.get(part);
      if (!worst || out + far > worst.out + worst.far) parts.set(part, { size, out, far });
    }
  }
  return [...parts.values()].map(({ size, out, far }) => measured(SIZES[size], out, far));
}

/** Which parts a figure speaks of. */
function sizesBy(one: JudgedInspection): readonly Size[] {
  if (one.of === 'valve-clearance')
    return one.valve === 'intake' ? ['intake-tight', 'intake-loose'] : ['exhaust-tight', 'exhaust-loose'];
  return SIZES_BY[one.of] ?? [];
}
const SIZES_BY: Readonly<Partial<Record<JudgedInspection['of'], readonly Size[]>>> = {
  'ring-gap': ['ring-gap'],
  bore: ['bore'],
  taper: ['roundness'],
  ovality: ['roundness'],
  'piston-clearance': ['piston-loose', 'piston-tight'],
};
const partOf = (size: Size): string => (size === 'roundness' ? 'bore' : size.replace(/-(tight|loose)$/, ''));

/** Continuous in the figure: as likely as it is that it is out, and by how far. */
function measured({ out, within, ifOut, ifWithin, full }: Measured, p: number, far: number): Beside {
  const share = 0.5 + 0.5 * Math.min(1, far / full);
  const causes = new Set([...Object.keys(ifOut), ...Object.keys(ifWithin)]) as Set<RowCause>;
  return {
    fact: p > 0.5 ? out : within,
    likelier: new Map(
      [...causes].map((cause) => [
        cause,
        Math.log(
          p * Math.exp(share * NATURAL * (ifOut[cause] ?? 0)) + (1 - p) * Math.exp(NATURAL * (ifWithin[cause] ?? 0)),
        ),
      ]),
    ),
  };
}

/** How each cylinder breathes while it runs: against the others, else the book; beyond what it lacks when cranked. */
function breaths(job: JobFile, cylinders: readonly DraftCylinder[]): ReadonlyMap<string, Beside[]> {
  const latest = latestRunning(job.tests ?? []);
  if (latest.size === 0) return latest as ReadonlyMap<string, never>;
  const book = job.books?.find(({ runningCompression }) => runningCompression)?.runningCompression;
  const bookKPa = (figure: number | undefined) =>
    figure === undefined || !book ? undefined : toKPa(figure, book.unit);
  const cranked = new Map(
    cylinders.flatMap(({ id, compression }) => (compression ? [[id, compression.estimateKPa] as const] : [])),
  );
  return new Map(
    [...latest].flatMap(([id, reading]): [string, Beside[]][] => {
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

/** @param ratio to what it should be @param lacks what it makes when cranked: behind there it is not told to breathe */
function breath(ratio: number, lacks: number): Beside {
  const { little, enough, littleAt, enoughAt } = BREATH;
  const share = Math.min(1, Math.max(0, (enoughAt - ratio) / (enoughAt - littleAt)));
  const well = lacks > enoughAt ? 1 - share : 0;
  const weights = new Map<RowCause, number>();
  for (const [cause, decibans] of Object.entries(little) as [RowCause, number][])
    weights.set(cause, NATURAL * share * decibans);
  for (const [cause, decibans] of Object.entries(enough) as [RowCause, number][])
    weights.set(cause, (weights.get(cause) ?? 0) + NATURAL * well * decibans);
  return { fact: share > 0.5 ? 'does-not-breathe' : 'breathes', likelier: weights };
}

function needleOf(inspections: readonly JudgedInspection[], cylinders: number): Beside[] {
  const vacuum = inspections.find((one) => one.of === 'manifold-vacuum');
  const needle = vacuum?.of === 'manifold-vacuum' ? vacuum.needle : undefined;
  if (!needle || !(needle in NEEDLES)) return [];
  const [fact, decibans] = NEEDLES[needle as keyof typeof NEEDLES];
  const share = (weight: number) =>
    weight < 0 ? NATURAL * weight : Math.log(1 + (Math.exp(NATURAL * weight) - 1) / Math.max(1, cylinders));
  return [
    {
      fact,
      likelier: new Map(
        (Object.entries(decibans) as [RowCause, number][]).map(([cause, weight]) => [cause, share(weight)]),
      ),
    },
  ];
}

function openedOf({ found: opened = [] }: JobFile, cylinder: string): Beside[] {
  const causes = opened.filter((one) => one.cylinder === cylinder).map(({ cause }) => cause);
  if (causes.length === 0) return [];
  const weights = new Map(
    CAUSES_OPENED.map((cause): [RowCause, number] => [
      cause,
      NATURAL * OPENED_DECIBANS[causes.includes(cause) ? 'found' : 'other'],
    ]),
  );
  return [{ fact: 'opened-and-found', likelier: weights }];
}
