import { type Bench, expect, more, test } from './app'

const strokes = async (bench: Bench, part = 0) => (await bench.stored()).document.parts[part]!.strokes

test('strokes are put in, raised, moved and taken out with the mouse', async ({ bench }) => {
  const { page } = bench
  await bench.beginEmpty('By mouse')
  const at = await bench.place('Left hand', 4)
  await page.mouse.click(at.x, at.y)
  await expect(bench.sticks()).toHaveCount(1)
  await bench.saved()
  expect((await bench.stored()).document.parts).toMatchObject([
    { name: 'Snare', limb: 'LH', strokes: [{ at: 5040, piece: 'snare', stroke: 'hit', level: 3 }] },
  ])

  // Dragged down to the floor it becomes a ghost; a drag is one edit.
  await page.mouse.move(at.x, at.y)
  await page.mouse.down()
  await page.mouse.move(at.x, at.y + 20, { steps: 4 })
  await page.mouse.move(at.x, at.y + 44, { steps: 4 })
  await page.mouse.up()
  await expect(bench.sticks()).toHaveAttribute('data-level', '1')
  await page.keyboard.press('Control+z')
  await expect(bench.sticks()).toHaveAttribute('data-level', '3')

  // Dragged sideways it moves to another slot.
  const to = await bench.place('Left hand', 6)
  await page.mouse.move(at.x, at.y)
  await page.mouse.down()
  await page.mouse.move(to.x, to.y, { steps: 8 })
  await page.mouse.up()
  await bench.saved()
  await expect.poll(() => strokes(bench)).toMatchObject([{ at: 7560, level: 3 }])
  await page.getByRole('button', { name: 'Remove the stroke' }).click()
  await expect(bench.sticks()).toHaveCount(0)
})

test('a groove is layered with the keyboard alone', async ({ bench }) => {
  const { page } = bench
  await bench.beginEmpty('By keys')
  await page.keyboard.press('l')
  await expect(bench.lanes).toBeFocused()
  await expect(bench.says).toHaveText('Right hand, 1: empty')
  // Hats on every eighth of the first two beats, the second one soft.
  for (const key of ['Enter', 'ArrowRight', 'ArrowRight', '2', 'Control+ArrowRight', 'Enter'])
    await page.keyboard.press(key)
  await expect(bench.says).toHaveText('Right hand, 2: Hi-hat, soft')
  // Down to the left hand: a rim-shot backbeat on 2, made strong.
  for (const key of ['ArrowDown', 'Enter', 'k', '4']) await page.keyboard.press(key)
  await expect(bench.says).toHaveText('Left hand, 2: Snare, rim shot, strong')
  // Bass drum on 1, moved a slot later; hat foot on 2.
  for (const key of ['ArrowDown', 'Home', 'Enter', 'Alt+ArrowRight']) await page.keyboard.press(key)
  await expect(bench.says).toHaveText('Right foot, e of 1: Bass drum, plain')
  for (const key of ['ArrowDown', 'Home', 'Control+ArrowRight', 'Enter']) await page.keyboard.press(key)
  await expect(bench.says).toHaveText('Left foot, 2: Hi-hat, foot chick, plain')
  await bench.saved()
  expect(
    (await bench.stored()).document.parts.map(part => [
      part.limb,
      part.strokes.map(one => [one.at, one.piece, one.stroke, one.level]),
    ]),
  ).toEqual([
    [
      'RH',
      [
        [0, 'hi-hat', 'hit', 3],
        [2520, 'hi-hat', 'hit', 2],
        [5040, 'hi-hat', 'hit', 2],
      ],
    ],
    ['LH', [[5040, 'snare', 'rim shot', 4]]],
    ['RF', [[1260, 'bass drum', 'hit', 3]]],
    ['LF', [[5040, 'hi-hat', 'chick', 3]]],
  ])
  await page.keyboard.press('Delete')
  await expect(bench.sticks()).toHaveCount(5)

  // Undo all the way to nothing, and redo all the way back.
  while (await page.getByRole('button', { name: 'Undo' }).isEnabled()) await page.keyboard.press('Control+z')
  await expect(bench.sticks()).toHaveCount(0)
  while (await page.getByRole('button', { name: 'Redo' }).isEnabled()) await page.keyboard.press('Control+Shift+z')
  await expect(bench.sticks()).toHaveCount(5)
})

