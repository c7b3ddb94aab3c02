import { type Bench, expect, test } from './app'

test.describe.configure({ mode: 'serial' })

const player = async (bench: Bench) => (await (await fetch(`${bench.app.url}/api/players/me`)).json()).document
async function open(bench: Bench) {
  await bench.page.goto(`${bench.app.url}/player`)
  await expect(bench.page.getByRole('heading', { name: 'Easy and hard' })).toBeVisible()
}

// The player is one for a whole server, which other files of tests use after this one.
let before: { document: object }
test.beforeAll(async ({ app }) => {
  before = (await (await fetch(`${app.url}/api/players/me`)).json()) as typeof before
})
test.afterAll(async ({ app }) => {
  const { revision } = (await (await fetch(`${app.url}/api/players/me`)).json()) as { revision: number }
  const back = await fetch(`${app.url}/api/players/me`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ revision, document: before.document }),
  })
  expect(back.status).toBe(200)
})

test('the limits lead to a page that gives them with their reasons', async ({ bench }) => {
  await open(bench)
  await bench.page.getByRole('link', { name: 'All limits and rules, and why' }).click()
  await expect(
    bench.page.getByRole('row', { name: /a run of five or more, a hand 6 a second 8.5 a second/ }),
  ).toBeVisible()
})

test('what is new begins as the player says: lead, kit, what the bass drum is called', async ({ bench }) => {
  const { page } = bench
  await page.goto(`${bench.app.url}/shelf`)
  await page.getByRole('link', { name: 'Player' }).click()
  await page.getByRole('radio', { name: 'left', exact: true }).click()
  await page.getByRole('radio', { name: 'kick' }).click()
  await page.getByRole('combobox', { name: 'Kit for new grooves' }).click()
  await page.getByRole('option', { name: 'Four-piece', exact: true }).click()
  await expect
    .poll(() => player(bench))
    .toMatchObject({ defaults: { lead: 'left', bassDrum: 'kick', kitId: 'four-piece' } })

  await page.goto(`${bench.app.url}/shelf`)
  await page.getByRole('button', { name: 'Begin a groove' }).click()
  await page.getByLabel('Title').fill('Left and kicking')
  await page.getByRole('radio', { name: 'Rock eighths', exact: true }).click()
  await page.getByRole('button', { name: 'Begin', exact: true }).click()
  await expect(bench.lanes).toBeVisible()
  const { document } = await bench.stored()
  expect(document).toMatchObject({ lead: 'left', kitId: 'four-piece' })
  expect(document.parts.find(part => part.role === 'lead')!.limb).toBe('LH')
  const bass = document.parts.find(part => part.role === 'bass drum')!
  expect(bass.limb).toBe('LF')
  expect(bass.name).toMatch(/^Kick/)
  // What is there already stays as it is: the document wins.
  await bench.open('wet-rope')
  await expect(page.getByRole('button', { name: /^kit/ })).toContainText('Five-piece')
  await expect(page.locator('[data-part="Bass drum"]')).toBeVisible()
})

test('counting is chosen here as in the rail, and heeded everywhere', async ({ bench }) => {
  const { page } = bench
  await open(bench)
  await expect(page.getByRole('radio', { name: '1 trip let' })).toHaveCount(1)
  await page.getByRole('radio', { name: 'syllables: ta ka di mi' }).click()
  await expect(page.getByRole('radio', { name: '1 trip let' })).toHaveCount(0)
  await expect.poll(async () => (await player(bench)).counting.school).toBe('syllables')
  await bench.open('wet-rope')
  await expect(bench.lanes.getByText('ka', { exact: true }).first()).toBeVisible()
  await page.getByRole('button', { name: 'Counting' }).click()
  await page.getByRole('radio', { name: 'numbers: 1 e & a' }).click()
  await expect(bench.lanes.getByText('ka', { exact: true })).toHaveCount(0)
})

test('how to count is fetched with the first press: where the server is away the press says so', async ({ bench }) => {
  const { page } = bench
  await bench.open('wet-rope')
  await page.route('**/_nuxt/*.js', route => route.abort())
  await page.getByRole('button', { name: 'Counting' }).click()
  await expect(page.getByText(/Bazzet’s server does not answer/).first()).toBeVisible()
})

test('a limit is the player’s own: the Bench goes by it, a figure that cannot be is refused, and there is a way back to ours', async ({
  bench,
}) => {
  const { page } = bench
  await bench.open('wet-rope')
  await expect(page.locator('[data-finding="control"]')).toBeVisible() // a ghost 156 ms after an accent
  await open(bench)
  const easy = page.getByRole('spinbutton', { name: 'From a loud stroke to a ghost, same hand, easy up to' })
  await expect(easy).toHaveValue('180')
  await easy.fill('150')
  await easy.press('Enter')
  await expect.poll(async () => (await player(bench)).limits.control.easy).toBe(0.15)
  await bench.open('wet-rope')
  await expect(page.locator('[data-readout]').first()).toBeVisible()
  await expect(page.locator('[data-finding="control"]')).toHaveCount(0)

  await open(bench)
  await easy.fill('100') // quicker than what is hard
  await easy.press('Enter')
  await expect(
    page.getByText(/What is easy for a loud stroke followed by a ghost is slower than what is hard/).first(),
  ).toBeVisible()
  expect((await player(bench)).limits.control.easy).toBe(0.15)
  await page.locator('[data-limit="control"]').getByRole('button', { name: 'Back to ours' }).click()
  await expect(easy).toHaveValue('180')
  await expect(page.getByRole('button', { name: 'All back to ours' })).toHaveCount(0)
  await expect.poll(async () => (await player(bench)).limits.control.easy).toBe(0.18)
})
