import { builtLike } from '../engine/built-like';
import { neighboursOfCylinder } from '../engine/banks';
import type { Engine } from '../engine/engine';
import { canHave, type FaultCause } from '../engine/faults';
import { parts } from '../engine/parts';
import { sizesOf } from '../engine/sizes';
import { startingOf } from '../engine/usual-of';
import { type Symptom, symptomsOf } from '../causes/symptoms';
import { JOB_FILE_FORMAT, JOB_FILE_VERSION } from '../jobfile/job-file';
import type { Fault, Nuisance } from '../jobfile/virtual';
import { fromKPa } from '../quantity/pressure';
import { type Random, seeded } from '../quantity/random';
import { crank, soundCylinders, type VirtualCylinder, withFaults } from '../virtual-engine';
import { presetOf } from '../engine/preset';
import { type Money, type OtherPaper, type PracticeCase, placesOf } from './case';
import { readCaseName } from './case-name';
import { act, begin } from './hands';
import { type Level, LEVEL_RULES, LEVELS, type LevelRule, type Trouble } from './levels';
import { bestJob, worthOfJobs } from './jobs';
import { isRight } from './marks';
import { soundPeak } from './why';
import { equipmentOf, followPlan } from './robot';
import { isPulled, MENDED_BY } from './engine-under-hands';

/** So many engines are drawn at most until one can be solved with what is on the cart. */
const MOST_DRAWN = 40;

/**
 * The case of a name, always the same. It can be solved with what is on its cart: the plan was tried on it.
 *
 * @throws InputError at `case` for a name that no case has
 */
export function makeCase(name: string): PracticeCase {
  const { level, seed } = readCaseName(name);
  const rule = LEVEL_RULES[level];
  for (let i = 0; i < MOST_DRAWN; i += 1) {
    const drawn = draw(name, level, rule, seeded((seed + 1) * 8191 + LEVELS.indexOf(level) * 524_287 + i * 131 + 7));
    if (drawn && canBeSolved(drawn)) return withPast(drawn, seeded(seed * 17 + 3));
  }
  throw new Error(`nothing that can be solved was drawn for ${name}`);
}

/** Who follows the plan names every place as it is, and the job that leaves most is not a matter of taste. */
function canBeSolved(of: PracticeCase): boolean {
  const { answer, work } = followPlan(of);
  // A tester that lies and is believed all the same teaches nothing.
  const { trouble } = of.hidden;
  if (trouble && !work.hands.mended.includes(MENDED_BY[trouble])) return false;
  const named = placesOf(of).every((place) => isRight(of, answer, place));
  if (!named || of.rule.asks !== 'job') return named;
  const worth = worthOfJobs(of);
  const best = bestJob(worth);
  return answer.job === best || (worth.get(answer.job ?? '')?.left ?? 0) > (worth.get(best)?.left ?? 0) * 0.9;
}

