import type {
  Act,
  BillTold,
  Careless,
  Danger,
  Finding,
  Level,
  Look,
  Mend,
  PlugSeen,
  Seen,
  Skill,
  Sureness,
  Testing,
  Told,
  Trouble,
} from '@rugged/core/practice';
import type { Fuel, HeardAt, Symptom } from '@rugged/core';

interface LevelWords {
  title: string;
  learns: string;
  /** What is to be known beforehand, in the order of the work, for such an engine. */
  first(engine: { fuel: Fuel; coolant: boolean }): readonly string[];
}

export const LEVEL_WORDS: Readonly<Record<Level, LevelWords>> = {
  gauge: { title: 'Read a gauge', learns: 'One cylinder, everything ready. Does it pass?', first: () => [] },
  even: { title: 'Even or not', learns: 'Several cylinders. Is one of them out of line?', first: () => [] },
  'one-low': {
    title: 'One low: which',
    learns: 'Now you get it ready yourself.',
    first: ({ fuel }) =>
      fuel === 'diesel'
        ? [
            'Before it is cranked: injectors out, and the stop held so that no fuel comes. Warm, where it runs.',
            'Fuel from an open line goes through skin: nobody stands in front of it.',
          ]
        : [
            'Before it is cranked: plugs out, leads on earth, throttle open. Warm, where it runs.',
            'A shut throttle lets no air in: what is not there cannot be squeezed.',
          ],
  },
  wet: {
    title: 'Dry and wet',
    learns: 'A little oil tells rings from valves.',
    first: () => [
      'Read the low cylinder dry, then pour a few drops of oil through the plug hole and read it again.',
      'Oil seals worn rings for a moment: the reading rises. A valve does not care.',
      'Too much oil fills the chamber, and a full chamber cannot be turned: it bends the rod.',
    ],
  },
  air: {
    title: 'Where is the air',
    learns: 'Leak-down: put air in, and listen where it comes out.',
    first: ({ coolant }) => [
      'Turn the piston to the top of its compression stroke, hold the crank, bring the air up slowly.',
      `Then go round and listen: exhaust, intake, crankcase, ${coolant ? 'coolant, ' : ''}joint. Each is one fault.`,
    ],
  },
  small: {
    title: 'Small engines',
    learns: 'Releases, recoil starters, one cylinder and no neighbour to compare with.',
    first: () => ['A release lets some of it go on purpose. A low figure is not yet a bad engine: air tells.'],
  },
  'two-stroke': {
    title: 'Two-strokes',
    learns: 'Its case breathes too. Compression is only half of it.',
    first: () => ['Good compression, and it still runs lean: put pressure on the case and watch it for three minutes.'],
  },
  tester: {
    title: 'The tester lies',
    learns: 'Sometimes it is not the engine.',
    first: () => [
      'Everything low, and nothing fits? Look at the tester, the battery and the adapter before the engine.',
    ],
  },
  'all-low': { title: 'All low', learns: 'Worn all round, or tested badly all round?', first: () => [] },
  'two-faults': { title: 'Two faults', learns: 'One is found, and it still does not run right.', first: () => [] },
  'second-opinion': {
    title: 'Second opinion',
    learns: 'Another shop wrote something down. Were they right?',
    first: () => [],
  },
  buying: { title: 'Buy or walk away', learns: 'It is for sale. What is it worth to you?', first: () => [] },
};
export const LEVEL_ORDER = Object.keys(LEVEL_WORDS) as Level[];

/** In the owner's words. */
export const SAYS: Readonly<Record<Symptom, string>> = {
  'will-not-start': 'It turns over, but it will not start.',
  'hard-cold': 'It is hard to start in the morning.',
  'hard-hot': 'Once it is hot it will not start again.',
  'low-power': 'It has no pull any more.',
  misfires: 'It misses, and it shakes.',
  'burns-oil': 'I keep pouring oil in.',
  'blue-smoke': 'It smokes blue.',
  'white-smoke': 'There is white smoke, and it smells sweet.',
  'black-smoke': 'It smokes black.',
  'smokes-on-slopes': 'On a slope it smokes.',
  overheats: 'It gets too hot.',
  'loses-coolant': 'I fill water in, and it is gone.',
  'water-in-oil': 'The oil looks like milk.',
  'seized-once': 'It stopped dead once. Now it turns again, but it is weak.',
  'rough-idle': 'It idles as if it were on one leg.',
  backfires: 'It spits back through the intake.',
  knocks: 'It knocks.',
  ticking: 'It ticks, faster when it runs faster.',
  'runs-lean': 'It races, then dies.',
  'idles-high': 'It idles much too fast, whatever I turn.',
  rebuilt: 'It was rebuilt last year.',
  'stood-for-years': 'It stood in the shed for years.',
  condemned: 'The other shop says it is finished.',
};

