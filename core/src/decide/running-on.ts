import type { Engine } from '../engine/engine';
import type { State } from '../jobfile/state';
import type { Odds, Trouble } from './odds';
import { mixed } from './weigh';

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
  'valve-guides': 0.15,
  'bore-past-rings': 0.2,
  reeds: 0.4,
  'small-end': 0.6,
  head: 0.8,
  case: 0.8,
  crank: 0.9,
};
/** What an engine may be run on with. All else gets worse, or is dangerous. */
const WEARS: ReadonlySet<Trouble> = new Set([
  'sound',
  'compression-release',
  'carbon',
  'rings-or-bore',
  'valve-guides',
]);
/** Likelier than this it has what gets worse: then nobody advises to run it on. */
const LIKELIER = 0.5;

const getsWorse = (odds: Odds) => [...odds].reduce((sum, [trouble, p]) => sum + (WEARS.has(trouble) ? 0 : p), 0);

/** Whether an engine runs, and has nothing that running it makes worse. */
export const canRunOn = (
  { runs, cranks }: Pick<Engine, 'runs' | 'cranks'>,
  state: State,
  places: readonly Odds[],
): boolean =>
  runs !== false && cranks !== false && state !== 'dead' && places.every((odds) => getsWorse(odds) <= LIKELIER);

/** Chance in a hundred hours that one of its places stops it, to the hundredth: nobody knows it better. */
export const stopsPer100Hours = (places: readonly Odds[]): number => {
  const stops = 1 - places.reduce((runs, odds) => runs * (1 - mixed(odds, (trouble) => STOPS[trouble] ?? 0)), 1);
  return Math.round(100 * stops) / 100;
};

/** What an engine that is run on has of the worth of a mended one. Source: judgement; a job sets its own. */
export const RUN_ON = 0.4;
