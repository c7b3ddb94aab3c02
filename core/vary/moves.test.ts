import fc from 'fast-check'
import equal from 'fast-deep-equal'
import { describe, expect, it } from 'vitest'
import { drummed } from '../../test/arbitrary'
import { isLinear, played } from '#core/analyse'
import { type Groove, apply, makeBars, makeGroove, makePart, readGroove, rowStrokes } from '#core/groove'
import { DEFAULT_KIT, LIMBS, type Limb, kitById } from '#core/kit'
import { meter } from '#core/time'
import {
  MOVES,
  MOVE_GROUPS,
  type Params,
  broken,
  choicesOf,
  eachPlace,
  firstParams,
  makeMove,
  moveOf,
  pointedAt,
  resolved,
  runMove,
  takesPlace,
} from '.'
import { chanceOf, thrower } from './chance'
import { readParams, usualParams } from './params'

type Rows = Partial<Record<Limb, string>>

const HATS = '3.3.3.3.3.3.3.3.'
const BACK = '....5.......5...'
const BASS = '4.....4.4.......'
const SLOTS = 16

/** One bar of 4/4 at 100: eighths on the hats, the backbeat, three bass drums; other rows where a case asks. */
function bar(
  { RH = HATS, LH = BACK, RF = BASS, LF = '' }: Rows = {},
  over: { ghosts?: string; ride?: boolean; slots?: number } = {},
): Groove {
  const bars = makeBars(meter(4, 4), 1, over.slots ?? 4)
  const part = (
    id: string,
    limb: Limb,
    role: 'lead' | 'backbeat' | 'ghosts' | 'bass drum' | 'hat foot',
    row: string,
    piece: string,
    stroke: 'hit' | 'chick' = 'hit',
  ) => (row ? [makePart({ id, name: id, limb, role, strokes: rowStrokes(bars, row, { piece, stroke }) })] : [])
  return makeGroove({
    id: 'g',
    title: 'G',
    bars,
    parts: [
      ...part('lead', 'RH', 'lead', RH, over.ride ? 'ride' : 'hi-hat'),
      ...part('back', 'LH', 'backbeat', LH, 'snare'),
      ...part('ghosts', 'LH', 'ghosts', over.ghosts ?? '', 'snare'),
      ...part('bass', 'RF', 'bass drum', RF, 'bass drum'),
      ...part('foot', 'LF', 'hat foot', LF, 'hi-hat', 'chick'),
    ],
  })
}

const MARKS: Record<string, string> = {
  'hi-hat hit': 'h',
  'hi-hat open': 'o',
  'hi-hat chick': 'x',
  'hi-hat splash': 'p',
  'snare hit': 's',
  'snare buzz': 'z',
  'floor tom hit': 'f',
  'high tom hit': 't',
  'mid tom hit': 'm',
  'ride hit': 'r',
  'ride bell': 'b',
  'crash hit': 'c',
  'bass drum hit': 'd',
}

/** A limb’s strokes as a row, by level or by what is struck. */
function row(groove: Groove, limb: Limb, by: 'levels' | 'pieces', slots = SLOTS): string {
  const strokes = groove.parts.filter(part => part.limb === limb).flatMap(part => part.strokes)
  return Array.from({ length: slots }, (_, i) => {
    const stroke = strokes.find(one => one.at === (i * 20160) / slots)
    return !stroke ? '.' : by === 'levels' ? String(stroke.level) : (MARKS[`${stroke.piece} ${stroke.stroke}`] ?? '?')
  }).join('')
}

/** Told so much and no more; the rest is as it is usually offered. */
const run = (groove: Groove, id: string, params: Params = {}) => {
  const done = runMove(moveOf(id)!, groove, resolved(moveOf(id)!, groove, params, DEFAULT_KIT), DEFAULT_KIT)
  if (!done.ok) throw new Error(`${id}: ${done.reason}`)
  return done.value
}

