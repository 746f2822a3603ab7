import { neighboursOfCylinder } from '../engine/banks';
import type { Engine } from '../engine/engine';
import { leastChamberOf } from '../engine/least-chamber';
import { InputError } from '../quantity/input-error';
import type { JobFile } from '../jobfile/job-file';
import { compressionGauge, crankcaseGauge, type Gauge, leakdownGauge } from '../reading/gauge';
import { fromKPa, toKPa } from '../quantity/pressure';
import { lockingDoseMl, recommendedDose } from '../oil/oil';
import { putAirIn } from './air-test';
import { holdCase } from './case-test';
import { crank } from './cranking';
import { sweptCm3, type VirtualCylinder } from './cylinder';
import { caseLeakMm, otherSideOf } from './faults';
import { listen } from './listening';
import type { Random } from '../quantity/random';
import {
  AIR_K,
  CASE_LEAK_MM,
  CASE_OF_SWEPT,
  crankOnce,
  isCold,
  OFF_TDC_MM,
  RIG_KPA_PER_MINUTE,
  type Scene,
  sceneOf,
  STRENGTH,
  STROKES,
  template,
} from './scene';
import type { Truth } from '../jobfile/virtual';
import type {
  CompressionReading,
  CompressionTest,
  CrankcaseTest,
  LeakdownReading,
  LeakdownTest,
  Test,
} from '../jobfile/tests';
import { presetOf } from '../engine/preset';
import type { PressureUnit, VacuumUnit } from '../quantity/units';

/** Air that stands scatters less than cranking. */
const STILL = 0.3;
const ORIFICE_MM = 1;
const SUPPLY_KPA = 551.58;

/**
 * The readings of a virtual engine, as a job file that can be judged.
 *
 * @param job with its `virtual` block; the tester and the conditions of a test that it already has are kept
 * @returns the same job with its tests filled, and the truth beside them when it is asked for
 * @throws InputError at the field of a fault that this engine cannot have
 */
export function simulate(job: JobFile): JobFile & { truth?: Truth } {
  const { virtual } = job;
  if (!virtual) throw new InputError('virtual', 'virtual-missing');
  const scene = sceneOf(job, virtual);
  const kinds = virtual.tests ?? ['compression'];
  const tests: Test[] = [];
  if (kinds.includes('compression') || kinds.includes('wet')) tests.push(compressionTest(scene, kinds.includes('wet')));
  if (kinds.includes('leakdown')) tests.push(leakdownTest(scene));
  if (kinds.includes('crankcase')) tests.push(...crankcaseTests(scene));
  return { ...job, tests, ...(virtual.truth ? { truth: truthOf(scene) } : {}) };
}

function compressionTest(scene: Scene, wet: boolean): CompressionTest {
  const { job, virtual, cylinders, random, has, nuisance } = scene;
  const found = template(job, 'compression');
  const unit: PressureUnit = found?.tester?.unit ?? 'psi';
  const shown = needle(compressionGauge(found?.tester, job.engine.fuel), virtual.ideal ? undefined : random, unit);
  const readings: CompressionReading[] = [];
  let rpm = 0;
  for (const cylinder of cylinders) {
    const dry = crankOnce(scene, cylinder, 0);
    rpm += dry.meanRpm / cylinders.length;
    const scatter = virtual.ideal ? 1 : 1 + nuisance.scatter * random.normal();
    const strokes = dry.strokes.map((kPa) => shown(kPa * scatter));
    const peak = shown(dry.peakKPa * scatter);
    readings.push({
      cylinder: cylinder.id,
      unit,
      ...(virtual.ideal ? {} : { strokes }),
      peak,
      ...(scene.starter.kind === 'recoil' ? { per: 'pull' as const } : {}),
    });
    if (!wet || dry.peakKPa < 5) continue;
    const dose = doseMl(job.engine, cylinder, dry.peakKPa, scene.atmosphereKPa);
    const oiled = crankOnce(scene, cylinder, dose);
    readings.push({
      cylinder: cylinder.id,
      unit,
      wet: true,
      oilMl: dose,
      peak: shown(oiled.peakKPa * (virtual.ideal ? 1 : 1 + nuisance.scatter * random.normal())),
    });
  }
  const measured = (found ? found.crankingRpm !== undefined : has('slow-cranking'))
    ? { crankingRpm: Math.round(rpm) }
    : {};
  return {
    ...(found ?? { engineTemperature: isCold(job, has) ? 'cold' : 'warm' }),
    kind: 'compression',
    ...measured,
    readings,
  };
}

