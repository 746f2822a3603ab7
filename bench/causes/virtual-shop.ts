import {
  type Book,
  type CompressionTest,
  type Engine,
  type Family,
  type Fault,
  type Nuisance,
  type FaultCause,
  type JobFile,
  type LeakdownTest,
  presetOf,
  type Test,
  type Tester,
  type VirtualTestFault,
} from '@rugged/core';
import {
  ALL_WORN,
  chamberOf,
  GRADES,
  notedProbability,
  priorsOf,
  SHARED_TEST_FAULTS,
  sharedPrior,
  type SharedTestFault,
} from '@rugged/core/causes';
import { nuisanceOf } from './nuisance';
import {
  crank,
  type Random,
  seeded,
  simulate,
  soundCylinders,
  type VirtualCylinder,
} from '@rugged/core/virtual-engine';

/** One engine that came into the virtual shop, with the readings taken on it and what is really the matter. */
export interface Case {
  job: JobFile;
  /** The row of each cylinder, and the fault of the whole test when it has one. */
  rows: Record<string, string>;
  shared?: SharedTestFault;
  /** The same engine, to be put through more tests: which of them were done is chosen by whoever asks. */
  again(tests: readonly ('compression' | 'wet' | 'leakdown')[]): JobFile;
  tests: string;
  /** What a sound cylinder of it reads with the gauge that was used, in a good test, kPa. */
  soundKPa: number;
}

type Kind = Pick<Engine, 'family' | 'cycle' | 'fuel'> & {
  counts: readonly number[];
  layouts: readonly NonNullable<Engine['layout']>[];
  cooling: readonly NonNullable<Engine['cooling']>[];
  releases: readonly NonNullable<Engine['compressionRelease']>[];
};
const kind = (family: Family, cycle: Engine['cycle'], counts: readonly number[], more: Partial<Kind> = {}): Kind => ({
  family,
  cycle,
  fuel: 'petrol',
  counts,
  layouts: ['inline'],
  cooling: ['liquid'],
  releases: ['none'],
  ...more,
});

/** What a shop by the sea and in the woods sees. */
const KINDS: readonly Kind[] = [
  kind('handheld', 'two-stroke', [1], { cooling: ['air'], releases: ['none', 'none', 'lever'] }),
  kind('small-engine', 'four-stroke', [1], { cooling: ['air'], releases: ['none', 'automatic'] }),
  kind('generator', 'four-stroke', [1, 2], {
    cooling: ['air'],
    layouts: ['vee'],
    releases: ['none', 'none', 'automatic'],
  }),
  kind('outboard', 'two-stroke', [2, 3, 4, 6], { layouts: ['inline', 'inline', 'vee'] }),
  kind('outboard', 'four-stroke', [2, 3, 4]),
  kind('inboard', 'four-stroke', [4, 6], { layouts: ['inline', 'vee'] }),
  kind('inboard', 'four-stroke', [1, 2, 3, 4], { fuel: 'diesel' }),
  kind('motorcycle', 'four-stroke', [1, 2, 3, 4], { layouts: ['inline', 'vee'], cooling: ['air', 'liquid'] }),
  kind('scooter', 'four-stroke', [1], { cooling: ['air', 'liquid'] }),
  kind('powersports', 'two-stroke', [2], {}),
  kind('powersports', 'four-stroke', [1, 2], {}),
];

export const round = (x: number, to: number) => Number((Math.round(x / to) * to).toFixed(4));
export const PSI = 6.894757;

export function engineOf(random: Random): Engine {
  const { family, cycle, fuel, counts, layouts, cooling, releases } = random.pick(KINDS);
  const n = random.pick(counts);
  const base = { family, cycle, fuel, cylinders: Array.from({ length: n }, (_, i) => String(i + 1)) };
  const preset = presetOf(base);
  // Saws and trimmers go from a third of the size of the largest to its whole.
  const least = family === 'handheld' ? 0.72 : 0.92;
  const measures = {
    boreMm: round(preset.boreMm * random.between(least, 1.08), 0.5),
    strokeMm: round(preset.strokeMm * random.between(least, 1.07), 0.5),
    compressionRatio: round(preset.compressionRatio * random.between(0.95, 1.05), 0.1),
  };
  return {
    ...base,
    layout: n === 1 ? 'single' : random.pick(layouts),
    cooling: random.pick(cooling),
    compressionRelease: random.pick(releases),
    ...(random.uniform() < 0.75 ? measures : {}),
    ...(random.uniform() < 0.5 ? { hours: Math.round(random.between(50, 2500)) } : {}),
  };
}

