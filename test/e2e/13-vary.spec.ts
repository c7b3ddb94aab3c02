import { boxOf, expect, test } from './app'

type Page = import('@playwright/test').Page
type Groove = import('#core/groove').Groove
const get = async (url: string) => (await fetch(url)).json()
/** Every whole document of a kind: the list says which there are. */
async function whole<D>(url: string, folder: 'grooves' | 'recipes') {
  const ids = (await get(`${url}/api/${folder}`))[folder].map((one: { summary: { id: string } }) => one.summary.id)
  return (await get(`${url}/api/${folder}/some?ids=${ids.join()}`))[folder].map(
    (one: { document: D }) => one.document,
  ) as D[]
}
const grooves = (url: string) => whole<Groove>(url, 'grooves')
/** A copy of Wet Rope of this test's own, opened under Vary. */
async function openCopy({ bench }: { bench: import('./app').Bench }, view = 'moves') {
  await bench.openCopy('wet-rope')
  const id = bench.page.url().split('/').at(-1)!
  await bench.page.goto(`${bench.app.url}/vary/${id}?view=${view}`)
  return id
}
const says = (page: Page) => page.locator('[data-move-says]')

test('a move is seen before it is taken; one that would break a promise is grey and says why', async ({ bench }) => {
  const { page } = bench
  const id = await openCopy({ bench })
  await page.locator('[data-move="bass-drop-one"]').click()
  await expect(says(page)).toHaveText('No bass drum on 1.')
  await expect(page.locator('[data-lit]')).toHaveAttribute('data-lit', '2') // 1 of both bars
  expect(
    (await grooves(bench.app.url)).find(one => one.id === id)!.parts.find(part => part.role === 'bass drum')!
      .strokes[0]!.at,
  ).toBe(0)

  await page.getByRole('button', { name: 'Feet unchanged' }).click()
  await expect(says(page)).toHaveText('It changes what the feet play.')
  await expect(page.locator('[data-move="bass-drop-one"]')).toHaveAttribute(
    'data-why',
    'It changes what the feet play.',
  )
  await expect(page.getByRole('button', { name: 'Change this groove' })).toBeDisabled()
  await expect(page.locator('[data-move="ghosts-out"]')).not.toHaveAttribute('data-why', /./)
  // Of the three about how many strokes there are, one at a time.
  await page.getByRole('button', { name: 'Busier' }).click()
  await expect(page.locator('[data-move="ghosts-out"]')).toHaveAttribute('data-why', /strokes fewer/)
  await page.getByRole('button', { name: 'Simpler' }).click()
  await expect(page.getByRole('button', { name: 'Busier' })).toHaveAttribute('aria-pressed', 'false')
  await page.getByRole('button', { name: 'Simpler' }).click()
  await page.getByRole('button', { name: 'Feet unchanged' }).click()

  await page.getByRole('button', { name: 'Change this groove' }).click()
  await expect(says(page)).toHaveText('The bass drum leaves 1 alone already.')
  await bench.saved()
  await page.keyboard.press('Control+z')
  await expect(says(page)).toHaveText('No bass drum on 1.')
})

test('the moves of a group stand side by side: pointed at by keys, heard, kept, opened', async ({ bench }) => {
  const { page } = bench
  const id = await openCopy({ bench })
  await page.getByRole('button', { name: 'Bass drum', exact: true }).press('Enter')
  const previews = page.locator('[data-preview]')
  await expect(previews).toHaveCount(6)
  await expect(previews.and(page.locator('[data-preview="bass-drop-one"]'))).toContainText('No bass drum on 1.')
  await expect(page.locator('[data-preview="bass-drop-one"] [data-lit]')).toHaveAttribute('data-lit', '2')
  // What has nothing to do, or breaks a promise, stays in sight, says why, and is not offered to keep.
  await page.getByRole('button', { name: 'Feet unchanged' }).click()
  await expect(page.locator('[data-preview="bass-drop-one"]')).toContainText('It changes what the feet play.')
  await expect(
    page
      .locator('li', { has: page.locator('[data-preview="bass-drop-one"]') })
      .getByRole('button', { name: 'Keep', exact: true }),
  ).toHaveCount(0)
  await page.getByRole('button', { name: 'Feet unchanged' }).click()

  await previews.first().focus()
  await page.keyboard.press('ArrowRight')
  await expect(previews.nth(1)).toBeFocused()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowUp')
  await expect(previews.nth(1)).toBeFocused()
  await expect(page.getByText('What is tried sounds')).toBeVisible()
  await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible({ timeout: 60_000 })
  await page.keyboard.press('Space')
  const says = await previews.nth(1).locator('p').textContent()
  await page.keyboard.press('k')
  await expect(page.getByText(/^Kept as/).first()).toBeVisible()
  expect(
    (await grooves(bench.app.url)).find(one => one.parent?.id === id)!.parent!.moves.map(move => move.sentence),
  ).toEqual([says])
  const name = await previews.nth(1).getByRole('heading').textContent()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 2, name: name!, exact: true })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Change this groove' })).toBeVisible()
})

