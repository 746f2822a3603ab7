import type { Conditions } from './facts';
import { sharedRow, type SharedTestFault } from './hypotheses';
import type { Own, PriorRow } from './own';
import { floats, sumOf } from '../quantity/floats';
import { sharesOf, weightOfAll } from './tables';

/**
 * One cylinder under one state of the whole, row by row: how likely row and facts are together, but for the dry
 * reading, which is weighed along the grid of what a sound cylinder would read.
 */
export interface Mixture {
  /** Nothing is wrong with the tests on this cylinder. */
  plain: Float64Array;
  /** Its air figures are an adapter's, or of a piston off its top: they say nothing of the row. */
  adapterAir: Float64Array;
  offTop: Float64Array;
  /** Its dry reading is an adapter's. */
  adapterCrank: Float64Array;
  /** The reading is of an unsteady test: it lies alike under all rows. */
  unsteady: boolean;
  /** The one row that it can be, where there is one. */
  only?: number;
}

/** With a fault of the test at work an engine's own fault has yet to be shown. */
const ALSO_FAULTY = 0.1;

/** No row is of the test itself, nor of a gasket that two cylinders share. */
const isOwn = ({ rows, at }: Own, r: number) =>
  r !== at['adapter-leak'] && r !== at['off-tdc'] && rows[r]?.hypothesis.cause !== 'head-gasket-between';

/** What a cylinder has by the priors, row by row; adds up to 1. @param sound its share, the others by their priors */
function priorOf(own: Own, sound?: number): Float64Array {
  const prior = floats(own.rows.length, (r) => (isOwn(own, r) ? (own.rows[r] as PriorRow).prior : 0));
  const all = sumOf(prior);
  if (sound === undefined) return floats(prior.length, (r) => (prior[r] as number) / all);
  const faulty = all - (prior[own.at.sound] as number);
  return floats(prior.length, (r) => (r === own.at.sound ? sound : ((1 - sound) * (prior[r] as number)) / faulty));
}

/** By the priors, with all that may be wrong with the tests on one cylinder. */
export function plainMixture(own: Own): Mixture {
  const mixture = emptyMixture(own, false);
  priorOf(own).forEach((p, r) => put(mixture, own, r, p));
  return mixture;
}

/** A gasket blows to this cylinder in a certain grade. */
export function pairMixture(own: Own, row: number): Mixture {
  const mixture = emptyMixture(own, false);
  put(mixture, own, row, 1);
  return { ...mixture, only: row };
}

/**
 * All worn, and alike: every reading is brought down as by a fault of the test, and air and oil say that it is rings.
 */
export function wornMixture(own: Own): Mixture {
  const mixture = emptyMixture(own, true);
  const worn = own.rows.flatMap(({ hypothesis }, r) => (hypothesis.cause === 'rings-or-bore' ? [r] : []));
  for (const r of worn)
    mixture.plain[r] =
      ((own.cranking[r] as number) * (own.air[r] as number) * (own.byInspection[r] as number)) / worn.length;
  return mixture;
}

/** The dry reading is of a test with each of these faults: it says nothing of the row, and what air says stands. */
export function testMixtures(own: Own, faults: readonly SharedTestFault[], { chamber }: Conditions): Mixture[] {
  const prior = priorOf(own, 1 - ALSO_FAULTY).map((p, r) => p * (own.byInspection[r] as number));
  const clear = 1 - own.adapterAir - own.offTop;
  const adapter = own.adapterAir * airOf(own, own.at['adapter-leak']);
  const top = own.offTop * airOf(own, own.at['off-tdc']);
  const sound = (r: number) => (r === own.at.sound ? own.met.air : 1);
  return faults.map((fault) => {
    const pattern = patternOf(own, sharedRow(fault, chamber));
    return {
      plain: floats(prior.length, (r) => clear * pattern * (prior[r] as number) * (own.air[r] as number) * sound(r)),
      adapterAir: floats(prior.length, (r) => adapter * pattern * (prior[r] as number)),
      offTop: floats(prior.length, (r) => top * pattern * (prior[r] as number)),
      adapterCrank: new Float64Array(prior.length),
      unsteady: true,
    };
  });
}

function emptyMixture({ rows }: Own, unsteady: boolean): Mixture {
  const none = () => new Float64Array(rows.length);
  return { plain: none(), adapterAir: none(), offTop: none(), adapterCrank: none(), unsteady };
}

/** One row with its share, by everything that may be wrong with the tests of the cylinder. */
function put(to: Mixture, own: Own, r: number, share: number): void {
  if (share === 0) return;
  const { met, at } = own;
  const cranking = own.cranking[r] as number;
  const air = own.air[r] as number;
  // A sound cylinder meets its limits; a chamber grown small reads high, not low.
  const isSound = r === at.sound;
  const high = own.rows[r]?.hypothesis.cause === 'carbon' ? met.notLow : 1;
  const mine = share * (own.byInspection[r] as number);
  const byCranking = mine * cranking * (isSound ? met.cranking : high);
  const byAir = air * (isSound ? met.air : 1);
  to.plain[r] = (1 - own.adapterCrank - own.adapterAir - own.offTop) * byCranking * byAir;
  to.adapterAir[r] = own.adapterAir * airOf(own, at['adapter-leak']) * byCranking;
  to.offTop[r] = own.offTop * airOf(own, at['off-tdc']) * byCranking;
  // Two hoses seldom leak at once.
  to.adapterCrank[r] = own.adapterCrank * (1 - own.adapterAir) * (own.cranking[at['adapter-leak']] ?? 1) * mine * byAir;
}

const airOf = ({ air }: Own, row: number) => air[row] ?? 1;

/** How the strokes build up in a test with this fault, against a sound cylinder in a good one. */
const patternOf = ({ found }: Own, row: string) =>
  Math.exp(
    weightOfAll(
      sharesOf(row),
      found.filter(({ fact }) => fact === 'strokes' || fact === 'first-stroke'),
    ),
  );
