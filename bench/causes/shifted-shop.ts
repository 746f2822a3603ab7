import {
  type Book,
  type Engine,
  type Heard,
  type HeardAt,
  type JobFile,
  neighboursOfCylinder,
  percentForHole,
  presetOf,
  type Test,
  volumesOf,
} from '@rugged/core';
import type { SharedTestFault } from '@rugged/core/causes';
import { type Random, seeded } from '@rugged/core/virtual-engine';
import { type Case, type Drawn, drawRows, engineOf, neighbourOf, noted, PSI, round, severityOf } from './virtual-shop';

/**
 * A shop whose engines follow other laws than the virtual engine: a stroke is one polytropic squeeze with an
 * exponential
 * loss, rings leak by how long the stroke takes, the gauge fills by shares, noise has long tails, ears have thresholds
 * of
 * their own. It exists to measure on. Nothing is fitted or tuned here.
 */

const AIR = 101.325;

/** What is drawn anew for each engine. */
interface World {
  exponent: number;
  lossSpeed: number;
  seating: number;
  hoseCm3: number;
  crackKPa: number;
  rpm: number;
  sag: number;
  noise: number;
  discharge: number;
  hearing: readonly [number, number, number];
  deaf: number;
  fill: number;
  hose: number;
}

const worldOf = (random: Random): World => {
  const faint = random.between(0.1, 0.35);
  const clear = faint * random.between(2, 4);
  return {
    exponent: random.between(1.19, 1.34),
    lossSpeed: random.between(110, 320),
    seating: random.between(0.1, 0.9),
    hoseCm3: random.between(4, 26),
    crackKPa: random.between(0, 14),
    rpm: random.between(0.55, 1.3),
    sag: random.between(0.02, 0.3),
    noise: random.between(0.006, 0.022),
    discharge: random.between(0.75, 1.25),
    hearing: [faint, clear, clear * random.between(1.5, 3)],
    deaf: random.between(0.15, 0.6),
    fill: random.between(0.95, 1.03),
    hose: random.between(0.6, 1),
  };
};

/** One cylinder: areas in mm², volumes in cm³. */
interface Pot {
  id: string;
  sweptCm3: number;
  chamberCm3: number;
  share: number;
  holes: Record<
    'rings' | 'piston' | 'intake' | 'exhaust' | 'outside' | 'neighbour' | 'coolant' | 'adapter' | 'open',
    number
  >;
  fill: number;
  seating: number;
}

const area = (mm: number) => (Math.PI / 4) * mm ** 2;
/** Long tails: now and then a figure is well off. */
const tailed = (random: Random) =>
  random.normal() / Math.sqrt(Math.max(0.25, (random.normal() ** 2 + random.normal() ** 2 + random.normal() ** 2) / 3));

function potOf(engine: Engine, id: string, world: World, random: Random): Pot {
  const preset = presetOf(engine);
  const bore = engine.boreMm ?? preset.boreMm;
  const sized = volumesOf({
    cylinders: [id],
    boreMm: bore,
    strokeMm: engine.strokeMm ?? preset.strokeMm,
    compressionRatio: engine.compressionRatio ?? preset.compressionRatio,
  }) as { sweptCm3: number; chamberCm3: number };
  const closed = (degrees: number) => (1 - Math.cos((degrees * Math.PI) / 180)) / 2;
  return {
    id,
    sweptCm3: sized.sweptCm3,
    chamberCm3: sized.chamberCm3 * Math.exp(0.018 * random.normal()),
    share: closed(engine.compressionRelease === 'automatic' ? random.between(55, 72) : preset.closesBefore),
    holes: {
      rings: area(0.46 * (bore / 62) ** 0.5) * Math.exp(0.3 * random.normal()),
      piston: 0,
      intake: 0,
      exhaust: 0,
      outside: 0,
      neighbour: 0,
      coolant: 0,
      adapter: 0,
      open: 0,
    },
    fill: world.fill,
    seating: world.seating,
  };
}

