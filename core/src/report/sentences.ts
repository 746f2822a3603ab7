import type { Reason } from '../verdict/reason';
import type { TestDoubt } from '../test-kinds/compression/test-doubt';
import { COVERAGE } from '../quantity/doubt';
import { formatPressure, fromKPa } from '../quantity/pressure';
import type { StrokePattern } from '../reading/strokes';
import { METHOD_NAME } from './names';
import { capital, count, cylinders, percent } from './phrases';
import { tellOtherResponses, tellOtherwise, WET_SCHOOL } from './schools';
import type { HeardAt } from '../jobfile/tests';
import type { SpreadMethod } from '../jobfile/book';
import type { LimitSource } from '../limits/source';
import type { Settle } from '../reading/settle';
import type { Caution } from '../verdict/caution';
import type { HoldReason } from '../test-kinds/crankcase/judged';
import { sourceName, schoolOf } from './sources';
import { UNIT_SIGN, type VacuumUnit } from '../quantity/units';
import { CAUSE_NAME } from './cause-names';

/** Every sentence the judgement can say, in English. Another language is another file with these functions. */

export function tellReason(reason: Reason | HoldReason, unit: VacuumUnit): string {
  const said = tellRule(reason, unit);
  return 'others' in reason && reason.others
    ? `${said} ${reason.rule === 'wet-response' ? tellOtherResponses(reason.others) : tellOtherwise(reason.others)}`
    : said;
}

