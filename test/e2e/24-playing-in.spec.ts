import { type Page } from '@playwright/test'
import { type AtSound, type Bench, expect, heard, hearSounds, listen, test } from './app'

/** What a page does at each click as it is handed to the audio clock: told whether it is the first of a bar, and how to wait for it. */
type AtClick = (first: boolean, whenDue: Parameters<AtSound>[0]['whenDue']) => void

/** Has the page call `window.atClick`, where it is there, for each click. */
async function hearClicks(page: Page) {
  await hearSounds(page)
  await page.addInitScript(() => {
    const { atSound } = window as unknown as { atSound: AtSound[] }
    atSound.push(({ whenDue, buffer }) => {
      if (Math.abs(buffer.duration - 0.06) > 0.002) return
      const first = buffer.getChannelData(0).reduce((most, x) => Math.max(most, Math.abs(x)), 0) > 0.5
      ;(window as unknown as { atClick?: AtClick }).atClick?.(first, whenDue)
    })
  })
}

/**
 * A player who strikes keys with the click: `strikes` says which on the first click of a bar and which on the others, after how many of
 * them, and how often. The strokes bear the moment at which they are due, so that a machine that is busy does not make them late.
 */
async function playsWithTheClick(page: Page) {
  await hearClicks(page)
  await page.addInitScript(() => {
    const player = {
      first: [] as string[],
      other: [] as string[],
      late: 0,
      held: 30,
      skip: 0,
      left: Infinity,
      after: 0,
    }
    const press = (type: string, key: string) => (at: number) =>
      window.dispatchEvent(
        Object.defineProperty(new KeyboardEvent(type, { key, cancelable: true }), 'timeStamp', { value: at }),
      )
    const atClick: AtClick = (first, whenDue) => {
      // Decided as the click sounds, not as it is handed over: a busy page hands over two seconds ahead.
      whenDue(0, () => {
        const keys = first ? player.first : player.other
        if (!keys.length || --player.skip >= 0 || --player.left < 0) return
        for (const key of keys) {
          whenDue(player.late, press('keydown', key))
          whenDue(player.late + player.held, press('keyup', key))
          if (player.after) whenDue(player.late + player.after, press('keydown', key))
        }
      })
    }
    Object.assign(window, { player, atClick })
  })
}
const strikes = (
  page: Page,
  now: Partial<{
    first: string[]
    other: string[]
    late: number
    held: number
    skip: number
    left: number
    after: number
  }>,
) => page.evaluate(set => Object.assign((window as unknown as { player: object }).player, set), now)

async function begun(bench: Bench, title: string) {
  const { page } = bench
  await bench.clickAsItShips()
  await bench.beginEmpty(title)
  await page.getByLabel('Tempo').fill('150')
  await page.getByLabel('Tempo').press('Enter')
  await page.getByRole('button', { name: 'Play in' }).click()
  await expect(page.locator('[data-play-in]')).toBeVisible()
}
const record = (page: Page) => page.locator('[data-record]').click()
const played = (page: Page) => page.locator('[data-played]')
const rows = async (bench: Bench) =>
  Object.fromEntries(
    (await bench.stored()).document.parts.map(part => [
      `${part.limb} ${part.name}`,
      part.strokes.map(stroke => stroke.at / 1260),
    ]),
  )

test('what is struck over the click becomes parts: loop on loop, one limb at a time, one taken back, kept and made anew', async ({
  bench,
}) => {
  const { page } = bench
  await playsWithTheClick(page)
  await begun(bench, 'By keys')
  await strikes(page, { first: ['k'], other: ['k'], late: 30 })
  await record(page)
  await expect(played(page)).toHaveText('1 time round so far.', { timeout: 60_000 })
  // The first time round is seen, and heard, while the second is played.
  await expect(bench.sticks()).toHaveCount(4)
  await strikes(page, { first: ['m'], other: [] })
  await expect(played(page)).toHaveText(/^[34] times round so far\.$/, { timeout: 60_000 })
  await page.keyboard.press('Space')
  await expect(played(page)).toContainText('not kept yet')
  await expect(page.locator('[data-play-in]')).toContainText(
    /All of it came (2[2-9]|3[0-8]) ms late; that is taken out\./,
  )
  await expect(page.locator('[data-played-dots] circle').first()).toBeAttached()
  // Two more limbs, each by itself, in place of what it had.
  for (const limb of ['right hand', 'right foot', 'left foot'])
    await page.getByRole('button', { name: `Take in the ${limb}` }).click()
  // Four clicks of the count-in and four of the first time round.
  await strikes(page, { first: ['k'], other: ['d', 'k'], left: 8 })
  await record(page)
  const before = Number((await played(page).innerText()).match(/\d+/)![0])
  await expect(played(page)).toHaveText(`${before + 1} times round so far.`, { timeout: 60_000 })
  await record(page)
  await expect(bench.sticks()).toHaveCount(8) // four hats, one bass drum, three snares: the right hand was not taken in
  await page.getByRole('button', { name: 'Take the last time round back' }).click()
  await expect(bench.sticks()).toHaveCount(5)
  // It waits where it was left.
  await page.reload()
  await expect(played(page)).toContainText('not kept yet')
  await expect(bench.sticks()).toHaveCount(5)
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await bench.saved()
  await expect.poll(() => rows(bench)).toEqual({ 'RH Hi-hat': [0, 4, 8, 12], 'RF Bass drum': [0] })
  await expect(played(page)).toContainText('in the groove')
  // Half the strength: what is in the groove is made again of what was played.
  await page.getByLabel('How far strokes are pulled to the grid, in per cent').fill('0')
  await page.getByLabel('How far strokes are pulled to the grid, in per cent').press('Enter')
  await expect(played(page)).toContainText('not kept yet')
  await page.getByRole('button', { name: 'Discard' }).click()
  await expect(bench.sticks()).toHaveCount(0)
  await page.keyboard.press('Control+z')
})