/** Well under what would lock the engine, to a tenth of a millilitre. */
function doseMl(engine: Engine, cylinder: VirtualCylinder, dryKPa: number, atmosphereKPa: number): number {
  const suited = recommendedDose(
    dryKPa,
    { sweptCm3: sweptCm3(cylinder), chamberCm3: cylinder.chamberCm3 },
    atmosphereKPa,
  ).ml;
  // Whoever does not know the chamber doses for the smallest that it may be.
  const dose = Math.min(suited, 0.8 * lockingDoseMl(Math.min(cylinder.chamberCm3, leastChamberOf(engine).cm3)));
  return Math.max(0.05, Number(dose.toFixed(dose < 1 ? 2 : 1)));
}

/** What a gauge shows: one class error for the whole test, and the nearest mark. Negative is zero. */
export function needle(
  gauge: Gauge,
  random: Random | undefined,
  unit: PressureUnit | VacuumUnit,
): (kPa: number) => number {
  if (!random) return (kPa) => fromKPa(kPa, unit);
  const error = random.between(-1, 1) * (gauge.accuracyPercentOfFullScale / 100) * gauge.fullScaleKPa;
  // A needle is read to half a division; its zero is set, so the error grows with the figure.
  return (kPa) => {
    const read = Math.max(0, kPa + error * Math.min(1, kPa / (0.25 * gauge.fullScaleKPa)));
    return Number(fromKPa((Math.round(read / (gauge.divisionKPa / 2)) * gauge.divisionKPa) / 2, unit).toFixed(4));
  };
}

function leakdownTest(scene: Scene): LeakdownTest {
  const { job, virtual, cylinders, random, has, atmosphereKPa, nuisance } = scene;
  const found = template(job, 'leakdown');
  const unit: PressureUnit = found?.tester?.unit ?? 'psi';
  const tester = { orificeMm: ORIFICE_MM, unit, ...found?.tester };
  const noise = virtual.ideal ? undefined : random;
  const supply = needle(leakdownGauge(tester), noise, unit);
  const shown = needle(leakdownGauge(tester), noise, unit);
  const breatherOn = has('breather-connected');
  const fourStroke = job.engine.cycle === 'four-stroke';
  const readings = cylinders.map((cylinder): LeakdownReading => {
    const tight = virtual.ideal
      ? {
          ...cylinder,
          leaks: Object.fromEntries(
            Object.keys(cylinder.leaks).map((place) => [place, 0]),
          ) as unknown as VirtualCylinder['leaks'],
        }
      : cylinder;
    const aired = putAirIn(tight, {
      supplyKPa: SUPPLY_KPA,
      orificeMm: tester.orificeMm,
      atmosphereKPa,
      airK: AIR_K,
      ...(has('off-tdc') ? { openMm: OFF_TDC_MM * nuisance.offTop } : {}),
      ...(has('crank-turned') ? { turnsAfterSeconds: 1.2 } : {}),
    });
    const supplied = supply(SUPPLY_KPA);
    const left = Math.min(
      supplied,
      shown(aired.cylinderKPa * (noise ? 1 + STILL * nuisance.scatter * noise.normal() : 1)),
    );
    const leaksTo = virtual.faults?.flatMap((fault) =>
      fault.cause !== 'head-gasket-between'
        ? []
        : fault.cylinder === cylinder.id
          ? (otherSideOf(job.engine, fault) ?? [])
          : otherSideOf(job.engine, fault) === cylinder.id
            ? fault.cylinder
            : [],
    )[0];
    const heard = listen(
      {
        flows: aired.flows,
        fourStroke,
        liquid: job.engine.cooling === 'liquid',
        breatherOn,
        loud: nuisance.loud,
        ears: nuisance.ears,
        bleed: nuisance.bleed,
        neighbours: neighboursOfCylinder(job.engine, cylinder.id),
        ...(leaksTo === undefined ? {} : { leaksTo }),
      },
      noise,
    );
    return {
      cylinder: cylinder.id,
      unit,
      supply: supplied,
      cylinderPressure: left,
      heard,
      ...(fourStroke ? { breatherOff: !breatherOn } : {}),
      ...(has('crank-turned')
        ? {
            settling: aired.settling
              .filter((_, i) => i % 2 === 0)
              .map(({ seconds, cylinderKPa }) => ({
                seconds: Number(seconds.toFixed(2)),
                cylinderPressure: shown(cylinderKPa),
              })),
          }
        : {}),
    };
  });
  return { ...found, kind: 'leakdown', tester, readings };
}

