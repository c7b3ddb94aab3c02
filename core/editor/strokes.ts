import {
  type Edit,
  type Groove,
  type Stroke,
  type Touch,
  alterStrokes,
  asKind,
  asPiece,
  fillSlots,
  givenTo,
  ornamentsFor,
  ownTick,
  partOf,
  shiftStrokes,
  strokeAt,
  stretched,
  takenOut,
  touchSlot,
  withOrnament,
} from '#core/groove'
import { LIMB_NAMES, type Level, type Limb, pieceOf, piecesFor, strokesFor } from '#core/kit'
import { present } from '#core/present'
import { mod } from '#core/time'
import { brushOf, nextBrushKind, nextBrushPiece } from './brush'
import { makes, refuses, shows } from './deeds'
import type { Desk, EditorEvent, EditorStep } from './events'
import { type EditorState, partUnder, partsIn, strokesChosen, tickOf, withPart } from './state'

/** The same touch, with the part that it adds called as the player calls it. */
const named = (touch: Touch, { called }: Desk): Touch =>
  touch.edit.type === 'add part' && called
    ? { ...touch, edit: { ...touch.edit, part: { ...touch.edit.part, name: called(touch.edit.part.name) } } }
    : touch

const wish = (state: EditorState, desk: Desk, limb: Limb, level?: Level) => ({
  // The part in hand, or the one that the lane's keys would go on with.
  chosen: partOf(desk.groove, state.partId)?.limb === limb ? state.partId : (state.lastIn[limb] ?? ''),
  level,
  newId: desk.newId,
  brush: brushOf(state, desk.kit, limb),
})

/** What a stroke put into a slot of a lane comes to. @internal */
export const touching = (state: EditorState, desk: Desk, limb: Limb, at: number, level?: Level): Touch =>
  named(touchSlot(desk.groove, limb, at, wish(state, desk, limb, level)), desk)

const puts = (state: EditorState, desk: Desk, { edit, part, stroke }: Touch): EditorStep =>
  makes(state, desk, edit, {
    then: (next, after) => withPart(after, part.id, next),
    effects: () => [{ type: 'hear', stroke }],
  })

/** A stroke under the cursor; one limb strikes once, so that one of another part in its way is said. */
function put(state: EditorState, desk: Desk, level?: Level): EditorStep {
  const { limb } = state.cursor
  const tick = tickOf(state, desk.groove)
  const touch = touching(state, desk, limb, tick, level)
  const there = partsIn(desk.groove, limb).find(part => part.id !== touch.part.id && strokeAt(part, tick))
  if (there)
    return refuses(
      state,
      `The ${LIMB_NAMES[limb]} strikes there already, in “${there.name}”: change that stroke, or take it out first.`,
    )
  return puts(state, desk, touch)
}

/** A stroke of the limb that is meant, or of the cursor's lane, in each slot of the marked span that is empty there. @internal */
export function fills(state: EditorState, desk: Desk): EditorStep {
  const limb = state.of ?? state.cursor.limb
  const filled = fillSlots(desk.groove, limb, present(state.span, 'span'), wish(state, desk, limb))
  if (filled) return puts(state, desk, named(filled, desk))
  return refuses(state, `The ${LIMB_NAMES[limb]} strikes in every slot of what is marked.`)
}

/** The chosen strokes changed, and the first of them heard; undefined where none is chosen. */
function alters(
  state: EditorState,
  desk: Desk,
  change: (stroke: Stroke, groove: Groove) => Stroke,
): EditorStep | undefined {
  const { groove } = desk
  const part = partUnder(state, groove)
  const ats = strokesChosen(state, groove)
  if (!part || !ats.length) return undefined
  return makes(
    state,
    desk,
    alterStrokes(part, ats, stroke => change(stroke, groove)),
    {
      effects: after => {
        const stroke = partOf(after, part.id)?.strokes.find(one => ats.includes(one.at))
        return stroke ? [{ type: 'hear', stroke }] : []
      },
    },
  )
}

const nextOf = <T>(all: readonly T[], now: T): T | undefined => all[mod(all.indexOf(now) + 1, all.length)]

