import type { Engine, Family } from '../engine/engine';
import type { RepairFigures, RepairName, RepairOption } from '../jobfile/decision';
import { DEFAULT_SCHOOLS, type Schools } from '../jobfile/schools';
import type { State } from '../jobfile/state';
import {
  curesOf,
  figuresOf,
  jobsOn,
  mayBeFound,
  mendsAll,
  type Mended,
  type PriceList,
  type PriceSource,
  repairBeside,
  repairTitle,
  suits,
  USUAL_RATE,
} from './jobs';
import { FAULTY_BELOW, type Odds, type Trouble, type Troubles } from './odds';
import { canRunOn, RUN_ON, stopsPer100Hours } from './running-on';

export interface ReadyMade {
  /** Those that are shown first; then, marked `aside`, what else could be done and what may be found once it is open. */
  options: RepairOption[];
  sources: Record<string, PriceSource>;
}

/** Jobs of a way to go on that are done at once: the way there is paid once. */
type Way = readonly RepairName[];

/** A cause that is likelier than this has a way that mends it. */
const LIKELY = 0.2;
/** A cause rarer than this needs no way, not even aside. */
const WORTH_MENDING = 0.05;
/** More than these nobody weighs against each other. */
const MOST_SHOWN = 5;
/** Nobody does more jobs at once and calls it no rebuild. */
const MOST_AT_ONCE = 3;

/** Jobs that a way is put together from. The others are steps up, first tries, or seen once it is open. */
const MENDS: readonly RepairName[] = [
  'release',
  'decarbonise',
  'valve-train',
  'head-gasket',
  'valve-grind',
  'guides-and-seats',
  'cylinder-head',
  'top-end',
  'bore-and-piston',
  'barrel-kit',
  'crank-seals',
  'reed-block',
  'small-end',
  'crank',
  'rebuild',
];
/** Dearer ways to the same end: only for what the cheaper does not mend. */
const ONLY_FOR: Readonly<Partial<Record<RepairName, Trouble>>> = {
  'guides-and-seats': 'valve-guides',
  'cylinder-head': 'head',
  'reed-block': 'reeds',
};
/** Barrels that seal anew: whoever has one needs no rings in the old. */
const NEW_BORES: readonly RepairName[] = ['bore-and-piston', 'barrel-kit', 'sleeve', 'used-top-end'];
/** A valve that only stands open by its clearance has one of these. */
const BY_CLEARANCE: ReadonlySet<Trouble> = new Set(['intake-valve', 'exhaust-valve', 'valve-train']);

/** A whole new one is the usual way here; elsewhere a used one is. */
const NEW_ONES: ReadonlySet<Family> = new Set(['handheld', 'small-engine', 'generator']);

/**
 * Ways to go on, made for the troubles of this engine together: nothing, a cheap first try, the least that mends what is
 * likely in every place, the thorough one, and another engine. What else could be done stands aside. An engine that is
 * likelier sound than not is left as it is.
 */
export function readyMade(
  engine: Engine,
  state: State,
  troubles: Troubles,
  prices: PriceList = {},
  rules: Partial<Schools> = DEFAULT_SCHOOLS,
): ReadyMade {
  const places = [troubles.worst, ...troubles.others];
  const faulty = places.filter((odds) => (odds.get('sound') ?? 0) < FAULTY_BELOW);
  const likely = new Set(faulty.flatMap((odds) => likeliestOf(odds) ?? []));
  const possible = new Set([...likely, ...causesOver(places, LIKELY)]);
  const shop: Shop = { engine, prices, rules };

  const nothing: Way = [faulty.length > 0 && canRunOn(engine, state, places) ? 'run-on' : 'leave'];
  const shown: Way[] = [nothing, ...mendingWays(shop, likely, possible, troubles.clearancesRight === true)].slice(
    0,
    MOST_SHOWN,
  );
  const aside = asideOf(shop, shown, causesOver(places, WORTH_MENDING));
  const failing = { runsAsItIs: true, gainShare: RUN_ON, failsPer100Hours: stopsPer100Hours(places) };
  return optionsOf(shop, [
    ...shown.map((way) => ({ way, ...(way === nothing && way[0] === 'run-on' ? { more: failing } : {}) })),
    ...aside.map((way) => ({ way, more: { aside: true } })),
  ]);
}

/** Every job that mends one of some causes, and nothing, and another engine: what a practice case is chosen from. */
export function everyWay(engine: Engine, causes: ReadonlySet<Trouble>, prices: PriceList = {}): ReadyMade {
  const shop: Shop = { engine, prices, rules: DEFAULT_SCHOOLS };
  const ways: Way[] = [['leave'], ...jobsFor(shop, causes).map((job): Way => [job]), ['rebuild'], [another(engine)]];
  return optionsOf(
    shop,
    withFound(shop, ways).map((way) => ({ way })),
  );
}

