import { defined } from '../quantity/defined';
import { type Kind, KINDS_OF_ENGINE, type Range } from './kinds';
import { type Sized, sweptOf } from './volume';

/** A size of an engine: what was entered or follows from it, or what is usual for its kind. */
export type Size = Range & {
  /** Entered, or by geometry from what was entered: nothing usual is in it. */
  known: boolean;
  /** Where a range comes from: what the trade takes as usual, or geometry from something that is usual. */
  from: 'entered' | 'trade' | 'geometry';
};

/** Every size that the formulas need, of one cylinder, as far as it is known or usual. Lengths mm, volumes cm³. */
export interface Sizes {
  boreMm?: Size;
  strokeMm?: Size;
  conrodMm?: Size;
  sweptCm3?: Size;
  chamberCm3?: Size;
  compressionRatio?: Size;
}

/** How long rods are made for a stroke. Source: geometry of what comes to a bench. */
const ROD_TO_STROKE: Range = { low: 1.55, usual: 1.8, high: 2.2 };

type Operation = (...figures: number[]) => number;

/**
 * What is known of an engine's sizes, the rest from its kind as a range. The more is entered, the narrower the others.
 * Without a kind only what was entered or follows from it.
 */
export function sizesOf(engine: Sized): Sizes {
  const kind = engine.kind && KINDS_OF_ENGINE[engine.kind];
  const geometric = engine.ratioBasis !== 'port-closing' ? engine.compressionRatio : undefined;
  const proportion = kind && usual(kind.boreToStroke);
  const swept = sweptSize(engine, kind);
  const bore =
    engine.boreMm !== undefined
      ? entered(engine.boreMm)
      : by(boreFrom, [swept, engine.strokeMm === undefined ? proportion : undefined], engine.strokeMm);
  const stroke =
    engine.strokeMm !== undefined
      ? entered(engine.strokeMm)
      : by(
          strokeFrom,
          [swept, engine.boreMm === undefined && proportion ? inverted(proportion) : undefined],
          engine.boreMm,
        );
  const ratio =
    engine.chamberCm3 !== undefined && swept
      ? by((cm3) => 1 + cm3 / (engine.chamberCm3 as number), [swept])
      : geometric !== undefined
        ? entered(geometric)
        : kind && usual(kind.compressionRatio);
  const chamber =
    engine.chamberCm3 !== undefined
      ? entered(engine.chamberCm3)
      : swept && ratio && by((cm3, to) => cm3 / (to - 1), [swept, inverted(ratio)]);
  const rod =
    engine.conrodMm !== undefined
      ? entered(engine.conrodMm)
      : stroke && by((length, times) => length * times, [stroke, usual(ROD_TO_STROKE)]);
  return defined({
    boreMm: bore,
    strokeMm: stroke,
    conrodMm: rod,
    sweptCm3: swept,
    chamberCm3: chamber,
    compressionRatio: ratio,
  });
}

/** By bore and stroke or the displacement; else the kind's, cut to what the one length that is known leaves. */
function sweptSize(engine: Sized, kind: Kind | undefined): Size | undefined {
  const known = sweptOf(engine);
  if (known !== undefined) return entered(known);
  if (!kind) return undefined;
  const { boreMm, strokeMm } = engine;
  if (boreMm === undefined && strokeMm === undefined) return usual(kind.sweptCm3);
  const proportion = usual(kind.boreToStroke);
  const byLength =
    boreMm !== undefined
      ? by((times) => cylinderCm3(boreMm, boreMm / times), [inverted(proportion)])
      : by((times) => cylinderCm3((strokeMm as number) * times, strokeMm as number), [proportion]);
  return byLength && cut(byLength, kind.sweptCm3);
}

const cylinderCm3 = (bore: number, stroke: number) => ((Math.PI / 4) * bore ** 2 * stroke) / 1000;
/** From swept volume and proportion, or from the stroke. */
const boreFrom = (cm3: number, other: number, stroke?: number): number =>
  stroke === undefined ? Math.cbrt((4000 * cm3 * other) / Math.PI) : Math.sqrt((4000 * cm3) / (Math.PI * stroke));
const strokeFrom = (cm3: number, other: number, bore?: number): number =>
  bore === undefined ? boreFrom(cm3, other) / other : (4000 * cm3) / (Math.PI * bore ** 2);

const entered = (figure: number): Size => ({ low: figure, usual: figure, high: figure, known: true, from: 'entered' });
const usual = (of: Range): Size => ({ ...of, known: false, from: 'trade' });
/** For what falls as this rises. */
const inverted = (of: Size): Size => ({ ...of, low: of.high, high: of.low });

/** A size from others: each end from their ends, the usual from the usual. */
function by(formula: Operation, of: readonly (Size | undefined)[], fixed?: number): Size | undefined {
  const given = of.filter((one) => one !== undefined);
  if (given.length === 0 || of[0] === undefined || (given.length < of.length && fixed === undefined)) return undefined;
  const known = given.every((one) => one.known);
  const at = (end: 'low' | 'usual' | 'high') =>
    formula(...of.map((one) => one?.[end] ?? 0), ...(fixed === undefined ? [] : [fixed]));
  const [low, middle, high] = [at('low'), at('usual'), at('high')];
  return {
    low: Math.min(low, high, middle),
    usual: middle,
    high: Math.max(low, high, middle),
    known,
    from: known ? 'entered' : 'geometry',
  };
}

/** What two ranges have in common; where they have nothing, the first. */
function cut(of: Size, within: Range): Size {
  const low = Math.max(of.low, within.low);
  const high = Math.min(of.high, within.high);
  return low > high ? of : { ...of, low, high, usual: Math.min(high, Math.max(low, of.usual)) };
}
