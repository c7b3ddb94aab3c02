import { readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join } from 'node:path'
import { unzipSync } from 'fflate'
import { writeMidi } from 'midi-file'
import type { Page } from '@playwright/test'
import { played, recorded } from '../played'
import { type App, type Bench, expect, more, test } from './app'

// The package's module for browsers cannot be loaded by Node; its other one can.
const { WaveFile } = createRequire(import.meta.url)('wavefile') as typeof import('wavefile')

/** A limbless MIDI file of our own making: rows of sixteenths by note, bar by bar. */
function song(folder: string, bars: Record<number, string>[]): string {
  const events = bars
    .flatMap((rows, bar) =>
      Object.entries(rows).flatMap(([note, text]) =>
        [...text].flatMap((letter, slot) =>
          letter === '-'
            ? []
            : [
                {
                  tick: bar * 1920 + slot * 120,
                  note: Number(note),
                  velocity: letter === 'X' ? 122 : letter === 'g' ? 24 : 72,
                },
              ],
        ),
      ),
    )
    .sort((a, b) => a.tick - b.tick)
  let now = 0
  const track = [
    { deltaTime: 0, meta: true, type: 'trackName' as const, text: 'Somebody else' },
    ...events.flatMap(({ tick, note, velocity }) => {
      const deltaTime = tick - now
      now = tick
      return [
        { deltaTime, type: 'noteOn' as const, channel: 9, noteNumber: note, velocity },
        { deltaTime: 0, type: 'noteOff' as const, channel: 9, noteNumber: note, velocity: 0 },
      ]
    }),
    { deltaTime: 0, meta: true, type: 'endOfTrack' as const },
  ]
  const path = join(folder, 'song.mid')
  writeFileSync(
    path,
    Uint8Array.from(writeMidi({ header: { format: 0, numTracks: 1, ticksPerBeat: 480 }, tracks: [track as never] })),
  )
  return path
}
const ROCK = { 42: 'x-x-x-x-x-x-x-x-', 38: '----X-------X---', 36: 'x-------x-x-----' }
const FILL = { 38: 'xxxx------------', 50: '----xxxx--------', 47: '--------xxxx----', 43: '------------xxxx' }
const HIT = { 49: 'X---------------', 42: 'x---------------', 38: 'X---------------', 36: 'X---------------' }

const openPage = async (page: Page, app: App, path: string) => {
  await page.goto(`${app.url}/open`)
  await page.getByLabel('File to open').setInputFiles(path)
}
const grooveOf = async (app: App, id: string) =>
  (await (await fetch(`${app.url}/api/grooves/${id}`)).json()).document as import('#core/groove').Groove
const strokesBy = (groove: import('#core/groove').Groove) =>
  Object.fromEntries(
    ['RH', 'LH', 'RF', 'LF'].map(limb => [
      limb,
      groove.parts
        .filter(part => part.limb === limb)
        .flatMap(part => part.strokes.map(stroke => `${stroke.at / 1260} ${stroke.piece}`))
        .sort(),
    ]),
  )
/** Everything struck, with its limb, in order; whatever part it is of. */
const struck = (groove: import('#core/groove').Groove) =>
  groove.parts
    .flatMap(part =>
      part.strokes.map(({ at, piece, stroke, level, ornament, openFor }) =>
        [at, part.limb, piece, stroke, level, ornament ?? '', openFor ?? ''].join(' '),
      ),
    )
    .sort()