// Sixteen sixteenths of a bar, by hand: the move, its parameters, and each limb that is not as it was, by levels or pieces.
const CASES: [id: string, params: Params, after: Rows, by?: 'levels' | 'pieces', before?: Groove][] = [
  ['displace-all', { slots: 1 }, { RH: '.3.3.3.3.3.3.3.3', LH: '.....5.......5..', RF: '.4.....4.4......' }],
  ['displace', { partIds: ['back'], slots: -1 }, { LH: '...5.......5....' }],
  ['displace-bar', { bar: 0, slots: 4 }, { LH: '5.......5.......', RF: '....4.....4.4...' }],
  ['accent-every', { part: 'lead', every: 3, phase: 1 }, { RH: '5.3.3.5.3.3.5.3.' }],
  ['accent-every', { part: 'lead', every: 3, phase: 2 }, { RH: '3.5.3.3.5.3.3.5.' }],
  // Slots 0, 3, 6, 9, 12, 15: the eighths play three of them.
  ['accent-every', { part: 'lead', counting: 'slots', every: 3, phase: 1 }, { RH: '5.3.3.5.3.3.5.3.' }],
  ['accent-every', { part: 'lead', counting: 'slots', every: 4, phase: 3 }, { RH: '3.5.3.5.3.5.3.5.' }],
  ['accent-shift', { part: 'lead', by: 1 }, { RH: '3.5.3.3.5.3.3.5.' }, 'levels', bar({ RH: '5.3.3.5.3.3.5.3.' })],
  ['accent-pattern', { part: 'lead', pattern: '..x.' }, { RH: '3.5.3.5.3.5.3.5.' }],
  ['accent-pattern', { part: 'lead', pattern: 'x...' }, { RH: '5.3.5.3.5.3.5.3.' }],
  ['accent-against', { part: 'bass', many: 2, beats: 4 }, { RF: '5.....3.5.......' }], // halves: 0 and 8 are struck
  ['accent-against', { part: 'bass', many: 8, beats: 4 }, { RF: '5.5.5.5.5.5.5.5.' }], // eighths: five are put in
  ['level-shape', { part: 'lead', shape: 'rising over the bar' }, { RH: '1.2.2.3.4.4.5.5.' }], // 1 + 5 × place in the bar, rounded
  ['level-shape', { part: 'lead', shape: 'falling over the bar' }, { RH: '5.5.4.4.3.2.2.1.' }],
  ['level-shape', { part: 'lead', shape: 'strong on the beat' }, { RH: '4.2.4.2.4.2.4.2.' }],
  [
    'level-shape',
    { part: 'lead', shape: 'even' },
    { RH: '4.4.4.4.4.4.4.4.' },
    'levels',
    bar({ RH: '5.3.5.3.5.3.5.3.' }),
  ], // the mean of 5 and 3
  ['role-level', { role: 'lead', by: -1 }, { RH: '2.2.2.2.2.2.2.2.' }],
  ['role-level', { role: 'bass drum', by: 3 }, { RF: '5.....5.5.......' }], // no louder than an accent
  ['swell', { by: 2 }, { RH: '2.2.3.3.3.3.4.4.', RF: '3.....4.4.......' }],
  // The hats leave the e and a free; those beside the backbeat are too near it at 100: e of 1, a of 2, e of 3 and a of 4 remain.
  ['ghost-fill', { hand: 'free hand', share: 50 }, { LH: '....5..1....5..1' }],
  ['ghost-fill', { hand: 'free hand', share: 100 }, { LH: '.1..5..1.1..5..1' }],
  ['ghosts-out', {}, { LH: BACK }, 'levels', bar({}, { ghosts: '.1.....1.1......' })],
  ['thin', { part: 'lead', keep: 'every second' }, { RH: '3...3...3...3...' }],
  ['thin', { part: 'lead', keep: 'off the beat' }, { RH: '..3...3...3...3.' }],
  ['ornament', { part: 'back', ornament: 'buzz', where: 'backbeats' }, { LH: '....z.......z...' }, 'pieces'],
  ['ornament-at', { part: 'back', ornament: 'buzz', places: [4, 5] }, { LH: '....z.......s...' }, 'pieces'],
  ['open-hat', { slot: 14, length: 2 }, { RH: 'h.h.h.h.h.h.h.o.' }, 'pieces'],
  ['crash', { beat: 0 }, { RH: 'c.h.h.h.h.h.h.h.' }, 'pieces'],
  ['crash', { beat: 0 }, { RH: '5.3.3.3.3.3.3.3.' }],
  ['to-piece', { part: 'lead', piece: 'floor tom' }, { RH: 'f.f.f.f.f.f.f.f.' }, 'pieces'],
  ['alternate', { part: 'lead', first: 'hi-hat', second: 'ride' }, { RH: 'h.r.h.r.h.r.h.r.' }, 'pieces'],
  ['down-toms', { part: 'lead', each: 2 }, { RH: 't.t.m.m.f.f.t.t.' }, 'pieces'],
  ['half-bars', { part: 'lead', piece: 'floor tom' }, { RH: 'h.h.h.h.f.f.f.f.' }, 'pieces'],
  ['all-but-backbeat', { piece: 'floor tom' }, { RH: 'f.f.f.f.f.f.f.f.' }, 'pieces'],
  // Runs: two, one, two, three strokes on neighbouring slots; a change at each gap.
  [
    'runs-together',
    { part: 'lead', first: 'hi-hat', second: 'floor tom' },
    { RH: 'hh.f.hh..fff....' },
    'pieces',
    bar({ RH: '33.3.33..333....' }),
  ],
  ['lead-to', { to: 'ride' }, { RH: 'r.r.r.r.r.r.r.r.' }, 'pieces'],
  ['lead-to', { to: 'ride bell' }, { RH: 'b.b.b.b.b.b.b.b.' }, 'pieces'],
  ['bells', { on: 'upbeats' }, { RH: 'r.b.r.b.r.b.r.b.' }, 'pieces', bar({}, { ride: true })],
  ['bells', { on: 'beats' }, { RH: 'b.r.b.r.b.r.b.r.' }, 'pieces', bar({}, { ride: true })],
  ['tom-eighths', {}, { RH: '3...3...3...3...', LH: '3.2.5.2.3.2.5.2.' }],
  ['tom-eighths', {}, { RH: 'r...r...r...r...', LH: 'f.f.s.f.f.f.s.f.' }, 'pieces'],
  ['thicken', { piece: 'floor tom', on: 'the beats' }, { LH: '2...5...2...5...' }],
  ['thicken', { piece: 'high tom', on: 'one place', slot: 14 }, { LH: '....s.......s.t.' }, 'pieces'],
  ['some-to', { part: 'lead', places: [2, 6], piece: 'high tom' }, { RH: 'h.t.h.t.h.h.h.h.' }, 'pieces'],
  [
    'some-to',
    { part: 'lead', places: [2, 4], piece: 'high tom', hand: 'the other hand' },
    { RH: 'h...h.h.h.h.h.h.', LH: '..t.s.......s...' },
    'pieces',
  ],
  ['backbeat-over', {}, { RH: 'h.h.s.h.h.h.s.h.', LH: '................' }, 'pieces'],
  ['doubles-before', { beat: 2 }, { LH: '....5.22....5...' }],
  ['bass-add', { slot: 10 }, { RF: '4.....4.4.4.....' }],
  ['row-bass', { row: 'B.......B.B.....', bars: 'every bar' }, { RF: '4.......4.4.....' }],
  ['row-beside', { row: '....S..g.g..S...', bars: 'every bar' }, { LH: '....5..1.1..5...' }],
  ['row-lead', { row: 'h.h.h.h.h.h.h.o.', bars: 'the last bar' }, { RH: 'h.h.h.h.h.h.h.o.' }, 'pieces'],
  ['row-turn', { row: 'B...S...B.B.S..S', bars: 'the last bar' }, { RF: '4.......4.4.....', LH: '....5.......5..4' }],
  // Foot and hand at one instant keep their own strokes: the backbeat stays as loud over a bass drum that goes.
  [
    'row-turn',
    { row: 'B...S...B.B.S..S', bars: 'the last bar' },
    { RF: '2.......2.4.....', LH: '....5.......5..4' },
    'levels',
    bar({ RF: '2...2...2...2...' }),
  ],
  ['accent-one', { part: 'lead', slot: 6 }, { RH: '3.3.3.5.3.3.3.3.' }],
  ['ghost-one', { hand: 'free hand', slot: 7 }, { LH: '....5..1....5...' }],
  ['stroke-out', { part: 'bass', slot: 8 }, { RF: '4.....4.........' }],
  ['bass-thin', { keep: 'every second' }, { RF: '4.......4.......' }],
  ['bass-thin', { keep: 'on the beat' }, { RF: '4.......4.......' }],
  ['bass-drop-one', {}, { RF: '......4.4.......' }],
  ['bass-follow', { hand: 'free hand' }, { RF: '....5.......5...' }], // as hard as what it follows
  ['bass-follow', { hand: 'free hand' }, { RF: '....5.....4.....' }, 'levels', bar({ LH: '....5.1...4.....' })],
  ['bass-accents', { hand: 'free hand' }, { RF: '4...4.4.4...4...' }],
  ['bass-feather', {}, { RF: '4...1.4.4...1...' }],
  ['hat-foot', { pattern: 'quarters' }, { LF: '3...3...3...3...' }],
  ['hat-foot', { pattern: 'off-beats' }, { LF: '..3...3...3...3.' }],
  ['hat-foot', { pattern: 'eighths' }, { LF: '3.3.3.3.3.3.3.3.' }],
  ['hat-foot', { pattern: '2 and 4' }, { LF: '....3.......3...' }, 'levels', bar({ LF: '3...3...3...3...' })],
  ['hat-foot', { pattern: 'splash and chick in turn' }, { LF: 'p...x...p...x...' }, 'pieces'],
  ['hat-foot', { pattern: 'none' }, { LF: '................' }, 'levels', bar({ LF: '3...3...3...3...' })],
  ['rest', { beat: 2, who: 'everybody' }, { RH: '3.3.3.3...3.3.3.', RF: '4.....4.........' }],
  ['rest', { beat: 2, who: 'the hands' }, { RH: '3.3.3.3...3.3.3.' }],
  ['rest', { beat: 1, who: 'left hand' }, { LH: '............5...' }],
  ['extra-snare', { slot: 7, level: 4 }, { LH: '....5..4....5...' }],
  ['extra-snare', { piece: 'floor tom', slot: 7, level: 4 }, { LH: '....s..f....s...' }, 'pieces'],
  ['open-last', {}, { RH: 'h.h.h.h.h.h.h.o.' }, 'pieces'],
  ['off-beat-accent', { beat: 3 }, { RH: '3.3.3.3.3.3.3.5.' }],
  ['half-time', {}, { LH: '........5.......', RF: '4...........4...' }], // the backbeat from 2 to 3
  ['double-time', {}, { LH: '..5...5...5...5.', RF: '4..44...4..44...' }],
  ['linearise', { first: 'bass drum' }, { RH: '..3.......3...3.' }],
  ['linearise', { first: 'lead' }, { RH: '3.3...3.3.3...3.', RF: '................' }],
  ['mirror-hands', {}, { RH: BACK, LH: HATS }],
  ['beat-order', { order: 'from the second' }, { LH: '5.......5.......', RF: '..4.4.......4...' }],
  ['beat-order', { order: 'backwards' }, { LH: '5.......5.......', RF: '....4.....4.4...' }],
  ['beat-order', { order: 'pairs changed over' }, { LH: '5.......5.......', RF: '..4.4.......4...' }],
  ['beat-order', { order: 'halves changed over' }, { RF: '4.......4.....4.' }],
  ['retrograde', { beat: 1 }, { RH: '3.3..3.33.3.3.3.', LH: '.......5....5...', RF: '4....4..4.......' }],
]

