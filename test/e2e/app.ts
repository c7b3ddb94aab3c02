import { type ChildProcess, spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type Player, USUAL_PLAYER } from '#core/kit'
import { type Locator, type Page, type Request, expect, test as base } from '@playwright/test'

/** The built server on a port and its own database, which a test may stop and start again. */
export class App {
  private server: ChildProcess | undefined
  readonly folder = mkdtempSync(join(tmpdir(), 'bazzet-test-'))
  url = ''
  private port = 0

  constructor(private demo: boolean) {}

  /** The number of the server's process. */
  get pid() {
    return this.server!.pid!
  }

  async start() {
    this.port ||= await freePort()
    this.url = `http://127.0.0.1:${this.port}`
    this.server = spawn(process.execPath, ['.output/server/index.mjs'], {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: {
        ...process.env,
        HOST: '127.0.0.1',
        PORT: String(this.port),
        BAZZET_DB: join(this.folder, 'test.db'),
        BAZZET_DEMO: this.demo ? '1' : '',
      },
    })
    await expect
      .poll(
        () =>
          fetch(`${this.url}/api/health`).then(
            answer => answer.ok,
            () => false,
          ),
        { timeout: 90_000 },
      )
      .toBe(true)
  }

  async stop(signal: NodeJS.Signals = 'SIGTERM') {
    const { server } = this
    if (!server) return
    this.server = undefined
    const ended = new Promise(resolve => server.once('exit', resolve))
    server.kill(signal)
    await ended
  }
  /** Ends it as a power cut would end the program: at once. */
  kill() {
    return this.stop('SIGKILL')
  }

  async remove() {
    await this.stop()
    rmSync(this.folder, { recursive: true, force: true })
  }
}

/** A port nobody listens on. */
export function freePort(): Promise<number> {
  return new Promise(resolve => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => resolve(port))
    })
  })
}

/** What a browser says of answers that a test asked for by its own doing: a server that is away, a request that is refused. */
const ASKED_FOR = /^Failed to load resource|Failed to fetch dynamically imported module|ResizeObserver loop/

/** What to know of a page whose test failed: the answers it still waited for, and what stood on it. */
async function lastSeen(page: Page, waiting: ReadonlySet<Request>) {
  const said = await page
    .locator('[role=status], [role=alert], [data-silent]')
    .allInnerTexts()
    .catch(() => [])
  const words = await page
    .locator('body')
    .innerText({ timeout: 2000 })
    .catch(error => String(error))
  return `${page.url()} waited for ${[...waiting].map(one => `${one.method()} ${one.url()}`).join(', ') || 'nothing'}, said: ${said.filter(Boolean).join(' | ')}, and showed: ${words.replaceAll(/\s+/g, ' ').slice(0, 400)}`
}

/** Tests against a server with the demo world, which a worker shares among all files that use the same. No page may say that something is wrong with it. */
export const withServer = () =>
  base.extend<object, { app: App }>({
    page: async ({ page }, use, { errors }) => {
      const wrong: string[] = []
      const waiting = new Set<Request>()
      page.on('request', one => waiting.add(one))
      page.on('requestfinished', one => waiting.delete(one))
      page.on('requestfailed', one => waiting.delete(one))
      page.on('pageerror', error => wrong.push(error.message))
      page.on(
        'console',
        message =>
          message.type() === 'error' &&
          !ASKED_FOR.test(message.text()) &&
          wrong.push(`${message.text()} at ${message.location().url}`),
      )
      await use(page)
      if (errors.length) console.log(await lastSeen(page, waiting))
      expect(wrong, 'what the page said in its console').toEqual([])
    },
    app: [
      async ({ browserName: _ }, use) => {
        const app = new App(true)
        await app.start()
        await use(app)
        await app.remove()
      },
      { scope: 'worker' },
    ],
  })

/** The server of most tests: what they keep in it must not be in each other's way. */
export const test = withServer().extend<{ bench: Bench }>({
  bench: async ({ page, app }, use) => use(new Bench(page, app)),
})

/** Keeps the page's scripts away, so that it shows what the server drew; what is answered lets them come. */
export async function withoutScripts(page: Page): Promise<() => void> {
  let come: () => void = () => {}
  const held = new Promise<void>(resolve => (come = resolve))
  await page.route('**/*.js', async route => {
    await held
    await route.continue()
  })
  return come
}

/** Where something stands on the page, once it is there and has stopped moving: a page that is still opening has no place for it. */
export async function boxOf(what: Locator) {
  let [before, box]: Awaited<ReturnType<Locator['boundingBox']>>[] = [null, null]
  await expect
    .poll(
      async () => {
        before = box
        box = await what.boundingBox()
        return box !== null && JSON.stringify(box) === JSON.stringify(before)
      },
      { intervals: [20, 50, 100] },
    )
    .toBe(true)
  return box!
}

/** What is under More in a station’s header. */
export async function more(page: Page, item: string) {
  await page.locator('[data-header]').getByRole('button', { name: 'More' }).click()
  await page.getByRole('menuitem', { name: item }).click()
}

/** The Bench as a player uses it. */
export class Bench {
  constructor(
    readonly page: Page,
    readonly app: App,
  ) {}

  /** A click is known by its length: another test of this server may have left another than ships. */
  async clickAsItShips() {
    const url = `${this.app.url}/api/players/me`
    const { document, revision } = (await (await fetch(url)).json()) as { document: Player; revision: number }
    const body = JSON.stringify({ revision, document: { ...document, click: USUAL_PLAYER.click } })
    const put = await fetch(url, { method: 'PUT', body, headers: { 'content-type': 'application/json' } })
    expect(put.status).toBe(200)
  }

