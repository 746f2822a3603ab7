const preset = require('jest-expo/jest-preset');

// What Babel's preset would write into the code.
process.env.EXPO_OS ??= 'ios';

const swc = (parser) => [
  '@swc/jest',
  {
    jsc: { target: 'es2022', parser, transform: { react: { runtime: 'automatic' }, useDefineForClassFields: true } },
    module: { type: 'commonjs' },
  },
];

module.exports = {
  preset: 'jest-expo',
  // As for the packages on plain Node: the computation asks for these all the time.
  sandboxInjectedGlobals: require('../jest.node.cjs').sandboxInjectedGlobals,
  // React Native itself is written in Flow, which only Babel reads; all else goes through what takes a tenth of the time.
  transform: {
    '/node_modules/(react-native|@react-native)/.+\\.[jt]sx?$': preset.transform['\\.[jt]sx?$'],
    '\\.tsx?$': swc({ syntax: 'typescript', tsx: true }),
    '\\.jsx?$': swc({ syntax: 'ecmascript', jsx: true }),
    ...preset.transform,
  },
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
