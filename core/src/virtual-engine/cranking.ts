import { GAMMA, GAS_CONSTANT, HEAT_CAPACITY, holeAreaMm2, massFlow } from './gas';
import { sweptCm3, type VirtualCylinder, volumeCm3 } from './cylinder';

// Looked up once: the loop below runs a million times.
const { PI, abs, exp, max, min, round, sin, sqrt } = Math;

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
/** Degrees a step: a chamber smaller than this share of the stroke fills so fast that it needs finer ones. */
const FINE_BELOW = 0.075;
const STROKES_PER_PULL = 2;
/** However it labours, the crank keeps this share of its free speed until it is over the top. */
const SLOWEST = 0.18;
const RELEASE_MM2 = 14;
const CASE_DRAWS = 0.12;

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
  const step = options.stepDegrees ?? (cylinder.chamberCm3 < FINE_BELOW * sweptCm3(cylinder) ? 0.25 : 0.5);
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
  let cylinderPeak = 0;
  let seconds = 0;
  const shown: number[] = [];

  for (let stroke = 0; stroke < options.strokes; stroke += 1) {
    if (starter.kind === 'recoil' && stroke % STROKES_PER_PULL === 0) speed = 0.35 * freeSpeed;
    const ringNow = ringsMm2 * (1 + cylinder.ringsSeat * exp(-stroke / 1.6));
    for (let i = 0; i < steps; i += 1) {
      const at = (i + 0.5) * step - half;
      const volume = volumes[i + 1] as number;
      const dt = (step * PI) / 180 / max(SLOWEST * freeSpeed, speed + gained / 2);
      seconds += dt;
      temperature *= work[i] as number;
      let pressure = (mass * GAS_CONSTANT * temperature) / volume;
      const middle = pressure;

      // Breathing: a four-stroke through its two valves, a two-stroke through ports that the piston uncovers.
      let area = 0;
      if (cylinder.fourStroke) {
        if (at <= closes && at > intakeOpens) area = open;
        else if (at >= opens) area = exhaust;
        if (at < releases && at > closes) area += RELEASE_MM2;
      } else if (at <= closes || at >= opens) area = exhaust;
      else if (at < releases) area += RELEASE_MM2;
      const leak = area + ringNow + otherMm2;
      const outside = area > 0 && !cylinder.fourStroke ? ports : air;
      if (leak > 0) {
        // No more may pass than levels the pressures.
        const level = (abs(pressure - outside) * volume) / (GAMMA * GAS_CONSTANT * temperature);
        if (pressure > outside) {
          const first = min(massFlow(leak, pressure, temperature, outside) * dt, level);
          const halfway = pressure * (1 - (0.5 * GAMMA * first) / mass);
          const dm = min(massFlow(leak, halfway, temperature, outside) * dt, level);
          const left = mass - dm;
          temperature *= (left / mass) ** (GAMMA - 1);
          mass = left;
          went += dm;
        } else {
          // What comes back through a port is fresh; the exhaust of a motor that never fired is air too.
          const first = min(massFlow(leak, outside, airK, pressure) * dt, level);
          const halfway = pressure + (0.5 * first * GAMMA * GAS_CONSTANT * airK) / volume;
          const dm = min(massFlow(leak, outside, airK, halfway) * dt, level);
          temperature = (mass * temperature + GAMMA * dm * airK) / (mass + dm);
          mass += dm;
          came += dm;
        }
        // A two-stroke is scavenged while its ports are open.
        if (!cylinder.fourStroke && area > 0 && at <= closes)
          temperature += (airK + 0.25 * (cylinder.wallK - airK) - temperature) * 0.02 * step;
        pressure = (mass * GAS_CONSTANT * temperature) / volume;
      }
      if (!ideal) {
        const scaled = pressure / 100;
        const film = wallFilm * sqrt(scaled) * sqrt(sqrt(scaled));
        const rate = (film * wallAt(volume) * dt * 1e3) / (mass * HEAT_CAPACITY);
        // The film half way through the step follows the pressure there.
        const halfway = 1 + 0.375 * rate * (cylinder.wallK / temperature - 1);
        temperature += (cylinder.wallK - temperature) * (1 - exp(-rate * halfway));
        pressure = (mass * GAS_CONSTANT * temperature) / volume;
        if (gauge.valve === 'engine-end' && pressure - hose > gauge.crackKPa) {
          const level =
            ((pressure - hose - gauge.crackKPa) * volume * gauge.hoseCm3) /
            ((volume + gauge.hoseCm3) * GAS_CONSTANT * temperature);
          const dm = min(massFlow(GAUGE_VALVE_MM2, pressure, temperature, hose) * dt, level);
          mass -= dm;
          went += dm;
          hose += (dm * GAS_CONSTANT * airK) / gauge.hoseCm3;
          pressure = (mass * GAS_CONSTANT * temperature) / volume;
        }
      }
      const highest = ideal ? pressure : min(pressure, middle);
      if (highest - air > cylinderPeak) cylinderPeak = highest - air;
      const lifts = ideal ? pressure - air : gauge.valve === 'engine-end' ? hose - air : highest - air - gauge.crackKPa;
      if (lifts > needle) needle = lifts;

      const gasNm = (pressure - air) * 1e3 * bore2 * 1e-6 * throwM * (sines[i] as number);
      const starterNm = stallNm * max(0, 1 - speed / freeSpeed);
      const was = speed;
      speed = max(SLOWEST * freeSpeed, speed + ((starterNm - frictionNm * (speed / freeSpeed) + gasNm) / inertia) * dt);
      gained = speed - was;
      options.onStep?.(seconds, at, pressure - air, needle);
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
