import { DEFAULT_KIT, type Kit } from '#core/kit'
import { compare, sayGist } from '#core/analyse'
import { type Groove, type Span, apply, onlyIn, saySpan } from '#core/groove'
import { type Result, ok, refuse } from '#core/result'
import { editBetween } from './between'
import type { Made, Move, Moved, Params } from './move'
import { moveOf } from './moves'
import { displaceParts } from './moves/displace'
import { readParams, resolved } from './params'

/**
 * What a move makes of a groove, or of a span of it alone: then what it did is said of the span, from what changed there.
 * @example rows(makeMove(moveOf('displace'), groove, { partIds: ['bass'], slots: 1 }, kit).value.groove).bass // => '.4.........4....'
 */
export function makeMove(move: Move, groove: Groove, params: Params, kit: Kit, span?: Span): Result<Made> {
  if (!span) return move.make(groove, params, kit)
  const only = madeIn(move, groove, params, kit, span)
  if (!only.ok) return only
  const compared = compare(groove, only.value.groove, kit)
  return compared.ok && !compared.value.differences.length
    ? refuse(`It changes nothing in ${saySpan(groove, span)}.`)
    : only
}

function madeIn(move: Move, groove: Groove, params: Params, kit: Kit, span: Span): Result<Made> {
  if (move.makeIn) return move.makeIn(groove, params, span)
  if (move.group === 'displace' || move.group === 'order')
    return refuse('It takes strokes from place to place in all bars: take the mark away, or displace what is marked.')
  const done = move.make(groove, params, kit)
  if (!done.ok) return done
  const only = onlyIn(groove, done.value.groove, span)
  if (!only.ok) return only
  const compared = compare(groove, only.value, kit)
  return ok({
    groove: only.value,
    says: () =>
      `${move.name}, only in ${saySpan(groove, span)}: ${compared.ok ? sayGist([groove, only.value], compared.value) : ''}`,
  })
}

/**
 * A move made on a groove, or on a span of it: its edit, what it did in a sentence, and how it is recorded; or a reason why not.
 * @example runMove(moveOf('displace'), groove, { partIds: ['bass'], slots: 1 }, kit).value.sentence // => 'Bass drum moved 1 slot later, a sixteenth. The backbeat stays on 2 and 4.'
 */
export function runMove(
  move: Move,
  groove: Groove,
  params: Params,
  kit: Kit,
  span?: Span,
): Result<Moved & { groove: Groove }> {
  const read = readParams(move, groove, kit, params)
  if (!read.ok) return read
  const done = makeMove(move, groove, params, kit, span)
  if (!done.ok) return done
  const sentence = done.value.says()
  const edit = editBetween(groove, done.value.groove, sentence.split('. ')[0]!)
  const applied = apply(groove, edit)
  if (!applied.ok) return applied
  return ok({
    edit,
    sentence,
    made: { move: move.id, params: { ...params }, sentence },
    groove: applied.value.document,
  })
}

/** A step of a chain: a move by its id, and its parameters. */
export interface Step {
  move: string
  params: Params
}

/** One step of a chain as it came out: the groove after it, or why it could not be made (the groove then stays). */
export type StepDone = { step: Step; groove: Groove } & (
  { ok: true; sentence: string; made: Moved['made'] } | { ok: false; reason: string }
)

/**
 * Makes steps one after another; a step that cannot be made is passed over, with its reason.
 * @example runSteps(groove, [{ move: 'displace', params: { partIds: ['bass'], slots: 1 } }], kit).map(step => step.ok) // => [true]
 */
export function runSteps(groove: Groove, steps: readonly Step[], kit: Kit): StepDone[] {
  return steps.map(step => {
    const move = moveOf(step.move)
    const done = move
      ? runMove(move, groove, resolved(move, groove, step.params, kit), kit)
      : refuse(`There is no move “${step.move}”.`)
    if (!done.ok) return { step, groove, ok: false, reason: done.reason }
    const { edit } = done.value
    if (edit.type === 'batch' && !edit.edits.length)
      return { step, groove, ok: false, reason: `“${move!.name}” finds nothing to change here.` }
    groove = done.value.groove
    return { step, groove, ok: true, sentence: done.value.sentence, made: done.value.made }
  })
}

/** Which parts move, and by how many slots: later where positive, earlier where negative. */
interface Displacement {
  partIds: string[]
  slots: number
}

/**
 * Moves parts by whole slots around the bar line; see the move “displace”.
 * @example rows(displace(groove, { partIds: ['bass'], slots: 1 }).value.edit) // => { bass: '.4.........4....' }
 */
export function displace(groove: Groove, { partIds, slots }: Displacement): Result<Moved> {
  if (!Number.isInteger(slots)) return refuse('A displacement is a whole number of slots.')
  // A displacement moves ticks and asks no kit: the shipped one stands in.
  return runMove(displaceParts, groove, { partIds, slots }, DEFAULT_KIT)
}
