import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { grooves } from '../../test/arbitrary'
import { DEFAULT_KIT, type Limb } from '#core/kit'
import { type Bar, type Groove, barTicks, makeBars, makeGroove, makePart, rowStrokes, timeline } from '#core/groove'
import { meter } from '#core/time'
import { type Entry, type Voice, notate, ticksOf } from '.'
import { cutFor, writtenAs } from './duration'

const bars = makeBars(meter(4, 4), 1, 4)
const part = (
  limb: Limb,
  piece: string,
  row: string,
  line: Bar[] = bars,
  more: Partial<Groove['parts'][number]> = {},
) =>
  makePart({
    id: `${limb}${piece}${row}`.replaceAll(/[^A-Za-z0-9]/g, '').slice(0, 60),
    name: piece,
    limb,
    strokes: rowStrokes(line, row, { piece }),
    ...more,
  })
const groove = (parts: Groove['parts'], line: Bar[] = bars, more: Partial<Groove> = {}) =>
  makeGroove({ id: 'g', title: 'G', bars: line, parts, ...more })

/** A voice in short: q a quarter, 8. a dotted eighth, r8 an eighth rest. */
const short = ({ entries }: Voice) =>
  entries
    .map(
      ({ value, dots, heads }: Entry) =>
        `${heads.length ? '' : 'r'}${{ 1: 'w', 2: 'h', 4: 'q' }[value as number] ?? value}${dots ? '.' : ''}`,
    )
    .join(' ')
const hands = (row: string, line = bars) =>
  notate(groove([part('RH', 'hi-hat', row, line)], line), DEFAULT_KIT)
    .bars.map(bar => short(bar.hands))
    .join(' | ')

describe('how a felt beat is cut', () => {
  // Ticks: a quarter is 5040, a dotted quarter 7560; onsets from the beat's start.
  it.each<[number, number[], number, string]>([
    [5040, [0], 1, ''],
    [5040, [0, 2520], 2, ''],
    [5040, [0, 3780], 4, ''],
    [5040, [1260], 4, ''],
    [5040, [0, 630], 8, ''],
    [5040, [0, 1680], 3, '3:2'],
    [5040, [0, 840], 6, '6:4'],
    [5040, [0, 1008], 5, '5:4'],
    [5040, [0, 720], 7, '7:4'],
    [5040, [0, 420], 12, '12:8'],
    [7560, [0], 1, ''],
    [7560, [0, 2520], 3, ''],
    [7560, [0, 3780], 6, ''],
    [7560, [0, 1890], 12, ''],
    [7560, [0, 1512], 5, '5:3'],
    [10080, [0, 5040], 2, ''],
    [10080, [0, 3360], 3, '3:2'],
    [3780, [0, 1260], 3, ''],
    [3780, [0, 1890], 6, ''],
  ])('%i ticks with onsets %j in %i %s', (length, onsets, parts, ratio) => {
    const { cut } = cutFor(length, onsets)
    expect([cut.parts, cut.tuplet ? `${cut.tuplet.num}:${cut.tuplet.den}` : '']).toEqual([parts, ratio])
  })
})

