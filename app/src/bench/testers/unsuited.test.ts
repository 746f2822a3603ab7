import type { Bench, TesterRecord } from '@rugged/contract';
import { dayOf, unsuitedFor } from './unsuited';

const bench = (engine: object, books: object[] = []) =>
  ({
    engine: { cylinders: ['1'], cycle: 'four-stroke', fuel: 'petrol', family: 'motorcycle', ...engine },
    books,
    houseRules: {},
    job: { site: {} },
  }) as unknown as Bench;
const tester = (change: Partial<TesterRecord> = {}): TesterRecord => ({
  id: 't',
  kind: 'compression',
  name: 'Cart',
  tester: { unit: 'psi', fullScale: 300, valveAtEngineEnd: true },
  adapters: [],
  oRingCheckedOn: '2026-05-20',
  usual: true,
  retired: false,
  version: 1,
  ...change,
});
const now = new Date(2026, 5, 1, 12);
const found = (of: Bench, record: TesterRecord) => unsuitedFor(of, record, now).map(({ unsuited }) => unsuited);

test('the book of the engine says what the gauge must reach', () => {
  expect(found(bench({}), tester())).toEqual([]);
  expect(found(bench({ fuel: 'diesel' }, [{ compression: { unit: 'psi', min: 330, max: 450 } }]), tester())).toEqual([
    'range-too-small',
  ]);
});
test('the chamber of the engine says what a hose does to it', () => {
  const hose = tester({ tester: { unit: 'psi', fullScale: 300, valveAtEngineEnd: false, hoseVolumeCm3: 14 } });
  expect(unsuitedFor(bench({ boreMm: 40, strokeMm: 32, compressionRatio: 9 }), hose, now)).toEqual([
    expect.objectContaining({ unsuited: 'valve-at-gauge', severity: 'stop' }),
  ]);
  expect(unsuitedFor(bench({ boreMm: 110, strokeMm: 100, compressionRatio: 7 }), hose, now)).toEqual([
    expect.objectContaining({ severity: 'caution' }),
  ]);
});
test('a leak-down tester is held against the air the shop feeds in', () => {
  expect(found(bench({}), tester({ kind: 'leakdown', tester: { unit: 'psi', fullScale: 60 } }))).toEqual([
    'range-too-small',
  ]);
});
test('the day is the one where the person is', () => expect(dayOf(new Date(2026, 0, 5, 23, 59))).toBe('2026-01-05'));
