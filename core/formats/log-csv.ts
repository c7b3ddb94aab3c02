import Papa from 'papaparse'
import { type LogEntry, limbsFrom, limbsText, readEntry, spreadOfEntry } from '#core/practise'
import type { NoteValue } from '#core/time'

/** The columns of a log as CSV, in order. What has no column of its own is in `details`, as JSON. */
const COLUMNS = [
  'id',
  'day',
  'at',
  'kind',
  'subject',
  'title',
  'stage',
  'limbs',
  'bpm',
  'counts',
  'seconds',
  'word',
  'note',
  'source',
  'missed',
  'extra',
  'spread',
  'details',
] as const
type Row = Partial<Record<(typeof COLUMNS)[number], string>>

/** Text that a spreadsheet would take for a formula is marked with a ' before it, which reading takes away again. */
const guarded = (text: string): string => (/^['=+\-@\t\r]/.test(text) ? `'${text}` : text)
const unguarded = (text: string): string => (text.startsWith("'") ? text.slice(1) : text)

/**
 * A log as CSV (RFC 4180) with a line of column names, one entry a row.
 * @example logCsv([entry]).split('\r\n')[0].split(',').slice(0, 3) // => ['id', 'day', 'at']
 */
export const logCsv = (entries: readonly LogEntry[]): string =>
  Papa.unparse(
    {
      fields: [...COLUMNS],
      data: entries.map(entry => {
        const {
          id,
          day,
          at,
          subject,
          stage,
          limbs,
          tempo,
          seconds,
          word,
          note,
          source,
          measures,
          planId,
          sessionId,
          span,
          parts,
          whole,
          click,
          cut,
          figures,
        } = entry
        const spread = spreadOfEntry(entry)
        return [
          id,
          day,
          at,
          subject.kind,
          subject.id,
          guarded(subject.title),
          guarded(stage),
          limbsText(limbs),
          tempo?.bpm ?? '',
          tempo?.counts ?? '',
          seconds,
          word ?? '',
          guarded(note),
          source,
          measures?.missed ?? '',
          measures?.extra ?? '',
          spread === null ? '' : Math.round(spread * 10) / 10,
          JSON.stringify({
            revision: subject.revision,
            assumed: tempo?.assumed,
            planId,
            sessionId,
            span,
            parts,
            whole,
            click,
            cut,
            figures,
            measures,
          }),
        ]
      }),
    },
    { newline: '\n' },
  )

/** A log read from CSV: the entries, and the rows that could not be read, by their number in the file (the names are row 1), with why. */
export interface LogRead {
  entries: LogEntry[]
  bad: { row: number; reason: string }[]
}

/** The moment of an entry that says only its day: noon. What is no day is refused as one, and not as a moment too. */
const noonOf = (day: string): string =>
  `${/^\d{4}-\d{2}-\d{2}$/.test(day) && !Number.isNaN(Date.parse(day)) ? day : '2000-01-01'}T12:00:00Z`

function details(text: string | undefined): Record<string, unknown> {
  if (!text) return {}
  try {
    const value: unknown = JSON.parse(text)
    return typeof value === 'object' && value !== null ? (value as Record<string, unknown>) : {}
  } catch {
    return { broken: true }
  }
}

/** A row as an entry; only day, title and seconds are needed, so that a list kept by hand can be read too. `newId` names one without an id. */
function entryFrom(row: Row, newId: () => string): unknown {
  const more = details(row.details)
  if (more.broken) return { reason: 'details is not JSON; leave it empty, or as it was written.' }
  const number = (text: string | undefined): number | string | undefined =>
    text === undefined || text.trim() === '' ? undefined : Number.isFinite(Number(text)) ? Number(text) : text
  const bpm = number(row.bpm)
  const {
    revision = null,
    assumed,
    planId = null,
    sessionId = null,
    span = null,
    parts = {},
    whole = null,
    click = null,
    cut = false,
    figures = null,
    measures = null,
  } = more
  return {
    format: 'bazzet-entry',
    version: 4,
    id: row.id || newId(),
    at: row.at || noonOf(row.day ?? ''),
    day: row.day,
    subject: { kind: row.kind || 'other', id: row.subject || 'by-hand', revision, title: unguarded(row.title ?? '') },
    planId,
    sessionId,
    stage: unguarded(row.stage || row.title || ''),
    source: row.source || 'hand',
    span,
    parts,
    whole,
    limbs: limbsFrom(row.limbs ?? ''),
    click,
    tempo:
      bpm === undefined ? null : { bpm, counts: (row.counts || '1/4') as NoteValue, ...(assumed ? { assumed } : {}) },
    seconds: number(row.seconds),
    cut,
    word: row.word || null,
    measures,
    note: unguarded(row.note ?? ''),
    figures,
  }
}

/**
 * Reads a log from CSV with a line of column names. A row that is wrong is named and left out, the others are read.
 * @example readLogCsv(logCsv([entry]), () => 'new').entries.length // => 1
 */
export function readLogCsv(text: string, newId: () => string): LogRead {
  const { data, meta } = Papa.parse<Row>(text.replace(/^\uFEFF/, ''), { header: true, skipEmptyLines: 'greedy' })
  const missing = ['day', 'title', 'seconds'].filter(name => !meta.fields?.includes(name))
  if (missing.length)
    return {
      entries: [],
      bad: [
        {
          row: 1,
          reason: `The first row names the columns; ${missing.join(', ')} ${missing.length === 1 ? 'is' : 'are'} missing.`,
        },
      ],
    }
  const read: LogRead = { entries: [], bad: [] }
  data.forEach((row, i) => {
    const entry = entryFrom(row, newId)
    const reason = (entry as { reason?: string }).reason
    const valid = reason === undefined ? readEntry(entry) : undefined
    if (valid?.ok) read.entries.push(valid.value)
    else
      read.bad.push({
        row: i + 2,
        reason:
          reason ??
          (valid as { problems?: { path: string; reason: string }[] }).problems
            ?.map(one => `${one.path}: ${one.reason}`)
            .join(' ') ??
          'This row cannot be read.',
      })
  })
  return read
}
