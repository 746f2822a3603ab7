import { type Bench, complaintOf, latestOf, openedOf } from '@rugged/contract/bench';
import type { PageBlock, PageMark } from '@rugged/contract/page';
import { formatPressure, type PressureUnit, planOf, type State, TEST_NAME, UNIT_SIGN } from '@rugged/core';
import { chosenOption, cylinderName, type PageFacts, troubled, untested } from './facts';
import { does, exactMoney, found, inHundred, listed, lower, money, sentence, short } from './words';

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
      return { id, x, y, mark: MARK[one?.state ?? 'unproven'], figure };
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
      `Pressure it makes, ${UNIT_SIGN[unit]}`,
      ({ compression }) => compression && pressure(compression.readKPa, unit),
      limit?.minHereKPa === undefined ? '' : `${pressure(limit.minHereKPa, unit)} and up here`,
    ),
    ...row('The same with oil in', ({ wet }) => wet && pressure(wet.wetKPa, unit), 'a rise speaks for rings'),
    ...row(
      'Air it loses',
      ({ leakage }) => leakage && wholePercent(leakage.percent),
      leak ? `under ${leak.sound}\u00a0%, mend from ${leak.fault}\u00a0%` : '',
    ),
  ];
  const table: PageBlock[] =
    rows.length === 0
      ? []
      : [
          {
            is: 'table',
            label: 'What we measured',
            head: ['', ...all.map(({ id }) => (all.length === 1 ? 'Read' : `Cyl ${id}`)), 'Should be'],
            rows,
          },
        ];
  const holds = report.crankcase?.tests.map(({ reasons }) => reasons.map(({ text }) => text).join(' ')) ?? [];
  const others = report.inspections.map(({ text }) => text);
  const more = [...holds, ...others].filter(Boolean).map((text) => short(text));
  if (table.length === 0 && more.length === 0)
    return [{ is: 'text', label: 'What we measured', text: `Nothing yet on ${bench.engine.name}.` }];
  return [...table, ...(more.length === 0 ? [] : [{ is: 'list' as const, label: 'Other readings', items: more }])];
}

/** How sure it is, cylinder by cylinder. */
export function howSure(facts: PageFacts): PageBlock[] {
  const { bench, report } = facts;
  const opened = openedOf(bench).map(({ cylinder, found: cause, predicted, probability }) =>
    sentence(
      `${cylinderName(bench, cylinder)} was opened: ${found(cause)}` +
        (predicted === undefined || probability === undefined
          ? ''
          : predicted === cause
            ? `, as ${inHundred(probability)} had said before`
            : `; before that we had thought of ${found(predicted)}, ${inHundred(probability)}`),
    ),
  );
  const place = ({ cylinder }: { cylinder: string | null }) =>
    cylinder === null ? Infinity : bench.engine.cylinders.indexOf(cylinder);
  // What is as sure of several cylinders is said once.
  const alike = new Map<string, { sure: string; what: string; cylinders: (string | null)[] }>();
  for (const { cylinder, cause, which, probability } of troubled(report).sort((a, b) => place(a) - place(b))) {
    const one = { sure: inHundred(probability), what: does(which ?? cause), cylinders: [cylinder] };
    const same = alike.get(`${one.sure} ${one.what}`);
    if (same) same.cylinders.push(cylinder);
    else alike.set(`${one.sure} ${one.what}`, one);
  }
  const thought = [...alike.values()].map(({ sure, what, cylinders: of }) =>
    sentence(
      of.length > 1
        ? `${sure} for each of cylinders ${listed(of.map(String))} that it ${what}`
        : `${sure} that ${of[0] === null || of[0] === undefined ? 'it' : cylinderName(bench, of[0])} ${what}`,
    ),
  );
  // What nobody sees before the head is off is said beforehand.
  const cracked = troubled(report).some(({ cause }) => cause === 'head-gasket-coolant')
    ? ['The head itself may be cracked: that shows once it is off.']
    : [];
  const items = opened.length > 0 ? opened : [...thought, ...cracked];
  return items.length === 0 ? [] : [{ is: 'list', label: 'How sure we are', items }];
}

const DID: Readonly<Partial<Record<keyof typeof TEST_NAME, string>>> = {
  compression: 'turned it over against a pressure gauge',
  leakdown: 'put air into each cylinder and listened where it gets out',
  crankcase: 'put its closed crankcase under pressure and watched whether it holds',
};

/** An engine without a name of its own is called like its machine: said once. */
export const engineAndMachine = ({ engine, machine }: Pick<Bench, 'engine' | 'machine'>): string =>
  engine.name === machine.name ? engine.name : `${engine.name}, ${machine.name}`;

