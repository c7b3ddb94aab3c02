import { spawn } from 'node:child_process'
import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { App, expect, test } from './app'

/** Runs one of the scripts until it ends or says what is waited for; answers all it said. */
function say(
  script: string,
  env: Record<string, string>,
  until: RegExp,
): Promise<{ said: string; code: number | null }> {
  return new Promise(resolve => {
    const child = spawn(process.execPath, [`scripts/${script}.mjs`], {
      env: { ...process.env, HOST: '127.0.0.1', ...env },
    })
    let said = ''
    const hear = (data: Buffer) => {
      said += data.toString()
      if (until.test(said)) child.kill('SIGTERM')
    }
    child.stdout.on('data', hear)
    child.stderr.on('data', hear)
    child.on('exit', code => resolve({ said, code }))
  })
}

test('started without demo data it begins with an empty Shelf, in the database it was told', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'bazzet-test-'))
  const app = new App(false)
  try {
    await app.start()
    await page.goto(app.url)
    await expect(page.getByRole('heading', { name: 'Nothing on the Shelf yet' })).toBeVisible()
    await expect(page).toHaveURL(`${app.url}/shelf`)
    const { port } = new URL(app.url)
    // The same port again: a sentence, and the first goes on.
    const second = await say('start', { PORT: port, BAZZET_DB: join(folder, 'other.db') }, /never said/)
    expect(second.code).toBe(1)
    expect(second.said).toContain(
      `Port ${port} on 127.0.0.1 is in use. If that is Bazzet already running, open http://127.0.0.1:${port}`,
    )
    expect(existsSync(join(folder, 'other.db'))).toBe(false)
    await page.reload()
    await expect(page.getByRole('heading', { name: 'Nothing on the Shelf yet' })).toBeVisible()
    await app.stop()
    const third = await say('start', { PORT: port, BAZZET_DB: join(folder, 'third.db') }, /Bazzet is ready/)
    expect(third.said).toContain(`Bazzet is ready: http://127.0.0.1:${port}`)
    expect(existsSync(join(folder, 'third.db'))).toBe(true)
  } finally {
    await app.remove()
    rmSync(folder, { recursive: true, force: true })
  }
})

test('a port that is none gets a sentence', async () => {
  const { said, code } = await say('start', { PORT: 'eighty' }, /never said/)
  expect(code).toBe(1)
  expect(said).toContain('PORT is a number from 1 to 65535; “eighty” is not.')
})
