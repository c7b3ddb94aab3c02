import type { Limb } from '#core/kit'
import { type BarTime, beatAt, beatsOf, countSlots, slotsOf, type Counting } from '#core/time'
import { isHand } from '#core/kit'

/** Sizes of a drawing of lanes, in pixels. SMALL is for previews, FULL for the Bench, where parts and transport have room below. */
export interface Scale {
  label: number
  ribbon: number
  hand: number
  foot: number
  laneGap: number
  slotLeast: number
  beatGap: number
  barGap: number
  inset: number
  mark: number
}

export const FULL: Scale = {
  label: 104,
  ribbon: 54,
  hand: 72,
  foot: 60,
  laneGap: 9,
  slotLeast: 17,
  beatGap: 4,
  barGap: 18,
  inset: 11,
  mark: 5,
}
/** The Bench on a phone: read and played, with lanes that scroll. */
export const NARROW: Scale = { ...FULL, label: 82, hand: 66, foot: 56, laneGap: 8 }
/** Up to this width the lanes are a phone’s. */
export const NARROW_WIDTH = 520
/** For two grooves over one another: named and counted, and not to be edited. */
export const TALL: Scale = {
  label: 84,
  ribbon: 28,
  hand: 56,
  foot: 46,
  laneGap: 6,
  slotLeast: 9,
  beatGap: 3,
  barGap: 10,
  inset: 9,
  mark: 4,
}
export const SMALL: Scale = {
  label: 0,
  ribbon: 0,
  hand: 34,
  foot: 28,
  laneGap: 4,
  slotLeast: 3,
  beatGap: 2,
  barGap: 6,
  inset: 5,
  mark: 2.6,
}
/** How high small lanes are for their width, at most. */
export const LANES_SHAPE = 0.465

/** One limb's lane. Hands stand on `floor`, feet hang from it; `reach` is how far an accent goes. */
export interface Lane {
  limb: Limb
  top: number
  height: number
  floor: number
  reach: number
  hangs: boolean
}

/** The row of a line above the limbs, and the room it takes with what is beneath it. */
interface LineRow {
  top: number
  height: number
}
const LINE = { height: 26, gap: 8 } as const

/** The bed of one felt beat, and the slots in it with the words counted on them. */
interface Bed {
  bar: number
  beat: number
  x: number
  width: number
}
export interface SlotPlace {
  index: number
  at: number
  x: number
  left: number
  width: number
  word: string
  onBeat: boolean
}

export interface Geometry {
  scale: Scale
  width: number
  height: number
  lanes: Lane[]
  lines: LineRow[]
  beds: Bed[]
  slots: SlotPlace[]
  /** The beats before the first bar that are picked up in: their beds, and their slots with the places that they have in the bars. */
  lead: { ticks: number; beds: Bed[]; slots: SlotPlace[] } | undefined
  /** Where each bar begins, with its number from 1. */
  bars: { x: number; number: number }[]
  /** The horizontal place of a tick; of one below 0 before the first bar, where something is picked up. */
  xOf(tick: number): number
}

/** What else is laid out: that many lines that no limb owns over the lanes, and the beats before the first bar, from this tick of the bars on. */
interface LayWish {
  lines?: number
  leadFrom?: number | undefined
}

/**
 * Lays bars and lanes out over a width; wider than asked where slots would become too narrow to hit.
 * @example layOut(bars, ['RH', 'LH', 'RF', 'LF'], 800, FULL).lanes.length // => 4
 */
