import type { Engine, Family } from '../engine/engine';
import { canHave, FAULT_CAUSES, type FaultCause } from '../engine/faults';
import { presetOf } from '../engine/preset';
import { sizesOf } from '../engine/sizes';
import { sweptCm3 } from '../engine/volume';
import type { RepairFigures, RepairName, RepairOption } from '../jobfile/decision';
import type { State } from '../jobfile/state';
import type { Odds, Trouble, Troubles } from './odds';
import { mixed } from './weigh';

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
export interface ReadyMade {
  options: RepairOption[];
  sources: Record<string, PriceSource>;
}

/** Done so often, the shop's own jobs say more than what is usual. */
const OFTEN_ENOUGH = 3;
/** A cause rarer than this needs no option of its own. */
const WORTH_MENDING = 0.05;

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

/** So much once and so much for each cylinder. Parts and machine work for a cylinder of 100 cm³. */
interface Usual {
  name(engine: Engine): string;
  cures: readonly FaultCause[] | 'all' | ((engine: Engine) => readonly FaultCause[]);
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
const GASKETS = ['head-gasket-external', 'head-gasket-between', 'head-gasket-coolant'] as const;
const RINGS = ['rings-or-bore', ...GASKETS, 'carbon'] as const;
const TOP = [...RINGS, 'piston-damage'] as const;

/** Usual figures of each job. Source: practice of the trade, for want of the shop's own. */
const USUAL: Readonly<Record<RepairName, Usual>> = {
  leave: { name: () => 'Leave it as it is', cures: [], reach: 'none' },
  'run-on': { name: () => 'Run it another season', cures: [], reach: 'none' },
  clearances: {
    name: () => 'Set the valve clearances first',
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
    name: () => 'Set or mend the compression release',
    cures: ['compression-release'],
    reach: 'outside',
    parts: [25, 0],
    hours: [0.8, 0],
    holds: 0.9,
  },
  decarbonise: {
    name: () => 'Clean the carbon out',
    cures: ['carbon'],
    reach: 'head',
    parts: [10, 12],
    hours: [0.6, 0.6],
  },
  'valve-train': {
    name: () => 'Mend the valve train',
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
    name: ({ headless }) => (headless ? 'Valves ground' : 'Head off, valves ground, new gasket'),
    cures: ['intake-valve', 'exhaust-valve', 'valve-train', ...GASKETS, 'carbon'],
    reach: 'head',
    parts: [28, 16],
    hours: [1.8, 0.8],
    machine: [30, 25],
    holds: 0.95,
    found: [['top-end', 0.07]],
    suits: valved,
  },
  'top-end': {
    name: (engine) => (valved(engine) ? 'New rings, bore honed' : 'New top end: piston, rings, gaskets'),
    // A two-stroke's rings come with their piston.
    cures: (engine) => (valved(engine) ? RINGS : TOP),
    reach: 'crank',
    parts: [20, 48],
    hours: [1.4, 0.9],
    holds: 0.93,
    found: [
      ['bore-and-piston', 0.2],
      ['rebuild', 0.06],
    ],
  },
  'bore-and-piston': {
    name: () => 'Bored, with a larger piston',
    cures: TOP,
    reach: 'crank',
    parts: [30, 90],
    hours: [2, 1.1],
    machine: [20, 60],
    holds: 0.95,
    found: [['rebuild', 0.1]],
  },
  'crank-seals': {
    name: () => 'New crank seals and joints',
    cures: ['crank-seal'],
    reach: 'crank',
    parts: [35, 12],
    hours: [2.5, 0.8],
    holds: 0.9,
    found: [['rebuild', 0.1]],
    suits: ({ cycle }) => cycle === 'two-stroke',
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

export const repairTitle = (repair: RepairName, engine: Engine): string => USUAL[repair].name(engine);
/** Labour of an hour where the shop says nothing. */
export const USUAL_RATE = 60;

/** From so little to so much of the likely figure. */
const PARTS_SPREAD = [0.75, 1.5] as const;
const HOURS_SPREAD = [0.8, 1.7] as const;

/** What a job usually takes on such an engine. */
export function usualFigures(repair: RepairName, engine: Engine): RepairFigures {
  const { parts, hours, machine, reach, holds } = USUAL[repair];
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
  // The rings of a two-stroke come out with its barrel; its crank stays where it is.
  const how = reach === 'crank' && engine.cycle === 'two-stroke' && isTop(repair) ? 'head' : reach;
  return {
    ...(parts ? spread('parts', size * sum(parts), PARTS_SPREAD) : {}),
    ...(hours ? spread('hours', hoursFactor(engine) * sum(hours), HOURS_SPREAD, quarter) : {}),
    ...(how === 'none' ? {} : { accessHours: ACCESS[engine.family][how] }),
    ...(machine ? { machineShop: tidy(size * sum(machine)) } : {}),
    ...(holds === undefined ? {} : { holdsProbability: holds }),
  };
}

const isTop = (repair: RepairName) => repair === 'top-end' || repair === 'bore-and-piston';
/** Large cylinders are heavy; small ones come apart on the bench. */
const hoursFactor = (engine: Engine) => Math.min(1.6, Math.max(0.6, Math.sqrt(sizeOf(engine))));

/** Against a cylinder of 100 cm³. Price grows with the root of the volume. */
function sizeOf(engine: Engine): number {
  const { boreMm, strokeMm } = presetOf(engine);
  const swept = sizesOf(engine).sweptCm3?.usual ?? sweptCm3(boreMm, strokeMm);
  return Math.min(4, Math.max(0.5, Math.sqrt(swept / 100)));
}

/**
 * Chance in a hundred hours that an engine stops for good with such a trouble: wear goes on slowly, what burns, blows or
 * breaks does not. Source: judgement; a job sets its own.
 */
const STOPS: Readonly<Partial<Record<Trouble, number>>> = {
  sound: 0.02,
  'compression-release': 0.04,
  carbon: 0.06,
  'rings-or-bore': 0.2,
  'intake-valve': 0.4,
  'valve-train': 0.5,
  'exhaust-valve': 0.6,
  'head-gasket-external': 0.6,
  'crank-seal': 0.6,
  'head-gasket-between': 0.7,
  'piston-damage': 0.8,
  'head-gasket-coolant': 0.9,
};
/** What an engine may be run on with. All else gets worse, or is dangerous. */
const WEARS: ReadonlySet<Trouble> = new Set(['sound', 'compression-release', 'carbon', 'rings-or-bore']);
/** Likelier than this it has what gets worse: then nobody advises to run it on. */
const LIKELIER = 0.5;

const getsWorse = (odds: Odds) => [...odds].reduce((sum, [trouble, p]) => sum + (WEARS.has(trouble) ? 0 : p), 0);

/** Chance in a hundred hours that one of its places stops it. */
const stops = (places: readonly Odds[]): number =>
  1 - places.reduce((runs, odds) => runs * (1 - mixed(odds, (trouble) => STOPS[trouble] ?? 0)), 1);

/** What an engine that is run on has of the worth of a mended one. Source: judgement; a job sets its own. */
const RUN_ON = 0.4;

/**
 * Ways to go on, made from what the engine may have: what cures a cause that is not rare, what that may turn into, the
 * large jobs beside them, and doing nothing.
 */
export function readyMade(engine: Engine, state: State, troubles: Troubles, prices: PriceList = {}): ReadyMade {
  const places = [troubles.worst, ...troubles.others];
  const wrong = new Set(
    places.flatMap((odds) =>
      [...odds].flatMap(([cause, p]) => (cause !== 'sound' && p >= WORTH_MENDING ? [cause] : [])),
    ),
  );
  const wanted = new Set<RepairName>(['leave']);
  const suits = (repair: RepairName) => USUAL[repair].suits?.(engine) ?? true;
  const runsNow =
    engine.runs !== false &&
    engine.cranks !== false &&
    state !== 'dead' &&
    places.every((odds) => getsWorse(odds) <= LIKELIER);
  if (runsNow) wanted.add('run-on');
  const add = (repair: RepairName) => {
    if (wanted.has(repair) || !suits(repair)) return;
    wanted.add(repair);
    for (const [to] of USUAL[repair].found ?? []) add(to);
  };
  for (const repair of Object.keys(USUAL) as RepairName[]) {
    if (USUAL[repair].cures !== 'all' && curesOf(repair, engine).some((cause) => wrong.has(cause))) add(repair);
  }
  if (wrong.size > 0) {
    add('rebuild');
    add(NEW_ONES.has(engine.family) ? 'new-engine' : 'used-engine');
  }
  const sources: ReadyMade['sources'] = {};
  const options = (Object.keys(USUAL) as RepairName[])
    .filter((repair) => wanted.has(repair))
    .map((repair): RepairOption => {
      const name = repairTitle(repair, engine);
      const { figures, source } = figuresOf(repair, engine, prices);
      sources[name] = source;
      const { found } = USUAL[repair];
      const cures = curesOf(repair, engine);
      const escalates = (found ?? [])
        .filter(([to]) => wanted.has(to))
        .map(([to, probability]) => ({ to: repairTitle(to, engine), probability }));
      return {
        name,
        repair,
        ...(cures.length > 0 ? { cures } : {}),
        ...(repair === 'run-on'
          ? { runsAsItIs: true, gainShare: RUN_ON, failsPer100Hours: tidyShare(stops(places)) }
          : {}),
        ...figures,
        ...(escalates.length > 0 ? { escalates } : {}),
      };
    });
  return { options, sources };
}

/** To the hundredth: nobody knows it better, and it stands in a field. */
const tidyShare = (share: number) => Math.round(100 * share) / 100;

/** What a job mends on this engine. */
function curesOf(repair: RepairName, engine: Engine): FaultCause[] {
  const { cures } = USUAL[repair];
  const all = cures === 'all' ? FAULT_CAUSES : typeof cures === 'function' ? cures(engine) : cures;
  return all.filter((cause) => canHave(engine, cause));
}

/** A whole new one is the usual way here; elsewhere a used one is. */
const NEW_ONES: ReadonlySet<Family> = new Set(['handheld', 'small-engine', 'generator']);

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
