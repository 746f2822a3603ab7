import { amended } from './amended';
import type { PageBlock, PageDocument, PageKind } from '@rugged/contract/page';
import type { Bench } from '@rugged/contract/bench';
import type { Purpose } from '@rugged/core';
import { cylinders, howSure, measured, notTested, photographs } from './blocks';
import { chosenOption, currencyOf, engineAndMachine, type PageFacts } from './facts';
import { suggestedLead } from './lead';
import { beforeAndAfter, nextTest } from './proof';
import { fine } from './small-print';
import { toldAndDone } from './story';
import { alsoHere } from './visit';
import { repairsBlock, stopBlock, waysBlock } from './ways';
import { listed } from './words';

export const PAGE_TITLE: Readonly<Record<PageKind, string>> = {
  owner: 'Your engine',
  buyer: 'Before you buy',
  'second-opinion': 'Second opinion',
  proof: 'Before and after the repair',
  'machine-shop': 'For the machine shop',
  baseline: 'Baseline',
};

const FOR_PURPOSE: Readonly<Partial<Record<Purpose, PageKind>>> = {
  buying: 'buyer',
  'second-opinion': 'second-opinion',
  baseline: 'baseline',
  'after-rebuild': 'proof',
  'before-teardown': 'machine-shop',
};

/** Which page a job is likely to want: the proof once something was repaired and read again. */
export function usualPage({ job }: Pick<Bench, 'job'>, { report }: Pick<PageFacts, 'report'>): PageKind {
  if (report.before) return 'proof';
  return (job.purpose && FOR_PURPOSE[job.purpose]) ?? 'owner';
}

/**
 * A page in plain words, with the figures of this moment.
 * @param lead what its reader reads first; as suggested where nobody wrote one
 */
export function makePage(kind: PageKind, facts: PageFacts, lead = suggestedLead(kind, facts)): PageDocument {
  const { bench, shop, now, stopAt } = facts;
  const currency = currencyOf(facts);
  const option = chosenOption(facts);
  const asks = kind === 'owner' && option && option.mean > 0;
  return {
    kind,
    lang: 'en',
    title: kind === 'owner' && several(facts) ? 'Your engines' : PAGE_TITLE[kind],
    lead,
    about: aboutLine(kind, facts),
    shop: shop.name,
    ...(shop.reach ? { reach: shop.reach } : {}),
    madeAt: now.toISOString(),
    day: new Intl.DateTimeFormat('en-GB', { dateStyle: 'long' }).format(now),
    ...(bench.job.number === undefined ? {} : { job: `job ${bench.job.number}` }),
    blocks: BLOCKS[kind](facts),
    ...(asks
      ? {
          asks: {
            option: option.name,
            ...(stopAt === undefined ? {} : { stopAt: Math.round(stopAt) }),
            ...(currency === undefined ? {} : { currency }),
          },
        }
      : {}),
  };
}

const several = ({ others = [] }: PageFacts) => others.length > 0;

const BLOCKS: Readonly<Record<PageKind, (facts: PageFacts) => PageBlock[]>> = {
  owner: (facts) => [
    toldAndDone(facts),
    ...waysBlock(facts),
    ...stopBlock(facts),
    cylinders(facts),
    ...measured(facts),
    ...howSure(facts),
    ...alsoHere('owner', facts),
    ...end(facts),
  ],
  buyer: (facts) => [
    toldAndDone(facts),
    cylinders(facts),
    ...measured(facts),
    ...howSure(facts),
    ...repairsBlock(facts),
    ...alsoHere('buyer', facts),
    { is: 'list', label: 'Ask the seller', items: toAsk(facts) },
    ...end(facts),
  ],
  'second-opinion': (facts) => [
    toldAndDone(facts),
    cylinders(facts),
    ...measured(facts),
    ...howSure(facts),
    ...waysBlock(facts),
    ...stopBlock(facts),
    ...alsoHere('second-opinion', facts),
    ...end(facts),
  ],
  proof: (facts) => [
    ...beforeAndAfter(facts),
    cylinders(facts),
    ...measured(facts),
    ...alsoHere('proof', facts),
    ...end(facts, nextTest(facts)),
  ],
  'machine-shop': (facts) => [
    toldAndDone(facts, 'The owner told us'),
    cylinders(facts),
    ...measured(facts),
    ...howSure(facts),
    { is: 'list', label: 'Please measure', items: toMeasure(facts) },
    ...amended(facts),
    ...photographs(facts),
    fine(facts),
  ],
  baseline: (facts) => [
    cylinders(facts),
    ...measured(facts),
    ...alsoHere('baseline', facts),
    ...end(facts, nextTest(facts)),
  ],
};

/** What every page ends with. */
const end = (facts: PageFacts, next: PageBlock[] = []): PageBlock[] => [
  notTested(facts),
  ...amended(facts),
  ...photographs(facts),
  ...next,
  fine(facts),
];

/** The machine in a line; whose it is, where that is no secret from its reader. */
function aboutLine(kind: PageKind, { bench, others = [] }: PageFacts): string {
  const { machine, owner } = bench;
  return [
    engineAndMachine(bench),
    ...(others.length === 0 ? [] : [`with ${listed(others.map((one) => one.bench.engine.name))}`]),
    ...(machine.serial === undefined ? [] : [`serial ${machine.serial}`]),
    ...meterOf(bench),
    ...(owner.name === '' || kind === 'buyer' || kind === 'machine-shop' ? [] : [`for ${owner.name}`]),
  ].join(' · ');
}

function meterOf({ job, engine }: Bench): string[] {
  const counted = job.meter?.toLocaleString('en-GB');
  if (counted === undefined) return [];
  return [engine.meterUnit === undefined ? `meter at ${counted}` : `${counted} ${engine.meterUnit}`];
}

/** What the figures do not tell a buyer. */
const toAsk = ({ bench: { engine, tests } }: PageFacts): string[] => [
  'When it last ran, and for how long.',
  'What was repaired, when, and by whom; ask for the bills.',
  ...(tests.some(({ conditions }) => 'engineTemperature' in conditions && conditions.engineTemperature === 'cold')
    ? ['To run it until it is warm, and to test it again.']
    : []),
  ...(engine.cooling === 'liquid' || engine.family === 'outboard' || engine.family === 'inboard'
    ? ['Whether it ever ran hot.']
    : []),
];

/** What decides between a hone, a bore and another engine. */
function toMeasure({ bench: { engine } }: PageFacts): string[] {
  const valves = engine.cycle === 'four-stroke';
  return [
    'Each bore at its top, middle and bottom, along and across the crank: wear, taper and out of round.',
    'Each piston at its skirt, and its clearance in the bore.',
    'Ring gap low and high in the bore.',
    ...(engine.headless ? [] : ['The head for cracks and for flatness.']),
    ...(valves
      ? ['Valves, guides and seats: whether they seal, and how far they have sunk.']
      : ['The ports for broken edges.']),
    'The small end and its pin, and the play of the rod.',
    'Against the maker’s figures; where you have them, please write them beside.',
  ];
}
