import { type Bench, expect, heard, listen, test } from './app'
import type { Phrase } from '#core/phrase'

const json = { 'content-type': 'application/json' }
const S = 1260
/** One bar of 4/4 in sixteenths: hats in quarters, by a right-handed player; no feet. */
const hats = (id: string, title: string, more: object[] = []) => ({
  format: 'bazzet-groove',
  version: 2,
  id,
  title,
  tempo: { bpm: 240, counts: '1/4' },
  bars: [{ meter: { count: 4, unit: 4, groups: [1, 1, 1, 1] }, slots: [4, 4, 4, 4] }],
  parts: [
    {
      id: 'hats',
      name: 'Hats',
      role: 'lead',
      limb: 'RH',
      strokes: [0, 4, 8, 12].map(slot => ({ at: slot * S, piece: 'hi-hat', stroke: 'hit', level: 3 })),
    },
    ...more,
  ],
})
let made = 0
/** A groove of its own on the Shelf, under a title that no other has. */
async function groove(bench: Bench, title: string, more?: object[]) {
  const id = `phrase-groove-${Date.now().toString(36)}-${made++}`
  const answer = await fetch(`${bench.app.url}/api/grooves`, {
    method: 'POST',
    headers: json,
    body: JSON.stringify(hats(id, title, more)),
  })
  expect(answer.status).toBe(201)
  return id
}
const stored = async (bench: Bench) =>
  (await (
    await fetch(`${bench.app.url}/api/phrases/${new URL(bench.page.url()).pathname.split('/').at(-1)}`)
  ).json()) as { revision: number; document: Phrase }
/** A new phrase of a groove, by its title, with its templates open. */
async function begin(bench: Bench, title: string) {
  const { page } = bench
  await page.goto(`${bench.app.url}/phrase`)
  await page.getByRole('combobox', { name: 'Groove to begin with' }).click()
  await page.getByPlaceholder('Find by title').fill(title)
  await page.getByRole('option', { name: title, exact: true }).click()
  await page.getByRole('button', { name: 'Begin a phrase' }).click()
  await expect(page.locator('[data-templates]')).toBeVisible()
}
const pick = async (bench: Bench, box: string, option: string | RegExp) => {
  await bench.page.getByRole('combobox', { name: box, exact: true }).click()
  await bench.page
    .getByRole('option', { name: option, exact: typeof option === 'string' })
    .first()
    .click()
  await expect(bench.page.getByRole('listbox')).toHaveCount(0)
}
const facts = (bench: Bench) => bench.page.locator('[data-facts]')
/** Times between sounds that do not come together, to the tenth of a ms. */
const gaps = (list: { when: number }[]) =>
  // Each starts on a sample: its time is not rounded again before it is taken from the next.
  [...new Map(list.map(one => [one.when.toFixed(3), one.when])).values()]
    .sort((a, b) => a - b)
    .reduce<number[]>((all, when, i, times) => (i ? [...all, Number((when - times[i - 1]!).toFixed(4))] : all), [])

