import { strFromU8, unzipSync } from 'fflate'
import { type Result, ok, refuse } from '#core/result'

/** More than this is not unpacked of a zip file, in bytes: what would be more is no music. */
const UNPACKED = 64 * 1024 * 1024

/** Bytes as text: UTF-16 where its mark says so, else UTF-8 without its mark. */
export function textFrom(bytes: Uint8Array): string {
  const utf16 = (high: 0 | 1) => {
    const letters: string[] = []
    for (let i = 2; i + 1 < bytes.length; i += 2) letters.push(String.fromCharCode((bytes[i + high]! << 8) | bytes[i + 1 - high]!))
    return letters.join('')
  }
  if (bytes[0] === 0xFE && bytes[1] === 0xFF) return utf16(0)
  if (bytes[0] === 0xFF && bytes[1] === 0xFE) return utf16(1)
  return strFromU8(bytes).replace(/^\uFEFF/, '')
}

/** Whether bytes begin as a zip file does. */
export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4B && bytes[2] === 3 && bytes[3] === 4

/**
 * The files in a zip file, by name, with a limit on how much they may be when unpacked; only those that `wanted` wants.
 * Sizes are told by the file itself: one that lies is cut off where it says it ends.
 */
export function unzipped(bytes: Uint8Array, wanted: (name: string) => boolean = () => true, most = UNPACKED): Result<Record<string, Uint8Array>> {
  let size = 0
  let over = false
  try {
    const files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (!wanted(name)) return false
        size += originalSize
        if (size > most) over = true
        return !over
      },
    })
    return over ? refuse(`What is packed in this file would be more than ${Math.round(most / 1048576)} MB; it was not unpacked.`) : ok(files)
  } catch {
    return refuse('This file is packed (zip), and damaged: it could not be unpacked.')
  }
}
