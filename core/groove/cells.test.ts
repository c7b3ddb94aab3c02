import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drummed } from '../../test/arbitrary'
import { meter } from '#core/time'
import {
  type Groove,
  apply,
  barTicks,
  beatMoved,
  cellFrom,
  clipOf,
  figureIn,
  figuresOf,
  laid,
  makeBars,
  makeGroove,
  makePart,
  readCell,
  readGroove,
  rowStrokes,
} from '.'

const bars = makeBars(meter(4, 4), 1, 4)
const hats = makePart({
  id: 'hats',
  name: 'Hats',
  limb: 'RH',
  role: 'lead',
  strokes: rowStrokes(bars, '3.3.3.3.3.3.3.3.', { piece: 'hi-hat', stroke: 'hit' }),
})
const snare = makePart({
  id: 'snare',
  name: 'Snare',
  limb: 'LH',
  role: 'backbeat',
  strokes: rowStrokes(bars, '....5.......5...', { piece: 'snare', stroke: 'hit' }),
})
const home = makeGroove({ id: 'g', title: 'G', bars, parts: [hats, snare] })
const done = (groove: Groove, edit: ReturnType<typeof figureIn>): Groove => {
  if (!edit.ok) throw new Error(edit.reason)
  const applied = apply(groove, edit.value)
  if (!applied.ok) throw new Error(applied.reason)
  return applied.value.document
}
const ats = (groove: Groove, id: string) =>
  groove.parts.find(part => part.id === id)!.strokes.map(stroke => stroke.at / 1260)

describe('the figures of a beat', () => {
  it('are all there are up to sixteenths: fifteen and the rest, seven of a triplet', () => {
    expect([1, 2, 3, 4].map(slots => figuresOf(slots).length)).toEqual([2, 4, 8, 16])
    expect(figuresOf(3).map(figure => figure.on.join(''))).toEqual(['', '0', '1', '2', '01', '02', '12', '012'])
    for (const slots of [5, 6, 7, 8, 12]) {
      const all = figuresOf(slots).map(figure => figure.on.join())
      expect(new Set(all).size).toBe(all.length)
      expect(
        figuresOf(slots).every(({ on }) => on.every((slot, i) => slot < slots && (i === 0 || slot > on[i - 1]!))),
      ).toBe(true)
    }
  })
  it('take the place of what the part has in that beat, and of nothing else', () => {
    const groove = done(home, figureIn(home, hats, 1, { slots: 4, on: [0, 3] }))
    expect(ats(groove, 'hats')).toEqual([0, 2, 4, 7, 8, 10, 12, 14])
    expect(ats(groove, 'snare')).toEqual([4, 12])
    expect(ats(done(home, figureIn(home, hats, 3, { slots: 4, on: [] })), 'hats')).toEqual([0, 2, 4, 6, 8, 10])
  })
  it('keep a stroke that stays, paint with the brush, and open the last to the beat’s end', () => {
    const loud = {
      ...hats,
      strokes: hats.strokes.map(stroke => (stroke.at === 5040 ? { ...stroke, level: 5 as const } : stroke)),
    }
    const groove = { ...home, parts: [loud, snare] }
    const beat = (one: Groove) =>
      one.parts[0]!.strokes.filter(stroke => stroke.at >= 5040 && stroke.at < 10080).map(
        ({ at, piece, stroke, level, openFor }) => [at / 1260, piece, stroke, level, openFor],
      )
    expect(beat(done(groove, figureIn(groove, loud, 1, { slots: 4, on: [0, 2] }, { open: true })))).toEqual([
      [4, 'hi-hat', 'hit', 5, undefined],
      [6, 'hi-hat', 'open', 3, 2520],
    ])
    expect(
      beat(
        done(groove, figureIn(groove, loud, 1, { slots: 4, on: [1] }, { brush: { piece: 'ride', stroke: 'bell' } })),
      ),
    ).toEqual([[5, 'ride', 'bell', 3, undefined]])
  })
  it('are refused where there is no such beat, and in a part that repeats on its own', () => {
    expect(figureIn(home, hats, 4, { slots: 4, on: [0] })).toMatchObject({
      ok: false,
      reason: 'There is no such beat in these bars.',
    })
    expect(figureIn(home, { ...hats, every: 3780 }, 0, { slots: 4, on: [0] })).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/repeats on its own/),
    })
  })
})

describe('a cell of the player’s own', () => {
  it('is a span kept under a name, reads back, and is laid into another beat', () => {
    const cell = cellFrom(home, { from: 5040, to: 10080 }, 'c', 'On two')
    expect(readCell(JSON.parse(JSON.stringify(cell)))).toEqual({ ok: true, value: cell })
    const put = laid(home, clipOf(cell), 0, n => `new-${n}`)
    expect(ats(done(home, { ok: true, value: put.edit }), 'snare')).toEqual([0, 4, 12])
  })
  it('says what is wrong with one that is not', () => {
    const cell = cellFrom(home, { from: 0, to: 5040 }, 'c', 'One')
    expect(readCell({ ...cell, name: '' })).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/A cell has a name/),
    })
    expect(readCell({ ...cell, length: 1260 })).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/falls before its end/),
    })
    expect(readCell({ ...cell, version: 9 })).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/newer Bazzet/),
    })
  })
})

describe('a beat put elsewhere in its bar', () => {
  it('takes everything in it along', () => {
    expect(ats(done(home, beatMoved(home, 0, 1, 3)), 'snare')).toEqual([8, 12])
    expect(ats(done(home, beatMoved(home, 0, 3, 0)), 'snare')).toEqual([0, 8])
  })
  it('keeps its length and its slots: the long beat of 7/8 goes first', () => {
    const seven = makeBars(meter(7, 8), 1, [2, 2, 3])
    const groove = makeGroove({
      id: 's',
      title: 'S',
      bars: seven,
      parts: [
        makePart({
          id: 'p',
          name: 'P',
          limb: 'RF',
          strokes: rowStrokes(seven, '4...4..', { piece: 'bass drum', stroke: 'hit' }),
        }),
      ],
    })
    const after = done(groove, beatMoved(groove, 0, 2, 0))
    expect(after.bars[0]).toEqual({ meter: { count: 7, unit: 8, groups: [3, 2, 2] }, slots: [3, 2, 2] })
    // The stroke on the long beat is now on 1, the one on 1 three eighths later.
    expect(after.parts[0]!.strokes.map(stroke => stroke.at / 2520)).toEqual([0, 3])
  })
  it('makes a valid groove of the same strokes, and goes back', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(drummed, fc.nat(), fc.nat(), fc.nat(), (drawn, a, b, c) => {
        const groove = {
          ...drawn,
          parts: drawn.parts.map(part => ({
            ...part,
            locked: false,
            pickUp: null,
            strokes: part.strokes.toSorted((x, y) => x.at - y.at),
          })),
        }
        const bar = a % groove.bars.length
        const many = groove.bars[bar]!.slots.length
        const [from, to] = [b % many, c % many]
        const there = done(groove, beatMoved(groove, bar, from, to))
        expect(readGroove(there).ok).toBe(true)
        expect(barTicks(there.bars[bar]!)).toBe(barTicks(groove.bars[bar]!))
        const back = done(there, beatMoved(there, bar, to, from))
        expect({ ...back, guides: [] }).toEqual({ ...groove, guides: [] })
      }),
      { numRuns: 200 },
    )
  })
})
