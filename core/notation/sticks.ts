import { type Kit, type Limb, type Ornament, pieceOf } from '#core/kit'
import { type Groove, type Part, type Stroke, grooveTicks, pickUpTicks, silentFrom } from '#core/groove'
import { type Geometry, type Lane, tipOf } from './geometry'
import { type Mark, markOf } from './marks'

/** A stroke as it is drawn. */
export interface Stick {
  key: string
  partId: string
  limb: Limb
  at: number
  x: number
  from: number
  tip: number
  level: number
  mark: Mark
  /** How far an open hat's bar runs, in pixels. */
  openTo: number | undefined
  graces: string
  /** It sounds before the first bar alone, where it is drawn too, and not here. */
  silent: boolean
  /** What else an ornament draws: a slash across a doubled stick, a cap over a choked one. */
  sign: string | undefined
}

/** A slash across the middle of a doubled stick; a cap beyond the tip of a choked one; in sizes of a mark, like all beside a stick. */
function signOf(
  ornament: Ornament | undefined,
  x: number,
  from: number,
  tip: number,
  hangs: boolean,
  mark: number,
): string | undefined {
  if (ornament === 'double')
    return `M${x - 0.9 * mark} ${(from + tip) / 2 + 0.6 * mark}L${x + 0.9 * mark} ${(from + tip) / 2 - 0.6 * mark}`
  return ornament === 'choke' ? `M${x - 1.4 * mark} ${tip + (hangs ? 2 : -2) * mark}h${2.8 * mark}` : undefined
}

const GRACES: Partial<Record<Ornament, number>> = { flam: 1, drag: 2, ruff: 3 }

/** The small sticks before a stick, for its flam, drag or ruff. */
const gracePath = (graces: number, x: number, from: number, tip: number, mark: number): string =>
  Array.from({ length: graces }, (_, i) => `M${x - (1.3 + 0.7 * i) * mark} ${from}V${from + (tip - from) * 0.4}`).join(
    '',
  )

/**
 * Every stroke of a groove as a stick in its lane, what is picked up before the first bar as well as where it lies. A part with its own cycle
 * is shown as its first pass runs.
 * @example sticksOf(groove, kit, geometry).length // => 14
 */
export const sticksOf = (groove: Groove, kit: Kit, geometry: Geometry): Stick[] => {
  const total = grooveTicks(groove)
  const quiet = silentFrom(groove)
  return groove.parts.flatMap(part =>
    partSticks(part, { total, quiet, pickUp: geometry.lead ? pickUpTicks(groove, part) : 0 }, kit, geometry),
  )
}

/** How long the bars are, from where strokes are silent in them, and how many of their last ticks the part plays before the first. */
interface Ends {
  total: number
  quiet: number
  pickUp: number
}

/** The sticks of a part as they were last drawn: an edit makes another part of one, and leaves the rest as they are. */
const drawn = new WeakMap<Part, Ends & { kit: Kit; geometry: Geometry; sticks: Stick[] }>()

function partSticks(part: Part, ends: Ends, kit: Kit, geometry: Geometry): Stick[] {
  const { total, quiet, pickUp } = ends
  const known = drawn.get(part)
  if (
    known &&
    known.total === total &&
    known.quiet === quiet &&
    known.pickUp === pickUp &&
    known.kit === kit &&
    known.geometry === geometry
  )
    return known.sticks
  const lane = geometry.lanes.find(one => one.limb === part.limb)
  const sticks = lane
    ? part.strokes.flatMap(stroke => {
        const times = part.every ? Math.ceil((total - stroke.at) / part.every) : 1
        const here = Array.from({ length: times }, (_, i) =>
          stickOf(part, stroke, stroke.at + i * (part.every ?? 0), ends, lane, kit, geometry),
        )
        return stroke.at >= total - pickUp
          ? [...here, stickOf(part, stroke, stroke.at - total, ends, lane, kit, geometry)]
          : here
      })
    : []
  drawn.set(part, { ...ends, kit, geometry, sticks })
  return sticks
}

function stickOf(
  part: Part,
  stroke: Stroke,
  at: number,
  { total, quiet }: Ends,
  lane: Lane,
  kit: Kit,
  geometry: Geometry,
): Stick {
  const x = geometry.xOf(at)
  const tip = tipOf(lane, stroke.level)
  const end = stroke.openFor === undefined ? undefined : Math.min(at + stroke.openFor, total)
  return {
    key: `${part.id}:${at}`,
    partId: part.id,
    limb: part.limb,
    at,
    x,
    from: lane.floor,
    tip,
    level: stroke.level,
    silent: !part.every && at >= quiet,
    mark: markOf(pieceOf(kit, stroke.piece)?.kind, stroke.stroke, stroke.level),
    openTo: end === undefined ? undefined : end === total ? geometry.width : geometry.xOf(end),
    sign: signOf(stroke.ornament, x, lane.floor, tip, lane.hangs, geometry.scale.mark),
    graces: gracePath(stroke.ornament ? (GRACES[stroke.ornament] ?? 0) : 0, x, lane.floor, tip, geometry.scale.mark),
  }
}
