import type { LogEntry } from '#core/practise'
import { type App, expect, withServer, withoutScripts } from './app'

/** A server of this file's own: what other tests keep would stand before the grooves that are chosen here. */
const test = withServer()

const entries = async (app: App, query = '') =>
  (await (await fetch(`${app.url}/api/log?limit=1000${query}`)).json()) as { entries: LogEntry[]; total: number }
const today = () => new Intl.DateTimeFormat('sv-SE').format(new Date())

test('the Log charts tempo, minutes, evenness and bests, and follows what is asked for', async ({ page, app }) => {
  await page.goto(`${app.url}/log`)
  const summary = page.locator('[data-summary]')
  const { total } = await entries(app)
  await expect(summary).toContainText(`${total} stages`)
  // What other tests have practised on this server comes after.
  for (const name of ['Wet Rope (quarters)', 'Boiler Room Two (quarters)', 'Seven Crates Up (quarters)'])
    await expect(page.locator('.apexcharts-point-annotation-label', { hasText: name })).toBeVisible()
  await page.getByRole('tab', { name: 'Minutes' }).click()
  await expect(page.locator('.apexcharts-bar-area').first()).toBeAttached()
  await page.getByRole('switch', { name: 'by limb' }).click()
  await expect(page.locator('.apexcharts-legend-text')).toHaveText([
    'right hand',
    'left hand',
    'right foot',
    'left foot',
  ])
  await page.getByRole('tab', { name: 'Evenness' }).click()
  await expect(page.locator('.apexcharts-legend-text')).toHaveText(['spread', 'trend'])
  await page.getByRole('tab', { name: 'Bests' }).click()
  await expect(page.getByRole('row', { name: /Wet Rope.*all four limbs/ })).toBeVisible()
  // One groove: totals, chart and its goal follow.
  await page.getByRole('combobox', { name: 'Only of this groove' }).click()
  await page.getByRole('option', { name: 'Wet Rope', exact: true }).click()
  const wet = await entries(app, '&about=wet-rope')
  await expect(summary).toContainText(`${wet.total} stages`)
  await page.getByRole('tab', { name: 'Tempo' }).click()
  await expect(page.locator('.apexcharts-yaxis-annotation-label')).toHaveText('goal 96')
  await page.getByRole('button', { name: 'All of it' }).click()
  await expect(summary).toContainText(`${total} stages`)
  await page.getByRole('combobox', { name: 'Only with this limb' }).click()
  await page.getByRole('option', { name: 'right hand' }).click()
  const byHand = await entries(app, '&limb=RH')
  expect(byHand.total).toBeLessThan(total)
  await expect(summary).toContainText(`${byHand.total} stages`)
})

test('what is pressed before the scripts have come is not lost', async ({ page, app }) => {
  const come = await withoutScripts(page)
  await page.goto(`${app.url}/log`, { waitUntil: 'commit' })
  await page.getByRole('button', { name: 'Add by hand' }).click()
  come()
  await expect(page.locator('[data-entry]')).toBeVisible()
})

test.describe('a player in another time zone, and with another language, than the server', () => {
  test.use({ timezoneId: 'Pacific/Kiritimati', locale: 'en-GB' })

  test('takes over what the server drew, says when by their own clock and language, and what was practised meanwhile comes with the next look', async ({
    page,
    app,
  }) => {
    const come = await withoutScripts(page)
    await page.goto(`${app.url}/log`, { waitUntil: 'commit' })
    const rows = page.locator('[data-entries] tbody tr')
    await expect(rows).toHaveCount(50)
    const [newest] = (await entries(app)).entries
    // Another window logs a stage between the server's drawing and the page's taking over.
    await fetch(`${app.url}/api/log`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ ...newest, id: 'meanwhile', at: new Date().toISOString(), stage: 'meanwhile' }),
    })
    come()
    await expect(page.locator('[data-summary]')).toBeVisible()
    const when = new Intl.DateTimeFormat('en-GB', {
      weekday: 'short',
      day: 'numeric',
      month: 'short',
      hour: '2-digit',
      minute: '2-digit',
      timeZone: 'Pacific/Kiritimati',
    })
    await expect(rows.first().getByRole('cell').first()).toHaveText(when.format(new Date(newest!.at)))
    await page.reload()
    await expect(rows.first()).toContainText('meanwhile')
    await fetch(`${app.url}/api/log/meanwhile`, { method: 'DELETE' })
  })
})

