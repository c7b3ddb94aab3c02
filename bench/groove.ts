import { type Groove, makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { meter } from '#core/time'

/** Four bars, four parts, a hundred strokes: what the measures are taken on. */
export function hundredStrokes(): Groove {
  const bars = makeBars(meter(4, 4), 4, 4)
  const rows = [
    ['RH', '4.2.', 'hi-hat', 'hit'],
    ['LH', '...1 5... .1.. 5..1', 'snare', 'hit'],
    ['RF', '4..3 .... ..4. ..4.', 'bass drum', 'hit'],
    ['LF', '3... ', 'hi-hat', 'chick'],
  ] as const
  const parts = rows.map(([limb, row, piece, stroke], i) =>
    makePart({ id: `p${i}`, name: limb, limb, strokes: rowStrokes(bars, row, { piece, stroke }) }),
  )
  // Hats on eighths are 32, snares 20, bass 16, foot 16, less or more: a few hats more make it a hundred.
  const missing = 100 - parts.reduce((sum, part) => sum + part.strokes.length, 0)
  const extra = rowStrokes(bars, '.1', { piece: 'hi-hat' }).slice(0, missing)
  parts[0] = { ...parts[0]!, strokes: [...parts[0]!.strokes, ...extra].sort((a, b) => a.at - b.at) }
  return makeGroove({
    id: 'hundred',
    title: 'A hundred strokes',
    bars,
    parts,
    tempo: { bpm: 110, counts: '1/4' },
    feel: { swing: { level: '1/16', share: 0.56 }, push: {} },
  })
}
