import { LARGEST_SOUND, SOUND_FORMATS, soundTypeOf } from '#core/formats'
import { RECORDING_LIMITS, type Recording, makeRecording } from '#core/recording'
import { type Result, ok, refuse } from '#core/result'
import { sayBytes } from '../documents/bytes'
import { newId } from '../documents/ids'
import { type Sending, hashOf, sendSound } from '../documents/uploads'
import { lengthOf } from './sound'

/**
 * A sound file as a recording: looked at, sent to the server, and only then known by how long it is; nothing is decoded of one that is too
 * large or too long.
 */
export async function recordingOf(file: File, sending: Sending): Promise<Result<Recording>> {
  const named = (says: string) => refuse(`“${file.name}”: ${says}`)
  if (!file.size) return named('this file is empty.')
  if (file.size > LARGEST_SOUND)
    return named(`it has ${sayBytes(file.size)}; a recording of up to ${sayBytes(LARGEST_SOUND)} is opened.`)
  const type = soundTypeOf(new Uint8Array(await file.slice(0, 12).arrayBuffer()))
  if (!type) return named(`this is no sound that Bazzet opens. It opens ${SOUND_FORMATS}.`)
  const sha256 = await hashOf(await file.arrayBuffer())
  sending.signal?.throwIfAborted()
  await sendSound(file, sha256, type, sending)
  const seconds = await lengthOf(sha256)
  if (seconds === undefined)
    return named('this browser can’t play it: it is damaged, or of a kind that the browser doesn’t know.')
  if (seconds > RECORDING_LIMITS.seconds)
    return named(
      `it lasts ${Math.ceil(seconds / 60)} minutes; up to ${RECORDING_LIMITS.seconds / 60} are opened. Cut it with the program that made it.`,
    )
  const title =
    file.name
      .replace(/\.[^.]{1,5}$/, '')
      .trim()
      .slice(0, RECORDING_LIMITS.title) || 'Recording'
  return ok(
    makeRecording({
      id: newId(),
      title,
      asset: { sha256, type, bytes: file.size },
      seconds: Math.round(seconds * 1000) / 1000,
    }),
  )
}
