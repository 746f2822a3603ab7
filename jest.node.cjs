/** Jest for the packages that run on plain Node: core, contract, server, cli, demo. */
module.exports = {
  testEnvironment: 'node',
  testMatch: ['<rootDir>/src/**/*.test.ts', '<rootDir>/test/**/*.test.ts'],
  transform: {
    '^.+\\.ts$': [
      '@swc/jest',
      {
        jsc: { target: 'es2022', parser: { syntax: 'typescript' }, transform: { useDefineForClassFields: true } },
        module: { type: 'commonjs' },
      },
    ],
  },
};
