import { type Kit, type Limb, type Ornament, pieceOf } from '#core/kit'
import { type Groove, grooveTicks } from '#core/groove'
import { type Geometry, tipOf } from './geometry'
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
}

const GRACES: Partial<Record<Ornament, number>> = { flam: 1, drag: 2, ruff: 3 }

/** Every stroke of a groove as a stick in its lane. A part with a cycle of its own is shown as its first pass runs. */
export function sticksOf(groove: Groove, kit: Kit, geometry: Geometry): Stick[] {
  const total = grooveTicks(groove)
  return groove.parts.flatMap((part) => {
    const lane = geometry.lanes.find(one => one.limb === part.limb)
    if (!lane) return []
    return part.strokes.flatMap((stroke) => {
      const times = part.every ? Math.ceil((total - stroke.at) / part.every) : 1
      return Array.from({ length: times }, (_, i): Stick => {
        const at = stroke.at + i * (part.every ?? 0)
        const x = geometry.xOf(at)
        const end = stroke.openFor === undefined ? undefined : Math.min(at + stroke.openFor, total)
        return {
          key: `${part.id}:${at}`,
          partId: part.id,
          limb: part.limb,
          at,
          x,
          from: lane.floor,
          tip: tipOf(lane, stroke.level),
          level: stroke.level,
          mark: markOf(pieceOf(kit, stroke.piece)?.kind, stroke.stroke, stroke.level),
          openTo: end === undefined ? undefined : end === total ? geometry.width : geometry.xOf(end),
          graces: stroke.ornament ? GRACES[stroke.ornament] ?? 0 : 0,
        }
      })
    })
  })
}
