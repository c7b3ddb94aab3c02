import { Readable } from 'node:stream'
import { TextReader, ZipWriter, configure } from '@zip.js/zip.js'
import { type Asset, type Kept, archiveFiles, assetFile } from '#core/documents'
import { ONE_AT_A_TIME } from '../db/sound-store'

// The server packs in its own thread: what is packed is text, and sounds go in as they are.
configure({ useWebWorkers: false })

/** A zip of the plain kind ends here, in bytes; the file's own lists want some of it. */
const LARGEST = 4 * 1024 ** 3 - 64 * 1024 ** 2

/** What of an archive is too much for one file, as a sentence; undefined where it fits. */
export function tooLarge(assets: readonly Asset[]): string | undefined {
  const bytes = assets.reduce((sum, one) => sum + one.bytes, 0)
  return bytes <= LARGEST
    ? undefined
    : `The sounds have ${(bytes / 1024 ** 3).toFixed(1)} GB, and one archive holds 4 GB. Throw away recordings you don’t need any more and empty the bin; or stop Bazzet and copy its two databases as files, the second of which holds the sounds.`
}

/**
 * Everything as one zip, written as it is read, so that no more than a piece of a sound is held: texts packed, sounds as they are. The same
 * things make the same bytes.
 */
export function writeArchive(
  kept: Kept,
  assets: readonly Asset[],
  read: (asset: Asset) => AsyncIterable<Uint8Array>,
): ReadableStream<Uint8Array> {
  const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>()
  const zip = new ZipWriter(writable, {
    // A zip keeps a time for each file; the same one for all, so that nothing but what is in it tells two archives apart.
    lastModDate: new Date(1980, 0, 1, 12),
    extendedTimestamp: false,
    zip64: false,
    keepOrder: true,
  })
  void (async () => {
    for (const { file, text } of archiveFiles(kept)) await zip.add(file, new TextReader(text), { level: 6 })
    for (const asset of assets)
      await zip.add(assetFile(asset), Readable.toWeb(Readable.from(read(asset), ONE_AT_A_TIME)) as ReadableStream, {
        level: 0,
      })
    await zip.close()
  })().catch(error => writable.abort(error).catch(() => undefined))
  return readable
}
