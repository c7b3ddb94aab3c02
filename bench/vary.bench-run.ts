import { expect, it } from 'vitest'
import { DEFAULT_KIT } from '#core/kit'
import { beginStyle, styleOf } from '#core/style'
import { IdeaSearch } from '#core/vary'
import { present } from '#core/present'
import { Report, loopsHere, percentile } from './report.mjs'

const report = new Report()
const STYLES = ['rock-eighths', 'funk-sixteenths', 'swing-four', 'shuffle', 'bossa-nova', 'house', 'samba', 'odd-seven']
/** Candidates made before what was found is asked for the first time, as the page does. */
const FIRST = 250

it('measures the search for ideas', () => {
  const homes = STYLES.map(id =>
    beginStyle(present(styleOf(id), id), {
      id,
      title: id,
      bars: 2,
      bare: false,
      lead: 'right',
      kitId: 'five-piece',
      hands: 'crossed',
      newId: n => `p${n}`,
    }),
  )
  const dozens: number[] = []
  const made: number[] = []
  const before = loopsHere()
  for (const seed of [1, 2, 3, 4])
    for (const home of homes) {
      let began = performance.now()
      const search = new IdeaSearch(home, DEFAULT_KIT, { seed, promises: ['playable'], groups: [] })
      let found = 0
      while (found < 12 && search.made < 3000) {
        search.advance(FIRST)
        found = search.ideas(12).length
      }
      expect(found, home.id).toBe(12)
      dozens.push(performance.now() - began)
      const from = search.made
      began = performance.now()
      search.advance(2000)
      made.push(((search.made - from) * 1000) / (performance.now() - began))
    }
  // The first round of homes warms up.
  const warm = <T>(list: readonly T[]) => list.slice(homes.length)
  const beside = [...before, ...loopsHere()]
  report.took('a dozen distinct ideas, searched in eight styles, median', percentile(warm(dozens), 0.5), 300, beside)
  report.rate('ideas made and judged in eight styles, median', percentile(warm(made), 0.5), 'a second', 2000, beside)
  report.write()
})
