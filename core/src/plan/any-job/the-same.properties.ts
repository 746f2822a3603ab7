import { fromKPa, type JobFile, type Test, toKPa, type VacuumUnit } from '../..';
import { judge } from '../judge';
import { holdsFor } from './corpus.fixture';

/** The same verdict whatever the order, the unit or the names. */

const RUNS = 250;

/** States and odds, under names that can be compared. */
function gist(
  { cylinders, causes, crankcase, next }: ReturnType<typeof judge>,
  named: (id: string) => string = (id) => id,
) {
  const odds = causes.map(
    ({ cause, which, cylinder, with: other, probability }) =>
      `${cause} ${which ?? ''} ${cylinder === null ? '' : named(cylinder)} ${other ? named(other) : ''} ` +
      probability.toFixed(6),
  );
  return {
    states: Object.fromEntries(cylinders.map(({ id, state }) => [named(id), state])),
    odds: [...odds].sort(),
    crankcase: crankcase?.state,
    next: next.map(({ test, of, cylinder }) => `${test} ${of ?? ''} ${cylinder ? named(cylinder) : ''}`),
  };
}

/** Every cylinder's readings keep their order; which cylinder was read first changes. */
function otherwiseOrdered(test: Test, order: readonly string[]): Test {
  if (test.kind !== 'compression' && test.kind !== 'leakdown') return test;
  const readings = order.flatMap((id) =>
    (test.readings as { cylinder: string }[]).filter((one) => one.cylinder === id),
  );
  return { ...test, readings } as Test;
}

test('which cylinder was read first', () => {
  holdsFor(runs(RUNS), ({ job, verdict, i: seed }) => {
    const order = [...job.engine.cylinders].sort(
      (a, b) => ((a.charCodeAt(0) * seed) % 7) - ((b.charCodeAt(0) * seed) % 7) || (seed % 2 ? 1 : -1),
    );
    const other = judge({ ...job, tests: (job.tests ?? []).map((one) => otherwiseOrdered(one, order)) });
    expect(gist(other)).toEqual(gist(verdict));
  });
});

/** Only the unit changes: a gauge in another unit with the same marks. */
function inUnit(job: JobFile, unit: 'kPa' | 'bar' | 'kgf/cm2'): JobFile {
  const turn = (value: number, from: VacuumUnit) => fromKPa(toKPa(value, from), unit);
  return {
    ...job,
    books: (job.books ?? []).map((book) => ({
      ...book,
      ...(book.compression
        ? {
            compression: {
              unit,
              ...(book.compression.min ? { min: turn(book.compression.min, book.compression.unit) } : {}),
              ...(book.compression.max ? { max: turn(book.compression.max, book.compression.unit) } : {}),
            },
          }
        : {}),
    })),
    tests: (job.tests ?? []).map((one): Test => {
      if (one.kind === 'leakdown')
        return {
          ...one,
          tester: {
            ...one.tester,
            unit,
            fullScale: turn(one.tester?.fullScale ?? 100, 'psi'),
            division: turn(one.tester?.division ?? 2, 'psi'),
          },
          readings: one.readings.map((reading) => ({ ...reading, unit, supply: turn(reading.supply, reading.unit) })),
        };
      if (one.kind !== 'compression') return one;
      const from = one.tester?.unit ?? 'psi';
      return {
        ...one,
        tester: { ...one.tester, unit, fullScale: turn(one.tester?.fullScale ?? 300, from), division: turn(2, 'psi') },
        readings: one.readings.map((reading) => ({
          ...reading,
          unit,
          peak: turn(reading.peak, reading.unit),
          ...(reading.swing ? { swing: turn(reading.swing, reading.unit) } : {}),
          ...(reading.strokes ? { strokes: reading.strokes.map((stroke) => turn(stroke, reading.unit)) } : {}),
        })),
      };
    }),
  };
}
test('the unit', () => {
  holdsFor(runs(RUNS), ({ job, i }) => {
    const unit = i % 2 === 0 ? 'bar' : 'kgf/cm2';
    expect(gist(judge(inUnit(job, unit)))).toEqual(gist(judge(inUnit(job, 'kPa'))));
  });
});

test('the names of the cylinders', () => {
  holdsFor(runs(RUNS), ({ job, verdict }) => {
    const to = new Map(job.engine.cylinders.map((id, i) => [id, `hole ${'ABCDEFGH'[i]}`]));
    const name = (id: string) => to.get(id) as string;
    const back = new Map([...to].map(([id, other]) => [other, id]));
    const renamed: JobFile = {
      ...job,
      engine: { ...job.engine, cylinders: job.engine.cylinders.map(name) },
      tests: (job.tests ?? []).map((one): Test => {
        if (one.kind === 'leakdown')
          return {
            ...one,
            readings: one.readings.map((reading) => ({
              ...reading,
              cylinder: name(reading.cylinder),
              ...(reading.heard
                ? { heard: reading.heard.map((h) => (h.cylinder ? { ...h, cylinder: name(h.cylinder) } : h)) }
                : {}),
            })),
          };
        if (one.kind === 'crankcase') return one;
        return {
          ...one,
          readings: one.readings.map((reading) =>
            'cylinder' in reading ? { ...reading, cylinder: name(reading.cylinder) } : reading,
          ),
        } as Test;
      }),
    };
    expect(gist(judge(renamed), (id) => back.get(id) as string)).toEqual(gist(verdict));
  });
});
