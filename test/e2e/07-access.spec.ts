import AxeBuilder from '@axe-core/playwright'
import { expect, more, test } from './app'
import { HEIGHTS, TEXTS, measureLook } from './look'

type Page = import('@playwright/test').Page
/** Axe in the page itself: the other way opens a page of its own for frames, which we have none of, and takes twice as long. */
const axe = (page: Page) => new AxeBuilder({ page }).setLegacyMode(true)
/** The search run for a moment, so that there are cards to look at. */
const searched = async (page: Page) => {
  await page.getByRole('button', { name: 'Search for ideas' }).click()
  await page.locator('[data-idea]').nth(5).waitFor()
  await page.getByRole('button', { name: 'Stop' }).click()
}
/** A span marked, everything in the readout unfolded, and a step taken. */
const marked = async (page: Page) => {
  await page.getByRole('application').waitFor()
  await page.keyboard.press('l')
  for (const key of ['Shift+ArrowRight', 'Shift+ArrowRight', 'e', ' ']) await page.keyboard.press(key)
  for (const fold of await page.locator('[data-fold] > summary').all()) await fold.click()
}
/** The last stage of a plan, with everything in it. */
const changed = async (page: Page) => {
  await page.locator('[data-stage-id]').last().click()
  await page.getByRole('tab', { name: 'Change it' }).click()
}
const STATIONS: [name: string, path: string, there: string, before?: (page: Page) => Promise<void>][] = [
  ['Shelf', '/shelf', 'article'],
  ['Bench', '/bench/wet-rope', '[role=application]'],
  ['a Bench with trouble', '/bench/cold-kettle', '[data-finding="clash"]'],
  ['Begin', '/begin', '[data-style]'],
  ['a Bench with a span, stepped through', '/bench/wet-rope', '[data-step-says]', marked],
  [
    'Opening a file',
    '/open',
    '[data-stretch]',
    async page => {
      await page.getByLabel('Or paste it here').fill('HH|x-x-x-x-|\nCC|x-------|\nSD|o-o---og|\nQQ|x-------|')
      await page.getByRole('button', { name: 'Look at it' }).click()
    },
  ],
  [
    'Export',
    '/bench/wet-rope',
    '[data-export]',
    async page => {
      await more(page, 'Export …')
    },
  ],
  ['Kit', '/kit/five-piece', '[data-piece]'],
  ['a large Kit', '/kit/large', '[data-piece]'],
  ['Player', '/player', '[data-limit]'],
  ['Limits and rules', '/rules', 'table'],
  ['the password', '/enter', 'input[type=password]'],
  ['Compare', '/compare?a=wet-rope', '[data-difference]'],
  ['Sheet', '/sheet/wet-rope', '.staff svg'],
  ['Sticking', '/sticking', '[data-rotation]'],
  ['Vary, a group of moves', '/vary/wet-rope', '[data-preview]'],
  ['Vary, a move', '/vary/wet-rope', '[data-move-says]', page => page.locator('[data-move="ornament-at"]').click()],
  ['Vary, recipes', '/vary/wet-rope?view=recipes', '[data-step]'],
  ['Vary, ideas', '/vary/wet-rope?view=ideas', '[data-idea]', searched],
  ['Vary, family', '/vary/wet-rope?view=family', '[data-kin]'],
  ['Phrases', '/phrase', '[data-phrase]'],
  ['a Phrase and its fill', '/phrase/wet-rope-set?bar=7', '[data-path]'],
  ['templates of a Phrase', '/phrase/wet-rope-set?templates=1', '[data-templates] [data-section]'],
  ['Today', '/today', '[data-due]'],
  ['Practise, a new plan', '/practise?groove=wet-rope', '[data-offered]'],
  [
    'Practise, figures',
    '/practise?groove=wet-rope',
    '[data-figure]',
    page => page.getByRole('tab', { name: 'Figures' }).click(),
  ],
  ['a plan, to be changed', '/practise/wet-rope-plan', '[data-climb]', changed],
  [
    'a plan, measured',
    '/practise/wet-rope-plan',
    '[data-measured] .apexcharts-series',
    page => page.locator('[data-stage-id]').last().click(),
  ],
  ['the runner', '/practise/wet-rope-plan/run', '[data-timer]'],
  ['Recordings', '/listen', '[data-recording]'],
  ['a recording', '/listen/rehearsal', '[data-beats-say]'],
  ['Log', '/log', '[data-entries] tbody tr'],
]

