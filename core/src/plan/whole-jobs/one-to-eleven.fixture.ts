import type { Engine, Test } from '../..';
import { job, dry, oiled, launchFour, fed } from './pieces.fixture';

/** Jobs 1 to 11 of twenty-one, on engines of all kinds; each as far as its tests were done. */

export const snowTwin: Engine = {
  cycle: 'two-stroke',
  fuel: 'petrol',
  family: 'powersports',
  layout: 'inline',
  cylinders: ['PTO', 'MAG'],
  cooling: 'liquid',
  boreMm: 76,
  strokeMm: 65,
  compressionRatio: 9,
};
const snowBook = [
  {
    source: 'after rebuild',
    compression: { unit: 'psi' as const, min: 115, max: 135 },
    crankcase: { unit: 'psi' as const, pressure: 5, maximum: 8, holdSeconds: 180, maxDrop: 0.5 },
  },
];
const hold = (at: string, end: number, rig = 0.03): Test => ({
  kind: 'crankcase',
  mode: 'pressure',
  unit: 'psi',
  case: at,
  rigDropPerMinute: rig,
  samples: [
    { seconds: 0, value: 5 },
    { seconds: 90, value: (5 + end) / 2 },
    { seconds: 180, value: end },
  ],
});
/** 1. Proof of a bottom end. */
export const bottomEnd = {
  holds: job(snowTwin, [hold('PTO', 4.82), hold('MAG', 4.8)], { books: snowBook, symptoms: ['rebuilt'] }),
  leaks: job(snowTwin, [hold('PTO', 4.82), hold('MAG', 3.4)], { books: snowBook, symptoms: ['rebuilt'] }),
  proven: job(
    snowTwin,
    [
      hold('PTO', 4.82),
      hold('MAG', 4.8),
      {
        kind: 'compression',
        engineTemperature: 'warm',
        throttle: 'open',
        tester: { valveAtEngineEnd: true, unit: 'psi', fullScale: 300, division: 2, accuracyPercentOfFullScale: 1 },
        readings: dry('psi', { PTO: 124, MAG: 127 }),
      },
    ],
    { books: snowBook, symptoms: ['rebuilt'] },
  ),
};

const oldTwin: Engine = {
  cycle: 'four-stroke',
  fuel: 'petrol',
  family: 'motorcycle',
  layout: 'vee',
  cylinders: ['front', 'rear'],
  cooling: 'air',
  boreMm: 84,
  strokeMm: 90,
  compressionRatio: 8.2,
};
/** 2. Old V-twin before it is taken apart. */
export const before = job(oldTwin, [
  { kind: 'oil-pressure', readings: [{ at: 'cranking', builds: true }] },
  {
    kind: 'spark',
    readings: [
      { cylinder: 'front', spark: 'jumps' },
      { cylinder: 'rear', spark: 'jumps' },
    ],
  },
  {
    kind: 'compression',
    engineTemperature: 'cold',
    throttle: 'open',
    readings: dry('psi', { front: [139, 139, 140], rear: [142, 142, 141] }),
  },
  {
    kind: 'leakdown',
    tester: { unit: 'psi', fullScale: 100, division: 2, maxSupply: 60 },
    readings: [
      {
        cylinder: 'front',
        unit: 'psi',
        supply: 60,
        percent: 7,
        breatherOff: true,
        heard: [{ at: 'crankcase', level: 1 }],
      },
      {
        cylinder: 'rear',
        unit: 'psi',
        supply: 60,
        percent: 10,
        breatherOff: true,
        heard: [{ at: 'crankcase', level: 1 }],
      },
    ],
  },
]);

/** 3. Should this boat be bought? A diesel four, and a pull-start outboard twin. */
export const dieselFour = job(
  {
    cycle: 'four-stroke',
    fuel: 'diesel',
    family: 'inboard',
    layout: 'inline',
    cylinders: ['1', '2', '3', '4'],
    cooling: 'liquid',
    boreMm: 84,
    strokeMm: 90,
    compressionRatio: 21,
  },
  [
    {
      kind: 'compression',
      engineTemperature: 'warm',
      tester: { unit: 'psi', fullScale: 1000, division: 10, accuracyPercentOfFullScale: 1 },
      readings: dry('psi', { 1: 398, 2: 404, 3: 391, 4: [317, 318] }),
    },
  ],
  {
    books: [
      {
        source: 'workshop manual',
        engineTemperature: 'warm',
        compression: { unit: 'psi', min: 370, max: 430 },
        spread: { method: 'each-vs-others', limitPercent: 15 },
      },
    ],
  },
);
export const pullTwin = job(
  {
    cycle: 'two-stroke',
    fuel: 'petrol',
    family: 'outboard',
    layout: 'inline',
    cylinders: ['top', 'bottom'],
    cooling: 'liquid',
  },
  [
    {
      kind: 'compression',
      engineTemperature: 'cold',
      throttle: 'open',
      readings: dry('psi', { top: 133, bottom: 126 }),
    },
  ],
);

/** 4. Where does it go? The crank turned; then bubbles in the header tank. */
export const header = {
  turned: job({ ...launchFour, cylinders: ['2'], layout: 'single', firingOrder: ['2'] }, [
    fed('2', 86, [], { crankTurned: true }),
  ]),
  bubbles: job({ ...launchFour, cylinders: ['2'], layout: 'single', firingOrder: ['2'] }, [
    fed('2', 86, [], { crankTurned: true }),
    fed(
      '2',
      13,
      [
        ['exhaust', 0],
        ['intake', 1],
        ['crankcase', 1],
        ['coolant', 2],
      ],
      { breatherOff: true, tdcConfirmed: true },
    ),
  ]),
};

