import { type Bar, makeBars } from '#core/groove'
import { type Result, ok, refuse } from '#core/result'
import { meter, readGroups } from '#core/time'

/** A meter, a number of bars and slots a beat, as they stand in a form; `groups` as the player types them. */
export interface TimeChoice { count: number, unit: number, groups: string, bars: number, slots: number[] }

export const COMMON_TIME: TimeChoice = { count: 4, unit: 4, groups: '1+1+1+1', bars: 1, slots: [4, 4, 4, 4] }

/** The choice that a line of bars came from; bars that differ are chosen anew from the first. */
export function timeChoiceOf(bars: readonly Bar[]): TimeChoice {
  const { meter: m, slots } = bars[0]!
  return { count: m.count, unit: m.unit, groups: m.groups.join('+'), bars: bars.length, slots: [...slots] }
}

/** The bars that a choice comes to, or what is wrong with it. */
export function barsOf(choice: TimeChoice): Result<Bar[]> {
  const groups = readGroups(choice.groups, choice.count)
  if (!groups.ok) return groups
  return ok(makeBars(meter(choice.count, choice.unit, groups.value), choice.bars, choice.slots))
}

/** A choice for every bar by itself. */
export const timeChoicesOf = (bars: readonly Bar[]): TimeChoice[] => bars.map(bar => timeChoiceOf([bar]))

/** The bars that a choice for each comes to, or what is wrong with the first that is wrong. */
export function barsFrom(choices: readonly TimeChoice[]): Result<Bar[]> {
  const bars: Bar[] = []
  for (const [i, choice] of choices.entries()) {
    const one = barsOf({ ...choice, bars: 1 })
    if (!one.ok) return refuse(`Bar ${i + 1}: ${one.reason}`)
    bars.push(...one.value)
  }
  return ok(bars)
}
