import type { JobFile } from '../jobfile/job-file';
import type { TestKind } from '../jobfile/tests';
import { KINDS } from '../test-kinds/registry';

/** Whether the shop has what a test takes. A job that does not list equipment has everything. */
export const has = ({ equipment }: Pick<JobFile, 'equipment'>, test: TestKind): boolean =>
  equipment === undefined || KINDS[test].takes.every((piece) => equipment.includes(piece));
