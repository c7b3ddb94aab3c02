// Measures the Phrase station in headless Chromium: drawing, an edit, and from the press to the first sound.
import { launch } from '../scripts/lib/browser.mjs'
import { groove, lateWhileStalled, listened, serving } from './lib.mjs'
import { Report, loopsIn, percentile } from './report.mjs'

const report = new Report()

/** Sixty-four bars, each drawn: eight sections of eight bars, grooves of eight bars and four hundred strokes under other levels. */
function long() {
  const grooves = Array.from({ length: 8 }, (_, n) => {
    const one = groove(`dense-${n}`, 8)
    return {
      ...one,
      parts: one.parts.map(part => ({
        ...part,
        strokes: part.strokes.map(stroke => ({ ...stroke, level: 1 + ((stroke.level + n) % 5) })),
      })),
    }
  })
  return {
    grooves,
    phrase: {
      format: 'bazzet-phrase',
      version: 1,
      id: 'long',
      title: 'Long',
      tempo: { bpm: 113, counts: '1/4' },
      grooves: Object.fromEntries(grooves.map(one => [one.id, { id: one.id, seen: { revision: 1, groove: one } }])),
      sections: grooves.map((one, i) => ({ id: `s${i}`, name: `S${i}`, play: { groove: one.id }, bars: 8, times: 1 })),
    },
  }
}

const { grooves, phrase } = long()
await serving(4179, grooves, async url => {
  const answer = await fetch(`${url}/api/phrases`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(phrase),
  })
  if (answer.status !== 201) throw new Error(await answer.text())
  const browser = await launch()
  const open = async () => {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await listened(page)
    await page.goto(`${url}/phrase/long`)
    await page.locator('[data-bar="63"]').waitFor({ state: 'attached' })
    await page.waitForLoadState('networkidle')
    await page.waitForTimeout(800)
    return page
  }

  {
    // The map drawn again: another way to count draws nothing of it, so it is left for the templates and come back to.
    const page = await open()
    const before = await loopsIn(page)
    const drawn = []
    for (let i = 0; i < 12; i++) {
      await page.getByRole('button', { name: 'Templates' }).click()
      await page.locator('[data-templates]').waitFor()
      await page.waitForTimeout(200)
      const time = await page.evaluate(
        () =>
          new Promise(resolve => {
            const button = [...document.querySelectorAll('button')].find(one => one.textContent.trim() === 'Close')
            requestAnimationFrame(() => {
              const start = performance.now()
              button.click()
              queueMicrotask(() =>
                queueMicrotask(() => {
                  const { port1, port2 } = new MessageChannel()
                  port1.onmessage = () =>
                    document.querySelector('[data-bar="63"]')
                      ? resolve(performance.now() - start)
                      : port2.postMessage(0)
                  port2.postMessage(0)
                }),
              )
            })
          }),
      )
      if (i > 2) drawn.push(time)
    }
    const between = await loopsIn(page)
    const drawing = percentile(drawn, 0.5)
    report.took('a phrase of 64 bars, 3,200 strokes, drawn anew, median', drawing, 100, [...before, ...between])

    const edits = await page.evaluate(async () => {
      const map = document.querySelector('[role=application]')
      const settled = () => new Promise(resolve => setTimeout(resolve, 250))
      const times = []
      for (let i = 0; i < 40; i++) {
        await settled()
        const before = document.querySelector('[data-facts]').textContent
        const time = await new Promise(resolve =>
          requestAnimationFrame(() => {
            const start = performance.now()
            const { port1, port2 } = new MessageChannel()
            port1.onmessage = () => resolve(performance.now() - start)
            map.dispatchEvent(new KeyboardEvent('keydown', { key: i % 2 ? '-' : '+', bubbles: true, cancelable: true }))
            queueMicrotask(() => queueMicrotask(() => port2.postMessage(0)))
          }),
        )
        if (document.querySelector('[data-facts]').textContent === before) throw new Error('the phrase did not change')
        if (i >= 8) times.push(time)
      }
      return times
    })
    report.took(
      'an edit of it, a section once more or once less, to the painted map, 95th percentile',
      percentile(edits, 0.95),
      16.7,
      [...between, ...(await loopsIn(page))],
      0.95,
    )
    await page.close()
  }

  {
    const page = await open()
    const press = () =>
      page.evaluate(
        () =>
          new Promise(resolve => {
            window.handed = []
            const start = performance.now()
            ;[...document.querySelectorAll('button')].find(one => one.textContent.trim() === 'Play').click()
            const look = () =>
              window.handed.length
                ? resolve(Math.min(...window.handed.map(one => one.at - start + one.ahead)))
                : setTimeout(look, 0)
            look()
          }),
      )
    await press()
    // Every sound of the kit is made ready while it first plays.
    await page.waitForTimeout(9000)
    const times = []
    for (let i = 0; i < 20; i++) {
      await page.getByRole('button', { name: 'Stop', exact: true }).click()
      await page.waitForTimeout(150)
      times.push(await press())
    }
    report.most(
      'from the press of Play to the first sound of it, sounds ready, 95th percentile',
      percentile(times, 0.95),
      'ms',
      150,
    )

    // Twenty seconds of it with the page stalled for 100 ms twice a second.
    const late = await lateWhileStalled(page, 20_000)
    report.most(`late sounds of it, 20 s in Chromium with stalls of 100 ms, ${late[1]} sounds`, late[0], 'sounds', 0)
    await page.close()
  }
  await browser.close()
})
report.write()
