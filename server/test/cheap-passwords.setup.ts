/** Hundreds of people sign in in these tests: their passwords cost little. What a real one costs has a test. */
jest.mock('../src/accounts/password-cost', () => ({
  PASSWORD_COST: { N: 2 ** 8, r: 8, p: 1, maxmem: 64 * 1024 * 1024 },
}));
