import type { Groove } from '#core/groove'
import type { Limb } from '#core/kit'
import { STYLE_CARDS, beginStyle, styleOf } from '#core/style'
import { writeMeter } from '#core/time'

/**
 * What the simulated drummer plays in: the parts that these limbs have, or where they have none the first that the groove’s style offers
 * them, or else plain rock. Undefined where neither has anything in this meter.
 * @example modelFor(groove, ['RF']).parts.map(part => part.id) // => ['bass']
 */
export function modelFor(groove: Groove, limbs: readonly Limb[]): Groove | undefined {
  const of = (one: Groove) => one.parts.filter(part => limbs.includes(part.limb) && part.strokes.length && !part.muted)
  if (of(groove).length) return { ...groove, parts: of(groove) }
  const sameMeter = [styleOf(groove.style), ...STYLE_CARDS].find(
    card => card && groove.bars.every(bar => writeMeter(bar.meter) === writeMeter(card.meter)),
  )
  if (!sameMeter) return undefined
  const style = beginStyle(sameMeter, {
    id: groove.id,
    title: groove.title,
    bars: groove.bars.length,
    bare: false,
    lead: groove.lead,
    kitId: groove.kitId,
    hands: 'crossed',
    newId: i => `model-${i}`,
  })
  const parts = of(style)
  return parts.length ? { ...style, tempo: groove.tempo, parts } : undefined
}
