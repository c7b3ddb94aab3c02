import { expect, test } from './app'

type Page = import('@playwright/test').Page
async function choose(page: Page, name: string, option: string) {
  await page.getByRole('combobox', { name, exact: true }).click()
  await page.getByRole('option', { name: option, exact: true }).click()
}

test('a rudiment becomes a groove on the Bench, its parts named', async ({ bench }) => {
  const { page } = bench
  await page.goto(`${bench.app.url}/sticking`)
  await choose(page, 'Rudiment', 'Single paradiddle')
  await expect(page.locator('[data-home]')).toHaveText('Comes home to the right hand in every bar.')
  // The backbeat finder says which hand falls on 2 and 4; as written the left leads those beats.
  await expect(page.locator('[data-rotation]').first()).toContainText('Left hand on 2 and 4.')
  await page.getByText('on 3', { exact: true }).click()
  await expect(page.locator('[data-rotation]').first()).toContainText(/hand on 3\./)

  await choose(page, 'Right hand plays', 'Ride')
  await choose(page, 'Right hand accents on', 'Crash')
  await choose(page, 'Bass drum', 'with the accents')
  await choose(page, 'Hat foot', '2 and 4')
  await page.getByRole('switch', { name: 'All else ghosted' }).click()
  await expect(page.locator('[data-becomes]')).toHaveText([
    /^Accents, right hand, 2 strokes/,
    /^Sticking, right hand, 6/,
    /^Ghosts, left hand, 6/,
    /^Backbeat, left hand, 2/,
    /^Bass drum, 4/,
    /^Hat foot, 2/,
  ])
  await page.getByRole('button', { name: 'Open on Bench' }).click()
  await expect(bench.lanes).toBeVisible()
  const { document: groove } = await bench.stored()
  expect(groove).toMatchObject({ title: 'Single paradiddle', tags: ['sticking'], tempo: { bpm: 92 } })
  const ats = (name: string) =>
    groove.parts.find(part => part.name === name)!.strokes.map(stroke => [stroke.at / 1260, stroke.piece, stroke.level])
  // RLRR LRLL twice: the right hand's accents on 1 and 3 go to the crash, the left hand has 2 and 4.
  expect(ats('Accents, right hand')).toEqual([
    [0, 'crash', 5],
    [8, 'crash', 5],
  ])
  expect(ats('Backbeat, left hand')).toEqual([
    [4, 'snare', 5],
    [12, 'snare', 5],
  ])
  expect(ats('Ghosts, left hand')[0]).toEqual([1, 'snare', 1])
  expect(ats('Bass drum').map(([at]) => at)).toEqual([0, 4, 8, 12])
})

test('a sticking is written by keys; what cannot be read is said, and what runs against the bars comes home', async ({
  bench,
}) => {
  const { page } = bench
  await page.goto(`${bench.app.url}/sticking`)
  const field = page.getByLabel('Sticking', { exact: true })
  await expect(field).toBeVisible()
  await page.keyboard.press('c')
  const groups = page
    .getByRole('group', { name: /^Groups of/ })
    .first()
    .getByRole('button')
  await expect(groups.first()).toBeVisible()
  await page.keyboard.press('Tab')
  await expect(groups.first()).toBeFocused()
  await page.keyboard.press('w')
  await expect(field).toBeFocused()
  await field.fill('rlx')
  await expect(page.getByRole('alert')).toHaveText(
    '“x” in place 3 is none of them; write r or l for a hand, f for the foot, - for a rest.',
  )
  await expect(page.getByRole('button', { name: 'Open on Bench' })).toBeDisabled()
  await field.fill('Rlf')
  await expect(page.locator('[data-home]')).toHaveText('Comes home to the right hand after 3 bars.')
  await expect(page.locator('[data-bar]')).toHaveCount(3)
  await expect(page.getByText('Bar 1: 1 right hand, 2 left hand, 3 bass drum foot, 4 right hand.')).toBeAttached()
  await page.getByText('on the pad').click()
  await expect(page.locator('[data-becomes]').filter({ hasText: 'Bass drum' })).toHaveCount(0)
  await page.getByText('on the kit', { exact: true }).click()
  await expect(page.locator('[data-becomes]').filter({ hasText: 'Bass drum' })).toHaveCount(1)
  // By keys alone: out of the field, play, stop, and to the Bench. It is all there again on coming back.
  await field.press('Tab')
  await page.getByRole('heading', { name: 'Sticking' }).click()
  await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible({ timeout: 60_000 })
  await page.keyboard.press('Space')
  await page.keyboard.press('b')
  await expect(bench.lanes).toBeVisible()
  await page.getByRole('link', { name: 'Sticking' }).click()
  await expect(field).toHaveValue('Rlf')
})

