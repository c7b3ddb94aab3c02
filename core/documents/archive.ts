import { type SoundType, soundEnding, soundTypeOfEnding, textFrom } from '#core/formats'
import { type LogEntry, readEntry } from '#core/practise'
import { type Result, ok, refuse } from '#core/result'
import { type Documents, KINDS, KIND_NAMES, type KindName, folderOf } from './kinds'

/** A file of the player's own, a sound: the SHA-256 of its bytes, by which it is named, its format, and how many bytes it has. */
export interface Asset {
  sha256: string
  type: SoundType
  bytes: number
}

/** Everything that is kept as text: the documents of every kind, the log, and the notes of days. */
export interface Kept {
  documents: { [K in KindName]: Documents[K][] }
  log: LogEntry[]
  notes: Record<string, string>
}

/** An archive as it was read: what is in it, where in it its sounds are, and what could not be read, each with its file and why. */
export interface ReadArchive extends Kept {
  assets: (Asset & { file: string })[]
  bad: { file: string; reason: string }[]
}

const ABOUT = 'bazzet-archive.json'
const VERSION = 2
/** Versions that are read: in the first, sounds were packed and all WAV. */
const READ = [1, VERSION]
const ASSET = /^assets\/([0-9a-f]{64})\.([a-z0-9]{3,4})$/

/**
 * The files of an archive but for its sounds, in order: what says that it is one, a JSON file for each document in a folder of its kind,
 * the log, and the notes of days. The same things make the same files.
 * @example [...archiveFiles({ documents: { groove: [groove], kit: [], cell: [], recipe: [], phrase: [], plan: [], player: [], recording: [], sitting: [] }, log: [], notes: {} })].length // => 4
 */
export function* archiveFiles({ documents, log, notes }: Kept): Generator<{ file: string; text: string }> {
  yield json(ABOUT, { format: 'bazzet-archive', version: VERSION })
  for (const kind of KIND_NAMES)
    for (const document of documents[kind]) yield json(`${folderOf(kind)}/${document.id}.json`, document)
  yield json('log.json', log)
  yield json('days.json', notes)
}

const json = (file: string, value: unknown) => ({ file, text: `${JSON.stringify(value, null, 1)}\n` })

/**
 * Where a sound is in an archive, as it is and not packed.
 * @example assetFile({ sha256: 'ab', type: 'audio/flac' }) // => 'assets/ab.flac'
 */
export const assetFile = ({ sha256, type }: Pick<Asset, 'sha256' | 'type'>): string =>
  `assets/${sha256}.${soundEnding(type)}`

/**
 * Whether the files of a zip are an archive of ours.
 * @example isArchive(['score.xml']) // => false
 */
export const isArchive = (files: readonly string[]): boolean => files.includes(ABOUT)

/**
 * An archive’s contents, from its JSON files and from the names and sizes of all; documents that cannot be read are named and the others
 * kept. Refused where it is none, or of a newer Bazzet.
 * @internal
 */
export function readArchive(
  files: Record<string, Uint8Array>,
  sizes: readonly { file: string; bytes: number }[],
): Result<ReadArchive> {
  if (!isArchive(Object.keys(files)))
    return refuse('This packed file is no archive of Bazzet’s: it has no bazzet-archive.json.')
  const about = parsed(files[ABOUT]!) as { version?: unknown } | undefined
  if (!READ.includes(about?.version as number))
    return refuse(
      `This archive says version ${JSON.stringify(about?.version) ?? 'nothing'}; this Bazzet reads versions ${READ.join(' and ')}.`,
    )
  const documents = Object.fromEntries(KIND_NAMES.map(kind => [kind, []])) as unknown as Record<KindName, unknown[]>
  const out: Pick<ReadArchive, 'log' | 'notes' | 'assets' | 'bad'> = { log: [], notes: {}, assets: [], bad: [] }
  for (const { file, bytes } of sizes.toSorted(byFile)) {
    const [, sha256, ending] = ASSET.exec(file) ?? []
    const type = soundTypeOfEnding(ending ?? '')
    if (sha256 && type) out.assets.push({ sha256, type, bytes, file })
  }
  for (const [file, content] of Object.entries(files).sort(([a], [b]) => (a < b ? -1 : 1))) {
    const kind = KIND_NAMES.find(one => file.startsWith(`${folderOf(one)}/`))
    const value = parsed(content)
    if (kind) {
      const read = KINDS[kind].read(value)
      if (read.ok) documents[kind].push(read.value)
      else out.bad.push({ file, reason: read.reason })
    } else if (file === 'log.json' && Array.isArray(value)) {
      value.forEach((one, i) => {
        const read = readEntry(one)
        if (read.ok) out.log.push(read.value)
        else out.bad.push({ file: `log.json, entry ${i + 1}`, reason: read.reason })
      })
    } else if (file === 'days.json' && typeof value === 'object' && value !== null) {
      for (const [day, note] of Object.entries(value))
        if (/^\d{4}-\d\d-\d\d$/.test(day) && typeof note === 'string') out.notes[day] = note.slice(0, 4000)
    }
  }
  return ok({ documents: documents as unknown as Kept['documents'], ...out })
}

const byFile = (a: { file: string }, b: { file: string }) => (a.file < b.file ? -1 : 1)

function parsed(bytes: Uint8Array): unknown {
  try {
    return JSON.parse(textFrom(bytes))
  } catch {
    return undefined
  }
}
