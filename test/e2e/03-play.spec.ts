import type { Page } from '@playwright/test'
import { type AtSound, type Sounded, boxOf, expect, heard, hearSounds, listen, test } from './app'

const forget = (page: Page) => page.evaluate(() => void ((window as unknown as { heard: Sounded[] }).heard.length = 0))
const gaps = (list: Sounded[]) => list.slice(1).map((one, i) => Number((one.when - list[i]!.when).toFixed(4)))
const choose = async (page: Page, box: string, option: string) => {
  await page.getByRole('combobox', { name: box, exact: true }).click()
  await page.getByRole('option', { name: option, exact: true }).click()
}

/** Hats on the four beats of one bar of 4/4. */
async function fourHats({ bench }: { bench: import('./app').Bench }) {
  const { page } = bench
  await listen(page)
  await bench.beginEmpty('Four hats')
  await page.keyboard.press('l')
  for (let beat = 0; beat < 4; beat++) {
    await page.keyboard.press('Enter')
    await page.keyboard.press('Control+ArrowRight')
  }
  await expect(bench.sticks()).toHaveCount(4)
}

test('it plays in time and loops, the band of light moving with it, and stops', async ({ bench }) => {
  const { page } = bench
  await fourHats({ bench })
  await expect.poll(() => heard(page).then(list => list.length)).toBe(4) // a new stroke is heard as it is put in
  await page.getByLabel('Tempo').fill('240')
  await page.getByLabel('Tempo').press('Enter')
  await forget(page)
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect.poll(() => heard(page).then(list => list.length), { timeout: 60_000 }).toBeGreaterThan(9)
  const list = await heard(page)
  expect(new Set(gaps(list))).toEqual(new Set([0.25])) // quarters at 240, over the bar line too
  const band = page.locator('[data-band]')
  await expect(band).toHaveAttribute('visibility', 'visible')
  const slot = await band.getAttribute('data-slot')
  await expect.poll(() => band.getAttribute('data-slot')).not.toBe(slot)
  await page.getByRole('button', { name: 'Stop', exact: true }).click()
  await expect(band).toHaveAttribute('visibility', 'hidden')
  const after = (await heard(page)).length
  await page.waitForFunction(then => performance.now() > then, await page.evaluate(() => performance.now() + 500))
  expect((await heard(page)).length).toBe(after)
})

test('an edit is heard while it plays, without a stop; swing moves what is between', async ({ bench }) => {
  const { page } = bench
  await fourHats({ bench })
  await page.getByLabel('Tempo').fill('240')
  await page.getByLabel('Tempo').press('Enter')
  await page.getByRole('button', { name: 'Play', exact: true }).press('Enter')
  await expect(page.locator('[data-band]')).toHaveAttribute('visibility', 'visible', { timeout: 60_000 })
  // Eighths between the quarters, put in while it goes on.
  await page.keyboard.press('l')
  await page.keyboard.press('Home')
  for (let beat = 0; beat < 4; beat++) {
    for (const key of ['ArrowRight', 'ArrowRight', 'Enter', 'ArrowRight', 'ArrowRight']) await page.keyboard.press(key)
  }
  await expect(bench.sticks()).toHaveCount(8)
  const steady = async (wanted: number[]) => {
    await forget(page)
    await expect
      .poll(async () => new Set(gaps((await heard(page)).slice(-8))), { timeout: 60_000 })
      .toEqual(new Set(wanted))
  }
  await steady([0.125])
  await page.getByRole('button', { name: /^feel/ }).click()
  await page.getByRole('button', { name: 'hard', exact: true }).click()
  await steady([0.1875, 0.0625]) // 75 and 25 of 0.25 s
  // Muted, it falls silent while playing goes on.
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Mute Hi-hat' }).click()
  await forget(page)
  await page.waitForFunction(then => performance.now() > then, await page.evaluate(() => performance.now() + 700))
  expect((await heard(page)).length).toBeLessThan(3)
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible()
})

