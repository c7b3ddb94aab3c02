import { type Kit, LIMBS, type Limb, LIMB_NAMES, spanned } from '#core/kit'
import { type Groove, type TimedStroke, sayList, sayPlace, sentence } from '#core/groove'
import type { Counting } from '#core/time'

/**
 * One limb asked for two strokes at one instant. In two places it cannot be done; on the same piece
 * it can, once: the louder is played and the other is spare.
 */
export interface Clash {
  at: number
  limb: Limb
  kind: 'two places' | 'twice'
  strokes: TimedStroke[]
}

/**
 * Every instant at which a limb is asked for more than one stroke, in time order. Neighbours that the kit lets
 * one limb strike at once are no clash.
 * @internal
 */
export function clashes(events: readonly TimedStroke[], kit?: Kit): Clash[] {
  const atOnce = new Map<number, TimedStroke[]>()
  for (const event of events) {
    const key = event.at * 4 + LIMBS.indexOf(event.limb)
    const strokes = atOnce.get(key)
    if (strokes) strokes.push(event)
    else atOnce.set(key, [event])
  }
  return [...atOnce.values()]
    .filter(
      strokes =>
        strokes.length > 1 &&
        !(
          kit &&
          spanned(
            kit,
            strokes.map(stroke => stroke.pieceId),
          )
        ),
    )
    .map((strokes): Clash => ({
      at: strokes[0]!.at,
      limb: strokes[0]!.limb,
      kind: strokes.every(stroke => stroke.pieceId === strokes[0]!.pieceId) ? 'twice' : 'two places',
      strokes,
    }))
}

/** `'Left hand is asked for snare and floor tom at once on 2. One limb, one place: move a part to another limb.'` @internal */
export function sayClash(groove: Groove, clash: Clash, counting?: Counting): string {
  const limb = sentence(LIMB_NAMES[clash.limb])
  const place = sayPlace(groove, clash.at, counting)
  const name = (stroke: TimedStroke) => (stroke.piece?.name ?? stroke.pieceId).toLowerCase()
  if (clash.kind === 'two places') {
    return `${limb} is asked for ${sayList([...new Set(clash.strokes.map(name))])} at once on ${place}. Move one of them to another limb or another slot.`
  }
  const parts = clash.strokes.map(stroke => groove.parts.find(part => part.id === stroke.partId)?.name ?? stroke.partId)
  return `${limb} is asked for the ${name(clash.strokes[0]!)} twice on ${place}, by ${sayList(parts)}. One of the two is enough.`
}
