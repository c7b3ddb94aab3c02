import { join } from 'node:path'
import type { Route } from '@playwright/test'
import sqlite3 from 'sqlite3'
import { expect, test } from './app'

/** What a player made must reach the server, whatever happens meanwhile. Each of these was lost once. */

/** Holds the answer to the first save under a path back until it is dropped; the server has it by then. Later ones pass. */
async function holdFirstSave(page: import('@playwright/test').Page, path: string) {
  let letGo = () => undefined as void
  const going = new Promise<void>(resolve => (letGo = resolve))
  let written = () => undefined as void
  const reached = new Promise<void>(resolve => (written = resolve))
  let held = false
  await page.route(path, async (route: Route) => {
    if (route.request().method() !== 'PUT' || held) return route.continue()
    held = true
    const answer = await route.fetch()
    written()
    await going
    // The page that asked may be gone by now.
    await route.fulfill({ response: answer }).catch(() => undefined)
  })
  return { letGo, reached }
}

test('a look at the server that fails leaves later edits to be saved, and says nothing that is not so', async ({
  bench,
}) => {
  const { page, app } = bench
  await bench.beginEmpty('Looked at')
  await page.keyboard.press('l')
  await page.keyboard.press('Enter')
  await bench.saved()
  await expect.poll(async () => (await bench.stored()).revision).toBe(2)
  const id = page.url().split('/').at(-1)!
  const { document, revision } = await bench.stored()
  await fetch(`${app.url}/api/grooves/${id}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ revision, document: { ...document, title: 'Looked at, theirs' } }),
  })
  // Another tab says that it has saved, and the server cannot be asked just then.
  const failed = page.waitForEvent('requestfailed', request => request.method() === 'GET' && request.url().endsWith(id))
  await page.route(`**/api/grooves/${id}`, route =>
    route.request().method() === 'GET' ? route.abort() : route.continue(),
  )
  await page.evaluate(
    ([id, revision]) => new BroadcastChannel('bazzet').postMessage({ kind: 'groove', id, revision }),
    [id, revision + 1] as const,
  )
  await failed
  await page.unroute(`**/api/grooves/${id}`)
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('This groove was saved elsewhere while you changed it here')
  await page.getByRole('button', { name: 'Keep this one' }).click()
  await expect.poll(async () => (await bench.stored()).document.parts[0]?.strokes.length).toBe(2)
})

test('a page closed while a save is under way asks for no choice against the player’s own change', async ({
  bench,
}) => {
  const { page } = bench
  await bench.beginEmpty('Closed in between')
  const { reached, letGo } = await holdFirstSave(page, '**/api/grooves/*')
  await page.keyboard.press('l')
  await page.keyboard.press('Enter')
  await reached
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await page.reload()
  letGo()
  await expect(bench.sticks()).toHaveCount(2)
  await expect(page.getByRole('alert')).toHaveCount(0)
  await bench.saved()
  await expect.poll(async () => (await bench.stored()).document.parts[0]?.strokes.length).toBe(2)
})

test('a page that slept has sent what waited, and shows on waking what was saved from elsewhere', async ({
  bench,
  context,
}) => {
  const { page } = bench
  await bench.beginEmpty('Asleep')
  await page.keyboard.press('l')
  await page.keyboard.press('Enter')
  await expect(bench.sticks()).toHaveCount(1)
  await page.evaluate(() => window.dispatchEvent(new Event('blur')))
  await expect.poll(async () => (await bench.stored()).document.parts[0]?.strokes.length).toBe(1)
  const laptop = await context.newCDPSession(page)
  await laptop.send('Page.setWebLifecycleState', { state: 'frozen' })
  // Meanwhile a phone saves a title.
  const { revision, document } = await bench.stored()
  const saved = await fetch(`${bench.app.url}/api/grooves/${document.id}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ revision, document: { ...document, title: 'Awake' } }),
  })
  expect(saved.status).toBe(200)
  await laptop.send('Page.setWebLifecycleState', { state: 'active' })
  await page.evaluate(() => window.dispatchEvent(new Event('focus')))
  await expect(page.getByLabel('Title')).toHaveValue('Awake')
  await page.getByRole('application').focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await bench.stored()).document.parts[0]?.strokes.length).toBe(2)
  await expect(page.getByRole('alert')).toHaveCount(0)
})

test('a database that another program holds locked is named, what is changed meanwhile outlives a reload, and is saved once it lets go', async ({
  bench,
}) => {
  const { page, app } = bench
  await bench.beginEmpty('Locked out')
  const other = new sqlite3.Database(join(app.folder, 'test.db'))
  const run = (sql: string) =>
    new Promise<void>((done, fail) => other.exec(sql, error => (error ? fail(error) : done())))
  try {
    await run('BEGIN IMMEDIATE')
    await page.keyboard.press('l')
    await page.keyboard.press('Enter')
    await expect(page.locator('[data-save="unreachable"]')).toHaveAttribute(
      'title',
      /Another program holds the database locked\. What is on the page is kept there and saved once it lets go\./,
    )
    await page.reload()
    await expect(bench.sticks()).toHaveCount(1)
    expect((await bench.stored()).document.parts).toHaveLength(0)
    await run('COMMIT')
  } finally {
    await new Promise(done => other.close(done))
  }
  await expect.poll(async () => (await bench.stored()).document.parts[0]?.strokes.length).toBe(1)
  await bench.saved()
})

