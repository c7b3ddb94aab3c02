import { boxOf, expect, more, test } from './app'

type Kit = import('#core/kit').Kit
const stored = async (url: string, id: string) =>
  (await (await fetch(`${url}/api/kits/${id}`)).json()) as { revision: number; document: Kit }
const stands = (kit: Kit, id: string) => kit.pieces.find(piece => piece.id === id)!.stands

test('a piece is dragged on the plan to where it stands, or walked there with the arrows; reach and travel follow', async ({
  page,
  app,
}) => {
  await page.goto(`${app.url}/kit`)
  await expect(page).toHaveURL(/kit\/five-piece$/)
  await page.getByRole('link', { name: 'Electronic' }).click()
  await expect(page).toHaveURL(/kit\/electronic$/)
  await expect(page.locator('[data-piece]')).toHaveCount(8)
  await expect(page.locator('[data-stool]')).toBeVisible()
  await expect(page.locator('[data-home]')).toHaveCount(4)

  const ride = page.locator('[data-piece="ride"]')
  const before = stands((await stored(app.url, 'electronic')).document, 'ride')
  const box = await boxOf(ride)
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 40, y - 20, { steps: 4 })
  await page.mouse.up()
  await expect
    .poll(async () => stands((await stored(app.url, 'electronic')).document, 'ride').x)
    .toBeGreaterThan(before.x + 0.05)
  const dragged = stands((await stored(app.url, 'electronic')).document, 'ride')
  expect(dragged.y).toBeGreaterThan(before.y)

  await ride.focus()
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('Shift+ArrowUp')
  await page.keyboard.press('ArrowLeft')
  await expect
    .poll(async () => stands((await stored(app.url, 'electronic')).document, 'ride'))
    .toEqual({ x: Math.round((dragged.x + 0.09) * 100) / 100, y: Math.round((dragged.y + 0.1) * 100) / 100 })
  // Far enough, and the left hand no longer gets there; the figures are those of the plan.
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight')
  await expect(page.locator('[data-reach]').filter({ hasText: 'Left hand does not reach it' })).toBeVisible()
  await page.reload()
  await expect(ride).toHaveAttribute('aria-label', new RegExp(`^Ride, ${(dragged.x + 0.39).toFixed(2)} m to the right`))
})

test('strokes get a note, a staff place, a head and a sound; a note that is taken is refused and nothing changes', async ({
  page,
  app,
}) => {
  await page.goto(`${app.url}/kit/four-piece`)
  await page.locator('[data-piece="ride"]').click()
  const choose = async (name: string, option: string) => {
    await page.getByRole('combobox', { name }).click()
    await page.getByRole('option', { name: option, exact: true }).click()
  }
  await choose('Staff place of bell', 'space above')
  await choose('Head of bell', 'triangle')
  await choose('Sound of bell', 'cowbell')
  await page.getByLabel('MIDI note of bell').fill('56')
  await page.getByLabel('MIDI note of bell').press('Enter')
  const bell = async () =>
    (await stored(app.url, 'four-piece')).document.pieces.find(piece => piece.id === 'ride')!.strokes[1]
  await expect
    .poll(bell)
    .toEqual({ kind: 'bell', by: 'hand', note: 56, sound: 'cowbell', staff: { place: 5, head: 'triangle' } })
  await page.getByLabel('MIDI note of bell').fill('38')
  await page.getByLabel('MIDI note of bell').press('Enter')
  await expect(page.getByText(/MIDI note 38 is already that of “Snare”/).first()).toBeVisible()
  expect(await bell()).toMatchObject({ note: 56 })
})

test('a kit is copied, pieces added, renamed and taken out, neighbours paired, the plan mirrored', async ({
  page,
  app,
}) => {
  await page.goto(`${app.url}/kit/five-piece`)
  await more(page, 'Four-piece, as it ships')
  await expect(page.getByLabel('Name of the kit')).toHaveValue('Four-piece, mine')
  const id = page.url().split('/').at(-1)!
  await page.getByRole('button', { name: 'Add a piece' }).click()
  await page.getByRole('menuitem', { name: 'cowbell' }).first().click()
  await expect(page.locator('[data-piece]')).toHaveCount(8)
  await page.getByLabel('Name of the piece').fill('Dented bell')
  await page.getByLabel('Name of the piece').press('Enter')
  await expect(page.locator('[data-piece="cowbell"]')).toHaveAttribute('aria-label', /^Dented bell/)
  await page.locator('[data-piece="snare"]').click()
  await page.getByRole('checkbox', { name: 'High tom' }).click()
  await more(page, 'Mirror the plan')
  await page.locator('[data-piece="crash"]').click()
  await page.getByRole('button', { name: 'Remove crash' }).click()
  await expect(page.locator('[data-piece]')).toHaveCount(7)
  await expect.poll(async () => (await stored(app.url, id)).document.pieces.length).toBe(7)
  const { document } = await stored(app.url, id)
  expect(document.pairs).toEqual([{ a: 'snare', b: 'high tom' }])
  expect(stands(document, 'ride').x).toBe(-0.55)
  expect(document.pieces.find(piece => piece.id === 'cowbell')!.name).toBe('Dented bell')
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.locator('[data-piece]')).toHaveCount(8)

  await more(page, 'Put in the bin')
  await expect(page).toHaveURL(/kit\/five-piece$/)
  expect((await fetch(`${app.url}/api/kits/${id}`)).status).toBe(404)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page).toHaveURL(new RegExp(id))
})

