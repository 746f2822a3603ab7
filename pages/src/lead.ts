import { latestOf, openedSinceRepair } from '@rugged/contract/bench';
import type { PageKind } from '@rugged/contract/page';
import { isFault, type Report, tellFaults } from '@rugged/core';
import { blamedOnTest, chosenOption, currencyOf, cylinderName, type PageFacts, troubled } from './facts';
import { isAnother, plannedAfter } from './ways';
import { chanceWords, does, found, howSurely, listed, lower, money, sentence } from './words';

/** What its reader reads first, and may be all that is read: a start that the shop mends. */
export function suggestedLead(kind: PageKind, facts: PageFacts): string {
  const { others = [], bench } = facts;
  const lead = leadOf(kind, facts);
  // Of several engines each is named: this one first, the others below.
  return others.length === 0 ? lead : `${bench.engine.name}: ${lead}`;
}

function leadOf(kind: PageKind, facts: PageFacts): string {
  switch (kind) {
    case 'proof':
      return proof(facts);
    case 'baseline':
      return `${whatItHas(facts)} These are the figures to hold the next test against.`;
    case 'machine-shop':
      return forMachineShop(facts);
    case 'second-opinion':
      return [
        facts.bench.job.otherSaid ? `You were told: ${facts.bench.job.otherSaid.replace(/[.\s]+$/, '')}.` : '',
        verdictOnOther(facts),
        whatItHas(facts),
      ]
        .filter(Boolean)
        .join(' ');
    case 'owner':
      // Where nothing is wrong there is nothing to advise on.
      return [whatItHas(facts), hasTrouble(facts) ? advised(facts) : ''].filter(Boolean).join(' ');
    case 'buyer':
      return [whatItHas(facts, theirs), priceEffect([facts, ...(facts.others ?? [])])].filter(Boolean).join(' ');
  }
}

/** What it has, what is planned, and what is asked before anything is cut. */
function forMachineShop(facts: PageFacts): string {
  const option = chosenOption(facts);
  const plan = option && option.cures.length > 0 ? `We plan: ${lower(option.name)}.` : '';
  return [whatItHas(facts, theirs), plan, 'Please measure what is listed below, and call us before you cut.']
    .filter(Boolean)
    .join(' ');
}

/** Whether the readings bear out what another shop said. */
function verdictOnOther({ answer }: PageFacts): string {
  if (answer?.because === 'agrees') return 'We agree.';
  if (answer?.because === 'disagrees') return 'We do not agree.';
  if (answer?.is !== 'not-yet') return '';
  const test = answer.because === 'unproven' ? answer.test : undefined;
  return `Our readings do not settle it yet${test === undefined ? '' : `; ${TEST[test]} would`}.`;
}

const TEST = { wet: 'a test with oil in the cylinder', leakdown: 'a test with air in the cylinder' } as const;

/** What it takes off the price, or that nothing does. */
export function priceEffect(all: readonly PageFacts[]): string {
  const [facts] = all;
  if (!facts) return '';
  const bills = all.flatMap(({ answer }) =>
    answer?.purpose === 'buying' && answer.because === 'takes-off' ? (answer.bill ?? []) : [],
  );
  if (all.length > 1 && bills.length > 0)
    return `For all engines together take about ${money(
      bills.reduce((sum, bill) => sum + bill, 0),
      currencyOf(facts),
    )} off the price: that is what the repairs cost.`;
  const { answer } = facts;
  if (!answer || answer.purpose !== 'buying') return '';
  if (answer.because === 'takes-off' && answer.bill !== undefined)
    return (
      (answer.chance < LIKELIER ? 'Until it is known why, take' : 'Take') +
      ` about ${money(answer.bill, currencyOf(facts))} off the price: that is what the repair costs.`
    );
  if (answer.because === 'does-not-pay') return 'The repair costs more than the engine is worth running.';
  return answer.because === 'seals' ? 'Nothing inside it takes anything off the price.' : '';
}

const hasTrouble = ({ bench, report }: PageFacts) =>
  openedSinceRepair(bench).some((one) => one.found !== 'sound') ||
  (openedSinceRepair(bench).length === 0 && troubled(report).length > 0) ||
  faultsInside(report).length > 0;

/** What was seen of the parts once it lay open, and is not good. */
const faultsInside = ({ inspections }: Report) => inspections.filter((one) => one.of === 'opened' && isFault(one));

/** How the reader's engine is called, or one of its cylinders. */
type Whose = (name: string) => string;
const yours: Whose = (name) => name.replace(/^the engine$/, 'your engine').replace(/^cylinder /, 'your cylinder ');
/** It is not its reader's yet. */
const theirs: Whose = (name) => name;

type Cause = Report['causes'][number];

