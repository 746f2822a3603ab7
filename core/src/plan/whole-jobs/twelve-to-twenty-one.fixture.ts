import type { Engine, Test } from '../..';
import { job, dry, oiled, launchFour, fed } from './pieces.fixture';

/** Jobs 12 to 21. */

/** 12. Veteran six in a launch: 6 volts, a thin cable, a needle that swings, and air into the sump everywhere. */
const veteran: Engine = {
  ...launchFour,
  cylinders: ['1', '2', '3', '4', '5', '6'],
  firingOrder: ['1', '5', '3', '6', '2', '4'],
  valveGear: 'side-valve',
};
export const veteranSix = job(
  veteran,
  [
    { kind: 'battery-cranking', system: 6, readings: [{ before: 6.2, during: 4.6 }] },
    {
      kind: 'compression',
      engineTemperature: 'warm',
      throttle: 'open',
      readings: [52, 41, 62, 55, 47, 60].map((peak, i) => ({
        cylinder: String(i + 1),
        unit: 'psi' as const,
        peak,
        swing: 7,
      })),
    },
    {
      kind: 'leakdown',
      tester: { unit: 'psi', fullScale: 100, division: 2 },
      readings: [70, 88, 72, 75, 84, 70].map((percent, i) => ({
        cylinder: String(i + 1),
        unit: 'psi' as const,
        supply: 80,
        percent,
        tdcConfirmed: true,
        breatherOff: true,
        heard: [
          { at: 'crankcase' as const, level: 3 },
          { at: 'exhaust' as const, level: 0 },
          { at: 'intake' as const, level: 0 },
        ],
      })),
    },
  ],
  { books: [{ source: 'the old book', compression: { unit: 'psi', min: 85 } }] },
);

/** 13. Saw after new rings: the needle sinks afterwards. */
export const saw = job(
  {
    cycle: 'two-stroke',
    fuel: 'petrol',
    family: 'handheld',
    cylinders: ['1'],
    cooling: 'air',
    boreMm: 47,
    strokeMm: 35,
    compressionRatio: 11,
  },
  [
    {
      kind: 'compression',
      engineTemperature: 'cold',
      throttle: 'open',
      after: 'repair',
      repair: 'new rings',
      tester: { unit: 'psi', fullScale: 300, division: 5, valveAtEngineEnd: true },
      readings: [{ cylinder: '1', unit: 'psi', peak: 158, per: 'pull', strokes: [70, 105, 130, 145, 153, 158, 150] }],
    },
  ],
  { books: [{ source: 'the book', engineTemperature: 'cold', compression: { unit: 'psi', min: 120 } }] },
);

/** 14. The sheet: one low; oil does nothing much anywhere. */
export const sheet = job(
  { ...launchFour, family: 'motorcycle', boreMm: 74, strokeMm: 58, compressionRatio: 10.5 },
  [
    {
      kind: 'compression',
      engineTemperature: 'warm',
      throttle: 'open',
      plugs: 'all-out',
      tester: { unit: 'psi', fullScale: 300, division: 2, accuracyPercentOfFullScale: 1, valveAtEngineEnd: true },
      readings: [
        ...dry('psi', { 1: 176, 2: 182, 3: 179, 4: [131, 131] }),
        ...oiled({ 1: 186, 2: 193, 3: 189, 4: 149 }, 1.3),
      ],
    },
  ],
  { books: [{ source: 'the manual', engineTemperature: 'warm', compression: { unit: 'psi', min: 150, max: 200 } }] },
);

/** 15. Flat twin, two manuals that disagree by two. */
export const flatTwin = job(
  {
    cycle: 'four-stroke',
    fuel: 'petrol',
    family: 'motorcycle',
    layout: 'flat',
    cylinders: ['left', 'right'],
    cooling: 'air',
  },
  [
    {
      kind: 'compression',
      engineTemperature: 'cold',
      throttle: 'open',
      readings: [...dry('psi', { left: [104, 104], right: [118, 118] }), ...oiled({ left: 110, right: 129 })],
    },
  ],
  {
    books: [
      {
        source: 'first manual',
        compression: {
          unit: 'bar',
          bands: [
            { name: 'good', from: 10 },
            { name: 'fair', from: 8.5 },
            { name: 'poor', from: 0 },
          ],
        },
      },
      { source: 'second manual', compression: { unit: 'psi', min: 125 } },
    ],
  },
);

