import { type Page } from '@playwright/test'
import { expect, test } from './app'

const choose = async (page: Page, name: string, option: string | RegExp) => {
  await page.getByRole('combobox', { name }).click()
  await page.getByRole('option', typeof option === 'string' ? { name: option, exact: true } : { name: option }).click()
}

test('a bossa is built from its card limb by limb with the mouse: heard in place, its unisons seen, taken, on to the next', async ({
  bench,
}) => {
  const { page } = bench
  await page.goto(`${bench.app.url}/shelf`)
  await page.getByRole('button', { name: 'Begin a groove' }).click()
  await page.getByLabel('Title').fill('Tiles by the water')
  await page.getByRole('radio', { name: 'Bossa nova', exact: true }).click()
  await page.getByRole('radio', { name: 'nothing: I layer it myself' }).click()
  await page.getByRole('button', { name: 'Begin', exact: true }).click()
  await expect(bench.lanes).toBeVisible()
  await page.getByRole('button', { name: 'Add a part' }).click()
  await expect(page.getByRole('heading', { name: 'Bossa nova', exact: true })).toBeVisible()
  const offer = (name: string) => page.getByRole('button', { name, exact: true })

  await offer('Bass on 1, & of 2, 3, & of 4').hover()
  await expect(page.locator('[data-meets]')).toHaveText('It lands with no other limb.')
  await expect(bench.sticks()).toHaveCount(8)
  // Pointing at it sounds it in place.
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible({ timeout: 60_000 })
  await offer('Bass on 1, & of 2, 3, & of 4').click()
  await offer('Hat foot on 2 and 4').hover()
  await expect(page.locator('[data-meets]')).toHaveText('It lands with no other limb.')
  await offer('Hat foot on 2 and 4').click()
  await offer('Hat eighths').hover()
  await expect(page.locator('[data-meets]')).toHaveText(
    'Right hand with right foot: 1, & of 2, 3 and & of 4 of every bar. Right hand with left foot: 2 and 4 of every bar.',
  )
  await offer('Hat eighths').click()
  await offer('Cross-stick, three and two').hover()
  await expect(page.locator('[data-meets]')).toContainText(
    'Right hand, left hand and right foot: bar 1, beat 1 and & of 2',
  )
  await offer('Cross-stick, three and two').click()
  await expect(page.getByText('Every limb is set; add more, or close.')).toBeVisible()
  await page.getByRole('button', { name: 'Done' }).click()
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible()

  await bench.saved()
  const { document } = await bench.stored()
  expect(document.parts.map(part => [part.limb, part.name])).toEqual([
    ['RF', 'Bass on 1, & of 2, 3, & of 4'],
    ['LF', 'Hat foot on 2 and 4'],
    ['RH', 'Hat eighths'],
    ['LH', 'Cross-stick, three and two'],
  ])
  // All the card lives by holds.
  await expect(page.locator('[data-fit][data-holds="true"]')).toHaveCount(3)
  await expect(page.locator('[data-fit][data-holds="false"]')).toHaveCount(0)
  await expect(page.locator('[data-balance]:not([data-verdict="right"])')).toHaveCount(0)
})

