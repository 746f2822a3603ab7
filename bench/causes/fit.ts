import { canHave, judge } from '@rugged/core';
import {
  binsOf,
  chamberOf,
  FACT_NAMES,
  factsOf,
  GRADED_CAUSES,
  OWN_HYPOTHESES,
  priorsOf,
  SHARED_ROWS,
  RATIO_BINS,
  ratioBin,
  sharedRow,
  SHARED_TEST_FAULTS,
  type TableFact,
} from '@rugged/core/causes';
import { seeded } from '@rugged/core/virtual-engine';
import { type Bare, bareJob, caseOf, type Drawn } from './virtual-shop';

export interface Counted {
  rows: Record<string, Partial<Record<TableFact | 'ratio', number[]>>>;
  /** By how much a fault of the whole test brings every reading down, natural logarithm. */
  shifts: Record<string, { mean: number; deviation: number }>;
  engines: number;
}

export const ALL_ROWS = [...OWN_HYPOTHESES.map(({ row }) => row), 'all-worn', ...SHARED_ROWS];

const rounded = (x: number) => Math.round(1000 * x) / 1000;

/** Counts the bins of every fact under each row, on engines made for it. Shares in thousandths. */
export function fit(rows: readonly string[], seed: number, perRow: number): Counted {
  const counted: Counted = { rows: {}, shifts: {}, engines: 0 };
  for (const row of rows) {
    const counts = Object.fromEntries(
      FACT_NAMES.map((fact) => [fact, new Array<number>(binsOf(fact)).fill(0)]),
    ) as Record<TableFact, number[]>;
    const ratios = new Array<number>(RATIO_BINS).fill(0);
    const shifts: number[] = [];
    // Each row has seeds of its own, whichever others are counted beside it.
    const random = seeded(seed + 7919 * ALL_ROWS.indexOf(row));
    for (let done = 0; done < perRow;) {
      const made = engineFor(row, random.uniform() * 2 ** 31);
      if (!made) continue;
      done += 1;
      counted.engines += 1;
      const { job, rows: truth, soundKPa } = caseOf(made.seed, { bare: made.bare, drawn: made.drawn, complete: true });
      const { cylinders } = judge(job);
      const facts = factsOf(job, cylinders);
      const logs: number[] = [];
      for (const { id, compression } of cylinders) {
        if (!compression || !made.counts(id, truth[id] as string)) continue;
        const ratio = compression.readKPa / soundKPa;
        ratios[ratioBin(ratio)] = (ratios[ratioBin(ratio)] as number) + 1;
        logs.push(Math.log(Math.max(0.02, ratio)));
      }
      if (logs.length > 0) shifts.push(logs.reduce((a, b) => a + b, 0) / logs.length);
      for (const [id, found] of facts) {
        if (!made.counts(id, truth[id] as string)) continue;
        for (const fact of FACT_NAMES) {
          const bin = found[fact]?.bin;
          if (bin !== undefined) counts[fact][bin] = (counts[fact][bin] as number) + 1;
        }
      }
    }
    const read = ratios.reduce((a, b) => a + b, 0);
    const mean = shifts.reduce((a, b) => a + b, 0) / shifts.length;
    if (row === 'all-worn' || SHARED_ROWS.includes(row))
      counted.shifts[row] = {
        mean: rounded(mean),
        deviation: rounded(Math.sqrt(shifts.reduce((sum, x) => sum + (x - mean) ** 2, 0) / shifts.length)),
      };
    counted.rows[row] = {
      ratio: ratios.map((n) => Math.round((1000 * n) / read)),
      ...Object.fromEntries(
        FACT_NAMES.flatMap((fact) => {
          const all = counts[fact].reduce((a, b) => a + b, 0);
          return all < 20 ? [] : [[fact, counts[fact].map((n) => Math.round((1000 * n) / all))]];
        }),
      ),
    };
  }
  return counted;
}

/** An engine on which this row can be, and which of its cylinders show it. */
function engineFor(
  row: string,
  seed: number,
): { bare: Bare; seed: number; drawn: Drawn; counts(id: string, truth: string): boolean } | undefined {
  const random = seeded(seed);
  const bare = bareJob(random);
  const { job } = bare;
  const { engine } = job;
  const { cylinders } = engine;
  if (cylinders.length > 4) return undefined;
  const uncounted = engine.compressionRelease === 'automatic' && job.books?.[0]?.compression?.releaseActing === false;
  const sound = Object.fromEntries(cylinders.map((id) => [id, 'sound']));
  const made = (drawn: Drawn, counts: (id: string, truth: string) => boolean) => ({
    bare,
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