describe('a voice', () => {
  it.each([
    ['3333 3.3. 3... ....', '16 16 16 16 8 8 q rq'],
    ['3..3 .3.. ..33 .33.', '8. 16 r16 8. r8 16 16 r16 16 8'],
    // Half a bar with nothing in it is a half rest, a quarter in the middle of it two; a whole bar one rest.
    ['3... .... .... ....', 'q rq rh'],
    ['.... .... 3... 3...', 'rh q q'],
    ['3... .... .... 3...', 'q rq rq q'],
    ['.... .... .... ....', 'rw'],
  ])('of %s is written %s', (row, written) => expect(hands(row)).toBe(written))

  it('writes triplets, dotted beats and additive groups by their felt beats', () => {
    expect(hands('333 3.3 3.. ...', makeBars(meter(4, 4), 1, 3))).toBe('8 8 8 q 8 q rq')
    expect(hands('333 3..', makeBars(meter(6, 8), 1, 3))).toBe('8 8 8 q.')
    expect(hands('3.. ... ... ...', makeBars(meter(12, 8), 1, 3))).toBe('q. rq. rh.')
    expect(hands('3. .. ..', makeBars(meter(3, 4), 1, 2))).toBe('q rq rq')
    expect(hands('.. .. ..', makeBars(meter(3, 4), 1, 2))).toBe('rw')
    expect(hands('33 3. 333', [{ meter: meter(7, 8), slots: [2, 2, 3] } as Bar])).toBe('8 8 q 8 8 8')
  })

  it('beams within felt beats, broken by rests', () => {
    const { hands: voice } = notate(groove([part('RH', 'hi-hat', '3333 3.3. .33. 3...')]), DEFAULT_KIT).bars[0]!
    expect(voice.beams).toEqual([
      { from: 0, to: 3 },
      { from: 4, to: 5 },
      { from: 7, to: 8 },
    ])
  })

  it('marks tuplets with their ratio', () => {
    const line = [{ ...bars[0]!, slots: [4, 3, 6, 5] }] as Bar[]
    const all = part('RH', 'hi-hat', '3'.repeat(18), line)
    expect(notate(groove([all], line), DEFAULT_KIT).bars[0]!.hands.tuplets).toEqual([
      { from: 4, to: 6, num: 3, den: 2 },
      { from: 7, to: 12, num: 6, den: 4 },
      { from: 13, to: 17, num: 5, den: 4 },
    ])
  })
})

describe('a note', () => {
  const only = (parts: Groove['parts']) => notate(groove(parts), DEFAULT_KIT).bars[0]!
  it('stands hands over feet, two strokes of an instant as a chord, two on one drum as one head', () => {
    const bar = only([
      part('RH', 'hi-hat', '3...'),
      part('LH', 'snare', '.... 5... .... ....'),
      part('RF', 'bass drum', '3... .... .... ....'),
      part('RH', 'snare', '.... 3... .... ....'),
    ])
    expect(bar.hands.entries[1]!.heads.map(head => [head.place, head.head, head.limbs])).toEqual([
      [1, 'filled', ['LH', 'RH']],
      [5, 'x', ['RH']],
    ])
    expect(bar.hands.entries[1]!.accent).toBe(true)
    expect(bar.feet.entries[0]!.heads[0]).toMatchObject({ place: -3, head: 'filled', strokes: [{ at: 0 }] })
    expect(bar.counts.map(count => [count.word, count.sticking])).toEqual([
      ['1', 'Rr'],
      ['2', 'RL'],
      ['3', 'R'],
      ['4', 'R'],
    ])
  })
  it('is accented where a strong stroke stands out from its limb’s others, and always at level 5', () => {
    const accents = (...parts: Groove['parts']) =>
      only(parts)
        .hands.entries.filter(entry => entry.accent)
        .map(entry => entry.at / 1260)
    expect(accents(part('RH', 'hi-hat', '4.2.4.2.4.2.4.2.'))).toEqual([0, 4, 8, 12])
    expect(accents(part('RH', 'hi-hat', '4.3.4.3.4.3.4.3.'))).toEqual([])
    expect(accents(part('LH', 'snare', '.... 4... .... 4...'))).toEqual([])
    expect(accents(part('LH', 'snare', '..1. 4... .... 4...'))).toEqual([4, 12])
    expect(accents(part('LH', 'snare', '.... 5... .... 5...'))).toEqual([4, 12])
  })
  it('has its grace notes on the drum that is ornamented', () => {
    const flam = { ...part('LH', 'snare', '3... .... .... ....') }
    const bar = only([
      part('RH', 'hi-hat', '3... .... .... ....'),
      { ...flam, strokes: flam.strokes.map(stroke => ({ ...stroke, ornament: 'flam' as const })) },
    ])
    const [entry] = bar.hands.entries
    expect(entry!.heads[entry!.graced!]).toMatchObject({ place: 1, head: 'filled' }) // the snare, under the hats
  })
  it('shows ghosts, rim shots, bells, open hats and those closed again, and feet on the hats', () => {
    const stroke = (at: number, piece: string, kind: string, level = 3, more = {}) =>
      ({ at, piece, stroke: kind, level, ...more }) as Groove['parts'][number]['strokes'][number]
    const bar = only([
      makePart({
        id: 'a',
        name: 'A',
        limb: 'RH',
        strokes: [
          stroke(0, 'hi-hat', 'open', 4, { openFor: 2520 }),
          stroke(2520, 'hi-hat', 'hit'),
          stroke(5040, 'ride', 'bell'),
          stroke(10080, 'crash', 'hit', 5, { ornament: 'choke' }),
        ],
      }),
      makePart({
        id: 'b',
        name: 'B',
        limb: 'LH',
        strokes: [
          stroke(7560, 'snare', 'hit', 1),
          stroke(12600, 'snare', 'rim shot', 5),
          stroke(15120, 'snare', 'buzz', 3, { ornament: 'drag' }),
        ],
      }),
      makePart({
        id: 'c',
        name: 'C',
        limb: 'LF',
        strokes: [stroke(5040, 'hi-hat', 'chick'), stroke(15120, 'hi-hat', 'splash')],
      }),
    ])
    const at = (tick: number) => bar.hands.entries.find(entry => entry.at === tick)!
    expect([at(0).hat, at(2520).hat, at(5040).hat]).toEqual(['open', 'closed', undefined])
    expect(at(5040).heads[0]).toMatchObject({ place: 4, head: 'diamond' })
    expect(at(7560).heads[0]!.ghost).toBe(true)
    expect(at(12600).heads[0]).toMatchObject({ place: 1, head: 'filled', slashed: true })
    expect(at(15120)).toMatchObject({ buzz: true, ornament: 'drag' })
    expect(
      bar.feet.entries.filter(entry => entry.heads.length).map(entry => [entry.heads[0]!.place, entry.heads[0]!.head]),
    ).toEqual([
      [-5, 'x'],
      [-5, 'circled x'],
    ])
  })
  it('leads back to its stroke, in a cycle to the stroke that comes round', () => {
    const cycle = makePart({
      id: 'c',
      name: 'C',
      limb: 'RH',
      every: 3780,
      strokes: [{ at: 0, piece: 'ride', stroke: 'hit', level: 3 }],
    })
    const notes = only([cycle]).hands.entries.filter(entry => entry.heads.length)
    expect(notes.map(entry => entry.at / 1260)).toEqual([0, 3, 6, 9, 12, 15])
    expect(notes.every(entry => entry.heads[0]!.strokes[0]!.at === 0)).toBe(true)
  })
})

