import { type Bench, boxOf, expect, test } from './app'

/** Where a limb strikes, in slots of sixteenths. */
const slotsOf = async (bench: Bench, role: string) =>
  (await bench.stored()).document.parts
    .filter(part => part.role === role)
    .flatMap(part => part.strokes.map(stroke => stroke.at / 1260))
    .sort((a, b) => a - b)
/** A place over the counts, or over the line with the numbers of the bars. */
const over = async (bench: Bench, slot: number, y = 44) => {
  const { x } = await bench.place('Right hand', slot)
  return { x, y: (await boxOf(bench.lanes)).y + y }
}
const BASS = [0, 3, 10, 16, 22, 25, 26]

test('a run of slots is marked over the counts, looped, copied, pasted, repeated, cleared and displaced with the mouse', async ({
  bench,
}) => {
  const { page } = bench
  await bench.openCopy('wet-rope')
  await expect.poll(() => slotsOf(bench, 'bass drum')).toEqual(BASS)
  const from = await over(bench, 0)
  const to = await over(bench, 3)
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(to.x, to.y, { steps: 4 })
  await page.mouse.up()
  const says = page.locator('[data-span-says]')
  await expect(says).toHaveText('bar 1, beat 1 to a of 1')
  await expect(page.locator('[data-span]')).toBeVisible()
  const bar = page.getByRole('region', { name: 'The marked span' })

  await bar.getByRole('button', { name: 'Loop', exact: true }).click()
  await expect(page.getByRole('combobox', { name: 'Loop' })).toContainText('bar 1, beat 1 to a of 1')
  await bar.getByRole('button', { name: 'Copy', exact: true }).click()
  // A press on a count marks its beat, and takes the cursor there.
  const there = await over(bench, 28)
  await page.mouse.click(there.x, there.y)
  await expect(says).toHaveText('bar 2, beat 4 to a of 4')
  await bar.getByRole('button', { name: 'Paste', exact: true }).click()
  await bench.saved()
  await expect.poll(() => slotsOf(bench, 'bass drum')).toEqual([...BASS, 28, 31])
  await page.keyboard.press('Control+z')
  await bench.saved()
  await expect.poll(() => slotsOf(bench, 'bass drum')).toEqual(BASS)

  await page.mouse.click(from.x, from.y)
  await bar.getByRole('button', { name: 'What is marked a slot later' }).click()
  await bench.saved()
  expect((await slotsOf(bench, 'bass drum')).slice(0, 2)).toEqual([0, 1])
  await bar.getByRole('button', { name: 'Repeat', exact: true }).click()
  await bench.saved()
  await expect
    .poll(() => slotsOf(bench, 'bass drum'))
    .toEqual([0, 1, 4, 5, 8, 9, 12, 13, 16, 17, 20, 21, 24, 25, 28, 29])
  await bar.getByRole('button', { name: 'Clear', exact: true }).click()
  await bench.saved()
  expect((await slotsOf(bench, 'bass drum'))[0]).toBe(4)
  // The cursor is in the right hand's lane, which the clearing has emptied there.
  await bar.getByRole('button', { name: 'Fill the slots' }).click()
  await bench.saved()
  expect((await slotsOf(bench, 'lead')).slice(0, 4)).toEqual([0, 1, 2, 3])
  await bar.getByRole('button', { name: 'Remove the mark' }).click()
  await expect(bar).toBeHidden()
  await expect(page.getByRole('combobox', { name: 'Loop' })).toContainText('all bars')
})