function draw(name: string, level: Level, rule: LevelRule, random: Random): PracticeCase | undefined {
  const kind = random.pick(rule.kinds);
  const nuisance = nuisanceOf(random);
  const count = random.pick(rule.faulty);
  const usual = builtLike(kind);
  const trouble = troubleFor(rule, count, usual, random);
  const built: Engine = trouble === 'lever-on' ? { ...usual, compressionRelease: 'lever' } : usual;
  if (rule.troubles.every((one) => one !== undefined) && count !== 'all' && trouble === undefined) return undefined;
  const faults = faultsOf(rule, count, built, random);
  if (!faults) return undefined;
  const known = sized(built, random);
  const min = minimumOf(known, nuisance, random);
  const dead = !rule.ready && hardlySqueezes(known, faults, nuisance, min.min);
  const complaint = dead ? 'will-not-start' : complaintOf(known, faults, trouble, rule.ready, random);
  const engine: Engine = { ...known, runs: complaint !== 'will-not-start', cranks: true };
  const hours = Math.round(random.between(60, 1800));
  const seed = Math.floor(random.uniform() * 1e6) + 1;
  const of: PracticeCase = {
    name,
    level,
    rule,
    kind,
    complaint,
    hours,
    money: moneyOf(engine, random),
    job: {
      format: JOB_FILE_FORMAT,
      version: JOB_FILE_VERSION,
      engine: { ...engine, hours },
      books: [{ engineTemperature: 'warm', compression: { unit: 'psi', ...min } }],
      site: {},
      symptoms: [complaint],
      equipment: equipmentOf(rule.cart),
      ...(rule.purpose ? { purpose: rule.purpose } : {}),
      tests: [{ kind: 'compression', tester: testerFor(engine, min.max), readings: [] }],
    },
    hidden: {
      seed,
      faults,
      nuisance,
      cold: random.uniform() < (rule.ready ? 0 : engine.runs === false ? 1 : 0.4),
      ...(trouble ? { trouble } : {}),
      ...(trouble === 'adapter-leak' ? { at: random.pick(engine.cylinders) } : {}),
    },
  };
  if (level === 'second-opinion') return { ...of, paper: paperOf(of) };
  if (level === 'buying') return priced(of, random);
  return of;
}

/** As often as not somebody wrote down what it read while it was sound. */
const HAS_PAST = 0.5;
function withPast(of: PracticeCase, random: Random): PracticeCase {
  const ago = Math.round(random.between(80, 400));
  if (of.rule.ready || of.paper || of.hours - ago < 20 || random.uniform() > HAS_PAST) return of;
  const figures = of.job.engine.cylinders.map((cylinder) => ({
    cylinder,
    peak: 5 * Math.round((soundPeak(of, cylinder) * random.between(0.98, 1.02)) / 5),
  }));
  return { ...of, past: { hours: of.hours - ago, unit: 'psi', figures } };
}

/** Milder than the whole range that engines show: somebody is to learn from it. */
const nuisanceOf = (random: Random): Partial<Nuisance> => ({
  heat: random.between(0.8, 1.25),
  ratio: random.between(0.98, 1.02),
  hoseCm3: random.between(8, 16),
  rpm: random.between(0.92, 1.08),
  scatter: random.between(0.006, 0.014),
  alike: random.between(0.6, 1.2),
});

/** What is wrong with the test, where this engine and this start can have it. */
function troubleFor(rule: LevelRule, count: LevelRule['faulty'][number], engine: Engine, random: Random) {
  const able = rule.troubles.filter(
    (one): one is Trouble | undefined =>
      (one !== 'slow-cranking' || startingOf(engine) === 'electric') &&
      (one !== 'rig-leak' || engine.cycle === 'two-stroke') &&
      // What is pulled by hand may have a lever that lets go of it.
      (one !== 'lever-on' || (startingOf(engine) === 'recoil' && engine.compressionRelease !== 'automatic')),
  );
  const found = able.length === 0 ? undefined : random.pick(able);
  // Worn all round the test is as it should be; even and low without wear it is not.
  return count === 'all' ? undefined : found;
}

function faultsOf(
  rule: LevelRule,
  count: LevelRule['faulty'][number],
  engine: Engine,
  random: Random,
): Fault[] | undefined {
  const severity = () => random.between(...rule.severity);
  if (count === 'all') {
    const worn = severity();
    return engine.cylinders.map((cylinder) => ({
      cause: 'rings-or-bore',
      cylinder,
      severity: Math.min(1, worn * random.between(0.95, 1.05)),
    }));
  }
  const able = rule.causes.filter((cause) => canHave(engine, cause));
  if (able.length === 0 || count > engine.cylinders.length) return undefined;
  const free = [...engine.cylinders];
  const faults: Fault[] = [];
  for (let i = 0; i < count; i += 1) {
    const cylinder = random.pick(free);
    free.splice(free.indexOf(cylinder), 1);
    const cause: FaultCause = random.pick(able);
    const [other] = neighboursOfCylinder(engine, cylinder).filter((id) => free.includes(id));
    if (cause === 'head-gasket-between') {
      if (other === undefined) return undefined;
      free.splice(free.indexOf(other), 1);
    }
    faults.push({
      cause,
      // The case is one: its first cylinder stands for it.
      cylinder: cause === 'crank-seal' ? (engine.cylinders[0] as string) : cylinder,
      severity: severity(),
      ...(cause === 'head-gasket-between' && other !== undefined ? { with: other } : {}),
    });
  }
  return faults;
}

