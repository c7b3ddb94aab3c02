import { type Kit, type Level, type Limb, type Ornament, limbsInOrder } from '#core/kit'
import {
  type Groove,
  type Part,
  ROLES,
  type Role,
  type Stroke,
  asPiece,
  backbeatOf,
  described,
  homeFor,
  makePart,
  partOf,
  withOrnament,
  workable,
} from '#core/groove'
import { type Result, ok, refuse } from '#core/result'
import { type Beat, type Slot, barStarts, barsTicks, beatsOf, eighthsOf, slotsOf } from '#core/time'
import type { Made } from './move'

/** The grid of some bars, worked out once for each line of bars: a search asks for it thousands of times. */
export interface Grid {
  slots: Slot[]
  beats: Beat[]
  starts: number[]
  total: number
  slotAt: Map<number, number>
  onBeat: Set<number>
  eighths: Set<number>
}

const grids = new WeakMap<Groove['bars'], Grid>()

/** The grid of a groove's bars: `gridOf(groove).slots.length // => 16`. The same object for the same bars. */
export function gridOf({ bars }: Pick<Groove, 'bars'>): Grid {
  const before = grids.get(bars)
  if (before) return before
  const slots = slotsOf(bars)
  const beats = beatsOf(bars)
  const grid: Grid = {
    slots,
    beats,
    starts: barStarts(bars),
    total: barsTicks(bars),
    slotAt: new Map(slots.map(slot => [slot.at, slot.index])),
    onBeat: new Set(beats.map(beat => beat.at)),
    eighths: new Set(beats.flatMap(eighthsOf)),
  }
  grids.set(bars, grid)
  return grid
}

const recuts = new WeakMap<Groove['bars'], Map<string, Groove['bars']>>()

/**
 * Bars made from others by cutting their beats again; the same object for the same cut, so that its grid is worked out once.
 * @example recut(bars, [{ ...bars[0], slots: [4, 4, 4, 8] }])[0].slots // => [4, 4, 4, 8]
 */
export function recut(bars: Groove['bars'], after: Groove['bars']): Groove['bars'] {
  const known = recuts.get(bars) ?? new Map<string, Groove['bars']>()
  recuts.set(bars, known)
  const key = after.map(bar => bar.slots.join()).join('|')
  const before = known.get(key)
  if (before) return before
  known.set(key, after)
  return after
}

/** The same bars with that many slots in every felt beat. */
export const regridded = (bars: Groove['bars'], slots: Groove['bars'][number]['slots'][number]): Groove['bars'] =>
  recut(
    bars,
    bars.map(bar => ({ ...bar, slots: bar.slots.map(() => slots) })),
  )

const backbeats = new WeakMap<Groove, readonly number[]>()

/** The ticks of a groove's backbeat, as `backbeatTicks` has them; worked out once, for a search makes much of one groove. */
export function backbeatAt(groove: Groove): readonly number[] {
  const known = backbeats.get(groove) ?? backbeatOf(groove, gridOf(groove).beats)?.ats ?? []
  backbeats.set(groove, known)
  return known
}

const limbOf =
  (place: number) =>
  ({ lead }: Pick<Groove, 'lead'>): Limb =>
    limbsInOrder(lead)[place]!
export const leadHand = limbOf(0)
export const freeHand = limbOf(1)
export const bassFoot = limbOf(2)
export const hatFoot = limbOf(3)

const sameStroke = (a: Stroke, b: Stroke): boolean =>
  a === b ||
  (a.at === b.at &&
    a.piece === b.piece &&
    a.stroke === b.stroke &&
    a.level === b.level &&
    a.ornament === b.ornament &&
    a.openFor === b.openFor)

/** Whether two lists are stroke by stroke the same, levels and openings included. */
export const sameStrokes = (a: readonly Stroke[], b: readonly Stroke[]): boolean =>
  a.length === b.length && a.every((stroke, i) => sameStroke(stroke, b[i]!))

/** Strokes in order of time; most are already. */
export function inOrder(strokes: Stroke[]): Stroke[] {
  for (let i = 1; i < strokes.length; i++)
    if (strokes[i - 1]!.at > strokes[i]!.at) return strokes.toSorted((a, b) => a.at - b.at)
  return strokes
}

/** The groove with a part's strokes replaced. */
export const withStrokes = (groove: Groove, part: Part, strokes: Stroke[]): Groove => ({
  ...groove,
  parts: groove.parts.map(other => (other.id === part.id ? { ...part, strokes: inOrder(strokes) } : other)),
})

/** The groove with strokes changed, dropped (undefined) or kept one by one in every workable part that passes; the same object where nothing changed. */
export function eachStroke(
  groove: Groove,
  among: (part: Part) => boolean,
  change: (stroke: Stroke, part: Part, i: number) => Stroke | undefined,
): Groove {
  let parts: Part[] | undefined
  for (let p = 0; p < groove.parts.length; p++) {
    const part = groove.parts[p]!
    if (!workable(part) || !among(part)) continue
    const strokes = changedIn(part, change)
    if (!strokes) continue
    parts ??= groove.parts.slice()
    parts[p] = { ...part, strokes }
  }
  return parts ? { ...groove, parts } : groove
}

