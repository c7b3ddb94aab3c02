import { type Kit, LIMB_NAMES, type Limb, isHand, nearestPiece, otherSide, pieceOf, reachedBy, strokesFor } from '#core/kit'
import {
  type Edit, type Groove, type Part, type Stroke, type TimedStroke, alterStrokes, makePart, mirrored, ownTick, partOf, putStrokes, repieced,
  sayCount, takeStrokes, together,
} from '#core/groove'
import type { Finding } from './findings'

/** A way out of a finding: what it does, in a few words, and the edit that does it. */
export interface Remedy { label: string, edit: Edit }

/** A stroke as the groove holds it, behind an event of the timeline. */
function strokeOf(groove: Groove, { partId, at }: TimedStroke): { part: Part, stroke: Stroke } | undefined {
  const part = partOf(groove, partId)
  const stroke = part?.strokes.find(one => one.at === ownTick(part, at))
  return part && stroke && !part.locked ? { part, stroke } : undefined
}

/** Strokes handed to the other hand or foot: into a part it has with the same role, or into a new one. */
function handOver(groove: Groove, kit: Kit, events: readonly TimedStroke[], strokes: readonly TimedStroke[], newId: string): Remedy[] {
  const limb = strokes[0] && otherSide(strokes[0].limb)
  if (!limb) return []
  const busy = new Set(events.filter(event => event.limb === limb).map(event => event.at))
  const moves = strokes.flatMap((event) => {
    const found = strokeOf(groove, event)
    const piece = pieceOf(kit, event.pieceId)
    const can = found && !found.part.every && piece && !busy.has(event.at) && strokesFor(piece, limb).includes(event.stroke) && reachedBy(piece).includes(limb)
    return can ? [found] : []
  })
  // A part way out is none: two strokes of a run left to the same hand are as hard as before.
  if (!moves.length || moves.length < strokes.length) return []
  const role = moves[0]!.part.role
  const home = groove.parts.find(part => part.limb === limb && !part.locked && !part.every && part.role === role && !moves.some(move => move.part === part))
  const put = moves.map(move => move.stroke)
  const takes = [...new Set(moves.map(move => move.part))].map(part => takeStrokes(part, moves.filter(move => move.part === part).map(move => move.stroke.at)))
  const edits: Edit[] = home
    ? [...takes, putStrokes(home, put)]
    : [...takes, { type: 'add part', part: makePart({ id: newId, name: `${moves[0]!.part.name}, ${LIMB_NAMES[limb]}`.slice(0, 60), role, limb, strokes: put }), index: groove.parts.length }]
  const label = `Give ${moves.length === 1 ? 'it' : sayCount(moves.length, 'stroke')} to the ${LIMB_NAMES[limb]}`
  return [{ label, edit: together(label, edits) }]
}

/** Strokes taken out or changed, part by part, as one edit. */
function onStrokes(groove: Groove, label: string, events: readonly TimedStroke[], change: (part: Part, ats: number[]) => Edit): Remedy[] {
  const byPart = new Map<Part, Set<number>>()
  for (const event of events) {
    const found = strokeOf(groove, event)
    if (found) byPart.set(found.part, (byPart.get(found.part) ?? new Set()).add(found.stroke.at))
  }
  return byPart.size ? [{ label, edit: together(label, [...byPart].map(([part, ats]) => change(part, [...ats]))) }] : []
}

const takeOut = (groove: Groove, label: string, events: readonly TimedStroke[]) => onStrokes(groove, label, events, takeStrokes)

/** The ways out of a finding, the gentlest first; empty where only the player can say. `newId` names a part that may be added. */
export function remediesFor(groove: Groove, kit: Kit, events: readonly TimedStroke[], { about }: Finding, newId: string): Remedy[] {
  switch (about.kind) {
    case 'clash': {
      const quieter = about.clash.strokes.toSorted((a, b) => a.level - b.level)[0]!
      const spare = takeOut(groove, `Take out the ${(quieter.piece?.name ?? quieter.pieceId).toLowerCase()}`, [quieter])
      if (about.clash.kind === 'twice') return spare
      const first = about.clash.strokes.map(stroke => handOver(groove, kit, events, [stroke], newId)).find(list => list.length) ?? []
      return [...first.map(one => ({ ...one, label: one.label.replace('it', 'one') })), ...spare]
    }
    case 'hats': {
      const { open, foot } = about.hats
      const length = foot.at - open.at
      const shorter = length > 0
        ? onStrokes(groove, 'Shorten the opening', [open], (part, ats) => alterStrokes(part, ats, stroke => ({ ...stroke, openFor: length })))
        : onStrokes(groove, 'Close the hat there', [open], (part, ats) => alterStrokes(part, ats, ({ openFor: _, ...stroke }) => ({ ...stroke, stroke: 'hit' })))
      return [...shorter, ...takeOut(groove, 'Take out the foot stroke', [foot])]
    }
    case 'reach': {
      const { limb, pieceId } = about.reach
      const near = nearestPiece({ ...kit, pieces: kit.pieces.filter(piece => reachedBy(piece).includes(limb)) }, pieceId, limb)
      const handed = handOver(groove, kit, events, about.reach.strokes, newId)
      return near ? [...handed, { label: `Play the ${near.name.toLowerCase()} instead`, edit: repieced(groove, kit, pieceId, near.id) }] : handed
    }
    case 'crossing': return [{ label: 'Change the hands over', edit: mirrored(groove, { feet: false }) }]
    case 'trouble': {
      const { kind, limb, tos } = about.trouble
      const others = isHand(limb) ? handOver(groove, kit, events, kind === 'speed' ? everySecond(events, limb, tos) : tos, newId) : []
      if (kind === 'control') return [...onStrokes(groove, 'Raise the ghosts to soft', tos, (part, ats) => alterStrokes(part, ats, stroke => ({ ...stroke, level: 2 }))), ...others]
      if (kind === 'speed' || kind === 'double') return [...others, ...takeOut(groove, 'Take out every second stroke of the run', everySecond(events, limb, tos))]
      return others
    }
  }
}

/** Of the strokes that follow too fast, every second one in its run, so that what stays has twice the time. */
function everySecond(events: readonly TimedStroke[], limb: Limb, tos: readonly TimedStroke[]): TimedStroke[] {
  const own = [...new Map(events.filter(event => event.limb === limb).map(event => [event.at, event])).values()].sort((a, b) => a.at - b.at)
  const fast = new Set(tos.map(to => to.at))
  let taken = false
  return own.filter((event) => {
    taken = fast.has(event.at) && !taken
    return taken
  })
}
