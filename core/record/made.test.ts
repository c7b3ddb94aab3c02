/** @module-tag long */
import { describe, expect, it } from 'vitest'
import {
  type Groove,
  type GuideNote,
  apply,
  grooveTicks,
  makeBars,
  makeGroove,
  makePart,
  rowStrokes,
  readGroove,
} from '#core/groove'
import { DEFAULT_KIT, type Limb } from '#core/kit'
import { type Simulated, askedOf, simulate } from '#core/measure'
import { CueLine, looped } from '#core/perform'
import { STYLE_CARDS, beginStyle } from '#core/style'
import { meter, tickSeconds } from '#core/time'
import { type MadeWish, type PlayedStroke, type PlayedTake, feelDiffers, madeOf, placeIn, sayLate, sayPlaying } from '.'

const Q = 5040
const bars = makeBars(meter(4, 4), 1, 4)
const empty = makeGroove({ id: 'g', title: 'G', bars, tempo: { bpm: 120, counts: '1/4' } })
const wish = (more: Partial<MadeWish> = {}): MadeWish => ({
  kit: DEFAULT_KIT,
  grid: 'best',
  strength: 1,
  feel: false,
  chosen: '',
  newId: i => `new${i}`,
  ...more,
})
const take = (strokes: PlayedStroke[], more: Partial<PlayedTake> = {}): PlayedTake => ({
  how: 'add',
  into: { to: 'limbs' },
  strokes,
  ...more,
})
const hits = (limb: Limb, ...ats: number[]): PlayedStroke[] => ats.map(at => ({ at, limb }))
const on = (pieceId: string, ...ats: number[]): PlayedStroke[] => ats.map(at => ({ at, pieceId, level: 3 }))
const rows = (groove: Groove) =>
  Object.fromEntries(groove.parts.map(part => [`${part.limb} ${part.name}`, part.strokes.map(stroke => stroke.at)]))

/** What a drummer made of figures strikes who plays all of a groove a number of times round, in ticks of its bars. */
function playedBy(groove: Groove, laps: number, drummer: Partial<Simulated>, tells: 'limb' | 'piece'): PlayedTake[] {
  const player = Object.fromEntries(groove.parts.map(part => [part.id, 'player' as const]))
  const line = new CueLine(looped({ groove, kit: DEFAULT_KIT, parts: player }))
  const seconds = laps * grooveTicks(groove) * tickSeconds(groove.tempo)
  const struck = simulate(
    askedOf(line, 0, seconds - 0.15).filter(one => !one.grace),
    { limbs: {}, tires: 0, misses: 0, extras: 0, seed: 7, ...drummer },
  )
  const span = { from: 0, to: grooveTicks(groove) }
  const takes = Array.from({ length: laps }, (): PlayedTake => take([]))
  for (const one of struck) {
    const place = placeIn(span, groove.tempo, one.at)!
    takes[place.lap % laps]!.strokes.push({
      at: place.at,
      level: one.level,
      ...(tells === 'limb' ? { limb: one.limb } : { pieceId: one.pieceId }),
    })
  }
  return takes
}
const HUMAN = {
  RH: { bias: 0, spread: 6 },
  LH: { bias: 0, spread: 6 },
  RF: { bias: 0, spread: 7 },
  LF: { bias: 0, spread: 7 },
}

describe('where a stroke lies in what goes round', () => {
  it.each([
    [0, 0, 0],
    [2.25, 1, 2520],
    [-0.05, 0, 20160 - 504],
    [1.95, 1, 20160 - 504],
    [-0.5, undefined, undefined],
    [3.99, 2, 20160 - 100.8],
  ])('%s s into 4/4 at 120 is time %s round, tick %s', (seconds, lap, at) => {
    const place = placeIn({ from: 0, to: 4 * Q }, empty.tempo, seconds)
    expect(place?.lap).toBe(lap)
    if (at !== undefined) expect(place!.at).toBeCloseTo(at, 6)
  })
})

