import type { Temperature } from './book';
import type { Tester } from './tester';
import type { PressureUnit, VacuumUnit } from '../quantity/units';

export interface CompressionReading {
  cylinder: string;
  unit: PressureUnit;
  peak: number;
  strokes?: number[];
  per?: 'stroke' | 'pull';
  wet?: boolean;
  oilMl?: number;
  /** Half the width over which a needle swings that will not settle, in `unit`. */
  swing?: number;
}

/** What any test may say of when it was made. */
export interface AfterRepair {
  /** It begins a new line: what was read earlier is before, the verdict is of what came after. */
  after?: 'repair';
  /** What was done. */
  repair?: string;
}

export interface CompressionTest {
  kind: 'compression';
  engineTemperature?: Temperature;
  throttle?: 'open' | 'closed';
  plugs?: 'all-out' | 'one-out';
  crankingRpm?: number;
  /** The test itself was questioned, throttle, battery, tester and release, and nothing was found. */
  checked?: boolean;
  tester?: Tester;
  readings: CompressionReading[];
}

export type HeardAt =
  'exhaust' | 'intake' | 'crankcase' | 'coolant' | 'neighbour' | 'head-joint' | 'push-rod-tunnel' | 'adapter';
export interface Heard {
  at: HeardAt;
  level: number;
  /** A hand over it lifted the gauge: there the air was going. */
  closedRaises?: boolean;
  cylinder?: string;
}

export interface LeakdownReading {
  cylinder: string;
  unit: PressureUnit;
  supply: number;
  cylinderPressure?: number;
  percent?: number;
  /** Half the width over which the needle swings: in percent where percent was read, else in `unit`. */
  swing?: number;
  tdcConfirmed?: boolean;
  breatherOff?: boolean;
  /** The piston went down under the air. */
  crankTurned?: boolean;
  /** The cylinder gauge as it settled, in `unit`. */
  settling?: { seconds: number; cylinderPressure: number }[];
  heard?: Heard[];
}

export interface LeakdownTest {
  kind: 'leakdown';
  engineTemperature?: Temperature;
  /** Both valves are shut wherever the piston stands: there is no wrong stroke. */
  rockersOff?: boolean;
  /** `maxSupply` is the tester's own ceiling, in its unit. */
  tester?: Tester & { orificeMm?: number; maxSupply?: number };
  readings: LeakdownReading[];
}

export interface CrankcaseTest {
  kind: 'crankcase';
  mode: 'pressure' | 'vacuum';
  unit: VacuumUnit;
  case?: string;
  rigDropPerMinute?: number;
  tester?: Tester;
  engineTemperature?: Temperature;
  samples: { seconds: number; value: number; celsius?: number }[];
}

/** Pressure of a cylinder while the engine runs: at idle, and as the throttle is snapped open and shut. */
export interface RunningCompressionTest {
  kind: 'running-compression';
  tester?: Tester;
  readings: { cylinder: string; unit: PressureUnit; idle?: number; snap?: number }[];
}

export const NEEDLES = ['steady', 'regular-flick', 'irregular-flick', 'slow-sway'] as const;
export type Needle = (typeof NEEDLES)[number];

/** Depth below the air outside, warm, at idle. */
export interface ManifoldVacuumTest {
  kind: 'manifold-vacuum';
  tester?: Tester;
  readings: { unit: VacuumUnit; depth: number; needle?: Needle; rpm?: number }[];
}

/** `held` is what was left after `heldSeconds` with the pump off. */
export interface FuelPressureTest {
  kind: 'fuel-pressure';
  tester?: Tester;
  readings: { unit: PressureUnit; pressure: number; held?: number; heldSeconds?: number }[];
}

export interface ValveClearanceTest {
  kind: 'valve-clearance';
  engineTemperature?: Temperature;
  /** Step of the feeler gauges. */
  stepMm?: number;
  readings: { cylinder: string; valve: 'intake' | 'exhaust'; number?: number; mm: number }[];
}

export type BoreHeight = 'top' | 'middle' | 'bottom';

/** Bore along the crank and across it at one height. */
export interface BoreTest {
  kind: 'bore';
  stepMm?: number;
  readings: { cylinder: string; height: BoreHeight; alongMm: number; acrossMm: number }[];
}

export interface RingGapTest {
  kind: 'ring-gap';
  stepMm?: number;
  readings: { cylinder: string; ring: 'top' | 'second' | 'oil'; mm: number }[];
}

/** Piston at its skirt, its pin, and the eye of the rod that the pin runs in. */
export interface PistonTest {
  kind: 'piston';
  stepMm?: number;
  readings: { cylinder: string; skirtMm?: number; pinMm?: number; smallEndMm?: number }[];
}

