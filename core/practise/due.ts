import { type NoteValue, type Tempo, convertTempo } from '#core/time'
import type { LogEntry, Word } from './log'

type EntryKind = LogEntry['subject']['kind']

/** The last word of a day on one subject, and the fastest of that day that was not missed, in quarters a minute (null where all was). */
export interface DayWord { id: string, kind: EntryKind, title: string, planId: string | null, day: string, word: Word, counts: NoteValue | null, quarters: number | null }

/** What is to be played again: when it is due, how many days ago that was (negative while it is still to come), and how it stood. */
export interface Due { id: string, kind: EntryKind, title: string, planId: string | null, last: string, word: Word, due: string, late: number, tempo: Tempo | null }

/** Days until something solid is due again, longer each time it is solid: the rule of music.md. */
export const SPACING: readonly number[] = [1, 2, 4, 8, 16, 32]

const DAY = 24 * 60 * 60 * 1000
/** A calendar day as a number, to count days between two: `dayNumber('2026-03-01') - dayNumber('2026-02-27') // => 2` */
export const dayNumber = (day: string): number => Math.round(Date.parse(`${day}T00:00:00Z`) / DAY)
/** `dayOf(dayNumber('2026-03-01')) // => '2026-03-01'` */
export const dayOf = (number: number): string => new Date(number * DAY).toISOString().slice(0, 10)

/**
 * After how many days something is due again, from its words day by day, oldest first: each solid one lengthens the wait, a shaky
 * one brings it back tomorrow and keeps its place, a missed one begins again. `waitAfter(['solid', 'solid', 'shaky']) // => 1`, and after
 * one more solid day 4.
 */
export function waitAfter(words: readonly Word[], spacing: readonly number[] = SPACING): number {
  let step = -1
  for (const word of words) step = word === 'solid' ? Math.min(step + 1, spacing.length - 1) : word === 'missed' ? -1 : step
  return words.at(-1) === 'solid' ? spacing[step]! : 1
}

/** What is due, the longest overdue first, then what comes next; days in any order. */
export function dueList(days: readonly DayWord[], today: string, spacing: readonly number[] = SPACING): Due[] {
  const bySubject = new Map<string, DayWord[]>()
  for (const day of days.toSorted((a, b) => a.day.localeCompare(b.day))) bySubject.set(day.id, [...bySubject.get(day.id) ?? [], day])
  return [...bySubject.values()].map((list): Due => {
    const last = list.at(-1)!
    const due = dayNumber(last.day) + waitAfter(list.map(one => one.word), spacing)
    const stood = list.findLast(one => one.quarters !== null && one.counts)
    return {
      id: last.id, kind: last.kind, title: last.title, planId: last.planId, last: last.day, word: last.word, due: dayOf(due), late: dayNumber(today) - due,
      tempo: stood ? convertTempo({ bpm: stood.quarters!, counts: '1/4' }, stood.counts!) : null,
    }
  }).sort((a, b) => b.late - a.late || a.title.localeCompare(b.title))
}

/** `'due today'`, `'due for 3 days'`, `'in 2 days'` */
export const sayLate = (late: number): string => (late === 0 ? 'due today' : late > 0 ? `due for ${late === 1 ? 'a day' : `${late} days`}` : `in ${late === -1 ? 'a day' : `${-late} days`}`)
