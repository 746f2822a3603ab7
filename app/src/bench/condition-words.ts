import { type ConditionsOf, type TestOf, UNIT_SIGN } from '@rugged/core';

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

/** `warm, orifice 1 mm, 80 psi in`: what a leak-down's percent means nothing without. */
export function leakConditionWords({
  engineTemperature,
  rockersOff,
  tester,
  readings,
}: Pick<TestOf<'leakdown'>, 'engineTemperature' | 'rockersOff' | 'tester' | 'readings'>): string {
  const [first] = readings;
  return [
    engineTemperature ?? 'warm or cold not noted',
    tester?.orificeMm === undefined ? 'orifice not known' : `orifice ${tester.orificeMm} mm`,
    ...(first?.supply === undefined ? [] : [`${first.supply} ${UNIT_SIGN[first.unit ?? 'psi']} in`]),
    ...(rockersOff ? ['rockers off'] : []),
  ].join(', ');
}
