import type { Reason } from '../verdict/reason';
import type { TestDoubt } from '../test-kinds/compression/test-doubt';
import { COVERAGE } from '../quantity/doubt';
import { formatPressure, fromKPa } from '../quantity/pressure';
import type { StrokePattern } from '../reading/strokes';
import { METHOD_NAME } from './names';
import type { Parts } from '../engine/parts';
import { ANY_MACHINE, either } from './machine';
import { capital, count, percent, percentBeside } from './phrases';
import { tellOtherResponses, tellOtherwise, WET_SCHOOL } from './schools';
import type { HeardAt } from '../jobfile/tests';
import type { SpreadMethod } from '../jobfile/book';
import type { LimitSource } from '../limits/source';
import type { HoldReason } from '../test-kinds/crankcase/judged';
import { sourceName, schoolOf } from './sources';
import { UNIT_SIGN, type VacuumUnit } from '../quantity/units';
import { CAUSE_NAME } from './cause-names';
import { tellLeak } from './leak';
import { tellSettle } from './settle';

/** Every sentence the judgement can say, in English. Another language is another file with these functions. */

/** More likely than not. */
const HALF = 0.5;
/** What all faults of the test together add to the likeliest of them. */
const WORTH_SAYING = 0.03;

export function tellReason(reason: Reason | HoldReason, unit: VacuumUnit, has: Parts = ANY_MACHINE): string {
  const said = tellRule(reason, unit, has);
  return 'others' in reason && reason.others && !('well' in reason)
    ? `${said} ${reason.rule === 'wet-response' ? tellOtherResponses(reason.others) : tellOtherwise(reason.others)}`
    : said;
}