test('each kind of stroke is chosen, an open hat with its length', async ({ bench }) => {
  const { page } = bench
  await bench.beginEmpty('Kinds')
  await page.keyboard.press('l')
  await page.keyboard.press('Enter')
  const struck = page.getByRole('combobox', { name: 'Stroke', exact: true })
  const choose = async (box: import('@playwright/test').Locator, option: string) => {
    await box.click()
    await page.getByRole('option', { name: option, exact: true }).click()
  }
  await choose(struck, 'open')
  await choose(page.getByRole('combobox', { name: 'Open for' }), 'an eighth')
  await bench.saved()
  await expect.poll(() => strokes(bench)).toEqual([{ at: 0, piece: 'hi-hat', stroke: 'open', level: 3, openFor: 2520 }])
  await choose(page.getByRole('combobox', { name: 'Piece' }), 'Ride')
  await choose(struck, 'bell')
  await bench.saved()
  await expect.poll(() => strokes(bench)).toEqual([{ at: 0, piece: 'ride', stroke: 'bell', level: 3 }])
  await choose(page.getByRole('combobox', { name: 'Piece' }), 'Snare')
  for (const kind of ['rim shot', 'cross-stick', 'plain']) {
    await choose(struck, kind)
    await expect(struck).toContainText(kind)
  }
  await page.getByRole('button', { name: 'Level 5, accent' }).click()
  await expect(bench.sticks()).toHaveAttribute('data-level', '5')
})

test('parts are offered by the style, tried in place, taken; soloed, muted, locked and reordered', async ({
  bench,
}) => {
  const { page } = bench
  await page.goto(`${bench.app.url}/shelf`)
  await page.getByRole('button', { name: 'Begin a groove' }).click()
  await page.getByRole('radio', { name: 'Funk sixteenths', exact: true }).click()
  await page.getByRole('radio', { name: 'nothing: I layer it myself' }).click()
  await page.getByRole('button', { name: 'Begin', exact: true }).click()
  await expect(bench.lanes).toBeVisible()
  // The style layers the right hand first; pointing at a part shows it, leaving takes it away again.
  await page.getByRole('button', { name: 'Add a part' }).click()
  await page.getByRole('button', { name: 'Hat gallop' }).hover()
  await expect(bench.sticks()).toHaveCount(24)
  await page.getByRole('button', { name: 'Hat eighths' }).hover()
  await expect(bench.sticks()).toHaveCount(16)
  await page.getByRole('button', { name: 'Hat eighths' }).click()
  // Taken, the walk goes on to the next limb of the style.
  await expect(page.getByRole('button', { name: '2 Left hand' })).toHaveAttribute('aria-pressed', 'true')
  await page.getByRole('button', { name: 'Backbeat', exact: true }).hover()
  await expect(page.locator('[data-meets]')).toHaveText('Right hand with left hand: 2 and 4 of every bar.')
  await page.getByRole('button', { name: 'Backbeat', exact: true }).click()
  await page.getByRole('button', { name: 'Done' }).click()
  await expect(bench.sticks()).toHaveCount(20)

  const part = (name: string) => page.locator(`[data-part="${name}"]`)
  await part('Backbeat').getByRole('button', { name: 'Solo Backbeat' }).click()
  await expect(page.locator('[data-stick][opacity="0.2"]')).toHaveCount(16)
  await part('Backbeat').getByRole('button', { name: 'Solo Backbeat' }).click()
  await part('Hat eighths').getByRole('button', { name: 'Mute Hat eighths' }).click()
  await expect(page.locator('[data-stick][opacity="0.2"]')).toHaveCount(16)

  const more = async (name: string, item: string) => {
    await part(name)
      .getByRole('button', { name: `More for ${name}` })
      .click()
    await page.getByRole('menuitem', { name: item }).click()
  }
  await more('Backbeat', 'Earlier in the order')
  await more('Backbeat', 'Lock')
  await bench.saved()
  expect((await bench.stored()).document.parts).toMatchObject([
    { name: 'Backbeat', locked: true },
    { name: 'Hat eighths', muted: true },
  ])
  await part('Backbeat')
    .getByRole('button', { name: /^Choose/ })
    .click()
  await page.keyboard.press('l')
  await page.keyboard.press('Enter')
  await expect(page.getByText('“Backbeat” is locked; unlock it first.').first()).toBeVisible()
  await expect(bench.sticks()).toHaveCount(20)
})

