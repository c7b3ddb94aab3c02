import { type Result, ok, refuse } from '#core/result'
import { beatTicks, meter, readGroups, unitTicks, usualGroups } from '#core/time'
import { makeBars, subdivisionsOf } from './make'
import type { Bar } from './schema'

/** A meter, a number of bars and slots a beat, as they stand in a form; `groups` as the player types them. */
export interface TimeChoice { count: number, unit: number, groups: string, bars: number, slots: number[] }

export const COMMON_TIME: TimeChoice = { count: 4, unit: 4, groups: '1+1+1+1', bars: 1, slots: [4, 4, 4, 4] }

/** The slots a felt beat of so many ticks is usually cut into: threes in a dotted quarter, twos in what is longer than a quarter or shorter than an eighth, else fours. @internal */
export const usualSlots = (ticks: number): number => (ticks % 7560 === 0 ? 3 : ticks > 5040 || ticks < 2520 ? 2 : 4)

/**
 * The choice that a line of bars came from; bars that differ are chosen anew from the first.
 * @example timeChoiceOf(bars) // => { count: 4, unit: 4, groups: '1+1+1+1', bars: 1, slots: [4, 4, 4, 4] }
 */
export function timeChoiceOf(bars: readonly Bar[]): TimeChoice {
  const { meter: m, slots } = bars[0]!
  return { count: m.count, unit: m.unit, groups: m.groups.join('+'), bars: bars.length, slots: [...slots] }
}

/**
 * Another meter, with its usual groups and slots: `withMeter(COMMON_TIME, 7, 8)` is felt as 2+2+3.
 * @example withMeter(COMMON_TIME, 7, 8).groups // => '2+2+3'
 */
export function withMeter(choice: TimeChoice, count: number, unit: number): TimeChoice {
  const groups = usualGroups(count, unit)
  return { ...choice, count, unit, groups: groups.join('+'), slots: beatTicks(meter(count, unit, groups)).map(usualSlots) }
}

/**
 * Other groups, as they are being typed: a beat keeps its slots where its new length still has them, and has one a note otherwise.
 * @example withGroups(withMeter(COMMON_TIME, 7, 8), '3+2+2').groups // => '3+2+2'
 */
export function withGroups(choice: TimeChoice, text: string): TimeChoice {
  const read = readGroups(text, choice.count)
  if (!read.ok) return { ...choice, groups: text }
  const slots = read.value.map((group, i) => {
    const before = choice.slots[i]
    return before && subdivisionsOf(group * unitTicks(choice.unit)).includes(before) ? before : group
  })
  return { ...choice, groups: text, slots }
}

/**
 * The bars that a choice comes to, or what is wrong with it.
 * @example barsOf(withMeter(COMMON_TIME, 3, 4)).value[0].slots // => [4, 4, 4]
 */
export function barsOf(choice: TimeChoice): Result<Bar[]> {
  const groups = readGroups(choice.groups, choice.count)
  if (!groups.ok) return groups
  return ok(makeBars(meter(choice.count, choice.unit, groups.value), choice.bars, choice.slots))
}

/**
 * A choice for every bar by itself.
 * @example timeChoicesOf([...bars, ...bars]).length // => 2
 */
export const timeChoicesOf = (bars: readonly Bar[]): TimeChoice[] => bars.map(bar => timeChoiceOf([bar]))

/**
 * The bars that a choice for each comes to, or what is wrong with the first that is wrong.
 * @example barsFrom([COMMON_TIME, withMeter(COMMON_TIME, 3, 4)]).value.map(bar => bar.meter.count) // => [4, 3]
 */
export function barsFrom(choices: readonly TimeChoice[]): Result<Bar[]> {
  const bars: Bar[] = []
  for (const [i, choice] of choices.entries()) {
    const one = barsOf({ ...choice, bars: 1 })
    if (!one.ok) return refuse(`Bar ${i + 1}: ${one.reason}`)
    bars.push(...one.value)
  }
  return ok(bars)
}
