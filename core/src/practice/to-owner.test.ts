import {
  act,
  begin,
  billOf,
  caseName,
  followPlan,
  honestly,
  honestWords,
  makeCase,
  placesOf,
  toldTrue,
  truthAt,
  untestedOf,
} from '.';

const of = makeCase(caseName('two-faults', 5));
const { work, answer } = followPlan(of);

test('words are as sure as the odds; at a border either is honest', () => {
  expect([0.99, 0.9, 0.75, 0.6, 0.4].map(honestWords)).toEqual([
    ['certain'],
    ['certain', 'likely'],
    ['likely'],
    ['likely', 'open'],
    ['open'],
  ]);
});

test('who tells it as it is gets all of it, whatever it is', () => {
  for (const level of ['small', 'two-stroke', 'second-opinion', 'buying'] as const) {
    const one = makeCase(caseName(level, 9));
    const done = followPlan(one);
    const told = toldTrue(one, done.work, done.answer);
    expect([one.name, Object.values(told)]).toEqual([one.name, Object.values(told).map(() => true)]);
  }
});

test('what was not said was not told', () => {
  const { owner: _, ...silent } = answer;
  expect(new Set(Object.values(toldTrue(of, work, silent)))).toEqual(new Set([false]));
});

test('a guess that is put as certain is not told as it is', () => {
  const [place = ''] = placesOf(of).filter((one) => truthAt(of, one) !== 'sound');
  const unsure = { ...answer, claims: { [place]: { 'rings-or-bore': 0.55 } } };
  const told = (sure: 'certain' | 'open') => toldTrue(of, work, { ...unsure, owner: { ...answer.owner, sure } }).sure;
  expect([told('certain'), told('open')]).toEqual([false, true]);
});

test('what was left out, on one cylinder or on all, is told', () => {
  const [first = ''] = of.job.engine.cylinders;
  expect(untestedOf(of, begin(of))).toEqual(['compression', 'air']);
  const one = act(of, begin(of), { do: 'crank', cylinder: first, strokes: 7 });
  expect(untestedOf(of, one)).toEqual(['compression', 'air']);
  const all = of.job.engine.cylinders.reduce(
    (done, cylinder) => act(of, done, { do: 'crank', cylinder, strokes: 7 }),
    one,
  );
  expect(untestedOf(of, all)).toEqual(['air']);
  const boasts = { ...answer, owner: { ...answer.owner, untested: [] } };
  expect(toldTrue(of, all, boasts).untested).toBe(false);
  expect(toldTrue(of, all, { ...answer, owner: honestly(of, all, answer) }).untested).toBe(true);
  // Twice is not two.
  expect(toldTrue(of, one, { ...answer, owner: { untested: ['air', 'air'] } }).untested).toBe(false);
});

test('a bill has a bad case, and what costs nothing has no bill', () => {
  const { bad = 0, likely = 0 } = billOf(of, answer.claims, answer.job) ?? {};
  expect(bad).toBeGreaterThan(likely);
  const cheap = { ...answer, owner: { ...answer.owner, bill: 'likely' as const } };
  expect(toldTrue(of, work, cheap).bill).toBe(false);
  expect(toldTrue(of, work, { ...answer, job: 'walk-away' })).not.toHaveProperty('bill');
});
