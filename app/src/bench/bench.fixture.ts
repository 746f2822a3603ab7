import type { ReadingRecordOf, TestRecordOf } from '@rugged/contract';
import { type Bench, nothingAdded } from '@rugged/contract/bench';
import type { ConditionsOf, FiguresOf, TestKind } from '@rugged/core';

const AT = '2026-05-04T10:00:00.000Z';

/** A bench as the server sends one, with every field that it sets. For tests. */
export const aBench = ({
  engine,
  job,
  ...more
}: Partial<Omit<Bench, 'engine' | 'job'>> & {
  engine?: Partial<Bench['engine']>;
  job?: Partial<Bench['job']>;
} = {}): Bench => ({
  job: {
    id: 'j',
    number: 431,
    engineId: 'e',
    complaint: 'hard start',
    site: {},
    houseRules: {},
    status: 'open',
    openedAt: AT,
    version: 3,
    ...job,
  },
  owner: { id: 'o', name: 'Wil Tarn', version: 1 },
  machine: { id: 'm', ownerId: 'o', name: 'Skiff', version: 1 },
  engine: {
    id: 'e',
    machineId: 'm',
    name: 'Orrin 20',
    version: 2,
    simulated: true,
    cycle: 'two-stroke',
    fuel: 'petrol',
    family: 'outboard',
    cylinders: ['1', '2'],
    ...engine,
  },
  books: [],
  tests: [],
  readings: [],
  ...nothingAdded(),
  ...more,
});

/** A test as the server sends it. */
export const aTest = <K extends TestKind>(
  kind: K,
  conditions: ConditionsOf<K>,
  more: { id?: string; startedAt?: string } = {},
): TestRecordOf<K> => ({ id: 't', jobId: 'j', kind, conditions, startedAt: AT, by: 'Ines Varr', ...more });

export const aReading = <K extends TestKind>(
  kind: K,
  figures: FiguresOf<K>,
  more: { id?: string; testId?: string; takenAt?: string; supersedes?: string; withdrawn?: boolean } = {},
): ReadingRecordOf<K> => ({ id: JSON.stringify(figures), testId: 't', kind, figures, takenAt: AT, ...more });
