import { closeSync, ftruncateSync, openSync, readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { writeWav } from '#core/formats'
import type { Groove } from '#core/groove'
import type { Kit } from '#core/kit'
import { tone, writeSoundFont } from '../soundfont'
import { App, expect, heard, listen, withServer } from './app'

const { WaveFile } = createRequire(import.meta.url)('wavefile') as typeof import('wavefile')

/** A server of this file's own: what it keeps is nobody else's. */
const test = withServer()

const wav = (app: App, name: string, hz: number, seconds: number, loud = 20000) => {
  const path = join(app.folder, name)
  writeFileSync(path, writeWav(Float32Array.from(tone(hz, seconds, loud), x => x / 32768)))
  return path
}
/** A copy of the five-piece kit under another id, open on the Kit station. */
async function openKit(page: Page, app: App, id: string) {
  const { document } = (await (await fetch(`${app.url}/api/kits/five-piece`)).json()) as { document: Kit }
  const made = await fetch(`${app.url}/api/kits`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ ...document, id, name: id }),
  })
  expect(made.status).toBe(201)
  await page.goto(`${app.url}/kit/${id}`)
  await expect(page.getByLabel('WAV files of your own for hit')).toBeAttached()
}
const kitOf = async (app: App, id: string) =>
  ((await (await fetch(`${app.url}/api/kits/${id}`)).json()) as { document: Kit }).document
const hitsOf = (kit: Kit, piece = 'snare') => kit.pieces.find(one => one.id === piece)!.strokes[0]!
const toast = (page: Page, text: string | RegExp) => expect(page.getByText(text).first()).toBeVisible()

