import type { Page } from '@playwright/test'
import { type Bench, expect, test } from './app'

/** What the server has of the line: each note's first slot and how many sixteenths it lasts. */
const lineOf = async (bench: Bench) => {
  await bench.saved()
  return (await bench.stored()).document.guides[0]?.notes.map(({ at, length }) => [at / 1260, length / 1260]) ?? []
}
const notes = (page: Page) => page.locator('[data-note]')
const toLine = (page: Page) => page.getByRole('button', { name: 'Add a line above' }).click()

test('a line is drawn with the mouse, long and short, above the limbs', async ({ page, bench }) => {
  await bench.openCopy('wet-rope')
  await toLine(page)
  await expect(page.locator('[data-line-panel]')).toBeVisible()
  const over = async (slot: number) => ({
    x: (await bench.place('Right hand', slot)).x,
    y: (await bench.place('Line', slot)).y,
  })
  const [a, b] = [await over(0), await over(3)]
  await page.mouse.move(a.x, a.y)
  await page.mouse.down()
  await page.mouse.move(b.x, b.y, { steps: 4 })
  await page.mouse.up()
  await page.mouse.click((await over(6)).x, a.y)
  await expect(notes(page)).toHaveCount(2)
  await expect
    .poll(() => lineOf(bench))
    .toEqual([
      [0, 4],
      [6, 1],
    ])
  await expect(page.locator('[data-note][data-long=true]')).toHaveCount(1)
  // A note that is there is pressed and drawn longer; undo takes it back as one thing.
  const c = await over(8)
  await page.mouse.move((await over(6)).x, a.y)
  await page.mouse.down()
  await page.mouse.move(c.x, c.y, { steps: 3 })
  await page.mouse.up()
  await expect
    .poll(() => lineOf(bench))
    .toEqual([
      [0, 4],
      [6, 3],
    ])
  await page.keyboard.press('Control+z')
  await expect
    .poll(() => lineOf(bench))
    .toEqual([
      [0, 4],
      [6, 1],
    ])
  await bench.unfold('Against the line')
  await expect(page.locator('[data-on-line]').filter({ hasText: 'Right foot' })).toHaveText(
    'Right foot: 1 of 2 notes, not bar 1, & of 2. 6 strokes more.',
  )
})

test('by keys a line is written, said, read by the limbs and kept', async ({ page, bench }) => {
  await bench.openCopy('wet-rope')
  await page.keyboard.press('u')
  await expect(bench.lanes).toBeFocused()
  for (const key of [
    'Enter',
    'o',
    'o',
    'o',
    'ArrowRight',
    'ArrowRight',
    'ArrowRight',
    'ArrowRight',
    'ArrowRight',
    'ArrowRight',
    'Enter',
    '5',
  ])
    await page.keyboard.press(key)
  await expect(bench.says).toHaveText('Line, bar 1, & of 2: short note, accent, for a sixteenth')
  await expect
    .poll(() => lineOf(bench))
    .toEqual([
      [0, 4],
      [6, 1],
    ])
  // Down from the line is the leading hand, and up again the line.
  await page.keyboard.press('ArrowDown')
  await expect(bench.says).toHaveText(/^Right hand/)
  await page.keyboard.press('ArrowUp')
  await expect(bench.says).toHaveText(/^Line/)
  await page.getByRole('button', { name: 'Give it to the limbs' }).press('Enter')
  await expect(page.locator('[data-reading]')).toHaveCount(16)
  const reading = page.locator('[data-reading=crash]')
  await reading.getByRole('button', { name: /^Short on the snare/ }).focus()
  await expect(page.locator('[data-stick^="crash"], [data-stick^="other-rh"]')).not.toHaveCount(0)
  await reading.getByRole('button', { name: 'Keep as variation' }).press('Enter')
  await expect(page.getByText('A variation of its parent')).toContainText(
    '“Line” as short on the snare, long on the bass drum with a crash: 2 notes.',
  )
  // The line came along, whoever plays it.
  await expect
    .poll(() => lineOf(bench))
    .toEqual([
      [0, 4],
      [6, 1],
    ])
})

