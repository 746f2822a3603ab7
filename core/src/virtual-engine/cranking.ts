import { CHOKED_AT, cooledBy, GAMMA, GAS_CONSTANT, HEAT_CAPACITY, holeAreaMm2, madeGood, massFlow } from './gas';
import { sweptCm3, type VirtualCylinder, volumeCm3 } from './cylinder';

// Looked up once: the loop below runs a million times.
const { PI, abs, ceil, exp, max, min, round, sin, sqrt } = Math;

/** What turns the crank. */
export interface Starter {
  kind: 'electric' | 'recoil';
  /** With nothing to turn against, rev/min. */
  freeRpm: number;
  /** Torque that holds it, against the peak torque of the gas: above 1 it always gets over the top. */
  strength: number;
}

/** A compression tester at the plug hole. Volumes in cm3. */
export interface VirtualGauge {
  hoseCm3: number;
  /** At the engine end, at the gauge (the hose then belongs to the chamber), or missing. */
  valve: 'engine-end' | 'gauge-end' | 'none';
  /** The valve opens against this, kPa: the spring of one made for larger engines is stiff. */
  crackKPa: number;
}

export interface CrankingOptions {
  atmosphereKPa: number;
  airK: number;
  strokes: number;
  /** Share of the intake that the throttle leaves open, 0 to 1. */
  throttle: number;
  /** Liquid over the piston, cm3: it takes volume and, being oil, seals rings. */
  oilCm3: number;
  /** Factor on the heat that the walls take or give; 1 where nobody says. */
  heat?: number;
  stepDegrees?: number;
  /**
   * For checking: no leak and no heat to the walls, or walls that hold the temperature; closed at bottom dead centre;
   * no hose.
   */
  ideal?: 'adiabatic' | 'isothermal';
  /**
   * Called at each step, for a trace: seconds, degrees from top dead centre, kPa in the cylinder, kPa at the gauge (all
   * gauge pressures).
   */
  onStep?(seconds: number, degrees: number, cylinderKPa: number, gaugeKPa: number): void;
}

export interface Cranked {
  /** What the needle showed after each stroke, or after each pull of a recoil, kPa gauge. */
  strokes: number[];
  peakKPa: number;
  /** Highest pressure in the cylinder itself, kPa gauge. */
  cylinderPeakKPa: number;
  meanRpm: number;
  /** For the balance of mass, g: what was in it, came in, went out and is left. */
  mass: { start: number; in: number; out: number; end: number };
}

/** Heat to the wall at 100 kPa, W / (m2 K), at the speed of cranking. */
const WALL = 110;
/** Flow into the hose past the tester's valve, mm2. */
const GAUGE_VALVE_MM2 = 4;
/** Oil closes all but this share of a ring's leak. */
const OILED_RINGS = 0.25;
/** A chamber smaller than this share of the stroke fills so fast that it needs finer steps. */
const FINE_BELOW = 0.1;
/** So does one with such a hole for its size, mm2 a cm3. */
const GROSS_ABOVE = 0.8;
/** A step in which more than this share of the gas could pass is taken in parts, at most so many. */
const PASSES_AT_ONCE = 0.02;
const MOST_PARTS = 64;
export const STROKES_PER_PULL = 2;
/** However it labours, the crank keeps this share of its free speed until it is over the top. */
const SLOWEST = 0.18;
const RELEASE_MM2 = 14;
const CASE_DRAWS = 0.12;

/** Degrees a step, so that half as large ones change no peak by more than 0.2 %. */
export function stepFor(cylinder: VirtualCylinder): number {
  const sizes: readonly number[] = Object.values(cylinder.leaks) as number[];
  const holes = sizes.reduce((sum, hole) => sum + holeAreaMm2(hole), 0);
  const small = cylinder.chamberCm3 < FINE_BELOW * sweptCm3(cylinder);
  const gross = holes > GROSS_ABOVE * cylinder.chamberCm3;
  return 0.5 / (small ? 2 : 1) / (gross ? 2 : 1);
}