/** A part’s strokes changed one by one, in order; undefined where nothing changed. Nothing is copied before the first that does. */
function changedIn(
  part: Part,
  change: (stroke: Stroke, part: Part, i: number) => Stroke | undefined,
): Stroke[] | undefined {
  const before = part.strokes
  let strokes: Stroke[] | undefined
  for (let i = 0; i < before.length; i++) {
    const stroke = before[i]!
    const now = change(stroke, part, i)
    if (now === stroke && !strokes) continue
    strokes ??= before.slice(0, i)
    if (now) strokes.push(now)
  }
  if (!strokes) return undefined
  const sorted = inOrder(strokes)
  // Strokes that changed places with their likes changed nothing.
  return sorted.length === before.length && sorted.every((stroke, i) => sameStroke(stroke, before[i]!))
    ? undefined
    : sorted
}

/** Every tick at which a limb strikes in the first pass. */
export function busyAt(groove: Groove, limb: Limb): Set<number> {
  const ticks = new Set<number>()
  for (const part of groove.parts) if (part.limb === limb) for (const stroke of part.strokes) ticks.add(stroke.at)
  return ticks
}

/** Strokes added for a limb, into a part of that role it already has or into a new one; those where the limb is busy by then are left out. */
export function addStrokes(groove: Groove, limb: Limb, role: Role, name: string, strokes: readonly Stroke[]): Groove {
  const busy = busyAt(groove, limb)
  const put = strokes.filter(({ at }) => !busy.has(at) && busy.add(at))
  if (!put.length) return groove
  const home = homeFor(groove, limb, role)
  if (home) return withStrokes(groove, home, [...home.strokes, ...put])
  let id = `${role.replaceAll(' ', '-')}-${limb.toLowerCase()}`
  for (let i = 2; partOf(groove, id); i++) id = `${role.replaceAll(' ', '-')}-${limb.toLowerCase()}-${i}`
  return { ...groove, parts: [...groove.parts, makePart({ id, name, role, limb, strokes: inOrder(put) })] }
}

/** A copy, field by field where there are only the four: a search makes millions, and a spread costs ten times as much. */
const copied = (stroke: Stroke, at: number, level: Level): Stroke =>
  stroke.ornament || stroke.openFor
    ? { ...stroke, at, level }
    : { at, piece: stroke.piece, stroke: stroke.stroke, level }

/** A stroke struck harder or softer; the same object where it already is so. */
export const atLevel = (stroke: Stroke, level: number): Stroke => {
  const wanted = Math.max(1, Math.min(5, Math.round(level))) as Level
  return stroke.level === wanted ? stroke : copied(stroke, stroke.at, wanted)
}

/** A stroke at another tick; the same object where it is there already. */
export const atTick = (stroke: Stroke, at: number): Stroke =>
  stroke.at === at ? stroke : copied(stroke, at, stroke.level)

/** A stroke on another piece; undefined where the limb cannot strike it at all. */
export function onPiece(groove: Groove, kit: Kit, limb: Limb, stroke: Stroke, pieceId: string): Stroke | undefined {
  if (stroke.piece === pieceId) return stroke
  const moved = asPiece(groove, kit, limb, stroke, pieceId)
  return moved === stroke ? undefined : moved
}

/** A stroke with an ornament; the same object where it has it. */
export const ornamented = (stroke: Stroke, ornament: Ornament): Stroke =>
  stroke.ornament === ornament ? stroke : withOrnament(stroke, ornament)

/** What a move made, or, where it changed nothing, why not. */
export const made = (
  before: Groove,
  after: Groove,
  says: () => string,
  nothing: string | (() => string),
): Result<Made> =>
  before === after ? refuse(typeof nothing === 'string' ? nothing : nothing()) : ok({ groove: after, says })

/** The parts of the lead: those of that role, or what the lead hand plays. */
export const isLead = (groove: Groove) => {
  const named = groove.parts.some(part => part.role === 'lead')
  return (part: Part): boolean =>
    named ? part.role === 'lead' : part.limb === leadHand(groove) && part.role !== 'backbeat'
}
/** Whether a hand plays a part. */
export const isHandPart = (part: Part): boolean => part.limb === 'RH' || part.limb === 'LH'

/**
 * The parts of a role: those that have it, and where none with strokes has, those that are it by what is in them, though their role was turned.
 */
export function partsOfRole(groove: Groove, role: Role): Part[] {
  const named = groove.parts.filter(part => part.role === role && part.strokes.length)
  return named.length
    ? named
    : groove.parts.filter(
        part =>
          part.strokes.length &&
          described({ ...groove, parts: groove.parts.map(one => ({ ...one, role: 'other' as const })) }, part)?.role ===
            role,
      )
}

/** Why a part is not here: by a role that nothing in the groove plays, or by an id it does not have. */
export const noPart = (name: string): string =>
  (ROLES as readonly string[]).includes(name)
    ? `There ${name === 'ghosts' ? 'are' : 'is'} no ${name === 'other' ? 'other part' : name} here.`
    : `This groove has no part “${name}”.`

/** The part of an id, or the reason it cannot be worked on. */
export function thePart(groove: Groove, id: string): Result<Part> {
  const part = partOf(groove, id)
  if (!part) return refuse(noPart(id))
  if (part.locked) return refuse(`“${part.name}” is locked; unlock it first.`)
  if (part.every) return refuse(`“${part.name}” repeats on its own against the bars; moves leave it alone.`)
  if (!part.strokes.length) return refuse(`“${part.name}” has no strokes yet.`)
  return ok(part)
}
