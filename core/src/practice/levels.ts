import type { FaultCause } from '../engine/faults';
import type { KindName } from '../engine/kinds';
import type { Purpose } from '../jobfile/purpose';
import type { VirtualTestFault } from '../jobfile/virtual';

/** What a learner gets good at, one after the other. */
export const LEVELS = [
  'gauge',
  'even',
  'one-low',
  'wet',
  'air',
  'small',
  'two-stroke',
  'tester',
  'all-low',
  'two-faults',
  'second-opinion',
  'buying',
] as const;
export type Level = (typeof LEVELS)[number];

/** What is on the cart. */
export const TOOLS = ['compression-tester', 'oil-can', 'leakdown-tester', 'crankcase-kit', 'feeler-gauge'] as const;
export type Tool = (typeof TOOLS)[number];

/** What a result says somebody can do. */
export const SKILLS = ['reading', 'spread', 'wet', 'air', 'crankcase', 'tester', 'decision'] as const;
export type Skill = (typeof SKILLS)[number];

/** A trouble of the test that a case may have. */
export type Trouble = Extract<
  VirtualTestFault,
  'tester-without-valve' | 'stiff-tester-valve' | 'slow-cranking' | 'adapter-leak' | 'rig-leak' | 'lever-on'
>;

/** What is drawn for a case of a level. */
export interface LevelRule {
  kinds: readonly KindName[];
  /** How many places have a fault, each as often as it stands here; `all` is wear in every cylinder. */
  faulty: readonly (0 | 1 | 2 | 'all')[];
  causes: readonly FaultCause[];
  /** From slight, 0, to gross, 1. */
  severity: readonly [low: number, high: number];
  /** One of these is wrong with the test; nothing as often as `undefined` stands here. */
  troubles: readonly (Trouble | undefined)[];
  cart: readonly Tool[];
  /** Somebody has the throttle open, the plugs out, the leads earthed and the engine warm already. */
  ready: boolean;
  /** How far the answer goes. */
  asks: 'state' | 'place' | 'cause' | 'job';
  skills: readonly Skill[];
  purpose?: Purpose;
}

const SINGLES = ['motorcycle-single', 'quad-single', 'scooter-four-stroke', 'outboard-two-stroke-single'] as const;
const ROWS = ['motorcycle-four', 'outboard-two-stroke-triple', 'outboard-four-stroke-triple', 'diesel-four'] as const;
const TWINS = ['motorcycle-twin', 'outboard-two-stroke-twin', 'outboard-four-stroke-twin', 'snow-twin'] as const;
const FOUR_STROKES = [
  'motorcycle-twin',
  'outboard-four-stroke-triple',
  'motorcycle-four',
  'petrol-inboard-four',
] as const;
const SMALL = ['overhead-valve-single', 'side-valve-single', 'hand-held-four-stroke', 'generator-single'] as const;
const TWO_STROKES = [
  'hand-held-saw',
  'outboard-two-stroke-twin',
  'snow-twin',
  'watercraft-twin',
  'enduro-two-stroke',
  'scooter-two-stroke',
] as const;
const ANY = [...TWINS, ...FOUR_STROKES, ...SMALL, ...TWO_STROKES, 'diesel-twin'] as const;

const AIR_TELLS = [
  'rings-or-bore',
  'exhaust-valve',
  'intake-valve',
  'head-gasket-coolant',
  'head-gasket-external',
  'piston-damage',
] as const;
const WHOLE_CART = TOOLS;

