import type { CDPSession, Page } from '@playwright/test'
import { boxOf, expect, test } from './app'

const PAGES = [
  '/shelf',
  '/begin',
  '/open',
  '/bench/wet-rope',
  '/sticking',
  '/vary/wet-rope',
  '/vary/wet-rope?view=recipes',
  '/phrase',
  '/phrase/wet-rope-set',
  '/phrase/wet-rope-set?templates=1',
  '/today',
  '/practise?groove=wet-rope',
  '/practise/wet-rope-plan',
  '/practise/wet-rope-plan/run',
  '/listen',
  '/listen/rehearsal',
  '/log',
  '/kit/five-piece',
  '/player',
  '/sheet/wet-rope',
  '/compare?a=wet-rope',
]

/** A finger on the screen, by the browser's own input protocol: Playwright's touch only taps. */
class Finger {
  private constructor(private cdp: CDPSession) {}
  static on = async (page: Page) => new Finger(await page.context().newCDPSession(page))
  private send = (type: 'touchStart' | 'touchMove' | 'touchEnd', at?: { x: number; y: number }) =>
    this.cdp.send('Input.dispatchTouchEvent', { type, touchPoints: at ? [at] : [] })
  down = (at: { x: number; y: number }) => this.send('touchStart', at)
  move = (at: { x: number; y: number }) => this.send('touchMove', at)
  up = () => this.send('touchEnd')
  async drag(from: { x: number; y: number }, to: { x: number; y: number }) {
    await this.down(from)
    for (let step = 1; step <= 5; step++)
      await this.move({ x: from.x + ((to.x - from.x) * step) / 5, y: from.y + ((to.y - from.y) * step) / 5 })
    await this.up()
  }
}

test.describe('on a tablet and on a phone', () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true, isMobile: true })

  test('no page scrolls sideways, and every button is large enough for a finger', async ({ page, app }) => {
    test.slow()
    const tooWide = () =>
      page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
    const tooSmall = () =>
      page.evaluate(() =>
        [...document.querySelectorAll('button, [role=combobox]')]
          .filter(
            one =>
              !one.matches('[role=switch], [role=checkbox], [role=radio]') &&
              one.getBoundingClientRect().height > 0 &&
              (one.getBoundingClientRect().height < 43.5 || one.getBoundingClientRect().width < 43.5),
          )
          .map(one => `${one.getAttribute('aria-label') ?? one.textContent?.trim()}`),
      )
    for (const path of PAGES) {
      await page.goto(app.url + path)
      await expect(page.getByRole('heading', { level: 1 }).or(page.getByRole('application')).first()).toBeAttached()
      await expect(page.getByRole('button').first()).toBeVisible()
      for (const [width, height] of [
        [390, 780],
        [820, 1180],
      ] as const) {
        await page.setViewportSize({ width, height })
        await expect.poll(tooWide, { message: `${path} at ${width}` }).toBe(0)
        await expect.poll(tooSmall, { message: `${path} at ${width}` }).toEqual([])
      }
    }
  })
})

