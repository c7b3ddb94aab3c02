import {
  type Keeps,
  LARGEST_FILE,
  type Score,
  carriedGroove,
  isZip,
  readJson,
  readMidi,
  readMusicXml,
  readTab,
  sayTooLarge,
  textFrom,
} from '#core/formats'
import type { Kit } from '#core/kit'
import { type Result, ok, refuse } from '#core/result'
import { type Documents, KINDS, KIND_NAMES, type KindName } from './kinds'

/** What a file was found to hold, before anything of it is kept. */
export type Opened =
  | { holds: 'score'; format: 'MIDI' | 'MusicXML' | 'tablature'; score: Score }
  | { [K in KindName]: { holds: 'document'; kind: K; document: Documents[K] } }[KindName]

/**
 * A file of any format that Bazzet reads whole, known by what is in it and not by its name: MIDI, MusicXML (packed too), text tablature, our own
 * JSON of every kind. What cannot be read is refused with a sentence, and nothing is kept. An archive, which may be larger than a
 * machine's memory, is read by `readArchive`.
 * @example openFile(midi, 'sample.mid', kit).value.holds // => 'score'
 */
export function openFile(bytes: Uint8Array, name: string, kit: Kit, keeps: Keeps = 'feel'): Result<Opened> {
  if (!bytes.length) return refuse('This file is empty.')
  const title = name.replace(/\.[^.]{1,10}$/, '')
  if (bytes.length > LARGEST_FILE) return refuse(sayTooLarge(bytes.length))
  if (bytes[0] === 0x4d && bytes[1] === 0x54 && bytes[2] === 0x68 && bytes[3] === 0x64)
    return ofMidi(bytes, kit, title, keeps)
  if (isZip(bytes)) return scored('MusicXML', readMusicXml(bytes, kit, title))
  const text = textFrom(bytes)
  if (/^\s*</.test(text)) return scored('MusicXML', readMusicXml(bytes, kit, title))
  if (/^\s*[{[]/.test(text)) return ofJson(text)
  if (/^id,day,at,/.test(text)) return refuse('This is a practice log as CSV: read it on the Log, with Read CSV.')
  if (text.includes('|')) return scored('tablature', readTab(text, kit, title))
  return refuse(
    'This is no file that Bazzet reads. It reads MIDI (.mid), MusicXML (.musicxml, .xml, .mxl), text tablature, and its own JSON files and archives.',
  )
}

/** A file of ours that was not changed since holds the groove itself; any other is read from its notes. */
function ofMidi(bytes: Uint8Array, kit: Kit, title: string, keeps: Keeps): Result<Opened> {
  const own = carriedGroove(bytes)
  return own
    ? ok({ holds: 'document', kind: 'groove', document: own })
    : scored('MIDI', readMidi(bytes, kit, title, keeps))
}

const scored = (format: 'MIDI' | 'MusicXML' | 'tablature', score: Result<Score>): Result<Opened> =>
  score.ok ? ok({ holds: 'score', format, score: score.value }) : score

/** One of our own documents, of the kind that its format says. */
function ofJson(text: string): Result<Opened> {
  const data = readJson(text)
  if (!data.ok) return data
  const { value } = data
  const format =
    typeof value === 'object' && value !== null && 'format' in value && typeof value.format === 'string'
      ? value.format
      : ''
  const kind = KIND_NAMES.find(one => format === `bazzet-${one}`)
  if (!kind)
    return refuse(
      `This JSON file is none of Bazzet’s: its format is ${format ? `“${format.slice(0, 40)}”` : 'not said'}, and Bazzet’s are ${KIND_NAMES.filter(
        one => one !== 'player',
      )
        .map(one => `bazzet-${one}`)
        .join(', ')}.`,
    )
  const read = KINDS[kind].read(value)
  return read.ok ? ok({ holds: 'document', kind, document: read.value } as Opened) : read
}
