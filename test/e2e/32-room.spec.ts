import { join } from 'node:path'
import { build } from 'esbuild'
import type { Groove } from '#core/groove'
import { DEFAULT_KIT, type Listening, USUAL_PLAYER } from '#core/kit'
import { type Performance, humanOf, makePassage } from '#core/perform'
import type { Page } from '@playwright/test'
import { type AtSound, expect, hearSounds, test } from './app'

declare const graphAgainstCore: (performance: Performance, listening: Listening) => Promise<number[]>

/** The page's own graph, bundled for a page of ours. */
async function withGraph(page: Page) {
  const made = await build({
    entryPoints: [join(import.meta.dirname, 'graph-in-page.ts')],
    bundle: true,
    write: false,
    format: 'iife',
    alias: { '#core': join(import.meta.dirname, '../../core') },
  })
  await page.evaluate(made.outputFiles[0]!.text)
}

test('what the page plays is what is rendered, within −60 dB before the limiter: mix, sides, room, click and spread', async ({
  bench,
}) => {
  const { page, app } = bench
  await withGraph(page)
  const { grooves } = (await (await fetch(`${app.url}/api/grooves`)).json()) as {
    grooves: { summary: { id: string } }[]
  }
  const asked = grooves.slice(0, 40).map(async ({ summary }) => {
    const answer = await fetch(`${app.url}/api/grooves/${summary.id}`)
    return ((await answer.json()) as { document: Groove }).document
  })
  const all = await Promise.all(asked)
  const hats = all.find(groove => groove.parts.some(part => part.strokes.some(one => one.stroke === 'open')))!
  const lined = all.find(groove => groove.guides.length) ?? hats
  const { mix, room, click } = USUAL_PLAYER
  const cases: [Groove, Partial<Listening>, Partial<Performance>][] = [
    [hats, {}, {}],
    [
      lined,
      {
        hearing: 'click left, kit right',
        mix: { ...mix, RH: { gain: -7, muted: false }, click: { gain: 3, muted: false } },
      },
      {},
    ],
    [
      hats,
      {
        hearing: 'from the front',
        room: { ...room, size: 'small', amount: -6 },
        click: { ...click, sound: 'sticks', warns: true },
      },
      {},
    ],
    [lined, { hearing: 'in the middle', room: { size: 'large', amount: -12 } }, { human: humanOf(10) }],
  ]
  for (const [groove, heard, more] of cases) {
    const performance: Performance = {
      passages: [
        makePassage({
          groove,
          kit: DEFAULT_KIT,
          times: 2,
          click: { program: 'eighths' },
          guides: groove.guides.map(one => one.id),
          leadsOn: true,
        }),
      ],
      countIn: 1,
      ...more,
    }
    const apart = await page.evaluate(([one, other]) => graphAgainstCore(one, other), [
      performance,
      { mix, room, click, hearing: 'as I sit', ...heard },
    ] as const)
    for (const ear of apart) expect(ear, `${groove.title} ${JSON.stringify(heard)}`).toBeLessThan(-60)
  }
})

