import type { Level, Marks, Skill } from '@rugged/core/practice';
import { readDraft, writeDraft } from '@/data/draft';

/** What somebody did with a case, as this device keeps it. */
export interface Result {
  name: string;
  level: Level;
  at: string;
  total: number;
  right: boolean;
  skills: readonly Skill[];
  said: Marks['said'];
}

const keyOf = (personId: string) => `practice.results.${personId}`;
export const resultsOf = (personId: string): Result[] => readDraft<Result[]>(keyOf(personId)) ?? [];
export const keepResult = (personId: string, result: Result): void =>
  writeDraft(keyOf(personId), [...resultsOf(personId), result].slice(-MOST));
const MOST = 1000;

/** The first time with a case says what somebody can do; after that they know what is in it. */
export const firstTimes = (results: readonly Result[]): Result[] =>
  results.filter(({ name }, i) => results.findIndex((one) => one.name === name) === i);

/** From here on the next level opens. */
export const PASSED = 60;

/** The best of each level. */
export function bestOf(results: readonly Result[]): ReadonlyMap<Level, number> {
  const best = new Map<Level, number>();
  for (const { level, total } of results) best.set(level, Math.max(total, best.get(level) ?? 0));
  return best;
}

/** Each skill by the last ten cases that asked for it. */
export function skillsOf(results: readonly Result[]): { skill: Skill; mean: number; times: number }[] {
  const skills = [...new Set(results.flatMap((one) => one.skills))];
  return skills.map((skill) => {
    const last = results.filter((one) => one.skills.includes(skill)).slice(-LAST);
    return {
      skill,
      times: last.length,
      mean: Math.round(last.reduce((sum, { total }) => sum + total, 0) / last.length),
    };
  });
}
const LAST = 10;

/** How often somebody was right when they were about so sure. Fewer than three times say nothing. */
export function calibration(results: readonly Result[]): { said: number; right: number; times: number }[] {
  return [0.55, 0.7, 0.85, 0.97].flatMap((middle, i, all) => {
    const from = i === 0 ? 0 : ((all[i - 1] as number) + middle) / 2;
    const to = i === all.length - 1 ? 1.01 : (middle + (all[i + 1] as number)) / 2;
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
