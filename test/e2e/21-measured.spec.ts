import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import type { LogEntry, NewStage, Plan } from '#core/practise'
import { type App, type AtSound, expect, heard, hearSounds, listen, test } from './app'

const post = (app: App, path: string, body: object) =>
  fetch(app.url + path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })
/** A plan kept by the server, of stages at tempos so fast that they can be waited for. */
async function keep(app: App, id: string, stages: (Partial<NewStage> & { name: string })[]) {
  const made = await post(app, '/api/plans', {
    format: 'bazzet-plan',
    version: 3,
    id,
    title: `Plan ${id}`,
    stages: stages.map((stage, i) => ({
      id: `s${i}`,
      subject: { kind: 'groove', id: 'wet-rope' },
      parts: { 'part-1': 'player', 'part-2': 'player' },
      length: { bars: 4 },
      click: { program: 'every beat' },
      tempo: { bpm: 280, counts: '1/4' },
      ...stage,
    })),
  })
  expect(made.status, await made.text()).toBe(201)
}
const entriesOf = async (app: App, planId: string) =>
  ((await (await fetch(`${app.url}/api/log?limit=1000`)).json()).entries as LogEntry[]).filter(
    entry => entry.planId === planId,
  )
const phase = (page: Page, name: string) =>
  expect(page.locator(`[data-phase="${name}"]`)).toBeVisible({ timeout: 60_000 })
const measuredBy = (page: Page, input: string) =>
  page.addInitScript(one => localStorage.setItem('bazzet:input', one), input)
/**
 * A player who strikes `ms` after whatever sounds, once for what sounds together: a key, or what the page has as `strike`. The strokes bear
 * the moment at which they are due, so that a machine that is busy does not make them late.
 */
async function strikesAfter(page: Page, ms: number) {
  await hearSounds(page)
  await page.addInitScript(late => {
    const key = (at: number) =>
      window.dispatchEvent(
        Object.defineProperty(new KeyboardEvent('keydown', { key: 'd' }), 'timeStamp', { value: at }),
      )
    const { atSound, strike = key } = window as unknown as { atSound: AtSound[]; strike?: (at: number) => void }
    let last = -1
    atSound.push(({ when, whenDue }) => {
      if (when - last <= 0.05) return
      last = when
      whenDue(late, strike)
    })
  }, ms)
}
/** Presses the big key. */
async function begin(page: Page) {
  const start = page.getByRole('button', { name: 'Space start' })
  await start.click()
  await expect(start).toHaveCount(0)
}
const bpm = (page: Page) => page.locator('[data-bpm]')

