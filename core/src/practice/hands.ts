import { leastChamberOf } from '../engine/least-chamber';
import { lockingDoseMl } from '../oil/oil';
import { fromKPa, toKPa } from '../quantity/pressure';
import { InputError } from '../quantity/input-error';
import { seeded } from '../quantity/random';
import { crankcaseGauge, leakdownGauge } from '../reading/gauge';
import type { CompressionReading, Heard, LeakdownReading } from '../jobfile/tests';
import { AIR_K, CASE_LEAK_MM, CASE_OF_SWEPT, RIG_KPA_PER_MINUTE } from '../virtual-engine/scene';
import { caseLeakMm, holdCase, needle, sweptCm3 } from '../virtual-engine';
import {
  airIn,
  isPulled,
  isRising,
  LEAKDOWN_TESTER,
  MENDED_BY,
  mostStrokes,
  onEngine,
  openAt,
  shownBy,
  underHands,
  soundsOf,
  SUPPLY_KPA,
  testerOf,
  turnOver,
} from './engine-under-hands';
import type { PracticeCase } from './case';
import { plugOf, valveTrainOf } from './sights';
import {
  type Act,
  type Danger,
  type Done,
  type Hands,
  type Look,
  type Mend,
  type Seen,
  type Taken,
  type Work,
} from './work';

/** What a case is fed, and for how long it is watched. */
const CASE_START_KPA = toKPa(5, 'psi');
const CASE_VACUUM_KPA = toKPa(14, 'inHg');
const CASE_SECONDS = 180;
const LOOKED_AT_EVERY_SECONDS = 15;
/** Off its top by less, a piston stays where it is for a moment. */
const ON_TOP_DEGREES = 4;
/** Brought up faster than this it comes at once, s. */
const AT_ONCE_SECONDS = 2;
const RESTED_MINUTES = 3;

/** Minutes and money of what is done. Source: practice of the trade, with everything at hand. */
const TAKES = {
  throttle: 0.2,
  plugs: 1.5,
  earth: 0.3,
  warm: 8,
  crank: 0.8,
  screwIn: 1.2,
  oil: 0.7,
  turn: 1.5,
  hold: 0.5,
  breather: 0.4,
  air: 2.5,
  listen: 0.3,
  case: 6,
  hint: 0,
} as const;
const LOOK_MINUTES: Readonly<Record<Look, number>> = {
  tester: 1.5,
  battery: 1.5,
  lever: 0.3,
  adapter: 0.5,
  rig: 1.5,
  plug: 0.8,
  'valve-train': 8,
  spark: 1.5,
  filter: 4,
};
const MENDS: Readonly<Record<Mend, { minutes: number; cost: number }>> = {
  tester: { minutes: 1, cost: 4 },
  battery: { minutes: 5, cost: 0 },
  lever: { minutes: 0.2, cost: 0 },
  adapter: { minutes: 0.6, cost: 1 },
  rig: { minutes: 1, cost: 2 },
};
const OIL_COST = 0.5;

/** @param luck what differs from one try at the same case to the next: hands, battery, ear */
export function begin({ rule, hidden, job }: PracticeCase, luck = 0): Work {
  return {
    luck,
    hands: {
      // A diesel has none.
      throttle: rule.ready || job.engine.fuel === 'diesel' ? 'open' : 'shut',
      plugs: rule.ready ? 'out' : 'in',
      earthed: rule.ready,
      warm: !hidden.cold,
      oil: {},
      held: false,
      breatherOff: false,
      mended: [],
      pulls: 0,
    },
    done: [],
    minutes: 0,
    spent: 0,
    hints: 0,
    compression: [],
    air: [],
    cases: [],
    trains: [],
  };
}

/**
 * What is done next, and what it showed. The same acts on the same case show the same, to the last digit.
 *
 * @throws InputError for what cannot be done as things stand, with the reason
 */
