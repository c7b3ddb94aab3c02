import { ftruncateSync, openSync, closeSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { writeWav } from '#core/formats'
import type { Recording } from '#core/recording'
import { App, expect, test } from './app'

const RATE = 44100
const BEAT = 0.5
/** A click track of half a minute at 120: a short tone on each beat, with a low one under the first of four, and nothing for 1.3 s before. */
function clickTrack(app: App): string {
  const sound = new Float32Array(30 * RATE)
  const tone = (at: number, hz: number, seconds: number, level: number) => {
    for (let i = 0; i < seconds * RATE; i++)
      sound[Math.round(at * RATE) + i]! +=
        level * Math.sin((2 * Math.PI * hz * i) / RATE) * Math.exp((-6 * i) / RATE / seconds)
  }
  for (let n = 0; 1.3 + n * BEAT < 29; n++) {
    tone(1.3 + n * BEAT, 1000, 0.05, 0.6)
    if (n % 4 === 0) tone(1.3 + n * BEAT, 70, 0.2, 0.5)
  }
  const path = join(app.folder, 'Click track.wav')
  writeFileSync(path, writeWav(sound))
  return path
}
const open = (page: Page, path: string) => page.getByLabel('Recording to open').setInputFiles(path)
const stored = async (app: App, id: string) =>
  ((await (await fetch(`${app.url}/api/recordings/${id}`)).json()) as { document: Recording }).document

/** Keeps what goes out to the machine’s sound, with when. */
const captures = (page: Page) =>
  page.addInitScript(() => {
    const heard: { at: number; samples: Float32Array }[] = []
    Object.assign(window, { heard })
    const connect = AudioNode.prototype.connect as (this: AudioNode, to: AudioNode, ...more: number[]) => AudioNode
    const tapped = function (this: AudioNode, to: AudioNode, ...more: number[]) {
      if (
        to instanceof AudioDestinationNode &&
        this.context instanceof AudioContext &&
        !(this instanceof ScriptProcessorNode)
      ) {
        const tap = this.context.createScriptProcessor(4096, 1, 1)
        tap.onaudioprocess = event =>
          heard.push({ at: event.playbackTime, samples: event.inputBuffer.getChannelData(0).slice() })
        connect.call(this, tap)
        connect.call(tap, to)
      }
      return connect.call(this, to, ...more)
    }
    Object.assign(AudioNode.prototype, { connect: tapped })
  })

test('a recording comes in, over a break; its beats are found and put right, and it is looped slowly at its pitch', async ({
  page,
  app,
}) => {
  await captures(page)
  await page.goto(`${app.url}/listen`)
  // The second piece is lost on the way.
  let [sent, lost] = [0, false]
  await page.route('**/api/uploads/*/*', async route => {
    sent++
    if (route.request().url().endsWith('/1') && !lost) {
      lost = true
      return route.abort()
    }
    return route.continue()
  })
  await open(page, clickTrack(app))
  await expect(page.getByRole('alert')).toContainText('does not answer')
  expect(sent).toBe(2)
  await open(page, clickTrack(app))
  await page.waitForURL(/listen\/\w+/)
  expect(sent).toBe(4)
  const id = page.url().split('/').at(-1)!
  const says = page.locator('[data-beats-say]')
  await expect(says).toContainText('beats a minute', { timeout: 60_000 })
  const line = page.locator('[data-line]')
  await line.focus()
  await page.keyboard.press('Home')
  for (let n = 0; n < 3; n++) await page.keyboard.press('ArrowRight')
  await expect(says).toContainText(/; 1(19|20)\.\d beats a minute/)

  // By keys: from a beat that is none, the 1 is put where the low tones are.
  await page.keyboard.press('Home')
  const beatAt = async () => Number(await line.getAttribute('aria-valuenow'))
  for (let n = 0; n < 40 && (await beatAt()) < 5; n++) await page.keyboard.press('Control+ArrowRight')
  await page.keyboard.press('1')
  await expect(says).toContainText('its 1 is set by you')
  await expect.poll(async () => (await stored(app, id)).anchors.map(one => one.is)).toEqual(['one'])
  const { anchors } = await stored(app, id)
  const nth = (anchors[0]!.at - 1.3) / BEAT
  expect(Math.abs(nth - Math.round(nth))).toBeLessThan(0.1)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await stored(app, id)).anchors).toEqual([])
  await page.keyboard.press('Control+Shift+z')
  await expect.poll(async () => (await stored(app, id)).anchors.length).toBe(1)

  // Two bars from here, at 60 %, over and over, not counted in.
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('Shift+ArrowRight')
  await page.getByText('count in').click()
  const speed = page.getByLabel('Speed in per cent')
  await speed.fill('60')
  await speed.press('Enter')
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible()
  const place = page.locator('[data-place]')
  await expect(place).toContainText('beat 3')
  await expect(place).toContainText('beat 1')
  // Over the seam: 2 bars of 4 s are 6.7 s.
  await expect
    .poll(
      () =>
        page.evaluate(() => {
          const { heard } = window as unknown as { heard: { at: number }[] }
          return heard.length ? heard.at(-1)!.at - heard[0]!.at : 0
        }),
      { timeout: 60_000 },
    )
    .toBeGreaterThan(14)
  await page.getByRole('button', { name: 'Stop', exact: true }).click()
  const { gaps, hz } = await page.evaluate(rate => {
    const { heard } = window as unknown as { heard: { at: number; samples: Float32Array }[] }
    const all = Float32Array.from(heard.flatMap(one => [...one.samples]))
    // Attacks of the high tone: what a difference of samples leaves of the low one is little.
    const high = all.map((x, i) => Math.abs(x - (all[i - 1] ?? 0)))
    const attacks: number[] = []
    for (let i = 1; i < high.length; i++)
      if (high[i]! > 0.02 && i - (attacks.at(-1) ?? -rate) > 0.4 * rate) attacks.push(i)
    const from = attacks[3]! + 200
    let crossings = 0
    for (let i = from; i < from + rate * 0.02; i++) if (all[i - 1]! < 0 && all[i]! >= 0) crossings++
    return { gaps: attacks.slice(1).map((at, i) => (at - attacks[i]!) / rate), hz: crossings / 0.02 }
  }, RATE)
  // The first has silence before it; a seam cuts between beats, and the rest are 0.5 s / 60 % apart.
  const apart = gaps.slice(1, 14)
  expect(apart.length).toBeGreaterThan(10)
  for (const gap of apart) expect(Math.abs(gap - BEAT / 0.6), gaps.join(' ')).toBeLessThan(0.02)
  expect(Math.abs(hz - 1000)).toBeLessThanOrEqual(100)

  // What both sides have in common is all that a recording in mono has.
  await page.getByRole('combobox', { name: 'What of it is heard' }).click()
  await page.getByRole('option', { name: 'the sides' }).click()
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(place).toContainText('beat 3')
  const loudest = () =>
    page.evaluate(() => {
      const { heard } = window as unknown as { heard: { samples: Float32Array }[] }
      return Math.max(...heard.slice(-10).map(one => one.samples.reduce((most, x) => Math.max(most, Math.abs(x)), 0)))
    })
  await expect.poll(loudest).toBeLessThan(0.001)
  await page.getByRole('combobox', { name: 'What of it is heard' }).click()
  await page.getByRole('option', { name: 'all', exact: true }).click()
  await expect.poll(loudest).toBeGreaterThan(0.05)
  await page.getByRole('button', { name: 'Stop', exact: true }).click()

  // A section and a mark, by keys.
  await line.focus()
  await page.keyboard.press('s')
  await page.keyboard.type('Hook')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-section]')).toContainText('Hook')
  await line.focus()
  await page.keyboard.press('w')
  await page.keyboard.type('The low tone comes early')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-mark]')).toContainText('The low tone comes early')
  await expect.poll(async () => (await stored(app, id)).sections.map(one => one.name)).toEqual(['Hook'])
  await expect.poll(async () => (await stored(app, id)).marks.length).toBe(1)

  // Everything, read into an empty Bazzet, has it and its sound.
  const archive = join(app.folder, 'listen.zip')
  writeFileSync(archive, new Uint8Array(await (await fetch(`${app.url}/api/archive`)).arrayBuffer()))
  const kept = await stored(app, id)
  const empty = new App(false)
  try {
    await empty.start()
    await page.unrouteAll()
    await page.goto(`${empty.url}/open`)
    await page.getByLabel('File to open').setInputFiles(archive)
    await expect(page.getByText(/^\d recordings$/)).toBeVisible()
    await page.getByRole('button', { name: 'Keep', exact: true }).click()
    await expect(page).toHaveURL(/shelf$/, { timeout: 60_000 })
    expect(await stored(empty, id)).toEqual(kept)
    await page.goto(`${empty.url}/listen/${id}`)
    await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeEnabled({ timeout: 60_000 })
    const part = await fetch(`${empty.url}/api/assets/${kept.asset.sha256}`, {
      headers: { range: 'bytes=1048570-1048579' },
    })
    expect([part.status, part.headers.get('content-range')]).toEqual([206, `bytes 1048570-1048579/${kept.asset.bytes}`])
    expect((await part.arrayBuffer()).byteLength).toBe(10)
  } finally {
    await empty.remove()
  }
})