describe('each move', () => {
  it.each(CASES)('%s %j', (id, params, after, by = 'levels', before = bar()) => {
    const { groove } = run(before, id, params)
    for (const limb of LIMBS) expect(row(groove, limb, by), limb).toBe(after[limb] ?? row(before, limb, by))
  })

  it('has its case here, or below', () => {
    const tried = new Set([
      ...CASES.map(([id]) => id),
      'swing',
      'straight',
      'regrid',
      /* in line.test.ts */ 'read-line',
    ])
    expect(MOVES.filter(move => !tried.has(move.id)).map(move => move.id)).toEqual([])
  })

  it('stands in a group there is, under its own id, with a sentence', () => {
    expect(new Set(MOVES.map(move => move.id)).size).toBe(MOVES.length)
    for (const move of MOVES) {
      expect(MOVE_GROUPS).toContain(move.group)
      expect(move.about).toMatch(/^[A-Z].*\.$/)
      expect(move.name.split(' ').length, move.name).toBeLessThanOrEqual(5)
    }
  })
})

describe('moves that a row of sixteenths cannot show', () => {
  it('regrid: eighths and the backbeat stay where they are heard; a filled lead fills the sextuplets', () => {
    const eighths = run(bar(), 'regrid', { slots: '6' }).groove
    expect(eighths.bars[0]!.slots).toEqual([6, 6, 6, 6])
    expect(row(eighths, 'RH', 'levels', 24)).toBe('3..3..3..3..3..3..3..3..')
    expect(row(eighths, 'LH', 'levels', 24)).toBe('......5...........5.....')
    expect(row(run(bar({ RH: '3333333333333333' }), 'regrid', { slots: '6' }).groove, 'RH', 'levels', 24)).toBe(
      '3'.repeat(24),
    )
    // e and a, a quarter and three quarters of the beat, go to 2 and 5 of six: a half falls later.
    expect(row(run(bar({ RH: '.3.3............' }), 'regrid', { slots: '6' }).groove, 'RH', 'levels', 24)).toBe(
      '..3..3..................',
    )
    // A backbeat that lies between the new slots is left where it is.
    expect(run(bar({ LH: '.....5..........' }), 'regrid', { slots: '6' }).groove.parts[1]!.strokes[0]!.at).toBe(
      5 * 1260,
    )
  })

  it('swing and straight change the feel and no stroke', () => {
    const swung = run(bar(), 'swing', { level: '1/16', share: 58 }).groove
    expect(swung).toEqual({ ...bar(), feel: { swing: { level: '1/16', share: 0.58 }, push: {} } })
    expect(run(swung, 'straight').groove).toEqual(bar())
  })

  it('three against four puts strokes on exact thirds of the bar', () => {
    const { groove, sentence } = run(bar(), 'accent-against', { part: 'bass', many: 3, beats: 4 })
    expect(groove.parts[2]!.strokes.map(stroke => [stroke.at, stroke.level])).toEqual([
      [0, 5],
      [6720, 5],
      [7560, 3],
      [10080, 3],
      [13440, 5],
    ])
    expect(sentence).toBe(
      'bass: 3 accents against 4 beats, 2 strokes put in between. 2 and 3 are cut into 12 to show it.',
    )
  })

  it('flams lie on the accents asked for', () => {
    expect(
      run(bar(), 'ornament', { part: 'back', ornament: 'flam', where: 'accents' }).groove.parts[1]!.strokes.map(
        stroke => stroke.ornament,
      ),
    ).toEqual(['flam', 'flam'])
  })

  it('the hat foot keeps still while a hand holds the hats open', () => {
    const open = run(bar({ RH: '3.3.3.3.....3.3.' }), 'open-hat', { slot: 6, length: 4 }).groove // from & of 2 to & of 3: 3 itself is inside
    expect(row(run(open, 'hat-foot', { pattern: 'quarters' }).groove, 'LF', 'levels')).toBe('3...3.......3...')
  })
})

