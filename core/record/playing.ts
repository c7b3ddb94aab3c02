import {
  APART,
  type BarTime,
  type BeatGrid,
  type Swing,
  type Tempo,
  beatAt,
  beatsOf,
  bestGrid,
  gridCost,
  gridsFor,
  mod,
  slotsSounding,
  tickSeconds,
} from '#core/time'
import { SPREAD, spreadOf } from './spread'
import type { Onset } from './take'
import { type OwnSwings, commonOf, pushes, swingsApart } from './voices'

/** What playing comes to: where each onset belongs, and the feel that it was played with. */
export interface Playing {
  /** The tick that each onset belongs to, on a slot of its felt beat. */
  places: number[]
  /** Slots that each felt beat of the bars is played in; null where nothing was. */
  slots: (number | null)[]
  /** The swing it was played with; the one there is where it fits as well. */
  swing: Swing | null
  /** Swings of single voices that swing otherwise than the rest. */
  swings: Record<string, Swing>
  /** Milliseconds that a voice lies behind the others, negative ahead; only those that do so beyond doubt. */
  push: Record<string, number>
  /** Milliseconds by which all of it came late, negative early: the way of the input, or of the player. */
  offset: number
  /** What is left of each onset once swing, push and offset are taken out, in milliseconds. */
  left: number[]
  /** Every onset lay just on a grid. */
  exact: boolean
  /** Felt beats that lie straight though the rest swings, as fills do, by their place in the bars. */
  fills: number[]
}

interface PlayingWish {
  tempo: Tempo
  /** The swing that sounds already. */
  now: Swing | null
  /** The slots that the bars have, or the best that can be found for each beat. */
  grid: 'own' | 'best'
  /** The ticks that go round; all bars where nothing is given. */
  span?: { from: number; to: number } | undefined
}

/**
 * All prices are for one onset of those there are. Another swing than there is must be worth so much, and more from a share of 0.7 on,
 * where it becomes a dotted figure; below the least it is no swing.
 */
const SWING = { price: 0.05, dotted: 0.7, perDotted: 5, least: 0.54, odd: 3, same: 0.015 }
/** All of it may lie so far off the click, in ms, the nearest first. */
const OFFSETS = [
  ...Array.from({ length: 25 }, (_, i) => Math.ceil(i / 2) * (i % 2 ? 5 : -5)),
  70,
  -70,
  80,
  -80,
  90,
  -90,
]
const OFFSET_PRICE = (ms: number): number => 0.05 * (ms / 40) ** 2
/** From that many strokes on lateness and swing can be known; of fewer they cost more. */
const TELLING = { offset: 20, swing: 8 }
/** This many felt beats are enough to find a swing among, and this many to know it and each voice's place closely; all are placed. */
const ENOUGH = 16
const CLOSELY = 256
/** Shares of swing that are looked at first, and by how much more or less when it is known roughly. */
const STEPS = Array.from({ length: 13 }, (_, i) => (i - 6) * 0.005)
const SHARES = [0.54, 0.58, 0.62, 0.66, 0.7, 0.74, 0.78]

/** Beats in fours or finer may be a fill, straight though the rest swings, at so much for each onset. */
const isFill = (slots: number): boolean => slots % 4 === 0
const FILL = 0.04

/** The places of the slots under one swing, each worked out once. */
function soundingBy(swing: Swing | null): typeof slotsSounding {
  const known = new Map<string, number[]>()
  return (length, slots) => {
    const key = `${length} ${slots}`
    const places = known.get(key) ?? slotsSounding(length, slots, swing ?? undefined)
    known.set(key, places)
    return places
  }
}

/** A swing (none where it is null) with what it costs, and how late all of it is, in ms. */
interface Guess {
  cost: number
  swing: Swing | null
  ms: number
}

/** Felt beats with the onsets in each, as indices and as ticks from its start. */
interface Filled {
  length: number
  at: number
  slots: number
  first: number
  which: number[]
  onsets: number[]
}

/**
 * Reads playing as a drummer would: the grid of each felt beat, the swing over the whole, what is ahead or behind by voice, and how late
 * all of it is. Onsets of several times round are read together. See docs/rules.md, What was played.
 * @internal
 */
export function readPlaying(onsets: readonly Onset[], bars: readonly BarTime[], wish: PlayingWish): Playing {
  const apart = swingsApart(onsets, beatsOf(bars), tickSeconds(wish.tempo))
  if (!apart) return readTogether(onsets, bars, wish)
  // Voices that swing by themselves are read as if they swung like the one that strikes most second eighths.
  const read = readTogether(apart.onsets, bars, wish)
  return { ...read, swings: read.exact ? {} : swingsOf(apart, read.swing) }
}

/** Shares of swing about a half are straight. */
const STRAIGHT = { from: 0.47, to: 0.52 } as const

