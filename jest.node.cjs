/** Jest for the packages that run on plain Node: core, contract, server, cli, demo. */
module.exports = {
  testEnvironment: 'node',
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