/** Its sizes as they usually are, give or take, and written on the sheet. */
function sized(built: Engine, random: Random): Engine {
  const { boreMm, strokeMm, compressionRatio } = sizesOf(built);
  const near = (usual: number | undefined, by: number) =>
    usual === undefined ? undefined : Math.round(2 * usual * random.between(1 - by, 1 + by)) / 2;
  const bore = near(boreMm?.usual, 0.06);
  const stroke = near(strokeMm?.usual, 0.06);
  const ratio = compressionRatio && Math.round(10 * compressionRatio.usual * random.between(0.97, 1.03)) / 10;
  return {
    ...built,
    ...(bore === undefined ? {} : { boreMm: bore }),
    ...(stroke === undefined ? {} : { strokeMm: stroke }),
    ...(ratio ? { compressionRatio: ratio } : {}),
  };
}

/** A gauge whose scale suits what is to be read. @param most what a sound one of its kind reads at most, psi */
const testerFor = ({ fuel }: Engine, most: number) => ({
  unit: 'psi' as const,
  ...(fuel === 'diesel'
    ? { fullScale: 1000, division: 10 }
    : { fullScale: most <= SMALL_SCALE_SUITS ? 160 : 300, division: 5 }),
  accuracyPercentOfFullScale: 1.6,
});
/** Up to here a small scale has room for what carbon and oil add, psi. */
const SMALL_SCALE_SUITS = 110;

/** What its makers would have written: from a sound one, warm and well turned, with a good gauge. */
function minimumOf(engine: Engine, nuisance: Partial<Nuisance>, random: Random): { min: number; max: number } {
  const [sound] = soundCylinders({ ...engine, cylinders: [engine.cylinders[0] as string] });
  const psi = wellTurned(engine, sound as VirtualCylinder, nuisance);
  return { min: 5 * Math.round((psi * random.between(0.78, 0.84)) / 5), max: 5 * Math.round((psi * 1.12) / 5) };
}

/** Under this share of the least that its makers want nothing fires. Source: what the trade says of hand-held ones. */
const FIRES_FROM = 0.5;
/** Whether no cylinder squeezes enough to fire. */
const hardlySqueezes = (engine: Engine, faults: readonly Fault[], nuisance: Partial<Nuisance>, least: number) =>
  faults.length > 0 &&
  withFaults(engine, soundCylinders(engine), faults).every(
    (cylinder) => wellTurned(engine, cylinder, nuisance) < FIRES_FROM * least,
  );

/** What a cylinder reads, warm, with a good starter and a good gauge, psi. */
function wellTurned(engine: Engine, cylinder: VirtualCylinder, nuisance: Partial<Nuisance>): number {
  const pulled = startingOf(engine) === 'recoil';
  const { peakKPa } = crank(
    { ...cylinder, chamberCm3: cylinder.chamberCm3 / (nuisance.ratio ?? 1) },
    { kind: pulled ? 'recoil' : 'electric', freeRpm: presetOf(engine).freeRpm, strength: 1.6 },
    { hoseCm3: 12, valve: 'engine-end', crackKPa: 3 },
    { atmosphereKPa: 101.325, airK: 293, strokes: pulled ? 12 : 7, throttle: 1, oilCm3: 0, heat: nuisance.heat ?? 1 },
  );
  return fromKPa(peakKPa, 'psi');
}