test('a MIDI file without limbs is cut into grooves, and gets four limbs; what can’t be played is said; a limb is chosen; all are kept', async ({
  page,
  app,
}) => {
  await openPage(page, app, song(app.folder, [ROCK, ROCK, ROCK, FILL, HIT, ROCK, ROCK]))
  const stretches = page.locator('[data-stretches] li')
  await expect(page.getByRole('button', { name: 'Keep 2 grooves' })).toBeVisible()
  await expect(stretches).toHaveText([/bar 1 · 3 times · again at bar 6/, /bars 4 to 5/])
  await expect(page.getByRole('img', { name: 'Lanes of Somebody else, bar 1, 4/4, 1 bar' }).first()).toBeVisible()
  await stretches
    .nth(1)
    .getByRole('button', { name: /bars 4 to 5/ })
    .click()
  await expect(page.locator('[data-left]')).toContainText(
    'Hi-hat on bar 5, beat 1: both hands are busy at that instant. The left foot can close the hats there instead.',
  )
  // The other song begins where either hand would do: the player says which.
  await page.getByRole('button', { name: 'Keep 2 grooves' }).click()
  await expect(page).toHaveURL(/shelf$/)
  const list = (await (await fetch(`${app.url}/api/grooves`)).json()).grooves as {
    summary: { id: string; title: string }
  }[]
  const rock = await grooveOf(app, list.find(one => one.summary.title === 'Somebody else, bar 1')!.summary.id)
  expect(strokesBy(rock)).toEqual({
    RH: ['0', '10', '12', '14', '2', '4', '6', '8'].map(at => `${at} hi-hat`),
    LH: ['12 snare', '4 snare'],
    RF: ['0 bass drum', '10 bass drum', '8 bass drum'],
    LF: [],
  })
  expect(rock.parts.map(part => part.role)).toEqual(['lead', 'backbeat', 'bass drum'])
  const fill = await grooveOf(app, list.find(one => one.summary.title === 'Somebody else, bars 4 to 5')!.summary.id)
  expect(strokesBy(fill).RH!.length + strokesBy(fill).LH!.length).toBe(18)
  expect(strokesBy(fill).LF).toEqual(['16 hi-hat'])
})

test('where either hand would do the player chooses, by key, and the choice stands', async ({ page, app }) => {
  await openPage(page, app, song(app.folder, [{ 38: 'x-------x-------' }]))
  const choices = page.locator('[data-choices]')
  await expect(choices.getByRole('button', { name: 'The left hand' }).first()).toBeVisible()
  await choices.getByRole('button', { name: 'The left hand' }).first().press('Enter')
  await expect(choices).toContainText('Your choice: the left hand.')
  await page.getByRole('button', { name: 'Keep as a groove' }).click()
  await expect(page).toHaveURL(/bench\//)
  const kept = await grooveOf(app, page.url().split('/').at(-1)!)
  expect(strokesBy(kept)).toMatchObject({ LH: ['0 snare'], RH: ['8 snare'] })
})

test('a tablature is pasted, and what is doubtful in it is said', async ({ page, app }) => {
  await page.goto(`${app.url}/open`)
  await page
    .getByLabel('Or paste it here')
    .fill('My groove\n\nHH|x-x-x-x-|x-x-x-o-|\nSD|--o---o-|--o---og|\nBD|o---o---|o---oo--|\nQQ|x-------|--------|')
  await page.getByRole('button', { name: 'Look at it' }).click()
  await expect(page.locator('[data-doubts]')).toContainText(
    '“QQ” is no piece that Bazzet knows; the line was left out.',
  )
  await expect(page.getByRole('status').first()).toContainText('tablature: 2 bars of 4/4, 18 strokes')
  await page.getByRole('button', { name: 'Keep as a groove' }).click()
  await expect(page.getByRole('application', { name: /Limb lanes/ })).toBeVisible()
  const kept = await grooveOf(app, page.url().split('/').at(-1)!)
  expect(kept.title).toBe('My groove')
  expect(kept.parts.map(part => [part.limb, part.name])).toEqual([
    ['RH', 'Hi-hat'],
    ['LH', 'Backbeat'],
    ['LH', 'Ghosts'],
    ['RF', 'Bass drum'],
  ])
})

test('a file is dropped anywhere, and text pasted outside a field; a file that is none is answered with a sentence', async ({
  page,
  app,
}) => {
  await page.goto(`${app.url}/kit/five-piece`)
  await expect(page.locator('[data-piece]').first()).toBeVisible()
  const drop = (name: string, text: string) =>
    page.evaluate(
      ({ name, text }) => {
        const dataTransfer = new DataTransfer()
        dataTransfer.items.add(new File([text], name))
        window.dispatchEvent(new DragEvent('dragover', { dataTransfer, cancelable: true }))
        window.dispatchEvent(new DragEvent('drop', { dataTransfer, cancelable: true }))
      },
      { name, text },
    )
  // What takes a file in comes with the first touch of the page: one that was let go too early is dropped again.
  await expect(async () => {
    await drop('holiday.jpg', 'not music at all')
    await expect(page.getByRole('alert')).toContainText('This is no file that Bazzet reads.', { timeout: 1000 })
  }).toPass()
  await drop('beat.txt', 'SD|--o---o-|')
  await expect(page.getByRole('heading', { name: 'beat.txt' })).toBeVisible()
  await expect(page.locator('[data-stretches] li')).toHaveCount(1)
  await page.evaluate(() => {
    const clipboardData = new DataTransfer()
    clipboardData.setData('text/plain', 'BD|o---o---|\nSD|--o---o-|')
    document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }))
  })
  await expect(page.getByRole('heading', { name: 'From a text' })).toBeVisible()
})

