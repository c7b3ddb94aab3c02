import { describe, expect, it } from 'vitest'
import { findings, played } from '#core/analyse'
import { makeBars, makeGroove, makePart } from '#core/groove'
import { DEFAULT_KIT, type Limb, nearestPiece, pieceOf, strokesFor } from '#core/kit'
import { meterTicks } from '#core/time'
import { isQuiet, styleOf } from '../cards'
import { VOCABULARIES, type Vocabulary, type VocabularyRow, rowStrokesOf } from '.'

/** A row as a groove: the hands in turn, what leads with the right hand (in samba with both), what stands beside it with the left (a train with both). */
function asGroove({ meter, slots, id }: Vocabulary, row: VocabularyRow, bpm: number) {
  const { ticks, strokes } = rowStrokesOf(row, meter, slots)
  let turn = 0
  const limbOf = (who: (typeof strokes)[number]['who']): Limb =>
    who === 'foot'
      ? 'RF'
      : who === 'lead' && id !== 'samba'
        ? 'RH'
        : row.line === 'beside' && id !== 'country'
          ? 'LH'
          : turn++ % 2
            ? 'LH'
            : 'RH'
  const own = strokes.map(({ who, at, piece, stroke, level }) => {
    const limb = limbOf(who)
    // A china is the crash where there is none.
    return { limb, at, piece: nearestPiece(DEFAULT_KIT, piece, limb)!.id, stroke, level }
  })
  const limbs = [...new Set(own.map(one => one.limb))]
  return makeGroove({
    id: 'row',
    title: row.row,
    bars: makeBars(meter, ticks / meterTicks(meter), slots),
    tempo: { bpm, counts: '1/4' },
    parts: limbs.map(limb =>
      makePart({
        id: limb,
        name: limb,
        limb,
        strokes: own.filter(one => one.limb === limb).map(({ limb: _, ...stroke }) => stroke),
      }),
    ),
  })
}

describe.each(VOCABULARIES)('the vocabulary of $id', vocabulary => {
  const of = (line: VocabularyRow['line']) => vocabulary.rows.filter(row => row.line === line)
  it('has eight bass drums and fills, four placings and leads, three ways to round off, for styles that exist', () => {
    expect(of('bass drum').length).toBeGreaterThanOrEqual(8)
    expect(of('fill').length).toBeGreaterThanOrEqual(8)
    expect(of('beside').length).toBeGreaterThanOrEqual(4)
    expect(of('lead').length).toBeGreaterThanOrEqual(4)
    expect(of('turnaround').length).toBeGreaterThanOrEqual(3)
    expect(new Set(vocabulary.rows.map(row => `${row.line} ${row.row}`)).size).toBe(vocabulary.rows.length)
    for (const style of vocabulary.styles) expect(styleOf(style)?.meter, style).toBeDefined()
  })
  it('asks nothing that is hard or impossible on the five-piece, at either end of its tempos', () => {
    const hard: string[] = []
    for (const row of vocabulary.rows.filter(one => !(vocabulary.id === 'metal' && one.row.includes('B'))))
      for (const bpm of [row.tempo.from, row.tempo.to]) {
        const groove = asGroove(vocabulary, row, bpm)
        for (const one of findings(groove, DEFAULT_KIT, played(groove, DEFAULT_KIT)))
          if (one.weight === 'hard' || one.weight === 'impossible')
            hard.push(`${row.line} ${row.row} at ${bpm}: ${one.id}`)
        for (const part of groove.parts)
          for (const stroke of part.strokes)
            expect(strokesFor(pieceOf(DEFAULT_KIT, stroke.piece)!, part.limb), row.row).toContain(stroke.stroke)
      }
    expect(hard).toEqual([])
  })
  it('keeps quiet styles below strong in what stands beside the lead', () => {
    if (vocabulary.styles.some(isQuiet)) for (const row of of('beside')) expect(row.row).not.toMatch(/S/)
  })
})
