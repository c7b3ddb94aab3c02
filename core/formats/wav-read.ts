import { type Result, ok, refuse } from '#core/result'
import { riffChunks, riffKind } from './riff'

/** What a WAV file says of itself: samples a second, channels, bits of a sample, and how long it lasts, in seconds. */
interface WavFacts {
  rate: number
  channels: number
  bits: number
  seconds: number
}

/** PCM, floating point, and what says so in its longer form. */
const READ = new Set([1, 3, 0xfffe])
/** A stroke’s sound is no longer than this, in seconds. */
const LONGEST = 30

/**
 * What a WAV file holds, read from its head: whoever plays it decodes it. Refused with a sentence where it is none, is packed in a way that
 * nobody decodes, has nothing in it, or lasts longer than any stroke rings.
 *
 * @example wavFacts(writeWav(new Float32Array(44100))) // => { ok: true, value: { rate: 44100, channels: 1, bits: 16, seconds: 1 } }
 */
export function wavFacts(bytes: Uint8Array): Result<WavFacts> {
  if (riffKind(bytes) !== 'WAVE') return refuse('This is no WAV file: it does not begin as one does.')
  const chunks = riffChunks(bytes)
  const format = chunks?.find(one => one.id === 'fmt ')
  const data = chunks?.find(one => one.id === 'data')
  if (!format || format.to - format.from < 16 || !data)
    return refuse('This WAV file is cut short or damaged: what it says is in it is not there.')
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const [kind, channels, rate, bits] = [
    view.getUint16(format.from, true),
    view.getUint16(format.from + 2, true),
    view.getUint32(format.from + 4, true),
    view.getUint16(format.from + 14, true),
  ]
  if (!READ.has(kind))
    return refuse(`This WAV file is packed in a way that is not read here (its kind is ${kind}). Save it as plain PCM.`)
  if (![8, 16, 24, 32, 64].includes(bits) || channels < 1 || channels > 8 || rate < 4000 || rate > 384_000)
    return refuse(
      `This WAV file says ${channels} channels of ${bits} bits at ${rate} Hz; 1 to 8 channels of 8 to 64 bits at 4,000 to 384,000 Hz are read.`,
    )
  const seconds = (data.to - data.from) / ((channels * bits) / 8) / rate
  if (seconds === 0) return refuse('This WAV file has no sound in it.')
  if (seconds > LONGEST)
    return refuse(`This WAV file lasts ${Math.round(seconds)} seconds; a stroke has up to ${LONGEST}.`)
  return ok({ rate, channels, bits, seconds })
}
