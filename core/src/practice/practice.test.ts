import fc from 'fast-check';
import {
  type Act,
  act,
  begin,
  caseName,
  CASES_A_LEVEL,
  claimAt,
  type Claims,
  CAREFUL,
  dailyCase,
  DANGERS,
  distance,
  fed,
  findingsAt,
  followPlan,
  jobOf,
  LEVELS,
  LOOKS,
  makeCase,
  markOf,
  openUp,
  optionsOf,
  placesOf,
  type PracticeCase,
  readCaseName,
  surest,
  truthAt,
  turned,
} from '.';

const some = (each: number): PracticeCase[] =>
  LEVELS.flatMap((level, l) =>
    Array.from({ length: each }, (_, i) => makeCase(caseName(level, (l * 977 + i * 311 + 3) % CASES_A_LEVEL))),
  );
/** Twenty-five of each of twelve levels in a long run. */
const EACH = Math.min(25, Math.ceil(runs(60) / LEVELS.length));
const CASES = some(EACH);
const few = CASES.filter((_, i) => i % EACH === 0);
/** Where a case is made or played more than once: every third level, in a long run each. */
const fewer = few.filter((_, i) => EACH > 1 || i % 3 === 1);

describe('a case has a name', () => {
  test('each its own, read back in whatever letters', () => {
    const names = LEVELS.flatMap((level) => Array.from({ length: CASES_A_LEVEL }, (_, seed) => caseName(level, seed)));
    expect(new Set(names).size).toBe(LEVELS.length * CASES_A_LEVEL);
    for (const name of names.filter((_, i) => i % 997 === 0))
      expect(caseName(readCaseName(name).level, readCaseName(name).seed)).toBe(name);
    expect(readCaseName('  7 Dune KITE ')).toEqual(readCaseName('7-dune-kite'));
  });
  test.each(['', '7', '0-dune-kite', '13-dune-kite', '7-dune', '7-dune-xyz', '7-dune-kite-oar'])(
    '%j has none',
    (name) => {
      expect(() => readCaseName(name)).toThrow(/no such case/);
    },
  );
  test('the same name is the same engine, whoever opens it', () => {
    for (const { name } of fewer) expect(makeCase(name)).toEqual(makeCase(name));
  });
  test('every day has one, and not always the same level', () => {
    const days = Array.from({ length: 30 }, (_, i) => dailyCase(`2026-05-${String(i + 1).padStart(2, '0')}`));
    expect(new Set(days).size).toBe(30);
    for (const day of days) expect(() => readCaseName(day)).not.toThrow();
  });
});

test('what is drawn is what the level says, and fits the engine', () => {
  for (const of of CASES) {
    const { faults } = of.hidden;
    expect(of.rule.kinds).toContain(of.kind);
    for (const place of placesOf(of)) expect(findingsAt(of, place)).toContain(truthAt(of, place));
    if (of.level === 'two-faults')
      expect(placesOf(of).filter((place) => truthAt(of, place) !== 'sound')).toHaveLength(2);
    if (of.level === 'one-low') expect(faults).toHaveLength(1);
    if (of.level === 'tester') expect(of.hidden.trouble).toBeDefined();
    if (of.level === 'second-opinion') expect(of.paper?.figures).toHaveLength(of.job.engine.cylinders.length);
    if (of.level === 'buying') expect(of.money.price).toBeGreaterThan(0);
    expect(of.money.valueAsIs).toBeLessThan(of.money.valueRunning);
    // Nobody runs warm what does not start.
    if (of.complaint === 'will-not-start') expect([of.job.engine.runs, of.hidden.cold]).toEqual([false, true]);
  }
});

describe('an apprentice who does what the plan says', () => {
  test('names the fault in most cases, with other hands than those it was tried with, and always finishes', () => {
    const right = CASES.map((of) => markOf(of, ...both(followPlan(of, CAREFUL, 1))).right);
    expect(right.filter(Boolean).length / right.length).toBeGreaterThanOrEqual(0.85);
  });
  test('does nothing unsafe and nothing careless', () => {
    for (const of of CASES) {
      const { dangers, careless, safety } = markOf(of, ...both(followPlan(of)));
      expect([of.name, dangers, careless.filter(({ what }) => what !== 'low-not-repeated')]).toEqual([of.name, [], []]);
      expect(safety.got).toBe(safety.of);
    }
  });
});
const both = ({ work, answer }: ReturnType<typeof followPlan>) => [work, answer] as const;