test('three bars and a fill by mouse: seen, kept, and heard to the millisecond; the crash lands on 1', async ({
  bench,
}) => {
  const { page } = bench
  await listen(page)
  await groove(bench, 'Quarter hats')
  await begin(bench, 'Quarter hats')
  await page.getByRole('button', { name: 'Three bars and a fill' }).click()
  await pick(bench, 'Lines', '2')
  await page.getByRole('button', { name: 'Use', exact: true }).click()
  await expect(page.locator('[data-templates]')).toHaveCount(0)
  await expect(facts(bench)).toContainText('8 bars')
  await expect(page.locator('[data-kind]')).toHaveCount(4) // the second line is like the first
  await expect(page.locator('[data-times]')).toContainText('× 2')
  // The fill is made plain, so that its onsets are known: single strokes, a bar of sixteenths.
  await page.locator('[data-kind="fill"]').click()
  await pick(bench, 'What the fill is made of', 'single strokes')
  await pick(bench, 'Slots of a beat that the fill runs on', 'the grid of the bars')
  await pick(bench, 'How it says that home is coming', 'crash with the bass drum on 1')
  await bench.saved()
  await expect(page.locator('[data-letters] b')).toHaveText([...'RLRLRLRLRLRLRLRL'])
  // A press chooses, two play from there.
  await page.locator('[data-bar="0"]').click()
  await expect(page.locator('[data-playing]')).toHaveCount(0)
  await page.locator('[data-bar="0"]').dblclick()
  await page.getByRole('button', { name: 'Stop', exact: true }).click()
  await page.evaluate(() => void ((window as unknown as { heard: unknown[] }).heard.length = 0))
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect.poll(async () => (await heard(page)).length, { timeout: 60_000 }).toBeGreaterThan(32)
  // Quarters at 240, sixteen sixteenths, and quarters again; on the 1 after it the crash and the bass drum stand together.
  expect(gaps(await heard(page)).slice(0, 30)).toEqual([
    ...Array<number>(12).fill(0.25),
    ...Array<number>(16).fill(0.0625),
    0.25,
    0.25,
  ])
  await expect(page.locator('[data-playing]')).toHaveCount(1)
  await expect(page.locator('[data-bar-count]')).toContainText('of 8')
  await page.getByRole('button', { name: 'Stop', exact: true }).click()
  const { document } = await stored(bench)
  expect(document.sections).toMatchObject([{ bars: 4, times: 2, turns: [{ when: { every: 1 } }] }])
  // The bracket names the bars it stands for, and no two phrases are called alike.
  await expect(page.locator('[data-times]')).toContainText('bars 1 to 8')
  await begin(bench, 'Quarter hats')
  expect((await stored(bench)).document.title).toBe(`${document.title} 2`)
})

test('each change once takes the family of a groove', async ({ bench }) => {
  const { page } = bench
  const id = await groove(bench, 'Family hats')
  await begin(bench, 'Family hats')
  await page.getByRole('button', { name: 'Each change once' }).click()
  // No variation is kept yet: the reason is said, and what is made on the spot stays.
  await page.getByRole('button', { name: 'All of its family' }).click()
  await expect(
    page.getByText('It has no variations yet: keep some, or choose grooves one by one.').first(),
  ).toBeVisible()
  for (const n of [1, 2]) {
    const body = JSON.stringify({ ...hats(`${id}-${n}`, `Family hats, ${n}`), parent: { id, revision: 1, moves: [] } })
    expect((await fetch(`${bench.app.url}/api/grooves`, { method: 'POST', headers: json, body })).status).toBe(201)
  }
  await page.getByRole('button', { name: 'All of its family' }).click()
  await expect(page.getByRole('combobox', { name: 'Groove for Changes, 3' })).toBeVisible()
  await page.getByRole('button', { name: 'Use', exact: true }).click()
  await bench.saved()
  const { document } = await stored(bench)
  expect(document.sections).toMatchObject([{ times: 4, turns: [{ when: { round: 2 } }, { when: { round: 4 } }] }])
})

test('the same by keys: a fill over a bar, the section repeated and moved, a stretch looped, and all of it taken back', async ({
  bench,
}) => {
  const { page } = bench
  await groove(bench, 'Keyed hats')
  await begin(bench, 'Keyed hats')
  await page.keyboard.press('t')
  await expect(page.locator('[data-templates]')).toHaveCount(0)
  await page.keyboard.press('l')
  await expect(page.getByRole('application', { name: /Bars of the phrase/ })).toBeFocused()
  for (const key of ['ArrowRight', 'ArrowRight', 'ArrowRight', 'f']) await page.keyboard.press(key)
  await expect(page.locator('[data-kind="fill"]')).toHaveCount(1)
  await expect(page.locator('[data-fill-says]')).toHaveText('Single strokes, a bar from 1')
  await page.keyboard.press('+')
  await expect(facts(bench)).toContainText('5 bars')
  // Marked by keys from bar 5 back to bar 4, and looped.
  await page.keyboard.press('l')
  for (const key of ['ArrowRight', 'Shift+ArrowLeft', 'm']) await page.keyboard.press(key)
  await expect(page.getByRole('combobox', { name: 'Loop', exact: true })).toContainText('bars 4 to 5')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible({ timeout: 60_000 })
  await expect(page.locator('[data-bar-count]')).toContainText(/bar [45] of 5/)
  await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible()
  for (let i = 0; i < 2; i++) await page.keyboard.press('Control+z')
  await expect(page.locator('[data-kind="fill"]')).toHaveCount(0)
  await expect(facts(bench)).toContainText('4 bars')
  await page.keyboard.press('Control+Shift+z')
  await expect(page.locator('[data-kind="fill"]')).toHaveCount(1)
  await bench.saved()
  expect((await stored(bench)).document.sections[0]!.turns).toHaveLength(1)
})

