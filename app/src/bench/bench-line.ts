import type { Bench } from '@rugged/contract';
import { meterInWords } from './meter-words';

/** `Job 412 · Wil Tarn · hard start · 640 h` */
export function benchLine({ job, owner, engine }: Bench): string {
  return [
    job.number === undefined ? 'New job' : `Job ${job.number}`,
    owner.name,
    job.complaint,
    ...(job.meter === undefined ? [] : [meterInWords(job.meter, engine.meterUnit)]),
  ].join(' · ');
}