test('a climb goes up on solid and a step down on a miss, measured by the simulated drummer; what was measured is kept, shown, and leads to a stage that helps', async ({
  page,
  app,
}) => {
  await keep(app, 'climbing', [
    {
      name: 'All of it',
      climb: { to: 300, step: 10, then: [], allows: 'word', miss: 'down' },
      length: { bars: 4 },
      parts: { 'part-1': 'player', 'part-2': 'player', 'part-4': 'player', 'part-5': 'player' },
    },
  ])
  await measuredBy(page, 'simulated')
  const words: string[] = []
  page.on('request', request => /talk[^/]*\.wav/.test(request.url()) && words.push(request.url()))
  await page.goto(`${app.url}/practise/climbing/run`)
  await page.getByRole('switch', { name: 'Say it aloud' }).press('Space')
  await begin(page)
  await phase(page, 'playing')
  // What was played of a stage that is begun again is no part of what is measured.
  await page.keyboard.press('a')
  await phase(page, 'playing')
  await expect(page.getByText('Last bar. Then 290')).toBeVisible()
  await phase(page, 'asking')
  await expect(page.locator('[data-verdict]')).toBeVisible()
  // The gist is large, and said by words that come once.
  await expect(page.locator('[data-gist]')).toHaveText(/^(clean|[a-z0-9].*)$/)
  await expect.poll(() => words.length).toBe(1)
  const played: string[] = []
  for (const word of ['1', '3', '1', '1', '1']) {
    await phase(page, 'asking')
    played.push(await bpm(page).innerText())
    await page.keyboard.press(word)
    if (played.length < 5) await phase(page, 'playing')
  }
  expect(played).toEqual(['280', '290', '280', '290', '300'])
  await phase(page, 'over')
  // What was begun again is written down too, without a word, where the key came late enough for some of it to have been played.
  const worded = async () => (await entriesOf(app, 'climbing')).filter(entry => entry.word !== null)
  await expect
    .poll(async () =>
      (await worded()).map(entry => [entry.tempo!.bpm, entry.word, entry.measures?.input, entry.limbs.join()]),
    )
    .toEqual([
      [300, 'solid', 'simulated', 'RH,LH,RF,LF'],
      [290, 'solid', 'simulated', 'RH,LH,RF,LF'],
      [280, 'solid', 'simulated', 'RH,LH,RF,LF'],
      [290, 'missed', 'simulated', 'RH,LH,RF,LF'],
      [280, 'solid', 'simulated', 'RH,LH,RF,LF'],
    ])
  const climbed = await worded()
  // Four bars: the machine’s hats are eighths, 8 a bar.
  const hats = climbed.map(entry => entry.measures!.limbs.find(one => one.limb === 'RH')!)
  expect(hats.map(one => one.strokes + one.missed)).toEqual([32, 32, 32, 32, 32])
  await page.getByRole('link', { name: 'See what was measured' }).click()
  await expect(page.locator('[data-measured]')).toContainText('strokes measured')
  await expect(page.locator('.apexcharts-series path, .apexcharts-marker').first()).toBeVisible()
})

test('a miss may put the hardest pair first; two limbs far apart offer a stage that is put before this one', async ({
  page,
  app,
}) => {
  await keep(app, 'apart', [
    { name: 'All of it', length: { bars: 4 }, parts: { 'part-1': 'player', 'part-2': 'player', 'part-4': 'player' } },
  ])
  const limb = (name: string, lean: number) => ({
    limb: name,
    strokes: 40,
    missed: 0,
    extra: 0,
    mean: lean,
    lean,
    spread: 8,
    drift: 0,
  })
  const at = new Date()
  const entry = {
    format: 'bazzet-entry',
    version: 3,
    id: 'apart-1',
    at: at.toISOString(),
    day: new Intl.DateTimeFormat('sv-SE').format(at),
    subject: { kind: 'groove', id: 'wet-rope', revision: 1, title: 'Wet Rope' },
    planId: 'apart',
    stage: 'All of it',
    source: 'plan',
    span: null,
    parts: {},
    limbs: ['RH', 'LH', 'RF'],
    click: null,
    tempo: { bpm: 90, counts: '1/4' },
    seconds: 60,
    cut: false,
    word: 'shaky',
    note: '',
    figures: null,
    sessionId: null,
    measures: {
      version: 2,
      causes: [{ kind: 'unison', weight: 1.55, figure: 31, limbs: ['RH', 'RF'], tick: 0 }],
      input: 'pads',
      tells: 'limb',
      vouched: false,
      asked: 120,
      strokes: 120,
      missed: 0,
      extra: 0,
      bars: 12,
      clean: 0,
      limbs: [limb('RH', -10), limb('LH', 0), limb('RF', 26)],
      unisons: [{ limbs: ['RH', 'RF'], tick: 0, strokes: 12, apart: 31, lean: 31 }],
      slots: [],
      dots: [
        ['RH', 0, -10],
        ['RF', 0, 21],
      ],
      levels: [],
    },
  }
  expect((await post(app, '/api/log', entry)).status).toBe(201)
  await page.goto(`${app.url}/practise/apart`)
  await expect(
    page.getByRole('heading', {
      name: 'Stage 1: Your left hand is even. The right hand and the right foot land 31 ms apart, the right hand first (bar 1, beat 1): play the two alone in quarters until they are one sound.',
    }),
  ).toBeVisible()
  await expect(page.locator('[data-measured]')).toContainText('right hand and right foot, bar 1, beat 1')
  await expect(page.locator('[data-measured]')).toContainText('31 ms, heard as two')
  await page.getByRole('button', { name: 'Put it before stage 1' }).first().click()
  await expect
    .poll(async () =>
      ((await (await fetch(`${app.url}/api/plans/apart`)).json()).document as Plan).stages.map(stage => [
        stage.name,
        Object.keys(stage.parts),
      ]),
    )
    .toEqual([
      ['Right hand with right foot', ['part-1', 'part-4']],
      ['All of it', ['part-1', 'part-2', 'part-4']],
    ])
})

