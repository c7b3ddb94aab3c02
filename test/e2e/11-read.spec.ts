import { makeBars, makeGroove, makePart } from '#core/groove'
import { meter } from '#core/time'
import { boxOf, expect, test } from './app'

test('findings are pointed at in the lanes; the balance by role is held against the style and mended', async ({
  bench,
}) => {
  const { page } = bench
  await bench.openCopy('wet-rope')
  await page.locator('[data-unison]').first().hover()
  await expect(page.locator('[data-ring]')).toHaveCount(12) // three limbs on 2 and 4 of two bars
  await bench.unfold('Backbeat')
  await page.locator('[data-backbeat]').hover()
  await expect(page.locator('[data-ring]')).toHaveCount(4)
  await page.locator('[data-backbeat]').blur()
  await page.getByRole('heading', { name: 'Lands together' }).hover()
  await expect(page.locator('[data-ring]')).toHaveCount(0)
  await expect(page.locator('[data-syncopation]')).toContainText('a bar)')
  await bench.unfold('Syncopation')
  await page.locator('summary', { hasText: 'More' }).click()
  await expect(page.locator('[data-readout]')).toContainText('Longuet-Higgins and Lee')
  await expect(page.locator('[data-balance]').filter({ hasText: 'Backbeat' })).toHaveAttribute('data-verdict', 'right')

  // The backbeat down to soft: too soft for the style, and under the hats; a level louder is offered.
  await page.getByRole('button', { name: 'Choose Backbeat' }).click()
  await page.keyboard.press('l')
  await page.keyboard.press('Control+a')
  await page.keyboard.press('2')
  const balance = page.locator('[data-balance]').filter({ hasText: 'Backbeat' })
  await expect(balance).toContainText('too soft')
  await expect(page.locator('[data-inversion]')).toContainText('The lead is louder than the backbeat')
  await balance.getByRole('button', { name: 'A level louder' }).click()
  await expect(balance).toContainText('Backbeat: 3.0')
})

test('places for ghosts are shown on request', async ({ bench }) => {
  const { page } = bench
  await bench.openCopy('wet-rope')
  await expect(page.locator('[data-ghost-place]')).toHaveCount(0)
  await bench.unfold('Places for ghosts')
  await page.getByRole('switch', { name: 'Show them' }).click()
  await expect(page.locator('[data-ghosts]')).toContainText('Left hand, ghosts: easy on')
  expect(await page.locator('[data-ghost-place]').count()).toBeGreaterThan(3)
})

test('the staff stands under the lanes, follows an edit, and a note leads to its stick', async ({ bench }) => {
  const { page } = bench
  await bench.openCopy('wet-rope')
  await page.getByRole('button', { name: 'Staff', exact: true }).click()
  const notes = page.locator('.staff-note')
  await expect(notes.first()).toBeVisible({ timeout: 60_000 })
  const before = await notes.count()
  await page.keyboard.press('l')
  for (const key of ['Home', 'ArrowRight', '3']) await page.keyboard.press(key)
  await expect(notes).toHaveCount(before + 1)
  // The bass drum on 1 of bar 2: its part is chosen and the cursor stands on it.
  const part = (await bench.stored()).document.parts.find(one => one.role === 'bass drum')!
  await page.locator(`.staff-note[data-strokes*="${part.id}:20160"]`).click({ position: { x: 6, y: 5 } })
  await expect(bench.says).toContainText('Right foot, bar 2, beat 1: Bass drum')
  await expect(bench.lanes).toBeFocused()
  await page.getByRole('button', { name: 'Sticking', exact: true }).click()
  await expect(page.locator('.staff svg text', { hasText: /^RLl$/ }).first()).toBeVisible()
})

test('each head of the staff stands under its stick, in sixteenths, in 7/8 and in 12/8', async ({ bench }) => {
  const { page } = bench
  for (const [i, id] of ['wet-rope', 'seven-crates-up', 'slow-ferry-home'].entries()) {
    await bench.open(id)
    if (!i) await page.getByRole('button', { name: 'Staff', exact: true }).click()
    const notes = page.locator('.staff-note')
    await expect(notes.first()).toBeVisible({ timeout: 60_000 })
    const apart = await notes.evaluateAll(list =>
      list.map(note => {
        const key = (note as SVGElement).dataset.strokes!.split(' ')[0]
        const stick = document.querySelector(`[data-stick="${key}"] line:last-of-type`)!.getBoundingClientRect()
        const head = note.querySelector('.vf-notehead')!.getBoundingClientRect()
        return Math.abs(head.x + head.width / 2 - stick.x)
      }),
    )
    expect(apart.length, id).toBeGreaterThan(10)
    expect(Math.max(...apart), id).toBeLessThan(4)
  }
  // Its ink is the page's, in the dark too.
  await page.emulateMedia({ colorScheme: 'dark' })
  await expect(page.locator('html.dark')).toBeAttached()
  const fill = () =>
    page
      .locator('.vf-notehead text')
      .first()
      .evaluate(head => getComputedStyle(head).fill)
  await expect.poll(fill).toBe('rgb(240, 228, 207)')
})

