import { openedOf } from '@rugged/contract/bench';
import type { PageBlock, PageMark } from '@rugged/contract/page';
import {
  formatPressure,
  INSIDE_NAME,
  isFault,
  OPEN_KINDS,
  type PressureUnit,
  planOf,
  type State,
  tellFaults,
  UNIT_SIGN,
} from '@rugged/core';
import { cylinderName, type PageFacts, troubled, untested } from './facts';
import { does, found, listed, sentence, short, weAreSure } from './words';

/** Parts that several pages share. */

const MARK: Readonly<Record<State, PageMark>> = {
  sound: 'good',
  watch: 'watch',
  low: 'bad',
  dead: 'bad',
  unproven: 'open',
};

const pressure = (kPa: number, unit: PressureUnit) => formatPressure(kPa, unit);
/** The sign stays with its figure. */
const wholePercent = (percent: number) => `${percent.toFixed(0)}\u00a0%`;

/** The engine from above, each cylinder with its figure. */
export function cylinders({ bench, report, unit }: PageFacts): PageBlock {
  const { cylinders: placed } = planOf(bench.engine);
  return {
    is: 'cylinders',
    cylinders: placed.map(({ id, x, y }) => {
      const one = report.cylinders.find((cylinder) => cylinder.id === id);
      const figure = one?.compression
        ? pressure(one.compression.readKPa, unit)
        : one?.leakage
          ? wholePercent(one.leakage.percent)
          : '';
      // What was seen inside stands above what was read from outside.
      const faulty = report.inspections.some(
        ({ cylinder, test, state }) => cylinder === id && state === 'low' && OPEN_KINDS.has(test),
      );
      return { id, x, y, mark: faulty ? 'bad' : MARK[one?.state ?? 'unproven'], figure };
    }),
  };
}

/** What was measured, beside what it should be. */
export function measured({ bench, report, unit }: PageFacts): PageBlock[] {
  const all = report.cylinders;
  const row = (
    name: string,
    of: (one: (typeof all)[number]) => string | null | undefined,
    should: string,
  ): string[][] => (all.some((one) => of(one)) ? [[name, ...all.map((one) => of(one) ?? '–'), should]] : []);
  const limit = all.find(({ compression }) => compression?.limit.minHereKPa !== undefined)?.compression?.limit;
  const leak = all.find(({ leakage }) => leakage)?.leakage?.limits;
  const rows = [
    ...row(
      `Pressure, ${UNIT_SIGN[unit]}`,
      ({ compression }) => compression && pressure(compression.readKPa, unit),
      limit?.minHereKPa === undefined ? '' : `at least ${pressure(limit.minHereKPa, unit)}`,
    ),
    ...row('Pressure with oil in', ({ wet }) => wet && pressure(wet.wetKPa, unit), 'about the same as without'),
    ...row(
      'Air it loses',
      ({ leakage }) => leakage && wholePercent(leakage.percent),
      leak ? `under ${leak.sound}\u00a0%` : '',
    ),
  ];
  const table: PageBlock[] =
    rows.length === 0
      ? []
      : [
          {
            is: 'table',
            label: 'What we measured',
            head: ['', ...all.map(({ id }) => (all.length === 1 ? 'Read' : `Cyl ${id}`)), 'A good one'],
            rows,
          },
        ];
  const holds = report.crankcase?.tests.map(({ reasons }) => reasons.map(({ text }) => text).join(' ')) ?? [];
  // What is wrong stands first: a page has room for few.
  const others = report.inspections
    .filter(({ of }) => of !== 'opened')
    .sort((a, b) => Number(isFault(b)) - Number(isFault(a)))
    .map(({ text }) => told(text, all.length === 1));
  const more = [...holds, ...seenInside(report), ...others]
    .filter(Boolean)
    .map((text) => short(text))
    .slice(0, MOST_BESIDE);
  if (table.length === 0 && more.length === 0)
    return [{ is: 'text', label: 'What we measured', text: `Nothing yet on ${bench.engine.name}.` }];
  return [...table, ...(more.length === 0 ? [] : [{ is: 'list' as const, label: 'Other readings', items: more }])];
}

