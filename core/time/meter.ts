import { type Result, ok, refuse } from '#core/result'
import { unitTicks } from './ticks'

/** A meter: `count` notes of 1/`unit`, felt in `groups` of those notes (7/8 as 2+2+3 is `[2, 2, 3]`). */
export interface Meter {
  count: number
  unit: number
  groups: number[]
}

export const UNITS = [2, 4, 8, 16] as const
export const MAX_COUNT = 21

/**
 * How a meter is usually felt when nobody says otherwise: `usualGroups(6, 8) // => [3, 3]`,
 * `usualGroups(7, 8) // => [2, 2, 3]`. Quarters and halves are felt one by one.
 */
export function usualGroups(count: number, unit: number): number[] {
  if (unit <= 4) return Array<number>(count).fill(1)
  if (count % 3 === 0) return Array<number>(count / 3).fill(3)
  const [small, last] = unit === 16 ? [4, count % 4] : [2, 0]
  if (unit === 16 && last !== 1) return [...Array<number>((count - last) / 4).fill(small), ...(last ? [last] : [])]
  if (count === 1) return [1]
  return count % 2 === 0 ? Array<number>(count / 2).fill(2) : [...Array<number>((count - 3) / 2).fill(2), 3]
}

/**
 * A meter with its usual groups, or with those given: `meter(7, 8, [3, 2, 2])`.
 * @example meter(7, 8) // => { count: 7, unit: 8, groups: [2, 2, 3] }
 */
export const meter = (count: number, unit: number, groups = usualGroups(count, unit)): Meter => ({
  count,
  unit,
  groups,
})

/**
 * Length of a bar in ticks: count × 4/unit × 5040.
 * @example meterTicks(meter(7, 8)) // => 17640
 */
export const meterTicks = (m: Meter): number => m.count * unitTicks(m.unit)

/** Lengths in ticks of a bar's felt beats: `beatTicks(meter(6, 8)) // => [7560, 7560]`. */
export const beatTicks = (m: Meter): number[] => m.groups.map(group => group * unitTicks(m.unit))

/**
 * True where a felt beat is a dotted quarter (three eighths) and its eighths are counted on through the bar.
 * @example [isCompound(meter(12, 8)), isCompound(meter(7, 8))] // => [true, false]
 */
export const isCompound = (m: Meter): boolean => m.unit === 8 && m.groups.every(group => group === 3)

/** How a meter is written: `writeMeter(meter(7, 8)) // => '7/8 as 2+2+3'`; usual feels are not spelt out. */
export function writeMeter(m: Meter): string {
  const plain = m.unit <= 4 ? m.groups.every(group => group === 1) : isCompound(m)
  return plain ? `${m.count}/${m.unit}` : `${m.count}/${m.unit} as ${m.groups.join('+')}`
}

/** Reads groups as a player writes them: `readGroups('2+2+3', 7) // => { ok: true, value: [2, 2, 3] }`. */
export function readGroups(text: string, count: number): Result<number[]> {
  const groups = text.split('+').map(group => Number(group.trim()))
  const sum = groups.reduce((a, b) => a + b, 0)
  if (groups.some(group => !Number.isInteger(group) || group < 1)) {
    return refuse(`Groups are whole numbers joined by plus signs, such as 2+2+3; “${text}” is not.`)
  }
  if (sum !== count) return refuse(`The groups ${groups.join('+')} make ${sum}; this meter has ${count}.`)
  return ok(groups)
}
