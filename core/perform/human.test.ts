import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT } from '#core/kit'
import { makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { meter } from '#core/time'
import { type Cue, CueLine, HUMAN_RANGE, asHuman, humanOf, passes } from '.'

const bars = makeBars(meter(4, 4), 4, 4)
const rows = [
  ['RH', 'hi-hat'],
  ['LH', 'snare'],
  ['RF', 'bass drum'],
] as const
const parts = rows.map(([limb, piece]) =>
  makePart({ id: limb, name: limb, limb, strokes: rowStrokes(bars, '3333 3333 3333 3333 '.repeat(4), { piece }) }),
)
const cues = new CueLine(passes(makeGroove({ id: 'g', title: 'G', bars, parts }), DEFAULT_KIT, 8)).between(0, Infinity)
const spread = (values: number[]) => {
  const mean = values.reduce((sum, one) => sum + one, 0) / values.length
  return Math.sqrt(values.reduce((sum, one) => sum + (one - mean) ** 2, 0) / values.length)
}
const of = (limb: string, seed = 1) =>
  cues.filter((cue: Cue) => cue.kind === 'stroke' && cue.limb === limb).map(cue => asHuman(cue, humanOf(8, 1.5, seed)))

describe('a machine that plays as people do', () => {
  it.each([
    ['RH', 8],
    ['LH', 8],
    ['RF', 10],
  ])(
    'spreads %s by %d ms over 512 strokes, about its time, and by 1.5 dB; nobody is further off than three times that',
    (limb, ms) => {
      const off = of(limb)
      expect(off).toHaveLength(512)
      const [times, levels] = [off.map(one => one.seconds * 1000), off.map(one => one.gain)]
      expect(spread(times) / ms).toBeGreaterThan(0.9)
      expect(spread(times) / ms).toBeLessThan(1.1)
      expect(Math.abs(times.reduce((sum, one) => sum + one, 0) / 512)).toBeLessThan(1.2)
      expect(Math.max(...times.map(Math.abs))).toBeLessThan(3 * ms)
      expect(spread(levels)).toBeGreaterThan(1.3)
      expect(spread(levels)).toBeLessThan(1.7)
    },
  )
  it('is the same for the same seed, another for another, exact without, and never beyond its range', () => {
    expect(of('RH')).toEqual(of('RH'))
    expect(of('RH', 2)).not.toEqual(of('RH'))
    expect(cues.map(cue => asHuman(cue, undefined))).toEqual(cues.map(() => ({ seconds: 0, gain: 0 })))
    expect(Math.max(...Object.values(humanOf(15).spread))).toBe(HUMAN_RANGE.spread)
  })
})
