import type { Leaks } from './cylinder';
import type { Random } from '../quantity/random';
import type { Heard, HeardAt } from '../jobfile/tests';

/** From this flow on air is faint, clear, strong, g/s. */
const LOUDNESS = [0.12, 0.5, 0.9] as const;
/** Two ears differ by about this much, as a share of the flow (standard deviation of its logarithm). */
const EARS = 0.3;
/** Past a breather hose that is left on so much of the crankcase's air comes out at the intake. */
const BREATHER_SHARE = 0.6;
/** Through the reed of a two-stroke. */
const REED_SHARE = 0.25;

export interface ListenTo {
  flows: Leaks & { open: number };
  fourStroke: boolean;
  liquid: boolean;
  breatherOn: boolean;
  neighbours: readonly string[];
  leaksTo?: string;
  places?: readonly HeardAt[];
  /** Factor on what is taken for loud; how much two ears differ. */
  loud?: number;
  ears?: number;
  bleed?: number;
}

/** What an ear hears at each place, level 0 to 3, in the order in which a mechanic goes round. */
export function listen(
  { flows, fourStroke, liquid, breatherOn, neighbours, leaksTo, places, loud = 1, ears = EARS, bleed = 0 }: ListenTo,
  random?: Random,
): Heard[] {
  const level = (flow: number) => {
    const heard = flow * loud * Math.exp(random ? ears * random.normal() : 0);
    return LOUDNESS.filter((from) => heard >= from).length;
  };
  const everywhere = bleed * Object.values<number>({ ...flows }).reduce((a, b) => a + b, 0);
  const crankcase = flows.rings + flows.piston;
  const all: [HeardAt, number, string?][] = [
    ['exhaust', flows.exhaustValve + flows.open],
    ['intake', flows.intakeValve + crankcase * (fourStroke ? (breatherOn ? BREATHER_SHARE : 0) : REED_SHARE)],
    ['crankcase', crankcase],
    ...(liquid ? [['coolant', flows.gasketCoolant] as [HeardAt, number]] : []),
    ...neighbours.map((id): [HeardAt, number, string] => ['neighbour', id === leaksTo ? flows.gasketNeighbour : 0, id]),
    ['head-joint', flows.gasketOutside],
    ['adapter', flows.adapter],
  ];
  return all
    .filter(([at]) => !places || places.includes(at))
    .map(([at, flow, cylinder]) => ({
      at,
      level: level(flow + everywhere),
      ...(cylinder === undefined ? {} : { cylinder }),
    }));
}
