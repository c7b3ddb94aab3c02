import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT } from '#core/kit'
import { type Groove, type Stroke, makeBars, makeGroove, makePart } from '#core/groove'
import { meter } from '#core/time'
import {
  type SteppingEvent,
  type Stride,
  beginStepping,
  limbsStriking,
  sayInstant,
  stepInstantsOf,
  stepOn,
  stepThrough,
} from '.'
import { stepFrom } from './steps'

const at = (piece: string, stroke: Stroke['stroke'], level: Stroke['level'], ...ticks: number[]): Stroke[] =>
  ticks.map(tick => ({ at: tick, piece, stroke, level }))
/** A bar of 3/4 in triplets: ride on 1, 2, third of 2, 3; foot on 2; comping on the second of 1; bass drum on the third of 1. */
const waltz: Groove = makeGroove({
  id: 'w',
  title: 'W',
  bars: makeBars(meter(3, 4), 1, 3),
  parts: [
    makePart({ id: 'ride', name: 'Ride', limb: 'RH', strokes: at('ride', 'hit', 3, 0, 5040, 8400, 10080) }),
    makePart({ id: 'comp', name: 'Comping', limb: 'LH', strokes: at('snare', 'hit', 1, 1680) }),
    makePart({ id: 'bass', name: 'Bass drum', limb: 'RF', strokes: at('bass drum', 'hit', 2, 3360) }),
    makePart({ id: 'foot', name: 'Hat foot', limb: 'LF', strokes: at('hi-hat', 'chick', 3, 5040) }),
  ],
})
const all = new Set(waltz.parts.map(part => part.id))
const instants = stepInstantsOf(waltz, DEFAULT_KIT, all)

describe('a groove instant by instant', () => {
  it('says each instant with its limbs', () => {
    expect(instants.map(one => sayInstant(waltz, one))).toEqual([
      '1: right hand ride',
      '& of 1: left hand snare, ghost',
      'a of 1: right foot bass drum',
      '2: right hand ride, left foot chick',
      'a of 2: right hand ride',
      '3: right hand ride',
    ])
  })

  it('leaves out what is not heard, and what is outside the span', () => {
    expect(stepInstantsOf(waltz, DEFAULT_KIT, new Set(['ride'])).map(one => one.at)).toEqual([0, 5040, 8400, 10080])
    expect(stepInstantsOf(waltz, DEFAULT_KIT, all, { from: 3360, to: 8400 }).map(one => one.at)).toEqual([3360, 5040])
  })

  it.each<[Stride, number[][]]>([
    [1, [[0], [1680], [3360], [5040], [8400], [10080]]],
    [
      2,
      [
        [0, 1680],
        [3360, 5040],
        [8400, 10080],
      ],
    ],
    ['beat', [[0, 1680, 3360], [5040, 8400], [10080]]],
    ['bar', [[0, 1680, 3360, 5040, 8400, 10080]]],
  ])('goes through by %s, and back the same way', (stride, steps) => {
    const walked = (event: SteppingEvent) => {
      let state = { ...beginStepping(), stride }
      return steps.map(() => {
        const done = stepThrough(state, event, waltz, instants)
        state = done.state
        return stepOn(state, waltz, instants).map(one => one.at)
      })
    }
    expect(walked('next')).toEqual(steps)
    expect(walked('back')).toEqual(steps.toReversed())
  })

  it.each<[string, SteppingEvent[], at: number, stride: Stride, sounds: boolean]>([
    ['before the first, again is the first', ['again'], 0, 1, true],
    ['again stays', ['next', 'next', 'again'], 1, 1, true],
    ['more at a time says nothing', ['next', { grow: 1 }], 0, 2, false],
    ['a bar is the most', [{ stride: 'bar' }, { grow: 1 }], -1, 'bar', false],
    ['one is the least', [{ grow: -1 }], -1, 1, false],
    ['past the last comes the first', [{ stride: 'bar' }, 'next', 'next'], 0, 'bar', true],
    ['with more where it grows', [{ grows: true }, ...Array<'next'>(7).fill('next')], 0, 2, true],
    ['leaving begins again', ['next', 'next', 'leave'], -1, 1, false],
  ])('%s', (_, events, at, stride, sounds) => {
    let done = { state: beginStepping(), sounds: false }
    for (const event of events) done = stepThrough(done.state, event, waltz, instants)
    expect(done).toMatchObject({ state: { at, stride }, sounds })
  })

  it('where nothing is heard nothing sounds', () =>
    expect(stepThrough(beginStepping(), 'next', waltz, [])).toEqual({ state: beginStepping(), sounds: false }))

  it('tells which limbs strike, the lead side first', () => {
    expect(limbsStriking(stepFrom(waltz, instants, 0, 'beat'), 'right')).toEqual(['RH', 'LH', 'RF'])
    expect(limbsStriking(instants, 'left')).toEqual(['LH', 'RH', 'LF', 'RF'])
  })
})