test('an ornament goes where the lanes are pressed, or where keys say', async ({ bench }) => {
  const { page } = bench
  const id = await openCopy({ bench })
  await page.locator('[data-move="ornament-at"]').click()
  await expect(says(page)).toHaveText('Backbeat: 1 drag on bar 1, beat 2.')
  // In the lanes, below the count of 4 of the second bar.
  const lanes = page.getByRole('img', { name: /^Lanes of/ }).first()
  const four = await boxOf(lanes.locator('text', { hasText: /^4$/ }).nth(1))
  await page.mouse.click(four.x + four.width / 2, four.y + 80)
  await expect(says(page)).toHaveText('Backbeat: 2 drags on bar 1, beat 2; bar 2, beat 4.')
  const places = page.getByRole('group', { name: 'Places' })
  await places.getByRole('button', { name: 'bar 1, beat 4', exact: true }).press('Enter')
  await places.getByRole('button', { name: 'bar 1, beat 2', exact: true }).press('Enter')
  await expect(says(page)).toHaveText('Backbeat: 2 drags on 4 of every bar.')
  await expect(page.locator('[data-lit]')).toHaveAttribute('data-lit', '2')
  await page.getByRole('button', { name: 'Change this groove' }).press('Enter')
  await bench.saved()
  const backbeat = (await grooves(bench.app.url))
    .find(one => one.id === id)!
    .parts.find(part => part.role === 'backbeat')!
  expect(backbeat.strokes.map(stroke => stroke.ornament)).toEqual([undefined, 'drag', undefined, 'drag'])
})

test('a move told otherwise by keys is heard, and home under H', async ({ bench }) => {
  const { page } = bench
  await openCopy({ bench })
  await page.locator('[data-move="accent-every"]').press('Enter')
  await page.getByLabel('Every', { exact: true }).fill('4')
  await page.getByLabel('Every', { exact: true }).press('Enter')
  await expect(says(page)).toContainText('an accent on every fourth stroke')
  await page.getByRole('heading', { name: 'Accent every so many' }).click()
  await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible({ timeout: 60_000 })
  await expect(page.getByText('What is tried sounds')).toBeVisible()
  await page.keyboard.press('h')
  await expect(page.getByText('Home sounds')).toBeVisible()
  await page.keyboard.press('Space')
})