test('sixteen bars of plain and changed in turn, then a B section on another cymbal, then fours traded', async ({
  bench,
}) => {
  const { page } = bench
  await groove(bench, 'Formed hats', [
    {
      id: 'snare',
      name: 'Backbeat',
      role: 'backbeat',
      limb: 'LH',
      strokes: [4, 12].map(slot => ({ at: slot * S, piece: 'snare', stroke: 'hit', level: 5 })),
    },
  ])
  await begin(bench, 'Formed hats')
  const take = async (name: string, bars: string, how = 'Use') => {
    if ((await page.locator('[data-templates]').count()) === 0)
      await page.getByRole('button', { name: 'Templates' }).click()
    await page.getByRole('button', { name, exact: true }).click()
    await expect(page.getByText(bars, { exact: true })).toBeVisible()
    await page.getByRole('button', { name: how, exact: true }).click()
    await expect(page.locator('[data-templates]')).toHaveCount(0)
  }
  await take('Plain and changed in turn', '16 bars')
  await expect(page.locator('[data-kind="turned"]')).toHaveCount(8)
  await expect(facts(bench)).toContainText('16 bars')
  // What was made on the spot is a variation on the Shelf, and changes strokes.
  await bench.saved()
  const document = (await stored(bench)).document
  const [, changed] = Object.values(document.grooves)
  const kept = (await (await fetch(`${bench.app.url}/api/grooves/${changed!.id}`)).json()).document
  expect(kept.parent.moves).toHaveLength(1)
  expect(kept.parts).not.toEqual(Object.values(document.grooves)[0]!.seen.groove.parts)

  await take('A, then B on another cymbal', '16 bars')
  await expect(page.locator('[data-section]')).toHaveCount(2)
  await bench.saved()
  const b = (await stored(bench)).document
  const bPlay = b.sections[1]!.play as { groove: string }
  expect(
    new Set(
      b.grooves[bPlay.groove]!.seen.groove.parts.find(part => part.role === 'lead')!.strokes.map(
        stroke => stroke.piece,
      ),
    ),
  ).toEqual(new Set(['ride']))

  await take('Traded with oneself', '16 bars', 'Add it at the end')
  await expect(facts(bench)).toContainText('32 bars')
  await expect(page.locator('[data-section]')).toHaveCount(6)
  await expect(page.locator('[data-section][data-name="You"]').first()).toContainText(
    'your answer, feet and click go on',
  )
  expect(await page.locator('[data-section][data-name="You"]').first().locator('[data-kind="rest"]').count()).toBe(4)
})

test('a fill led afresh differs each time, the same from its seed; another is searched, tried and taken', async ({
  bench,
}) => {
  const { page } = bench
  await page.goto(`${bench.app.url}/phrase/waltz-lines`)
  await page.locator('[data-kind="fill"]').click()
  const takes = async () => {
    await bench.saved()
    const turn = (await stored(bench)).document.sections[0]!.turns[0]!.put
    return 'fill' in turn ? turn.fill.takes.map(take => take.map(stroke => stroke.piece).join()) : []
  }
  const afresh = await takes()
  expect(afresh).toHaveLength(4)
  expect(new Set(afresh).size).toBeGreaterThan(1)
  await page.getByRole('button', { name: 'The same each time' }).click()
  await expect.poll(async () => (await takes()).length).toBe(1)
  expect((await takes())[0]).toBe(afresh[0])
  await page.getByRole('button', { name: 'Afresh each time' }).click()
  await expect.poll(takes).toEqual(afresh)
  await page.getByRole('button', { name: 'Another way' }).click()
  await expect.poll(takes).not.toEqual(afresh)

  await page.getByRole('button', { name: 'Find a dozen fills' }).click()
  const ideas = page.locator('[data-fill-idea]')
  await expect(ideas).toHaveCount(12, { timeout: 60_000 })
  const says = page.locator('[data-fill-says]')
  const before = await says.textContent()
  const wanted = ideas.filter({ hasNotText: 'rll ' }).nth(3)
  await wanted.focus()
  await expect(says).not.toHaveText(before!) // seen in place, not yet taken
  expect((await takes()).length).toBe(4)
  await wanted.press('Enter')
  await expect.poll(async () => (await takes()).length).toBe(1)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await takes()).length).toBe(4)
})

