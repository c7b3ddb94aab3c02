import { strFromU8, unzipSync } from 'fflate'
import { type Result, ok, refuse } from '#core/result'

/** More than this is not unpacked of a zip file, in bytes: what would be more is no music. */
const UNPACKED = 64 * 1024 * 1024

/** Bytes as UTF-16 text, where a mark of the order of its bytes says that they are; undefined for others. `utf16From(Uint8Array.of(0xFE, 0xFF, 0, 72)) // => 'H'` */
export function utf16From(bytes: Uint8Array): string | undefined {
  const highFirst = bytes[0] === 0xfe && bytes[1] === 0xff
  if (!highFirst && !(bytes[0] === 0xff && bytes[1] === 0xfe)) return undefined
  const letters: string[] = []
  for (let i = 2; i + 1 < bytes.length; i += 2)
    letters.push(String.fromCharCode(highFirst ? (bytes[i]! << 8) | bytes[i + 1]! : (bytes[i + 1]! << 8) | bytes[i]!))
  return letters.join('')
}

/**
 * Bytes as text: UTF-16 where its mark says so, else UTF-8 without its mark.
 * @example textFrom(Uint8Array.of(0xEF, 0xBB, 0xBF, 0x52, 0x4C)) // => 'RL'
 */
export const textFrom = (bytes: Uint8Array): string => utf16From(bytes) ?? strFromU8(bytes).replace(/^\uFEFF/, '')

/**
 * Whether bytes begin as a zip file does.
 * @example isZip(Uint8Array.of(0x50, 0x4B, 3, 4)) // => true
 */
export const isZip = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 3 && bytes[3] === 4

/**
 * The files in a zip file, by name, with a limit on how much they may be when unpacked; only those that `wanted` wants.
 * Sizes come from the file itself: one that lies is cut off where it says it ends.
 * @example unzipped(Uint8Array.of(1, 2, 3)).reason // => 'This file is packed (zip), and damaged: it could not be unpacked.'
 */
export function unzipped(
  bytes: Uint8Array,
  wanted: (name: string) => boolean = () => true,
  most = UNPACKED,
): Result<Record<string, Uint8Array>> {
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
    return over
      ? refuse(`What is packed in this file would be more than ${Math.round(most / 1048576)} MB; it was not unpacked.`)
      : ok(files)
  } catch {
    return refuse('This file is packed (zip), and damaged: it could not be unpacked.')
  }
}
