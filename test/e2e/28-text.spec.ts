import { readFileSync } from 'node:fs'
import { writeGrooveMidi, writeJson, writeMusicXml, writeTab } from '#core/formats'
import type { Groove } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { type App, expect, withServer } from './app'

/** A server of this file's own: what is planted in it must not stand in anybody's way. */
const test = withServer()

/** Text that would be run, were it ever taken for anything but text; short enough for a tag and for a title. */
const SHORT = '<img src=x onerror=hurt=1>'
const LONG = '"><svg onload=hurt=1><script>hurt=1</script>'
/** Fields that a player, or a file, fills with text. */
const TEXTS = new Set(['title', 'name', 'notes', 'about', 'note', 'stage', 'attend'])

/** A document with that text wherever it may hold any. */
function planted(value: unknown, key = ''): unknown {
  if (Array.isArray(value)) return key === 'tags' ? [SHORT, 'javascript:hurt=1'] : value.map(one => planted(one, key))
  if (value && typeof value === 'object')
    return Object.fromEntries(Object.entries(value).map(([name, one]) => [name, planted(one, name)]))
  return typeof value === 'string' && TEXTS.has(key) ? (key === 'title' ? LONG : SHORT) : value
}

const send = (app: App, method: string, path: string, body: object) =>
  fetch(app.url + path, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })

async function plant(app: App, folder: string, id: string): Promise<string> {
  const { document, revision } = (await (await fetch(`${app.url}/api/${folder}/${id}`)).json()) as {
    document: object
    revision: number
  }
  const answer = await send(app, 'PUT', `/api/${folder}/${id}`, { revision, document: planted(document) })
  expect(answer.status, `${folder}/${id}: ${await answer.clone().text()}`).toBe(200)
  return id
}
const first = async (app: App, folder: string) =>
  ((await (await fetch(`${app.url}/api/${folder}`)).json()) as Record<string, { summary: { id: string } }[]>)[
    folder
  ]!.map(one => one.summary.id)

test('text is text, whatever it says: planted in every field, every page is opened, and nothing of it is run', async ({
  page,
  app,
}) => {
  test.slow()
  for (const folder of ['grooves', 'kits', 'phrases', 'plans', 'recipes', 'cells', 'recordings'])
    for (const id of (await first(app, folder)).slice(0, 3)) await plant(app, folder, id)
  for (const id of ['wet-rope', 'tin-gutter-waltz']) await plant(app, 'grooves', id)
  const today = new Intl.DateTimeFormat('sv-SE').format(new Date())
  expect((await send(app, 'PUT', `/api/days/${today}`, { note: LONG })).status).toBe(200)
  const entry = {
    format: 'bazzet-entry',
    version: 3,
    id: 'hurt',
    at: new Date().toISOString(),
    day: today,
    subject: { kind: 'groove', id: 'wet-rope', revision: 1, title: LONG },
    planId: null,
    stage: SHORT,
    source: 'hand',
    span: null,
    parts: {},
    limbs: [],
    click: null,
    tempo: { bpm: 90, counts: '1/4' },
    seconds: 60,
    cut: false,
    word: 'shaky',
    measures: null,
    note: LONG,
    figures: null,
    sessionId: null,
  }
  const put = await send(app, 'POST', '/api/log', entry)
  expect(put.status, await put.text()).toBe(201)
  expect((await fetch(`${app.url}/api/grooves/wet-rope-late`, { method: 'DELETE' })).status).toBe(204)

  const hurt: string[] = []
  page.on('pageerror', error => hurt.push(error.message))
  page.on('dialog', dialog => {
    hurt.push(dialog.message())
    void dialog.dismiss()
  })
  const [plan] = await first(app, 'plans')
  const [phrase] = await first(app, 'phrases')
  const [kit] = await first(app, 'kits')
  for (const path of [
    '/shelf',
    '/today',
    '/begin',
    '/listen',
    '/listen/rehearsal',
    '/log',
    '/player',
    '/practise',
    '/sticking',
    '/bench/wet-rope',
    '/vary/wet-rope',
    '/vary/wet-rope?view=recipes',
    '/vary/wet-rope?view=family',
    '/sheet/wet-rope',
    '/compare?a=wet-rope&b=wet-rope',
    `/phrase/${phrase}`,
    `/practise/${plan}`,
    `/practise/${plan}/run`,
    `/kit/${kit}`,
    '/practise?groove=wet-rope',
  ]) {
    await page.goto(app.url + path)
    await expect(page.getByRole('heading', { level: 1 }).or(page.getByRole('application')).first()).toBeAttached()
    await expect(page.getByRole('button').first()).toBeVisible()
    // The page has nothing more to do: whatever would be run has been.
    await page.evaluate(() => new Promise(done => requestIdleCallback(done, { timeout: 3000 })))
    expect(await page.evaluate(() => (window as unknown as { hurt?: number }).hurt), path).toBeUndefined()
    expect(await page.locator('img[src="x"], svg[onload]').count(), path).toBe(0)
  }
  // It is shown, as it is.
  await page.goto(`${app.url}/shelf`)
  await expect(page.getByText(LONG).first()).toBeVisible()
  await page.getByRole('button', { name: /^Bin/ }).click()
  await page.goto(`${app.url}/bench/wet-rope`)
  await page.getByRole('button', { name: 'Staff', exact: true }).click()
  await expect(page.locator('.vf-stavenote').first()).toBeVisible()
  expect(await page.evaluate(() => (window as unknown as { hurt?: number }).hurt)).toBeUndefined()
  expect(hurt).toEqual([])
})

