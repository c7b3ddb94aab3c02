import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { parseMidi } from 'midi-file'
import { type App, expect, heard, listen, more, test, withoutScripts } from './app'

const shelf = async (page: import('@playwright/test').Page, app: App) => {
  await page.goto(`${app.url}/shelf`)
  // The whole list has come, where at first the server had drawn the newest.
  await expect(page.getByRole('status').first()).toHaveText(/^\d+ of \d+$/)
}

test('the Shelf shows the demo grooves, and finds them by word', async ({ page, app }) => {
  await shelf(page, app)
  await expect(page.getByRole('article')).toHaveCount(9)
  await expect(page.getByRole('img', { name: 'Lanes of Seven Crates Up, 7/8 as 2+2+3, 2 bars' })).toBeVisible()
  await page.getByLabel('Find a groove').fill('shuffle')
  await expect(page.getByRole('article')).toHaveCount(1)
  await expect(page.getByRole('article')).toContainText('Boiler Room Two')
  await page.getByLabel('Find a groove').fill('nothing like it')
  await page.getByRole('button', { name: 'Show all' }).click()
  await expect(page.getByRole('article')).toHaveCount(9)
})

test('the Shelf by keys: walked, put in the bin and taken out, found and opened', async ({ page, app, bench }) => {
  await shelf(page, app)
  const field = page.getByLabel('Find a groove')
  const cards = page.locator('[data-card]')
  await page.keyboard.press('g')
  await expect(cards.first()).toBeFocused()
  for (const [key, there] of [
    ['ArrowRight', 1],
    ['ArrowDown', 4],
    ['ArrowLeft', 3],
    ['ArrowUp', 0],
  ] as const) {
    await page.keyboard.press(key)
    await expect(cards.nth(there)).toBeFocused() // three in a row at this width
  }
  await page.keyboard.press('f')
  await expect(field).toBeFocused()
  await page.keyboard.type('boiler')
  await expect(cards).toHaveCount(1)
  await page.keyboard.press('ArrowDown')
  await expect(cards).toBeFocused()
  await page.keyboard.press('Delete')
  await expect(cards).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(cards).toHaveCount(1)
  await field.press('Enter')
  await expect(bench.lanes).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Title' })).toHaveValue('Boiler Room Two')
})

test('a card of the Shelf is heard at its button, another by Space', async ({ page, app }) => {
  await listen(page)
  await shelf(page, app)
  const sounds = async () => (await heard(page)).length
  const card = page.getByRole('article').filter({ hasText: 'Wet Rope' }).first()
  await card.hover()
  await card.getByRole('button', { name: 'Hear Wet Rope' }).click()
  await expect.poll(sounds, { timeout: 60_000 }).toBeGreaterThan(4)
  // Opened anew, nothing sounds of what did before.
  await shelf(page, app)
  expect(await sounds()).toBe(0)
  await page.getByRole('article').filter({ hasText: 'Boiler Room Two' }).locator('[data-card]').press(' ')
  await expect.poll(sounds, { timeout: 60_000 }).toBeGreaterThan(4)
  await expect(page).toHaveURL(/shelf/)
})

test('the Shelf is narrowed by style and tag, put in order, and a family folds into one card', async ({
  page,
  app,
}) => {
  await shelf(page, app)
  const pick = async (name: string, option: string) => {
    await page.getByRole('combobox', { name, exact: true }).click()
    await page.getByRole('option', { name: option, exact: true }).click()
    // While its list is open, the rest of the page is hidden from whoever asks by role.
    await expect(page.getByRole('listbox')).toHaveCount(0)
    await expect(page.getByRole('article').first()).toBeVisible()
  }
  // A family is one card of itself, and opens at its button.
  await expect(page.getByRole('article')).toHaveCount(9)
  await expect(page.getByRole('status').first()).toHaveText('13 of 13')
  await page.getByRole('button', { name: 'Show the 4 variations of Wet Rope' }).click()
  await expect(page.getByRole('article')).toHaveCount(5)
  await page.getByRole('button', { name: 'Show all' }).click()
  await page.getByRole('switch', { name: 'Fold families' }).click()
  await expect(page.getByRole('article')).toHaveCount(13)
  const titles = () => page.getByRole('article').getByRole('heading').allTextContents()
  const byTitle = [...(await titles())].sort((a, b) => a.localeCompare(b))
  expect(byTitle).toHaveLength(13)
  await pick('Order', 'by title')
  await expect.poll(titles).toEqual(byTitle)
  await pick('Tag', 'set list')
  await expect(page.getByRole('article').filter({ hasNotText: 'set list' })).toHaveCount(0)
  expect(await page.getByRole('article').count()).toBeGreaterThan(0)
  await pick('Style', 'Funk sixteenths')
  await expect(page.getByRole('article').filter({ hasText: 'Wet Rope' }).first()).toBeVisible()
  await page.getByRole('button', { name: 'Show all' }).click()
  await expect(page.getByRole('article')).toHaveCount(13)
})

