import { isTestFault } from '../causes/hypotheses';
import type { Belief } from '../causes/infer';
import { type Named, namesOf } from '../causes/names';

/** Under this a cause is not worth a line. */
const LEAST = 0.005;

/**
 * What the cylinder has that is least likely sound: it decides what must be done. Faults of the test leave a sound
 * engine behind them. Adds up to 1; the likeliest first.
 */
export function oddsOfWorst(belief: Belief): Map<Named, number> {
  const each = [...belief.cylinders.keys()].map((id) => ofEngine(namesOf(belief, id)));
  const worst = each.sort((a, b) => (a.get('sound') ?? 0) - (b.get('sound') ?? 0))[0] ?? new Map<Named, number>();
  const kept = [...worst].filter(([name, p]) => name === 'sound' || p >= LEAST);
  const all = kept.reduce((sum, [, p]) => sum + p, 0);
  return new Map(kept.map(([name, p]): [Named, number] => [name, p / all]).sort((a, b) => b[1] - a[1]));
}

function ofEngine(names: ReadonlyMap<Named, number>): Map<Named, number> {
  const odds = new Map<Named, number>([['sound', 0]]);
  for (const [name, p] of names) {
    const engine = isTestFault(name) ? 'sound' : name;
    odds.set(engine, (odds.get(engine) ?? 0) + p);
  }
  return odds;
}
