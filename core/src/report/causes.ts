import type { Cause, Confidence, Evidence } from '../causes/cause';
import { type Fact, type FactName, type HeardFact, STROKE_BINS } from '../causes/facts';
import type { InspectionFact } from '../causes/inspection-evidence';
import type { NotedFact } from '../causes/hypotheses';
import type { Symptom } from '../causes/symptoms';
import { percent } from './phrases';
import { heardAt, tellReason } from './sentences';
import { CAUSE_IS, type CauseNamed } from './cause-names';

/** Sentences about causes. */

const SURENESS: Readonly<Record<Confidence, string>> = {
  'almost-certainly': 'is almost certainly',
  probably: 'is probably',
  'may-be': 'may be',
  unlikely: 'is hardly',
};

/** `Cyl 3: it is probably the exhaust valve.` The verb never says more than the odds. */
export function tellCause({
  cause,
  which,
  cylinder,
  with: other,
  confidence,
}: Pick<Cause, 'cause' | 'which' | 'cylinder' | 'with' | 'confidence'>): string {
  const what = other === undefined ? CAUSE_IS[which ?? cause] : `the head gasket, to cyl ${other}`;
  return `${cylinder === null ? 'The test' : `Cyl ${cylinder}`}: it ${SURENESS[confidence]} ${what}.`;
}

const HEARD: Readonly<Record<HeardFact, string>> = {
  'heard-exhaust': 'exhaust',
  'heard-intake': 'intake',
  'heard-intake-breather': 'intake, with the breather on',
  'heard-intake-unsaid': 'intake',
  'heard-intake-reed': 'intake',
  'heard-crankcase': 'crankcase',
  'heard-coolant': 'coolant',
  'heard-neighbour': 'next cylinder',
  'heard-head-joint': 'head joint',
  'heard-adapter': 'adapter',
};
const INSPECTED: Readonly<Record<InspectionFact, string>> = {
  'valves-move': 'Both its valves move as they should',
  'valve-does-not-move': 'A valve of it does not move as it should',
  'valve-train-broken': 'Something of its valve train is bent or broken',
  'intake-tight': 'Its intake valve has too little clearance',
  'exhaust-tight': 'Its exhaust valve has too little clearance',
  'intake-clears': 'Its intake valve has the clearance that the book asks for',
  'exhaust-clears': 'Its exhaust valve has the clearance that the book asks for',
  'valve-loose': 'A valve of it has too much clearance',
  breathes: 'It breathes like the others while it runs',
  'does-not-breathe': 'It breathes less than the others while it runs',
  'needle-flicks': 'The vacuum needle flicks each time round',
  'needle-flicks-now-and-then': 'The vacuum needle flicks now and then',
  'needle-steady': 'The vacuum needle is steady',
  'bore-worn': 'Its bore is worn past the book',
  'bore-within': 'Its bore is within the book',
  'ring-gap-wide': 'Its ring gap is wider than the book allows',
  'ring-gap-within': 'Its ring gap is within the book',
  'piston-loose': 'Its piston has more clearance than the book allows',
  'piston-tight': 'Its piston has less clearance than the book asks for',
  'piston-within': 'Its piston has the clearance that the book asks for',
  'seen-faulty': 'A part that was seen inside is not good',
  'seen-good': 'A part that was seen inside is good',
  'opened-and-found': 'It was opened, and this was seen',
};
const LOUD = ['No air', 'Faint air', 'Clear air', 'Strong air'] as const;
const STROKES = {
  quick: 'It fills quickly',
  climbing: 'It climbs stroke by stroke',
  'flat-low': 'It never builds',
} as const;