/** What an owner says of each. Source: what comes over the counter with such faults. */
const SAID: Readonly<Partial<Record<FaultCause, readonly Symptom[]>>> = {
  'rings-or-bore': ['low-power', 'burns-oil', 'hard-cold', 'blue-smoke'],
  'piston-damage': ['seized-once', 'low-power', 'will-not-start'],
  'intake-valve': ['backfires', 'rough-idle', 'low-power'],
  'exhaust-valve': ['rough-idle', 'misfires', 'hard-hot', 'low-power'],
  'head-gasket-external': ['ticking', 'low-power', 'rough-idle'],
  'head-gasket-between': ['rough-idle', 'low-power'],
  'head-gasket-coolant': ['overheats', 'loses-coolant', 'white-smoke'],
  'valve-train': ['ticking', 'misfires'],
  carbon: ['knocks'],
  'crank-seal': ['runs-lean', 'idles-high', 'hard-cold'],
  'compression-release': ['hard-cold', 'will-not-start'],
};
const SAID_OF_NOTHING: readonly Symptom[] = ['hard-cold', 'low-power', 'will-not-start'];

function complaintOf(
  engine: Engine,
  faults: readonly Fault[],
  trouble: Trouble | undefined,
  warm: boolean,
  random: Random,
): Symptom {
  const able = symptomsOf(parts(engine));
  const said =
    trouble === 'rig-leak' ? SAID['crank-seal'] : faults[0] && !trouble ? SAID[faults[0].cause] : SAID_OF_NOTHING;
  const fits = (said ?? SAID_OF_NOTHING).filter((one) => able.includes(one) && !(warm && one === 'will-not-start'));
  return fits.length > 0 ? random.pick(fits) : 'low-power';
}

function moneyOf({ cylinders, family }: Engine, random: Random): Money {
  const worth = { handheld: 240, 'small-engine': 420, generator: 650, scooter: 1100 }[family as string] ?? 2200;
  const running = Math.round((worth * random.between(0.7, 1.4) * (1 + 0.12 * (cylinders.length - 1))) / 10) * 10;
  return {
    labourRatePerHour: 60,
    valueRunning: running,
    valueAsIs: Math.round((running * random.between(0.12, 0.3)) / 10) * 10,
    wantedHours: 300,
  };
}

/**
 * The other shop cranked a sound one cold with the throttle shut; or did it well, and took one cause for another: worn
 * rings for valves, anything else for the end of it.
 */
function paperOf(of: PracticeCase): OtherPaper {
  const [fault] = of.hidden.faults;
  const faulty = fault !== undefined;
  const worn = fault?.cause === 'rings-or-bore' || fault?.cause === 'piston-damage';
  const cold: PracticeCase = { ...of, hidden: { ...of.hidden, cold: !faulty, seed: of.hidden.seed + 5 } };
  let work = begin({ ...cold, rule: { ...cold.rule, ready: faulty } });
  for (const cylinder of of.job.engine.cylinders)
    work = act(cold, work, { do: 'crank', cylinder, strokes: isPulled(of) ? 3 : 4 });
  return {
    unit: 'psi',
    figures: work.compression.map(({ reading }) => ({ cylinder: reading.cylinder, peak: reading.peak })),
    // Now and then they were right.
    says: worn && of.job.engine.cycle === 'four-stroke' && of.hidden.seed % 3 > 0 ? 'valves' : 'worn-out',
  };
}

/** A price at which one answer is right by some way, not by a hair. */
function priced(of: PracticeCase, random: Random): PracticeCase | undefined {
  const worth = Math.max(...[...worthOfJobs(of).values()].map(({ left }) => left));
  const good = random.uniform() < 0.5;
  const price =
    10 * Math.round((good ? worth * random.between(0.6, 0.8) : Math.max(worth, 80) * random.between(1.3, 1.6)) / 10);
  return price > 0 && price < of.money.valueRunning ? { ...of, money: { ...of.money, price } } : undefined;
}
