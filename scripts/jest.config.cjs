module.exports = {
  ...require('../jest.node.cjs'),
  // What takes minutes is in npm run test:long.
  testPathIgnorePatterns: process.env.LONG ? ['/node_modules/'] : ['/node_modules/', '/long/'],
};
