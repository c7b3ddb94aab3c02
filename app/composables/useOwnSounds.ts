import { ref } from 'vue'
import { KIT_LIMITS, type Kit, type OwnSound, withStroke } from '#core/kit'
import { type Result, ok, refuse } from '#core/result'
import { SAMPLE_RATE, resampled } from '#core/signal'
import { levelsByEar, withNotedSounds } from '#core/sound'
import { keepSound } from '../documents/uploads'

/** A WAV file that is larger is not even read into the page, in bytes. */
const MOST_WAV = 16 * 1024 * 1024
const megabytes = (bytes: number) => `${Math.round(bytes / 1048576)} MB`

/** Sounds of the player’s own: files are looked at, kept by the server, and given to strokes. */
export function useOwnSounds() {
  const busy = ref(false)

  async function read(
    file: File,
  ): Promise<Result<{ file: File; bytes: Uint8Array<ArrayBuffer>; samples: Float32Array }>> {
    if (file.size > MOST_WAV)
      return refuse(`“${file.name}” has ${megabytes(file.size)}; a sound of up to ${megabytes(MOST_WAV)} is taken.`)
    const bytes = new Uint8Array(await file.arrayBuffer())
    const [{ wavFacts }, { decoded }] = await Promise.all([import('#core/formats'), import('../audio/bank')])
    const facts = wavFacts(bytes)
    if (!facts.ok) return refuse(`“${file.name}”: ${facts.reason}`)
    try {
      return ok({ file, bytes, samples: await decoded(bytes.slice().buffer) })
    } catch {
      return refuse(`“${file.name}” could not be decoded. Save it as plain PCM of 16 or 24 bits.`)
    }
  }

  /** The kit with WAV files given to one stroke, their levels by how loud they are; nothing is kept where one of them can’t be read. */
  async function give(kit: Kit, pieceId: string, index: number, files: readonly File[]): Promise<Result<Kit>> {
    busy.value = true
    try {
      const had = kit.pieces.find(piece => piece.id === pieceId)?.strokes[index]?.own ?? []
      if (had.length + files.length > KIT_LIMITS.ownSounds)
        return refuse(
          `A stroke has at most ${KIT_LIMITS.ownSounds} sounds of your own; this one would have ${had.length + files.length}.`,
        )
      const all: { file: File; bytes: Uint8Array<ArrayBuffer>; samples: Float32Array }[] = []
      for (const file of files) {
        const one = await read(file)
        if (!one.ok) return one
        all.push(one.value)
      }
      const levels = levelsByEar(all.map(one => one.samples))
      const own: OwnSound[] = []
      for (const [i, { file, bytes }] of all.entries())
        own.push({ asset: await keepSound(bytes), name: file.name.slice(0, 80), level: levels[i]! })
      return withStroke(kit, pieceId, index, { own: [...had, ...own] })
    } catch (error) {
      return refuse((error as Error).message)
    } finally {
      busy.value = false
    }
  }

  /** The kit with the drums of a SoundFont given to the strokes that have their notes; and how many strokes got a sound. */
  async function giveFont(kit: Kit, file: File): Promise<Result<{ kit: Kit; name: string; strokes: number }>> {
    busy.value = true
    try {
      const { LARGEST_FONT, readSoundFont, writeWav } = await import('#core/formats')
      if (file.size > LARGEST_FONT)
        return refuse(
          `“${file.name}” has ${megabytes(file.size)}; a SoundFont of up to ${megabytes(LARGEST_FONT)} is read.`,
        )
      const font = readSoundFont(new Uint8Array(await file.arrayBuffer()))
      if (!font.ok) return refuse(`“${file.name}”: ${font.reason}`)
      const notes = new Set(kit.pieces.flatMap(piece => piece.strokes.map(stroke => stroke.note)))
      const kept = []
      for (const { samples, rate, ...one } of font.value.sounds.filter(sound => notes.has(sound.note))) {
        kept.push({ ...one, asset: await keepSound(writeWav(resampled(samples, rate / SAMPLE_RATE))) })
      }
      const { kit: given, strokes } = withNotedSounds(kit, kept)
      if (!strokes)
        return refuse(
          `None of the notes of “${font.value.name}” is that of a stroke of this kit: its drums are on ${[...new Set(font.value.sounds.map(sound => sound.note))].slice(0, 12).join(', ')}. Give strokes those notes first.`,
        )
      return ok({ kit: given, name: font.value.name, strokes })
    } catch (error) {
      return refuse((error as Error).message)
    } finally {
      busy.value = false
    }
  }
  return { busy, give, giveFont }
}
