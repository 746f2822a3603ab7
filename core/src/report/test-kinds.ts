import type { Inspected, JudgedInspection, Says } from '../test-kinds/inspection';
import { sourceName } from './sources';
import type { Parts } from '../engine/parts';
import { ANY_MACHINE } from './machine';
import { capital } from './phrases';
import { INSIDE_NAME, tellInside } from './inside';
import type { TestKind } from '../jobfile/tests';
import type { ProcedureName } from '../step/step';
import { UNIT_SIGN } from '../quantity/units';

/** The words of every kind of test: its name, what it measures, what that says. */

export const TEST_NAME: Readonly<Record<TestKind, string>> = {
  compression: 'Compression',
  leakdown: 'Leak-down',
  crankcase: 'Crankcase',
  'running-compression': 'Running compression',
  'manifold-vacuum': 'Manifold vacuum',
  'fuel-pressure': 'Fuel pressure',
  'valve-clearance': 'Valve clearance',
  'valve-train': 'Under the rocker cover',
  bore: 'Bore',
  'ring-gap': 'Ring gap',
  piston: 'Piston and pin',
  opened: 'Seen inside',
  'oil-pressure': 'Oil pressure',
  spark: 'Spark',
  'battery-cranking': 'Battery while cranking',
};

/** The names of the procedures: a test's own, and those that are no test. */
export const PROCEDURE_TITLE: Readonly<Record<ProcedureName, string>> = {
  ...TEST_NAME,
  'valve-clearance': 'Valve clearances',
  wet: 'Wet test',
  listening: 'Listening',
  'crankcase-pressure': 'Crankcase, pressure',
  'crankcase-vacuum': 'Crankcase, vacuum',
  'quick-checks': 'Quick checks',
  waking: 'Waking a stored engine',
  teardown: 'Teardown',
  'lead-map': 'Leads',
  'leave-as-found': 'Leave as found',
};

const SAYS: Readonly<Record<Says, string>> = {
  'does-not-breathe': 'Cranking it is fine, running it is not: it does not breathe. Cam lobe, or a blocked exhaust',
  'burnt-or-held-open-valve': 'A flick that comes back each time is one valve that does not seat',
  'sticking-valve-or-guide': 'A flick now and then is a sticking valve or a worn guide',
  'mixture-or-timing': 'A slow sway is mixture or timing',
  'steady-and-low': 'Steady but low: late timing, rings all round, or air leaking in',
  'pump-filter-or-regulator': 'Pump, filter or regulator',
  'return-or-regulator': 'Regulator, or the return is blocked',
  'leaks-back': 'It leaks back: check valve, an injector, or a joint. Find it before you crank over open fuel',
  'valve-held-open': 'Tight: hot, the valve may not close. It costs compression and burns the seat',
  'valve-does-not-open': 'It does not breathe: push-rod, rocker, follower or cam lobe',
  'valve-train-broken': 'Mend the valve train first, and look at what the valve did to the piston',
  'valve-opens-late': 'Loose: the valve opens late and not as far, and hammers',
  'bore-worn': 'Worn past the book: new rings alone will not hold',
  'rings-worn': 'Rings or bore are worn',
  'ring-ends-butt': 'Ring ends will butt when hot, and seize',
  'piston-slaps': 'It slaps: bore or piston is worn past the book',
  'piston-seizes': 'Too tight: it will seize when hot',
  'pin-worn': 'Pin or small end is worn: it knocks, and new rings do not cure it',
  'pin-tight': 'Too tight for oil to get in',
  'book-temperature-differs': 'The book gives clearances at another engine temperature',
  'oil-builds': 'It builds; how much it should be no book here says',
  'no-oil-pressure': 'Do not turn it further before the cause is found: level, pump, pick-up, filter',
  'oil-pressure-low': 'Worn bearings, a worn pump, thin oil or a relief valve that hangs',
  'no-spark': 'Plug, lead, coil, then what feeds it',
  'weak-spark': 'It may not jump under pressure: gap, plug, coil, battery',
  'battery-flat': 'Charge it before the engine is judged by its starter',
  'starter-starved':
    'The starter labours, and every cylinder reads low: battery, clamps, cable thickness, then the starter itself',
  'seen-faulty': 'It does not go back together as it is',
};

/** Of a two-stroke, which has no cam. */
const NO_BREATH =
  'Cranking it is fine, running it is not: it does not breathe. A blocked exhaust, the reed, or a port that stays shut';

const OF: Readonly<
  Record<
    Exclude<Inspected['of'], 'valve-clearance' | 'ring-gap' | 'fuel-pressure-lost' | 'oil-pressure' | 'opened'>,
    string
  >