test('a recipe runs step by step, is put in another order by dragging and by keys, saved, and kept as a variation', async ({
  bench,
}) => {
  const { page } = bench
  const id = await openCopy({ bench }, 'recipes')
  await page.getByRole('button', { name: 'Open it for a chorus' }).click()
  const steps = page.locator('[data-step]')
  await expect(steps).toHaveCount(4)
  await expect(page.locator('[data-step-says]')).toHaveText([
    'The lead is on the ride.',
    'The bell on every beat.',
    'A crash on bar 1, beat 1.',
    'The bass drum is a level louder.',
  ])
  await page.getByRole('button', { name: 'Hear it up to step 2' }).click()
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible({ timeout: 60_000 })
  await page.getByRole('button', { name: 'Stop', exact: true }).click()

  // The bells before the ride have nothing to strike: the step is passed over, and says so.
  const grip = async (i: number) => boxOf(steps.nth(i).locator('.grip'))
  const [from, to] = [await grip(1), await grip(0)]
  await page.mouse.move(from.x + 6, from.y + 8)
  await page.mouse.down()
  await page.mouse.move(from.x + 6, from.y - 6, { steps: 4 })
  await page.mouse.move(to.x + 6, to.y - 4, { steps: 8 })
  await page.mouse.up()
  await expect(page.locator('[data-step-says]').first()).toHaveText(
    'Passed over. The ride is not struck on the beats; bring the lead to the ride first.',
  )
  await page.getByRole('button', { name: 'Step 1 later' }).click()
  await expect(page.locator('[data-step-says]').first()).toHaveText('The lead is on the ride.')

  await page.getByLabel('Name of the recipe').fill('Louder for a chorus')
  await page.getByRole('combobox', { name: 'Move to add' }).click()
  await page.getByRole('option', { name: /^Hat foot \(/ }).click()
  await page.getByRole('button', { name: 'Add a step' }).click()
  await expect(steps).toHaveCount(5)
  await page.getByRole('button', { name: 'Save as a new one' }).click()
  await expect(
    page.getByRole('navigation', { name: 'Recipes' }).getByRole('button', { name: 'Louder for a chorus' }),
  ).toBeVisible()
  const recipes = await whole<import('#core/vary').Recipe>(bench.app.url, 'recipes')
  expect(recipes.find(one => one.name === 'Louder for a chorus')!.steps.map(step => step.move)).toEqual([
    'lead-to',
    'bells',
    'crash',
    'role-level',
    'hat-foot',
  ])

  await page.getByRole('button', { name: 'Keep as variation' }).click()
  await expect(page.getByText(/^Kept as “Wet Rope, copied, louder for a chorus”/).first()).toBeVisible()
  const kept = (await grooves(bench.app.url)).find(one => one.parent?.id === id)!
  expect(kept.parent!.moves.map(move => move.move)).toEqual(['lead-to', 'bells', 'crash', 'role-level', 'hat-foot'])
})

test('ideas are searched, stopped, kept, seen in the family and compared', async ({ bench }) => {
  const { page } = bench
  const id = await openCopy({ bench }, 'ideas')
  await page.getByRole('button', { name: 'Backbeat unchanged' }).click()
  await page.getByRole('button', { name: 'Search for ideas' }).click()
  const ideas = page.locator('[data-idea]')
  await expect(ideas.nth(11)).toBeVisible()
  const progress = page.locator('[data-progress]')
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(progress).toContainText('Stopped')
  const tried = await progress.getAttribute('data-made')
  // A headline is read at a glance: five words at most, and the whole of it folded.
  for (const title of await page.locator('[data-idea] h3').allTextContents())
    expect(title.split(' ').length, title).toBeLessThanOrEqual(5)
  // Cards still come one by one: what is looked at is looked at once.
  const told = await page.locator('[data-idea-says]').allTextContents()
  expect(new Set(told).size).toBe(told.length)
  await expect(page.locator('[data-idea-facts]').first()).toHaveText(
    /^(as many strokes|\d+ strokes? (more|fewer)) · (easy|demanding|hard)$/,
  )
  // What speaks for one is said; a rule that is turned off stays so.
  await expect(page.locator('[data-idea-speaks]').first()).toHaveText(/\.$/)
  await page.getByRole('button', { name: 'Taste' }).click()
  await page.getByRole('switch', { name: 'A crash on its own' }).click()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: 'Taste, 1 off' })).toBeVisible()
  // Pointed at by keys it sounds in place; K keeps it; the arrow goes on.
  await ideas.nth(0).focus()
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible({ timeout: 60_000 })
  await page.keyboard.press('k')
  await page.keyboard.press('ArrowRight')
  await expect(ideas.nth(1)).toBeFocused()
  await page.keyboard.press('k')
  await expect(page.getByRole('button', { name: 'Kept', exact: true })).toHaveCount(2)
  expect(await progress.getAttribute('data-made')).toBe(tried)
  // What is never wanted again goes at once, stays with the player, and is taken back in Taste.
  const said = (await page.locator('[data-idea-says]').nth(3).textContent())!
  const alike = page.locator('[data-idea-says]').filter({ hasText: said })
  const card = ideas.nth(3).locator('xpath=ancestor::li')
  await card.locator('summary').click()
  await card.getByRole('button', { name: 'Never again' }).click()
  await expect(alike).toHaveCount(0)
  const never = async () =>
    (await (await fetch(`${bench.app.url}/api/players/me`)).json()).document.taste.never as string[][]
  await expect.poll(async () => (await never()).length).toBe(1)
  await page.getByRole('button', { name: 'Taste, 1 off' }).click()
  await page
    .getByRole('region', { name: 'Never again' })
    .getByRole('button', { name: /^Take back/ })
    .click()
  await expect.poll(async () => (await never()).length).toBe(0)
  await page.keyboard.press('Escape')
  await expect(alike).toHaveCount(1)
  await page.getByRole('combobox', { name: 'Which ideas to show' }).click()
  await page.getByRole('option', { name: 'simpler', exact: true }).click()
  for (const facts of await page.locator('[data-idea-facts]').allTextContents()) expect(facts).toMatch(/fewer/)

  await page.getByRole('tab', { name: 'Family' }).click()
  const kin = page.getByRole('listitem').filter({ has: page.locator('[data-kin]') })
  // The copy remembers no parent: it is the first, with its two variations under it.
  await expect(kin).toHaveCount(3)
  await expect(kin.nth(0)).toContainText('Open here.')
  await expect(kin.nth(1).locator('[data-differs]')).toContainText(/new or changed/)
  const children = (await grooves(bench.app.url)).filter(one => one.parent?.id === id)
  expect(children).toHaveLength(2)
  // What the ideas promised holds in what was kept.
  const backbeat = (groove: Groove) =>
    groove.parts
      .filter(part => part.role === 'backbeat')
      .flatMap(part => part.strokes.map(stroke => stroke.at))
      .sort((a, b) => a - b)
  const home = (await grooves(bench.app.url)).find(one => one.id === id)!
  for (const child of children) expect(backbeat(child)).toEqual(backbeat(home))
  // One chosen, the others are lit against it, brothers too. Read the other way round, what was new is gone.
  const figures = async (i: number) =>
    /(\d+) strokes? new or changed, (\d+) gone/
      .exec((await kin.nth(i).locator('[data-differs]').textContent())!)!
      .slice(1)
      .map(Number) as [number, number]
  const [fresh, gone] = await figures(1)
  await kin.nth(1).getByRole('checkbox').click()
  await expect(page.getByText(/^3 grooves, each lit where it differs from “Wet Rope, copied, .*”\.$/)).toBeVisible()
  await expect(kin.nth(1).locator('[data-differs]')).toHaveCount(0)
  await expect(kin.nth(2).locator('[data-differs]')).toHaveCount(1)
  const [freshBack, goneBack] = await figures(0)
  expect(fresh + gone).toBeGreaterThan(0)
  expect(fresh - goneBack).toBe(freshBack - gone) // the strokes that are in both, changed
  await kin.nth(2).getByRole('checkbox').click()
  await page.getByRole('link', { name: 'Compare the two chosen' }).click()
  await expect(page.locator('[data-comparison]')).toBeVisible()
})

