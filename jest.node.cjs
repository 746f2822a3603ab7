/** Jest for the packages that run on plain Node: core, contract, server, cli, demo. */
module.exports = {
  testEnvironment: 'node',
  // Jest looks every global up through its sandbox: what the computation asks for all the time is handed in.
  sandboxInjectedGlobals: ['Math', 'Number', 'Array', 'Object', 'Map', 'Set', 'Float64Array'],
  setupFilesAfterEnv: [require.resolve('./jest.runs.cjs')],
  testMatch: ['<rootDir>/src/**/*.test.ts', '<rootDir>/test/**/*.test.ts'],
  transform: {
    '^.+\\.m?[jt]s$': [
      '@swc/jest',
      {
        jsc: { target: 'es2022', parser: { syntax: 'typescript' }, transform: { useDefineForClassFields: true } },
        module: { type: 'commonjs' },
      },
    ],
  },
};
