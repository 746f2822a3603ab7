import { type Bench, decisionOf, readersOf } from '@rugged/contract/bench';
import type { Shop } from '@rugged/contract';
import type { PageFacts } from '@rugged/pages';
import { useQueries } from '@tanstack/react-query';
import { weighingOf } from '@/bench/decision';
import { weighOnce } from '@/bench/weigh';
import { useJobs } from '@/data/jobs';
import { judgeOnce } from '@/data/judged';

/** Jobs opened within so many hours of each other are one visit. */
const VISIT_HOURS = 72;
const HOUR_MS = 3_600_000;

/** Other engines of the same owner that came in with this one. */
export function useSameVisit({ job, owner }: Bench): Bench[] {
  const { benches } = useJobs('open', '');
  const near = (at: string) => Math.abs(Date.parse(at) - Date.parse(job.openedAt)) <= VISIT_HOURS * HOUR_MS;
  return benches.filter((one) => one.job.id !== job.id && one.owner.id === owner.id && near(one.job.openedAt));
}

/** What a page takes of other engines: their verdict, and what a buyer or an owner is told of the repair. */
export function useOtherFacts(benches: readonly Bench[], shop: Shop, reader: string, now: Date): PageFacts[] {
  const weighed = useQueries({
    queries: benches.map((bench) => ({
      queryKey: [
        'weighed',
        bench.job.id,
        bench.job.version,
        bench.engine.version,
        ...[bench.readings, bench.decisions, bench.outcomes, bench.repairs].map(({ length }) => length),
      ],
      queryFn: async () => {
        const { input, chosen } = weighingOf(bench, shop.prices);
        return { decided: await weighOnce(bench, input), chosen: decisionOf(bench) && chosen };
      },
      networkMode: 'always' as const,
      gcTime: 0,
    })),
  });
  return benches.flatMap((bench, at): PageFacts[] => {
    const verdict = judgeOnce(bench, shop.unit);
    if (!verdict.ok) return [];
    const { decided, chosen } = weighed[at]?.data ?? {};
    return [
      {
        bench,
        report: verdict.judgement,
        ...(decided ? { decided, answer: decided.answer, input: decided.input } : {}),
        ...(chosen === undefined ? {} : { chosen }),
        shop,
        unit: shop.unit,
        now,
        readers: readersOf(bench, reader),
        photos: [],
      },
    ];
  });
}
