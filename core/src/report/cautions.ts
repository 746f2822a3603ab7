import { placeOfPath, tellLeftOut } from './left-out';
import type { Parts } from '../engine/parts';
import type { VacuumUnit } from '../quantity/units';
import type { SetUpWorse } from '../test-kinds/compression/measure';
import type { Caution } from '../verdict/caution';
import { ANY_MACHINE } from './machine';
import { capital, cylinders, percent } from './phrases';
import { pressure, tellDoubt } from './sentences';

const SET_UP_WORSE: Readonly<Record<SetUpWorse, string>> = {
  'throttle-closed': 'the throttle shut',
  'tester-without-valve': 'a tester without a valve at the engine end',
};

/** What is to be said of the tests that a verdict rests on. */

export function tellCaution(caution: Caution, unit: VacuumUnit, has: Parts = ANY_MACHINE): string {
  const p = (kPa: number) => pressure(kPa, unit);
  switch (caution.caution) {
    case 'scale-unsuitable':
      return (
        `Cyl ${caution.cylinder}: ${p(caution.readKPa)} lies ` +
        `${caution.side === 'below' ? 'in the bottom quarter' : 'in the top tenth'} of a ` +
        `${p(caution.fullScaleKPa)} gauge. Use one that suits.`
      );
    case 'attempts-disagree':
      return (
        `Cyl ${caution.cylinder} read ${p(caution.earlierKPa)}, then ${p(caution.latestKPa)}. ` +
        'Take another reading.'
      );
    case 'entry-left-out':
      return caution.entry
        ? tellLeftOut(caution.entry, caution.reason)
        : `Left out: ${placeOfPath(caution.field)} ${caution.reason}. Everything else is judged.`;
    case 'attempts-scatter':
      return (
        `Cyl ${caution.cylinder} does not repeat: ${p(caution.lowKPa)} to ${p(caution.highKPa)}. Look at the ` +
        'adapter, ' +
        'the battery and the tester.'
      );
    case 'leak-attempts-scatter':
      return (
        `Cyl ${caution.cylinder} does not repeat: ${percent(caution.low)} to ${percent(caution.high)} lost. Look ` +
        'at the ' +
        'zero, the adapter and the top.'
      );
    case 'oil-still-in':
      return (
        `Cyl ${caution.cylinder} was read dry after oil had gone in: oil may still be in it, so that does not ` +
        'count.'
      );
    case 'readings-swapped':
      return (
        `${capital(cylinders(caution.cylinders))} read each other’s figures in the second test: were two hoses ` +
        'or two ' +
        'names changed over?'
      );
    case 'barometer-against-altitude':
      return (
        `${caution.barometerKPa.toFixed(1)} kPa of air and ${caution.altitudeM.toFixed(0)} m do not go together: ` +
        'about ' +
        `${caution.expectedKPa.toFixed(1)} kPa is usual there. The barometer counts; is it set to sea level?`
      );
    case 'mixed-conditions':
      return `The cylinders were not tested alike (${caution.what.join(', ')}): the spread compares unlike readings.`;
    case 'later-test-wrong':
      return (
        `Cyl ${caution.cylinder} made ${p(caution.stoodKPa)}, and ${p(caution.readKPa)} later with ` +
        `${caution.by.map((one) => SET_UP_WORSE[one]).join(' and ')}. That can only lower it: the first figure counts.`
      );
    case 'moved-between-tests':
      return (
        `Cyl ${caution.cylinder} read ${p(caution.fromKPa)} in one test and ${p(caution.toKPa)} in the next. The ` +
        'latest counts; ask what changed between them.'
      );
    case 'temperature-unknown':
      return 'Whether the engine was warm was not noted. Cold reads 5 to 10 % low.';
    case 'warm-engine-cold-book':
      return 'The book gives figures for a cold engine; this one was warm and reads higher.';
    case 'test-doubted':
      return tellDoubt(caution.doubt);
    case 'question-the-test-first':
      return (
        'All cylinders are low together. Question the test before the engine: ' +
        `${has.sparked ? 'throttle open, ' : ''}battery full, tester valve${has.release ? ', decompression off' : ''}.`
      );
    case 'lever-release':
      return 'This engine has a decompression lever: make sure it is off.';
    case 'repeat-a-dead-reading':
      return `Cyl ${caution.cylinder} makes next to nothing. Check the adapter seals and read it again.`;
    case 'rings-freed':
      return (
        `Cyl ${caution.cylinder} rose from ${p(caution.fromKPa)} to ${p(caution.toKPa)} between the ` +
        'tests: what stuck has freed itself.'
      );
    case 'leak-attempts-disagree':
      return (
        `Cyl ${caution.cylinder} leaked ${percent(caution.earlier)}, then ${percent(caution.latest)}. Zero the ` +
        'tester and take another reading.'
      );
    case 'adapter-leaks':
      return `Cyl ${caution.cylinder}: air at the adapter is the test, not the engine. Seal it and read again.`;
    case 'wet-wets-one-side':
      return 'On a flat engine oil wets only the low side of a bore: no rise proves little.';
    case 'wet-exaggerated-cold':
      return has.several
        ? 'A cold dry bore exaggerates what oil does, on all alike: read them against each other, or test it warm.'
        : 'A cold dry bore exaggerates what oil does: test it warm before rings are blamed.';
    case 'wet-other-temperature':
      return `Cyl ${caution.cylinder} was read dry at one temperature and with oil at another: warmth lifts it, too.`;
    case 'wet-volume-unknown':
      return (
        `Cyl ${caution.cylinder}: without the dose and the chamber's volume nobody can say how much the oil lifted ` +
        'by itself.'
      );
    case 'wet-rises-alike':
      return (
        'Oil lifted every cylinder alike: dry bores rather than worn rings. Warm it or let it stand oiled, and ' +
        'test again.'
      );
    case 'wet-too-little-oil':
      return (
        `Cyl ${caution.cylinder}: ${caution.oilMl} ml is little for this chamber (about ` +
        `${caution.doseMl.toFixed(1)} ml); oil that never reached the far wall proves nothing.`
      );
    case 'wet-too-much-oil':
      return (
        `Cyl ${caution.cylinder}: ${caution.oilMl} ml is more than the dose (${caution.doseMl.toFixed(1)} ml): its ` +
        'own volume lifts the reading, and turning it over may lock it.'
      );
    case 'wet-on-nothing':
      return `Cyl ${caution.cylinder} makes nothing dry, so oil cannot tell anything. Go to leak-down.`;
    case 'needle-fell':
      return (
        `Cyl ${caution.cylinder}: the needle fell at stroke ${caution.stroke}. The tester's own valve leaks; the ` +
        'peak still counts.'
      );
    case 'not-all-measured':
      return `Not measured: ${cylinders(caution.missing)}.`;
    case 'spread-single-cylinder':
      return 'One cylinder: there is no other to compare it with.';
  }
}
