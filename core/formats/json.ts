import { type Result, ok, refuse } from '#core/result'
import { type Groove, readGroove } from '#core/groove'

/**
 * One of our documents as a file: indented JSON, ending in a new line.
 * @example writeJson({ a: 1 }).length // => 13
 */
export const writeJson = (document: object): string => `${JSON.stringify(document, null, 2)}\n`

/**
 * What a text of JSON holds, or why it is none.
 * @example [readJson('{"a": 1}').value, readJson('{').ok] // => [{ a: 1 }, false]
 */
export function readJson(text: string): Result<unknown> {
  try {
    return ok(JSON.parse(text))
  } catch (error) {
    return refuse(`This file is not JSON (${(error as Error).message}). Bazzet reads the JSON files that it writes.`)
  }
}

/** A groove as a file. docs/groove-format.md describes it. @internal */
export const writeGrooveJson = (groove: Groove): string => writeJson(groove)

/** A groove from a file's text, or what is wrong with it. @internal */
export function readGrooveJson(text: string): Result<Groove> {
  const data = readJson(text)
  return data.ok ? readGroove(data.value) : data
}

/** A file name from a title: `fileName('Wet Rope (late)', 'mid') // => 'wet-rope-late.mid'`. */
export function fileName(title: string, extension: string): string {
  const plain = title
    .normalize('NFD')
    .replace(/\p{Mn}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
  return `${plain || 'groove'}.${extension}`
}
