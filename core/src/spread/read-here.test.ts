import { readHere } from './read-here';

test('fewer than five engines are no distribution', () => {
  expect(readHere([[900], [910], [920], [930]])).toBeUndefined();
  expect(readHere([[900], [910], [920], [930], []])).toBeUndefined();
});
test('each engine counts once, however many cylinders it has', () => {
  const here = readHere([[900], [910], [920], [930], [940, 100, 940, 940, 940, 940]]);
  expect(here).toEqual({ engines: 5, fromKPa: 904, medianKPa: 920, toKPa: 936 });
});
