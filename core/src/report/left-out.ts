import type { LeftOut } from '../verdict/left-out';
import { TEST_NAME } from './test-kinds';

/** What the figures of an entry are called, by the last word of their path. */
const FIGURE: Readonly<Record<string, string>> = {
  peak: 'the peak',
  strokes: 'the strokes',
  oilMl: 'the oil',
  swing: 'the swing of the needle',
  cylinder: 'the cylinder',
  supply: 'the supply',
  cylinderPressure: 'the cylinder pressure',
  percent: 'the leakage',
  at: 'where the air was heard',
  level: 'how loud it was heard',
  value: 'the pressure',
  celsius: 'the temperature',
  seconds: 'the time',
  case: 'the crankcase',
  depth: 'the vacuum',
  idle: 'the figure at idle',
  snap: 'the figure at the snap',
  pressure: 'the pressure',
  held: 'the pressure it held',
  mm: 'the size',
  alongMm: 'the bore along the crank',
  acrossMm: 'the bore across the crank',
  skirtMm: 'the skirt',
  pinMm: 'the pin',
  smallEndMm: 'the small end',
  before: 'the volts at rest',
  during: 'the volts while cranking',
  crankingRpm: 'the cranking speed',
  fullScale: 'the full scale of the gauge',
  min: 'the minimum',
  max: 'the maximum',
  altitudeM: 'the altitude',
  barometerKPa: 'the barometer',
};

const spoken = (word: string) => word.replace(/([a-z\d])([A-Z])/g, '$1 $2').toLowerCase();

/** `readings[1].heard[0].at` ends in `at`; a place in a list says nothing to a person. Nothing for the whole entry. */
function figureOf(path = ''): string {
  const [last = ''] = path
    .replace(/\[\d+\]/g, '')
    .split('.')
    .slice(-1);
  return last === '' ? '' : `: ${FIGURE[last] ?? `the ${spoken(last)}`}`;
}

const PLACE = { 'house-rules': 'a house rule', site: 'the site' } as const;

function placeOf(entry: LeftOut): string {
  if (entry.of === 'book') return entry.source === '' ? 'a book' : `the book “${entry.source}”`;
  if (entry.of !== 'test') return PLACE[entry.of];
  const name = TEST_NAME[entry.kind].toLowerCase();
  return entry.cylinder === undefined ? name : `${name}, cyl ${entry.cylinder}`;
}

/** What the lists of a job file hold, one of them. */
const ONE_OF: Readonly<Record<string, string>> = {
  tests: 'test',
  readings: 'reading',
  samples: 'look at the gauge',
  books: 'book',
  heard: 'place where air was heard',
  settling: 'look at the needle',
  found: 'cylinder that was opened',
  symptoms: 'complaint',
};

/** `tests[1].readings[0].supply`: "test 2, reading 1: the supply". Of an entry that could not be read at all. */
export function placeOfPath(path: string): string {
  const steps = [...path.matchAll(/([A-Za-z]+)|\[(\d+)\]/g)].map(([, name, place]) => name ?? Number(place));
  const counted = steps.flatMap((step, i) => {
    const list = steps[i - 1];
    return typeof step === 'number' && typeof list === 'string' ? `${ONE_OF[list] ?? spoken(list)} ${step + 1}` : [];
  });
  const last = steps.at(-1);
  const figure = typeof last === 'string' ? (FIGURE[last] ?? `the ${spoken(last)}`) : '';
  return [counted.join(', '), figure].filter(Boolean).join(': ');
}

/** "Left out: leak-down, cyl 2: the supply is above 100 psi. Everything else is judged." */
export const tellLeftOut = (entry: LeftOut, reason: string): string =>
  `Left out: ${placeOf(entry)}${figureOf(entry.figure)} ${reason}. Everything else is judged.`;
