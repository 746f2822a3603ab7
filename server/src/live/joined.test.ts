import { brought, joinedPlaceOf, parseJoinedPlace, relayed } from './joined';

const HELLO = 'hello rugged-live 1 compression 1000 kPa pressure';

test('what a sensor sends is taken once, however often it sends it', () => {
  const first = brought(`${HELLO}\ns 0 1 2 3\n`, 0);
  expect(first).toMatchObject({ hello: HELLO, kind: 'compression', taken: 3, ended: false });
  expect(brought('s 0 1 2 3\ns 3 4', 3).lines).toEqual([{ from: 3, samples: 1, line: 's 3 4' }]);
  expect(brought('s 2 3 4\nend 4', 3)).toMatchObject({ taken: 4, ended: true });
});

test('a number that is missing, and a line that is none, are refused in words', () => {
  expect(() => brought('s 5 1', 3)).toThrow('the next one is number 3');
  expect(() => brought('s 3 1 x', 3)).toThrow('A sample is no figure');
  expect(() => brought('hello rugged-live 2 compression 1000 kPa pressure', 0)).toThrow('version 2');
});

test('a pad counts from where it began, and goes on where its signal went', () => {
  const lines = [
    { from: 40, line: 's 40 7 8' },
    { from: 42, line: 's 42 9' },
  ];
  const begun = relayed(lines, { base: 41, next: 41 });
  expect(begun.events.map(({ data }) => data)).toEqual(['s 0 8', 's 1 9']);
  const again = relayed([{ from: 43, line: 's 43 5' }], begun.place);
  expect(again.events).toEqual([{ id: 'j41-44', data: 's 2 5' }]);
  expect(parseJoinedPlace(joinedPlaceOf(again.place))).toEqual({ base: 41, next: 44 });
  expect(parseJoinedPlace('1700000000000-3')).toBeUndefined();
});
