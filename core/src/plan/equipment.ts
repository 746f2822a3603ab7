import type { JobFile } from '../jobfile/job-file';

/** What each test takes. */
const TAKES = {
  compression: ['compression-tester'],
  leakdown: ['leakdown-tester', 'compressor'],
  crankcase: ['crankcase-kit'],
} as const satisfies Record<string, readonly string[]>;

/** Whether the shop has what a test takes. A job that does not list equipment has everything. */
export const has = ({ equipment }: Pick<JobFile, 'equipment'>, test: keyof typeof TAKES): boolean =>
  equipment === undefined || TAKES[test].every((piece) => equipment.includes(piece));
