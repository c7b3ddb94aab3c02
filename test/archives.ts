import type { Asset, Kept } from '#core/documents'
import { writeArchive } from '../server/utils/archive'

/** An archive as the server writes it, in memory; `sounds` are the bytes of each. */
export async function zipOf(
  kept: Kept,
  sounds: readonly (Asset & { content: readonly Uint8Array[] })[] = [],
): Promise<Uint8Array<ArrayBuffer>> {
  const contentOf = new Map(sounds.map(one => [one.sha256, one.content]))
  const stream = writeArchive(kept, sounds, async function* ({ sha256 }) {
    yield* contentOf.get(sha256)!
  })
  return new Uint8Array(await new Response(stream).arrayBuffer())
}
