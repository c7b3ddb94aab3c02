// Measures what is under the player's hands: edits at every size, spans, steps, and a style found by typing.
import { launch } from '../scripts/lib/browser.mjs'
import { groove, listened, serving } from './lib.mjs'
import { Report, loopsIn, percentile } from './report.mjs'

const report = new Report()
/** A 95th percentile that the processor bounds, held against the loop's. */
const at95 = (name, times, most, beside) =>
  report.took(`${name}, 95th percentile`, percentile(times, 0.95), most, beside, 0.95)

/**
 * Keys in the lanes, from the frame they come in until that frame has been painted with the lanes changed. A round is what is done
 * first, untimed, and what is timed.
 */
const painted = (page, rounds, many, skipped) =>
  page.evaluate(
    async ({ rounds, many, skipped }) => {
      const press = key =>
        document
          .querySelector('[role=application]')
          .dispatchEvent(new KeyboardEvent('keydown', { bubbles: true, cancelable: true, ...key }))
      const drawn = () =>
        [...document.querySelectorAll('[data-stick]')].map(one => `${one.dataset.stick} ${one.dataset.level}`).join()
      const settled = () => new Promise(resolve => setTimeout(resolve, 150))
      const times = []
      for (let i = 0; i < many; i++) {
        const { first = [], timed } = rounds[i % rounds.length]
        await settled()
        first.forEach(press)
        await settled()
        const before = drawn()
        const time = await new Promise(resolve =>
          requestAnimationFrame(() => {
            const start = performance.now()
            const { port1, port2 } = new MessageChannel()
            port1.onmessage = () => resolve(performance.now() - start)
            timed.forEach(press)
            queueMicrotask(() => queueMicrotask(() => port2.postMessage(0)))
          }),
        )
        if (drawn() === before)
          throw new Error(
            `the lanes did not change, round ${i}: ${document.querySelector('[data-cursor-says]').textContent}`,
          )
        if (i >= skipped) times.push(time)
      }
      return times
    },
    { rounds, many, skipped },
  )

await serving(4178, [groove('hundred', 4), groove('four-hundred', 8)], async url => {
  const browser = await launch()
  const open = async (id, viewport) => {
    const page = await browser.newPage({ viewport })
    await listened(page)
    await page.goto(`${url}/bench/${id}`)
    await page.getByRole('application').waitFor()
    // As a player who has seen the page before touching it.
    await page.waitForLoadState('networkidle')
    await page.waitForTimeout(800)
    await page.getByRole('application').focus()
    return page
  }

  for (const [what, viewport] of [
    ['a tablet, 820x1180', { width: 820, height: 1180 }],
    ['a phone, 390x780', { width: 390, height: 780 }],
  ]) {
    const page = await open('hundred', viewport)
    const before = await loopsIn(page)
    const times = await painted(
      page,
      ['2', '3', '4', '5', '1'].map(key => ({ timed: [{ key }] })),
      80,
      20,
    )
    at95(`edit to painted lanes on ${what}, 4 bars, 100 strokes`, times, 16.7, [...before, ...(await loopsIn(page))])
    await page.close()
  }

  {
    // The first bar and the second are copied in turn and laid over the third, so that each time something changes.
    const page = await open('four-hundred', { width: 1280, height: 800 })
    const key = (key, more = {}) => ({ key, ...more })
    const repeated = (many, one) => Array.from({ length: many }, () => one)
    const beat = key('ArrowRight', { ctrlKey: true })
    const mark = [...repeated(15, key('ArrowRight', { shiftKey: true })), key('c', { ctrlKey: true })]
    const timed = [key('v', { ctrlKey: true })]
    const fromFirst = { first: [key('Escape'), key('Home'), ...mark, ...repeated(5, beat)], timed }
    const fromSecond = { first: [key('Escape'), key('Home'), ...repeated(4, beat), ...mark, beat], timed }
    const before = await loopsIn(page)
    const times = await painted(page, [fromFirst, fromSecond], 50, 10)
    const beside = [...before, ...(await loopsIn(page))]
    at95('a copied bar laid over another, 8 bars of 400 strokes, to the painted lanes', times, 16.7, beside)
    await page.close()
  }

  {
    const page = await open('hundred', { width: 1280, height: 800 })
    await page.keyboard.press('e')
    await page.locator('[data-step-says]').waitFor()
    await page.keyboard.press('Space')
    await page.waitForFunction(() => window.handed.length > 0, undefined, { timeout: 60_000 })
    const times = []
    for (let i = 0; i < 40; i++) {
      await page.waitForTimeout(150)
      const time = await page.evaluate(
        () =>
          new Promise(resolve => {
            window.handed = []
            const start = performance.now()
            document
              .querySelector('[data-step-bar]')
              .dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true, cancelable: true }))
            const look = () =>
              window.handed.length ? resolve(window.handed[0].at - start + window.handed[0].ahead) : setTimeout(look, 0)
            look()
          }),
      )
      // The first times round a sound is rendered; from then on it is there.
      if (i >= 15) times.push(time)
    }
    report.most('a step from its key to its sound, 95th percentile', percentile(times, 0.95), 'ms', 30)
    await page.close()
  }

  {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await listened(page)
    await page.goto(`${url}/begin`)
    const search = page.getByLabel('Find a style')
    await search.waitFor()
    await search.press('End')
    await search.fill('samba')
    await page.waitForFunction(() => window.handed.length > 20, undefined, { timeout: 60_000 })
    // Every sound of the kit is made ready while the first style plays.
    await page.waitForTimeout(8000)
    const before = await loopsIn(page)
    const times = []
    for (const word of [
      'bossa',
      'shuffle',
      'disco',
      'reggae',
      'funk',
      'waltz',
      'train',
      'soul',
      'songo',
      'trap',
      'bossa',
      'shuffle',
      'disco',
      'reggae',
      'funk',
      'waltz',
      'train',
      'soul',
      'songo',
      'trap',
    ]) {
      const stop = page.getByRole('button', { name: 'Stop' }).first()
      if (await stop.isVisible()) await stop.click()
      await page.waitForTimeout(200)
      const time = await page.evaluate(
        word =>
          new Promise(resolve => {
            window.handed = []
            const field = document.querySelector('[aria-label="Find a style"]')
            field.value = word
            const start = performance.now()
            field.dispatchEvent(new Event('input', { bubbles: true }))
            const look = () =>
              window.handed.length
                ? resolve(Math.min(...window.handed.map(one => one.at - start + one.ahead)))
                : performance.now() - start > 5000
                  ? resolve(undefined)
                  : setTimeout(look, 0)
            look()
          }),
        word,
      )
      if (time !== undefined) times.push(time)
    }
    if (times.length < 15) throw new Error(`only ${times.length} styles were heard`)
    const beside = [...before, ...(await loopsIn(page))]
    at95(`typing in Begin to the style sounding, ${times.length} styles`, times, 100, beside)
    await page.close()
  }
  await browser.close()
})
report.write()