test('four keys are measured against what is heard, stroke by stroke', async ({ page, app }) => {
  await keep(app, 'keys', [
    {
      name: 'Backbeat',
      parts: { 'part-2': 'player' },
      length: { bars: 16 },
      tempo: { bpm: 200, counts: '1/4' },
      click: { program: 'none' },
      countIn: 0,
    },
  ])
  await measuredBy(page, 'keys')
  await strikesAfter(page, 20)
  await page.goto(`${app.url}/practise/keys/run`)
  await begin(page)
  await phase(page, 'asking')
  await page.keyboard.press('1')
  await expect
    .poll(async () => (await entriesOf(app, 'keys'))[0]?.measures)
    .toMatchObject({ input: 'keys', tells: 'limb', asked: 32, vouched: false, limbs: [{ limb: 'LH', lean: 0 }] })
  const { measures } = (await entriesOf(app, 'keys'))[0]!
  // The very last key may come after the stage has ended.
  expect(measures!.strokes).toBeGreaterThan(30)
  expect(measures!.limbs[0]!.mean).toBeGreaterThanOrEqual(18)
  expect(measures!.limbs[0]!.mean).toBeLessThanOrEqual(22)
})

test('a stage goes by what is heard of it: while the machine holds the sound up, no bar passes', async ({
  page,
  app,
}) => {
  await keep(app, 'held-up', [
    { name: 'Backbeat', parts: { 'part-2': 'player' }, length: { bars: 4 }, tempo: { bpm: 400, counts: '1/4' } },
  ])
  await measuredBy(page, 'simulated')
  await page.addInitScript(() => {
    window.AudioContext = class extends AudioContext {
      constructor(options?: AudioContextOptions) {
        super(options)
        Object.assign(window, { audio: this })
      }
    }
  })
  const audio = (does: 'suspend' | 'resume') =>
    page.evaluate(does => (window as unknown as { audio: AudioContext }).audio[does](), does)
  await page.goto(`${app.url}/practise/held-up/run`)
  await begin(page)
  await phase(page, 'playing')
  await audio('suspend')
  // The four bars last 2.4 s.
  await page.evaluate(() => Object.assign(window, { held: performance.now() }))
  await page.waitForFunction(() => performance.now() - (window as unknown as { held: number }).held > 3000)
  await phase(page, 'playing')
  await audio('resume')
  await phase(page, 'asking')
  await expect
    .poll(async () => (await entriesOf(app, 'held-up'))[0])
    .toMatchObject({ seconds: 2, measures: { asked: 8 } })
})

