import type { DueDate } from '@rugged/contract';
import { dayAlone } from '@/ui/format';
import { meterInWords } from './meter-words';

/** `by 4 May 2027, at 512 h`: as far as it is known. */
export const dueWords = ({ on, atUse, meterUnit, by }: Pick<DueDate, 'on' | 'atUse' | 'meterUnit' | 'by'>): string =>
  [
    ...(on === undefined ? [] : [`${by === 'use' ? 'about' : 'by'} ${dayAlone(on)}`]),
    ...(atUse === undefined ? [] : [`at ${meterInWords(atUse, meterUnit)}`]),
  ].join(', ');
