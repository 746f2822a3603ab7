import type { JobFile } from './job-file';

/** An engine that stood: its rings may be stuck, its bores dry, its bearings without oil. */
export const hasStood = ({ purpose, symptoms }: Pick<JobFile, 'purpose' | 'symptoms'>): boolean =>
  purpose === 'waking' || symptoms?.includes('stood-for-years') === true;