function tellRule(reason: Reason | HoldReason, unit: VacuumUnit, has: Parts): string {
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
        `carbon, ${has.headGasket ? 'a milled head, ' : ''}or oil or fuel in the cylinder.`
      );
    case 'no-minimum':
      return `${capital(sourceName(reason.source))} gives no minimum to hold it against.`;
    case 'under-a-tenth':
      return (
        `${underTenth(reason.readKPa, reason.ofKPa, unit)} is under a tenth of ` +
        `${reason.of === 'limit' ? 'its limit' : 'the best cylinder'} (${p(reason.ofKPa)}). ` +
        `${reason.repeated ? 'Read more than once.' : 'Read it again before you believe it.'}`
      );
    case 'spread-met':
      return (
        `${spreadAmount(reason, unit, reason.limit)}: within ` +
        `${spreadFigure(reason.method, reason.limit, unit)} (${spreadSchool(reason)}).`
      );
    case 'spread-watch':
      return (
        `${spreadAmount(reason, unit, reason.watch)}: past the watch line of ` +
        `${spreadFigure(reason.method, reason.watch, unit)}, within ` +
        `${spreadFigure(reason.method, reason.limit, unit)} (${spreadSchool(reason)}).`
      );
    case 'spread-missed':
      return (
        `${spreadAmount(reason, unit, reason.limit)}: more than ` +
        `${spreadFigure(reason.method, reason.limit, unit)} (${spreadSchool(reason)}).`
      );
    case 'spread-too-close':
      return (
        `${spreadAmount(reason, unit, reason.limit)}, too close to ` +
        `${spreadFigure(reason.method, reason.limit, unit)} to call (${spreadSchool(reason)}). ` +
        `${tellSettle(reason.settle)}`
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
        : `Mean of the ${reason.used} readings that agree; ${count(reason.of - reason.used, 'other')} set aside.`;
    case 'attempts-disagree':
      return (
        `Readings disagree: ${p(reason.earlierKPa)}, then ${p(reason.latestKPa)}. Nothing is proven until another ` +
        'agrees with one of them.'
      );
    case 'attempts-scatter':
      return (
        `${reason.of} readings scatter from ${p(reason.lowKPa)} to ${p(reason.highKPa)}: their mean counts, with the ` +
        'scatter as its doubt.'
      );
    case 'test-doubted':
      return `${tellDoubt(reason.doubt)} That alone could explain it.`;
    case 'beside-a-high-one':
      return `It stands behind only because cyl ${reason.high} stands high: look there for carbon.`;
    case 'high-or-low':
      return `Either cyl ${reason.high} stands high, or this one is low: nothing tells them apart yet.`;
    case 'fault-likelier':
      return (
        `It meets its limits, and ${CAUSE_NAME[reason.cause]} is likelier than not all the same ` +
        `(${percent(100 * reason.probability)}).`
      );
    case 'contradicts-itself':
      return 'It misses a limit, and everything else speaks for a sound cylinder: read it again.';
    case 'test-likelier':
      return (
        `${capital(CAUSE_NAME[reason.blame])} ` +
        (reason.probability - reason.blamed > WORTH_SAYING ? 'or something else of the test ' : '') +
        (reason.probability > HALF
          ? `probably made this figure (${percent(100 * reason.probability)}).`
          : `is likelier (${percentBeside(100 * reason.probability, 100 * reason.engineProbability)}) than a fault ` +
            `of the engine (${percent(100 * reason.engineProbability)}).`) +
        ' Put the test right and read again.'
      );
    case 'leak-sound':
    case 'leak-watch':
    case 'leak-missed':
    case 'leak-too-close':
      return tellLeak(reason);
    case 'suspected-left-out': {
      const read = reason.percents.map((one) => percent(one)).join(' and ');
      return reason.turned
        ? `The ${read} read before does not count: the crank turned under the air.`
        : `The ${read} read before does not count: the piston was not surely at its top.`;
    }
    case 'rings-freeing':
      return (
        `It lost ${percent(reason.from)} at first and ${percent(reason.to)} now: rings are freeing. The latest ` +
        'counts; read it again when it is warm.'
      );
    case 'leak-attempts-disagree':
      return (
        `Readings disagree: ${percent(reason.earlier)}, then ${percent(reason.latest)}. Nothing is proven until ` +
        'another agrees with one of them.'
      );
    case 'leak-attempts-scatter':
      return (
        `${reason.of} readings scatter from ${percent(reason.low)} to ${percent(reason.high)}: their mean counts, ` +
        'with the scatter as its doubt.'
      );
    case 'gasket-blows':
      return `${GASKET_AT[reason.at] ?? ''}: that needs repair however little is lost (${percent(reason.percent)}).`;
    case 'gasket-may-blow':
      return `${GASKET_AT[reason.at] ?? ''}, faintly: look again, with more pressure and soapy water.`;
    case 'crank-turned':
      return 'The needle came to rest and then ran away: the crank turned under the air. Lock it and start again.';
    case 'hold-met':
      return `${hold(reason, unit)}: within ${held(reason.limitKPa, unit)} (${schoolOf(reason.source)}).`;
    case 'hold-missed':
      return (
        `${hold(reason, unit)}: more than ${held(reason.limitKPa, unit)} (${schoolOf(reason.source)}). ` +
        `${reason.mode === 'vacuum' ? 'Feed it with pressure, and soapy' : 'Soapy'} water shows where.`
      );
    case 'hold-too-close':
      return (
        `${hold(reason, unit)}, too close to ${held(reason.limitKPa, unit)} to call (${schoolOf(reason.source)}). ` +
        `${tellSettle(reason.settle)}`
      );
    case 'hold-watched-once':
      return 'Looked at once only. Watch it for the whole hold time.';
    case 'hold-fed-too-little':
      return (
        `Fed with only ${held(reason.startKPa, unit)} of ${held(reason.shouldKPa, unit)}: seals were hardly tried. ` +
        'Feed it again.'
      );
    case 'rig-leaks-more':
      return (
        `The rig by itself would lose ${held(reason.rigKPa, unit)} in ${reason.holdSeconds} s, more than was ` +
        'lost with ' +
        'the engine on it: seal the rig and begin again.'
      );
    case 'wrong-stroke-suspected':
      return (
        `${percent(reason.percent)} lost${reason.exhaustLoud ? ', loud at the exhaust' : ''}: the piston may stand ` +
        (has.valves
          ? 'on the wrong stroke. Turn one full revolution and read it again, or confirm top dead centre.'
          : 'off its top, with a port open. Find the top and read it again, or confirm top dead centre.')
      );
    case 'heard':
      return (
        `Air ${['', 'faint', 'clear', 'strong'][reason.level]} at the ` +
        `${heardAt(reason.at)}${reason.cylinder ? ` of cyl ${reason.cylinder}` : ''}: ` +
        `${reason.well ? 'a breath past the rings is usual' : heardSays(reason.at, has)}.`
      );
    case 'intake-or-breather':
      return (
        'The breather hose was still on: air past the rings hisses at the intake too. ' +
        'Pull it off and listen again.'
      );
    case 'wet-response':
      return (
        `${oilDid(reason.rise, reason.displacement)}: ` +
        (reason.well && reason.response !== 'shown'
          ? 'there was little for it to seal.'
          : `${wetSays(reason.response, has)}` +
            `${reason.school === 'sealing' ? '' : ` (by ${WET_SCHOOL[reason.school]})`}.`)
      );
    case 'stroke-pattern':
      return tellPattern(reason.pattern, reason.firstShare, has, reason.well === true);
  }
}