const GROSS: Readonly<Record<string, readonly [keyof Pot['holes'], number]>> = {
  'rings-or-bore': ['rings', 3.1],
  'piston-damage': ['piston', 10],
  'intake-valve': ['intake', 5],
  'exhaust-valve': ['exhaust', 5],
  'head-gasket-external': ['outside', 3.4],
  'head-gasket-between': ['neighbour', 5],
  'head-gasket-coolant': ['coolant', 2.4],
};

function spoil(pot: Pot, cause: string, severity: number, boreMm: number, random: Random): void {
  const gross = GROSS[cause];
  if (gross) {
    const [place, mm2] = gross;
    pot.holes[place] += mm2 * severity ** 1.6 * (boreMm / 62) * Math.exp(0.25 * random.normal());
    if (place === 'rings') pot.seating += 1.2 * severity;
  } else if (cause === 'valve-train') pot.fill *= (1 - severity) ** 1.7;
  else if (cause === 'carbon') pot.chamberCm3 *= 1 - 0.32 * severity;
  else if (cause === 'compression-release') pot.share *= random.between(0.4, 0.75);
}

interface Cranking {
  rpm: number;
  throttle: number;
  cold: boolean;
  valve: boolean;
  strokes: number;
  oilCm3: number;
  oiled: number;
}

/** What the needle shows after each stroke, kPa. */
function crankPot(pot: Pot, world: World, how: Cranking): number[] {
  const { holes } = pot;
  const chamber = pot.chamberCm3 - how.oilCm3 + (how.valve ? 0 : world.hoseCm3 * world.hose);
  const expected = 900;
  const exponent = 1 + (world.exponent - 1) * (1 - 0.35 * Math.exp(-how.rpm / 220)) - (how.cold ? 0.012 : 0);
  const full = AIR * pot.fill * how.throttle * ((pot.share * pot.sweptCm3 + chamber) / chamber) ** exponent - AIR;
  const rpm = how.rpm * (1 - (world.sag * Math.max(0, full)) / (expected + Math.max(0, full)));
  const seconds = 0.14 / (rpm / 60);
  const others =
    holes.piston + holes.intake + holes.exhaust + holes.outside + holes.neighbour + holes.coolant + holes.adapter;
  const strokes: number[] = [];
  let needle = 0;
  for (let k = 0; k < how.strokes; k += 1) {
    const rings = holes.rings * how.oiled * (1 + pot.seating * Math.exp(-k / 2)) * (how.cold ? 1.15 : 1);
    const made = Math.max(0, full) * Math.exp((-(rings + others) * world.lossSpeed * seconds) / (3 * chamber));
    const share = how.valve ? pot.chamberCm3 / (pot.chamberCm3 + world.hoseCm3) : 1;
    needle += Math.max(0, made - world.crackKPa - needle) * Math.min(1, 0.25 + share);
    strokes.push(needle);
  }
  return strokes;
}

