import type { Engine, Family } from '../engine/engine';
import type { SchoolOf } from '../jobfile/schools';
import type { ThumbName } from './source';

/** What the trade goes by when there is no book, psi at sea level, warm, throttle open. */
export interface RuleOfThumb {
  /** Below this it is a fault. A school that does not judge by compression has none. */
  minPsi?: number;
  /** From here up nobody would ask further. */
  healthyPsi?: number;
  name: ThumbName;
}

interface Row {
  applies: (engine: Engine) => boolean;
  a: RuleOfThumb;
  b?: RuleOfThumb;
}

const is =
  (...families: Family[]) =>
  (engine: Engine) =>
    families.includes(engine.family);

/** First row that applies. Where the second school says nothing of its own the first stands for both. */
const ROWS: readonly Row[] = [
  { applies: (e) => e.fuel === 'diesel', a: { name: 'diesel', minPsi: 275, healthyPsi: 300 } },
  {
    applies: (e) => e.cycle === 'two-stroke' && is('handheld', 'small-engine', 'generator')(e),
    a: { name: 'handheld-two-stroke', minPsi: 90, healthyPsi: 110 },
    b: { name: 'handheld-two-stroke-strict', minPsi: 120, healthyPsi: 150 },
  },
  { applies: (e) => e.cycle === 'two-stroke', a: { name: 'two-stroke', minPsi: 100, healthyPsi: 110 } },
  { applies: (e) => e.valveGear === 'side-valve', a: { name: 'side-valve', minPsi: 80, healthyPsi: 80 } },
  {
    applies: (e) => e.compressionRelease === 'automatic',
    a: { name: 'release', minPsi: 60, healthyPsi: 70 },
    b: { name: 'release-not-judged' },
  },
  {
    applies: is('handheld', 'small-engine', 'generator'),
    a: { name: 'small-four-stroke', minPsi: 90, healthyPsi: 100 },
    b: { name: 'small-four-stroke-strict', minPsi: 100, healthyPsi: 100 },
  },
  {
    applies: is('inboard', 'outboard'),
    a: { name: 'marine-petrol', minPsi: 100, healthyPsi: 125 },
    b: { name: 'marine-petrol-lenient', minPsi: 80, healthyPsi: 100 },
  },
  {
    applies: () => true,
    a: { name: 'motorcycle', minPsi: 100, healthyPsi: 125 },
    b: { name: 'motorcycle-lenient', minPsi: 90, healthyPsi: 125 },
  },
];

/** The trade's rule of thumb for an engine without a book, in either school. */
export function ruleOfThumb(engine: Engine, school: SchoolOf<'compressionSchool'> = 'a'): RuleOfThumb {
  const row = ROWS.find((candidate) => candidate.applies(engine)) as Row;
  return row[school] ?? row.a;
}