test('a groove on a kit that lacks a piece says so, and plays it on the nearest', async ({ bench }) => {
  const { page } = bench
  await bench.openCopy('cold-kettle')
  await page.getByRole('button', { name: /^kit/ }).click()
  await page.getByRole('combobox', { name: 'Kit' }).click()
  await page.getByRole('option', { name: 'Pad only' }).click()
  await page.keyboard.press('Escape')
  const lacking = page.locator('[data-lacking]')
  await expect(lacking.first()).toContainText(/^Pad only has no /)
  await expect(lacking.filter({ hasText: 'bass drum' })).toContainText('Nothing on this kit can replace it.')
  const before = await lacking.count()
  await lacking.filter({ hasText: 'high tom' }).getByRole('button', { name: 'Play it on the pad' }).click()
  await expect(lacking).toHaveCount(before - 1)
  await page.keyboard.press('Control+z')
  await expect(lacking).toHaveCount(before)
})

test('hands that cross are a finding for an open-handed player, and change over by its remedy', async ({ bench }) => {
  const { page, app } = bench
  await bench.openCopy('chalk-on-the-door')
  const groove = page.url()
  await expect(page.locator('[data-finding="crossing"]')).toHaveCount(0)
  // A kit of one's own, played open-handed.
  await page.goto(`${app.url}/kit/five-piece`)
  await more(page, 'Five-piece, as it ships')
  await expect(page).not.toHaveURL(/five-piece$/)
  await expect(page.getByLabel('Name of the kit')).toHaveValue(/^Five-piece, mine/) // the new one is there, and not only its address
  const kitId = page.url().split('/').at(-1)!
  await page.getByRole('combobox', { name: 'Hands' }).click()
  await page.getByRole('option', { name: 'open-handed' }).click()
  await expect.poll(async () => (await stored(app.url, kitId)).document.hands).toBe('open')
  await page.goto(groove)
  await page.getByRole('button', { name: /^kit/ }).click()
  await page.getByRole('combobox', { name: 'Kit' }).click()
  await page.getByRole('option', { name: 'Five-piece, mine' }).click()
  await expect(page.getByRole('listbox')).toHaveCount(0)
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(page.locator('[data-finding="crossing"] p')).toContainText('The hands cross on 2 and 4')
  await page.getByRole('button', { name: 'Change the hands over' }).click()
  await expect(page.locator('[data-finding="crossing"]')).toHaveCount(0)
  await bench.saved()
  const { document } = await bench.stored()
  expect(document.parts.find(part => part.role === 'lead')!.limb).toBe('LH')
  expect(document.parts.find(part => part.role === 'bass drum')!.limb).toBe('RF')
})

test('a row of pedals is built on a five-piece, and the marks of its lanes are listed', async ({ page, app }) => {
  await page.goto(`${app.url}/kit/five-piece`)
  await more(page, 'Five-piece, as it ships')
  await expect(page.getByLabel('Name of the kit')).toHaveValue('Five-piece, mine')
  for (const kind of ['block', 'cowbell']) {
    await page.getByRole('button', { name: 'Add a piece' }).click()
    await page.getByRole('menuitem', { name: kind, exact: true }).last().click()
    await expect(page.locator(`[data-piece="foot ${kind}"]`)).toBeVisible()
    await expect(page.locator('[data-reach]').filter({ hasText: 'Left foot' })).toContainText('reaches it')
  }
  await page.locator('[data-legend] summary').click()
  await expect(page.locator('[data-legend] li').filter({ hasText: 'Foot cowbell' })).toBeVisible()
})

test('a groove mirrored names feet that would cross, and takes its kit mirrored with it', async ({ page, bench }) => {
  await bench.openCopy('wet-rope')
  await page.getByRole('button', { name: /^kit/ }).click()
  await page.getByRole('button', { name: 'Mirror for the other lead' }).click()
  const told = page.getByText('The feet would cross: the left foot on the bass drum, the right foot on the hi-hat.', {
    exact: true,
  })
  await expect(told).toBeVisible()
  await page.getByRole('button', { name: 'Mirror the kit too' }).click()
  await expect(page.getByText('Now on “Five-piece, mirrored”.', { exact: true })).toBeVisible()
  await bench.saved()
  expect((await bench.stored()).document).toMatchObject({
    lead: 'left',
    kitId: expect.not.stringMatching(/^five-piece$/),
  })
})
