import { randomFrom } from '#core/chance'
import { type Cue, cueId } from './cue'
import type { Human } from './human'

const hashed = (text: string): number => {
  let hash = 2166136261
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 16777619)
  return hash >>> 0
}

/** The furthest that a person is off, in standard deviations. */
const FURTHEST = 2.5
/** A number about 0 with a standard deviation of 1, bounded: the sum of four even ones. */
function spread(random: () => number): number {
  const sum = random() + random() + random() + random() - 2
  return Math.max(-FURTHEST, Math.min(FURTHEST, sum * Math.sqrt(3)))
}

/**
 * How far off a person would play a cue of the machine's: in seconds, later or earlier, and in dB. Blows of one stroke are off together; the click and lines are
 * never off. The same for the same seed and place.
 * @example asHuman(cues(looped({ groove, kit }), 0, 0.1)[0], humanOf(0)) // => { seconds: 0, gain: 0 }
 */
export function asHuman(cue: Cue, human: Human | undefined): { seconds: number; gain: number } {
  if (!human || cue.kind !== 'stroke') return { seconds: 0, gain: 0 }
  const random = randomFrom(hashed(cueId({ ...cue, blow: 0 })) ^ Math.imul(human.seed, 0x9e3779b1))
  return { seconds: (spread(random) * human.spread[cue.limb]) / 1000 || 0, gain: spread(random) * human.loudness || 0 }
}
