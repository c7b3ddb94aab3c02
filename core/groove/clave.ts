import { type BarTime, barStarts, barsTicks, beatTicks, isCompound, mod } from '#core/time'

/** The rhythms a music with a clave may turn on, and which of its two bars comes first: the one of three strokes or the one of two. */
export const CLAVE_RHYTHMS = ['son', 'rumba', 'bossa', 'bell', 'cinquillo'] as const
export const CLAVE_SIDES = ['3-2', '2-3'] as const
export interface Clave {
  rhythm: (typeof CLAVE_RHYTHMS)[number]
  side: (typeof CLAVE_SIDES)[number]
}

/** Rows of two bars, the three side first, in sixteen pulses and in the twelve of dotted beats. Source: tradition. */
const ROWS: Record<Clave['rhythm'], { sixteen?: string; twelve?: string }> = {
  son: { sixteen: 'x..x..x...x.x...', twelve: 'x.x.x..x.x..' },
  rumba: { sixteen: 'x..x...x..x.x...', twelve: 'x.x..x.x.x..' },
  bossa: { sixteen: 'x..x..x...x..x..' },
  bell: { twelve: 'x.x.xx.x.x.x' },
  cinquillo: { sixteen: 'x.xx.xx.x.x.x.x.' },
}

const NAMES: Record<Clave['rhythm'], string> = {
  son: 'son clave',
  rumba: 'rumba clave',
  bossa: 'bossa clave',
  bell: 'long bell',
  cinquillo: 'cinquillo',
}

/** `sayClave({ rhythm: 'son', side: '2-3' }) // => 'son clave 2-3'` */
export const sayClave = ({ rhythm, side }: Clave): string => `${NAMES[rhythm]} ${side}`

/** Every clave with both directions, in the order they are offered. */
export const CLAVES: readonly Clave[] = CLAVE_RHYTHMS.flatMap(rhythm => CLAVE_SIDES.map(side => ({ rhythm, side })))

/**
 * The clave of a name: `claveNamed('rumba clave 3-2') // => { rhythm: 'rumba', side: '3-2' }`
 */
export const claveNamed = (name: string): Clave | undefined => CLAVES.find(clave => sayClave(clave) === name)

/**
 * A clave's row from its first pulse, as it is turned; undefined where the rhythm is not known in that many pulses.
 * @example claveRow({ rhythm: 'son', side: '2-3' }, 'sixteen') // => '..x.x...x..x..x.'
 */
export function claveRow({ rhythm, side }: Clave, pulses: 'sixteen' | 'twelve'): string | undefined {
  const row = ROWS[rhythm][pulses]
  if (!row || side === '3-2') return row
  const half = row.length / 2
  return row.slice(half) + row.slice(0, half)
}

const QUARTER = 5040

/** A clave over bars: once through it in ticks, and its strokes from there. */
interface ClaveCycle {
  length: number
  strokes: readonly number[]
}

/**
 * How a clave lies in bars: over two bars of 4/4 in eighths, over one in sixteenths or two of 2/4, over a bar of 12/8 or two of 6/8, whether or
 * not the bars are that many. Undefined in bars of other lengths, or of several, and where the rhythm is not known in these pulses.
 * @example claveCycle([{ meter: meter(4, 4), slots: [2, 2, 2, 2] }], { rhythm: 'son', side: '3-2' }).length // => 40320
 */
export function claveCycle(bars: readonly BarTime[], clave: Clave): ClaveCycle | undefined {
  const { meter } = bars[0]!
  if (bars.some(bar => bar.meter.count !== meter.count || bar.meter.unit !== meter.unit)) return undefined
  const twelve = isCompound(meter)
  if (!twelve && meter.groups.some(group => group !== 1)) return undefined
  const fine = bars.some(bar =>
    beatTicks(bar.meter).some((ticks, beat) => bar.slots[beat]! % 4 === 0 && ticks / bar.slots[beat]! < QUARTER / 2),
  )
  const length = (twelve ? 6 : fine ? 4 : 8) * QUARTER
  const bar = barsTicks([bars[0]!])
  const row = claveRow(clave, twelve ? 'twelve' : 'sixteen')
  if (!row || (length % bar && bar % length)) return undefined
  const pulse = length / row.length
  return { length, strokes: [...row].flatMap((sign, i) => (sign === 'x' ? [i * pulse] : [])) }
}

