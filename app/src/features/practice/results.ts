import { PRACTICE_PASSED, type PracticeResult } from '@rugged/contract';
import type { Level, Skill } from '@rugged/core/practice';
import { NoSignal, Refused, request } from '@/data/api';
import { readDraft, writeDraft } from '@/data/draft';
import { LEVEL_ORDER } from './words';

/** What somebody did with a case, as this device keeps it. */
export interface Result extends PracticeResult {
  /** The server has it. */
  sent?: true;
  /** The server does not want it as it is: it stays here, and is not asked about again. */
  refused?: true;
}

const keyOf = (personId: string) => `practice.results.${personId}`;
export const resultsOf = (personId: string): Result[] => readDraft<Result[]>(keyOf(personId)) ?? [];
const keep = (personId: string, results: readonly Result[]): void => writeDraft(keyOf(personId), results.slice(-MOST));
const MOST = 1000;

export function keepResult(personId: string, result: Result): void {
  keep(personId, [...resultsOf(personId), result]);
  void sendResults(personId);
}

/** What is answered so will not be answered otherwise the next time. */
const FOR_GOOD = new Set([409, 422]);

/** Sends what waits, once each: the server knows what it has by its id. What it refuses stays here. */
async function sendResults(personId: string): Promise<void> {
  for (const { sent, refused, ...result } of resultsOf(personId)) {
    if (sent || refused) continue;
    let mark: Pick<Result, 'sent' | 'refused'> = { sent: true };
    try {
      await request('POST', '/practice', result);
    } catch (error) {
      if (error instanceof NoSignal) return;
      if (!(error instanceof Refused && FOR_GOOD.has(error.problem.status))) continue;
      mark = { refused: true };
    }
    keep(
      personId,
      resultsOf(personId).map((one) => (one.id === result.id ? { ...one, ...mark } : one)),
    );
  }
}

/** Sends what waits and brings what was done on other devices. Without signal it is what this device has. */
export async function gatherResults(personId: string): Promise<Result[]> {
  await sendResults(personId);
  try {
    const { items } = await request<{ items: PracticeResult[] }>('GET', '/practice');
    const there = new Map(items.map((one): [string, Result] => [one.id, { ...one, sent: true }]));
    const all = [...there.values(), ...resultsOf(personId).filter(({ id }) => !there.has(id))];
    keep(
      personId,
      all.sort((a, b) => a.madeAt.localeCompare(b.madeAt)),
    );
  } catch {
    // It is all here still.
  }
  return resultsOf(personId);
}

/** The first time with a case says what somebody can do; after that they know what is in it. */
export const firstTimes = (results: readonly Result[]): Result[] =>
  results.filter(({ name }, i) => results.findIndex((one) => one.name === name) === i);

/** From here on the next level opens. */
export const PASSED = PRACTICE_PASSED;

/** The level that a case's name says. */
const levelOf = (name: string): Level => LEVEL_ORDER[Number(name.split('-')[0]) - 1] ?? 'gauge';

/** The best of each level. */
export function bestOf(results: readonly Result[]): ReadonlyMap<Level, number> {
  const best = new Map<Level, number>();
  for (const { name, total } of results) best.set(levelOf(name), Math.max(total, best.get(levelOf(name)) ?? 0));
  return best;
}

/** Each skill by the last ten cases that asked for it. */
export function skillsOf(results: readonly Result[]): { skill: Skill; mean: number; totals: number[] }[] {
  const skills = [...new Set(results.flatMap((one) => one.skills))] as Skill[];
  return skills.map((skill) => {
    const last = results.filter((one) => one.skills.includes(skill)).slice(-LAST);
    return {
      skill,
      totals: last.map(({ total }) => total),
      mean: Math.round(last.reduce((sum, { total }) => sum + total, 0) / last.length),
    };
  });
}
const LAST = 10;

/** How often somebody was right when they were about so sure. Fewer than three times say nothing. */
export function calibration(results: readonly Result[]): { said: number; right: number; times: number }[] {
  return SURENESS.flatMap((middle, i) => {
    const from = i === 0 ? 0 : ((SURENESS[i - 1] as number) + middle) / 2;
    const to = i === SURENESS.length - 1 ? 1.01 : (middle + (SURENESS[i + 1] as number)) / 2;
    const here = results.filter(({ said }) => said.p >= from && said.p < to);
    if (here.length < 3) return [];
    return [
      {
        said: Math.round((100 * here.reduce((sum, one) => sum + one.said.p, 0)) / here.length),
        right: Math.round((100 * here.filter((one) => one.said.right).length) / here.length),
        times: here.length,
      },
    ];
  });
}
/** About how sure people are when they say it. */
const SURENESS = [0.55, 0.7, 0.85, 0.97];
