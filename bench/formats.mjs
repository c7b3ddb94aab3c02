// Opening a large file in the page: from choosing a 5 MB MIDI file to the first of its grooves on screen.
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { tmpdir } from 'node:os'
import { writeMidi } from 'midi-file'
import { launch } from '../scripts/lib/browser.mjs'
import { serving } from './lib.mjs'
import { Report, loopsIn, percentile } from './report.mjs'

const report = new Report()
const track = []
for (let i = 0; i < 640_000; i++) {
  // One note in thirty is a drum; the rest are somebody else's, as in a whole arrangement.
  const drum = i % 30 === 0
  track.push(
    {
      deltaTime: i % 15 ? 0 : 30,
      type: 'noteOn',
      channel: drum ? 9 : i % 8,
      noteNumber: drum ? [42, 36, 42, 38][(i / 30) % 4] : 40 + (i % 40),
      velocity: 90,
    },
    {
      deltaTime: i % 15 ? 0 : 30,
      type: 'noteOff',
      channel: drum ? 9 : i % 8,
      noteNumber: drum ? [42, 36, 42, 38][(i / 30) % 4] : 40 + (i % 40),
      velocity: 0,
    },
  )
}
track.push({ deltaTime: 0, meta: true, type: 'endOfTrack' })
const bytes = Uint8Array.from(
  writeMidi({ header: { format: 0, numTracks: 1, ticksPerBeat: 480 }, tracks: [track] }, { running: true }),
)
const path = join(tmpdir(), 'bazzet-bench-large.mid')
writeFileSync(path, bytes)

await serving(4183, [], async url => {
  const browser = await launch()
  const times = []
  const beside = []
  for (let i = 0; i < 7; i++) {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${url}/open`)
    const field = page.getByLabel('File to open')
    await field.waitFor({ state: 'attached' })
    await page.waitForLoadState('networkidle')
    await page.evaluate(() =>
      document
        .querySelector('input[type=file]')
        .addEventListener('change', () => (window.began = performance.now()), { capture: true, once: true }),
    )
    await page.evaluate(() =>
      new MutationObserver(() => {
        if (window.seen || !document.querySelector('[data-stretches] svg')) return
        requestAnimationFrame(() => setTimeout(() => (window.seen ??= performance.now())))
      }).observe(document, { subtree: true, childList: true }),
    )
    await field.setInputFiles(path)
    await page.waitForFunction(() => window.seen)
    times.push(await page.evaluate(() => window.seen - window.began))
    beside.push(...(await loopsIn(page)))
    await page.close()
  }
  await browser.close()
  report.took(
    `from choosing a MIDI file of ${(bytes.length / 1048576).toFixed(1)} MB to the first of its grooves painted, median of 7`,
    percentile(times, 0.5),
    500,
    beside,
  )
})
report.write()
