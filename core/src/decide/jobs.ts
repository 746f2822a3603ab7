import type { Engine, Family } from '../engine/engine';
import { platedBores } from '../engine/bore';
import { canHave, FAULT_CAUSES, type FaultCause, SEEN_TROUBLES, type SeenTrouble } from '../engine/faults';
import { presetOf } from '../engine/preset';
import { sizesOf } from '../engine/sizes';
import { sweptCm3 } from '../engine/volume';
import { REPAIRS, type RepairFigures, type RepairName } from '../jobfile/decision';

/** What a shop asks for its jobs, by kind of machine; and what they came to when it did them. */
export interface PriceList {
  currency?: string;
  labourRatePerHour?: number;
  taxPercent?: number;
  repairs?: Partial<Record<Family, Partial<Record<RepairName, RepairFigures>>>>;
  /** Counted from the repairs that were recorded; never entered. */
  done?: Partial<Record<Family, Partial<Record<RepairName, Done>>>>;
}
export interface Done extends Pick<
  RepairFigures,
  'partsLow' | 'partsLikely' | 'partsHigh' | 'hoursLow' | 'hoursLikely' | 'hoursHigh'
> {
  times: number;
}

/** Where the figures of an option come from: the shop's list, its own jobs, or what is usual. */
export type PriceSource = 'shop' | 'done' | 'usual';

/** Done so often, the shop's own jobs say more than what is usual. */
const OFTEN_ENOUGH = 3;

/** How far in the work is: from outside, to the head, or to the crank. */
type Reach = 'outside' | 'head' | 'crank';
/** Hours to get there and back, by kind of machine. Source: practice of the trade; each shop sets its own. */
const ACCESS: Readonly<Record<Family, Record<Reach, number>>> = {
  handheld: { outside: 0.2, head: 0.3, crank: 0.6 },
  'small-engine': { outside: 0.3, head: 0.5, crank: 1.2 },
  generator: { outside: 0.3, head: 0.6, crank: 1.8 },
  outboard: { outside: 0.3, head: 0.8, crank: 2.5 },
  inboard: { outside: 0.5, head: 1.5, crank: 9 },
  motorcycle: { outside: 0.7, head: 1.5, crank: 4 },
  scooter: { outside: 0.7, head: 1, crank: 2 },
  powersports: { outside: 0.5, head: 1, crank: 3 },
};

/** What a job can mend. */
export type Mended = FaultCause | SeenTrouble;

/** A job of the trade: so much once and so much for each cylinder, for a cylinder of 100 cm³. */
interface TradeJob {
  name(engine: Engine): string;
  /** What it is called beside another that is done with it. */
  with?(engine: Engine): string;
  cures: readonly Mended[] | 'all' | ((engine: Engine) => readonly Mended[]);
  reach: Reach | 'none';
  parts?: readonly [once: number, each: number];
  hours?: readonly [once: number, each: number];
  machine?: readonly [once: number, each: number];
  holds?: number;
  /** What may be found once it is open, where the engine can be given it. */
  found?: readonly (readonly [RepairName, number])[];
  suits?(engine: Engine): boolean;
}

const valved = ({ cycle }: Engine) => cycle === 'four-stroke';
const ported = ({ cycle }: Engine) => cycle === 'two-stroke';
const bored = (engine: Engine) => !platedBores(engine);
const inBlock = ({ valveGear }: Engine) => valveGear === 'side-valve';
const GASKETS = ['head-gasket-external', 'head-gasket-between', 'head-gasket-coolant'] as const;
const VALVES = ['intake-valve', 'exhaust-valve', 'valve-train', ...GASKETS, 'carbon'] as const;
const RINGS = ['rings-or-bore', ...GASKETS, 'carbon'] as const;
const TOP = [...RINGS, 'piston-damage'] as const;
const BORE = [...TOP, 'bore-past-rings'] as const;

