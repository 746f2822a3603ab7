import { meanBill, type Priced, type PriceTable } from './bill';
import type { Odds, Trouble } from './odds';
import type { Weighed } from './weigh';

/** Where another option becomes the best: at which odds of a cause, how much dearer or cheaper, or how many hours. */
export type Flip =
  | { when: { cause: Trouble; from: number; to: number }; then: string }
  | { when: { option: string; dearerBy: number } | { option: string; cheaperBy: number }; then: string }
  | { when: { wantedHours: number; from: number }; then: string };

/** A cause rarer than this flips nothing that anybody would wait for. */
const LEAST = 0.005;
/** Nobody wants more of an old engine, hours. */
const MOST_HOURS = 20_000;
const HALVINGS = 60;

/**
 * The odds of each cause at which another option becomes the best, the other causes keeping their odds against each
 * other. What is left is a straight line in the odds of one cause, so the place is solved, not searched.
 */
export function flipsByOdds({ options }: PriceTable, odds: Odds, best: number, weigh: Weighed): Flip[] {
  const { left, advisable } = weigh;
  return [...odds].flatMap(([cause, p]): Flip[] => {
    if (p < LEAST && cause !== 'sound') return [];
    const certain = (at: number) => left(at, cause);
    const without = (at: number) => (p < 1 ? (left(at) - p * certain(at)) / (1 - p) : left(at));
    const places = options.flatMap((option, at) => {
      if (at === best || !advisable(at)) return [];
      const start = without(best) - without(at);
      const end = certain(best) - certain(at);
      if (start === end) return [];
      const to = start / (start - end);
      return to >= 0 && to <= 1 && Math.abs(to - p) > 1e-9 ? [{ to, then: option.name }] : [];
    });
    // The nearest on either side is where it flips; further ones come after it.
    const nearest = (side: (to: number) => boolean) =>
      places.filter(({ to }) => side(to)).sort((a, b) => Math.abs(a.to - p) - Math.abs(b.to - p))[0];
    return [nearest((to) => to < p), nearest((to) => to > p)].flatMap((found) =>
      found ? [{ when: { cause, from: p, to: found.to }, then: found.then }] : [],
    );
  });
}

/** How much dearer the best may get, and how much cheaper each other would have to be. */
export function flipsByPrice(table: PriceTable, best: number, { left, advisable }: Weighed): Flip[] {
  const name = (at: number) => (table.options[at] as Priced).name;
  const margin = (at: number) => left(best) - left(at);
  const others = table.options
    .map((_, at) => at)
    .filter((at) => at !== best && advisable(at))
    .sort((a, b) => margin(a) - margin(b));
  const [second] = others;
  if (second === undefined) return [];
  return [
    // What is left undone gets no dearer.
    ...(meanBill(table, best) > 0
      ? [{ when: { option: name(best), dearerBy: margin(second) }, then: name(second) }]
      : []),
    ...others.flatMap((at): Flip[] =>
      // Nothing gets cheaper than free.
      margin(at) <= meanBill(table, at) ? [{ when: { option: name(at), cheaperBy: margin(at) }, then: name(at) }] : [],
    ),
  ];
}

/**
 * How many hours more or fewer would have to be wanted for another to become the best. What is left falls with the
 * hours by a power of what lasts a hundred, so halving an interval at whose ends different ones are better finds it.
 */
export function flipsByHours({ options }: PriceTable, best: number, weighed: Weighed, wanted: number): Flip[] {
  if (options.every(({ lasts100Hours }) => lasts100Hours === 1)) return [];
  const margin = (hours: number, at: number) => {
    const { left } = weighed.wanting(hours);
    return left(best) - left(at);
  };
  const towards = (end: number): Flip[] => {
    const places = options.flatMap(({ name }, at) => {
      if (at === best || !weighed.wanting(end).advisable(at) || margin(end, at) >= 0) return [];
      let [holds, flipped] = [wanted, end];
      for (let i = 0; i < HALVINGS; i += 1) {
        const middle = (holds + flipped) / 2;
        if (margin(middle, at) >= 0) holds = middle;
        else flipped = middle;
      }
      return [{ hours: flipped, then: name }];
    });
    const [nearest] = places.sort((a, b) => Math.abs(a.hours - wanted) - Math.abs(b.hours - wanted));
    return nearest ? [{ when: { wantedHours: nearest.hours, from: wanted }, then: nearest.then }] : [];
  };
  return [...towards(0), ...towards(MOST_HOURS)];
}
