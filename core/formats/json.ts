import { type Result, refuse } from '#core/result'
import { type Groove, readGroove } from '#core/groove'

/** A groove as a file: indented JSON, ending in a new line. docs/groove-format.md describes it. */
export const writeGrooveJson = (groove: Groove): string => `${JSON.stringify(groove, null, 2)}\n`

/** A groove from a file's text, or what is wrong with it. */
export function readGrooveJson(text: string): Result<Groove> {
  let data: unknown
  try {
    data = JSON.parse(text)
  } catch (error) {
    return refuse(`This file is not JSON (${(error as Error).message}). Bazzet reads the JSON files that it writes.`)
  }
  return readGroove(data)
}

/** A file name from a title: `fileName('Wet Rope (late)', 'mid') // => 'wet-rope-late.mid'`. */
export function fileName(title: string, extension: string): string {
  const plain = title.normalize('NFD').replace(/\p{Mn}/gu, '').toLowerCase().replace(/[^a-z0-9]+/g, '-').replace(/^-|-$/g, '')
  return `${plain || 'groove'}.${extension}`
}
