import { aBench, aReading, aTest } from './bench.fixture';
import { following, optionsFor, weighingOf } from './decision';

const read = (second: number) =>
  aBench({
    tests: [aTest('compression', {})],
    readings: [
      aReading('compression', { cylinder: '1', unit: 'psi', peak: 128 }),
      aReading('compression', { cylinder: '2', unit: 'psi', peak: second }),
    ],
  });
const good = read(127);
const bad = read(70);
const names = ({ input }: ReturnType<typeof weighingOf>) =>
  input.options.filter(({ aside }) => !aside).map(({ name }) => name);

test('ways that were made before it was measured are made anew by what was measured', () => {
  const before = weighingOf(good);
  expect(names(before)).toEqual(['Leave it as it is']);
  const after = following(before, optionsFor(bad));
  expect(names(after)).toEqual(names(weighingOf(bad)));
  expect(names(after).length).toBeGreaterThan(2);
  // And back, where the reading is withdrawn.
  expect(names(following(after, optionsFor(good)))).toEqual(['Leave it as it is']);
});

test('while nothing changes nothing is made anew', () => {
  const now = weighingOf(bad);
  expect(following(now, optionsFor(bad))).toBe(now);
});

test('figures that were set stay, ways that were added stay, and what was taken out stays out', () => {
  const now = weighingOf(bad);
  const [, first, second] = names(now);
  const own = { name: 'Take it to the yard', cures: ['rings-or-bore'], partsLikely: 64 };
  const set = {
    ...now,
    chosen: first as string,
    stopAt: 700,
    input: {
      ...now.input,
      options: [
        ...now.input.options
          .filter(({ name }) => name !== second)
          .map((one) => (one.name === first ? { ...one, partsLikely: 77 } : one)),
        own,
      ],
    },
  };
  const after = following(set, optionsFor(read(62)));
  expect(after.input.options.find(({ name }) => name === first)?.partsLikely).toBe(77);
  expect(names(after)).toContain(own.name);
  expect(names(after)).not.toContain(second);
  expect(after).toMatchObject({ chosen: first, stopAt: 700 });
});

test('what is no way any more is not gone for, and its sum to stop at is forgotten', () => {
  const now = weighingOf(bad);
  const chosen = names(now).at(-1) as string;
  const after = following({ ...now, chosen, stopAt: 900 }, optionsFor(good));
  expect(after).not.toHaveProperty('chosen');
  expect(after).not.toHaveProperty('stopAt');
});
