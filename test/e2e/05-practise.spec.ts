import type { Page } from '@playwright/test'
import type { Plan } from '#core/practise'
import { type App, expect, more, test } from './app'

test.describe.configure({ mode: 'serial' })

/** Chooses the nth stage of the open plan, from 1. */
async function stage(page: Page, n: number) {
  await page
    .locator('[data-stage-id]')
    .nth(n - 1)
    .click()
  const change = page.getByRole('tab', { name: 'Change it' })
  if (await change.isVisible()) await change.click()
  await expect(page.locator('[data-editor]')).toBeVisible()
}
const pick = async (page: Page, box: string, option: string | RegExp) => {
  await page.getByRole('combobox', { name: box, exact: true }).click()
  await page.getByRole('option', { name: option, exact: typeof option === 'string' }).click()
  await expect(page.getByRole('listbox')).toHaveCount(0)
}
const fill = async (page: Page, label: string, value: string) => {
  await page.getByLabel(label, { exact: true }).fill(value)
  await page.getByLabel(label, { exact: true }).press('Enter')
}
const planOf = async (app: App, id: string) =>
  (await (await fetch(`${app.url}/api/plans/${id}`)).json()).document as Plan
const sittingOf = async (app: App, id: string) =>
  (await (await fetch(`${app.url}/api/sittings/${id}`)).json()).document as { plan: Plan } | undefined
const names = (page: Page) =>
  page.locator('[data-stage]').evaluateAll(list => list.map(one => (one as HTMLElement).dataset.stage))
const idIn = (page: Page) => page.url().split('/').at(-1)!.replace(/[?].*/, '')

test('a plan of four stages is made from a groove, and each stage can be changed', async ({ bench }) => {
  const { page, app } = bench
  await bench.open('chalk-on-the-door')
  await page.getByRole('button', { name: 'Add a part' }).click()
  await page.getByRole('button', { name: 'Hat foot on 2 and 4' }).click()
  await more(page, 'Practise it')
  await page.getByRole('button', { name: 'Make a plan' }).click()
  await expect(page.getByRole('heading', { name: 'Chalk on the Door, feet first' })).toBeAttached()
  expect(await names(page)).toEqual(['Feet alone', 'Feet and lead hand', 'Feet and other hand', 'All four limbs'])
  const marks = page.locator('[data-stage]').first().getByRole('img')
  await expect(marks).toHaveAccessibleName('right hand silent, left hand silent, right foot you, left foot you')
  await pick(page, 'Who plays Hat foot on 2 and 4', 'silent')
  await expect(marks).toHaveAccessibleName(/left foot silent/)
  // The name follows what is in it, until it is given.
  await expect(page.getByLabel('Name of the stage')).toHaveValue('Foot alone')
  await fill(page, 'Minutes of the stage', '0.1')
  await stage(page, 2)
  await fill(page, 'Tempo of the stage', '200')
  await stage(page, 3)
  await pick(page, 'Click of the stage', 'off-beats')
  const id = idIn(page)
  await expect
    .poll(async () => (await planOf(app, id)).stages)
    .toMatchObject([
      { parts: { 'part-3': 'player' }, length: { seconds: 6 } },
      { tempo: { bpm: 200, counts: '1/4' } },
      { click: { program: 'off-beats' } },
      { name: 'All four limbs' },
    ])
  await page.reload()
  await stage(page, 2)
  await expect(page.getByLabel('Tempo of the stage')).toHaveValue('200')
  // One press has it fall where it is not clean, four bars at a time, and climb back.
  await page.getByRole('button', { name: 'Fall and climb back' }).click()
  await expect
    .poll(async () => (await planOf(app, id)).stages[1])
    .toMatchObject({ climb: { to: 200, step: 4, allows: 'measured', miss: 'fall' }, length: { bars: 4 } })
  await expect(page.locator('[data-climb]')).toContainText('1 step: 200 · after two misses 4 slower, and back up')
})

