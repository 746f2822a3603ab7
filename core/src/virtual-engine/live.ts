import { InputError } from '../quantity/input-error';
import type { JobFile } from '../jobfile/job-file';
import { putAirIn } from './air-test';
import { holdCase } from './case-test';
import { crank } from './cranking';
import { sweptCm3, type VirtualCylinder } from './cylinder';
import { caseLeakMm } from './faults';
import { type Random, seeded } from '../quantity/random';
import {
  AIR_K,
  CASE_LEAK_MM,
  CASE_OF_SWEPT,
  OFF_TDC_MM,
  RIG_KPA_PER_MINUTE,
  type Scene,
  sceneOf,
  STROKES,
  throttleOf,
} from './scene';

/**
 * What an electronic sensor says, sample by sample: kPa gauge (depth below the air for a vacuum), one array a channel.
 */
export interface LiveTake {
  sampleHz: number;
  channels: readonly { name: LiveChannel; samples: Float32Array }[];
}
export type LiveChannel = 'pressure' | 'supply' | 'cylinder';

interface On {
  cylinder: string;
  /** Which time it is tried: every take scatters differently, and the same take is the same to the last sample. */
  take: number;
}

const CRANKING_HZ = 1000;
/** The starter is heard before the first stroke. */
const LEAD_SECONDS = 0.3;
const TAIL_SECONDS = 0.4;
const AIR_HZ = 20;
const AIR_SECONDS = 12;
/** A hand on the regulator takes so long to bring the pressure up. */
const RAMP_SECONDS = 1.5;
const CASE_HZ = 4;
/** Of the figure: starter, battery and hand differ from take to take (standard deviation). */
const TAKE_SCATTER = 0.008;
/** Of the sensor, kPa (standard deviation). */
const NOISE_KPA = { cranking: 0.4, air: 0.35, case: 0.02 } as const;
/** A sensor screwed into the plug hole adds this little to the chamber. */
const SENSOR_CM3 = 0.4;

/**
 * Cranking against a sensor in the plug hole: the pressure of the cylinder itself, stroke after stroke.
 *
 * @param job with its `virtual` block; its latest compression test says throttle and temperature
 * @param oilMl over the piston, for a wet take
 * @throws InputError when the engine has no such cylinder
 */
export function liveCompression(job: JobFile, { cylinder: id, take }: On, oilMl = 0): LiveTake {
  const { scene, cylinder, random } = set(job, id, take);
  const scatter = 1 + TAKE_SCATTER * random.normal();
  const starter = { ...scene.starter, freeRpm: scene.starter.freeRpm * (1 + 0.02 * random.normal()) };
  const times: number[] = [0, LEAD_SECONDS];
  const pressures: number[] = [0, 0];
  crank(
    cylinder,
    starter,
    { hoseCm3: SENSOR_CM3, valve: 'none', crackKPa: 0 },
    {
      atmosphereKPa: scene.atmosphereKPa,
      airK: AIR_K,
      strokes: STROKES[starter.kind],
      throttle: throttleOf(scene),
      oilCm3: oilMl,
      onStep: (seconds, _at, kPa) => {
        times.push(LEAD_SECONDS + seconds);
        pressures.push(kPa * scatter);
      },
    },
  );
  const end = (times[times.length - 1] as number) + TAIL_SECONDS;
  times.push(end - 0.9 * TAIL_SECONDS, end);
  pressures.push(0, 0);
  return {
    sampleHz: CRANKING_HZ,
    channels: [
      { name: 'pressure', samples: sampled(times, pressures, CRANKING_HZ, noise(random, NOISE_KPA.cranking)) },
    ],
  };
}

/**
 * Air through a leak-down tester with a sensor on either side of its orifice, from the regulator's first turn until it
 * rests.
 * @param air supply in kPa gauge and the tester's orifice in mm
 */