test('what lines up is drawn and said; a limb in two places is found and can be mended', async ({ bench }) => {
  const { page } = bench
  await bench.open('wet-rope')
  await expect(bench.readout).toContainText('Right hand with right foot: & of 3 of every bar; bar 2 also & of 2')
  await expect(page.locator('[data-plumb]')).toHaveCount(13)
  await expect(bench.readout).toContainText('On 2 and 4 of every bar.')

  await bench.open('ladder-in-the-rain')
  await expect(bench.readout).toContainText('Nowhere: the groove is linear.')
  await expect(page.locator('[data-plumb]')).toHaveCount(0)

  await bench.open('cold-kettle')
  await expect(page.locator('[data-finding="clash"] p').first()).toHaveText(
    'Left hand is asked for snare and high tom at once on bar 1, beat 2. Move one of them to another limb or another slot.',
  )
  await expect(page.locator('[data-trouble="impossible"]')).toHaveAttribute('data-count', '2')
  await page.locator('[data-part="High tom answers"]').getByRole('button', { name: /^More/ }).click()
  await page.getByRole('menuitem', { name: 'Give it to the right foot' }).click()
  await expect(page.locator('[data-finding="clash"]').first()).toBeHidden()
  await page.keyboard.press('Control+z')
  await expect(page.locator('[data-finding="clash"]')).toHaveCount(2)

  // A key that follows at once, while the menu still fades, is heard too.
  await expect(page.getByRole('menu')).toBeHidden()
  await page.locator('[data-part="High tom answers"]').getByRole('button', { name: /^More/ }).click()
  await page.getByRole('menuitem', { name: 'Give it to the right foot' }).hover()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('button', { name: 'Redo' })).toBeEnabled()
})

test('chosen parts are displaced, seen first, said in a sentence, and kept as a variation', async ({ bench }) => {
  const { page } = bench
  await bench.open('wet-rope')
  await bench.unfold('Displace')
  const parts = page.getByRole('group', { name: 'Parts to move' })
  await parts.getByRole('button', { name: 'Backbeat' }).click()
  await page.getByRole('button', { name: 'One slot earlier' }).click()
  await expect(page.locator('[data-shift-says]')).toHaveText(
    'Backbeat moved 1 slot earlier, a sixteenth. The backbeat was on 2 and 4 of every bar; the strong snare strokes now fall on a of 1 and a of 3 of every bar.',
  )
  // The lanes and the readout show it before it is taken; the document is as it was.
  await expect(bench.readout).toContainText('Strong snare strokes: a of 1 and a of 3 of every bar.')
  expect((await bench.stored()).revision).toBe(1)
  await page.getByRole('button', { name: 'Keep as variation' }).first().click()
  await expect(page).not.toHaveURL(/wet-rope$/)
  await expect(page.getByText('A variation of its parent: Backbeat moved 1 slot earlier')).toBeVisible()
  const { document: kept } = await bench.stored()
  expect(kept).toMatchObject({
    title: 'Wet Rope, backbeat earlier',
    parent: { id: 'wet-rope', revision: 1, moves: [{ move: 'displace', params: { slots: -1 } }] },
  })
  expect(kept.parts[1]!.strokes.map(stroke => stroke.at)).toEqual([3780, 13860, 23940, 34020])
  await page.getByRole('link', { name: 'its parent' }).click()
  await expect(bench.readout).toContainText('On 2 and 4 of every bar.')
})

test('edited first and kept then, the variation has the edit, and the original is again as it was opened, which undo takes back', async ({
  bench,
}) => {
  const { page } = bench
  await bench.openCopy('boiler-room-two')
  const address = page.url()
  const before = (await bench.stored()).document
  await page.keyboard.press('l')
  for (const key of ['Home', 'Delete', 'ArrowRight', 'Enter']) await page.keyboard.press(key)
  await bench.saved()
  const edited = (await bench.stored()).document
  expect(edited.parts).not.toEqual(before.parts)
  await more(page, 'Keep as variation')
  await expect(page).not.toHaveURL(address)
  await expect(
    page
      .getByText(/“Boiler Room Two, copied” is again as you opened it; undo there brings your changes back\./)
      .first(),
  ).toBeVisible()
  expect((await bench.stored()).document).toMatchObject({ parts: edited.parts, parent: { id: before.id } })
  await page.getByRole('link', { name: 'its parent' }).click()
  await expect(page).toHaveURL(address)
  await expect.poll(async () => (await bench.stored()).document).toEqual(before)
  // The address is there before the groove is: only then is there something to take back.
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
  await page.keyboard.press('Control+z')
  await bench.saved()
  await expect.poll(async () => (await bench.stored()).document.parts).toEqual(edited.parts)
})

