import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { grooves } from '../../test/arbitrary'
import { type Groove, apply, makeBars, makeGroove, makePart, readGroove, rowStrokes } from '#core/groove'
import { beatsOf, meter } from '#core/time'
import { asVariation, displace } from '.'

const bars = makeBars(meter(4, 4), 1, 4)
const backbeat = makePart({ id: 'back', name: 'Backbeat', role: 'backbeat', limb: 'LH', strokes: rowStrokes(bars, '.... 5... .... 5...', { piece: 'snare' }) })
const bass = makePart({ id: 'bass', name: 'Bass drum', limb: 'RF', strokes: rowStrokes(bars, '4... .... ..4. ....', { piece: 'bass drum' }) })
const home = makeGroove({ id: 'g', title: 'Home', bars, parts: [backbeat, bass] })

const after = (groove: Groove, partIds: string[], slots: number): Groove => {
  const moved = displace(groove, { partIds, slots })
  if (!moved.ok) throw new Error(moved.reason)
  const applied = apply(groove, moved.value.edit)
  if (!applied.ok) throw new Error(applied.reason)
  return applied.value.groove
}
const row = (groove: Groove, id: string) => {
  const ats = groove.parts.find(part => part.id === id)!.strokes
  return Array.from({ length: 16 }, (_, i) => ats.find(stroke => stroke.at === i * 1260)?.level ?? '.').join('')
}

describe('displacement', () => {
  // before, slots, after: by hand, sixteen slots of one bar
  it.each([
    ['back', 1, '.....5.......5..'],
    ['back', -1, '...5.......5....'],
    ['back', 4, '5.......5.......'],
    ['back', 16, '....5.......5...'],
    ['bass', -1, '.........4.....4'],
    ['bass', 6, '4.....4.........'],
  ])('moves %s by %i slots around the bar line', (id, slots, expected) => {
    expect(row(after(home, [id], slots), id)).toBe(expected)
  })

  it('leaves the parts that were not chosen', () => {
    expect(row(after(home, ['back'], 3), 'bass')).toBe(row(home, 'bass'))
  })

  it('by a full cycle is the identity', () => {
    fc.assert(fc.property(grooves, fc.integer({ min: -3, max: 3 }), (groove, turns) => {
      const last = beatsOf(groove.bars).at(-1)!
      const ids = groove.parts.map(part => part.id)
      expect(after(groove, ids, turns * (last.first + last.slots))).toEqual(groove)
    }))
  })

  it('is taken back by as many slots the other way, and loses no stroke', () => {
    fc.assert(fc.property(grooves, fc.integer({ min: -40, max: 40 }), (groove, slots) => {
      const ids = groove.parts.map(part => part.id)
      const moved = after(groove, ids, slots)
      expect(moved.parts.map(part => part.strokes.length)).toEqual(groove.parts.map(part => part.strokes.length))
      expect(after(moved, ids, -slots)).toEqual(groove)
      expect(readGroove(moved).ok).toBe(true)
    }))
  })

  it.each([
    [['back'], 1, 'Backbeat moved 1 slot later, a sixteenth. It was on 2 and 4; the strong snare strokes now fall on e of 2 and e of 4.'],
    [['bass'], -2, 'Bass drum moved 2 slots earlier, each a sixteenth. The backbeat stays on 2 and 4.'],
    [['back', 'bass'], 16, 'The whole groove moved all the way round, back to where it was. The backbeat stays on 2 and 4.'],
  ])('of %j by %i says what it did', (partIds, slots, sentence) => {
    expect(displace(home, { partIds, slots })).toMatchObject({ ok: true, value: { sentence } })
  })

  it.each([
    [[], 1, /at least one part/],
    [['nobody'], 1, /no part “nobody”/],
    [['back'], 1.5, /whole number of slots/],
  ])('of %j by %f is refused with a reason', (partIds, slots, reason) => {
    expect(displace(home, { partIds, slots })).toMatchObject({ ok: false, reason: expect.stringMatching(reason) })
  })

  it('kept as a variation remembers its parent and what was done', () => {
    const moved = displace(home, { partIds: ['back'], slots: 1 })
    if (!moved.ok) throw new Error(moved.reason)
    const kept = asVariation(home, 7, after(home, ['back'], 1), 'v', 'Home, late', [moved.value.made])
    expect(kept).toMatchObject({ id: 'v', title: 'Home, late', parent: { id: 'g', revision: 7, moves: [{ move: 'displace', params: { partIds: ['back'], slots: 1 } }] } })
    expect(readGroove(kept)).toEqual({ ok: true, value: kept })
  })
})
