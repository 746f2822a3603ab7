import fc from 'fast-check';
import { displacementRise, recommendedDose, sealingRise } from '.';

const AIR = 101.325;
const chamber = (sweptCm3: number, ratio: number) => ({ sweptCm3, chamberCm3: sweptCm3 / (ratio - 1) });

test.each([
  [5, 400, 9, 13.9],
  [5, 650, 8, 7.0],
])('%p ml in %p cm³ at %p:1 lift a dry 900 kPa by %p %% through their volume alone', (oil, swept, ratio, percent) => {
  expect(100 * displacementRise(900, chamber(swept, ratio), oil, AIR)).toBeCloseTo(percent, 1);
});
test('5 ml in 50 cm³ at 9:1 would lock the engine', () => {
  expect(() => displacementRise(900, chamber(50, 9), 5, AIR)).toThrow(
    expect.objectContaining({ field: 'oilMl', reason: expect.stringMatching(/lock/) }),
  );
});
test('exactly half the chamber is refused, a drop less is not', () => {
  expect(() => displacementRise(900, { sweptCm3: 80, chamberCm3: 10 }, 5, AIR)).toThrow();
  expect(() => displacementRise(900, { sweptCm3: 80, chamberCm3: 10 }, 4.99, AIR)).not.toThrow();
});
test('on a cylinder that makes nothing oil tells nothing', () => {
  expect(() => displacementRise(0, chamber(400, 9), 1, AIR)).toThrow(expect.objectContaining({ field: 'peak' }));
});
test('more oil never lowers the rise by displacement', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 12, noNaN: true }),
      fc.double({ min: 0, max: 12, noNaN: true }),
      (oil, more) => {
        // But for the last bits: a drop of a drop is lost in them.
        expect(displacementRise(900, chamber(400, 9), oil + more, AIR) + 1e-12).toBeGreaterThanOrEqual(
          displacementRise(900, chamber(400, 9), oil, AIR),
        );
      },
    ),
  );
});

describe('the dose', () => {
  test('lifts by 5 % through its own volume, checked by putting it in', () => {
    for (const [swept, ratio] of [
      [31, 9],
      [163, 9.2],
      [400, 9],
      [650, 8],
    ] as const) {
      const { ml, drops } = recommendedDose(900, chamber(swept, ratio), AIR);
      expect(displacementRise(900, chamber(swept, ratio), ml, AIR)).toBeCloseTo(0.05, 9);
      expect(drops).toBe(Math.round(20 * ml));
    }
  });
  test('is never more than 15 ml', () => {
    expect(recommendedDose(900, chamber(9000, 8), AIR).ml).toBe(15);
  });
});

describe('sealing rise', () => {
  test.each([
    [760, 950, 0.05, 'shown'],
    [760, 800, 0.05, 'absent'],
    [760, 850, 0.05, 'undecided'],
    [760, 850, 0.01, 'shown'],
    [760, 850, undefined, 'undecided'],
    [760, 780, undefined, 'absent'],
  ] as const)('%p dry, %p wet, displacement %p: %s', (dry, wet, displacement, response) => {
    expect(sealingRise(dry, wet, displacement).response).toBe(response);
  });
  test('is an interval from volume explains all to volume explains nothing', () => {
    expect(sealingRise(800, 1000, 0.07)).toEqual({
      rise: 0.25,
      displacement: 0.07,
      from: 0.25 - 0.07,
      to: 0.25,
      response: 'shown',
    });
  });
});
