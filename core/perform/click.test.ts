import { describe, expect, it } from 'vitest'
import { type Groove, makeBars, makeGroove } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { NUMBERS, meter } from '#core/time'
import { type ClickPlan, CueLine, countIn, looped, makePassage, sounds } from '.'
import { clicksOf } from './click'

const bars = makeBars(meter(4, 4), 1, 4)

describe('click', () => {
  it.each([
    ['every beat', [0, 5040, 10080, 15120]],
    ['every other beat', [0, 10080]],
    ['backbeats', [5040, 15120]],
    ['first of bar', [0]],
    ['off-beats', [2520, 7560, 12600, 17640]],
    ['inner sixteenths', [1260, 3780, 6300, 8820, 11340, 13860, 16380, 18900]], // e and a
    ['none', []],
  ] as const)('falls on %s', (click, ats) => expect(clicksOf(bars, click).map(one => one.at)).toEqual(ats))

  it('cuts a felt beat of three in three', () => {
    expect(clicksOf(makeBars(meter(6, 8), 1, 3), 'eighths').map(one => one.at)).toEqual([
      0, 2520, 5040, 7560, 10080, 12600,
    ])
    expect(clicksOf(makeBars(meter(6, 8), 1, 3), 'off-beats').map(one => one.at)).toEqual([5040, 12600])
  })

  it('goes by the felt beats of each bar where it takes every other', () => {
    expect(clicksOf(makeBars(meter(12, 8), 1, 3), 'every other beat').map(one => one.at)).toEqual([0, 15120])
    expect(clicksOf(makeBars(meter(3, 4), 2, 2), 'every other beat').map(one => one.at)).toEqual([
      0, 10080, 15120, 25200,
    ])
  })

  it('takes the clave over two rounds of one bar, and the beats where there is none', () => {
    const one = makeBars(meter(4, 4), 1, 2)
    const at = (groove: Groove, click: ClickPlan['program'], span?: { from: number; to: number }) =>
      new CueLine(looped({ groove, kit: DEFAULT_KIT, click: { program: click }, ...(span ? { span } : {}) }))
        .between(0, 9.6 - 1e-6)
        .filter(cue => cue.kind === 'click')
        .map(cue => Math.round((10 * cue.seconds) / 3))
    // 100 quarters a minute: an eighth lasts 0.3 s. x..x..x. ..x.x... and round again.
    const clave = [0, 3, 6, 10, 12, 16, 19, 22, 26, 28]
    const groove = makeGroove({ id: 'g', title: 'G', bars: one, clave: { rhythm: 'son', side: '3-2' } })
    expect(at(groove, 'clave')).toEqual(clave)
    expect(at({ ...groove, clave: null }, 'son clave 3-2')).toEqual(clave)
    expect(at({ ...groove, clave: null }, 'clave')).toEqual(Array.from({ length: 16 }, (_, beat) => 2 * beat))
    // A bar that is marked keeps the side it is written on: here the second, again and again.
    const two = { ...groove, bars: makeBars(meter(4, 4), 2, 2) }
    expect(at(two, 'clave', { from: 20160, to: 40320 })).toEqual([2, 4, 10, 12, 18, 20, 26, 28])
  })

  it('falls on the player’s own slots, and on none beyond the bars', () => {
    expect(clicksOf(bars, [15120, 3780, 99999])).toEqual([
      { at: 3780, on: 'slot' },
      { at: 15120, on: 'beat' },
    ])
  })

  it('leaves bars silent in turn', () => {
    expect([0, 1, 2, 3, 4, 5].map(bar => sounds({ sound: 1, silent: 2 }, bar))).toEqual([
      true,
      false,
      false,
      true,
      false,
      false,
    ])
    expect(sounds(null, 7)).toBe(true)
    expect(sounds({ sound: 1, silent: 0 }, 7)).toBe(true)
  })

  it('says what each falls on', () => {
    const on = (click: Parameters<typeof clicksOf>[1]) =>
      clicksOf(makeBars(meter(3, 4), 1, 2), click).map(one => one.on)
    expect(on('eighths')).toEqual(['first', 'slot', 'beat', 'slot', 'beat', 'slot'])
    expect(on('off-beats')).toEqual(['slot', 'slot', 'slot'])
  })

  it('warns in the last bar before something else alone', () => {
    const groove = makeGroove({ id: 'g', title: 'G', bars: makeBars(meter(4, 4), 2, 2) })
    const passage = { groove, kit: DEFAULT_KIT, click: { program: 'first of bar' as const } }
    const line = new CueLine({
      passages: [
        makePassage({ ...passage, id: 'a', times: 2, leadsOn: true }),
        makePassage({ ...passage, id: 'b', times: 1 }),
      ],
      countIn: 0,
    })
    const clicks = line.between(0, 100).filter(cue => cue.kind === 'click')
    expect(clicks.map(cue => cue.warns)).toEqual([false, false, false, true, false, false])
  })

  it('counts in before the start', () => {
    expect(countIn(makeBars(meter(3, 4), 2, 2), 1)).toEqual([
      { at: -15120, on: 'first' },
      { at: -10080, on: 'beat' },
      { at: -5040, on: 'beat' },
    ])
    expect(countIn(bars, 2)).toHaveLength(8)
    // 1 . 2 . 1 2 3 4; of three beats, or of one bar, there are no halves.
    const voice = { where: 'beats', counting: NUMBERS } as const
    expect(countIn(bars, 2, { halves: true, voice }).map(one => [one.at, one.says])).toEqual([
      [-40320, '1'],
      [-30240, '2'],
      [-20160, '1'],
      [-15120, '2'],
      [-10080, '3'],
      [-5040, '4'],
    ])
    expect(countIn(makeBars(meter(6, 8), 1, 3), 2, { halves: true })).toHaveLength(3)
    expect(countIn(makeBars(meter(3, 4), 1, 2), 2, { halves: true })).toHaveLength(6)
    expect(countIn(bars, 1, { halves: true })).toHaveLength(4)
  })
})