test('a line is taken from a part, tapped in time, and goes with its last note taken back', async ({ page, bench }) => {
  await bench.openCopy('wet-rope')
  await toLine(page)
  await page.getByRole('button', { name: 'From a part' }).click()
  await page.getByRole('menuitem', { name: 'Bass drum' }).click()
  await expect.poll(() => lineOf(bench).then(line => line.map(([slot]) => slot))).toEqual([0, 3, 10, 16, 22, 25, 26])
  await page.getByRole('button', { name: 'Tap it' }).click()
  const tap = page.locator('[data-tap]')
  await expect(page.getByRole('button', { name: /Stop/ })).toBeVisible()
  // Tapped once the sound is under way: one note more or longer than there was.
  await expect(page.locator('rect[data-band]')).toHaveAttribute('visibility', 'visible')
  const before = await lineOf(bench)
  await tap.dispatchEvent('pointerdown')
  const band = page.locator('rect[data-band]')
  const from = await band.getAttribute('x')
  await expect.poll(() => band.getAttribute('x')).not.toBe(from)
  await tap.dispatchEvent('pointerup')
  await expect.poll(() => lineOf(bench)).not.toEqual(before)
  await page.getByRole('button', { name: 'Remove the line' }).click()
  await expect(notes(page)).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(notes(page)).not.toHaveCount(0)
})

test('Vary offers the line to the limbs as a move', async ({ page, bench }) => {
  await bench.openCopy('wet-rope')
  await toLine(page)
  await page.getByRole('button', { name: 'From a part' }).click()
  await page.getByRole('menuitem', { name: 'Bass drum' }).click()
  await bench.saved()
  await page.goto(page.url().replace('/bench/', '/vary/'))
  await page.getByRole('button', { name: /^Play the line above/ }).click()
  await expect(page.getByRole('combobox', { name: 'How' })).toBeVisible()
})

test('a piece and a stroke are painted into many slots, by mouse and by keys', async ({ page, bench }) => {
  await bench.beginEmpty('Painted')
  const brush = page.getByRole('group', { name: 'Paint with' })
  await brush.getByRole('button', { name: 'Ride' }).click()
  await brush.getByRole('button', { name: 'bell' }).click()
  for (const slot of [0, 2, 4]) {
    const at = await bench.place('Right hand', slot)
    await page.mouse.click(at.x, at.y)
  }
  await bench.saved()
  const strokes = async () =>
    (await bench.stored()).document.parts.flatMap(part =>
      part.strokes.map(stroke => `${stroke.piece} ${stroke.stroke}`),
    )
  await expect.poll(() => strokes()).toEqual(['ride bell', 'ride bell', 'ride bell'])
  // One that is there is painted over.
  await brush.getByRole('button', { name: 'Hi-hat' }).click()
  const at = await bench.place('Right hand', 2)
  await page.mouse.click(at.x, at.y)
  await bench.saved()
  await expect.poll(() => strokes()).toEqual(['ride bell', 'hi-hat hit', 'ride bell'])
  // By keys: Escape puts the brush down; P in an empty slot takes one up again.
  await bench.lanes.focus()
  await page.keyboard.press('Escape')
  await expect(brush.getByRole('button', { name: 'like its neighbour' })).toHaveAttribute('aria-pressed', 'true')
  for (const key of ['ArrowRight', 'p', 'p', 'p', 'Enter']) await page.keyboard.press(key)
  await bench.saved()
  await expect.poll(() => strokes()).toHaveLength(4)
  await expect(brush.getByRole('button', { pressed: true }).first()).not.toHaveText('like its neighbour')
  // What one hand paints with is not what the other does.
  await page.keyboard.press('ArrowDown')
  await expect(brush.getByRole('button', { name: 'like its neighbour' })).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('ArrowUp')
  await expect(brush.getByRole('button', { name: 'like its neighbour' })).toHaveAttribute('aria-pressed', 'false')
})