/** The swing of each voice that has its own, by how far it lies from the one that was read for all. */
const swingsOf = ({ shares, from }: OwnSwings, swing: Swing | null): Record<string, Swing> =>
  Object.fromEntries(
    Object.entries(shares).flatMap(([voice, share]) => {
      const own = Math.round(((swing?.level === '1/8' ? swing.share : 0.5) + share - from) * 200) / 200
      if (own < STRAIGHT.from || own > 0.8) return []
      return [[voice, { level: '1/8' as const, share: own <= STRAIGHT.to ? 0.5 : own }]]
    }),
  )

function readTogether(
  onsets: readonly Onset[],
  bars: readonly BarTime[],
  { tempo, now, grid, span }: PlayingWish,
): Playing {
  const beats = beatsOf(bars)
  const numberOf = new Map(beats.map((beat, b) => [beat.first, b]))
  const total = beats.at(-1)!.at + beats.at(-1)!.length
  const { from, to } = span ?? { from: 0, to: total }
  const perMs = 1 / (tickSeconds(tempo) * 1000)
  const around = (at: number) => from + mod(at - from, to - from)
  const offered = new Map<number, number[]>()
  function gridsOf({ length, slots }: { length: number; slots: number }): number[] {
    if (grid === 'own') return [slots]
    const known = offered.get(length) ?? gridsFor(length)
    offered.set(length, known)
    return known
  }

  /** What a stroke lies off by at the price of one: more for a player who spreads more, so that a finer grid is earned and not stumbled on. */
  const apart = Math.max(APART, 2 * Math.min(spreadOf(onsets), SPREAD.most * perMs))
  const everything = onsets.map((_, i) => i)
  /** Onsets by their number, each moved by its own number of ticks, in the beats that then have any. */
  function filled(earlier: (onset: Onset) => number, which: readonly number[] = everything): Filled[] {
    const all = new Map<number, Filled>()
    for (const i of which) {
      const at = around(onsets[i]!.at - earlier(onsets[i]!))
      const { at: begins, length, slots, first } = beatAt(beats, at)
      const beat = all.get(first) ?? { at: begins, length, slots, first, which: [], onsets: [] }
      all.set(first, beat)
      beat.which.push(i)
      beat.onsets.push(at - begins)
    }
    return [...all.values()]
  }
  const costOf = (list: readonly Filled[], swing: Swing | null): number => {
    const sounding = soundingBy(swing)
    let sum = 0
    let many = 0
    for (const { length, onsets: own, slots: has } of list) {
      let least = Infinity
      for (const slots of gridsOf({ length, slots: has })) {
        least = Math.min(least, gridCost(own, slots, sounding(length, slots), own.length, apart))
        if (swing && isFill(slots))
          least = Math.min(least, gridCost(own, slots, straight(length, slots), own.length, apart) + FILL * own.length)
      }
      sum += least
      many += own.length
    }
    return sum / many
  }

  const straight = soundingBy(null)
  /** The grid of a beat under a swing, or straight where it is cut as a fill is and lies nearer to that; and where its slots sound. */
  function gridOf(beat: Filled, swing: Swing | null): BeatGrid & { sounds: readonly number[]; fill: boolean } {
    const wish = { each: true, apart }
    const sounding = soundingBy(swing)
    const swung = bestGrid(beat.onsets, beat.length, { ...wish, grids: gridsOf(beat), sounding })
    const fills = swing ? gridsOf(beat).filter(isFill) : []
    const own = fills.length ? bestGrid(beat.onsets, beat.length, { ...wish, grids: fills, sounding: straight }) : swung
    const best = own.cost + (own === swung ? 0 : FILL * beat.onsets.length) < swung.cost ? own : swung
    const fill = best !== swung
    return { ...best, fill, sounds: (fill ? straight : sounding)(beat.length, best.slots) }
  }

  const struck = filled(() => 0)
  const exactly = (swing: Swing | null) =>
    struck.every(beat => bestGrid(beat.onsets, beat.length, { grids: gridsOf(beat), swing: swing ?? undefined }).exact)
  for (const swing of [now, null])
    if (exactly(swing))
      return placed(
        filled(() => 0),
        swing,
        {},
        0,
        true,
      )

  /** What a swing costs beyond how it fits, and whether there is anything to tell it by: strokes off the beat where it moves them. */
  const priceOf = (swing: Swing | null): number => {
    if (swing?.level === now?.level && Math.abs((swing?.share ?? 0.5) - (now?.share ?? 0.5)) < SWING.same) return 0
    return (
      SWING.price * Math.max(1, TELLING.swing / onsets.length) +
      Math.max(0, (swing?.share ?? 0) - SWING.dotted) * SWING.perDotted
    )
  }
  const swings = (['1/8', '1/16'] as const).flatMap(level => SHARES.map((share): Swing => ({ level, share })))
  /** A few beats, evenly spread over all. */
  const some = (list: readonly Filled[], enough = ENOUGH): readonly Filled[] =>
    list.length <= enough
      ? list
      : Array.from({ length: enough }, (_, i) => list[Math.floor((i * list.length) / enough)]!)
  /** The cheapest of some swings, or of none, for these beats; the first of two alike. */
  const cheapest = (list: readonly Filled[], among: readonly (Swing | null)[], more = 0): Guess =>
    among.reduce<Guess>(
      (best, swing) => {
        const cost = costOf(list, swing) + priceOf(swing) + more
        return cost < best.cost ? { cost, swing, ms: 0 } : best
      },
      { cost: Infinity, swing: now, ms: 0 },
    )

  // Roughly first: how late all of it is, and with which swing.
  let best: Guess = { cost: Infinity, swing: now, ms: 0 }
  const looked = some(struck).flatMap(beat => beat.which)
  for (const ms of OFFSETS) {
    const guess = cheapest(
      filled(() => ms * perMs, looked),
      [now, null, ...swings],
      OFFSET_PRICE(ms) * Math.max(1, TELLING.offset / onsets.length),
    )
    if (guess.cost < best.cost) best = { ...guess, ms }
  }
  // What is found is sharpened: each voice by its own middle, then the swing by small steps, and once more.
  let push: Record<string, number> = {}
  let offset = best.ms
  const close = some(struck, CLOSELY).flatMap(beat => beat.which)
  const own = close.map(i => onsets[i]!)
  for (let round = 0; round < 3; round++) {
    const list = filled(onset => (offset + (push[onset.voice] ?? 0)) * perMs, close)
    const few = some(list)
    const plain = cheapest(few, [now, null])
    const near = round
      ? [best.swing]
      : (['1/8', '1/16'] as const).map(
          level =>
            cheapest(
              few,
              swings.filter(swing => swing.level === level),
            ).swing,
        )
    const swung = cheapest(
      few,
      near.flatMap(swing =>
        swing
          ? STEPS.flatMap(step => {
              const share = Math.round((swing.share + step) * 1000) / 1000
              return share >= SWING.least && share <= 0.8 ? [{ level: swing.level, share }] : []
            })
          : [],
      ),
    )
    best = swung.cost < plain.cost && tellable(list, swung.swing) ? swung : plain
    const all = placed(list, best.swing, {}, 0, false).left
    const left = close.map(i => all[i]!)
    // What all have in common is told by what is left once each voice’s own way is taken out.
    const common = commonOf(own, left)
    push = pushes(
      own,
      own.map((onset, i) => left[i]! + (push[onset.voice] ?? 0) - common),
    )
    offset += common
  }
  const settled =
    best.swing && now && best.swing.level === now.level && Math.abs(best.swing.share - now.share) <= SWING.same
      ? now
      : best.swing
  return placed(
    filled(onset => (offset + (push[onset.voice] ?? 0)) * perMs),
    settled,
    push,
    offset,
    false,
  )

  /** Whether enough strokes lie where a swing moves them; a few could lie there by chance. */
  function tellable(list: readonly Filled[], swing: Swing | null): boolean {
    if (!swing) return true
    const odd = list.flatMap(beat => {
      const { slots, places, sounds } = gridOf(beat, swing)
      return places.filter(place => Math.abs(sounds[place]! - (place * beat.length) / slots) > 1)
    })
    return odd.length >= SWING.odd
  }

  function placed(
    list: readonly Filled[],
    swing: Swing | null,
    push: Record<string, number>,
    offset: number,
    exact: boolean,
  ): Playing {
    const places: number[] = []
    const fills: number[] = []
    const left: number[] = []
    const slots: (number | null)[] = beats.map(() => null)
    for (const beat of list) {
      const found = gridOf(beat, swing)
      const own = swungThirds(found, grid === 'best' ? swing : null)
      beat.which.forEach((i, n) => {
        places[i] = around(beat.at + (own.places[n]! * beat.length) / own.slots)
        left[i] = (beat.onsets[n]! - found.sounds[found.places[n]!]!) / perMs
      })
      const b = numberOf.get(beat.first)!
      slots[b] = slotsUsed(own, beat)
      if (found.fill) fills.push(b)
    }
    return {
      places,
      slots,
      swing,
      push: rounded(push),
      offset: Math.round(offset),
      left,
      exact,
      fills: fills.sort((a, b) => a - b),
      swings: {},
    }
  }
}

/** How near to two thirds a swing lies that thirds of a beat are taken for. */
const THIRDS = 0.065

/** Thirds of a beat of which the middle one is not struck are swung eighths, where the rest swings like that. */
function swungThirds(beat: BeatGrid, swing: Swing | null): BeatGrid {
  const like = swing?.level === '1/8' && Math.abs(swing.share - 2 / 3) <= THIRDS
  if (!like || beat.slots !== 3 || beat.places.includes(1)) return beat
  return { ...beat, slots: 2, places: beat.places.map(place => Math.max(0, place - 1)) }
}

/** Only the beat’s first is struck: it needs no more slots than one; the end of it is the next beat’s. */
const slotsUsed = ({ slots, places }: BeatGrid, beat: Pick<Filled, 'length'>): number =>
  gridsFor(beat.length).find(few => slots % few === 0 && places.every(place => (place * few) % slots === 0)) ?? slots

const rounded = (push: Record<string, number>): Record<string, number> =>
  Object.fromEntries(Object.entries(push).map(([voice, ms]) => [voice, Math.round(ms)]))