/**
 * One cylinder cranked against a tester, degree by degree: breathing, compression, leaks, heat, the hose behind its
 * valve,
 * and a starter that sags against the pressure.
 *
 * @returns gauge pressures, kPa
 * Source: first law for an open zone, ideal gas; volume work exact, flows and heat in sequence at each step.
 */
export function crank(
  cylinder: VirtualCylinder,
  starter: Starter,
  gauge: VirtualGauge,
  options: CrankingOptions,
): Cranked {
  const { atmosphereKPa: air, airK, ideal } = options;
  const step = options.stepDegrees ?? stepFor(cylinder);
  const cycle = cylinder.fourStroke ? 720 : 360;
  const half = cycle / 2;
  const hoseInChamber = ideal ? 0 : gauge.valve === 'engine-end' ? 0 : gauge.hoseCm3;
  const dead = hoseInChamber - options.oilCm3;
  const steps = round(cycle / step);
  const volumes = new Float64Array(steps + 1);
  // What the step's volume work does to the temperature: the same in every stroke.
  const work = new Float64Array(steps);
  const sines = new Float64Array(steps);
  // Flows and heat act in the middle of a step, where the volume is taken: the error then falls with the square of the
  // step.
  for (let i = 0; i <= steps; i += 1) volumes[i] = volumeCm3(cylinder, (i - 0.5) * step - half) + dead;
  for (let i = 0; i < steps; i += 1) {
    work[i] = ideal === 'isothermal' ? 1 : ((volumes[i] as number) / (volumes[i + 1] as number)) ** (GAMMA - 1);
    sines[i] = sin((((i + 0.5) * step - half) * PI) / 180);
  }
  const swept = sweptCm3(cylinder);
  const bore2 = (PI / 4) * cylinder.boreMm ** 2;
  const throwM = cylinder.strokeMm / 2000;
  const wallAt = (volume: number) => 2 * bore2 * 1e-6 + (4 * (volume * 1e-6)) / (cylinder.boreMm * 1e-3);

  const closes = ideal ? -180 : -cylinder.closesBefore;
  const opens = ideal ? 180 : cylinder.opensAfter;
  const intakeOpens = -half;
  const open = max(1e-6, cylinder.breathingMm2 * options.throttle);
  const exhaust = 0.04 * cylinder.boreMm ** 2;
  // A shut throttle starves the case of a two-stroke, which then draws on the cylinder while its ports are open.
  const ports = cylinder.fourStroke ? air : air * (1 - CASE_DRAWS * (1 - options.throttle));
  const wallFilm = WALL * (options.heat ?? 1);
  const { rings, adapter, ...others } = cylinder.leaks;
  const ringsMm2 = ideal ? 0 : holeAreaMm2(rings) * (options.oilCm3 > 0 ? OILED_RINGS : 1);
  const otherMm2 = ideal
    ? 0
    : Object.values(others).reduce((sum: number, hole) => sum + holeAreaMm2(hole), 0) + holeAreaMm2(adapter);
  const releases = ideal || cylinder.releaseUntil === undefined ? -Infinity : -cylinder.releaseUntil;

  const valved = !ideal && gauge.valve === 'engine-end';
  /** What stands open between two angles: an edge inside counts for its share. */
  const areaAt = (from: number, to: number): number => {
    const before = (edge: number) => (edge >= to ? 1 : edge <= from ? 0 : (edge - from) / (to - from));
    const release = RELEASE_MM2 * (before(releases) - before(min(releases, closes)));
    if (!cylinder.fourStroke) return exhaust * (before(closes) + 1 - before(opens)) + release;
    return open * (before(closes) - before(intakeOpens)) + exhaust * (1 - before(opens)) + release;
  };

  const areas = new Float64Array(steps);
  for (let i = 0; i < steps; i += 1) areas[i] = areaAt(i * step - half, (i + 1) * step - half);
  /** What levels chamber and hose, g. */
  const levels = (apart: number, volume: number, temperature: number): number =>
    (apart * volume * gauge.hoseCm3) / ((volume + gauge.hoseCm3) * GAS_CONSTANT * temperature);

  // Torque in step with the engine: what the gas can do at its best, times how strong the starter is.
  const expected = air * ((swept + cylinder.chamberCm3) / cylinder.chamberCm3) ** 1.25;
  const stallNm = starter.strength * 0.42 * expected * 1e3 * bore2 * 1e-6 * throwM;
  const frictionNm = 0.1 * stallNm;
  const inertia = 4e-5 * max(20, swept) ** 1.05;
  const freeSpeed = (starter.freeRpm * PI) / 30;
  let speed = 0.6 * freeSpeed;

  let gained = 0;
  let temperature = ideal ? airK : airK + 0.25 * (cylinder.wallK - airK);
  let mass = (air * (volumes[0] as number)) / (GAS_CONSTANT * temperature);
  const start = mass;
  let came = 0;
  let went = 0;
  let hose = air;
  let needle = 0;
  let gasKPa = air;
  let from = volumes[0] as number;
  let cylinderPeak = 0;
  let seconds = 0;
  const shown: number[] = [];

  for (let stroke = 0; stroke < options.strokes; stroke += 1) {
    if (starter.kind === 'recoil' && stroke % STROKES_PER_PULL === 0) speed = 0.35 * freeSpeed;
    const ringNow = ringsMm2 * (1 + cylinder.ringsSeat * exp(-stroke / 1.6));
    for (let i = 0; i < steps; i += 1) {
      const volumeBefore = volumes[i] as number;
      const whole = (step * PI) / 180 / max(SLOWEST * freeSpeed, speed + gained / 2);
      const begins = i * step - half;
      // However gross a leak in however small a chamber: what passes in one part stays small. Wide open it breathes at
      // the pressure outside, in one part as well as in many.
      const closed = begins >= closes && begins + step <= opens;
      const stuck = closed
        ? (begins < releases ? RELEASE_MM2 : 0) + ringNow + otherMm2 + (valved && gasKPa > hose ? GAUGE_VALVE_MM2 : 0)
        : 0;
      const could = (stuck * CHOKED_AT * sqrt(temperature) * whole) / volumeBefore;
      const parts = could > PASSES_AT_ONCE ? min(MOST_PARTS, ceil(could / PASSES_AT_ONCE)) : 1;
      for (let part = 1; part <= parts; part += 1) {
        const at = begins + ((part - 0.5) * step) / parts;
        const volume = parts === 1 ? (volumes[i + 1] as number) : volumeCm3(cylinder, at) + dead;
        const dt = (step * PI) / 180 / parts / max(SLOWEST * freeSpeed, speed + gained / 2);
        seconds += dt;
        // From the middle of the part before.
        temperature *=
          parts === 1 && from === volumes[i]
            ? (work[i] as number)
            : ideal === 'isothermal'
              ? 1
              : (from / volume) ** (GAMMA - 1);
        from = volume;
        let pressure = (mass * GAS_CONSTANT * temperature) / volume;
        const middle = pressure;

        // Breathing: a four-stroke through its two valves, a two-stroke through ports that the piston uncovers.
        const area = parts === 1 ? (areas[i] as number) : areaAt(at - (0.5 * step) / parts, at + (0.5 * step) / parts);
        const leak = area + ringNow + otherMm2;
        const outside = area > 0 && !cylinder.fourStroke ? ports : air;
        const out = pressure > outside;
        const intoHose = valved && pressure - hose > gauge.crackKPa;
        if (leak > 0 || intoHose) {
          // No more may pass than levels the pressures.
          const level = (abs(pressure - outside) * volume) / (GAMMA * GAS_CONSTANT * temperature);
          const guess = out
            ? min(massFlow(leak, pressure, temperature, outside) * dt, level)
            : min(massFlow(leak, outside, airK, pressure) * dt, level);
          const hoseGuess = intoHose
            ? min(
                massFlow(GAUGE_VALVE_MM2, pressure, temperature, hose) * dt,
                levels(pressure - hose - gauge.crackKPa, volume, temperature),
              )
            : 0;
          // Both pass at once, at the pressures half way through.
          const gone = (out ? GAMMA * guess : 0) + hoseGuess;
          const halfway =
            pressure * (1 - (0.5 * gone) / mass) + (out ? 0 : (0.5 * GAMMA * guess * GAS_CONSTANT * airK) / volume);
          const past = out
            ? min(massFlow(leak, halfway, temperature, outside) * dt, level)
            : min(massFlow(leak, outside, airK, halfway) * dt, level);
          const hoseHalfway = hose + (0.5 * hoseGuess * GAS_CONSTANT * airK) / gauge.hoseCm3;
          const intoIt =
            intoHose && halfway - gauge.crackKPa > hose
              ? min(
                  massFlow(GAUGE_VALVE_MM2, halfway, temperature, hoseHalfway) * dt,
                  levels(halfway - hose - gauge.crackKPa, volume, temperature),
                )
              : 0;
          if (out) {
            temperature *= cooledBy(past / mass);
            mass -= past;
            went += past;
          } else {
            // What comes back through a port is fresh; the exhaust of a motor that never fired is air too.
            temperature = (mass * temperature + GAMMA * past * airK) / (mass + past);
            mass += past;
            came += past;
          }
          mass -= intoIt;
          went += intoIt;
          hose += (intoIt * GAS_CONSTANT * airK) / gauge.hoseCm3;
          // A two-stroke is scavenged while its ports are open.
          if (!cylinder.fourStroke && area > 0 && at <= closes)
            temperature += ((airK + 0.25 * (cylinder.wallK - airK) - temperature) * 0.02 * step) / parts;
          pressure = (mass * GAS_CONSTANT * temperature) / volume;
        }
        if (!ideal) {
          const scaled = pressure / 100;
          const film = wallFilm * sqrt(scaled) * sqrt(sqrt(scaled));
          const rate = (film * wallAt(volume) * dt * 1e3) / (mass * HEAT_CAPACITY);
          // The film half way through the step follows the pressure there.
          const halfway = 1 + 0.375 * rate * (cylinder.wallK / temperature - 1);
          temperature += (cylinder.wallK - temperature) * madeGood(rate * halfway);
          pressure = (mass * GAS_CONSTANT * temperature) / volume;
        }
        // The volume is the one half way through the step: so much has passed by then.
        const now = 0.5 * (pressure + middle);
        if (now - air > cylinderPeak) cylinderPeak = now - air;
        const lifts = valved ? hose - air : now - air - (ideal ? 0 : gauge.crackKPa);
        if (lifts > needle) needle = lifts;

        gasKPa = now;
        const gasNm = (now - air) * 1e3 * bore2 * 1e-6 * throwM * (sines[i] as number);
        const starterNm = stallNm * max(0, 1 - speed / freeSpeed);
        const was = speed;
        speed = max(
          SLOWEST * freeSpeed,
          speed + ((starterNm - frictionNm * (speed / freeSpeed) + gasNm) / inertia) * dt,
        );
        gained = speed - was;
        options.onStep?.(seconds, at, now - air, needle);
      }
    }
    if (starter.kind === 'electric' || stroke % STROKES_PER_PULL === STROKES_PER_PULL - 1) shown.push(needle);
  }
  const turns = (options.strokes * cycle) / 360;
  return {
    strokes: shown,
    peakKPa: needle,
    cylinderPeakKPa: cylinderPeak,
    meanRpm: (60 * turns) / seconds,
    mass: { start, in: came, out: went, end: mass },
  };
}
