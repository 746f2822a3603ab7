import type { ConditionsOf, FiguresOf, Purpose, State, Symptom, TestKind } from '@rugged/core';

type Conditions = ConditionsOf<'compression'>;
/** Cylinder, strokes as far as they were noted, peak. psi. */
type DemoReading = [cylinder: string, strokes: number[], peak: number, oilMl?: number];
/** A test of another kind, its figures as the job file writes them. */
type DemoOther = { [K in TestKind]: { kind: K; conditions: ConditionsOf<K>; figures: FiguresOf<K>[] } }[TestKind];

export interface DemoJob {
  number: number;
  fleet: string;
  daysAgo: number;
  complaint: string;
  alreadyDone?: string;
  symptoms?: Symptom[];
  /** In the engine's own unit. */
  meter?: number;
  purpose?: Purpose;
  closed?: boolean;
  altitudeM?: number;
  tests: { conditions: Conditions; readings: DemoReading[] }[];
  others?: DemoOther[];
  overrule?: { cylinder?: string; state: State; reason: string };
}

const warm: Conditions = { engineTemperature: 'warm', throttle: 'open', plugs: 'all-out' };
const cold: Conditions = { engineTemperature: 'cold', throttle: 'open', plugs: 'all-out' };
const diesel = {
  unit: 'psi' as const,
  name: 'Diesel tester',
  fullScale: 1000,
  division: 10,
  accuracyPercentOfFullScale: 1,
  valveAtEngineEnd: true,
};
const borrowed = {
  unit: 'psi' as const,
  name: 'Borrowed car tester',
  fullScale: 300,
  division: 5,
  accuracyPercentOfFullScale: 3,
  valveAtEngineEnd: false,
  hoseVolumeCm3: 14,
};

const air = {
  unit: 'psi' as const,
  name: 'Cart leak-down tester',
  fullScale: 100,
  division: 1,
  accuracyPercentOfFullScale: 1.6,
  orificeMm: 1,
};
const held = (from: number, to: number) =>
  [0, 60, 120, 180].map((seconds) => ({
    seconds,
    value: Number((from + ((to - from) * seconds) / 180).toFixed(2)),
    celsius: 18,
  }));