/** An engine of the shifted shop, by its seed. */
export function shiftedCaseOf(seed: number): Case {
  const random = seeded(seed);
  const engine = engineOf(random);
  const preset = presetOf(engine);
  const world = worldOf(random);
  const usual: Cranking = {
    rpm: preset.freeRpm,
    throttle: 1,
    cold: false,
    valve: true,
    strokes: 7,
    oilCm3: 0,
    oiled: 1,
  };
  const here: Cranking = { ...usual, rpm: preset.freeRpm * world.rpm };
  const mean = (how: Cranking, of: World) => {
    const made = Array.from(
      { length: 7 },
      (_, i) => crankPot(potOf(engine, '1', of, seeded(i + 3)), of, how).at(-1) ?? 0,
    );
    return made.sort((a, b) => a - b)[3] as number;
  };
  const maker: World = {
    ...worldOf(seeded(1)),
    exponent: 1.27,
    lossSpeed: 190,
    hoseCm3: 12,
    crackKPa: 3,
    sag: 0.1,
    fill: 1,
    seating: 0.4,
  };
  const books = bookOf(engine, mean(usual, maker), random);
  const bare: JobFile = { format: 'rugged-gauge-job', version: 1, engine, ...(books.length > 0 ? { books } : {}) };
  const drawn = drawRows(bare, random);
  const rows = { ...drawn.rows };
  const pots = engine.cylinders.map((id) => potOf(engine, id, world, random));
  const own = faultsOf(engine, pots, rows, drawn, random);
  const { notes, tester, crankingRpm } = noted(random, drawn.shared, engine);
  const how = conditionsOf(drawn.shared, here, engine, random);
  const breatherOn = random.uniform() < 0.15;
  const listened = random.uniform() < 0.92;
  const orifice = random.pick([0.9, 1, 1.2, 1.5]);
  const stated = random.uniform() < 0.8;
  const gauge = random.between(-1, 1) * 0.012 * (engine.fuel === 'diesel' ? 3000 : 1000);
  const doCompression = random.uniform() < 0.95;
  const doLeakdown = random.uniform() < 0.8;
  const doWet = random.uniform() < 0.6;
  const read = (kPa: number, by: Random) =>
    round(Math.max(0, kPa * (1 + world.noise * tailed(by)) + gauge) / PSI, (tester.division ?? 5) / 2);
  const again: Case['again'] = (kinds) => {
    const by = seeded(seed + 77);
    const tests: Test[] = [];
    if (kinds.includes('compression') || kinds.includes('wet'))
      tests.push({
        kind: 'compression',
        ...notes.test,
        ...(crankingRpm ? { crankingRpm: Math.round(how.rpm) } : {}),
        tester: { ...tester, ...notes.tester },
        readings: pots.flatMap((pot) => {
          const at = own.adapter.has(pot.id)
            ? { ...pot, holes: { ...pot.holes, adapter: own.adapter.get(pot.id) as number } }
            : pot;
          const strokes = crankPot(at, world, how).map((kPa) => read(kPa, by));
          const peak = Math.max(...strokes);
          const dry = { cylinder: pot.id, unit: 'psi' as const, strokes: strokes.map((s) => Math.min(s, peak)), peak };
          if (!kinds.includes('wet') || peak < 2) return [dry];
          const dose = round(Math.min(15, 0.045 * pot.chamberCm3), 0.05);
          const oiled = crankPot(at, world, {
            ...how,
            oilCm3: dose * by.between(0.3, 1),
            oiled: by.between(0.15, 0.6),
          });
          return [
            dry,
            {
              cylinder: pot.id,
              unit: 'psi' as const,
              wet: true,
              oilMl: Math.max(0.05, dose),
              peak: read(Math.max(...oiled), by),
            },
          ];
        }),
      });
    if (kinds.includes('leakdown'))
      tests.push({
        kind: 'leakdown',
        tester: { unit: 'psi', fullScale: 100, division: 2, ...(stated ? { orificeMm: orifice } : {}) },
        readings: pots.map((pot) => {
          const holes = { ...pot.holes, adapter: own.adapter.get(pot.id) ?? 0, open: own.open.get(pot.id)?.mm2 ?? 0 };
          const whole = Object.values(holes).reduce((a, b) => a + b, 0) * world.discharge;
          const lost = percentForHole(Math.sqrt((4 * whole) / Math.PI), 80 * PSI, orifice, AIR);
          const percent = Math.min(100, Math.max(0, round(lost + by.between(-1.5, 1.5), 1)));
          return {
            cylinder: pot.id,
            unit: 'psi' as const,
            supply: 80,
            percent,
            ...(engine.cycle === 'four-stroke' ? { breatherOff: !breatherOn } : {}),
            ...(listened ? { heard: heardAt(engine, pot, holes, percent, own, breatherOn, world, by) } : {}),
          };
        }),
      });
    return { ...bare, tests };
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
    soundKPa: mean(here, world),
    tests: `${tests.join('+')}${listened || !doLeakdown ? '' : ' (nobody listened)'}`,
  };
}

function bookOf(engine: Engine, nominalKPa: number, random: Random): Book[] {
  if (random.uniform() > 0.8) return [];
  return [
    {
      source: 'the book',
      engineTemperature: 'warm',
      compression: {
        unit: 'psi',
        min: Math.max(5, round((nominalKPa / PSI) * random.between(0.74, 0.88), 1)),
        ...(random.uniform() < 0.5 ? { max: round((nominalKPa / PSI) * random.between(1.08, 1.18), 1) } : {}),
        ...(engine.compressionRelease === 'automatic' ? { releaseActing: true } : {}),
      },
    },
  ];
}

