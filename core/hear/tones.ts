import FFT from 'fft.js'
import { HEAR_RATE } from './onsets'

/** Samples of a window in which tones a semitone apart come apart, from the second octave of a bass on. */
const WINDOW = 8192
/** The lowest tone that is listened for, in Hz, and how many semitones up from it. */
const LOWEST = 65.4
const SEMITONES = 48

/**
 * Which of the twelve tones sound between one beat and the next, whatever the octave, loud or soft alike; one list for each stretch but the last. Drums have all of them a
 * little, so that the mean is taken away.
 * @internal
 */
export function tonesBetween(samples: Float32Array, beats: readonly number[]): Float32Array[] {
  const transform = new FFT(WINDOW)
  const shape = Float32Array.from({ length: WINDOW }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / WINDOW))
  const frame = new Float32Array(WINDOW)
  const spectrum = transform.createComplexArray()
  return beats.slice(1).map((to, i) => {
    // The window lies in the middle of its beat, where the blow on it has gone by.
    const from = Math.round(((beats[i]! + to) / 2) * HEAR_RATE) - WINDOW / 2
    for (let n = 0; n < WINDOW; n++) frame[n] = (samples[from + n] ?? 0) * shape[n]!
    transform.realTransform(spectrum, frame)
    const tones = new Float32Array(12)
    for (let step = 0; step < SEMITONES; step++) {
      const bin = (LOWEST * 2 ** (step / 12) * WINDOW) / HEAR_RATE
      let most = 0
      for (let n = Math.round(bin * 0.985); n <= Math.round(bin * 1.015); n++)
        most = Math.max(most, Math.hypot(spectrum[2 * n]!, spectrum[2 * n + 1]!))
      tones[step % 12]! += Math.log1p(most)
    }
    const mean = tones.reduce((sum, one) => sum + one, 0) / 12
    return tones.map(one => one - mean)
  })
}

/** How much other tones there are than before, from 0 for the same to 2 for the opposite. @internal */
export function changeOf(before: Float32Array, now: Float32Array): number {
  let [both, a, b] = [0, 0, 0]
  for (let i = 0; i < now.length; i++) {
    both += before[i]! * now[i]!
    a += before[i]! ** 2
    b += now[i]! ** 2
  }
  return a && b ? 1 - both / Math.sqrt(a * b) : 0
}
