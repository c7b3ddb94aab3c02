import { randomFrom } from '#core/chance'
import { SAMPLE_RATE } from './dsp'

/** Rooms there are: `dry` is none. */
export const ROOM_SIZES = ['dry', 'small', 'large'] as const
export type RoomSize = (typeof ROOM_SIZES)[number]

/** What a room is made of: its walls in metres, how far what sounds is from who listens, and seconds in which low and high sound falls by 60 dB. */
interface Room {
  walls: readonly [width: number, depth: number, height: number]
  away: number
  low: number
  high: number
}
const ROOMS: Record<Exclude<RoomSize, 'dry'>, Room> = {
  small: { walls: [4.2, 5.1, 2.6], away: 1.6, low: 0.4, high: 0.25 },
  large: { walls: [14, 21, 7.5], away: 4, low: 1.5, high: 0.8 },
}

/** Metres a second. */
const SPEED_OF_SOUND = 343
/** What a wall gives back of what meets it. */
const WALL = 0.7
/** How much of the energy of a response is in its first reflections. */
const EARLY = 0.35
/** Above this much of what was, per sample and second, noise is taken for high: a one-pole filter, in Hz. */
const SPLIT = 2200

/**
 * How a room answers one blow, in the left and the right ear: the six nearest reflections of walls, floor and ceiling, each from its side, and a tail of noise
 * that loses its highs first; both ears together have an energy of 1, and the blow itself is not in it. Of our own making: image sources and decaying
 * noise from a seed. Dry, nothing is answered.
 * @example roomResponse('small').map(ear => ear.length) // => [17640, 17640]
 */
export function roomResponse(size: RoomSize, rate: number = SAMPLE_RATE): [Float32Array, Float32Array] {
  if (size === 'dry') return [new Float32Array(1), new Float32Array(1)]
  const { walls, away, low, high } = ROOMS[size]
  const samples = Math.round(low * rate)
  const ears: [Float32Array, Float32Array] = [new Float32Array(samples), new Float32Array(samples)]
  const [width, depth, height] = walls
  // What sounds is before who listens, both in the middle; where a wall mirrors it, as far beyond as it is before.
  const images = [
    { side: -1, path: Math.hypot(width, away) },
    { side: 1, path: Math.hypot(width * 0.93, away) },
    { side: -0.2, path: 2 * (depth / 2) + away },
    { side: 0.2, path: depth * 1.07 - away },
    { side: 0.1, path: Math.hypot(height * 0.9, away) },
    { side: -0.1, path: Math.hypot(2.2, away) },
  ]
  let most = 0
  for (const { side, path } of images) {
    const at = Math.round(((path - away) / SPEED_OF_SOUND) * rate)
    const gain = (WALL * away) / path
    if (at < 1 || at >= samples) continue
    most = Math.max(most, at)
    ears[0][at]! += gain * Math.sqrt((1 - side) / 2)
    ears[1][at]! += gain * Math.sqrt((1 + side) / 2)
  }
  scale(ears, EARLY)
  const tails = ears.map((ear, i) => {
    const random = randomFrom(size.length * 7919 + i * 104729)
    const tail = new Float32Array(ear.length)
    const follow = 1 - Math.exp((-2 * Math.PI * SPLIT) / rate)
    let slow = 0
    for (let at = 1; at < tail.length; at++) {
      const noise = random() * 2 - 1
      slow += (noise - slow) * follow
      const t = at / rate
      // It grows up to the last of the first reflections, and fades out to nothing at its end.
      const grows = Math.min(1, at / most)
      const ends = Math.min(1, (tail.length - at) / (0.1 * tail.length))
      tail[at] = grows * ends * (slow * 10 ** ((-3 * t) / low) + (noise - slow) * 10 ** ((-3 * t) / high))
    }
    return tail
  }) as [Float32Array, Float32Array]
  scale(tails, 1 - EARLY)
  ears.forEach((ear, i) => tails[i]!.forEach((sample, at) => (ear[at]! += sample)))
  scale(ears, 1)
  return ears
}

/** Both ears together brought to an energy. */
function scale(ears: readonly Float32Array[], energy: number): void {
  let sum = 0
  for (const ear of ears) for (const sample of ear) sum += sample * sample
  const gain = Math.sqrt(energy / sum)
  for (const ear of ears) for (let i = 0; i < ear.length; i++) ear[i]! *= gain
}
