import { type Kit, type Limb, LEVEL_NAMES, LIMB_NAMES, STROKE_NAMES, pieceOf } from '#core/kit'
import { type Counting, NUMBERS, barStarts, beatsOf, sayTick, writeMeter } from '#core/time'
import { type Groove, type Stroke, barTicks } from './schema'

/** Joins words as English does: `sayList(['1', '2', '4']) // => '1, 2 and 4'`. */
export function sayList(words: readonly string[]): string {
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`
}

/** `sayCount(1, 'stroke') // => '1 stroke'`, `sayCount(3, 'stroke') // => '3 strokes'`. */
export const sayCount = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`

/** First letter large, the rest as it is. */
export const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** Where a tick is, bar and all: `'& of 3'` in a single bar, `'bar 2, & of 3'` in more. */
export function sayPlace(groove: Pick<Groove, 'bars'>, tick: number, counting: Counting = NUMBERS): string {
  const said = sayTick(groove.bars, tick, counting)
  if (groove.bars.length === 1) return said
  return `bar ${barStarts(groove.bars).findLastIndex(start => start <= tick) + 1}, ${said}`
}

/**
 * Where many ticks are, as short as can be: what comes in every bar is said once.
 * `sayPlaces` of 2 and 4 in both of two bars is `'2 and 4'`; otherwise bar by bar: `'bar 1: 1; bar 2: 1 and & of 2'`.
 */
export function sayPlaces(groove: Pick<Groove, 'bars'>, ticks: readonly number[], counting: Counting = NUMBERS): string {
  const { bars } = groove
  const starts = barStarts(bars)
  const beats = beatsOf(bars)
  const sorted = [...new Set(ticks)].sort((a, b) => a - b)
  const perBar = bars.map((bar, b) => {
    const inside = sorted.filter(tick => tick >= starts[b]! && tick < starts[b]! + barTicks(bar))
    return sayList(inside.map(tick => sayTick(bars, tick, counting, beats)))
  })
  if (perBar.every(said => said === perBar[0])) return perBar[0]! + (bars.length > 1 && perBar[0] ? ' of every bar' : '')
  return perBar.map((said, b) => (said ? `bar ${b + 1}: ${said}` : '')).filter(Boolean).join('; ')
}

/** A stroke in words: `'Snare, rim shot, accent'`; a plain hit is not called anything more. */
export function sayStroke(kit: Kit, stroke: Stroke): string {
  const name = pieceOf(kit, stroke.piece)?.name ?? `${stroke.piece} (not on this kit)`
  const kind = stroke.stroke === 'hit' ? [] : [STROKE_NAMES[stroke.stroke]]
  const ornament = stroke.ornament ? [`with ${stroke.ornament}`] : []
  return [name, ...kind, ...ornament, LEVEL_NAMES[stroke.level]].join(', ')
}

/** One limb's lane as a sentence for a listener: what is struck, how hard, on which counts. */
export function sayLane(groove: Groove, kit: Kit, limb: Limb, counting: Counting = NUMBERS): string {
  const strokes = groove.parts.filter(part => part.limb === limb).flatMap(part => part.strokes)
  const name = sentence(LIMB_NAMES[limb])
  if (!strokes.length) return `${name}: nothing yet.`
  const kinds = new Map<string, number[]>()
  for (const stroke of strokes) {
    const said = sayStroke(kit, stroke)
    kinds.set(said, [...(kinds.get(said) ?? []), stroke.at])
  }
  return `${name}: ${[...kinds].map(([said, ats]) => `${said} on ${sayPlaces(groove, ats, counting)}`).join('; ')}.`
}

/** Meter and length: `'4/4, 2 bars'`; meters that change are listed. */
export function sayBars(groove: Pick<Groove, 'bars'>): string {
  const meters = groove.bars.map(bar => writeMeter(bar.meter))
  const length = sayCount(meters.length, 'bar')
  return new Set(meters).size === 1 ? `${meters[0]}, ${length}` : `${meters.join(', ')}`
}

/** Feel in words: `'straight'`, `'sixteenths 58'`. */
export function sayFeel(groove: Pick<Groove, 'feel'>): string {
  const { swing } = groove.feel
  if (!swing || swing.share === 0.5) return 'straight'
  return `${swing.level === '1/8' ? 'eighths' : 'sixteenths'} ${Number((swing.share * 100).toFixed(1))}`
}