function crankcaseTests(scene: Scene): CrankcaseTest[] {
  const { job, virtual, cylinders, random, has, atmosphereKPa } = scene;
  if (job.engine.cycle !== 'two-stroke') throw new InputError('virtual.tests', 'four-stroke-case');
  const found = template(job, 'crankcase');
  const book = job.books?.find(({ crankcase }) => crankcase)?.crankcase;
  const mode = found?.mode ?? 'pressure';
  const unit: VacuumUnit = found?.unit ?? (mode === 'vacuum' ? 'inHg' : (book?.unit ?? 'psi'));
  const startKPa = mode === 'vacuum' ? toKPa(7, 'psi') : book ? toKPa(book.pressure, book.unit) : toKPa(5, 'psi');
  const hold = book?.holdSeconds ?? 180;
  const atSeconds = [0, hold / 3, (2 * hold) / 3, hold];
  const rig =
    found?.rigDropPerMinute ?? (has('rig-leak') ? Number(fromKPa(RIG_KPA_PER_MINUTE, unit).toFixed(3)) : 0.01);
  const rigLoss = has('rig-leak') || found?.rigDropPerMinute !== undefined ? toKPa(rig, unit) / 60 : 0;
  return cylinders.map((cylinder): CrankcaseTest => {
    const seal = virtual.faults?.find((fault) => fault.cause === 'crank-seal' && fault.cylinder === cylinder.id);
    const left = holdCase({
      mode,
      startKPa,
      caseCm3: CASE_OF_SWEPT * sweptCm3(cylinder),
      leakMm: virtual.ideal ? 0 : caseLeakMm(CASE_LEAK_MM, seal?.severity ?? 0),
      atmosphereKPa,
      airK: AIR_K,
      atSeconds,
    });
    const shown = needle(crankcaseGauge(found?.tester), virtual.ideal ? undefined : random, unit);
    return {
      ...found,
      kind: 'crankcase',
      mode,
      unit,
      case: cylinder.id,
      rigDropPerMinute: rig,
      samples: left.map((kPa, i) => ({
        seconds: atSeconds[i] as number,
        value: shown(Math.max(0, kPa - rigLoss * (atSeconds[i] as number))),
      })),
    };
  });
}

function truthOf(scene: Scene): Truth {
  const { virtual, cylinders, job, atmosphereKPa, nuisance } = scene;
  const faults = virtual.faults ?? [];
  return {
    testFaults: virtual.testFaults ?? [],
    cylinders: cylinders.map((cylinder) => {
      const mine = faults.filter(
        (fault) =>
          fault.severity > 0 &&
          (fault.cylinder === cylinder.id ||
            (fault.cause === 'head-gasket-between' && otherSideOf(job.engine, fault) === cylinder.id)),
      );
      const sound = { ...cylinder, leaks: { ...cylinder.leaks, adapter: 0 } };
      const cranked = crank(
        sound,
        { kind: 'electric', freeRpm: presetOf(job.engine).freeRpm, strength: STRENGTH },
        { hoseCm3: nuisance.hoseCm3, valve: 'engine-end', crackKPa: nuisance.crackKPa },
        { atmosphereKPa, airK: AIR_K, strokes: STROKES.electric, throttle: 1, oilCm3: 0, heat: nuisance.heat },
      );
      return {
        id: cylinder.id,
        state: mine.length > 0 ? ('faulty' as const) : ('sound' as const),
        causes: mine.map(({ cause, severity, cylinder: at }) => ({
          cause,
          severity,
          ...(cause === 'head-gasket-between'
            ? {
                with:
                  at === cylinder.id
                    ? (otherSideOf(job.engine, mine.find((one) => one.cause === cause) as (typeof mine)[number]) ?? at)
                    : at,
              }
            : {}),
        })),
        peakKPa: cranked.peakKPa,
        crankingRpm: cranked.meanRpm,
        leakPercent: putAirIn(sound, { supplyKPa: SUPPLY_KPA, orificeMm: ORIFICE_MM, atmosphereKPa, airK: AIR_K })
          .percent,
      };
    }),
  };
}