test('a 7/8 groove is built with the keyboard alone, mirrored for the other lead, and mirrored back', async ({
  bench,
}) => {
  const { page } = bench
  const press = async (...keys: string[]) => {
    for (const key of keys) await page.keyboard.press(key)
  }
  const tabTo = async (name: RegExp) => {
    for (let i = 0; i < 60; i++) {
      await page.keyboard.press('Tab')
      if (
        name.test(
          await page.evaluate(
            () => document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.textContent ?? '',
          ),
        )
      )
        return
    }
    throw new Error(`No ${name} to tab to`)
  }
  await page.goto(`${bench.app.url}/shelf`)
  await expect(page.locator('article').first()).toBeVisible()
  await tabTo(/^Begin a groove/)
  await press('Enter')
  await expect(page.getByRole('heading', { name: 'Begin a groove' })).toBeVisible()
  // The search has the focus; the tabs stand before it.
  await expect(page.getByLabel('Find a style')).toBeFocused()
  await page.keyboard.press('Shift+Tab')
  await press('ArrowRight')
  await tabTo(/^7\/8$/)
  await press('Enter')
  await tabTo(/^Begin$/)
  await press('Enter')
  await expect(bench.lanes).toBeVisible()
  await page.keyboard.press('l')
  await expect(bench.lanes).toBeFocused()
  await expect(bench.says).toHaveText('Right hand, 1: empty')
  const slots = await page
    .locator('[data-slots]')
    .first()
    .evaluate(el => el.getAttribute('d')!.split('M').length - 1)
  expect(slots).toBe(14) // as many sixteenths as seven eighths have
  // The lead on every felt beat, the snare on the third, the bass on the first.
  await press('4', 'Control+ArrowRight', '3', 'Control+ArrowRight', '3', 'ArrowDown', '5', 'ArrowDown', 'Home', '4')
  await expect(bench.sticks()).toHaveCount(5)
  await bench.saved()
  const limbs = async () =>
    (await bench.stored()).document.parts.map(part => [
      part.limb,
      part.strokes.map(stroke => [stroke.at, stroke.level]),
    ])
  const right = [
    [
      'RH',
      [
        [0, 4],
        [5040, 3],
        [10080, 3],
      ],
    ],
    ['LH', [[10080, 5]]],
    ['RF', [[0, 4]]],
  ]
  await expect.poll(limbs).toEqual(right)
  await expect(bench.readout).toContainText('Right hand with left hand: 3')

  // From the lanes back to the kit fact, and the groove turned over.
  await page.keyboard.press('Shift+Tab')
  for (
    let i = 0;
    i < 12 && !/^kit/.test(await page.evaluate(() => document.activeElement?.textContent?.trim() ?? ''));
    i++
  )
    await page.keyboard.press('Shift+Tab')
  await press('Enter')
  await tabTo(/^Mirror for the other lead$/)
  await press('Enter')
  await expect.poll(limbs).toEqual([
    ['LH', right[0]![1]],
    ['RH', right[1]![1]],
    ['LF', right[2]![1]],
  ])
  await expect(page.getByRole('button', { name: /^kit/ })).toContainText('left lead')
  // The lead side’s lanes stand first.
  await page.keyboard.press('Escape')
  await page.keyboard.press('l')
  await press('Home', 'ArrowUp', 'ArrowUp', 'ArrowUp', 'ArrowUp')
  await page.keyboard.press('Control+z')
  await expect.poll(limbs).toEqual(right)
})

test('each bar has a meter of its own where it is wanted', async ({ bench }) => {
  const { page } = bench
  await bench.openCopy('wet-rope')
  await page.getByRole('button', { name: /^meter/ }).click()
  await page.getByRole('switch', { name: 'Every bar alike' }).click()
  await page.getByRole('button', { name: 'Bar 2', exact: true }).click()
  await page.getByRole('button', { name: '7/8', exact: true }).click()
  await page.getByRole('button', { name: 'Set the time' }).click()
  await expect(page.getByRole('button', { name: /^meter/ })).toContainText('4/4, 7/8 as 2+2+3')
  await bench.saved()
  expect((await bench.stored()).document.bars.map(bar => bar.meter)).toEqual([
    { count: 4, unit: 4, groups: [1, 1, 1, 1] },
    { count: 7, unit: 8, groups: [2, 2, 3] },
  ])
  await page.getByRole('button', { name: /^meter/ }).click()
  await page.getByRole('button', { name: 'Bar 2', exact: true }).click()
  await page.getByLabel('Felt as').fill('3+3')
  await page.getByRole('button', { name: 'Set the time' }).click()
  await expect(page.getByText(/Bar 2: The groups 3\+3 make 6; this meter has 7/).first()).toBeVisible()

  // What was chosen for all is used where the bars are named one by one, and a bar’s slots go on to the last.
  await page.getByRole('switch', { name: 'Every bar alike' }).click()
  await page.getByRole('button', { name: '4/4', exact: true }).click()
  await page.getByLabel('Bars', { exact: true }).fill('4')
  await page.getByLabel('Bars', { exact: true }).press('Tab')
  await page.getByRole('switch', { name: 'Every bar alike' }).click()
  await page.getByRole('button', { name: 'Bar 3', exact: true }).click()
  await page.getByRole('combobox', { name: 'Slots in every beat' }).click()
  await page.getByRole('option', { name: '3', exact: true }).click()
  await page.getByRole('button', { name: 'The same in the bars after it' }).click()
  await page.getByRole('button', { name: 'Set the time' }).click()
  await expect
    .poll(async () =>
      (await bench.stored()).document.bars.map(bar => `${bar.meter.count}/${bar.meter.unit} ${bar.slots.join(' ')}`),
    )
    .toEqual(['4/4 4 4 4 4', '4/4 4 4 4 4', '4/4 3 3 3 3', '4/4 3 3 3 3'])
})

