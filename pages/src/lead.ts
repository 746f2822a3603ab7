import { latestOf, openedOf } from '@rugged/contract/bench';
import type { PageKind } from '@rugged/contract/page';
import { isFault, tellFaults } from '@rugged/core';
import { chosenOption, cylinderName, type PageFacts, troubled } from './facts';
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
      return [whatItHas(facts), hasTrouble(facts) ? advised(facts) : ''].filter(Boolean).join(' ');
  }
}

const hasTrouble = ({ bench, report }: PageFacts) => openedOf(bench).length > 0 || troubled(report).length > 0;

/** What it is, and how sure. What was found stands above what was thought. */
export function whatItHas(facts: PageFacts): string {
  const { bench, report } = facts;
  const opened = openedOf(bench);
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
    if (!seals(facts)) return unproven(facts);
    const wrong = wrongBeside(facts);
    return wrong.length > 0
      ? `Your engine seals well. What we found wrong: ${listed(wrong)}.`
      : 'Your engine seals well. If it still runs badly, the cause is something else than its inside.';
  }
  const name = worst.cylinder === null ? 'your engine' : yours(cylinderName(bench, worst.cylinder));
  const first = `${name} ${does(worst.which ?? worst.cause)}`;
  const surely =
    worst.probability >= SURE ? sentence(first) : `We think that ${first} (${inHundred(worst.probability)}).`;
  const rest = others.map((one) => (one.cylinder === null ? 'its crankcase' : cylinderName(bench, one.cylinder)));
  return rest.length === 0
    ? surely
    : `${surely} ${sentence(`${listed(rest)} ${rest.length === 1 ? 'needs' : 'need'} work too`)}`;
}
const SURE = 0.9;

/** Every cylinder passes, and a crankcase that was tested holds. */
const seals = ({ report: { cylinders, crankcase } }: PageFacts) =>
  [...cylinders, ...(crankcase ? [crankcase] : [])].every(({ state }) => state === 'sound' || state === 'watch');

/** What another gauge, or an eye, found wrong of an engine that seals. */
const wrongBeside = ({ report: { inspections, parts } }: PageFacts): string[] =>
  tellFaults(inspections.filter(isFault), parts.several);

/** Likelier sound than not, and not proven: a suspicion is not made of a reading that is to be taken again. */
function unproven({ bench, report: { causes } }: PageFacts): string {
  const [least] = causes
    .filter(({ cause, cylinder }) => cause === 'sound' && cylinder !== null)
    .sort((a, b) => a.probability - b.probability);
  if (!least || least.cylinder === null) return 'The readings do not say yet what your engine has.';
  return (
    `Nothing speaks for a fault so far: ${inHundred(least.probability)} that ` +
    `${yours(cylinderName(bench, least.cylinder))} is sound. It is to be read once more.`
  );
}

const yours = (name: string) => name.replace(/^the engine$/, 'your engine').replace(/^cylinder /, 'your cylinder ');
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
