import { DEFAULT_KIT, type Kit } from '#core/kit'
import { type Groove, apply } from '#core/groove'
import { type Result, ok, refuse } from '#core/result'
import { editBetween } from './between'
import type { Move, Moved, Params } from './move'
import { moveOf } from './moves'
import { displaceParts } from './moves/displace'
import { readParams, resolved } from './params'

/** A move made on a groove: its edit, what it did in a sentence, and how it is recorded; or a reason why not. */
export function runMove(move: Move, groove: Groove, params: Params, kit: Kit): Result<Moved & { groove: Groove }> {
  const read = readParams(move, groove, kit, params)
  if (!read.ok) return read
  const done = move.make(groove, params, kit)
  if (!done.ok) return done
  const sentence = done.value.says()
  const edit = editBetween(groove, done.value.groove, sentence.split('. ')[0]!)
  const applied = apply(groove, edit)
  if (!applied.ok) return applied
  return ok({ edit, sentence, made: { move: move.id, params: { ...params }, sentence }, groove: applied.value.groove })
}

/** A step of a chain: a move by its id, and what it is told. */
export interface Step { move: string, params: Params }

/** One step of a chain as it came out: the groove after it, or why it could not be made (the groove then stays). */
export type StepDone = { step: Step, groove: Groove } & ({ ok: true, sentence: string, made: Moved['made'] } | { ok: false, reason: string })

/** Makes steps one after another; a step that cannot be made is passed over, with its reason. */
export function runSteps(groove: Groove, steps: readonly Step[], kit: Kit): StepDone[] {
  return steps.map((step) => {
    const move = moveOf(step.move)
    const done = move ? runMove(move, groove, resolved(move, groove, step.params, kit), kit) : refuse(`There is no move “${step.move}”.`)
    if (!done.ok) return { step, groove, ok: false, reason: done.reason }
    groove = done.value.groove
    return { step, groove, ok: true, sentence: done.value.sentence, made: done.value.made }
  })
}

/** Which parts move, and by how many slots: later where positive, earlier where negative. */
export interface Displacement { partIds: string[], slots: number }

/** Moves parts by whole slots around the bar line; see the move “displace”. */
export function displace(groove: Groove, { partIds, slots }: Displacement): Result<Moved> {
  if (!Number.isInteger(slots)) return refuse('A displacement is a whole number of slots.')
  // A displacement moves ticks and asks no kit: the shipped one stands in.
  return runMove(displaceParts, groove, { partIds, slots }, DEFAULT_KIT)
}
