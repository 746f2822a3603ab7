import { likeliestFirst } from '../causes/likeliest-first';
import { binsOf, FACT_NAMES, type HeardFact, type TableFact } from '../causes/facts';
import type { Belief } from '../causes/infer';
import { type RowShares, shareOf } from '../causes/tables';
import type { Engine } from '../engine/engine';
import { type Named, rowsOf, entropy, byName } from '../causes/names';

/** What a test on one cylinder is worth: how much doubt it takes away, and what each of its outcomes would mean. */
export interface Worth {
  /** Expected drop of the entropy of the causes, bits. */
  bits: number;
  /** The likeliest first. */
  outcomes: {
    outcome: Outcome;
    probability: number;
    then: { cause: Named; probability: number };
    /** The odds that it would leave. */
    names: ReadonlyMap<Named, number>;
  }[];
}
/** A place that air is heard at, or how the reading moves. */
export type Outcome = HeardFact | 'holds' | 'heard-nowhere' | 'oil-seals' | 'oil-seals-little' | 'oil-does-nothing';

/** From this level on air at a place is the answer. */
const CLEAR = 2;
/** Leak bins in which little or nothing gets out. */
const HOLDS_BELOW_BIN = 2;
const WET_OUTCOMES: readonly { outcome: Outcome; bins: readonly number[] }[] = [
  { outcome: 'oil-does-nothing', bins: [0, 1] },
  { outcome: 'oil-seals-little', bins: [2, 3] },
  { outcome: 'oil-seals', bins: [4, 5, 6] },
];

/** Oil over the piston. */
export const wetWorth = (belief: Belief, cylinder: string): Worth =>
  worth(
    belief,
    cylinder,
    WET_OUTCOMES.map(({ outcome, bins }) => [
      outcome,
      (row) => bins.reduce((sum, bin) => sum + share(row, 'wet', bin), 0),
    ]),
  );

/** Air in at top dead centre, and an ear at every place of this engine. */
export function leakdownWorth(belief: Belief, cylinder: string, engine: Engine): Worth {
  const places = placesOf(engine);
  const loud = (row: RowShares, place: HeardFact) =>
    Array.from({ length: binsOf(place) - CLEAR }, (_, i) => share(row, place, CLEAR + i)).reduce((a, b) => a + b, 0);
  const holds = (row: RowShares) =>
    Array.from({ length: HOLDS_BELOW_BIN }, (_, bin) => share(row, 'leak', bin)).reduce((a, b) => a + b, 0);
  // The loudest place is the answer: loud here, and not there.
  const alone = (row: RowShares) => {
    const chances = places.map((place) => loud(row, place));
    const silent = chances.reduce((product, chance) => product * (1 - chance), 1);
    const one = chances.map((chance) => (silent * chance) / Math.max(1e-3, 1 - chance));
    const all = silent + one.reduce((a, b) => a + b, 0);
    return { silent: silent / all, one: one.map((chance) => chance / all) };
  };
  return worth(belief, cylinder, [
    ['holds', holds],
    ['heard-nowhere', (row) => (1 - holds(row)) * alone(row).silent],
    ...places.map((place, i): [Outcome, (row: RowShares) => number] => [
      place,
      (row) => (1 - holds(row)) * (alone(row).one[i] ?? 0),
    ]),
  ]);
}

const placesOf = (engine: Engine): HeardFact[] => [
  'heard-crankcase',
  'heard-adapter',
  'heard-exhaust',
  engine.cycle === 'two-stroke' ? 'heard-intake-reed' : 'heard-intake',
  ...(engine.headless ? [] : ['heard-head-joint' as const]),
  ...(engine.cooling === 'air' || engine.headless ? [] : ['heard-coolant' as const]),
  ...(engine.cylinders.length > 1 ? ['heard-neighbour' as const] : []),
];

const share = (row: RowShares, fact: TableFact, bin: number) => shareOf(row, FACT_NAMES.indexOf(fact), bin);

function worth(
  belief: Belief,
  cylinder: string,
  outcomes: readonly (readonly [Outcome, (row: RowShares) => number])[],
): Worth {
  const one = belief.cylinders.get(cylinder);
  if (!one) return { bits: 0, outcomes: [] };
  const rows = rowsOf(belief, one);
  const before = entropy(byName(rows, (row) => row.probability));
  let after = 0;
  const told: Worth['outcomes'] = [];
  const chances = rows.map(({ shares }) => normal(outcomes.map(([, chance]) => chance(shares))));
  outcomes.forEach(([outcome], o) => {
    const names = byName(rows, (row, i) => row.probability * (chances[i]?.[o] ?? 0));
    const probability = [...names.values()].reduce((a, b) => a + b, 0);
    if (probability <= 0) return;
    const left = new Map([...names].map(([name, p]) => [name, p / probability]));
    after += probability * entropy(left);
    const [cause, p] = [...names].sort(likeliestFirst)[0] as [Named, number];
    told.push({ outcome, probability, then: { cause, probability: p / probability }, names: left });
  });
  return { bits: Math.max(0, before - after), outcomes: told.sort((a, b) => b.probability - a.probability) };
}

function normal(chances: readonly number[]): number[] {
  const all = chances.reduce((a, b) => a + b, 0);
  return chances.map((chance) => (all > 0 ? chance / all : 0));
}