/** What a page notes of its own sounds, in seconds, and for how long it stood still, in ms. */
interface Watched {
  late: number[]
  still: number
}
test('it stays in time, and nothing comes late, while the page stalls for 100 ms again and again', async ({
  bench,
}) => {
  const { page } = bench
  await hearSounds(page)
  await page.addInitScript(() => {
    const watched: Watched = { late: [], still: 0 }
    const { atSound } = Object.assign(window as unknown as { atSound: AtSound[] }, { watched })
    atSound.push(({ when, now }) => when > 0 && when < now && watched.late.push(now - when))
  })
  await fourHats({ bench })
  await page.getByLabel('Tempo').fill('240')
  await page.getByLabel('Tempo').press('Enter')
  await forget(page)
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(page.locator('[data-band]')).toHaveAttribute('visibility', 'visible', { timeout: 60_000 })
  await page.evaluate(() => {
    const { watched } = window as unknown as { watched: Watched }
    setInterval(() => {
      const until = performance.now() + 100
      while (performance.now() < until) {
        /* the page does nothing else meanwhile */
      }
    }, 230)
    let last = performance.now()
    setInterval(() => {
      watched.still = Math.max(watched.still, performance.now() - last)
      last = performance.now()
    }, 10)
  })
  const stretch = async () => {
    await page.evaluate(() =>
      Object.assign((window as unknown as { watched: Watched }).watched, { late: [], still: 0 }),
    )
    await forget(page)
    await expect.poll(() => heard(page).then(list => list.length), { timeout: 60_000 }).toBeGreaterThan(24)
    expect(new Set(gaps(await heard(page)))).toEqual(new Set([0.25]))
    return page.evaluate(() => (window as unknown as { watched: Watched }).watched)
  }
  let watched = await stretch()
  // Other tests may hold the page up for longer than it works ahead: such a stretch tells nothing of it, and another is heard.
  for (let more = 0; more < 5 && watched.still > 300; more++) watched = await stretch()
  expect(watched.late).toEqual([])
})

test('a click with a bar of count-in goes before the groove', async ({ bench }) => {
  const { page } = bench
  await fourHats({ bench })
  await page.getByLabel('Tempo').fill('240')
  await page.getByLabel('Tempo').press('Enter')
  await page.getByRole('button', { name: /^click/ }).click()
  await choose(page, 'Click', 'backbeats')
  await page.keyboard.press('Escape')
  await choose(page, 'Count-in', '1 bar')
  await forget(page)
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect.poll(() => heard(page).then(list => list.length), { timeout: 60_000 }).toBeGreaterThan(10)
  const list = await heard(page)
  const clicks = list.filter(sound => sound.seconds < 0.065) // the click lasts 60 ms, a closed hat longer
  const hats = list.filter(sound => sound.seconds >= 0.065)
  expect(gaps(clicks.slice(0, 4))).toEqual([0.25, 0.25, 0.25])
  expect(hats[0]!.when - clicks[0]!.when).toBeCloseTo(1, 4)
  expect(clicks[0]!.peak).toBeGreaterThan(clicks[1]!.peak) // the first of the bar stands out
  expect(clicks[4]!.when - hats[0]!.when).toBeCloseTo(0.25, 4) // then only on 2 and 4
})

test('a tempo is tapped', async ({ bench }) => {
  const { page } = bench
  await page.clock.install()
  await bench.openCopy('wet-rope')
  await page.clock.pauseAt(Date.now() + 600_000)
  const tap = page.getByRole('button', { name: 'Tap' })
  await tap.click()
  // One tap comes 50 ms early: the tempo is that of all of them.
  for (const ms of [500, 450, 550, 500]) {
    await page.clock.runFor(ms)
    await tap.click()
  }
  await expect(page.getByLabel('Tempo')).toHaveValue('120')
})