test('a stage has a climb, bars or clean times, a span, a helper, its own click, a voice, silent bars, a fading machine, and all of it is kept', async ({
  page,
  app,
}) => {
  await page.goto(`${app.url}/practise?groove=wet-rope`)
  await page.getByRole('button', { name: 'Make a plan' }).click()
  await stage(page, 4)
  await page.getByRole('switch', { name: 'the tempo climbs' }).click()
  await fill(page, 'Tempo of the stage', '70')
  await fill(page, 'Goal of the climb', '92')
  await fill(page, 'Step of the climb', '4')
  await fill(page, 'Tempos after the goal', '80')
  await page.getByLabel('Tempos after the goal').blur()
  await expect(page.locator('[data-climb]')).toContainText('8 steps: 70, 74, 78, 82, 86, 90, 92, 80')
  await pick(page, 'What allows the next step', 'it was measured clean')
  await pick(page, 'What a miss does', 'the hardest pair alone, then again')
  await pick(page, 'What the length counts', 'clean times')
  await pick(page, 'From which beat', 'bar 2, beat 3')
  await pick(page, 'To which beat', 'bar 2, beat 4')
  await page.getByRole('button', { name: 'Add a helper' }).click()
  await page.getByRole('menuitem', { name: 'Hat foot in eighths' }).click()
  await pick(page, 'Who plays Hat eighths', 'machine')
  await fill(page, 'Bars without the machine', '1')
  await fill(page, 'Bars without click', '2')
  await pick(page, 'Click of the stage', 'a voice counts where the right foot plays')
  await fill(page, 'What to attend to', 'The opening')
  await page.getByLabel('What to attend to').blur()
  await pick(page, 'On pad or kit', 'pad')
  const id = idIn(page)
  await expect
    .poll(async () => (await planOf(app, id)).stages[3])
    .toMatchObject({
      tempo: { bpm: 70 },
      climb: { to: 92, step: 4, then: [80], allows: 'measured', miss: 'isolate' },
      length: { clean: 4 },
      span: { from: 20160 + 2 * 5040, to: 40320 },
      extra: [{ id: 'helper-foot-eighths', limb: 'LF' }],
      parts: { 'helper-foot-eighths': 'player', 'part-1': 'machine' },
      fades: { sound: 1, silent: 1 },
      click: { gaps: { sound: 1, silent: 2 }, voice: 'RF' },
      attend: 'The opening',
      on: 'pad',
    })
  // The foot’s own part is silent while it helps, and the helper is in no other stage.
  expect((await planOf(app, id)).stages.slice(0, 3).every(one => one.extra.length === 0)).toBe(true)
  // Its click is used for all by one press, and one step back gives each its own.
  const clicks = async () => (await planOf(app, id)).stages.map(one => one.click.voice)
  await page.getByRole('button', { name: 'Click: use for all stages' }).click()
  await expect.poll(clicks).toEqual(['RF', 'RF', 'RF', 'RF'])
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect.poll(clicks).toEqual([null, null, null, 'RF'])
  await pick(page, 'Click of the stage', 'own slots')
  await page
    .getByRole('group', { name: 'Slots the click falls on' })
    .getByRole('button', { name: 'bar 1, & of 1', exact: true })
    .click()
  await expect
    .poll(async () => (await planOf(app, id)).stages[3]!.click)
    .toMatchObject({ program: [0, 2520], voice: null })
  // A tempo that is none is refused in words, and nothing is lost.
  await fill(page, 'Tempos after the goal', '2000')
  await page.getByLabel('Tempos after the goal').blur()
  await expect(page.getByText('A tempo after the goal is a tempo from 20 to 400.').first()).toBeVisible()
  expect((await planOf(app, id)).stages[3]!.climb!.then).toEqual([80])
  // Undone and brought back by keys.
  await page.locator('[data-stage-id]').first().click()
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await planOf(app, id)).stages[3]!.click.program).toEqual([0])
})

