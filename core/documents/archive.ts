import { strToU8, zipSync } from 'fflate'
import { textFrom, unzipped } from '#core/formats'
import { type LogEntry, readEntry } from '#core/practise'
import { type Result, ok, refuse } from '#core/result'
import { type Documents, KINDS, KIND_NAMES, type KindName, folderOf } from './kinds'

/** A file of the player's own, such as a sound, named by the SHA-256 of its bytes. */
export interface Asset {
  sha256: string
  type: string
  bytes: Uint8Array
}

/** Everything that is kept: the documents of every kind, the log, the notes of days, and the files that kits name. */
export interface Kept {
  documents: { [K in KindName]: Documents[K][] }
  log: LogEntry[]
  notes: Record<string, string>
  assets: Asset[]
}

/** An archive as it was read: what is in it, and what in it could not be read, each with its file and why. */
export interface ReadArchive extends Kept {
  bad: { file: string; reason: string }[]
}

const ABOUT = 'bazzet-archive.json'
const VERSION = 1
/** Where a file of the player's own is in an archive. */
const ASSET = /^assets\/([0-9a-f]{64})\.wav$/

/**
 * Everything as one file, a zip: a JSON file for each document in a folder of its kind, the log and the days’ notes, the sounds that kits
 * name, and what says that it is an archive. The same things make the same bytes.
 * @example isZip(writeArchive({ documents: { groove: [groove], kit: [], cell: [], recipe: [], phrase: [], plan: [], player: [], sitting: [] }, log: [], notes: {}, assets: [] })) // => true
 */
export function writeArchive({ documents, log, notes, assets }: Kept): Uint8Array {
  const files: Record<string, Uint8Array> = { [ABOUT]: json({ format: 'bazzet-archive', version: VERSION }) }
  for (const kind of KIND_NAMES)
    for (const document of documents[kind]) files[`${folderOf(kind)}/${document.id}.json`] = json(document)
  for (const { sha256, bytes } of assets) files[`assets/${sha256}.wav`] = bytes
  files['log.json'] = json(log)
  files['days.json'] = json(notes)
  // A zip keeps a time for each file; the same one for all, so that nothing but what is in it tells two archives apart.
  return zipSync(files, { level: 6, mtime: new Date('1980-01-01T12:00:00Z') })
}

const json = (value: unknown): Uint8Array => strToU8(`${JSON.stringify(value, null, 1)}\n`)

/** Whether the files of a zip are an archive of ours. */
const isArchive = (files: Record<string, Uint8Array>): boolean => ABOUT in files

/** An archive’s contents; documents that cannot be read are named and the others kept. Refused where it is none, or of a newer Bazzet. @internal */
export function readArchive(bytes: Uint8Array): Result<ReadArchive> {
  const files = unzipped(bytes, name => name.endsWith('.json') || ASSET.test(name), 256 * 1024 * 1024)
  if (!files.ok) return files
  if (!isArchive(files.value))
    return refuse('This packed file is no archive of Bazzet’s: it has no bazzet-archive.json.')
  const about = parsed(files.value[ABOUT]!) as { version?: unknown } | undefined
  if (about?.version !== VERSION)
    return refuse(
      `This archive says version ${JSON.stringify(about?.version) ?? 'nothing'}; this Bazzet reads version ${VERSION}.`,
    )
  const documents = Object.fromEntries(KIND_NAMES.map(kind => [kind, []])) as unknown as Record<KindName, unknown[]>
  const out: Pick<ReadArchive, 'log' | 'notes' | 'assets' | 'bad'> = { log: [], notes: {}, assets: [], bad: [] }
  for (const [file, content] of Object.entries(files.value).sort(([a], [b]) => (a < b ? -1 : 1))) {
    const sha256 = ASSET.exec(file)?.[1]
    if (sha256) {
      out.assets.push({ sha256, type: 'audio/wav', bytes: content })
      continue
    }
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

function parsed(bytes: Uint8Array): unknown {
  try {
    return JSON.parse(textFrom(bytes))
  } catch {
    return undefined
  }
}