  async open(id: string) {
    await this.page.goto(`${this.app.url}/bench/${id}`)
    await expect(this.lanes).toBeVisible()
  }

  /** Unfolds a subject of the readout by its name. */
  async unfold(title: string) {
    await this.page.locator('[data-fold] > summary', { hasText: title }).click()
  }

  /** Opens a copy of a demo groove under another id, so that what a test does to it stays its own. */
  async openCopy(of: string) {
    const { document } = (await (await fetch(`${this.app.url}/api/grooves/${of}`)).json()) as {
      document: import('#core/groove').Groove
    }
    const id = `copy-${Date.now().toString(36)}-${of}`.slice(0, 64)
    const made = await fetch(`${this.app.url}/api/grooves`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ ...document, id, title: `${document.title}, copied` }),
    })
    expect(made.status).toBe(201)
    await this.open(id)
  }

  get lanes() {
    return this.page.getByRole('application', { name: /Limb lanes/ })
  }
  get readout() {
    return this.page.locator('[data-readout]')
  }
  get says() {
    return this.page.locator('[data-cursor-says]')
  }

  /** The middle of a slot in a lane: lanes are found by their names, slots by the words over them. */
  async place(limb: string, slot: number) {
    const svg = this.lanes.locator('svg').first() // the grid; the strokes stand in another, over it
    const box = await boxOf(svg)
    const name = await boxOf(this.lanes.getByText(limb, { exact: true }))
    const ticks = await svg.locator('[data-slots]').first().getAttribute('d')
    const x = [...ticks!.matchAll(/M([\d.]+) /g)].map(match => Number(match[1]))[slot]!
    return { x: box.x + x, y: name.y + name.height / 2 }
  }

  /** Begins empty bars from the Shelf, of one of the common meters. */
  async beginEmpty(title: string, meter = '4/4') {
    await this.page.goto(`${this.app.url}/shelf`)
    await this.page.getByRole('button', { name: 'Begin a groove' }).first().click()
    await this.page.getByLabel('Title').fill(title)
    await this.page.getByRole('tab', { name: 'Empty bars' }).click()
    await this.page.getByRole('button', { name: meter, exact: true }).click()
    await this.page.getByRole('button', { name: 'Begin', exact: true }).click()
    await expect(this.lanes).toBeVisible()
  }

  sticks(part?: string) {
    return this.page.locator(part ? `[data-stick^="${part}:"]` : '[data-stick]')
  }

  async saved() {
    await expect(this.page.locator('[data-save="saved"]')).toBeVisible()
  }

  /** What the server has of the groove that is open. */
  async stored() {
    const id = this.page.url().split('/').at(-1)!
    const answer = await fetch(`${this.app.url}/api/grooves/${id}`)
    return (await answer.json()) as { revision: number; document: import('#core/groove').Groove }
  }
}

/**
 * A sound as it was handed to the audio clock: `when` and `now` in seconds of that clock, `when` 0 for at once. `whenDue` calls back `ms` after
 * the sound has come, with that moment in ms of the page's clock.
 */
interface Sound {
  when: number
  now: number
  whenDue: (ms: number, then: (at: number) => void) => void
  buffer: AudioBuffer
}
export type AtSound = (sound: Sound) => void
/** Has the page call every function of `window.atSound` for each sound, as soon as it is handed to the browser’s own audio nodes. */
export async function hearSounds(page: Page) {
  await page.addInitScript(() => {
    const hearers: AtSound[] = []
    if ('atSound' in window) return
    Object.assign(window, { atSound: hearers })
    const start = AudioBufferSourceNode.prototype.start
    AudioBufferSourceNode.prototype.start = function (when = 0, ...rest: [number?, number?]) {
      // The audio library tries nodes out with empty buffers; those are no sounds.
      if (this.buffer && this.buffer.duration > 0.01) {
        const context = this.context as AudioContext
        // By the browser’s own pair of both clocks, once it has one: the audio clock alone goes by blocks.
        const due = () => {
          const { contextTime = 0, performanceTime = 0 } = context.getOutputTimestamp()
          return contextTime > 0
            ? performanceTime + (when - contextTime) * 1000
            : performance.now() + (when - context.currentTime + (context.outputLatency || 0)) * 1000
        }
        // Read again until it has come: a busy machine holds the audio clock up, and what was due is due later.
        const whenDue: Sound['whenDue'] = (ms, then) => {
          // The pair goes on by itself where the clock stands: no sound comes of it.
          const left = Math.max(due() + ms - performance.now(), (when - context.currentTime - 0.1) * 1000)
          if (left > 0) setTimeout(() => whenDue(ms, then), left)
          else then(due() + ms)
        }
        for (const hearer of hearers) hearer({ when, now: context.currentTime, whenDue, buffer: this.buffer })
      }
      return start.call(this, when, ...rest)
    }
  })
}

export interface Sounded {
  when: number
  seconds: number
  peak: number
  energy: number
}
/** Notes every sound that is scheduled, with its time, length and loudness: `heard` tells. */
export async function listen(page: Page) {
  await hearSounds(page)
  await page.addInitScript(() => {
    const heard: Sounded[] = []
    const { atSound } = Object.assign(window as unknown as { atSound: AtSound[] }, { heard })
    atSound.push(({ when, buffer }) => {
      const samples = buffer.getChannelData(0)
      heard.push({
        when,
        seconds: buffer.duration,
        peak: samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0),
        energy: samples.reduce((sum, sample) => sum + sample * sample, 0),
      })
    })
  })
}
export const heard = (page: Page) => page.evaluate(() => (window as unknown as { heard: Sounded[] }).heard)

export { expect }
