import { isCarburetted } from '../../engine/usual-of';
import type { FuelPressureTest } from '../../jobfile/tests';
import type { InspectContext, KindDefinition } from '../definition';
import { type JudgedInspection, find, inUnit, doubtIn, finish, judged, bounds } from '../inspection';
import { gaugeOf } from '../../reading/gauge';
import { fromKPa } from '../../quantity/pressure';
import { rectangular } from '../../quantity/doubt';
import { InputError } from '../../quantity/input-error';

function inspect(test: FuelPressureTest, { books }: InspectContext): JudgedInspection[] {
  const { figures, source } = find(books, 'fuelPressure');
  const gauge = gaugeOf(test.tester, { fullScale: 100, division: 1 });
  return test.readings.slice(-1).flatMap(({ unit, pressure, held, heldSeconds }) => {
    const same = (figure: number | undefined) => inUnit(figure, figures?.unit ?? unit, unit);
    const doubt = doubtIn(gauge, unit);
    const whole = finish(
      { of: 'fuel-pressure' },
      test.kind,
      null,
      judged(pressure, doubt, unit, bounds(same(figures?.min), same(figures?.max)), source),
      (missed) => (missed === 'below' ? 'pump-filter-or-regulator' : 'return-or-regulator'),
    );
    if (held === undefined) return [whole];
    const seconds = heldSeconds ?? figures?.holdSeconds ?? 0;
    // What is allowed over the book's time is allowed over ours in proportion.
    const scale = figures?.holdSeconds && seconds > 0 ? seconds / figures.holdSeconds : 1;
    const allowed = same(figures?.maxDrop);
    // The class error is the same at both looks: only the marks count in a drop.
    const marks = Math.SQRT2 * fromKPa(rectangular(gauge.divisionKPa / 2), unit);
    return [
      whole,
      finish(
        { of: 'fuel-pressure-lost', seconds },
        test.kind,
        null,
        judged(
          pressure - held,
          marks,
          unit,
          bounds(undefined, allowed === undefined ? undefined : allowed * scale),
          source,
        ),
        () => 'leaks-back',
      ),
    ];
  });
}

export const fuelPressure: KindDefinition<'fuel-pressure'> = {
  suits: (engine) => !isCarburetted(engine),
  takes: ['fuel-pressure-gauge'],
  check({ held, pressure }) {
    if (held !== undefined && held > pressure) throw new InputError('held', 'held-above-start', { pressure });
  },
  inspect,
  sessionHours: 6,
  procedure: () => 'fuel-pressure',
  implies: () => ['fuel-tapped'],
  steps: {
    'fuel-pressure': [
      {
        id: 'relieve',
        what: 'Relieve the fuel pressure, then join the gauge.',
        why: 'The rail stays under pressure after it stops.',
        changes: 'fuel-tapped',
        caution: {
          text: 'Rag round the joint, eyes covered, no spark. Wipe up before anything is switched on.',
          hand: 'fuel',
        },
      },
      {
        id: 'read',
        what: 'Key on: read it. Then off, and watch how long it holds.',
        why: 'Low is pump, filter or regulator; falling fast is a check valve or a dripping injector.',
      },
    ],
  },
};