export const FINDING_WORDS: Readonly<Record<Finding, string>> = {
  sound: 'Nothing wrong',
  'rings-or-bore': 'Rings or bore',
  'piston-damage': 'Piston',
  'intake-valve': 'Intake valve',
  'exhaust-valve': 'Exhaust valve',
  'head-gasket-external': 'Head gasket, outside',
  'head-gasket-between': 'Head gasket, between',
  'head-gasket-coolant': 'Head gasket, coolant',
  'valve-train': 'Valve train',
  carbon: 'Carbon',
  'crank-seal': 'Crank seals',
  'compression-release': 'Compression release',
};
export const placeWords = (place: string): string => (place === 'case' ? 'Crankcase' : `Cyl ${place}`);

/** As it stands within a sentence. */
export const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);
/** How sure it is, to somebody who does not think in odds. */
export const SURENESS_WORDS: Readonly<Record<Sureness, string>> = {
  certain: 'It is certain',
  likely: 'Most likely',
  open: 'Not known yet',
};
export function billWords(told: BillTold, { likely, bad }: { likely: number; bad: number }): string {
  const [one, worst] = [Math.round(likely), Math.round(bad)];
  switch (told) {
    case 'likely':
      return `It costs ${one}`;
    case 'both':
      return `Likely ${one}, at worst ${worst}; before it gets dearer we call`;
    case 'none':
      return 'What it costs is seen once it is open';
  }
}
export const TESTING_WORDS: Readonly<Record<Testing, string>> = {
  compression: 'Compression',
  air: 'Leak-down by air',
  case: 'Pressure on the crankcase',
};
/** What was not told as it is. */
export const TOLD_WORDS: Readonly<Record<Told, string>> = {
  sure: 'It was put surer, or less sure, than your own odds.',
  bill: 'A bill has a bad case: it is told before, not after.',
  untested: 'What was not tested is told as it was.',
};

export const TROUBLE_WORDS: Readonly<Record<Trouble, string>> = {
  'tester-without-valve': 'The tester had no valve at its engine end: the hose was part of the chamber.',
  'stiff-tester-valve': 'The valve of the tester was stiff: it let the last of the pressure out of the reading.',
  'slow-cranking': 'The battery was weak: it turned too slowly.',
  'adapter-leak': 'The adapter leaked at its seal.',
  'rig-leak': 'The pressure rig leaked by itself.',
  'lever-on': 'The release lever was on.',
};

export const SKILL_WORDS: Readonly<Record<Skill, string>> = {
  reading: 'Reading',
  spread: 'Spread',
  wet: 'Wet test',
  air: 'Air',
  crankcase: 'Crankcase',
  tester: 'Tester',
  decision: 'Decision',
};

export const DANGER_WORDS: Readonly<Record<Danger, { what: string; so: string }>> = {
  'spark-loose': {
    what: 'Cranked with the leads live',
    so: 'A spark jumps from an open lead: it lights what comes out of the plug hole, and it can kill the ignition.',
  },
  'fuel-sprays': {
    what: 'Cranked with the fuel on',
    so: 'The pump squirts it out of the open lines: at that pressure it goes through skin.',
  },
  'piston-goes': {
    what: 'Air in, crank not held',
    so: 'The piston went down under the air and took the crank with it. A hand on the flywheel goes too.',
  },
  'air-at-once': {
    what: 'Air let in at once',
    so: 'It comes like a blow: gauges suffer, and a crank that was nearly at its top turns.',
  },
  'oil-locks': {
    what: 'More oil than there is room',
    so: 'Oil does not give. The piston meets it, and the rod bends.',
  },
};

export const CARELESS_WORDS: Readonly<Record<Careless, string>> = {
  'throttle-shut': 'Read with the throttle shut',
  'plugs-in': 'Cranked against closed cylinders',
  'too-few-strokes': 'Stopped while the needle climbed',
  'low-not-repeated': 'A low reading was not taken again',
  'tester-not-looked-at': 'What it was tested with was not looked at',
  'off-its-top': 'Air in off the top of compression',
  'breather-on': 'Listened with the breather hose on',
};

export const MEND_WORDS: Readonly<Record<Mend, { right: string; wrong: string; mend: string }>> = {
  tester: {
    right: 'The tester is in order: valve at its engine end, it holds.',
    wrong: 'The valve core at the engine end of the tester is bad.',
    mend: 'New valve core',
  },
  battery: {
    right: 'The battery holds 10.6 V while it cranks.',
    wrong: 'The battery falls to 8.4 V while it cranks.',
    mend: 'Put a good battery on',
  },
  lever: { right: 'The release lever is off.', wrong: 'The release lever is on.', mend: 'Lever off' },
  adapter: {
    right: 'Soap on the adapter: no bubbles.',
    wrong: 'Soap on the adapter: it bubbles at the seal.',
    mend: 'New seal, tightened',
  },
  rig: {
    right: 'The rig by itself holds its pressure.',
    wrong: 'The rig by itself loses pressure.',
    mend: 'Tighten the rig',
  },
};