test('so it is in files: names of files, and what is in a file of each format, are shown as text; what is taken away holds nothing that is run', async ({
  page,
  app,
}) => {
  const groove = ((await (await fetch(`${app.url}/api/grooves/boiler-room-two`)).json()) as { document: Groove })
    .document
  const hostile = {
    ...groove,
    id: 'hostile',
    title: LONG,
    notes: LONG,
    tags: [SHORT],
    parts: groove.parts.map(part => ({ ...part, name: SHORT })),
  }
  const inert = async (where: string) => {
    await page.evaluate(() => new Promise(done => requestIdleCallback(done, { timeout: 3000 })))
    expect(await page.evaluate(() => (window as unknown as { hurt?: number }).hurt), where).toBeUndefined()
    expect(await page.locator('img[src="x"], svg[onload]').count(), where).toBe(0)
  }
  const files: [ending: string, bytes: string | Uint8Array][] = [
    ['mid', writeGrooveMidi(hostile, DEFAULT_KIT)],
    ['musicxml', writeMusicXml(hostile, DEFAULT_KIT)],
    ['txt', writeTab(hostile, DEFAULT_KIT)],
    ['json', writeJson(hostile)],
    ['xml', `<score>${LONG}</score>`],
    ['txt', `HH|${LONG}|`],
  ]
  for (const [ending, bytes] of files) {
    await page.goto(`${app.url}/open`)
    const says = page.getByRole('main')
    const before = await says.innerText()
    await page
      .getByLabel('File to open')
      .setInputFiles({ name: `${SHORT}.${ending}`, mimeType: 'application/octet-stream', buffer: Buffer.from(bytes) })
    await expect(says).not.toHaveText(before)
    await expect(says).toContainText(/onerror=hurt|onload=hurt/)
    await inert(ending)
  }
  await page.goto(`${app.url}/log`)
  await page.getByRole('button', { name: 'Read CSV' }).click()
  await page
    .getByLabel('CSV file')
    .setInputFiles({
      name: `${SHORT}.csv`,
      mimeType: 'text/csv',
      buffer: Buffer.from(`id,day,at\n${SHORT},${SHORT},${SHORT}\n`),
    })
  await expect(page.getByText(/onerror=hurt/).first()).toBeVisible()
  await inert('CSV')

  // Taken away as pictures: the groove of that title, its lanes and its staff.
  expect((await send(app, 'POST', '/api/grooves', hostile)).status).toBe(201)
  await page.goto(`${app.url}/bench/hostile`)
  for (const format of ['Picture of the lanes', 'Picture of the staff']) {
    await page.getByRole('application').focus()
    await page.keyboard.press('Shift+e')
    await page.getByRole('radio', { name: format }).click()
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save the file' }).click(),
    ])
    const found = await page.evaluate(
      text => {
        const read = new DOMParser().parseFromString(text, 'image/svg+xml')
        const all = [...read.querySelectorAll('*')]
        return {
          broken: read.querySelectorAll('parsererror').length,
          run: all.filter(
            one =>
              /^(script|foreignobject|img|iframe)$/i.test(one.localName) ||
              [...one.attributes].some(({ name, value }) => /^on/i.test(name) || /javascript:/i.test(value)),
          ).length,
          says: read.documentElement.textContent.includes('onload=hurt'),
        }
      },
      readFileSync(await file.path(), 'utf8'),
    )
    expect(found, format).toEqual({ broken: 0, run: 0, says: true })
  }
})
