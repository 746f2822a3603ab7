import { amended } from './amended';
import type { Bench } from '@rugged/contract/bench';
import type { PageBlock, PageDocument, PageKind } from '@rugged/contract/page';
import { formatPressure, type Purpose, UNIT_SIGN } from '@rugged/core';
import {
  advice,
  cylinders,
  engineAndMachine,
  fine,
  howSure,
  measured,
  notTested,
  photographs,
  toldAndDone,
  ways,
} from './blocks';
import { chosenOption, type PageFacts } from './facts';
import { suggestedLead } from './lead';
import { short } from './words';

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
  const { bench, shop, now, stopAt, currency } = facts;
  const option = chosenOption(facts);
  const asks = kind === 'owner' && option && option.mean > 0;
  return {
    kind,
    lang: 'en',
    title: PAGE_TITLE[kind],
    lead,
    shop: shop.name,
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

const BLOCKS: Readonly<Record<PageKind, (facts: PageFacts) => PageBlock[]>> = {
  owner: (facts) => [
    toldAndDone(facts),
    cylinders(facts),
    ...measured(facts),
    ...howSure(facts),
    ...ways(facts),
    ...advice(facts),
    notTested(facts),
    ...amended(facts),
    ...photographs(facts),
    fine(facts),
  ],
  buyer: (facts) => [
    about(facts),
    cylinders(facts),
    ...measured(facts),
    ...howSure(facts),
    notTested(facts),
    ...ways(facts),
    ...amended(facts),
    ...photographs(facts),
    fine(facts),
  ],
  'second-opinion': (facts) => [
    ...(facts.bench.job.otherSaid
      ? [{ is: 'text' as const, label: 'What you were told', text: facts.bench.job.otherSaid }]
      : []),
    cylinders(facts),
    ...measured(facts),
    ...howSure(facts),
    ...ways(facts),
    ...advice(facts),
    notTested(facts),
    ...amended(facts),
    ...photographs(facts),
    fine(facts),
  ],
  proof: (facts) => [
    about(facts),
    ...beforeAndAfter(facts),
    cylinders(facts),
    ...measured(facts),
    notTested(facts),
    ...amended(facts),
    ...photographs(facts),
    ...next(facts),
    fine(facts),
  ],
  'machine-shop': (facts) => [
    about(facts),
    cylinders(facts),
    ...measured(facts),
    ...howSure(facts),
    { is: 'list', label: 'Please measure', items: toMeasure(facts) },
    ...amended(facts),
    ...photographs(facts),
    fine(facts),
  ],
  baseline: (facts) => [
    about(facts),
    cylinders(facts),
    ...measured(facts),
    notTested(facts),
    ...amended(facts),
    ...photographs(facts),
    ...next(facts),
    fine(facts),
  ],
};

/** The machine in a line. */
function about({ bench }: PageFacts): PageBlock {
  const { engine, machine, job } = bench;
  const counted = job.meter?.toLocaleString('en-GB');
  const meter =
    counted === undefined
      ? ''
      : engine.meterUnit === undefined
        ? `, its meter at ${counted}`
        : `, ${counted} ${engine.meterUnit}`;
  const serial = machine.serial === undefined ? '' : `, serial ${machine.serial}`;
  return { is: 'text', text: `${engineAndMachine(bench)}${serial}${meter}.` };
}

/** What was read before the repair beside what is read now. */
function beforeAndAfter({ report, unit, bench }: PageFacts): PageBlock[] {
  const { before } = report;
  if (!before) return [];
  const told = (kPa: number | undefined, lost: number | undefined) =>
    [
      ...(kPa === undefined ? [] : [`${formatPressure(kPa, unit)} ${UNIT_SIGN[unit]}`]),
      ...(lost === undefined ? [] : [`${lost.toFixed(0)} % lost`]),
    ].join(', ') || '–';
  return [
    {
      is: 'table',
      label: 'Before and after',
      head: ['', 'Before', 'After'],
      rows: report.cylinders.map(({ id, compression, leakage }) => {
        const then = before.cylinders.find((one) => one.id === id);
        return [
          bench.engine.cylinders.length === 1 ? 'The engine' : `Cyl ${id}`,
          told(then?.readKPa, then?.leakPercent),
          told(compression?.readKPa, leakage?.percent),
        ];
      }),
    },
    ...(bench.repairs.length === 0
      ? []
      : [
          {
            is: 'list' as const,
            label: 'What was done',
            items: bench.repairs.map(({ what, parts }) => short(parts === undefined ? what : `${what} (${parts})`)),
          },
        ]),
  ];
}

/** When it is due again, where that was settled. */
function next({ bench, now }: PageFacts): PageBlock[] {
  const { dueEveryMonths: months, dueEveryUse: use, meterUnit = 'h' } = bench.engine;
  if (months === undefined && use === undefined) return [];
  const due = new Date(now);
  due.setMonth(due.getMonth() + (months ?? 0));
  const day = new Intl.DateTimeFormat('en-GB', { month: 'long', year: 'numeric' }).format(due);
  const when = [
    ...(months === undefined ? [] : [`in ${day}`]),
    ...(use === undefined ? [] : [`after another ${use.toLocaleString('en-GB')} ${meterUnit}`]),
  ];
  return [
    {
      is: 'text',
      label: 'Next test',
      text: `${when.join(', or ')}, whichever comes first.`.replace(/^i/, 'I').replace(/^a/, 'A'),
    },
  ];
}

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
