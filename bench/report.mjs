// What every measure says of itself, and the loop that says how fast the machine was while it was taken.
import { writeFileSync } from 'node:fs'

/**
 * The loop of reference: a fixed amount of plain arithmetic, objects, sorting and looking up. It names nothing outside itself, so that it
 * runs in Node and, sent over as text, in the page.
 */
export function loop() {
  const pieces = ['hi-hat', 'snare', 'bass drum', 'ride', 'crash', 'high tom', 'mid tom', 'floor tom']
  const strokes = []
  let seed = 7
  for (let i = 0; i < 3000; i++) {
    seed = (seed * 48271) % 2147483647
    strokes.push({ at: seed % 80640, piece: pieces[seed % 8], level: 1 + (seed % 5) })
  }
  strokes.sort((a, b) => a.at - b.at)
  const byPiece = new Map()
  for (const stroke of strokes) {
    const before = byPiece.get(stroke.piece)
    byPiece.set(stroke.piece, { strokes: (before?.strokes ?? 0) + 1, sum: (before?.sum ?? 0) + stroke.at * 0.5 })
  }
  const loud = strokes.filter(stroke => stroke.level > 3).map(stroke => ({ ...stroke, level: stroke.level - 1 }))
  return loud.length + [...byPiece.values()].reduce((sum, one) => sum + one.sum / one.strokes, 0)
}

/**
 * What the loop took, in ms, where `timeline()` of a hundred strokes ran 44,000 times a second: the quiet machine that the marks in ms
 * were set on. A mark in loops is the mark in ms over this.
 */
export const QUIET_LOOP = 0.83

/** The value below which a share of a list lies, from 0 to 1. */
export const percentile = (list, share) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))]

const WARM = 40
const TIMED = 40

/** The loop's times in this process, in ms. */
export function loopsHere() {
  const times = []
  for (let i = 0; i < WARM + TIMED; i++) {
    const began = performance.now()
    loop()
    if (i >= WARM) times.push(performance.now() - began)
  }
  return times
}

/** The loop's times in a page, in ms, each in a separate task as an event has it. */
export async function loopsIn(page) {
  // By the driver, since the page's content policy evaluates no text.
  await page.evaluate(`window.referenceLoop = ${loop}`)
  return page.evaluate(
    async ([warm, timed]) => {
      const times = []
      for (let i = 0; i < warm + timed; i++) {
        await new Promise(resolve => setTimeout(resolve))
        const began = performance.now()
        window.referenceLoop()
        if (i >= warm) times.push(performance.now() - began)
      }
      return times
    },
    [WARM, TIMED],
  )
}

const rounded = figure => (figure >= 100 ? Math.round(figure) : Number(figure.toPrecision(3)))

/** The rows of one file of measures. */
export class Report {
  rows = []

  /** What is counted, or waits for the disk, a timer or the network: its figure is its own. */
  most(name, figure, unit, limit) {
    this.rows.push({ name, figure: rounded(figure), unit, target: `at most ${limit}`, met: figure <= limit })
  }

  /** The same where more is better. */
  least(name, figure, unit, limit) {
    this.rows.push({ name, figure: rounded(figure), unit, target: `at least ${limit}`, met: figure >= limit })
  }

  /**
   * A time that the processor bounds, in ms. `beside` are the loop's times around the measure; `share` is which of them the figure is held
   * against, as it is itself a median (0.5) or a 95th percentile.
   */
  took(name, ms, limit, beside, share = 0.5) {
    this.#bounded({ name, figure: ms, unit: 'ms', target: `at most ${limit}` }, ms, limit, beside, share)
  }

  /** A rate that the processor bounds, in things a second. */
  rate(name, rate, unit, least, beside) {
    this.#bounded({ name, figure: rate, unit, target: `at least ${least}` }, 1000 / rate, 1000 / least, beside, 0.5)
  }

  /** The mark stands on loops: on a machine at half its speed the loop takes twice as long too. */
  #bounded(row, ms, limit, beside, share) {
    const loops = ms / percentile(beside, share)
    const most = limit / QUIET_LOOP
    this.rows.push({
      ...row,
      figure: rounded(row.figure),
      loops: rounded(loops),
      most: rounded(most),
      met: loops <= most,
    })
  }

  /** Hands the rows to `npm run bench`. */
  write() {
    writeFileSync(process.env.BENCH_OUT, JSON.stringify(this.rows))
  }
}
