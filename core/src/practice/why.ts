import { fromKPa } from '../quantity/pressure';
import { act, begin } from './hands';
import { CASE, type PracticeCase, truthAt } from './case';
import { isPulled, MENDED_BY, mostStrokes, turnOver } from './engine-under-hands';
import type { Trouble } from './levels';
import { type Act, type Done, MENDS, type Seen, type Taken, type Work } from './work';
import type { CompressionReading } from '../jobfile/tests';

/** Why a reading read so, in the order of the work. Figures in its unit. */
export type Why =
  | {
      of: 'compression';
      cylinder: string;
      read: number;
      wet: boolean;
      /** What the same cylinder reads in a good test with a good gauge. */
      good: number;
      /** What a sound one reads so. */
      sound: number;
      because: (
        'throttle-shut' | 'cold' | 'plugs-in' | 'too-few-strokes' | 'oil' | 'gauge' | 'arm' | Trouble | 'fault'
      )[];
    }
  | {
      of: 'air';
      cylinder: string;
      supply: number;
      held: number;
      /** What it holds at its top with the crank held, and what a sound one would. */
      good: number;
      sound: number;
      because: ('off-its-top' | 'crank-went' | 'fault')[];
    }
  | { of: 'case'; mode: 'pressure' | 'vacuum'; from: number; to: number; because: ('rig-leak' | 'fault')[] };

/** Off by more than this, something made it so. */
const TELLS = 0.06;

/** Everything as it should be. */
const READY: readonly Act[] = [
  { do: 'plugs', to: 'out' },
  { do: 'earth' },
  { do: 'throttle', to: 'open' },
  ...MENDS.map((what): Act => ({ do: 'mend', what })),
];
const readied = (of: PracticeCase): Work => {
  const ready = READY.reduce((work, one) => act(of, work, one), begin(of));
  return { ...ready, hands: { ...ready.hands, warm: true } };
};
const withoutFault = (of: PracticeCase): PracticeCase => ({ ...of, hidden: { ...of.hidden, faults: [] } });

/** What a cylinder reads warm, well turned, with nothing wrong with the test, psi. */
export const goodPeak = (of: PracticeCase, cylinder: string): number =>
  fromKPa(turnOver(of, readied(of), { cylinder, strokes: mostStrokes(of) }).cranked.peakKPa, 'psi');
/** The same of it without its fault. */
export const soundPeak = (of: PracticeCase, cylinder: string): number => goodPeak(withoutFault(of), cylinder);

/** What a cylinder holds at its top, psi of what is fed. */
function goodHeld(of: PracticeCase, cylinder: string): number {
  const fed: readonly Act[] = [
    { do: 'turn', cylinder, off: 0, stroke: 'compression' },
    { do: 'hold' },
    { do: 'air', cylinder, seconds: 5 },
  ];
  return fed.reduce((work, one) => act(of, work, one), readied(of)).air[0]?.reading.cylinderPressure ?? 0;
}

export function whyEach(of: PracticeCase, work: Work): Why[] {
  const whole = withoutFault(of);
  const both = (read: (one: PracticeCase, cylinder: string) => number) => {
    const known = new Map<string, { good: number; sound: number }>();
    return (cylinder: string) => {
      const found = known.get(cylinder) ?? { good: read(of, cylinder), sound: read(whole, cylinder) };
      known.set(cylinder, found);
      return found;
    };
  };
  const peaks = both(goodPeak);
  const helds = both(goodHeld);
  const left = { compression: [...work.compression], cases: [...work.cases] };
  return work.done.flatMap(({ act: one, saw }): Why[] => {
    if (one.do === 'crank' && saw?.saw === 'compression') {
      const taken = left.compression.shift();
      return taken ? [whyPeak(of, taken, saw.rising, peaks(one.cylinder))] : [];
    }
    if (one.do === 'air' && saw?.saw === 'air') return [whyHeld(saw, helds(one.cylinder))];
    if (one.do === 'case' && saw?.saw === 'case') return [whyCase(of, one, saw, left.cases.shift()?.mended ?? [])];
    return [];
  });
}

function whyPeak(
  of: PracticeCase,
  { reading, throttle, temperature, plugs, mended }: Taken<CompressionReading>,
  rising: boolean,
  { good, sound }: { good: number; sound: number },
): Why {
  const { trouble, at } = of.hidden;
  const troubled =
    trouble !== undefined &&
    trouble !== 'rig-leak' &&
    !mended.includes(MENDED_BY[trouble]) &&
    (trouble !== 'adapter-leak' || at === reading.cylinder);
  const off = Math.abs(reading.peak - good) > TELLS * good;
  const because: Extract<Why, { of: 'compression' }>['because'] = [
    ...(throttle === 'shut' ? (['throttle-shut'] as const) : []),
    ...(temperature === 'cold' && off ? (['cold'] as const) : []),
    ...(plugs === 'in' && of.job.engine.cylinders.length > 1 && off ? (['plugs-in'] as const) : []),
    ...(rising ? (['too-few-strokes'] as const) : []),
    ...(reading.wet ? (['oil'] as const) : []),
    ...(troubled ? [trouble] : []),
  ];
  // What nothing else explains is what gauges and arms differ by.
  const rest = off && because.length === 0 ? [isPulled(of) ? ('arm' as const) : ('gauge' as const)] : [];
  const fault = Math.abs(good - sound) > TELLS * sound ? (['fault'] as const) : [];
  return {
    of: 'compression',
    cylinder: reading.cylinder,
    read: reading.peak,
    wet: reading.wet === true,
    good,
    sound,
    because: [...because, ...rest, ...fault],
  };
}

function whyHeld({ reading }: Extract<Seen, { saw: 'air' }>, { good, sound }: { good: number; sound: number }): Why {
  return {
    of: 'air',
    cylinder: reading.cylinder,
    supply: reading.supply,
    held: reading.cylinderPressure ?? 0,
    good,
    sound,
    because: [
      ...(reading.crankTurned ? (['crank-went'] as const) : []),
      ...(reading.tdcConfirmed || reading.crankTurned ? [] : (['off-its-top'] as const)),
      ...(good < (1 - TELLS) * sound ? (['fault'] as const) : []),
    ],
  };
}

function whyCase(
  of: PracticeCase,
  { mode }: Extract<Done['act'], { do: 'case' }>,
  { samples }: Extract<Seen, { saw: 'case' }>,
  mended: Work['hands']['mended'],
): Why {
  return {
    of: 'case',
    mode,
    from: samples[0]?.value ?? 0,
    to: samples.at(-1)?.value ?? 0,
    because: [
      ...(of.hidden.trouble === 'rig-leak' && !mended.includes('rig') ? (['rig-leak'] as const) : []),
      ...(truthAt(of, CASE) === 'sound' ? [] : (['fault'] as const)),
    ],
  };
}
