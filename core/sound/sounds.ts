import { type Level, type Piece, type SoundName, type StrokeKind, soundOf } from '#core/kit'
import { randomFrom } from '#core/chance'
import { SAMPLE_RATE, addNoise, addPartials, biquad, finish, silence } from './dsp'
import { VOICES } from './voices'

/** Peak of a voice at each level, 1 being full scale: about 9 dB from a ghost to a soft stroke, less further up. */
export const LEVEL_GAIN: Record<Level, number> = { 1: 0.09, 2: 0.22, 3: 0.42, 4: 0.68, 5: 0.95 }

/** How loud a sound stands beside the others at the same level. */
const BALANCE: Record<SoundName, number> = {
  'bass drum': 0.95, 'snare': 0.8, 'rim shot': 0.86, 'cross-stick': 0.6, 'snare buzz': 0.7, 'brush sweep': 0.4, 'brush tap': 0.45,
  'closed hat': 0.42, 'open hat': 0.46, 'foot hat': 0.38, 'splashed hat': 0.44, 'ride': 0.45, 'ride bell': 0.5, 'crash': 0.7, 'china': 0.68,
  'splash cymbal': 0.55, 'tom': 0.75, 'floor tom': 0.8, 'timbale': 0.7, 'cowbell': 0.5, 'wood block': 0.5, 'tambourine': 0.45,
  'practice pad': 0.5, 'machine bass': 0.95, 'machine snare': 0.75, 'machine hat': 0.4, 'machine open hat': 0.42, 'hand clap': 0.65,
}

/** How many takes of each sound there are: no two strokes of a hand are quite alike, and a roll of one take sounds like a machine. */
export const TAKES = 3

/** One sound to render: which, how high, how hard, and which of its takes. */
export interface SoundKey { sound: SoundName, pitch: number, level: Level, take: number }

/** The sound of a stroke on a piece; `count` (a tick, a running number) chooses the take. */
export const soundKey = (piece: Piece, stroke: StrokeKind, level: Level, take = 0): SoundKey =>
  ({ sound: soundOf(piece, stroke), pitch: piece.pitch, level, take })

/** The take for a stroke at a tick of a pass: spread so that neighbours on any grid differ, the same each time it is asked. */
export const takeFor = (at: number, pass: number): number => Math.floor(randomFrom(Math.imul(at + 1, 2654435761) ^ pass)() * TAKES)

/** The name a sound is kept under: pieces that share sound and pitch share it. */
export const soundName = ({ sound, pitch, level, take }: SoundKey): string => `${sound}/${pitch}/${level}/${take}`

/**
 * Renders one sound: mono samples at 44.1 kHz, peaking at its level's share of full scale. The same key gives the
 * same samples; takes differ by a hair in pitch (0.4 %), force and loudness (under 1 dB), and in their noise.
 */
export function renderSound({ sound, pitch, level, take }: SoundKey): Float32Array {
  const lean = take === 0 ? 0 : take % 2 ? 1 : -1
  const out = VOICES[sound]({ hard: Math.min(1, Math.max(0, (level - 1) / 4 + 0.03 * lean)), pitch: pitch * (1 + 0.004 * lean), random: randomFrom(level * 7919 + sound.length + take * 104729) })
  return finish(out, LEVEL_GAIN[level] * BALANCE[sound] * (1 - 0.04 * Math.abs(lean) + 0.02 * lean))
}

/** The sounds a click may have. */
export const CLICK_SOUNDS = ['wood', 'beep', 'bell', 'shaker'] as const
export type ClickSound = typeof CLICK_SOUNDS[number]

/** The click: short, and higher or louder on the first of a bar. */
export function renderClick(first: boolean, sound: ClickSound = 'wood'): Float32Array {
  const out = silence(sound === 'bell' ? 0.25 : 0.06)
  const up = first ? 1.49 : 1
  if (sound === 'wood') addPartials(out, [{ hz: 1180 * up, gain: 1, decay: 0.035 }, { hz: 2797 * up, gain: 0.4, decay: 0.02 }])
  if (sound === 'beep') addPartials(out, [{ hz: 880 * up, gain: 1, decay: 0.07 }])
  if (sound === 'bell') addPartials(out, [{ hz: 1567 * up, gain: 1, decay: 0.22 }, { hz: 3950 * up, gain: 0.35, decay: 0.12 }])
  if (sound === 'shaker') addNoise(out, randomFrom(first ? 5 : 3), { gain: 1, decay: 0.05, filters: [biquad('high', first ? 3500 : 6500)] })
  return finish(out, first ? 0.55 : 0.4)
}

/** How long the voice of a line lasts at most, in seconds: a note is ended by whoever plays it. */
const GUIDE_SECONDS = 6

/** The voice of a line above the limbs: a soft reed at A3, whose first moment is marked enough to play by, and which holds until it is ended. */
export function renderGuide(level: Level): Float32Array {
  const out = silence(GUIDE_SECONDS)
  addPartials(out, [1, 2, 3, 4, 5].map(n => ({ hz: 220 * n, gain: 0.8 ** n * (n % 2 ? 1 : 0.5) * (1 + 0.1 * level * (n - 1)), decay: GUIDE_SECONDS * 3 })))
  const rise = 0.006 * SAMPLE_RATE
  for (let i = 0; i < rise; i++) out[i]! *= i / rise
  return finish(out, LEVEL_GAIN[level] * GUIDE_BALANCE)
}

/** A line lies under the drums that play it. */
const GUIDE_BALANCE = 0.4