test('two grooves are compared count by count, and heard in turn at a key', async ({ bench }) => {
  const { page } = bench
  await bench.open('wet-rope')
  await page.keyboard.press('g')
  await expect(page.getByRole('heading', { name: 'Compare' })).toBeVisible()
  // A variation of its own comes first; the one that is looked at here is chosen by name.
  const second = page.getByRole('combobox', { name: 'The second groove' })
  await expect(second).toContainText('Wet Rope, ')
  await second.click()
  await page.getByRole('option', { name: 'Wet Rope, late backbeat', exact: true }).click()
  await expect(second).toBeFocused() // the list gives the focus back once it has closed …
  await page.getByRole('heading', { name: 'Compare' }).click() // … and there Space would open it again
  await expect(page.locator('[data-comparison]')).toHaveText(
    '31 strokes alike; 10 only in the first, 10 only in the second and 1 of another stroke.',
  )
  await expect(page.locator('[data-difference]').first()).toHaveText(
    'bar 1, beat 2, left hand: only the first, snare, rim shot, accent.',
  )
  await expect(page.locator('[data-difference]')).toHaveCount(21)
  // Each of them stands on its slot between the two, beside three words that say what the signs are.
  await expect(page.locator('[data-ribbon] text')).toHaveCount(24)
  await expect(page.locator('[data-ring]')).toHaveCount(22)
  await page.keyboard.press('Space')
  await expect(page.getByText('playing', { exact: true })).toBeVisible({ timeout: 60_000 })
  await expect(page.getByRole('region', { name: 'Wet Rope', exact: true })).toContainText('playing')
  await page.keyboard.press('x')
  await expect(page.getByRole('region', { name: 'Wet Rope, late backbeat' })).toContainText('playing')
  await page.keyboard.press('1')
  await expect(page.getByRole('region', { name: 'Wet Rope', exact: true })).toContainText('playing')
  await page.keyboard.press('Space')
  await expect(page.getByText('plays next')).toBeVisible()
})

