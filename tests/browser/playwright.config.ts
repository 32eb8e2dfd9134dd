import { defineConfig } from '@playwright/test'

// One application for each worker, so that what one test changes is seen by no other that runs at the same time.
const applications = (process.env.INKLOOM_TEST_URL ?? '').split(' ')

export default defineConfig({
  testDir: '.',
  outputDir: '../../test-results',
  timeout: 180_000,
  expect: { timeout: 30_000 },
  // Shared machines are now and then several times slower; what is never there is found missing all the same, later.
  // The tests of a worker share one running application, so they take their turns.
  workers: applications.length,
  fullyParallel: false,
  retries: 0,
  forbidOnly: true,
  reporter: [['list'], ['json']],
  use: {
    baseURL: applications[Number(process.env.TEST_PARALLEL_INDEX ?? 0)]!,
    actionTimeout: 30_000,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Europe/Zurich',
    trace: 'off',
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: process.env.INKLOOM_CHROMIUM ?? '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-dev-shm-usage'],
    },
  },
})