test('walking onto a stroke of another part chooses it, and walking on comes back; nothing is struck on top of it', async ({
  bench,
}) => {
  const { page } = bench
  await bench.openCopy('wet-rope')
  const before = (await bench.stored()).document
  const [backbeat, ghosts] = ['backbeat', 'ghosts'].map(role => before.parts.find(part => part.role === role)!)
  const slotOf = (part: (typeof before.parts)[number]) => part.strokes[0]!.at / 1260
  // A press on a ghost chooses the ghosts' part; from there the arrows go to the backbeat's stroke.
  const at = await bench.place('Left hand', slotOf(ghosts!))
  await page.mouse.click(at.x, at.y)
  const way = slotOf(backbeat!) > slotOf(ghosts!) ? 'ArrowRight' : 'ArrowLeft'
  for (let step = 0; step < Math.abs(slotOf(backbeat!) - slotOf(ghosts!)); step++) await page.keyboard.press(way)
  await expect(bench.says).toContainText(/^Left hand, .*: Snare/)
  // What is done here is done to that stroke.
  await page.keyboard.press('Delete')
  await bench.saved()
  const after = (await bench.stored()).document
  expect(after.parts.find(part => part.id === backbeat!.id)!.strokes).toHaveLength(backbeat!.strokes.length - 1)
  expect(after.parts.find(part => part.id === ghosts!.id)!.strokes).toEqual(ghosts!.strokes)
  // Walking on and striking goes on with the ghosts.
  await page.keyboard.press(way)
  await page.keyboard.press('Enter')
  await bench.saved()
  const last = (await bench.stored()).document
  expect(last.parts.find(part => part.id === backbeat!.id)!.strokes).toHaveLength(backbeat!.strokes.length - 1)
  expect(last.parts.find(part => part.id === ghosts!.id)!.strokes).toHaveLength(ghosts!.strokes.length + 1)
})

test('displacing by a whole turn, by keys, comes home', async ({ bench }) => {
  const { page } = bench
  await bench.open('chalk-on-the-door')
  const before = (await bench.stored()).document.parts
  await page.locator('[data-fold="displace"] > summary').press('Enter')
  await page.getByRole('group', { name: 'Parts to move' }).getByRole('button', { name: 'All' }).press('Enter')
  await page.getByLabel('Slots to move by').fill('16')
  await page.getByLabel('Slots to move by').press('Tab')
  await expect(page.locator('[data-shift-says]')).toContainText(
    'The whole groove moved all the way round, back to where it was.',
  )
  await page.getByRole('button', { name: 'Move here' }).press('Enter')
  await bench.saved()
  expect((await bench.stored()).document.parts).toEqual(before)
})

test('meter, feel and tempo change where they stand; strokes stay in their bars', async ({ bench }) => {
  const { page } = bench
  await bench.open('boiler-room-two')
  await page.getByRole('button', { name: /^meter/ }).click()
  await page.getByRole('button', { name: '3/4', exact: true }).click()
  await page.getByRole('button', { name: 'Set the time' }).click()
  await expect(page.getByText(/strokes outside them went/).first()).toBeVisible()
  await page.getByRole('button', { name: /^feel/ }).click()
  await page.getByRole('button', { name: 'light', exact: true }).click()
  await page.keyboard.press('Escape')
  await page.getByLabel('Tempo').fill('140')
  await page.getByLabel('Tempo').press('Enter')
  await bench.saved()
  const { document: groove } = await bench.stored()
  expect(groove).toMatchObject({
    bars: [{ meter: { count: 3, unit: 4 } }],
    feel: { swing: { level: '1/8', share: 0.57 } },
    tempo: { bpm: 140 },
  })
  expect(groove.parts.every(part => part.strokes.every(stroke => stroke.at < 15120))).toBe(true)
})