test('the same by keys: marked with Shift, copied, pasted, looped, moved and cleared; a single stroke moves with Alt', async ({
  bench,
}) => {
  const { page } = bench
  await bench.openCopy('wet-rope')
  const press = async (...keys: string[]) => {
    for (const key of keys) await page.keyboard.press(key)
  }
  await press('l', 'Home', 'Control+v')
  await expect(
    page.getByText('Nothing is copied yet: mark a run of slots, then Ctrl C.', { exact: true }),
  ).toBeVisible()
  await press('Shift+ArrowRight', 'Shift+ArrowRight', 'Shift+ArrowRight')
  await expect(page.locator('[data-span-says]')).toHaveText('bar 1, beat 1 to a of 1')
  await press('Control+c', 'End', 'ArrowLeft', 'ArrowLeft', 'ArrowLeft', 'Control+v')
  await bench.saved()
  await expect.poll(() => slotsOf(bench, 'bass drum')).toEqual([...BASS, 28, 31])
  await press('m')
  await expect(page.getByRole('combobox', { name: 'Loop' })).toContainText('bar 2, beat 4 to a of 4')
  await press('Alt+Shift+ArrowLeft')
  await bench.saved()
  expect((await slotsOf(bench, 'bass drum')).slice(-2)).toEqual([30, 31])
  await press('Shift+Delete')
  await bench.saved()
  await expect.poll(() => slotsOf(bench, 'bass drum')).toEqual(BASS)
  await press('Escape')
  await expect(page.locator('[data-span]')).toHaveCount(0)
  // The bass drum on 1 a slot later, by itself.
  await press('Home', 'ArrowDown', 'ArrowDown', 'Alt+ArrowRight')
  await bench.saved()
  await expect.poll(() => slotsOf(bench, 'bass drum')).toEqual([1, 3, 10, 16, 22, 25, 26])
  // Bar 2 of the bass drum's lane filled, what was there left.
  await press('Home', ...Array<string>(4).fill('Control+ArrowRight'), 'Shift+End')
  await expect(page.locator('[data-span-says]')).toHaveText('bar 2')
  await press('Shift+Enter')
  await bench.saved()
  await expect
    .poll(() => slotsOf(bench, 'bass drum'))
    .toEqual([1, 3, 10, ...Array.from({ length: 16 }, (_, i) => 16 + i)])
  await press('Shift+Enter')
  await expect(page.getByText('The right foot strikes in every slot of what is marked.', { exact: true })).toBeVisible()
})

test('a bar is played twice, moved and taken out; new bars repeat what is there, or are empty', async ({ bench }) => {
  const { page } = bench
  await bench.openCopy('wet-rope')
  const first = await over(bench, 2, 10)
  await page.mouse.click(first.x, first.y)
  await expect(page.locator('[data-span-says]')).toHaveText('bar 1')
  const menu = async (name: string) => {
    await page.getByRole('button', { name: 'Bar', exact: true }).click()
    await page.getByRole('menuitem', { name }).click()
  }
  await menu('Play it twice')
  await expect(page.locator('[data-span-says]')).toHaveText('bar 2')
  await bench.saved()
  await expect.poll(() => slotsOf(bench, 'bass drum')).toEqual([0, 3, 10, 16, 19, 26, 32, 38, 41, 42])
  await menu('Later')
  await expect(page.locator('[data-span-says]')).toHaveText('bar 3')
  await menu('Remove the bar')
  await bench.saved()
  await expect.poll(() => slotsOf(bench, 'bass drum')).toEqual(BASS)

  for (const [filling, many] of [
    ['repeat what is there', 10],
    ['are empty', 7],
  ] as const) {
    await page.getByRole('button', { name: /^meter/ }).click()
    await page.getByRole('spinbutton', { name: 'Bars' }).fill('3')
    await page.getByRole('spinbutton', { name: 'Bars' }).press('Tab')
    await page.getByRole('radio', { name: filling }).click()
    await page.getByRole('button', { name: 'Set the time' }).click()
    await expect(page.getByText('Bar 3', { exact: true })).toBeVisible()
    await bench.saved()
    await expect.poll(() => slotsOf(bench, 'bass drum')).toHaveLength(many)
    await page.keyboard.press('Control+z')
    await expect(page.getByText('Bar 3', { exact: true })).toBeHidden()
  }
})

