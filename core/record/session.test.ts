import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { meter } from '#core/time'
import { type PlayInEvent, type PlayInOptions, type PlayingIn, beginPlayingIn, stepPlayingIn } from '.'

const bars = makeBars(meter(4, 4), 1, 4)
// A bar of 4/4 at 120 is two seconds; a tick is 1/10080 of a second.
const groove = makeGroove({
  id: 'g',
  title: 'G',
  bars,
  tempo: { bpm: 120, counts: '1/4' },
  parts: [
    makePart({
      id: 's',
      name: 'Snare',
      limb: 'LH',
      strokes: rowStrokes(bars, '.... 4... .... 4...', { piece: 'snare' }),
    }),
    makePart({
      id: 'b',
      name: 'Bass',
      limb: 'RF',
      strokes: rowStrokes(bars, '4... .... 4... ....', { piece: 'bass drum' }),
    }),
  ],
})
const desk = { groove, shown: groove, kit: DEFAULT_KIT, chosen: '', tick: 0 }
const span = { from: 0, to: 20160 }
const begin: PlayInEvent = { type: 'begin', span }
const strike = (at: number | undefined, strike: object = { limb: 'LH' }): PlayInEvent => ({
  type: 'strike',
  strike,
  at,
  stamp: (at ?? 0) * 1000,
})
const round = (lap: number): PlayInEvent => ({ type: 'round', lap, simulated: false })
const end: PlayInEvent = { type: 'end', stamp: 9000, simulated: false }
const set = (options: Partial<PlayInOptions>): PlayInEvent => ({ type: 'set', options })
function after(...events: PlayInEvent[]) {
  let state: PlayingIn = beginPlayingIn()
  const heard: string[] = []
  for (const event of events) {
    const next = stepPlayingIn(state, event, desk)
    state = next.state
    heard.push(...next.effects.map(one => `${one.piece} ${one.stroke} ${one.level}`))
  }
  const takes = state.takes.map(take => take.strokes.map(one => Math.round(one.at)))
  return { state, heard, takes, lasts: state.takes.flatMap(take => take.strokes.map(one => one.held)) }
}

describe('playing in', () => {
  it.each<[string, PlayInEvent[], takes: number[][], heard: string[]]>([
    [
      'lays strokes into their times round',
      [begin, strike(0.5), strike(2.25), round(2)],
      [[5040], [2520]],
      ['snare hit 4', 'snare hit 4'],
    ],
    [
      'takes a time round once it is over',
      [begin, strike(0.5), strike(2.25), round(1)],
      [[5040]],
      ['snare hit 4', 'snare hit 4'],
    ],
    ['takes what is under way as it ends', [begin, strike(0.5), end], [[5040]], ['snare hit 4']],
    [
      'has what comes just before a 1 in the time round that begins there',
      [begin, strike(1.95), end],
      [[19656]],
      ['snare hit 4'],
    ],
    ['sounds in the count-in, and takes nothing', [begin, strike(-1), end], [], ['snare hit 4']],
    ['sounds while nothing is taken in, and takes nothing', [strike(0.5)], [], ['snare hit 4']],
    ['sounds where nothing plays', [begin, strike(undefined), end], [], ['snare hit 4']],
    [
      'passes over times round in which nothing is struck',
      [begin, round(3), strike(6.5), end],
      [[5040]],
      ['snare hit 4'],
    ],
    ['passes over a limb that is not taken in', [set({ limbs: ['RF'] }), begin, strike(0.5), end], [], []],
    [
      'knows a pad by its note, its limb where only one can be',
      [begin, strike(0.5, { note: 36, level: 5 }), end],
      [[5040]],
      ['bass drum hit 5'],
    ],
    ['knows no note that is no drum', [begin, strike(0.5, { note: 12 }), end], [], []],
    [
      'has what it is told in one part',
      [set({ into: { to: 'part', partId: 'b', limb: 'RF' } }), begin, strike(0.5), end],
      [[5040]],
      ['bass drum hit 4'],
    ],
    [
      'is silent for a line, which has a voice of its own',
      [set({ into: { to: 'line', guideId: 'l' } }), begin, strike(0.5), end],
      [[5040]],
      [],
    ],
    [
      'takes the last time round back',
      [begin, strike(0.5), strike(2.25), round(2), { type: 'take back' }],
      [[5040]],
      ['snare hit 4', 'snare hit 4'],
    ],
    [
      'goes on after it is stopped',
      [begin, strike(0.5), end, begin, strike(1), end],
      [[5040], [10080]],
      ['snare hit 4', 'snare hit 4'],
    ],
    [
      'begins anew once the groove has it',
      [begin, strike(0.5), end, { type: 'keep', kept: true }, begin, strike(1), end],
      [[10080]],
      ['snare hit 4', 'snare hit 4'],
    ],
    ['is dropped', [begin, strike(0.5), end, { type: 'drop' }], [], ['snare hit 4']],
  ])('%s', (_, events, takes, heard) => {
    const done = after(...events)
    expect([done.takes, done.heard]).toEqual([takes, heard])
  })

  it('a key that is held gives its stroke a length, released in time, late or never', () => {
    const release = (stamp: number): PlayInEvent => ({ type: 'release', limb: 'LH', stamp })
    expect(after(begin, strike(0.5), release(750), end).lasts).toEqual([2520])
    expect(after(begin, strike(0.5), round(1), release(2500)).lasts).toEqual([20160])
    expect(after(begin, strike(0.5), { ...end, stamp: 1000 } as PlayInEvent).lasts).toEqual([5040])
    expect(after(begin, strike(0.5), release(750), release(900), end).lasts).toEqual([2520])
  })

  it('the simulated drummer plays every time round that is over, by the limbs that are taken in', () => {
    const { state } = after(set({ limbs: ['RF'] }), begin, { type: 'round', lap: 2, simulated: true }, {
      ...end,
      simulated: true,
    } as PlayInEvent)
    expect(state.takes).toHaveLength(3)
    expect(new Set(state.takes.flatMap(take => take.strokes.map(one => one.limb)))).toEqual(new Set(['RF']))
  })

  it('loses no stroke that is taken in, whatever else happens', { tags: ['law'] }, () => {
    const event = fc.oneof(
      fc.double({ min: 0, max: 12, noNaN: true }).map(at => strike(at)),
      fc.nat(7).map(round),
      fc.nat(9999).map((stamp): PlayInEvent => ({ type: 'release', limb: 'LH', stamp })),
      fc.constant(set({ strength: 50 })),
    )
    fc.assert(
      fc.property(fc.array(event, { maxLength: 30 }), events => {
        const { state } = after(begin, ...events, end)
        const many = events.filter(one => one.type === 'strike').length
        expect(state.takes.reduce((sum, take) => sum + take.strokes.length, 0)).toBe(many)
        expect([state.on, state.laps.size, state.held.size]).toEqual([false, 0, 0])
      }),
    )
  })
})
