import type { SoundName } from '#core/kit'

/** The recordings that ship, by the names of their files: see docs/sounds.md. All begin with the blow and are at 44.1 kHz. */
export const RECORDING_NAMES = [
  'bass_hard',
  'bass_soft',
  'snare_hard',
  'snare_soft',
  'cross_stick',
  'brush_tap',
  'brush_sweep',
  'cymbal_closed',
  'cymbal_open',
  'cymbal_pedal',
  'hat_half',
  'ride',
  'ride_bell',
  'crash_low',
  'crash_high',
  'china',
  'splash',
  'tom_hi_hard',
  'tom_hi_soft',
  'tom_mid_hard',
  'tom_mid_soft',
  'tom_lo_hard',
  'tom_lo_soft',
  'timbale',
  'cowbell',
  'wood_block',
  'tambourine',
  'claves',
  'shaker',
  'hand_clap',
] as const
export type RecordingName = (typeof RECORDING_NAMES)[number]
export type Recordings = ReadonlyMap<RecordingName, Float32Array>

/** A blow as it was recorded: hard and soft, or once for both; the pitch it has as it is; and seconds before its blow to leave out. */
interface Recorded {
  hard: RecordingName
  soft: RecordingName
  at: number
  skip?: number
}

const once = (name: RecordingName, more: Partial<Recorded> = {}): Recorded => ({
  hard: name,
  soft: name,
  at: 1,
  ...more,
})
const twice = (hard: RecordingName, soft: RecordingName, at = 1): Recorded => ({ hard, soft, at })

/** Toms as they were recorded, in Hz; a tom of pitch 1 is as high as the synthesised one. */
const toms = (hz: number): Recorded[] => [
  twice('tom_hi_hard', 'tom_hi_soft', 156 / hz),
  twice('tom_mid_hard', 'tom_mid_soft', 126 / hz),
  twice('tom_lo_hard', 'tom_lo_soft', 96.5 / hz),
]

/** What each sound is made from: one recording, or several of which the nearest in pitch is played faster or slower. */
const FROM: Partial<Record<SoundName, readonly Recorded[]>> = {
  'bass drum': [twice('bass_hard', 'bass_soft')],
  snare: [twice('snare_hard', 'snare_soft')],
  'rim shot': [once('snare_hard')],
  'snare buzz': [once('snare_soft')],
  'cross-stick': [once('cross_stick')],
  'brush tap': [once('brush_tap')],
  'brush sweep': [once('brush_sweep')],
  'closed hat': [once('cymbal_closed')],
  'tight hat': [once('cymbal_closed')],
  'loose hat': [once('hat_half')],
  'half-open hat': [once('hat_half')],
  'open hat': [once('cymbal_open')],
  'splashed hat': [once('cymbal_open')],
  // The foot’s two cymbals meet a moment after they begin to touch.
  'foot hat': [once('cymbal_pedal', { skip: 0.009 })],
  ride: [once('ride')],
  'ride bell': [once('ride_bell')],
  crash: [once('crash_low'), once('crash_high', { at: 1.2 })],
  china: [once('china')],
  'splash cymbal': [once('splash')],
  tom: toms(112),
  'floor tom': toms(76),
  timbale: [once('timbale')],
  cowbell: [once('cowbell')],
  'wood block': [once('wood_block')],
  tambourine: [once('tambourine')],
  claves: [once('claves')],
  shaker: [once('shaker')],
  'hand clap': [once('hand_clap')],
}

/** Whether there is a recording of a sound: `isRecorded('practice pad') // => false` */
export const isRecorded = (sound: SoundName): boolean => sound in FROM

/** The recordings that a sound is made from; none where it is synthesised: `recordingsFor({ sound: 'cowbell', pitch: 1 }) // => ['cowbell']` */
export function recordingsFor({ sound, pitch }: { sound: SoundName; pitch: number }): RecordingName[] {
  const from = recordingOf(sound, pitch)
  return from ? [...new Set([from.hard, from.soft])] : []
}

/** The recording of a sound that is nearest to a pitch, and by how much it must be played faster for that. @internal */
export function recordingOf(sound: SoundName, pitch: number): (Recorded & { faster: number }) | undefined {
  const far = (one: Recorded) => Math.abs(Math.log(one.at / pitch))
  const nearest = FROM[sound]?.reduce((best, one) => (far(one) < far(best) ? one : best))
  return nearest && { ...nearest, faster: pitch / nearest.at }
}
