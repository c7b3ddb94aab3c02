import { type Result, ok, refuse } from '#core/result'
import { type Meter, SUBDIVISIONS, beatTicks, isDotted, meter, meterTicks, readGroups, usualGroups } from '#core/time'
import { evenSlots, makeBars } from './make'
import type { Bar } from './schema'

/** A meter, a number of bars and slots a beat, as a form shows them; `groups` as the player types them. */
export interface TimeChoice {
  count: number
  unit: number
  groups: string
  bars: number
  slots: number[]
}

export const COMMON_TIME: TimeChoice = { count: 4, unit: 4, groups: '1+1+1+1', bars: 1, slots: [4, 4, 4, 4] }

/** The slots a felt beat of `ticks` ticks is usually cut into: threes in a dotted note, fours in a quarter, else twos. @internal */
const usualSlots = (ticks: number): number => (isDotted(ticks) ? 3 : ticks === 5040 ? 4 : 2)

/** The slots of a meter’s felt beats when nobody says otherwise: one grid, also where beats differ in length. */
function usualGrid(m: Meter): number[] {
  const ticks = beatTicks(m)
  return evenSlots(m, usualSlots(Math.min(...ticks))) ?? ticks.map(usualSlots)
}

/**
 * The choice that a line of bars came from; bars that differ are chosen again from the first.
 * @example timeChoiceOf(bars) // => { count: 4, unit: 4, groups: '1+1+1+1', bars: 1, slots: [4, 4, 4, 4] }
 */
export function timeChoiceOf(bars: readonly Bar[]): TimeChoice {
  const { meter: m, slots } = bars[0]!
  return { count: m.count, unit: m.unit, groups: m.groups.join('+'), bars: bars.length, slots: [...slots] }
}

/**
 * Another meter, with its usual groups and slots: 7/8 is felt as 2+2+3, in sixteenths.
 * @example withMeter(COMMON_TIME, 7, 8).slots // => [4, 4, 6]
 */
export function withMeter(choice: TimeChoice, count: number, unit: number): TimeChoice {
  const groups = usualGroups(count, unit)
  return { ...choice, count, unit, groups: groups.join('+'), slots: usualGrid(meter(count, unit, groups)) }
}

/**
 * Other groups, as they are being typed, on the grid of those before; where these had none in common, on the usual one.
 * @example withGroups(withMeter(COMMON_TIME, 7, 8), '3+2+2').slots // => [6, 4, 4]
 */
export function withGroups(choice: TimeChoice, text: string): TimeChoice {
  const read = readGroups(text, choice.count)
  if (!read.ok) return { ...choice, groups: text }
  const now = meter(choice.count, choice.unit, read.value)
  // The bar is as long as it was: a grid that all its beats had in common has slots of one length.
  const length = meterTicks(now) / choice.slots.reduce((sum, slots) => sum + slots, 0)
  return { ...choice, groups: text, slots: evenSlots(now, Math.min(...beatTicks(now)) / length) ?? usualGrid(now) }
}

/**
 * The grids that go through all felt beats of a choice, each by its slots in the shortest beat; none while its groups do not add up.
 * @example gridsOf(withMeter(COMMON_TIME, 7, 8)) // => [{ slots: 2, each: [2, 2, 3] }, { slots: 4, each: [4, 4, 6] }, { slots: 8, each: [8, 8, 12] }]
 */
export function gridsOf({ count, unit, groups }: TimeChoice): { slots: number; each: number[] }[] {
  const read = readGroups(groups, count)
  return SUBDIVISIONS.flatMap(slots => {
    const each = read.ok && evenSlots(meter(count, unit, read.value), slots)
    return each ? [{ slots, each }] : []
  })
}

/**
 * The bars that a choice comes to, or what is wrong with it.
 * @example barsOfChoice(withMeter(COMMON_TIME, 3, 4)).value[0].slots // => [4, 4, 4]
 */
export function barsOfChoice(choice: TimeChoice): Result<Bar[]> {
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
    const one = barsOfChoice({ ...choice, bars: 1 })
    if (!one.ok) return refuse(`Bar ${i + 1}: ${one.reason}`)
    bars.push(...one.value)
  }
  return ok(bars)
}
