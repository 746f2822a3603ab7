import { seeded } from '../quantity/random';
import type { Priced, PriceTable } from './bill';
import { quantilesOf } from './triangle';

/** Draws between 0 and 1, a column for each figure and depth of a chain: every option is drawn by the same. */
export function drawsOf(draws: number): (column: number) => Float64Array {
  const columns: Float64Array[] = [];
  return (column) => {
    while (columns.length <= column) {
      const { uniform } = seeded(1 + columns.length);
      const column = new Float64Array(draws);
      for (let i = 0; i < draws; i += 1) column[i] = uniform();
      columns.push(column);
    }
    return columns[column] as Float64Array;
  };
}

/** Columns of a depth: parts, hours, and what is found. */
const FIGURES = 3;

/**
 * Bills of one option, as they are drawn. Every option has the same draws, so that its bill does not depend on which
 * others stand beside it.
 */
export function drawnBills({ options, rate }: PriceTable, at: number, drawn: ReturnType<typeof drawsOf>): Float64Array {
  const bills = new Float64Array(drawn(0).length).fill(rate * (options[at] as Priced).access);
  /** What an option costs once it is open, on top of the bills of those draws that came to it. */
  const add = (one: number, depth: number, those: Int32Array) => {
    const { parts, hours, machineShop, escalates } = options[one] as Priced;
    const [u, v, w] = [0, 1, 2].map((figure) => drawn(FIGURES * depth + figure)) as [Floats, Floats, Floats];
    const [sum, time] = [quantilesOf(parts), quantilesOf(hours)];
    for (const i of those)
      bills[i] = (bills[i] as number) + sum(u[i] as number) + rate * time(v[i] as number) + machineShop;
    let from = 0;
    for (const { to, probability } of escalates) {
      const found = new Int32Array(those.length);
      let n = 0;
      for (const i of those) {
        const drew = w[i] as number;
        if (drew >= from && drew < from + probability) found[n++] = i;
      }
      add(to, depth + 1, found.subarray(0, n));
      from += probability;
    }
  };
  const all = new Int32Array(bills.length);
  for (let i = 0; i < all.length; i += 1) all[i] = i;
  add(at, 0, all);
  return bills;
}
type Floats = Float64Array;

/**
 * The bill under which a share of all lies. The bills are put in part of their order.
 * Source: selection by partition (Hoare): what is asked for stands at its place, without sorting the rest.
 */
export function shareOf(bills: Float64Array, share: number): number {
  const place = Math.min(bills.length - 1, Math.floor(share * bills.length));
  let [from, to] = [0, bills.length - 1];
  while (from < to) {
    const pivot = bills[(from + to) >> 1] as number;
    let [i, j] = [from, to];
    while (i <= j) {
      while ((bills[i] as number) < pivot) i += 1;
      while ((bills[j] as number) > pivot) j -= 1;
      if (i > j) break;
      [bills[i], bills[j]] = [bills[j] as number, bills[i] as number];
      i += 1;
      j -= 1;
    }
    if (place <= j) to = j;
    else if (place >= i) from = i;
    else break;
  }
  return bills[place] as number;
}

/** Share of the bills above a limit. */
export function shareAbove(bills: Float64Array, limit: number): number {
  let above = 0;
  for (const bill of bills) if (bill > limit) above += 1;
  return above / bills.length;
}

/** How far the bills of two options differ from draw to draw: the standard deviation of their difference. */
export function deviationOfDifference(a: Float64Array, b: Float64Array): number {
  let [sum, squares] = [0, 0];
  for (let i = 0; i < a.length; i += 1) {
    const difference = (a[i] as number) - (b[i] as number);
    sum += difference;
    squares += difference * difference;
  }
  const mean = sum / a.length;
  return Math.sqrt(Math.max(0, squares / a.length - mean * mean));
}
