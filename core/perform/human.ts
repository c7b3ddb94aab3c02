import { type Limb, LIMBS } from '#core/kit'
import { randomFrom } from '#core/chance'
import { type Cue, cueId } from './cue'

/** A machine that plays as people do: how far each limb spreads about its time, in ms of standard deviation, how far its loudness does, in dB; by a seed. */
export interface Human {
  spread: Readonly<Record<Limb, number>>
  loudness: number
  seed: number
}

/** The most that a limb may spread, in ms, and its loudness, in dB. */
export const HUMAN_RANGE = { spread: 15, loudness: 4 } as const

/**
 * Every limb spread alike, feet a little more than hands, as they do.
 * @example humanOf(6).spread // => { RH: 6, LH: 6, RF: 7.5, LF: 7.5 }
 */
export const humanOf = (ms: number, loudness = ms / 5, seed = 1): Human => ({
  spread: Object.fromEntries(
    LIMBS.map(limb => [limb, Math.min(HUMAN_RANGE.spread, limb.endsWith('F') ? ms * 1.25 : ms)]),
  ) as Record<Limb, number>,
  loudness,
  seed,
})

const hashed = (text: string): number => {
  let hash = 2166136261
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 16777619)
  return hash >>> 0
}

/** Nobody is further off than so many standard deviations. */
const FURTHEST = 2.5
/** A number about 0 with a standard deviation of 1, bounded: the sum of four even ones. */
function spread(random: () => number): number {
  const sum = random() + random() + random() + random() - 2
  return Math.max(-FURTHEST, Math.min(FURTHEST, sum * Math.sqrt(3)))
}

/**
 * How far off a person would play a cue of the machine's: in seconds, later or earlier, and in dB. Blows of one stroke are off together; the click and lines are
 * never off. The same for the same seed and place, whoever asks.
 * @example asHuman(cues(looped({ groove, kit }), 0, 0.1)[0], humanOf(0)) // => { seconds: 0, gain: 0 }
 */
export function asHuman(cue: Cue, human: Human | undefined): { seconds: number; gain: number } {
  if (!human || cue.kind !== 'stroke') return { seconds: 0, gain: 0 }
  const random = randomFrom(hashed(cueId({ ...cue, blow: 0 })) ^ Math.imul(human.seed, 0x9e3779b1))
  return { seconds: (spread(random) * human.spread[cue.limb]) / 1000 || 0, gain: spread(random) * human.loudness || 0 }
}
