import { describe, expect, it } from 'vitest'
import { makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import type { Limb } from '#core/kit'
import { meter } from '#core/time'
import { printed, setUp } from '.'
import { sheetStages } from './stages'

const bars = makeBars(meter(4, 4), 1, 4)
const part = (id: string, limb: Limb, more = {}) =>
  makePart({ id, name: id, limb, strokes: rowStrokes(bars, '3...', { piece: 'snare' }), ...more })
const groove = makeGroove({
  id: 'g',
  title: 'G',
  bars,
  parts: [
    part('Hats', 'RH'),
    part('Gone', 'RH', { muted: true }),
    part('Backbeat', 'LH'),
    part('Bass', 'RF'),
    part('Bare', 'LF', { strokes: [] }),
    part('Ghosts', 'LH'),
  ],
})

describe('a sheet in stages', () => {
  it.each([
    [1, [['', ['Hats', 'Backbeat', 'Bass', 'Ghosts'], 'Right hand, left hand and right foot']]],
    [
      2,
      [
        ['1. Hats, Backbeat', ['Hats', 'Backbeat'], 'Right hand with left hand'],
        ['2. With Bass, Ghosts', ['Hats', 'Backbeat', 'Bass', 'Ghosts'], 'Right hand, left hand and right foot'],
      ],
    ],
    [
      3,
      [
        ['1. Hats, Backbeat', ['Hats', 'Backbeat'], 'Right hand with left hand'],
        ['2. With Bass', ['Hats', 'Backbeat', 'Bass'], 'Right hand, left hand and right foot'],
        ['3. With Ghosts', ['Hats', 'Backbeat', 'Bass', 'Ghosts'], 'Right hand, left hand and right foot'],
      ],
    ],
  ] as const)('builds up in %i, in the order layered, without what is muted or empty', (many, wanted) => {
    expect(sheetStages(groove, many).map(stage => [stage.title, stage.only, stage.limbs])).toEqual(wanted)
  })
  it('has never more stages than parts, and one where there is nothing', () => {
    expect(sheetStages({ ...groove, parts: [part('Hats', 'RH')] }, 4)).toEqual([
      { only: ['Hats'], title: '', limbs: '' },
    ])
    expect(sheetStages({ ...groove, parts: [] }, 4)).toHaveLength(1)
  })
})

describe('a sheet as it is set up', () => {
  it('begins with all that sounds, or with stages of their own parts and titles; what was set beside them stays', () => {
    expect(setUp(groove, 1)).toEqual({
      barsToLine: 0,
      forBand: '',
      entries: [{ grooveId: 'g', only: null, title: '' }],
    })
    expect(setUp(groove, 2, { barsToLine: 2, forBand: 'Twice', entries: [] })).toEqual({
      barsToLine: 2,
      forBand: 'Twice',
      entries: [
        { grooveId: 'g', only: ['Hats', 'Backbeat'], title: '1. Hats, Backbeat' },
        { grooveId: 'g', only: ['Hats', 'Backbeat', 'Bass', 'Ghosts'], title: '2. With Bass, Ghosts' },
      ],
    })
  })
  it('prints the parts chosen, a muted one too where it was, and none that is gone or empty', () => {
    expect(printed(groove, { only: null })).toEqual({
      only: ['Hats', 'Backbeat', 'Bass', 'Ghosts'],
      limbs: 'Right hand, left hand and right foot',
    })
    expect(printed(groove, { only: ['Gone', 'Bare', 'nobody'] })).toEqual({ only: ['Gone'], limbs: '' })
  })
})
