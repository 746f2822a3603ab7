module.exports = {
  preset: 'jest-expo',
  testTimeout: 60_000,
  // An outbox that waits for signal, and a clock that runs, would hold the process.
  forceExit: true,
  testMatch: ['<rootDir>/src/**/*.test.ts', '<rootDir>/src/**/*.test.tsx'],
  setupFiles: ['fake-indexeddb/auto'],
  setupFilesAfterEnv: ['<rootDir>/jest.setup.js'],
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    '^@react-native-vector-icons/material-design-icons$': '<rootDir>/src/ui/icon.tsx',
    '\\.woff2$': '<rootDir>/jest.asset.js',
  },
};
