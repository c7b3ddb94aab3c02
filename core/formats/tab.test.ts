import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Groove, makeBars, makeGroove, makePart, rowStrokes, timeline } from '#core/groove'
import { DEFAULT_KIT, type Level } from '#core/kit'
import { meter } from '#core/time'
import { drummed, grooves } from '../../test/arbitrary'
import { type Score, readTab, writeTab } from '.'

const read = (text: string): Score => {
  const score = readTab(text, DEFAULT_KIT)
  if (!score.ok) throw new Error(score.reason)
  return score.value
}
/** What is struck, by sixteenths: `'0 snare hit 3'`. */
const struck = (score: Score) =>
  score.strokes
    .map(
      one =>
        `${one.at / 1260} ${one.piece} ${one.stroke}${one.ornament ? ` ${one.ornament}` : ''} ${one.level}${one.limb ? ` ${one.limb}` : ''}`,
    )
    .sort()
const bars = makeBars(meter(4, 4), 1, 4)
const groove = makeGroove({
  id: 'g',
  title: 'Wet Rope',
  bars,
  tempo: { bpm: 96, counts: '1/4' },
  feel: { swing: { level: '1/16', share: 0.58 }, push: {} },
  parts: [
    makePart({
      id: 'hat',
      name: 'Hat',
      limb: 'RH',
      strokes: [
        ...rowStrokes(bars, '3.3. 3.3. 3.3. 3...', { piece: 'hi-hat' }),
        ...rowStrokes(bars, '.... .... .... ..4.', { piece: 'hi-hat', stroke: 'open' }),
      ],
    }),
    makePart({
      id: 'snare',
      name: 'Snare',
      limb: 'LH',
      strokes: rowStrokes(bars, '.... 5..1 .1.. 5...', { piece: 'snare' }),
    }),
    makePart({
      id: 'bass',
      name: 'Bass',
      limb: 'RF',
      strokes: rowStrokes(bars, '3... .... 3.3. ....', { piece: 'bass drum' }),
    }),
    makePart({
      id: 'foot',
      name: 'Foot',
      limb: 'LF',
      strokes: rowStrokes(bars, '.... 3... .... 3...', { piece: 'hi-hat', stroke: 'chick' }),
    }),
  ],
})

describe('written', () => {
  it('is headed, counted, and a line a piece', () => {
    const text = writeTab(groove, DEFAULT_KIT)
    expect(text).toContain(
      'Wet Rope\nTempo: quarter = 96\nMeter: 4/4\nSwing: 1/16 58%\nLines: HH = hi-hat, SD = snare, BD = bass drum, HF = hi-hat by foot\n',
    )
    expect(text).toContain(`
Count |1e&a2e&a3e&a4e&a|
HH    |x-x-x-x-x-x-x-O-|
SD    |----O--g-g--O---|
BD    |o-------o-o-----|
HF    |----x-------x---|
`)
  })
  it('or a line for each piece of a limb', () => {
    expect(writeTab(groove, DEFAULT_KIT, { lines: 'limbs' })).toContain(
      'RH HH |x-x-x-x-x-x-x-O-|\nLH SD |----O--g-g--O---|\nRF BD |o-------o-o-----|\nLF HF |----x-------x---|',
    )
  })
})

