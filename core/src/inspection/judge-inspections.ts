import { limitHere } from '../air/atmosphere';
import type { BoreTest, Book, FuelPressureTest, InspectionTest, JobFile, ManifoldVacuumTest, PistonTest, RingGapTest, RunningCompressionTest, ValveClearanceTest } from '../jobfile/job-file';
import type { LimitSource } from '../limits/limits';
import { rectangular } from '../quantity/doubt';
import { fromKPa, toKPa, type VacuumUnit } from '../quantity/pressure';
import { compressionGauge, type Gauge, gaugeOf, readingDoubtKPa } from '../reading/gauge';
import { ovalityMm, taperMm, widestMm } from './bore';
import { type Bounds, type Inspected, judged, type JudgedInspection, type Says } from './inspection';

/** Blades of a feeler set and divisions of a bore gauge, mm, where the test does not say. */
const FEELER_STEP_MM = 0.05;
const BORE_STEP_MM = 0.01;

/**
 * Every figure of the other gauges against the first book that has one for it.
 *
 * @param cranksWell cylinders whose cranking compression is proven good: low while running they do not breathe
 */
export function judgeInspections(job: JobFile, cranksWell: ReadonlySet<string>, atmosphereKPa: number): JudgedInspection[] {
  const latest = new Map<string, InspectionTest>();
  for (const test of job.tests ?? []) if (isInspection(test)) latest.set(test.kind, test);
  const books = job.books ?? [];
  return [...latest.values()].flatMap((test): JudgedInspection[] => {
    switch (test.kind) {
      case 'running-compression': return runningCompression(test, books, cranksWell, compressionGauge(test.tester, job.engine.fuel));
      case 'manifold-vacuum': return manifoldVacuum(test, books, atmosphereKPa);
      case 'fuel-pressure': return fuelPressure(test, books);
      case 'valve-clearance': return valveClearance(test, books);
      case 'bore': return bore(test, books);
      case 'ring-gap': return ringGap(test, books);
      case 'piston': return piston(test, latest.get('bore'), books);
    }
  });
}

export function isInspection(test: { kind: string }): test is InspectionTest {
  return test.kind !== 'compression' && test.kind !== 'leakdown' && test.kind !== 'crankcase';
}

/** The first book that speaks of the matter, and its name. */
function find<K extends keyof Book>(books: readonly Book[], matter: K): { figures?: NonNullable<Book[K]>; source: LimitSource | null } {
  const book = books.find((candidate) => candidate[matter] !== undefined);
  return book ? { figures: book[matter] as NonNullable<Book[K]>, source: { kind: 'book', name: book.source ?? 'the book' } } : { source: null };
}

function finish(what: Inspected, test: InspectionTest['kind'], cylinder: string | null, found: ReturnType<typeof judged>, says: (missed: 'below' | 'above') => Says | undefined, more: Says[] = []): JudgedInspection {
  const { missed, figure, unit, plusMinus, min, max, source, state } = found;
  const said = missed && says(missed);
  // Added to rather than copied: a sheet of sizes has many, and `what` was made for this one.
  const one = what as JudgedInspection;
  one.test = test;
  one.cylinder = cylinder;
  one.figure = figure;
  one.unit = unit;
  one.plusMinus = plusMinus;
  one.source = source;
  one.state = state;
  one.says = said ? [said, ...more] : more;
  if (min !== undefined) one.min = min;
  if (max !== undefined) one.max = max;
  return one;
}

/** Bounds given in one unit, wanted in another. */
const inUnit = (figure: number | undefined, from: VacuumUnit, to: VacuumUnit) => (figure === undefined ? undefined : fromKPa(toKPa(figure, from), to));
const bounds = (min: number | undefined, max: number | undefined): Bounds => ({ ...(min === undefined ? {} : { min }), ...(max === undefined ? {} : { max }) });
const doubtIn = (gauge: Gauge, unit: VacuumUnit) => fromKPa(readingDoubtKPa(gauge), unit);