test('with the server away nothing is lost, and a run that was left is taken up where it was', async ({
  page,
  app,
}) => {
  await keep(app, 'away', [{ name: 'First' }, { name: 'Second', length: { seconds: 60 } }])
  await page.goto(`${app.url}/practise/away/run`)
  await begin(page)
  await phase(page, 'playing')
  await app.stop()
  await phase(page, 'asking')
  await page.keyboard.press('2')
  await expect(page.getByRole('heading', { name: 'stage 2 of 2' })).toBeVisible()
  await phase(page, 'playing')
  // What is kept of a run is written every two seconds.
  const kept = () =>
    page.evaluate(() => {
      const key = Object.keys(localStorage).find(one => one.startsWith('bazzet:draft:sitting:'))
      const { index, played } = key
        ? (JSON.parse(localStorage.getItem(key)!) as { document: { run: { index: number; played: number } } }).document
            .run
        : { index: 0, played: 0 }
      return index === 1 && played > 1
    })
  await expect.poll(kept, { timeout: 20_000 }).toBe(true)
  await app.start()
  // The page goes as it would in a crash: without a word to anybody.
  await page.goto('about:blank')
  await page.goto(`${app.url}/today`)
  const underWay = page.locator('[data-under-way]', { hasText: 'Plan away' })
  await expect(underWay).toContainText('stage 2 of 2')
  await page.getByRole('link', { name: 'Enter Go on with Plan away' }).click()
  await phase(page, 'paused')
  await expect(page.locator('[data-timer]')).not.toHaveText('1:00')
  await expect
    .poll(async () => (await entriesOf(app, 'away')).map(entry => [entry.stage, entry.word]))
    .toEqual([['First', 'shaky']])
  await page.keyboard.press('Space')
  await phase(page, 'playing')
  await page.keyboard.press('1')
  await phase(page, 'over')
  await expect.poll(async () => (await entriesOf(app, 'away')).map(entry => entry.word)).toEqual(['solid', 'shaky'])
  await page.goto(`${app.url}/today`)
  await expect(page.locator('[data-due]').first()).toBeVisible()
  await expect(underWay).toHaveCount(0)
})

test('as many runs as there are wait on Today; another machine takes one up, and the first meets a choice; one is removed by hand', async ({
  page,
  app,
  browser,
}) => {
  for (const id of ['one-run', 'two-run']) {
    await keep(app, id, [
      { name: 'First', length: { seconds: 60 } },
      { name: 'Second', length: { seconds: 60 } },
    ])
    await page.goto(`${app.url}/practise/${id}/run`)
    await begin(page)
    await phase(page, 'playing')
    await page.keyboard.press('n')
    await expect(page.getByRole('heading', { name: 'stage 2 of 2' })).toBeVisible()
    // A reload goes on where it was.
    await phase(page, 'playing')
    await page.reload()
    await expect(page.getByRole('heading', { name: 'stage 2 of 2' })).toBeVisible()
    await phase(page, 'paused')
    // A slow server: the run is kept however long the page takes to go.
    await page.route(`**/api/plans/${id}`, route => void setTimeout(() => void route.continue(), 2500))
    await page.keyboard.press('Escape')
    await expect(page).toHaveURL(new RegExp(`/practise/${id}$`))
    await expect(page.getByRole('link', { name: 'Go on with stage 2' })).toBeVisible()
  }
  // Another browser, which has nothing of its own.
  const other = await (await browser.newContext()).newPage()
  await other.goto(`${app.url}/today`)
  const waits = (on: Page, id: string) => on.locator('[data-under-way]', { hasText: `Plan ${id}` })
  await expect(waits(other, 'two-run')).toContainText('stage 2 of 2')
  await page.goto(`${app.url}/today`)
  await waits(page, 'one-run').getByRole('link', { name: 'Go on' }).click()
  await phase(page, 'paused')
  await waits(other, 'one-run').getByRole('link', { name: 'Go on' }).click()
  await phase(other, 'paused')
  await other.keyboard.press('Space')
  await phase(other, 'playing')
  await expect(other.locator('[data-timer]')).toHaveText('0:58')
  await other.keyboard.press('Space')
  await phase(other, 'paused')
  const sitting = async () =>
    (
      (await (await fetch(`${app.url}/api/sittings`)).json()).sittings as {
        revision: number
        summary: { planId: string }
      }[]
    ).find(one => one.summary.planId === 'one-run')!
  const { revision } = await sitting()
  await page.keyboard.press('Space')
  await expect(
    page.getByRole('heading', { name: 'This practice run was saved elsewhere while you changed it here' }),
  ).toBeVisible({ timeout: 60_000 })
  expect((await sitting()).revision).toBeGreaterThanOrEqual(revision)
  await page.getByRole('button', { name: 'Take the other' }).click()
  await phase(page, 'paused')

  await other.goto(`${app.url}/today`)
  await waits(other, 'two-run').getByRole('button', { name: 'Remove Plan two-run from what is under way' }).click()
  await expect(waits(other, 'two-run')).toHaveCount(0)
  await other.reload()
  await expect(waits(other, 'one-run')).toBeVisible()
  await expect(waits(other, 'two-run')).toHaveCount(0)
  await other.context().close()
})

