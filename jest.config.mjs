/** Unit tests of the core, the command line, the server and the logic of the application; browser tests are Playwright’s. */
export default {
  testMatch: ['<rootDir>/packages/*/test/**/*.test.ts', '<rootDir>/demo/test/**/*.test.ts'],
  // Files run one after the other in two threads that read each module once: no contexts of their own, in which the core is half as fast.
  runner: 'jest-light-runner',
  testSequencer: '<rootDir>/scripts/longFirst.mjs',
  setupFiles: ['<rootDir>/packages/core/test/support/seed.ts'],
  testTimeout: 60_000,
  maxWorkers: 2,
}
