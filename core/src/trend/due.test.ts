import { dayOfUse, dueAfter } from './due';

const at = (day: string) => Date.parse(`${day}T00:00:00Z`);
const day = (ms: number | undefined) => (ms === undefined ? undefined : new Date(ms).toISOString().slice(0, 10));

test.each<
  [Parameters<typeof dueAfter>[0], Parameters<typeof dueAfter>[1], string | undefined, number | undefined, string]
>([
  [{ everyMonths: 12 }, [{ at: at('2026-03-14') }], '2027-03-14', undefined, 'calendar'],
  [{ everyMonths: 1 }, [{ at: at('2026-01-31') }], '2026-02-28', undefined, 'calendar'],
  [{ everyUse: 100 }, [{ at: at('2026-03-14'), use: 412 }], undefined, 512, 'use'],
  [
    { everyUse: 100 },
    [
      { at: at('2026-01-01'), use: 400 },
      { at: at('2026-04-11'), use: 500 },
    ],
    '2026-07-20',
    600,
    'use',
  ],
  [
    { everyUse: 100, everyMonths: 2 },
    [
      { at: at('2026-04-11'), use: 500 },
      { at: at('2026-01-01'), use: 400 },
    ],
    '2026-06-11',
    600,
    'calendar',
  ],
])('%j after %j', (every, visits, on, atUse, by) => {
  const due = dueAfter(every, visits);
  expect([day(due?.on), due?.atUse, due?.by]).toEqual([on, atUse, by]);
});
test('nothing settled, or never here: nothing is due', () => {
  expect(dueAfter({}, [{ at: 0 }])).toBeUndefined();
  expect(dueAfter({ everyMonths: 6 }, [])).toBeUndefined();
  expect(dueAfter({ everyUse: 50 }, [{ at: 0 }])).toBeUndefined();
});
test('a meter that stands still gives no date', () => {
  expect(
    dueAfter({ everyUse: 50 }, [
      { at: 0, use: 7 },
      { at: at('1971-01-01'), use: 7 },
    ]),
  ).toEqual({ atUse: 57, by: 'use' });
});
test('a period that is none is refused', () => {
  expect(() => dueAfter({ everyMonths: 0 }, [{ at: 0 }])).toThrow(expect.objectContaining({ field: 'dueEveryMonths' }));
});

test('use is reached on a day if it is run as until now', () => {
  const day = 24 * 3600 * 1000;
  const visits = [{ at: 100 * day, use: 150 }, { at: 0, use: 50 }, { at: 120 * day }];
  expect(dayOfUse(30, visits)).toBe(130 * day);
  expect(dayOfUse(30, [{ at: 0, use: 50 }])).toBeUndefined();
});
