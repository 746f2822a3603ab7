import type { TestRecordOf } from '@rugged/contract';
import { type Bench, latestOf, testsOfKind } from '@rugged/contract/bench';
import { type ConditionsOf, KINDS, type TestKind } from '@rugged/core';
import equal from 'fast-deep-equal';

const HOUR_MS = 3600 * 1000;

/**
 * Whether something typed or begun at `at` still belongs to the work at hand: later the engine has cooled, and the zero
 * has drifted.
 */
export const inSession = (kind: TestKind, at: number, now: number): boolean =>
  now - at < KINDS[kind].sessionHours * HOUR_MS;

/**
 * The latest test of a kind on this job, as long as it may be gone on with: the first after a repair is another one,
 * and so is the first of another day.
 */
export function testInHand<K extends TestKind>(bench: Bench, kind: K, now: number): TestRecordOf<K> | undefined {
  const [latest] = testsOfKind(bench.tests, kind);
  const repair = latestOf(bench.repairs);
  if (latest && repair && Date.parse(latest.startedAt) <= Date.parse(repair.madeAt)) return undefined;
  return latest && inSession(kind, Date.parse(latest.startedAt), now) ? latest : undefined;
}

/** Same conditions, whatever order their fields come in: the database has its own. */
export const sameConditions = <K extends TestKind>(a: ConditionsOf<K>, b: ConditionsOf<K>): boolean =>
  equal(plain(a), plain(b));

/** As it goes over the wire: what is undefined is not there. */
const plain = (value: object): unknown => JSON.parse(JSON.stringify(value));
