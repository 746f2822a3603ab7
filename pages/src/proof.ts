import type { PageBlock } from '@rugged/contract/page';
import { formatPressure, UNIT_SIGN } from '@rugged/core';
import { cylinderName, type PageFacts } from './facts';
import { sentence, short } from './words';

/** What was read before the repair beside what is read now: pressure, air and the crankcase. */
export function beforeAndAfter({ report, unit, bench }: PageFacts): PageBlock[] {
  const { before, crankcase } = report;
  if (!before) return [];
  const pressure = (kPa: number | undefined) =>
    kPa === undefined ? NOT_TESTED : `${formatPressure(kPa, unit)}\u00a0${UNIT_SIGN[unit]}`;
  const air = (percent: number | undefined) =>
    percent === undefined ? NOT_TESTED : `${percent.toFixed(0)}\u00a0% lost`;
  const rows = report.cylinders.flatMap(({ id, compression, leakage }) => {
    const then = before.cylinders.find((one) => one.id === id);
    const name = bench.engine.cylinders.length === 1 ? '' : `, ${cylinderName(bench, id)}`;
    return [
      [`Pressure${name}`, pressure(then?.readKPa), pressure(compression?.readKPa)],
      [`Air it loses${name}`, air(then?.leakPercent), air(leakage?.percent)],
    ];
  });
  const held = (state: string | undefined) => (state === undefined ? NOT_TESTED : (HELD[state] ?? 'not proven'));
  rows.push(['Crankcase', held(before.crankcase), held(crankcase?.state)]);
  // What was never tested is no part of the proof.
  const tested = rows.filter(([, then, now]) => then !== NOT_TESTED || now !== NOT_TESTED);
  const lost = tested.filter(([, then]) => then === NOT_TESTED).length;
  return [
    { is: 'table', label: 'Before and after', head: ['', 'Before', 'After'], rows: tested },
    ...(lost === 0
      ? []
      : [
          {
            is: 'text' as const,
            text:
              lost === tested.length
                ? 'It was not tested before the repair, so there is nothing to compare with.'
                : 'What was not tested before the repair has nothing to compare with.',
          },
        ]),
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
const NOT_TESTED = 'not tested';
const HELD: Readonly<Record<string, string>> = { sound: 'holds', watch: 'holds', low: 'leaks', dead: 'leaks' };

/** When it is due again, where that was settled. */
export function nextTest({ bench, now }: PageFacts): PageBlock[] {
  const { dueEveryMonths: months, dueEveryUse: use, meterUnit = 'h' } = bench.engine;
  if (months === undefined && use === undefined) return [];
  const due = new Date(now);
  due.setMonth(due.getMonth() + (months ?? 0));
  const day = new Intl.DateTimeFormat('en-GB', { month: 'long', year: 'numeric' }).format(due);
  const inMonth = `in ${day}`;
  const afterUse = `after another ${(use ?? 0).toLocaleString('en-GB')} ${meterUnit}`;
  const when =
    use === undefined ? inMonth : months === undefined ? afterUse : `${inMonth}, or ${afterUse}, whichever comes first`;
  return [{ is: 'text', label: 'Next test', text: sentence(when) }];
}
