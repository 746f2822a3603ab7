import { type Kind, range } from './kind';

const PETROL = { cycle: 'two-stroke', fuel: 'petrol', compressionRelease: 'none' } as const;
const IN_HAND = {
  ...PETROL,
  family: 'handheld',
  layout: 'single',
  cylinders: 1,
  cooling: 'air',
  valveGear: 'piston-port',
  starting: 'recoil',
  fuelSystem: 'carburettor',
  boreToStroke: range(1.05, 1.25, 1.45),
} as const;
const AFLOAT = {
  ...PETROL,
  family: 'outboard',
  cooling: 'liquid',
  valveGear: 'reed',
  starting: 'electric',
  fuelSystem: 'carburettor',
  boreToStroke: range(1, 1.15, 1.4),
  compressionRatio: range(7, 8.5, 10.5),
} as const;
const LIQUID_TWIN = {
  ...PETROL,
  family: 'powersports',
  layout: 'inline',
  cooling: 'liquid',
  valveGear: 'reed',
  starting: 'electric',
  fuelSystem: 'carburettor',
  boreToStroke: range(0.95, 1.08, 1.3),
  compressionRatio: range(8.5, 10, 13),
} as const;

/** Two-strokes, by where they work and how many pots they have. */
export const TWO_STROKES = {
  'hand-held-small': { ...IN_HAND, headless: true, sweptCm3: range(20, 26, 36), compressionRatio: range(8, 10, 12) },
  'hand-held-saw': { ...IN_HAND, headless: true, sweptCm3: range(35, 55, 120), compressionRatio: range(8.5, 10.5, 13) },
  'outboard-two-stroke-single': {
    ...AFLOAT,
    layout: 'single',
    cylinders: 1,
    starting: 'recoil',
    sweptCm3: range(40, 70, 120),
  },
  'outboard-two-stroke-twin': {
    ...AFLOAT,
    layout: 'inline',
    cylinders: 2,
    starting: 'recoil',
    sweptCm3: range(70, 165, 400),
  },
  'outboard-two-stroke-triple': { ...AFLOAT, layout: 'inline', cylinders: 3, sweptCm3: range(165, 290, 450) },
  'outboard-two-stroke-v4': {
    ...AFLOAT,
    layout: 'vee',
    cylinders: 4,
    bankAngleDegrees: 90,
    sweptCm3: range(330, 430, 520),
  },
  'outboard-two-stroke-v6': {
    ...AFLOAT,
    layout: 'vee',
    cylinders: 6,
    bankAngleDegrees: 60,
    sweptCm3: range(330, 430, 560),
  },
  'snow-twin': { ...LIQUID_TWIN, cylinders: 2, sweptCm3: range(170, 300, 450) },
  'watercraft-twin': { ...LIQUID_TWIN, cylinders: 2, sweptCm3: range(220, 350, 500) },
  'watercraft-triple': { ...LIQUID_TWIN, cylinders: 3, sweptCm3: range(250, 380, 500) },
  'enduro-two-stroke': {
    ...LIQUID_TWIN,
    family: 'motorcycle',
    layout: 'single',
    cylinders: 1,
    starting: 'kick',
    sweptCm3: range(49, 200, 350),
    compressionRatio: range(8, 11, 15),
  },
  'scooter-two-stroke': {
    ...LIQUID_TWIN,
    family: 'scooter',
    layout: 'single',
    cylinders: 1,
    cooling: 'air',
    sweptCm3: range(49, 50, 200),
    compressionRatio: range(7, 9, 12),
  },
} as const satisfies Record<string, Kind>;
