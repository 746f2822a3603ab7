import { neighboursOfCylinder } from '../engine/banks';
import { startingOf } from '../engine/usual-of';
import { InputError } from '../quantity/input-error';
import { fromKPa, toKPa } from '../quantity/pressure';
import { type Random, seeded } from '../quantity/random';
import { compressionGauge } from '../reading/gauge';
import type { Heard } from '../jobfile/tests';
import type { VirtualTestFault } from '../jobfile/virtual';
import { AIR_K, crankOnce, OFF_TDC_MM, type Scene, sceneOf } from '../virtual-engine/scene';
import {
  type Aired,
  type Cranked,
  type CrankingOptions,
  listen,
  otherSideOf,
  putAirIn,
  STROKES_PER_PULL,
  type VirtualCylinder,
} from '../virtual-engine';
import { needle } from '../virtual-engine/simulate';
import type { PracticeCase } from './case';
import type { Hands, Mend, Work } from './work';

/** Air of a leak-down tester, kPa; the orifice, mm. */
export const SUPPLY_KPA = toKPa(80, 'psi');
const ORIFICE_MM = 1;
export const LEAKDOWN_TESTER = { unit: 'psi', fullScale: 100, division: 2, orificeMm: ORIFICE_MM } as const;

/** A four-stroke's valves stand open so far off the top; a two-stroke's ports much further. */
const OPENS_AT_DEGREES = { 'four-stroke': 12, 'two-stroke': 80 } as const;
/** An arm is slower by so much with every pull until it rests. */
const TIRES = 0.015;
const MOST_TIRED = 0.2;
/** What each trouble is put right by. */
export const MENDED_BY: Readonly<Record<NonNullable<PracticeCase['hidden']['trouble']>, Mend>> = {
  'tester-without-valve': 'tester',
  'stiff-tester-valve': 'tester',
  'slow-cranking': 'battery',
  'lever-on': 'lever',
  'adapter-leak': 'adapter',
  'rig-leak': 'rig',
};

/** Whether a cord is pulled, or a key held. */
export const isPulled = ({ job }: Pick<PracticeCase, 'job'>): boolean => startingOf(job.engine) === 'recoil';

export function onEngine({ job }: PracticeCase, cylinder: string): void {
  if (!job.engine.cylinders.includes(cylinder)) throw new InputError('cylinder', 'no-such-cylinder', { cylinder });
}

/** What is wrong with the test at this moment, as the engine feels it. */
function wrongNow(of: PracticeCase, { hands }: Pick<Work, 'hands'>, cylinder?: string): VirtualTestFault[] {
  const { trouble, at } = of.hidden;
  const stands =
    trouble !== undefined &&
    !hands.mended.includes(MENDED_BY[trouble]) &&
    (trouble !== 'adapter-leak' || at === cylinder);
  // Against its own plugs an engine of several turns slower.
  const laboured = hands.plugs === 'in' && of.job.engine.cylinders.length > 1;
  return [
    ...(stands ? [trouble] : []),
    ...(laboured && trouble !== 'slow-cranking' ? ['slow-cranking' as const] : []),
    ...(hands.throttle === 'shut' ? ['throttle-closed' as const] : []),
    ...(hands.warm ? [] : ['cold-engine' as const]),
  ];
}

/** The engine as it stands under these hands, and numbers that differ from take to take. */
export function underHands(of: PracticeCase, work: Work, id: string): { scene: Scene; cylinder: VirtualCylinder } {
  onEngine(of, id);
  const { hidden, job } = of;
  const { seed, faults, nuisance } = hidden;
  const scene = sceneOf(job, {
    seed,
    faults,
    nuisance,
    testFaults: wrongNow(of, work, id),
    starting: isPulled(of) ? 'recoil' : 'electric',
  });
  const random = seeded(seed * 7919 + (work.done.length + 1000 * work.luck) * 104_729 + 1);
  const tired = isPulled(of) ? Math.min(MOST_TIRED, TIRES * work.hands.pulls) : 0;
  const cylinder = scene.cylinders.find((one) => one.id === id) as VirtualCylinder;
  return {
    scene: { ...scene, random, starter: { ...scene.starter, freeRpm: scene.starter.freeRpm * (1 - tired) } },
    cylinder,
  };
}