export function layOut(
  bars: readonly BarTime[],
  limbs: readonly Limb[],
  wanted: number,
  scale: Scale,
  counting?: Counting,
  { lines = 0, leadFrom }: LayWish = {},
): Geometry {
  const beats = beatsOf(bars)
  const last = beats[beats.length - 1]!
  const total = last.at + last.length
  const before = leadFrom === undefined ? [] : beats.filter(beat => beat.at >= leadFrom)
  const gaps =
    beats.reduce((sum, beat, i) => sum + (i === 0 ? 0 : beat.beat === 0 ? scale.barGap : scale.beatGap), 0) +
    (before.length ? (before.length - 1) * scale.beatGap + scale.barGap : 0)
  const densest = Math.min(...beats.map(beat => beat.length / beat.slots))
  const perTick = Math.max(
    (wanted - scale.label - gaps) / (total + before.reduce((sum, beat) => sum + beat.length, 0)),
    scale.slotLeast / densest,
  )

  const beds: Bed[] = []
  const leadBeds: Bed[] = []
  const bars_: Geometry['bars'] = []
  let x = scale.label
  before.forEach((beat, i) => {
    if (i > 0) x += scale.beatGap
    leadBeds.push({ bar: beat.bar, beat: beat.beat, x, width: beat.length * perTick })
    x += beat.length * perTick
  })
  if (before.length) x += scale.barGap
  beats.forEach((beat, i) => {
    if (i > 0) x += beat.beat === 0 ? scale.barGap : scale.beatGap
    if (beat.beat === 0) bars_.push({ x, number: beat.bar + 1 })
    beds.push({ bar: beat.bar, beat: beat.beat, x, width: beat.length * perTick })
    x += beat.length * perTick
  })

  const inBed = (bed: Bed, beat: typeof last, tick: number): number =>
    bed.x + Math.min(scale.inset, bed.width / beat.slots / 2) + (tick - beat.at) * perTick
  const xOf = (tick: number): number => {
    const beat = beatAt(beats, tick < 0 && before.length ? Math.max(before[0]!.at, tick + total) : tick)
    return tick < 0 && before.length
      ? inBed(leadBeds[before.indexOf(beat)]!, beat, Math.max(before[0]!.at, tick + total))
      : inBed(beds[beats.indexOf(beat)]!, beat, tick)
  }

  const words = countSlots(bars, counting)
  const placed = (slot: ReturnType<typeof slotsOf>[number], at: number): SlotPlace => {
    const width = slot.length * perTick
    return {
      index: slot.index,
      at: slot.at,
      x: xOf(at),
      left: xOf(at) - Math.min(scale.inset, width / 2),
      width,
      word: words[slot.index]!,
      onBeat: slot.slot === 0,
    }
  }
  const all = slotsOf(bars)
  const slots = all.map(slot => placed(slot, slot.at))
  const lead = before.length
    ? {
        ticks: total - before[0]!.at,
        beds: leadBeds,
        slots: all.filter(slot => slot.at >= before[0]!.at).map(slot => placed(slot, slot.at - total)),
      }
    : undefined

  const rows = Array.from({ length: lines }, (_, i): LineRow => ({
    top: scale.ribbon + i * (LINE.height + LINE.gap),
    height: LINE.height,
  }))
  let top = scale.ribbon + lines * (LINE.height + LINE.gap)
  const lanes = limbs.map((limb, i): Lane => {
    const hand = isHand(limb)
    if (i > 0) top += scale.laneGap
    const height = hand ? scale.hand : scale.foot
    const lane = { limb, top, height, floor: hand ? top + height : top, reach: height - 3 * scale.mark, hangs: !hand }
    top += height
    return lane
  })
  return { scale, width: x, height: top + scale.mark, lanes, lines: rows, beds, slots, lead, bars: bars_, xOf }
}

/** How much of a lane's reach each level takes: a ghost barely leaves the floor, an accent fills it. */
const REACH = [0, 0.13, 0.33, 0.54, 0.77, 1] as const

/** The height of a stick's tip in its lane. @internal */
export const tipOf = (lane: Lane, level: number): number =>
  lane.floor + (lane.hangs ? 1 : -1) * REACH[level as 1] * lane.reach

/**
 * The level whose tip is nearest to a height in the lane.
 * @example levelAt(geometry.lanes[0], geometry.lanes[0].top) // => 5
 */
export function levelAt(lane: Lane, y: number): 1 | 2 | 3 | 4 | 5 {
  const share = (lane.hangs ? y - lane.floor : lane.floor - y) / lane.reach
  const levels = [1, 2, 3, 4, 5] as const
  return levels.reduce(
    (best, level) => (Math.abs(REACH[level] - share) < Math.abs(REACH[best] - share) ? level : best),
    1 as 1 | 2 | 3 | 4 | 5,
  )
}

/**
 * The slot under a horizontal place, the nearest where it is between or beside beds; before the first bar the one at the end of the bars that is
 * picked up there.
 * @example slotUnder(geometry, 0).index // => 0
 */
export function slotUnder(geometry: Geometry, x: number): SlotPlace {
  const inside = [...geometry.slots, ...(geometry.lead?.slots ?? [])].find(
    slot => x >= slot.left && x < slot.left + slot.width,
  )
  return inside
    ? geometry.slots[inside.index]!
    : geometry.slots.reduce((best, slot) => (Math.abs(slot.x - x) < Math.abs(best.x - x) ? slot : best))
}

/**
 * The lane under a height, if there is one.
 * @example laneUnder(geometry, geometry.lanes[1].top + 1).limb // => 'LH'
 */
export const laneUnder = (geometry: Geometry, y: number): Lane | undefined =>
  geometry.lanes.find(
    lane => y >= lane.top - geometry.scale.laneGap / 2 && y < lane.top + lane.height + geometry.scale.laneGap / 2,
  )