> = {
  'idle-compression': 'compression at idle',
  'snap-compression': 'compression on a snapped throttle',
  'manifold-vacuum': 'manifold vacuum',
  'fuel-pressure': 'fuel pressure',
  bore: 'bore at its widest',
  taper: 'taper',
  ovality: 'ovality',
  'piston-clearance': 'piston clearance',
  'pin-clearance': 'pin clearance',
  spark: 'spark',
  'valve-train': 'valve train',
  'battery-before': 'battery at rest',
  'battery-cranking': 'battery while it cranks',
};

/** What was measured, in a few words: `exhaust valve 2 clearance`. */
export function inspectedName(what: Inspected): string {
  if (what.of === 'valve-clearance')
    return `${what.valve} valve${what.number === undefined ? '' : ` ${what.number}`} clearance`;
  if (what.of === 'ring-gap') return `${what.ring} ring gap`;
  if (what.of === 'fuel-pressure-lost') return `fuel pressure lost${what.seconds > 0 ? ` in ${what.seconds} s` : ''}`;
  if (what.of === 'oil-pressure') return `oil pressure ${what.at === 'idle' ? 'at idle' : 'while it cranks'}`;
  if (what.of === 'opened') return INSIDE_NAME[what.part];
  return OF[what.of];
}

const SPARK = { jumps: 'jumps the gap', weak: 'is weak', none: 'is missing' } as const;

const SEEN = {
  'both-move': 'both valves move as they should',
  'intake-does-not-move': 'the intake valve does not move as it should',
  'exhaust-does-not-move': 'the exhaust valve does not move as it should',
  'bent-or-broken': 'something of the valve train is bent or broken',
} as const;

/** What was seen without a figure: `spark jumps the gap`. */
function seen(one: JudgedInspection): string {
  if (one.of === 'spark') return `spark ${SPARK[one.spark]}`;
  if (one.of === 'valve-train') return SEEN[one.seen];
  if (one.of === 'opened') return tellInside(one);
  if (one.of === 'oil-pressure') return `${inspectedName(one)} ${one.builds ? 'shows' : 'does not show'}`;
  return inspectedName(one);
}

/** What is wrong, in a clause: `cyl 2 does not breathe while it runs`. Of one cylinder its name is not said. */
interface Where {
  /** `cyl 2`, `it` */
  it: string;
  /** ` of cyl 2`, or nothing */
  of: string;
}
const FAULT: Readonly<Record<Says, (where: Where, one: JudgedInspection) => string>> = {
  'does-not-breathe': ({ it }) => `${it} does not breathe while it runs`,
  'burnt-or-held-open-valve': () => 'the vacuum needle flicks each time round: one valve does not seat',
  'sticking-valve-or-guide': () => 'the vacuum needle flicks now and then: a valve sticks, or a guide is worn',
  'mixture-or-timing': () => 'the vacuum needle sways slowly: mixture or timing',
  'steady-and-low': () => 'the vacuum is steady and low',
  'pump-filter-or-regulator': () => 'fuel pressure is low',
  'return-or-regulator': () => 'fuel pressure is high',
  'leaks-back': () => 'fuel pressure does not hold',
  'valve-held-open': ({ of }, one) => `the ${inspectedName(one)}${of} is too small`,
  'valve-opens-late': ({ of }, one) => `the ${inspectedName(one)}${of} is too large`,
  'valve-does-not-open': ({ of }) => `a valve${of} does not move as it should`,
  'valve-train-broken': ({ of }) => `something of the valve train${of} is bent or broken`,
  'bore-worn': ({ of }, one) => `the ${one.of === 'bore' ? 'bore' : inspectedName(one)}${of} is past the book`,
  'rings-worn': ({ of }, one) => `the ${inspectedName(one)}${of} is past the book`,
  'ring-ends-butt': ({ of }, one) => `the ${inspectedName(one)}${of} is too small`,
  'piston-slaps': ({ of }) => `the piston${of} has too much clearance`,
  'piston-seizes': ({ of }) => `the piston${of} has too little clearance`,
  'pin-worn': ({ of }) => `the piston pin${of} has too much clearance`,
  'pin-tight': ({ of }) => `the piston pin${of} has too little clearance`,
  'book-temperature-differs': () => 'clearances were read at another temperature than the book’s',
  'oil-builds': () => 'oil pressure builds',
  'no-oil-pressure': () => 'there is no oil pressure',
  'oil-pressure-low': (_, one) => `${inspectedName(one)} is low`,
  'no-spark': ({ it }) => `${it} has no spark`,
  'weak-spark': ({ it }) => `${it} has a weak spark`,
  'battery-flat': (_, one) => `the battery is flat: ${volts(one)} at rest`,
  'starter-starved': (_, one) => `the starter is starved: ${volts(one)} while it cranks`,
  'seen-faulty': ({ of }, one) => (one.of === 'opened' ? tellInside(one, of) : `a part${of} is not good`),
};
const volts = ({ figure = 0 }: JudgedInspection) => `${figure.toFixed(1)} V`;