/** Usual figures of each job. Source: practice of the trade, for want of the shop's own. */
const JOBS: Readonly<Record<RepairName, TradeJob>> = {
  leave: { name: () => 'Leave it as it is', cures: [], reach: 'none' },
  'run-on': { name: () => 'Run it another season', cures: [], reach: 'none' },
  clearances: {
    name: () => 'Set the valve clearances first',
    with: () => 'valve clearances set',
    cures: ['intake-valve', 'exhaust-valve', 'valve-train'],
    reach: 'outside',
    parts: [8, 2],
    hours: [0.4, 0.25],
    holds: 0.9,
    // A valve that stood open by its clearance alone is one in five.
    found: [['valve-grind', 0.8]],
    suits: valved,
  },
  release: {
    name: () => 'Adjust or replace the compression release',
    with: () => 'compression release repaired',
    cures: ['compression-release'],
    reach: 'outside',
    parts: [25, 0],
    hours: [0.8, 0],
    holds: 0.9,
  },
  decarbonise: {
    name: () => 'Clean the carbon out',
    with: () => 'carbon cleaned out',
    cures: ['carbon'],
    reach: 'head',
    parts: [10, 12],
    hours: [0.6, 0.6],
  },
  'valve-train': {
    name: () => 'Repair the valve train',
    with: () => 'valve train repaired',
    cures: ['valve-train'],
    reach: 'outside',
    parts: [25, 18],
    hours: [1, 0.4],
    holds: 0.93,
    found: [['valve-grind', 0.1]],
    suits: valved,
  },
  'head-gasket': {
    name: () => 'New head gasket',
    with: () => 'new head gasket',
    cures: GASKETS,
    reach: 'head',
    parts: [22, 10],
    hours: [1.2, 0.5],
    machine: [45, 0],
    holds: 0.92,
    found: [
      ['valve-grind', 0.08],
      ['top-end', 0.05],
    ],
    suits: ({ headless }) => headless !== true,
  },
  'valve-grind': {
    name: (engine) =>
      engine.headless
        ? 'Valves ground'
        : inBlock(engine)
          ? 'Head off, valves ground in the block'
          : 'Head off, valves ground, new gasket',
    with: () => 'valves ground',
    cures: VALVES,
    reach: 'head',
    parts: [28, 16],
    hours: [1.8, 0.8],
    machine: [30, 25],
    holds: 0.95,
    found: [['top-end', 0.07]],
    suits: valved,
  },
  'guides-and-seats': {
    name: (engine) =>
      inBlock(engine) ? 'New valve guides and seats in the block' : 'New valve guides, seats and stem seals',
    with: () => 'new valve guides and seats',
    cures: [...VALVES, 'valve-guides'],
    reach: 'head',
    parts: [45, 42],
    hours: [2, 1],
    machine: [60, 70],
    holds: 0.97,
    found: [['top-end', 0.07]],
    suits: valved,
  },
  'cylinder-head': {
    name: () => 'Another head, new gasket',
    with: () => 'another head',
    cures: [...VALVES, 'valve-guides', 'head'],
    reach: 'head',
    parts: [90, 70],
    hours: [1.6, 0.6],
    holds: 0.92,
    suits: (engine) => engine.headless !== true && !inBlock(engine),
  },
  'top-end': {
    name: (engine) => (valved(engine) ? 'New rings, bore honed' : 'New top end (piston, rings, gaskets)'),
    with: (engine) => (valved(engine) ? 'new rings, bore honed' : 'new top end'),
    // A two-stroke's rings come with its piston.
    cures: (engine) => (valved(engine) ? RINGS : TOP),
    reach: 'crank',
    parts: [20, 48],
    hours: [1.4, 0.9],
    holds: 0.93,
    found: [
      ['bore-and-piston', 0.2],
      ['barrel-kit', 0.2],
      ['rebuild', 0.06],
    ],
  },
  'bore-and-piston': {
    name: () => 'Bored, with a larger piston',
    with: () => 'bored, with a larger piston',
    cures: BORE,
    reach: 'crank',
    parts: [30, 90],
    hours: [2, 1.1],
    machine: [20, 60],
    holds: 0.95,
    found: [['rebuild', 0.1]],
    suits: bored,
  },
  'barrel-kit': {
    name: () => 'New barrel with its piston',
    with: () => 'new barrel with its piston',
    cures: BORE,
    reach: 'crank',
    parts: [25, 175],
    hours: [1.6, 0.9],
    holds: 0.96,
    found: [['rebuild', 0.08]],
    suits: platedBores,
  },
  sleeve: {
    name: () => 'New sleeve, piston of standard size',
    with: () => 'new sleeve and piston',
    cures: BORE,
    reach: 'crank',
    parts: [30, 120],
    hours: [2, 1.3],
    machine: [40, 90],
    holds: 0.95,
    found: [['rebuild', 0.1]],
    suits: bored,
  },
  'used-top-end': {
    name: () => 'A used barrel and piston',
    with: () => 'used barrel and piston',
    cures: BORE,
    reach: 'crank',
    parts: [20, 65],
    hours: [1.4, 0.9],
    holds: 0.8,
    suits: ported,
  },
  'crank-seals': {
    name: () => 'New crank seals and joints',
    with: () => 'new crank seals and joints',
    cures: ['crank-seal'],
    reach: 'crank',
    parts: [35, 12],
    hours: [2.5, 0.8],
    holds: 0.9,
    found: [
      ['inner-seal', 0.15],
      ['rebuild', 0.1],
    ],
    suits: ported,
  },
  'inner-seal': {
    name: () => 'Crank apart, new inner seal',
    with: () => 'crank apart for its inner seal',
    cures: ['crank-seal'],
    reach: 'crank',
    parts: [60, 25],
    hours: [4, 0.8],
    machine: [90, 20],
    holds: 0.95,
    suits: (engine) => ported(engine) && engine.cylinders.length > 1,
  },
  'reed-block': {
    name: () => 'New reeds, reed block sealed',
    with: () => 'new reeds',
    cures: ['crank-seal', 'reeds'],
    reach: 'outside',
    parts: [20, 30],
    hours: [0.6, 0.2],
    holds: 0.9,
    suits: ({ cycle, valveGear }) => cycle === 'two-stroke' && valveGear !== 'piston-port' && valveGear !== 'rotary',
  },
  'small-end': {
    name: () => 'New piston pin and small-end bearing',
    with: () => 'new piston pin and small-end bearing',
    cures: ['small-end'],
    reach: 'crank',
    parts: [0, 28],
    hours: [0.4, 0.4],
    holds: 0.95,
  },
  crank: {
    name: () => 'Crank rebuilt with new bearings',
    with: () => 'crank rebuilt',
    cures: ['crank'],
    reach: 'crank',
    parts: [90, 60],
    hours: [4, 1],
    machine: [60, 50],
    holds: 0.95,
  },
  'flywheel-key': {
    name: () => 'New flywheel key',
    with: () => 'new flywheel key',
    cures: [],
    reach: 'outside',
    parts: [6, 0],
    hours: [0.5, 0],
    holds: 0.97,
    suits: ({ family }) => family !== 'inboard' && family !== 'motorcycle',
  },
  rebuild: {
    name: () => 'Rebuild it completely',
    cures: 'all',
    reach: 'crank',
    parts: [110, 130],
    hours: [6, 3],
    machine: [60, 70],
    holds: 0.95,
  },
  'used-engine': {
    name: () => 'Another used engine',
    cures: 'all',
    reach: 'crank',
    parts: [150, 190],
    hours: [2, 0.5],
    holds: 0.85,
  },
  'new-engine': {
    name: () => 'A new engine',
    cures: 'all',
    reach: 'crank',
    parts: [350, 420],
    hours: [2, 0.5],
    holds: 0.99,
  },
};