/** What was found on one cylinder; without it, of all of them alike. */
export function tellFact(fact: FactName, found: Fact | undefined): string {
  const heard = HEARD[fact as HeardFact] as string | undefined;
  if (heard !== undefined)
    return found
      ? `${LOUD[found.bin]} ${found.loudest ? `in the ${heardAt(found.loudest)}` : `at the ${heard}`}`
      : `Air at the ${heard}`;
  const inspected = INSPECTED[fact as InspectionFact] as string | undefined;
  if (inspected !== undefined) return inspected;
  if (!found) return ALL_ALIKE[fact as keyof typeof ALL_ALIKE];
  const { bin, figure = 0 } = found;
  switch (fact as Exclude<FactName, HeardFact | InspectionFact>) {
    case 'level':
      return `It reads ${levelWith(figure, 'its limit')}`;
    case 'others':
      return `It reads ${levelWith(figure, 'the middle of the others')}`;
    case 'others-few':
      return `It reads ${levelWith(figure, 'the rest')}`;
    case 'strokes':
      return STROKES[STROKE_BINS[bin] ?? 'quick'];
    case 'first-stroke':
      return bin < 2
        ? 'Its first stroke makes less of its peak than the others’'
        : bin > 2
          ? 'Its first stroke makes more of its peak than the others’'
          : 'Its first stroke makes as much of its peak as the others’';
    case 'neighbour-alike':
      return bin === 1 ? 'The cylinder beside it is low and alike' : 'No cylinder beside it is low and alike';
    case 'wet':
      return figure < HARDLY ? 'Oil did not seal it' : `Oil sealed ${percent(100 * figure)} at least`;
    case 'wet-plain':
      return figure < 0
        ? `With oil it read ${percent(-100 * figure)} less`
        : `Oil lifted it by ${percent(100 * figure)}, its volume not known`;
    case 'leak':
      return `${percent(figure)} leaks away`;
  }
}
/** Sealing below this is none. */
const HARDLY = 0.05;

/** So many times what it is held against needs no figure. */
const FAR_ABOVE = 2;

/** `12 % under the rest`, `like its limit`. @param ratio 1 is level */
function levelWith(ratio: number, what: string): string {
  const off = 100 * Math.abs(ratio - 1);
  if (ratio > FAR_ABOVE) return `far above ${what}`;
  return off < 0.5 ? `like ${what}` : `${percent(off)} ${ratio < 1 ? 'under' : 'over'} ${what}`;
}

const ALL_ALIKE: Readonly<Record<Exclude<FactName, HeardFact | InspectionFact>, string>> = {
  level: 'The level of all readings',
  others: 'How alike the cylinders read',
  'others-few': 'How alike the cylinders read',
  strokes: 'How they build up',
  'first-stroke': 'Their first strokes',
  'neighbour-alike': 'How neighbours read',
  wet: 'What oil did',
  'wet-plain': 'What oil did',
  leak: 'How much leaks away',
};

/** Why a fact speaks for a cause, row by row; the second text is why it speaks against it. */
type Why = Partial<Record<FactName, readonly [pro: string, contra: string]>>;
const AT = (place: string): readonly [string, string] => [
  `Air gets out by the ${place}.`,
  `No air gets out by the ${place}.`,
];
const LEAKS: readonly [string, string] = ['It loses air by something.', 'What holds air has nothing open.'];
const LOW: readonly [string, string] = ['It loses pressure.', 'It loses little pressure.'];
const NO_SEAL: readonly [string, string] = ['Oil cannot seal it.', 'Oil seals rings and nothing else.'];
const ONE_LOW: readonly [string, string] = [
  'One cylinder has it, the others not.',
  'It would stand behind the others.',
];
const FLAT: readonly [string, string] = ['It leaks as fast as it fills.', 'It would leak as fast as it fills.'];
const COMMON = {
  level: LOW,
  leak: LEAKS,
  others: ONE_LOW,
  'first-stroke': ['Later strokes add little: it leaks as they fill.', 'Later strokes would add little.'],
} as const satisfies Why;
/** Where a cause has nothing of its own to say about a fact. */
const USUAL: readonly [string, string] = [
  'More often so than with anything else.',
  'Less often so than with anything else.',
];
const elsewhere = (place: HeardFact): Why =>
  Object.fromEntries(
    (Object.keys(HEARD) as HeardFact[])
      .filter((fact) => fact !== place)
      .map((fact) => [fact, [`Nothing else lets air out.`, 'The air goes somewhere else.']]),
  );
const VALVE: Why = { ...COMMON, wet: NO_SEAL, 'wet-plain': NO_SEAL, strokes: FLAT };

