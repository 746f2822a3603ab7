import { type ConditionsOf, UNIT_SIGN } from '@rugged/core';

/** `warm, throttle open, all plugs out, Cart tester 300 psi` */
export function conditionWords({
  engineTemperature,
  throttle,
  plugs,
  crankingRpm,
  tester,
}: ConditionsOf<'compression'>): string {
  return [
    engineTemperature ?? 'warm or cold not noted',
    ...(throttle ? [`throttle ${throttle === 'open' ? 'open' : 'shut'}`] : []),
    ...(plugs ? [plugs === 'all-out' ? 'all plugs out' : 'one plug out'] : []),
    ...(crankingRpm === undefined ? [] : [`${crankingRpm} rev/min`]),
    ...(tester?.fullScale === undefined
      ? []
      : [`${tester.name ?? 'gauge'} ${tester.fullScale} ${UNIT_SIGN[tester.unit ?? 'psi']}`]),
  ].join(', ');
}