/** A tenth of what it is held against, as both are printed. */
function underTenth(kPa: number, ofKPa: number, unit: VacuumUnit): string {
  const plain = formatPressure(kPa, unit);
  const rounded = 10 * Number(plain) > Number(formatPressure(ofKPa, unit));
  return `${rounded ? formatPressure(kPa, unit, 1) : plain} ${UNIT_SIGN[unit]}`;
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

function wetSays(response: 'shown' | 'absent' | 'undecided', { valves, headGasket }: Parts): string {
  if (response === 'shown') return 'rings or bore answer';
  if (response === 'undecided') return 'too little to tell rings from anything else';
  const rest = [...(valves ? ['a valve'] : []), ...(headGasket ? ['the gasket'] : []), 'a hole in the piston'];
  return `no answer from the rings, which leaves ${either(rest)}`;
}

/** `Oil lifted it by 9 %, of which its own volume explains up to 5 %` */
function oilDid(rise: number, displacement: number | undefined): string {
  const off = percent(Math.abs(100 * rise));
  if (off === percent(0)) return 'Oil changed nothing';
  if (rise < 0) return `With oil it read ${off} less`;
  const own =
    displacement === undefined ? '' : `, of which its own volume explains up to ${percent(100 * displacement)}`;
  return `Oil lifted it by ${off}${own}`;
}

/** Where only a gasket or a crack lets air out. */
const GASKET_AT: Readonly<Partial<Record<HeardAt, string>>> = {
  coolant: 'Bubbles in the coolant mean a head gasket or a crack',
  neighbour: 'Air in the next cylinder means the gasket between them',
  'head-joint': 'Air at the head joint means the head gasket',
  'push-rod-tunnel': 'Air in the push-rod tunnel means the head gasket, whatever the crankcase does',
};

const HEARD_SAYS: Readonly<Record<HeardAt, string>> = {
  exhaust: 'exhaust valve',
  intake: 'intake valve',
  crankcase: 'rings, bore or piston',
  coolant: 'head gasket to coolant, or a crack',
  neighbour: 'head gasket between them',
  'head-joint': 'head gasket to outside',
  'push-rod-tunnel': 'head gasket into the tunnel',
  adapter: 'the test, not the engine',
};

/** A two-stroke has ports where a four-stroke has valves. */
const heardSays = (at: HeardAt, { valves }: Parts): string =>
  valves || (at !== 'exhaust' && at !== 'intake')
    ? HEARD_SAYS[at]
    : at === 'exhaust'
      ? 'a port is open, or the piston lets it by'
      : 'past the piston, and out through the reed or the port';

const HEARD_AT: Readonly<Partial<Record<HeardAt, string>>> = {
  neighbour: 'plug hole',
  'head-joint': 'head joint',
  'push-rod-tunnel': 'push-rod tunnel',
};
export const heardAt = (at: HeardAt) => HEARD_AT[at] ?? at;

function tellPattern(pattern: StrokePattern, firstShare: number, { valves, headGasket }: Parts, well: boolean): string {
  const share = `First stroke made ${percent(100 * firstShare)} of the peak`;
  switch (pattern) {
    case 'quick':
      return `${share}: it fills quickly.`;
    case 'climbing':
      return well
        ? `${share} and each stroke added: no fault by itself, a long hose does that.`
        : `${share} and each stroke added: rings or bore, or a long hose.`;
    case 'flat-low':
      return (
        `${share} and it never built: ` +
        `${either([...(valves ? ['valve'] : []), ...(headGasket ? ['head gasket'] : ['piston']), 'crack'])}.`
      );
    case 'too-few':
      return 'Too few strokes noted to say more.';
  }
}

export function tellDoubt(doubt: TestDoubt): string {
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

/** `112 psi ± 8` */
function figure(reason: { estimateKPa: number; doubtKPa: number }, unit: VacuumUnit): string {
  return `${pressure(reason.estimateKPa, unit)} ± ${formatPressure(COVERAGE * reason.doubtKPa, unit)}`;
}

export function pressure(kPa: number, unit: VacuumUnit): string {
  return `${formatPressure(kPa, unit)} ${UNIT_SIGN[unit]}`;
}

function spreadAmount(reason: { method: SpreadMethod; amount: number }, unit: VacuumUnit, line: number): string {
  const amount = reason.method === 'difference' ? pressure(reason.amount, unit) : percentBeside(reason.amount, line);
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