describe('notation of any groove', () => {
  it('fills every bar exactly in both voices, and has a head for every stroke on the grid', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(grooves, any => {
        const notation = notate(any, DEFAULT_KIT)
        notation.bars.forEach((bar, b) => {
          for (const voice of [bar.hands, bar.feet]) {
            const ratio = voice.entries.map(() => 1)
            for (const { from, to, num, den } of voice.tuplets) for (let i = from; i <= to; i++) ratio[i] = den / num
            const length = voice.entries.reduce((sum, entry, i) => sum + (entry.fills ?? ticksOf(entry)) * ratio[i]!, 0)
            expect(length).toBeCloseTo(barTicks(any.bars[b]!), 6)
          }
        })
        const struck = notation.bars
          .flatMap(bar => [...bar.hands.entries, ...bar.feet.entries])
          .flatMap(entry => entry.heads.flatMap(head => head.strokes))
        expect(struck).toHaveLength(timeline(any, DEFAULT_KIT).length)
      }),
      { numRuns: 150 },
    )
  })
  it('writes exactly what one value can', () => {
    expect(writtenAs(7560)).toEqual({ value: 4, dots: 1 })
    expect(writtenAs(6300)).toBeUndefined()
  })
  it('says tempo and swing over the first bar', () => {
    expect(
      notate(
        groove([], bars, {
          tempo: { bpm: 96, counts: '1/4' },
          feel: { swing: { level: '1/8', share: 2 / 3 }, push: {} },
        }),
        DEFAULT_KIT,
      ),
    ).toMatchObject({ tempo: { bpm: 96, counts: '1/4' }, words: 'swing eighths, 66.7 to 33.3' })
  })
})
