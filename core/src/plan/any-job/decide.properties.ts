import type { JobFile } from '../..';
import { type Decided, decideBy, readyMade, weighJob } from '../../decide';
import { holdsFor, turning } from './corpus.fixture';

/** What is advised on any job, of whatever engine, with whatever was measured. */

const JOBS = 500;
const FEW_DRAWS = 300;
const LIKELY = 0.5;

function decidedFor(job: JobFile, i: number) {
  const { state, troubles: of } = weighJob(job);
  const valueRunning = turning(i, 300, 9000);
  const labourRatePerHour = 60;
  const { options } = readyMade(job.engine, state, of, { labourRatePerHour }, job.houseRules);
  const input = { labourRatePerHour, valueRunning, valueAsIs: 0.2 * valueRunning, wantedHours: 50, options };
  return { input, of, decided: decideBy(input, of, [], FEW_DRAWS) };
}

const recommended = ({ options, recommended: name }: Decided) => options.find((one) => one.name === name);

test('no way stands there twice, and at most five do', () => {
  holdsFor(runs(JOBS), ({ job, i }) => {
    const { decided, input } = decidedFor(job, i);
    expect(decided.options.length).toBeLessThanOrEqual(5);
    const acts = input.options.map(({ repair, jobs }) => JSON.stringify(jobs ?? [repair]));
    expect(new Set(acts).size).toBe(acts.length);
    expect(input.options.filter(({ repair }) => repair === 'leave' || repair === 'run-on')).toHaveLength(1);
  });
});

test('what is advised mends every trouble that is likelier than not, or says what it leaves', () => {
  holdsFor(runs(JOBS), ({ job, i }) => {
    const { decided, of } = decidedFor(job, i);
    const way = recommended(decided);
    if (!way) return;
    for (const odds of [of.worst, ...of.others])
      for (const [trouble, p] of odds)
        if (trouble !== 'sound' && p > LIKELY) expect([...way.cures, ...way.leaves]).toContain(trouble);
  });
});

test('what is advised is worth most of what is shown, or as good as most', () => {
  holdsFor(runs(JOBS), ({ job, i }) => {
    const { decided, input } = decidedFor(job, i);
    const way = recommended(decided);
    if (!way) return;
    for (const other of decided.options) {
      const costs = other.mean > 0;
      // What is run on until it likelier stops is shown, and nobody advises it.
      if (other.unsaid || (other.runs < LIKELY && costs)) continue;
      const asItIs = input.options.find(({ name }) => name === other.name)?.runsAsItIs;
      if (asItIs && other.runs < LIKELY) continue;
      // A little is given for an engine that runs.
      const given = 0.05 * (input.valueRunning ?? 0) + 1e-6;
      expect(way.valueLeft ?? 0).toBeGreaterThanOrEqual((other.valueLeft ?? 0) - given);
    }
  });
});

test('nothing is recommended for an engine that is likelier sound', () => {
  holdsFor(runs(JOBS), ({ job, i }) => {
    const { decided, of } = decidedFor(job, i);
    const faulty = [of.worst, ...of.others].some((odds) => (odds.get('sound') ?? 0) < LIKELY);
    if (!faulty) expect(recommended(decided)?.cures ?? []).toEqual([]);
  });
});

test('one more trouble never makes leaving it better than a way that mends and pays', () => {
  holdsFor(runs(JOBS), ({ job, i }) => {
    const before = decidedFor(job, i);
    const had = recommended(before.decided);
    if (!had || had.cures.length === 0) return;
    const mended = [...before.of.worst.keys()].find((trouble) => had.cures.includes(trouble));
    // What is run on as it is wears by figures of its own.
    if (!mended || before.input.options.some(({ runsAsItIs, aside }) => runsAsItIs && !aside)) return;
    const more = { ...before.of, others: [...before.of.others, new Map([[mended, 1]])] };
    const after = decideBy(before.input, more, [], FEW_DRAWS);
    const ahead = ({ options }: Decided) => {
      const nothing = options.find(({ mean, cures }) => mean === 0 && cures.length === 0);
      const way = options.find(({ name }) => name === had.name);
      return (way?.valueLeft ?? 0) - (nothing?.valueLeft ?? 0);
    };
    // One more place is one more chance that the job itself does not hold.
    const risk = 0.1 * (before.input.valueRunning ?? 0);
    expect(ahead(after)).toBeGreaterThanOrEqual(ahead(before.decided) - risk);
    if (ahead(before.decided) > risk) expect(ahead(after)).toBeGreaterThan(0);
  });
});

test('what was found and repaired has no odds of the old line any more', () => {
  holdsFor(runs(JOBS / 5), ({ job }) => {
    const [cylinder] = job.engine.cylinders;
    const repaired: JobFile = {
      ...job,
      tests: [
        ...(job.tests ?? []),
        {
          kind: 'opened',
          after: 'repair',
          repair: 'new rings',
          readings: [{ cylinder: cylinder as string, part: 'rings', seen: 'good' }],
        },
      ],
    };
    const { troubles } = weighJob(repaired);
    const alone = weighJob({ ...repaired, tests: repaired.tests?.slice(-1) ?? [] });
    expect([...troubles.worst]).toEqual([...alone.troubles.worst]);
  });
});