test('a hand and the foot are written at once; the pad says what it leaves out; a plan made of it leads back here', async ({
  bench,
}) => {
  const { page } = bench
  await page.goto(`${bench.app.url}/sticking`)
  const field = page.getByLabel('Sticking', { exact: true })
  await expect(page.locator('#sticking-help')).toContainText(/\(rf\)\s*a hand and the foot at once/)
  await field.fill('(rf)ll(rf)ll')
  await expect(page.getByText(/^Bar 1: 1 right hand with bass drum foot, 2 left hand/)).toBeAttached()
  await expect(page.locator('[data-becomes]').filter({ hasText: 'Bass drum' })).toHaveCount(1)
  await page.getByText('on the pad').click()
  await expect(page.locator('[data-becomes]').filter({ hasText: 'Bass drum' })).toHaveCount(0)
  await expect(page.getByText('A pad has no pedal: the foot is left out.')).toBeVisible()
  await page.getByText('on the kit', { exact: true }).click()
  await page.getByRole('button', { name: 'Practise it' }).click()
  await expect(page.getByLabel('Title of the plan')).toHaveValue(/slot by slot/)
  // By its address, as another day begins; and back to what was written, whatever has been written since.
  await page.evaluate(() => localStorage.clear())
  await page.reload()
  await page.locator('[data-place]').click()
  await expect(page).toHaveURL(/\/sticking\?plan=/)
  await expect(field).toHaveValue('(rf)ll(rf)ll')
})

test('“Use it” writes the accents that the backbeat finder speaks of, and plays them on the snare; without accents the bass drum goes with the backbeat', async ({
  page,
  app,
}) => {
  await page.goto(`${app.url}/sticking`)
  await page.getByLabel('Sticking', { exact: true }).fill('rlrrlrll')
  await choose(page, 'Bass drum', 'with the accents')
  await expect(page.getByText('This sticking has no accents: the bass drum goes with the backbeat.')).toBeVisible()
  const rotation = page.locator('[data-rotation]').filter({ hasText: 'Right hand on 2 and 4.' }).first()
  await rotation.getByRole('button', { name: 'Use', exact: true }).click()
  await expect(page.getByLabel('Sticking', { exact: true })).toHaveValue(/>R|>r|R/)
  await expect(page.locator('[data-becomes]').filter({ hasText: /^Backbeat, right hand, 2/ })).toHaveCount(1)
})