interface OwnFaults {
  /** Past the adapter, mm². */
  adapter: Map<string, number>;
  /** Off the top: a port or a valve is open, mm². */
  open: Map<string, { mm2: number; at: 'exhaust' | 'intake' }>;
  leaksTo: Map<string, string>;
}

function faultsOf(engine: Engine, pots: Pot[], rows: Record<string, string>, drawn: Drawn, random: Random): OwnFaults {
  const own: OwnFaults = { adapter: new Map(), open: new Map(), leaksTo: new Map() };
  const bore = engine.boreMm ?? presetOf(engine).boreMm;
  const spared = new Set<string>();
  const worn = random.between(0.3, 0.95);
  for (const pot of pots) {
    const row = rows[pot.id] as string;
    if (row === 'sound' || spared.has(pot.id)) continue;
    if (row === 'adapter-leak') own.adapter.set(pot.id, random.between(0.4, 2.2) * Math.sqrt(bore / 62));
    else if (row === 'off-tdc')
      own.open.set(pot.id, { mm2: random.between(12, 60), at: random.uniform() < 0.7 ? 'exhaust' : 'intake' });
    else {
      const [cause = ''] = row.split(':');
      const severity = drawn.allWorn ? worn * random.between(0.9, 1.1) : severityOf(row, random);
      spoil(pot, cause, severity, bore, random);
      if (cause !== 'head-gasket-between') continue;
      const other = neighbourOf(engine, pot.id, random, spared);
      const beside = pots.find(({ id }) => id === other);
      if (other === undefined || !beside) continue;
      spoil(beside, cause, severity, bore, random);
      rows[other] = row;
      spared.add(other);
      own.leaksTo.set(pot.id, other);
      own.leaksTo.set(other, pot.id);
    }
  }
  return own;
}

function conditionsOf(shared: SharedTestFault | undefined, here: Cranking, engine: Engine, random: Random): Cranking {
  const fourStroke = engine.cycle === 'four-stroke';
  return {
    ...here,
    ...(shared === 'throttle-closed'
      ? { throttle: fourStroke ? random.between(0.35, 0.75) : random.between(0.6, 0.95) }
      : {}),
    ...(shared === 'slow-cranking' ? { rpm: here.rpm * random.between(0.3, 0.6) } : {}),
    ...(shared === 'cold-engine' ? { cold: true, rpm: here.rpm * 0.85 } : {}),
    ...(shared === 'tester-without-valve' ? { valve: false } : {}),
  };
}

function heardAt(
  engine: Engine,
  pot: Pot,
  holes: Pot['holes'],
  percent: number,
  own: OwnFaults,
  breatherOn: boolean,
  world: World,
  random: Random,
): Heard[] {
  const held = Math.sqrt(Math.max(0.02, 1 - percent / 100));
  const level = (mm2: number) => {
    const loud = mm2 * held * Math.exp(world.deaf * random.normal());
    return world.hearing.filter((from) => loud >= from * 1.2).length;
  };
  const open = own.open.get(pot.id);
  const case_ = holes.rings + holes.piston;
  const fourStroke = engine.cycle === 'four-stroke';
  const places: [HeardAt, number, string?][] = [
    ['exhaust', holes.exhaust + (open && (open.at === 'exhaust' || !fourStroke) ? open.mm2 : 0)],
    [
      'intake',
      holes.intake +
        (open?.at === 'intake' && fourStroke ? open.mm2 : 0) +
        (fourStroke ? (breatherOn ? 0.5 : 0) : 0.2) * case_,
    ],
    ['crankcase', case_],
    ...(engine.cooling === 'liquid' ? [['coolant', holes.coolant] as [HeardAt, number]] : []),
    ...neighboursOfCylinder(engine, pot.id).map((id): [HeardAt, number, string] => [
      'neighbour',
      own.leaksTo.get(pot.id) === id ? holes.neighbour : 0,
      id,
    ]),
    ['head-joint', holes.outside],
    ['adapter', holes.adapter],
  ];
  return places.map(([at, mm2, cylinder]) => ({
    at,
    level: mm2 > 0 ? level(mm2) : 0,
    ...(cylinder === undefined ? {} : { cylinder }),
  }));
}
