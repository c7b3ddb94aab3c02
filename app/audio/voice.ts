import count from '../assets/count/count.json'
import countUrl from '../assets/count/count.wav?url'
import talkUrl from '../assets/talk/talk.wav?url'

/** One spoken word: its samples at `VOICE_RATE`, and how far into them its vowel sets in, in seconds. */
export interface Spoken {
  samples: Float32Array<ArrayBuffer>
  onset: number
}

/** Samples a second of the voice. */
export const VOICE_RATE = count.rate

/** The head of a file: 44 bytes of the plainest kind of WAV, as `scripts/speak.mjs` writes it; and the format of mu-law in it. */
const HEAD = 44
const MU_LAW = 7

/** A sample of G.711's mu-law, of full scale. */
function ofMuLaw(byte: number): number {
  const bits = ~byte & 0xff
  const value = ((((bits & 0x0f) << 3) + 132) << ((bits >> 4) & 7)) - 132
  return (bits & 0x80 ? -value : value) / 32768
}

/** The words of a voice out of the file they were made into: those of the count by how the ribbon writes them. */
export function wordsOf(wav: ArrayBuffer, words: object = count.words): Map<string, Spoken> {
  const view = new DataView(wav)
  const small = view.getUint16(20, true) === MU_LAW
  return new Map(
    Object.entries(words as Record<string, [number, number, number]>).map(([word, [from, length, onset]]) => {
      const samples = new Float32Array(length)
      for (let i = 0; i < length; i++)
        samples[i] = small
          ? ofMuLaw(view.getUint8(HEAD + from + i))
          : view.getInt16(HEAD + 2 * (from + i), true) / 32768
      return [word, { samples, onset: onset / VOICE_RATE }]
    }),
  )
}

const fetched = async (url: string) => (await fetch(url)).arrayBuffer()

/** Fetches the voice of the count that ships with the application. */
export async function fetchVoice(): Promise<Map<string, Spoken>> {
  return wordsOf(await fetched(countUrl))
}

/** Fetches the words that what was measured is said in. */
export async function fetchTalk(): Promise<Map<string, Spoken>> {
  const { default: talk } = await import('../assets/talk/talk.json')
  return wordsOf(await fetched(talkUrl), talk.words)
}
