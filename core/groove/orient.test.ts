import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { grooves } from '../../test/arbitrary'
import { DEFAULT_KIT, kitById, mirrorKit, otherSide } from '#core/kit'
import { meter } from '#core/time'
import {
  type Edit,
  type Groove,
  apply,
  crossedFeet,
  cycled,
  lacking,
  makeBars,
  makeGroove,
  makePart,
  mirrored,
  repieced,
  rowStrokes,
  sayComesRound,
  sayCrossed,
  strokeAt,
  timeline,
  touchSlot,
} from '.'
import { comesRound } from './cycle'

const bars = makeBars(meter(4, 4), 1, 4)
const part = (id: string, limb: 'RH' | 'LH' | 'RF' | 'LF', piece: string, row: string) =>
  makePart({ id, name: id, limb, strokes: rowStrokes(bars, row, { piece }) })
const groove = makeGroove({
  id: 'g',
  title: 'G',
  bars,
  parts: [
    part('hat', 'RH', 'hi-hat', '3.3.'),
    part('snare', 'LH', 'snare', '.... 5...'),
    part('bass', 'RF', 'bass drum', '4...'),
  ],
})
const after = (of: Groove, edit: Edit) => {
  const done = apply(of, edit)
  if (!done.ok) throw new Error(done.reason)
  return done.value.document
}

describe('mirroring', () => {
  it('gives every part to the other side, and the lead with it', () => {
    const left = after(groove, mirrored(groove, { feet: true }))
    expect(left.parts.map(one => one.limb)).toEqual(['LH', 'RH', 'LF'])
    expect(left.lead).toBe('left')
    expect(left.parts.map(one => one.strokes)).toEqual(groove.parts.map(one => one.strokes))
  })
  it('changes the hands alone over where the feet stay on their pedals', () => {
    const open = after(groove, mirrored(groove, { feet: false }))
    expect(open.parts.map(one => one.limb)).toEqual(['LH', 'RH', 'RF'])
    expect(open.lead).toBe('right')
  })
  it('twice is the groove again, and every stroke keeps its time', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(grooves, fc.boolean(), (any, feet) => {
        const once = after(any, mirrored(any, { feet }))
        expect(after(once, mirrored(once, { feet }))).toEqual(any)
        if (feet) expect(once.parts.map(one => one.limb)).toEqual(any.parts.map(one => otherSide(one.limb)))
        expect(timeline(once, DEFAULT_KIT).map(event => event.at)).toEqual(
          timeline(any, DEFAULT_KIT).map(event => event.at),
        )
      }),
    )
  })
})

describe('a kit that lacks pieces', () => {
  const asks = {
    ...groove,
    parts: [...groove.parts, part('run', 'RH', 'mid tom', '3...'), part('bell', 'LH', 'cowbell', '..3.')],
  }
  const four = kitById('four-piece')
  it('is found out, with the nearest it has, and mended by an edit', () => {
    expect(lacking(asks, four).map(({ piece, nearest, parts }) => [piece, nearest, parts.map(one => one.id)])).toEqual([
      ['mid tom', 'high tom', ['run']],
      ['cowbell', 'ride', ['bell']],
    ])
    const mended = after(asks, repieced(asks, four, 'mid tom', 'high tom'))
    expect(lacking(mended, four).map(one => one.piece)).toEqual(['cowbell'])
    expect(mended.parts[3]!.strokes[0]).toMatchObject({ piece: 'high tom', stroke: 'hit', level: 3 })
  })
  it('has nothing to offer a limb it has no piece for', () => {
    expect(lacking(groove, kitById('pad')).map(one => [one.piece, one.nearest])).toEqual([
      ['hi-hat', 'pad'],
      ['snare', 'pad'],
      ['bass drum', undefined],
    ])
    expect(lacking(groove, DEFAULT_KIT)).toEqual([])
  })
})

describe('a part with a cycle of its own', () => {
  const hat = groove.parts[0]!
  it('keeps what lies within it, and is written out again when it runs with the bars', () => {
    const three = after(groove, cycled(groove, hat, 3 * 1260))
    expect(three.parts[0]).toMatchObject({ every: 3780, strokes: [{ at: 0 }, { at: 2520 }] })
    const out = after(three, cycled(three, three.parts[0]!, null))
    expect(out.parts[0]!.every).toBeNull()
    // Three sixteenths over sixteen: 0 and 2, 3 and 5, … 15.
    expect(out.parts[0]!.strokes.map(stroke => stroke.at / 1260)).toEqual([0, 2, 3, 5, 6, 8, 9, 11, 12, 14, 15])
  })
  it('is touched within its cycle, wherever it is touched', () => {
    const three = after(groove, cycled(groove, hat, 3780))
    expect(strokeAt(three.parts[0]!, 3780 + 2520)).toMatchObject({ at: 2520 })
    const { edit } = touchSlot(three, 'RH', 3780 + 1260, { chosen: 'hat', newId: 'n' })
    expect(after(three, edit).parts[0]!.strokes.map(stroke => stroke.at)).toEqual([0, 1260, 2520])
  })
  // r slots of a sixteenth against a bar of b: lcm(r, b) / b bars.
  it.each([
    [3, bars, 3],
    [5, bars, 5],
    [6, bars, 3],
    [4, bars, 1],
    [12, bars, 3],
    [3, makeBars(meter(3, 4), 2, 4), 1],
    [4, makeBars(meter(7, 8), 1, 2), 2],
  ])('of %i sixteenths comes round', (slots, line, count) => {
    expect(comesRound({ bars: line }, slots * 1260)).toEqual({ bars: count })
  })
  it('says when, and counts passes where bars differ', () => {
    expect(sayComesRound(groove, 3780)).toBe('Comes round after 3 bars.')
    expect(sayComesRound(groove, 5040)).toBe('Comes round in every bar.')
    expect(sayComesRound({ bars: [...makeBars(meter(4, 4), 1, 4), ...makeBars(meter(3, 4), 1, 4)] }, 3780)).toBe(
      'Comes round after 3 times through the bars.',
    )
  })
})

describe('feet that would cross', () => {
  const feet = (left: string, right: string) => ({
    parts: [
      ['LF', left],
      ['RF', right],
    ].map(([limb, piece]) =>
      makePart({
        id: limb!,
        name: limb!,
        limb: limb as 'LF' | 'RF',
        strokes: [{ at: 0, piece: piece!, stroke: 'hit', level: 3 }],
      }),
    ),
  })
  it('are named by their pedals, and not where each has its own side', () => {
    const crossed = crossedFeet(feet('bass drum', 'hi-hat'), DEFAULT_KIT)
    expect(crossed && sayCrossed(crossed)).toBe(
      'The feet would cross: the left foot on the bass drum, the right foot on the hi-hat.',
    )
    expect(crossedFeet(feet('hi-hat', 'bass drum'), DEFAULT_KIT)).toBeUndefined()
    expect(crossedFeet(feet('bass drum', 'hi-hat'), mirrorKit(DEFAULT_KIT))).toBeUndefined()
    expect(crossedFeet(feet('bass drum', 'bass drum'), DEFAULT_KIT)).toBeUndefined()
  })
})
