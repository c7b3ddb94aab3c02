import { describe, expect, it } from 'vitest'
import { type Groove, makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { DEFAULT_KIT, type Limb } from '#core/kit'
import { meter } from '#core/time'
import { IdeaSearch, asVariation, changesOf, titleAfter } from '.'

const bars = makeBars(meter(4, 4), 1, 4)
const part = (id: string, limb: Limb, piece: string, row: string, over: object = {}) =>
  makePart({ id, name: id, limb, strokes: rowStrokes(bars, row, { piece, ...over }) })
const HATS = part('hats', 'RH', 'hi-hat', '3.3.')
const BACK = part('back', 'LH', 'snare', '.... 5... .... 5...')
const BASS = part('bass', 'RF', 'bass drum', '4... .... 4... ....')
const groove = (...parts: Groove['parts']) => makeGroove({ id: 'home', title: 'Home', bars, parts })
const home = groove(HATS, BACK, BASS)

describe('what changed, in a word or two', () => {
  it.each<[string[], Groove]>([
    [['busier bass drum'], groove(HATS, BACK, part('bass', 'RF', 'bass drum', '4... .... 4.4. ....'))],
    [['sparser bass drum'], groove(HATS, BACK, part('bass', 'RF', 'bass drum', '4... .... .... ....'))],
    [['other bass drum'], groove(HATS, BACK, part('bass', 'RF', 'bass drum', '4... ..4. .... ....'))],
    [['ghosts'], groove(HATS, part('back', 'LH', 'snare', '.... 5..1 .1.. 5...'), BASS)],
    [['on the ride'], groove(part('hats', 'RH', 'ride', '3.3.'), BACK, BASS)],
    [['thinner lead'], groove(part('hats', 'RH', 'hi-hat', '3...'), BACK, BASS)],
    [['hat foot'], groove(HATS, BACK, BASS, part('foot', 'LF', 'hi-hat', '3...', { stroke: 'chick' }))],
    [['swung'], { ...home, feel: { ...home.feel, swing: { level: '1/16', share: 0.6 } } }],
    [['other accents'], groove(part('hats', 'RH', 'hi-hat', '5.3.'), BACK, BASS)],
    [[], home],
  ])('%j', (says, now) => {
    expect(changesOf(home, now)).toEqual(says)
  })
  it('names a single opening and a single crash by their place', () => {
    const open = { ...HATS.strokes.at(-1)!, stroke: 'open' as const, openFor: 2520 }
    const opened = groove({ ...HATS, strokes: [...HATS.strokes.slice(0, -1), open] }, BACK, BASS)
    expect(changesOf(home, opened)[0]).toBe('open on 4&')
    const crashed = groove(HATS, BACK, BASS, part('crash', 'RH', 'crash', '.... .... .... 5...'))
    expect(changesOf(home, crashed)[0]).toBe('crash on 4')
  })
})

describe('titles of a family', () => {
  it('are never alike, and never longer than the first and three words, over two generations of ideas', () => {
    const taken: string[] = ['Home']
    const kept = (parent: Groove, many: number): Groove[] => {
      const search = new IdeaSearch(parent, DEFAULT_KIT, { seed: 1, promises: [], groups: [] })
      search.advance(600)
      return search.ideas(many).map(idea => {
        const title = titleAfter(parent, [], idea.groove, taken)
        taken.push(title)
        return asVariation(parent, 1, idea.groove, `v${taken.length}`, title, [])
      })
    }
    for (const child of kept(home, 8)) kept(child, 3)
    expect(taken.length).toBeGreaterThan(20)
    expect(new Set(taken).size).toBe(taken.length)
    for (const title of taken) expect(title.replace(/ \d+$/, '').split(' ').length, title).toBeLessThanOrEqual(4)
  })
})