/**
 * What a sound one of its kind reads, kPa, by the maker's engineers: they knew its heat and its timing, and had good
 * gauges.
 */
const nominalKPa = (engine: Engine, { heat, timingDegrees, ratio }: Nuisance): number =>
  soundKPa(engine, { heat, timingDegrees, ratio, rings: 1, rpm: 1, torque: 1, hoseCm3: 14, crackKPa: 3 });

/** The same as it stands on the bench, with the gauge and the starter that are there. */
function soundKPa(
  engine: Engine,
  nuisance: Pick<Nuisance, 'heat' | 'timingDegrees' | 'ratio' | 'rings' | 'rpm' | 'torque' | 'hoseCm3' | 'crackKPa'>,
): number {
  const [found] = soundCylinders({ ...engine, cylinders: [engine.cylinders[0] as string] });
  const cylinder = found as VirtualCylinder;
  const recoil = engine.family === 'handheld' || engine.family === 'small-engine';
  return crank(
    {
      ...cylinder,
      chamberCm3: cylinder.chamberCm3 / nuisance.ratio,
      closesBefore: cylinder.closesBefore + nuisance.timingDegrees,
      leaks: { ...cylinder.leaks, rings: cylinder.leaks.rings * nuisance.rings },
    },
    {
      kind: recoil ? 'recoil' : 'electric',
      freeRpm: presetOf(engine).freeRpm * nuisance.rpm,
      strength: 1.6 * nuisance.torque,
    },
    { hoseCm3: nuisance.hoseCm3, valve: 'engine-end', crackKPa: nuisance.crackKPa },
    { atmosphereKPa: 101.325, airK: 293, strokes: recoil ? 12 : 7, throttle: 1, oilCm3: 0, heat: nuisance.heat },
  ).peakKPa;
}

function bookOf(engine: Engine, nuisance: Nuisance, random: Random): Book[] {
  if (random.uniform() > 0.8) return [];
  const released = engine.compressionRelease === 'automatic';
  const uncounted = released && random.uniform() < 0.5;
  const nominal = nominalKPa(uncounted ? { ...engine, compressionRelease: 'none' } : engine, nuisance);
  const min = round((nominal / PSI) * random.between(0.76, 0.87), 5);
  return [
    {
      source: 'the book',
      engineTemperature: 'warm',
      compression: {
        unit: 'psi',
        min,
        ...(random.uniform() < 0.6 ? { max: round((nominal / PSI) * random.between(1.1, 1.16), 5) } : {}),
        ...(released ? { releaseActing: !uncounted } : {}),
      },
    },
  ];
}

/** What is written down of the test, by the same habits that the inference supposes. */
export function noted(
  random: Random,
  shared: SharedTestFault | undefined,
  engine: Engine,
): { tester: Tester; crankingRpm: number; notes: { tester: Partial<Tester>; test: Partial<CompressionTest> } } {
  const draw = (fact: 'valve' | 'throttle' | 'cranking' | 'temperature', values: readonly string[]): string => {
    let at = random.uniform();
    const conditions = {
      valve: 'unsaid',
      throttle: 'unsaid',
      cranking: 'unsaid',
      temperature: 'unsaid',
      chamber: 'large',
    };
    for (const value of values) {
      at -= notedProbability(fact, { ...conditions, [fact]: value } as never, shared);
      if (at < 0) return value;
    }
    return 'unsaid';
  };
  const valve = draw('valve', ['engine-end', 'elsewhere']);
  const throttle = draw('throttle', ['open', 'closed']);
  const temperature = draw('temperature', ['warm', 'cold']);
  const cranking = draw('cranking', ['turns-well', 'labours']);
  const diesel = engine.fuel === 'diesel';
  return {
    tester: {
      unit: 'psi',
      fullScale: diesel ? 1000 : 300,
      division: diesel ? 10 : random.pick([2, 5]),
      accuracyPercentOfFullScale: random.pick([1, 1.6, 2]),
    },
    crankingRpm: cranking === 'unsaid' ? 0 : 1,
    notes: {
      tester: valve === 'unsaid' ? {} : { valveAtEngineEnd: valve === 'engine-end' },
      test: {
        ...(throttle === 'unsaid' ? {} : { throttle: throttle as 'open' }),
        ...(temperature === 'unsaid' ? {} : { engineTemperature: temperature as 'warm' }),
      },
    },
  };
}

