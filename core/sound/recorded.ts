import type { Level } from '#core/kit'
import { randomFrom } from '#core/chance'
import { SAMPLE_RATE, addPartials, biquad, bounced, filter, finish, loudnessOf, resampled, ringOf } from '#core/signal'
import type { SoundKey } from './key'
import { type Recordings, recordingOf } from './recordings'

/** How much of the hard recording is in each level, the rest being the soft one. */
const HARD: Record<Level, number> = { 1: 0, 2: 0, 3: 0.5, 4: 1, 5: 1 }
/** Above this a level is darkened, in Hz: a softer stroke is duller than the recording of it that it is made from. */
const BRIGHT: Record<Level, number> = { 1: 3600, 2: 7500, 3: 11000, 4: 9500, 5: 19000 }
/** A sound may be drawn out or cut by that many dB a second, and no louder at its end than this. */
const MOST_RISE = 24

const mixed = (a: Float32Array, gainA: number, b: Float32Array, gainB: number): Float32Array =>
  Float32Array.from({ length: Math.max(a.length, b.length) }, (_, i) => (a[i] ?? 0) * gainA + (b[i] ?? 0) * gainB)

const peakOf = (samples: Float32Array): number => {
  let most = 0
  for (const x of samples) most = Math.max(most, Math.abs(x))
  return most
}
const scaled = (samples: Float32Array, peak: number): Float32Array => {
  const most = peakOf(samples)
  return most ? samples.map(x => (x * peak) / most) : samples
}

/**
 * So long and so loud as another sound of the same stroke: decays at its pace, within what the recording has, and is as loud to the ear.
 */
function matched(samples: Float32Array, like: Float32Array, peak: number): Float32Array {
  const [mine, wanted] = [ringOf(samples), ringOf(like)]
  // In dB a second: what falls 30 dB in one time is made to fall 30 dB in the other.
  const rise = 30 / mine - 30 / wanted
  const out = samples.slice(0, Math.round(Math.max(like.length, wanted * 1.5 * SAMPLE_RATE)))
  for (let i = 0; i < out.length; i++) out[i]! *= 10 ** (Math.min(MOST_RISE, (rise * i) / SAMPLE_RATE) / 20)
  finish(out, peak)
  const gain = 10 ** ((loudnessOf(like) - loudnessOf(out)) / 20)
  // As loud as the other, but never over full scale.
  const most = Math.min(gain, 0.98 / peakOf(out))
  for (let i = 0; i < out.length; i++) out[i]! *= most
  return out
}

/**
 * One blow from the recordings, as long and as loud as the synthesised one: five levels out of a hard and a soft recording by crossing over
 * and darkening, takes by a hair of pitch and brightness. Undefined where a recording of it is missing.
 * @internal
 */
export function renderRecorded(
  { sound, pitch, level, take }: SoundKey,
  recordings: Recordings,
  like: Float32Array,
): Float32Array | undefined {
  const from = recordingOf(sound, pitch)
  const blow = (hard: number, soft: Float32Array | undefined, loud: Float32Array | undefined) =>
    soft && loud
      ? hard === 0 || hard === 1
        ? scaled(hard ? loud : soft, 1)
        : mixed(scaled(soft, 1), 1 - hard, scaled(loud, 1), hard)
      : undefined
  const raw = from && blow(HARD[level], recordings.get(from.soft), recordings.get(from.hard))
  if (!from || !raw) return undefined
  const lean = take === 0 ? 0 : take % 2 ? 1 : -1
  const random = randomFrom(level * 7919 + take * 104729)
  let out = resampled(
    from.skip ? raw.subarray(Math.round(from.skip * SAMPLE_RATE)) : raw,
    from.faster * (1 + 0.004 * lean),
  )
  if (sound === 'rim shot')
    addPartials(out, [
      { hz: 512 * pitch, gain: 0.55, decay: 0.2 },
      { hz: 985 * pitch, gain: 0.5, decay: 0.15 },
      { hz: 1730 * pitch, gain: 0.3, decay: 0.09 },
      { hz: 2870 * pitch, gain: 0.22, decay: 0.05 },
    ])
  if (sound === 'snare buzz') {
    const blow = out
    out = bounced(() => blow)
  }
  filter(out, biquad('low', BRIGHT[level] * (1 + 0.12 * lean * random())))
  const made = matched(out, like, 0.9)
  // Like the takes of the synthesised set, under a decibel apart.
  return take === 0 ? made : made.map(x => x * (1 + 0.03 * lean))
}