test('whatever it has, a job that cures it is offered', () => {
  for (const of of CASES.filter(({ rule }) => rule.asks === 'job' && rule.purpose !== 'buying')) {
    const { options } = optionsOf(of);
    for (const place of placesOf(of)) {
      const finding = truthAt(of, place);
      if (finding === 'sound') continue;
      expect([
        of.name,
        finding,
        options.some(({ name, cures }) => cures?.includes(finding) && !/engine/.test(name)),
      ]).toEqual([of.name, finding, true]);
    }
  }
});

test('a careless one is marked down for exactly what it did', () => {
  const cold = CASES.filter(({ rule, hidden, level }) => !rule.ready && hidden.trouble && level !== 'buying');
  let shut = 0;
  let ignored = 0;
  const lost: number[] = [];
  for (const of of cold) {
    const good = markOf(of, ...both(followPlan(of)));
    if (of.job.engine.fuel === 'diesel') continue;
    const lazy = markOf(of, ...both(followPlan(of, { ...CAREFUL, opensThrottle: false })));
    shut += Number(lazy.careless.some(({ what }) => what === 'throttle-shut'));
    expect(lazy.care.got).toBeLessThan(good.care.got);
    expect(lazy.careless.some(({ what }) => what === 'breather-on' || what === 'off-its-top')).toBe(false);
    const deaf = markOf(of, ...both(followPlan(of, { ...CAREFUL, looksAtTester: false, retests: false })));
    ignored += Number(deaf.careless.some(({ what }) => what === 'tester-not-looked-at') || !deaf.right);
    lost.push(good.total - deaf.total);
  }
  expect(shut).toBe(cold.filter(({ job }) => job.engine.fuel !== 'diesel').length);
  expect(ignored / lost.length).toBeGreaterThan(0.6);
  // Now and then somebody is lucky.
  expect(lost.reduce((a, b) => a + b, 0) / lost.length).toBeGreaterThan(2);
});

