import { type Groove, type Part, makePart } from '#core/groove'
import { type Kit, type Limb, type StrokeKind, pieceOf, strokesFor } from '#core/kit'
import { type Result, ok, refuse } from '#core/result'
import { type Beat, beatsOf, eighthsOf, offBeatOf } from '#core/time'
import type { Stage } from './stage'

interface Helper {
  id: string
  name: string
  foot: 'hat' | 'bass'
  ats(beat: Beat): number[]
}

/** Parts that help for one stage: a foot that keeps time under what is practised. */
export const HELPERS: readonly Helper[] = [
  { id: 'foot-beats', name: 'Hat foot on every beat', foot: 'hat', ats: beat => [beat.at] },
  { id: 'foot-eighths', name: 'Hat foot in eighths', foot: 'hat', ats: eighthsOf },
  { id: 'foot-off-beats', name: 'Hat foot on the off-beats', foot: 'hat', ats: beat => [offBeatOf(beat)] },
  { id: 'bass-beats', name: 'Bass drum on every beat', foot: 'bass', ats: beat => [beat.at] },
]

/** The part of a helper over a groove. */
export function helperPart(groove: Groove, { id, name, foot, ats }: Helper): Part {
  const lead = groove.lead === 'right'
  const limb: Limb = foot === 'hat' ? (lead ? 'LF' : 'RF') : lead ? 'RF' : 'LF'
  const strike: { piece: string; stroke: StrokeKind } =
    foot === 'hat' ? { piece: 'hi-hat', stroke: 'chick' } : { piece: 'bass drum', stroke: 'hit' }
  return makePart({
    id: `helper-${id}`,
    name,
    role: foot === 'hat' ? 'hat foot' : 'bass drum',
    limb,
    strokes: beatsOf(groove.bars).flatMap(beat => ats(beat).map(at => ({ ...strike, at, level: 3 as const }))),
  })
}

/**
 * A stage with a helper: a part of this stage alone, the player’s. What its foot plays in the groove is silent meanwhile, since a foot does
 * one thing at a time. Refused where the kit has nothing for it to strike, and where the stage has it already.
 * @example withHelper(stage, groove, kit, 'foot-eighths').ok // => true
 */
export function withHelper(stage: Stage, groove: Groove, kit: Kit, helperId: string): Result<Partial<Stage>> {
  const helper = HELPERS.find(one => one.id === helperId)
  if (!helper) return refuse(`There is no helper called “${helperId}”.`)
  const part = helperPart(groove, helper)
  if (stage.extra.some(one => one.id === part.id)) return refuse(`This stage has “${helper.name}” already.`)
  const { piece, stroke } = part.strokes[0]!
  const there = pieceOf(kit, piece)
  if (!there || !strokesFor(there, part.limb).includes(stroke)) return refuse(`This kit has no ${piece} for that foot.`)
  const own = new Set(groove.parts.filter(one => one.limb === part.limb).map(one => one.id))
  const extra = stage.extra.filter(one => one.limb !== part.limb)
  const parts = Object.fromEntries(
    Object.entries(stage.parts).filter(
      ([id]) => !own.has(id) && (extra.some(one => one.id === id) || !stage.extra.some(one => one.id === id)),
    ),
  )
  return ok({ extra: [...extra, part], parts: { ...parts, [part.id]: 'player' } })
}

/**
 * A stage without a part of its own.
 * @example withoutHelper(stage, 'nobody').ok // => true
 */
export function withoutHelper(stage: Stage, partId: string): Result<Partial<Stage>> {
  const { [partId]: _, ...parts } = stage.parts
  if (!Object.values(parts).some(by => by !== 'silent'))
    return refuse('A stage plays at least one part; choose another first.')
  return ok({ extra: stage.extra.filter(part => part.id !== partId), parts })
}
