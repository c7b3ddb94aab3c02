import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Limb, DEFAULT_KIT } from '#core/kit'
import { makeBars, makeGroove, makePart, rowStrokes, timeline } from '#core/groove'
import { meter } from '#core/time'
import { grooves } from '../../test/arbitrary'
import { saySyncopation, syncopationOf } from './density'
import { nameRhythm, rhythmsOf } from './rhythms'

const bars = (count: number, slots: number, many = 1) => makeBars(meter(count, 4), many, slots)
const at = (grid: ReturnType<typeof bars>, row: string) =>
  rowStrokes(grid, row, { piece: 'bass drum' }).map(stroke => stroke.at)

describe('rhythms that have a name', () => {
  it.each([
    ['3+3+2 in sixteenths, twice a bar', bars(4, 4), '3..3 ..3. 3..3 ..3.', '3+3+2'],
    ['3+3+2 in eighths, once a bar', bars(4, 2), '3. .3 .. 3.', '3+3+2'],
    ['3+3+2 and an a of 4', bars(4, 4), '3..3 ..3. 3..3 ..33', '3+3+2 and one more'],
    ['3+3+2 that lacks the a of 3', bars(4, 4), '3..3 ..3. 3... ..3.', '3+3+2 without one'],
    ['habanera', bars(2, 4), '3..3 3.3.', 'habanera'],
    ['son clave in a bar', bars(4, 4), '3..3 ..3. ..3. 3...', 'son clave 3-2'],
    ['son clave over two bars, the two first', bars(4, 2, 2), '.. 3. 3. .. 3. .3 .. 3.', 'son clave 2-3'],
    ['rumba clave', bars(4, 4), '3..3 ...3 ..3. 3...', 'rumba clave 3-2'],
    ['bossa clave', bars(4, 4), '3..3 ..3. ..3. .3..', 'bossa clave 3-2'],
    ['Charleston', bars(4, 2), '3. .3 .. ..', 'Charleston'],
    ['every quarter', bars(4, 4, 2), '3... 3... 3... 3... 3... 3... 3... 3...', 'four on the floor'],
    ['every quarter of 3/4', bars(3, 4), '3... 3... 3...', undefined],
    ['every &', bars(3, 2), '.3 .3 .3', 'off-beats'],
    ['quarter triplets', bars(4, 3), '3.3 .3. 3.3 .3.', 'three against two'],
    ['dotted quarters in 3/4', bars(3, 2), '3. .3 ..', 'two against three'],
    ['dotted eighths in 3/4', bars(3, 4), '3..3 ..3. .3..', 'four against three'],
    ['a rock bass drum', bars(4, 4), '3... .... 3.3. ....', undefined],
    ['one stroke', bars(4, 4), '3... .... .... ....', undefined],
  ])('%s', (_, grid, row, name) => {
    expect(nameRhythm(grid, at(grid, row), true)).toBe(name)
  })

  it('calls no snare on all four a floor', () => {
    expect(nameRhythm(bars(4, 1), at(bars(4, 1), '3333'))).toBeUndefined()
  })

  it('reads each limb by itself, without ghosts', () => {
    const grid = bars(4, 4)
    const part = (id: string, limb: Limb, piece: string, row: string) =>
      makePart({ id, name: id, limb, strokes: rowStrokes(grid, row, { piece }) })
    const groove = makeGroove({
      id: 'g',
      title: 'G',
      bars: grid,
      parts: [
        part('snare', 'LH', 'snare', '.1.1 5.1. .... 5..1'),
        part('bass', 'RF', 'bass drum', '4..4 ..4. 4..4 ..4.'),
      ],
    })
    const events = timeline(groove, DEFAULT_KIT)
    expect(rhythmsOf(groove, events)).toEqual([{ limb: 'RF', partId: 'bass', name: '3+3+2' }])
    // Twice 2 for the a of each first beat (-4) held over the beat after it (-2); the backbeat is even and on beats.
    expect(saySyncopation(groove, syncopationOf(groove, events))).toBe('some, in bass (4 a bar)')
  })
})

it('a groove’s syncopation never rises when a limb’s line is left out', () => {
  fc.assert(
    fc.property(grooves, fc.constantFrom('RH', 'LH', 'RF', 'LF'), (groove, limb) => {
      const fewer = { ...groove, parts: groove.parts.filter(part => part.limb !== limb) }
      const of = (one: typeof groove) => syncopationOf(one, timeline(one, DEFAULT_KIT)).score
      expect(of(fewer)).toBeLessThanOrEqual(of(groove))
    }),
    { numRuns: 200 },
  )
})