test('what is hard at this tempo is said, and a hat contradiction found and mended', async ({ bench }) => {
  const { page } = bench
  await bench.openCopy('wet-rope')
  // The accent on 4 of bar 2 and the ghost an e later: 156 ms at 96.
  await expect(page.locator('[data-finding="control"]')).toContainText([
    'Left hand, bar 2: accent on 4, ghost on e of 4, 156 ms later. Demanding; hard from 137.',
  ])
  await expect(page.locator('[data-relation]')).toContainText(
    'Bar 1, between its & of 1 and 2: a of 1, midway. Bar 2, between its 3 and & of 3: e of 3, midway.',
  )
  await page.getByLabel('Tempo').fill('150')
  await page.getByLabel('Tempo').press('Enter')
  await expect(page.locator('[data-finding="control"]').filter({ hasText: 'ghost on e of 4' })).toContainText(
    '100 ms later. Hard; easier below 137',
  )
  // The hats open on & of 4 for an eighth; a foot stroke on a of 4 would close them early.
  await expect(page.locator('[data-finding="hats"]')).toHaveCount(0)
  await page.keyboard.press('l')
  for (const key of ['ArrowUp', 'End', 'Enter']) await page.keyboard.press(key)
  await expect(page.locator('[data-finding="hats"] p')).toHaveText(
    'The hat foot closes on bar 2, a of 4, while the hats are to stay open from bar 2, & of 4. Shorten the opening, or take the foot stroke out.',
  )
  // Pointed at, its two sticks are ringed; its remedy is an edit like any other.
  await page.locator('[data-finding="hats"] p').hover()
  await expect(page.locator('[data-ring]')).toHaveCount(2)
  await page.locator('[data-finding="hats"]').getByRole('button', { name: 'Shorten the opening' }).click()
  await expect(page.locator('[data-finding="hats"]')).toHaveCount(0)
  await bench.saved()
  const hat = (await bench.stored()).document.parts[0]!.strokes.at(-1)!
  expect(hat).toMatchObject({ stroke: 'open', openFor: 1260 })
  await page.keyboard.press('Control+z')
  await expect(page.locator('[data-finding="hats"]')).toHaveCount(1)
  await page.locator('[data-finding="hats"]').getByRole('button', { name: 'Take out the foot stroke' }).press('Enter')
  await expect(page.locator('[data-finding="hats"]')).toHaveCount(0)
})

test('every key is on one sheet, those of the station first', async ({ bench }) => {
  const { page } = bench
  await bench.open('wet-rope')
  await page.keyboard.press('?')
  const sheet = page.getByRole('dialog', { name: 'Keys' })
  await expect(sheet).toContainText('ghost, soft, plain, strong, accent')
  await expect(sheet.getByRole('heading', { level: 3 }).first()).toHaveText('Anywhere on the Bench')
  // The keys of the station rest while the sheet lies over it.
  await page.keyboard.press('g')
  await page.keyboard.press('Escape')
  await expect(sheet).toHaveCount(0)
  await expect(page).toHaveURL(/\/bench\//)
  await page.goto(`${bench.app.url}/vary/wet-rope`)
  await page.locator('[data-preview]').first().waitFor()
  await page.keyboard.press('?')
  await expect(sheet.getByRole('heading', { level: 3 }).first()).toHaveText('Vary')
})

test('keys lead on from the Bench with its groove', async ({ bench }) => {
  for (const [key, path] of [
    ['Shift+V', '/vary/wet-rope'],
    ['Shift+S', '/sheet/wet-rope'],
    ['Shift+P', '/practise?groove=wet-rope&as=bench'],
  ] as const) {
    await bench.open('wet-rope')
    await bench.page.keyboard.press(key)
    await expect(bench.page).toHaveURL(bench.app.url + path)
  }
})

test('the part that the cursor is on is in sight among the others', async ({ bench }) => {
  await bench.open('wet-rope')
  const { page } = bench
  const foot = page.locator('[data-part]').last()
  await expect(foot).not.toBeInViewport({ ratio: 0.9 })
  await page.keyboard.press('l')
  for (let lane = 0; lane < 3; lane++) await page.keyboard.press('ArrowDown')
  await expect(foot).toHaveAttribute('aria-current', 'true')
  await expect(foot).toBeInViewport({ ratio: 0.99 })
})
