import fc from 'fast-check';
import {
  crankTorqueNm,
  flowFunction,
  forceInKg,
  leakagePercent,
  leakHoleMm,
  percentForHole,
  pistonForceN,
  turningSchedule,
  worstTorque,
} from '.';
import { toKPa } from '../quantity/index';

const AIR = 101.325;
const psi = (figure: number) => toKPa(figure, 'psi');
const hole = (percent: number, supply: number, orifice = 1.016) =>
  leakHoleMm(psi(supply), psi(supply * (1 - percent / 100)), orifice, AIR);

describe('the hole behind a percentage', () => {
  test.each([
    [10, 100, 0.8103],
    [40, 100, 1.2374],
  ])('%p %% at %p psi is a %p mm hole', (percent, supply, mm) => {
    expect(hole(percent, supply)).toBeCloseTo(mm, 4);
  });
  test.each([
    [60, 1.016, 10.85],
    [30, 1.016, 12.99],
    [100, 1.524, 2.11],
  ])('the 10 %% hole read at %p psi through %p mm shows %p %%', (supply, orifice, percent) => {
    expect(percentForHole(hole(10, 100), psi(supply), orifice, AIR)).toBeCloseTo(percent, 2);
  });
  test('a second way: mass flow in equals mass flow out, found by a numerical root', () => {
    const [supply, orifice, leak] = [psi(80) + AIR, 1.2, 0.7];
    const imbalance = (cylinder: number) =>
      orifice ** 2 * supply * flowFunction(cylinder / supply) - leak ** 2 * cylinder * flowFunction(AIR / cylinder);
    let [a, b] = [AIR + 1e-6, supply - 1e-9];
    for (let i = 0; i < 200; i += 1) {
      const middle = a - (imbalance(a) * (b - a)) / (imbalance(b) - imbalance(a)) || (a + b) / 2;
      const half = (a + b) / 2;
      for (const x of [middle, half]) {
        if (x > a && x < b) {
          if (imbalance(x) > 0) a = x;
          else b = x;
        }
      }
    }
    expect(percentForHole(leak, psi(80), orifice, AIR)).toBeCloseTo((100 * (supply - a)) / psi(80), 6);
  });
  test('there and back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 98, noNaN: true }),
        fc.double({ min: 20, max: 100, noNaN: true }),
        (percent, supply) => {
          expect(percentForHole(hole(percent, supply), psi(supply), 1.016, AIR)).toBeCloseTo(percent, 6);
        },
      ),
    );
  });
  test('more leakage is a bigger hole', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 90, noNaN: true }),
        fc.double({ min: 0.01, max: 9, noNaN: true }),
        (percent, more) => {
          expect(hole(percent + more, 80)).toBeGreaterThan(hole(percent, 80));
        },
      ),
    );
  });
  test('nothing lost is no hole; nothing held is no end of one', () => {
    expect([hole(0, 80), hole(100, 80)]).toEqual([0, Infinity]);
  });
  test('choked flow does not grow as the far side falls', () => {
    expect(flowFunction(0.2)).toBe(flowFunction(0.5));
    expect(flowFunction(1)).toBe(0);
  });
  test.each([
    [0, 0, 'supply'],
    [80, 81, 'cylinderPressure'],
    [80, -1, 'cylinderPressure'],
  ])('supply %p, held %p is refused at %s', (supply, held, field) => {
    expect(() => leakagePercent(supply, held)).toThrow(expect.objectContaining({ field }));
  });
  test('percent of the pair', () => {
    expect(leakagePercent(80, 71)).toBeCloseTo(11.25, 9);
  });
});

describe('holding the crank', () => {
  const crank = { boreMm: 90, strokeMm: 75, conrodMm: 130 };
  test('100 psi on a 90 mm bore pushes with 4,386 N, nearly half a ton', () => {
    expect(pistonForceN(psi(100), 90)).toBeCloseTo(4386, 0);
    expect(forceInKg(4386)).toBeCloseTo(447, 0);
  });
  test('18.46 N m at 5 degrees, none at the top', () => {
    expect(crankTorqueNm(5, psi(100), crank)).toBeCloseTo(18.46, 2);
    expect(crankTorqueNm(0, psi(100), crank)).toBe(0);
  });
  test('a second way: torque is the work per angle, by finite differences of the piston travel', () => {
    const travel = (degrees: number) => {
      const theta = (degrees * Math.PI) / 180;
      return 37.5 * (1 - Math.cos(theta)) + 130 - Math.sqrt(130 ** 2 - (37.5 * Math.sin(theta)) ** 2);
    };
    for (const degrees of [1, 5, 30, 75, 120, 170]) {
      const h = 1e-4;
      const perRadian = (travel(degrees + h) - travel(degrees - h)) / ((2 * h * Math.PI) / 180);
      expect(crankTorqueNm(degrees, psi(100), crank)).toBeCloseTo((pistonForceN(psi(100), 90) * perRadian) / 1000, 4);
    }
  });
  test('the worst lies near 75 degrees', () => {
    const { degrees, torqueNm } = worstTorque(psi(100), crank);
    expect(degrees).toBeGreaterThan(65);
    expect(degrees).toBeLessThan(85);
    expect(torqueNm).toBeGreaterThan(crankTorqueNm(degrees + 5, psi(100), crank));
  });
  test('a rod shorter than the throw is refused', () => {
    expect(() => crankTorqueNm(5, 100, { ...crank, conrodMm: 37 })).toThrow(
      expect.objectContaining({ field: 'conrodMm' }),
    );
  });
});

describe('turning from one cylinder to the next', () => {
  const four = { cycle: 'four-stroke' as const, cylinders: ['1', '2', '3', '4'], firingOrder: ['1', '3', '4', '2'] };
  test('without intervals it is told only as if it fired evenly', () => {
    expect(turningSchedule(four)?.map(({ degrees, ifEven }) => [degrees, ifEven])).toEqual([
      [0, true],
      [180, true],
      [180, true],
      [180, true],
    ]);
  });
  test('with them it is so: 180 degrees each on a four', () => {
    expect(turningSchedule({ ...four, firingIntervals: [180, 180, 180, 180] })).toEqual([
      { cylinder: '1', degrees: 0 },
      { cylinder: '3', degrees: 180 },
      { cylinder: '4', degrees: 180 },
      { cylinder: '2', degrees: 180 },
    ]);
  });
  test('an uneven vee twin turns as its intervals say', () => {
    expect(
      turningSchedule({
        cycle: 'four-stroke',
        cylinders: ['L', 'R'],
        firingOrder: ['L', 'R'],
        firingIntervals: [270, 450],
      })?.[1],
    ).toEqual({ cylinder: 'R', degrees: 270 });
  });
  test('a two-stroke six turns 60 degrees', () => {
    const six = ['1', '2', '3', '4', '5', '6'];
    expect(
      turningSchedule({ cycle: 'two-stroke', cylinders: six, firingOrder: six })
        ?.slice(1)
        .every(({ degrees }) => degrees === 60),
    ).toBe(true);
    expect(turningSchedule({ cycle: 'four-stroke', cylinders: six, firingOrder: six })?.[1]?.degrees).toBe(120);
  });
  test('without a firing order nothing is guessed, but a single needs none', () => {
    expect(turningSchedule({ cycle: 'four-stroke', cylinders: ['1', '2'] })).toBeUndefined();
    expect(turningSchedule({ cycle: 'four-stroke', cylinders: ['1'] })).toEqual([{ cylinder: '1', degrees: 0 }]);
  });
});
