/** @module-tag long */
import { describe, expect, it } from 'vitest'
import { KITS, LEVELS, type Level, type SoundName, soundOf } from '#core/kit'
import { SAMPLE_RATE } from '#core/signal'
import { type Bank, TAKES, isRecorded, renderSound } from '#core/sound'
import { decodedRecordings } from './recordings'

const bank: Bank = { recordings: await decodedRecordings(), own: new Map() }

/** Every sound and pitch of the kits that ship, where there is a recording of it. */
const kinds = [
  ...new Map(
    KITS.flatMap(kit =>
      kit.pieces.flatMap(piece =>
        piece.strokes.map(({ kind }) => ({ sound: soundOf(piece, kind), pitch: piece.pitch })),
      ),
    )
      .filter(one => isRecorded(one.sound))
      .map(one => [`${one.sound} ${one.pitch}`, one]),
  ).values(),
]
const of = (sound: SoundName, pitch: number, level: Level, set: 'recorded' | 'synthesised', take = 0) =>
  renderSound({ sound, pitch, level, take, set }, bank)

/**
 * Loudness by another way than the core's: the power spectrum of the first 0.4 s, weighted by the curve that BS.1770's filters have, read off
 * at each frequency from their analogue prototypes.
 */
function loudness(samples: Float32Array): number {
  const many = 16384 * 2
  const re = new Float64Array(many)
  const im = new Float64Array(many)
  for (let i = 0; i < Math.min(samples.length, 0.4 * SAMPLE_RATE); i++) re[i] = samples[i]!
  fft(re, im)
  let sum = 0
  for (let k = 1; k < many / 2; k++) {
    const f = (k * SAMPLE_RATE) / many
    sum += 2 * (re[k]! ** 2 + im[k]! ** 2) * highPass(f) * shelf(f)
  }
  return 10 * Math.log10(sum / many / (0.4 * SAMPLE_RATE))
}
/** |H|² of s² ÷ (s² + s ω/Q + ω²). */
const highPass = (f: number, f0 = 38.13547, q = 0.500327) => f ** 4 / ((f0 ** 2 - f ** 2) ** 2 + ((f * f0) / q) ** 2)
/** A shelf of 4 dB above 1.68 kHz. */
function shelf(f: number, f0 = 1681.97445, q = 0.707175, high = 10 ** (3.99984385 / 20)) {
  const band = high ** 0.49966677
  const x = f / f0
  return ((1 - high * x * x) ** 2 + ((band * x) / q) ** 2) / ((1 - x * x) ** 2 + (x / q) ** 2)
}
function fft(re: Float64Array, im: Float64Array): void {
  const n = re.length
  for (let i = 1, j = 0; i < n; i++) {
    let bit = n >> 1
    for (; j & bit; bit >>= 1) j ^= bit
    j ^= bit
    if (i < j) [re[i], re[j], im[i], im[j]] = [re[j]!, re[i]!, im[j]!, im[i]!]
  }
  for (let size = 2; size <= n; size *= 2) {
    for (let from = 0; from < n; from += size) {
      for (let k = 0; k < size / 2; k++) {
        const [c, s] = [Math.cos((-2 * Math.PI * k) / size), Math.sin((-2 * Math.PI * k) / size)]
        const [a, b] = [from + k, from + k + size / 2]
        const [x, y] = [re[b]! * c - im[b]! * s, re[b]! * s + im[b]! * c]
        re[b] = re[a]! - x
        im[b] = im[a]! - y
        re[a] = re[a]! + x
        im[a] = im[a]! + y
      }
    }
  }
}
/** Seconds in which 99.9 % of a sound's energy has gone by: another measure of its length than the core's. */
function length(samples: Float32Array): number {
  let all = 0
  for (const x of samples) all += x * x
  let sum = 0
  for (let i = 0; i < samples.length; i++) {
    sum += samples[i]! ** 2
    if (sum > 0.999 * all) return i / SAMPLE_RATE
  }
  return samples.length / SAMPLE_RATE
}
const peak = (samples: Float32Array) => samples.reduce((most, x) => Math.max(most, Math.abs(x)), 0)