test('a rhythm of one key becomes a part or the line above, with notes as long as it is held', async ({ bench }) => {
  const { page } = bench
  const lines = async () => (await bench.stored()).document.guides.map(guide => guide.notes)
  const tapped = async (to: string, how: Parameters<typeof strikes>[1]) => {
    await page.getByRole('combobox', { name: 'Where what is played goes' }).click()
    await page.getByRole('option', { name: to }).click()
    await strikes(page, { other: ['m'], ...how })
    await record(page)
    await expect(played(page)).toHaveText('1 time round so far.', { timeout: 60_000 })
    await record(page)
    await page.getByRole('button', { name: 'Keep', exact: true }).click()
  }
  await playsWithTheClick(page)
  await begun(bench, 'Tapped')
  // Three clicks of the first time round, after the three of the count-in.
  await tapped('to a new line above', { held: 200, skip: 3, left: 3 })
  const struck = [5040, 10080, 15120].map(at => ({ at, length: 2520, level: 4 }))
  await expect.poll(lines).toEqual([struck])
  // The last of the bar alone, let go when that time round is over and taken already: it lasts to the end.
  await tapped('to a new line above', { held: 900, skip: 5, left: 1 })
  await expect.poll(lines).toEqual([struck, [{ at: 15120, length: 5040, level: 4 }]])
  await tapped('to a new part, left foot', { held: 30, skip: 3, left: 3 })
  await bench.saved()
  await expect.poll(() => rows(bench)).toEqual({ 'LF Hat foot': [4, 8, 12] })
})

test('pads are played in by their pieces and levels, told by striking or by the kit’s notes, and get limbs', async ({
  bench,
}) => {
  const { page } = bench
  await hearClicks(page)
  await page.addInitScript(() => {
    const input = {
      name: 'Simulated pads',
      onmidimessage: null as ((event: { data: Uint8Array; timeStamp: number }) => void) | null,
    }
    const pads = (note: number, velocity: number, at = performance.now()) =>
      input.onmidimessage?.({ data: new Uint8Array([0x99, note, velocity]), timeStamp: at })
    Object.assign(navigator, {
      requestMIDIAccess: async () => ({ inputs: new Map([['one', input]]), onstatechange: null }),
    })
    const atClick: AtClick = (first, whenDue) =>
      whenDue(0, at =>
        (first
          ? [
              [36, 98],
              [42, 72],
            ]
          : [
              [60, 122],
              [42, 48],
            ]
        ).forEach(([note, velocity]) => pads(note!, velocity!, at)),
      )
    Object.assign(window, { pads, atClick })
  })
  await page.goto(`${bench.app.url}/player`)
  await page.getByRole('combobox', { name: 'Measured by' }).click()
  await page.getByRole('option', { name: 'pads over MIDI' }).click()
  await expect(page.getByText('Connected: Simulated pads.')).toBeVisible()
  await page
    .getByRole('group', { name: 'Which pad is which piece' })
    .getByRole('button', { name: /^Snare/ })
    .click()
  await page.evaluate(() => (window as unknown as { pads(note: number, velocity: number): void }).pads(60, 100))
  await begun(bench, 'By pads')
  await record(page)
  await expect(played(page)).toHaveText(/^[23] times round so far\.$/, { timeout: 60_000 })
  await record(page)
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect.poll(async () => (await bench.stored()).document.parts.length).toBe(3)
  const { parts } = (await bench.stored()).document
  expect(
    parts.map(part => [part.limb, part.strokes.map(stroke => [stroke.at / 5040, stroke.piece, stroke.level])]),
  ).toEqual([
    [
      'RH',
      [
        [0, 'hi-hat', 3],
        [1, 'hi-hat', 2],
        [2, 'hi-hat', 2],
        [3, 'hi-hat', 2],
      ],
    ],
    [
      'LH',
      [
        [1, 'snare', 5],
        [2, 'snare', 5],
        [3, 'snare', 5],
      ],
    ],
    ['RF', [[0, 'bass drum', 4]]],
  ])
})

