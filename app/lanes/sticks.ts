import { type Kit, type Limb, type Ornament, pieceOf } from '#core/kit'
import { type Groove, type Part, type Stroke, grooveTicks } from '#core/groove'
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
  graces: number
  /** What else an ornament draws: a slash across a doubled stick, a cap over a choked one. */
  sign: string | undefined
}

/** A slash across the middle of a doubled stick; a cap beyond the tip of a choked one. */
function signOf(ornament: Ornament | undefined, x: number, from: number, tip: number, hangs: boolean): string | undefined {
  if (ornament === 'double') return `M${x - 4.5} ${(from + tip) / 2 + 3}L${x + 4.5} ${(from + tip) / 2 - 3}`
  return ornament === 'choke' ? `M${x - 7} ${tip + (hangs ? 10 : -10)}h14` : undefined
}

const GRACES: Partial<Record<Ornament, number>> = { flam: 1, drag: 2, ruff: 3 }

/** Every stroke of a groove as a stick in its lane. A part with a cycle of its own is shown as its first pass runs. */
export const sticksOf = (groove: Groove, kit: Kit, geometry: Geometry): Stick[] => {
  const total = grooveTicks(groove)
  return groove.parts.flatMap(part => partSticks(part, total, kit, geometry))
}

/** The sticks of a part as they were last drawn: an edit makes another part of one, and leaves the rest as they are. */
const drawn = new WeakMap<Part, { total: number, kit: Kit, geometry: Geometry, sticks: Stick[] }>()

function partSticks(part: Part, total: number, kit: Kit, geometry: Geometry): Stick[] {
  const known = drawn.get(part)
  if (known && known.total === total && known.kit === kit && known.geometry === geometry) return known.sticks
  const lane = geometry.lanes.find(one => one.limb === part.limb)
  const sticks = lane ? part.strokes.flatMap((stroke) => {
    const times = part.every ? Math.ceil((total - stroke.at) / part.every) : 1
    return Array.from({ length: times }, (_, i) => stickOf(part, stroke, stroke.at + i * (part.every ?? 0), total, lane, kit, geometry))
  }) : []
  drawn.set(part, { total, kit, geometry, sticks })
  return sticks
}

function stickOf(part: Part, stroke: Stroke, at: number, total: number, lane: Lane, kit: Kit, geometry: Geometry): Stick {
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
    mark: markOf(pieceOf(kit, stroke.piece)?.kind, stroke.stroke, stroke.level),
    openTo: end === undefined ? undefined : end === total ? geometry.width : geometry.xOf(end),
    sign: signOf(stroke.ornament, x, lane.floor, tip, lane.hangs),
    graces: stroke.ornament ? GRACES[stroke.ornament] ?? 0 : 0,
  }
}
