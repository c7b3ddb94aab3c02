import { describe, expect, it } from 'vitest'
import { readout, sayFinding } from '#core/analyse'
import { makeBars, makeGroove } from '#core/groove'
import { DEFAULT_KIT, LIMBS } from '#core/kit'
import { STYLE_CARDS, type StyleCard, candidatesFor, figureBars, partFrom } from '#core/style'

/** A card’s first parts, one of them another candidate, at its usual tempo, as a player who takes what is offered has it. */
function begun(card: StyleCard, other?: StyleCard['candidates'][number]) {
  const bars = makeBars(card.meter, Math.max(2, figureBars(card)), card.slots)
  const parts = LIMBS.map(limb =>
    partFrom(card, other?.limb === limb ? other : candidatesFor(card, limb)[0]!, bars, limb),
  )
  return makeGroove({
    id: card.id,
    title: card.name,
    style: card.id,
    bars,
    parts,
    tempo: { bpm: card.tempo.usual, counts: '1/4' },
    feel: { swing: card.swing, push: {} },
  })
}

describe('what a style begins with can be played at its usual tempo', () => {
  it.each(STYLE_CARDS.map(card => [card.name, card] as const))('%s: easy, or at most demanding', (_, card) => {
    for (const other of [undefined, ...card.candidates]) {
      const groove = begun(card, other)
      const heavy = readout(groove, DEFAULT_KIT).findings.filter(
        finding => finding.weight === 'hard' || finding.weight === 'impossible',
      )
      expect(
        heavy.map(finding => sayFinding(groove, finding)),
        other?.id ?? 'the first parts',
      ).toEqual([])
    }
  })
})

it('every choice among the parts of the linear card is linear', () => {
  const card = STYLE_CARDS.find(one => one.id === 'linear-funk')!
  const bars = makeBars(card.meter, 1, card.slots)
  const [right, left, foot, hat] = LIMBS.map(limb =>
    candidatesFor(card, limb).map(one => partFrom(card, one, bars, limb)),
  )
  for (const a of right!)
    for (const b of left!)
      for (const c of foot!)
        for (const d of hat!) {
          const struck = [a, b, c, d].flatMap(part => part.strokes.map(stroke => stroke.at))
          expect(new Set(struck).size, [a, b, c, d].map(part => part.name).join(', ')).toBe(struck.length)
        }
})
