import { answerOf, isWhole, NO_THOUGHT, type Thought } from './thought';
import type { Worked } from './use-practice';

const worked = (asks: 'state' | 'job') =>
  ({
    of: { rule: { asks } },
    places: [
      { place: '1', findings: ['sound', 'rings-or-bore'] },
      { place: '2', findings: ['sound', 'rings-or-bore'] },
    ],
  }) as unknown as Worked;
const thought: Thought = { said: { '2': { finding: 'rings-or-bore', p: 0.7 } } };

test('what nobody spoke of is said to be sound; how sure somebody is goes along', () => {
  expect(answerOf(worked('state'), thought)).toEqual({ claims: { '1': { sound: 1 }, '2': { 'rings-or-bore': 0.7 } } });
  expect(answerOf(worked('job'), { ...thought, job: 'Leave it' }).job).toBe('Leave it');
});

test('it is whole once something was said, and the job chosen where the level asks for one', () => {
  expect(isWhole(worked('state'), NO_THOUGHT, undefined)).toBe(false);
  expect(isWhole(worked('state'), thought, undefined)).toBe(true);
  expect(isWhole(worked('job'), thought, undefined)).toBe(false);
  const chosen: Thought = { ...thought, job: 'New rings' };
  const bill = { likely: 100, bad: 200 };
  expect(isWhole(worked('job'), chosen, bill)).toBe(false);
  expect(isWhole(worked('job'), { ...chosen, owner: { sure: 'likely', untested: [] } }, undefined)).toBe(true);
  // What costs something is told.
  expect(isWhole(worked('job'), { ...chosen, owner: { sure: 'likely', untested: [] } }, bill)).toBe(false);
  expect(isWhole(worked('job'), { ...chosen, owner: { sure: 'likely', untested: [], bill: 'both' } }, bill)).toBe(true);
});
