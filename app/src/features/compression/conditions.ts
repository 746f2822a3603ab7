import type { Bench, NewCompressionTest } from '@rugged/contract';
import { type Tester, UNIT_SIGN } from '@rugged/core';

/** The conditions that all readings of one test share. */
export type Conditions = Pick<NewCompressionTest, 'engineTemperature' | 'throttle' | 'plugs' | 'crankingRpm' | 'tester'>;

/** After this long a new test is begun, even when nothing was changed: the engine has cooled. */
export const SAME_SESSION_MS = 6 * 3600 * 1000;

/** What a careful mechanic sets up when nothing is said. Whether the engine is warm must be said. */
export const usualConditions = (tester: Tester | undefined): Conditions => ({ throttle: 'open', plugs: 'all-out', ...(tester ? { tester } : {}) });

/** The test that a new reading may join: today's latest one. */
export function latestTest(bench: Bench, now: number): NewCompressionTest | undefined {
  const compression = bench.tests.filter((test) => test.kind === 'compression');
  const [latest] = compression.sort((a, b) => Date.parse(b.startedAt) - Date.parse(a.startedAt));
  return latest && now - Date.parse(latest.startedAt) < SAME_SESSION_MS ? latest : undefined;
}

export function conditionsOf(test: NewCompressionTest): Conditions {
  const { engineTemperature, throttle, plugs, crankingRpm, tester } = test;
  return {
    ...(engineTemperature === undefined ? {} : { engineTemperature }),
    ...(throttle === undefined ? {} : { throttle }),
    ...(plugs === undefined ? {} : { plugs }),
    ...(crankingRpm === undefined ? {} : { crankingRpm }),
    ...(tester === undefined ? {} : { tester }),
  };
}

/** Same conditions, whatever order their fields came in. */
export function sameConditions(a: Conditions, b: Conditions): boolean {
  return JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));
}

function sorted(value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
  return Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)).map(([key, inner]) => [key, sorted(inner)]));
}

/** `warm, throttle open, all plugs out, Cart tester 300 psi` */
export function conditionWords({ engineTemperature, throttle, plugs, crankingRpm, tester }: Conditions): string {
  return [
    engineTemperature ?? 'warm or cold not noted',
    ...(throttle ? [`throttle ${throttle === 'open' ? 'open' : 'shut'}`] : []),
    ...(plugs ? [plugs === 'all-out' ? 'all plugs out' : 'one plug out'] : []),
    ...(crankingRpm === undefined ? [] : [`${crankingRpm} rev/min`]),
    ...(tester?.fullScale === undefined ? [] : [`${tester.name ?? 'gauge'} ${tester.fullScale} ${UNIT_SIGN[tester.unit ?? 'psi']}`]),
  ].join(', ');
}
