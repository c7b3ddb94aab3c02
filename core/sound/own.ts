import { LEVELS, type Kit, type Level, type OwnSound, levelOfVelocity } from '#core/kit'
import { loudnessOf } from '#core/signal'

/** Sounds so near to one another in loudness are takes of one level, in dB. */
const ALIKE = 3

/**
 * How hard a stroke each of several sounds is of, going by how loud they are: those within 3 dB are takes of one level, and levels are spread
 * from soft to accent; one alone is strong.
 *
 * @example levelsOf([-30, -12, -11]) // => [2, 5, 5]
 */
export function levelsOf(loudness: readonly number[]): Level[] {
  const order = loudness.map((_, i) => i).sort((a, b) => loudness[a]! - loudness[b]!)
  const groups: number[][] = []
  for (const i of order) {
    const group = groups.at(-1)
    if (group && loudness[i]! - loudness[group[0]!]! <= ALIKE) group.push(i)
    else groups.push([i])
  }
  const most = LEVELS.length - 1
  const levelOf = (g: number): Level =>
    LEVELS[groups.length === 1 ? 3 : groups.length === 2 ? 1 + 3 * g : Math.round((g * most) / (groups.length - 1))]!
  return loudness.map((_, i) => levelOf(groups.findIndex(group => group.includes(i))))
}

/**
 * The same by listening to them.
 * @example levelsByEar([new Float32Array(4410).fill(0.01), new Float32Array(4410).fill(0.5)]) // => [2, 5]
 */
export const levelsByEar = (sounds: readonly Float32Array[]): Level[] => levelsOf(sounds.map(loudnessOf))

/** A sound that answers a MIDI note over some velocities, and is kept as a file. */
interface NotedSound {
  note: number
  velocities: { from: number; to: number }
  name: string
  asset: string
}

/**
 * A kit whose strokes have sounds of the player’s own by their MIDI notes, such as those of a SoundFont, in place of what own sounds they had;
 * levels by the middle of the velocities. Answers how many strokes got any.
 * @example withNotedSounds(kit, []).strokes // => 0
 */
export function withNotedSounds(kit: Kit, sounds: readonly NotedSound[], most = 32): { kit: Kit; strokes: number } {
  let strokes = 0
  const pieces = kit.pieces.map(piece => ({
    ...piece,
    strokes: piece.strokes.map(stroke => {
      const own = sounds
        .filter(one => one.note === stroke.note)
        .slice(0, most)
        .map(({ asset, name, velocities }): OwnSound => ({
          asset,
          name,
          level: levelOfVelocity(Math.round((velocities.from + velocities.to) / 2)),
        }))
      if (!own.length) return stroke
      strokes++
      return { ...stroke, own }
    }),
  }))
  return { kit: { ...kit, pieces }, strokes }
}
