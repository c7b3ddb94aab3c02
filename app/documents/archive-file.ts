import { BlobReader, type Entry, type FileEntry, ZipReader, configure } from '@zip.js/zip.js'
import { type ReadArchive, isArchive, readArchive } from '#core/documents'
import { type Result, refuse } from '#core/result'

// It reads in the worker or the page that asks: sounds are not packed, and texts are small.
configure({ useWebWorkers: false })

/** The most text that is unpacked of an archive, in bytes. */
const MOST_TEXT = 256 * 1024 ** 2

const filesOf = (entries: readonly Entry[]) => entries.filter((entry): entry is FileEntry => !entry.directory)

/** A file in a zip, up to `most` bytes, whatever it says of its length; rejects where it has more. */
async function textOf(entry: FileEntry, most: number): Promise<Uint8Array> {
  const chunks: Uint8Array[] = []
  let size = 0
  await entry.getData(
    new WritableStream<Uint8Array>({
      write(chunk) {
        size += chunk.length
        if (size > most) throw new Error('too long')
        chunks.push(chunk)
      },
    }),
    { checkSignature: true },
  )
  return new Uint8Array(await new Blob(chunks as BlobPart[]).arrayBuffer())
}

/**
 * An archive in a file of any size, of which only the texts are read; undefined where the zip is none of ours. The sounds stay in the file
 * (see `soundsIn`).
 */
export async function archiveIn(file: Blob): Promise<Result<ReadArchive> | undefined> {
  const zip = new ZipReader(new BlobReader(file))
  try {
    const entries = filesOf(await zip.getEntries())
    if (!isArchive(entries.map(entry => entry.filename))) return undefined
    const files: Record<string, Uint8Array> = {}
    let left = MOST_TEXT
    for (const entry of entries.filter(one => one.filename.endsWith('.json'))) {
      const text = await textOf(entry, left)
      left -= text.length
      files[entry.filename] = text
    }
    return readArchive(
      files,
      entries.map(entry => ({ file: entry.filename, bytes: entry.uncompressedSize })),
    )
  } catch (error) {
    return refuse(
      (error as Error).message === 'too long'
        ? `What is packed in this file would be more than ${MOST_TEXT / 1024 ** 2} MB of text; it was not unpacked.`
        : 'This file is packed (zip), and damaged: it could not be unpacked.',
    )
  } finally {
    await zip.close()
  }
}

/** The sounds of an archive, one after another as they are asked for by their files’ names, each as a file. */
export async function soundsIn(file: Blob): Promise<(name: string) => Promise<Blob>> {
  const entries = filesOf(await new ZipReader(new BlobReader(file)).getEntries())
  return async name => {
    const chunks: Uint8Array[] = []
    const entry = entries.find(one => one.filename === name)
    await entry?.getData(new WritableStream<Uint8Array>({ write: chunk => void chunks.push(chunk) }))
    return new Blob(chunks as BlobPart[])
  }
}
