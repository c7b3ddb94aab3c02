import { lowerBound } from '#core/measure'
import { APART, type BarTime, type Swing, barStarts, beatsOf, gridCost, gridsFor, slotsSounding } from '#core/time'

/** How long each bar was, as a share of what the tempo says, and where a tick of it was meant to be. */
export interface Followed {
  /** Above 1 slower. */
  stretch: number[]
  /** A tick as it was struck, where it would lie had the tempo stayed. */
  steady(at: number): number
}

/** Bars are longer or shorter than the tempo says by hundredths: at most WITHIN, and at most STEPS more or fewer than the bar before. */
const STEP = 0.01
const WITHIN = 30
const STEPS = 5
/** What a step costs, squared: a player who wanders does not jump. */
const SWERVE = 0.08
/** What it costs each stroke that the tempo is another than the one that is named: sixteenths fit a tempo a quarter off, as triplets. */
const ELSEWHERE = (stretch: number): number => 0.15 * (stretch / 12) ** 2
/** Hypotheses that are carried from bar to bar, the cheapest. */
const BEAM = 40
/** A stroke this many ticks before a beat may still be the beat’s. */
const EARLY = 5040 / 8
/** How far off a place a stroke lies at the price of one: loose, since the places are not known well yet. */
const LOOSE = 1.5 * APART

/** Swings that a way is looked for under, in the first bars; a swung one must be worth so much for each stroke. */
const SWINGS: readonly (Swing | undefined)[] = [
  undefined,
  { level: '1/8', share: 0.58 },
  { level: '1/8', share: 0.62 },
  { level: '1/8', share: 0.66 },
  { level: '1/16', share: 0.6 },
]
const SWUNG = 0.02
/** Grids by which a tempo is felt: odd ones fit a wrong tempo as well as a right one. */
const PLAIN: readonly number[] = [1, 2, 3, 4, 6]
const TELLING = 8

interface Way {
  at: number
  stretch: number
  cost: number
  before: Way | undefined
}

/**
 * Follows a tempo that wanders, bar by bar: of every way from bar to bar the one on which what was struck lies nearest to plain grids, each
 * bar within 30 % of the tempo that is named and near the one before. `onsets` are ticks as they were struck, in order.
 * @internal
 */
export function followTempo(onsets: readonly number[], bars: readonly BarTime[], known?: Swing | null): Followed {
  const few = bars.slice(0, TELLING)
  const heard = lowerBound(onsets, barStarts(few).at(-1)!)
  const likely = () =>
    SWINGS.reduce<{ swing: Swing | undefined; cost: number } | undefined>((best, one) => {
      const { cost } = waysThrough(onsets, few, one)
      return best && best.cost <= cost + (one ? SWUNG * heard : 0) ? best : { swing: one, cost }
    }, undefined)?.swing
  const { stretch, begins } = waysThrough(onsets, bars, known === undefined ? likely() : (known ?? undefined))
  const starts = barStarts(bars)
  return {
    stretch,
    steady(at) {
      const bar = Math.max(0, lowerBound(begins, at + 1e-6) - 1)
      return starts[bar]! + (at - begins[bar]!) / stretch[bar]!
    },
  }
}

/** The cheapest way through bars under a swing: how long each is, where it begins, and what that costs. */
function waysThrough(
  onsets: readonly number[],
  bars: readonly BarTime[],
  swing: Swing | undefined,
): { stretch: number[]; begins: number[]; cost: number } {
  const starts = barStarts(bars)
  const beats = beatsOf(bars)
  const byBar = bars.map((_, bar) => beats.filter(beat => beat.bar === bar))
  const grids = new Map<number, (readonly [number, number[]])[]>()
  const gridsOf = (length: number) => {
    const fresh = () =>
      gridsFor(length).flatMap(slots =>
        PLAIN.includes(slots) ? [[slots, slotsSounding(length, slots, swing)] as const] : [],
      )
    const known = grids.get(length) ?? fresh()
    grids.set(length, known)
    return known
  }
  /** What the strokes of a bar cost that begins at `at` and is so much longer; and whether there are any. */
  function costOf(bar: number, at: number, stretch: number): number {
    const elsewhere = ELSEWHERE((stretch - 1) / STEP)
    let cost = 0
    let n = lowerBound(onsets, at - EARLY * stretch)
    for (const { at: begins, length } of byBar[bar]!) {
      const end = at + (begins + length - starts[bar]! - EARLY) * stretch
      const own: number[] = []
      for (; n < onsets.length && onsets[n]! < end; n++)
        own.push(Math.max(0, (onsets[n]! - at) / stretch - (begins - starts[bar]!)))
      if (!own.length) continue
      let least = Infinity
      for (const [slots, places] of gridsOf(length))
        least = Math.min(least, gridCost(own, slots, places, own.length, LOOSE))
      cost += least + own.length * elsewhere
    }
    return cost
  }
  let ways = Array.from({ length: 2 * WITHIN + 1 }, (_, i): Way => {
    const stretch = i - WITHIN
    return { at: 0, stretch, cost: 0, before: undefined }
  })
  bars.forEach((_, bar) => {
    const next = new Map<string, Way>()
    for (const way of ways)
      for (let step = bar ? -STEPS : 0; step <= (bar ? STEPS : 0); step++) {
        const stretch = way.stretch + step
        if (Math.abs(stretch) > WITHIN) continue
        const by = 1 + stretch * STEP
        const at = way.at + (starts[bar + 1]! - starts[bar]!) * by
        const cost = way.cost + costOf(bar, way.at, by) + SWERVE * step ** 2
        // Ways that meet are one from there on.
        const key = `${Math.round(at / 252)} ${stretch}`
        const known = next.get(key)
        if (!known || cost < known.cost) next.set(key, { at, stretch, cost, before: way })
      }
    ways = [...next.values()].sort((a, b) => a.cost - b.cost).slice(0, bar ? BEAM : 4 * BEAM)
  })
  const stretch: number[] = []
  const begins: number[] = []
  for (let way: Way | undefined = ways[0]; way?.before; way = way.before) {
    stretch.unshift(1 + way.stretch * STEP)
    begins.unshift(way.before.at)
  }
  return { stretch, begins, cost: ways[0]!.cost }
}