test('eighths that are swung are eighths, and their swing is offered as the groove’s feel', async ({ bench }) => {
  const { page } = bench
  await playsWithTheClick(page)
  await begun(bench, 'Swung')
  // A quarter at 150 lasts 400 ms; its second eighth comes at 62 % of it.
  await strikes(page, { first: ['k'], other: ['k'], after: 248 })
  await record(page)
  await expect(played(page)).toHaveText(/^[34] times round so far\.$/, { timeout: 60_000 })
  await strikes(page, { first: [], other: [], after: 0 })
  await record(page)
  const found = page.locator('[data-feel-found]')
  await expect(found).toContainText(/You swing eighths 6[0-4]/)
  await found.getByText('Make it the groove’s feel').click()
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect.poll(async () => (await bench.stored()).document.parts.length).toBe(1)
  const { feel, bars, parts } = (await bench.stored()).document
  expect(feel.swing?.level).toBe('1/8')
  expect(Math.abs(feel.swing!.share - 0.62)).toBeLessThan(0.025)
  expect(bars[0]!.slots).toEqual([4, 4, 4, 4])
  expect(parts.map(part => part.strokes.map(stroke => stroke.at))).toEqual([
    [0, 1, 2, 3, 4, 5, 6, 7].map(i => i * 2520),
  ])
})

test('the simulated drummer plays in what the style has', async ({ bench }) => {
  const { page } = bench
  await listen(page)
  await begun(bench, 'By figures')
  await page.getByRole('combobox', { name: 'Played by' }).click()
  await page.getByRole('option', { name: 'simulated drummer' }).click()
  await record(page)
  await expect(played(page)).toHaveText(/^[23] times round so far\.$/, { timeout: 60_000 })
  await page.keyboard.press('Space')
  await expect(played(page)).toContainText('not kept yet')
  // What the figures struck is not sounded in a heap once its time round is over.
  const together = new Map<number, number>()
  for (const { when } of await heard(page)) together.set(when, (together.get(when) ?? 0) + 1)
  expect(Math.max(...together.values())).toBeLessThan(6)
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect.poll(async () => Object.keys(await rows(bench)).length).toBeGreaterThan(2)
  const kept = await rows(bench)
  expect(kept['RH Hi-hat']).toEqual([0, 2, 4, 6, 8, 10, 12, 14])
  expect(kept['LH Backbeat']).toEqual([4, 12])
})

test('by keys alone: recorded, stopped, one taken back, kept, left; and by touch a limb is struck on the page', async ({
  bench,
}) => {
  const { page } = bench
  await playsWithTheClick(page)
  await listen(page)
  await bench.beginEmpty('Keys alone')
  await page.getByLabel('Tempo').fill('200')
  await page.getByLabel('Tempo').press('Enter')
  await strikes(page, { first: ['k'], other: ['d'] })
  await page.keyboard.press('Shift+R')
  await expect(played(page)).toHaveText(/^[12] times? round so far\.$/, { timeout: 60_000 })
  await strikes(page, { first: [], other: [] })
  await page.keyboard.press('Space')
  await expect(played(page)).toContainText('not kept yet')
  await page.keyboard.press('Enter')
  await bench.saved()
  await expect.poll(() => rows(bench)).toEqual({ 'RH Hi-hat': [0], 'LH Backbeat': [4, 8, 12] })
  // Undone as one edit, as anything else is.
  await page.keyboard.press('Control+z')
  await expect(bench.sticks()).toHaveCount(0)
  await page.keyboard.press('Escape')
  await expect(page.locator('[data-play-in]')).toHaveCount(0)

  await page.getByRole('button', { name: 'Play in' }).click()
  await page.getByRole('button', { name: 'Discard' }).click()
  const before = (await heard(page)).length
  await page.locator('[data-strike="RF"]').dispatchEvent('pointerdown')
  await expect.poll(async () => (await heard(page)).length).toBeGreaterThan(before)
})
