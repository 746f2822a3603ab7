import { act, begin, caseName, followPlan, LEVELS, makeCase, openUp, placesOf, truthAt } from '@rugged/core/practice';
import { whyWords } from './why-words';

const linesOf = (of: ReturnType<typeof makeCase>, work: ReturnType<typeof begin>) =>
  openUp(of, work).readings.map((why) => whyWords(why, (place) => truthAt(of, place)));

/** Every level in the long run. */
const WALKED = process.env.LONG ? LEVELS : LEVELS.filter((_, i) => i % 3 === 0);

test('every reading of every level is told with what it would have been, in whole sentences', () => {
  for (const level of WALKED) {
    const of = makeCase(caseName(level, 77));
    for (const lines of linesOf(of, followPlan(of).work))
      for (const [i, line] of lines.entries()) {
        expect(line).not.toMatch(/undefined|NaN/);
        if (i > 0) expect([level, line]).toEqual([level, expect.stringMatching(/^[A-Z].*\.$/)]);
      }
  }
});

test('air in on the wrong stroke is told as that, and a fault as what it lets out', () => {
  const of = makeCase(caseName('air', 12));
  const faulty = placesOf(of).find((place) => truthAt(of, place) !== 'sound') ?? '';
  const fed = (stroke: 'compression' | 'exhaust') =>
    linesOf(
      of,
      [
        { do: 'turn', cylinder: faulty, off: 0, stroke } as const,
        { do: 'hold' } as const,
        { do: 'air', cylinder: faulty, seconds: 5 } as const,
      ].reduce((work, one) => act(of, work, one), begin(of)),
    )[0]?.join(' ');
  expect(fed('exhaust')).toMatch(/did not stand at its top/);
  expect(fed('compression')).not.toMatch(/did not stand/);
  expect(fed('compression')).toMatch(/At its top it holds \d+; a sound one \d+\..*it goes/);
});