export const LOOK_WORDS: Readonly<Record<Look, string>> = {
  tester: 'Tester',
  battery: 'Battery',
  lever: 'Release lever',
  adapter: 'Adapter',
  rig: 'Pressure rig',
  plug: 'Plug',
  'valve-train': 'Under the cover',
  spark: 'Spark',
  filter: 'Air filter',
};
export const PLUG_SEEN: Readonly<Record<PlugSeen, string>> = {
  tan: 'tan and dry: it burns as it should',
  oily: 'black and oily',
  wet: 'wet and clean',
  damaged: 'specks of metal on it',
  white: 'white: it runs lean',
  sooty: 'dry soot',
};
export const HEARD_WORDS = ['nothing', 'faint', 'clear', 'strong'] as const;
export const AT_WORDS: Readonly<Record<HeardAt, string>> = {
  exhaust: 'the exhaust',
  intake: 'the intake',
  crankcase: 'the crankcase',
  coolant: 'the coolant',
  neighbour: 'the next cylinder',
  'head-joint': 'the head joint',
  'push-rod-tunnel': 'the push-rod tunnel',
  adapter: 'the adapter',
};

/** What was done, in a few words. */
export function actWords(act: Act, fuel: Fuel): string {
  switch (act.do) {
    case 'throttle':
      return act.to === 'open' ? 'Throttle open' : 'Throttle shut';
    case 'plugs':
      return act.to === 'out' ? 'Cylinders opened' : 'Cylinders closed';
    case 'earth':
      return fuel === 'diesel' ? 'Stop held' : 'Leads on earth';
    case 'warm':
      return 'Run warm';
    case 'look':
      return act.cylinder === undefined ? LOOK_WORDS[act.at] : `${LOOK_WORDS[act.at]}, cyl ${act.cylinder}`;
    case 'mend':
      return MEND_WORDS[act.what].mend;
    case 'crank':
      return `Crank cyl ${act.cylinder}`;
    case 'oil':
      return `Oil in cyl ${act.cylinder}, ${Math.round(20 * act.ml)} drops`;
    case 'turn':
      return `Cyl ${act.cylinder} turned to its top`;
    case 'hold':
      return 'Crank held';
    case 'breather':
      return 'Breather hose off';
    case 'air':
      return `Air in cyl ${act.cylinder}`;
    case 'listen':
      return `At ${act.at === 'neighbour' ? `the hole of cyl ${act.neighbour ?? ''}` : AT_WORDS[act.at]}`;
    case 'case':
      return act.mode === 'pressure' ? 'Pressure on the case' : 'Vacuum on the case';
    case 'hint':
      return 'A hint';
  }
}

/** What an act showed, in a few words. */
export function seenWords(seen: Seen): string {
  switch (seen.saw) {
    case 'compression':
      return `${seen.reading.peak} ${seen.reading.unit}${seen.reading.wet ? ', wet' : ''}`;
    case 'air': {
      const { supply, cylinderPressure = 0, crankTurned } = seen.reading;
      const lost = Math.max(0, Math.round((100 * (supply - cylinderPressure)) / supply));
      return crankTurned ? 'the piston went down' : `holds ${cylinderPressure} of ${supply} psi, ${lost} % lost`;
    }
    case 'heard':
      return HEARD_WORDS[seen.level];
    case 'case': {
      const [first] = seen.samples;
      const last = seen.samples.at(-1);
      return `${first?.value.toFixed(1)} to ${last?.value.toFixed(1)} in three minutes`;
    }
    case 'wrong':
      return MEND_WORDS[seen.what].wrong;
    case 'right':
      return MEND_WORDS[seen.what].right;
    case 'plug':
      return PLUG_SEEN[seen.plug];
    case 'valve-train':
      return seen.seen === 'both-move' ? 'both valves move' : 'a valve does not move';
    case 'spark':
      return 'it jumps the gap';
    case 'filter':
      return 'clean enough';
  }
}

/** What a hint says: the next step of the plan. */
export const STEP_WORDS: Readonly<Record<string, string>> = {
  compression: 'Read the compression.',
  retest: 'Read that one again.',
  wet: 'A few drops of oil into the low one, and read it again.',
  leakdown: 'Put air into it, and listen where it comes out.',
  crankcase: 'Put pressure on the case, and watch it.',
  'check-tester': 'Ask the test first: tester, adapter, battery.',
  'inspect-valve-train': 'Look under the rocker cover while it is turned.',
  'battery-cranking': 'Look at the battery while it cranks.',
  'valve-clearance': 'Look at the valve clearances.',
};
