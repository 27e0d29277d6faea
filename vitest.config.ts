import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'
import { bundle } from './cli/bundle.mjs'

// Files of a process share what they import: taking it in anew for each cost a fifth of the run. A project takes nothing over by itself.
const shared = { isolate: false }
// As Nuxt names the project's root and the app's folder.
const alias = { '~~': fileURLToPath(new URL('.', import.meta.url)), '~': fileURLToPath(new URL('./app', import.meta.url)) }

export default defineConfig({
  test: {
    maxWorkers: 2,
    projects: [
      {
        resolve: { alias },
        test: { ...shared, name: 'core', include: ['test/core/**/*.test.ts', 'test/app/**/*.test.ts'], testTimeout: 60_000 },
      },
      {
        // Processes that look at pages start in a fifth of the time from a bundle, as they do where the product runs.
        define: { 'import.meta.bundle': JSON.stringify(await bundle()) },
        test: {
          ...shared,
          name: 'parts',
          include: [
            'test/engine/**/*.test.ts',
            'test/cli/**/*.test.ts',
            'test/device/**/*.test.ts',
            'test/connectors/**/*.test.ts',
            'test/start/**/*.test.ts',
            'test/store/**/*.test.ts',
            'test/flow/**/*.test.ts',
            'test/worker/**/*.test.ts',
          ],
          globalSetup: 'test/store/onePostgres.ts',
          // What the store seals with; a running copy has a key of its own.
          env: { RUBRICATOR_SECRET_KEY: 'for tests only, and for no copy that runs' },
          testTimeout: 300_000,
          hookTimeout: 300_000,
        },
      },
      {
        test: {
          ...shared,
          // Against a running copy; run/test.ts starts one and names its data folder.
          name: 'server',
          include: ['test/server/**/*.test.ts'],
          testTimeout: 120_000,
          hookTimeout: 120_000,
          fileParallelism: false,
        },
      },
    ],
  },
})
