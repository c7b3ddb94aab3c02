import { expect, test } from './app'

test.describe.configure({ mode: 'serial' })

test('it saves itself, and a reload and a new server lose nothing', async ({ bench }) => {
  const { page, app } = bench
  await bench.beginEmpty('Kept')
  await page.keyboard.press('l')
  await page.keyboard.press('Enter')
  await bench.saved()
  await expect.poll(async () => (await bench.stored()).revision).toBe(2)
  await page.reload()
  await expect(bench.sticks()).toHaveCount(1)
  await app.stop()
  await app.start()
  await page.reload()
  await expect(bench.sticks()).toHaveCount(1)
})

test('what was changed a moment before the page closed is there again', async ({ bench }) => {
  const { page } = bench
  await bench.beginEmpty('Closed at once')
  await page.keyboard.press('l')
  await page.keyboard.press('Enter')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await page.reload()
  await expect(bench.sticks()).toHaveCount(2)
  await bench.saved()
  expect((await bench.stored()).document.parts[0]!.strokes).toHaveLength(2)
})

test('while the server is away it says so, loses nothing, and saves when it is back', async ({ bench }) => {
  const { page, app } = bench
  await bench.beginEmpty('Server away')
  await app.stop()
  await page.keyboard.press('l')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-save="unreachable"]')).toHaveText('Not saved')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await app.start()
  await bench.saved()
  await expect.poll(async () => (await bench.stored()).document.parts[0]?.strokes.length).toBe(2)
})

/** Two tabs on one groove, the second unable to hear the first; the second's change is stale. */
async function twoTabs(bench: import('./app').Bench, title: string) {
  const { page } = bench
  await bench.beginEmpty(title)
  await page.keyboard.press('l')
  await page.keyboard.press('Enter')
  await bench.saved()
  const id = page.url().split('/').at(-1)!
  const { document, revision } = await bench.stored()
  const theirs = { ...document, title: `${title}, theirs` }
  const answer = await fetch(`${bench.app.url}/api/grooves/${id}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ revision, document: theirs }),
  })
  expect(answer.status).toBe(200)
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('This groove was saved elsewhere while you changed it here')
  expect((await bench.stored()).document).toEqual(theirs) // nothing was written over
  return id
}

test('a stale save is refused, and keeping this one puts it over the other', async ({ bench }) => {
  const { page } = bench
  await twoTabs(bench, 'Mine')
  await page.getByRole('button', { name: 'Keep this one' }).click()
  await bench.saved()
  await expect
    .poll(async () => (await bench.stored()).document)
    .toMatchObject({ title: 'Mine', parts: [{ strokes: [{}, {}] }] })
  await expect(page.getByRole('alert')).toBeHidden()
})

test('a stale save is refused, and the other can be taken', async ({ bench }) => {
  const { page } = bench
  await twoTabs(bench, 'Given up')
  await page.getByRole('button', { name: 'Take the other' }).click()
  await expect(page.getByLabel('Title')).toHaveValue('Given up, theirs')
  await expect(bench.sticks()).toHaveCount(1)
})

test('a stale save is refused, and both can be kept', async ({ bench }) => {
  const { page, app } = bench
  await twoTabs(bench, 'Twosome')
  await page.getByRole('button', { name: 'Keep both' }).click()
  await expect(page.getByLabel('Title')).toHaveValue('Twosome, theirs')
  await page.goto(`${app.url}/shelf`)
  await page.getByLabel('Find a groove').fill('twosome')
  await expect(page.getByRole('article')).toHaveCount(2)
  await expect(page.getByRole('article').filter({ hasText: 'Twosome (mine)' })).toBeVisible()
})

test('a second tab shows what the first has saved', async ({ bench, context }) => {
  const { page } = bench
  await bench.beginEmpty('Two tabs')
  const second = await context.newPage()
  await second.goto(page.url())
  await expect(second.getByRole('application')).toBeVisible()
  await page.bringToFront()
  await page.keyboard.press('l')
  await page.keyboard.press('Enter')
  await expect(second.locator('[data-stick]')).toHaveCount(1)
  await second.bringToFront()
  await second.keyboard.press('l')
  await second.keyboard.press('ArrowDown')
  await second.keyboard.press('Enter')
  await expect(page.locator('[data-stick]')).toHaveCount(2)
})