/** The rows that one engine really has: as the priors say, or with one of them forced on a cylinder. */
export interface Drawn {
  rows: Record<string, string>;
  shared?: SharedTestFault;
  allWorn: boolean;
}

export function drawRows(job: JobFile, random: Random): Drawn {
  const { cylinders } = job.engine;
  let at = random.uniform();
  for (const fault of SHARED_TEST_FAULTS) {
    at -= sharedPrior(fault, chamberOf(job.engine));
    if (at < 0)
      return { rows: Object.fromEntries(cylinders.map((id) => [id, 'sound'])), shared: fault, allWorn: false };
  }
  at -= ALL_WORN;
  if (at < 0 && cylinders.length > 1) {
    const grade = 1 + Math.floor(random.uniform() * GRADES.length);
    return { rows: Object.fromEntries(cylinders.map((id) => [id, `rings-or-bore:${grade}`])), allWorn: true };
  }
  return { rows: Object.fromEntries(cylinders.map((id) => [id, drawRow(priorsOf(job, id), random)])), allWorn: false };
}

function drawRow(priors: Map<string, number>, random: Random): string {
  let at = random.uniform();
  for (const [row, p] of priors) {
    at -= p;
    if (at < 0) return row;
  }
  return 'sound';
}

/** How bad a fault of a row is. Slight ones that change nothing are no faults. */
const LEAST = 0.2;
export function severityOf(row: string, random: Random): number {
  const grade = Number(row.split(':')[1]) - 1;
  return random.between(GRADES[grade - 1] ?? LEAST, GRADES[grade] ?? 1);
}

/** An engine with its book, and what nobody knows of it. */
export interface Bare {
  job: JobFile;
  nuisance: Nuisance;
}
export function bareJob(random: Random): Bare {
  const engine = engineOf(random);
  const nuisance = nuisanceOf(random);
  return { job: { format: 'rugged-gauge-job', version: 1, engine, books: bookOf(engine, nuisance, random) }, nuisance };
}

/**
 * An engine by its seed, with everything that the shop did to it. @param force what is to be the matter, for fitting
 */
