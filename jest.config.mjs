/** Unit tests of the core, the command line and the server; browser tests are Playwright’s. */
export default {
  testEnvironment: 'node',
  testMatch: ['<rootDir>/packages/*/test/**/*.test.ts', '<rootDir>/demo/test/**/*.test.ts'],
  extensionsToTreatAsEsm: ['.ts'],
  transform: {
    '^.+\\.tsx?$': ['@swc/jest', { jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022' }, module: { type: 'es6' } }],
  },
  transformIgnorePatterns: ['/node_modules/'],
  testTimeout: 60_000,
  // Both processors: each test file is a process of its own.
  maxWorkers: 2,
}
