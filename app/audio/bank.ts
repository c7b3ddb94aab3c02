import type { Kit } from '#core/kit'
import { SAMPLE_RATE } from '#core/signal'
import { type Bank, type RecordingName, recordingsFor, soundKey } from '#core/sound'

// Where each recording lies, in one table: as imports of their own, these names came with the first page.
const FILES = import.meta.glob<string>('../assets/drums/*.flac', { query: '?url', import: 'default', eager: true })

/** Decodes a file of sound to mono at our rate. A worker can't; the browser does it beside the page. */
export async function decoded(bytes: ArrayBuffer): Promise<Float32Array<ArrayBuffer>> {
  const buffer = await new OfflineAudioContext(1, 1, SAMPLE_RATE).decodeAudioData(bytes)
  if (buffer.numberOfChannels === 1) return buffer.getChannelData(0).slice()
  const out = new Float32Array(buffer.length)
  for (let channel = 0; channel < buffer.numberOfChannels; channel++)
    buffer.getChannelData(channel).forEach((x, i) => (out[i]! += x / buffer.numberOfChannels))
  return out
}

const recordings = new Map<RecordingName, Promise<Float32Array<ArrayBuffer> | undefined>>()

/** A recording, fetched and decoded once; undefined where it can't be, and what needs it is synthesised. */
export function fetchRecording(name: RecordingName): Promise<Float32Array<ArrayBuffer> | undefined> {
  const fetched = async () => {
    const find = FILES[`../assets/drums/${name}.flac`]
    return find ? decoded(await (await fetch(find)).arrayBuffer()) : undefined
  }
  const found = recordings.get(name) ?? fetched().catch(() => undefined)
  recordings.set(name, found)
  return found
}

const own = new Map<string, Promise<Float32Array<ArrayBuffer> | undefined>>()

/** A sound of the player's own, fetched and decoded once; undefined where it is not here, or can't be decoded: it is synthesised instead. */
export function fetchOwn(sha256: string): Promise<Float32Array<ArrayBuffer> | undefined> {
  const found =
    own.get(sha256) ??
    fetch(`/api/assets/${sha256}`)
      .then(async answer => {
        if (!answer.ok) throw new Error(answer.statusText)
        return decoded(await answer.arrayBuffer())
      })
      .catch(() => {
        // The server may be away: the next time it is asked for again.
        own.delete(sha256)
        return undefined
      })
  own.set(sha256, found)
  return found
}

/** The files of the player's own that some kits name. */
const ownIn = (kits: Iterable<Kit>): string[] => [
  ...new Set(
    [...kits].flatMap(kit =>
      kit.pieces.flatMap(piece => piece.strokes.flatMap(stroke => (stroke.own ?? []).map(one => one.asset))),
    ),
  ),
]

/** The recordings that the strokes of some kits are made from. */
const recordingsIn = (kits: Iterable<Kit>): RecordingName[] => [
  ...new Set(
    [...kits].flatMap(kit =>
      kit.pieces.flatMap(piece => piece.strokes.flatMap(({ kind }) => recordingsFor(soundKey(piece, kind, 3)))),
    ),
  ),
]

/** Samples by their names; those that are not to be had are left out. */
async function fetchAll<Name extends string>(
  names: readonly Name[],
  fetchOne: (name: Name) => Promise<Float32Array<ArrayBuffer> | undefined>,
) {
  const found = await Promise.all(names.map(async name => [name, await fetchOne(name)] as const))
  return new Map(found.flatMap(([name, samples]) => (samples ? [[name, samples] as const] : [])))
}

/** Everything that these kits can sound like, to be handed to a worker that renders. */
export async function bankFor(kits: Iterable<Kit>): Promise<Bank> {
  const [files, sounds] = await Promise.all([
    fetchAll(recordingsIn(kits), fetchRecording),
    fetchAll(ownIn(kits), fetchOwn),
  ])
  return { recordings: files, own: sounds }
}