test('what is no recording, too large, or cut off is refused with a sentence, and nothing is kept', async ({
  page,
  app,
}) => {
  await page.goto(`${app.url}/listen`)
  const before = ((await (await fetch(`${app.url}/api/recordings`)).json()) as { recordings: object[] }).recordings
    .length
  const file = (name: string, bytes: Uint8Array | string) => {
    const path = join(app.folder, name)
    writeFileSync(path, bytes)
    return path
  }
  const alert = page.getByRole('alert')
  await open(page, file('letter.mp3', 'Dear friend, this is no sound at all.'))
  await expect(alert).toContainText(
    '“letter.mp3”: this is no sound that Bazzet opens. It opens WAV, FLAC, MP3, Ogg or M4A. Nothing was kept.',
  )
  await open(page, file('cut.flac', 'fLaC and then nothing of a sound'))
  await expect(alert).toContainText('“cut.flac”: this browser can’t play it')
  const huge = join(app.folder, 'huge.wav')
  const handle = openSync(huge, 'w')
  ftruncateSync(handle, 201 * 1024 ** 2)
  closeSync(handle)
  await open(page, huge)
  await expect(alert).toContainText('“huge.wav”: it has 201.0 MB; a recording of up to 200.0 MB is opened.')
  // Sixteen minutes of silence, as few bytes as a WAV file has them.
  await open(page, file('long.wav', writeWav(new Float32Array(16 * 60 * 8000), { rate: 8000 })))
  await expect(alert).toContainText('“long.wav”: it lasts 16 minutes; up to 15 are opened.', { timeout: 60_000 })
  expect(
    ((await (await fetch(`${app.url}/api/recordings`)).json()) as { recordings: object[] }).recordings,
  ).toHaveLength(before)
})
