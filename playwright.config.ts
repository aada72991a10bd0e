import { defineConfig } from '@playwright/test'
import { asSeen, coarsely } from './e2e/chromium.ts'
import { usualTimeout } from './e2e/expect.ts'

export default defineConfig({
  testDir: 'e2e',
  timeout: 90_000,
  expect: { timeout: usualTimeout },
  // Two of them work while one waits for a page to rest, a clock or a frame.
  workers: 3,
  // Files come in the order of their names, and what takes long stands in the first: at the end nothing is waited for alone. They are one project,
  // for each project begins workers and browsers of its own.
  fullyParallel: true,
  globalSetup: './e2e/setup.ts',
  // What fails once is a failure.
  retries: 0,
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    baseURL: 'http://localhost:4390',
    viewport: { width: 1280, height: 800 },
    launchOptions: { ...asSeen, args: [...asSeen.args, coarsely] },
    actionTimeout: 20_000,
    // Every test would keep the whole application for use without its server; the tests of that ask for it.
    serviceWorkers: 'block',
  },
  webServer: {
    command: 'node --import ./scripts/typescript.mjs packages/server/src/main.ts --quiet --port 4390 --office test-results/office',
    port: 4390,
    reuseExistingServer: !process.env.CI,
  },
})
