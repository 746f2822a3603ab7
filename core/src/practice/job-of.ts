import type { JobFile } from '../jobfile/job-file';
import type { LeakdownReading } from '../jobfile/tests';
import type { PracticeCase } from './case';
import { LEAKDOWN_TESTER, MENDED_BY, testerOf } from './engine-under-hands';
import { hasLooked, type Mend, type Work } from './work';

/** The job file of what was done so far: what the judgement is asked about. What was mended since is left out. */
export function jobOf(of: PracticeCase, work: Work): JobFile {
  const { mended } = work.hands;
  const spoiled = (when: readonly Mend[]) => {
    const { trouble } = of.hidden;
    if (trouble === undefined) return false;
    const by = MENDED_BY[trouble];
    return mended.includes(by) && !when.includes(by);
  };
  const compression = work.compression.filter((one) => !spoiled(one.mended));
  const groups = new Map<string, typeof compression>();
  for (const one of compression) {
    const key = `${one.throttle} ${one.temperature}`;
    groups.set(key, [...(groups.get(key) ?? []), one]);
  }
  const tester = testerOf(of);
  const asked = (['tester', 'battery'] as const).every((look) => hasLooked(work, look));
  // Nothing was found, or what was found was put right.
  const checked = asked && work.hands.throttle === 'open';
  const goodTester = hasLooked(work, 'tester') && (mended.includes('tester') || !testerIsWrong(of));
  return {
    ...of.job,
    tests: [
      ...[...groups.values()].map((all) => ({
        kind: 'compression' as const,
        engineTemperature: all[0]?.temperature ?? 'warm',
        throttle: all[0]?.throttle === 'open' ? ('open' as const) : ('closed' as const),
        ...(checked ? { checked: true } : {}),
        tester: { ...tester, ...(goodTester ? { valveAtEngineEnd: true } : {}) },
        readings: all.map(({ reading }) => reading),
      })),
      ...(work.air.length > 0
        ? [
            {
              kind: 'leakdown' as const,
              engineTemperature: work.air.at(-1)?.temperature ?? 'warm',
              tester: LEAKDOWN_TESTER,
              readings: asTheLast(work.air.map(({ reading }) => reading)),
            },
          ]
        : []),
      ...work.cases
        .filter((one) => !spoiled(one.mended))
        .map(({ mode, samples }) => ({
          kind: 'crankcase' as const,
          mode,
          unit: mode === 'pressure' ? ('psi' as const) : ('inHg' as const),
          samples,
        })),
      ...(work.trains.length > 0 ? [{ kind: 'valve-train' as const, readings: [...work.trains] }] : []),
      ...(hasLooked(work, 'battery')
        ? [{ kind: 'battery-cranking' as const, readings: [{ before: 12.6, during: weakNow(of, work) ? 8.4 : 10.6 }] }]
        : []),
    ],
  };
}

const testerIsWrong = ({ hidden: { trouble } }: PracticeCase) =>
  trouble !== undefined && MENDED_BY[trouble] === 'tester';
const weakNow = ({ hidden: { trouble } }: PracticeCase, { hands }: Work) =>
  trouble === 'slow-cranking' && !hands.mended.includes('battery');

/**
 * Air is fed as often as somebody likes. How the piston stood at the last of each cylinder counts: what was read at
 * another top, or while the crank went, is not held against it.
 */
const asTheLast = (readings: readonly LeakdownReading[]): LeakdownReading[] => {
  const last = new Map(readings.map((reading) => [reading.cylinder, reading]));
  return readings.filter((one) => {
    const now = last.get(one.cylinder);
    return one.tdcConfirmed === now?.tdcConfirmed && one.crankTurned === now?.crankTurned;
  });
};
