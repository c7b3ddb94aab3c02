import { describe, expect, it } from 'vitest'
import { randomFrom } from '#core/chance'
import { truePeak } from '../../test/true-peak'
import { LOOK_AHEAD, Limiter, ROOM_SIZES, SAMPLE_RATE, convolved, limited, loudnessOf, roomResponse } from '.'

/** A few blows of noise and of high sines at once, of a height. */
const blows = (height: number, seed: number): Float32Array => {
  const random = randomFrom(seed)
  return Float32Array.from({ length: 6000 }, (_, i) => {
    const since = (i % 2300) / 500
    return height * Math.exp(-since) * (0.6 * (random() * 2 - 1) + 0.4 * Math.sin(i * 2.37 + seed))
  })
}

describe('the limiter', () => {
  it('leaves what is under the ceiling as it was, only later', () => {
    const quiet = blows(0.7, 1)
    expect(limited([quiet])[0]).toEqual(quiet)
    const live = quiet.slice()
    new Limiter(1).process([live])
    const late = Math.round(LOOK_AHEAD * SAMPLE_RATE)
    expect(live.subarray(late)).toEqual(quiet.subarray(0, quiet.length - late))
  })
  it('keeps what comes between samples under −1 dB, whatever comes in', () => {
    for (const [seed, height] of [1.2, 2, 4, 9].entries())
      expect(20 * Math.log10(truePeak(limited([blows(height, seed)])[0]!)), `${height}`).toBeLessThan(-1)
  })
  it('turns both ears down alike, and block by block as all at once', () => {
    const [left, right] = [blows(3, 5), blows(0.3, 6)]
    const whole = limited([left, right])
    const gains = [...whole[0]!].map((sample, i) => (Math.abs(left[i]!) > 0.01 ? sample / left[i]! : 1))
    whole[1]!.forEach((sample, i) => {
      if (Math.abs(left[i]!) > 0.01) expect(sample).toBeCloseTo(right[i]! * gains[i]!, 5)
    })
    const late = Math.round(LOOK_AHEAD * SAMPLE_RATE)
    const limiter = new Limiter(2)
    const out: number[] = []
    for (let at = 0; at < left.length; at += 128) {
      const block = [left.slice(at, at + 128), right.slice(at, at + 128)]
      limiter.process(block)
      out.push(...block[0]!)
    }
    expect(out.slice(late)).toEqual([...whole[0]!.subarray(0, left.length - late)])
  })
  it('moves its gain without a step: a loud blow in a steady tone is no click', () => {
    const tone = Float32Array.from({ length: 8000 }, (_, i) => 0.2 + (i > 4000 && i < 4040 ? 2 : 0))
    const out = limited([tone])[0]!
    const before = out.subarray(0, 4000)
    for (let i = 1; i < before.length; i++) expect(Math.abs(before[i]! - before[i - 1]!)).toBeLessThan(0.005)
  })
})

describe('a room', () => {
  const inDb = (share: number) => 10 * Math.log10(share)
  const energy = (samples: Float32Array) => samples.reduce((sum, one) => sum + one * one, 0)
  it.each([
    ['small', 0.4],
    ['large', 1.5],
  ] as const)('%s answers after the blow, has an energy of one, and is 60 dB down after %d s', (size, seconds) => {
    const ears = roomResponse(size)
    expect(energy(ears[0]) + energy(ears[1])).toBeCloseTo(1, 4)
    expect(Math.abs(inDb(energy(ears[0]) / energy(ears[1])))).toBeLessThan(1)
    for (const ear of ears) {
      expect(ear[0]).toBe(0)
      // How it falls between a fifth and a half of its time, in dB a second, by Schroeder's sum from behind.
      const left = (share: number) => inDb(energy(ear.subarray(share * ear.length)))
      const fall = (left(0.2) - left(0.5)) / (0.3 * seconds)
      expect(60 / fall, 'reverberation').toBeGreaterThan(0.6 * seconds)
      expect(60 / fall, 'reverberation').toBeLessThan(1.15 * seconds)
    }
    // What comes to one ear is not what comes to the other.
    const alike =
      ears[0].reduce((sum, one, i) => sum + one * ears[1][i]!, 0) / Math.sqrt(energy(ears[0]) * energy(ears[1]))
    expect(Math.abs(alike)).toBeLessThan(0.5)
    expect(loudnessOf(ears[0])).toBeGreaterThan(-60)
  })
  it('is none where it is dry', () =>
    expect(ROOM_SIZES.map(size => energy(roomResponse(size)[0]) > 0)).toEqual([false, true, true]))
})

it('convolves as the sum of its products does, over the seams of its blocks', () => {
  const random = randomFrom(4)
  const sound = Float32Array.from({ length: 9000 }, () => random() - 0.5)
  sound.fill(0, 2000, 7000)
  const response = Float32Array.from({ length: 700 }, () => random() - 0.5)
  const out = convolved(sound, response)
  expect(out).toHaveLength(9699)
  for (const at of [0, 1, 699, 1999, 2500, 3396, 3397, 6999, 7300, 9698]) {
    let sum = 0
    for (let tap = 0; tap < response.length; tap++) sum += response[tap]! * (sound[at - tap] ?? 0)
    expect(out[at]).toBeCloseTo(sum, 4)
  }
})