test('out and in again: MusicXML, MIDI by parts and tablature give the strokes and limbs back', async ({ bench }) => {
  const { page, app } = bench
  const exported = async (format: string, options: [string, string][] = []) => {
    await bench.open('boiler-room-two')
    await page.getByRole('application').focus()
    await page.keyboard.press('Shift+e')
    await page.getByRole('radio', { name: format }).click()
    for (const [name, option] of options) {
      await page.getByRole('combobox', { name }).click()
      await page.getByRole('option', { name: option }).click()
    }
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save the file' }).click(),
    ])
    const path = join(app.folder, file.suggestedFilename())
    await file.saveAs(path)
    return path
  }
  const home = await grooveOf(app, 'boiler-room-two')
  const back = async (path: string, bench: Bench) => {
    await openPage(page, app, path)
    // A MIDI file of ours carries the groove, which is kept as it is.
    await page.getByRole('button', { name: /^Keep( as a groove)?$/ }).click()
    await expect(bench.lanes).toBeVisible()
    return (await bench.stored()).document
  }
  expect(struck(await back(await exported('MusicXML'), bench))).toEqual(struck(home))
  const midi = await back(
    await exported('MIDI', [
      ['Swing and pushes', 'straight notes'],
      ['Tracks', 'a track for each part'],
    ]),
    bench,
  )
  expect(struck(midi)).toEqual(struck(home))
  expect(midi.parts.map(part => part.name).sort()).toEqual(home.parts.map(part => part.name).sort())
  const tab = await back(await exported('Text tablature', [['Lines', 'of each limb']]), bench)
  const coarse = (groove: typeof home) =>
    groove.parts
      .flatMap(part => part.strokes.map(({ at, piece, stroke }) => [at, part.limb, piece, stroke].join(' ')))
      .sort()
  expect(coarse(tab)).toEqual(coarse(home))
})