/** 16. One low, cold: oil lifts them all. */
const four: Engine = { ...launchFour, family: 'motorcycle', boreMm: 90, strokeMm: 84, compressionRatio: 8.6 };
export const oneLowCold = {
  alone: job(
    four,
    [
      {
        kind: 'compression',
        engineTemperature: 'cold',
        throttle: 'open',
        readings: [...dry('psi', { 1: 148, 2: 146, 3: [98, 97], 4: 150 }), ...oiled({ 3: 201 }, 8)],
      },
    ],
    { books: [{ compression: { unit: 'psi', min: 130 } }] },
  ),
  all: job(
    four,
    [
      {
        kind: 'compression',
        engineTemperature: 'cold',
        throttle: 'open',
        readings: [
          ...dry('psi', { 1: 118, 2: 116, 3: [98, 97], 4: 120 }),
          ...oiled({ 1: 236, 2: 232, 3: 201, 4: 240 }, 8),
        ],
      },
    ],
    { books: [{ compression: { unit: 'psi', min: 130 } }] },
  ),
  nothing: job(
    four,
    [
      {
        kind: 'compression',
        engineTemperature: 'cold',
        throttle: 'open',
        readings: dry('psi', { 1: 148, 2: 146, 3: [0, 0], 4: 150 }),
      },
    ],
    { books: [{ compression: { unit: 'psi', min: 130 } }] },
  ),
};

/** 17. Four carburettors, even. */
export const even = job({ ...launchFour, family: 'motorcycle' }, [
  {
    kind: 'compression',
    engineTemperature: 'warm',
    throttle: 'open',
    readings: dry('psi', { 1: 127, 2: 128, 3: 126, 4: 128 }),
  },
]);

/** 18. Apprentice on a V8: one low, again, then its neighbour. */
export const vEight = job(
  {
    cycle: 'four-stroke',
    fuel: 'petrol',
    family: 'inboard',
    layout: 'vee',
    cylinders: ['1', '2', '3', '4', '5', '6', '7', '8'],
    cooling: 'liquid',
    firingOrder: ['1', '8', '4', '3', '6', '5', '7', '2'],
    distributor: 'clockwise',
  },
  [
    {
      kind: 'compression',
      engineTemperature: 'warm',
      throttle: 'open',
      readings: dry('psi', { 1: 146, 2: 148, 3: 144, 4: 150, 5: 83, 6: 147, 7: 145, 8: 149 }),
    },
  ],
);

/** 19. Abandoned outboard triple: rings have freed overnight. */
export const triple = job(
  {
    cycle: 'two-stroke',
    fuel: 'petrol',
    family: 'outboard',
    layout: 'inline',
    cylinders: ['1', '2', '3'],
    cooling: 'liquid',
  },
  [
    {
      kind: 'compression',
      engineTemperature: 'cold',
      throttle: 'open',
      readings: dry('psi', { 1: 128, 2: 121, 3: 131 }),
    },
    {
      kind: 'compression',
      engineTemperature: 'cold',
      throttle: 'open',
      readings: dry('psi', { 1: 131, 2: 129, 3: 132 }),
    },
  ],
);

/** 20. Old but running: two low, oiled well; the last two had too little. */
export const running = job(
  { ...launchFour, boreMm: 92, strokeMm: 84, compressionRatio: 8.6 },
  [
    {
      kind: 'compression',
      engineTemperature: 'warm',
      throttle: 'open',
      tester: { unit: 'psi', fullScale: 300, division: 2, accuracyPercentOfFullScale: 1, valveAtEngineEnd: true },
      readings: [
        ...dry('psi', { 1: [117, 117], 2: [115, 115], 3: 138, 4: 141 }),
        ...oiled({ 1: 150, 2: 139 }, 5),
        ...oiled({ 3: 139, 4: 142 }, 0.5),
      ],
    },
  ],
  {
    books: [{ source: 'the manual', engineTemperature: 'warm', compression: { unit: 'psi', min: 125 } }],
    symptoms: ['burns-oil'],
  },
);

/** 21. Scooter given away not running: the wrong stroke first, then nearly all of it out of the filler. */
const scooterEngine: Engine = {
  cycle: 'four-stroke',
  fuel: 'petrol',
  family: 'scooter',
  cylinders: ['1'],
  cooling: 'air',
};
const twice: Test = {
  kind: 'compression',
  engineTemperature: 'cold',
  throttle: 'open',
  checked: true,
  readings: dry('psi', { 1: [27, 27] }),
};
export const scooter = {
  wrong: job(scooterEngine, [twice, fed('1', 96, [['exhaust', 3]])]),
  turned: job(scooterEngine, [
    twice,
    fed('1', 96, [['exhaust', 3]]),
    fed(
      '1',
      84,
      [
        ['crankcase', 3],
        ['exhaust', 0],
        ['intake', 0],
      ],
      { breatherOff: true, tdcConfirmed: true },
    ),
  ]),
};
