import { bandLevelDb, steadyLevelDb, suggestedLevel } from './hiss';

const HZ = 48_000;
/** Repeatable noise from -1 to 1. */
function noise(n: number, loud: number, seed = 7): Float32Array {
  let state = seed;
  return Float32Array.from({ length: n }, () => {
    state = (state * 1664525 + 1013904223) % 2 ** 32;
    return loud * ((2 * state) / 2 ** 32 - 1);
  });
}
const tone = (n: number, hz: number, loud: number) =>
  Float32Array.from({ length: n }, (_, i) => loud * Math.sin((2 * Math.PI * hz * i) / HZ));

test('ten times the hiss is twenty decibels more', () => {
  const soft = bandLevelDb(noise(8192, 0.01), HZ);
  expect(bandLevelDb(noise(8192, 0.1), HZ) - soft).toBeCloseTo(20, 5);
});

test.each([
  ['a compressor, 120 Hz', 120],
  ['a voice, 400 Hz', 400],
])('%s as loud as the hiss hardly counts', (_, hz) => {
  const within = bandLevelDb(tone(8192, 5000, 0.1), HZ);
  expect(within - bandLevelDb(tone(8192, hz, 0.1), HZ)).toBeGreaterThan(28);
});

test('the band is the same on a phone of another sampling rate', () => {
  const at44 = Float32Array.from({ length: 8192 }, (_, i) => 0.1 * Math.sin((2 * Math.PI * 5000 * i) / 44_100));
  expect(bandLevelDb(at44, 44_100)).toBeCloseTo(bandLevelDb(tone(8192, 5000, 0.1), HZ), 1);
});

test('one knock in a stretch of listening does not count', () => {
  expect(steadyLevelDb([-50, -51, -12, -50, -49])).toBe(-50);
});

test.each([
  [-60, 0],
  [-57, 0],
  [-55, 1],
  [-49, 2],
  [-41, 3],
])('%d dB where the quiet is -60 suggests %d', (db, level) => {
  expect(suggestedLevel(db, -60)).toBe(level);
});

test('silence has a floor, and no sound at all is refused', () => {
  expect(bandLevelDb(new Float32Array(4096), HZ)).toBe(-120);
  expect(() => bandLevelDb([], HZ)).toThrow(RangeError);
  expect(() => bandLevelDb([0, 0], 4000)).toThrow('8,000');
});