describe('what a move says and offers, worked out by hand', () => {
  const inSix = (row: string, piece = 'ride') => {
    const bars = makeBars(meter(6, 8), 1, 3)
    return makeGroove({
      id: 'six',
      title: 'Six',
      bars,
      tempo: { bpm: 60, counts: '1/4.' },
      parts: [
        makePart({ id: 'lead', name: 'lead', limb: 'RH', role: 'lead', strokes: rowStrokes(bars, row, { piece }) }),
      ],
    })
  }
  it.each([
    // In dotted beats the off-beat is the last eighth of three, and the tom fills all three.
    ['bells', { on: 'upbeats' }, inSix('333333'), 'The bell on 3 and 6.'],
    ['off-beat-accent', { beat: 1 }, inSix('333333'), 'An accent on 6.'],
    ['open-hat', { slot: 14, length: 2 }, bar(), 'The hats open on & of 4 until the next stroke on 1.'],
    [
      'open-hat',
      { slot: 12, length: 4 },
      bar({ RH: '3.3.3.3.3.3.3...', LF: '..............3.' }),
      'The hats open on 4 until the foot closes them on & of 4.',
    ],
    [
      'open-last',
      {},
      bar({ LF: '...............3' }),
      'The last hat, on & of 4, is open until the foot closes it on a of 4.',
    ],
    [
      'bass-feather',
      {},
      bar(),
      'The bass drum is feathered on 2 and 4; what the foot had on 1 and 3 stays as loud as it is.',
    ],
    ['half-time', {}, bar(), 'Half-time under the same lead. The backbeat now falls on 3; it was on 2 and 4.'],
    [
      'double-time',
      {},
      bar({ LH: '........5.......', RF: '4.......4.......' }),
      'Double-time under the same lead. The backbeat now falls on 2 and 4; it was on 3.',
    ],
    [
      'double-time',
      {},
      bar({ RF: '4..4............' }),
      'Double-time under the same lead. The backbeat now falls on every &, double time; it was on 2 and 4. 1 and 3 are cut into thirty-seconds to show it.',
    ],
    [
      'swing',
      { level: '1/16', share: 58 },
      { ...bar(), feel: { swing: { level: '1/8', share: 0.6 }, push: {} } },
      'Sixteenths swung at 58; the eighths are straight now.',
    ],
    [
      'regrid',
      { slots: '3' },
      { ...bar({ RH: '3.3.3.3.3.3.3.3.', LH: '', RF: '' }), feel: { swing: { level: '1/8', share: 2 / 3 }, push: {} } },
      'Every beat in 3 slots.',
    ],
    [
      'regrid',
      { slots: '2' },
      bar({ RH: '3..3............', RF: '4...............' }),
      'Every beat in 2 slots; the backbeat stays. 1 stroke moved to the nearest slot.',
    ],
    [
      'accent-every',
      { part: 'lead', counting: 'slots', every: 4, phase: 3 },
      bar(),
      'lead: an accent on every fourth slot that it plays, on & of 1, & of 2, & of 3 and & of 4.',
    ],
  ] as [string, Params, Groove, string][])('%s %j', (id, params, groove, says) =>
    expect(run(groove, id, params).sentence).toBe(says),
  )

  it('fills all three eighths of a dotted beat on the tom', () => {
    const { groove } = run(inSix('3.33.3'), 'tom-eighths')
    expect(groove.parts[1]!.strokes.map(stroke => stroke.at)).toEqual([0, 2520, 5040, 7560, 10080, 12600])
  })

  it('keeps swung eighths where they sound when beats become triplets', () => {
    const { groove } = run(
      { ...bar({ LH: '', RF: '' }), feel: { swing: { level: '1/8', share: 2 / 3 }, push: {} } },
      'regrid',
      { slots: '3' },
    )
    expect(groove.parts[0]!.strokes.slice(0, 4).map(stroke => stroke.at)).toEqual([0, 3360, 5040, 8400])
  })

  it('offers the level of swing that is in use: eighths where nothing lies on e or a', () => {
    const offered = (groove: Groove) => usualParams(moveOf('swing')!, groove, DEFAULT_KIT)!.level
    expect([
      offered(bar()),
      offered(bar({ RF: '4..4............' })),
      offered({ ...bar(), feel: { swing: { level: '1/16', share: 0.6 }, push: {} } }),
    ]).toEqual(['1/8', '1/16', '1/16'])
  })
})

