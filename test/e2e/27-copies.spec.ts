import { readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { randomFrom } from '#core/chance'
import { type Groove, makeBars, makeGroove } from '#core/groove'
import { meter } from '#core/time'
import { App, expect, freePort, test as base } from './app'

/** How often the server is killed: a few times as a test, 200 in `npm run soak`. */
const KILLS = Number(process.env.BAZZET_KILLS ?? 4)

const test = base.extend<{ app: App }>({
  app: async ({ browserName: _ }, use) => {
    const app = new App(true)
    await app.start()
    await use(app)
    await app.remove()
  },
})
const groovesOf = async (app: App) =>
  ((await (await fetch(`${app.url}/api/grooves`)).json()) as { grooves: { summary: { id: string } }[] }).grooves.map(
    one => one.summary.id,
  )

test('a copy is made and brought back, from the list and from a file, and what was here can be put back', async ({
  page,
  app,
}) => {
  await page.goto(`${app.url}/player`)
  const copies = page.locator('[data-copies]')
  // The first of the day was made as the server started.
  await expect(copies.locator('[data-copy^="day-"]')).toHaveCount(1)
  await copies.getByRole('button', { name: 'Make a copy now' }).click()
  const row = copies.locator('[data-copy^="by-hand-"]')
  await expect(row).toHaveCount(1)
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    copies.getByRole('link', { name: 'Save a copy as a file' }).click(),
  ])
  const path = join(app.folder, 'taken.db')
  await file.saveAs(path)

  expect((await fetch(`${app.url}/api/grooves/wet-rope`, { method: 'DELETE' })).status).toBe(204)
  const { store } = (await (await fetch(`${app.url}/api/grooves/tin-gutter-waltz`)).json()) as { store: string }
  await row.getByRole('button', { name: /^Bring back/ }).click()
  await expect(page.getByText(/is in place of what was here/).first()).toBeVisible()
  expect(await groovesOf(app)).toContain('wet-rope')
  // A page that held what was before cannot save over it unseen.
  const stored = (await (await fetch(`${app.url}/api/grooves/tin-gutter-waltz`)).json()) as {
    store: string
    revision: number
    document: Groove
  }
  expect(stored.store).not.toBe(store)
  const save = (told: string) =>
    fetch(`${app.url}/api/grooves/tin-gutter-waltz`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        revision: stored.revision,
        store: told,
        document: { ...stored.document, notes: 'Mine.' },
      }),
    })
  expect((await save(store)).status).toBe(409)
  expect((await save(stored.store)).status).toBe(200)

  await page.getByRole('button', { name: 'Put back what was here' }).first().click()
  await expect.poll(() => groovesOf(app)).not.toContain('wet-rope')
  await copies.getByLabel('A copy to bring back').setInputFiles(path)
  await expect.poll(() => groovesOf(app)).toContain('wet-rope')

  // What is none is refused with a sentence, and nothing is changed.
  const letter = join(app.folder, 'letter.db')
  writeFileSync(letter, 'Dear friend, this is no database at all.'.repeat(300))
  await copies.getByLabel('A copy to bring back').setInputFiles(letter)
  await expect(copies.getByRole('alert')).toContainText(
    'This is no database: it does not begin as one does. Nothing was changed.',
  )
  expect(await groovesOf(app)).toContain('wet-rope')
})

test('killed at any moment while it saves, it has every save that it answered, and none half', async () => {
  test.setTimeout(KILLS * 20_000 + 60_000)
  const app = new App(false)
  const roll = randomFrom(8)
  try {
    await app.start()
    const groove = makeGroove({ id: 'killed', title: 'Killed', bars: makeBars(meter(4, 4), 1, 4) })
    expect(
      (
        await fetch(`${app.url}/api/grooves`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(groove),
        })
      ).status,
    ).toBe(201)
    let answered = 1
    for (let n = 0; n < KILLS; n++) {
      let killed: Promise<void> | undefined
      for (;;) {
        const saved = await fetch(`${app.url}/api/grooves/killed`, {
          method: 'PUT',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({
            revision: answered,
            document: { ...groove, notes: `${answered + 1} ${'x'.repeat(3000)}` },
          }),
        }).catch(() => undefined)
        if (!saved?.ok) break
        answered = ((await saved.json().catch(() => ({ revision: answered }))) as { revision: number }).revision
        // At any moment from the first answer on, which a busy machine may be long in giving.
        killed ??= new Promise<void>(done => setTimeout(() => void app.kill().then(done), roll() * 250))
      }
      expect(killed, 'a save before it was killed').toBeDefined()
      await killed
      await app.start()
      const { revision, document } = (await (await fetch(`${app.url}/api/grooves/killed`)).json()) as {
        revision: number
        document: Groove
      }
      // What was on its way may be there too, whole.
      expect([answered, answered + 1]).toContain(revision)
      if (revision > 1) expect(document.notes).toBe(`${revision} ${'x'.repeat(3000)}`)
      answered = revision
    }
    expect(answered).toBeGreaterThan(KILLS)
  } finally {
    await app.remove()
  }
})

