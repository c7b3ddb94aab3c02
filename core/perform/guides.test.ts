import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT } from '#core/kit'
import { makeBars, makeGroove } from '#core/groove'
import { meter } from '#core/time'
import { cueId, looped } from '.'
import { type GuideCue } from './cue'
import { cues } from './line'

const note = (at: number, length: number) => ({ at, length, level: 4 as const })
// 120 quarters a minute: a bar of 4/4 lasts two seconds, an eighth a quarter of one.
const groove = makeGroove({
  id: 'g',
  title: 'G',
  bars: makeBars(meter(4, 4), 1, 2),
  tempo: { bpm: 120, counts: '1/4' },
  guides: [{ id: 'riff', name: 'Riff', notes: [note(0, 5040), note(7560, 2520), note(17640, 2520)] }],
})
const heard = (performance: ReturnType<typeof looped>, to = 4) =>
  cues(performance, 0, to)
    .filter((cue): cue is GuideCue => cue.kind === 'guide')
    .map(cue => [cue.seconds, cue.until].map(seconds => Math.round(seconds * 1e4) / 1e4))

describe('the line above in a performance', () => {
  it('sounds in time, as long as it is written, every lap, where it is asked for and not otherwise', () => {
    expect(heard(looped({ groove, kit: DEFAULT_KIT, guides: ['riff'] }))).toEqual([
      [0, 0.5],
      [0.75, 1],
      [1.75, 2],
      [2, 2.5],
      [2.75, 3],
      [3.75, 4],
    ])
    expect(heard(looped({ groove, kit: DEFAULT_KIT }))).toEqual([])
  })
  it('swings with the groove: a third later at a share of two thirds', () => {
    const swung = { ...groove, feel: { swing: { level: '1/8' as const, share: 2 / 3 }, push: {} } }
    expect(heard(looped({ groove: swung, kit: DEFAULT_KIT, guides: ['riff'] }), 2)).toEqual([
      [0, 0.5],
      [0.8333, 1],
      [1.8333, 2],
    ])
  })
  it('is cut at the end of the span that is looped', () => {
    expect(heard(looped({ groove, kit: DEFAULT_KIT, guides: ['riff'], span: { from: 0, to: 2520 } }), 0.5)).toEqual([
      [0, 0.25],
      [0.25, 0.5],
    ])
  })
  it('has cues of its own name', () => {
    expect(cues(looped({ groove, kit: DEFAULT_KIT, guides: ['riff'] }), 0, 1).map(cueId)).toEqual([
      '0/0/0/line riff/0/0',
      '0/0/0/line riff/7560/0',
    ])
  })
})