test('an entry by hand, corrected, binned and taken out again; a day has a note', async ({ page, app }) => {
  await page.goto(`${app.url}/log`)
  await expect(page.locator('[data-entries] tbody tr').first()).toBeVisible()
  const { total } = await entries(app)
  await page.getByRole('button', { name: 'Add by hand' }).click()
  const form = page.locator('[data-entry]')
  await form.getByRole('button', { name: 'Keep' }).click()
  await expect(form.getByRole('alert')).toContainText('The title of what was practised is text of 1 to 160 characters.')
  await form.getByLabel('What was practised').fill('Lesson with the trio')
  await form.getByLabel('Minutes').fill('-5')
  await form.getByLabel('Minutes').press('Tab')
  await form.getByRole('button', { name: 'Keep' }).click()
  await expect(form.getByRole('alert')).toHaveText('Seconds are not negative.')
  await form.getByLabel('Minutes').fill('45')
  await form.getByLabel('Minutes').press('Tab')
  await form.getByLabel('Note').fill('Brushes: the sweep stops on 4.')
  await form.getByRole('button', { name: 'Keep' }).click()
  const row = page.locator('[data-entries] tbody tr', { hasText: 'Lesson with the trio' })
  await expect(row).toContainText('45:00')
  await expect(row).toContainText('the sweep stops on 4')
  await row.getByRole('button', { name: /^Correct/ }).click()
  await form.getByLabel('Minutes').fill('50')
  await form.getByLabel('Minutes').press('Tab')
  await form.getByRole('button', { name: 'Keep' }).click()
  await expect(row).toContainText('50:00')
  expect((await entries(app)).total).toBe(total + 1)
  await row.getByRole('button', { name: /^Correct/ }).click()
  await form.getByRole('button', { name: 'Put in the bin' }).click()
  await expect(row).toHaveCount(0)
  expect((await entries(app)).total).toBe(total)
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await expect(row).toHaveCount(1)
  // The day: the entry is on it, and it has a note that stays.
  // Minutes are summed after the entries have come: the calendar knows of today a moment later than the list.
  const name = new Intl.DateTimeFormat('en-US', { weekday: 'short', day: 'numeric', month: 'short' }).format(new Date())
  const day = page
    .getByRole('group', { name: 'Days practised' })
    .locator(`[aria-label^="${name}"][aria-label*="minutes"]`)
  await day.click()
  await page.getByLabel('Note on this day').fill('Slept badly.')
  await page.getByLabel('Note on this day').blur()
  await expect
    .poll(async () => (await (await fetch(`${app.url}/api/days/${today()}`)).json()).note)
    .toBe('Slept badly.')
  await page.reload()
  await expect(page.locator('[data-entries] tbody tr').first()).toBeVisible()
  await day.click()
  await expect(page.getByLabel('Note on this day')).toHaveValue('Slept badly.')
})

test('the log leaves as CSV and comes back: known rows are skipped, each bad row is named, the rest is kept', async ({
  page,
  app,
}) => {
  await page.goto(`${app.url}/log`)
  await expect(page.locator('[data-entries] tbody tr').first()).toBeVisible()
  const downloading = page.waitForEvent('download')
  await page.getByRole('link', { name: 'CSV', exact: true }).click()
  const csv = await (await downloading).createReadStream().then(async stream => {
    const chunks: Buffer[] = []
    for await (const chunk of stream) chunks.push(chunk as Buffer)
    return Buffer.concat(chunks).toString('utf8')
  })
  const { total } = await entries(app)
  expect(csv.trim().split('\n').length).toBeGreaterThan(total)
  const names = csv.split('\n')[0]!
  const row = (facts: Record<string, string>) =>
    names
      .split(',')
      .map(name => facts[name] ?? '')
      .join(',')
  const more = [
    row({ day: '2026-01-31', title: 'Rehearsal', seconds: '3600' }),
    row({ day: 'Monday', title: 'Lesson', seconds: '60' }),
    row({ day: '2026-02-01', title: 'Groove', seconds: '60', bpm: '2000', counts: '1/4' }),
  ]
  const open = page.getByLabel('CSV file')
  const dialog = page.getByRole('dialog')
  await page.getByRole('button', { name: 'Read CSV' }).click()
  await open.setInputFiles({
    name: 'log.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`${csv.trim()}\n${more.join('\n')}\n`),
  })
  await expect(dialog).toContainText(`${total + 1} rows can be kept. 2 rows cannot:`)
  await expect(dialog.getByRole('listitem').first()).toContainText('day: A day is written like 2026-01-31.')
  await dialog.getByRole('button', { name: `Keep ${total + 1} rows` }).click()
  await expect(dialog.getByRole('status')).toHaveText(`1 entry kept, ${total} known already.`)
  expect((await entries(app)).total).toBe(total + 1)
  await open.setInputFiles({ name: 'other.csv', mimeType: 'text/csv', buffer: Buffer.from('not,a,log\n1,2,3\n') })
  await expect(dialog).toContainText('The first row names the columns; day, title, seconds are missing.')
})

test('what hurts has an answer, and listening time is counted for the level that was stated', async ({ page, app }) => {
  await page.goto(`${app.url}/player`)
  const toggle = page.getByRole('switch', { name: 'Add up my listening time' })
  await toggle.click()
  await expect(page.locator('[data-listening]')).toContainText('About 15 minutes a day')
  await page.getByLabel('Reduction of the protector, in dB').fill('25')
  await page.getByLabel('Reduction of the protector, in dB').press('Enter')
  await expect(page.locator('[data-listening]')).toContainText('About 2 hours a day')
  await expect(page.locator('[data-save="saved"]')).toBeVisible()
  await page.goto(`${app.url}/today`)
  await expect(page.getByText(/minutes today, of about 2 hours that are recommended at that level/)).toBeVisible()
  await page.getByRole('button', { name: 'Something hurts' }).click()
  await expect(page.getByText('Stop now, and rest it today.')).toBeVisible()
  await page.goto(`${app.url}/player`)
  await toggle.click()
  await expect(page.locator('[data-listening]')).toHaveCount(0)
  await expect(page.locator('[data-save="saved"]')).toBeVisible()
})