/**
 * Where a clave falls while bars go by once, in ticks from their start, `gone` ticks of it being over by then; undefined where it does not fit.
 * Bars shorter than the clave have another part of it each time round.
 * @example claveIn([{ meter: meter(4, 4), slots: [4, 4, 4, 4] }], { rhythm: 'son', side: '3-2' }) // => [0, 3780, 7560, 12600, 15120]
 */
export function claveIn(bars: readonly BarTime[], clave: Clave, gone = 0): number[] | undefined {
  const cycle = claveCycle(bars, clave)
  if (!cycle) return undefined
  const { length, strokes } = cycle
  const total = barStarts(bars)[bars.length]!
  const first = -mod(gone, length)
  return Array.from({ length: Math.ceil((total - first) / length) }, (_, round) =>
    strokes.map(at => first + round * length + at),
  )
    .flat()
    .filter(at => at >= 0 && at < total)
}

/** A part as the clave hears it: its rhythm alone. */
interface Line {
  strokes: readonly { at: number }[]
}

/**
 * Whether a part plays a clave, by its rhythm: whatever it is called and struck on.
 * @example [isClave(bars, { strokes: claveIn(bars, CLAVES[1]).map(at => ({ at })) }), isClave(bars, part('hats'))] // => [true, false]
 */
export function isClave(bars: readonly BarTime[], { strokes }: Line): boolean {
  const played = strokes.map(stroke => stroke.at).join()
  return CLAVES.some(clave => holdsClave(bars, clave) && claveIn(bars, clave)?.join() === played)
}

/** Whether bars hold a clave a whole number of times, so that a part can be with it or against it. */
function holdsClave(bars: readonly BarTime[], clave: Clave): boolean {
  const cycle = claveCycle(bars, clave)
  return !!cycle && barsTicks(bars) % cycle.length === 0
}

/** How many more strokes on the clave, the other way round, make a part against it; one is an ornament. A rule of thumb. */
const CLEARLY = 2

/**
 * How a part goes with a clave: with it where more of its strokes fall on the clave as it is than turned by half, against it where clearly
 * fewer do; neutral where both are alike, as for anything that repeats in half of it, and where the bars do not hold the clave.
 * @example withClave(bars, part('hats'), { rhythm: 'son', side: '3-2' }) // => 'neutral'
 */
export function withClave(bars: readonly BarTime[], { strokes }: Line, clave: Clave): 'with' | 'against' | 'neutral' {
  const cycle = claveCycle(bars, clave)
  if (!cycle || !holdsClave(bars, clave)) return 'neutral'
  const { length } = cycle
  const on = new Set(cycle.strokes)
  const places = new Set(strokes.map(({ at }) => at % length))
  const half = length / 2
  if ([...places].every(at => places.has((at + half) % length))) return 'neutral'
  const hits = (by: number) => strokes.filter(({ at }) => on.has((at + by) % length)).length
  const more = hits(0) - hits(half)
  return more > 0 ? 'with' : more <= -CLEARLY ? 'against' : 'neutral'
}

/**
 * The clave that some parts are played on: of son and rumba, both ways round, the one on which most of their instants fall, the first of
 * several; undefined where the bars hold none.
 * @example claveOf(bars, [part('hats')]) // => { rhythm: 'son', side: '3-2' }
 */
export function claveOf(bars: readonly BarTime[], parts: readonly Line[]): Clave | undefined {
  const struck = new Set(parts.flatMap(part => part.strokes.map(stroke => stroke.at)))
  const found = CLAVES.filter(({ rhythm }) => rhythm === 'son' || rhythm === 'rumba').flatMap(clave => {
    const cycle = holdsClave(bars, clave) && claveCycle(bars, clave)
    if (!cycle) return []
    const on = new Set(cycle.strokes)
    return [{ clave, hits: [...struck].filter(at => on.has(at % cycle.length)).length }]
  })
  return found.reduce<(typeof found)[number] | undefined>(
    (best, one) => (best && best.hits >= one.hits ? best : one),
    undefined,
  )?.clave
}