export function liveLeakdown(
  job: JobFile,
  { cylinder: id, take }: On,
  { supplyKPa, orificeMm }: { supplyKPa: number; orificeMm: number },
): LiveTake {
  const { scene, cylinder, random } = set(job, id, take);
  const rest = putAirIn(cylinder, {
    supplyKPa,
    orificeMm,
    atmosphereKPa: scene.atmosphereKPa,
    airK: AIR_K,
    ...(scene.has('off-tdc') ? { openMm: OFF_TDC_MM } : {}),
    ...(scene.has('crank-turned') ? { turnsAfterSeconds: RAMP_SECONDS } : {}),
  });
  const ramp = (seconds: number) => Math.min(1, seconds / RAMP_SECONDS);
  const times = Array.from({ length: AIR_SECONDS * AIR_HZ + 1 }, (_, i) => i / AIR_HZ);
  const settled = [
    ...rest.settling.map(({ seconds, cylinderKPa }) => [seconds, cylinderKPa] as const),
    [AIR_SECONDS, rest.cylinderKPa] as const,
  ];
  const share = 1 + 0.3 * TAKE_SCATTER * random.normal();
  const held = times.map(
    (seconds) => ramp(seconds) * Math.min(supplyKPa, between(settled, Math.max(0, seconds - RAMP_SECONDS / 3)) * share),
  );
  const error = noise(random, NOISE_KPA.air);
  return {
    sampleHz: AIR_HZ,
    channels: [
      { name: 'supply', samples: Float32Array.from(times, (seconds) => supplyKPa * ramp(seconds) + error()) },
      { name: 'cylinder', samples: Float32Array.from(held, (kPa) => Math.max(0, kPa + error())) },
    ],
  };
}

/** A crankcase shut off at its test pressure, or vacuum, losing it through the seals (and the rig, when that leaks). */
export function liveCrankcase(
  job: JobFile,
  { cylinder: id, take }: On,
  { mode, startKPa, seconds }: { mode: 'pressure' | 'vacuum'; startKPa: number; seconds: number },
): LiveTake {
  if (job.engine.cycle !== 'two-stroke') throw new InputError('engine.cycle', 'four-stroke-case');
  const { scene, cylinder, random } = set(job, id, take);
  const seal = scene.virtual.faults?.find((fault) => fault.cause === 'crank-seal' && fault.cylinder === id);
  const atSeconds = Array.from({ length: Math.floor(seconds * CASE_HZ) + 1 }, (_, i) => i / CASE_HZ);
  const left = holdCase({
    mode,
    startKPa,
    caseCm3: CASE_OF_SWEPT * sweptCm3(cylinder),
    leakMm: caseLeakMm(CASE_LEAK_MM, seal?.severity ?? 0),
    atmosphereKPa: scene.atmosphereKPa,
    airK: AIR_K,
    atSeconds,
  });
  const rig = scene.has('rig-leak') ? RIG_KPA_PER_MINUTE / 60 : 0;
  const error = noise(random, NOISE_KPA.case);
  return {
    sampleHz: CASE_HZ,
    channels: [
      {
        name: 'pressure',
        samples: Float32Array.from(left, (kPa, i) => Math.max(0, kPa - (rig * i) / CASE_HZ + error())),
      },
    ],
  };
}

function set(job: JobFile, id: string, take: number): { scene: Scene; cylinder: VirtualCylinder; random: Random } {
  const { virtual } = job;
  if (!virtual) throw new InputError('virtual', 'virtual-missing');
  const scene = sceneOf(job, virtual);
  const cylinder = scene.cylinders.find((one) => one.id === id);
  if (!cylinder) throw new InputError('cylinder', 'no-such-cylinder', { cylinder: id });
  return { scene, cylinder, random: seeded(virtual.seed * 7919 + take * 104729 + 1) };
}

const noise = (random: Random, sd: number) => () => sd * random.normal();

/** Figures at uneven times, rising, as even samples. */
function sampled(times: readonly number[], figures: readonly number[], hz: number, error: () => number): Float32Array {
  const count = Math.floor((times[times.length - 1] as number) * hz) + 1;
  const samples = new Float32Array(count);
  let after = 1;
  for (let i = 0; i < count; i += 1) {
    while (after < times.length - 1 && (times[after] as number) < i / hz) after += 1;
    samples[i] =
      linear(
        times[after - 1] as number,
        figures[after - 1] as number,
        times[after] as number,
        figures[after] as number,
        i / hz,
      ) + error();
  }
  return samples;
}

/** Of points that rise in their first figure. */
function between(points: readonly (readonly [number, number])[], x: number): number {
  const found = points.findIndex(([at], i) => i > 0 && at >= x);
  const after = found < 0 ? points.length - 1 : found;
  const [[x0, y0], [x1, y1]] = [
    points[after - 1] as readonly [number, number],
    points[after] as readonly [number, number],
  ];
  return linear(x0, y0, x1, y1, x);
}

/** Between two points; outside them the nearer one. */
const linear = (x0: number, y0: number, x1: number, y1: number, x: number) =>
  x1 > x0 ? y0 + (y1 - y0) * Math.min(1, Math.max(0, (x - x0) / (x1 - x0))) : y1;
