import type { Bench } from '@rugged/contract';
import type { PressureUnit, Report } from '@rugged/core';
import { judgeOnce } from '@/data/judged';

/** One time an engine was here, with what its readings proved. */
export interface Visit {
  bench: Bench;
  judgement: Report | undefined;
}

export function visitOf(bench: Bench, unit: PressureUnit): Visit {
  const verdict = judgeOnce(bench, unit);
  return { bench, judgement: verdict.ok ? verdict.judgement : undefined };
}
