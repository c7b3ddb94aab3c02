import { type Groove, type Part, type Stroke, cutToShow, grooveTicks } from '#core/groove'
import { type Limb, isHand } from '#core/kit'
import { barStarts, barsTicks, beatsOf, divides } from '#core/time'
import { roundBars } from './fits'
import type { Fill, FillStroke } from './schema'

/** Whether a pick-up leads into a round: into the first of a groove it does, and into those that run on from it not. */
type WayIn = 'with pick-up' | 'running on'

const known = new WeakMap<Groove, Map<string, Groove>>()
/** The same answer for the same groove and question, as one object, so that rounds that are alike are known to be. */
function kept(groove: Groove, key: string, make: () => Groove): Groove {
  const all = known.get(groove) ?? new Map<string, Groove>()
  known.set(groove, all)
  const before = all.get(key)
  if (before) return before
  const made = make()
  all.set(key, made)
  return made
}

/** True where a part repeats against the bars, so that rounds may differ. */
const cycles = (groove: Groove): boolean => groove.parts.some(part => part.every && !part.muted)

/**
 * A groove as it is played over that many bars from its first: its bars again and again, muted parts left out, parts that repeat on
 * their own written out from where they are after `gone` ticks of it. The same object each time it is asked for.
 * @example rows(unfolded(groove, 2, 0, 'running on')).bass // => '4.........4.....4.........4.....'
 */
export function unfolded(groove: Groove, bars: number, gone: number, wayIn: WayIn): Groove {
  const phase = cycles(groove) ? gone : 0
  const leadsIn = groove.pickUp || groove.parts.some(part => part.pickUp)
  if (
    bars === groove.bars.length &&
    !cycles(groove) &&
    !groove.parts.some(part => part.muted) &&
    (!leadsIn || wayIn === 'with pick-up')
  )
    return groove
  return kept(groove, `${bars} ${phase} ${leadsIn ? wayIn : ''}`, () => {
    const all = roundBars(groove, bars)
    const total = barsTicks(all)
    const own = grooveTicks(groove)
    const laps = Math.ceil(total / own)
    const { pickUp } = groove
    // A pick-up that comes once is no stroke of the bars: only the last of them holds it, where it leads in.
    const onceFrom = pickUp && !pickUp.repeats ? own - pickUp.ticks : own
    const keepsOnce = (lap: number) => wayIn === 'with pick-up' && lap === laps - 1 && total === laps * own
    const strokesOf = (part: Part): Stroke[] => {
      if (part.every) {
        const { every } = part
        const first = Math.floor(phase / every)
        return Array.from({ length: Math.ceil(total / every) + 1 }, (_, n) =>
          part.strokes.map(stroke => ({ ...stroke, at: (first + n) * every + stroke.at - phase })),
        )
          .flat()
          .filter(({ at }) => at >= 0 && at < total)
      }
      return Array.from({ length: laps }, (_, lap) =>
        part.strokes
          .filter(({ at }) => at < onceFrom || keepsOnce(lap))
          .map(stroke => ({ ...stroke, at: stroke.at + lap * own })),
      )
        .flat()
        .filter(({ at }) => at < total)
    }
    const leads = wayIn === 'with pick-up' && total % own === 0
    return {
      ...groove,
      bars: all,
      guides: [],
      pickUp: leads ? pickUp : null,
      parts: groove.parts
        .filter(part => !part.muted)
        .map(part => ({
          // One that repeats on its own stays such, now over the whole round: a pick-up leaves it alone.
          ...part,
          every: part.every ? total : null,
          pickUp: leads && !part.every ? part.pickUp : null,
          strokes: strokesOf(part).sort((a, b) => a.at - b.at),
        })),
    }
  })
}

/**
 * A groove with nothing but its feet, or nothing at all: what goes on while the player has the bars.
 * @example restOf(groove, true).parts.map(part => part.limb) // => ['RF']
 */
export const restOf = (groove: Groove, feet: boolean): Groove =>
  kept(groove, `rest ${feet}`, () => ({
    ...groove,
    pickUp: null,
    guides: [],
    parts: feet ? groove.parts.filter(part => !isHand(part.limb)).map(part => ({ ...part, pickUp: null })) : [],
  }))

/** The parts that a fill adds, one a limb, named for it. */
function partsOf(strokes: readonly FillStroke[], at: number, id: string, name: string): Part[] {
  const byLimb = new Map<Limb, Stroke[]>()
  for (const { limb, ...stroke } of strokes)
    byLimb.set(limb, [...(byLimb.get(limb) ?? []), { ...stroke, at: stroke.at + at }])
  return [...byLimb].map(([limb, own]) => ({
    id: `${id}-${limb}`,
    name,
    role: 'fill' as const,
    limb,
    strokes: own.sort((a, b) => a.at - b.at),
    every: null,
    swing: null,
    pickUp: null,
    muted: false,
    locked: false,
    given: ['name' as const, 'role' as const],
  }))
}

