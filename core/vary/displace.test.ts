import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { grooves } from '../../test/arbitrary'
import { type Groove, apply, makeBars, makeGroove, makePart, partOf, readGroove, rowStrokes } from '#core/groove'
import { beatsOf, meter } from '#core/time'
import { DEFAULT_KIT } from '#core/kit'
import { MOVES, asVariation, displace, firstParams, moveOf, runMove, titleAfter } from '.'

const bars = makeBars(meter(4, 4), 1, 4)
const backbeat = makePart({
  id: 'back',
  name: 'Backbeat',
  role: 'backbeat',
  limb: 'LH',
  strokes: rowStrokes(bars, '.... 5... .... 5...', { piece: 'snare' }),
})
const bass = makePart({
  id: 'bass',
  name: 'Bass drum',
  limb: 'RF',
  strokes: rowStrokes(bars, '4... .... ..4. ....', { piece: 'bass drum' }),
})
const home = makeGroove({ id: 'g', title: 'Home', bars, parts: [backbeat, bass] })

const after = (groove: Groove, partIds: string[], slots: number): Groove => {
  const moved = displace(groove, { partIds, slots })
  if (!moved.ok) throw new Error(moved.reason)
  const applied = apply(groove, moved.value.edit)
  if (!applied.ok) throw new Error(applied.reason)
  return applied.value.document
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

  it('by a full cycle is the identity', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(grooves, fc.integer({ min: -3, max: 3 }), (groove, turns) => {
        const last = beatsOf(groove.bars).at(-1)!
        const ids = groove.parts.map(part => part.id)
        expect(after(groove, ids, turns * (last.first + last.slots))).toEqual(groove)
      }),
    )
  })

  it('is taken back by as many slots the other way, and loses no stroke', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(grooves, fc.integer({ min: -40, max: 40 }), (groove, slots) => {
        const ids = groove.parts.map(part => part.id)
        const moved = after(groove, ids, slots)
        expect(moved.parts.map(part => part.strokes.length)).toEqual(groove.parts.map(part => part.strokes.length))
        expect(after(moved, ids, -slots)).toEqual(groove)
        expect(readGroove(moved).ok).toBe(true)
      }),
    )
  })

  it.each([
    [
      ['back'],
      1,
      'Backbeat moved 1 slot later, a sixteenth. The backbeat was on 2 and 4; the strong snare strokes now fall on e of 2 and e of 4.',
    ],
    [['bass'], -2, 'Bass drum moved 2 slots earlier, each a sixteenth. The backbeat stays on 2 and 4.'],
    [
      ['back', 'bass'],
      16,
      'The whole groove moved all the way round, back to where it was. The backbeat stays on 2 and 4.',
    ],
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
    expect(kept).toMatchObject({
      id: 'v',
      title: 'Home, late',
      parent: { id: 'g', revision: 7, moves: [{ move: 'displace', params: { partIds: ['back'], slots: 1 } }] },
    })
    expect(readGroove(kept)).toEqual({ ok: true, value: kept })
  })
})

describe('a move in a span alone', () => {
  const groove = makeGroove({
    id: 'one',
    title: 'One',
    bars: makeBars(meter(4, 4), 1, 4),
    parts: [
      makePart({
        id: 'hats',
        name: 'Hats',
        limb: 'RH',
        role: 'lead',
        strokes: [0, 2, 4, 6, 8, 10, 12, 14].map(slot => ({
          at: slot * 1260,
          piece: 'hi-hat',
          stroke: 'hit',
          level: 3,
        })),
      }),
      makePart({
        id: 'snare',
        name: 'Snare',
        limb: 'LH',
        role: 'backbeat',
        strokes: [4, 12].map(slot => ({ at: slot * 1260, piece: 'snare', stroke: 'hit', level: 5 })),
      }),
    ],
  })
  const beats = { from: 10080, to: 20160 }
  const slotsIn = (one: Groove, id: string) => partOf(one, id)!.strokes.map(stroke => stroke.at / 1260)

  it('displaces round within it, and says only what changed there', () => {
    const moved = runMove(moveOf('displace-all')!, groove, { slots: 3 }, DEFAULT_KIT, beats)
    expect(moved.ok && slotsIn(moved.value.groove, 'snare')).toEqual([4, 15])
    expect(moved.ok && slotsIn(moved.value.groove, 'hats')).toEqual([0, 2, 4, 6, 9, 11, 13, 15])
    expect(moved.ok && moved.value.sentence).toBe(
      'Everything in 3 to a of 4 moved 3 slots later, each a sixteenth, round within it. The backbeat was on 2 and 4; the strong snare strokes now fall on 2 and a of 4.',
    )
  })

  it('leaves all else alone, and refuses what cannot be done to a part of the bars', () => {
    for (const move of MOVES) {
      const params = firstParams(move, groove, DEFAULT_KIT)
      const moved = params && runMove(move, groove, params, DEFAULT_KIT, beats)
      if (!moved) continue
      if (!moved.ok) {
        expect(moved.reason, move.id).not.toMatch(/undefined/)
        continue
      }
      for (const part of groove.parts)
        expect(
          slotsIn(moved.value.groove, part.id).filter(slot => slot < 8),
          move.id,
        ).toEqual(slotsIn(groove, part.id).filter(slot => slot < 8))
    }
    expect(runMove(moveOf('beat-order')!, groove, { order: 'backwards' }, DEFAULT_KIT, beats)).toMatchObject({
      ok: false,
    })
    expect(runMove(moveOf('displace-all')!, groove, { slots: 8 }, DEFAULT_KIT, beats)).toMatchObject({
      ok: false,
      reason: 'It changes nothing in 3 to a of 4.',
    })
  })
})

describe('a variation that is kept', () => {
  const one = (move: string, params: Record<string, unknown>, sentence = 'It did.') =>
    ({ move, params, sentence }) as never
  it.each<[string, never[]]>([
    ['Home, variation', []],
    ['Home, backbeat later', [one('displace', { partIds: ['back'], slots: 1 })]],
    ['Home, all earlier', [one('displace', { partIds: ['back', 'bass'], slots: -2 })]],
    ['Home, all later', [one('displace-all', { slots: 3 })]],
    ['Home, a beat backwards', [one('retrograde', { beat: 0 })]],
    ['Home, 2 moves', [one('retrograde', { beat: 0 }), one('displace-all', { slots: 3 })]],
  ])('is called %s', (title, made) => {
    expect(titleAfter(home, made)).toBe(title)
  })

  it('has what was done to it in its notes, before the notes it had', () => {
    const noted = { ...home, notes: 'For the second half.' }
    expect(
      asVariation(noted, 1, noted, 'v', 'V', [
        one('displace-all', { slots: 3 }, 'The whole groove moved.'),
        one('retrograde', {}, 'Beat 1 backwards.'),
      ]).notes,
    ).toBe('The whole groove moved. Beat 1 backwards.\nFor the second half.')
    expect(asVariation(noted, 1, noted, 'v', 'V', []).notes).toBe('For the second half.')
  })
})