for (const [name, path, there, before] of STATIONS) {
  test(`axe finds nothing on ${name}, light or dark, on a desk, a tablet or a phone, and its sizes are the system’s`, async ({
    page,
    app,
  }) => {
    await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' })
    await page.goto(app.url + path)
    await before?.(page)
    await expect(page.locator(there).first()).toBeVisible()
    for (const [scheme, width, height] of [
      ['light', 1280, 800],
      ['dark', 820, 1180],
      ['light', 390, 780],
    ] as const) {
      await page.setViewportSize({ width, height })
      await page.emulateMedia({ colorScheme: scheme, reducedMotion: 'reduce' })
      await expect(page.locator(`html.${scheme}`)).toBeAttached()
      const look = axe(page).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
      expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth), 'no sideways scroll').toBe(
        true,
      )
      const { heights, texts, faint, overlaps, bare, edges } = await measureLook(page)
      // Figures to read by, no limits: npx playwright test 07 --reporter=json has them.
      test.info().annotations.push({ type: `left edges at ${width}`, description: String(edges) })
      if (bare.length) test.info().annotations.push({ type: 'no label in sight', description: bare.join(', ') })
      if (width === 1280) expect(heights.filter(([height]) => !HEIGHTS.includes(height))).toEqual([])
      expect(texts.filter(([size]) => !TEXTS.includes(size))).toEqual([])
      expect(overlaps, `words on words, ${width}`).toEqual([])
      expect(faint, `outlines under 3 to 1, ${scheme}`).toEqual([])
      // Contrast is the same at every size, and by far the longest to look at; all else is the same in the dark.
      const { violations } = await (
        width === 1280
          ? look
          : scheme === 'dark'
            ? axe(page).withRules(['color-contrast', 'target-size'])
            : look.disableRules('color-contrast')
      ).analyze()
      expect(
        violations.map(
          one =>
            `${scheme} ${width}, ${one.id}: ${one.nodes
              .map(node => node.target.join(' '))
              .slice(0, 3)
              .join(' | ')}`,
        ),
      ).toEqual([])
    }
  })
}

test('the lanes read as sentences', async ({ bench }) => {
  await bench.open('wet-rope')
  const lanes = bench.page.getByRole('list', { name: 'The groove, limb by limb' }).getByRole('listitem')
  await expect(lanes).toHaveCount(4)
  await expect(lanes.nth(1)).toContainText('Left hand: Snare, rim shot, accent on 2 and 4 of every bar')
})

test('Tab goes past the stations, and on from the way that a key has turned to', async ({ page, app }) => {
  await page.goto(`${app.url}/vary/wet-rope`)
  await page.locator('[data-group]').first().waitFor()
  await page.keyboard.press('Tab')
  await expect(page.getByRole('button', { name: 'Skip the stations' })).toBeFocused()
  for (const key of ['Enter', 'Tab']) await page.keyboard.press(key)
  await expect(page.getByRole('tab', { name: 'Moves' })).toBeFocused()
  for (const key of ['m', 'Tab']) await page.keyboard.press(key)
  await expect(page.locator('[data-group]').first()).toBeFocused()
})

test('a menu gives the keys back to its button, but not from a field that the player has gone on to', async ({
  page,
  app,
}) => {
  await page.goto(`${app.url}/kit/five-piece`)
  const button = page.getByRole('button', { name: 'Add a piece' })
  const menu = page.getByRole('menu')
  await button.click()
  await expect(menu).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(menu).toHaveCount(0)
  await expect(button).toBeFocused()

  await button.click()
  const field = page.getByLabel('Name of the kit')
  // Gone on while the menu still fades away, which a hand does only on a slow machine.
  await page
    .getByRole('menuitem', { name: 'cowbell' })
    .first()
    .evaluate(async item => {
      const list = item.closest('[role=menu]')!
      const closing = new Promise<void>(done =>
        new MutationObserver(() => list.getAttribute('data-state') === 'closed' && done()).observe(list, {
          attributes: true,
        }),
      )
      ;(item as HTMLElement).click()
      await closing
      document.querySelector<HTMLInputElement>('[aria-label="Name of the kit"]')!.focus()
    })
  await expect(menu).toHaveCount(0)
  await page.evaluate(() => new Promise(done => setTimeout(() => requestAnimationFrame(done))))
  await expect(field).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(menu).toHaveCount(0)
})