test('the lamp lights within 20 ms of its click, brighter on the first of the bar, and goes out as nothing plays', async ({
  bench,
}) => {
  const { page } = bench
  await bench.clickAsItShips()
  await hearSounds(page)
  await page.addInitScript(() => {
    const clicks: number[] = []
    const lit: { at: number; first: boolean }[] = []
    Object.assign(window, { clicks, lit })
    const { atSound } = window as unknown as { atSound: AtSound[] }
    // The click of wood is 60 ms long, as nothing else is.
    atSound.push(({ buffer, whenDue }) => Math.abs(buffer.duration - 0.06) < 0.001 && whenDue(0, at => clicks.push(at)))
    // Seen as the page changes: a frame asked for beside its own would come before or after it.
    let was = ''
    new MutationObserver(() => {
      const now = document.querySelector<HTMLElement>('[data-lamp]')?.dataset.beat ?? ''
      if (now && now !== was) lit.push({ at: performance.now(), first: now === 'first' })
      was = now
    }).observe(document, { subtree: true, attributeFilter: ['data-beat'] })
  })
  await page.addInitScript(() => localStorage.setItem('bazzet:click', 'every beat'))
  await bench.open('wet-rope')
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  const seen = () =>
    page.evaluate(() => {
      const { clicks, lit } = window as unknown as { clicks: number[]; lit: { at: number; first: boolean }[] }
      return { clicks, lit }
    })
  await expect.poll(async () => (await seen()).lit.length, { timeout: 60_000 }).toBeGreaterThan(16)
  const { clicks, lit } = await seen()
  const off = lit.slice(1, -1).map(({ at }) => Math.min(...clicks.map(click => Math.abs(at - click - 2))))
  // A frame that a busy machine leaves out is late; half of them are not.
  expect(off.sort((a, b) => a - b)[Math.floor(off.length / 2)]).toBeLessThan(20)
  // The first of a bar comes after whole bars: a beat that a busy machine leaves out moves none.
  const beat = (clicks.at(-1)! - clicks[0]!) / (clicks.length - 1)
  const firsts = lit.filter(one => one.first).map(one => one.at)
  expect(firsts.length).toBeGreaterThan(2)
  for (const at of firsts.slice(1)) {
    const bars = (at - firsts[0]!) / beat / 4
    // Nearer to it than to any other beat.
    expect(Math.abs(bars - Math.round(bars))).toBeLessThan(1 / 8)
  }
  await page.getByRole('button', { name: 'Stop', exact: true }).click()
  await expect(page.locator('[data-lamp]')).toHaveAttribute('data-beat', '')
})

test('where no sound begins, that is said at once, and playing goes on by the picture; with sound it is taken back', async ({
  bench,
}) => {
  const { page } = bench
  await page.addInitScript(() => {
    const Real = window.AudioContext
    window.AudioContext = class extends Real {
      private get gone() {
        return !(window as unknown as { plugged?: boolean }).plugged
      }
      override get currentTime() {
        return this.gone ? 0 : super.currentTime
      }
      override get state() {
        return this.gone ? 'suspended' : super.state
      }
      override resume() {
        return this.gone ? new Promise<void>(() => undefined) : super.resume()
      }
    }
  })
  await bench.open('wet-rope')
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(page.locator('[data-silent]')).toContainText('No sound comes out')
  await expect(page.locator('[data-lamp]')).toHaveAttribute('data-beat', 'first')
  await expect(page.locator('[data-lamp]')).toHaveAttribute('data-beat', '')
  // Plugged in, it sounds without a press, and the picture goes on.
  await page.evaluate(() => Object.assign(window, { plugged: true }))
  await expect(page.locator('[data-silent]')).toHaveCount(0)
  await expect(page.locator('[data-lamp]')).toHaveAttribute('data-beat', 'first')
  await page.getByRole('button', { name: 'Stop', exact: true }).click()
})

