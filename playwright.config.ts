import { defineConfig } from '@playwright/test'
import { launchOptions } from './scripts/lib/chromium.mjs'

export default defineConfig({
  testDir: 'test/e2e',
  outputDir: 'test-results/e2e',
  // Each worker has a server and a database of its own (test/e2e/app.ts); three of them keep two cores busy.
  workers: 3,
  // Waits end when what is waited for is there; the limits are for a machine that is nearly taken away by its neighbours.
  timeout: 180_000,
  expect: { timeout: 40_000 },
  forbidOnly: true,
  // The development server wants the machine for itself.
  projects: [
    { name: 'built', testIgnore: '**/30-dev.spec.ts' },
    { name: 'dev', testMatch: '**/30-dev.spec.ts', dependencies: ['built'] },
  ],
  reporter: [['list'], ['json', { outputFile: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ?? 'test-results/e2e.json' }]],
  use: { actionTimeout: 40_000, viewport: { width: 1280, height: 800 }, launchOptions: launchOptions() },
})