test('a companion is offered; a variation is adopted as the main version, and what was there is kept', async ({
  bench,
}) => {
  const { page } = bench
  const id = await openCopy({ bench }, 'ideas')
  await page.getByRole('button', { name: /companion/ }).click()
  await expect(page.locator('[data-idea]').nth(3)).toBeVisible()
  await page.getByRole('button', { name: 'Stop' }).click()
  const before = (await grooves(bench.app.url)).find(one => one.id === id)!
  await page.getByRole('button', { name: 'Keep', exact: true }).first().click()
  await expect(page.getByRole('button', { name: 'Kept', exact: true })).toHaveCount(1)
  await page.keyboard.press('f')
  await page.getByText('more', { exact: true }).last().click()
  await page.getByRole('button', { name: 'Use as the main one' }).click()
  await expect(page.locator('[data-kin]')).toHaveCount(3)
  await bench.saved()
  const family = (await grooves(bench.app.url)).filter(one => one.id === id || one.parent?.id === id)
  const main = family.find(one => one.id === id)!
  const variation = family.find(one => one.parent?.moves.length)!
  expect(main.parts).toEqual(variation.parts)
  expect(main.title).toBe(before.title)
  expect(family.find(one => one.title === `${before.title}, before`)!.parts).toEqual(before.parts)
  // What was kept of it was made from the main version as it was then, and differs from that in nothing.
  await expect(
    page
      .getByRole('listitem')
      .filter({ hasText: `${before.title}, before` })
      .locator('[data-differs]'),
  ).toHaveText('0 strokes new or changed, 0 gone')
})

