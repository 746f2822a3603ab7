import type { FaultCause } from '../engine/faults';
import type { HeardAt } from '../jobfile/tests';
import { fromKPa } from '../quantity/pressure';
import { act, begin } from './hands';
import { CASE, type PracticeCase, placesOf, truthAt } from './case';
import { isPulled, MENDED_BY, mostStrokes, turnOver } from './engine-under-hands';
import { type Act, MENDS, type Work } from './work';
import type { Trouble } from './levels';
import type { Testing } from './answer';
import { untestedOf } from './to-owner';

/** The engine opened: what every place really has. */
export interface Opened {
  places: { place: string; finding: FaultCause | 'sound'; severity: number; with?: string; airAt?: HeardAt }[];
  trouble?: Trouble;
  /** The trouble was found, and put right. */
  mended: boolean;
  /** What the cart could have tested and did not, or not on every cylinder. */
  untested: Testing[];
  readings: Why[];
}

/** Why a reading of compression read so. Figures in its unit. */
export interface Why {
  cylinder: string;
  read: number;
  wet: boolean;
  /** What the same cylinder reads in a good test with a good gauge. */
  good: number;
  /** What a sound one reads so. */
  sound: number;
  because: ('throttle-shut' | 'cold' | 'plugs-in' | 'too-few-strokes' | 'oil' | 'gauge' | 'arm' | Trouble | 'fault')[];
}

const AIR_AT: Readonly<Partial<Record<FaultCause, HeardAt>>> = {
  'rings-or-bore': 'crankcase',
  'piston-damage': 'crankcase',
  'intake-valve': 'intake',
  'exhaust-valve': 'exhaust',
  'head-gasket-external': 'head-joint',
  'head-gasket-between': 'neighbour',
  'head-gasket-coolant': 'coolant',
};

/** Off by more than this, something made it so. */
const TELLS = 0.06;

export function openUp(of: PracticeCase, work: Work): Opened {
  const { trouble, faults } = of.hidden;
  return {
    places: placesOf(of).map((place) => {
      const finding = truthAt(of, place);
      const fault = faults.find(
        ({ cause, cylinder, with: other }) =>
          cause === finding && (place === CASE || cylinder === place || other === place),
      );
      const airAt = finding === 'sound' ? undefined : AIR_AT[finding];
      const other = fault?.with === undefined ? undefined : fault.with === place ? fault.cylinder : fault.with;
      return {
        place,
        finding,
        severity: fault?.severity ?? 0,
        ...(other === undefined ? {} : { with: other }),
        ...(airAt === undefined ? {} : { airAt }),
      };
    }),
    ...(trouble ? { trouble } : {}),
    mended: trouble !== undefined && work.hands.mended.includes(MENDED_BY[trouble]),
    untested: untestedOf(of, work),
    readings: whyEach(of, work),
  };
}

/** Everything as it should be. */
const GOOD: readonly Act[] = [
  { do: 'plugs', to: 'out' },
  { do: 'earth' },
  { do: 'throttle', to: 'open' },
  ...MENDS.map((what): Act => ({ do: 'mend', what })),
];

function goodPeak(of: PracticeCase, cylinder: string): number {
  const ready = GOOD.reduce((work, one) => act(of, work, one), begin(of));
  const work: Work = { ...ready, hands: { ...ready.hands, warm: true } };
  return fromKPa(turnOver(of, work, { cylinder, strokes: mostStrokes(of) }).cranked.peakKPa, 'psi');
}

function whyEach(of: PracticeCase, work: Work): Why[] {
  const whole: PracticeCase = { ...of, hidden: { ...of.hidden, faults: [] } };
  const good = new Map<string, { good: number; sound: number }>();
  const known = (cylinder: string) => {
    const found = good.get(cylinder) ?? { good: goodPeak(of, cylinder), sound: goodPeak(whole, cylinder) };
    good.set(cylinder, found);
    return found;
  };
  let n = -1;
  return work.done.flatMap(({ act: one, saw }): Why[] => {
    if (one.do !== 'crank' || saw?.saw !== 'compression') return [];
    n += 1;
    const taken = work.compression[n];
    if (!taken) return [];
    const { reading } = saw;
    const { good: well, sound } = known(one.cylinder);
    const { trouble, at } = of.hidden;
    const troubled =
      trouble !== undefined &&
      trouble !== 'rig-leak' &&
      !taken.mended.includes(MENDED_BY[trouble]) &&
      (trouble !== 'adapter-leak' || at === one.cylinder);
    const off = Math.abs(reading.peak - well) > TELLS * well;
    const why: Why['because'] = [
      ...(taken.throttle === 'shut' ? (['throttle-shut'] as const) : []),
      ...(taken.temperature === 'cold' && off ? (['cold'] as const) : []),
      ...(taken.plugs === 'in' && of.job.engine.cylinders.length > 1 && off ? (['plugs-in'] as const) : []),
      ...(saw.rising ? (['too-few-strokes'] as const) : []),
      ...(reading.wet ? (['oil'] as const) : []),
      ...(troubled ? [trouble] : []),
    ];
    return [
      {
        cylinder: one.cylinder,
        read: reading.peak,
        wet: reading.wet === true,
        good: well,
        sound,
        because: [
          ...why,
          // What nothing else explains is what gauges and arms differ by.
          ...(off && why.length === 0 ? [isPulled(of) ? ('arm' as const) : ('gauge' as const)] : []),
          ...(Math.abs(well - sound) > TELLS * sound ? (['fault'] as const) : []),
        ],
      },
    ];
  });
}
