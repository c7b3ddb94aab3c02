import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT } from '#core/kit'
import { type Part, makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { meter } from '#core/time'
import { againstLine, played, sayOnLine } from '.'

const bars = makeBars(meter(4, 4), 1, 4)
const note = (slot: number, slots = 2) => ({ at: slot * 1260, length: slots * 1260, level: 4 as const })
const part = (limb: Part['limb'], row: string, piece: string, more: Partial<Part> = {}) =>
  makePart({
    id: limb,
    name: limb,
    limb,
    strokes: rowStrokes(bars, row, { piece, stroke: limb === 'LF' ? 'chick' : 'hit' }),
    ...more,
  })
const says = (parts: Part[], slots = [0, 6, 10, 12]) => {
  const guide = { id: 'line', name: 'Line', notes: slots.map(slot => note(slot)) }
  const groove = makeGroove({ id: 'g', title: 'G', bars, parts, guides: [guide] })
  const read = played(groove, DEFAULT_KIT)
  return againstLine(groove, guide, read.events, read.rounds).map(one => sayOnLine(groove, one))
}

describe('limbs against the line above', () => {
  it('says what each plays of it, the shorter list, and what it plays besides', () => {
    expect(
      says([
        part('RH', '3.3.3.3.3.3.3.3.', 'hi-hat'),
        part('LH', '....5.......5...', 'snare'),
        part('RF', '4.....4...4.....', 'bass drum'),
        part('LF', '..3.....3.......', 'hi-hat'),
      ]),
    ).toEqual([
      'Right hand: all 4 notes. 4 strokes more.',
      'Left hand: 1 of 4 notes, on 4. 1 stroke more.',
      'Right foot: 3 of 4 notes, not 4.',
      'Left foot: none of the 4 notes.',
    ])
  })
  it('leaves out limbs that are silent, and muted parts', () => {
    expect(
      says(
        [part('RF', '4...............', 'bass drum', { muted: true }), part('LH', '4...............', 'snare')],
        [0],
      ),
    ).toEqual(['Left hand: the one note.'])
  })
  it('counts a note as played by a part that repeats on its own only where every round has it', () => {
    // Threes over a bar of sixteen: slot 0 in the first round, 2 in the second.
    expect(
      says(
        [
          makePart({
            id: 'c',
            name: 'C',
            limb: 'RH',
            every: 3780,
            strokes: [{ at: 0, piece: 'ride', stroke: 'hit', level: 3 }],
          }),
        ],
        [0],
      ),
    ).toEqual(['Right hand: not the one note.'])
  })
})
