import { banksOf } from './banks';
import { type Engine, layoutOf } from './engine';

/** A cylinder on the plan. Units are cylinder pitches: neighbours in a bank stand 1 apart. */
export interface PlacedCylinder {
  id: string;
  x: number;
  y: number;
  bank: number;
}

/** The engine seen from above, origin at the top left cylinder's cell. */
export interface EnginePlan {
  /** Which outline belongs round it. `stack` is a row stood on end: an outboard bank, flywheel on top. */
  shape: 'single' | 'row' | 'stack' | 'vee-twin' | 'vee' | 'flat';
  width: number;
  height: number;
  cylinders: PlacedCylinder[];
}

type Planned = Pick<Engine, 'layout' | 'cylinders' | 'banks' | 'family' | 'firstAt' | 'bankAhead'>;

/** How far one bank of a vee stands behind the other, in cylinder pitches. */
const BANK_STAGGER = 0.3;

/**
 * Plan coordinates from the engine's data alone, for any number of cylinders and banks of different length.
 * @example planOf({ layout: 'vee', family: 'outboard', cylinders: ['1','2','3','4','5','6'] }).shape // 'vee', 2 wide
 *   and 3 high
 */
export function planOf(engine: Planned): EnginePlan {
  const plan = fromNumberOne(engine);
  if (engine.firstAt !== 'free-end') return plan;
  // The flywheel is drawn where it always is: number one stands at the other end.
  const { width, height } = plan;
  const turned = plan.shape === 'row' ? { x: width - 1, y: 0 } : { x: 0, y: height - 1 };
  return {
    ...plan,
    cylinders: plan.cylinders.map((one) => ({
      ...one,
      x: turned.x > 0 ? turned.x - one.x : one.x,
      y: turned.y > 0 ? turned.y - one.y : one.y,
    })),
  };
}

function fromNumberOne(engine: Planned): EnginePlan {
  const layout = layoutOf(engine);
  const banks = banksOf(engine);
  const longest = Math.max(...banks.map((bank) => bank.length));
  const place = (at: (bank: number, i: number, length: number) => { x: number; y: number }): PlacedCylinder[] =>
    banks.flatMap((bank, b) => bank.map((id, i) => ({ id, bank: b, ...at(b, i, bank.length) })));

  if (layout === 'single') {
    return { shape: 'single', width: 1, height: 1, cylinders: place(() => ({ x: 0, y: 0 })) };
  }
  if (layout === 'inline') {
    const stacked = engine.family === 'outboard';
    return {
      shape: stacked ? 'stack' : 'row',
      width: stacked ? 1 : longest,
      height: stacked ? longest : 1,
      cylinders: place((_, i) => (stacked ? { x: 0, y: i } : { x: i, y: 0 })),
    };
  }
  if (layout === 'vee' && longest === 1) {
    return { shape: 'vee-twin', width: 2, height: 1, cylinders: place((b) => ({ x: b, y: 0 })) };
  }
  if (layout === 'vee') {
    const { bankAhead } = engine;
    const behind = (bank: number) =>
      bankAhead !== undefined && bank !== (bankAhead === 'left' ? 0 : 1) ? BANK_STAGGER : 0;
    return {
      shape: 'vee',
      width: banks.length,
      height: longest + (bankAhead === undefined ? 0 : BANK_STAGGER),
      cylinders: place((b, i) => ({ x: b, y: i + behind(b) })),
    };
  }
  // The barrels of a flat engine face outwards and stand a little apart, the second bank half a pitch behind.
  const stagger = banks.length > 1 ? 0.25 : 0;
  return {
    shape: 'flat',
    width: 2.6,
    height: longest + stagger,
    cylinders: place((b, i) => ({ x: b === 0 ? 0 : 1.6, y: i + (b === 0 ? 0 : stagger) })),
  };
}