function tellRule(reason: Reason | HoldReason, unit: VacuumUnit): string {
  const p = (kPa: number) => pressure(kPa, unit);
  switch (reason.rule) {
    case 'not-measured':
      return 'Not measured yet.';
    case 'meets-minimum':
      return `${figure(reason, unit)} meets the minimum of ${p(reason.limitHereKPa)} (${sourceName(reason.source)}).`;
    case 'misses-minimum':
      return `${figure(reason, unit)} misses the minimum of ${p(reason.limitHereKPa)} (${sourceName(reason.source)}).`;
    case 'too-close-to-minimum':
      return (
        `${figure(reason, unit)} is too close to the minimum of ${p(reason.limitHereKPa)} ` +
        `(${sourceName(reason.source)}) to call. ${tellSettle(reason.settle)}`
      );
    case 'in-lowest-band':
      return reason.band
        ? `It meets the minimum, but only in the lowest band that passes, "${reason.band}", below ` +
            `${p(reason.bandTopKPa)} (${sourceName(reason.source)}).`
        : `It meets the minimum, but healthy starts at ${p(reason.bandTopKPa)} (${sourceName(reason.source)}).`;
    case 'above-maximum':
      return (
        `${p(reason.estimateKPa)} is above the maximum of ${p(reason.maxHereKPa)} (${sourceName(reason.source)}): ` +
        'carbon, a milled head, or oil or fuel in the cylinder.'
      );
    case 'no-minimum':
      return `${capital(sourceName(reason.source))} gives no minimum to hold it against.`;
    case 'under-a-tenth':
      return (
        `${p(reason.readKPa)} is under a tenth of ${reason.of === 'limit' ? 'its limit' : 'the best cylinder'} ` +
        `(${p(reason.ofKPa)}). ${reason.repeated ? 'Read more than once.' : 'Read it again before you believe it.'}`
      );
    case 'spread-met':
      return (
        `${spreadAmount(reason, unit)}: within ${spreadFigure(reason.method, reason.limit, unit)} ` +
        `(${spreadSchool(reason)}).`
      );
    case 'spread-watch':
      return (
        `${spreadAmount(reason, unit)}: past the watch line of ${spreadFigure(reason.method, reason.watch, unit)}, ` +
        `within ${spreadFigure(reason.method, reason.limit, unit)} (${spreadSchool(reason)}).`
      );
    case 'spread-missed':
      return (
        `${spreadAmount(reason, unit)}: more than ${spreadFigure(reason.method, reason.limit, unit)} ` +
        `(${spreadSchool(reason)}).`
      );
    case 'spread-too-close':
      return (
        `${spreadAmount(reason, unit)}, too close to ${spreadFigure(reason.method, reason.limit, unit)} to call ` +
        `(${spreadSchool(reason)}). ${tellSettle(reason.settle)}`
      );
    case 'stands-above-the-others':
      return (
        `${spreadFigure(reason.method, reason.amount, unit)} above the others (${METHOD_NAME[reason.method]}): ` +
        'carbon here, or the others are low.'
      );
    case 'cold-corrected':
      return `Read ${p(reason.readKPa)} cold; about ${p(reason.estimateKPa)} warm, give or take 5 %.`;
    case 'limit-moved':
      return (
        `Minimum ${p(reason.seaLevelKPa)} at sea level, ${p(reason.hereKPa)} at ${reason.atmosphereKPa.toFixed(1)} ` +
        'kPa of air here.'
      );
    case 'attempts-averaged':
      return reason.used === reason.of
        ? `Mean of ${reason.used} readings that agree.`
        : `Mean of the latest ${reason.used} readings, which agree; ` +
            `${count(reason.of - reason.used, 'earlier one')} set aside.`;
    case 'attempts-disagree':
      return (
        `Two readings disagree: ${p(reason.earlierKPa)}, then ${p(reason.latestKPa)}. The latest counts until a ` +
        'third settles it.'
      );
    case 'test-doubted':
      return `${tellDoubt(reason.doubt)} That alone could explain it.`;
    case 'beside-a-high-one':
      return `It stands behind only because cyl ${reason.high} stands high: look there for carbon.`;
    case 'test-likelier':
      return (
        `${capital(CAUSE_NAME[reason.blame])} is likelier (${percent(100 * reason.probability)}) than a fault of ` +
        `the engine (${percent(100 * reason.engineProbability)}). Put the test right and read again.`
      );
    case 'leak-sound':
      return `${leak(reason)}: sound, up to ${percent(reason.sound)} is (${schoolOf(reason.source)}).`;
    case 'leak-watch':
      return (
        `${leak(reason)}: past ${percent(reason.sound)}, ` +
        `${reason.percent <= reason.watch ? 'acceptable' : 'poor'}; a fault starts at ${percent(reason.fault)} ` +
        `(${schoolOf(reason.source)}).`
      );
    case 'leak-missed':
      return `${leak(reason)}: more than ${percent(reason.fault)} (${schoolOf(reason.source)}).`;
    case 'leak-too-close':
      return (
        `${leak(reason)}, too close to ${percent(reason.fault)} to call (${schoolOf(reason.source)}). Zero the ` +
        `tester. ${tellSettle(reason.settle)}`
      );
    case 'crank-turned':
      return 'The needle came to rest and then ran away: the crank turned under the air. Lock it and start again.';
    case 'hold-met':
      return `${hold(reason, unit)}: within ${held(reason.limitKPa, unit)} (${schoolOf(reason.source)}).`;
    case 'hold-missed':
      return (
        `${hold(reason, unit)}: more than ${held(reason.limitKPa, unit)} (${schoolOf(reason.source)}). Soapy water ` +
        'shows where.'
      );
    case 'hold-too-close':
      return (
        `${hold(reason, unit)}, too close to ${held(reason.limitKPa, unit)} to call (${schoolOf(reason.source)}). ` +
        `${tellSettle(reason.settle)}`
      );
    case 'hold-watched-once':
      return 'Looked at once only. Watch it for the whole hold time.';
    case 'wrong-stroke-suspected':
      return (
        `${percent(reason.percent)} lost${reason.exhaustLoud ? ', loud at the exhaust' : ''}: the piston may stand ` +
        'on the wrong stroke. Turn one full revolution and read it again, or confirm top dead centre.'
      );
    case 'heard':
      return (
        `Air ${['', 'faint', 'clear', 'strong'][reason.level]} at the ` +
        `${heardAt(reason.at)}${reason.cylinder ? ` of cyl ${reason.cylinder}` : ''}: ${HEARD_SAYS[reason.at]}.`
      );
    case 'intake-or-breather':
      return (
        'The breather hose was still on: air past the rings hisses at the intake too. ' +
        'Pull it off and listen again.'
      );
    case 'wet-response':
      return (
        `Oil lifted it by ${percent(100 * reason.rise)}` +
        (reason.displacement === undefined
          ? ''
          : `, of which its own volume explains up to ${percent(100 * reason.displacement)}`) +
        ': ' +
        `${WET_SAYS[reason.response]}${reason.school === 'sealing' ? '' : ` (by ${WET_SCHOOL[reason.school]})`}.`
      );
    case 'stroke-pattern':
      return tellPattern(reason.pattern, reason.firstShare);
  }
}