/** Parts that are seen once an engine lies open. */
export const INSIDE = [
  'bore',
  'rings',
  'piston',
  'pin',
  'small-end',
  'big-end',
  'intake-valve',
  'exhaust-valve',
  'gasket',
  'head',
  'reeds',
  'seals',
  'crank',
  'case',
] as const;
export type Inside = (typeof INSIDE)[number];

export const SEEN_INSIDE = [
  'good',
  'worn',
  'scored',
  'broken',
  'burnt',
  'loose',
  'stuck',
  'carboned',
  'corroded',
  'warped',
] as const;
export type SeenInside = (typeof SEEN_INSIDE)[number];

/** How the parts of an opened engine look. Good is said too. */
export interface OpenedTest {
  kind: 'opened';
  /** `mm` is play, or of a head how far it is out of true; `words` are one's own. */
  readings: { cylinder: string; part: Inside; seen: SeenInside; mm?: number; words?: string }[];
}

/** Whether oil pressure shows at all, or how much of it, warm or cold as the conditions say. */
export interface OilPressureTest {
  kind: 'oil-pressure';
  engineTemperature?: Temperature;
  tester?: Tester;
  readings: OilPressureReading[];
}
/** On a gauge in `unit`, or by the lamp, the sender or oil at the rockers: whether it builds at all. */
export type OilPressureReading = { at: OilPressureAt } & (
  { unit: PressureUnit; pressure: number; builds?: never } | { builds: boolean; unit?: never; pressure?: never }
);
export const OIL_PRESSURE_AT = ['cranking', 'idle'] as const;
export type OilPressureAt = (typeof OIL_PRESSURE_AT)[number];

export const SPARKS = ['jumps', 'weak', 'none'] as const;
export type Spark = (typeof SPARKS)[number];
export const SPARK_TESTERS = ['gap-tester', 'plug-on-the-engine', 'lamp-in-the-lead'] as const;
export type SparkTester = (typeof SPARK_TESTERS)[number];

export const VALVE_TRAIN_SEEN = [
  'both-move',
  'intake-does-not-move',
  'exhaust-does-not-move',
  'bent-or-broken',
] as const;
export type ValveTrainSeen = (typeof VALVE_TRAIN_SEEN)[number];

/** What is seen under the rocker cover while the engine is turned by hand. */
export interface ValveTrainTest {
  kind: 'valve-train';
  readings: { cylinder: string; seen: ValveTrainSeen }[];
}

/** Spark by plug while it cranks: jumps the gap, weak, or none. */
export interface SparkTest {
  kind: 'spark';
  by?: SparkTester;
  readings: { cylinder: string; spark: Spark }[];
}

export const BATTERY_SYSTEMS = [6, 12, 24] as const;
/** Volts of the battery at rest and while it cranks: what keeps the starter honest. */
export interface BatteryCrankingTest {
  kind: 'battery-cranking';
  /** Volts that the system is called by; 12 when not said. */
  system?: (typeof BATTERY_SYSTEMS)[number];
  readings: { before?: number; during: number }[];
}

/** Every kind of test there is, by its name in the job file. */
export interface TestShapes {
  compression: CompressionTest;
  leakdown: LeakdownTest;
  crankcase: CrankcaseTest;
  'running-compression': RunningCompressionTest;
  'manifold-vacuum': ManifoldVacuumTest;
  'fuel-pressure': FuelPressureTest;
  'valve-clearance': ValveClearanceTest;
  'valve-train': ValveTrainTest;
  bore: BoreTest;
  'ring-gap': RingGapTest;
  piston: PistonTest;
  opened: OpenedTest;
  'oil-pressure': OilPressureTest;
  spark: SparkTest;
  'battery-cranking': BatteryCrankingTest;
}
export type TestKind = keyof TestShapes;
export type TestOf<K extends TestKind> = TestShapes[K] & AfterRepair;
export type Test = { [K in TestKind]: TestOf<K> }[TestKind];
/** What all readings of one test share. */
export type ConditionsOf<K extends TestKind> = Omit<TestOf<K>, 'kind' | 'readings' | 'samples'>;
/** One reading, or one look at a gauge that is watched over time. */
export type FiguresOf<K extends TestKind> =
  TestOf<K> extends { readings: (infer R)[] } ? R : TestOf<K> extends { samples: (infer S)[] } ? S : never;

/** Where a test of a kind keeps what was read: a gauge that is watched over time has samples. */
export const listOf = (kind: TestKind): 'readings' | 'samples' => (kind === 'crankcase' ? 'samples' : 'readings');

/** The readings of a test, or its samples where a gauge is watched over time. */
export function readingsOf<K extends TestKind>(test: TestOf<K>): readonly FiguresOf<K>[] {
  return ('samples' in test ? test.samples : test.readings) as unknown as readonly FiguresOf<K>[];
}
