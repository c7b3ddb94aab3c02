// Measures the built page in headless Chromium.
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { launch } from '../scripts/lib/browser.mjs'
import { groove, listened, serving } from './lib.mjs'
import { Report, loopsIn, percentile } from './report.mjs'

const report = new Report()

/** Two bars, sixty strokes, with roles, as the search for ideas is measured on. */
function sixty() {
  const bar = { meter: { count: 4, unit: 4, groups: [1, 1, 1, 1] }, slots: [4, 4, 4, 4] }
  const part = (id, role, limb, piece, stroke, row) => ({
    id,
    name: id,
    role,
    limb,
    strokes: Array.from({ length: 32 }, (_, i) => i)
      .filter(i => row[i % row.length] !== '.')
      .map(i => ({ at: i * 1260, piece, stroke, level: Number(row[i % row.length]) })),
  })
  return {
    format: 'bazzet-groove',
    version: 1,
    id: 'sixty',
    title: 'sixty',
    tempo: { bpm: 100, counts: '1/4' },
    bars: [bar, bar],
    parts: [
      part('hats', 'lead', 'RH', 'hi-hat', 'hit', '3.2.'),
      part('backbeat', 'backbeat', 'LH', 'snare', 'hit', '....5...'),
      part('ghosts', 'ghosts', 'LH', 'snare', 'hit', '.1.1...1.1.1..1.'),
      part('bass', 'bass drum', 'RF', 'bass drum', 'hit', '4.4...4.4...4.4.'),
      part('foot', 'hat foot', 'LF', 'hi-hat', 'chick', '3.3.3...3.3.3.3.'),
    ],
  }
}

