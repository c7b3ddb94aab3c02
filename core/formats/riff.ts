/** One chunk of a RIFF file: its name, and where its contents begin and end. */
interface RiffChunk {
  id: string
  from: number
  to: number
}

const letters = (bytes: Uint8Array, at: number): string => String.fromCharCode(...bytes.subarray(at, at + 4))

/** What a RIFF file says it is (`'WAVE'`, `'sfbk'`); undefined for what is none. @internal */
export const riffKind = (bytes: Uint8Array): string | undefined =>
  bytes.length >= 12 && letters(bytes, 0) === 'RIFF' ? letters(bytes, 8) : undefined

/**
 * The chunks of a stretch of a RIFF file, one after another; undefined where one claims to go on beyond the stretch, or there are more than
 * any file has. The last chunk of a file that was cut short is thus refused before anybody believes its length.
 * @internal
 */
export function riffChunks(bytes: Uint8Array, from = 12, to = bytes.length): RiffChunk[] | undefined {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const found: RiffChunk[] = []
  for (let at = from; at + 8 <= to;) {
    const length = view.getUint32(at + 4, true)
    if (at + 8 + length > to || found.length > 10_000) return undefined
    found.push({ id: letters(bytes, at), from: at + 8, to: at + 8 + length })
    // Chunks begin at even places.
    at += 8 + length + (length % 2)
  }
  return found
}
