import type { Bench } from '@rugged/contract';

/** `Job 412 · Wil Tarn · hard start · 640 h` */
export function benchLine({ job, owner }: Bench): string {
  return [
    job.number === undefined ? 'New job' : `Job ${job.number}`,
    owner.name,
    job.complaint,
    ...(job.hours === undefined ? [] : [`${job.hours.toLocaleString()} h`]),
  ].join(' · ');
}