/** Source: the order in which the trade teaches it. */
export const LEVEL_RULES: Readonly<Record<Level, LevelRule>> = {
  gauge: {
    kinds: SINGLES,
    faulty: [0, 1],
    causes: ['rings-or-bore', 'exhaust-valve'],
    severity: [0.55, 0.9],
    troubles: [undefined],
    cart: ['compression-tester'],
    ready: true,
    asks: 'state',
    skills: ['reading'],
  },
  even: {
    kinds: [...TWINS, ...ROWS],
    faulty: [0, 1, 1],
    causes: ['rings-or-bore', 'piston-damage'],
    severity: [0.5, 0.9],
    troubles: [undefined],
    cart: ['compression-tester'],
    ready: true,
    asks: 'place',
    skills: ['reading', 'spread'],
  },
  'one-low': {
    kinds: [...ROWS, ...FOUR_STROKES],
    faulty: [1],
    causes: AIR_TELLS,
    severity: [0.5, 0.95],
    troubles: [undefined],
    cart: ['compression-tester'],
    ready: false,
    asks: 'place',
    skills: ['reading', 'spread'],
  },
  wet: {
    kinds: FOUR_STROKES,
    faulty: [1],
    causes: ['rings-or-bore', 'exhaust-valve'],
    severity: [0.6, 0.95],
    troubles: [undefined],
    cart: ['compression-tester', 'oil-can'],
    ready: false,
    asks: 'cause',
    skills: ['reading', 'spread', 'wet'],
  },
  air: {
    kinds: FOUR_STROKES,
    faulty: [1],
    causes: AIR_TELLS,
    severity: [0.5, 0.95],
    troubles: [undefined],
    cart: ['compression-tester', 'oil-can', 'leakdown-tester'],
    ready: false,
    asks: 'cause',
    skills: ['reading', 'air'],
  },
  small: {
    kinds: SMALL,
    faulty: [0, 1, 1],
    causes: ['rings-or-bore', 'exhaust-valve', 'intake-valve', 'head-gasket-external'],
    severity: [0.5, 0.95],
    troubles: [undefined],
    cart: ['compression-tester', 'oil-can', 'leakdown-tester'],
    ready: false,
    asks: 'job',
    skills: ['reading', 'air', 'decision'],
  },
  'two-stroke': {
    kinds: TWO_STROKES,
    faulty: [0, 1, 1, 1],
    causes: ['rings-or-bore', 'piston-damage', 'crank-seal', 'crank-seal'],
    severity: [0.55, 0.95],
    troubles: [undefined],
    cart: ['compression-tester', 'oil-can', 'leakdown-tester', 'crankcase-kit'],
    ready: false,
    asks: 'job',
    skills: ['reading', 'crankcase', 'decision'],
  },
  tester: {
    kinds: [...TWINS, ...SMALL, 'hand-held-saw'],
    faulty: [0, 0, 1],
    causes: ['rings-or-bore', 'exhaust-valve'],
    severity: [0.6, 0.95],
    troubles: ['tester-without-valve', 'stiff-tester-valve', 'slow-cranking', 'adapter-leak', 'rig-leak', 'lever-on'],
    cart: WHOLE_CART,
    ready: false,
    asks: 'job',
    skills: ['reading', 'tester'],
  },
  'all-low': {
    kinds: [...TWINS, ...FOUR_STROKES],
    faulty: ['all', 0],
    causes: ['rings-or-bore'],
    severity: [0.65, 0.9],
    troubles: ['slow-cranking', 'tester-without-valve'],
    cart: WHOLE_CART,
    ready: false,
    asks: 'job',
    skills: ['reading', 'wet', 'tester', 'decision'],
  },
  'two-faults': {
    kinds: [...ROWS, ...FOUR_STROKES],
    faulty: [2],
    causes: [...AIR_TELLS, 'carbon'],
    severity: [0.55, 0.95],
    troubles: [undefined],
    cart: WHOLE_CART,
    ready: false,
    asks: 'job',
    skills: ['reading', 'spread', 'air', 'decision'],
  },
  'second-opinion': {
    kinds: ANY,
    faulty: [0, 1, 1],
    causes: [...AIR_TELLS, 'carbon'],
    severity: [0.55, 0.95],
    troubles: [undefined],
    cart: WHOLE_CART,
    ready: false,
    asks: 'job',
    skills: ['reading', 'air', 'decision'],
    purpose: 'second-opinion',
  },
  buying: {
    kinds: ANY,
    faulty: [0, 1],
    causes: AIR_TELLS,
    severity: [0.5, 0.95],
    troubles: [undefined, undefined, 'tester-without-valve'],
    cart: WHOLE_CART,
    ready: false,
    asks: 'job',
    skills: ['reading', 'air', 'decision'],
    purpose: 'buying',
  },
};