describe('read, as others write it', () => {
  it('labels in common use, letters in their usual meaning, no count: a bar is cut evenly', () => {
    const score = read('HH|x-o-x+X-|\nS |--o--fg-|\nB |o---o---|')
    expect(struck(score)).toEqual([
      '0 bass drum hit 3',
      '0 hi-hat hit 3',
      '10 hi-hat hit 3',
      '10 snare hit flam 3',
      '12 hi-hat hit 5',
      '12 snare hit 1',
      '4 hi-hat open 3',
      '4 snare hit 3',
      '8 bass drum hit 3',
      '8 hi-hat hit 3',
    ])
    expect(score.doubts).toEqual(['Bar 1: 8 places were taken for a bar of 4/4.'])
  })
  it('two bars, a repeat, and ragged lines said', () => {
    const score = read('SD|o---|o--|x2\nBD|----|o---|')
    expect(score.bars).toHaveLength(4)
    expect(struck(score)).toEqual([
      '0 snare hit 3',
      '16 bass drum hit 3',
      '16 snare hit 3',
      '32 snare hit 3',
      '48 bass drum hit 3',
      '48 snare hit 3',
    ])
    expect(score.doubts).toContain('Line 1: bar 2 has 3 of 4 places; the rest was taken for silence.')
  })
  it('a count says where beats begin, and that one goes to triplets', () => {
    const score = read('Count|1&2&a3&4&|\nSD   |--o------|\nBD   |o---o---o|')
    expect(score.bars[0]!.slots).toEqual([2, 3, 2, 2])
    expect(score.strokes.map(one => one.at)).toEqual([0, 5040, 5040 + 2 * 1680, 3 * 5040 + 2520])
  })
  it.each([
    ['7/8 as 3+2+2', 14, [6, 4, 4]],
    ['12/8', 24, [6, 6, 6, 6]],
    ['5/4', 20, [4, 4, 4, 4, 4]],
    ['3/4', 9, [3, 3, 3]],
  ])('%s in %i places', (said, columns, slots) => {
    expect(read(`Meter: ${said}\nSD|${'o'.repeat(columns)}|`).bars[0]!.slots).toEqual(slots)
  })
  it('what a line means can be told, and an unknown one is named with its line', () => {
    const score = read('Song\n\nLines: XX = snare\nXX|o-o-|\nQQ|x---|')
    expect(struck(score)).toEqual(['0 snare hit 3', '8 snare hit 3'])
    expect(score.doubts).toContain(
      'Line 5: “QQ” is no piece that Bazzet knows; the line was left out. Tell it with Lines: QQ = snare.',
    )
    expect(score.title).toBe('Song')
  })
  it.each([
    ['no tablature', 'Dear friend,\nhow are you?', /There is no tablature/],
    ['an uneven bar', 'Meter: 7/8\nSD|o---o|', /5 places are no even cut of 7\/8/],
    ['nothing known', 'QQ|x---|', /No line of this tablature is a piece/],
    ['a million letters', 'SD|o---|\n'.repeat(60_000), /tablature of up to 400000 is read/],
  ])('%s is answered with a sentence', (_, text, reason) => {
    expect(readTab(text, DEFAULT_KIT)).toMatchObject({ ok: false, reason: expect.stringMatching(reason) })
  })
  it('no text makes it fall over', { tags: ['law'] }, () => {
    const letters = fc.string({
      unit: fc.constantFrom('|', '-', 'o', 'x', '1', '&', ':', ' ', '\n', 'S', 'D', 'H', 'g', '=', ','),
      maxLength: 200,
    })
    fc.assert(
      fc.property(letters, text => {
        const answer = readTab(text, DEFAULT_KIT)
        expect(answer.ok || answer.reason.length > 10).toBe(true)
      }),
      { numRuns: 300 },
    )
  })
})

describe('what is written is read back', () => {
  const levelKept = (stroke: string, ornament: string | undefined, level: Level): Level =>
    level >= 4 ? 5 : level === 1 && stroke === 'hit' && !ornament ? 1 : 3
  it.each([
    ['plain', grooves],
    ['drummers’', drummed],
  ])(
    'places, pieces, strokes, ornaments and limbs, of levels ghost, plain and accent: %s grooves',
    { tags: ['law'] },
    (_, some) => {
      fc.assert(
        fc.property(some, any => {
          const one: Groove = {
            ...any,
            pickUp: null,
            guides: [],
            parts: any.parts.filter(part => !part.muted && !part.every).map(part => ({ ...part, pickUp: null })),
          }
          const strokes = timeline(one, DEFAULT_KIT).filter(stroke =>
            stroke.piece?.strokes.some(
              known => known.kind === stroke.stroke && (known.by === 'hand') === stroke.limb.endsWith('H'),
            ),
          )
          // One limb strikes a piece once at an instant, and every stroke is one of the kit's.
          fc.pre(
            strokes.length > 0 &&
              strokes.length === timeline(one, DEFAULT_KIT).length &&
              new Set(strokes.map(stroke => `${stroke.at} ${stroke.pieceId}`)).size === strokes.length,
          )
          const back = read(writeTab(one, DEFAULT_KIT, { lines: 'limbs' }))
          const told = (
            list: readonly {
              at: number
              piece: string
              stroke: string
              level: Level
              ornament?: string | undefined
              limb?: string | undefined
            }[],
          ) =>
            list
              .map(stroke =>
                [stroke.at, stroke.piece, stroke.stroke, stroke.ornament ?? '', stroke.level, stroke.limb].join(' '),
              )
              .sort()
          expect(told(back.strokes)).toEqual(
            told(
              strokes.map(({ at, pieceId, stroke, level, ornament, limb }) => ({
                at,
                piece: pieceId,
                stroke,
                level: levelKept(stroke, ornament, level),
                ornament: stroke === 'hit' ? ornament : undefined,
                limb,
              })),
            ),
          )
          expect(back.bars.map(bar => bar.meter)).toEqual(one.bars.map(bar => bar.meter))
          expect(back.tempo).toEqual(one.tempo)
        }),
        { numRuns: 80 },
      )
    },
  )
})