/** @param several cylinders, so that each is named */
function tellFault(one: JudgedInspection, several: boolean): string {
  const named = several && one.cylinder !== null;
  const where = named ? { it: `cyl ${one.cylinder}`, of: ` of cyl ${one.cylinder}` } : { it: 'it', of: '' };
  const [word] = one.says;
  return word ? FAULT[word](where, one) : `the ${inspectedName(one)}${where.of} misses its limit`;
}

/** What is wrong, each thing once. */
export const tellFaults = (faults: readonly JudgedInspection[], several: boolean): string[] => [
  ...new Set(faults.map((one) => tellFault(one, several))),
];

/** What is to be done about it. */
const MEND: Readonly<Partial<Record<Says, string>>> = {
  'does-not-breathe': 'Look at the cam lobe and the exhaust.',
  'burnt-or-held-open-valve': 'Set the valve clearances, then find which valve by leak-down.',
  'sticking-valve-or-guide': 'Free the valve, or measure its guide.',
  'mixture-or-timing': 'Set mixture and timing.',
  'steady-and-low': 'Look at the timing, then for air that leaks in.',
  'pump-filter-or-regulator': 'Look at filter, pump and regulator.',
  'return-or-regulator': 'Look at the regulator and the return.',
  'leaks-back': 'Find where the fuel gets out before it is cranked over it.',
  'valve-held-open': 'Set it to the book, and read the cylinder again.',
  'valve-opens-late': 'Set it to the book.',
  'valve-does-not-open': 'Push-rod, rocker, follower and cam lobe, in that order.',
  'valve-train-broken': 'Mend it, and look what the valve did to the piston.',
  'oil-pressure-low': 'Do not run it before the cause is found.',
  'battery-flat': 'Charge it first.',
  'starter-starved': 'Battery, clamps and cables, then the starter.',
};

export function mendOf({ says: [word] }: JudgedInspection, { valves }: Parts): string | undefined {
  if (word === 'does-not-breathe' && !valves) return 'Look at the exhaust, the reed and the ports.';
  return word && MEND[word];
}

/** No doubt is told as nought. */
const atLeastOneStep = (doubt: number, decimals: number) => Math.max(doubt, 10 ** -decimals).toFixed(decimals);

export function tellInspection(one: JudgedInspection, { valves }: Parts = ANY_MACHINE): string {
  const says = one.says.map((word) => `${word === 'does-not-breathe' && !valves ? NO_BREATH : SAYS[word]}.`);
  if (one.figure === undefined) {
    const words = seen(one);
    return [
      `${one.cylinder === null ? capital(words) : `Cyl ${one.cylinder}: ${words}`}.`,
      ...(one.says[0] === 'oil-builds' ? [] : says),
    ].join(' ');
  }
  const decimals =
    one.unit === 'V'
      ? 1
      : one.unit === 'mm'
        ? 2
        : one.unit === 'bar' || one.unit === 'kgf/cm2'
          ? 2
          : one.unit === 'inHg'
            ? 1
            : 0;
  const sign = one.unit === 'mm' || one.unit === 'V' ? one.unit : UNIT_SIGN[one.unit];
  const figure = (n: number) => n.toFixed(decimals);
  const where = one.cylinder === null ? '' : `Cyl ${one.cylinder}: `;
  const name = inspectedName(one);
  const head =
    `${where}${where ? name : name.charAt(0).toUpperCase() + name.slice(1)} ${figure(one.figure)} ± ` +
    `${atLeastOneStep(one.plusMinus, Math.max(1, decimals))} ${sign}`;
  const { min, max } = one;
  const between = () => {
    if (min === undefined) return `up to ${figure(max ?? 0)}`;
    return max === undefined ? `${figure(min)} and up` : `${figure(min)} to ${figure(max)}`;
  };
  const book =
    min === undefined && max === undefined
      ? ''
      : ` (${one.source ? sourceName(one.source) : ''}: ` + `${between()} ${sign})`;
  const limits = one.source?.kind === 'house' ? 'its limits' : 'the book';
  const verdict = !book
    ? ', with no figure in the book to hold it against'
    : one.state === 'sound'
      ? ` is within ${limits}`
      : one.state === 'low'
        ? ` is outside ${limits}`
        : ` is too close to ${limits} to call`;
  return [`${head}${verdict}${book}.`, ...says].join(' ');
}
