import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT, LIMBS, pieceOf, strokesFor } from '#core/kit'
import { type Groove, makeBars, makeGroove, readGroove } from '#core/groove'
import { STYLE_CARDS, candidatesFor, fitsStyle, partFrom, styleOf, type StyleCard } from '.'

it('ships at least twenty styles, each with an id of its own', () => {
  expect(STYLE_CARDS.length).toBeGreaterThanOrEqual(20)
  expect(new Set(STYLE_CARDS.map(card => card.id)).size).toBe(STYLE_CARDS.length)
})

/** A groove of a card's first candidate for each limb, as a player who takes what is offered would have it. */
const first = (card: StyleCard): Groove => {
  const bars = makeBars(card.meter, 2, card.slots)
  const parts = LIMBS.map(limb => partFrom(candidatesFor(card, limb)[0]!, bars, limb))
  return makeGroove({ id: card.id, title: card.name, style: card.id, bars, parts, tempo: { bpm: card.tempo.usual, counts: '1/4' }, feel: { swing: card.swing, push: {} } })
}

describe.each(STYLE_CARDS)('$name', (card) => {
  it('offers three to eight parts for each limb, its order naming all four', () => {
    for (const limb of LIMBS) {
      expect(candidatesFor(card, limb).length, limb).toBeGreaterThanOrEqual(3)
      expect(candidatesFor(card, limb).length, limb).toBeLessThanOrEqual(8)
    }
    expect([...card.order].sort()).toEqual([...LIMBS].sort())
  })

  it('has rows that fill its bar, two bars, or a whole part of one', () => {
    const slots = makeBars(card.meter, 2, card.slots).flatMap(bar => bar.slots).reduce((a, b) => a + b, 0)
    const rows = [...card.candidates.flatMap(one => one.rows.map(({ row }) => row)), ...card.constraints.flatMap(one => ('row' in one ? [one.row] : []))]
    for (const row of rows) expect(slots % row.replaceAll(' ', '').length, row).toBe(0)
  })

  it('has parts that differ from each other, each by another name', () => {
    for (const limb of LIMBS) {
      const offered = candidatesFor(card, limb)
      expect(new Set(offered.map(one => JSON.stringify(one.rows))).size, limb).toBe(offered.length)
      expect(new Set(offered.map(one => one.name)).size, limb).toBe(offered.length)
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

  it('keeps its own constraints with each of its parts, nobody asked to be in two places', () => {
    for (const candidate of card.candidates) {
      const groove = first(card)
      const parts = groove.parts.map(part => (part.limb === candidate.limb ? partFrom(candidate, groove.bars, part.id) : part))
      // Ghosts of the left hand come beside its backbeat, not in its place.
      const beside = candidate.role === 'ghosts' && candidatesFor(card, candidate.limb)[0]!.role === 'backbeat'
      const all = beside ? [...groove.parts, partFrom(candidate, groove.bars, 'beside')] : parts
      expect(fitsStyle({ ...groove, parts: all }, card).filter(fit => !fit.holds), candidate.id).toEqual([])
    }
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