/** `-0.2 psi`: a crankcase gauge is read finer than the others. */
const held = (kPa: number, unit: VacuumUnit) =>
  `${fromKPa(kPa, unit).toFixed(unit === 'bar' || unit === 'kgf/cm2' ? 3 : 1)} ${UNIT_SIGN[unit]}`;

function hold(
  reason: { mode: 'pressure' | 'vacuum'; case?: string; netDropKPa: number; doubtKPa: number; holdSeconds: number },
  unit: VacuumUnit,
): string {
  const where = reason.case === undefined ? '' : `Case of cyl ${reason.case}: `;
  return (
    `${where}${held(reason.netDropKPa, unit)} ± ${held(COVERAGE * reason.doubtKPa, unit)} of ${reason.mode} lost ` +
    `in ${reason.holdSeconds} s`
  );
}

const WET_SAYS = {
  shown: 'rings or bore answer',
  absent: 'no answer from the rings; valve, gasket or a hole in the piston',
  undecided: 'too little to tell rings from valves',
} as const;

const HEARD_SAYS: Readonly<Record<HeardAt, string>> = {
  exhaust: 'exhaust valve',
  intake: 'intake valve',
  crankcase: 'rings, bore or piston',
  coolant: 'head gasket to coolant, or a crack',
  neighbour: 'head gasket between them',
  'head-joint': 'head gasket to outside',
  adapter: 'the test, not the engine',
};

const heardAt = (at: HeardAt) => (at === 'neighbour' ? 'plug hole' : at === 'head-joint' ? 'head joint' : at);

/** `34 % ± 3 leaks away, a 1.1 mm hole` */
function leak(reason: { percent: number; doubt: number; holeMm?: number; holeDoubtMm?: number }): string {
  const hole =
    reason.holeMm === undefined ? '' : `, a ${reason.holeMm.toFixed(2)}${plusMinus(reason.holeDoubtMm)} mm hole`;
  return `${percent(reason.percent)} ± ${(COVERAGE * reason.doubt).toFixed(0)} leaks away${hole}`;
}

const plusMinus = (doubt: number | undefined): string =>
  doubt === undefined ? '' : ` ± ${(COVERAGE * doubt).toFixed(2)}`;

function tellSettle(settle: Settle): string {
  switch (settle.by) {
    case 'repeat':
      return `${settle.times === 1 ? 'One more reading' : `${settle.times} more readings`} should settle it.`;
    case 'longer-watch':
      return `Watch it for ${settle.seconds} s.`;
    case 'warm-engine':
      return 'A warm engine would settle it.';
    case 'finer-gauge':
      return 'Repeat it, or use a finer gauge.';
  }
}

function tellPattern(pattern: StrokePattern, firstShare: number): string {
  const share = `First stroke made ${percent(100 * firstShare)} of the peak`;
  switch (pattern) {
    case 'quick':
      return `${share}: it fills quickly.`;
    case 'climbing':
      return `${share} and each stroke added: rings or bore, or a long hose.`;
    case 'flat-low':
      return `${share} and it never built: valve, head gasket or crack.`;
    case 'too-few':
      return 'Too few strokes noted to say more.';
  }
}