export function act(of: PracticeCase, work: Work, one: Act): Work {
  const { hands } = work;
  const change = (more: Partial<Hands>, minutes: number, rest: Partial<Done> & Partial<Work> = {}): Work => {
    const { cost = 0, saw, dangers = [], ...kept } = rest;
    const done: Done = { act: one, minutes, cost, dangers, ...(saw ? { saw } : {}) };
    return {
      ...work,
      ...kept,
      hands: { ...hands, ...(minutes >= RESTED_MINUTES ? { pulls: 0 } : {}), ...more },
      done: [...work.done, done],
      minutes: work.minutes + minutes,
      spent: work.spent + cost,
    };
  };
  switch (one.do) {
    case 'throttle':
      return change({ throttle: one.to }, TAKES.throttle);
    case 'plugs':
      return change({ plugs: one.to }, TAKES.plugs * of.job.engine.cylinders.length);
    case 'earth':
      return change({ earthed: true }, TAKES.earth);
    case 'warm':
      if (of.job.engine.runs === false) throw new InputError('warm', 'does-not-run');
      return change({ warm: true, oil: {}, plugs: 'in', pulls: 0 }, TAKES.warm);
    case 'hold':
      return change({ held: !hands.held }, TAKES.hold);
    case 'breather':
      return change({ breatherOff: true }, TAKES.breather);
    case 'hint':
      return change({}, TAKES.hint, { hints: work.hints + 1 });
    case 'oil':
      return oiled(of, work, one, change);
    case 'turn': {
      const { cylinder, off, stroke } = one;
      onEngine(of, cylinder);
      return change({ top: { cylinder, off, stroke }, held: false }, TAKES.turn);
    }
    case 'look':
      return looked(of, work, one, change);
    case 'mend':
      return change({ mended: [...new Set([...hands.mended, one.what])] }, MENDS[one.what].minutes, {
        cost: MENDS[one.what].cost,
      });
    case 'crank':
      return cranked(of, work, one, change);
    case 'air':
      return aired(of, work, one, change);
    case 'listen':
      return heard(of, work, one, change);
    case 'case':
      return held(of, work, one, change);
  }
}

type Change = (more: Partial<Hands>, minutes: number, rest?: Partial<Done> & Partial<Work>) => Work;
type ActOf<D extends Act['do']> = Extract<Act, { do: D }>;

function cranked(of: PracticeCase, work: Work, one: ActOf<'crank'>, change: Change): Work {
  const { hands } = work;
  if (one.strokes < 1) throw new InputError('strokes', 'must-be-above', { limit: 0 });
  const { cranked: turned, random } = turnOver(of, work, one);
  const tester = testerOf(of);
  const unit = tester?.unit ?? 'psi';
  const shown = shownBy(of);
  const scatter = 1 + (of.hidden.nuisance.scatter ?? 0.008) * random.normal();
  const strokes = turned.strokes.map((kPa) => shown(kPa * scatter));
  const peak = strokes.at(-1) ?? 0;
  const oilMl = hands.oil[one.cylinder] ?? 0;
  const reading: CompressionReading = {
    cylinder: one.cylinder,
    unit,
    peak,
    strokes,
    ...(isPulled(of) ? { per: 'pull' as const } : {}),
    ...(oilMl > 0 ? { wet: true, oilMl } : {}),
  };
  const last = work.done.findLast(({ act: earlier }) => earlier.do === 'crank')?.act;
  const elsewhere = last?.do !== 'crank' || last.cylinder !== one.cylinder;
  return change(
    { pulls: hands.pulls + (isPulled(of) ? one.strokes : 0), held: false },
    TAKES.crank + (elsewhere ? TAKES.screwIn : 0),
    {
      saw: { saw: 'compression', reading, rising: isRising(turned.strokes) && one.strokes < mostStrokes(of) },
      dangers: hands.earthed ? [] : [of.job.engine.fuel === 'petrol' ? 'spark-loose' : 'fuel-sprays'],
      compression: [...work.compression, takenNow(work, reading)],
    },
  );
}

const takenNow = <R>(work: Work, reading: R): Taken<R> => ({
  reading,
  throttle: work.hands.throttle,
  plugs: work.hands.plugs,
  temperature: work.hands.warm ? 'warm' : 'cold',
  mended: work.hands.mended,
});

function oiled(of: PracticeCase, work: Work, { cylinder, ml }: ActOf<'oil'>, change: Change): Work {
  onEngine(of, cylinder);
  if (!(ml > 0)) throw new InputError('ml', 'must-be-above', { limit: 0 });
  const all = (work.hands.oil[cylinder] ?? 0) + ml;
  const locks: Danger[] = all >= lockingDoseMl(leastChamberOf(of.job.engine).cm3) ? ['oil-locks'] : [];
  // What would lock it runs out of the hole again.
  const kept = locks.length > 0 ? (work.hands.oil[cylinder] ?? 0) : all;
  return change({ oil: { ...work.hands.oil, [cylinder]: kept } }, TAKES.oil, { cost: OIL_COST, dangers: locks });
}

