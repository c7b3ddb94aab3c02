import { expect, test } from './app'

test.describe.configure({ mode: 'serial' })

test('a plan of four stages is made from a groove, and each stage can be changed', async ({ bench }) => {
  const { page, app } = bench
  await bench.open('chalk-on-the-door')
  await page.getByRole('button', { name: 'Add a part' }).click()
  await page.getByRole('button', { name: 'Hat foot on 2 and 4' }).click()
  await page.getByRole('button', { name: 'This groove' }).click()
  await page.getByRole('menuitem', { name: 'Practise it' }).click()
  await page.getByRole('button', { name: 'Make a plan' }).click()
  await expect(page.getByRole('heading', { name: 'Chalk on the Door, feet first' })).toBeVisible()
  const stages = page.locator('[data-stage]')
  await expect(stages.locator('h2')).toHaveText(['Feet alone', 'Feet and lead hand', 'Feet and other hand', 'All four limbs'])
  await expect(stages.first()).toContainText('You: right foot and left foot. Silent: right hand and left hand.')
  const cast = async (part: string, stage: number, by: string) => {
    await page.getByRole('combobox', { name: `Who plays ${part} in stage ${stage}`, exact: true }).click()
    await page.getByRole('option', { name: by, exact: true }).click()
    await expect(page.getByRole('listbox')).toHaveCount(0)
  }
  await cast('Hat foot on 2 and 4', 1, 'silent')
  await expect(stages.first()).toContainText('You: right foot. Silent: right hand, left hand and left foot.')
  // The name follows what is in it, until it is given.
  await expect(stages.first().locator('h2')).toHaveText('Foot alone')
  await page.getByLabel('Tempo of stage 2').fill('200')
  await page.getByLabel('Tempo of stage 2').press('Enter')
  await page.getByLabel('Minutes of stage 1').fill('0.1')
  await page.getByLabel('Minutes of stage 1').press('Enter')
  await page.getByRole('combobox', { name: 'Click of stage 3' }).click()
  await page.getByRole('option', { name: 'off-beats' }).click()
  const id = page.url().split('/').at(-1)!
  await expect.poll(async () => (await (await fetch(`${app.url}/api/plans/${id}`)).json()).document.stages).toMatchObject([
    { parts: { 'part-3': 'player' }, length: { seconds: 6 } }, { tempo: { bpm: 200, counts: '1/4' } }, { click: { program: 'off-beats' } }, { name: 'All four limbs' },
  ])
  await page.reload()
  await expect(page.getByLabel('Tempo of stage 2')).toHaveValue('200')
})

test('a plan is made by another way to learn it and a ladder, seen before it is made; stages are cast, named, moved, doubled and taken out', async ({ page, app }) => {
  await page.goto(`${app.url}/practise?groove=wet-rope`)
  const form = page.getByRole('form', { name: 'A new plan' })
  const pick = async (box: string, option: string | RegExp) => {
    await page.getByRole('combobox', { name: box, exact: true }).click()
    await page.getByRole('option', { name: option }).click()
    await expect(page.getByRole('listbox')).toHaveCount(0)
  }
  await expect(form.getByRole('combobox', { name: 'Way to learn it' })).toContainText('Feet first (usual here)')
  await pick('Way to learn it', 'What lands together first')
  await pick('How the tempo goes', 'A ladder of even steps')
  await page.getByLabel('Goal tempo').fill('100')
  await page.getByLabel('Goal tempo').press('Tab')
  await page.getByLabel('Minutes in all').fill('20')
  await page.getByLabel('Minutes in all').press('Tab')
  await expect(form.locator('[data-offered] li')).toHaveText(['1 Only what lands together, 70', '2 All four limbs, 70', '3 All four limbs, 75', '4 All four limbs, 82', '5 All four limbs, 89', '6 All four limbs, 96', '7 All four limbs, 100'])
  await form.getByRole('button', { name: 'Make a plan' }).click()
  await expect(page.getByLabel('Title of the plan')).toHaveValue('Wet Rope, what lands together first')
  await expect(page.getByText('20 minutes')).toBeVisible()
  const stages = page.locator('[data-stage]')
  const names = () => stages.evaluateAll(list => list.map(one => (one as HTMLElement).dataset.stage))
  await expect(stages).toHaveCount(7)
  await page.getByLabel('Name of stage 7').fill('Up to speed')
  await page.getByLabel('Name of stage 7').press('Enter')
  await pick('Who plays Bass drum in stage 7', 'machine')
  await expect(stages.nth(6)).toContainText('You: right hand, left hand and left foot. The machine: right foot.')
  await page.getByRole('button', { name: 'Stage 7 earlier' }).click()
  await page.getByRole('button', { name: 'Stage 1 once more' }).click()
  await page.getByRole('button', { name: 'Take stage 3 out' }).click()
  await expect.poll(names).toEqual(['Only what lands together', 'Only what lands together', 'All four limbs', 'All four limbs', 'All four limbs', 'Up to speed', 'All four limbs'])
  await page.locator('.grip').nth(5).dragTo(page.locator('.grip').nth(4))
  await expect.poll(async () => (await names())[4]).toBe('Up to speed')
  const id = page.url().split('/').at(-1)!
  await expect.poll(async () => (await (await fetch(`${app.url}/api/plans/${id}`)).json()).document.stages[4]).toMatchObject({ name: 'Up to speed', given: ['name'] })
  // A way that finds nothing says so, and nothing is made.
  await page.goto(`${app.url}/practise?groove=ladder-in-the-rain`)
  await pick('Way to learn it', 'What lands together first')
  await expect(form.getByRole('alert')).toHaveText('“What lands together first” finds nothing to take apart in this groove; choose another way.')
  await expect(form.getByRole('button', { name: 'Make a plan' })).toBeDisabled()
})

