// Measures what must stay quick as it grows: a Shelf of two thousand grooves, and a save.
import { spawn } from 'node:child_process'
import { Agent, request } from 'node:http'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sqlite3 from 'sqlite3'
import { launch } from '../scripts/lib/browser.mjs'
import { Report, loopsHere, loopsIn, percentile } from './report.mjs'

const PORT = 4179
const URL_ = `http://127.0.0.1:${PORT}`
const MANY = 2000
const folder = mkdtempSync(join(tmpdir(), 'bazzet-shelf-'))
const server = spawn(process.execPath, ['.output/server/index.mjs'], {
  stdio: 'ignore',
  env: { ...process.env, HOST: '127.0.0.1', PORT: String(PORT), BAZZET_DB: join(folder, 'shelf.db'), BAZZET_DEMO: '' },
})
const report = new Report()
const ms = value => Number(value.toFixed(1))

/** Two bars of sixteenths, a hundred strokes, as a player might have them; the words are made up from the number. */
function groove(n) {
  const bar = { meter: { count: 4, unit: 4, groups: [1, 1, 1, 1] }, slots: [4, 4, 4, 4] }
  const part = (id, role, limb, piece, stroke, every, from = 0) => ({
    id,
    name: id,
    role,
    limb,
    strokes: Array.from({ length: 32 }, (_, i) => i)
      .filter(i => i % every === from)
      .map(i => ({ at: i * 1260, piece, stroke, level: 1 + ((i + n) % 5) })),
  })
  const WORDS = ['late', 'slow', 'river', 'tin', 'boiler', 'shed', 'rope', 'crate', 'ladder', 'kettle']
  return {
    format: 'bazzet-groove',
    version: 2,
    id: `groove-${n}`,
    title: `${WORDS[n % 10]} ${WORDS[Math.floor(n / 10) % 10]} ${n}`,
    style: 'funk-sixteenths',
    tags: [`set ${n % 40}`],
    notes: `Kept for the measure, number ${n}.`,
    tempo: { bpm: 60 + (n % 120), counts: '1/4' },
    bars: [bar, bar],
    parts: [
      part('hats', 'lead', 'RH', 'hi-hat', 'hit', 1),
      part('snare', 'ghosts', 'LH', 'snare', 'hit', 1),
      part('bass', 'bass drum', 'RF', 'bass drum', 'hit', 2),
      part('foot', 'hat foot', 'LF', 'hi-hat', 'chick', 2),
    ],
    parent: n % 7 === 3 ? { id: `groove-${n - 3}`, revision: 1, moves: [] } : null,
  }
}

const post = (path, body) =>
  fetch(URL_ + path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })

const agent = new Agent({ keepAlive: true, maxSockets: 1 })
/** A request over one open connection, as a page has it, by no more of a client than it takes: the server is what is measured. */
const ask = (method, path, body) =>
  new Promise((done, fail) => {
    const text = body === undefined ? undefined : JSON.stringify(body)
    const sent = request(
      URL_ + path,
      {
        agent,
        method,
        headers: text ? { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) } : {},
      },
      got => {
        const chunks = []
        got.on('data', chunk => chunks.push(chunk))
        got.on('end', () => done({ status: got.statusCode, data: JSON.parse(Buffer.concat(chunks).toString()) }))
      },
    )
    sent.on('error', fail)
    sent.end(text)
  })

/** Saves of one groove by the route, and bare transactions of the driver on a document as large, by turns in one run. */
async function saves() {
  const one = groove(1)
  let { revision } = (await ask('GET', `/api/grooves/${one.id}`)).data
  const bare = new sqlite3.Database(join(folder, 'bare.db'))
  const run = sql => new Promise((done, fail) => bare.exec(sql, error => (error ? fail(error) : done())))
  await run('PRAGMA journal_mode = WAL; PRAGMA synchronous = FULL; CREATE TABLE t (id TEXT PRIMARY KEY, document TEXT)')
  await run(`INSERT INTO t VALUES ('one', '${JSON.stringify(one)}')`)
  const [routed, driven] = [[], []]
  const before = loopsHere()
  for (let i = 0; i < 330; i++) {
    const document = { ...one, title: `Saved ${i}` }
    const body = JSON.stringify(document)
    let start = performance.now()
    await run(`BEGIN IMMEDIATE; UPDATE t SET document = '${body}' WHERE id = 'one'; COMMIT`)
    const took = performance.now() - start
    start = performance.now()
    const answer = await ask('PUT', `/api/grooves/${one.id}`, { revision, document })
    revision = answer.data.revision
    if (answer.status !== 200) throw new Error(`a save was answered with ${answer.status}`)
    if (i >= 30) {
      routed.push(performance.now() - start)
      driven.push(took)
    }
  }
  await new Promise(done => bare.close(done))
  const at = list => [0.95, 0.5].map(share => ms(percentile(list, share)))
  const [[slow, usual], [bareSlow, bareUsual]] = [at(routed), at(driven)]
  // Both wait for the disk alike: what is between them is the processor's.
  report.took(
    `a save by its route above a bare transaction, both on the disk (FULL), 95th percentiles (${slow} and ${bareSlow}; medians ${usual} and ${bareUsual})`,
    slow - bareSlow,
    5,
    [...before, ...loopsHere()],
    0.95,
  )
}

