import type { SoundName } from '#core/kit'

/** The recordings that ship, by the names of their files: CC0, see docs/sounds.md. All begin with the blow and are at 44.1 kHz. */
export const RECORDING_NAMES = [
  'bass_hard',
  'bass_soft',
  'snare_hard',
  'snare_soft',
  'cymbal_closed',
  'cymbal_open',
  'cymbal_pedal',
  'cymbal_hard',
  'cymbal_soft',
  'splash_hard',
  'splash_soft',
  'tom_hi_hard',
  'tom_hi_soft',
  'tom_mid_hard',
  'tom_mid_soft',
  'tom_lo_hard',
  'tom_lo_soft',
  'cowbell',
] as const
export type RecordingName = (typeof RECORDING_NAMES)[number]
export type Recordings = ReadonlyMap<RecordingName, Float32Array>

/** A blow as it was recorded: hard and soft, or once for both; how high it is, in Hz, where that is to be changed; and seconds before its blow to leave out. */
interface Recorded {
  hard: RecordingName
  soft: RecordingName
  hz?: number
  skip?: number
  /** Of another sound over it, so that it begins with a stick. */ over?: {
    hard: RecordingName
    soft: RecordingName
    gain: number
    seconds: number
  }
}

const TOMS: Required<Pick<Recorded, 'hard' | 'soft' | 'hz'>>[] = [
  { hard: 'tom_hi_hard', soft: 'tom_hi_soft', hz: 156 },
  { hard: 'tom_mid_hard', soft: 'tom_mid_soft', hz: 126 },
  { hard: 'tom_lo_hard', soft: 'tom_lo_soft', hz: 96.5 },
]
/** How high a tom of pitch 1 is, in Hz: as the synthesised ones are. */
const TOM_HZ: Partial<Record<SoundName, number>> = { tom: 112, 'floor tom': 76 }

const PLAIN: Partial<Record<SoundName, Recorded>> = {
  'bass drum': { hard: 'bass_hard', soft: 'bass_soft' },
  snare: { hard: 'snare_hard', soft: 'snare_soft' },
  'rim shot': { hard: 'snare_hard', soft: 'snare_hard' },
  'snare buzz': { hard: 'snare_soft', soft: 'snare_soft' },
  'closed hat': { hard: 'cymbal_closed', soft: 'cymbal_closed' },
  'open hat': { hard: 'cymbal_open', soft: 'cymbal_open' },
  'half-open hat': { hard: 'cymbal_open', soft: 'cymbal_open' },
  'loose hat': { hard: 'cymbal_open', soft: 'cymbal_open' },
  'tight hat': { hard: 'cymbal_closed', soft: 'cymbal_closed' },
  'splashed hat': { hard: 'cymbal_open', soft: 'cymbal_open' },
  // The foot’s two cymbals meet a moment after they begin to touch.
  'foot hat': { hard: 'cymbal_pedal', soft: 'cymbal_pedal', skip: 0.009 },
  ride: { hard: 'cymbal_hard', soft: 'cymbal_soft' },
  // Recorded as a swell; the stick on its edge comes from the other cymbal.
  crash: {
    hard: 'splash_hard',
    soft: 'splash_soft',
    over: { hard: 'cymbal_hard', soft: 'cymbal_soft', gain: 0.7, seconds: 0.25 },
  },
  'splash cymbal': {
    hard: 'splash_hard',
    soft: 'splash_soft',
    over: { hard: 'cymbal_hard', soft: 'cymbal_soft', gain: 0.7, seconds: 0.12 },
  },
  cowbell: { hard: 'cowbell', soft: 'cowbell' },
}

/** Whether there is a recording of a sound: `isRecorded('brush sweep') // => false` */
export const isRecorded = (sound: SoundName): boolean => sound in PLAIN || sound in TOM_HZ

/** The recordings that a sound is made from; none where it is synthesised: `recordingsFor({ sound: 'cowbell', pitch: 1 }) // => ['cowbell']` */
export function recordingsFor({ sound, pitch }: { sound: SoundName; pitch: number }): RecordingName[] {
  const from = recordingOf(sound, pitch)
  return from ? [...new Set([from.hard, from.soft, ...(from.over ? [from.over.hard, from.over.soft] : [])])] : []
}

/** The recording of a sound at a pitch, and by how much it must be played faster for that: the tom that is nearest. @internal */
export function recordingOf(sound: SoundName, pitch: number): (Recorded & { faster: number }) | undefined {
  const base = TOM_HZ[sound]
  if (base !== undefined) {
    const wanted = base * pitch
    const nearest = TOMS.reduce((best, one) =>
      Math.abs(Math.log(one.hz / wanted)) < Math.abs(Math.log(best.hz / wanted)) ? one : best,
    )
    return { ...nearest, faster: wanted / nearest.hz }
  }
  const plain = PLAIN[sound]
  return plain && { ...plain, faster: pitch * (sound === 'splash cymbal' ? 1.25 : 1) }
}
