import type { TesterRecord } from '@rugged/contract';
import { stableId } from './stable-id';

/** As the tests of the demo jobs carry it. */
export const CART_TESTER = {
  name: 'Cart tester',
  unit: 'psi',
  fullScale: 300,
  division: 2,
  accuracyPercentOfFullScale: 1.6,
  valveAtEngineEnd: true,
} as const;

const { name: CART_NAME, ...cart } = CART_TESTER;
const M14_LONG = { threadMm: 14, pitchMm: 1.25, reachMm: 19 };
const M14_SHORT = { threadMm: 14, pitchMm: 1.25, reachMm: 12.7 };
const M10 = { threadMm: 10, pitchMm: 1, reachMm: 12.7 };
const M12 = { threadMm: 12, pitchMm: 1.25, reachMm: 19 };

/** The cart of the cooperative, and the tester they once borrowed and never gave back. */
export const TESTERS: TesterRecord[] = [
  {
    id: stableId('tester/cart'),
    kind: 'compression',
    name: CART_NAME,
    tester: cart,
    adapters: [M14_SHORT, M14_LONG, M10, M12],
    oRingCheckedOn: '2026-10-02',
    dueOn: '2027-03-01',
    usual: true,
    retired: false,
    version: 1,
  },
  {
    id: stableId('tester/diesel'),
    kind: 'compression',
    name: 'Diesel tester',
    tester: { unit: 'psi', fullScale: 1000, division: 10, accuracyPercentOfFullScale: 1, valveAtEngineEnd: true },
    adapters: [],
    oRingCheckedOn: '2026-09-12',
    usual: false,
    retired: false,
    version: 1,
  },
  {
    id: stableId('tester/borrowed'),
    kind: 'compression',
    name: 'Borrowed car tester',
    tester: {
      unit: 'psi',
      fullScale: 300,
      division: 5,
      accuracyPercentOfFullScale: 3,
      valveAtEngineEnd: false,
      hoseVolumeCm3: 14,
    },
    adapters: [M14_LONG],
    usual: false,
    retired: false,
    version: 1,
  },
  {
    id: stableId('tester/leak'),
    kind: 'leakdown',
    name: 'Cart leak-down tester',
    tester: { unit: 'psi', fullScale: 100, division: 1, accuracyPercentOfFullScale: 1.6, orificeMm: 1 },
    adapters: [M14_SHORT, M14_LONG, M10, M12],
    oRingCheckedOn: '2026-10-02',
    usual: true,
    retired: false,
    version: 1,
  },
  {
    id: stableId('tester/case'),
    kind: 'crankcase',
    name: 'Crankcase kit',
    tester: { unit: 'psi', fullScale: 15, division: 0.1, accuracyPercentOfFullScale: 1.6 },
    adapters: [],
    usual: true,
    retired: false,
    version: 1,
  },
];