test('the Shelf is narrowed by meter, tempo and family, and sorted by practice', async ({ page, app }) => {
  await shelf(page, app)
  const pick = async (name: string, option: string | RegExp) => {
    await page.getByRole('combobox', { name, exact: true }).click()
    await page.getByRole('option', { name: option, exact: typeof option === 'string' }).click()
    await expect(page.getByRole('listbox')).toHaveCount(0)
  }
  await pick('Meter', '3/4')
  await expect(page.getByRole('article')).toHaveCount(1)
  await expect(page.getByRole('article')).toContainText('Tin Gutter Waltz')
  await page.getByRole('button', { name: 'Show all' }).click()
  await pick('Tempo', '140 and up')
  await expect(page.getByRole('article')).toHaveCount(1)
  await expect(page.getByRole('article')).toContainText('Seven Crates Up')
  await page.getByRole('button', { name: 'Show all' }).click()
  await pick('Family', /^Wet Rope \(/)
  await expect(page.getByRole('article').filter({ hasNotText: 'Wet Rope' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Show all' }).click()
  await pick('Order', 'most practised first')
  await expect(page.getByRole('article').first()).toContainText('Wet Rope')
})

test('several grooves are tagged at once, and go to the bin and back at once', async ({ page, app }) => {
  await shelf(page, app)
  await page.getByRole('button', { name: 'Choose several' }).click()
  for (const title of ['Cold Kettle', 'Slow Ferry Home'])
    await page.getByRole('checkbox', { name: `Choose ${title}` }).click()
  const bar = page.locator('[data-picked]')
  await expect(bar.getByRole('status')).toHaveText('2 grooves chosen')
  await bar.getByLabel('Tag for the chosen grooves').fill('tuesday')
  await bar.getByLabel('Tag for the chosen grooves').press('Enter')
  await expect(page.getByText('2 grooves tagged “tuesday”.', { exact: true })).toBeVisible()
  await expect(page.getByRole('article').filter({ hasText: 'tuesday' })).toHaveCount(2)
  await bar.getByRole('button', { name: 'Put in the bin' }).click()
  await expect(page.getByRole('article')).toHaveCount(7)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByRole('article')).toHaveCount(9)
  await bar.getByRole('button', { name: 'Done' }).click()
  await expect(page.getByRole('checkbox', { name: /^Choose / })).toHaveCount(0)
})

test('a browser whose clock goes another way takes over what the server drew, and says when by its own', async ({
  page,
  app,
}) => {
  await page.clock.setFixedTime(Date.now() + 5 * 3_600_000)
  await page.goto(`${app.url}/shelf`)
  await expect(page.getByRole('status').filter({ hasText: / of / })).toBeVisible()
  const changed = page.getByRole('article').first().locator('time')
  await expect(changed).toHaveText(/^[5-7] hours ago$/)
})

test('the first cards stand there before any script has come, and what is pressed and typed meanwhile is not lost', async ({
  page,
  app,
}) => {
  let come = await withoutScripts(page)
  await page.goto(`${app.url}/shelf`, { waitUntil: 'commit' })
  await expect(page.getByRole('article')).toHaveCount(9)
  await expect(page.getByRole('article').getByRole('img', { name: /^Lanes of/ })).toHaveCount(9)
  await page.getByLabel('Find a groove').fill('shuffle')
  come()
  await expect(page.getByRole('article')).toHaveCount(1)
  await expect(page.getByLabel('Find a groove')).toHaveValue('shuffle')
  come = await withoutScripts(page)
  await page.reload({ waitUntil: 'commit' })
  await expect(page.getByRole('article')).toHaveCount(9)
  await page.getByRole('button', { name: 'Begin a groove' }).click()
  come()
  await expect(page.getByRole('heading', { name: 'Begin a groove' })).toBeVisible()
})

test('a groove goes to the bin and comes out again', async ({ page, app }) => {
  await shelf(page, app)
  const card = page.getByRole('article').filter({ hasText: 'Tin Gutter Waltz' })
  await card.hover()
  await card.getByRole('button', { name: /in the bin/ }).click()
  await expect(page.getByRole('article')).toHaveCount(8)
  await page.getByRole('button', { name: 'Bin (1)' }).click()
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Tin Gutter Waltz' })
    .getByRole('button', { name: 'Restore' })
    .click()
  await expect(page.getByRole('article')).toHaveCount(9)
})

test('a groove begun from a style has a part for each limb; the foot holds hats that a hand plays', async ({
  page,
  app,
  bench,
}) => {
  await shelf(page, app)
  await page.getByRole('button', { name: 'Begin a groove' }).click()
  await page.getByLabel('Title').fill('From the card')
  await page.getByRole('radio', { name: 'Shuffle', exact: true }).click()
  await page.getByRole('button', { name: 'Begin', exact: true }).click()
  await expect(bench.lanes).toBeVisible()
  await bench.saved()
  const { document: groove } = await bench.stored()
  expect(groove).toMatchObject({
    title: 'From the card',
    style: 'shuffle',
    tempo: { bpm: 124 },
    feel: { swing: { level: '1/8' } },
  })
  expect(groove.parts.map(part => part.limb)).toEqual(['RH', 'RF', 'LH'])
  expect(groove.parts.every(part => part.strokes.length > 0)).toBe(true)
})

// meter, felt beats in ticks, slots a beat to begin with
for (const [meter, beats] of [
  ['4/4', 4],
  ['3/4', 3],
  ['6/8', 2],
  ['7/8', 3],
  ['12/8', 4],
] as const) {
  test(`empty bars of ${meter} are begun, with a subdivision for each felt beat`, async ({ bench }) => {
    const { page } = bench
    await page.goto(`${bench.app.url}/shelf`)
    await page.getByRole('button', { name: 'Begin a groove' }).click()
    await page.getByRole('tab', { name: 'Empty bars' }).click()
    await page.getByRole('button', { name: meter, exact: true }).click()
    await page.getByRole('spinbutton', { name: 'Bars' }).fill('3')
    await page.getByRole('spinbutton', { name: 'Bars' }).press('Tab')
    await expect(page.getByRole('combobox', { name: /Slots in beat/ })).toHaveCount(beats)
    await page.getByRole('combobox', { name: 'Slots in beat 2' }).click()
    await page.getByRole('option', { name: '6', exact: true }).click()
    await page.getByRole('button', { name: 'Begin', exact: true }).click()
    await expect(bench.lanes).toBeVisible()
    const { document: groove } = await bench.stored()
    expect(groove.bars).toHaveLength(3)
    expect(`${groove.bars[0]!.meter.count}/${groove.bars[0]!.meter.unit}`).toBe(meter)
    expect(groove.bars[0]!.slots).toHaveLength(beats)
    expect(groove.bars[2]!.slots[1]).toBe(6)
    // The long beat lies on the grid of the short ones: six sixteenths.
    if (meter === '7/8')
      expect([groove.bars[0]!.meter.groups, groove.bars[0]!.slots]).toEqual([
        [2, 2, 3],
        [4, 6, 6],
      ])
  })
}

test('groups that do not add up are named where they stand', async ({ page, app }) => {
  await shelf(page, app)
  await page.getByRole('button', { name: 'Begin a groove' }).click()
  await page.getByRole('tab', { name: 'Empty bars' }).click()
  await page.getByRole('button', { name: '7/8', exact: true }).click()
  await page.getByLabel('Felt as').fill('3+3')
  await expect(page.getByText('The groups 3+3 make 6; this meter has 7.').first()).toBeVisible()
})

test('a groove is taken away as JSON and as MIDI, and the JSON opened again', async ({ bench }) => {
  const { page } = bench
  await bench.open('wet-rope')
  const take = async (format: string) => {
    await more(page, 'Export …')
    await page.getByRole('radio', { name: format }).click()
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save the file' }).click(),
    ])
    await expect(page.locator('[data-export]')).toHaveCount(0)
    return { name: file.suggestedFilename(), path: await file.path() }
  }
  const json = await take('Bazzet’s own (JSON)')
  expect(json.name).toBe('wet-rope.json')
  expect(JSON.parse(readFileSync(json.path, 'utf8'))).toEqual((await bench.stored()).document)

  const midi = await take('MIDI')
  expect(midi.name).toBe('wet-rope.mid')
  const { header, tracks } = parseMidi(readFileSync(midi.path))
  expect(header.ticksPerBeat).toBe(5040)
  const notes = tracks[1]!.filter(event => event.type === 'noteOn')
  expect(notes).toHaveLength((await bench.stored()).document.parts.reduce((sum, part) => sum + part.strokes.length, 0))
  expect(notes.every(event => 'channel' in event && event.channel === 9)).toBe(true)

  // A changed copy under another id opens as itself; the same file again is beside the first.
  const changed = { ...JSON.parse(readFileSync(json.path, 'utf8')), id: 'by-hand', title: 'By hand' }
  const path = join(bench.app.folder, 'by-hand.json')
  writeFileSync(path, JSON.stringify(changed))
  const open = async () => {
    await shelf(page, bench.app)
    await page.getByRole('button', { name: 'Open a file' }).click()
    await page.getByLabel('File to open').setInputFiles(path)
    await expect(page.getByText('A groove: By hand')).toBeVisible()
    await page.getByRole('button', { name: 'Keep', exact: true }).click()
  }
  await open()
  await expect(page).toHaveURL(/bench\/by-hand$/)
  await open()
  await expect(page.getByText('was here already').first()).toBeVisible()
  await expect(bench.lanes).toBeVisible()
  expect((await bench.stored()).document).toMatchObject({ title: 'By hand' })
})

test('a file that is wrong is refused with what is wrong, and nothing is kept', async ({ bench }) => {
  const { page } = bench
  await shelf(page, bench.app)
  const before = await page.getByRole('article').count()
  const groove = (await (await fetch(`${bench.app.url}/api/grooves/wet-rope`)).json()).document
  groove.id = 'wrong'
  groove.parts[0].strokes[0].level = 9
  const path = join(bench.app.folder, 'wrong.json')
  writeFileSync(path, JSON.stringify(groove))
  await page.getByRole('button', { name: 'Open a file' }).click()
  await page.getByLabel('File to open').setInputFiles(path)
  await expect(page.getByRole('alert')).toContainText('parts.0.strokes.0.level: A level is a whole number from 1 to 5')
  await expect(page.getByRole('alert')).toContainText('Nothing was kept.')
  expect((await fetch(`${bench.app.url}/api/grooves/wrong`)).status).toBe(404)
  await shelf(page, bench.app)
  await expect(page.getByRole('article')).toHaveCount(before)
})

test('Begin is a wall of styles: found by typing, heard when chosen, begun with Enter; the one used last comes first', async ({
  page,
  app,
  bench,
}) => {
  await shelf(page, app)
  await page.getByRole('button', { name: 'Begin a groove' }).click()
  // The typing goes to the search at once.
  await expect(page.getByLabel('Find a style')).toBeFocused()
  expect(await page.locator('[data-style]').count()).toBeGreaterThan(40)
  await page.keyboard.type('brazil')
  await expect(page.locator('[data-style]')).toHaveCount(3)
  await expect(page.getByRole('heading', { name: 'Brazil', exact: true })).toBeVisible()
  // Chosen by typing, it sounds; the arrows walk on, Space stops.
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible({ timeout: 60_000 })
  await page.getByRole('radio', { name: 'Samba', exact: true }).focus()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press(' ')
  await expect(page.getByRole('button', { name: 'Hear', exact: true })).toBeVisible()
  await page.getByRole('radio', { name: 'Samba', exact: true }).check()
  await page.keyboard.press('Enter')
  await expect(bench.lanes).toBeVisible()
  expect((await bench.stored()).document).toMatchObject({ title: 'Samba', style: 'samba' })
  await page.goto(`${app.url}/begin`)
  await expect(page.getByRole('heading', { level: 2 }).first()).toHaveText('Used last')
  await expect(page.getByRole('radio').first()).toHaveAccessibleName('Samba')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible()
})
