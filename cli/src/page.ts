import { benchOfFile } from '@rugged/contract/bench';
import { readForJudging } from '@rugged/contract/jobfile';
import type { PageKind } from '@rugged/contract/page';
import { decide } from '@rugged/core/decide';
import { judge } from '@rugged/core/plan';
import { report } from '@rugged/core/report';
import { makePage, pageText, tidySum, usualPage } from '@rugged/pages';

/**
 * A page of a job file as plain text, from the same document as the app's.
 * @param reader whom it is for; by the job's purpose where nobody says
 * @throws InputError naming the field of what cannot be true
 */
export function pageOf(text: string, reader: PageKind | undefined, now = new Date()): string {
  const { job, leftOut } = readForJudging(text);
  const judged = report(judge(job, leftOut));
  const decided = decide({ ...job, decision: job.decision ?? {} });
  const bench = benchOfFile(job, now.toISOString());
  const facts = {
    bench,
    report: judged,
    answer: decided.answer,
    ...(job.decision || decided.answer.purpose === 'buying' ? { decided, input: decided.input } : {}),
    ...(decided.stopAndCall === undefined ? {} : { stopAt: tidySum(decided.stopAndCall) }),
    shop: { name: job.shop ?? '' },
    unit: judged.unit,
    now,
    readers: [],
    photos: [],
  };
  return pageText(makePage(reader ?? usualPage(bench, facts), facts));
}
