import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

export default defineConfig({
  resolve: { alias: { '#core': here('./core'), '~~': here('.'), '~': here('./app') } },
  test: {
    include: ['core/**/*.test.ts', 'app/**/*.test.ts', 'server/**/*.test.ts', 'demo/**/*.test.ts', 'test/*.test.ts'],
    environment: 'node',
    setupFiles: ['test/seed.ts'],
    // Laws over a thousand generated grooves take their time on a busy machine.
    testTimeout: 120_000,
  },
})
