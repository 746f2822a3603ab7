import type { Fuel, Tester } from '@rugged/core';

/** What every sensor in a plug hole is, as the record of a test carries it. */
const inThePlugHole = (fuel: Fuel): Tester => ({
  unit: 'psi',
  fullScale: fuel === 'diesel' ? 1000 : 300,
  valveAtEngineEnd: true,
});

/** A sensor of one's own: how good it is, nobody has said. */
export const joinedSensor = (fuel: Fuel): Tester => ({
  ...inThePlugHole(fuel),
  name: 'Joined sensor',
  division: 0.5,
  accuracyPercentOfFullScale: 1,
});

/** The simulated sensor: finer than a gauge, and marked for what it is. */
export const simulatedSensor = (fuel: Fuel): Tester => ({
  ...inThePlugHole(fuel),
  name: 'Simulated sensor',
  division: 0.2,
  accuracyPercentOfFullScale: 0.5,
  simulated: true,
});