/** What it is, and how sure. What was found stands above what was thought. */
export function whatItHas(facts: PageFacts, whose: Whose = yours): string {
  const { bench, report } = facts;
  const opened = openedSinceRepair(bench);
  if (opened.length > 0)
    return sentence(
      `we opened it and found ${listed(opened.map((one) => `${found(one.found)}${inCylinder(facts, one.cylinder)}`))}`,
    );
  const seen = faultsInside(report);
  if (seen.length > 0) return [sawInside(facts, seen), whatReadingsSay(facts, whose)].filter(Boolean).join(' ');
  return whatReadingsSay(facts, whose);
}

/** What was seen of the parts once it lay open. */
const sawInside = ({ report: { parts } }: PageFacts, seen: Report['inspections']): string =>
  `We opened it and saw: ${listed(tellFaults(seen, parts.several).map(inFull))}.`;
/** `cyl 2` is the trade's. */
const inFull = (text: string) => text.replace(/\bcyl (?=\S)/g, 'cylinder ');

function whatReadingsSay(facts: PageFacts, whose: Whose): string {
  const { report } = facts;
  const [worst, ...others] = troubled(report);
  if (worst && worst.cylinder !== null && allAlike(facts, [worst, ...others]))
    return sentence(
      [whose('the engine'), howSurely(worst.probability), does(worst.which ?? worst.cause), 'in every cylinder']
        .filter(Boolean)
        .join(' '),
    );
  if (!worst) {
    const read = report.cylinders.filter(({ compression, leakage }) => compression ?? leakage);
    if (read.length === 0)
      return report.crankcase?.state === 'sound'
        ? 'The crankcase holds. No cylinder was measured yet.'
        : `${report.crankcase ? 'The crankcase is not proven yet, and no cylinder' : 'Nothing'} was measured yet.`;
    if (read.length < report.cylinders.length)
      return `${read.length} of ${report.cylinders.length} cylinders were measured so far.`;
    if (!seals(facts)) return unproven(facts, whose);
    const wrong = wrongBeside(facts);
    const spare = report.cylinders.some(({ state }) => state === 'watch');
    const well = sentence(`${whose('the engine')} ${spare ? 'still seals, with little to spare' : 'seals well'}`);
    if (faultsInside(report).length > 0) return well;
    return wrong.length > 0
      ? `${well} What we found wrong: ${listed(wrong)}.`
      : `${well} If it still runs badly, the cause is something else than its inside.`;
  }
  return [likeliest(facts, worst, whose), ...beside(facts, others)].join(' ');
}

/** Every one of several cylinders likely has the same. */
const allAlike = ({ bench }: PageFacts, all: readonly Cause[]): boolean =>
  bench.engine.cylinders.length > 1 &&
  bench.engine.cylinders.every((id) =>
    all.some(
      ({ cylinder, cause, which, probability }) =>
        cylinder === id && cause === all[0]?.cause && which === all[0]?.which && probability >= LIKELIER,
    ),
  );

/** What the worst of them has. Nobody thinks what is less likely than not: then the two likeliest are named. */
function likeliest({ bench, report }: PageFacts, worst: Cause, whose: Whose): string {
  const name = whose(worst.cylinder === null ? 'the engine' : cylinderName(bench, worst.cylinder));
  const first = does(worst.which ?? worst.cause);
  if (worst.probability >= LIKELIER)
    return sentence([name, howSurely(worst.probability), first].filter(Boolean).join(' '));
  const byTest = blamedOnTest(report);
  if (byTest > worst.probability)
    return `Whether ${name} seals is not proven yet: the low reading may come from the test itself, or ${name} ${first}.`;
  const next = report.causes.find(
    (one) => one.cylinder === worst.cylinder && one.cause !== 'sound' && one.cause !== worst.cause,
  );
  const proven = report.cylinders.some(
    ({ id, state }) => id === worst.cylinder && (state === 'low' || state === 'dead'),
  );
  const seals = `${name} ${proven || worst.cylinder === null ? 'does' : 'may'} not seal as it should`;
  const also = next ? `, or it ${does(next.which ?? next.cause)}` : '';
  return `${sentence(seals)} Why is not proven yet: most likely it ${first}${also}.`;
}
const LIKELIER = 0.5;

/** What else is likelier faulty than not, in the order of the engine. */
function beside({ bench, report }: PageFacts, others: readonly Cause[]): string[] {
  const isLow = new Set(
    report.cylinders.filter(({ state }) => state === 'low' || state === 'dead').map(({ id }) => id),
  );
  const ids = bench.engine.cylinders.filter((id) => others.some(({ cylinder }) => cylinder === id));
  const low = ids.filter((id) => isLow.has(id));
  const open = ids.filter((id) => !isLow.has(id));
  const needing = [
    ...cylindersNamed(bench, low),
    ...(others.some(({ cylinder }) => cylinder === null) ? ['its crankcase'] : []),
  ];
  const several = low.length > 1 || needing.length > 1;
  return [
    needing.length === 0 ? '' : sentence(`${listed(needing)} ${several ? 'need' : 'needs'} work too`),
    open.length === 0 ? '' : sentence(`${listed(cylindersNamed(bench, open))} may need work too; it is not proven yet`),
  ].filter(Boolean);
}