describe('a move told by pointing', () => {
  it.each([
    ['ornament-at', { part: 'back', ornament: 'flam', places: [4] }, 12, { places: [4, 12] }],
    ['ornament-at', { part: 'back', ornament: 'flam', places: [4, 12] }, 4, { places: [12] }],
    ['open-hat', { slot: 14, length: 2 }, 6, { slot: 6 }],
    ['rest', { beat: 0, who: 'everybody' }, 11, { beat: 2 }], // a of 3 is in the third beat
    ['displace-bar', { bar: 1, slots: 4 }, 15, { bar: 0 }],
    ['swing', { level: '1/16', share: 58 }, 3, {}],
  ] as [string, Params, number, Params][])('%s %j at slot %i', (id, params, slot, now) => {
    expect(takesPlace(moveOf(id)!)).toBe(Object.keys(now).length > 0)
    expect(pointedAt(moveOf(id)!, bar(), params, slot)).toEqual({ ...params, ...now })
  })

  it('is told nothing by a slot that is not there', () => {
    expect(pointedAt(moveOf('open-hat')!, bar(), { slot: 14, length: 2 }, 16)).toEqual({ slot: 14, length: 2 })
  })
})

describe('what a move is told at first', () => {
  it('is the part of the role it is for, where there is one, and places that are there', () => {
    expect(usualParams(moveOf('ornament-at')!, bar(), DEFAULT_KIT)).toEqual({
      part: 'back',
      ornament: 'flam',
      places: [4],
    })
    expect(usualParams(moveOf('ornament-at')!, bar({ LH: '' }), DEFAULT_KIT)).toMatchObject({ part: 'lead' })
    const short = makeGroove({
      id: 's',
      title: 'S',
      bars: makeBars(meter(1, 4), 1, 2),
      parts: [
        makePart({
          id: 'hats',
          name: 'hats',
          limb: 'RH',
          role: 'lead',
          strokes: [{ at: 0, piece: 'hi-hat', stroke: 'hit', level: 3 }],
        }),
      ],
    })
    expect(usualParams(moveOf('ornament-at')!, short, DEFAULT_KIT)).toMatchObject({ part: 'hats', places: [0] })
  })
})

