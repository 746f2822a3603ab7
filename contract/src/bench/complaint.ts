import { PURPOSE_NAME } from '@rugged/core';
import type { JobRecord } from '../records';

/**
 * What whoever brought it complains of, without the mark at its end; undefined where nothing was said, and only why it
 * is tested stands there.
 */
export const complaintOf = ({ complaint, purpose }: Pick<JobRecord, 'complaint' | 'purpose'>): string | undefined =>
  purpose !== undefined && complaint === PURPOSE_NAME[purpose] ? undefined : complaint.replace(/[.?!\s]+$/, '');
