// Measures the built page in headless Chromium.
import { spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { launch } from '../../scripts/lib/browser.mjs'

const PORT = 4177
const URL_ = `http://127.0.0.1:${PORT}`
const folder = mkdtempSync(join(tmpdir(), 'bazzet-bench-'))
const server = spawn(process.execPath, ['.output/server/index.mjs'], {
  stdio: 'ignore', env: { ...process.env, HOST: '127.0.0.1', PORT: String(PORT), BAZZET_DB: join(folder, 'bench.db'), BAZZET_DEMO: '' },
})
const rows = []
const percentile = (list, share) => [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))]

/** Four bars of sixteenths, a hundred strokes in four parts, written as a stranger would; or eight and four hundred. */
function groove(id, bars) {
  const bar = { meter: { count: 4, unit: 4, groups: [1, 1, 1, 1] }, slots: [4, 4, 4, 4] }
  const part = (id, limb, piece, stroke, slots) => ({ id, name: id, limb, strokes: slots.map(slot => ({ at: slot * 1260, piece, stroke, level: 1 + slot % 5 })) })
  const every = (n, from = 0, most = 999) => Array.from({ length: 16 * bars }, (_, i) => i).filter(i => i % n === from).slice(0, most)
  const full = bars === 8
  const all = full
    ? [part('hat', 'RH', 'hi-hat', 'hit', every(1)), part('snare', 'LH', 'snare', 'hit', every(1)), part('bass', 'RF', 'bass drum', 'hit', every(1, 0, 80)), part('foot', 'LF', 'hi-hat', 'chick', every(2))]
    : [part('hat', 'RH', 'hi-hat', 'hit', every(2)), part('snare', 'LH', 'snare', 'hit', every(2, 1)), part('bass', 'RF', 'bass drum', 'hit', every(3, 0, 20)), part('foot', 'LF', 'hi-hat', 'chick', every(4))]
  return { format: 'bazzet-groove', version: 1, id, title: id, tempo: { bpm: 240, counts: '1/4' }, bars: Array.from({ length: bars }, () => bar), parts: all }
}

try {
  while (!await fetch(`${URL_}/api/health`).then(answer => answer.ok, () => false)) await new Promise(resolve => setTimeout(resolve, 100))
  for (const one of [groove('hundred', 4), groove('four-hundred', 8)]) {
    await fetch(`${URL_}/api/grooves`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(one) })
  }
  const browser = await launch()

  // Script on the Shelf before anything is touched, as it would be sent compressed.
  {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    const scripts = []
    page.on('response', (answer) => {
      if (answer.request().resourceType() === 'script') scripts.push(new URL(answer.url()).pathname)
    })
    await page.goto(URL_)
    await page.getByRole('article').first().waitFor()
    const bytes = scripts.reduce((sum, path) => sum + gzipSync(readFileSync(join('.output/public', path))).length, 0)
    const kb = Number((bytes / 1024).toFixed(1))
    rows.push({ name: `script on the Shelf before first interaction, ${scripts.length} files`, figure: kb, unit: 'KB gzip', target: 'under 250', met: kb < 250 })
    await page.close()
  }

  // From the key going down, as a frame begins, until that frame has been painted with the lanes changed; and until the
  // readout beside them says what is so now.
  for (const [id, what] of [['hundred', '4 bars, 100 strokes'], ['four-hundred', '8 bars, 400 strokes']]) {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${URL_}/bench/${id}`)
    await page.getByRole('application').waitFor()
    await page.getByRole('application').focus()
    const times = await page.evaluate(async () => {
      const lanes = document.querySelector('[role=application]')
      const stick = () => document.querySelector('[data-stick="hat:0"]')?.dataset.level
      const settled = () => new Promise(resolve => setTimeout(resolve, 120))
      // The key comes as a frame begins; the message sent in that frame is answered once it has been painted.
      const edit = (key, reading) => new Promise(resolve => requestAnimationFrame(() => {
        const start = performance.now()
        const { port1, port2 } = new MessageChannel()
        const times = { worked: 0, whole: 0, read: 0 }
        const done = () => times.whole && (!reading || times.read) && resolve(times)
        const readout = document.querySelector('[data-off-beat]').closest('[data-readout]')
        const said = readout.textContent
        const watcher = new MutationObserver(() => {
          if (readout.textContent === said) return
          times.read ||= performance.now() - start
          watcher.disconnect()
          done()
        })
        if (reading) watcher.observe(readout, { subtree: true, childList: true, characterData: true })
        port1.onmessage = () => {
          times.whole = performance.now() - start
          done()
        }
        lanes.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }))
        queueMicrotask(() => queueMicrotask(() => {
          times.worked = performance.now() - start
          port2.postMessage(0)
        }))
      }))
      const levels = []
      for (let i = 0; i < 200; i++) {
        await settled()
        const before = stick()
        const times = await edit(String(1 + (i % 5 + 1) % 5), false)
        if (stick() === before) throw new Error('the lanes did not change')
        if (i >= 50) levels.push(times)
      }
      // The stroke goes and comes: what lands together changes each time.
      const strokes = []
      for (let i = 0; i < 100; i++) {
        await settled()
        const times = await edit(i % 2 ? '3' : 'Delete', true)
        if (i >= 20) strokes.push(times)
      }
      return { levels, strokes }
    })
    const at95 = (list, key) => Number(percentile(list.map(one => one[key]), 0.95).toFixed(1))
    const whole = at95(times.levels, 'whole')
    const worked = at95(times.levels, 'worked')
    const read = at95(times.strokes, 'read')
    rows.push({ name: `edit to painted lanes, ${what}, 95th percentile`, figure: whole, unit: 'ms', target: 'at most 16.7', met: whole <= 16.7 })
    rows.push({ name: `of that, script: document and drawing updated, ${what}`, figure: worked, unit: 'ms', target: 'at most 16.7', met: worked <= 16.7 })
    rows.push({ name: `edit to right readout, ${what}, 95th percentile`, figure: read, unit: 'ms', target: 'at most 50', met: read <= 50 })
    await page.close()
  }

  // The real audio clock for twenty seconds: was every sound handed over before its time?
  {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.addInitScript(() => {
      window.handed = []
      const start = AudioBufferSourceNode.prototype.start
      AudioBufferSourceNode.prototype.start = function (when = 0, ...rest) {
        if (this.buffer && this.buffer.duration > 0.01 && when > 0) window.handed.push({ when, now: this.context.currentTime })
        return start.call(this, when, ...rest)
      }
    })
    await page.goto(`${URL_}/bench/hundred`)
    await page.getByRole('button', { name: 'Play', exact: true }).click()
    await page.waitForFunction(() => window.handed.length > 20, undefined, { timeout: 60_000 })
    await page.waitForFunction(then => performance.now() > then, await page.evaluate(() => performance.now() + 20_000), { timeout: 60_000 })
    const handed = await page.evaluate(() => window.handed)
    const late = handed.filter(one => one.when < one.now).length
    rows.push({ name: `late events, 20 s in Chromium, ${handed.length} sounds`, figure: late, unit: 'events', target: '0', met: late === 0 })
    await page.close()
  }
  await browser.close()
  writeFileSync(process.env.BENCH_OUT, JSON.stringify(rows))
} finally {
  server.kill()
  rmSync(folder, { recursive: true, force: true })
}