describe('what a move is offered with', () => {
  it.each([
    // The foot is on slot 10, the usual one: the next that is free. No accent in the lead hand: the other.
    ['bass-add', bar({ RF: '4.....4.4.4.....' }), { slot: 11 }],
    ['bass-accents', bar(), { hand: 'free hand' }],
    ['ornament', bar({ LH: '....4.......4...' }), { part: 'back', where: 'backbeats' }],
    ['crash', bar({ RH: '..3.3.3.3.3.3.3.' }), { beat: 1 }],
    ['bass-add', bar(), { slot: 10 }],
  ] as [string, Groove, Params][])('%s does something here', (id, groove, params) => {
    const first = firstParams(moveOf(id)!, groove, DEFAULT_KIT)!
    expect(first).toMatchObject(params)
    expect(runMove(moveOf(id)!, groove, first, DEFAULT_KIT).ok).toBe(true)
  })

  it('is made at each place in turn, where it finds something and keeps what is promised', () => {
    const at = (id: string, params: Params, of = bar()) =>
      eachPlace(moveOf(id)!, of, params, DEFAULT_KIT, ['playable']).map(one => one.place)
    // The left hand has 2 and 4, both accents already; with ghosts between there are three places.
    expect(at('accent-one', { part: 'back', slot: 0 })).toEqual([])
    expect(at('accent-one', { part: 'back', slot: 0 }, bar({ LH: '....5.1..1.4....' }))).toEqual([
      '& of 2',
      'e of 3',
      'a of 3',
    ])
    expect(at('stroke-out', { part: 'bass', slot: 0 })).toEqual(['1', '& of 2', '3'])
    expect(at('crash', { beat: 0 })).toEqual(['1', '2', '3', '4'])
    expect(at('straight', {})).toEqual([])
  })

  it('is offered as usual where nothing helps', () => {
    expect(firstParams(moveOf('bells')!, bar(), DEFAULT_KIT)).toEqual(usualParams(moveOf('bells')!, bar(), DEFAULT_KIT))
  })
  it('begins inside a span that is marked', () => {
    const span = { from: 0, to: 5040 }
    const move = moveOf('open-hat')!
    const inside = firstParams(move, bar(), DEFAULT_KIT, [], params =>
      makeMove(move, bar(), params, DEFAULT_KIT, span),
    )!
    expect(inside.slot).toBeLessThan(4)
    expect(makeMove(move, bar(), inside, DEFAULT_KIT, span).ok).toBe(true)
    expect(firstParams(move, bar(), DEFAULT_KIT)!.slot).toBe(14)
  })
})

