import { onCylinder } from '../check-cylinder';
import type { ValveClearanceTest } from '../../jobfile/tests';
import type { InspectContext, KindDefinition } from '../definition';
import { type JudgedInspection, find, finish, judged, bounds } from '../inspection';
import { rectangular } from '../../quantity/doubt';
import { feelerStepMm } from '../gauge-steps';

function inspect(test: ValveClearanceTest, { books }: InspectContext): JudgedInspection[] {
  const { figures, source } = find(books, 'valveClearance');
  const doubt = (mm: number) => rectangular((test.stepMm ?? feelerStepMm(mm)) / 2);
  const otherTemperature =
    figures?.engineTemperature !== undefined &&
    test.engineTemperature !== undefined &&
    figures.engineTemperature !== test.engineTemperature;
  return test.readings.map(({ cylinder, valve, number, mm }) => {
    const range = figures?.[valve];
    const found = finish(
      { of: 'valve-clearance', valve, ...(number === undefined ? {} : { number }) },
      test.kind,
      cylinder,
      judged(mm, doubt(mm), 'mm', bounds(range?.minMm, range?.maxMm), source),
      (missed) => (missed === 'below' ? 'valve-held-open' : 'valve-opens-late'),
    );
    // Clearances move with heat: a warm figure proves nothing against a cold book.
    return otherTemperature ? { ...found, state: 'unproven', says: ['book-temperature-differs'] } : found;
  });
}

export const valveClearance: KindDefinition<'valve-clearance'> = {
  suits: ({ cycle }) => cycle === 'four-stroke',
  takes: [],
  check: onCylinder,
  inspect,
  sessionHours: 24,
  procedure: () => 'valve-clearance',
  implies: () => ['cover-off'],
  steps: {
    'valve-clearance': [
      { id: 'cold', what: 'Cold, unless the book says warm.', why: 'Hot valves read tight.' },
      {
        id: 'cover',
        what: '{Dead}, cover off, plugs out.',
        why: 'It turns easily and stays where it is put.',
        changes: 'cover-off',
        caution: { text: 'It must not start while the crank is turned by hand.', hand: 'ignition' },
      },
      {
        id: 'tdc',
        what: 'Each cylinder on the top of compression: both valves free.',
        why: 'On the other stroke the exhaust valve is held open.',
      },
      {
        id: 'read',
        what: 'Feeler in, a light drag. Write every valve.',
        why: 'A valve with no clearance does not close: burnt next, low now.',
      },
    ],
  },
};
