import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'core', include: ['test/core/**/*.test.ts'], testTimeout: 60_000 } },
      {
        test: {
          name: 'parts',
          include: ['test/engine/**/*.test.ts', 'test/cli/**/*.test.ts', 'test/device/**/*.test.ts', 'test/connectors/**/*.test.ts', 'test/start/**/*.test.ts', 'test/store/**/*.test.ts'],
          testTimeout: 300_000,
          hookTimeout: 300_000,
          fileParallelism: false,
        },
      },
      {
        test: {
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