test('WAV files and a SoundFont are given to strokes, heard, rendered, taken along in the archive, and refused with a sentence', async ({
  page,
  app,
}) => {
  await listen(page)
  await openKit(page, app, 'sounds')
  const files = page.getByLabel('WAV files of your own for hit')
  await files.setInputFiles([wav(app, 'loud.wav', 440, 0.31), wav(app, 'soft.wav', 330, 0.23, 2000)])
  const own = page.locator('[data-stroke="hit"] [data-own]').first().locator('..').locator('[data-own]')
  await expect(own).toHaveCount(2)
  await expect(page.getByRole('combobox', { name: 'Level of loud.wav' })).toContainText('5')
  await expect(page.getByRole('combobox', { name: 'Level of soft.wav' })).toContainText('2')
  // Heard as a strong stroke, the nearest is the loud one: 0.31 s of it.
  await page.getByRole('button', { name: 'Hear hit' }).first().click()
  await expect.poll(async () => (await heard(page)).map(one => one.seconds.toFixed(2))).toContain('0.31')

  // What is no sound says so, and nothing is changed.
  const letter = join(app.folder, 'letter.wav')
  writeFileSync(letter, 'Dear friend, this is no sound at all.')
  await files.setInputFiles(letter)
  await toast(page, '“letter.wav”: This is no WAV file: it does not begin as one does.')
  const huge = join(app.folder, 'huge.wav')
  const handle = openSync(huge, 'w')
  ftruncateSync(handle, 500 * 1024 * 1024)
  closeSync(handle)
  await files.setInputFiles(huge)
  await toast(page, '“huge.wav” has 500 MB; a sound of up to 16 MB is taken.')
  const font = page.getByLabel('A SoundFont of your own for the kit')
  await font.setInputFiles(letter)
  await toast(page, '“letter.wav”: This is no SoundFont 2 file: it does not begin as one does.')
  await expect(own).toHaveCount(2)

  // A SoundFont’s drums go to the strokes that have their notes.
  const sf2 = join(app.folder, 'shed.sf2')
  writeFileSync(
    sf2,
    writeSoundFont('Shed Kit', [
      { name: 'Kick', keys: [36, 36], velocities: [0, 127], root: 36, samples: tone(80, 0.37) },
      { name: 'Ride', keys: [51, 51], velocities: [0, 127], root: 51, samples: tone(900, 0.4) },
    ]),
  )
  await font.setInputFiles(sf2)
  await toast(page, '2 strokes of this kit sound as “Shed Kit” now.')
  await expect.poll(async () => hitsOf(await kitOf(app, 'sounds'), 'ride').own?.length).toBe(1)
  const kept = await kitOf(app, 'sounds')
  expect([
    hitsOf(kept).own?.map(one => [one.name, one.level]),
    hitsOf(kept, 'bass drum').own?.map(one => one.name),
    hitsOf(kept, 'ride').own?.map(one => one.name),
  ]).toEqual([
    [
      ['loud.wav', 5],
      ['soft.wav', 2],
    ],
    ['Kick'],
    ['Ride'],
  ])

  // A groove on this kit plays them, and is rendered with them.
  const { document } = (await (await fetch(`${app.url}/api/grooves/wet-rope`)).json()) as { document: Groove }
  const groove = {
    ...document,
    id: 'own-sounds',
    title: 'Own sounds',
    kitId: 'sounds',
    parts: document.parts
      .filter(part => part.role === 'backbeat')
      .map(part => ({ ...part, muted: false, strokes: [{ at: 0, piece: 'snare', stroke: 'hit', level: 5 }] })),
  }
  expect(
    (
      await fetch(`${app.url}/api/grooves`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(groove),
      })
    ).status,
  ).toBe(201)
  await page.goto(`${app.url}/bench/own-sounds`)
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect
    .poll(async () => (await heard(page)).map(one => one.seconds.toFixed(2)), { timeout: 60_000 })
    .toContain('0.31')
  await page.keyboard.press('Space')
  await page.keyboard.press('Shift+E')
  const dialog = page.getByRole('dialog')
  await dialog.getByText('Sound (WAV)').click()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the file' }).click(),
  ])
  const [rendered] = new WaveFile(new Uint8Array(readFileSync(await file.path()))).getSamples(
    false,
    Int16Array,
  ) as unknown as [left: Int16Array, right: Int16Array]
  const begins = rendered.findIndex(x => Math.abs(x) > 1000)
  const crossings = [...rendered.subarray(begins, begins + 4410)].filter(
    (x, i, all) => i > 0 && all[i - 1]! < 0 && x >= 0,
  ).length
  expect(Math.abs(crossings * 10 - 440)).toBeLessThan(25)

  // Everything, read into an empty Bazzet, has the sounds.
  const archive = join(app.folder, 'all.zip')
  writeFileSync(archive, new Uint8Array(await (await fetch(`${app.url}/api/archive`)).arrayBuffer()))
  const empty = new App(false)
  try {
    await empty.start()
    await page.goto(`${empty.url}/open`)
    await page.getByLabel('File to open').setInputFiles(archive)
    await page.getByRole('button', { name: 'Keep', exact: true }).click()
    await expect(page).toHaveURL(/shelf$/, { timeout: 60_000 })
    expect(await kitOf(empty, 'sounds')).toEqual(kept)
    for (const { asset } of [...hitsOf(kept).own!, ...hitsOf(kept, 'ride').own!]) {
      const [mine, theirs] = await Promise.all(
        [app, empty].map(
          async one => new Uint8Array(await (await fetch(`${one.url}/api/assets/${asset}`)).arrayBuffer()),
        ),
      )
      expect(theirs).toEqual(mine)
    }
    await page.goto(`${empty.url}/bench/own-sounds`)
    await page.getByRole('button', { name: 'Play', exact: true }).click()
    await expect
      .poll(async () => (await heard(page)).map(one => one.seconds.toFixed(2)), { timeout: 60_000 })
      .toContain('0.31')
  } finally {
    await empty.remove()
  }
})

test('a kit is heard by one set of sounds or the other, and so is a stroke', async ({ page, app }) => {
  await listen(page)
  await openKit(page, app, 'sets')
  const lengths = async () => (await heard(page)).map(one => one.seconds.toFixed(3))
  const hear = async () => {
    await page.evaluate(() => ((window as unknown as { heard: unknown[] }).heard.length = 0))
    await page.getByRole('button', { name: 'Hear hit' }).first().click()
    await expect.poll(async () => (await lengths()).length).toBe(1)
    return page.evaluate(() => (window as unknown as { heard: { peak: number }[] }).heard[0]!.peak.toFixed(4))
  }
  const recorded = await hear()
  await page.getByRole('combobox', { name: 'Sounds of the kit' }).click()
  await page.getByRole('option', { name: 'synthesised' }).click()
  await expect(page.getByRole('combobox', { name: 'Set of hit' })).toContainText('synthesised')
  const synthesised = await hear()
  expect(synthesised).not.toBe(recorded)
  await page.getByRole('combobox', { name: 'Set of hit' }).click()
  await page.getByRole('option', { name: 'recorded' }).click()
  await expect(page.getByRole('combobox', { name: 'Sounds of the kit' })).toContainText('some of both')
  expect(await hear()).toBe(recorded)
  await expect.poll(async () => hitsOf(await kitOf(app, 'sets')).set).toBe('recorded')
})