function runningCompression(test: RunningCompressionTest, books: readonly Book[], cranksWell: ReadonlySet<string>, gauge: Gauge): JudgedInspection[] {
  const { figures, source } = find(books, 'runningCompression');
  return test.readings.flatMap(({ cylinder, unit, idle, snap }) => {
    const one = (of: 'idle-compression' | 'snap-compression', figure: number | undefined, min: number | undefined) => (figure === undefined ? [] : [finish(
      { of }, test.kind, cylinder, judged(figure, doubtIn(gauge, unit), unit, bounds(inUnit(min, figures?.unit ?? unit, unit), undefined), source),
      () => (cranksWell.has(cylinder) ? 'does-not-breathe' : undefined),
    )]);
    return [...one('idle-compression', idle, figures?.idleMin), ...one('snap-compression', snap, figures?.snapMin)];
  });
}

const NEEDLE_SAYS: Readonly<Partial<Record<string, Says>>> = {
  'regular-flick': 'burnt-or-held-open-valve', 'irregular-flick': 'sticking-valve-or-guide', 'slow-sway': 'mixture-or-timing',
};

/** Vacuum is made against the air outside, so its limits move with the air. */
function manifoldVacuum(test: ManifoldVacuumTest, books: readonly Book[], atmosphereKPa: number): JudgedInspection[] {
  const { figures, source } = find(books, 'manifoldVacuum');
  const gauge = gaugeOf(test.tester, { fullScale: 15, division: 0.25 });
  return test.readings.slice(-1).map(({ unit, depth, needle }) => {
    const here = (figure: number | undefined) => { const same = inUnit(figure, figures?.unit ?? unit, unit); return same === undefined ? undefined : limitHere(same, atmosphereKPa); };
    const flick = needle && NEEDLE_SAYS[needle];
    return finish(
      { of: 'manifold-vacuum', ...(needle ? { needle } : {}) }, test.kind, null, judged(depth, doubtIn(gauge, unit), unit, bounds(here(figures?.min), here(figures?.max)), source),
      (missed) => (missed === 'below' && (needle === undefined || needle === 'steady') ? 'steady-and-low' : undefined), flick ? [flick] : [],
    );
  });
}

function fuelPressure(test: FuelPressureTest, books: readonly Book[]): JudgedInspection[] {
  const { figures, source } = find(books, 'fuelPressure');
  const gauge = gaugeOf(test.tester, { fullScale: 100, division: 1 });
  return test.readings.slice(-1).flatMap(({ unit, pressure, held, heldSeconds }) => {
    const same = (figure: number | undefined) => inUnit(figure, figures?.unit ?? unit, unit);
    const doubt = doubtIn(gauge, unit);
    const whole = finish({ of: 'fuel-pressure' }, test.kind, null, judged(pressure, doubt, unit, bounds(same(figures?.min), same(figures?.max)), source),
      (missed) => (missed === 'below' ? 'pump-filter-or-regulator' : 'return-or-regulator'));
    if (held === undefined) return [whole];
    const seconds = heldSeconds ?? figures?.holdSeconds ?? 0;
    // What is allowed over the book's time is allowed over ours in proportion.
    const scale = figures?.holdSeconds && seconds > 0 ? seconds / figures.holdSeconds : 1;
    const allowed = same(figures?.maxDrop);
    // The class error is the same at both looks: only the marks count in a drop.
    const marks = Math.SQRT2 * fromKPa(rectangular(gauge.divisionKPa / 2), unit);
    return [whole, finish({ of: 'fuel-pressure-lost', seconds }, test.kind, null, judged(pressure - held, marks, unit, bounds(undefined, allowed === undefined ? undefined : allowed * scale), source), () => 'leaks-back')];
  });
}