test('once an input is chosen, the big key starts the run', async ({ page, app }) => {
  await keep(app, 'big-key', [{ name: 'Only', length: { seconds: 60 } }])
  await page.goto(`${app.url}/practise/big-key/run`)
  await page.getByRole('combobox', { name: 'Measured by' }).click()
  await page.getByRole('option', { name: 'simulated drummer' }).click()
  await expect(page.getByRole('listbox')).toHaveCount(0)
  await page.keyboard.press('Space')
  await expect(page.locator('[data-phase="counting"]').or(page.locator('[data-phase="playing"]'))).toBeVisible()
  await expect(page.getByRole('listbox')).toHaveCount(0)
})

test('a stage with no pulse is stepped through, a break passes, figures keep their tempo, and a phrase and turns are played', async ({
  page,
  app,
}) => {
  await keep(app, 'kinds', [
    { name: 'Step', pulse: 'step', length: { seconds: 30 } },
    { name: 'Break', subject: { kind: 'break', id: 'break' }, parts: {}, length: { seconds: 60 } },
    {
      name: 'Phrase',
      subject: { kind: 'phrase', id: 'wet-rope-set' },
      parts: { RH: 'player', LH: 'player' },
      length: { bars: 1 },
      tempo: { bpm: 400, counts: '1/4' },
    },
    {
      name: 'Turns',
      subject: {
        kind: 'turns',
        id: 'wet-rope',
        of: [
          { id: 'wet-rope', bars: 2 },
          { id: 'boiler-room-two', bars: 1 },
        ],
      },
      parts: { RH: 'player', RF: 'machine' },
      length: { bars: 1 },
    },
  ])
  await page.goto(`${app.url}/practise/kinds/run`)
  await begin(page)
  await phase(page, 'stepping')
  await page.keyboard.press('Space')
  await expect(page.locator('[data-step-says]')).toHaveText(/^bar 1, beat 1: right hand/i)
  await page.keyboard.press('Space')
  await expect(page.locator('[data-step-says]')).toHaveText(/& of 1: right hand/)
  // Then two at once, and back.
  await page.keyboard.press('+')
  await page.keyboard.press('Space')
  await expect(page.locator('[data-step-says]')).toHaveText(/& of 2: right hand.*3: right hand/)
  await page.keyboard.press('-')
  await page.keyboard.press('ArrowLeft')
  await expect(page.locator('[data-step-says]')).toHaveText(/^bar 1, beat 2: right hand/i)
  // Once through, and it is two at once from 1 on, by itself.
  const says = page.locator('[data-step-says]')
  for (let n = 0; n < 40 && !(await page.getByText('At once: 2').isVisible()); n++) {
    const before = await says.textContent()
    await page.keyboard.press('Space')
    await expect(says).not.toHaveText(before!)
  }
  await expect(says).toHaveText(/^bar 1, beat 1: right hand.*& of 1: right hand/i)
  await page.keyboard.press('1')
  await phase(page, 'resting')
  await page.keyboard.press('Space')
  await expect(page.getByRole('heading', { name: 'stage 3 of 4' })).toBeVisible()
  await phase(page, 'playing')
  await page.keyboard.press('1')
  await expect(page.getByText('You: right hand. The machine: right foot.')).toBeVisible()
  await phase(page, 'asking')
  await page.keyboard.press('1')
  await phase(page, 'over')
  await expect
    .poll(async () => (await entriesOf(app, 'kinds')).map(entry => [entry.stage, entry.subject.kind]))
    .toEqual([
      ['Turns', 'turns'],
      ['Phrase', 'phrase'],
      ['Step', 'groove'],
    ])

  await page.goto(`${app.url}/practise?groove=ladder-in-the-rain`)
  await page.getByRole('tab', { name: 'Figures' }).click()
  const form = page.getByRole('form', { name: 'Figures against an ostinato' })
  await expect(form.locator('[data-figure]')).toHaveCount(15)
  await form.getByLabel('Bars of each figure').fill('1')
  await form.getByLabel('Bars of each figure').press('Tab')
  await form.getByLabel('Tempo of the figures').fill('400')
  await form.getByLabel('Tempo of the figures').press('Tab')
  await form.getByRole('button', { name: 'Practise the figures' }).click()
  await page.getByRole('link', { name: 'Start practising' }).click()
  await begin(page)
  // Each is there for a bar, 0.6 s: whichever after the second is seen first.
  await expect(page.getByText(/Figure ([3-9]|1\d) of 15/)).toBeVisible()
  // A word ends it there: what was played to its end is kept, and no more.
  await page.keyboard.press('1')
  await phase(page, 'over')
  await page.goto(`${app.url}/practise?groove=ladder-in-the-rain`)
  await page.getByRole('tab', { name: 'Figures' }).click()
  await expect(form.locator('[data-figure]').first()).toContainText('400')
  await expect(form.locator('[data-figure="xxxx"]')).toContainText('not yet')
})