/** Of a single nobody names the cylinder; of several it is named in full. */
function told(text: string, single: boolean): string {
  if (!single) return text.replace(/^Cyl (?=\S)/, 'Cylinder ');
  const bare = text.replace(/^Cyl \S+: /, '');
  return bare.charAt(0).toUpperCase() + bare.slice(1);
}

/** What was seen of the parts of an opened engine: what is wrong with each, then all that is good. */
function seenInside({ inspections, parts }: PageFacts['report']): string[] {
  const seen = inspections.filter((one) => one.of === 'opened');
  const wrong = tellFaults(seen.filter(isFault), parts.several).map((text) =>
    text.replace(/\bcyl (?=\S)/, 'cylinder '),
  );
  const good = new Map<string, string[]>();
  for (const { part, seen: as, cylinder } of seen)
    if (as === 'good' && cylinder !== null) good.set(cylinder, [...(good.get(cylinder) ?? []), INSIDE_NAME[part]]);
  return [
    ...(wrong.length === 0 ? [] : [sentence(listed(wrong))]),
    ...[...good].map(
      ([cylinder, names]) => `Seen and good${parts.several ? `, cylinder ${cylinder}` : ''}: ${listed(names)}.`,
    ),
  ];
}

const MOST_BESIDE = 5;

/** How sure it is, cylinder by cylinder. */
export function howSure(facts: PageFacts): PageBlock[] {
  const { bench, report } = facts;
  const opened = openedOf(bench).map(({ cylinder, found: cause, predicted, probability }) =>
    sentence(
      `${cylinderName(bench, cylinder)} was opened: ${found(cause)}` +
        (predicted === undefined || probability === undefined
          ? ''
          : predicted === cause
            ? ', as the readings had said'
            : `; the readings had said ${found(predicted)}`),
    ),
  );
  const place = ({ cylinder }: { cylinder: string | null }) =>
    cylinder === null ? Infinity : bench.engine.cylinders.indexOf(cylinder);
  // What is as sure of several cylinders is said once.
  const alike = new Map<string, { sure: string; what: string; cylinders: (string | null)[] }>();
  for (const { cylinder, cause, which, probability } of troubled(report).sort((a, b) => place(a) - place(b))) {
    const one = { sure: weAreSure(probability), what: does(which ?? cause), cylinders: [cylinder] };
    const same = alike.get(`${one.sure} ${one.what}`);
    if (same) same.cylinders.push(cylinder);
    else alike.set(`${one.sure} ${one.what}`, one);
  }
  const thought = [...alike.values()].map(({ sure, what, cylinders: of }) =>
    sentence(
      of.length > 1
        ? `${sure} that each of cylinders ${listed(of.map(String))} ${what}`
        : `${sure} that ${of[0] === null || of[0] === undefined ? 'it' : cylinderName(bench, of[0])} ${what}`,
    ),
  );
  // What nobody sees before the head is off is said beforehand.
  const cracked = troubled(report).some(({ cause }) => cause === 'head-gasket-coolant')
    ? ['The head itself may be cracked: that shows once it is off.']
    : [];
  const items = opened.length > 0 ? opened : [...thought.slice(0, MOST_THOUGHT), ...cracked];
  return items.length === 0 ? [] : [{ is: 'list', label: 'How sure we are', items }];
}

const MOST_THOUGHT = 3;

export const notTested = ({ bench, report }: PageFacts): PageBlock => ({
  is: 'text',
  label: 'Not tested',
  text: sentence(untested(bench, report, true).join('; ')),
});

export const photographs = ({ photos }: PageFacts): PageBlock[] =>
  photos.length === 0 ? [] : [{ is: 'photos', label: 'Photographs', photos: [...photos] }];