test('sound is rendered in a worker, whole or in stems, and can be stopped; a picture stands by itself', async ({
  bench,
}) => {
  const { page } = bench
  await bench.open('wet-rope')
  const dialog = page.locator('[data-export]')
  const begin = async (format: string) => {
    if (!(await dialog.isVisible())) {
      await page.getByRole('application').focus()
      await page.keyboard.press('Shift+e')
    }
    await page.getByRole('radio', { name: format }).click()
  }
  const names: string[] = []
  const take = async () => {
    const [file] = await Promise.all([
      page.waitForEvent('download', { timeout: 60_000 }),
      page.getByRole('button', { name: 'Save the file' }).click(),
    ])
    await expect(dialog).toHaveCount(0)
    names.push(file.suggestedFilename())
    return readFileSync(await file.path())
  }
  await begin('Picture of the lanes')
  const svg = (await take()).toString()
  expect(svg).toContain('<title>Wet Rope</title>')
  expect(svg).toContain("@font-face{font-family:'Instrument Sans Variable'")
  expect(svg).not.toMatch(/(?:href|src)="http/)

  await begin('Picture of the staff')
  const staff = (await take()).toString()
  expect(staff).toContain('<title>Wet Rope</title>')
  expect(staff).toContain("font-family:'Bravura';src:url(data:font/woff2")
  expect(staff).not.toMatch(/var\(--|currentColor|(?:href|src)="http/)
  // Neither is saved over the other.
  expect(new Set(names).size).toBe(names.length)
  // It shows by itself, every note of it.
  const drawn = await page.context().newPage()
  await drawn.setContent(staff.replace(/^<\?xml.*\?>/, ''))
  expect(await drawn.locator('svg .vf-stavenote').count()).toBeGreaterThan(30)
  await drawn.close()

  await begin('Sound (WAV)')
  await page.getByLabel('Times through').fill('64')
  await page.getByRole('button', { name: 'Save the file' }).click()
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByRole('button', { name: 'Save the file' })).toBeVisible()
  await page.getByLabel('Times through').fill('1')
  await page.getByLabel('Times through').press('Tab')
  const wav = new WaveFile(new Uint8Array(await take()))
  const { sampleRate, bitsPerSample, numChannels } = wav.fmt as {
    sampleRate: number
    bitsPerSample: number
    numChannels: number
  }
  expect([sampleRate, bitsPerSample, numChannels]).toEqual([44100, 16, 2])
  // Two bars of four quarters at 96, and a second for the last stroke.
  expect((wav.getSamples(false, Int16Array as never) as unknown as Int16Array[])[1]!.length / 44100).toBeCloseTo(
    (8 * 60) / 96 + 1,
    1,
  )

  await begin('Sound (WAV)')
  await page.getByLabel('Times through').fill('1')
  await page.getByLabel('Times through').press('Tab')
  await page.getByText('a file for each limb, packed').click()
  const stems = unzipSync(new Uint8Array(await take()))
  expect(Object.keys(stems).sort()).toEqual(['left-foot.wav', 'left-hand.wav', 'right-foot.wav', 'right-hand.wav'])
})

test('everything is saved as one file, and read into an empty Bazzet it is the same', async ({ page, app }) => {
  const { App } = await import('./app')
  // With a practice run under way.
  await page.goto(`${app.url}/practise/wet-rope-plan/run`)
  await expect(page.locator('[data-phase="ready"]')).toBeVisible()
  await page.keyboard.press('Space')
  await expect
    .poll(async () => (await (await fetch(`${app.url}/api/sittings`)).json()).sittings.length)
    .toBeGreaterThan(0)
  await page.goto(`${app.url}/player`)
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save everything as a file' }).click(),
  ])
  const path = join(app.folder, 'all.zip')
  await file.saveAs(path)
  const empty = new App(false)
  try {
    await empty.start()
    const shipped = Object.keys(
      unzipSync(new Uint8Array(await (await fetch(`${empty.url}/api/archive`)).arrayBuffer())),
    ).filter(name => name.includes('/'))
    await openPage(page, empty, path)
    await expect(page.getByText('An archive of everything that was kept:')).toBeVisible()
    await page.getByRole('button', { name: 'Keep', exact: true }).click()
    await expect(page).toHaveURL(/shelf$/, { timeout: 60_000 })
    const [before, after] = await Promise.all(
      [app, empty].map(async one =>
        unzipSync(new Uint8Array(await (await fetch(`${one.url}/api/archive`)).arrayBuffer())),
      ),
    )
    const names = Object.keys(before!).filter(name => !name.startsWith('players/'))
    expect(
      Object.keys(after!)
        .filter(name => !name.startsWith('players/'))
        .sort(),
    ).toEqual(names.sort())
    // What an empty Bazzet ships with is there already, and stays as it is.
    for (const name of names.filter(one => !shipped.includes(one)))
      if (name.startsWith('assets/')) expect(Buffer.from(after![name]!).equals(before![name]!), name).toBe(true)
      else
        expect(JSON.parse(Buffer.from(after![name]!).toString()), name).toEqual(
          JSON.parse(Buffer.from(before![name]!).toString()),
        )
    await page.goto(`${empty.url}/today`)
    await expect(page.locator('main').getByRole('link', { name: 'Go on' }).first()).toBeVisible()
  } finally {
    await empty.remove()
  }
})

