import type { Conditions } from './facts';
import { sharedRow, type SharedTestFault } from './hypotheses';
import type { Own } from './own';
import { ratioDensity, smoothed } from './reading-ratio';
import { sharesOf, weightOfAll } from './tables';

/**
 * One cylinder under one state of the whole, row by row: how likely row and facts are together, but for the dry
 * reading,
 * which is weighed along the grid of what a sound cylinder would read.
 */
export interface Mixture {
  /** Nothing is wrong with the tests on this cylinder. */
  plain: readonly number[];
  /** Its air figures are an adapter's, or of a piston off its top: they say nothing of the row. */
  adapterAir: readonly number[];
  offTop: readonly number[];
  /** Its dry reading is an adapter's. */
  adapterCrank: readonly number[];
  /** How the reading lies under each row. */
  densities: readonly Float64Array[];
}

/** Under a fault of the whole test cylinders differ more, and nobody knows why. */
const UNSTEADY_POINTS = 3;
/** With a fault of the test at work an engine's own fault has yet to be shown. */
const ALSO_FAULTY = 0.1;

/** No row is of the test itself, nor of a gasket that two cylinders share. */
const isOwn = ({ rows, at }: Own, r: number) =>
  r !== at['adapter-leak'] && r !== at['off-tdc'] && rows[r]?.hypothesis.cause !== 'head-gasket-between';

/** By the priors, with all that may be wrong with the tests on one cylinder. */
export function plainMixture(own: Own): Mixture {
  const whole = own.rows.reduce((sum, { prior }, r) => sum + (isOwn(own, r) ? prior : 0), 0);
  return mixtureOf(
    own,
    own.rows.map(({ prior }, r) => (isOwn(own, r) ? prior / whole : 0)),
  );
}

/**
 * All worn, and alike: every reading is brought down as by a fault of the test, and air and oil say that it is rings.
 */
export function wornMixture(own: Own): Mixture {
  const isWorn = own.rows.map(({ hypothesis }) => hypothesis.cause === 'rings-or-bore');
  const grades = isWorn.filter(Boolean).length;
  const none = isWorn.map(() => 0);
  const unsteady = unsteadyDensity();
  return {
    plain: isWorn.map((worn, r) => (worn ? ((own.cranking[r] as number) * (own.air[r] as number)) / grades : 0)),
    adapterAir: none,
    offTop: none,
    adapterCrank: none,
    densities: isWorn.map(() => unsteady),
  };
}

/** A gasket blows to this cylinder in a certain grade. */
export function pairMixture(own: Own, row: number): Mixture {
  return mixtureOf(
    own,
    own.rows.map((_, r) => (r === row ? 1 : 0)),
  );
}

/** The dry reading is of a test with this fault: it says nothing of the row, and what air says stands. */
export function testMixture(own: Own, fault: SharedTestFault, { chamber }: Conditions): Mixture {
  const faulty = own.rows.reduce((sum, { prior }, r) => sum + (isOwn(own, r) && r !== own.at.sound ? prior : 0), 0);
  const prior = own.rows.map((row, r) =>
    r === own.at.sound ? 1 - ALSO_FAULTY : isOwn(own, r) ? (ALSO_FAULTY * row.prior) / faulty : 0,
  );
  const weighed = prior.map((p, r) => p * (own.air[r] as number) * (r === own.at.sound ? own.met.air : 1));
  const clear = 1 - own.adapterAir - own.offTop;
  const unsteady = unsteadyDensity();
  const pattern = patternOf(own, sharedRow(fault, chamber));
  return {
    plain: weighed.map((w) => clear * pattern * w),
    adapterAir: prior.map((p) => own.adapterAir * pattern * airOf(own, own.at['adapter-leak']) * p),
    offTop: prior.map((p) => own.offTop * pattern * airOf(own, own.at['off-tdc']) * p),
    adapterCrank: prior.map(() => 0),
    densities: prior.map(() => unsteady),
  };
}

function mixtureOf(own: Own, prior: readonly number[]): Mixture {
  const { cranking, air, met, at } = own;
  const isCarbon = own.rows.map(({ hypothesis }) => hypothesis.cause === 'carbon');
  // A sound cylinder meets its limits; a chamber grown small reads high, not low.
  const sound = (r: number, share: number) => (r === at.sound ? share : 1);
  const high = (r: number) => (isCarbon[r] ? met.notLow : 1);
  const weigh = (factor: (r: number) => number) => prior.map((p, r) => (p === 0 ? 0 : p * factor(r)));
  const clear = 1 - own.adapterCrank - own.adapterAir - own.offTop;
  const adapterCrank = own.adapterCrank * (cranking[at['adapter-leak']] ?? 1);
  const adapterAir = own.adapterAir * airOf(own, at['adapter-leak']);
  const offTop = own.offTop * airOf(own, at['off-tdc']);
  return {
    plain: weigh(
      (r) => clear * (cranking[r] as number) * (air[r] as number) * sound(r, met.cranking * met.air) * high(r),
    ),
    adapterAir: weigh((r) => adapterAir * (cranking[r] as number) * sound(r, met.cranking) * high(r)),
    offTop: weigh((r) => offTop * (cranking[r] as number) * sound(r, met.cranking) * high(r)),
    adapterCrank: weigh((r) => adapterCrank * (air[r] as number) * sound(r, met.air)),
    densities: own.rows.map(({ hypothesis }) => ratioDensity(hypothesis.row)),
  };
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

let unsteadyMade: Float64Array | undefined;
function unsteadyDensity(): Float64Array {
  unsteadyMade ??= smoothed(ratioDensity('sound'), UNSTEADY_POINTS);
  return unsteadyMade;
}