describe('refusals', () => {
  it.each([
    ['accent-pattern', { part: 'lead', pattern: '.x..' }, /“lead” has no stroke on those slots/],
    ['accent-shift', { part: 'back', by: 1 }, /one level/],
    ['accent-every', { part: 'nobody', every: 3, phase: 1 }, /no part “nobody”/],
    ['accent-every', { part: 'lead', every: 99, phase: 1 }, /every: a whole number from 2 to 9, not 99/],
    ['open-hat', { slot: 15, length: 2 }, /No hand strikes the hats on a of 4/],
    ['ornament-at', { part: 'back', ornament: 'flam', places: [5] }, /nothing there that would take a flam/],
    [
      'ornament-at',
      { part: 'back', ornament: 'flam', places: [16] },
      /places: a list of slots, whole numbers from 0 to 15, not \[16\]/,
    ],
    ['bells', { on: 'upbeats' }, /bring the lead to the ride first/],
    ['beat-order', { order: 'sideways' }, /one of backwards/],
    ['to-piece', { part: 'lead', piece: 'gong' }, /a piece that a hand can strike/],
    ['straight', {}, /straight already/],
    ['straight', { far: 1 }, /no parameter “far”/],
    ['accent-against', { part: 'back', many: 2, beats: 4 }, /would hide the backbeat/], // with 1 and 3, all four would be struck alike
    ['half-time', {}, /the backbeat would be lost/, bar({ LH: '........5.......' })],
    [
      'bells',
      { on: 'beats' },
      /The bell is on the beats already/,
      run(bar({}, { ride: true }), 'bells', { on: 'beats' }).groove,
    ],
    ['all-but-backbeat', { piece: 'floor tom' }, /no backbeat here/, bar({ LH: '4...............' })],
    [
      'half-time',
      {},
      /even number of like felt beats/,
      makeGroove({ id: 'w', title: 'W', bars: makeBars(meter(3, 4), 1, 2), parts: bar().parts.slice(0, 0) }),
    ],
  ] as [string, Params, RegExp, Groove?][])('%s %j says why', (id, params, reason, groove = bar()) => {
    expect(runMove(moveOf(id)!, groove, resolved(moveOf(id)!, groove, params, DEFAULT_KIT), DEFAULT_KIT)).toMatchObject(
      { ok: false, reason: expect.stringMatching(reason) },
    )
  })

  it('a locked part is left alone', () => {
    const locked = { ...bar(), parts: bar().parts.map(part => ({ ...part, locked: true })) }
    for (const move of MOVES) {
      const params = usualParams(move, locked, DEFAULT_KIT)
      const done = params && runMove(move, locked, params, DEFAULT_KIT)
      if (done?.ok)
        for (const part of locked.parts)
          expect(
            done.value.groove.parts.find(one => one.id === part.id),
            move.id,
          ).toEqual(part)
    }
  })

  it('a kit without the piece says so', () => {
    expect(runMove(moveOf('down-toms')!, bar(), { part: 'lead', each: 1 }, kitById('pad'))).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/fewer than two toms/),
    })
  })
})

