// Measures playing in and the sounds: a key to its sound, a set of sounds made ready, and recording while the page stalls.
import { launch } from '../scripts/lib/browser.mjs'
import { groove, lateWhileStalled, listened, serving } from './lib.mjs'
import { Report, percentile } from './report.mjs'

const report = new Report()

await serving(4184, [groove('drum', 4)], async url => {
  const browser = await launch()
  const prepared = async context => {
    const page = await context.newPage()
    await listened(page)
    return page
  }
  /** From the press of Play, as soon as there is one, to the first sound handed over: all that the groove uses is rendered by then. */
  const firstPlay = async page => {
    await page.goto(`${url}/bench/drum`)
    await page.getByRole('button', { name: 'Play', exact: true }).waitFor()
    return page.evaluate(
      () =>
        new Promise(resolve => {
          const start = performance.now()
          ;[...document.querySelectorAll('button')].find(one => one.textContent.trim() === 'Play').click()
          const look = () => (window.handed.length ? resolve(window.handed[0].at - start) : setTimeout(look, 0))
          look()
        }),
    )
  }
  const cold = []
  const again = []
  for (let i = 0; i < 7; i++) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    const page = await prepared(context)
    const first = await firstPlay(page)
    await page.close()
    const other = await prepared(context)
    // Opened before: the player looks at the page for a moment, as one does.
    await other.goto(`${url}/bench/drum`)
    await other.getByRole('button', { name: 'Play', exact: true }).waitFor()
    await other.waitForTimeout(1000)
    const second = await other.evaluate(
      () =>
        new Promise(resolve => {
          const start = performance.now()
          ;[...document.querySelectorAll('button')].find(one => one.textContent.trim() === 'Play').click()
          const look = () => (window.handed.length ? resolve(window.handed[0].at - start) : setTimeout(look, 0))
          look()
        }),
    )
    if (i) {
      cold.push(first)
      again.push(second)
    }
    await context.close()
  }
  for (const [name, times, most] of [
    ['the sounds of a groove ready from the press of Play, nothing fetched before, median of 6', cold, 1000],
    ['the same a second after the page was opened, from the browser’s cache, median of 6', again, 200],
  ])
    report.most(name, percentile(times, 0.5), 'ms', most)

  const page = await prepared(await browser.newContext({ viewport: { width: 1280, height: 800 } }))
  await firstPlay(page)
  await page.waitForTimeout(6000)
  await page.keyboard.press('Space')
  await page.getByRole('button', { name: 'Play in' }).click()
  await page.locator('[data-play-in]').waitFor()
  await page.locator('[data-record]').click()
  await page.waitForTimeout(2500)
  const keys = []
  for (let i = 0; i < 60; i++) {
    keys.push(
      await page.evaluate(
        key =>
          new Promise(resolve => {
            const count = () => window.handed.length
            requestAnimationFrame(() => {
              const before = count()
              const start = performance.now()
              window.dispatchEvent(new KeyboardEvent('keydown', { key, cancelable: true }))
              window.dispatchEvent(new KeyboardEvent('keyup', { key }))
              resolve(count() > before ? window.handed.at(-1).at - start : 1000)
            })
          }),
        'dkm'[i % 3],
      ),
    )
    await page.waitForTimeout(70)
  }
  const heard = percentile(keys, 0.95)
  report.most(
    'a key of playing in to its sound handed over, 60 times while it records, 95th percentile',
    heard,
    'ms',
    20,
  )
  const [late, all] = await lateWhileStalled(page, 30_000)
  report.most(`late sounds while it records, 30 s in Chromium with stalls of 100 ms, ${all} sounds`, late, 'sounds', 0)
  await browser.close()
})
report.write()
