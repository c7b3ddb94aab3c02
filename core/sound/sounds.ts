import type { Level, SoundName } from '#core/kit'
import { randomFrom } from '#core/chance'
import { SAMPLE_RATE, addPartials, biquad, filter, finish, silence } from '#core/signal'
import type { SoundKey } from './key'
import { renderRecorded } from './recorded'
import type { Recordings } from './recordings'
import { VOICES } from './voices'

/** Peak of a voice at each level, 1 being full scale: about 9 dB from a ghost to a soft stroke, less further up. */
const LEVEL_GAIN: Record<Level, number> = { 1: 0.09, 2: 0.22, 3: 0.42, 4: 0.68, 5: 0.95 }

/** How loud a sound is beside the others at the same level. */
const BALANCE: Record<SoundName, number> = {
  'bass drum': 0.95,
  snare: 0.8,
  'rim shot': 1,
  'cross-stick': 0.6,
  'snare buzz': 0.5,
  'brush sweep': 0.2,
  'brush tap': 0.45,
  'closed hat': 0.42,
  'open hat': 0.46,
  'half-open hat': 0.45,
  'loose hat': 0.44,
  'tight hat': 0.4,
  'foot hat': 0.38,
  'splashed hat': 0.44,
  ride: 0.45,
  'ride bell': 0.5,
  crash: 0.7,
  china: 0.68,
  'splash cymbal': 0.55,
  tom: 0.75,
  'floor tom': 0.8,
  timbale: 0.7,
  cowbell: 0.5,
  'wood block': 0.5,
  tambourine: 0.45,
  claves: 0.5,
  shaker: 0.35,
  'practice pad': 0.5,
  'machine bass': 0.95,
  'machine snare': 0.75,
  'machine hat': 0.4,
  'machine open hat': 0.42,
  'hand clap': 0.65,
}

/** What sounds are made from beside arithmetic: the recordings that ship, and files of the player's own, mono at 44.1 kHz, by their hash. */
export interface Bank {
  recordings: Recordings
  own: ReadonlyMap<string, Float32Array>
}
export const NO_BANK: Bank = { recordings: new Map(), own: new Map() }

/**
 * Renders one sound: mono samples at 44.1 kHz. The same key and bank give the same samples. What the bank lacks is synthesised; recorded and
 * synthesised are as loud and as long as each other.
 * @example renderSound({ sound: 'snare', set: 'synthesised', pitch: 1, level: 3, take: 0 }).length > 4410 // => true
 */
export function renderSound(key: SoundKey, { recordings, own }: Bank = NO_BANK): Float32Array {
  const file = key.own && own.get(key.own.asset)
  if (key.own && file) return renderOwn(key, file)
  const recorded =
    key.set === 'recorded' ? renderRecorded(key, recordings, synthesised({ ...key, take: 0 })) : undefined
  return recorded ?? synthesised(key)
}

/** Peaking at its level's share of full scale; takes differ by a hair in pitch (0.4 %), force and loudness (under 1 dB), and in their noise. */
function synthesised({ sound, pitch, level, take }: SoundKey): Float32Array {
  const lean = leanOf(take)
  const out = VOICES[sound]({
    hard: Math.min(1, Math.max(0, (level - 1) / 4 + 0.03 * lean)),
    pitch: pitch * (1 + 0.004 * lean),
    random: randomFrom(level * 7919 + sound.length + take * 104729),
  })
  return finish(out, LEVEL_GAIN[level] * BALANCE[sound] * (1 - 0.04 * Math.abs(lean) + 0.02 * lean))
}

const leanOf = (take: number): number => (take === 0 ? 0 : take % 2 ? 1 : -1)

/** Of a file of the player's own: as it is, at the level's loudness; duller for strokes softer than the one it is of. */
function renderOwn({ sound, level, own }: SoundKey, file: Float32Array): Float32Array {
  const out = file.slice()
  const softer = own!.level - level
  if (softer > 0) filter(out, biquad('low', 16000 * 0.55 ** softer))
  return finish(out, LEVEL_GAIN[level] * BALANCE[sound])
}

/** How long the voice of a line lasts at most, in seconds: a note is ended by whoever plays it. */
const GUIDE_SECONDS = 6

/**
 * The voice of a line above the limbs: a soft reed at A3, whose first moment is marked enough to play by, and which holds until it is ended.
 * @example renderGuide(3).length > 44100 // => true
 */
export function renderGuide(level: Level): Float32Array {
  const out = silence(GUIDE_SECONDS)
  addPartials(
    out,
    [1, 2, 3, 4, 5].map(n => ({
      hz: 220 * n,
      gain: 0.8 ** n * (n % 2 ? 1 : 0.5) * (1 + 0.1 * level * (n - 1)),
      decay: GUIDE_SECONDS * 3,
    })),
  )
  const rise = 0.006 * SAMPLE_RATE
  for (let i = 0; i < rise; i++) out[i]! *= i / rise
  return finish(out, LEVEL_GAIN[level] * GUIDE_BALANCE)
}

/** A line lies under the drums that play it. */
const GUIDE_BALANCE = 0.4