test('one bar of several is looped', async ({ bench }) => {
  const { page } = bench
  await listen(page)
  await bench.openCopy('wet-rope')
  await page.getByLabel('Tempo').fill('300')
  await page.getByLabel('Tempo').press('Enter')
  await choose(page, 'Loop', 'bar 2')
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(page.locator('[data-band]')).toHaveAttribute('visibility', 'visible', { timeout: 60_000 })
  const seen = new Set<number>()
  await expect
    .poll(
      async () => {
        seen.add(Number(await page.locator('[data-band]').getAttribute('data-slot')))
        return seen.size
      },
      { timeout: 60_000, intervals: [20] },
    )
    .toBeGreaterThan(5)
  expect([...seen].every(slot => slot >= 16)).toBe(true)
})

test('lanes wider than the page turn to the bar that sounds, their names beside it, until they are taken in hand', async ({
  bench,
}) => {
  const { page, lanes } = bench
  await bench.openCopy('wet-rope')
  await page.getByRole('button', { name: /^meter/ }).click()
  await page.getByLabel('Bars', { exact: true }).fill('8')
  await page.getByLabel('Bars', { exact: true }).press('Tab')
  await page.getByRole('button', { name: 'Set the time' }).click()
  await choose(page, 'Loop', 'bar 8')
  const band = page.locator('[data-band]')
  const name = lanes.getByText('Right hand', { exact: true })
  const before = await boxOf(name)
  const first = await bench.place('Right hand', 0)
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(band).toHaveAttribute('visibility', 'visible', { timeout: 60_000 })
  expect((await boxOf(name)).x).toBe(before.x)
  const right = await page.locator('[data-lanes-frame]').evaluate(el => el.getBoundingClientRect().right)
  const seen = async () => (await band.boundingBox())!
  expect((await seen()).x).toBeGreaterThan(before.x + before.width)
  expect((await seen()).x + (await seen()).width).toBeLessThanOrEqual(right + 1)
  expect((await bench.place('Right hand', 0)).x).toBeLessThan(0)

  for (const key of ['l', 'ArrowRight', 'Home']) await page.keyboard.press(key)
  await expect.poll(async () => (await bench.place('Right hand', 0)).x).toBeCloseTo(first.x, 0)
  const slot = await band.getAttribute('data-slot')
  await expect.poll(() => band.getAttribute('data-slot')).not.toBe(slot)
  expect((await bench.place('Right hand', 0)).x).toBeCloseTo(first.x, 0)
})

test('each level is another sound, and every stroke of the kit sounds', async ({ bench }) => {
  const { page } = bench
  await listen(page)
  await bench.beginEmpty('Levels')
  await page.keyboard.press('l')
  await page.keyboard.press('ArrowDown')
  for (const key of ['1', '2', '3', '4', '5']) await page.keyboard.press(key)
  await expect.poll(() => heard(page).then(list => list.length)).toBe(5)
  const energies = (await heard(page)).map(sound => sound.energy)
  for (let i = 1; i < 5; i++) expect(energies[i]!).toBeGreaterThan(energies[i - 1]! * 1.44)
  await forget(page)
  for (let i = 0; i < 7; i++) await page.keyboard.press('p') // round all pieces a hand can reach
  await expect.poll(() => heard(page).then(list => list.length)).toBe(7)
  expect(new Set((await heard(page)).map(sound => sound.seconds)).size).toBeGreaterThan(4)
})