test('every way to learn that is offered makes a plan of a groove, and a marked span is practised alone', async ({
  bench,
}) => {
  const { page, app } = bench
  await page.goto(`${app.url}/practise?groove=wet-rope`)
  const form = page.getByRole('form', { name: 'A new plan' })
  const way = form.getByRole('combobox', { name: 'Way to learn it' })
  await way.click()
  const ways = await page.getByRole('option').allInnerTexts()
  expect(ways).toHaveLength(13)
  await page.keyboard.press('Escape')
  const offered = new Map<string, number>()
  for (const one of ways) {
    await way.click()
    await page.getByRole('option', { name: one, exact: true }).click()
    await expect(page.getByRole('listbox')).toHaveCount(0)
    offered.set(one, await form.locator('[data-offered] li').count())
  }
  expect([...offered].filter(([, many]) => many < 2)).toEqual([])
  // Nothing is swept in this groove.
  expect(ways).not.toContain('Sweeps first')
  await bench.open('wet-rope')
  await page.keyboard.press('l')
  for (const key of ['Home', 'Control+ArrowRight', 'Shift+ArrowRight', 'Shift+ArrowRight', 'Shift+ArrowRight'])
    await page.keyboard.press(key)
  // The click of the Bench goes along.
  await page.getByRole('button', { name: /^click/ }).click()
  await page.getByRole('combobox', { name: 'Click', exact: true }).click()
  await page.getByRole('option', { name: 'off-beats' }).click()
  await page.keyboard.press('Escape')
  await page.locator('[data-span-bar]').getByRole('button', { name: 'Practise it' }).click()
  await expect(page.getByRole('heading', { name: 'A plan for “Wet Rope”, bar 1, beat 2 to a of 2' })).toBeVisible()
  await form.getByRole('button', { name: 'Make a plan' }).click()
  await expect(page.getByLabel('Title of the plan')).toHaveValue('Wet Rope, bar 1, beat 2 to a of 2, feet first')
  for (const stage of await page.locator('[data-stage-id]').all()) await expect(stage).toContainText('off-beats')
})

