import {
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
      visits.flatMap(({ bench }) => {
        const { hours, site } = bench.job;
        const dry = readingsOfKind(countingReadings(bench.readings), 'compression').findLast(
          ({ figures }) => figures.cylinder === cylinder && !figures.wet,
        );
        const test = bench.tests.find(({ id }) => id === dry?.testId);
        if (hours === undefined || !dry || test?.kind !== 'compression') return [];
        const { engineTemperature, tester } = test.conditions;
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

/** One sentence a cylinder. Hours are never promised without their interval. */
export function tellWear({ cylinder, trend: found }: CylinderWear, unit: PressureUnit): string {
  const name = `Cyl ${cylinder}`;
  if (found.kind === 'too-few')
    return (
      `${name}: ${found.needed} more ${found.needed === 1 ? 'visit' : 'visits'} with hours noted before a line can ` +
      'be drawn.'
    );
  const lost = `${formatPressure(-100 * found.slopePerHour, unit)} ${UNIT_SIGN[unit]} in 100 h`;
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
