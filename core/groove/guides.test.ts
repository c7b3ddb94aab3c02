import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { meter, slotsOf } from '#core/time'
import {
  type Groove,
  alterNote,
  apply,
  isLong,
  makeBars,
  makeGroove,
  makePart,
  notesOf,
  putNote,
  takeNote,
  tapped,
} from '.'

const bars = makeBars(meter(4, 4), 1, 4)
const note = (at: number, length: number, level: 1 | 2 | 3 | 4 | 5 = 4) => ({ at, length, level })
const lined = (...notes: ReturnType<typeof note>[]): Groove =>
  makeGroove({ id: 'g', title: 'G', bars, guides: [{ id: 'line', name: 'Line', notes }] })
const notes = (groove: Groove, edit: Parameters<typeof apply>[1]) => {
  const done = apply(groove, edit)
  if (!done.ok) throw new Error(done.reason)
  return done.value.document.guides[0]!.notes.map(({ at, length }) => [at, length])
}

describe('a line above the limbs', () => {
  it('has one voice: a note ends what sounds into it, and takes the place of what it covers', () => {
    const groove = lined(note(0, 5040), note(5040, 2520), note(7560, 2520))
    expect(notes(groove, putNote(groove, 'line', note(2520, 5040)))).toEqual([
      [0, 2520],
      [2520, 5040],
      [7560, 2520],
    ])
    expect(notes(groove, putNote(groove, 'line', note(5040, 10080)))).toEqual([
      [0, 5040],
      [5040, 10080],
    ])
    expect(notes(groove, alterNote(groove, 'line', 0, { length: 6000 }))).toEqual([
      [0, 6000],
      [7560, 2520],
    ])
    expect(notes(groove, takeNote(groove, 'line', 5040))).toEqual([
      [0, 5040],
      [7560, 2520],
    ])
  })

  it('ends with the bars', () => {
    const groove = lined()
    expect(notes(groove, putNote(groove, 'line', note(17640, 5040)))).toEqual([[17640, 2520]])
  })

  it('stays in order, without overlaps and within the bars, whatever is put in', { tags: ['law'] }, () => {
    const put = fc
      .tuple(fc.integer({ min: 0, max: 15 }), fc.integer({ min: 1, max: 20 }))
      .map(([slot, slots]) => note(slot * 1260, slots * 1260))
    fc.assert(
      fc.property(fc.array(put, { maxLength: 20 }), all => {
        const end = all.reduce((groove, one) => {
          const done = apply(groove, putNote(groove, 'line', one))
          if (!done.ok) throw new Error(done.reason)
          expect(done.value.document.guides[0]!.notes.find(other => other.at === one.at)).toBeDefined()
          return done.value.document
        }, lined()).guides[0]!.notes
        end.forEach((one, i) => expect(one.at + one.length).toBeLessThanOrEqual(end[i + 1]?.at ?? 20160))
      }),
    )
  })

  it('tells long from short: an eighth is short, a dotted eighth is long', () => {
    expect([1260, 2520, 3780, 5040].map(length => isLong({ length }))).toEqual([false, false, true, true])
  })

  it('is taken from a part: to its next stroke, a quarter at most, an open hat as long as it is open', () => {
    const stroke = (at: number, openFor?: number) => ({
      at,
      piece: 'hi-hat',
      stroke: openFor ? ('open' as const) : ('hit' as const),
      level: 3 as const,
      ...(openFor && { openFor }),
    })
    const part = makePart({ id: 'p', name: 'P', limb: 'RH', strokes: [stroke(0), stroke(2520, 7560), stroke(12600)] })
    expect(notesOf({ bars }, part).map(({ at, length }) => [at, length])).toEqual([
      [0, 2520],
      [2520, 7560],
      [12600, 5040],
    ])
    const threes = makePart({ id: 'p', name: 'P', limb: 'RH', every: 3780, strokes: [stroke(0)] })
    expect(notesOf({ bars }, threes).map(({ at, length }) => [at, length])).toEqual([
      [0, 3780],
      [3780, 3780],
      [7560, 3780],
      [11340, 3780],
      [15120, 3780],
      [18900, 1260],
    ])
  })

  it.each([
    ['a short tap a little late', 140, 900, [0, 1260]],
    ['a short tap a little early', 5000, 5300, [5040, 1260]],
    ['held over two eighths', 2500, 7600, [2520, 5040]],
    ['before the bar line, meant for the 1', 20000, 20120, [0, 1260]],
    ['held over the end', 17600, 600, [17640, 2520]],
  ])('tapped: %s', (_, pressed, released, [at, length]) => {
    expect(tapped(slotsOf(bars), pressed, released)).toEqual({ at, length })
  })
})
