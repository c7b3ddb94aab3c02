import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { grooves } from '../../test/arbitrary'
import { DEFAULT_KIT, type Limb } from '#core/kit'
import { type Groove, makeBars, makeGroove, makePart, rowStrokes, timeline } from '#core/groove'
import { meter } from '#core/time'
import { clashes, groupUnisons, isLinear, sayUnisons, unisons } from '.'
import { sayClash } from './clashes'

const bars = makeBars(meter(4, 4), 1, 4)
const part = (id: string, limb: Limb, piece: string, row: string, more = {}) =>
  makePart({ id, name: id, limb, strokes: rowStrokes(bars, row, { piece }), ...more })
const groove = (...parts: Groove['parts']): Groove => makeGroove({ id: 'g', title: 'G', bars, parts })
const events = (of: Groove) => timeline(of, DEFAULT_KIT)

const RIDE = part('Ride', 'RH', 'ride', '3.3. 3.3. 3.3. 3.3.')
const SNARE = part('Backbeat', 'LH', 'snare', '.... 5... .... 5...', { role: 'backbeat' })
const BASS = part('Bass', 'RF', 'bass drum', '4..3 .... ..4. ....')

describe('unisons', () => {
  it('are where limbs land together, gathered by which limbs they are', () => {
    const of = groove(RIDE, SNARE, BASS)
    // Ride eighths meet the bass on 1 and & of 3 (its a of 1 falls between), the snare on 2 and 4.
    expect(groupUnisons(unisons(events(of))).map(group => sayUnisons(of, group))).toEqual([
      'Right hand with right foot: 1 and & of 3',
      'Right hand with left hand: 2 and 4',
    ])
  })

  it('of three and four limbs are one unison, not several pairs', () => {
    const of = groove(
      part('a', 'RH', 'ride', '3...'),
      part('b', 'LH', 'snare', '3... ....'),
      part('c', 'RF', 'bass drum', '3... ....'),
      part('d', 'LF', 'hi-hat', '3... .... .... ....'),
    )
    expect(groupUnisons(unisons(events(of))).map(group => sayUnisons(of, group))).toEqual(
      ['Right hand: 2 and 4', 'All four limbs: 1', 'Right hand, left hand and right foot: 3'].filter(
        said => !said.startsWith('Right hand:'),
      ),
    )
  })

  it('agree with a look at every pair of strokes', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(grooves, of => {
        const all = events(of)
        const expected = new Set(all.filter(a => all.some(b => b.at === a.at && b.limb !== a.limb)).map(a => a.at))
        expect(new Set(unisons(all).map(one => one.at))).toEqual(expected)
        expect(isLinear(all)).toBe(all.length > 0 && expected.size === 0)
      }),
    )
  })

  it('are none in a linear groove', () => {
    expect(
      isLinear(
        events(
          groove(
            part('a', 'RH', 'ride', '3...'),
            part('b', 'LH', 'snare', '.3..'),
            part('c', 'RF', 'bass drum', '..3.'),
          ),
        ),
      ),
    ).toBe(true)
    expect(isLinear(events(groove(RIDE, SNARE)))).toBe(false)
    expect(isLinear([])).toBe(false)
  })
})

describe('clashes', () => {
  it('find a limb asked to be in two places', () => {
    const of = groove(SNARE, part('Tom', 'LH', 'floor tom', '.... 4... .... ....'))
    expect(clashes(events(of)).map(clash => sayClash(of, clash))).toEqual([
      'Left hand is asked for snare and floor tom at once on 2. Move one of them to another limb or another slot.',
    ])
  })

  it('tell two places from the same piece asked twice', () => {
    const of = groove(SNARE, part('Ghosts', 'LH', 'snare', '.... 1... .... ....'))
    expect(clashes(events(of)).map(clash => [clash.kind, sayClash(of, clash)])).toEqual([
      ['twice', 'Left hand is asked for the snare twice on 2, by Backbeat and Ghosts. One of the two is enough.'],
    ])
  })

  it('leave different limbs on one piece alone', () => {
    expect(clashes(events(groove(SNARE, part('Other', 'RH', 'snare', '.... 1... .... ....'))))).toEqual([])
  })
})