function tellDoubt(doubt: TestDoubt): string {
  switch (doubt.which) {
    case 'throttle-closed':
      return 'The throttle was shut.';
    case 'tester-without-valve':
      return (
        'The tester has no valve at the engine end, so its hose counts as chamber: it may show as little as ' +
        `${percent(100 * doubt.leastShare)} of the truth.`
      );
    case 'weak-battery':
      return `The battery fell to ${doubt.volts?.toFixed(1) ?? 'little'} V while it cranked: the starter laboured.`;
    case 'slow-cranking':
      return `It cranked at only ${doubt.crankingRpm} rev/min.`;
    case 'compression-release':
      return 'The compression release bumps a valve while cranking, so the gauge reads low on a sound engine.';
  }
}

export function tellCaution(caution: Caution, unit: VacuumUnit): string {
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
        'Take a third reading.'
      );
    case 'mixed-conditions':
      return `The cylinders were not tested alike (${caution.what.join(', ')}): the spread compares unlike readings.`;
    case 'temperature-unknown':
      return 'Whether the engine was warm was not noted. Cold reads 5 to 10 % low.';
    case 'warm-engine-cold-book':
      return 'The book gives figures for a cold engine; this one was warm and reads higher.';
    case 'test-doubted':
      return tellDoubt(caution.doubt);
    case 'question-the-test-first':
      return (
        'All cylinders are low together. Question the test before the engine: throttle open, battery full, tester ' +
        'valve, decompression off.'
      );
    case 'lever-release':
      return 'This engine has a decompression lever: make sure it is off.';
    case 'repeat-a-dead-reading':
      return `Cyl ${caution.cylinder} makes next to nothing. Check the adapter seals and read it again.`;
    case 'leak-attempts-disagree':
      return (
        `Cyl ${caution.cylinder} leaked ${percent(caution.earlier)}, then ${percent(caution.latest)}. Zero the ` +
        'tester and take a third reading.'
      );
    case 'adapter-leaks':
      return `Cyl ${caution.cylinder}: air at the adapter is the test, not the engine. Seal it and read again.`;
    case 'wet-wets-one-side':
      return 'On a flat engine oil wets only the low side of a bore: no rise proves little.';
    case 'wet-exaggerated-cold':
      return 'A cold dry bore exaggerates what oil does, on all cylinders alike.';
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

/** `112 psi ± 8` */
function figure(reason: { estimateKPa: number; doubtKPa: number }, unit: VacuumUnit): string {
  return `${pressure(reason.estimateKPa, unit)} ± ${formatPressure(COVERAGE * reason.doubtKPa, unit)}`;
}

export function pressure(kPa: number, unit: VacuumUnit): string {
  return `${formatPressure(kPa, unit)} ${UNIT_SIGN[unit]}`;
}

function spreadAmount(reason: { method: SpreadMethod; amount: number }, unit: VacuumUnit): string {
  const amount = spreadFigure(reason.method, reason.amount, unit);
  switch (reason.method) {
    case 'lowest-vs-highest':
    case 'difference':
      return reason.amount === 0 ? 'The best one' : `${amount} under the best one`;
    case 'each-vs-others':
      return `${amount} from the mean of the others`;
    case 'each-vs-mean':
      return `${amount} from the mean`;
  }
}

/** A spread in the method's own measure; `amount` in percent, or in kPa for the plain difference. */
export function spreadFigure(method: SpreadMethod, amount: number, unit: VacuumUnit): string {
  return method === 'difference' ? pressure(amount, unit) : percent(amount);
}

function spreadSchool(reason: { method: SpreadMethod; source: LimitSource }): string {
  return `${METHOD_NAME[reason.method]}, ${schoolOf(reason.source)}`;
}