/** Still climbing by more than this from one stroke to the next, it was not turned for long enough. */
const RISING = 0.04;
export const isRising = (strokes: readonly number[], by = RISING): boolean => {
  const [last = 0, before = 0] = [strokes.at(-1), strokes.at(-2)];
  return strokes.length < 2 || last - before > by * last;
};
/** Nobody turns it longer than this, strokes or pulls: what climbs still tells that by itself. */
export const mostStrokes = (of: Pick<PracticeCase, 'job'>): number => (isPulled(of) ? 8 : 12);

/** The engine turned for so many strokes or pulls, with its needle on the way. */
export function turnOver(
  of: PracticeCase,
  work: Work,
  { cylinder: id, strokes }: { cylinder: string; strokes: number },
  onStep?: CrankingOptions['onStep'],
): { cranked: Cranked; random: Random } {
  const { scene, cylinder } = underHands(of, work, id);
  const turns = isPulled(of) ? strokes * STROKES_PER_PULL : strokes;
  const cranked = crankOnce(scene, cylinder, work.hands.oil[id] ?? 0, {
    strokes: turns,
    ...(onStep ? { onStep } : {}),
  });
  return { cranked, random: scene.random };
}

export const testerOf = ({ job }: PracticeCase) => job.tests?.find((test) => test.kind === 'compression')?.tester;

/** What the gauge of this case shows: its own error is the same at every reading, and its needle has a stop. */
export function shownBy(of: PracticeCase): (kPa: number) => number {
  const tester = testerOf(of);
  const unit = tester?.unit ?? 'psi';
  const gauge = compressionGauge(tester, of.job.engine.fuel);
  const shown = needle(gauge, seeded(of.hidden.seed + 17), unit);
  return (kPa) => Math.min(fromKPa(gauge.fullScaleKPa, unit), shown(kPa));
}

/** Where the piston was left lets air past, mm of hole. */
export function openAt({ job: { engine } }: PracticeCase, top: NonNullable<Hands['top']>): number {
  if (engine.cycle === 'four-stroke' && top.stroke === 'exhaust') return OFF_TDC_MM;
  return Math.abs(top.off) > OPENS_AT_DEGREES[engine.cycle] ? OFF_TDC_MM : 0;
}

/** So long a crank that is not held withstands the air, s. */
const WITHSTANDS_SECONDS = 1.2;

/** Air of the tester into a cylinder. @param openMm a valve or port lets past; @param goes nobody holds the crank */
export const airIn = (
  scene: Scene,
  cylinder: VirtualCylinder,
  openMm: number,
  goes = false,
  supplyKPa = SUPPLY_KPA,
): Aired =>
  putAirIn(cylinder, {
    supplyKPa,
    orificeMm: ORIFICE_MM,
    atmosphereKPa: scene.atmosphereKPa,
    airK: AIR_K,
    ...(openMm > 0 ? { openMm } : {}),
    ...(goes ? { turnsAfterSeconds: WITHSTANDS_SECONDS } : {}),
  });

/** Air that escapes now, by the place where it is heard; an ear there says how loud. */
export function soundsOf(of: PracticeCase, work: Work, id: string): Heard[] {
  const { scene, cylinder } = underHands(of, work, id);
  const top = work.hands.top?.cylinder === id ? work.hands.top : undefined;
  const { flows } = airIn(scene, cylinder, top ? openAt(of, top) : 0);
  const { engine } = of.job;
  const gasket = of.hidden.faults.find(
    (fault) => fault.cause === 'head-gasket-between' && [fault.cylinder, otherSideOf(engine, fault)].includes(id),
  );
  const leaksTo = gasket && (gasket.cylinder === id ? otherSideOf(engine, gasket) : gasket.cylinder);
  return listen(
    {
      flows,
      fourStroke: engine.cycle === 'four-stroke',
      liquid: engine.cooling === 'liquid',
      breatherOn: !work.hands.breatherOff,
      neighbours: neighboursOfCylinder(engine, id),
      ...(leaksTo === undefined ? {} : { leaksTo }),
    },
    // The same ear at the same leak hears the same.
    seeded(of.hidden.seed * 31 + id.length),
  );
}