test.describe('on a tablet, fingers only', () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true, isMobile: true })

  test('strokes are put, raised, moved and changed by a long press; counts are marked', async ({
    page,
    bench,
    app,
  }) => {
    await page.goto(`${app.url}/begin`)
    await page.getByRole('tab', { name: 'Empty bars' }).tap()
    await page.getByRole('button', { name: '4/4', exact: true }).tap()
    await page.getByRole('button', { name: 'Begin', exact: true }).tap()
    await expect(bench.lanes).toBeVisible()
    const finger = await Finger.on(page)
    const at = await bench.place('Left hand', 4)
    await page.touchscreen.tap(at.x, at.y)
    await expect(bench.sticks()).toHaveCount(1)
    await finger.drag(at, { x: at.x, y: at.y - 70 })
    await expect(bench.sticks().first()).toHaveAttribute('data-level', '5')
    await finger.drag(at, { x: (await bench.place('Left hand', 6)).x, y: at.y })
    await expect(bench.sticks().first()).toHaveAttribute('data-stick', /:7560$/)
    const there = await bench.place('Left hand', 6)
    await finger.down(there)
    await page.getByRole('menuitemcheckbox', { name: '1 ghost' }).waitFor()
    // However long the finger stays, lifting it does not close the menu.
    const since = await page.evaluate(() => performance.now())
    await page.waitForFunction(then => performance.now() > then + 1000, since)
    await finger.up()
    await page.getByRole('menuitemcheckbox', { name: '1 ghost' }).tap()
    await expect(bench.sticks().first()).toHaveAttribute('data-level', '1')
    await bench.saved()
    const counts = (slot: number) =>
      bench.lanes.locator('svg').first().locator('text[text-anchor=middle]').nth(slot).boundingBox()
    const [from, to] = [(await counts(4))!, (await counts(7))!]
    await finger.drag({ x: from.x + 3, y: from.y + 8 }, { x: to.x + 3, y: to.y + 8 })
    await expect(page.locator('[data-span-says]')).toHaveText('2 to a of 2')
  })

  test('the readout is a drawer, opened and closed by its tab; a part is added at its button', async ({
    page,
    bench,
  }) => {
    await bench.open('wet-rope')
    const drawer = page.getByRole('complementary', { name: 'Readout' })
    await expect(drawer).toBeHidden()
    const tab = page.getByRole('button', { name: 'Readout', exact: true })
    await tab.tap()
    await expect(drawer.getByRole('heading', { name: 'Lands together' })).toBeVisible()
    await tab.tap()
    await expect(drawer).toBeHidden()
    await page.getByRole('button', { name: 'Add a part' }).tap()
    const panel = page.getByRole('heading', { name: 'Funk sixteenths', exact: true })
    await expect(panel).toBeVisible()
    await expect(drawer).toBeHidden()
    await page.getByRole('button', { name: 'Done' }).tap()
    await expect(panel).toHaveCount(0)
  })
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 780 }, hasTouch: true, isMobile: true })

  test('lanes are read: a finger scrolls them sideways and changes nothing', async ({ page, bench }) => {
    await bench.open('wet-rope')
    const before = await bench.sticks().count()
    const finger = await Finger.on(page)
    const frame = page.locator('div:has(> [role=application])').first()
    const box = await boxOf(bench.lanes)
    const edge = await frame.evaluate(el => el.scrollWidth > el.clientWidth)
    expect(edge).toBe(true)
    await finger.drag({ x: box.x + 250, y: box.y + 150 }, { x: box.x + 100, y: box.y + 150 })
    await expect
      .poll(() => page.evaluate(() => [...document.querySelectorAll('*')].some(el => el.scrollLeft > 30)))
      .toBe(true)
    await expect(bench.sticks()).toHaveCount(before)
    await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
  })

  test('a new groove is begun by touch and stepped through', async ({ page, app }) => {
    await page.goto(`${app.url}/shelf`)
    await page.getByRole('button', { name: 'Begin a groove' }).tap()
    await page.locator('[data-style]').nth(1).tap()
    await page.getByRole('button', { name: 'Begin', exact: true }).tap()
    await page.getByRole('button', { name: 'Step', exact: true }).tap()
    await page.getByRole('button', { name: 'Next' }).tap()
    await expect(page.locator('[data-step-says]')).toHaveText(/^bar 1, beat 1: /i)
    await expect(page.locator('[data-limb][data-lit=true]').first()).toBeVisible()
  })
})

for (const [width, height] of [
  [1280, 800],
  [1024, 768],
  [820, 1180],
  [390, 780],
] as const) {
  test(`the runner fits ${width}x${height} while it plays: its keys, and the lanes that the stage uses, are in sight`, async ({
    page,
    app,
  }) => {
    await page.setViewportSize({ width, height })
    await page.goto(`${app.url}/practise/wet-rope-plan/run`)
    await expect(page.locator('[data-run-lanes]')).toBeVisible()
    const lines = () => page.locator('[data-run-lanes] text').allTextContents()
    // The first stage is the feet’s: no lane of a hand takes room.
    if (width > 600) expect(await lines()).toEqual(['Right foot', 'Left foot'])
    for (const key of ['n', 'n', 'n']) await page.keyboard.press(key)
    await expect(page.getByRole('heading', { name: 'stage 4 of 4' })).toBeVisible()
    await page.getByRole('button', { name: 'Space start' }).click()
    await expect(page.locator('[data-phase="playing"]')).toBeVisible({ timeout: 60_000 })
    // Until the letters have come those of the system are there, which take more room.
    await page.evaluate(async () => void (await document.fonts.ready))
    expect((await boxOf(page.locator('[data-run-lanes]'))).height).toBeGreaterThan(100)
    const inSight = async (box: { x: number; y: number; width: number; height: number } | null, what: string) => {
      expect(box, what).not.toBeNull()
      expect(box!.x, what).toBeGreaterThanOrEqual(-1)
      expect(box!.y, what).toBeGreaterThanOrEqual(-1)
      expect(box!.x + box!.width, what).toBeLessThanOrEqual(width + 1)
      expect(box!.y + box!.height, what).toBeLessThanOrEqual(height + 1)
    }
    await inSight(await page.locator('[data-run-lanes]').boundingBox(), 'lanes')
    for (const name of [
      'Space pause',
      '1 solid',
      '2 shaky',
      '3 missed',
      'A again',
      'S slower',
      'F faster',
      'N next',
      'Esc leave',
    ])
      await inSight(await page.getByRole('button', { name }).boundingBox(), name)
    await inSight(await page.locator('[data-timer]').boundingBox(), 'timer')
    await expect(page.locator('[data-band][visibility="visible"]')).toBeAttached()
  })
}
