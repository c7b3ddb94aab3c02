// An hour at the application in one page: edited while it plays, station after station, with heap, listeners and sounds watched. Part of
// `npm run soak`; BAZZET_SOAK_MINUTES makes it shorter.
import { readFileSync } from 'node:fs'
import { monitorEventLoopDelay } from 'node:perf_hooks'
import { launch } from '../scripts/lib/browser.mjs'
import { groove, serving } from './lib.mjs'

const MINUTES = Number(process.env.BAZZET_SOAK_MINUTES ?? 60)
/** Rounds before what is loaded once has been loaded, and the browser has made what it keeps of code that runs often. */
const WARM = 10
const median = list => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]
/** What the heap and the listeners may have grown by, from the first rounds to the last. */
const MOST_GROWTH = 1.15

let failed = false
await serving(4186, [groove('drum', 4), groove('other', 2)], async (url, server) => {
  const browser = await launch()
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
  const cdp = await page.context().newCDPSession(page)
  await cdp.send('Performance.enable')
  const errors = []
  page.on('pageerror', error => errors.push(error.message))
  await page.addInitScript(() => {
    // With each late sound, the longest that the page has been held up in the last second: whether it was busy, or the machine was away.
    window.sounds = { all: 0, late: [] }
    let [last, held] = [performance.now(), []]
    setInterval(() => {
      const now = performance.now()
      held = [...held, { at: now, for: now - last }].filter(one => one.at > now - 1000)
      last = now
    }, 10)
    const start = AudioBufferSourceNode.prototype.start
    AudioBufferSourceNode.prototype.start = function (when = 0, ...rest) {
      if (this.buffer && this.buffer.duration > 0.01) {
        const late = when > 0 ? this.context.currentTime - when : 0
        window.sounds.all++
        if (late > 0)
          window.sounds.late.push({
            late: late * 1000,
            held: Math.max(performance.now() - last, ...held.map(one => one.for)),
          })
      }
      return start.call(this, when, ...rest)
    }
  })
  const memoryOf = pid => Number(readFileSync(`/proc/${pid}/status`, 'utf8').match(/VmRSS:\s+(\d+)/)[1]) / 1024

  /** Half a minute at the Bench, edited while it plays, and a look at every station; all in the one page. */
  async function round(n) {
    await page.getByRole('navigation').getByRole('link', { name: 'Shelf' }).click()
    await page
      .locator(`article a[href="/bench/${n % 2 ? 'other' : 'drum'}"]`)
      .first()
      .click()
    const lanes = page.getByRole('application')
    await lanes.waitFor()
    await lanes.focus()
    await page.keyboard.press('Space')
    for (let i = 0; i < 60; i++) {
      await page.keyboard.press(
        [
          'ArrowRight',
          'Enter',
          '4',
          'ArrowDown',
          'Delete',
          'ArrowRight',
          '2',
          'Control+z',
          'ArrowUp',
          'Alt+ArrowRight',
          'Alt+ArrowLeft',
          'Control+z',
        ][i % 12],
      )
      await page.waitForTimeout(400)
    }
    await page.keyboard.press('Space')
    for (const station of ['Vary', 'Sticking', 'Phrase', 'Practise', 'Log', 'Kit', 'Player', 'Today']) {
      await page.getByRole('navigation').getByRole('link', { name: station }).click()
      await page.getByRole('heading', { level: 1 }).first().waitFor()
      await page.waitForTimeout(300)
    }
  }

  await page.goto(`${url}/shelf`)
  const rounds = []
  const late = []
  // The same, of this program, which has next to nothing to do.
  const stood = monitorEventLoopDelay({ resolution: 10 })
  stood.enable()
  const until = Date.now() + MINUTES * 60_000
  for (let n = 0; n === 0 || Date.now() < until; n++) {
    stood.reset()
    await round(n)
    for (const one of await page.evaluate(() => window.sounds.late.splice(0))) {
      late.push(one)
      console.log(
        `round ${n + 1}: a sound ${one.late.toFixed(1)} ms late; the page held up for ${one.held.toFixed(0)} ms in the second before, this program for ${(stood.max / 1e6).toFixed(0)} ms in the round`,
      )
    }
    await cdp.send('HeapProfiler.collectGarbage')
    const { metrics } = await cdp.send('Performance.getMetrics')
    const of = name => metrics.find(one => one.name === name).value
    rounds.push({
      heap: of('JSHeapUsedSize') / 2 ** 20,
      listeners: of('JSEventListeners'),
      nodes: of('Nodes'),
      server: memoryOf(server.pid),
    })
    if (n % 10 === 0)
      console.log(
        `round ${n + 1}: ${Object.entries(rounds.at(-1))
          .map(([name, value]) => `${name} ${value.toFixed(name === 'heap' || name === 'server' ? 1 : 0)}`)
          .join(', ')}`,
      )
  }
  const all = await page.evaluate(() => window.sounds.all)
  const [first, last] = [rounds.slice(WARM, WARM + 5), rounds.slice(-5)]
  const rows = ['heap', 'listeners', 'nodes', 'server'].map(name => {
    const [before, after] = [first, last].map(some => median(some.map(one => one[name])))
    return {
      what: `${name}${name === 'heap' || name === 'server' ? ', MB' : ''}`,
      'first rounds': Math.round(before * 10) / 10,
      'last rounds': Math.round(after * 10) / 10,
      steady: after <= before * MOST_GROWTH,
    }
  })
  console.table(rows)
  console.log(
    `${rounds.length} rounds, ${all} sounds, ${late.length} late${late.length ? ` (the latest by ${Math.max(...late.map(one => one.late)).toFixed(1)} ms)` : ''}, ${errors.length} errors${errors.length ? `: ${errors[0]}` : ''}`,
  )
  failed = rounds.length > WARM + 5 && rows.some(row => !row.steady)
  failed ||= late.length > 0 || all < rounds.length * 50 || errors.length > 0
  await browser.close()
})
process.exit(failed ? 1 : 0)