const WHY: Readonly<Record<Exclude<CauseNamed, 'crank-seal' | 'test-fault'>, Why>> = {
  sound: {
    level: ['Worn cylinders do not reach it.', 'A sound one reaches more.'],
    others: ['It keeps up with the others.', 'A sound one keeps up with the others.'],
    leak: ['It holds its air.', 'A sound one holds its air.'],
    strokes: ['It seals well.', 'A sound one fills in a few strokes.'],
    'first-stroke': ['It fills like the others.', 'A sound one fills like the others.'],
    wet: ['There was nothing for the oil to seal.', 'There was something for the oil to seal.'],
    'wet-plain': ['There was little for the oil to seal.', 'There was something for the oil to seal.'],
    ...elsewhere('heard-crankcase'),
    'heard-crankcase': ['A little breath past the rings is always there.', 'Sound rings let little past.'],
  },
  'rings-or-bore': {
    ...COMMON,
    wet: ['Oil seals rings and nothing else.', 'Oil would have sealed the rings.'],
    'wet-plain': ['Oil seals rings.', 'Oil would have sealed the rings.'],
    strokes: ['Rings seat stroke by stroke.', 'Worn rings climb stroke by stroke.'],
    'first-stroke': ['Rings seat stroke by stroke.', 'Worn rings are weak on the first stroke.'],
    ...elsewhere('heard-crankcase'),
    'heard-crankcase': AT('crankcase'),
  },
  'piston-damage': { ...VALVE, ...elsewhere('heard-crankcase'), 'heard-crankcase': AT('crankcase') },
  'intake-valve': {
    ...VALVE,
    ...elsewhere('heard-intake'),
    'heard-intake': AT('intake'),
    'heard-intake-breather': [
      'Air gets out by the intake, or by the breather into it.',
      'No air gets out by the intake.',
    ],
  },
  'exhaust-valve': { ...VALVE, ...elsewhere('heard-exhaust'), 'heard-exhaust': AT('exhaust') },
  'head-gasket-external': { ...VALVE, ...elsewhere('heard-head-joint'), 'heard-head-joint': AT('head joint') },
  'head-gasket-between': {
    ...VALVE,
    ...elsewhere('heard-neighbour'),
    'heard-neighbour': AT('next cylinder'),
    'neighbour-alike': ['A gasket between two pulls both down alike.', 'A gasket between two would pull both down.'],
  },
  'head-gasket-coolant': { ...VALVE, ...elsewhere('heard-coolant'), 'heard-coolant': AT('coolant') },
  'valve-train': {
    level: ['Too little is breathed in.', 'It breathes in enough.'],
    others: ONE_LOW,
    leak: ['Shut, it holds: what is missing never came in.', 'A valve that does not open leaks nothing.'],
    strokes: FLAT,
    wet: NO_SEAL,
    'wet-plain': NO_SEAL,
  },
  carbon: {
    level: ['Less room, more pressure.', 'Carbon would lift it.'],
    others: ['Less room, more pressure.', 'Carbon would lift it over the others.'],
    leak: ['Carbon leaks nothing.', 'Carbon leaks nothing.'],
  },
  'compression-release': {
    level: ['The release lets pressure go while cranking.', 'A release would let more go.'],
    leak: ['Standing still it is shut, and holds.', 'Standing still a release is shut.'],
    strokes: ['It lets the same go on every stroke.', 'It would let the same go on every stroke.'],
  },
  'adapter-leak': {
    level: ['Air gets past the adapter.', 'It would read lower.'],
    leak: ['Air gets past the adapter.', 'It would lose more.'],
    ...elsewhere('heard-adapter'),
    'heard-adapter': AT('adapter'),
  },
  'off-tdc': {
    leak: ['With a valve or a port open nearly all of it goes.', 'With a valve or a port open nearly all would go.'],
    level: ['Cranking it is fine.', 'Cranking it is not fine either.'],
    'heard-exhaust': ['A valve or a port stands open.', 'A valve or a port would stand open.'],
  },
  'tester-without-valve': {
    level: ['The hose takes a share of every stroke.', 'The hose would take more.'],
    others: ['It takes the same from all of them.', 'It would take the same from all of them.'],
    leak: ['Standing still they hold their air.', 'They lose air standing still, too.'],
  },
  'throttle-closed': {
    level: ['They cannot draw enough in.', 'They would draw in less.'],
    others: ['It starves all of them alike.', 'It would starve all of them alike.'],
    leak: ['Standing still they hold their air.', 'They lose air standing still, too.'],
  },
  'slow-cranking': {
    level: ['There is more time to leak and to cool.', 'It would read lower.'],
    others: ['It takes from all of them alike.', 'It would take from all of them alike.'],
    leak: ['Standing still they hold their air.', 'They lose air standing still, too.'],
  },
  'cold-engine': {
    level: ['Cold, it reads some percent low.', 'Cold explains only some percent.'],
    others: ['All of them are as cold.', 'All of them are as cold.'],
    leak: ['They hold their air.', 'Cold explains only a little.'],
  },
};