/** `cylinders 2 and 3` */
const cylindersNamed = (bench: PageFacts['bench'], ids: readonly string[]): string[] =>
  ids.length === 0 ? [] : ids.length === 1 ? [cylinderName(bench, ids[0] as string)] : [`cylinders ${listed(ids)}`];

/** Every cylinder passes, and a crankcase that was tested holds. */
const seals = ({ report: { cylinders, crankcase } }: PageFacts) =>
  [...cylinders, ...(crankcase ? [crankcase] : [])].every(({ state }) => state === 'sound' || state === 'watch');

/** What another gauge, or an eye, found wrong of an engine that seals. */
const wrongBeside = ({ report: { inspections, parts } }: PageFacts): string[] =>
  tellFaults(
    inspections.filter((one) => one.of !== 'opened' && isFault(one)),
    parts.several,
  ).map(inFull);

/** Likelier sound than not, and not proven: a suspicion is not made of a reading that is to be taken again. */
function unproven({ bench, report }: PageFacts, whose: Whose): string {
  const [least] = report.causes
    .filter(({ cause, cylinder }) => cause === 'sound' && cylinder !== null)
    .sort((a, b) => a.probability - b.probability);
  if (!least || least.cylinder === null) return `The readings do not say yet what ${whose('the engine')} has.`;
  const name = whose(cylinderName(bench, least.cylinder));
  if (least.probability < LIKELIER)
    return (
      `Whether ${name} seals is not proven yet: the low reading may come from the test itself. ` +
      'It has to be tested once more.'
    );
  return `Nothing points to a fault so far, but ${name} has to be tested once more to be sure.`;
}

const inCylinder = ({ bench }: PageFacts, id: string) =>
  bench.engine.cylinders.length === 1 ? '' : ` in cylinder ${id}`;

function advised(facts: PageFacts): string {
  const option = chosenOption(facts);
  if (!option) return '';
  const { decided, input, bench } = facts;
  const sum = (of: number) => money(of, currencyOf(facts));
  const after = plannedAfter(option);
  const costs =
    option.mean === 0
      ? ''
      : after
        ? `, about ${sum(option.firstBill)}, and ${chanceWords(after.probability)} about ${sum(after.mean)} more`
        : `, about ${sum(option.mean)}`;
  const [worst] = troubled(facts.report);
  const known =
    openedSinceRepair(bench).length > 0 ||
    (worst?.probability ?? 0) >= LIKELIER ||
    faultsInside(facts.report).length > 0;
  const byFigures = option.name === decided?.recommended;
  const first = byFigures && !known ? decided.findOutFirst : undefined;
  if (first) {
    const where = cylinderName(bench, first.cylinder);
    return (
      `We advise finding out more first: ${TEST[first.test].replace('the cylinder', yours(where))}. ` +
      `As it looks now: ${lower(option.name)}${costs}.`
    );
  }
  const runsOn = input?.options.some(({ name, runsAsItIs }) => name === option.name && runsAsItIs);
  if (byFigures && runsOn && option.runs < LIKELIER) return 'No repair pays: run it as it is, for as long as it lasts.';
  if (byFigures && option.mean === 0 && !runsOn)
    return 'No repair pays for itself as the figures stand: leave it as it is.';
  const repairs = byFigures && option.cures.length > 0 && !isAnother(facts, option.name);
  return `${repairs ? 'Worth repairing' : 'We advise'}: ${lower(option.name)}${costs}.`;
}

function proof(facts: PageFacts): string {
  const { report, bench } = facts;
  const repair = latestOf(bench.repairs)?.what ?? report.before?.repair;
  const wrong = [...wrongBeside(facts), ...tellFaults(faultsInside(report), report.parts.several).map(inFull)];
  const done = repair === undefined ? 'The work is done' : `Done: ${lower(repair)}`;
  const still = [
    ...report.cylinders
      .filter(({ state }) => state === 'low' || state === 'dead')
      .map(({ id }) => cylinderName(bench, id)),
    ...(report.crankcase?.state === 'low' ? ['the crankcase'] : []),
  ];
  if (still.length > 0)
    return `${done}. Tested again, ${listed(still)} ${still.length === 1 ? 'does' : 'do'} not seal yet.`;
  if (!seals(facts)) return `${done}. It is not proven yet: it has not been tested in full since.`;
  return wrong.length > 0
    ? `${done}. Tested again, it seals as it should; what is still wrong: ${listed(wrong)}.`
    : `${done}. Tested again, it seals as it should.`;
}