describe('made of what was played', () => {
  it('four limbs into an empty groove, each a part called by what is in it', () => {
    const { groove, edit } = madeOf(
      empty,
      [take([...hits('RH', 12, 2500, 5060, 7590), ...hits('LH', 5050), ...hits('RF', 3, 10020), ...hits('LF', 5010)])],
      wish(),
    )
    expect(rows(groove)).toEqual({
      'RH Hi-hat': [0, 2520, 5040, 7560],
      'LH Snare': [5040],
      'RF Bass drum': [0, 10080],
      'LF Hat foot': [5040],
    })
    const done = apply(empty, edit!)
    expect(done.ok && done.value.document.parts).toEqual(groove.parts)
    expect(readGroove(groove).ok).toBe(true)
  })

  it('loop on loop is added; a time round in place of what was there takes only what it plays', () => {
    const takes = [take(hits('RH', 0, Q)), take(hits('RH', 2 * Q)), take(hits('LH', Q))]
    expect(rows(madeOf(empty, takes, wish()).groove)).toEqual({ 'RH Hi-hat': [0, Q, 2 * Q], 'LH Snare': [Q] })
    expect(rows(madeOf(empty, [...takes, take(hits('RH', 3 * Q), { how: 'replace' })], wish()).groove)).toEqual({
      'RH Hi-hat': [3 * Q],
      'LH Snare': [Q],
    })
    expect(rows(madeOf(empty, takes.slice(0, 1), wish()).groove)).toEqual({ 'RH Hi-hat': [0, Q] })
  })

  it('only the span that goes round is touched', () => {
    const base = {
      ...empty,
      parts: [
        makePart({
          id: 'h',
          name: 'Hi-hat',
          limb: 'RH',
          role: 'lead',
          strokes: rowStrokes(bars, '3.3.3.3.3.3.3.3.', { piece: 'hi-hat' }),
        }),
      ],
    }
    const { groove } = madeOf(
      base,
      [take(hits('RH', Q + 1270), { how: 'replace' })],
      wish({ span: { from: Q, to: 2 * Q } }),
    )
    expect(groove.parts[0]!.strokes.map(stroke => stroke.at)).toEqual([
      0,
      2520,
      Q + 1260,
      2 * Q,
      2 * Q + 2520,
      3 * Q,
      3 * Q + 2520,
    ])
  })

  it('a triplet cuts its beat in three, and leaves the others as they are', () => {
    const { groove } = madeOf(empty, [take(hits('LH', 0, Q, Q + 1700, Q + 3330, 2 * Q))], wish())
    expect(groove.bars[0]!.slots).toEqual([4, 3, 4, 4])
    const { groove: own } = madeOf(empty, [take(hits('LH', 0, Q, Q + 1700, Q + 3330, 2 * Q))], wish({ grid: 'own' }))
    expect(own.bars[0]!.slots).toEqual([4, 4, 4, 4])
  })

  it('with half the strength strokes lie half-way to the grid, with none where they were played', () => {
    const strokes = hits('LH', 100, Q - 100, 2 * Q + 100, 3 * Q - 100)
    const at = (strength: number) =>
      madeOf(empty, [take(strokes)], wish({ strength, grid: 'own' })).groove.parts[0]!.strokes.map(stroke => stroke.at)
    expect(at(1)).toEqual([0, Q, 2 * Q, 3 * Q])
    expect(at(0.5)).toEqual([50, Q - 50, 2 * Q + 50, 3 * Q - 50])
    expect(at(0)).toEqual([100, Q - 100, 2 * Q + 100, 3 * Q - 100])
  })

  it('pads: limbs by least strain beside what is there, ghosts apart, levels kept', () => {
    const base = {
      ...empty,
      parts: [
        makePart({
          id: 'h',
          name: 'Hi-hat',
          limb: 'RH',
          role: 'lead',
          strokes: rowStrokes(bars, '3.3.3.3.3.3.3.3.', { piece: 'hi-hat' }),
        }),
      ],
    }
    const strokes: PlayedStroke[] = [
      { at: Q, pieceId: 'snare', level: 5 },
      { at: Q + 1260, pieceId: 'snare', level: 1 },
      { at: 0, pieceId: 'bass drum', level: 4 },
      { at: 2520, pieceId: 'hi-hat', level: 5 },
    ]
    const { groove } = madeOf(base, [take(strokes)], wish())
    expect(groove.parts.map(({ limb, strokes }) => [limb, strokes.map(({ at, level }) => [at, level])])).toEqual([
      [
        'RH',
        [
          [0, 3],
          [2520, 5],
          [Q, 3],
          [7560, 3],
          [2 * Q, 3],
          [12600, 3],
          [3 * Q, 3],
          [17640, 3],
        ],
      ],
      ['LH', [[Q, 5]]],
      ['LH', [[Q + 1260, 1]]],
      ['RF', [[0, 4]]],
    ])
  })

  it('a third hand is said, and not made', () => {
    const { groove, told } = madeOf(empty, [take([...on('ride', 0), ...on('snare', 0), ...on('floor tom', 0)])], wish())
    expect(groove.parts).toHaveLength(2)
    expect(told).toEqual([expect.stringMatching(/^Ride on 1: both hands are busy/)])
  })

  it('a rhythm tapped with one key becomes a part, or a line with long and short notes', () => {
    const part = madeOf(
      empty,
      [take(hits('RH', 0, 3790, 7550), { into: { to: 'part', partId: 'bd', limb: 'RF' } })],
      wish(),
    ).groove
    expect(rows(part)).toEqual({ 'RF Bass drum': [0, 3780, 7560] })
    const strokes = [
      { at: 20, held: 300 },
      { at: Q + 20, held: 9900 },
    ]
    const { groove } = madeOf(empty, [take(strokes, { into: { to: 'line', guideId: 'riff' } })], wish())
    expect(groove.guides).toEqual([
      {
        id: 'riff',
        name: 'Line',
        notes: [
          { at: 0, length: 1260, level: 4 },
          { at: Q, length: 2 * Q, level: 4 },
        ] satisfies GuideNote[],
      },
    ])
  })

  it('a locked part is left alone, and said', () => {
    const base = {
      ...empty,
      parts: [
        makePart({
          id: 'h',
          name: 'Hi-hat',
          limb: 'RH',
          locked: true,
          strokes: rowStrokes(bars, '3...', { piece: 'hi-hat' }),
        }),
      ],
    }
    const { groove, told } = madeOf(
      base,
      [take(hits('RH', Q), { into: { to: 'part', partId: 'h', limb: 'RH' } })],
      wish(),
    )
    expect(groove).toEqual(base)
    expect(told).toEqual(['“Hi-hat” is locked; unlock it first.'])
  })

  it('nothing played is nothing made', () => {
    expect(madeOf(empty, [], wish()).edit).toBeUndefined()
    expect(madeOf(empty, [take([])], wish()).edit).toBeUndefined()
  })
})