test('a way into a fill that is too far is told with the tempo at which it turns, and mended by one press', async ({
  bench,
}) => {
  const { page } = bench
  await groove(bench, 'Far hats', [
    {
      id: 'more',
      name: 'Off-beats',
      role: 'other',
      limb: 'RH',
      strokes: [2, 6, 10, 14].map(slot => ({ at: slot * S, piece: 'hi-hat', stroke: 'hit', level: 2 })),
    },
  ])
  await begin(bench, 'Far hats')
  await page.getByRole('button', { name: 'Close' }).click()
  await page.locator('[data-bar="0"]').click()
  await page.getByRole('button', { name: 'Add a fill' }).click()
  await pick(bench, 'Where the fill begins', '3')
  await pick(bench, 'What the fill is made of', 'a sticking')
  await page.getByLabel(/^Sticking: r and l/).fill('r---')
  await page.getByLabel(/^Sticking: r and l/).press('Enter')
  await page.getByRole('button', { name: 'Add floor tom to the path' }).click()
  // From the hats on & of 2 to the floor tom on 3 at 240: 125 ms for 93 cm.
  const joins = page.locator('[data-joins]')
  await expect(joins).toContainText(
    /The right hand has 125 ms from the hi-hat to the floor tom, 9\d cm: hard at this tempo, easy below \d+\./,
  )
  // Easy takes 60 ms and 93 cm at 4 m a second, 293 ms: one stroke less leaves 250, two 375.
  await page.getByRole('button', { name: 'Leave the last 2 strokes of the right hand out before it' }).click()
  await expect(joins).not.toContainText('125 ms from the hi-hat')
  await bench.saved()
  const put = (await stored(bench)).document.sections[0]!.turns[0]!.put
  expect('fill' in put && put.fill.leaveOut).toEqual([
    { limb: 'RH', at: -2 * S },
    { limb: 'RH', at: -4 * S },
  ])
})

test('a groove changed on the Bench shows in the phrase; a pinned one does not; and the way there and back is one press', async ({
  bench,
}) => {
  const { page } = bench
  const id = await groove(bench, 'Followed hats')
  await begin(bench, 'Followed hats')
  await page.getByRole('button', { name: 'Close' }).click()
  await page.keyboard.press('l')
  await page.keyboard.press('ArrowRight')
  const phraseId = new URL(page.url()).pathname.split('/').at(-1)!
  await page.keyboard.press('b')
  await expect(page).toHaveURL(new RegExp(`/bench/${id}`))
  await bench.lanes.focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await bench.saved()
  await page.getByRole('link', { name: 'Back to it' }).click()
  await expect(page.locator('[data-bar-count]')).toContainText('bar 2 of 4')
  const drawn = () =>
    page.locator('[data-bar="0"] path').evaluateAll(paths => paths.map(path => path.getAttribute('d')).join())
  const changed = await drawn()
  // Pinned, it stays as it is whatever becomes of it.
  await page.getByRole('button', { name: 'Pin', exact: true }).click()
  await bench.saved()
  const { document, revision } = (await (await fetch(`${bench.app.url}/api/grooves/${id}`)).json()) as {
    document: { parts: { strokes: object[] }[] }
    revision: number
  }
  expect(document.parts[0]!.strokes).toHaveLength(5)
  expect((await (await fetch(`${bench.app.url}/api/phrases/${phraseId}`)).json()).document.grooves).toMatchObject(
    Object.fromEntries(
      Object.keys((await stored(bench)).document.grooves).map(key => [key, { pinned: true, seen: { revision } }]),
    ),
  )
  await fetch(`${bench.app.url}/api/grooves/${id}`, {
    method: 'PUT',
    headers: json,
    body: JSON.stringify({ revision, document: { ...document, parts: [] } }),
  })
  await page.reload()
  await expect(page.locator('[data-bar="0"]')).toBeVisible()
  expect(await drawn()).toBe(changed)
  await page.getByRole('button', { name: 'Pinned', exact: true }).click()
  await expect.poll(drawn).not.toBe(changed)
  // In the bin it is played as it was last seen.
  await fetch(`${bench.app.url}/api/grooves/${id}`, { method: 'DELETE' })
  await page.reload()
  await expect(page.getByText('Not on the Shelf any more; played as last seen.')).toBeVisible()
})

