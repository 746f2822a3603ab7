import type { JobFile } from './job-file';

/** A job cut at its last repair: what was read after it, and what was read earlier. */
export interface SinceRepair {
  now: JobFile;
  /** Missing where nothing was repaired. */
  before?: JobFile;
  /** What was done, where somebody said it. */
  repair?: string;
}

/** A test `after: "repair"` begins a new line: the verdict is of it and of what followed. */
export function sinceRepair(job: JobFile): SinceRepair {
  const tests = job.tests ?? [];
  const at = tests.findLastIndex(({ after }) => after === 'repair');
  if (at < 0) return { now: job };
  const repair = tests[at]?.repair;
  return {
    now: { ...job, tests: tests.slice(at) },
    before: { ...job, tests: tests.slice(0, at) },
    ...(repair === undefined ? {} : { repair }),
  };
}
