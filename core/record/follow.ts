import { lowerBound } from '#core/measure'
import { APART, type BarTime, barStarts, beatsOf, gridCost, gridsFor, slotsSounding } from '#core/time'

/** How long each bar was, as a share of what the tempo says, and where a tick of it was meant to be. */
export interface Followed {
  /** Above 1 slower. */
  stretch: number[]
  /** A tick as it was struck, where it would lie had the tempo stayed. */
  steady(at: number): number
}

/** Bars are longer or shorter than the tempo says by hundredths: at most this many, and so many more or fewer than the bar before. */
const STEP = 0.01
const WITHIN = 30
const STEPS = 4
/** What a step costs, squared, and how far the first bar lies from the tempo that is named: a player who wanders does not jump. */
const SWERVE = 0.08
const BEGINS = 0.002
/** Hypotheses that are carried from bar to bar, the cheapest. */
const BEAM = 50
/** A stroke this many ticks before a beat may still be the beat’s. */
const EARLY = 5040 / 8
/** How far off a place a stroke lies at the price of one: loose, since the places are not known well yet. */
const LOOSE = 1.5 * APART

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
export function followTempo(onsets: readonly number[], bars: readonly BarTime[]): Followed {
  const starts = barStarts(bars)
  const beats = beatsOf(bars)
  const byBar = bars.map((_, bar) => beats.filter(beat => beat.bar === bar))
  const sounding = new Map<string, number[]>()
  const placesOf = (length: number, slots: number): number[] => {
    const key = `${length} ${slots}`
    const known = sounding.get(key) ?? slotsSounding(length, slots)
    sounding.set(key, known)
    return known
  }
  /** What the strokes of a bar cost that begins at `at` and is so much longer; and whether there are any. */
  function costOf(bar: number, at: number, stretch: number): number {
    let cost = 0
    let n = lowerBound(onsets, at - EARLY * stretch)
    for (const { at: begins, length } of byBar[bar]!) {
      const end = at + (begins + length - starts[bar]! - EARLY) * stretch
      const own: number[] = []
      for (; n < onsets.length && onsets[n]! < end; n++)
        own.push(Math.max(0, (onsets[n]! - at) / stretch - (begins - starts[bar]!)))
      if (!own.length) continue
      let least = Infinity
      for (const slots of gridsFor(length))
        least = Math.min(least, gridCost(own, slots, placesOf(length, slots), own.length, LOOSE))
      cost += least
    }
    return cost
  }
  let ways = Array.from({ length: 2 * WITHIN + 1 }, (_, i): Way => {
    const stretch = i - WITHIN
    return { at: 0, stretch, cost: BEGINS * stretch ** 2, before: undefined }
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
        const key = `${Math.round(at / 160)} ${stretch}`
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
  return {
    stretch,
    steady(at) {
      const bar = Math.max(0, lowerBound(begins, at + 1e-6) - 1)
      return starts[bar]! + (at - begins[bar]!) / stretch[bar]!
    },
  }
}