test('sections are named, moved by dragging, taken out; what does not fit is refused in words; a stale save asks', async ({
  bench,
}) => {
  const { page } = bench
  await groove(bench, 'Bounded hats')
  await begin(bench, 'Bounded hats')
  await page.getByRole('button', { name: 'Close' }).click()
  await page.getByLabel('Name of the section').fill('Verse')
  await page.getByLabel('Name of the section').press('Enter')
  await page.getByRole('button', { name: 'Duplicate' }).click()
  await page.keyboard.press('l')
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('region', { name: 'The chosen section' })).toContainText('bars 5 to 8')
  await page.getByLabel('Name of the section').fill('Chorus')
  await page.getByLabel('Name of the section').press('Enter')
  const names = () =>
    page.locator('[data-section]').evaluateAll(rows => rows.map(row => (row as HTMLElement).dataset.name))
  await expect.poll(names).toEqual(['Verse', 'Chorus'])
  // Bars are marked with Shift by the mouse, and go round.
  await page.locator('[data-bar="0"]').click()
  await page.locator('[data-bar="4"]').click({ modifiers: ['Shift'] })
  await page.locator('[data-loop-marked]').click()
  await expect(page.getByRole('combobox', { name: 'Loop', exact: true })).toContainText('bars 1 to 5')
  await page.locator('.grip').nth(1).dragTo(page.locator('.grip').nth(0))
  await expect.poll(names).toEqual(['Chorus', 'Verse'])
  await page.getByLabel('Times', { exact: true }).fill('125')
  await page.getByLabel('Times', { exact: true }).press('Enter')
  await expect(page.getByText('A phrase has at most 128 bars; these sections make 129.', { exact: true })).toBeVisible()
  await expect(facts(bench)).toContainText('8 bars')
  await page.getByRole('button', { name: 'Remove', exact: true }).click()
  await expect.poll(async () => (await names()).length).toBe(1)
  await bench.saved()

  const { document, revision } = await stored(bench)
  const theirs = await fetch(`${bench.app.url}/api/phrases/${document.id}`, {
    method: 'PUT',
    headers: json,
    body: JSON.stringify({ revision, document: { ...document, title: 'Theirs' } }),
  })
  expect(theirs.status).toBe(200)
  await page.getByLabel('Title of the phrase').fill('Mine')
  await page.getByLabel('Title of the phrase').press('Enter')
  await expect(page.getByRole('alert')).toContainText('This phrase was saved elsewhere while you changed it here')
  expect((await stored(bench)).document.title).toBe('Theirs')
  await page.getByRole('button', { name: 'Keep this one' }).click()
  await bench.saved()
  await expect.poll(async () => (await stored(bench)).document.title).toBe('Mine')
})

test('a phrase on paper has its sections, repeats and endings, and nothing runs into a number', async ({ bench }) => {
  const { page } = bench
  await page.goto(`${bench.app.url}/sheet/phrase/wet-rope-set`)
  await expect(page.locator('[data-printed] svg')).toHaveCount(5)
  const first = page.locator('[data-printed]').first()
  await expect(first.getByText('× 2')).toBeVisible()
  await expect(first.getByText(/^7 {2}fill, the last time/)).toBeVisible()
  await expect(page.locator('[data-printed] h2').first()).toContainText('Versebars 1 to 8 · Wet Rope')
})
