import { type Groove, type Part, type Stroke, partOf } from '#core/groove'
import { type Result, ok, refuse } from '#core/result'
import type { Stage } from './stage'
import { standIn, standInId } from './way'

/**
 * Parts of a groove whose strokes a stage may leave out or take in: those it knows, by themselves or by what stands in for them.
 * @example changeable(groove, stage).map(part => part.id) // => ['bass']
 */
export const changeable = (groove: Groove, stage: Stage): Part[] =>
  groove.parts.filter(
    part =>
      part.strokes.length > 0 &&
      !part.every &&
      [part.id, standInId(part.id)].some(id => (stage.parts[id] ?? 'silent') !== 'silent'),
  )

/**
 * The strokes of a part that sound in a stage.
 * @example strokesIn(stage, part('hats')).length // => 8
 */
export const strokesIn = (stage: Stage, part: Part): readonly Stroke[] =>
  stage.extra.find(one => one.id === standInId(part.id))?.strokes ?? part.strokes

/**
 * A stage in which a stroke of a part is left out, or is back; where the part has none there, it gets one like the stroke before it. Once all
 * is as it is in the groove, the part itself plays again. Refused where nothing of the part would be left.
 * @example withStrokeAt(stage, groove, 'hats', 0).value.extra[0].strokes.length === groove.parts[0].strokes.length - 1 // => true
 */
export function withStrokeAt(
  stage: Stage,
  groove: Groove,
  partId: string,
  at: number,
): Result<Pick<Stage, 'parts' | 'extra'>> {
  const part = partOf(groove, partId)
  if (!part) return refuse(`This groove has no part “${partId}”.`)
  const now = strokesIn(stage, part)
  const like = now.findLast(one => one.at < at) ?? now[0] ?? part.strokes[0]!
  const { openFor: _, ornament: __, ...plain } = like
  const next = now.some(one => one.at === at)
    ? now.filter(one => one.at !== at)
    : [...now, part.strokes.find(one => one.at === at) ?? { ...plain, at }].sort((a, b) => a.at - b.at)
  if (!next.length) return refuse(`Nothing of “${part.name}” would be left in this stage: set it silent instead.`)
  const { [part.id]: own, [standInId(part.id)]: instead, ...others } = stage.parts
  const by = instead ?? own ?? 'player'
  const extra = stage.extra.filter(one => one.id !== standInId(part.id))
  const whole =
    next.length === part.strokes.length && next.every(one => part.strokes.some(other => other.at === one.at))
  return ok(
    whole
      ? { extra, parts: { ...others, [part.id]: by } }
      : { extra: [...extra, standIn(part, next)], parts: { ...others, [standInId(part.id)]: by } },
  )
}
