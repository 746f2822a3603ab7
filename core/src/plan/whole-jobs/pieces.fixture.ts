import type { Engine, JobFile, Test } from '../..';

/** What the twenty-one jobs are written down with. */

export const job = (engine: Engine, tests: Test[], more: Partial<JobFile> = {}): JobFile => ({
  format: 'rugged-gauge-job',
  version: 1,
  engine,
  tests,
  ...more,
});
export const dry = (unit: 'psi' | 'bar', figures: Readonly<Record<string, number | number[]>>) =>
  Object.entries(figures).flatMap(([cylinder, all]) => [all].flat().map((peak) => ({ cylinder, unit, peak })));
export const oiled = (figures: Readonly<Record<string, number>>, oilMl?: number) =>
  Object.entries(figures).map(([cylinder, peak]) => ({
    cylinder,
    unit: 'psi' as const,
    peak,
    wet: true,
    ...(oilMl === undefined ? {} : { oilMl }),
  }));

export const launchFour: Engine = {
  cycle: 'four-stroke',
  fuel: 'petrol',
  family: 'inboard',
  layout: 'inline',
  cylinders: ['1', '2', '3', '4'],
  cooling: 'liquid',
  firingOrder: ['1', '3', '4', '2'],
};
export const fed = (
  cylinder: string,
  percent: number,
  heard: readonly [string, number][],
  more: object = {},
): Test => ({
  kind: 'leakdown',
  tester: { unit: 'psi', fullScale: 100, division: 2 },
  readings: [
    {
      cylinder,
      unit: 'psi',
      supply: 80,
      percent,
      heard: heard.map(([at, level]) => ({ at: at as 'exhaust', level })),
      ...more,
    },
  ],
});