test('a voice counts where a limb plays: each word lies with its vowel on its slot', async ({ page, app }) => {
  await keep(app, 'voice', [
    {
      name: 'Counted',
      click: { program: 'every beat', voice: 'RF' },
      parts: { 'part-4': 'player' },
      tempo: { bpm: 60, counts: '1/4' },
      length: { bars: 2 },
      countIn: 1,
    },
  ])
  const { words, rate } = JSON.parse(readFileSync('app/assets/count/count.json', 'utf8')) as {
    rate: number
    words: Record<string, [number, number, number]>
  }
  await listen(page)
  await page.goto(`${app.url}/practise/voice/run`)
  await begin(page)
  await phase(page, 'playing')
  // A bar is counted in; the bass drum of the first bar is on 1, a of 1 and & of 3.
  const wanted = ['1', '2', '3', '4', '1', 'a', '&']
  const lengths = new Set(Object.values(words).map(([, length]) => (length / rate).toFixed(4)))
  const spoken = async () => (await heard(page)).filter(({ seconds }) => lengths.has(seconds.toFixed(4)))
  await expect.poll(async () => (await spoken()).length, { timeout: 60_000 }).toBeGreaterThanOrEqual(wanted.length)
  const said = (await spoken()).slice(0, wanted.length)
  expect(said.map(one => one.seconds.toFixed(4))).toEqual(wanted.map(word => (words[word]![1] / rate).toFixed(4)))
  const vowels = said.map(({ when }, i) => when + words[wanted[i]!]![2] / rate)
  expect(vowels.map(at => Math.round((at - vowels[0]!) * 1000))).toEqual([0, 1000, 2000, 3000, 4000, 4750, 6500])
})

test('pads over MIDI are told to pieces by striking them, and are measured by piece and level', async ({
  page,
  app,
}) => {
  await keep(app, 'pads', [
    {
      name: 'Backbeat',
      parts: { 'part-2': 'player' },
      length: { bars: 12 },
      tempo: { bpm: 200, counts: '1/4' },
      click: { program: 'none' },
      countIn: 0,
    },
  ])
  // A stand-in for the browser's MIDI: one input, whose pad 38 is struck whenever something is due to sound.
  await page.addInitScript(() => {
    const input = {
      name: 'Simulated pads',
      onmidimessage: null as ((event: { data: Uint8Array; timeStamp: number }) => void) | null,
    }
    Object.assign(navigator, {
      requestMIDIAccess: async () => ({ inputs: new Map([['one', input]]), onstatechange: null }),
    })
    Object.assign(window, {
      strike: (at = performance.now()) =>
        input.onmidimessage?.({ data: new Uint8Array([0x99, 38, 98]), timeStamp: at }),
    })
  })
  await strikesAfter(page, 10)
  await page.goto(`${app.url}/player`)
  await page.getByRole('combobox', { name: 'Measured by' }).click()
  await page.getByRole('option', { name: 'pads over MIDI' }).click()
  await expect(page.getByText('Connected: Simulated pads.')).toBeVisible()
  const snare = page.getByRole('group', { name: 'Which pad is which piece' }).getByRole('button', { name: /^Snare/ })
  await snare.click()
  await page.evaluate(() => (window as unknown as { strike(): void }).strike())
  await expect(snare).toHaveText(/Snare\s*38/)
  await page.goto(`${app.url}/practise/pads/run`)
  await begin(page)
  await phase(page, 'asking')
  await page.keyboard.press('1')
  await expect
    .poll(async () => (await entriesOf(app, 'pads'))[0]?.measures)
    .toMatchObject({ input: 'pads', tells: 'piece', asked: 24, limbs: [{ limb: 'LH' }] })
  const { measures } = (await entriesOf(app, 'pads'))[0]!
  expect(measures!.strokes).toBeGreaterThan(20)
  // Struck at 98, which is strong, where an accent stands.
  expect(measures!.levels).toMatchObject([{ limb: 'LH', asked: 5, got: 4 }])
})

test('how late an input arrives is found by tapping along, and said with what it cannot tell', async ({
  page,
  app,
}) => {
  await measuredBy(page, 'keys')
  await strikesAfter(page, 40)
  await page.goto(`${app.url}/player`)
  await page.getByRole('button', { name: 'Find how late it is by tapping along' }).click()
  await expect(page.getByRole('button', { name: /^Tap along/ })).toBeVisible()
  await expect(page.locator('[data-latency]')).toContainText(
    /Your taps come \d+ ms late, spread \d+ ms, from \d+ taps(, \d slips? left out)?\. That is how late the input is and your own habit together\./,
    { timeout: 40_000 },
  )
  const found = Number((await page.locator('[data-latency]').innerText()).match(/come (\d+) ms/)![1])
  expect(found).toBeGreaterThanOrEqual(38)
  expect(found).toBeLessThanOrEqual(42)
})