/** Oldest first. Two engines come back from earlier seasons; one of each state is among those in work. */
export const JOBS: readonly DemoJob[] = [
  {
    number: 301,
    fleet: 'orrin',
    daysAgo: 610,
    complaint: 'spring baseline',
    meter: 410,
    closed: true,
    tests: [
      {
        conditions: warm,
        readings: [
          ['1', [104], 148],
          ['2', [102], 146],
        ],
      },
    ],
  },
  {
    number: 305,
    fleet: 'halden',
    daysAgo: 588,
    complaint: 'before the season',
    meter: 31200,
    closed: true,
    tests: [
      {
        conditions: warm,
        readings: [
          ['1', [118, 150, 163], 168],
          ['2', [117], 169],
          ['3', [114], 166],
          ['4', [116], 167],
        ],
      },
    ],
  },
  {
    number: 362,
    fleet: 'orrin',
    daysAgo: 244,
    complaint: 'second season check',
    meter: 530,
    closed: true,
    tests: [
      {
        conditions: warm,
        readings: [
          ['1', [101], 145],
          ['2', [92], 136],
        ],
      },
    ],
  },
  {
    number: 370,
    fleet: 'halden',
    daysAgo: 226,
    complaint: 'a little smoke',
    meter: 36900,
    closed: true,
    tests: [
      {
        conditions: warm,
        readings: [
          ['1', [115], 163],
          ['2', [116], 165],
          ['3', [96], 149],
          ['4', [104], 156],
        ],
      },
    ],
    overrule: {
      cylinder: '3',
      state: 'watch',
      reason: 'Owner rides 2,000 km more at most this year. Told him what it will become.',
    },
  },
  {
    number: 398,
    fleet: 'corrie',
    daysAgo: 61,
    complaint: 'routine, fire season',
    meter: 88,
    closed: true,
    tests: [{ conditions: warm, readings: [['1', [78, 104], 118]] }],
  },
  {
    number: 412,
    fleet: 'orrin',
    daysAgo: 3,
    complaint: 'hard start',
    alreadyDone: 'New plugs, carburettor cleaned',
    meter: 640,
    altitudeM: 210,
    tests: [
      {
        conditions: warm,
        readings: [
          ['1', [98, 128, 140], 142],
          ['2', [71, 96, 108], 112],
          ['2', [72], 112],
          ['2', [], 139, 1],
        ],
      },
    ],
    others: [
      {
        kind: 'leakdown',
        conditions: { engineTemperature: 'warm', tester: air },
        figures: [
          { cylinder: '1', unit: 'psi', supply: 80, cylinderPressure: 73, heard: [{ at: 'crankcase', level: 1 }] },
          {
            cylinder: '2',
            unit: 'psi',
            supply: 80,
            cylinderPressure: 51,
            heard: [
              { at: 'crankcase', level: 3 },
              { at: 'exhaust', level: 0 },
              { at: 'neighbour', level: 0, cylinder: '1' },
            ],
          },
        ],
      },
    ],
  },
  {
    number: 415,
    fleet: 'pellow',
    daysAgo: 2.6,
    complaint: 'before buying',
    meter: 780,
    tests: [
      {
        conditions: warm,
        readings: [
          ['1', [92], 128],
          ['2', [80], 114],
          ['3', [90], 126],
          ['4', [93], 130],
          ['6', [91], 127],
        ],
      },
    ],
  },
  {
    number: 418,
    fleet: 'halden',
    daysAgo: 2.1,
    complaint: 'uneven idle, smokes on the overrun',
    symptoms: ['rough-idle', 'blue-smoke'],
    meter: 41200,
    tests: [
      {
        conditions: warm,
        readings: [
          ['1', [112, 146, 156], 158],
          ['2', [115, 149, 160], 161],
          ['3', [70, 94, 108, 115], 116],
          ['4', [96, 128, 140], 142],
        ],
      },
    ],
  },
  {
    number: 420,
    fleet: 'bruar',
    daysAgo: 1.8,
    complaint: 'will it run again?',
    alreadyDone: 'Stood eight years in a barn. Recoil is broken',
    tests: [],
    others: [
      {
        kind: 'leakdown',
        conditions: { engineTemperature: 'cold', tester: air },
        figures: [
          {
            cylinder: '1',
            unit: 'psi',
            supply: 40,
            cylinderPressure: 35.5,
            breatherOff: true,
            heard: [
              { at: 'crankcase', level: 1 },
              { at: 'exhaust', level: 0 },
              { at: 'intake', level: 0 },
            ],
          },
        ],
      },
    ],
  },
  {
    number: 421,
    fleet: 'skarn',
    daysAgo: 1.5,
    complaint: 'condemned elsewhere, shakes',
    meter: 1260,
    tests: [
      {
        conditions: cold,
        readings: [
          ['L', [66, 90], 104],
          ['R', [2, 4], 4],
        ],
      },
    ],
  },
  {
    number: 423,
    fleet: 'merrow',
    daysAgo: 1.2,
    complaint: 'baseline before a long trip',
    meter: 52400,
    tests: [
      {
        conditions: warm,
        readings: [
          ['L', [108, 140, 150], 152],
          ['R', [107, 139, 149], 151],
        ],
      },
    ],
    others: [
      {
        kind: 'valve-clearance',
        conditions: { engineTemperature: 'cold' },
        figures: [
          { cylinder: 'L', valve: 'intake', mm: 0.15 },
          { cylinder: 'L', valve: 'exhaust', mm: 0.1 },
          { cylinder: 'R', valve: 'intake', mm: 0.15 },
          { cylinder: 'R', valve: 'exhaust', mm: 0.25 },
        ],
      },
    ],
  },
  {
    number: 424,
    fleet: 'fennick',
    daysAgo: 0.9,
    complaint: 'pulls easy, will not fire',
    tests: [
      {
        conditions: { ...warm, engineTemperature: 'cold', tester: borrowed },
        readings: [['1', [22, 34, 43, 50, 56, 60], 64]],
      },
    ],
  },
  {
    number: 426,
    fleet: 'thole',
    daysAgo: 0.7,
    complaint: 'before buying the boat',
    meter: 3100,
    tests: [
      {
        conditions: { ...cold, crankingRpm: 210, tester: diesel },
        readings: [
          ['1', [250, 340, 380], 395],
          ['2', [255, 345, 388], 402],
          ['3', [240, 336, 372], 388],
        ],
      },
    ],
  },
  {
    number: 427,
    fleet: 'kell',
    daysAgo: 0.5,
    complaint: 'no power, bogs',
    meter: 210,
    altitudeM: 640,
    tests: [
      {
        conditions: { ...cold, throttle: 'closed' },
        readings: [
          ['MAG', [48], 74],
          ['PTO', [47], 72],
        ],
      },
    ],
    others: [
      {
        kind: 'crankcase',
        conditions: { mode: 'pressure', unit: 'psi', case: 'PTO', rigDropPerMinute: 0.02 },
        figures: held(5, 3.8),
      },
      { kind: 'crankcase', conditions: { mode: 'vacuum', unit: 'inHg', case: 'PTO' }, figures: held(10, 9.8) },
    ],
  },
  {
    number: 428,
    fleet: 'gannet',
    daysAgo: 0.3,
    complaint: 'hard to start when hot',
    tests: [{ conditions: warm, readings: [['1', [60, 74], 78]] }],
    others: [
      { kind: 'spark', conditions: { by: 'gap-tester' }, figures: [{ cylinder: '1', spark: 'weak' }] },
      { kind: 'oil-pressure', conditions: { engineTemperature: 'warm' }, figures: [{ at: 'cranking', builds: true }] },
    ],
  },
  {
    number: 429,
    fleet: 'tamsin',
    daysAgo: 0.15,
    complaint: 'slow on hills',
    meter: 18400,
    tests: [{ conditions: warm, readings: [['1', [92, 126], 138]] }],
  },
];