describe.each(kinds)('$sound at $pitch, recorded', ({ sound, pitch }) => {
  const recorded = LEVELS.map(level => of(sound, pitch, level, 'recorded'))
  const synthesised = LEVELS.map(level => of(sound, pitch, level, 'synthesised'))

  it('is another sound than the synthesised, as loud at each level within 2 dB', () => {
    expect(recorded[3]).not.toEqual(synthesised[3])
    const apart = recorded.map((one, i) => loudness(one) - loudness(synthesised[i]!))
    expect(apart.map(db => (Math.abs(db) < 2 ? 0 : db))).toEqual([0, 0, 0, 0, 0])
  })
  it('is about as long', () => {
    for (const i of [2, 4]) {
      expect(length(recorded[i]!) / length(synthesised[i]!)).toBeGreaterThan(0.6)
      expect(length(recorded[i]!) / length(synthesised[i]!)).toBeLessThan(1.3)
    }
  })
  it('never clips, begins and ends at nothing, and is there at once', () => {
    for (const one of recorded) {
      expect(peak(one)).toBeLessThanOrEqual(0.981)
      expect(Math.abs(one[0]!)).toBeLessThan(1e-6)
      expect(Math.abs(one.at(-1)!)).toBeLessThan(1e-6)
      // Within 8 ms something is heard: a tenth of its loudest.
      expect(one.findIndex(x => Math.abs(x) > 0.1 * peak(one)) / SAMPLE_RATE).toBeLessThan(0.008)
    }
  })
  it('has takes that differ a little', () => {
    const takes = Array.from({ length: TAKES }, (_, take) => of(sound, pitch, 4, 'recorded', take))
    for (const take of takes.slice(1)) {
      expect(take).not.toEqual(takes[0])
      expect(Math.abs(loudness(take) - loudness(takes[0]!))).toBeLessThan(1.2)
    }
  })
})

describe('the recorded set, by its spectrum', () => {
  /** Where the energy of the first 0.2 s has its middle, in Hz. */
  function middle(samples: Float32Array): number {
    const many = 8192
    const re = new Float64Array(many)
    const im = new Float64Array(many)
    for (let i = 0; i < many; i++) re[i] = samples[i] ?? 0
    fft(re, im)
    let [sum, all] = [0, 0]
    for (let k = 1; k < many / 2; k++) {
      const energy = re[k]! ** 2 + im[k]! ** 2
      sum += (energy * k * SAMPLE_RATE) / many
      all += energy
    }
    return sum / all
  }
  const hz = (sound: SoundName, level: Level = 4, pitch = 1) => middle(of(sound, pitch, level, 'recorded'))

  it('is dark and bright where it should be: bass drum, floor tom, high tom, snare, hats', () => {
    const order = [hz('bass drum'), hz('floor tom'), hz('tom', 4, 1.4), hz('snare'), hz('closed hat')]
    expect(order).toEqual(order.toSorted((a, b) => a - b))
    expect(order[0]).toBeLessThan(250)
    expect(order[4]).toBeGreaterThan(5000)
  })
  it.each(['bass drum', 'snare', 'closed hat', 'ride', 'crash', 'tom'] as SoundName[])(
    '%s is duller as a ghost than as an accent',
    sound => {
      expect(hz(sound, 1)).toBeLessThan(hz(sound, 5))
    },
  )
  it('a tom is as high as the synthesised one of its size', () => {
    const strongest = (samples: Float32Array) => {
      const many = 16384
      const re = new Float64Array(many)
      const im = new Float64Array(many)
      // Once the blow is over.
      for (let i = 0; i < many; i++) re[i] = samples[i + 2000] ?? 0
      fft(re, im)
      let best = 1
      for (let k = 1; k < many / 8; k++) if (re[k]! ** 2 + im[k]! ** 2 > re[best]! ** 2 + im[best]! ** 2) best = k
      return (best * SAMPLE_RATE) / many
    }
    for (const [sound, pitch] of [
      ['tom', 1],
      ['tom', 1.3],
      ['floor tom', 1],
    ] as const) {
      const [recorded, synthesised] = [
        strongest(of(sound, pitch, 4, 'recorded')),
        strongest(of(sound, pitch, 4, 'synthesised')),
      ]
      expect(Math.abs(12 * Math.log2(recorded / synthesised))).toBeLessThan(1.5)
    }
  })
})
