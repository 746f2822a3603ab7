import type { Bench } from '@rugged/contract';
import type { Judgement } from '@rugged/core';
import { judgeBench } from '@/data/jobs';

/** One time an engine was here, with what its readings proved. */
export interface Visit { bench: Bench; judgement: Judgement | undefined }

export function visitOf(bench: Bench): Visit {
  const verdict = judgeBench(bench);
  return { bench, judgement: verdict.ok ? verdict.judgement : undefined };
}
