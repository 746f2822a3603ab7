import { type Bench, nothingAdded, toJobFile } from '@rugged/contract/bench';
import { judge, type KindName, KINDS_OF_ENGINE, type Purpose, report } from '@rugged/core';
import type { PageFacts } from '../src';

export const NOW = '2026-05-04T10:00:00.000Z';
export const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;

/** A machine with one reading a cylinder, and what oil and air said where somebody asked. */
export function benchOf(
  kind: KindName,
  peaks: readonly number[],
  more: { lost?: readonly number[]; purpose?: Purpose; words?: string } = {},
): Bench {
  const { cylinders, sweptCm3, boreToStroke, compressionRatio, ...built } = KINDS_OF_ENGINE[kind];
  const ids = Array.from({ length: cylinders }, (_, i) => `${i + 1}`);
  const tester = {
    unit: 'psi' as const,
    fullScale: built.fuel === 'diesel' ? 1000 : 300,
    division: 2,
    name: 'Cart gauge',
  };
  const test = { jobId: id(1), startedAt: NOW };
  return {
    ...nothingAdded(),
    job: {
      id: id(1),
      number: 412,
      engineId: id(2),
      complaint: more.words ?? 'Hard to start.',
      site: {},
      houseRules: {},
      status: 'open',
      openedAt: NOW,
      version: 1,
      ...(more.purpose ? { purpose: more.purpose } : {}),
    },
    owner: { id: id(3), name: 'Wil Tarn', version: 1 },
    machine: { id: id(4), ownerId: id(3), name: 'the skiff', version: 1 },
    engine: { ...built, kind, id: id(2), machineId: id(4), name: 'Orrin 20', cylinders: ids, bookIds: [], version: 1 },
    books: [],
    tests: [
      { ...test, id: id(5), kind: 'compression', conditions: { engineTemperature: 'warm', throttle: 'open', tester } },
      ...(more.lost
        ? [
            {
              ...test,
              id: id(6),
              kind: 'leakdown' as const,
              conditions: { engineTemperature: 'warm' as const, tester: { ...tester, fullScale: 100, orificeMm: 1 } },
            },
          ]
        : []),
    ],
    readings: [
      ...ids.map((cylinder, i) => ({
        id: id(20 + i),
        testId: id(5),
        kind: 'compression' as const,
        figures: { cylinder, unit: 'psi' as const, peak: peaks[i % peaks.length] ?? 0 },
        takenAt: NOW,
      })),
      ...(more.lost
        ? ids.map((cylinder, i) => ({
            id: id(60 + i),
            testId: id(6),
            kind: 'leakdown' as const,
            figures: { cylinder, unit: 'psi', supply: 80, percent: more.lost?.[i % (more.lost?.length ?? 1)] ?? 0 },
            takenAt: NOW,
          }))
        : []),
    ],
  } as unknown as Bench;
}

export function factsOf(bench: Bench, more: Partial<PageFacts> = {}): PageFacts {
  const told = report(judge(toJobFile(bench)), 'psi');
  return {
    bench,
    report: told,
    shop: { name: 'Tidewrack' },
    unit: 'psi',
    now: new Date(NOW),
    readers: ['Ines Varr'],
    photos: [],
    ...more,
  };
}