/** Why a fact speaks for or against. */
export function whyFact(fact: FactName, cause: Exclude<CauseNamed, 'crank-seal' | 'test-fault'>, pro: boolean): string {
  const why = WHY[cause];
  return (why[fact === 'others-few' ? 'others' : fact] ?? USUAL)[pro ? 0 : 1];
}

/** What was found, of one piece of evidence. */
export function tellEvidence(one: Evidence): string {
  if ('noted' in one) return NOTED[one.fact][one.noted] ?? one.fact;
  if ('hold' in one) return tellReason(one.hold, one.unit).replace(/\.$/, '');
  const { fact, bin, figure, loudest } = one;
  // A dry reading has its figure and no bin.
  return tellFact(fact, bin === undefined && figure === undefined ? undefined : { bin: bin ?? 0, figure, loudest });
}

/** Why it speaks for the cause, or against it. */
export function whyEvidence({ cause, which }: Pick<Cause, 'cause' | 'which'>, one: Evidence): string {
  if ('noted' in one) return WHY_NOTED[one.fact];
  if ('hold' in one) return 'The crankcase test alone speaks of seals and joints.';
  return whyFact(one.fact, (which ?? cause) as Parameters<typeof whyFact>[1], one.weight > 0);
}

const NOTED: Readonly<Record<NotedFact, Readonly<Record<string, string>>>> = {
  valve: {
    'engine-end': 'The tester has its valve at the engine end',
    elsewhere: 'The tester’s valve is not at the engine end',
  },
  throttle: { open: 'The throttle was noted open', closed: 'The throttle was noted shut' },
  cranking: { labours: 'The starter laboured', 'turns-well': 'It was cranked at its usual speed' },
  temperature: { cold: 'It was cold', warm: 'It was noted warm' },
};
const WHY_NOTED: Readonly<Record<NotedFact, string>> = {
  valve: 'Without it the hose is part of the chamber.',
  throttle: 'Shut, it starves every cylinder.',
  cranking: 'Slow strokes leak and cool more.',
  temperature: 'Cold reads low.',
};

export const SYMPTOM_NAME: Readonly<Record<Symptom, string>> = {
  'will-not-start': 'Will not start',
  'hard-cold': 'Hard to start cold',
  'hard-hot': 'Hard to start hot',
  'low-power': 'Low power',
  misfires: 'Misfires',
  'white-smoke': 'White smoke',
  'black-smoke': 'Black smoke',
  'smokes-on-slopes': 'Smokes on slopes',
  'stood-for-years': 'Stood for years',
  condemned: 'Another shop condemned it',
  'burns-oil': 'Burns oil',
  'blue-smoke': 'Blue smoke',
  overheats: 'Overheats',
  'loses-coolant': 'Loses coolant',
  'water-in-oil': 'Water in oil',
  'seized-once': 'Seized once',
  'rough-idle': 'Rough idle',
  backfires: 'Backfires',
  knocks: 'Knocks',
  ticking: 'Ticks',
  'runs-lean': 'Runs lean',
  'idles-high': 'Idles high',
  rebuilt: 'Freshly rebuilt',
};
