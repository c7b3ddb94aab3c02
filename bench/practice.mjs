// Measures a log of 20,000 entries: each sum on the server, and the page; and clicks of a stage while the page stalls.
import { launch } from '../scripts/lib/browser.mjs'
import { groove, lateWhileStalled, listened, serving } from './lib.mjs'
import { Report, loopsHere, loopsIn, percentile } from './report.mjs'

const report = new Report()
const MANY = 20_000
const GROOVES = 200

/** Four years of evenings, a third of them measured. */
function entry(i) {
  const at = new Date(Date.UTC(2022, 0, 1, 18) + i * 105 * 60_000)
  const limbs = [
    ['RH', 'LH', 'RF', 'LF'],
    ['RF', 'LF'],
    ['RH', 'RF'],
    ['RH', 'LH'],
  ][i % 4]
  const id = `groove-${(i * 7) % GROOVES}`
  const measures =
    i % 3
      ? null
      : {
          version: 1,
          input: 'pads',
          tells: 'piece',
          vouched: false,
          asked: 200,
          strokes: 198,
          missed: 2,
          extra: 1,
          bars: 24,
          clean: 2,
          limbs: limbs.map(limb => ({
            limb,
            strokes: 50,
            missed: 1,
            extra: 0,
            mean: 3.2,
            lean: 1.1,
            spread: 8 + (i % 9),
            drift: 0.4,
          })),
          unisons: [{ limbs: ['RH', 'RF'], tick: 0, strokes: 24, apart: 12, lean: 6 }],
          slots: [],
          dots: Array.from({ length: 120 }, (_, d) => [limbs[d % limbs.length], d * 630, (d % 21) - 10]),
          levels: [],
        }
  return {
    format: 'bazzet-entry',
    version: 3,
    id: `entry-${i}`,
    at: at.toISOString(),
    day: at.toISOString().slice(0, 10),
    subject: { kind: 'groove', id, revision: 1, title: id },
    planId: null,
    stage: `Stage ${i % 5}`,
    source: 'plan',
    span: null,
    parts: {},
    limbs,
    click: { program: 'every beat', gaps: null, voice: null },
    tempo: { bpm: 60 + (i % 80), counts: '1/4' },
    seconds: 60 + (i % 200),
    cut: false,
    word: ['solid', 'shaky', 'missed', null][i % 4],
    measures,
    note: '',
    figures: null,
    sessionId: null,
  }
}

const kept = Array.from({ length: GROOVES }, (_, i) => ({
  ...groove(`groove-${i}`, 4),
  style: 'funk-sixteenths',
  tags: [`set ${i % 20}`],
}))
await serving(4183, kept, async url => {
  const post = (path, body) =>
    fetch(url + path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })
  for (let i = 0; i < MANY; i += 1000) {
    const answer = await post('/api/log/many', { entries: Array.from({ length: 1000 }, (_, k) => entry(i + k)) })
    if (!answer.ok) throw new Error(await answer.text())
  }
  for (const [name, path] of [
    ['all sums of a log of 20,000 entries', '/api/log/sums'],
    ['the same of one groove', '/api/log/sums?about=groove-7'],
    ['the same of one tag', '/api/log/sums?tag=set%203'],
    ['a page of it', '/api/log?limit=50'],
    ['what is due', '/api/log/due?today=2026-01-01'],
  ]) {
    const before = loopsHere()
    const times = []
    for (let i = 0; i < 25; i++) {
      const start = performance.now()
      await (await fetch(url + path)).arrayBuffer()
      if (i >= 5) times.push(performance.now() - start)
    }
    // Eight sums are asked for at once: each has fifty milliseconds.
    report.took(`${name}, by its route, median`, percentile(times, 0.5), name.startsWith('all') ? 400 : 50, [
      ...before,
      ...loopsHere(),
    ])
  }
  const browser = await launch()
  const times = []
  const beside = []
  for (let i = 0; i < 6; i++) {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    const start = performance.now()
    await page.goto(`${url}/log`, { waitUntil: 'commit' })
    await page.locator('[data-entries] tbody tr').first().waitFor()
    if (i) times.push(performance.now() - start)
    beside.push(...(await loopsIn(page)))
    await page.close()
  }
  const opened = percentile(times, 0.5)
  report.took('from a page opened with nothing kept to the log of 20,000 entries, median', opened, 1000, beside)

  const plan = {
    format: 'bazzet-plan',
    version: 3,
    id: 'long',
    title: 'Long',
    stages: [
      {
        id: 's',
        name: 'S',
        subject: { kind: 'groove', id: 'groove-1' },
        parts: { hat: 'machine', snare: 'player' },
        length: { seconds: 300 },
        click: { program: 'eighths' },
        tempo: { bpm: 140, counts: '1/4' },
      },
    ],
  }
  if (!(await post('/api/plans', plan)).ok) throw new Error('the plan was refused')
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await listened(page)
  await page.goto(`${url}/practise/long/run`)
  await page.waitForTimeout(1500)
  await page.getByRole('button', { name: 'Space start' }).click()
  await page.locator('[data-phase="playing"]').waitFor()
  const late = await lateWhileStalled(page, 30_000)
  report.most(`late sounds of a stage, 30 s in Chromium with stalls of 100 ms, ${late[1]} sounds`, late[0], 'sounds', 0)
  await browser.close()
})
report.write()