test('a sheet prints title, tempo, counts and sticking on one page, in up to four stages, on A4 and Letter', async ({
  bench,
}) => {
  const { page } = bench
  await page.goto(`${bench.app.url}/sheet/wet-rope`)
  const sheet = page.locator('.sheet')
  await expect(sheet.getByRole('heading', { name: 'Wet Rope' })).toBeVisible()
  await expect(sheet.locator('.staff svg')).toHaveCount(1, { timeout: 60_000 })
  await expect(sheet).toContainText('Funk sixteenths · 4/4, 2 bars · straight · Five-piece')
  await expect(sheet.locator('svg text', { hasText: '= 96' })).toBeVisible()
  await expect(sheet.getByRole('img', { name: 'quarters' })).toBeVisible()
  await page.getByRole('combobox', { name: 'Stages' }).click()
  await page.getByRole('option', { name: '4' }).click()
  await expect(sheet.locator('.staff svg')).toHaveCount(4)
  await expect(sheet.getByRole('heading', { name: /^4\. With/ })).toBeVisible()
  for (const [paper, width] of [
    ['A4', 210],
    ['Letter', 216],
  ] as const) {
    await page.getByRole('combobox', { name: 'Paper' }).click()
    await page.getByRole('option', { name: paper }).click()
    await expect(sheet).toHaveAttribute('data-paper', paper)
    expect(Math.round(((await boxOf(sheet)).width / 96) * 25.4)).toBe(width)
    // As the printer gets it: the rail and the controls are gone, and it is one page.
    await page.emulateMedia({ media: 'print' })
    await expect(page.getByRole('navigation', { name: 'Stations' })).toBeHidden()
    await expect(page.getByRole('button', { name: 'Print' })).toBeHidden()
    const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1')
    expect(pdf.match(/\/Type\s*\/Page\b/g)).toHaveLength(1)
    const [, , , w] = pdf.match(/\/MediaBox\s*\[\s*([\d.]+) ([\d.]+) ([\d.]+)/)!
    expect(Math.round((Number(w) / 72) * 25.4)).toBe(width)
    await page.emulateMedia({ media: 'screen' })
  }
})

test('what enters a sheet is chosen: parts and titles by stage, a groove of the family, bars to a line, a line for the band', async ({
  page,
  app,
}) => {
  await page.goto(`${app.url}/sheet/wet-rope`)
  const sheet = page.locator('.sheet')
  await expect(sheet.locator('.staff svg')).toHaveCount(1, { timeout: 60_000 })
  await expect(sheet).toContainText('Funk sixteenths · 4/4, 2 bars · straight · Five-piece')
  await page.getByLabel('A line for the band').fill('Verse twice')
  await expect(sheet).toContainText('Verse twice')
  const notes = sheet.locator('.staff-note')
  const before = await notes.count()
  await page.getByRole('group', { name: 'Parts of entry 1' }).getByRole('button', { name: 'Hat eighths' }).click()
  await expect.poll(() => notes.count()).toBeLessThan(before)
  await page.getByLabel('Title of entry 1').fill('Without the hats')
  await expect(sheet.getByRole('heading', { name: /^Without the hats/ })).toBeVisible()
  await page.getByRole('button', { name: 'A stage' }).click()
  await page.getByRole('combobox', { name: 'Groove of entry 2' }).click()
  await page.getByRole('option', { name: 'Wet Rope, late backbeat' }).click()
  await expect(sheet.getByRole('heading', { name: /^Wet Rope, late backbeat/ })).toBeVisible()
  await expect(sheet.locator('.staff svg')).toHaveCount(2)
  await page.getByRole('button', { name: 'Entry 2 earlier' }).press('Enter')
  await expect(sheet.getByRole('heading', { level: 2 }).first()).toHaveText(/^Wet Rope, late backbeat/)
  const high = async () => (await sheet.locator('.staff svg').first().boundingBox())?.height ?? 0
  const one = await high()
  await page.getByRole('combobox', { name: 'Bars to a line' }).click()
  await page.getByRole('option', { name: '1', exact: true }).click()
  await expect.poll(high).toBeGreaterThan(one * 1.5)
  // It is there again when the page is.
  await page.reload()
  await expect(sheet).toContainText('Verse twice')
  await expect(sheet.locator('.staff svg')).toHaveCount(2, { timeout: 60_000 })
})

test('on a sheet with triplets of hands and feet no count runs into a sign', async ({ page, app }) => {
  await page.goto(`${app.url}/sheet/cold-kettle`)
  await expect(page.locator('.sheet .staff svg')).toHaveCount(1, { timeout: 60_000 })
  const collisions = await page.locator('.sheet .staff svg').evaluate(svg => {
    const box = (el: Element) => el.getBoundingClientRect()
    const words = [...svg.querySelectorAll(':scope > text')].filter(text =>
      /^[a-z0-9&]+$/i.test(text.textContent ?? ''),
    )
    const signs = [...svg.querySelectorAll('path, rect')].filter(sign => box(sign).width < 60)
    return words.flatMap(word =>
      signs
        .filter(
          sign =>
            box(sign).left < box(word).right - 1 &&
            box(sign).right > box(word).left + 1 &&
            box(sign).top < box(word).bottom - 1 &&
            box(sign).bottom > box(word).top + 1,
        )
        .map(sign => `${word.textContent} ${sign.tagName}`),
    )
  })
  expect(collisions).toEqual([])
})

test('a clave is chosen and drawn over the counts; a part against it is said, and turned', async ({ bench, page }) => {
  const strokes = [0, 2, 4, 5, 7, 8, 10, 11, 13, 15].map(eighth => ({
    at: eighth * 2520,
    piece: 'floor tom',
    stroke: 'hit' as const,
    level: 4 as const,
  }))
  const groove = makeGroove({
    id: `clave-${Date.now()}`,
    title: 'Clave',
    bars: makeBars(meter(4, 4), 2, 2),
    parts: [makePart({ id: 'shell', name: 'Shell', limb: 'RH', strokes })],
  })
  await page.request.post(`${bench.app.url}/api/grooves`, { data: groove })
  await bench.open(groove.id)
  await expect(page.locator('[data-clave-marks]')).toHaveCount(0)
  await page.getByRole('button', { name: /^style/ }).click()
  await page.getByRole('combobox', { name: 'Clave' }).click()
  await page.getByRole('option', { name: 'son clave 3-2' }).click()
  await page.keyboard.press('Escape')
  await expect(page.locator('[data-clave-marks] circle')).toHaveCount(5)
  // The shell pattern is that of two side first.
  await expect(page.locator('[data-clave]')).toHaveText('Son clave 3-2: “Shell” is against it.')
  await page.getByRole('button', { name: 'Turn “Shell” by half' }).click()
  await bench.unfold('Clave')
  await expect(page.locator('[data-clave]')).toHaveText('Son clave 3-2: “Shell” goes with it.')
  await bench.saved()
  const { document } = await bench.stored()
  expect(document.clave).toEqual({ rhythm: 'son', side: '3-2' })
  expect(document.parts[0]!.strokes.map(stroke => stroke.at / 2520)).toEqual([0, 2, 3, 5, 7, 8, 10, 12, 13, 15])
})
