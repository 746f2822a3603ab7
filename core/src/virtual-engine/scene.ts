import { siteAtmosphere } from '../air/atmosphere';
import { InputError } from '../quantity/input-error';
import type { JobFile } from '../jobfile/job-file';
import { type CrankingOptions, crank, type Cranked, type Starter, type VirtualGauge } from './cranking';
import { COLD_K, soundCylinders, type VirtualCylinder, WARM_K } from './cylinder';
import { withFaults } from './faults';
import { type Random, seeded } from '../quantity/random';
import type { Nuisance, Virtual, VirtualTestFault } from '../jobfile/virtual';
import type { Test } from '../jobfile/tests';
import { presetOf } from '../engine/preset';

export const AIR_K = 293;
/** Nothing out of the usual. */
const USUAL: Nuisance = {
  heat: 1,
  rings: 1,
  holes: 1,
  timingDegrees: 0,
  ratio: 1,
  crackKPa: 3,
  hoseCm3: 14,
  rpm: 1,
  torque: 1,
  scatter: 0.008,
  loud: 1,
  ears: 0.3,
  bleed: 0,
  adapter: 1,
  offTop: 1,
  throttle: 1,
  alike: 1,
};
/** Sound cylinders of one engine differ by about so much (standard deviation, as a share). */
const ALIKE = { chamber: 0.012, rings: 0.12 } as const;
export const STROKES = { electric: 7, recoil: 12 } as const;
export const STRENGTH = 1.6;
const STIFF_KPA = 60;
export const SHUT_THROTTLE = 0.012;
const LABOURS = { freeRpm: 0.5, strength: 0.7 } as const;
const ADAPTER_MM = 1.1;
const COLD_RINGS = 1.1;
/** A piston off its top leaves so much of a valve or port open, mm of hole. */
export const OFF_TDC_MM = 7;
export const RIG_KPA_PER_MINUTE = 0.5;
export const CASE_LEAK_MM = 0.012;
/** A crankcase holds so many times the stroke. */
export const CASE_OF_SWEPT = 3;

/** One virtual engine with its faults, and what is done to it. */
export interface Scene {
  job: JobFile;
  virtual: Virtual;
  cylinders: VirtualCylinder[];
  starter: Starter;
  atmosphereKPa: number;
  random: Random;
  has(fault: VirtualTestFault): boolean;
  nuisance: Nuisance;
}

/** A virtual engine as it stands before the first test. The same job gives the same engine. */
export function sceneOf(job: JobFile, virtual: Virtual): Scene {
  const { engine } = job;
  const random = seeded(virtual.seed);
  const has = (fault: VirtualTestFault) => virtual.testFaults?.includes(fault) === true;
  if (has('lever-on') && engine.compressionRelease !== 'lever') throw new InputError('virtual.testFaults', 'no-lever');
  const nuisance = { ...USUAL, ...virtual.nuisance };
  const alike = (cylinder: VirtualCylinder): VirtualCylinder => ({
    ...cylinder,
    chamberCm3: (cylinder.chamberCm3 / nuisance.ratio) * (1 + nuisance.alike * ALIKE.chamber * random.normal()),
    closesBefore: cylinder.closesBefore + nuisance.timingDegrees,
    leaks: {
      ...cylinder.leaks,
      rings: nuisance.rings * cylinder.leaks.rings * Math.exp(nuisance.alike * ALIKE.rings * random.normal()),
    },
  });
  const sound = soundCylinders(engine).map((cylinder) => (virtual.ideal ? cylinder : alike(cylinder)));
  const lever = has('lever-on')
    ? engine.cylinders.map((cylinder) => ({ cause: 'compression-release' as const, cylinder, severity: 1 }))
    : [];
  const cylinders = withFaults(engine, sound, [...(virtual.faults ?? []), ...lever], nuisance.holes);
  const starting =
    virtual.starting ?? (engine.family === 'handheld' || engine.family === 'small-engine' ? 'recoil' : 'electric');
  const cold = isCold(job, has);
  const slow = has('slow-cranking');
  const free =
    presetOf(engine).freeRpm *
    nuisance.rpm *
    (virtual.ideal ? 1 : 1 + 0.04 * random.normal()) *
    (cold ? 0.93 : 1) *
    (slow ? LABOURS.freeRpm : 1);
  return {
    job,
    virtual,
    random,
    has,
    nuisance,
    atmosphereKPa: siteAtmosphere(job.site),
    cylinders: cylinders.map((cylinder) => ({
      ...cylinder,
      wallK: cold ? COLD_K : WARM_K,
      leaks: {
        ...cylinder.leaks,
        rings: cylinder.leaks.rings * (cold ? COLD_RINGS : 1),
        adapter: has('adapter-leak') ? nuisance.adapter * ADAPTER_MM * Math.sqrt(cylinder.boreMm / 62) : 0,
      },
    })),
    starter: { kind: starting, freeRpm: free, strength: STRENGTH * nuisance.torque * (slow ? LABOURS.strength : 1) },
  };
}

/** The latest test of a kind that the job already has: its tester and conditions are kept. */
export const template = <K extends Test['kind']>(job: JobFile, kind: K): Extract<Test, { kind: K }> | undefined =>
  job.tests?.findLast((test): test is Extract<Test, { kind: K }> => test.kind === kind);

export const isCold = (job: JobFile, has: Scene['has']) =>
  has('cold-engine') || template(job, 'compression')?.engineTemperature === 'cold';

/** Whether somebody holds the throttle shut. */
export const throttleOf = ({ has, job, nuisance }: Pick<Scene, 'has' | 'job' | 'nuisance'>): number =>
  has('throttle-closed') || template(job, 'compression')?.throttle === 'closed' ? SHUT_THROTTLE * nuisance.throttle : 1;

/** One cylinder against the tester of the job. */
export function crankOnce(
  { virtual, starter, atmosphereKPa, random, has, job, nuisance }: Scene,
  cylinder: VirtualCylinder,
  oilCm3: number,
  { strokes = STROKES[starter.kind], onStep }: Pick<Partial<CrankingOptions>, 'strokes' | 'onStep'> = {},
): Cranked {
  const tester = template(job, 'compression')?.tester;
  const gauge: VirtualGauge = {
    hoseCm3: tester?.hoseVolumeCm3 ?? nuisance.hoseCm3,
    valve: has('tester-without-valve') ? 'none' : tester?.valveAtEngineEnd === false ? 'gauge-end' : 'engine-end',
    crackKPa: has('stiff-tester-valve') ? STIFF_KPA : nuisance.crackKPa,
  };
  const options: CrankingOptions = {
    atmosphereKPa,
    airK: AIR_K,
    strokes,
    throttle: throttleOf({ has, job, nuisance }),
    heat: nuisance.heat,
    oilCm3,
    ...(onStep ? { onStep } : {}),
    ...(virtual.ideal ? { ideal: virtual.ideal } : {}),
  };
  const speed = virtual.ideal ? starter : { ...starter, freeRpm: starter.freeRpm * (1 + 0.02 * random.normal()) };
  return crank(cylinder, speed, gauge, options);
}
