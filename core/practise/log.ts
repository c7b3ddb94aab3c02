import { z } from 'zod'
import { words } from '#core/fields'
import { idSchema } from '#core/groove'
import { LIMBS } from '#core/kit'
import { measuresSchema } from '#core/measure'
import { present } from '#core/present'
import { type Result, readAs } from '#core/result'
import { type NoteValue, convertTempo } from '#core/time'
import { upgraded } from '#core/upgrade'
import { ENTRY_SHAPE, markedEntry } from './shape'
import { masks } from './figures'
import { clickSchema, keptTempoSchema, partsSchema, spanSchema } from './stage'
import { entrySubjectSchema } from './subject'

/** The player's word at the end of a stage; null where none was given before the next began. */
export const WORDS = ['solid', 'shaky', 'missed'] as const
export type Word = (typeof WORDS)[number]

const { format, version } = ENTRY_SHAPE

/** Where an entry comes from: a stage that was run, the Bench, Step, or the player’s own hand. */
const SOURCES = ['plan', 'bench', 'step', 'hand'] as const
const FIGURES = new Set(LIMBS.flatMap(limb => [...masks(4), ...masks(3)].map(mask => `${limb} ${mask}`)))

/** One stage as it was practised. `at` is when it ended, `day` the player's own calendar day. */
export const logEntrySchema = z.strictObject({
  format: z.literal(format, { error: `format is "${format}".` }),
  version: z.literal(version, {
    error: issue =>
      `version is ${version}; this entry says ${JSON.stringify(issue.input) ?? 'nothing'}, which this Bazzet cannot read.`,
  }),
  id: idSchema,
  at: z.iso.datetime({ error: 'A moment is written like 2026-01-31T18:30:00Z.' }),
  day: z.iso.date({ error: 'A day is written like 2026-01-31.' }),
  /** What was practised, by which revision (null where that is not known) and under which title. */
  subject: entrySubjectSchema,
  planId: idSchema.nullable(),
  stage: words('The name of the stage', 1, 160),
  source: z.enum(SOURCES, { error: `An entry comes from one of: ${SOURCES.join(', ')}.` }),
  span: spanSchema.nullable(),
  /** Who played each part; empty where an older entry does not say. */
  parts: partsSchema,
  /** The limbs the player played; empty where an entry does not say. */
  limbs: z
    .array(z.enum(LIMBS, { error: `A limb is one of: ${LIMBS.join(', ')}.` }))
    .max(4, { error: 'There are four limbs.' }),
  /** Whether the player played all of what it is about, from end to end: from that follow what is due and bests. Null where an entry does not say. */
  whole: z.boolean({ error: 'whole is true, false or null.' }).nullable(),
  click: clickSchema.nullable(),
  /** Null where there was none, as in a rehearsal entered by hand. */
  tempo: keptTempoSchema.nullable(),
  seconds: z
    .number({ error: 'How long it was practised is a number of seconds.' })
    .min(0, { error: 'Seconds are not negative.' })
    .max(86400, { error: 'A stage lasts at most a day.' }),
  /** It ended before its time was up. */
  cut: z.boolean({ error: 'cut is true or false.' }),
  word: z.enum(WORDS, { error: 'The word is solid, shaky or missed, or null.' }).nullable(),
  measures: measuresSchema.nullable(),
  /** The player’s own note. */
  note: words('A note', 0, 1000),
  /** The figures that were played to their end, with their limb, such as `'RF x..x'`; null where it was none of figures. */
  figures: z
    .array(
      z
        .string()
        .refine(figure => FIGURES.has(figure), {
          error: 'A figure is a limb and its slots, written with x and a dot, such as RF x..x.',
        }),
    )
    .max(15)
    .nullable(),
  /** Stages of one run share it; null where an older entry does not say. */
  sessionId: idSchema.nullable(),
})

export type LogEntry = z.infer<typeof logEntrySchema>

/**
 * An entry with the usual values where none are given: `makeEntry({ id, at, day, subject, stage, seconds })` is one by hand, of no tempo and no word.
 * @example makeEntry({ id: 'e', at: '2026-03-01T18:00:00.000Z', day: '2026-03-01', subject: entry.subject, stage: 'All', seconds: 60 }).word // => null
 */