export const repairTitle = (repair: RepairName, engine: Engine): string => JOBS[repair].name(engine);
/** What a job is called beside another that is done with it. */
export const repairBeside = (repair: RepairName, engine: Engine): string =>
  JOBS[repair].with?.(engine) ?? repairTitle(repair, engine);
export const suits = (repair: RepairName, engine: Engine): boolean => JOBS[repair].suits?.(engine) ?? true;
/** What may be found once a job is open, where the engine can be given it. */
export const mayBeFound = (repair: RepairName, engine: Engine): [RepairName, number][] =>
  (JOBS[repair].found ?? []).flatMap(([to, p]): [RepairName, number][] => (suits(to, engine) ? [[to, p]] : []));
/** It mends whatever there is. */
export const mendsAll = (repair: RepairName): boolean => JOBS[repair].cures === 'all';

/** What a job mends on this engine. */
export function curesOf(repair: RepairName, engine: Engine): Mended[] {
  const { cures } = JOBS[repair];
  const all = cures === 'all' ? everythingBut(repair) : typeof cures === 'function' ? cures(engine) : cures;
  return all.filter((cause) => isSeen(cause) || canHave(engine, cause));
}

const isSeen = (cause: Mended): cause is SeenTrouble => (SEEN_TROUBLES as readonly Mended[]).includes(cause);
/** A cracked case is rebuilt by nobody. */
const everythingBut = (repair: RepairName): Mended[] =>
  [...FAULT_CAUSES, ...SEEN_TROUBLES].filter((cause) => repair !== 'rebuild' || cause !== 'case');

