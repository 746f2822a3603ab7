import {
  COVERAGE,
  formatPressure,
  type PressureUnit,
  siteAtmosphere,
  standardReading,
  toKPa,
  type Trend,
  trend,
  UNIT_SIGN,
  volumesOf,
} from '@rugged/core';
import { countingReadings, readingsOfKind } from '@rugged/contract/bench';
import type { Visit } from '@/bench/visit';

export interface CylinderWear {
  cylinder: string;
  trend: Trend;
}

/** How each cylinder wore over the engine's hours, its readings brought to sea level, warm, and one kind of tester. */
export function wearOf(visits: readonly Visit[]): CylinderWear[] {
  const engine = visits[0]?.bench.engine;
  if (!engine) return [];
  const minimum = visits
    .map(({ judgement }) => judgement?.cylinders.find(({ compression }) => compression)?.compression?.limit.minKPa)
    .find((kPa) => kPa !== undefined);
  return engine.cylinders.map((cylinder) => ({
    cylinder,
    trend: trend(
      visits.flatMap(({ bench, judgement }) => {
        const { hours, site } = bench.job;
        const dry = readingsOfKind(countingReadings(bench.readings), 'compression').findLast(
          ({ figures }) => figures.cylinder === cylinder && !figures.wet,
        );
        const test = bench.tests.find(({ id }) => id === dry?.testId);
        if (hours === undefined || !dry || test?.kind !== 'compression') return [];
        const { engineTemperature, tester } = test.conditions;
        const read = judgement?.cylinders.find(({ id }) => id === cylinder)?.compression;
        return [
          {
            hours,
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
            ...(test.conditions.after === 'repair' ? { afterRepair: true } : {}),
          },
        ];
      }),
      [],
      minimum,
    ),
  }));
}

const hundreds = (hours: number) =>
  (hours < 1000 ? Math.round(hours / 10) * 10 : Math.round(hours / 100) * 100).toLocaleString();

/** Over so many hours that it is more than nothing. */
function lostIn(slopePerHour: number, unit: PressureUnit): string {
  const shown = (hours: number) => formatPressure(-hours * slopePerHour, unit);
  const over = [100, 1000].find((hours) => Number(shown(hours)) > 0) ?? 10_000;
  return `${shown(over)} ${UNIT_SIGN[unit]} in ${over.toLocaleString()} h`;
}

/** One sentence a cylinder. Hours are never promised without their interval. */
export function tellWear({ cylinder, trend: found }: CylinderWear, unit: PressureUnit): string {
  const name = `Cyl ${cylinder}`;
  if (found.kind === 'too-few')
    return (
      `${name}: ${found.needed} more ${found.needed === 1 ? 'visit' : 'visits'} with hours noted before a line can ` +
      'be drawn.'
    );
  const lost = lostIn(found.slopePerHour, unit);
  if (found.wear === 'not-visible')
    return `${name}: no wear visible beyond the scatter of ${found.points.length} readings.`;
  if (!found.hoursToMinimum) return `${name}: loses ${lost}.`;
  const { earliest, likely, latest } = found.hoursToMinimum;
  if (likely <= 0) return `${name}: loses ${lost} and stands at its minimum now.`;
  return (
    `${name}: loses ${lost}; about ${hundreds(likely)} h to its minimum (${hundreds(earliest)} to ` +
    `${latest === undefined ? 'never' : hundreds(latest)}).`
  );
}