describe('the simulated drummer plays, and what is found is what was played', () => {
  const rock = makeGroove({
    ...empty,
    parts: [
      makePart({
        id: 'h',
        name: 'Hi-hat',
        limb: 'RH',
        role: 'lead',
        strokes: rowStrokes(bars, '3.3.3.3.3.3.3.3.', { piece: 'hi-hat' }),
      }),
      makePart({
        id: 's',
        name: 'Backbeat',
        limb: 'LH',
        role: 'backbeat',
        strokes: rowStrokes(bars, '....5.......5...', { piece: 'snare' }),
      }),
      makePart({
        id: 'b',
        name: 'Bass drum',
        limb: 'RF',
        role: 'bass drum',
        strokes: rowStrokes(bars, '4.......4.4.....', { piece: 'bass drum' }),
      }),
    ],
  })

  it.each<[string, Groove['feel'], number, Partial<Simulated>, string]>([
    ['straight, on the spot', { swing: null, push: {} }, 120, { limbs: HUMAN }, ''],
    ['swung at 60', { swing: { level: '1/8', share: 0.6 }, push: {} }, 120, { limbs: HUMAN }, 'You swing eighths 60.'],
    [
      'swung at 66.7 at 96',
      { swing: { level: '1/8', share: 2 / 3 }, push: {} },
      96,
      { limbs: HUMAN },
      'You swing eighths 66.5.',
    ],
    [
      'the snare 20 ms behind',
      { swing: null, push: { snare: 20 } },
      120,
      { limbs: HUMAN },
      'The snare lies 20 ms behind.',
    ],
    [
      'swung at 58, bass drum 15 ahead',
      { swing: { level: '1/8', share: 0.58 }, push: { 'bass drum': -15 } },
      110,
      { limbs: HUMAN },
      'You swing eighths 58; the bass drum lies 15 ms ahead.',
    ],
    ['with misses and extras', { swing: null, push: {} }, 100, { limbs: HUMAN, misses: 0.05, extras: 0 }, ''],
  ])('%s', (_, feel, bpm, drummer, says) => {
    const played = { ...rock, feel, tempo: { bpm, counts: '1/4' as const } }
    const base = { ...empty, tempo: played.tempo }
    const takes = playedBy(played, 8, drummer, 'limb')
    const { groove, playing } = madeOf(base, takes, wish({ feel: true }))
    expect(rows(groove)).toEqual(rows(rock))
    // The words by which it is offered; figures may be a little off, as a drummer of flesh is.
    const figures = (text: string) => (text.match(/[\d.]*\d/g) ?? []).map(Number)
    const words = sayPlaying(playing, base, DEFAULT_KIT)
    expect(words.replace(/[\d.]*\d/g, '#')).toBe(says.replace(/[\d.]*\d/g, '#'))
    figures(words).forEach((figure, i) => expect(Math.abs(figure - figures(says)[i]!)).toBeLessThan(4))
    expect(feelDiffers(playing, base)).toBe(says !== '')
    expect(groove.feel.swing?.level).toBe(feel.swing?.level)
    // Once it is the groove’s own, it is no news.
    expect(sayPlaying(playing, groove, DEFAULT_KIT)).toBe('')
  })

  it('a drummer who is late all over is put right, and told so', () => {
    const late = {
      RH: { bias: 35, spread: 6 },
      LH: { bias: 35, spread: 6 },
      RF: { bias: 35, spread: 6 },
      LF: { bias: 35, spread: 6 },
    }
    const { groove, playing } = madeOf(empty, playedBy(rock, 4, { limbs: late }, 'limb'), wish({ feel: true }))
    expect(rows(groove)).toEqual(rows(rock))
    expect(groove.feel).toEqual({ swing: null, push: {} })
    expect(sayLate(playing)).toMatch(/^All of it came 3[3-7] ms late; that is taken out\.$/)
  })

  // Every style that ships, by a drummer who spreads 6 ms, told piece by piece: as pads do.
  const cards = STYLE_CARDS.map(card => [card.name, card] as const)
  it.each(cards)('%s comes back, piece by piece', (_, card) => {
    const style = beginStyle(card, {
      id: 'x',
      title: 'X',
      bars: 1,
      bare: false,
      lead: 'right',
      kitId: 'five-piece',
      hands: 'crossed',
      newId: i => `p${i}`,
    })
    const groove: Groove = {
      ...style,
      pickUp: null,
      parts: style.parts.map(part => ({
        ...part,
        pickUp: null,
        every: null,
        muted: false,
        strokes: part.strokes
          .filter(one => one.stroke !== 'sweep')
          .map(({ ornament: _, openFor: __, ...stroke }) => ({ ...stroke, stroke: 'hit' as const })),
      })),
    }
    const base = { ...groove, parts: [], feel: { swing: null, push: {} } }
    const { groove: made } = madeOf(base, playedBy(groove, 4, { limbs: HUMAN }, 'piece'), wish({ feel: true }))
    const struck = (one: Groove) =>
      new Set(one.parts.flatMap(part => part.strokes.map(stroke => `${stroke.piece} ${stroke.at}`)))
    const wrong = [...struck(made)].filter(one => !struck(groove).has(one))
    const lost = [...struck(groove)].filter(one => !struck(made).has(one))
    expect({ wrong, lost: lost.length <= 0.02 * struck(groove).size ? [] : lost }).toEqual({ wrong: [], lost: [] })
  })
})
