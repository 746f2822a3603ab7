import { leakagePercent, type Test, toKPa, UNIT_SIGN } from '@rugged/core';

/** One figure of a run as it is set under a test: whose, and what was read. */
export interface RunFigure { label: string; figure: string }

const signed = (figure: number | undefined, unit: keyof typeof UNIT_SIGN) => (figure === undefined ? '·' : `${figure} ${UNIT_SIGN[unit]}`);

/** What a test other than compression read, in the units it was read in. */
export function otherFigures(test: Test): RunFigure[] {
  switch (test.kind) {
    case 'compression': return [];
    case 'leakdown': return test.readings.map(({ cylinder, unit, supply, cylinderPressure, percent }) => ({
      label: `Cyl ${cylinder}`, figure: `${(percent ?? leakagePercent(toKPa(supply, unit), toKPa(cylinderPressure ?? 0, unit))).toFixed(0)} %`,
    }));
    case 'crankcase': {
      const first = test.samples[0];
      const last = test.samples[test.samples.length - 1];
      if (!first || !last) return [];
      return [{ label: `${test.case === undefined ? '' : `Case ${test.case}, `}${test.mode}`, figure: first === last ? signed(first.value, test.unit) : `${first.value} to ${signed(last.value, test.unit)} in ${last.seconds - first.seconds} s` }];
    }
    case 'running-compression': return test.readings.map(({ cylinder, unit, idle, snap }) => ({ label: `Cyl ${cylinder}`, figure: `${signed(idle, unit)} idle, ${signed(snap, unit)} snap` }));
    case 'manifold-vacuum': return test.readings.map(({ unit, depth, needle, rpm }) => ({ label: rpm === undefined ? 'Idle' : `${rpm} rev/min`, figure: `${signed(depth, unit)}${needle ? `, ${needle.replace('-', ' ')}` : ''}` }));
    case 'fuel-pressure': return test.readings.map(({ unit, pressure, held, heldSeconds }) => ({ label: 'Pump on', figure: `${signed(pressure, unit)}${held === undefined ? '' : `, ${held} left${heldSeconds === undefined ? '' : ` after ${heldSeconds} s`}`}` }));
    case 'valve-clearance': return test.readings.map(({ cylinder, valve, number, mm }) => ({ label: `Cyl ${cylinder} ${valve}${number === undefined ? '' : ` ${number}`}`, figure: `${mm.toFixed(2)} mm` }));
    case 'bore': return test.readings.map(({ cylinder, height, alongMm, acrossMm }) => ({ label: `Cyl ${cylinder} ${height}`, figure: `${alongMm.toFixed(2)} / ${acrossMm.toFixed(2)} mm` }));
    case 'ring-gap': return test.readings.map(({ cylinder, ring, mm }) => ({ label: `Cyl ${cylinder} ${ring} ring`, figure: `${mm.toFixed(2)} mm` }));
    case 'piston': return test.readings.map(({ cylinder, skirtMm, pinMm, smallEndMm }) => ({ label: `Cyl ${cylinder}`, figure: [skirtMm === undefined ? '' : `skirt ${skirtMm.toFixed(2)}`, pinMm === undefined ? '' : `pin ${pinMm.toFixed(2)}`, smallEndMm === undefined ? '' : `small end ${smallEndMm.toFixed(2)}`].filter(Boolean).join(', ') + ' mm' }));
  }
}
