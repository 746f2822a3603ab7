import type { PageBlock } from '@rugged/contract/page';
import { type Amendment, amendmentsOf, type Bench } from '@rugged/contract/bench';
import { TEST_NAME, UNIT_SIGN } from '@rugged/core';
import { cylinderName, type PageFacts } from './facts';
import { short } from './words';

/** What was added after the job was closed: the figure that stood there beside the one that stands there now. */
export function amended({ bench, readers }: PageFacts): PageBlock[] {
  const amendments = amendmentsOf(bench);
  if (amendments.length === 0) return [];
  const items = amendments.map((one) => {
    const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long' }).format(new Date(one.at));
    const by = one.by ?? readers[0];
    const why = one.reason.replace(/[.\s]+$/, '');
    return short(`${whatOf(bench, one)}: ${why} (${by === undefined ? day : `${by}, ${day}`}).`);
  });
  return [{ is: 'list', label: 'Added after the job was closed', items: items.slice(0, MOST) }];
}
/** A page has room for so many. */
const MOST = 40;

const WORD: Readonly<Record<Exclude<Amendment['what'], 'readings'>, string>> = {
  tests: 'Another test',
  overrules: 'A verdict of our own',
  ticks: 'A step',
  signatures: 'A signature',
  notes: 'A note',
  outcomes: 'What was found inside',
  repairs: 'A repair',
  decisions: 'A decision',
  pages: 'A page',
  answers: 'An answer',
};

function whatOf(bench: Bench, { what, reading, original }: Amendment): string {
  if (what !== 'readings' || !reading) return what === 'readings' ? 'A reading' : WORD[what];
  const now = reading.withdrawn ? 'taken back' : figureOf(reading);
  const whose = 'cylinder' in reading.figures ? [cylinderName(bench, reading.figures.cylinder)] : [];
  const name = [TEST_NAME[reading.kind], ...whose].join(', ');
  if (!original) return `${name}, ${now}`;
  return reading.withdrawn
    ? `${name}, ${figureOf(original)} taken back`
    : `${name}, ${now} instead of ${figureOf(original)}`;
}

function figureOf(reading: Bench['readings'][number]): string {
  const { figures, kind } = reading;
  if (kind === 'compression') return `${figures.peak} ${UNIT_SIGN[figures.unit]}`;
  if (kind === 'leakdown')
    return figures.percent === undefined
      ? `${figures.cylinderPressure ?? ''} of ${figures.supply} ${UNIT_SIGN[figures.unit]}`
      : `${figures.percent} % lost`;
  return 'another figure';
}