/** What the owner said, and what was done. */
export function toldAndDone({ bench }: PageFacts): PageBlock {
  const { job, engine } = bench;
  const single = engine.cylinders.length === 1;
  const kinds = [...new Set(bench.tests.map(({ kind }) => kind))];
  const did = kinds
    .map((kind) => DID[kind] ?? `measured: ${lower(TEST_NAME[kind])}`)
    .map((what) => (single ? what.replace('each', 'its') : what));
  const complaint = complaintOf(job);
  const told = complaint === undefined ? '' : ` You told us: ${lower(complaint)}.`;
  const already = job.alreadyDone ? ` Done before it came here: ${job.alreadyDone}.` : '';
  return {
    is: 'text',
    text: `${engineAndMachine(bench)}.${told}${already}` + (did.length === 0 ? '' : ` We ${listed(did)}.`),
  };
}

/** The ways to go on with what they cost, the advised one marked. */
export function ways(facts: PageFacts): PageBlock[] {
  const { bench, decided, currency } = facts;
  if (!decided) return [];
  const best = chosenOption(facts)?.name;
  const options = latestOf(bench.decisions)?.input.options ?? [];
  const runsAsItIs = new Set(options.filter((one) => one.runsAsItIs).map(({ name }) => name));
  const bars = decided.options.map(({ name, p10, mean, p90, runs }) => ({
    name,
    low: Math.round(p10),
    likely: Math.round(mean),
    high: Math.round(p90),
    chance: runs,
    ...(name === best ? { best: true } : {}),
    ...(runsAsItIs.has(name) ? { asItIs: true } : {}),
  }));
  return [{ is: 'bars', label: 'What you can do', ...(currency === undefined ? {} : { currency }), bars }];
}

/** What the shop advises, what it may come to, and where it stops and calls. */
export function advice(facts: PageFacts): PageBlock[] {
  const { bench, stopAt, currency } = facts;
  const option = chosenOption(facts);
  if (!option) return [];
  const { name } = option;
  const input = latestOf(bench.decisions)?.input.options.find((one) => one.name === name);
  const worse = input?.escalates?.map(({ to, probability }) => `${lower(to)} (${inHundred(probability)})`) ?? [];
  const sums =
    option.mean === 0
      ? 'it costs nothing'
      : option.p90 - option.p10 < 1
        ? money(option.mean, currency)
        : `about ${money(option.mean, currency)}, in eight of ten cases ${money(option.p10, currency)} to ` +
          money(option.p90, currency);
  return [
    {
      is: 'text',
      label: 'What we advise',
      strong: `${name}: ${sums}.`,
      text:
        sentence(`${inHundred(option.runs)} that it runs ${input?.runsAsItIs ? 'on as it is' : 'well afterwards'}`) +
        (option.valueLeft === undefined
          ? ''
          : option.valueLeft > 0
            ? ` The machine, less the bill, is then worth about ${money(option.valueLeft, currency)} to you.`
            : ` The bill is about ${money(-option.valueLeft, currency)} more than the machine is then worth.`) +
        (worse.length > 0 ? ` Once it is open it may need more: ${worse.join('; ')}.` : ''),
    },
    ...(stopAt === undefined || option.mean === 0
      ? []
      : [
          {
            is: 'text' as const,
            strong: `We stop and call you at ${exactMoney(Math.round(stopAt), currency)}.`,
            text: 'Nothing beyond that is done before you have said yes.',
          },
        ]),
  ];
}

export const notTested = ({ bench, report }: PageFacts): PageBlock => ({
  is: 'text',
  label: 'Not tested',
  text: sentence(untested(bench, report, true).join('; ')),
});

export const photographs = ({ photos }: PageFacts): PageBlock[] =>
  photos.length === 0 ? [] : [{ is: 'photos', label: 'Photographs', photos: [...photos] }];

/** How good the figures are, who read them, and what stands above the page. */
export function fine({ bench, report, readers, unit }: PageFacts): PageBlock {
  const doubts = report.cylinders.flatMap(({ compression }) => compression?.plusMinusKPa ?? []);
  const doubt = doubts.length === 0 ? undefined : Math.max(...doubts);
  const testers = [
    ...new Set(
      bench.tests.flatMap(({ conditions }) => ('tester' in conditions ? (conditions.tester?.name ?? []) : [])),
    ),
  ];
  const simulated = bench.tests.some(({ conditions }) => 'tester' in conditions && conditions.tester?.simulated);
  return {
    is: 'small',
    text: [
      readers.length > 0
        ? `Measured by ${listed(readers)}${testers.length > 0 ? ` with ${listed(testers)}` : ''}.`
        : '',
      doubt === undefined ? '' : `Every pressure is good to about ${pressure(doubt, unit)} ${UNIT_SIGN[unit]}.`,
      simulated ? 'Read with a simulated sensor: for training, not for an owner.' : '',
      'The engine maker’s manual, local codes and licensed practice stand above this page.',
    ]
      .filter(Boolean)
      .join(' '),
  };
}