export function caseOf(
  seed: number,
  { bare, drawn: forced, complete = false }: { bare?: Bare; drawn?: Drawn; complete?: boolean } = {},
): Case {
  const random = seeded(seed);
  const { job, nuisance } = bare ?? bareJob(random);
  const { engine } = job;
  const drawn = forced ?? drawRows(job, random);
  const faults: Fault[] = [];
  const testFaults: VirtualTestFault[] = drawn.shared ? [drawn.shared] : [];
  const rows = { ...drawn.rows };
  const spared = new Set<string>();
  const worn = random.between(0.35, 0.9);
  const troubled: Record<string, VirtualTestFault> = {};
  for (const id of engine.cylinders) {
    const row = rows[id] as string;
    if (row === 'sound' || spared.has(id)) continue;
    if (row === 'adapter-leak' || row === 'off-tdc') {
      troubled[id] = row;
      continue;
    }
    if (row === 'compression-release') {
      if (engine.compressionRelease === 'lever') testFaults.push('lever-on');
      else if (job.books?.[0]?.compression?.releaseActing !== false)
        faults.push({ cause: 'compression-release', cylinder: id, severity: random.between(0.5, 1) });
      continue;
    }
    const fault: Fault = {
      cause: row.split(':')[0] as FaultCause,
      cylinder: id,
      severity: drawn.allWorn ? worn * random.between(0.9, 1.1) : severityOf(row, random),
    };
    faults.push(fault);
    if (fault.cause === 'head-gasket-between') {
      const other = neighbourOf(engine, id, random, spared);
      if (other !== undefined) {
        fault.with = other;
        rows[other] = row;
        spared.add(other);
      }
    }
  }
  // A lever that is on, and a release the book leaves out, are on every cylinder.
  if (testFaults.includes('lever-on'))
    for (const id of engine.cylinders) if (rows[id] === 'sound') rows[id] = 'compression-release';
  if (engine.compressionRelease === 'automatic' && job.books?.[0]?.compression?.releaseActing === false)
    for (const id of engine.cylinders) if (rows[id] === 'sound') rows[id] = 'compression-release';

  // What is written down may be wrong: the engine is cranked as it really was, the notes are laid over it.
  const { notes, tester, crankingRpm } = noted(random, drawn.shared, engine);
  const compression: CompressionTest = {
    kind: 'compression',
    tester,
    ...(crankingRpm ? { crankingRpm } : {}),
    readings: [],
  };
  const leakdown: LeakdownTest = {
    kind: 'leakdown',
    tester: {
      unit: 'psi',
      fullScale: 100,
      division: random.pick([1, 2]),
      accuracyPercentOfFullScale: random.pick([1, 2]),
      ...(random.uniform() < 0.85 ? { orificeMm: 1 } : {}),
    },
    readings: [],
  };
  const breather = random.uniform() < 0.15 ? ['breather-connected' as const] : [];
  const listened = complete || random.uniform() < 0.93;
  const [doCompression, doLeakdown] = complete ? [true, true] : [random.uniform() < 0.96, random.uniform() < 0.82];
  const doWet = complete || random.uniform() < 0.6;
  const again: Case['again'] = (tests) => {
    const run = (extra: readonly VirtualTestFault[]) =>
      simulate({
        ...job,
        tests: [compression, leakdown],
        virtual: {
          seed: seed + 1,
          nuisance,
          faults,
          testFaults: [...testFaults, ...breather, ...extra],
          tests: [...tests],
        },
      });
    const done = run([]);
    const overlaid = (test: Test): Test =>
      test.kind === 'compression' ? { ...test, ...notes.test, tester: { ...test.tester, ...notes.tester } } : test;
    done.tests = done.tests?.map(overlaid) ?? [];
    for (const [id, fault] of Object.entries(troubled)) {
      const theirs = run([fault]);
      done.tests = done.tests?.map((test, i) => withReadingsOf(id, test, overlaid(theirs.tests?.[i] as Test))) ?? [];
    }
    if (!listened)
      done.tests =
        done.tests?.map((test) =>
          test.kind === 'leakdown' ? { ...test, readings: test.readings.map(({ heard: _, ...rest }) => rest) } : test,
        ) ?? [];
    const { virtual: _, ...plain } = done;
    return plain;
  };
  const tests = [
    ...(doCompression || !doLeakdown ? ['compression' as const] : []),
    ...(doWet && doCompression ? ['wet' as const] : []),
    ...(doLeakdown ? ['leakdown' as const] : []),
  ];
  return {
    job: again(tests),
    rows,
    ...(drawn.shared ? { shared: drawn.shared } : {}),
    again,
    soundKPa: soundKPa(engine, nuisance),
    tests: `${tests.join('+')}${listened || !doLeakdown ? '' : ' (nobody listened)'}`,
  };
}

/** A test with the readings of one cylinder taken from another. */
function withReadingsOf(id: string, test: Test, other: Test): Test {
  if (!('readings' in test) || !('readings' in other)) return test;
  const mine = (one: object) => 'cylinder' in one && one.cylinder === id;
  const all = test.readings as object[];
  const at = all.findIndex(mine);
  const readings = [
    ...all.slice(0, at),
    ...(other.readings as object[]).filter(mine),
    ...all.slice(at).filter((one) => !mine(one)),
  ];
  return { ...test, readings } as Test;
}

export function neighbourOf(
  engine: Engine,
  id: string,
  random: Random,
  spared: ReadonlySet<string>,
): string | undefined {
  const across = engine.layout === 'vee';
  const step = across ? 2 : 1;
  const near = [Number(id) - step, Number(id) + step]
    .map(String)
    .filter((other) => engine.cylinders.includes(other) && !spared.has(other));
  return near.length > 0 ? random.pick(near) : undefined;
}
