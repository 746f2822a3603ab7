import type { Bench, EngineListItem } from '@rugged/contract';
import { jobPlaces } from '@/bench/job-places';

/** Where one can go, with a word on what is there. */
export interface Target {
  group: 'On this job' | 'Places' | 'Jobs' | 'Engines';
  title: string;
  word?: string;
  href: string;
}

const PLACES: readonly Target[] = [
  { group: 'Places', title: 'New job', href: '/new-job' },
  { group: 'Places', title: 'Bay', href: '/' },
  { group: 'Places', title: 'Engines', href: '/engines' },
  { group: 'Places', title: 'Books', href: '/library' },
  { group: 'Places', title: 'Testers', href: '/testers' },
  { group: 'Places', title: 'House rules', href: '/house-rules' },
  { group: 'Places', title: 'Prices', href: '/prices' },
  { group: 'Places', title: 'Shop', href: '/shop' },
  { group: 'Places', title: 'Kept on this device', href: '/outbox' },
];

/** Every word that was typed begins a word of the title. */
const begins = (title: string, typed: string) => {
  const words = title.toLowerCase().split(/[\s-]+/);
  return typed.split(/\s+/).every((part) => words.some((word) => word.startsWith(part)));
};

interface Found {
  benches: readonly Bench[];
  engines: readonly EngineListItem[];
}

/** What is offered for what was typed, the nearest first: on this job, places, jobs, engines. */
export function targetsFor(words: string, here: Bench | undefined, { benches, engines }: Found): Target[] {
  const typed = words.trim().toLowerCase();
  const onJob: Target[] = here
    ? [{ title: 'Bench', at: '' }, ...jobPlaces(here)].map(({ title, at }) => ({
        group: 'On this job',
        title,
        href: `/jobs/${here.job.id}${at && `/${at}`}`,
      }))
    : [];
  const jobs = benches.map(({ job, engine, owner }): Target => ({
    group: 'Jobs',
    title: `${job.number ?? 'New'} · ${engine.name}`,
    word: `${owner.name} · ${job.complaint}`,
    href: `/jobs/${job.id}`,
  }));
  const known = engines.map(({ engine, machine, owner }): Target => ({
    group: 'Engines',
    title: engine.name,
    word: `${machine.name} · ${owner.name}`,
    href: `/engines/${engine.id}`,
  }));
  return [...[...onJob, ...PLACES].filter(({ title }) => typed === '' || begins(title, typed)), ...jobs, ...known];
}
