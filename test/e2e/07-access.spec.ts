import AxeBuilder from '@axe-core/playwright'
import { expect, test } from './app'

const STATIONS: [name: string, path: string, there: string][] = [
  ['Shelf', '/', 'article'],
  ['Bench', '/bench/wet-rope', '[role=application]'],
  ['a Bench with trouble', '/bench/cold-kettle', '[data-finding="clash"]'],
  ['Kit', '/kit/five-piece', '[data-piece]'],
  ['a large Kit', '/kit/large', '[data-piece]'],
  ['Compare', '/compare?a=wet-rope', '[data-difference]'],
  ['Sheet', '/sheet/wet-rope', '.staff svg'],
  ['Practise', '/practise', 'main li a'],
  ['a plan', '/practise/wet-rope-plan', '[data-stage]'],
  ['the runner', '/practise/wet-rope-plan/run', '[data-timer]'],
  ['Log', '/log', 'tbody tr'],
]

for (const scheme of ['light', 'dark'] as const) {
  for (const [name, path, there] of STATIONS) {
    test(`axe finds nothing on ${name}, ${scheme}`, async ({ page, app }) => {
      await page.emulateMedia({ colorScheme: scheme, reducedMotion: 'reduce' })
      await page.goto(app.url + path)
      await expect(page.locator(there).first()).toBeVisible()
      const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']).analyze()
      expect(violations.map(one => `${one.id}: ${one.nodes.map(node => node.target.join(' ')).slice(0, 3).join(' | ')}`)).toEqual([])
    })
  }
}

test('the lanes read as sentences', async ({ bench }) => {
  await bench.open('wet-rope')
  const lanes = bench.page.getByRole('list', { name: 'The groove, limb by limb' }).getByRole('listitem')
  await expect(lanes).toHaveCount(4)
  await expect(lanes.nth(1)).toContainText('Left hand: Snare, rim shot, accent on 2 and 4 of every bar')
})
