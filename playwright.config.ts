import { defineConfig } from '@playwright/test'
import { running } from './test/product/running'

// Besides, what has a copy of its own, so that both lanes take as long.
const device = /(mouse|keyboard|panel|register|empty)\.spec\.ts$/

export default defineConfig({
  testDir: 'test/browser',
  timeout: 240_000,
  expect: { timeout: 20_000 },
  workers: 2,
  retries: 1,
  // There is one device: whoever puts paper into it does so alone.
  projects: [
    { name: 'device', testMatch: device, workers: 1 },
    { name: 'screens', testIgnore: device, workers: 1 },
  ],
  reporter: [['list'], ['json', { outputFile: 'test-results/browser.json' }]],
  outputDir: 'test-results/browser',
  use: {
    baseURL: running().app,
    viewport: { width: 1280, height: 800 },
    // Of a test that failed and is run again: snapshots of each step cost a part of every run. It counts as failed either way.
    trace: { mode: 'on-first-retry', screenshots: false, snapshots: true },
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
})