await serving(4177, [groove('hundred', 4), groove('four-hundred', 8), sixty()], async URL_ => {
  const browser = await launch()

  // Script on the Shelf before anything is touched, as it would be sent compressed.
  {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    const scripts = []
    page.on('response', answer => {
      if (answer.request().resourceType() === 'script') scripts.push(new URL(answer.url()).pathname)
    })
    await page.goto(`${URL_}/shelf`)
    await page.getByRole('article').first().waitFor()
    // The first cards are drawn by the server: what is counted is all that follows them while nobody touches the page.
    await page.waitForLoadState('networkidle')
    await page
      .getByRole('status')
      .filter({ hasText: /\d of \d/ })
      .waitFor()
    await page.waitForLoadState('networkidle')
    const bytes = scripts.reduce((sum, path) => sum + gzipSync(readFileSync(join('.output/public', path))).length, 0)
    report.most(`script on the Shelf before first interaction, ${scripts.length} files`, bytes / 1024, 'KB gzip', 250)
    await page.close()
  }

  // From the key going down, as a frame begins, until that frame has been painted with the lanes changed; and until the
  // readout beside them says what is so now.
  for (const [id, what, most] of [
    ['hundred', '4 bars, 100 strokes', 16.7],
    ['four-hundred', '8 bars, 400 strokes', 8.35],
  ]) {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${URL_}/bench/${id}`)
    await page.getByRole('application').waitFor()
    await page.getByRole('application').focus()
    const before = await loopsIn(page)
    const times = await page.evaluate(async () => {
      const lanes = document.querySelector('[role=application]')
      const stick = () => document.querySelector('[data-stick="hat:0"]')?.dataset.level
      const settled = () => new Promise(resolve => setTimeout(resolve, 120))
      // The key comes as a frame begins; the message sent in that frame is answered once it has been painted.
      const edit = (key, reading) =>
        new Promise(resolve =>
          requestAnimationFrame(() => {
            const start = performance.now()
            const { port1, port2 } = new MessageChannel()
            const times = { worked: 0, whole: 0, read: 0 }
            const done = () => times.whole && (!reading || times.read) && resolve(times)
            const readout = document.querySelector('[data-readout]')
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
            queueMicrotask(() =>
              queueMicrotask(() => {
                times.worked = performance.now() - start
                port2.postMessage(0)
              }),
            )
          }),
        )
      const levels = []
      for (let i = 0; i < 200; i++) {
        await settled()
        const before = stick()
        const times = await edit(String(1 + (((i % 5) + 1) % 5)), false)
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
    const beside = [...before, ...(await loopsIn(page))]
    for (const [name, list, key, limit] of [
      [`edit to painted lanes, ${what}, 95th percentile`, times.levels, 'whole', most],
      [`of that, script: document and drawing updated, ${what}`, times.levels, 'worked', most],
      [`edit to right readout, ${what}, 95th percentile`, times.strokes, 'read', 50],
    ])
      report.took(
        name,
        percentile(
          list.map(one => one[key]),
          0.95,
        ),
        limit,
        beside,
        0.95,
      )
    await page.close()
  }

  // The real audio clock for twenty seconds: was every sound handed over before its time?
  {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await listened(page)
    await page.goto(`${URL_}/bench/hundred`)
    await page.getByRole('button', { name: 'Play', exact: true }).click()
    await page.waitForFunction(() => window.handed.length > 20, undefined, { timeout: 60_000 })
    await page.waitForFunction(
      then => performance.now() > then,
      await page.evaluate(() => performance.now() + 20_000),
      { timeout: 60_000 },
    )
    const handed = await page.evaluate(() => window.handed)
    const late = handed.filter(one => one.late).length
    report.most(`late events, 20 s in Chromium, ${handed.length} sounds`, late, 'events', 0)
    await page.close()
  }
  // From the first press, with nothing fetched and nothing rendered, until its first sound is handed over; then twenty seconds with a fader moved throughout.
  {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await listened(page)
    await page.goto(`${URL_}/bench/hundred`)
    const play = page.getByRole('button', { name: 'Play', exact: true })
    await play.waitFor()
    await page.waitForLoadState('networkidle')
    const before = await loopsIn(page)
    const ready = await play.evaluate(async button => {
      const from = performance.now()
      button.click()
      while (!window.handed.length) await new Promise(requestAnimationFrame)
      return performance.now() - from
    })
    report.took(
      'from the first press to the first sound handed over',
      ready,
      400,
      [...before, ...(await loopsIn(page))],
      0.5,
    )
    await page.keyboard.press('Shift+M')
    const fader = page.getByRole('slider', { name: 'Right hand, in dB' })
    await fader.focus()
    const until = await page.evaluate(() => performance.now() + 20_000)
    for (let n = 0; (await page.evaluate(() => performance.now())) < until; n++)
      await page.keyboard.press(n % 40 < 20 ? 'ArrowLeft' : 'ArrowRight')
    const handed = await page.evaluate(() => window.handed)
    const late = handed.filter(one => one.late).length
    report.most(`late events, 20 s with a fader moved throughout, ${handed.length} sounds`, late, 'events', 0)
    await page.close()
  }
  // Ideas on two bars of sixty strokes: made and judged a second in the worker, first cards, and frames meanwhile.
  {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${URL_}/vary/sixty?view=ideas`)
    await page.getByRole('button', { name: 'Search for ideas' }).waitFor()
    // As a player who has read the page before pressing.
    await page.waitForLoadState('networkidle')
    await page.waitForTimeout(1500)
    const before = await loopsIn(page)
    const { first, frames } = await page.evaluate(async () => {
      const button = [...document.querySelectorAll('button')].find(one => one.textContent.includes('Search for ideas'))
      const start = performance.now()
      let first = 0
      const watcher = new MutationObserver(() => {
        if (!first && document.querySelector('[data-idea]'))
          requestAnimationFrame(() => (first = performance.now() - start))
      })
      watcher.observe(document.body, { subtree: true, childList: true })
      button.click()
      const frames = []
      await new Promise(resolve => {
        let before = performance.now()
        const tick = now => {
          frames.push(now - before)
          before = now
          if (document.querySelector('[data-progress]').dataset.running === 'false') resolve()
          else requestAnimationFrame(tick)
        }
        requestAnimationFrame(tick)
      })
      return { first, frames: frames.slice(1) }
    })
    const rate = Number(await page.locator('[data-progress]').getAttribute('data-rate'))
    const beside = [...before, ...(await loopsIn(page))]
    report.rate('ideas made and judged, 2 bars, 60 strokes, in its worker', rate, 'a second', 20_000, beside)
    if (!first) throw new Error('no idea came to the screen')
    report.took('first ideas on screen', first, 300, beside)
    const kept = (frames.filter(time => time < 25).length / frames.length) * 100
    report.least(`frames in time while it searches, of ${frames.length}`, kept, '%', 95)
    await page.close()
  }

  // A move set otherwise, from the key to the painted preview.
  {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${URL_}/vary/sixty`)
    await page.locator('[data-move="displace"]').click()
    await page.locator('[data-move-says]').waitFor()
    const before = await loopsIn(page)
    const times = await page.evaluate(async () => {
      const says = document.querySelector('[data-move-says]')
      const more = [...document.querySelectorAll('section button')].find(
        one => one.getAttribute('aria-label') === 'Increment',
      )
      const times = []
      for (let i = 0; i < 60; i++) {
        await new Promise(resolve => setTimeout(resolve, 120))
        const before = says.textContent
        const time = await new Promise(resolve =>
          requestAnimationFrame(() => {
            const start = performance.now()
            const { port1, port2 } = new MessageChannel()
            port1.onmessage = () => resolve(performance.now() - start)
            more.dispatchEvent(new PointerEvent('pointerdown', { bubbles: true, button: 0 }))
            more.dispatchEvent(new PointerEvent('pointerup', { bubbles: true, button: 0 }))
            queueMicrotask(() => queueMicrotask(() => port2.postMessage(0)))
          }),
        )
        if (says.textContent !== before && i >= 10) times.push(time)
      }
      return times
    })
    if (times.length < 10) throw new Error(`the preview changed only ${times.length} times`)
    report.took(
      `a move told otherwise, to its painted preview, ${times.length} times, 95th percentile`,
      percentile(times, 0.95),
      16.7,
      [...before, ...(await loopsIn(page))],
      0.95,
    )
    await page.close()
  }
  await browser.close()
  report.write()
})