/** Jobs that can be done on an engine. */
export const jobsOn = (engine: Engine): RepairName[] => REPAIRS.filter((repair) => suits(repair, engine));

/** Labour of an hour where the shop says nothing. */
export const USUAL_RATE = 60;

/** From so little to so much of the likely figure. */
const PARTS_SPREAD = [0.75, 1.5] as const;
const HOURS_SPREAD = [0.8, 1.7] as const;

/** What a job usually takes on such an engine. */
export function usualFigures(repair: RepairName, engine: Engine): RepairFigures {
  const { parts, hours, machine, holds } = JOBS[repair];
  const n = engine.cylinders.length;
  const size = sizeOf(engine);
  const sum = ([once, each]: readonly [number, number]) => once + each * n;
  const tidy = (money: number) => Math.round(money / 5) * 5;
  const spread = (name: 'parts' | 'hours', likely: number, [low, high]: readonly [number, number], round = tidy) => ({
    [`${name}Low`]: round(low * likely),
    [`${name}Likely`]: round(likely),
    [`${name}High`]: round(high * likely),
  });
  const quarter = (time: number) => Math.round(time * 4) / 4;
  const reach = reachOf(repair, engine);
  return {
    ...(parts ? spread('parts', size * sum(parts), PARTS_SPREAD) : {}),
    ...(hours ? spread('hours', hoursFactor(engine) * sum(hours), HOURS_SPREAD, quarter) : {}),
    ...(reach === 'none' ? {} : { accessHours: ACCESS[engine.family][reach] }),
    ...(machine ? { machineShop: tidy(size * sum(machine)) } : {}),
    ...(holds === undefined ? {} : { holdsProbability: holds }),
  };
}

/** The rings of a two-stroke come out with its barrel; its crank stays where it is. */
const UNDER_THE_BARREL: ReadonlySet<RepairName> = new Set([
  'top-end',
  'bore-and-piston',
  'barrel-kit',
  'sleeve',
  'used-top-end',
  'small-end',
]);
function reachOf(repair: RepairName, engine: Engine): TradeJob['reach'] {
  const { reach } = JOBS[repair];
  return reach === 'crank' && ported(engine) && UNDER_THE_BARREL.has(repair) ? 'head' : reach;
}

/** Large cylinders are heavy; small ones come apart on the bench. */
const hoursFactor = (engine: Engine) => Math.min(1.6, Math.max(0.6, Math.sqrt(sizeOf(engine))));

/** Against a cylinder of 100 cm³. Price grows with the root of the volume. */
function sizeOf(engine: Engine): number {
  const { boreMm, strokeMm } = presetOf(engine);
  const swept = sizesOf(engine).sweptCm3?.usual ?? sweptCm3(boreMm, strokeMm);
  return Math.min(4, Math.max(0.5, Math.sqrt(swept / 100)));
}

/** The shop's own figures, else what its jobs came to, else what is usual. */
export function figuresOf(
  repair: RepairName,
  engine: Engine,
  { repairs, done }: PriceList,
): { figures: RepairFigures; source: PriceSource } {
  const usual = usualFigures(repair, engine);
  const own = repairs?.[engine.family]?.[repair];
  if (own) return { figures: { ...usual, ...own }, source: 'shop' };
  const { times = 0, ...came } = done?.[engine.family]?.[repair] ?? {};
  // The way there is in the hours that were written down.
  if (times >= OFTEN_ENOUGH) return { figures: { ...usual, accessHours: 0, ...came }, source: 'done' };
  return { figures: usual, source: 'usual' };
}
