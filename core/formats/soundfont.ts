import * as soundfont from 'soundfont2'
import { type Result, ok, refuse } from '#core/result'
import { riffChunks, riffKind } from './riff'

// The package is made for bundlers, and in Node all of it is under its default.
const { SoundFont2, GeneratorType: Says } =
  'SoundFont2' in soundfont ? soundfont : (soundfont as unknown as { default: typeof soundfont }).default

/** A sound of a SoundFont’s drum kit: the MIDI note and the velocities it answers, its name, and its samples at their own rate. */
interface FontSound {
  note: number
  velocities: { from: number; to: number }
  name: string
  rate: number
  samples: Float32Array
}

/** A drum kit of a SoundFont: what it is called, and its sounds by note and velocity. */
interface FontDrums {
  name: string
  sounds: FontSound[]
}

/** The largest SoundFont that is read, in bytes, and the most sounds of its drums that are taken. */
export const LARGEST_FONT = 64 * 1024 * 1024
const MOST_SOUNDS = 512
/** Where drums are by the General MIDI map: bank 128. */
const DRUMS = 128
/** A sound is cut off after this long, in seconds. */
const LONGEST = 10

type Zone = InstanceType<typeof SoundFont2>['presets'][number]['zones'][number]['instrument']['zones'][number]
const value = (zone: Pick<Zone, 'generators'>, of: number): number =>
  zone.generators[of as keyof Zone['generators']]?.value ?? 0
const range = (zone: Pick<Zone, 'generators'> | undefined, of: number) =>
  zone?.generators[of as keyof Zone['generators']]?.range

/**
 * The drums of a SoundFont 2 file: of its first drum kit, or of its first preset where it has none in bank 128, the sound of each note that
 * one plays alone. Pitch as the file tunes it is in the rate. Refused with a sentence where it is none or holds no drums.
 * @example readSoundFont(new Uint8Array(10)).reason // => 'This is no SoundFont 2 file: it does not begin as one does.'
 */
export function readSoundFont(bytes: Uint8Array): Result<FontDrums> {
  if (bytes.length > LARGEST_FONT)
    return refuse(
      `This file has ${Math.round(bytes.length / 1048576)} MB; a SoundFont of up to ${LARGEST_FONT / 1048576} MB is read.`,
    )
  if (riffKind(bytes) !== 'sfbk') return refuse('This is no SoundFont 2 file: it does not begin as one does.')
  // The package believes what chunks say of their length, so that is looked at first.
  const whole = riffChunks(bytes)
  if (!whole || whole.some(one => one.id !== 'LIST' || !riffChunks(bytes, one.from + 4, one.to)))
    return refuse('This SoundFont is cut short or damaged: what it says is in it is not there.')
  try {
    const font = new SoundFont2(bytes)
    const preset = font.presets.find(one => one.header.bank === DRUMS) ?? font.presets[0]
    const sounds = (preset?.zones ?? []).flatMap(outer =>
      outer.instrument.zones.flatMap(inner => soundsOf(outer, inner)),
    )
    if (!sounds.length) return refuse('This SoundFont has no sounds that notes of a drum kit would play.')
    return ok({
      name: (preset!.header.name || font.metaData.name || 'SoundFont').slice(0, 60),
      sounds: sounds.slice(0, MOST_SOUNDS).sort((a, b) => a.note - b.note || a.velocities.from - b.velocities.from),
    })
  } catch (error) {
    return refuse(`This SoundFont could not be read: ${(error as Error).message}.`)
  }
}

/** The sounds of one zone: one for each of its notes, as long as they are few; a zone over many notes is a pitched instrument. */
function soundsOf(outer: Pick<Zone, 'generators' | 'keyRange'>, zone: Zone): FontSound[] {
  const keys = zone.keyRange ?? outer.keyRange
  const { header, data } = zone.sample ?? {}
  if (!keys || !header || !data?.length || keys.hi - keys.lo > 11 || keys.lo > keys.hi || keys.hi > 127) return []
  const heard = range(zone, Says.VelRange) ?? range(outer, Says.VelRange)
  const root = zone.generators[Says.OverridingRootKey]?.value ?? header.originalPitch
  const scale = zone.generators[Says.ScaleTuning]?.value ?? 100
  const cents = header.pitchCorrection + 100 * value(zone, Says.CoarseTune) + value(zone, Says.FineTune)
  return Array.from({ length: keys.hi - keys.lo + 1 }, (_, i): FontSound => {
    const note = keys.lo + i
    const rate = header.sampleRate * 2 ** (((note - (root > 127 ? 60 : root)) * scale + cents) / 1200)
    const samples = Float32Array.from(
      data.subarray(0, Math.round(LONGEST * header.sampleRate)),
      sample => sample / 32768,
    )
    return {
      note,
      velocities: { from: heard?.lo ?? 0, to: heard?.hi ?? 127 },
      name: header.name.replace(/\0/g, '').trim().slice(0, 40) || `note ${note}`,
      rate,
      samples,
    }
  }).filter(one => Number.isFinite(one.rate) && one.rate >= 1000 && one.rate <= 384_000)
}
