const base = require('../jest.node.cjs');

// The database script is an ES module: dynamic imports stay as they are.
const [[pattern, [runner, options]]] = Object.entries(base.transform);
module.exports = {
  ...base,
  transform: { [pattern]: [runner, { ...options, module: { type: 'commonjs', ignoreDynamic: true } }] },
  setupFilesAfterEnv: [...base.setupFilesAfterEnv, '<rootDir>/test/cheap-passwords.setup.ts'],
  globalSetup: '<rootDir>/test/global-setup.ts',
  globalTeardown: '<rootDir>/test/global-teardown.ts',
  testTimeout: 60_000,
  // What takes minutes, or a program that nothing else needs, is in npm run test:long.
  testPathIgnorePatterns: process.env.LONG ? ['/node_modules/'] : ['/node_modules/', '/test/long/'],
};
