import type { Engine, Family } from '../engine/engine';
import type { SchoolOf } from './schools';

/** What the trade goes by when there is no book, psi at sea level, warm, throttle open. */
export interface RuleOfThumb {
  /** Below this it is a fault. A school that does not judge by compression has none. */
  minPsi?: number;
  /** From here up nobody would ask further. */
  healthyPsi?: number;
  school: string;
}

interface Row { applies: (engine: Engine) => boolean; a: RuleOfThumb; b?: RuleOfThumb }

const is = (...families: Family[]) => (engine: Engine) => families.includes(engine.family);

/** First row that applies. Where the second school says nothing of its own the first stands for both. */
const ROWS: readonly Row[] = [
  { applies: (e) => e.fuel === 'diesel', a: { school: 'diesel, 275 and up', minPsi: 275, healthyPsi: 300 } },
  {
    applies: (e) => e.cycle === 'two-stroke' && is('handheld', 'small-engine', 'generator')(e),
    a: { school: 'hand-held two-stroke, 90 bare minimum', minPsi: 90, healthyPsi: 110 },
    b: { school: 'hand-held two-stroke, hardly runs under 120', minPsi: 120, healthyPsi: 150 },
  },
  { applies: (e) => e.cycle === 'two-stroke', a: { school: 'two-stroke, 100 minimum', minPsi: 100, healthyPsi: 110 } },
  { applies: (e) => e.valveGear === 'side-valve', a: { school: 'side-valve, 80 to 100', minPsi: 80, healthyPsi: 80 } },
  {
    applies: (e) => e.compressionRelease === 'automatic',
    a: { school: 'small engine with release, over 60', minPsi: 60, healthyPsi: 70 },
    b: { school: 'an engine with release is not judged by compression' },
  },
  {
    applies: is('handheld', 'small-engine', 'generator'),
    a: { school: 'small four-stroke, 90 and up', minPsi: 90, healthyPsi: 100 },
    b: { school: 'small four-stroke, 100 to 130', minPsi: 100, healthyPsi: 100 },
  },
  {
    applies: is('inboard', 'outboard'),
    a: { school: 'marine petrol, over 100', minPsi: 100, healthyPsi: 125 },
    b: { school: 'marine petrol, 80 is still allowed', minPsi: 80, healthyPsi: 100 },
  },
  {
    applies: () => true,
    a: { school: 'motorcycle, above 100 it runs', minPsi: 100, healthyPsi: 125 },
    b: { school: 'motorcycle, 90 and it still runs', minPsi: 90, healthyPsi: 125 },
  },
];

/** The trade's rule of thumb for an engine without a book, in either school. */
export function ruleOfThumb(engine: Engine, school: SchoolOf<'compressionSchool'> = 'a'): RuleOfThumb {
  const row = ROWS.find((candidate) => candidate.applies(engine)) as Row;
  return row[school] ?? row.a;
}