test('the click falls on the player’s own slots, with bars of silence, by another sound and level', async ({
  bench,
}) => {
  const { page } = bench
  await fourHats({ bench })
  await page.getByLabel('Tempo').fill('240')
  await page.getByLabel('Tempo').press('Enter')
  await page.getByRole('button', { name: 'Mute Hi-hat' }).click()
  await page.getByRole('button', { name: /^click/ }).click()
  await choose(page, 'Click', 'own slots')
  const slots = page.getByRole('group', { name: 'Slots it falls on' }).getByRole('button')
  await slots.nth(3).click()
  await slots.nth(14).click()
  await page.getByLabel('Bars without click').fill('1')
  await page.getByLabel('Bars without click').press('Enter')
  await choose(page, 'Sound of the click', 'bell')
  await page.keyboard.press('Escape')
  await forget(page)
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  // The bell rings a quarter of a second.
  const bells = async () => (await heard(page)).filter(sound => sound.seconds > 0.2)
  await expect.poll(() => bells().then(list => list.length), { timeout: 60_000 }).toBeGreaterThan(3)
  const list = await bells()
  // a of 1 and & of 4 are eleven sixteenths apart; then a bar of silence: 21 until the next. A sixteenth at 240 is 62.5 ms.
  expect(gaps(list.slice(0, 4))).toEqual([11 * 0.0625, 21 * 0.0625, 11 * 0.0625])
})

/** Listens to everything that is connected to the speakers. */
async function tapOutput(page: Page) {
  await page.addInitScript(() => {
    const own = AudioNode.prototype.connect as (this: AudioNode, to: AudioNode) => AudioNode
    AudioNode.prototype.connect = function (this: AudioNode, to: AudioNode) {
      if (to instanceof AudioDestinationNode) {
        const analyser = to.context.createAnalyser()
        analyser.fftSize = 16384
        Object.assign(window, { tap: analyser })
        own.call(this, analyser)
      }
      return own.call(this, to)
    } as typeof AudioNode.prototype.connect
  })
}
/** The loudest 370 ms of a second of what comes out, in dB: at 240 there are two hats in one of them. */
const loudness = (page: Page) =>
  page.evaluate(async () => {
    const { tap } = window as unknown as { tap: AnalyserNode }
    const samples = new Float32Array(tap.fftSize)
    const until = tap.context.currentTime + 1.4
    let most = -Infinity
    // What was there before the second began goes out of the window first.
    while (tap.context.currentTime < until) {
      await new Promise(requestAnimationFrame)
      if (tap.context.currentTime < until - 1) continue
      tap.getFloatTimeDomainData(samples)
      most = Math.max(most, 10 * Math.log10(samples.reduce((sum, one) => sum + one * one, 1e-12) / samples.length))
    }
    return most
  })

test('a fader moves what is heard, by keys too; what is muted is silent; it stays with the player', async ({
  bench,
}) => {
  const { page } = bench
  await tapOutput(page)
  await fourHats({ bench })
  // At 240 there is a hat in every measure of the output.
  await page.getByLabel('Tempo').fill('240')
  await page.getByLabel('Tempo').press('Enter')
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect.poll(() => loudness(page), { timeout: 60_000 }).toBeGreaterThan(-50)
  const before = await loudness(page)
  await page.keyboard.press('Shift+M')
  const mix = page.getByRole('group', { name: 'Mix' })
  const hand = mix.getByRole('slider', { name: 'Right hand, in dB' })
  await hand.focus()
  for (let i = 0; i < 20; i++) await page.keyboard.press('ArrowLeft')
  await expect(mix.locator('[data-fader="RH"]')).toContainText('-20 dB')
  // Two takes of a hat differ by less than 3 dB.
  await expect.poll(async () => Math.abs((await loudness(page)) - (before - 20))).toBeLessThan(3)
  await mix.getByRole('button', { name: 'Mute all', exact: true }).click()
  await expect.poll(() => loudness(page)).toBeLessThan(-90)
  const stored = async () => (await (await fetch(`${bench.app.url}/api/players/me`)).json()).document.mix
  await expect.poll(stored).toMatchObject({ all: { gain: 0, muted: true }, RH: { gain: -20, muted: false } })
  await mix.getByRole('button', { name: 'Back to how it ships' }).click()
  await expect.poll(async () => Math.abs((await loudness(page)) - before)).toBeLessThan(3)
  await expect.poll(stored).toMatchObject({ all: { muted: false }, RH: { gain: 0 }, mine: { muted: true } })
})
