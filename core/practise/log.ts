import { z } from 'zod'
import { idSchema } from '#core/groove'

/** The player's word at the end of a stage; null where none was given before the next began. */
export const WORDS = ['solid', 'shaky', 'missed'] as const
export type Word = typeof WORDS[number]

/** One stage as it was practised. `bpm` counts what the groove's tempo counts; `at` is when it ended. */
export const logEntrySchema = z.strictObject({
  id: idSchema,
  grooveId: idSchema,
  grooveTitle: z.string().min(1, { error: 'The title of the groove may not be empty.' }).max(160, { error: 'A title is at most 160 characters.' }),
  planId: idSchema,
  stage: z.string().min(1, { error: 'The name of the stage may not be empty.' }).max(160, { error: 'A name is at most 160 characters.' }),
  bpm: z.number({ error: 'A tempo is a number of beats a minute.' }).min(20, { error: 'A tempo is at least 20 a minute.' }).max(400, { error: 'A tempo is at most 400 a minute.' }),
  seconds: z.number({ error: 'How long it was practised is a number of seconds.' }).min(0, { error: 'Seconds are not negative.' }).max(86400, { error: 'A stage lasts at most a day.' }),
  word: z.enum(WORDS, { error: 'The word is solid, shaky or missed, or null.' }).nullable(),
  at: z.iso.datetime({ error: 'A moment is written like 2026-01-31T18:30:00Z.' }),
})

export type LogEntry = z.infer<typeof logEntrySchema>

/** One groove's best day by day, days oldest first. */
export interface TempoLine { grooveId: string, title: string, days: { day: string, bpm: number }[] }

/**
 * The fastest tempo of each day that was not missed, by groove: a word of solid or shaky counts, and so
 * does none. `dayOf` says on which day, such as 2026-01-31, a moment falls where the player lives.
 */
export function tempoByDay(entries: readonly LogEntry[], dayOf: (at: string) => string): TempoLine[] {
  const lines = new Map<string, TempoLine>()
  for (const entry of [...entries].sort((a, b) => a.at.localeCompare(b.at))) {
    if (entry.word === 'missed') continue
    const line = lines.get(entry.grooveId) ?? { grooveId: entry.grooveId, title: entry.grooveTitle, days: [] }
    line.title = entry.grooveTitle
    lines.set(entry.grooveId, line)
    const day = dayOf(entry.at)
    const last = line.days.at(-1)
    if (last?.day === day) last.bpm = Math.max(last.bpm, entry.bpm)
    else line.days.push({ day, bpm: entry.bpm })
  }
  return [...lines.values()]
}
