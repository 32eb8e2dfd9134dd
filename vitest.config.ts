import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const room = (name: string) => fileURLToPath(new URL(`./${name}`, import.meta.url))
const resolve = {
  alias: {
    '@core': room('core'),
    '@contracts': room('contracts'),
    '@server': room('server'),
    '@demo': room('demo'),
    '~': room('app'),
  },
}

export default defineConfig({
  resolve,
  test: {
    projects: [
      // How long a test may take says nothing of the code on a machine that does other work beside it.
      { resolve, test: { name: 'core', include: ['tests/core/**/*.test.ts'], testTimeout: 60_000 } },
      {
        resolve,
        test: {
          name: 'app',
          include: ['tests/app/**/*.test.ts'],
          testTimeout: 60_000,
          environment: 'jsdom',
          setupFiles: ['tests/app/setup.ts'],
        },
      },
      { resolve, test: { name: 'zones', include: ['tests/core/moments/*.test.ts'], testTimeout: 60_000 } },
      { resolve, test: { name: 'conformance', include: ['tests/conformance/**/*.test.ts'], testTimeout: 60_000 } },
      {
        resolve,
        test: {
          name: 'server',
          include: ['tests/server/**/*.test.ts'],
          globalSetup: ['tests/server/template.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
          maxWorkers: 2,
        },
      },
      // Each file kills programs of an installation of its own, so one at a time, and none of its tests at the same
      // time as another.
      {
        resolve,
        test: {
          name: 'hostile',
          include: ['tests/hostile/**/*.test.ts'],
          testTimeout: 120_000,
          hookTimeout: 240_000,
          fileParallelism: false,
          disableConsoleIntercept: true,
        },
      },
      {
        resolve,
        test: {
          name: 'contract',
          include: ['tests/contract/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
          fileParallelism: false,
        },
      },
    ],
  },
})