test('a plan is made by another way to learn it and a ladder, seen before it is made; stages are named, moved by mouse and keys, doubled and taken out', async ({
  page,
  app,
}) => {
  await page.goto(`${app.url}/practise?groove=wet-rope`)
  const form = page.getByRole('form', { name: 'A new plan' })
  await expect(form.getByRole('combobox', { name: 'Way to learn it' })).toContainText('Feet first (usual here)')
  await pick(page, 'Way to learn it', 'What lands together first')
  await pick(page, 'How the tempo goes', 'A ladder of even steps')
  await page.getByLabel('Goal tempo').fill('100')
  await page.getByLabel('Goal tempo').press('Tab')
  await page.getByLabel('Minutes in all').fill('20')
  await page.getByLabel('Minutes in all').press('Tab')
  await expect(form.locator('[data-offered] li')).toHaveText([
    '1 Only what lands together, 70',
    '2 All four limbs, 70',
    '3 All four limbs, climbing, 75 up to 100 by 7',
  ])
  await form.getByRole('button', { name: 'Make a plan' }).click()
  await expect(page.getByLabel('Title of the plan')).toHaveValue('Wet Rope, what lands together first')
  await stage(page, 3)
  await fill(page, 'Name of the stage', 'Up to speed')
  await pick(page, 'Who plays Bass drum', 'machine')
  await expect(page.locator('[data-stage="Up to speed"]').getByRole('img')).toHaveAccessibleName(
    'right hand you, left hand you, right foot the machine, left foot you',
  )
  await page.locator('[data-stage-id]').nth(2).focus()
  await page.keyboard.press('Alt+ArrowUp')
  await expect.poll(() => names(page)).toEqual(['Only what lands together', 'Up to speed', 'All four limbs'])
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('d')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Delete')
  await expect.poll(() => names(page)).toEqual(['Only what lands together', 'Up to speed', 'All four limbs'])
  await page.locator('.grip').nth(2).dragTo(page.locator('.grip').nth(1))
  await expect.poll(() => names(page)).toEqual(['Only what lands together', 'All four limbs', 'Up to speed'])
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await page.getByRole('menuitem', { name: 'A break' }).click()
  await expect.poll(async () => (await planOf(app, idIn(page))).stages.map(one => one.subject.kind)).toContain('break')
  // The same plan for another groove, at its tempo.
  await page.getByRole('combobox', { name: 'Use this plan for another groove' }).click()
  await page.getByRole('option', { name: 'Boiler Room Two', exact: true }).click()
  await expect(page.getByLabel('Title of the plan')).toHaveValue('Boiler Room Two, what lands together first')
  // A linear groove goes beat by beat, and a way that finds nothing in it is not offered.
  await page.goto(`${app.url}/practise?groove=ladder-in-the-rain`)
  const way = form.getByRole('combobox', { name: 'Way to learn it' })
  await expect(way).toContainText('Beat by beat (usual here)')
  await way.click()
  await expect(page.getByRole('option', { name: 'Feet first', exact: true })).toBeVisible()
  await expect(page.getByRole('option', { name: 'What lands together first', exact: true })).toHaveCount(0)
})

