import { canHave, judge } from '@rugged/core';
import {
  binsOf,
  chamberOf,
  FACT_NAMES,
  type FactName,
  factsOf,
  GRADED_CAUSES,
  OWN_HYPOTHESES,
  priorsOf,
  SHARED_ROWS,
  sharedRow,
  SHARED_TEST_FAULTS,
} from '@rugged/core/causes';
import { seeded } from '@rugged/core/virtual-engine';
import { bareJob, caseOf, type Drawn } from './virtual-shop';

export interface Counted {
  rows: Record<string, Partial<Record<FactName, number[]>>>;
  engines: number;
}

export const ALL_ROWS = [...OWN_HYPOTHESES.map(({ row }) => row), 'all-worn', ...SHARED_ROWS];

/** Counts the bins of every fact under each row, on engines made for it. Shares in thousandths. */
export function fit(rows: readonly string[], seed: number, perRow: number): Counted {
  const counted: Counted = { rows: {}, engines: 0 };
  for (const row of rows) {
    const counts = Object.fromEntries(
      FACT_NAMES.map((fact) => [fact, new Array<number>(binsOf(fact)).fill(0)]),
    ) as Record<FactName, number[]>;
    // Each row has seeds of its own, whichever others are counted beside it.
    const random = seeded(seed + 7919 * ALL_ROWS.indexOf(row));
    for (let done = 0; done < perRow;) {
      const made = engineFor(row, random.uniform() * 2 ** 31);
      if (!made) continue;
      done += 1;
      counted.engines += 1;
      const { job, rows: truth } = caseOf(made.seed, { job: made.job, drawn: made.drawn, complete: true });
      const facts = factsOf(job, judge(job).cylinders);
      for (const [id, found] of facts) {
        if (!made.counts(id, truth[id] as string)) continue;
        for (const fact of FACT_NAMES) {
          const bin = found[fact]?.bin;
          if (bin !== undefined) counts[fact][bin] = (counts[fact][bin] as number) + 1;
        }
      }
    }
    counted.rows[row] = Object.fromEntries(
      FACT_NAMES.flatMap((fact) => {
        const all = counts[fact].reduce((a, b) => a + b, 0);
        return all < 20 ? [] : [[fact, counts[fact].map((n) => Math.round((1000 * n) / all))]];
      }),
    );
  }
  return counted;
}

/** An engine on which this row can be, and which of its cylinders show it. */
function engineFor(
  row: string,
  seed: number,
):
  | { job: ReturnType<typeof bareJob>; seed: number; drawn: Drawn; counts(id: string, truth: string): boolean }
  | undefined {
  const random = seeded(seed);
  const job = bareJob(random);
  const { engine } = job;
  const { cylinders } = engine;
  if (cylinders.length > 4) return undefined;
  const uncounted = engine.compressionRelease === 'automatic' && job.books?.[0]?.compression?.releaseActing === false;
  const sound = Object.fromEntries(cylinders.map((id) => [id, 'sound']));
  const made = (drawn: Drawn, counts: (id: string, truth: string) => boolean) => ({
    job,
    seed: Math.floor(seed / 2) + 13,
    drawn,
    counts,
  });
  const shared = SHARED_TEST_FAULTS.find((fault) => row === fault || row.startsWith(`${fault}:`));
  if (shared) {
    if (uncounted) return undefined;
    return sharedRow(shared, chamberOf(engine)) === row
      ? made({ rows: sound, shared, allWorn: false }, () => true)
      : undefined;
  }
  if (row === 'all-worn')
    return cylinders.length > 1 && !uncounted
      ? made({ rows: Object.fromEntries(cylinders.map((id) => [id, 'rings-or-bore:2'])), allWorn: true }, () => true)
      : undefined;
  const target = random.pick(cylinders);
  // Now and then another cylinder has something too: the comparison with it must not be taken at its word.
  const other =
    cylinders.length > 1 && random.uniform() < (row === 'sound' ? 0.5 : 0.12)
      ? random.pick(cylinders.filter((id) => id !== target))
      : undefined;
  const causes = GRADED_CAUSES.filter((cause) => canHave(engine, cause) && cause !== 'head-gasket-between');
  const rows = {
    ...sound,
    ...(other === undefined ? {} : { [other]: `${random.pick(causes)}:${1 + Math.floor(random.uniform() * 3)}` }),
    [target]: row,
  };
  if (row === 'compression-release') {
    if (engine.compressionRelease === 'none') return undefined;
    return made({ rows, allWorn: false }, (_, truth) => truth === row);
  }
  if (uncounted && row === 'sound') return undefined;
  const cause = row.split(':')[0] as (typeof GRADED_CAUSES)[number];
  if ((GRADED_CAUSES as readonly string[]).includes(cause) && !priorsOf(job, target).has(row)) return undefined;
  return made({ rows, allWorn: false }, (id, truth) =>
    row === 'sound' ? truth === 'sound' : id === target || (cause === 'head-gasket-between' && truth === row),
  );
}