test('a part repeats against the bars and says when it comes round; it swings by itself', async ({ bench }) => {
  const { page } = bench
  await bench.openCopy('chalk-on-the-door')
  const name = (await bench.stored()).document.parts[0]!.name
  await page.getByRole('button', { name: `More for ${name}` }).click()
  await page.getByRole('menuitem', { name: 'Its own time …' }).click()
  await page.getByLabel('Slots until it repeats').fill('3')
  await page.getByLabel('Slots until it repeats').press('Enter')
  await expect(page.locator('[data-comes-round]')).toHaveText(/^Comes round after 3 bars\.$/)
  await page.getByRole('switch', { name: 'Repeats on its own' }).click()
  await page.getByRole('switch', { name: 'Its own swing' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'hard' }).click()
  await page.keyboard.press('Escape')
  await bench.saved()
  const { document } = await bench.stored()
  const slot = document.bars[0]!.slots[0] === 2 ? 2520 : 1260
  expect(document.parts[0]).toMatchObject({ every: 3 * slot, swing: { level: '1/8', share: 0.75 } })
  // Eighths that come every three slots are eighths no more: the name follows.
  await expect(page.locator(`[data-part="${document.parts[0]!.name}"]`)).toContainText('own cycle')
})

test('the tempo is counted in another value at the same speed; pieces are pushed, a pick-up leads in, swing is one step of undo', async ({
  bench,
}) => {
  const { page } = bench
  await bench.openCopy('wet-rope')
  await page.getByRole('button', { name: 'Note value: quarters' }).click()
  await expect(page.getByRole('button', { name: /^eighths/ })).toContainText('192')
  await page.getByRole('button', { name: /^halves/ }).click()
  await expect(page.getByLabel('Tempo')).toHaveValue('48')
  await page.getByRole('button', { name: /^feel/ }).click()
  await page.getByLabel('Snare, ms').fill('12')
  await page.getByLabel('Snare, ms').press('Enter')
  await choose(page, 'Pick-up', 'the last half beat')
  await page.getByRole('slider', { name: 'Share of the first note' }).focus()
  await page.keyboard.press('PageUp')
  await page.keyboard.press('Escape')
  await bench.saved()
  const { document } = await bench.stored()
  expect(document).toMatchObject({
    tempo: { bpm: 48, counts: '1/2' },
    feel: { push: { snare: 12 } },
    pickUp: { ticks: 2520, repeats: true },
  })
  expect(document.feel.swing!.share).toBeGreaterThan(0.5)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('button', { name: /^feel/ })).toContainText('straight')
})

test('ornaments are chosen by name or key, and heard as their blows', async ({ bench }) => {
  const { page } = bench
  await bench.openCopy('wet-rope')
  await page.keyboard.press('l')
  for (const key of ['Home', 'ArrowDown', 'Control+ArrowRight']) await page.keyboard.press(key)
  await expect(bench.says).toContainText('Left hand, bar 1, beat 2: Snare, rim shot, accent')
  await page.keyboard.press('f')
  await expect(bench.says).toContainText('with flam')
  await page.keyboard.press('f')
  await expect(bench.says).toContainText('with drag')
  await choose(page, 'Ornament', 'ruff')
  await bench.saved()
  expect((await bench.stored()).document.parts[1]!.strokes[0]).toMatchObject({ ornament: 'ruff' })
})