test('two windows edited in turn ask for no choice, and lose nothing', async ({ bench, context }) => {
  const { page } = bench
  await bench.beginEmpty('Side by side')
  const beside = await context.newPage()
  await beside.goto(page.url())
  await expect(beside.getByRole('application')).toBeVisible()
  const windows = [page, beside]
  for (let turn = 0; turn < 6; turn++) {
    const [here, there] = [windows[turn % 2]!, windows[(turn + 1) % 2]!]
    await here.getByRole('application').focus()
    for (let i = 0; i < turn; i++) await here.keyboard.press('ArrowRight')
    await here.keyboard.press('Enter')
    await expect(here.locator('[data-stick]')).toHaveCount(turn + 1)
    await here.evaluate(() => window.dispatchEvent(new Event('blur')))
    await expect(there.locator('[data-stick]')).toHaveCount(turn + 1)
    await here.keyboard.press('Home')
  }
  await expect.poll(async () => (await bench.stored()).document.parts[0]?.strokes.length).toBe(6)
  for (const one of windows) await expect(one.getByRole('alert')).toHaveCount(0)
})

test('two quick changes of a plan are both kept', async ({ page, app }) => {
  const plan = {
    format: 'bazzet-plan',
    version: 1,
    id: 'quick',
    grooveId: 'wet-rope',
    title: 'Quick',
    stages: [70, 80].map((bpm, i) => ({
      id: `s${i}`,
      name: `Stage ${i}`,
      partIds: ['part-1'],
      click: 'every beat',
      bpm,
      seconds: 60,
    })),
  }
  await fetch(`${app.url}/api/plans`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(plan),
  })
  await page.goto(`${app.url}/practise/quick`)
  const { reached, letGo } = await holdFirstSave(page, '**/api/plans/*')
  const set = async (stage: number, minutes: string) => {
    await page
      .locator('[data-stage-id]')
      .nth(stage - 1)
      .click()
    await page.getByLabel('Minutes of the stage').fill(minutes)
    await page.getByLabel('Minutes of the stage').press('Enter')
  }
  await set(1, '3')
  await reached
  await set(2, '4')
  letGo()
  await expect
    .poll(async () =>
      JSON.stringify(
        (await (await fetch(`${app.url}/api/plans/quick`)).json()).document.stages.map(
          (stage: { seconds?: number; length?: { seconds: number } }) => stage.length?.seconds ?? stage.seconds,
        ),
      ),
    )
    .toBe('[180,240]')
  await page.reload()
  await expect(page.getByLabel('Minutes of the stage')).toHaveValue('3')
  await page.locator('[data-stage-id]').nth(1).click()
  await expect(page.getByLabel('Minutes of the stage')).toHaveValue('4')
})

test('both versions can be kept of a groove whose title is as long as a title may be', async ({ bench }) => {
  const { page, app } = bench
  const title = `Long ${'name '.repeat(23)}`.padEnd(120, 'x')
  await bench.beginEmpty(title)
  await page.keyboard.press('l')
  await page.keyboard.press('Enter')
  await bench.saved()
  await expect.poll(async () => (await bench.stored()).revision).toBe(2)
  const { document, revision } = await bench.stored()
  await fetch(`${app.url}/api/grooves/${document.id}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ revision, document: { ...document, title: 'Short, theirs' } }),
  })
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Keep both' }).click()
  await expect(page.getByLabel('Title')).toHaveValue('Short, theirs')
  await page.goto(`${app.url}/shelf`)
  await page.getByLabel('Find a groove').fill('long name')
  await expect(page.getByRole('article')).toHaveCount(1)
  await expect(page.getByRole('article')).toContainText('(mine)')
})

test('a stroke pressed and dragged in an empty lane keeps its part: it is the chosen one, and keys act on it', async ({
  bench,
}) => {
  const { page } = bench
  await bench.beginEmpty('Pressed and dragged')
  await page.keyboard.press('l')
  await page.keyboard.press('Enter') // a part of the right hand first
  const at = await bench.place('Left foot', 4)
  await page.mouse.move(at.x, at.y)
  await page.mouse.down()
  await page.mouse.move(at.x, at.y + 10, { steps: 4 })
  await page.mouse.move(at.x, at.y + 25, { steps: 4 })
  await page.mouse.up()
  await expect(bench.sticks()).toHaveCount(2)
  await page.keyboard.press('Delete')
  await expect(bench.sticks()).toHaveCount(1)
})
