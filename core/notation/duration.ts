import { TICKS_PER_QUARTER } from '#core/time'

/** Note values by what they are of a whole: 4 a quarter, 16 a sixteenth. */
const VALUES = [1, 2, 4, 8, 16, 32, 64, 128, 256] as const
type Value = (typeof VALUES)[number]

/** A written length: a note value and its dots. */
export interface WrittenValue {
  value: Value
  dots: 0 | 1
}

const WHOLE = 4 * TICKS_PER_QUARTER
/** Plain cuts go down to the sixty-fourth; only a tuplet of a very short beat is written smaller. */
const SMALLEST = WHOLE / 64

/** Ticks of a written length, outside any tuplet: `ticksOf({ value: 4, dots: 1 }) // => 7560`. */
export const ticksOf = ({ value, dots }: WrittenValue): number => (WHOLE / value) * (dots ? 1.5 : 1)

/**
 * The one written length of exactly that many ticks, if there is one.
 * @example writtenAs(7560) // => { value: 4, dots: 1 }
 */
export function writtenAs(ticks: number): WrittenValue | undefined {
  for (const dots of [0, 1] as const) {
    const value = VALUES.find(one => ticksOf({ value: one, dots }) === ticks)
    if (value) return { value, dots }
  }
  return undefined
}

/** The longest written length of at most that many ticks: what a note is written as where a rest must fill up the rest. @internal */
function longestWithin(ticks: number): WrittenValue {
  const fitting = VALUES.flatMap(value => ([0, 1] as const).map((dots): WrittenValue => ({ value, dots }))).filter(
    one => ticksOf(one) <= ticks,
  )
  return fitting.sort((a, b) => ticksOf(b) - ticksOf(a))[0] ?? { value: 256, dots: 0 }
}

/**
 * How one felt beat is written: into how many equal parts it is cut, how long each is written (ticks), and the ratio
 * where they are a tuplet (`num` in the time of `den`).
 */
interface Cut {
  parts: number
  unit: number
  tuplet: { num: number; den: number } | undefined
}

/** The odd number of equal note values a beat is made of: 1 for a quarter or half, 3 for a dotted one, 5 for five sixteenths. */
function oddOf(length: number): number {
  let n = length / SMALLEST
  while (n % 2 === 0) n /= 2
  return n
}

/** The cuts of a beat in the order they are tried: plain values first, the coarsest first, then tuplets as they are usually met. */
function cutsOf(length: number): Cut[] {
  const odd = oddOf(length)
  const plain: Cut[] = []
  if (writtenAs(length)) plain.push({ parts: 1, unit: length, tuplet: undefined })
  for (let parts = odd; length / parts >= SMALLEST; parts *= 2)
    if (parts > 1) plain.push({ parts, unit: length / parts, tuplet: undefined })
  const tuplets = [3, 6, 2, 4, 5, 7, 12, 8, 24, 10, 14]
    .filter(parts => parts % odd !== 0 || !Number.isInteger(Math.log2(parts / odd)))
    .map((parts): Cut => {
      let den = odd
      while (den * 2 <= parts) den *= 2
      return { parts, unit: length / den, tuplet: { num: parts, den } }
    })
  return [...plain, ...tuplets]
}

/**
 * The simplest cut of a beat on which all these onsets fall (ticks from the beat's start). Onsets on no cut are put on
 * the nearest sixty-fourth: `snapped` holds the onsets as they are written, in parts.
 * @internal
 */
export function cutFor(length: number, onsets: readonly number[]): { cut: Cut; snapped: number[] } {
  const cuts = cutsOf(length)
  const found = cuts.find(({ parts }) => onsets.every(at => Number.isInteger((at * parts) / length)))
  const cut = found ?? cuts.filter(one => !one.tuplet).at(-1)!
  return { cut, snapped: onsets.map(at => Math.min(cut.parts - 1, Math.round((at * cut.parts) / length))) }
}

/** Cuts a length in parts into written ones that follow each other: five sixteenths are a quarter and a sixteenth. @internal */
export function splitParts(parts: number, unit: number): { parts: number; written: WrittenValue }[] {
  const out: { parts: number; written: WrittenValue }[] = []
  for (let left = parts; left > 0;) {
    const exact = writtenAs(left * unit)
    const written = exact ?? longestWithin(left * unit)
    const taken = exact ? left : Math.max(1, Math.floor(ticksOf(written) / unit))
    out.push({ parts: taken, written: writtenAs(taken * unit) ?? written })
    left -= taken
  }
  return out
}
