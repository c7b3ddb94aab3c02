import { describe, expect, it } from 'vitest'
import { makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { CueLine, looped } from '#core/perform'
import { meter } from '#core/time'
import { type ListeningEvent, beginListening, stepListening } from '.'

const bars = makeBars(meter(4, 4), 1, 4)
const part = (id: string, limb: 'RH' | 'LF', row: string) =>
  makePart({
    id,
    name: id,
    limb,
    strokes: rowStrokes(bars, row, { piece: 'hi-hat', stroke: limb === 'LF' ? 'chick' : 'hit' }),
  })
const groove = makeGroove({
  id: 'g',
  title: 'G',
  bars,
  tempo: { bpm: 120, counts: '1/4' },
  parts: [part('hats', 'RH', '3.'), part('foot', 'LF', '3...')],
})
const performance = looped({ groove, kit: DEFAULT_KIT, parts: { hats: 'player', foot: 'player' } })
const listened = (events: ListeningEvent[]) =>
  events.reduce((state, event) => stepListening(state, event, new CueLine(performance)), beginListening())
const begin = (entry: number, on = true): ListeningEvent => ({ type: 'begin', performance, entry, on })
const strike = (limb: 'RH' | 'LF', at: number): ListeningEvent => ({
  type: 'strike',
  stroke: { at, limb },
  heard: at + 0.02,
  tells: 'limb',
})
const end: ListeningEvent = { type: 'end', to: 4 }
/** Eight eighths of the hand on time, and the foot a number of seconds late on every beat: 0.25 s and 0.5 s apart at 120. */
const both = (late: number) =>
  Array.from({ length: 8 }, (_, i) => i / 4).flatMap(at => [
    strike('RH', at),
    ...(at % 0.5 ? [] : [strike('LF', at + late)]),
  ])

describe('listening', () => {
  it.each<[string, ListeningEvent[], takes: number[], hint: string]>([
    [
      'keeps what was struck in each take',
      [begin(1), strike('RH', 0), end, begin(1), strike('RH', 0), strike('RH', 1), end],
      [1, 2],
      '',
    ],
    ['keeps nothing of an entry that was left', [begin(1), strike('RH', 0), end, begin(2), end], [0], ''],
    ['keeps nothing where it is off', [begin(1, false), strike('RH', 0), end], [], ''],
    ['keeps no take of no length', [begin(1), strike('RH', 0), { type: 'end', to: 0 }], [], ''],
    ['hands its takes over once', [begin(1), end, { type: 'hand over' }], [], ''],
    ['hints at a foot that is late', [begin(1), ...both(0.03)], [], 'left foot after the right hand'],
    ['is quiet where all is well', [begin(1), ...both(0.005)], [], ''],
    ['hints at nothing from strokes that answer nothing', [begin(1), ...both(0.2)], [], ''],
    ['begins to hint again with each take', [begin(1), ...both(0.03), end, begin(1)], [12], ''],
  ])('%s', (_, events, takes, hint) => {
    const state = listened(events)
    expect(state.takes.map(take => take.struck.length)).toEqual(takes)
    expect(state.hint).toBe(hint)
  })

  it('takes taps as they are heard, the input’s lateness in them, and they are no strokes', () => {
    const tapped = listened([begin(1), { type: 'tap' }, strike('RH', 0), strike('RH', 0.5)])
    expect([tapped.taps, tapped.now?.struck]).toEqual([[0.02, 0.52], []])
    expect(stepListening(tapped, { type: 'tapped' }).taps).toBeNull()
  })
})