/** 5. Trimmer that will not start. */
export const trimmer = job(
  {
    cycle: 'two-stroke',
    fuel: 'petrol',
    family: 'handheld',
    cylinders: ['1'],
    cooling: 'air',
    boreMm: 34,
    strokeMm: 28,
    compressionRatio: 10,
  },
  [
    { kind: 'spark', readings: [{ cylinder: '1', spark: 'jumps' }] },
    {
      kind: 'compression',
      engineTemperature: 'cold',
      throttle: 'open',
      checked: true,
      tester: {
        unit: 'psi',
        fullScale: 200,
        division: 2,
        accuracyPercentOfFullScale: 1.6,
        valveAtEngineEnd: true,
        hoseVolumeCm3: 4,
      },
      readings: [...dry('psi', { 1: [82, 84] }), ...oiled({ 1: 101 }, 0.15)],
    },
  ],
  { books: [{ source: 'the manual', engineTemperature: 'cold', compression: { unit: 'psi', min: 110 } }] },
);

/** 6. Health check of a four by air. */
export const byAir = job({ ...launchFour, family: 'motorcycle', firingOrder: ['1', '2', '4', '3'] }, [
  {
    kind: 'leakdown',
    tester: { unit: 'psi', fullScale: 100, division: 1 },
    readings: [2, 4, 3, 5].map((percent, i) => ({
      cylinder: String(i + 1),
      unit: 'psi' as const,
      supply: 100,
      percent,
    })),
  },
]);

const bigTwin: Engine = {
  cycle: 'four-stroke',
  fuel: 'petrol',
  family: 'small-engine',
  layout: 'vee',
  cylinders: ['1', '2'],
  cooling: 'air',
  cranks: false,
};
/** 7. Big vertical twin that cannot be run: air at the intake until the breather comes off. */
export const verticalTwin = job(bigTwin, [
  {
    kind: 'leakdown',
    tester: { unit: 'psi', fullScale: 100, division: 2, orificeMm: 1 },
    readings: [
      {
        cylinder: '1',
        unit: 'psi',
        supply: 40,
        cylinderPressure: 27,
        breatherOff: false,
        heard: [
          { at: 'crankcase', level: 2 },
          { at: 'intake', level: 2 },
          { at: 'exhaust', level: 0 },
        ],
      },
      {
        cylinder: '1',
        unit: 'psi',
        supply: 40,
        cylinderPressure: 27,
        breatherOff: true,
        heard: [
          { at: 'crankcase', level: 2 },
          { at: 'intake', level: 0 },
          { at: 'exhaust', level: 0 },
        ],
      },
    ],
  },
]);

/** 8. Condemned by another shop: half of the other; a push-rod lies bent. */
const standby: Engine = { ...bigTwin, family: 'generator', cranks: true };
const halves: Test = {
  kind: 'compression',
  engineTemperature: 'warm',
  throttle: 'open',
  checked: true,
  readings: dry('psi', { 1: [171, 171], 2: [84, 84] }),
};
const fivePercent = [
  {
    source: 'the book',
    compression: { unit: 'psi' as const, min: 150 },
    spread: { method: 'lowest-vs-highest' as const, limitPercent: 5 },
  },
];
export const condemned = {
  read: job(standby, [halves], { books: fivePercent }),
  opened: job(standby, [halves, { kind: 'valve-train', readings: [{ cylinder: '2', seen: 'bent-or-broken' }] }], {
    books: fivePercent,
  }),
};

/** 9. Tiller with a broken starter: it comes down as it is turned over. */
export const tiller = job(
  {
    cycle: 'four-stroke',
    fuel: 'petrol',
    family: 'small-engine',
    cylinders: ['1'],
    cooling: 'air',
    valveGear: 'side-valve',
    cranks: false,
  },
  [44, 37, 29].map((percent): Test => ({
    ...fed(
      '1',
      percent,
      percent === 29
        ? [
            ['crankcase', 2],
            ['exhaust', 1],
          ]
        : [],
      { breatherOff: true },
    ),
  })),
);

/** 10. Smokes on slopes: strong at the joint by the tunnel, clear at the filler too. */
export const slopes = job(
  {
    cycle: 'four-stroke',
    fuel: 'petrol',
    family: 'small-engine',
    cylinders: ['1'],
    cooling: 'air',
    compressionRelease: 'automatic',
  },
  [
    {
      kind: 'leakdown',
      tester: { unit: 'psi', fullScale: 100, division: 2 },
      readings: [
        {
          cylinder: '1',
          unit: 'psi',
          supply: 100,
          cylinderPressure: 26,
          breatherOff: true,
          tdcConfirmed: true,
          heard: [
            { at: 'head-joint', level: 3 },
            { at: 'crankcase', level: 2 },
            { at: 'exhaust', level: 0 },
            { at: 'intake', level: 0 },
          ],
        },
      ],
    },
  ],
  { symptoms: ['burns-oil', 'blue-smoke'] },
);

/** 11. Enduro single, hard to start hot. */
export const enduro = job(
  { cycle: 'four-stroke', fuel: 'petrol', family: 'motorcycle', cylinders: ['1'], cooling: 'liquid' },
  [
    {
      kind: 'valve-clearance',
      readings: [
        { cylinder: '1', valve: 'intake', mm: 0.12 },
        { cylinder: '1', valve: 'exhaust', mm: 0.2 },
      ],
    },
    fed(
      '1',
      17,
      [
        ['crankcase', 2],
        ['exhaust', 0],
        ['intake', 0],
        ['coolant', 0],
      ],
      { breatherOff: true },
    ),
  ],
  { books: [{ valveClearance: { intake: { minMm: 0.1, maxMm: 0.15 }, exhaust: { minMm: 0.17, maxMm: 0.22 } } }] },
);