test('the runner counts in, times, goes on by itself, and writes the player’s word to the log', async ({
  page,
  app,
}) => {
  // A short plan, so that the clock can be waited for: five seconds a stage. It is of version 1, as an older Bazzet wrote it.
  const groove = (await (await fetch(`${app.url}/api/grooves/wet-rope`)).json()).document
  const plan = {
    format: 'bazzet-plan',
    version: 1,
    id: 'short',
    grooveId: 'wet-rope',
    title: 'Short',
    stages: [
      ['part-4', 'Feet'],
      ['part-1', 'Hat'],
      ['part-2', 'Backbeat'],
      ['part-3', 'Ghosts'],
    ].map(([partId, name], i) => ({
      id: `s${i}`,
      name,
      partIds: [partId],
      click: 'every beat',
      bpm: 300 - i,
      seconds: 5,
    })),
  }
  const made = await fetch(`${app.url}/api/plans`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(plan),
  })
  expect(made.status).toBe(201)
  const before = (await (await fetch(`${app.url}/api/log`)).json()).entries.length

  await page.goto(`${app.url}/practise/short/run`)
  await expect(page.getByRole('heading', { name: `${groove.title} · stage 1 of 4` })).toBeVisible()
  await expect(page.locator('[data-timer]')).toHaveText('0:05')
  const phase = (name: string) => expect(page.locator(`[data-phase="${name}"]`)).toBeVisible({ timeout: 60_000 })
  await page.keyboard.press('Space')
  await phase('counting')
  await phase('playing')
  await expect(page.locator('[data-timer]')).toHaveText('0:04')
  await page.keyboard.press('Space')
  await phase('paused')
  await page.keyboard.press('Space')
  await phase('playing')
  await phase('asking')
  // The word ends the asking, and the next stage begins by itself.
  await page.keyboard.press('1')
  await expect(page.getByRole('heading', { name: 'stage 2 of 4' })).toBeVisible()
  await phase('playing')
  await expect(page.locator('[data-timer]')).toHaveText('0:04')
  await page.keyboard.press('s')
  await expect(page.locator('[data-bpm]')).toHaveText('275') // 299 less 8 in a hundred
  await phase('playing')
  await expect(page.locator('[data-timer]')).toHaveText('0:04')
  await page.getByRole('button', { name: '2 shaky' }).click() // a word before the time is up ends the stage
  await expect(page.getByRole('heading', { name: 'stage 3 of 4' })).toBeVisible()
  await phase('playing')
  await phase('asking')
  // No word: after a while it goes on by itself.
  await expect(page.getByRole('heading', { name: 'stage 4 of 4' })).toBeVisible({ timeout: 60_000 })
  await phase('playing')
  await phase('asking')
  await page.keyboard.press('3')
  await phase('over')
  await expect(page.getByRole('listitem')).toHaveText([
    /Feet\s*solid/,
    /Hat\s*no word/,
    /Hat\s*shaky/,
    /Backbeat\s*no word/,
    /Ghosts\s*missed/,
  ])

  // The last word is on its way to the server while the page shows it already.
  const entries = async () => (await (await fetch(`${app.url}/api/log`)).json()).entries
  await expect.poll(async () => (await entries())[0].word).toBe('missed')
  expect(await entries()).toHaveLength(before + 5)
  expect((await entries()).slice(0, 5)).toMatchObject([
    { stage: 'Ghosts', word: 'missed', tempo: { bpm: 297, counts: '1/4' }, seconds: 5, parts: { 'part-3': 'player' } },
    { stage: 'Backbeat', word: null, tempo: { bpm: 298 }, seconds: 5 },
    { stage: 'Hat', word: 'shaky', tempo: { bpm: 275 } },
    // What was played before it was slowed is not lost.
    { stage: 'Hat', word: null, tempo: { bpm: 299 }, seconds: expect.any(Number) },
    {
      stage: 'Feet',
      word: 'solid',
      tempo: { bpm: 300 },
      subject: { kind: 'groove', id: 'wet-rope', title: 'Wet Rope' },
      planId: 'short',
    },
  ])
  await page.getByRole('link', { name: 'See the log' }).click()
  await expect(page.locator('[data-entries] tbody tr').first()).toContainText('Ghosts')
  await expect(page.locator('[data-entries] tbody tr').nth(4)).toContainText('solid')
})