/** The chosen strokes given to another part, or to another limb in a part that is new; the cursor goes along. */
function gives(state: EditorState, desk: Desk, to: { partId: string } | { limb: Limb }): EditorStep {
  const { groove, kit, newId } = desk
  const part = partUnder(state, groove)
  const ats = strokesChosen(state, groove)
  if (!part || !ats.length) return shows(state)
  const given = givenTo(groove, kit, part, ats, 'limb' in to ? { ...to, newId } : to)
  if (!given.ok) return refuses(state, given.reason)
  return makes(state, desk, given.value, {
    then(next, after) {
      const receiver = partOf(after, 'partId' in to ? to.partId : newId)
      if (!receiver) return next
      const several = state.several.length ? ats.map(at => ownTick(receiver, at)) : []
      return { ...withPart(after, receiver.id, next), several, cursor: { ...next.cursor, limb: receiver.limb } }
    },
  })
}

/** What is done to the chosen strokes of the part in hand. */
function withChosen(
  state: EditorState,
  { groove }: Desk,
  edit: (part: NonNullable<ReturnType<typeof partUnder>>, ats: number[]) => Edit,
): Edit | undefined {
  const part = partUnder(state, groove)
  const ats = strokesChosen(state, groove)
  return part && ats.length ? edit(part, ats) : undefined
}

/** The tool that writes strokes. @internal */
export function onStrokes(state: EditorState, event: EditorEvent, desk: Desk): EditorStep | undefined {
  const { groove, kit } = desk
  const { limb } = state.cursor
  switch (event.type) {
    case 'put':
      return strokesChosen(state, groove).length ? shows(state) : put(state, desk)
    case 'level':
      return alters(state, desk, stroke => ({ ...stroke, level: event.level })) ?? put(state, desk, event.level)
    case 'out': {
      const edit = withChosen(state, desk, takenOut)
      return edit ? makes(state, desk, edit) : shows(state)
    }
    case 'shift': {
      const edit = withChosen(state, desk, (part, ats) => shiftStrokes(groove, part, ats, event.by))
      return edit
        ? makes(state, desk, edit)
        : refuses(state, 'Choose a stroke to move: walk to one with the arrows, or take all of the part with Ctrl+A.')
    }
    case 'kind': {
      const { kind } = event
      const done = alters(state, desk, stroke => {
        const piece = pieceOf(kit, stroke.piece)
        const to = kind === 'next' ? nextOf(piece ? strokesFor(piece, limb) : [], stroke.stroke) : kind
        return to ? asKind(groove, stroke, to) : stroke
      })
      return done ?? shows(kind === 'next' ? nextBrushKind(state, kit) : state)
    }
    case 'piece': {
      const { piece } = event
      const ids = piecesFor(kit, limb).map(one => one.id)
      const done = alters(state, desk, stroke => {
        const to = piece === 'next' ? nextOf(ids, stroke.piece) : piece
        return to ? asPiece(groove, kit, limb, stroke, to) : stroke
      })
      return done ?? shows(piece === 'next' ? nextBrushPiece(state, kit) : state)
    }
    case 'ornament': {
      const { ornament } = event
      const done = alters(state, desk, stroke => {
        const piece = pieceOf(kit, stroke.piece)
        if (ornament !== 'next') return withOrnament(stroke, ornament === 'none' ? undefined : ornament)
        return withOrnament(stroke, nextOf([undefined, ...(piece ? ornamentsFor(piece) : [])], stroke.ornament))
      })
      return done ?? shows(state)
    }
    case 'stretch':
      return alters(state, desk, stroke => stretched(groove, stroke, event.by)) ?? shows(state)
    case 'open for': {
      const openFor = event.ticks
      return alters(state, desk, stroke => (stroke.stroke === 'open' ? { ...stroke, openFor } : stroke)) ?? shows(state)
    }
    case 'give':
      return gives(state, desk, event.to)
    case 'all': {
      const part = partUnder(state, groove)
      return shows(
        part ? { ...withPart(groove, part.id, state), several: part.strokes.map(stroke => stroke.at) } : state,
      )
    }
    case 'next part': {
      const here = partsIn(groove, limb).map(part => part.id)
      const next = nextOf(here, state.partId)
      return shows(next ? withPart(groove, next, state) : state)
    }
  }
  return undefined
}
