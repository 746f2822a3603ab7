import { startingOf } from '../../engine/usual-of';
import type { BatteryCrankingTest } from '../../jobfile/tests';
import type { InspectContext, KindDefinition } from '../definition';
import { type JudgedInspection, find, finish, judged } from '../inspection';
import { rectangular } from '../../quantity/doubt';
import type { LimitSource } from '../../limits/source';
import { InputError } from '../../quantity/input-error';

/** A voltmeter reads to a tenth. */
const STEP_VOLTS = 0.1;
/**
 * A battery called so many volts: full at rest from, and an honest starter from, as shares. Source: 12.4 and 9.6 V of
 * 12, as the trade takes them.
 */
const REST_SHARE = 12.4 / 12;
const CRANKING_SHARE = 9.6 / 12;
/** No battery of its name shows more, even fresh from the charger, as a share. */
const MOST_SHARE = 16 / 12;

const systemOf = ({ system }: BatteryCrankingTest): number => system ?? 12;

/** Volts at rest and while it cranks, against the book or the trade's rule. */
function inspect(test: BatteryCrankingTest, { books }: InspectContext): JudgedInspection[] {
  const last = test.readings[test.readings.length - 1];
  if (!last) return [];
  const { figures, source } = find(books, 'battery');
  const doubt = rectangular(STEP_VOLTS / 2);
  const rule: LimitSource = { kind: 'house', rule: 'battery' };
  const restRule: LimitSource = { kind: 'house', rule: 'battery-rest' };
  const least = figures?.crankingMinVolts ?? CRANKING_SHARE * systemOf(test);
  return [
    ...(last.before === undefined
      ? []
      : [
          finish(
            { of: 'battery-before' },
            test.kind,
            null,
            judged(last.before, doubt, 'V', { min: REST_SHARE * systemOf(test) }, restRule),
            () => 'battery-flat',
          ),
        ]),
    finish(
      { of: 'battery-cranking' },
      test.kind,
      null,
      judged(last.during, doubt, 'V', { min: least }, source ?? rule),
      () => 'starter-starved',
    ),
  ];
}

export const batteryCranking: KindDefinition<'battery-cranking'> = {
  suits: (engine) => engine.cranks !== false && startingOf(engine) === 'electric',
  takes: [],
  check({ before, during }, test) {
    const system = systemOf(test);
    for (const [field, volts] of [
      ['before', before],
      ['during', during],
    ] as const) {
      if (volts !== undefined && volts > MOST_SHARE * system)
        throw new InputError(field, 'more-than-the-battery', { system });
    }
    if (before !== undefined && during > before)
      throw new InputError('during', 'volts-rise-while-cranking', { before });
  },
  inspect,
  crankingNote(test) {
    const during = test.readings[test.readings.length - 1]?.during;
    return during === undefined ? undefined : { labours: during < CRANKING_SHARE * systemOf(test), volts: during };
  },
  sessionHours: 6,
  procedure: () => 'battery-cranking',
  implies: () => [],
  steps: {
    'battery-cranking': [
      {
        id: 'rest',
        what: 'Voltmeter on the posts, everything off: volts at rest.',
        why: 'A battery that is flat at rest starves any starter.',
        caution: { text: 'A battery that charges makes gas: no spark near it. Acid: eyes covered.', hand: 'battery' },
      },
      {
        id: 'crank',
        what: 'Crank five seconds with {dead}: the lowest it falls to.',
        why: 'Under four fifths of its name the starter labours, and a sound engine reads low.',
        changes: 'ignition-off',
        caution: { text: 'In neutral. Hands, sleeves and hair away from fan, belts and flywheel.', hand: 'flywheel' },
      },
      {
        id: 'cables',
        what: 'Low: feel the cables and clamps for warmth, then boost it and read again.',
        why: 'A thin cable or a green clamp starves a good battery’s starter.',
      },
    ],
  },
};
