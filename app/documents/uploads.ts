import type { SoundType } from '#core/formats'
import { nothing, readBegun } from '#core/documents/wire'
import { present } from '#core/present'
import { fields, onOff } from '#core/read'
import { ApiProblem, ask } from './ask'
import { lackingHere } from './lacking'

/** What a sound on its way to the server may be asked and told: how much of it is there, from 0 to 1, and whether it is called off. */
export interface Sending {
  progress?(share: number): void
  signal?: AbortSignal
}

const readBrought = fields({ here: onOff })

/** The hash that names a sound. */
export async function hashOf(bytes: BufferSource): Promise<string> {
  if (!crypto.subtle) throw new ApiProblem(0, present(lackingHere(), 'answer'), {})
  const sum = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes))
  return [...sum].map(byte => byte.toString(16).padStart(2, '0')).join('')
}

/** Keeps a sound that is in memory; answers the hash that names it. */
export async function keepSound(bytes: Uint8Array<ArrayBuffer>, type: SoundType = 'audio/wav'): Promise<string> {
  const sha256 = await hashOf(bytes)
  await sendSound(new Blob([bytes], { type }), sha256, type)
  return sha256
}

/**
 * Sends a sound to the server, piece by piece, under the hash of its bytes: what is there already, or came before a break, is not sent
 * again. Called off, it leaves nothing behind.
 */
export async function sendSound(
  sound: Blob,
  sha256: string,
  type: SoundType,
  { progress, signal }: Sending = {},
): Promise<void> {
  const { here, piece, missing } = await ask('POST', '/api/uploads', readBegun, {
    body: { sha256, bytes: sound.size, type },
  })
  if (here) return progress?.(1)
  const pieces = Math.ceil(sound.size / piece)
  for (const [sent, at] of missing.entries()) {
    if (signal?.aborted) {
      await ask('DELETE', `/api/uploads/${sha256}`, nothing)
      return signal.throwIfAborted()
    }
    await ask('PUT', `/api/uploads/${sha256}/${at}`, readBrought, {
      body: sound.slice(at * piece, (at + 1) * piece),
      headers: { 'content-type': 'application/octet-stream' },
    })
    progress?.((pieces - missing.length + sent + 1) / pieces)
  }
}