export const makeEntry = (
  given: Pick<LogEntry, 'id' | 'at' | 'day' | 'subject' | 'stage' | 'seconds'> & Partial<LogEntry>,
): LogEntry => ({
  format,
  version,
  planId: null,
  source: 'hand',
  span: null,
  parts: {},
  limbs: [],
  whole: null,
  click: null,
  tempo: null,
  cut: false,
  word: null,
  measures: null,
  note: '',
  figures: null,
  sessionId: null,
  ...given,
})

/**
 * An entry from unknown data of any version there was.
 * @example readEntry({ ...entry, day: 'today' }).reason // => 'This is not a valid log entry. day: A day is written like 2026-01-31.'
 */
export function readEntry(input: unknown): Result<LogEntry> {
  const entry = upgraded(markedEntry(input), ENTRY_SHAPE)
  return entry.ok ? readAs(logEntrySchema, entry.value, 'log entry') : entry
}

/** One subject's best day by day, days oldest first; its tempos count what the latest of them counted. */
export interface TempoLine {
  id: string
  title: string
  counts: NoteValue
  days: { day: string; bpm: number }[]
}

/** A day's best of one subject, in quarters a minute, so that entries that count other values can be compared. */
export interface DayBest {
  id: string
  day: string
  quarters: number
}

/**
 * How fast an entry was, in quarters a minute; null where it had no tempo.
 * @example quartersOf({ tempo: { bpm: 192, counts: '1/8' } }) // => 96
 */
export const quartersOf = ({ tempo }: Pick<LogEntry, 'tempo'>): number | null => tempo && convertTempo(tempo, '1/4').bpm

/** A stage cut off sooner than this, in seconds, is no best. */
const CUT_OFF = 20

/**
 * True where an entry speaks of the whole of what it is about: the foot alone says nothing of the groove. One that does not say is believed.
 * @example [{ whole: true }, { whole: null }, { whole: false }].map(isOfWhole) // => [true, true, false]
 */
export const isOfWhole = ({ whole }: Pick<LogEntry, 'whole'>): boolean => whole !== false

/**
 * A word of solid or shaky counts towards a best, and so does none; what was missed does not, nor what was cut off after seconds, nor a part
 * of the whole, nor playing along on the Bench.
 * @example [countsAsBest({ ...entry, source: 'plan' }), countsAsBest({ ...entry, source: 'plan', word: 'missed' }), countsAsBest({ ...entry, source: 'plan', whole: false })] // => [true, false, false]
 */
export const countsAsBest = ({
  tempo,
  word,
  whole,
  seconds,
  cut,
  source,
}: Pick<LogEntry, 'tempo' | 'word' | 'whole' | 'seconds' | 'cut' | 'source'>): boolean =>
  !!tempo &&
  (source === 'plan' || source === 'hand') &&
  word !== 'missed' &&
  isOfWhole({ whole }) &&
  !(cut && seconds < CUT_OFF)

/**
 * The fastest of each day by subject, from days in order and what each subject is called and counts now.
 * @example tempoLines([], new Map()) // => []
 */
export function tempoLines(
  bests: readonly DayBest[],
  subjects: ReadonlyMap<string, { title: string; counts: NoteValue }>,
): TempoLine[] {
  const lines = new Map<string, TempoLine>()
  for (const { id, day, quarters } of bests) {
    const { title, counts } = subjects.get(id)!
    const line = lines.get(id) ?? { id, title, counts, days: [] }
    lines.set(id, line)
    line.days.push({ day, bpm: convertTempo({ bpm: quarters, counts: '1/4' }, counts).bpm })
  }
  return [...lines.values()]
}

/**
 * The same from entries: the fastest tempo of each day that was not missed, by what was practised.
 * @example tempoByDay([{ ...entry, source: 'plan' }]).map(line => [line.title, line.days.length]) // => [['Sample', 1]]
 */
export function tempoByDay(entries: readonly LogEntry[]): TempoLine[] {
  const bests = new Map<string, DayBest>()
  const subjects = new Map<string, { title: string; counts: NoteValue }>()
  for (const entry of [...entries].sort((a, b) => a.at.localeCompare(b.at)).filter(countsAsBest)) {
    const {
      subject: { id, title },
      day,
    } = entry
    subjects.set(id, { title, counts: present(entry.tempo, 'tempo').counts })
    const quarters = present(quartersOf(entry), 'tempo')
    const best = bests.get(`${id} ${day}`)
    if (best) best.quarters = Math.max(best.quarters, quarters)
    else bests.set(`${id} ${day}`, { id, day, quarters })
  }
  return tempoLines(
    [...bests.values()].sort((a, b) => a.day.localeCompare(b.day)),
    subjects,
  )
}