describe('over a thousand generated grooves, every move', () => {
  const done = new Map<string, number>()
  /** As `toEqual`, which takes long over what is alike. */
  const alike = (found: unknown, asked: unknown, told: string) =>
    equal(found, asked) || expect(found, told).toEqual(asked)
  it(
    'yields a valid edit that its inverse takes back, and keeps what it promises',
    { tags: ['law'], timeout: 480_000 },
    () => {
      fc.assert(
        fc.property(drummed, fc.integer(), (drawn, seed) => {
          // In order, so that what an inverse puts back can be held against it.
          const groove = {
            ...drawn,
            parts: drawn.parts.map(part => ({ ...part, strokes: part.strokes.toSorted((a, b) => a.at - b.at) })),
          }
          const chance = chanceOf(seed)
          const wasLinear = isLinear(played(groove, DEFAULT_KIT).events)
          for (const move of MOVES) {
            const params = thrower(move, groove, DEFAULT_KIT)?.(chance)
            if (!params) continue
            const told = `${move.id} ${JSON.stringify(params)}`
            if (!readParams(move, groove, DEFAULT_KIT, params).ok) expect.fail(`${told}: not taken`)
            const moved = runMove(move, groove, params, DEFAULT_KIT)
            if (!moved.ok) {
              if (/beyond|two strokes|undefined/.test(moved.reason)) expect.fail(`${told}: ${moved.reason}`)
              continue
            }
            done.set(move.id, (done.get(move.id) ?? 0) + 1)
            const made = move.make(groove, params, DEFAULT_KIT)
            alike(made.ok && moved.value.groove, made.ok && made.value.groove, told)
            // A displacement may be a whole turn, which is said and not refused.
            if (move.group !== 'displace' && equal(moved.value.groove, groove))
              expect.fail(`${told}: nothing has changed`)
            const back = apply(groove, moved.value.edit)
            const before = back.ok && apply(back.value.document, back.value.inverse)
            alike(before && before.ok && before.value.document, groove, told)
            if (!readGroove(moved.value.groove).ok) expect.fail(`${told}: no groove`)
            for (const promise of move.keeps) {
              // What a pick-up that sounds only once keeps out of the round may be moved into it, and meet others there.
              if (promise === 'linear' && (!wasLinear || groove.pickUp?.repeats === false)) continue
              const why = broken(promise, groove, moved.value.groove, DEFAULT_KIT)
              if (why) expect.fail(`${told} ${promise}: ${why}`)
            }
          }
        }),
        { numRuns: 1000 },
      )
      // The property would be empty for a move that never finds anything to do; a backbeat is in one of twenty of these grooves.
      for (const move of MOVES)
        expect(done.get(move.id) ?? 0, move.id).toBeGreaterThan(
          ['all-but-backbeat', 'backbeat-over'].includes(move.id) ? 20 : 50,
        )
    },
  )

  it('every choice a parameter offers is one it takes', () => {
    const lined = {
      ...bar(),
      guides: [{ id: 'line', name: 'Line', notes: [{ at: 0, length: 5040, level: 4 as const }] }],
    }
    for (const move of MOVES) {
      for (const spec of move.params) {
        for (const { value } of choicesOf(spec, lined, DEFAULT_KIT) ?? []) {
          const params = {
            ...usualParams(move, lined, DEFAULT_KIT)!,
            [spec.id]: spec.kind === 'parts' || spec.kind === 'slots' ? [value] : value,
          } as Params
          expect(
            readParams(move, lined, DEFAULT_KIT, params),
            `${move.id} ${spec.id} ${JSON.stringify(value)}`,
          ).toMatchObject({ ok: true })
        }
      }
    }
  })
})
