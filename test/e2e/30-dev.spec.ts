import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { freePort } from './app'

// By itself, after the others (playwright.config.ts): it compiles each of some hundred modules as the page asks for it.
test('the development server opens the Bench with demo data', async ({ page }) => {
  test.setTimeout(300_000)
  const folder = mkdtempSync(join(tmpdir(), 'bazzet-test-'))
  const port = String(await freePort())
  // A group of its own, so that all it started is stopped with it.
  const child = spawn(process.execPath, ['scripts/dev.mjs'], {
    detached: true,
    stdio: 'ignore',
    env: { ...process.env, PORT: port, BAZZET_DB: join(folder, 'dev.db') },
  })
  try {
    await expect
      .poll(
        () =>
          fetch(`http://127.0.0.1:${port}/api/health`).then(
            answer => answer.ok,
            () => false,
          ),
        { timeout: 120_000 },
      )
      .toBe(true)
    await page.goto(`http://127.0.0.1:${port}/bench/wet-rope`)
    await expect(page.getByRole('application', { name: /Limb lanes/ })).toBeVisible({ timeout: 120_000 })
  } finally {
    const ended = new Promise(resolve => child.once('exit', resolve))
    process.kill(-child.pid!, 'SIGTERM')
    await ended
    rmSync(folder, { recursive: true, force: true })
  }
})
