import { LIMBS, type Limb } from '#core/kit'
import { type NoteValue, type Tempo, convertTempo } from '#core/time'
import type { LogEntry, TempoLine } from './log'
import { dayNumber, dayOf } from './due'

/** Which entries of a log are meant: of one subject, of one plan, of a style or a tag of their grooves, with a limb, of a span of days (both included). */
export interface LogFilter {
  about?: string
  plan?: string
  style?: string
  tag?: string
  limb?: Limb
  from?: string
  to?: string
}

/** Minutes of one week, by its Monday: in all, and in how many of them each limb played. */
export interface WeekSum {
  week: string
  minutes: number
  limbs: Record<Limb, number>
}
/** How even it was on a day: the mean spread of what was measured, in ms, and of how many stages. */
export interface DayAccuracy {
  day: string
  spread: number
  stages: number
}
/** The fastest of a subject with the same limbs that was not missed, and the day it was reached. */
interface Best {
  id: string
  title: string
  limbs: Limb[]
  tempo: Tempo
  day: string
}

/** What a log comes to; `practised` are the seconds by subject, most first. Weeks, days and bests are in order of time or name. */
export interface LogSums {
  stages: number
  seconds: number
  days: number
  lines: TempoLine[]
  practised: { id: string; seconds: number }[]
  weeks: WeekSum[]
  accuracy: DayAccuracy[]
  calendar: { day: string; minutes: number }[]
  bests: Best[]
}

/** The Monday of a day’s week: `mondayOf('2026-03-01') // => '2026-02-23'` */
export const mondayOf = (day: string): string => {
  const number = dayNumber(day)
  // Day 0 was a Thursday.
  return dayOf(number - ((((number + 3) % 7) + 7) % 7))
}

/** How a set of limbs stands in one field, read: `limbsFrom('RH,LF') // => ['RH', 'LF']` */
export const limbsFrom = (text: string): Limb[] => LIMBS.filter(limb => text.split(',').includes(limb))
/** The same written, always in one order: `limbsText(['LF', 'RH']) // => 'RH,LF'` */
export const limbsText = (limbs: readonly Limb[]): string => LIMBS.filter(limb => limbs.includes(limb)).join(',')

/**
 * Weeks from the seconds of each week and set of limbs.
 * @example weekSums([{ week: '2026-03-02', limbs: 'RH,RF', seconds: 120 }])[0].limbs // => { RH: 2, LH: 0, RF: 2, LF: 0 }
 */
export function weekSums(rows: readonly { week: string; limbs: string; seconds: number }[]): WeekSum[] {
  const weeks = new Map<string, WeekSum>()
  for (const { week, limbs, seconds } of rows) {
    const sum = weeks.get(week) ?? { week, minutes: 0, limbs: { RH: 0, LH: 0, RF: 0, LF: 0 } }
    weeks.set(week, sum)
    sum.minutes += seconds / 60
    for (const limb of limbsFrom(limbs)) sum.limbs[limb] += seconds / 60
  }
  return [...weeks.values()].sort((a, b) => a.week.localeCompare(b.week))
}

/** A best as it is kept in figures. */
export interface BestRow {
  id: string
  title: string
  limbs: string
  counts: NoteValue
  quarters: number
  day: string
}
/**
 * A best from its figures, in the note value that it counted: 96 quarters counted as `1/8` are 192.
 * @example bestOf({ id: 'sample', title: 'Sample', limbs: 'RH,RF', counts: '1/8', quarters: 96, day: '2026-03-01' }).tempo // => { bpm: 192, counts: '1/8' }
 */
export const bestOf = ({ id, title, limbs, counts, quarters, day }: BestRow): Best => ({
  id,
  title,
  limbs: limbsFrom(limbs),
  tempo: convertTempo({ bpm: quarters, counts: '1/4' }, counts),
  day,
})

/**
 * The mean spread of an entry’s limbs, in ms; null where nothing was measured.
 * @example spreadOfEntry(entry) // => null
 */
export function spreadOfEntry({ measures }: Pick<LogEntry, 'measures'>): number | null {
  const spreads = measures?.limbs.flatMap(limb => limb.spread ?? []) ?? []
  return spreads.length ? spreads.reduce((sum, one) => sum + one, 0) / spreads.length : null
}

/** A box of the grid of figures, such as `'RF x..x'`: the fastest it was played to its end. */
export interface FigureBest {
  figure: string
  tempo: Tempo
  day: string
}
