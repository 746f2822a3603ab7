import type { Engine } from '../engine/engine';
import type { RepairName, RepairOption } from '../jobfile/decision';
import { fixed } from '../quantity/fixed';

/** A line of what a way takes: so many of a part. */
export interface OrderLine {
  count: number;
  part: string;
  note?: string;
}

type Count = 'once' | 'each' | 'valves' | 'between' | 'seals';
type Needed = readonly [part: string, count: Count];

const valved = ({ cycle }: Pick<Engine, 'cycle'>) => cycle === 'four-stroke';
const HEAD: Needed = ['head gasket', 'once'];
const EXHAUST: Needed = ['exhaust gasket', 'each'];
const STEM_SEAL: Needed = ['valve stem seal', 'valves'];
const BASE: Needed = ['base gasket', 'each'];
const PIN: Needed = ['piston pin with circlips', 'each'];
const SEALS: Needed = ['crank seal', 'seals'];
const CASE: Needed = ['crankcase gasket', 'once'];

/** What each job takes. Source: practice of the trade; the maker's parts list stands above it. */
const PARTS: Readonly<Record<RepairName, (engine: Engine) => readonly Needed[]>> = {
  leave: () => [],
  'run-on': () => [],
  clearances: () => [['rocker cover gasket', 'once']],
  release: () => [['compression release', 'once']],
  decarbonise: () => [HEAD, EXHAUST],
  'valve-train': () => [['rocker cover gasket', 'once']],
  'head-gasket': () => [HEAD, EXHAUST],
  'valve-grind': () => [HEAD, EXHAUST, STEM_SEAL],
  'guides-and-seats': () => [HEAD, EXHAUST, ['valve guide', 'valves'], ['valve seat', 'valves'], STEM_SEAL],
  'cylinder-head': () => [['cylinder head', 'once'], HEAD, EXHAUST],
  'top-end': (engine) =>
    valved(engine) ? [['ring set', 'each'], HEAD, BASE] : [['piston with rings', 'each'], PIN, HEAD, BASE],
  'bore-and-piston': () => [['piston with rings, oversize', 'each'], PIN, HEAD, BASE],
  'barrel-kit': () => [['barrel with piston and rings', 'each'], PIN, HEAD, BASE],
  sleeve: () => [['sleeve', 'each'], ['piston with rings, standard size', 'each'], PIN, HEAD, BASE],
  'used-top-end': () => [['used barrel with piston', 'each'], ['ring set', 'each'], HEAD, BASE],
  'crank-seals': () => [SEALS, CASE],
  'inner-seal': () => [['inner crank seal', 'between'], SEALS, CASE],
  'reed-block': () => [
    ['reed set', 'each'],
    ['reed block gasket', 'each'],
  ],
  'small-end': () => [PIN, ['small-end bearing', 'each'], BASE],
  crank: (engine) => [
    ['rod kit with big-end bearing', 'each'],
    ['main bearing', 'seals'],
    ...(valved(engine) ? [] : [SEALS]),
    CASE,
  ],
  'flywheel-key': () => [['flywheel key', 'once']],
  rebuild: (engine) => [
    ['complete gasket set', 'once'],
    ['piston with rings', 'each'],
    PIN,
    ['bearing set', 'once'],
    valved(engine) ? STEM_SEAL : SEALS,
  ],
  'used-engine': () => [['used engine', 'once']],
  'new-engine': () => [['new engine', 'once']],
};

/** Of a valve in each cylinder nobody said how many there are. */
const VALVES_EACH = 2;
const countOf = (count: Count, { cylinders }: Engine): number => {
  const n = cylinders.length;
  return { once: 1, each: n, valves: VALVES_EACH * n, between: Math.max(1, n - 1), seals: n + 1 }[count];
};

/** Usual oversizes of a piston, mm. Source: practice of the trade. */
const OVERSIZES = [0.25, 0.5, 0.75, 1] as const;
/** A bore that is cut clean grows by so much at least, mm. */
const CLEAN_UP = 0.03;

/**
 * What a way takes, each part once, as it would be ordered. A bored cylinder gets the smallest usual oversize over the
 * widest bore that was measured.
 *
 * @param widestMm the widest bore measured, where one was
 */
export function orderList(
  engine: Engine,
  { repair, jobs = repair ? [repair] : [] }: Pick<RepairOption, 'repair' | 'jobs'>,
  widestMm?: number,
): OrderLine[] {
  const lines = new Map<string, OrderLine>();
  for (const job of jobs)
    for (const [part, count] of PARTS[job](engine)) {
      if (part === HEAD[0] && engine.headless === true) continue;
      const note = part.endsWith('oversize') ? oversizeNote(engine, widestMm) : undefined;
      lines.set(part, { count: countOf(count, engine), part, ...(note === undefined ? {} : { note }) });
    }
  return [...lines.values()];
}

/** `0.50 mm over standard: the widest bore measures 68.31 mm, the engine sheet says 68.00` */
function oversizeNote(engine: Engine, widestMm: number | undefined): string {
  const { boreMm } = engine;
  if (widestMm === undefined || boreMm === undefined) return 'which one, once the bore is measured';
  const over = OVERSIZES.find((size) => boreMm + size >= widestMm + CLEAN_UP);
  const measured = `the widest bore measures ${fixed(widestMm, 2)} mm, standard is ${fixed(boreMm, 2)} mm`;
  return over === undefined
    ? `past the largest usual oversize: ${measured}`
    : `${fixed(over, 2)} mm over standard: ${measured}`;
}

/** The list as it is sent. */
export const orderText = (head: string, way: string, lines: readonly OrderLine[]): string =>
  [
    head,
    way,
    ...lines.map(({ count, part, note }) => `- ${count} x ${part}${note === undefined ? '' : ` (${note})`}`),
    'Numbers and sizes by the maker’s parts list, please.',
  ].join('\n');