test('comping cells are placed one by one, a rolling one making its beat a triplet', async ({ bench }) => {
  const { page } = bench
  await page.goto(`${bench.app.url}/shelf`)
  await page.getByRole('button', { name: 'Begin a groove' }).click()
  await page.getByRole('radio', { name: 'Swing in four', exact: true }).click()
  await page.getByRole('radio', { name: 'nothing: I layer it myself' }).click()
  await page.getByRole('button', { name: 'Begin', exact: true }).click()
  await expect(bench.lanes).toBeVisible()
  await page.getByRole('button', { name: 'Add a part' }).click()
  await page.getByRole('button', { name: 'Ride, long and skip' }).click()
  await page
    .getByRole('button', { name: /Left hand/ })
    .first()
    .click()
  await choose(page, 'Where the cell begins', 'bar 1, beat 2')
  await page.getByRole('button', { name: 'Three rolling triplets' }).click()
  await choose(page, 'Where the cell begins', 'bar 1, beat 4')
  await page.getByRole('button', { name: 'Upbeat into downbeat' }).click()
  await bench.saved()
  const { document } = await bench.stored()
  expect(document.bars[0]!.slots).toEqual([2, 3, 2, 2])
  expect(document.parts[1]).toMatchObject({ role: 'comping', limb: 'LH' })
  expect(document.parts[1]!.strokes.map(stroke => stroke.at)).toEqual([5040, 6720, 8400, 17640, 20160])
})

test('names and roles follow what is in a part until the player gives them', async ({ bench }) => {
  const { page } = bench
  await bench.openCopy('wet-rope')
  const told = async () => (await bench.stored()).document.parts.map(part => `${part.name}: ${part.role}`)
  await page.getByRole('button', { name: 'Choose Hat eighths' }).click()
  await page.keyboard.press('l')
  await page.keyboard.press('Control+a')
  await choose(page, 'Piece', 'Ride')
  await expect(page.locator('[data-part="Ride eighths"]')).toBeVisible()
  await page.getByRole('button', { name: 'More for Hat foot' }).click()
  await page.getByRole('menuitem', { name: 'Its role: hat foot' }).press('ArrowRight')
  await page.getByRole('menuitemcheckbox', { name: 'Other' }).click()
  await bench.saved()
  await expect
    .poll(told)
    .toEqual(['Ride eighths: lead', 'Backbeat: backbeat', 'Ghosts: ghosts', 'Bass drum: bass drum', 'Hat foot: other'])
  // One step back takes the name back with the piece.
  await page.keyboard.press('l')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(page.locator('[data-part="Hat eighths"]')).toBeVisible()
})

test('a part is said once and repeated, and written out again; its pick-up begins on any slot', async ({
  page,
  bench,
}) => {
  await bench.openCopy('wet-rope')
  const row = page.locator('[data-part="Bass drum"]')
  const ats = async () => {
    await bench.saved()
    return (await bench.stored()).document.parts.find(part => part.name === 'Bass drum')!
  }
  const more = async (item: string) => {
    await row.getByRole('button', { name: 'More for Bass drum' }).click()
    await page.getByRole('menuitem', { name: item }).click()
  }
  await more('Its own time …')
  await page.getByRole('switch', { name: 'Its own pick-up' }).click()
  await choose(page, 'The pick-up begins on', 'bar 2, & of 3')
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click()
  // From & of 3 of the last bar: six sixteenths.
  await expect.poll(async () => (await ats()).pickUp).toBe(6 * 1260)
  await more('Its own time …')
  await page.getByRole('switch', { name: 'Its own pick-up' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click()
  await more('Say the first bar once, and repeat it')
  await expect.poll(async () => (await ats()).every).toBe(20160)
  expect((await ats()).strokes.map(stroke => stroke.at / 1260)).toEqual([0, 3, 10])
  await more('Write it out for all bars')
  await expect.poll(async () => (await ats()).every).toBeNull()
  expect((await ats()).strokes.map(stroke => stroke.at / 1260)).toEqual([0, 3, 10, 16, 19, 26])
})
