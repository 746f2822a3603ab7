import type { Fuel, Tester } from '@rugged/core';

/** The simulated sensor as the record of a test carries it: finer than a gauge, and marked for what it is. */
export function simulatedSensor(fuel: Fuel): Tester {
  return {
    name: 'Simulated sensor',
    unit: 'psi',
    fullScale: fuel === 'diesel' ? 1000 : 300,
    division: 0.2,
    accuracyPercentOfFullScale: 0.5,
    valveAtEngineEnd: true,
    simulated: true,
  };
}
