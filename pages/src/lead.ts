import { latestOf, openedSinceRepair } from '@rugged/contract/bench';
import type { PageKind } from '@rugged/contract/page';
import { isFault, type Report, tellFaults } from '@rugged/core';
import { blamedOnTest, chosenOption, cylinderName, type PageFacts, troubled } from './facts';
import { does, found, inHundred, listed, lower, money, sentence } from './words';

/** What its reader reads first, and may be all that is read: a start that the shop mends. */
export function suggestedLead(kind: PageKind, facts: PageFacts): string {
  switch (kind) {
    case 'proof':
      return proof(facts);
    case 'baseline':
      return `${whatItHas(facts)} These are the figures to hold the next test against.`;
    case 'machine-shop':
      return 'What we measured, and what we ask you to measure and do.';
    case 'second-opinion':
      return [
        facts.bench.job.otherSaid ? `You were told: ${facts.bench.job.otherSaid.replace(/[.\s]+$/, '')}.` : '',
        whatItHas(facts),
      ]
        .filter(Boolean)
        .join(' ');
    case 'owner':
    case 'buyer':
      // Where nothing is wrong there is nothing to advise on.
      return [whatItHas(facts, kind === 'buyer' ? theirs : yours), hasTrouble(facts) ? advised(facts) : '']
        .filter(Boolean)
        .join(' ');
  }
}

const hasTrouble = ({ bench, report }: PageFacts) => openedSinceRepair(bench).length > 0 || troubled(report).length > 0;

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
  const [worst, ...others] = troubled(report);
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
    return wrong.length > 0
      ? `${well} What we found wrong: ${listed(wrong)}.`
      : `${well} If it still runs badly, the cause is something else than its inside.`;
  }
  return [likeliest(facts, worst, whose), ...beside(facts, others)].join(' ');
}
const SURE = 0.9;

/** What the worst of them has. Nobody thinks what is less likely than not: then the two likeliest are named. */
function likeliest({ bench, report }: PageFacts, worst: Cause, whose: Whose): string {
  const name = whose(worst.cylinder === null ? 'the engine' : cylinderName(bench, worst.cylinder));
  const first = does(worst.which ?? worst.cause);
  if (worst.probability >= SURE) return sentence(`${name} ${first}`);
  if (worst.probability >= LIKELIER) return `We think that ${name} ${first} (${inHundred(worst.probability)}).`;
  const byTest = blamedOnTest(report);
  if (byTest > worst.probability)
    return (
      `Whether ${name} seals is not proven yet: what was read may come of the test itself (${inHundred(byTest)}), ` +
      `or it ${first} (${inHundred(worst.probability)}).`
    );
  const next = report.causes.find(
    (one) => one.cylinder === worst.cylinder && one.cause !== 'sound' && one.cause !== worst.cause,
  );
  const proven = report.cylinders.some(
    ({ id, state }) => id === worst.cylinder && (state === 'low' || state === 'dead'),
  );
  const seals = `${name} ${proven || worst.cylinder === null ? 'does' : 'may'} not seal as it should`;
  const also = next ? `, or that it ${does(next.which ?? next.cause)} (${inHundred(next.probability)})` : '';
  return (
    `${sentence(seals)} Why is not proven yet: likeliest is that it ${first} ` +
    `(${inHundred(worst.probability)})${also}.`
  );
}
const LIKELIER = 0.5;

/** What else is likelier faulty than not, in the order of the engine. */
function beside({ bench, report }: PageFacts, others: readonly Cause[]): string[] {
  const isLow = new Set(
    report.cylinders.filter(({ state }) => state === 'low' || state === 'dead').map(({ id }) => id),
  );
  const ids = bench.engine.cylinders.filter((id) => others.some(({ cylinder }) => cylinder === id));
  const low = ids.filter((id) => isLow.has(id)).map((id) => cylinderName(bench, id));
  const needing = [...low, ...(others.some(({ cylinder }) => cylinder === null) ? ['its crankcase'] : [])];
  const open = ids.filter((id) => !isLow.has(id)).map((id) => cylinderName(bench, id));
  return [
    needing.length === 0 ? '' : sentence(`${listed(needing)} ${needing.length === 1 ? 'needs' : 'need'} work too`),
    open.length === 0 ? '' : sentence(`${listed(open)} may have the same; it is not proven yet`),
  ].filter(Boolean);
}

/** Every cylinder passes, and a crankcase that was tested holds. */
const seals = ({ report: { cylinders, crankcase } }: PageFacts) =>
  [...cylinders, ...(crankcase ? [crankcase] : [])].every(({ state }) => state === 'sound' || state === 'watch');

/** What another gauge, or an eye, found wrong of an engine that seals. */
const wrongBeside = ({ report: { inspections, parts } }: PageFacts): string[] =>
  tellFaults(inspections.filter(isFault), parts.several);

/** Likelier sound than not, and not proven: a suspicion is not made of a reading that is to be taken again. */
function unproven({ bench, report }: PageFacts, whose: Whose): string {
  const [least] = report.causes
    .filter(({ cause, cylinder }) => cause === 'sound' && cylinder !== null)
    .sort((a, b) => a.probability - b.probability);
  if (!least || least.cylinder === null) return `The readings do not say yet what ${whose('the engine')} has.`;
  const name = whose(cylinderName(bench, least.cylinder));
  if (least.probability < LIKELIER)
    return (
      `Whether ${name} seals is not proven yet: what was read may come of the test itself ` +
      `(${inHundred(blamedOnTest(report))}). It is to be read once more.`
    );
  return `Nothing speaks for a fault so far: ${inHundred(least.probability)} that ${name} is sound. It is to be read once more.`;
}

const inCylinder = ({ bench }: PageFacts, id: string) =>
  bench.engine.cylinders.length === 1 ? '' : ` in cylinder ${id}`;

function advised(facts: PageFacts): string {
  const option = chosenOption(facts);
  if (!option) return '';
  const costs = option.mean === 0 ? '' : `, about ${money(option.mean, facts.currency)}`;
  return `We advise: ${lower(option.name)}${costs}.`;
}

function proof(facts: PageFacts): string {
  const { report, bench } = facts;
  const repair = latestOf(bench.repairs)?.what ?? report.before?.repair;
  const wrong = wrongBeside(facts);
  const done = repair === undefined ? 'The work is done' : `Done: ${lower(repair)}`;
  if (seals(facts) && wrong.length > 0)
    return `${done}. Measured again afterwards it seals as it should; what is still wrong: ${listed(wrong)}.`;
  return seals(facts)
    ? `${done}. It was measured again afterwards: it seals as it should.`
    : `${done}. Measured again afterwards, it does not seal as it should yet.`;
}
