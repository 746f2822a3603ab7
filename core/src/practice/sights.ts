import type { FaultCause } from '../engine/faults';
import type { ValveTrainSeen } from '../jobfile/tests';
import { type PracticeCase, truthAt } from './case';

export type PlugSeen = 'tan' | 'oily' | 'wet' | 'damaged' | 'white' | 'sooty';

/** What a plug of such a cylinder looks like. Source: what the trade reads from them: they point, no more. */
const PLUGS: Readonly<Partial<Record<FaultCause, PlugSeen>>> = {
  'rings-or-bore': 'oily',
  'piston-damage': 'damaged',
  'head-gasket-coolant': 'wet',
  'intake-valve': 'wet',
  'crank-seal': 'white',
  carbon: 'sooty',
};

export function plugOf(of: PracticeCase, cylinder: string): PlugSeen {
  const cause = truthAt(of, cylinder);
  const leaksAir = of.hidden.faults.some((fault) => fault.cause === 'crank-seal' && fault.cylinder === cylinder);
  return cause === 'sound' ? (leaksAir ? 'white' : 'tan') : (PLUGS[cause] ?? 'tan');
}

/** From here on a valve that hardly opens shows under the cover. */
const SHOWS = 0.4;
export function valveTrainOf(of: PracticeCase, cylinder: string): ValveTrainSeen {
  const fault = of.hidden.faults.find((one) => one.cause === 'valve-train' && one.cylinder === cylinder);
  return fault && fault.severity >= SHOWS ? 'intake-does-not-move' : 'both-move';
}