function valveClearance(test: ValveClearanceTest, books: readonly Book[]): JudgedInspection[] {
  const { figures, source } = find(books, 'valveClearance');
  const doubt = rectangular((test.stepMm ?? FEELER_STEP_MM) / 2);
  const otherTemperature = figures?.engineTemperature !== undefined && test.engineTemperature !== undefined && figures.engineTemperature !== test.engineTemperature;
  return test.readings.map(({ cylinder, valve, number, mm }) => {
    const range = figures?.[valve];
    const found = finish(
      { of: 'valve-clearance', valve, ...(number === undefined ? {} : { number }) }, test.kind, cylinder,
      judged(mm, doubt, 'mm', bounds(range?.minMm, range?.maxMm), source), (missed) => (missed === 'below' ? 'valve-held-open' : 'valve-opens-late'),
    );
    // Clearances move with heat: a warm figure proves nothing against a cold book.
    return otherTemperature ? { ...found, state: 'unproven', says: ['book-temperature-differs'] } : found;
  });
}

function bore(test: BoreTest, books: readonly Book[]): JudgedInspection[] {
  const { figures, source } = find(books, 'bore');
  const one = rectangular((test.stepMm ?? BORE_STEP_MM) / 2);
  return [...new Set(test.readings.map(({ cylinder }) => cylinder))].flatMap((cylinder) => {
    const sizes = test.readings.filter((reading) => reading.cylinder === cylinder);
    const row: [Inspected, number | undefined, number, number | undefined][] = [
      [{ of: 'bore' }, widestMm(sizes), one, figures?.maxMm],
      [{ of: 'taper' }, taperMm(sizes), Math.SQRT2 * one, figures?.maxTaperMm],
      [{ of: 'ovality' }, ovalityMm(sizes), Math.SQRT2 * one, figures?.maxOvalityMm],
    ];
    return row.flatMap(([what, figure, doubt, max]) => (figure === undefined ? [] : [finish(what, test.kind, cylinder, judged(figure, doubt, 'mm', bounds(undefined, max), source), () => 'bore-worn')]));
  });
}

function ringGap(test: RingGapTest, books: readonly Book[]): JudgedInspection[] {
  const { figures, source } = find(books, 'ringGap');
  const doubt = rectangular((test.stepMm ?? FEELER_STEP_MM) / 2);
  return test.readings.map(({ cylinder, ring, mm }) => finish(
    { of: 'ring-gap', ring }, test.kind, cylinder, judged(mm, doubt, 'mm', bounds(figures?.minMm, figures?.maxMm), source), (missed) => (missed === 'below' ? 'ring-ends-butt' : 'rings-worn'),
  ));
}

/** Two sizes make a clearance: the bore at its widest round the piston's skirt, the rod's eye round the pin. */
function piston(test: PistonTest, bores: InspectionTest | undefined, books: readonly Book[]): JudgedInspection[] {
  const doubt = Math.SQRT2 * rectangular((test.stepMm ?? BORE_STEP_MM) / 2);
  const skirts = find(books, 'pistonClearance');
  const pins = find(books, 'pinClearance');
  return test.readings.flatMap(({ cylinder, skirtMm, pinMm, smallEndMm }) => {
    const bore = bores?.kind === 'bore' ? widestMm(bores.readings.filter((reading) => reading.cylinder === cylinder)) : undefined;
    return [
      ...(skirtMm === undefined || bore === undefined ? [] : [finish({ of: 'piston-clearance' }, test.kind, cylinder,
        judged(bore - skirtMm, doubt, 'mm', bounds(skirts.figures?.minMm, skirts.figures?.maxMm), skirts.source), (missed) => (missed === 'below' ? 'piston-seizes' : 'piston-slaps'))]),
      ...(pinMm === undefined || smallEndMm === undefined ? [] : [finish({ of: 'pin-clearance' }, test.kind, cylinder,
        judged(smallEndMm - pinMm, doubt, 'mm', bounds(pins.figures?.minMm, pins.figures?.maxMm), pins.source), (missed) => (missed === 'below' ? 'pin-tight' : 'pin-worn'))]),
    ];
  });
}
