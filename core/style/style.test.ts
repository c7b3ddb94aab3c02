import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT, LIMBS, pieceOf, strokesFor } from '#core/kit'
import { type Groove, makeBars, makeGroove, readGroove } from '#core/groove'
import { STYLE_CARDS, candidatesFor, fitsStyle, partFrom, styleOf, type StyleCard } from '.'

/** A groove of a card's first candidate for each limb, as a player who takes what is offered would have it. */
const first = (card: StyleCard): Groove => {
  const bars = makeBars(card.meter, 2, card.slots)
  const parts = LIMBS.map(limb => partFrom(candidatesFor(card, limb)[0]!, bars, limb))
  return makeGroove({ id: card.id, title: card.name, style: card.id, bars, parts, tempo: { bpm: card.tempo.usual, counts: '1/4' }, feel: { swing: card.swing, push: {} } })
}

describe.each(STYLE_CARDS)('$name', (card) => {
  it('offers at least two parts for each limb, its order naming all four', () => {
    for (const limb of LIMBS) expect(candidatesFor(card, limb).length, limb).toBeGreaterThanOrEqual(2)
    expect([...card.order].sort()).toEqual([...LIMBS].sort())
  })

  it('has rows that fill its bar exactly, or a whole part of it', () => {
    const slots = makeBars(card.meter, 1, card.slots)[0]!.slots.reduce((a, b) => a + b, 0)
    for (const { id, rows } of card.candidates) {
      for (const { row } of rows) expect(slots % row.replaceAll(' ', '').length, id).toBe(0)
    }
  })

  it('asks only for strokes the kit has, by a limb that can make them, and never two at once', () => {
    const bars = makeBars(card.meter, 2, card.slots)
    for (const candidate of card.candidates) {
      const part = partFrom(candidate, bars, 'p')
      expect(readGroove(makeGroove({ id: 'g', title: 'G', bars, parts: [part] })).ok, candidate.id).toBe(true)
      for (const stroke of part.strokes) {
        expect(strokesFor(pieceOf(DEFAULT_KIT, stroke.piece)!, part.limb), candidate.id).toContain(stroke.stroke)
      }
    }
  })

  it('keeps its own constraints', () => {
    expect(fitsStyle(first(card), card).filter(fit => !fit.holds)).toEqual([])
  })
})

describe('style fit', () => {
  const rock = styleOf('rock-eighths')!
  const groove = first(rock)
  it.each<[string, Partial<Groove>, string]>([
    ['swung', { feel: { swing: { level: '1/8', share: 2 / 3 }, push: {} } }, 'Swung (eighths 66.7), where this style is straight'],
    ['too fast', { tempo: { bpm: 100, counts: '1/2' } }, '200 a minute, outside 70 to 160'],
    ['without its backbeat', { parts: groove.parts.filter(part => part.limb !== 'LH') }, 'No backbeat on 2 and 4 in 2 of 2 bars'],
  ])('names the one constraint that breaks when it is %s', (_, change, says) => {
    expect(fitsStyle({ ...groove, ...change }, rock).filter(fit => !fit.holds).map(fit => fit.says)).toEqual([says])
  })
})
