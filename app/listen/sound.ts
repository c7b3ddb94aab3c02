import { HEAR_RATE } from '#core/hear'
import { SAMPLE_RATE } from '#core/signal'

/** The sound of a recording: fetched and decoded, at our rate, with what channels it has. */
export async function decodedAsset(sha256: string, signal: AbortSignal): Promise<AudioBuffer> {
  const answer = await fetch(`/api/assets/${sha256}`, { signal })
  if (!answer.ok)
    throw new Error(
      'The sound of this recording is not here. Open an archive that has it, or its file once more, to bring it back.',
    )
  try {
    return await new OfflineAudioContext(2, 1, SAMPLE_RATE).decodeAudioData(await answer.arrayBuffer())
  } catch {
    signal.throwIfAborted()
    throw new Error('This browser can’t decode the sound: it is damaged, or of a kind that the browser doesn’t know.')
  }
}

/** A sound in mono, at the rate that is listened at. */
export async function monoOf(sound: AudioBuffer): Promise<Float32Array> {
  const length = Math.max(1, Math.floor(sound.duration * HEAR_RATE))
  const context = new OfflineAudioContext(1, length, HEAR_RATE)
  const source = new AudioBufferSourceNode(context, { buffer: sound })
  source.connect(context.destination)
  source.start()
  return (await context.startRendering()).getChannelData(0)
}

/** How long a sound that the server has is, in seconds, before it is decoded; undefined where the browser can’t tell. */
export const lengthOf = (sha256: string): Promise<number | undefined> =>
  new Promise(resolve => {
    const audio = new Audio()
    audio.preload = 'metadata'
    audio.onloadedmetadata = () => resolve(Number.isFinite(audio.duration) ? audio.duration : undefined)
    audio.onerror = () => resolve(undefined)
    audio.src = `/api/assets/${sha256}`
  })
