import index from '../assets/count/count.json'

/** One spoken word: its samples at `VOICE_RATE`, and how far into them its vowel sets in, in seconds. */
interface Spoken {
  samples: Float32Array<ArrayBuffer>
  onset: number
}

/** Samples a second of the voice. */
export const VOICE_RATE = index.rate

/** The head of the file: 44 bytes of the plainest kind of WAV, as `scripts/speak.mjs` writes it. */
const HEAD = 44

/** The words of the count out of the file they were made into, by how the ribbon writes them. */
export function wordsOf(wav: ArrayBuffer): Map<string, Spoken> {
  const view = new DataView(wav)
  return new Map(
    Object.entries(index.words as unknown as Record<string, [number, number, number]>).map(
      ([word, [from, length, onset]]) => {
        const samples = new Float32Array(length)
        for (let i = 0; i < length; i++) samples[i] = view.getInt16(HEAD + 2 * (from + i), true) / 32768
        return [word, { samples, onset: onset / VOICE_RATE }]
      },
    ),
  )
}

/** Fetches the voice that ships with the application. */
export async function fetchVoice(): Promise<Map<string, Spoken>> {
  const { default: url } = await import('../assets/count/count.wav?url')
  return wordsOf(await (await fetch(url)).arrayBuffer())
}
