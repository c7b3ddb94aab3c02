import { type BarTime, barStarts, beatTicks, isCompound } from '#core/time'

/** The claves as a click, by name: which of the two, and which side comes first. */
export const CLAVES = ['son clave 3-2', 'son clave 2-3', 'rumba clave 3-2', 'rumba clave 2-3'] as const
export type Clave = (typeof CLAVES)[number]

/** Their strokes in pulses: of sixteen, and in dotted beats of twelve (tradition; the two-side first is the other turned by half). */
export const CLAVE_PULSES: Record<Clave, { sixteen: readonly number[]; twelve: readonly number[] }> = {
  'son clave 3-2': { sixteen: [0, 3, 6, 10, 12], twelve: [0, 2, 4, 7, 9] },
  'son clave 2-3': { sixteen: [2, 4, 8, 11, 14], twelve: [1, 3, 6, 8, 10] },
  'rumba clave 3-2': { sixteen: [0, 3, 7, 10, 12], twelve: [0, 2, 5, 7, 9] },
  'rumba clave 2-3': { sixteen: [2, 4, 8, 11, 15], twelve: [1, 3, 6, 8, 11] },
}

/** Quarter notes that sixteen sixteenths fill; eighths fill twice as many. */
const QUARTER = 5040

/**
 * Where a clave falls in bars, in ticks; undefined where it does not fit. It takes sixteen pulses, or twelve in bars of dotted beats, over
 * and over: eighths where the bars are written in eighths and hold them evenly, such as two bars of 4/4, and sixteenths otherwise. Bars must
 * be of one meter, and the clave must come out even with their end.
 *
 * @example claveIn([{ meter: meter(4, 4), slots: [4, 4, 4, 4] }], 'son clave 3-2') // => [0, 3780, 7560, 12600, 15120]
 */
export function claveIn(bars: readonly BarTime[], clave: Clave): number[] | undefined {
  const { meter } = bars[0]!
  if (bars.some(bar => bar.meter.count !== meter.count || bar.meter.unit !== meter.unit)) return undefined
  const total = barStarts(bars)[bars.length]!
  const twelve = isCompound(meter)
  const strokes = twelve ? CLAVE_PULSES[clave].twelve : CLAVE_PULSES[clave].sixteen
  const fine = bars.some(bar =>
    beatTicks(bar.meter).some((ticks, beat) => bar.slots[beat]! % 4 === 0 && ticks / bar.slots[beat]! < QUARTER / 2),
  )
  const lengths = twelve
    ? [6 * QUARTER]
    : meter.groups.every(group => group === 1)
      ? fine
        ? [4 * QUARTER]
        : [8 * QUARTER, 4 * QUARTER]
      : []
  const length = lengths.find(one => total % one === 0)
  if (!length) return undefined
  const pulse = length / (twelve ? 12 : 16)
  return Array.from({ length: total / length }, (_, round) => strokes.map(at => round * length + at * pulse)).flat()
}

/**
 * Whether a part plays one of the claves, by its rhythm: whatever it is called and struck on.
 * @example [isClave(bars, { strokes: claveIn(bars, 'son clave 2-3').map(at => ({ at })) }), isClave(bars, part('hats'))] // => [true, false]
 */
export function isClave(bars: readonly BarTime[], { strokes }: { strokes: readonly { at: number }[] }): boolean {
  const played = strokes.map(stroke => stroke.at).join()
  return CLAVES.some(clave => claveIn(bars, clave)?.join() === played)
}
