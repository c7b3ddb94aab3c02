/** @module-tag long */
import { describe, expect, it } from 'vitest'
import { type Heard, heardOf } from '../../test/heard'
import { madeMix } from '../../test/mixes'
import { HEAR_RATE, MOMENTS, findBeats, onsetStrength } from '.'

/** Short blows of a tone at some times, in a little noise. */
function blows(times: readonly number[], hz: number, seconds: number): Float32Array {
  const out = new Float32Array(seconds * HEAR_RATE)
  for (let i = 0; i < out.length; i++) out[i] = 0.001 * Math.sin(i * i * 0.37)
  for (const time of times)
    for (let i = 0, at = Math.round(time * HEAR_RATE); i < 1500 && at + i < out.length; i++)
      out[at + i]! += 0.6 * Math.exp(-i / 300) * Math.sin((2 * Math.PI * hz * i) / HEAR_RATE)
  return out
}
const middle = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!

describe('where something begins', () => {
  it.each([
    [80, 'low'],
    [900, 'middle'],
    [6000, 'high'],
  ] as const)('a blow of %d Hz is %s, within 20 ms of its time', (hz, band) => {
    const times = [0.5, 1.13, 1.9]
    const strength = onsetStrength(blows(times, hz, 3))
    const others = (['low', 'middle', 'high'] as const).filter(one => one !== band)
    for (const time of times) {
      const near = Array.from({ length: 11 }, (_, i) => Math.round(time * MOMENTS) - 5 + i)
      const best = near.reduce((a, b) => (strength[band][b]! > strength[band][a]! ? b : a))
      expect(Math.abs(best / MOMENTS - time)).toBeLessThan(0.02)
      expect(strength[band][best]).toBeGreaterThan(3)
    }
    expect(others.some(one => middle([...strength[one]]) > 1)).toBe(false)
  })
})

describe('beats', () => {
  it.each([60, 97.3, 128, 171])('of a pulse at %d a minute are where it is', bpm => {
    const times = Array.from({ length: Math.floor((15 * bpm) / 60) }, (_, i) => 0.3 + (i * 60) / bpm)
    const { beats } = findBeats(onsetStrength(blows(times, 500, 16)))
    const inner = beats.filter(one => one > 1 && one < 14)
    for (const beat of inner) expect(Math.min(...times.map(time => Math.abs(time - beat)))).toBeLessThan(0.025)
    expect(inner.length).toBeGreaterThan(0.9 * times.filter(one => one > 1 && one < 14).length)
  })
  it('follow a tempo that creeps from 84 to 92', () => {
    const times = [0.4]
    while (times.at(-1)! < 38) times.push(times.at(-1)! + 60 / (84 + (8 * times.at(-1)!) / 38))
    const { beats: found, curve } = findBeats(onsetStrength(blows(times, 300, 39)))
    expect(curve[2]!.bpm).toBeGreaterThan(82)
    expect(curve[2]!.bpm).toBeLessThan(87)
    expect(curve.at(-3)!.bpm).toBeGreaterThan(89)
    const beats = found.filter(one => one > 2 && one < 36)
    for (const beat of beats) expect(Math.min(...times.map(time => Math.abs(time - beat)))).toBeLessThan(0.03)
  })

  // Mixes with bass and chords as loud as the drums; some sway, begin before the 1, have an odd bar or stand in a room.
  const heard = Array.from({ length: 16 }, (_, i) => heardOf(madeMix(i + 301, 16)))
  const share = (test: (one: Heard) => boolean, all = heard) => all.filter(test).length / all.length
  const said = heard.map(one => Object.values(one).join(' ')).join('\n')
  const right = heard.filter(one => Math.abs(one.tempo - 1) < 0.04)
  it('of mixes: the tempo in four of five, within a factor of two in nearly all, and the beats with it', () => {
    expect(
      share(one => Math.abs(one.tempo - 1) < one.near),
      said,
    ).toBeGreaterThanOrEqual(0.8)
    expect(
      share(one => [0.5, 1, 2].some(times => Math.abs(one.tempo / times - 1) < 0.04)),
      said,
    ).toBeGreaterThan(0.9)
    expect(middle(right.map(one => one.beats)), said).toBeGreaterThan(0.97)
  })
  it('of mixes: bars begin where they do in three of four', () => {
    expect(
      share(one => one.ones > 0.75, right),
      said,
    ).toBeGreaterThan(0.75)
  })
})