/** A job of the trade as an option, where the shop wants one that was not made ready. */
export function optionFor(repair: RepairName, engine: Engine, prices: PriceList = {}): RepairOption {
  const shop: Shop = { engine, prices, rules: DEFAULT_SCHOOLS };
  const { escalates: _, ...option } = optionsOf(shop, [{ way: [repair] }]).options[0] as RepairOption;
  return option;
}

interface Shop {
  engine: Engine;
  prices: PriceList;
  rules: Partial<Schools>;
}

const causesOver = (places: readonly Odds[], least: number): Set<Trouble> =>
  new Set(places.flatMap((odds) => [...odds].flatMap(([cause, p]) => (cause !== 'sound' && p > least ? [cause] : []))));

const likeliestOf = (odds: Odds): Trouble | undefined =>
  [...odds].filter(([cause]) => cause !== 'sound').sort((a, b) => b[1] - a[1])[0]?.[0];

/** What mends: a first try, the least for what is likely, the thorough one, another engine. */
function mendingWays(
  shop: Shop,
  likely: ReadonlySet<Trouble>,
  possible: ReadonlySet<Trouble>,
  clearancesRight: boolean,
): Way[] {
  if (likely.size === 0) return [];
  const { engine } = shop;
  const least = cheapest(shop, likely);
  const wider = cheapest(shop, possible);
  const first: Way[] =
    suits('clearances', engine) && !clearancesRight && [...likely].every((cause) => BY_CLEARANCE.has(cause))
      ? [['clearances']]
      : [];
  const ways = [...first, least, same(least, wider) ? stepUp(shop, least) : wider, [another(engine)]];
  return ways.filter((way, at) => way.length > 0 && ways.findIndex((one) => same(one, way)) === at);
}

const another = ({ family }: Engine): RepairName => (NEW_ONES.has(family) ? 'new-engine' : 'used-engine');
const same = (a: Way, b: Way) => a.length === b.length && a.every((job, at) => job === b[at]);

/** The jobs that mend all of some causes for the least, done at once. */
function cheapest(shop: Shop, causes: ReadonlySet<Trouble>): Way {
  const asked = (job: RepairName) => {
    const only = ONLY_FOR[job];
    return only === undefined || causes.has(only);
  };
  const jobs = MENDS.filter((job) => allowed(shop, job) && asked(job)).map((job) => ({
    job,
    cures: new Set<Trouble>(curesOf(job, shop.engine)),
  }));
  let best: { way: Way; bill: number } | undefined;
  const add = (way: Way, left: ReadonlySet<Trouble>, from: number): void => {
    if (left.size === 0) {
      const bill = likelyBill(shop, way);
      if (!best || bill < best.bill) best = { way, bill };
      return;
    }
    if (way.length === MOST_AT_ONCE) return;
    jobs.slice(from).forEach(({ job, cures }, at) => {
      if ([...left].some((cause) => cures.has(cause)))
        add([...way, job], new Set([...left].filter((cause) => !cures.has(cause))), from + at + 1);
    });
  };
  add([], causes, 0);
  return best?.way ?? ['rebuild'];
}

/** Whether the engine can be given it, and the house does it. */
const allowed = ({ engine, rules }: Shop, job: RepairName): boolean =>
  suits(job, engine) && !(job === 'top-end' && rules.rebuildSchool === 'bore-or-replace');

function likelyBill({ engine, prices }: Shop, way: Way): number {
  const { partsLikely = 0, hoursLikely = 0, accessHours = 0, machineShop = 0 } = together(engine, prices, way).figures;
  return partsLikely + machineShop + (hoursLikely + accessHours) * (prices.labourRatePerHour ?? USUAL_RATE);
}

/** The same thoroughly: with what is near once it is that far open. */
function stepUp(shop: Shop, way: Way): Way {
  const { engine } = shop;
  const rings = (['top-end', 'bore-and-piston', 'barrel-kit'] as const).find((job) => allowed(shop, job));
  const bore = (['bore-and-piston', 'barrel-kit'] as const).find((job) => allowed(shop, job));
  if (way.includes('rebuild')) return [];
  if (way.includes('crank')) return ['rebuild'];
  if (way.every((job) => job === 'reed-block')) return [];
  if (way.every((job) => job === 'small-end')) return rings ? inOrder([...way, rings]) : ['rebuild'];
  if (way.includes('top-end') && bore) return way.map((job) => (job === 'top-end' ? bore : job));
  if (way.some((job) => NEW_BORES.includes(job))) return ['rebuild'];
  if (way.includes('valve-grind') || way.includes('crank-seals')) return rings ? inOrder([...way, rings]) : ['rebuild'];
  return suits('valve-grind', engine) ? ['valve-grind'] : rings ? [rings] : ['rebuild'];
}

