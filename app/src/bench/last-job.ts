import { keepSetting, readSetting } from '@/ui/setting';

const KEY = 'rugged.last-job';

/** The job whose bench was opened last on this device. */
export const lastJob = (): string | null => readSetting(KEY);
export const keepLastJob = (id: string): void => keepSetting(KEY, id);
