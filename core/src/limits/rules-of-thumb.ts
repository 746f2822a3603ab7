import type { Engine, Family } from '../engine/engine';

/** What the trade goes by when there is no book, psi at sea level, warm, throttle open. */
export interface RuleOfThumb {
  /** Below this it is a fault. */
  minPsi: number;
  /** From here up nobody would ask further. */
  healthyPsi: number;
  school: string;
}

interface Row extends RuleOfThumb { applies: (engine: Engine) => boolean }

const is = (...families: Family[]) => (engine: Engine) => families.includes(engine.family);

/** First row that applies. */
const ROWS: readonly Row[] = [
  { school: 'diesel, 275 and up', minPsi: 275, healthyPsi: 300, applies: (e) => e.fuel === 'diesel' },
  { school: 'hand-held two-stroke, 90 bare minimum', minPsi: 90, healthyPsi: 110, applies: (e) => e.cycle === 'two-stroke' && is('handheld', 'small-engine', 'generator')(e) },
  { school: 'two-stroke, 100 minimum', minPsi: 100, healthyPsi: 110, applies: (e) => e.cycle === 'two-stroke' },
  { school: 'small engine with release, over 60', minPsi: 60, healthyPsi: 70, applies: (e) => e.compressionRelease === 'automatic' },
  { school: 'small four-stroke, 90 and up', minPsi: 90, healthyPsi: 100, applies: is('handheld', 'small-engine', 'generator') },
  { school: 'marine petrol, over 100', minPsi: 100, healthyPsi: 125, applies: is('inboard', 'outboard') },
  { school: 'motorcycle, above 100 it runs', minPsi: 100, healthyPsi: 125, applies: () => true },
];

/** The trade's rule of thumb for an engine without a book. */
export function ruleOfThumb(engine: Engine): RuleOfThumb {
  const row = ROWS.find((candidate) => candidate.applies(engine)) as Row;
  return { minPsi: row.minPsi, healthyPsi: row.healthyPsi, school: row.school };
}
