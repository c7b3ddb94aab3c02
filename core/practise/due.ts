import { type NoteValue, type Tempo, convertTempo } from '#core/time'
import type { LogEntry, Word } from './log'

type EntryKind = LogEntry['subject']['kind']

/**
 * What the log has on one subject, of entries in which the player played the whole of it: the last word of each day that had one, oldest
 * first, when that was last, and at which tempo that word was said, in quarters a minute (null where there was none).
 */
export interface SubjectWords {
  id: string
  kind: EntryKind
  title: string
  planId: string | null
  words: readonly Word[]
  last: string
  counts: NoteValue | null
  quarters: number | null
}

/** What is to be played again: when it is due, how many days ago that was (negative while it is still to come), and how it stood. */
export interface Due {
  id: string
  kind: EntryKind
  title: string
  planId: string | null
  last: string
  word: Word
  due: string
  late: number
  tempo: Tempo | null
}

/** Days until something solid is due again, longer each time it is solid: the rule of docs/rules.md. */
const SPACING: readonly number[] = [1, 2, 4, 8, 16, 32]

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
  for (const word of words)
    step = word === 'solid' ? Math.min(step + 1, spacing.length - 1) : word === 'missed' ? -1 : step
  return words.at(-1) === 'solid' ? spacing[step]! : 1
}

/**
 * What is due, the longest overdue first, then what comes next; subjects in any order.
 * @example dueList([{ id: 'sample', kind: 'groove', title: 'Sample', planId: null, words: ['solid'], last: '2026-03-01', counts: '1/4', quarters: 96 }], '2026-03-04').map(one => [one.due, one.late]) // => [['2026-03-02', 2]]
 */
export const dueList = (
  subjects: readonly SubjectWords[],
  today: string,
  spacing: readonly number[] = SPACING,
): Due[] =>
  subjects
    .map(({ id, kind, title, planId, words, last, counts, quarters }): Due => {
      const due = dayNumber(last) + waitAfter(words, spacing)
      return {
        id,
        kind,
        title,
        planId,
        last,
        word: words.at(-1)!,
        due: dayOf(due),
        late: dayNumber(today) - due,
        tempo: quarters !== null && counts ? convertTempo({ bpm: quarters, counts: '1/4' }, counts) : null,
      }
    })
    .sort((a, b) => b.late - a.late || a.title.localeCompare(b.title))

/**
 * `'due today'`, `'due for 3 days'`, `'in 2 days'`
 * @example [0, 3, -2].map(sayOverdue) // => ['due today', 'due for 3 days', 'in 2 days']
 */
export const sayOverdue = (late: number): string =>
  late === 0
    ? 'due today'
    : late > 0
      ? `due for ${late === 1 ? 'a day' : `${late} days`}`
      : `in ${late === -1 ? 'a day' : `${-late} days`}`
