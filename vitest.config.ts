import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

export default defineConfig({
  resolve: { alias: { '#core': here('./core'), '~~': here('.'), '~': here('./app') } },
  test: {
    include: ['core/**/*.test.ts', 'app/**/*.test.ts', 'server/**/*.test.ts', 'demo/**/*.test.ts', 'test/*.test.ts'],
    environment: 'node',
    setupFiles: ['test/seed.ts'],
    // Two cores, two workers; a file leaves nothing behind that another would see, so that what it imports is loaded once.
    maxWorkers: 2,
    isolate: false,
    // `npm run unit:quick` leaves these out: what tries generated cases, and what searches or renders at length.
    tags: [
      { name: 'law', description: 'tried on generated cases' },
      { name: 'long', description: 'searches or renders at length' },
    ],
    // Laws over a thousand generated grooves take their time on a busy machine.
    testTimeout: 120_000,
  },
})