const inOrder = (way: Way): Way => MENDS.filter((job) => way.includes(job));

/** Single jobs that mend one of some causes. */
const jobsFor = (shop: Shop, causes: ReadonlySet<Trouble>): RepairName[] =>
  jobsOn(shop.engine).filter(
    (job) =>
      allowed(shop, job) && !mendsAll(job) && curesOf(job, shop.engine).some((cause: Mended) => causes.has(cause)),
  );

/** What else could be done, and what may be found. */
function asideOf(shop: Shop, shown: readonly Way[], causes: ReadonlySet<Trouble>): Way[] {
  const more = jobsFor(shop, causes).map((job): Way => [job]);
  const large: Way[] = causes.size > 0 ? [['rebuild'], [another(shop.engine)]] : [];
  return withFound(shop, [...shown, ...more, ...large]).filter((way) => !shown.some((one) => same(one, way)));
}

/** Ways with all that may be found once they are open, each once. */
function withFound(shop: Shop, ways: readonly Way[]): Way[] {
  const all: Way[] = [];
  const add = (way: Way): void => {
    if (all.some((one) => same(one, way))) return;
    all.push(way);
    for (const { to } of foundIn(shop, way)) add([to]);
  };
  ways.forEach(add);
  return all;
}

/** What may be found in a way that is not done in it already. What the house does not do is done by its own way. */
function foundIn(shop: Shop, way: Way): { to: RepairName; probability: number }[] {
  const found = new Map<RepairName, number>();
  const bore = NEW_BORES.find((job) => allowed(shop, job)) ?? 'rebuild';
  for (const [job, probability] of way.flatMap((one) => mayBeFound(one, shop.engine))) {
    const to = allowed(shop, job) ? job : bore;
    if (way.includes(to) || (to === 'top-end' && way.some((one) => NEW_BORES.includes(one)))) continue;
    found.set(to, Math.max(found.get(to) ?? 0, probability));
  }
  return [...found].map(([to, probability]) => ({ to, probability }));
}

/** The figures of jobs that are done at once: access once, parts and hours of each. */
function together(engine: Engine, prices: PriceList, way: Way): { figures: RepairFigures; source: PriceSource } {
  const each = way.map((job) => figuresOf(job, engine, prices));
  const [first] = each;
  if (each.length === 1 && first) return first;
  const sum = (name: keyof RepairFigures) => {
    const known = each.flatMap(({ figures }) => figures[name] ?? []);
    return known.length === 0 ? {} : { [name]: known.reduce((all, one) => all + one, 0) };
  };
  const SUMMED = [
    'partsLow',
    'partsLikely',
    'partsHigh',
    'hoursLow',
    'hoursLikely',
    'hoursHigh',
    'machineShop',
  ] as const;
  return {
    figures: {
      ...(Object.assign({}, ...SUMMED.map(sum)) as RepairFigures),
      accessHours: Math.max(...each.map(({ figures }) => figures.accessHours ?? 0)),
      holdsProbability: Math.min(...each.map(({ figures }) => figures.holdsProbability ?? 1)),
    },
    source: each.every(({ source }) => source === 'shop')
      ? 'shop'
      : each.every(({ source }) => source !== 'usual')
        ? 'done'
        : 'usual',
  };
}

function titleOf(way: Way, engine: Engine): string {
  const [only, ...more] = way;
  if (only === undefined) return '';
  return more.length === 0
    ? repairTitle(only, engine)
    : sentenceCase(way.map((job) => repairBeside(job, engine)).join('; '));
}
const sentenceCase = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

function optionsOf(shop: Shop, ways: readonly { way: Way; more?: Partial<RepairOption> }[]): ReadyMade {
  const { engine, prices } = shop;
  const sources: ReadyMade['sources'] = {};
  const offered = (job: RepairName) => ways.some(({ way }) => same(way, [job]));
  const options = ways.map(({ way, more }): RepairOption => {
    const name = titleOf(way, engine);
    const { figures, source } = together(engine, prices, way);
    sources[name] = source;
    const cures = [...new Set(way.flatMap((job) => curesOf(job, engine)))];
    const escalates = foundIn(shop, way)
      .filter(({ to }) => offered(to))
      .map(({ to, probability }) => ({ to: repairTitle(to, engine), probability }));
    return {
      name,
      ...(way.length === 1 && way[0] ? { repair: way[0] } : { jobs: [...way] }),
      ...(cures.length > 0 ? { cures } : {}),
      ...more,
      ...figures,
      ...(escalates.length > 0 ? { escalates } : {}),
    };
  });
  return { options, sources };
}