test('a move goes into the recipe that was asked for, or into a new one; no other is changed', async ({ bench }) => {
  const { page } = bench
  await bench.openCopy('wet-rope')
  await page.goto(page.url().replace('/bench/', '/vary/'))
  const send = async (to: string) => {
    await page.getByRole('tab', { name: 'Moves' }).click()
    await page.locator('[data-move="displace-all"]').click()
    await page.getByRole('button', { name: 'Into a recipe' }).click()
    await page.getByRole('menuitem', { name: to, exact: true }).click()
  }
  await send('A new recipe')
  await expect(page.getByLabel('Name of the recipe')).toHaveValue('New recipe')
  await expect(page.locator('[data-step-says]')).toHaveCount(1)
  await send('Open it for a chorus')
  await expect(page.getByLabel('Name of the recipe')).toHaveValue('Open it for a chorus')
  await expect(page.locator('[data-step-says]').last()).toContainText('The whole groove moved 1 slot later')
  // Until it is saved, what is kept is as it was.
  const { recipes } = (await (await fetch(`${bench.app.url}/api/recipes`)).json()) as {
    recipes: { summary: { id: string; name: string } }[]
  }
  const kept = recipes.find(one => one.summary.name === 'Open it for a chorus')!.summary.id
  const { document } = (await (await fetch(`${bench.app.url}/api/recipes/${kept}`)).json()) as {
    document: { steps: { move: string }[] }
  }
  expect(document.steps.every(step => step.move !== 'displace-all')).toBe(true)
})

test('a promise says which moves it greys, and displacing offers a part that keeps it', async ({ page, bench }) => {
  await bench.open('wet-rope')
  await page.goto(page.url().replace('/bench/', '/vary/'))
  await page.locator('[data-move="displace"]').click()
  const promise = page.getByRole('button', { name: 'Lead hand unchanged' })
  await promise.click()
  await expect(promise).toHaveAccessibleDescription(/^Greys \d+ moves?: /)
  // The first part is the lead, which is promised to stay: another is offered instead.
  await expect(page.locator('[data-move="displace"]')).not.toHaveAttribute('data-why', /lead hand/)
  await expect(page.getByRole('button', { name: 'Hat eighths', exact: true })).toHaveAttribute('aria-pressed', 'false')
  await promise.click()
})

test('an idea that is chosen is shown large, with its counts', async ({ page, bench }) => {
  await page.goto(`${bench.app.url}/vary/wet-rope?view=ideas`)
  await page.getByRole('button', { name: 'Search for ideas' }).click()
  await page.locator('[data-idea]').nth(2).waitFor()
  await page.getByRole('button', { name: 'Stop' }).click()
  await page.locator('[data-idea]').nth(1).press('Enter')
  await expect(page.locator('[data-chosen-idea]').getByText('Right hand', { exact: true })).toBeVisible()
})

test('a move is made at each place in turn, as a row of cards that are heard, chosen and kept', async ({ bench }) => {
  const { page } = bench
  const id = await openCopy({ bench })
  await page.locator('[data-move="accent-one"]').click()
  await page.getByRole('button', { name: 'Each place in turn' }).click()
  const cards = page.locator('[data-places] [data-card]')
  // Hats in eighths over two bars, none of them an accent.
  await expect(cards).toHaveCount(16)
  await cards.nth(3).focus()
  await page.keyboard.press('k')
  // What it is called is changed where it is kept.
  await page.getByRole('button', { name: 'Another title' }).click()
  await page.getByRole('dialog').getByLabel('Title').fill('For the bridge')
  await page.keyboard.press('Enter')
  await expect(page.getByText('It is called “For the bridge” now.').first()).toBeVisible()
  const kept = async () => (await grooves(bench.app.url)).filter(one => one.parent?.id === id)
  await expect.poll(async () => (await kept()).length).toBe(1)
  expect((await kept())[0]!.title).toBe('For the bridge')
  const lead = (await kept())[0]!.parts.find(part => part.role === 'lead')!
  expect(lead.strokes.filter(stroke => stroke.level === 5).map(stroke => stroke.at)).toEqual([3 * 2520])
  await page.keyboard.press('Enter')
  await expect(says(page)).toHaveText(/an accent on bar 1, & of 2\.$/)
})
