import type { Bench, TesterRecord } from '@rugged/contract';
import {
  compressionLimits,
  expectedPeakKPa,
  houseRulesFor,
  siteAtmosphere,
  suitability,
  toKPa,
  type Unsuited,
  volumesOf,
} from '@rugged/core';

/** What speaks against a tester of the register for the engine on the bench. */
export function unsuitedFor(bench: Bench, record: TesterRecord, now = new Date()): Unsuited[] {
  const { engine, books, job } = bench;
  const { houseRules } = job;
  const limits = compressionLimits(
    engine,
    books,
    siteAtmosphere(job.site),
    houseRulesFor(engine, houseRules),
    job.readHere,
  );
  const chamberCm3 = volumesOf(engine)?.chamberCm3;
  const { kind, tester, adapters, oRingCheckedOn, dueOn } = record;
  const expectedKPa =
    kind === 'compression'
      ? expectedPeakKPa(engine, {
          ...(limits.minHereKPa === undefined ? {} : { minKPa: limits.minHereKPa }),
          ...(limits.maxHereKPa === undefined ? {} : { maxKPa: limits.maxHereKPa }),
        })
      : kind === 'leakdown'
        ? houseRulesFor(engine, houseRules).leakSupplyKPa
        : toKPa(5, 'psi');
  return suitability(
    { kind, tester, adapters, ...(oRingCheckedOn ? { oRingCheckedOn } : {}), ...(dueOn ? { dueOn } : {}) },
    engine,
    { wanted: kind, today: dayOf(now), expectedKPa, ...(chamberCm3 === undefined ? {} : { chamberCm3 }) },
  );
}

/** `YYYY-MM-DD` where the person is. */
export const dayOf = (date: Date): string =>
  `${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, '0')}-${String(date.getDate()).padStart(2, '0')}`;