/** From a page opened with nothing kept until the first cards are there with their lanes. */
async function firstCards(browser) {
  const times = []
  const beside = []
  for (let i = 0; i < 12; i++) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    const page = await context.newPage()
    await page.addInitScript(() => {
      const watcher = new MutationObserver(() => {
        if (!document.querySelector('article svg[role=img]')) return
        watcher.disconnect()
        requestAnimationFrame(() => setTimeout(() => (window.firstCards = performance.now())))
      })
      watcher.observe(document, { subtree: true, childList: true })
    })
    await page.goto(`${URL_}/shelf`)
    await page.waitForFunction(() => window.firstCards)
    // The first page of all finds the server cold too, and counts like the others.
    times.push(await page.evaluate(() => window.firstCards))
    beside.push(...(await loopsIn(page)))
    await context.close()
  }
  const half = Math.round(percentile(times, 0.5))
  report.took(
    `first cards of ${MANY} grooves with their lanes, from a cold page, 95th percentile of ${times.length} (median ${half})`,
    percentile(times, 0.95),
    500,
    beside,
    0.95,
  )
}

/** Typing in the field until the list it leaves has been painted; then the heap while all of it is scrolled through. */
async function typingAndScrolling(browser) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(`${URL_}/shelf`)
  await page.locator('article svg[role=img]').first().waitFor()
  await page.waitForLoadState('networkidle')
  const before = await loopsIn(page)
  const times = await page.evaluate(async () => {
    const field = document.querySelector('input[aria-label="Find a groove"]')
    const write = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set
    const status = document.querySelector('[role=status]')
    const times = []
    const texts = ['late', 'river 1', 'set 12', 'tin rope', 'kettle'].flatMap(word =>
      [...word].map((_, i) => word.slice(0, i + 1)).concat(''),
    )
    for (let i = 0; i < 3; i++) {
      for (const text of texts) {
        await new Promise(resolve => setTimeout(resolve, 60))
        const before = status.textContent
        const time = await new Promise(resolve =>
          requestAnimationFrame(() => {
            const start = performance.now()
            const { port1, port2 } = new MessageChannel()
            port1.onmessage = () => resolve(performance.now() - start)
            write.call(field, text)
            field.dispatchEvent(new InputEvent('input', { bubbles: true }))
            queueMicrotask(() => queueMicrotask(() => port2.postMessage(0)))
          }),
        )
        if (status.textContent !== before && i > 0) times.push(time)
      }
    }
    return times
  })
  if (times.length < 20) throw new Error(`the list changed only ${times.length} times`)
  report.took(
    `typing to the filtered list painted, ${MANY} grooves, ${times.length} times, 95th percentile`,
    percentile(times, 0.95),
    50,
    [...before, ...(await loopsIn(page))],
    0.95,
  )

  const session = await page.context().newCDPSession(page)
  const heap = async () => {
    await session.send('HeapProfiler.collectGarbage')
    return (await session.send('Runtime.getHeapUsage')).usedSize / 1024 / 1024
  }
  const scroll = () =>
    page.evaluate(async () => {
      const frame = [...document.querySelectorAll('main div')].find(one => one.scrollHeight > one.clientHeight + 1000)
      for (let top = 0; top < frame.scrollHeight; top += 1500) {
        frame.scrollTop = top
        await new Promise(resolve => requestAnimationFrame(() => requestAnimationFrame(resolve)))
      }
      frame.scrollTop = 0
    })
  await scroll()
  const first = await heap()
  for (let i = 0; i < 3; i++) await scroll()
  const then = await heap()
  report.most(
    `heap of the Shelf of ${MANY} grooves, once all has been scrolled through`,
    Math.max(first, then),
    'MB',
    80,
  )
  report.most('what it grows by when all is scrolled through three times more', then - first, 'MB', 4)
  await page.close()
}

try {
  while (
    !(await fetch(`${URL_}/api/health`).then(
      answer => answer.ok,
      () => false,
    ))
  )
    await new Promise(resolve => setTimeout(resolve, 100))
  for (let n = 0; n < MANY; n += 20) {
    const answers = await Promise.all(Array.from({ length: 20 }, (_, i) => post('/api/grooves', groove(n + i))))
    if (answers.some(answer => answer.status !== 201)) throw new Error('the grooves could not be made')
  }
  await saves()
  const browser = await launch()
  await firstCards(browser)
  await typingAndScrolling(browser)
  await browser.close()
  report.write()
} finally {
  server.kill()
  rmSync(folder, { recursive: true, force: true })
}
