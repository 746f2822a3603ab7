import type { Bench } from '@rugged/contract';
import { KINDS } from '@rugged/core';

/** A place of one job, by the last part of its address. */
export interface JobPlace {
  title: string;
  at: string;
}

/** Where one can go on a job of this engine, in the order of its doors. */
export function jobPlaces({ engine }: Pick<Bench, 'engine'>): JobPlace[] {
  const petrol = engine.fuel === 'petrol';
  return [
    { title: 'Findings', at: 'findings' },
    { title: 'Decide', at: 'decide' },
    { title: 'Pages', at: 'pages' },
    { title: 'Compression', at: 'compression' },
    { title: 'Leak-down', at: 'leakdown' },
    ...(KINDS.crankcase.suits(engine) ? [{ title: 'Crankcase', at: 'crankcase' }] : []),
    { title: 'Other gauges', at: 'other-gauges' },
    { title: 'Tests so far', at: 'tests' },
    { title: petrol ? 'Notes and plugs' : 'Notes', at: 'notes' },
    { title: 'Quick checks', at: 'steps?of=quick-checks' },
    ...(petrol && engine.cylinders.length > 1 ? [{ title: 'Leads', at: 'leads' }] : []),
    { title: 'All steps', at: 'steps' },
    { title: 'Teardown', at: 'teardown' },
    { title: 'Who changed what', at: 'history' },
  ];
}
