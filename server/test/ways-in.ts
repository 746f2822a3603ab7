import { randomUUID } from 'node:crypto';
import { type bench, NOW, reading } from './shop-in-test';

export type Ids = Awaited<ReturnType<typeof bench>>;
export type Write = readonly ['POST' | 'PATCH', () => string, () => unknown];

/** A good body of each way in, for the job of `ids`. */
export function writesOf(ids: Ids, versionOf: (path: string) => number = () => 1): readonly Write[] {
  const made = () => ({ id: randomUUID(), jobId: ids.job, madeAt: NOW });
  return [
    ['POST', () => 'owners', () => ({ id: randomUUID(), name: 'x', phone: '1', email: 'a@b.example', note: 'n' })],
    ['POST', () => 'machines', () => ({ id: randomUUID(), ownerId: ids.owner, name: 'm', serial: 's' })],
    [
      'POST',
      () => 'engines',
      () => ({
        id: randomUUID(),
        machineId: ids.machine,
        name: 'e',
        cycle: 'four-stroke',
        fuel: 'petrol',
        family: 'motorcycle',
        layout: 'inline',
        cylinders: ['1', '2'],
        boreMm: 60,
        strokeMm: 50,
        compressionRatio: 9,
        firingOrder: ['1', '2'],
      }),
    ],
    [
      'POST',
      () => 'books',
      () => ({
        id: randomUUID(),
        engineId: ids.engine,
        source: 'b',
        compression: { unit: 'psi', min: 100, max: 150 },
        crankcase: { unit: 'psi', pressure: 5, maximum: 8, holdSeconds: 180, maxDrop: 1 },
      }),
    ],
    [
      'POST',
      () => 'jobs',
      () => ({
        id: randomUUID(),
        engineId: ids.engine,
        complaint: 'c',
        site: { altitudeM: 200 },
        openedAt: NOW,
        meter: 12,
        symptoms: ['knocks'],
        houseRules: { leakSupplyKPa: 500 },
      }),
    ],
    [
      'POST',
      () => 'tests',
      () => ({
        id: randomUUID(),
        jobId: ids.job,
        kind: 'crankcase',
        conditions: { mode: 'pressure', unit: 'psi', case: '1' },
        startedAt: NOW,
      }),
    ],
    ['POST', () => 'readings', () => reading(ids.test)],
    ['POST', () => 'notes', () => ({ ...made(), about: 'plug', plug: 'oily', cylinder: '1', text: 't' })],
    ['POST', () => 'ticks', () => ({ ...made(), procedure: 'compression', step: 's', mark: 'done' })],
    ['POST', () => 'signatures', () => ({ ...made(), procedure: 'compression' })],
    ['POST', () => 'overrules', () => ({ ...made(), cylinder: '1', state: 'sound', reason: 'seen with the head off' })],
    ['POST', () => 'outcomes', () => ({ ...made(), cylinder: '1', found: 'piston-damage' })],
    ['POST', () => 'repairs', () => ({ ...made(), what: 'w', hours: 1, partsCost: 3, meter: 5 })],
    [
      'POST',
      () => 'decisions',
      () => ({
        ...made(),
        input: { labourRatePerHour: 60, valueRunning: 900, valueAsIs: 80, options: [{ name: 'o', partsLikely: 3 }] },
      }),
    ],
    ['POST', () => 'answers', () => ({ ...made(), answer: 'agreed', through: 'shop' })],
    ['POST', () => 'page-links', () => ({ id: randomUUID(), pageId: randomUUID(), days: 7 })],
    ['POST', () => 'testers', () => ({ id: randomUUID(), kind: 'compression', name: 't', tester: { unit: 'psi' } })],
    [
      'POST',
      () => 'practice',
      () => ({
        id: randomUUID(),
        name: '4-dune-kite',
        madeAt: NOW,
        total: 71,
        right: true,
        skills: ['reading', 'wet'],
        said: { p: 0.8, right: true },
      }),
    ],
    ['POST', () => 'sensors', () => ({ kind: 'compression' })],
    ['POST', () => 'photos', () => ({ ...made(), mime: 'image/png', data: 'iVBORw0KGgo=' })],
    ['POST', () => 'session', () => ({ email: `${randomUUID()}@b.example`, password: 'p' })],
    [
      'PATCH',
      () => `jobs/${ids.job}`,
      () => ({ version: versionOf(`jobs/${ids.job}`), complaint: 'c', houseRules: { leakSupplyKPa: 500 } }),
    ],
    [
      'PATCH',
      () => `engines/${ids.engine}`,
      () => ({ version: versionOf(`engines/${ids.engine}`), boreMm: 70, cylinders: ['1', '2', '3', '4'] }),
    ],
    [
      'PATCH',
      () => `books/${ids.book}`,
      () => ({ version: versionOf(`books/${ids.book}`), source: 's', compression: { unit: 'psi', min: 1 } }),
    ],
    [
      'PATCH',
      () => 'shop',
      () => ({ version: versionOf('shop'), name: 'n', houseRules: { leakSupplyKPa: 500 }, site: {} }),
    ],
  ];
}

export const READS: readonly string[] = [
  'jobs?status=open&search=q&limit=5&before=9',
  'jobs/changes?since=2026-05-04T10:00:00Z',
  'jobs/ID',
  'jobs/ID/judgement',
  'jobs/ID/job-file',
  'jobs/ID/page-links',
  'engines?search=q&after=x&limit=5',
  'engines/ID',
  'engines/ID/read-here',
  'books?search=q&after=x',
  'photos/ID',
  'pages/ID/page.pdf',
  'dates',
  'outcomes/track',
  'practice',
  'practice/people',
  'session',
  'history?jobId=ID&limit=3&before=9',
  'history/table.csv?jobId=ID',
  'owners/ID',
  'owners/ID/archive.zip',
  'dates/feed',
  'dates/calendar.ics',
  'live?kind=compression&jobId=ID&cylinder=1&take=1',
  'sensors/ID/live?after=j1-2',
];
