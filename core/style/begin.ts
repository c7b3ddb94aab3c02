import { type Groove, type Part, makeBars, makeGroove } from '#core/groove'
import { type Meter, type Tempo, convertTempo, isCompound } from '#core/time'
import type { Orientation, StyleCard } from './card'
import { partFrom } from './lay'
import { firstCandidates } from './offers'

/** So many quarters a minute, counted in dotted quarters where those are felt: `countedIn(90, meter(12, 8)) // => { bpm: 60, counts: '1/4.' }`. */
export const countedIn = (quarters: number, m: Meter): Tempo =>
  isCompound(m)
    ? { ...convertTempo({ bpm: quarters, counts: '1/4' }, '1/4.'), counts: '1/4.' }
    : { bpm: quarters, counts: '1/4' }

/** How a groove of a style is begun: over how many bars, with the first part for each limb or bare, and how what is new is called. */
interface Beginning {
  id: string
  title: string
  bars: number
  bare: boolean
  lead: Groove['lead']
  kitId: string
  hands: Orientation['hands']
  newId: (n: number) => string
  called?: (name: string) => string
}

/**
 * A groove of a style as it begins: its time, feel and usual tempo, and the first part that the style offers each limb.
 * @example beginStyle(styleOf('bossa-nova'), { id: 'new', title: 'New', bars: 1, bare: false, lead: 'right', kitId: 'five-piece', hands: 'crossed', newId: n => `part-${n}` }).parts.map(part => part.limb) // => ['RF', 'LF', 'RH', 'LH']
 */
export function beginStyle(
  card: StyleCard,
  { id, title, bars: count, bare, lead, kitId, hands, newId, called = name => name }: Beginning,
): Groove {
  const bars = makeBars(card.meter, count, card.slots)
  const parts: Part[] = bare
    ? []
    : firstCandidates(card, { lead, hands }).map((candidate, i) => {
        const part = partFrom(card, candidate, bars, newId(i))
        return { ...part, name: called(part.name) }
      })
  return makeGroove({
    id,
    title: title || card.name,
    style: card.id,
    lead,
    kitId,
    bars,
    parts,
    tempo: countedIn(card.tempo.usual, card.meter),
    feel: { swing: card.swing, push: {} },
    clave: card.clave ?? null,
  })
}
