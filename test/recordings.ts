import { readFileSync } from 'node:fs'
import { FLACDecoder } from '@wasm-audio-decoders/flac'
import { RECORDING_NAMES, type RecordingName } from '#core/sound'

/** The recordings that ship, decoded by a package that knows nothing of ours. */
export async function decodedRecordings(): Promise<Map<RecordingName, Float32Array>> {
  const decoder = new FLACDecoder()
  await decoder.ready
  const found = new Map<RecordingName, Float32Array>()
  for (const name of RECORDING_NAMES) {
    const { channelData, sampleRate } = await decoder.decodeFile(readFileSync(`app/assets/drums/${name}.flac`))
    if (sampleRate !== 44100) throw new Error(`${name} is at ${sampleRate} Hz.`)
    found.set(name, channelData[0]!.slice())
    await decoder.reset()
  }
  decoder.free()
  return found
}