test('Today says what is due, the longest overdue first, at which tempo it stood, and one key goes to it; shaky comes back tomorrow', async ({
  page,
  app,
}) => {
  const entry = (id: string, back: number, word: string, bpm: number) => {
    const at = new Date(Date.now() - back * 24 * 60 * 60 * 1000)
    return {
      format: 'bazzet-entry',
      version: 2,
      id: `due-${id}-${back}`,
      at: at.toISOString(),
      day: new Intl.DateTimeFormat('sv-SE').format(at),
      subject: { kind: 'groove', id, revision: 1, title: 'Cold Kettle' },
      planId: null,
      stage: 'All four limbs',
      span: null,
      parts: {},
      click: null,
      tempo: { bpm, counts: '1/4' },
      seconds: 60,
      word,
      measures: null,
      sessionId: null,
    }
  }
  const log = (one: object) =>
    fetch(`${app.url}/api/log`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(one),
    })
  // Solid twice, the second time 40 days ago: due 38 days.
  for (const one of [entry('cold-kettle', 41, 'solid', 80), entry('cold-kettle', 40, 'solid', 84)])
    expect((await log(one)).status).toBe(201)
  // Whoever has practised before begins here.
  await page.goto(app.url)
  await expect(page).toHaveURL(`${app.url}/today`)
  const line = page.locator('[data-due]', { hasText: 'Cold Kettle' })
  await expect(page.locator('[data-due]').first()).toContainText('Cold Kettle')
  await expect(line).toContainText('due for 38 days')
  await expect(line).toContainText('84')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/practise\?groove=cold-kettle/)
  expect((await log(entry('cold-kettle', 0, 'shaky', 70))).status).toBe(201)
  await page.goto(`${app.url}/today`)
  await expect(line).toContainText('in a day')
})

test('a plan that is not there says so and leads back', async ({ page, app }) => {
  await page.goto(`${app.url}/practise/no-such-plan`)
  await expect(page.getByText('There is no plan “no-such-plan” here.')).toBeVisible()
  await page.getByRole('link', { name: 'To all plans' }).click()
  await expect(page.getByRole('heading', { name: 'Practise', exact: true })).toBeVisible()
})

test('a phrase, a sticking, two grooves in and out and several due ones in turn become plans', async ({
  page,
  app,
}) => {
  const plans = async () => (await (await fetch(`${app.url}/api/plans`)).json()).plans.length as number
  await page.goto(`${app.url}/phrase/wet-rope-set`)
  await more(page, 'Practise it')
  await expect(page.getByLabel('Title of the plan')).toHaveValue(/, all through$/)
  await expect
    .poll(async () => (await planOf(app, idIn(page))).stages[0])
    .toMatchObject({ subject: { kind: 'phrase', id: 'wet-rope-set' }, parts: { RH: 'player', LF: 'player' } })
  const many = await plans()
  await page.goBack()
  await expect(page).toHaveURL(/\/phrase\/wet-rope-set/)
  expect(await plans()).toBe(many)

  await page.goto(`${app.url}/sticking`)
  await page.getByRole('button', { name: 'Practise it' }).click()
  await expect(page.getByLabel('Title of the plan')).toHaveValue(/slot by slot/)
  expect((await planOf(app, idIn(page))).stages[0]).toMatchObject({ subject: { kind: 'sticking' }, pulse: 'step' })

  await page.goto(`${app.url}/practise?groove=wet-rope`)
  await page.getByRole('tab', { name: 'In and out' }).click()
  const form = page.getByRole('form', { name: 'In and out' })
  await expect(form.getByRole('button', { name: 'Practise it' })).toBeDisabled()
  await form.getByRole('combobox', { name: 'The other groove' }).click()
  await page.getByRole('option', { name: 'Boiler Room Two', exact: true }).click()
  await expect(page.getByRole('listbox')).toHaveCount(0)
  await form.getByLabel('Bars of this groove').fill('3')
  await form.getByLabel('Bars of this groove').press('Tab')
  await expect(form).toContainText('Wet Rope plays 4 bars, whole times through.')
  await form.getByRole('button', { name: 'Practise it' }).click()
  await expect(page.getByLabel('Title of the plan')).toHaveValue('Wet Rope and Boiler Room Two, in and out')

  await page.goto(`${app.url}/today`)
  await page.getByRole('button', { name: /^Take \d in turn, two minutes each, twice round$/ }).click()
  await expect(page).toHaveURL(/\/run\?go=/)
  const going = new URL(page.url()).searchParams.get('go')!
  await expect.poll(async () => (await sittingOf(app, going))?.plan.stages.length).toBeGreaterThanOrEqual(4)
  const {
    plan: { stages },
  } = (await sittingOf(app, going))!
  expect(stages.every(one => 'seconds' in one.length && one.length.seconds === 120)).toBe(true)
  expect(stages[0]!.name).toBe(stages[stages.length / 2]!.name)
})
