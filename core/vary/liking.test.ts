import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT } from '#core/kit'
import { beginStyle, styleOf } from '#core/style'
import { type IdeaWish, type Step, IdeaSearch, likingOf } from '.'

const home = beginStyle(styleOf('rock-eighths')!, {
  id: 'home',
  title: 'Home',
  bars: 2,
  bare: false,
  lead: 'right',
  kitId: 'five-piece',
  hands: 'crossed',
  newId: n => `p${n}`,
})
const wordsOf = (wish: Partial<IdeaWish> = {}): string[][] => {
  const search = new IdeaSearch(home, DEFAULT_KIT, { seed: 1, promises: [], groups: [], ...wish })
  search.advance(1500)
  return search.ideas(12).map(idea => [...likingOf(idea.steps)])
}

describe('what the player said of ideas', () => {
  const plain = wordsOf()
  it('never brings an idea that has all of what is never wanted', () => {
    for (const never of plain.slice(0, 3))
      for (const words of wordsOf({ never: [never] }))
        expect(
          never.every(word => words.includes(word)),
          `${never.join()} in ${words.join()}`,
        ).toBe(false)
  })
  it('brings more that has what is liked', () => {
    const word = 'bass-thin every second'
    const many = (list: string[][]) => list.filter(words => words.includes(word)).length
    expect(many(wordsOf({ likes: [[word]] }))).toBeGreaterThan(many(plain))
  })
  it('is told by moves and what was chosen by name, not by places, parts or bars', () => {
    const steps: Step[] = [
      { move: 'row-bass', params: { row: 'B...B...B...B...', bars: 'every bar' } },
      { move: 'bass-add', params: { slot: 3 } },
    ]
    expect(likingOf(steps)).toEqual(['bass-add', 'row-bass B...B...B...B...'])
  })
})