test('a kit and a plan leave as our own JSON, and come back where they are not', async ({ page, app }) => {
  for (const [address, name, where] of [
    ['kit/electronic', 'electronic.json', /kit\//],
    ['practise/wet-rope-plan', 'wet-rope-feet-first.json', /practise\//],
  ] as const) {
    await page.goto(`${app.url}/${address}`)
    const [file] = await Promise.all([page.waitForEvent('download'), more(page, 'Save as a file')])
    expect(file.suggestedFilename()).toBe(name)
    const document = JSON.parse(readFileSync(await file.path(), 'utf8')) as {
      id: string
      name?: string
      title?: string
    }
    const path = join(app.folder, name)
    writeFileSync(path, JSON.stringify({ ...document, id: `${document.id}-back` }))
    await openPage(page, app, path)
    await expect(page.getByText(document.name ?? document.title!).first()).toBeVisible()
    await page.getByRole('button', { name: 'Keep', exact: true }).click()
    await expect(page).toHaveURL(where)
    const kept = (await (
      await fetch(`${app.url}/api/${address.split('/')[0] === 'kit' ? 'kits' : 'plans'}/${document.id}-back`)
    ).json()) as { document: object }
    expect(kept.document).toEqual({ ...document, id: `${document.id}-back` })
  }
})

test('a recording of a plan’s stage, as a MIDI file, is measured against it and goes into the log', async ({
  page,
  app,
}) => {
  const groove = await grooveOf(app, 'wet-rope')
  const plan = {
    format: 'bazzet-plan',
    version: 3,
    id: 'recorded',
    title: 'Recorded',
    stages: [
      {
        id: 'all',
        name: 'Backbeat and bass drum',
        subject: { kind: 'groove', id: 'wet-rope' },
        parts: { 'part-2': 'player', 'part-4': 'player' },
        length: { seconds: 60 },
        click: { program: 'every beat' },
        tempo: groove.tempo,
      },
    ],
  }
  expect(
    (
      await fetch(`${app.url}/api/plans`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(plan),
      })
    ).status,
  ).toBe(201)
  // Eight times through, begun 3 s into the file, the snare 25 ms after the bass drum; a tick is a millisecond.
  const quarter = 60 / groove.tempo.bpm
  const times = groove.parts
    .filter(part => part.id === 'part-2' || part.id === 'part-4')
    .flatMap(part =>
      part.strokes.flatMap(({ at, piece }) =>
        Array.from({ length: 8 }, (_, lap) => ({
          note: piece === 'snare' ? 40 : 36,
          ms: Math.round(3000 + (lap * 8 + at / 5040) * quarter * 1000) + (piece === 'snare' ? 25 : 0),
        })),
      ),
    )
    .sort((a, b) => a.ms - b.ms)
  let now = 0
  const track = [
    { deltaTime: 0, meta: true, type: 'setTempo' as const, microsecondsPerBeat: 1_000_000 },
    ...times.map(({ note, ms }) => {
      const deltaTime = ms - now
      now = ms
      return { deltaTime, type: 'noteOn' as const, channel: 9, noteNumber: note, velocity: 90 }
    }),
    { deltaTime: 0, meta: true, type: 'endOfTrack' as const },
  ]
  const path = join(app.folder, 'take.mid')
  writeFileSync(
    path,
    Uint8Array.from(writeMidi({ header: { format: 0, numTracks: 1, ticksPerBeat: 1000 }, tracks: [track as never] })),
  )
  await page.goto(`${app.url}/practise/recorded`)
  await page.getByLabel('Recording of this stage').setInputFiles(song(app.folder, [FILL, FILL]))
  await expect(page.getByText('“song.mid” was not measured').first()).toBeVisible()
  await page.getByLabel('Recording of this stage').setInputFiles(path)
  await expect(page.locator('[data-measured]')).toBeVisible()
  await expect
    .poll(async () =>
      (
        (await (await fetch(`${app.url}/api/log?plan=recorded`)).json()).entries as {
          measures: { input: string; missed: number; extra: number; limbs: { limb: string; lean: number }[] }
        }[]
      ).map(({ measures }) => [
        measures.input,
        measures.missed,
        measures.extra,
        Math.round(measures.limbs.find(one => one.limb === 'LH')!.lean),
      ]),
    )
    .toEqual([['file', 0, 0, 25]])
})

test('a file that somebody played opens with its feel, which is said; with its times where those are wanted', async ({
  app,
  page,
}) => {
  const rows = { 'hi-hat': 'x.x.x.x.x.x.x.x.', snare: '....x.......x...', 'bass drum': 'x.......x.x.....' }
  const path = join(app.folder, 'evening.mid')
  writeFileSync(path, recorded(played(rows, { bpm: 96, bars: 8, seed: 4, swing: 0.62 }), 96))
  await openPage(page, app, path)
  await expect(page.locator('[data-played]')).toContainText('It swings eighths 6')
  await page.getByRole('radio', { name: 'Keep the times' }).press('Space')
  await page.getByRole('button', { name: /^Keep (it|\d+)/ }).focus()
  await expect(page.getByRole('radio', { name: 'Keep the times' })).toBeChecked()
  await page.getByRole('radio', { name: 'Keep the feel' }).click()
  await expect(page.locator('[data-stretch]')).toBeVisible()
  await page.getByRole('button', { name: 'Keep as a groove' }).click()
  await expect(page).toHaveURL(/\/bench\//)
  const groove = await grooveOf(app, page.url().split('/').at(-1)!)
  expect(groove.feel.swing!.level).toBe('1/8')
  expect(Math.abs(groove.feel.swing!.share - 0.62)).toBeLessThanOrEqual(0.015)
  expect(strokesBy(groove)).toMatchObject({
    LH: ['12 snare', '4 snare'],
    RF: ['0 bass drum', '10 bass drum', '8 bass drum'],
  })
})