describe('marks', () => {
  const needless = (of: PracticeCase): Act[] =>
    LOOKS.filter((at) => at !== 'valve-train' || of.job.engine.cycle === 'four-stroke').map((at) => ({
      do: 'look',
      at,
    }));
  test('are never better for more tests', () => {
    for (const of of fewer) {
      const { work, answer } = followPlan(of);
      const before = markOf(of, work, answer, work).total;
      for (const one of needless(of))
        expect(markOf(of, act(of, work, one), answer, work).total).toBeLessThanOrEqual(before);
    }
  });
  test('are never better for less safety, a hint, or a dose that locks it', () => {
    for (const of of fewer) {
      const { work, answer } = followPlan(of);
      const before = markOf(of, work, answer, work);
      const [cylinder = ''] = of.job.engine.cylinders;
      const flooded = act(of, work, { do: 'oil', cylinder, ml: 500 });
      expect(flooded.done.at(-1)?.dangers).toEqual(['oil-locks']);
      expect(markOf(of, flooded, answer, work).total).toBeLessThan(before.total);
      expect(markOf(of, act(of, work, { do: 'hint' }), answer, work).total).toBeLessThan(before.total);
      for (const danger of DANGERS) {
        const unsafe = { ...work, done: work.done.map((one, i) => (i === 0 ? { ...one, dangers: [danger] } : one)) };
        expect(markOf(of, unsafe, answer, work).safety.got).toBeLessThan(before.safety.got);
      }
    }
  });
  test('an honest doubt beats a bluff: whoever says what they believe loses least in the mean', () => {
    const [of] = CASES.filter(({ rule }) => rule.asks === 'cause');
    const one = of as PracticeCase;
    const [place = ''] = placesOf(one);
    const all = findingsAt(one, place);
    const odds = fc.array(fc.double({ min: 0.01, max: 1, noNaN: true }), {
      minLength: all.length,
      maxLength: all.length,
    });
    const whole = (weights: readonly number[]): Record<string, number> => {
      const sum = weights.reduce((a, b) => a + b, 0);
      return Object.fromEntries(all.map((finding, i) => [finding, (weights[i] as number) / sum]));
    };
    fc.assert(
      fc.property(odds, odds, (believed, said) => {
        const belief = whole(believed);
        const mean = (claims: Claims) =>
          all.reduce((sum, finding) => {
            const faults = finding === 'sound' ? [] : [{ cause: finding, cylinder: place, severity: 1 }];
            return sum + (belief[finding] as number) * distance({ ...one, hidden: { ...one.hidden, faults } }, claims);
          }, 0);
        expect(mean({ [place]: belief })).toBeLessThanOrEqual(mean({ [place]: whole(said) }) + 1e-9);
      }),
    );
  });
  test('odds are whole whatever was said', () => {
    fc.assert(
      fc.property(
        fc.dictionary(
          fc.constantFrom('sound', 'rings-or-bore', 'exhaust-valve'),
          fc.double({ noNaN: true, min: -2, max: 3 }),
        ),
        (said) => {
          for (const of of few) {
            const [place = ''] = of.job.engine.cylinders;
            const sum = [...claimAt(of, { [place]: said }, place).values()].reduce((a, b) => a + b, 0);
            if (Object.values(said).some((p) => p > 0) || Object.keys(said).length < findingsAt(of, place).length)
              expect(sum).toBeCloseTo(1, 9);
          }
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('hands', () => {
  const of = makeCase(caseName('air', 12));
  const [cylinder = ''] = of.job.engine.cylinders;
  const after = (...acts: Act[]) => acts.reduce((work, one) => act(of, work, one), begin(of));
  test('the same acts show the same; another try reads a little otherwise', () => {
    const crank: Act = { do: 'crank', cylinder, strokes: 7 };
    expect(after(crank)).toEqual(after(crank));
    const other = act(of, begin(of, 3), crank).compression[0]?.reading.strokes;
    expect(other).not.toEqual(after(crank).compression[0]?.reading.strokes);
  });
  test('a throttle forgotten reads low, and is told where it happened when it is marked', () => {
    const shut = after({ do: 'plugs', to: 'out' }, { do: 'crank', cylinder, strokes: 7 });
    const open = after(
      { do: 'plugs', to: 'out' },
      { do: 'throttle', to: 'open' },
      { do: 'crank', cylinder, strokes: 7 },
    );
    expect(shut.compression[0]?.reading.peak).toBeLessThan(0.8 * (open.compression[0]?.reading.peak ?? 0));
    expect(shut.done.at(-1)?.dangers).toEqual(['spark-loose']);
    expect(jobOf(of, shut).tests?.[0]).toMatchObject({ throttle: 'closed' });
  });
  test('air needs the piston at its top, and a held crank; on the wrong stroke it goes out at once', () => {
    expect(() => after({ do: 'air', cylinder, seconds: 5 })).toThrow(/at its top first/);
    const aired = (off: number, stroke: 'compression' | 'exhaust', held: boolean, seconds = 5) =>
      after({ do: 'turn', cylinder, off, stroke }, ...(held ? [{ do: 'hold' } as const] : []), {
        do: 'air',
        cylinder,
        seconds,
      }).done.at(-1);
    const pressure = (done: ReturnType<typeof aired>) =>
      done?.saw?.saw === 'air' ? (done.saw.reading.cylinderPressure ?? 0) : NaN;
    expect(aired(0, 'compression', true)?.dangers).toEqual([]);
    expect(aired(9, 'compression', false)?.dangers).toEqual(['piston-goes']);
    expect(aired(0, 'compression', true, 0.5)?.dangers).toEqual(['air-at-once']);
    expect(pressure(aired(0, 'exhaust', true))).toBeLessThan(pressure(aired(0, 'compression', true)) / 2);
    expect(() => after({ do: 'listen', at: 'exhaust', cylinder })).toThrow(/air in cylinder/);
  });
  test('a needle that comes to its stop stays there, and can be judged', () => {
    const saw = makeCase(caseName('two-stroke', 3));
    const [id = ''] = saw.job.engine.cylinders;
    const fullScale = 60;
    const tests = [
      { kind: 'compression' as const, tester: { unit: 'psi' as const, fullScale, division: 5 }, readings: [] },
    ];
    const high: PracticeCase = { ...saw, job: { ...saw.job, tests } };
    const ready = [
      { do: 'throttle', to: 'open' },
      { do: 'plugs', to: 'out' },
      { do: 'crank', cylinder: id, strokes: 8 },
    ] as const;
    const work = ready.reduce((done, one) => act(high, done, one), begin(high));
    expect(work.compression[0]?.reading.peak).toBe(fullScale);
    expect(Math.max(...turned(high, begin(high), id).needle)).toBeLessThanOrEqual(fullScale);
    expect(() => followPlan(high)).not.toThrow();
  });
  test('the second gauge follows the first, and stands in the end where it is read', () => {
    const ready = after({ do: 'turn', cylinder, off: 0, stroke: 'compression' }, { do: 'hold' });
    const { supply, held } = fed(of, ready, cylinder);
    expect([supply[0], supply.at(-1), held[0]]).toEqual([0, 80, 0]);
    held.forEach((psi, i) => {
      expect(psi).toBeLessThanOrEqual(supply[i] as number);
      expect(psi).toBeGreaterThanOrEqual(held[i - 1] ?? 0);
    });
    const reading = act(of, ready, { do: 'air', cylinder, seconds: 5 }).air[0]?.reading;
    // To a division of that gauge and its error.
    expect(Math.abs((reading?.cylinderPressure ?? 0) - (held.at(-1) ?? 0))).toBeLessThan(4);
    expect(() => fed(of, begin(of), cylinder)).toThrow(/at its top first/);
  });
  test('an arm tires, and rests while something else is done', () => {
    const saw = makeCase(caseName('small', 40));
    const [id = ''] = saw.job.engine.cylinders;
    const pull: Act = { do: 'crank', cylinder: id, strokes: 4 };
    const pulled = Array.from({ length: 4 }).reduce<ReturnType<typeof begin>>(
      (work) => act(saw, work, pull),
      begin(saw),
    );
    expect(pulled.hands.pulls).toBe(16);
    expect(act(saw, pulled, { do: 'look', at: 'filter' }).hands.pulls).toBe(0);
  });
  test('what is not on this engine cannot be done to it', () => {
    expect(() => after({ do: 'case', mode: 'pressure' })).toThrow(/two-stroke/);
    expect(() => after({ do: 'crank', cylinder: '99', strokes: 4 })).toThrow(/no cylinder 99/);
    const saw = makeCase(caseName('two-stroke', 3));
    expect(() => act(saw, begin(saw), { do: 'look', at: 'valve-train' })).toThrow(/no valves/);
  });
});

test('how sure somebody was counts as right where only the place was asked for, whatever it has', () => {
  const of = CASES.find(({ level }) => level === 'one-low') as PracticeCase;
  const low = placesOf(of).find((place) => truthAt(of, place) !== 'sound') as string;
  const other = findingsAt(of, low).find((one) => one !== 'sound' && one !== truthAt(of, low)) as string;
  const { said, right } = markOf(of, begin(of), { claims: { [low]: { [other]: 0.9 } } });
  expect([said, right]).toEqual([{ p: 0.9, right: true }, true]);
});

test('the needle that is seen ends where the reading stands', () => {
  for (const of of few) {
    const [cylinder = ''] = of.job.engine.cylinders;
    const seen = turned(of, begin(of), cylinder);
    for (const strokes of [2, 5]) {
      const reading = act(of, begin(of), { do: 'crank', cylinder, strokes }).compression[0]?.reading;
      expect([of.name, seen.strokes.slice(0, strokes)]).toEqual([of.name, reading?.strokes]);
    }
    expect(Math.max(...seen.needle)).toBeGreaterThan(0);
    expect(seen.ends.at(-1)).toBeCloseTo(seen.needle.length / seen.hz, 0);
  }
});

test('opened, it shows what every place has, and why each reading read so', () => {
  for (const of of few) {
    const { work } = followPlan(of);
    const { places, readings } = openUp(of, work);
    expect(places.map(({ place, finding }) => [place, finding])).toEqual(
      placesOf(of).map((place) => [place, truthAt(of, place)]),
    );
    const many = (kind: string) => readings.filter((one) => one.of === kind).length;
    expect(['compression', 'air', 'case'].map(many)).toEqual([
      work.compression.length,
      work.air.length,
      work.cases.length,
    ]);
    const [cylinder = ''] = of.job.engine.cylinders;
    if (of.rule.ready || of.job.engine.fuel === 'diesel') continue;
    const shut = act(of, begin(of), { do: 'crank', cylinder, strokes: 7 });
    expect(openUp(of, shut).readings[0]?.because).toContain('throttle-shut');
  }
});

test('who finds one of two faults is half right: neither rewarded nor punished for it', () => {
  const of = CASES.find(({ level }) => level === 'two-faults') as PracticeCase;
  const [one = '', other = ''] = placesOf(of).filter((place) => truthAt(of, place) !== 'sound');
  const { work } = followPlan(of);
  const got = (places: readonly string[]) =>
    markOf(of, work, { claims: Object.fromEntries(places.map((place) => [place, { [truthAt(of, place)]: 1 }])) }).cause
      .got;
  expect([got([one, other]), got([one]), got([])]).toEqual([40, 0, -40]);
});

test('somebody who names another cylinder, surely, gets nothing for it', () => {
  const of = CASES.find(({ level }) => level === 'one-low') as PracticeCase;
  const wrong = placesOf(of).find((place) => truthAt(of, place) === 'sound') as string;
  const { work } = followPlan(of);
  const marks = markOf(of, work, { claims: { [wrong]: { 'rings-or-bore': 1 } } });
  expect(marks.right).toBe(false);
  expect(marks.cause.got).toBeLessThan(0);
  expect(surest(of, { [wrong]: { 'rings-or-bore': 1 } }, wrong)).toEqual({ finding: 'rings-or-bore', p: 1 });
});