function aired(of: PracticeCase, work: Work, { cylinder: id, seconds }: ActOf<'air'>, change: Change): Work {
  const { hands } = work;
  const { scene, cylinder } = underHands(of, work, id);
  const top = hands.top?.cylinder === id ? hands.top : undefined;
  if (!top) throw new InputError('air', 'not-at-its-top', { cylinder: id });
  const goes = !hands.held && (Math.abs(top.off) > ON_TOP_DEGREES || seconds < AT_ONCE_SECONDS);
  const openMm = openAt(of, top);
  const air = airIn(scene, cylinder, openMm, goes);
  const gauge = leakdownGauge(LEAKDOWN_TESTER);
  const show = (at: number) => needle(gauge, seeded(of.hidden.seed + at), 'psi');
  const supply = show(23)(SUPPLY_KPA);
  const reading: LeakdownReading = {
    cylinder: id,
    unit: 'psi',
    supply,
    cylinderPressure: Math.min(supply, show(29)(air.cylinderKPa * (1 + 0.004 * scene.random.normal()))),
    ...(of.job.engine.cycle === 'four-stroke' ? { breatherOff: hands.breatherOff } : {}),
    ...(openMm === 0 && !goes ? { tdcConfirmed: true } : {}),
    ...(goes ? { crankTurned: true } : {}),
  };
  return change({}, TAKES.air, {
    saw: { saw: 'air', reading },
    dangers: [
      ...(goes ? ['piston-goes' as const] : []),
      ...(seconds < AT_ONCE_SECONDS ? ['air-at-once' as const] : []),
    ],
    air: [...work.air, takenNow(work, reading)],
  });
}

function heard(of: PracticeCase, work: Work, { at, cylinder, neighbour }: ActOf<'listen'>, change: Change): Work {
  const fed = work.air.at(-1);
  if (fed?.reading.cylinder !== cylinder) throw new InputError('listen', 'no-air-in', { cylinder });
  const found = soundsOf(of, work, cylinder).find(
    (one) => one.at === at && (neighbour === undefined || one.cylinder === neighbour),
  );
  const level = (found?.level ?? 0) as 0 | 1 | 2 | 3;
  const sound: Heard = { at, level, ...(neighbour === undefined ? {} : { cylinder: neighbour }) };
  const others = (fed.reading.heard ?? []).filter((one) => one.at !== at || one.cylinder !== neighbour);
  return change({}, TAKES.listen, {
    saw: { saw: 'heard', at, level, ...(neighbour === undefined ? {} : { neighbour }) },
    air: [...work.air.slice(0, -1), { ...fed, reading: { ...fed.reading, heard: [...others, sound] } }],
  });
}

function held(of: PracticeCase, work: Work, { mode }: ActOf<'case'>, change: Change): Work {
  const { engine } = of.job;
  if (engine.cycle !== 'two-stroke') throw new InputError('case', 'four-stroke-case');
  const [id = ''] = engine.cylinders;
  const { scene, cylinder } = underHands(of, work, id);
  const seal = of.hidden.faults.find(({ cause }) => cause === 'crank-seal');
  const looks = CASE_SECONDS / LOOKED_AT_EVERY_SECONDS;
  const atSeconds = Array.from({ length: looks + 1 }, (_, i) => i * LOOKED_AT_EVERY_SECONDS);
  const startKPa = mode === 'pressure' ? CASE_START_KPA : CASE_VACUUM_KPA;
  const left = holdCase({
    mode,
    startKPa,
    caseCm3: CASE_OF_SWEPT * sweptCm3(cylinder),
    leakMm: caseLeakMm(CASE_LEAK_MM, seal?.severity ?? 0),
    atmosphereKPa: scene.atmosphereKPa,
    airK: AIR_K,
    atSeconds,
  });
  const rig = of.hidden.trouble === 'rig-leak' && !work.hands.mended.includes('rig') ? RIG_KPA_PER_MINUTE / 60 : 0;
  const unit = mode === 'pressure' ? 'psi' : 'inHg';
  const shown = needle(crankcaseGauge(undefined), seeded(of.hidden.seed + 41), unit);
  const samples = left.map((kPa, i) => {
    const seconds = atSeconds[i] as number;
    return {
      seconds,
      value: i === 0 ? Number(fromKPa(startKPa, unit).toFixed(1)) : shown(Math.max(0, kPa - rig * seconds)),
    };
  });
  return change({}, TAKES.case, {
    saw: { saw: 'case', samples },
    cases: [...work.cases, { mode, samples, mended: work.hands.mended }],
  });
}

function looked(of: PracticeCase, work: Work, { at, cylinder }: ActOf<'look'>, change: Change): Work {
  const minutes = LOOK_MINUTES[at];
  const saw = (seen: Seen, more: Partial<Work> = {}) => change({}, minutes, { saw: seen, ...more });
  if (at === 'plug' || at === 'valve-train') {
    const id = cylinder ?? of.job.engine.cylinders[0] ?? '';
    onEngine(of, id);
    if (at === 'plug') return saw({ saw: 'plug', plug: plugOf(of, id) });
    if (of.job.engine.cycle !== 'four-stroke') throw new InputError('look', 'no-valves');
    const seen = valveTrainOf(of, id);
    return saw({ saw: 'valve-train', seen }, { trains: [...work.trains, { cylinder: id, seen }] });
  }
  if (at === 'spark' || at === 'filter') return saw({ saw: at });
  const { trouble } = of.hidden;
  const wrong = trouble !== undefined && MENDED_BY[trouble] === at && !work.hands.mended.includes(at);
  return saw({ saw: wrong ? 'wrong' : 'right', what: at });
}