test('pieces are heard on their sides, the click apart from the kit by one press, and its sound is set by place', async ({
  bench,
}) => {
  const { page, app } = bench
  await page.addInitScript(() => {
    const own = AudioNode.prototype.connect as (this: AudioNode, to: AudioNode, from?: number) => AudioNode
    AudioNode.prototype.connect = function (this: AudioNode, to: AudioNode) {
      if (to instanceof AudioDestinationNode) {
        const parts = to.context.createChannelSplitter(2)
        own.call(this, parts)
        const ears = [0, 1].map(ear => {
          const analyser = to.context.createAnalyser()
          analyser.fftSize = 32768
          own.call(parts, analyser, ear)
          return analyser
        })
        Object.assign(window, { ears })
      }
      return own.call(this, to)
    } as typeof AudioNode.prototype.connect
  })
  /** How much louder the right ear is than the left over the last 0.7 s, in dB. */
  const right = () =>
    page.evaluate(() => {
      const { ears } = window as unknown as { ears: AnalyserNode[] }
      const [left, other] = ears.map(one => {
        const samples = new Float32Array(one.fftSize)
        one.getFloatTimeDomainData(samples)
        return samples.reduce((sum, x) => sum + x * x, 1e-9)
      }) as [number, number]
      return 10 * Math.log10(other / left)
    })
  await page.addInitScript(() => localStorage.setItem('bazzet:click', 'every beat'))
  await bench.open('wet-rope')
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await page.keyboard.press('Shift+M')
  const mix = page.getByRole('group', { name: 'Mix' })
  // Of the whole groove the hats are left; alone they are plainly so.
  for (const limb of ['left hand', 'right foot', 'left foot'])
    await mix.getByRole('button', { name: `Mute ${limb}`, exact: true }).click()
  await mix.getByRole('button', { name: 'Mute click', exact: true }).click()
  await expect.poll(right, { timeout: 60_000 }).toBeLessThan(-3)
  const heardFrom = async (name: string) => {
    await mix.getByRole('combobox', { name: 'From where the kit is heard' }).click()
    await page.getByRole('option', { name, exact: true }).click()
  }
  await heardFrom('from the front')
  await expect.poll(right).toBeGreaterThan(3)
  await heardFrom('click left, kit right')
  await expect.poll(right).toBeGreaterThan(40)
  await mix.getByRole('button', { name: 'Mute click', exact: true }).click()
  await mix.getByRole('button', { name: 'Mute right hand', exact: true }).click()
  await expect.poll(right).toBeLessThan(-40)
  await page.keyboard.press('Escape')
  await page
    .locator('[data-transport]')
    .getByRole('button', { name: /^click/ })
    .click()
  await page.getByRole('spinbutton', { name: 'Beats, in semitones', exact: true }).fill('-5')
  await page.keyboard.press('Tab')
  await page.getByRole('switch', { name: 'Higher in the last bar before another section' }).click()
  const stored = async () => (await (await fetch(`${app.url}/api/players/me`)).json()).document.click
  await expect.poll(stored).toMatchObject({ sound: 'wood', beat: { gain: -3, pitch: -5 }, warns: true })
  await page.getByRole('button', { name: 'The click as it ships' }).click()
  await expect.poll(stored).toMatchObject({ beat: { gain: -3, pitch: 0 }, warns: false })
  await page.keyboard.press('Escape')
  await page.keyboard.press('Shift+M')
  await mix.getByRole('button', { name: 'Back to how it ships' }).click()
})

test('the edge of the screen flashes less than three times a second, and never where less motion is asked for', async ({
  bench,
}) => {
  const { page, app } = bench
  const { document: mine, revision } = (await (await fetch(`${app.url}/api/players/me`)).json()) as {
    document: object
    revision: number
  }
  const put = (lamp: object, from: number) =>
    fetch(`${app.url}/api/players/me`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ revision: from, document: { ...mine, lamp } }),
    })
  expect((await put({ light: true, flash: true }, revision)).status).toBe(200)
  try {
    await bench.open('wet-rope')
    // Four beats a second.
    await page.getByLabel('Tempo').fill('240')
    await page.getByLabel('Tempo').press('Enter')
    await page.getByRole('button', { name: 'Play', exact: true }).click()
    await expect(page.locator('[data-flash]')).toHaveCount(1, { timeout: 60_000 })
    /** When the edge lights up within so many ms, and how often the lamp does. */
    const seen = (ms: number) =>
      page.evaluate(async long => {
        const flashes: number[] = []
        let [beats, was, lit] = [0, false, '']
        for (const end = performance.now() + long; performance.now() < end;) {
          await new Promise(requestAnimationFrame)
          const now = !!document.querySelector('[data-flash]')
          const lamp = document.querySelector<HTMLElement>('[data-lamp]')!.dataset.beat!
          if (now && !was) flashes.push(performance.now())
          if (lamp && lamp !== lit) beats++
          ;[was, lit] = [now, lamp]
        }
        return { flashes, beats }
      }, ms)
    const { flashes } = await seen(4000)
    expect(flashes.length).toBeGreaterThan(2)
    // A frame may be late on a busy machine: the one before it is then closer to the one after, by a frame.
    for (const [i, at] of flashes.slice(1).entries()) expect(at - flashes[i]!).toBeGreaterThan(330)
    await page.emulateMedia({ reducedMotion: 'reduce' })
    await expect(page.locator('[data-flash]')).toHaveCount(0)
    const calm = await seen(2000)
    expect(calm.flashes).toEqual([])
    expect(calm.beats).toBeGreaterThan(2)
  } finally {
    await put({ light: true, flash: false }, revision + 1)
  }
})
