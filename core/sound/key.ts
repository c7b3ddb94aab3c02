import {
  type Level,
  type OwnSound,
  type Piece,
  type SoundName,
  type SoundSet,
  type StrokeKind,
  soundOf,
} from '#core/kit'
import { randomFrom } from '#core/chance'
import { isRecorded } from './recordings'

/** How many takes of each sound there are: no two strokes of a hand are quite alike, and a roll of one take sounds like a machine. */
export const TAKES = 3

/** One sound to render: which, of which set, how high, how hard, and which of its takes; or a file of the player's own, and how hard a stroke that is of. */
export interface SoundKey {
  sound: SoundName
  set: SoundSet
  pitch: number
  level: Level
  take: number
  own?: Pick<OwnSound, 'asset' | 'level'> | undefined
}

/** Of the player's own sounds those of the level that is nearest, the softer of two as near, taken in turn. */
function ownFor(all: readonly OwnSound[], level: Level, take: number): SoundKey['own'] {
  const far = (one: OwnSound) => Math.abs(one.level - level) + (one.level > level ? 0.1 : 0)
  const nearest = all.reduce((best, one) => (far(one) < far(best) ? one : best)).level
  const takes = all.filter(one => one.level === nearest)
  const { asset } = takes[take % takes.length]!
  return { asset, level: nearest }
}

/**
 * The sound of a stroke on a piece: as its kit says, recorded where nothing is said and there is a recording; `take` chooses among those that
 * are alike. `soundKey(pieceOf(kit, 'snare'), 'hit', 5) // => { sound: 'snare', set: 'recorded', pitch: 1, level: 5, take: 0 }`
 */
export function soundKey(piece: Piece, stroke: StrokeKind, level: Level, take = 0): SoundKey {
  const { set = 'recorded', own } = piece.strokes.find(one => one.kind === stroke) ?? {}
  const sound = soundOf(piece, stroke)
  return {
    sound,
    set: isRecorded(sound) ? set : 'synthesised',
    pitch: piece.pitch,
    level,
    take,
    ...(own?.length ? { own: ownFor(own, level, take) } : {}),
  }
}

/**
 * The take for a stroke at a tick of a pass: spread so that neighbours on any grid differ, the same each time it is asked.
 * @example takeFor(1260, 0) === takeFor(1260, 0) // => true
 */
export const takeFor = (at: number, pass: number): number =>
  Math.floor(randomFrom(Math.imul(at + 1, 2654435761) ^ pass)() * TAKES)

/**
 * The name a sound is kept under: pieces that share sound and pitch share it.
 * @example soundName({ sound: 'snare', set: 'recorded', pitch: 1, level: 3, take: 0 }) // => 'snare/recorded/1/3/0'
 */
export const soundName = ({ sound, set, pitch, level, take, own }: SoundKey): string =>
  own ? `${own.asset}/${own.level}/${level}/${take}` : `${sound}/${set}/${pitch}/${level}/${take}`