test('a file that is no database, or a damaged one, ends the start with a sentence, and is left as it is', async () => {
  const app = new App(false)
  try {
    await app.start()
    const torn = Buffer.from(await (await fetch(`${app.url}/api/copies/now`)).arrayBuffer())
    expect(torn.length).toBeGreaterThan(40_000)
    await app.stop()
    const path = join(app.folder, 'test.db')
    torn.fill(3, 4096)
    for (const [bytes, says] of [
      [
        Buffer.from('Dear friend, this is no database.'.repeat(200)),
        /The file that should be the database is none\. Nothing was changed\./,
      ],
      [torn, /damaged|is none/],
    ] as const) {
      for (const rest of readdirSync(app.folder).filter(name => /-(wal|shm)$/.test(name)))
        writeFileSync(join(app.folder, rest), '')
      writeFileSync(path, bytes)
      const port = await freePort()
      const server = spawn(process.execPath, ['.output/server/index.mjs'], {
        stdio: ['ignore', 'ignore', 'pipe'],
        env: { ...process.env, HOST: '127.0.0.1', PORT: String(port), BAZZET_DB: path, BAZZET_DEMO: '' },
      })
      let told = ''
      server.stderr.on('data', (chunk: Buffer) => (told += chunk.toString()))
      const code = await new Promise<number | null>(done => server.once('exit', done))
      expect(code).toBe(1)
      expect(told).toMatch(says)
      expect(told).not.toContain('    at ')
      expect(readFileSync(path).equals(bytes)).toBe(true)
    }
  } finally {
    await app.remove()
  }
})

test('the bin is emptied, one thing or all, and what a plan still needs stays and is named', async ({ page, app }) => {
  for (const path of ['grooves/wet-rope', 'grooves/cold-kettle', 'grooves/third-shed-left', 'kits/electronic'])
    expect((await fetch(`${app.url}/api/${path}`, { method: 'DELETE' })).status).toBe(204)
  await page.goto(`${app.url}/shelf`)
  await page.getByRole('button', { name: 'Bin (4)' }).click()
  const bin = page.locator('[data-bin]')
  await expect(bin.getByRole('listitem')).toHaveCount(4)
  await expect(bin).toContainText('Electronic, kit')
  // One, which asks once.
  await bin.getByRole('button', { name: 'Delete Cold Kettle for good' }).click()
  await bin.getByRole('button', { name: 'Delete it for good' }).click()
  await expect(bin.getByRole('listitem')).toHaveCount(3)
  await bin.getByRole('button', { name: 'Empty the bin' }).click()
  await bin.getByRole('button', { name: 'Delete all 3 for good' }).click()
  // The demo's plan practises Wet Rope.
  await expect(
    page.getByText(/2 things gone for good\. “Wet Rope” stays: plan “[^”]+”.* needs it\./).first(),
  ).toBeVisible()
  await expect(bin.getByRole('listitem')).toHaveCount(1)
  expect((await fetch(`${app.url}/api/grooves/cold-kettle/restore`, { method: 'POST' })).status).toBe(404)
  expect((await fetch(`${app.url}/api/bin?kind=grooves&id=wet-rope`, { method: 'DELETE' })).status).toBe(409)
  await bin.getByRole('button', { name: 'Restore' }).click()
  await expect(page.getByRole('button', { name: /^Bin/ })).toHaveCount(0)
  expect(await groovesOf(app)).toContain('wet-rope')
})