test('two bars are filled with fours, fives and sevens under wishes, counted; without an answer it says why', async ({
  bench,
}) => {
  const { page } = bench
  await page.goto(`${bench.app.url}/sticking`)
  await page.getByRole('tab', { name: 'Chain note groups' }).click()
  await page.getByLabel('Bars to fill').fill('2')
  await page.getByLabel('Bars to fill').press('Enter')
  await page.getByRole('button', { name: 'on 2 and 4', exact: true }).click()
  const says = page.locator('[data-chains]')
  await expect(says).toHaveAttribute('data-working', 'false')
  await expect(says).toContainText(/^\d+ chains?\./)
  const chains = page.locator('[data-chain]')
  const counted = Number((await says.textContent())!.match(/^\d+/)![0])
  expect(await chains.count()).toBe(Math.min(100, counted))
  // Every chain is fours, fives and sevens that make 32, with the left hand on 2 and 4 of both bars.
  for (const line of await chains.allTextContents()) {
    const [, sum, letters] = line.match(/^([\d+]+)\s*([RLF\s-]+?)\s*Use$/)!
    expect(
      sum!
        .split('+')
        .map(Number)
        .reduce((a, b) => a + b),
    ).toBe(32)
    expect(new Set(sum!.split('+')).size).toBeLessThanOrEqual(3)
    const flat = letters!.replaceAll(/\s/g, '')
    expect([4, 12, 20, 28].map(slot => flat[slot]).join('')).toBe('LLLL')
    expect(flat[0]).toBe('R')
  }
  // A group of one's own; one too many is refused.
  await page.getByLabel('A group of your own').fill('rrllf')
  await page.getByLabel('A group of your own').press('Enter')
  await expect(page.getByRole('button', { name: 'RRLLF', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await page.getByLabel('A group of your own').fill('r')
  await page.getByLabel('A group of your own').press('Enter')
  await expect(page.getByRole('alert')).toHaveText('A group has 2 to 12 places; this has 1.')

  // Nothing there ends with two feet but a seven; wished for with a foot on 1, there is none, and the nearest are shown.
  await page.getByRole('combobox', { name: 'Limb wished for' }).click()
  await page.getByRole('option', { name: 'foot' }).click()
  await page.getByRole('button', { name: 'foot on bar 1, beat 1', exact: true }).click()
  await expect(says).toContainText('No chain meets every wish. Without “bass drum foot on bar 1, beat 1” there are')
  await page.getByRole('button', { name: 'foot on bar 1, beat 1', exact: true }).click()
  await expect(says).toContainText(/^\d+ chains?\./)
  await chains.first().getByRole('button').click()
  await expect(page.locator('[data-home]')).toHaveText('Comes home to the right hand after 2 bars.')
  await page.getByRole('button', { name: 'Open on Bench' }).click()
  await expect(bench.lanes).toBeVisible()
  expect((await bench.stored()).document.bars).toHaveLength(2)
})

test('a sticking is laid over what is marked on the Bench; accents are pressed, voices chosen', async ({
  page,
  bench,
}) => {
  await bench.openCopy('wet-rope')
  await page.getByRole('button', { name: 'Bar 1' }).waitFor({ state: 'detached' })
  await bench.lanes.focus()
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight')
  await expect(page.locator('[data-span-says]')).toHaveText('bar 1, beat 1 to a of 1')
  const before = (await bench.stored()).document
  await page.getByRole('link', { name: 'Sticking' }).click()
  await page.getByLabel('Sticking', { exact: true }).fill('rllr')
  await page.locator('[data-bar="0"] [data-slot="0"] button').click()
  await expect(page.getByLabel('Sticking', { exact: true })).toHaveValue('>rllr')
  await choose(page, 'Right hand plays', 'Ride, bell')
  await page.getByRole('button', { name: /^Lay over bar 1, beat 1 to a of 1 of “Wet Rope, copied”/ }).click()
  await expect(bench.lanes).toBeVisible()
  await bench.saved()
  const after = (await bench.stored()).document
  const strokes = (groove: typeof after, limb: string, inside: boolean) =>
    groove.parts
      .filter(part => part.limb === limb)
      .flatMap(part => part.strokes)
      .filter(stroke => stroke.at < 5040 === inside)
      .map(({ at, piece, stroke }) => `${at / 1260} ${piece} ${stroke}`)
      .sort()
  expect(strokes(after, 'RH', true)).toEqual(['0 ride bell', '3 ride bell'])
  expect(strokes(after, 'LH', true)).toEqual(['1 snare hit', '2 snare hit'])
  for (const limb of ['RH', 'LH', 'RF', 'LF']) expect(strokes(after, limb, false)).toEqual(strokes(before, limb, false))
  expect(strokes(after, 'RF', true)).toEqual(strokes(before, 'RF', true))
})
