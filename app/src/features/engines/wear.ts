import { LOCALE } from '@/ui/format';
import {
  COVERAGE,
  dayOfUse,
  formatPressure,
  type MeterUnit,
  type PressureUnit,
  siteAtmosphere,
  standardReading,
  toKPa,
  type Trend,
  trend,
  UNIT_SIGN,
  type UsedAt,
  volumesOf,
} from '@rugged/core';
import { countingReadings, readingsOfKind, usageOf } from '@rugged/contract/bench';
import type { Visit } from '@/bench/visit';

export interface CylinderWear {
  cylinder: string;
  trend: Trend;
  /** When its meter showed what: how fast it is run. */
  used?: UsedAt[];
}

/** How each cylinder wore over the engine's use, its readings brought to sea level, warm, and one kind of tester. */
export function wearOf(visits: readonly Visit[]): CylinderWear[] {
  const engine = visits[0]?.bench.engine;
  if (!engine) return [];
  const minimum = visits
    .map(({ judgement }) => judgement?.cylinders.find(({ compression }) => compression)?.compression?.limit.minKPa)
    .find((kPa) => kPa !== undefined);
  const used = visits.map(({ bench: { job } }): UsedAt => {
    const use = usageOf(job);
    return { at: Date.parse(job.openedAt), ...(use === undefined ? {} : { use }) };
  });
  return engine.cylinders.map((cylinder) => ({
    cylinder,
    used,
    trend: trend(
      visits.flatMap(({ bench, judgement }) => {
        const { site } = bench.job;
        const use = usageOf(bench.job);
        const dry = readingsOfKind(countingReadings(bench.readings), 'compression').findLast(
          ({ figures }) => figures.cylinder === cylinder && !figures.wet,
        );
        const test = bench.tests.find(({ id }) => id === dry?.testId);
        if (use === undefined || !dry || test?.kind !== 'compression') return [];
        const { engineTemperature, tester } = test.conditions;
        const read = judgement?.cylinders.find(({ id }) => id === cylinder)?.compression;
        return [
          {
            use,
            kPa: standardReading(
              {
                kPa: toKPa(dry.figures.peak, dry.figures.unit),
                atmosphereKPa: siteAtmosphere(site),
                ...(engineTemperature ? { engineTemperature } : {}),
                ...(tester ? { tester } : {}),
              },
              volumesOf(bench.engine),
            ),
            ...(read ? { doubtKPa: read.plusMinusKPa / COVERAGE } : {}),
            ...(test.conditions.after === 'repair' || provesRepair(bench, test.startedAt) ? { afterRepair: true } : {}),
          },
        ];
      }),
      repairsOf(visits, cylinder),
      minimum,
    ),
  }));
}

/** Measured after something was repaired on the same job. */
const provesRepair = ({ repairs }: Visit['bench'], startedAt: string): boolean =>
  repairs.some(({ madeAt }) => Date.parse(madeAt) < Date.parse(startedAt));

/** At what use this cylinder, or the engine as a whole, was repaired. */
const repairsOf = (visits: readonly Visit[], cylinder: string): number[] =>
  visits.flatMap(({ bench: { job, repairs } }) =>
    repairs
      .filter(({ cylinders }) => cylinders === undefined || cylinders.includes(cylinder))
      .flatMap(({ meter }) => usageOf({ ...job, ...(meter === undefined ? {} : { meter }) }) ?? []),
  );

const SIGN: Readonly<Record<MeterUnit, string>> = { h: 'h', km: 'km', mi: 'miles' };
/** In figures of two digits or so: a line through a few readings promises no more. */
function roughly(use: number): string {
  const step = 10 ** Math.max(1, Math.floor(Math.log10(Math.max(1, use))) - 1);
  return (Math.round(use / step) * step).toLocaleString(LOCALE);
}

/** Over so much use that it is more than nothing. */
function lostIn(slopePerUse: number, unit: PressureUnit, meter: MeterUnit): string {
  const shown = (use: number) => formatPressure(-use * slopePerUse, unit);
  const over = [100, 1000, 10_000].find((use) => Number(shown(use)) > 0) ?? 100_000;
  return `${shown(over)} ${UNIT_SIGN[unit]} in ${over.toLocaleString(LOCALE)} ${SIGN[meter]}`;
}

/** Beyond this nobody plans. */
const MOST_YEARS = 30;
const monthAt = (at: number | undefined): string | undefined =>
  at === undefined || at > Date.now() + MOST_YEARS * 365.25 * 24 * 3600 * 1000
    ? undefined
    : new Intl.DateTimeFormat(LOCALE, { month: 'long', year: 'numeric' }).format(at);

/** One sentence a cylinder. What is left is never promised without its interval. */
export function tellWear(
  { cylinder, trend: found, used = [] }: CylinderWear,
  unit: PressureUnit,
  meter: MeterUnit,
): string {
  const name = `Cyl ${cylinder}`;
  if (found.kind === 'too-few')
    return (
      `${name}: ${found.needed} more ${found.needed === 1 ? 'visit' : 'visits'} with the meter noted before a line ` +
      'can be drawn.'
    );
  const lost = lostIn(found.slopePerUse, unit, meter);
  if (found.wear === 'not-visible')
    return `${name}: no wear visible beyond the scatter of ${found.points.length} readings.`;
  if (!found.useToMinimum) return `${name}: loses ${lost}.`;
  const { earliest, likely, latest } = found.useToMinimum;
  if (likely <= 0) return `${name}: loses ${lost} and stands at its minimum now.`;
  const month = (left: number | undefined) => monthAt(left === undefined ? undefined : dayOfUse(left, used));
  const when = month(likely);
  return (
    `${name}: loses ${lost}; about ${roughly(likely)} ${SIGN[meter]} to its minimum (${roughly(earliest)} to ` +
    `${latest === undefined ? 'never' : roughly(latest)}).` +
    `${when ? ` Run as until now that is ${when} (${month(earliest)} to ${month(latest) ?? 'never'}).` : ''}`
  );
}
