import { type Bench, expect, test } from './app'

const slots = async (bench: Bench, name: string) => {
  await bench.saved()
  return (
    (await bench.stored()).document.parts.find(part => part.name === name)?.strokes.map(stroke => stroke.at / 1260) ??
    []
  )
}

test('a bar is built beat by beat from cells, one of one’s own among them, and its beats are dragged', async ({
  page,
  bench,
}) => {
  await bench.openCopy('wet-rope')
  // One beat of everything is kept as a cell.
  await bench.lanes.focus()
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight')
  await page.getByRole('button', { name: 'Keep as a cell' }).click()
  await expect(
    page.getByText('Kept as the cell “Wet Rope, copied, bar 1, beat 1 to a of 1”.', { exact: true }),
  ).toBeVisible()
  const foot = await bench.place('Right foot', 4)
  await page.mouse.click(foot.x, foot.y)
  await expect.poll(() => slots(bench, 'Bass drum')).toEqual([0, 3, 4, 10, 16, 22, 25, 26])
  await page.getByRole('button', { name: 'Cells', exact: true }).click()
  const panel = page.locator('[data-cells]')
  await expect(panel.locator('[data-cell-at]')).toHaveText('At bar 1, beat 2, into “Bass drum”.')
  await panel.getByRole('button', { name: '2 a', exact: true }).click()
  await expect(panel.locator('[data-cell-at]')).toHaveText('At bar 1, beat 3, into “Bass drum”.')
  await panel.getByRole('button', { name: 'rest', exact: true }).click()
  await expect.poll(() => slots(bench, 'Bass drum')).toEqual([0, 3, 4, 7, 16, 22, 25, 26])
  await panel.locator('[data-cell]').first().click()
  await expect.poll(() => slots(bench, 'Bass drum')).toEqual([0, 3, 4, 7, 12, 15, 16, 22, 25, 26])
  // A name of one’s own; an empty one is none.
  await panel.getByRole('button', { name: /^Rename the cell/ }).click()
  await panel.getByLabel(/^Name of the cell/).fill('The first beat')
  await panel.getByLabel(/^Name of the cell/).press('Enter')
  await expect(panel.locator('[data-cell="The first beat"]')).toBeVisible()
  await panel.getByRole('button', { name: 'Rename the cell The first beat' }).click()
  await panel.getByLabel('Name of the cell The first beat').fill(' ')
  await panel.getByLabel('Name of the cell The first beat').press('Enter')
  await expect(panel.locator('[data-cell="The first beat"]')).toBeVisible()
  // The last beat of the second bar is dragged to its front: what was there goes along.
  await page.mouse.click((await bench.place('Right foot', 17)).x, (await bench.place('Right foot', 17)).y)
  await page.keyboard.press('Control+z')
  await panel.locator('[data-beat="2"]').dragTo(panel.locator('[data-beat="0"]'))
  await expect.poll(() => slots(bench, 'Bass drum')).toEqual([0, 3, 4, 7, 12, 15, 17, 18, 20, 26])
})

test('cells by keys alone, and out of the bin again', async ({ page, bench }) => {
  await bench.beginEmpty('Cell by cell')
  await bench.lanes.focus()
  for (const key of ['ArrowDown', 'ArrowDown', 'Enter']) await page.keyboard.press(key)
  await page.keyboard.press('b')
  const panel = page.locator('[data-cells]')
  await expect(panel).toBeVisible()
  await panel.getByRole('button', { name: '1 & a', exact: true }).press('Enter')
  await panel.getByRole('button', { name: '&', exact: true }).press('Enter')
  await expect.poll(() => slots(bench, 'Bass drum')).toEqual([0, 2, 3, 6])
  await panel.getByRole('button', { name: 'This beat earlier in the bar' }).press('Enter')
  await page.keyboard.press('Escape')
  await expect(panel).toBeHidden()
})

test('one’s own cells stay in the order they are put in', async ({ page, bench }) => {
  for (const name of ['One', 'Two', 'Three']) {
    const cell = { format: 'bazzet-cell', version: 1, id: name.toLowerCase(), name, length: 5040, parts: [] }
    expect((await page.request.post(`${bench.app.url}/api/cells`, { data: cell })).status()).toBe(201)
  }
  await bench.openCopy('wet-rope')
  const names = page.locator('[data-cells] [data-cell]')
  await page.getByRole('button', { name: 'Cells', exact: true }).click()
  await expect(names.filter({ hasText: /^\s*(One|Two|Three)\s*$/ })).toHaveCount(3)
  const before = (await names.allTextContents()).map(name => name.trim())
  const last = before.at(-1)!
  for (let i = 1; i < before.length; i++) await page.getByRole('button', { name: `The cell ${last} earlier` }).click()
  const after = [last, ...before.slice(0, -1)]
  await expect(names).toHaveText(after)
  await page.reload()
  await page.getByRole('button', { name: 'Cells', exact: true }).click()
  await expect(names).toHaveText(after)
})
