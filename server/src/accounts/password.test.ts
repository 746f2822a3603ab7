import type * as Cost from './password-cost';
import { hashPassword, NOBODY, verifyPassword } from './password';

test('a real password costs what it should to guess', () => {
  const { PASSWORD_COST } = jest.requireActual<typeof Cost>('./password-cost');
  const { N, r, p } = PASSWORD_COST;
  expect(128 * N * r).toBeGreaterThanOrEqual(32 * 1024 * 1024);
  expect(N * r * p).toBeGreaterThanOrEqual(2 ** 15 * 8 * 3);
});
test('a hash says its cost, and another cost is understood', async () => {
  const hash = await hashPassword('correct horse');
  expect(await verifyPassword('correct horse', hash)).toBe(true);
  expect(await verifyPassword('correct horsE', hash)).toBe(false);
  const [, , , , salt, key] = hash.split('$');
  expect(await verifyPassword('correct horse', ['scrypt', 512, 8, 1, salt, key].join('$'))).toBe(false);
});
test('the same word typed in two ways is the same password; nobody has one', async () => {
  const hash = await hashPassword('caf\u00e9');
  expect(await verifyPassword('cafe\u0301', hash)).toBe(true);
  expect(await verifyPassword('', NOBODY)).toBe(false);
});
