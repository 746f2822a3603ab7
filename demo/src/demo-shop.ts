import type { Role } from '@rugged/contract/people';
import type {
  BookRecord,
  EngineRecord,
  JobRecord,
  Machine,
  Overrule,
  Owner,
  ReadingRecord,
  Shop,
  TesterRecord,
  TestRecord,
} from '@rugged/contract';
import { FLEET, type FleetItem, OWNERS } from './fleet';
import { HIDDEN } from './hidden';
import { type DemoJob, JOBS } from './jobs';
import { stableId } from './stable-id';
import { CART_TESTER, TESTERS } from './testers';
import type { Virtual } from '@rugged/core';

export const DEMO_EMAIL = 'ines@tidewrack.example';
export const DEMO_PASSWORD = 'low tide';

const DAY_MS = 24 * 3600 * 1000;

type ByPerson<T, K extends string> = T & Record<K, string>;

export interface DemoShop {
  shop: Shop;
  nextJobNumber: number;
  people: { id: string; name: string; email: string; role: Role }[];
  testers: TesterRecord[];
  owners: Owner[];
  machines: Machine[];
  engines: (EngineRecord & { hidden?: Virtual })[];
  books: BookRecord[];
  jobs: ByPerson<JobRecord, 'openedBy'>[];
  tests: ByPerson<TestRecord, 'startedBy'>[];
  readings: ByPerson<ReadingRecord, 'takenBy'>[];
  overrules: ByPerson<Overrule, 'madeBy'>[];
}

/**
 * The Tidewrack Repair Cooperative as rows, its jobs dated back from `now`.
 *
 * @param which of several that are alike: from the second on the addresses of its people carry its number
 */
export function demoShop(now: Date, which = 1): DemoShop {
  const people: DemoShop['people'] = [
    { id: stableId('person/ines'), name: 'Ines Varr', email: DEMO_EMAIL, role: 'owner' },
    { id: stableId('person/tolv'), name: 'Tolv Harn', email: 'tolv@tidewrack.example', role: 'mechanic' },
    { id: stableId('person/sunniva'), name: 'Sunniva Keld', email: 'sunniva@tidewrack.example', role: 'apprentice' },
    { id: stableId('person/brede'), name: 'Brede Osk', email: 'brede@tidewrack.example', role: 'office' },
    { id: stableId('person/marit'), name: 'Marit Lysne', email: 'marit@tidewrack.example', role: 'reader' },
  ];
  if (which > 1) for (const person of people) person.email = person.email.replace('@', `${which}@`);
  const ines = stableId('person/ines');
  const jobs = JOBS.map((job) => jobRows(job, now, ines));
  return {
    shop: {
      id: stableId(which === 1 ? 'shop' : `shop/${which}`),
      name: 'Tidewrack Repair Cooperative',
      reach: 'Old Slipway 4, Skerrow · 0555 0142',
      unit: 'psi',
      site: { altitudeM: 0 },
      houseRules: {},
      prices: { currency: 'EUR' },
      version: 1,
    },
    testers: TESTERS,
    nextJobNumber: Math.max(...JOBS.map((job) => job.number)) + 1,
    people,
    owners: Object.entries(OWNERS).map(([name, rest]) => ({
      id: stableId(`owner/${name}`),
      name,
      ...rest,
      version: 1,
    })),
    machines: FLEET.map((item) => ({
      id: stableId(`machine/${item.key}`),
      ownerId: stableId(`owner/${item.owner}`),
      name: item.machine,
      version: 1,
    })),
    engines: FLEET.map(engineRow),
    books: FLEET.flatMap(bookRows),
    jobs: jobs.map(({ job }) => job),
    tests: jobs.flatMap(({ tests }) => tests),
    readings: jobs.flatMap(({ readings }) => readings),
    overrules: jobs.flatMap(({ overrules }) => overrules),
  };
}

function engineRow({ key, name, engine, model, books }: FleetItem): EngineRecord & { hidden?: Virtual } {
  const hidden = HIDDEN[key];
  return {
    id: stableId(`engine/${key}`),
    machineId: stableId(`machine/${key}`),
    name,
    ...(model === undefined ? {} : { model }),
    ...engine,
    bookIds: books.map((_, i) => stableId(`book/${key}/${i}`)),
    ...(hidden ? { hidden } : {}),
    version: 1,
  };
}

function bookRows({ key, books }: FleetItem): BookRecord[] {
  return books.map((book, i) => ({ id: stableId(`book/${key}/${i}`), ...book, version: 1 }));
}

function jobRows(demo: DemoJob, now: Date, by: string) {
  const opened = now.getTime() - demo.daysAgo * DAY_MS;
  const at = (minutes: number) => new Date(opened + minutes * 60_000).toISOString();
  const id = stableId(`job/${demo.number}`);
  const { number, complaint, alreadyDone, symptoms, meter, purpose } = demo;
  const job: ByPerson<JobRecord, 'openedBy'> = {
    id,
    number,
    complaint,
    engineId: stableId(`engine/${demo.fleet}`),
    site: { altitudeM: demo.altitudeM ?? 0 },
    houseRules: {},
    status: demo.closed ? 'closed' : 'open',
    openedAt: at(0),
    openedBy: by,
    version: 1,
    ...(alreadyDone === undefined ? {} : { alreadyDone }),
    ...(symptoms === undefined ? {} : { symptoms }),
    ...(meter === undefined ? {} : { meter }),
    ...(purpose === undefined ? {} : { purpose }),
    ...(demo.closed ? { closedAt: at(180) } : {}),
  };
  const tests = demo.tests.map(({ conditions }, t): ByPerson<TestRecord, 'startedBy'> => ({
    id: stableId(`test/${number}/${t}`),
    jobId: id,
    kind: 'compression',
    conditions: { ...conditions, tester: conditions.tester ?? CART_TESTER },
    startedAt: at(20 + 40 * t),
    startedBy: by,
  }));
  const readings = demo.tests.flatMap((test, t) =>
    test.readings.map(([cylinder, strokes, peak, oilMl], r): ByPerson<ReadingRecord, 'takenBy'> => ({
      id: stableId(`reading/${number}/${t}/${r}`),
      testId: stableId(`test/${number}/${t}`),
      kind: 'compression',
      figures: { cylinder, unit: 'psi', peak, strokes, ...(oilMl === undefined ? {} : { wet: true, oilMl }) },
      takenAt: at(22 + 40 * t + 3 * r),
      takenBy: by,
    })),
  );
  const others = (demo.others ?? []).map(
    ({ kind, conditions }, t) =>
      ({
        id: stableId(`other/${number}/${t}`),
        jobId: id,
        kind,
        conditions,
        startedAt: at(60 + 20 * t),
        startedBy: by,
      }) as ByPerson<TestRecord, 'startedBy'>,
  );
  const figures = (demo.others ?? []).flatMap(({ kind, figures: all }, t) =>
    all.map(
      (one, r) =>
        ({
          id: stableId(`figures/${number}/${t}/${r}`),
          testId: stableId(`other/${number}/${t}`),
          kind,
          figures: one,
          takenAt: at(62 + 20 * t + 3 * r),
          takenBy: by,
        }) as ByPerson<ReadingRecord, 'takenBy'>,
    ),
  );
  const overrules = demo.overrule
    ? [{ id: stableId(`overrule/${number}`), jobId: id, ...demo.overrule, madeAt: at(120), madeBy: by }]
    : [];
  return { job, tests: [...tests, ...others], readings: [...readings, ...figures], overrules };
}