/** A hat that a fill’s hand leaves open is closed by the foot where the fill begins. */
const closedBy = (stroke: Stroke, from: number): Stroke =>
  stroke.stroke === 'open' && stroke.at < from && stroke.at + (stroke.openFor ?? Infinity) > from
    ? { ...stroke, openFor: from - stroke.at }
    : stroke

/** The bars of a round under a fill with a grid of its own: its beats are cut as the fill runs, or finer where what goes on asks for it. */
function barsFor(round: Groove, { from, length, grid }: Fill, sounding: readonly Part[]): Groove['bars'] {
  if (!grid) return round.bars
  const ats = sounding.flatMap(part => part.strokes.map(stroke => stroke.at))
  const beats = beatsOf(round.bars).filter(beat => beat.at < from + length && beat.at + beat.length > from)
  const bars = round.bars.map(bar => ({ ...bar, slots: [...bar.slots] }))
  for (const { bar, beat, at, length: ticks } of beats) {
    const own = ats.filter(tick => tick >= at && tick < at + ticks)
    if (divides(ticks, grid) && own.every(tick => ((tick - at) * grid) % ticks === 0)) bars[bar]!.slots[beat] = grid
  }
  return cutToShow(bars, ats, ats).bars
}

/**
 * A round with a fill laid over it: within the fill the groove’s hands rest, a foot too where the fill has strokes for it or
 * asks for silence; strokes that it leaves out before it go. `take` counts the times it has come.
 * @example rows(filled(groove, fill, 0)).backbeat // => '....5...........'
 */
export function filled(round: Groove, fill: Fill, take: number): Groove {
  const strokes = fill.takes[take % fill.takes.length]!
  const to = fill.from + fill.length
  const own = new Set(strokes.map(stroke => stroke.limb))
  const out = new Set(fill.leaveOut.map(({ limb, at }) => `${limb} ${at + fill.from}`))
  const stays = (limb: Limb, at: number): boolean => {
    if (out.has(`${limb} ${at}`)) return false
    if (at < fill.from || at >= to) return true
    if (isHand(limb) || fill.feet === 'silent') return false
    return fill.feet === 'doubled'
      ? !strokes.some(stroke => stroke.limb === limb && stroke.at === at - fill.from)
      : !own.has(limb)
  }
  const onHats = strokes.some(stroke => isHand(stroke.limb) && stroke.piece === 'hi-hat')
  const parts = round.parts.map(part => ({
    ...part,
    strokes: part.strokes
      .filter(({ at }) => stays(part.limb, at))
      .map(stroke => (onHats || !isHand(part.limb) ? stroke : closedBy(stroke, fill.from))),
  }))
  const laid = { ...round, parts: [...parts, ...partsOf(strokes, fill.from, 'fill', 'Fill')] }
  const shown = { ...laid, bars: barsFor(round, fill, laid.parts) }
  return to < grooveTicks(round) ? landedOn(shown, fill, to) : shown
}

/** A round without the strokes at its end that the fill over the next one leaves out. @internal */
export function leftOutBefore(round: Groove, { from, leaveOut }: Pick<Fill, 'from' | 'leaveOut'>): Groove {
  const out = new Set(
    leaveOut.filter(({ at }) => at + from < 0).map(({ limb, at }) => `${limb} ${grooveTicks(round) + at + from}`),
  )
  if (!out.size) return round
  return kept(round, `without ${[...out].join()}`, () => ({
    ...round,
    parts: round.parts.map(part => ({
      ...part,
      strokes: part.strokes.filter(({ at }) => !out.has(`${part.limb} ${at}`)),
    })),
  }))
}

/** A round with what a fill lands on at a tick: the limbs that land, and those that it leaves out there, play nothing else at that instant. @internal */
export function landedOn(round: Groove, { landing }: Pick<Fill, 'landing'>, tick = 0): Groove {
  if (!landing.strokes.length && !landing.leaveOut.length) return round
  const busy = new Set<Limb>([...landing.leaveOut, ...landing.strokes.map(stroke => stroke.limb)])
  const parts = round.parts.map(part =>
    busy.has(part.limb) ? { ...part, strokes: part.strokes.filter(({ at }) => at !== tick) } : part,
  )
  return {
    ...round,
    parts: [
      ...parts,
      ...partsOf(
        landing.strokes.map(stroke => ({ ...stroke, at: 0 })),
        tick,
        'landing',
        'Home',
      ),
    ],
  }
}

/**
 * Bars taken out of a round as a groove of their own, `to` not included.
 * @example barsWithin({ ...groove, bars: [...bars, ...bars] }, 1, 2).bars.length // => 1
 */
export function barsWithin(round: Groove, from: number, to: number): Groove {
  if (from === 0 && to === round.bars.length && !cycles(round)) return round
  const starts = barStarts(round.bars)
  const [begin, end] = [starts[from]!, starts[to]!]
  return {
    ...round,
    bars: round.bars.slice(from, to),
    guides: [],
    pickUp: null,
    parts: round.parts.map(part => ({
      ...part,
      every: null,
      pickUp: null,
      strokes: part.strokes
        .filter(({ at }) => at >= begin && at < end)
        .map(stroke => ({ ...stroke, at: stroke.at - begin })),
    })),
  }
}