test('a span becomes a groove of its own, is changed there, and put back; Vary changes it alone', async ({ bench }) => {
  const { page } = bench
  await bench.openCopy('wet-rope')
  const whole = page.url()
  const beat = await over(bench, 12)
  const before = await slotsOf(bench, 'ghosts')
  await page.mouse.click(beat.x, beat.y)
  await page.getByRole('link', { name: 'Vary it' }).click()
  await expect(page.locator('[data-only-in]')).toContainText('Only in bar 1, beat 4 to a of 4')
  await page.locator('[data-move="displace-all"]').click()
  await expect(page.locator('[data-move-says]')).toHaveText(
    /^Everything in bar 1, beat 4 to a of 4 moved 1 slot later, a sixteenth, round within it\. /,
  )
  await page.getByRole('button', { name: 'Change this groove' }).click()
  await page.getByRole('link', { name: 'Open on Bench' }).click()
  await bench.saved()
  expect(before.filter(slot => slot >= 12 && slot < 16)).toEqual([15])
  await expect
    .poll(() => slotsOf(bench, 'ghosts'))
    .toEqual(before.map(slot => (slot === 15 ? 12 : slot)).sort((a, b) => a - b))

  await page.mouse.click(beat.x, beat.y)
  await page.getByRole('button', { name: 'Make it a groove' }).click()
  await expect(page.getByRole('textbox', { name: 'Title' })).toHaveValue('Wet Rope, copied, bar 1, beat 4 to a of 4')
  await page.keyboard.press('l')
  for (const key of ['Home', 'ArrowDown', 'ArrowDown', 'Enter']) await page.keyboard.press(key)
  await bench.saved()
  await page.getByRole('button', { name: 'Put it back' }).click()
  await expect(page).toHaveURL(whole)
  await expect(page.getByText('is back in its place.', { exact: false }).first()).toBeVisible()
  await bench.saved()
  await expect.poll(() => slotsOf(bench, 'bass drum')).toEqual([0, 3, 10, 12, 16, 22, 25, 26])
  await page.keyboard.press('Control+z')
  await bench.saved()
  await expect.poll(() => slotsOf(bench, 'bass drum')).toEqual(BASS)
})

test('a groove is stepped through with no pulse: each instant sounds, lights its limbs and is said; then more at a time', async ({
  bench,
}) => {
  const { page } = bench
  await bench.openCopy('wet-rope')
  await page.keyboard.press('e')
  const says = page.locator('[data-step-says]')
  await expect(says).toHaveText('Press Next, and the first strokes sound.')
  await page.keyboard.press(' ')
  await expect(says).toHaveText('bar 1, beat 1: right hand hi-hat, right foot bass drum, left foot chick')
  await expect(page.locator('[data-limb="RH"]')).toHaveAttribute('data-lit', 'true')
  await expect(page.locator('[data-limb="LH"]')).toHaveAttribute('data-lit', 'false')
  await expect(page.locator('[data-ring]')).toHaveCount(3)
  await page.keyboard.press('ArrowRight')
  await expect(says).toHaveText('bar 1, & of 1: right hand hi-hat')
  await page.keyboard.press('ArrowLeft')
  await expect(says).toHaveText(/^bar 1, beat 1:/)
  // Two at a time, three, then to the end of the beat.
  for (const key of ['+', '+', '+']) await page.keyboard.press(key)
  await expect(says).toHaveText(
    'bar 1, beat 1: right hand hi-hat, right foot bass drum, left foot chick. bar 1, & of 1: right hand hi-hat. bar 1, a of 1: right foot bass drum',
  )
  await page.getByRole('button', { name: 'Next', exact: true }).click()
  await expect(says).toContainText(
    'bar 1, beat 2: right hand hi-hat; left hand snare rim shot, accent; left foot chick.',
  )
  await page.getByRole('button', { name: 'Leave Step' }).click()
  await expect(says).toBeHidden()
  await expect(page.locator('[data-ring]')).toHaveCount(0)
})
