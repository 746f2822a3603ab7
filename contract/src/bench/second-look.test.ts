import { nothingAdded } from './added';
import type { Bench } from './bench';
import { unseenWork } from './second-look';

/** Minutes after the job was opened at which the server had it; not there yet without. */
const came = (minutes?: number) =>
  minutes === undefined ? {} : { receivedAt: new Date(Date.UTC(2026, 4, 4, 10, minutes)).toISOString() };
const by = (who: string, minutes?: number) => ({ by: who, ...came(minutes) });
const apprentice = (who: string, minutes?: number) => ({ ...by(who, minutes), apprentice: true });
const look = (row: object) => ({ procedure: 'second-look', ...row });
const bench = (more: object): Bench => ({ tests: [], readings: [], ...nothingAdded(), ...more }) as unknown as Bench;

test.each([
  ['nothing done', {}, undefined],
  ['a mechanic alone', { readings: [by('Tolv', 1)] }, undefined],
  ['an apprentice', { readings: [apprentice('Liv', 1)] }, { by: ['Liv'], tests: 0, readings: 1, others: 0 }],
  ['looked at since', { readings: [apprentice('Liv', 1)], signatures: [look(by('Tolv', 2))] }, undefined],
  [
    'more of it since',
    { readings: [apprentice('Liv', 1), apprentice('Liv', 3)], signatures: [look(by('Tolv', 2))] },
    { by: ['Liv'], tests: 0, readings: 1, others: 0 },
  ],
  [
    'an apprentice signs for nobody',
    { readings: [apprentice('Liv', 1)], signatures: [look(apprentice('Odd', 2))] },
    { by: ['Liv', 'Odd'], tests: 0, readings: 1, others: 1 },
  ],
  [
    'a procedure that was signed is no look',
    { tests: [apprentice('Liv', 1)], signatures: [{ procedure: 'compression', ...by('Tolv', 2) }] },
    { by: ['Liv'], tests: 1, readings: 0, others: 0 },
  ],
  [
    'not at the server yet: it came last',
    { readings: [apprentice('Liv')], signatures: [look(by('Tolv', 2))] },
    { by: ['Liv'], tests: 0, readings: 1, others: 0 },
  ],
  [
    'what was found and repaired counts, notes and ticks do not',
    {
      outcomes: [apprentice('Liv', 1)],
      repairs: [apprentice('Liv', 1)],
      notes: [apprentice('Liv', 1)],
      ticks: [apprentice('Liv', 1)],
    },
    { by: ['Liv'], tests: 0, readings: 0, others: 2 },
  ],
])('%s', (_, rows, unseen) => {
  expect(unseenWork(bench(rows))).toEqual(unseen);
});
