import { act, begin, caseName, isPulled, makeCase, mostStrokes, placesOf, truthAt } from '@rugged/core/practice';
import { guideOf } from './guide';
import { NO_THOUGHT } from './thought';
import type { Worked } from './use-practice';

/** The first levels, as somebody works them: what the guide says after each reading. */
type Read = readonly [cylinder: string, peak: number, rising?: boolean];
const worked = (level: 'gauge' | 'even' | 'wet', cylinders: string[], reads: readonly Read[], pulled = false) =>
  ({
    pulled,
    of: { level, job: { engine: { cylinders }, books: [{ compression: { min: 120 } }] } },
    work: {
      done: reads.map(([cylinder, peak, rising = false]) => ({
        act: { do: 'crank', cylinder, strokes: 7 },
        saw: { saw: 'compression', reading: { cylinder, peak }, rising },
      })),
    },
  }) as unknown as Worked;
const says = (of: Worked, cylinder = '1', answering = false) => guideOf(of, NO_THOUGHT, { cylinder, answering });

test('a level that is past the first two is not led', () => {
  expect(says(worked('wet', ['1'], []))).toBeUndefined();
});

describe('one cylinder', () => {
  const gauge = (...reads: Read[]) => says(worked('gauge', ['1'], reads));
  test.each<[string, Read[], RegExp, boolean]>([
    ['nothing was read', [], /Hold the key down until the needle/, false],
    ['stopped too early', [['1', 90, true]], /still climbing/, false],
    ['clearly good', [['1', 150]], /150\. The green band begins at 120: it is in it/, true],
    ['just over the limit', [['1', 123]], /That is close: take it again/, false],
    ['low', [['1', 80]], /That is low: take it again/, false],
    [
      'low, and early before that',
      [
        ['1', 60, true],
        ['1', 80],
      ],
      /That is low/,
      false,
    ],
    [
      'low twice',
      [
        ['1', 80],
        ['1', 81],
      ],
      /Twice about the same, 80 and 81/,
      true,
    ],
    [
      'two that differ',
      [
        ['1', 80],
        ['1', 120],
      ],
      /80 and 120 are not the same/,
      true,
    ],
  ])('%s', (_, reads, words, answers) => {
    const guided = gauge(...reads);
    expect(guided?.words).toMatch(words);
    expect(guided?.to === 'answer').toBe(answers);
  });
  test('a cord is pulled, not held', () => {
    expect(says(worked('gauge', ['1'], [], true))?.words).toMatch(/Pull the cord/);
  });
  test('near the limit it tells to doubt, far from it to be sure', () => {
    const sure = (peak: number) =>
      guideOf(
        worked('gauge', ['1'], [['1', peak]]),
        { said: { '1': { finding: 'sound', p: 0.8 } } },
        { cylinder: '1', answering: true },
      )?.why;
    expect(sure(160)).toMatch(/further from the limit/);
    expect(sure(122)).toMatch(/Honest doubt/);
  });
});

describe('several cylinders', () => {
  const ids = ['1', '2', '3'];
  const even = (reads: Read[], cylinder = '1', answering = false) =>
    says(worked('even', ids, reads), cylinder, answering);
  test('from one to the next, until each was read', () => {
    expect(even([])?.words).toMatch(/^Cyl 1: hold the key/);
    expect(even([['1', 150]])?.to).toEqual({ cylinder: '2' });
    expect(even([['1', 150]], '2')?.words).toMatch(/^Cyl 2: hold/);
    expect(
      even(
        [
          ['1', 150],
          ['3', 149],
        ],
        '3',
      )?.to,
    ).toEqual({ cylinder: '2' });
  });
  test('even ones are said to be even', () => {
    const guided = even(
      [
        ['1', 150],
        ['2', 145],
        ['3', 148],
      ],
      '3',
    );
    expect(guided?.words).toMatch(/cyl 2 has 145: 3 % under/);
    expect(guided?.to).toBe('answer');
  });
  test('a low one is read twice before it is named', () => {
    const once: Read[] = [
      ['1', 150],
      ['2', 90],
      ['3', 148],
    ];
    expect(even(once, '3')?.to).toEqual({ cylinder: '2' });
    expect(even(once, '2')?.words).toMatch(/40 % under\. Take it again/);
    const twice = even([...once, ['2', 91]], '2');
    expect([twice?.to, twice?.words]).toEqual(['answer', expect.stringMatching(/Say which one it is/)]);
    expect(even([...once, ['2', 91]], '2', true)?.words).toMatch(/Which one is it/);
  });
  test('its steps never go over what there is', () => {
    for (const reads of [
      [],
      [['1', 150]],
      [
        ['1', 150],
        ['2', 90],
        ['3', 148],
      ],
    ] as Read[][])
      for (const answering of [false, true]) {
        const { at = 0, of = 0 } = even(reads, '1', answering) ?? {};
        expect([at >= 1, at <= of]).toEqual([true, true]);
      }
  });
});

describe('who does nothing but what it says is right', () => {
  const cases = (['gauge', 'even'] as const).flatMap((level) =>
    Array.from({ length: 20 }, (_, i) => makeCase(caseName(level, i * 61 + 5))),
  );
  test.each(cases.map((of) => [of.name, of] as const))('%s', (_, of) => {
    const { engine, books } = of.job;
    let cylinder = engine.cylinders[0] ?? '';
    let work = begin(of);
    const read = () => Object.fromEntries(work.compression.map(({ reading }) => [reading.cylinder, reading.peak]));
    for (let steps = 0; ; steps += 1) {
      expect(steps).toBeLessThan(20);
      const guided = guideOf({ pulled: isPulled(of), of, work } as unknown as Worked, NO_THOUGHT, {
        cylinder,
        answering: false,
      });
      if (guided?.to === 'answer') break;
      if (guided?.to) cylinder = guided.to.cylinder;
      else work = act(of, work, { do: 'crank', cylinder, strokes: mostStrokes(of) });
    }
    const peaks = Object.values(read());
    const most = Math.max(...peaks);
    const min = books?.[0]?.compression?.min ?? 0;
    for (const place of placesOf(of).filter((one) => one in read())) {
      const peak = read()[place] as number;
      const low = of.level === 'gauge' ? peak < min : peak < 0.9 * most;
      expect([place, low]).toEqual([place, truthAt(of, place) !== 'sound']);
    }
  });
});