test('the runner counts in, times, goes on by itself, and writes the player’s word to the log', async ({ page, app }) => {
  // A short plan, so that the clock can be waited for: five seconds a stage. It is of version 1, as an older Bazzet wrote it.
  const groove = (await (await fetch(`${app.url}/api/grooves/wet-rope`)).json()).document
  const plan = {
    format: 'bazzet-plan', version: 1, id: 'short', grooveId: 'wet-rope', title: 'Short',
    stages: [['part-4', 'Feet'], ['part-1', 'Hat'], ['part-2', 'Backbeat'], ['part-3', 'Ghosts']].map(([partId, name], i) => ({
      id: `s${i}`, name, partIds: [partId], click: 'every beat', bpm: 300 - i, seconds: 5,
    })),
  }
  const made = await fetch(`${app.url}/api/plans`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(plan) })
  expect(made.status).toBe(201)
  const before = (await (await fetch(`${app.url}/api/log`)).json()).entries.length

  await page.goto(`${app.url}/practise/short/run`)
  await expect(page.getByRole('heading', { name: `${groove.title} · stage 1 of 4` })).toBeVisible()
  await expect(page.locator('[data-timer]')).toHaveText('0:05')
  const phase = (name: string) => expect(page.locator(`[data-phase="${name}"]`)).toBeVisible({ timeout: 60_000 })
  await page.keyboard.press('Space')
  await phase('counting')
  await phase('playing')
  await expect(page.locator('[data-timer]')).toHaveText('0:03')
  await page.keyboard.press('Space')
  await phase('paused')
  await page.keyboard.press('Space')
  await phase('playing')
  await phase('asking')
  // The word ends the asking, and the next stage begins by itself.
  await page.keyboard.press('1')
  await expect(page.getByRole('heading', { name: 'stage 2 of 4' })).toBeVisible()
  await phase('playing')
  await page.keyboard.press('s')
  await expect(page.locator('[data-bpm]')).toHaveText('275') // 299 less 8 in a hundred
  await phase('playing')
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
  await expect(page.getByRole('listitem')).toHaveText([/Feet\s*solid/, /Hat\s*shaky/, /Backbeat\s*no word/, /Ghosts\s*missed/])

  // The last word is on its way to the server while the page shows it already.
  const entries = async () => (await (await fetch(`${app.url}/api/log`)).json()).entries
  await expect.poll(async () => (await entries())[0].word).toBe('missed')
  expect(await entries()).toHaveLength(before + 4)
  expect((await entries()).slice(0, 4)).toMatchObject([
    { stage: 'Ghosts', word: 'missed', tempo: { bpm: 297, counts: '1/4' }, seconds: 5, parts: { 'part-3': 'player' } },
    { stage: 'Backbeat', word: null, tempo: { bpm: 298 }, seconds: 5 },
    { stage: 'Hat', word: 'shaky', tempo: { bpm: 275 } },
    { stage: 'Feet', word: 'solid', tempo: { bpm: 300 }, subject: { kind: 'groove', id: 'wet-rope', title: 'Wet Rope' }, planId: 'short' },
  ])
  await page.getByRole('link', { name: 'See the log' }).click()
  await expect(page.locator('tbody tr').first()).toContainText('Ghosts')
  await expect(page.locator('tbody tr').nth(3)).toContainText('solid')
})

test('the Log lists and charts what was practised', async ({ page, app }) => {
  await page.goto(`${app.url}/log`)
  await expect(page.getByRole('heading', { name: 'Tempo by day' })).toBeVisible()
  await expect(page.locator('.apexcharts-legend-text')).toHaveText(['Wet Rope (quarters)', 'Boiler Room Two (quarters)', 'Seven Crates Up (quarters)'])
  // The tempo just reached, 300, is on the chart's scale and in the table.
  await expect(page.locator('.apexcharts-yaxis-label').filter({ hasText: /^3\d\d/ }).first()).toBeVisible()
  const { entries } = await (await fetch(`${app.url}/api/log`)).json()
  await expect(page.locator('tbody tr')).toHaveCount(entries.length)
})

test('Today says what is due, the longest overdue first, at which tempo it stood, and one key goes to it; shaky comes back tomorrow', async ({ page, app }) => {
  const entry = (id: string, back: number, word: string, bpm: number) => {
    const at = new Date(Date.now() - back * 24 * 60 * 60 * 1000)
    return {
      format: 'bazzet-entry', version: 2, id: `due-${id}-${back}`, at: at.toISOString(), day: new Intl.DateTimeFormat('sv-SE').format(at), subject: { kind: 'groove', id, revision: 1, title: 'Cold Kettle' },
      planId: null, stage: 'All four limbs', span: null, parts: {}, click: null, tempo: { bpm, counts: '1/4' }, seconds: 60, word, measures: null, sessionId: null,
    }
  }
  const log = (one: object) => fetch(`${app.url}/api/log`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(one) })
  // Solid twice, the second time 40 days ago: due 38 days.
  for (const one of [entry('cold-kettle', 41, 'solid', 80), entry('cold-kettle', 40, 'solid', 84)]) expect((await log(one)).status).toBe(201)
  await page.goto(`${app.url}/today`)
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
  await expect(page.getByRole('heading', { name: 'Practise' })).toBeVisible()
})
