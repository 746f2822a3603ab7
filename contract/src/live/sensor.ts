import type { Fuel, Tester } from '@rugged/core';

/** A sensor of one's own as the record of a test carries it: how good it is, nobody has said. */
export function joinedSensor(fuel: Fuel): Tester {
  return {
    name: 'Joined sensor',
    unit: 'psi',
    fullScale: fuel === 'diesel' ? 1000 : 300,
    division: 0.5,
    accuracyPercentOfFullScale: 1,
    valveAtEngineEnd: true,
  };
}

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
