import { makeBars, makeGroove, makePart } from '#core/groove'
import { KITS, type Kit, LIMBS, type Limb, stretchTo, strokesFor } from '#core/kit'
import { meter } from '#core/time'
import { type App, expect, withServer } from './app'

/** A server of this file's own: the last test stops it. */
const test = withServer()

/** A groove that strikes every piece of its kit with each limb that reaches it, as many in one limb as there are. */
function allOf(kit: Kit) {
  const reached = (limb: Limb) =>
    kit.pieces.flatMap(piece => {
      const [first] = stretchTo(piece, limb)?.reaches ? strokesFor(piece, limb) : []
      return first ? [{ piece: piece.id, stroke: first }] : []
    })
  return makeGroove({
    id: `all-of-${kit.id}`,
    title: `All of ${kit.name}`,
    kitId: kit.id,
    bars: makeBars(meter(4, 4), 2, 4),
    parts: LIMBS.filter(limb => reached(limb).length).map(limb =>
      makePart({
        id: limb.toLowerCase(),
        name: `All, ${limb}`,
        limb,
        strokes: reached(limb).map((struck, i) => ({ ...struck, at: i * 1260, level: 3 as const })),
      }),
    ),
  })
}

const send = async (app: App, path: string, body: unknown) => {
  const answer = await fetch(`${app.url}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
  expect(answer.status, `${path}: ${await answer.clone().text()}`).toBe(201)
}

/** The groove with its kit, in a phrase and in a plan: what every station can be opened with. */
async function keepAll(app: App, kit: Kit) {
  const groove = allOf(kit)
  await send(app, '/api/grooves', groove)
  await send(app, '/api/phrases', {
    format: 'bazzet-phrase',
    version: 1,
    id: `phrase-${kit.id}`,
    title: `Phrase, ${kit.name}`,
    kitId: kit.id,
    tempo: { bpm: 100, counts: '1/4' },
    grooves: { a: { id: groove.id, seen: { revision: 1, groove } } },
    sections: [{ id: 'all', name: 'All', play: { groove: 'a' }, bars: 2, times: 2 }],
  })
  const stage = (id: string, subject: unknown, parts: unknown) => ({
    id,
    name: id,
    subject,
    parts,
    length: { seconds: 60 },
    click: { program: 'every beat' },
    tempo: { bpm: 70, counts: '1/4' },
  })
  await send(app, '/api/plans', {
    format: 'bazzet-plan',
    version: 4,
    id: `plan-${kit.id}`,
    title: `Plan, ${kit.name}`,
    stages: [
      stage(
        'groove',
        { kind: 'groove', id: groove.id },
        Object.fromEntries(groove.parts.map(part => [part.id, 'player'])),
      ),
      stage('phrase', { kind: 'phrase', id: `phrase-${kit.id}` }, { [groove.parts[0]!.limb]: 'player' }),
    ],
  })
  return groove
}

for (const kit of KITS) {
  test(`every station opens by its address with all of the kit ${kit.name}`, async ({ page, app }) => {
    test.slow()
    const groove = await keepAll(app, kit)
    const stations = [
      `/bench/${groove.id}`,
      `/vary/${groove.id}`,
      `/vary/${groove.id}?view=recipes`,
      `/sheet/${groove.id}`,
      `/compare?a=${groove.id}&b=wet-rope`,
      `/kit/${kit.id}`,
      `/phrase/phrase-${kit.id}`,
      `/phrase/phrase-${kit.id}?templates=1`,
      `/sheet/phrase/phrase-${kit.id}`,
      `/practise?groove=${groove.id}`,
      `/practise/plan-${kit.id}`,
      `/practise/plan-${kit.id}/run`,
      '/sticking',
      '/shelf',
      '/today',
      '/listen',
      '/listen/rehearsal',
      '/log',
      '/open',
      '/begin',
      '/player',
      '/bench',
      '/vary',
      '/phrase',
      '/practise',
      '/kit',
    ]
    for (const path of stations) {
      const answer = await page.goto(app.url + path)
      expect(answer!.status(), path).toBe(200)
      await expect(
        page.getByRole('heading', { level: 1 }).or(page.getByRole('application')).first(),
        path,
      ).toBeAttached()
      // The page lives: its scripts have run, and have not put the page of what went wrong in its place.
      await page.waitForFunction(
        () =>
          (window as unknown as { useNuxtApp?: () => { isHydrating: boolean } }).useNuxtApp?.().isHydrating === false,
      )
      await expect(page.locator('[data-went-wrong]'), path).toHaveCount(0)
    }
  })
}

test('an address that no station has is answered in the frame, with the way back', async ({ page, app }) => {
  await page.goto(`${app.url}/no/such/page`)
  await expect(page.getByRole('heading', { name: 'There is no page here' })).toBeVisible()
  await expect(page.locator('[data-went-wrong]')).toContainText('Your work is safe')
  await page.getByRole('button', { name: 'To the Shelf' }).click()
  await expect(page).toHaveURL(/\/shelf$/)
  await expect(page.locator('[data-went-wrong]')).toHaveCount(0)
})

test('what goes wrong on a page is said in the frame; it may be tried again, and the Shelf is one press away', async ({
  context,
  app,
}) => {
  // A page of its own, which may complain: a server that answers with what no page can draw.
  const page = await context.newPage()
  const stored = (await (await fetch(`${app.url}/api/grooves/wet-rope`)).json()) as { document: object }
  await page.route('**/api/grooves/wet-rope', async route =>
    route.fulfill({ json: { ...stored, document: { ...stored.document, parts: null } } }),
  )
  await page.goto(`${app.url}/bench/wet-rope`)
  const wrong = page.locator('[data-went-wrong]')
  await expect(page.getByRole('heading', { name: 'Something went wrong on this page' })).toBeVisible()
  await expect(wrong).toContainText('Your work is safe')
  await expect(page.getByRole('link', { name: 'Bench' })).toBeVisible()
  await page.unrouteAll()
  await page.getByRole('button', { name: 'Try this page again' }).click()
  await expect(page.getByRole('application', { name: /Limb lanes/ })).toBeVisible()
  await expect(wrong).toHaveCount(0)
})
