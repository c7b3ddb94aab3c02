import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { findings, played } from '#core/analyse'
import { type Groove, type Stroke, grooveTicks, makeBars, makeGroove, makePart } from '#core/groove'
import { DEFAULT_KIT, KITS, type Kit, isHand, pieceOf } from '#core/kit'
import { RUDIMENTS } from '#core/sticking'
import { beginStyle, isQuiet, styleOf } from '#core/style'
import { beatsOf, meter, slotsOf } from '#core/time'
import { drummed } from '../../test/arbitrary'
import {
  ENDINGS,
  type Fill,
  type FillGround,
  type FillWish,
  fillGroundOf,
  fillIdeas,
  handHome,
  joinsOf,
  makeFill,
  makeSection,
  mendings,
  phraseFrom,
  roundsOf,
  sayTransition,
  sayFill,
  wishOf,
} from '.'
import { aroundFill, crossingsAt, worst } from './joins'
import { type Ending } from './bounds'
import { fillSchema } from './schema'
import { fillLevelAt } from './make-fill'
import { sayFillLength } from './say'
import { filled } from './unfold'

const S = 1260
const BAR = 16 * S
const row = (piece: string, text: string, kind: Stroke['stroke'] = 'hit'): Stroke[] =>
  [...text.replaceAll(' ', '')].flatMap((level, i): Stroke[] =>
    level === '.' ? [] : [{ at: i * S, piece, stroke: kind, level: Number(level) as Stroke['level'] }],
  )
const bar = (more: Partial<Groove> = {}, lead = '3.3. 3.3. 3.3. 3.3.'): Groove =>
  makeGroove({
    id: 'plain',
    title: 'Plain',
    bars: makeBars(meter(4, 4), 1, 4),
    parts: [
      makePart({ id: 'lead', name: 'Lead', role: 'lead', limb: 'RH', strokes: row('hi-hat', lead) }),
      makePart({
        id: 'snare',
        name: 'Backbeat',
        role: 'backbeat',
        limb: 'LH',
        strokes: row('snare', '.... 5... .... 5...'),
      }),
      makePart({
        id: 'bass',
        name: 'Bass drum',
        role: 'bass drum',
        limb: 'RF',
        strokes: row('bass drum', '4... .... 4... ....'),
      }),
      makePart({
        id: 'foot',
        name: 'Hat foot',
        role: 'hat foot',
        limb: 'LF',
        strokes: row('hi-hat', '.... 3... .... 3...', 'chick'),
      }),
    ],
    ...more,
  })
const ground = (bpm = 96, round = bar(), next: Groove | undefined = bar()): FillGround => ({
  round,
  next,
  kit: DEFAULT_KIT,
  tempo: { bpm, counts: '1/4' },
})
const wish = (more: Partial<FillWish> = {}): FillWish => ({
  from: 8 * S,
  length: 8 * S,
  source: { kind: 'singles' },
  first: 'R',
  path: ['snare'],
  loudness: 'even',
  feet: 'kept',
  ending: 'none',
  ...more,
})
const made = (more: Partial<FillWish> = {}, on = ground()): Fill => {
  const fill = makeFill(wish(more), on)
  if (!fill.ok) throw new Error(fill.reason)
  expect(fillSchema.safeParse(fill.value).success).toBe(true)
  return fill.value
}
/** A take as text: limb, sixteenth from the fill’s start, piece. */
const written = (fill: Fill, take = 0) =>
  fill.takes[take]!.map(({ limb, at, piece }) => `${limb[0]}${isHand(limb) ? '' : 'F'}${at / S} ${piece}`)

describe('a fill’s letters', () => {
  it.each<[string, Partial<FillWish>, string]>([
    ['single strokes', {}, 'RLRLRLRL'],
    ['begun with the left', { first: 'L' }, 'LRLRLRLR'],
    ['a sticking again and again to the end', { source: { kind: 'sticking', text: 'rll' } }, 'RLLRLLRL'],
    ['a rudiment', { source: { kind: 'rudiment', id: 'paradiddle' } }, 'RLRRLRLL'],
    ['note groups', { source: { kind: 'groups', texts: ['rll', 'rlrll'] } }, 'RLLRLRLL'],
  ])('%s', (_, more, letters) => {
    expect(
      made(more)
        .takes[0]!.map(stroke => stroke.limb[0])
        .join(''),
    ).toBe(letters)
  })

  it('with feet go to the bass drum in place of the groove’s, over any grid: a triplet bar', () => {
    const triplets = makeGroove({ ...bar(), bars: makeBars(meter(4, 4), 1, 3), parts: [] })
    const fill = made(
      { from: 10080, length: 10080, source: { kind: 'sticking', text: 'rllrlf' }, path: ['snare', 'high tom'] },
      ground(96, triplets),
    )
    expect(fill.takes[0]!.map(({ limb, at, piece }) => [limb, at / 1680, piece])).toEqual([
      ['RH', 0, 'snare'],
      ['LH', 1, 'high tom'],
      ['LH', 2, 'snare'],
      ['RH', 3, 'high tom'],
      ['LH', 4, 'snare'],
      ['RF', 5, 'bass drum'],
    ])
  })

  it('leave the lead hand free for the 1', () => {
    expect(handHome({ kind: 'singles' }, 8, 'RH')).toBe('R') // ends on the left
    expect(handHome({ kind: 'singles' }, 7, 'RH')).toBe('L') // seven strokes: begin left, end left
    expect(handHome({ kind: 'singles' }, 7, 'LH')).toBe('R')
    expect(handHome({ kind: 'sticking', text: 'rlf' }, 6, 'RH')).toBe('R')
    expect(handHome({ kind: 'sticking', text: 'r---' }, 8, 'RH')).toBe('R') // three slots to get there
  })
})

describe('loudness', () => {
  it.each([
    ['even', [4, 4, 4, 4, 4]],
    ['growing', [2, 3, 4, 4, 5]],
    ['fading', [5, 4, 4, 3, 2]],
    ['swell', [2, 4, 5, 4, 2]],
    ['accents', [2, 2, 2, 2, 2]],
  ] as const)('%s', (shape, levels) => {
    expect([0, 0.25, 0.5, 0.75, 1].map(share => fillLevelAt(shape, share, false))).toEqual(levels)
  })
  it('an accent stands out', () =>
    expect([fillLevelAt('accents', 0.5, true), fillLevelAt('even', 0, true), fillLevelAt('growing', 1, true)]).toEqual([
      5, 5, 5,
    ]))
})

describe('endings, over beats 3 and 4', () => {
  it.each<[Ending, string[], string[], string[]]>([
    ['none', ['R0 snare', 'L1 snare', 'R2 snare', 'L3 snare', 'R4 snare', 'L5 snare', 'R6 snare', 'L7 snare'], [], []],
    [
      'crash',
      ['R0 snare', 'L1 snare', 'R2 snare', 'L3 snare', 'R4 snare', 'L5 snare', 'R6 snare', 'L7 snare'],
      ['RH crash', 'RF bass drum'],
      [],
    ],
    [
      'one more bass drum',
      ['R0 snare', 'L1 snare', 'R2 snare', 'L3 snare', 'R4 snare', 'L5 snare', 'R6 snare', 'L7 snare', 'RF7 bass drum'],
      ['RH crash', 'RF bass drum'],
      [],
    ],
    [
      'stop',
      ['R0 snare', 'L1 snare', 'R2 snare', 'L3 snare', 'R4 crash', 'L4 snare', 'RF4 bass drum', 'LF4 hi-hat'],
      [],
      [],
    ],
    [
      'unison',
      [
        'R0 snare',
        'L1 snare',
        'R2 snare',
        'L3 snare',
        'R4 snare',
        'L5 snare',
        'R6 floor tom',
        'L6 snare',
        'RF6 bass drum',
        'R7 floor tom',
        'L7 snare',
        'RF7 bass drum',
      ],
      [],
      [],
    ],
    [
      'early crash',
      ['R0 snare', 'L1 snare', 'R2 snare', 'L3 snare', 'R4 snare', 'L5 snare', 'R6 crash', 'RF6 bass drum'],
      [],
      ['RH', 'LH', 'RF'],
    ],
  ])('%s', (ending, strokes, lands, out) => {
    const fill = made({ ending })
    expect(written(fill)).toEqual(strokes)
    expect(fill.landing.strokes.map(({ limb, piece }) => `${limb} ${piece}`)).toEqual(lands)
    expect(fill.landing.leaveOut).toEqual(out)
  })

  it('every ending there is has a row above', () => expect(ENDINGS).toHaveLength(6))
})

describe('the feet', () => {
  it('doubled, the hat foot steps once more midway between its steps', () => {
    expect(
      written(made({ from: 0, length: BAR, feet: 'doubled', source: { kind: 'sticking', text: 'r---' } })).filter(one =>
        one.startsWith('LF'),
      ),
    ).toEqual(['LF0 hi-hat', 'LF8 hi-hat'])
  })
})

describe('paths', () => {
  it('led round the drums never ask a hand for what is hard, at any tempo that has a way', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e6 }),
        fc.integer({ min: 60, max: 150 }),
        fc.constantFrom(...KITS.filter(kit => kit.id !== 'pad')),
        (seed, bpm, kit) => {
          const on = { ...ground(bpm), kit }
          const fill = made({ path: { seed, afresh: false }, ending: 'crash' }, on)
          // Only the ways between pieces: how fast a hand can strike at all is the source’s affair.
          expect(
            joinsOf(fill, on)
              .inside.filter(one => one.asked!.kind === 'travel')
              .every(one => one.asked!.hardness < 2),
          ).toBe(true)
          const last = fill.takes[0]!.filter(stroke => isHand(stroke.limb)).at(-1)!
          expect(fill.takes[0]!.every(stroke => pieceOf(kit, stroke.piece))).toBe(true)
          expect(last).toBeDefined()
        },
      ),
      { numRuns: 120 },
    )
  })

  it('is the same from the same seed, and four takes that differ when led afresh', () => {
    const one = made({ from: 0, length: BAR, path: { seed: 5, afresh: true } })
    expect(made({ from: 0, length: BAR, path: { seed: 5, afresh: true } })).toEqual(one)
    const waltz = ground(108, { ...bar(), bars: makeBars(meter(3, 4), 1, 3), parts: [] }, undefined)
    // Few ways lead round three figures; no two takes after each other are alike even so.
    for (let seed = 1; seed <= 20; seed++) {
      const { takes } = made(
        { from: 0, length: 12 * S, source: { kind: 'sticking', text: 'rllrlf' }, path: { seed, afresh: true } },
        waltz,
      )
      for (let i = 1; i < takes.length; i++) expect(takes[i], `seed ${seed}, take ${i + 1}`).not.toEqual(takes[i - 1])
    }
    expect(one.takes).toHaveLength(4)
    expect(new Set(one.takes.map(take => JSON.stringify(take))).size).toBeGreaterThan(1)
  })

  it('begins on the snare or the drum nearest to where the lead hand comes from', () => {
    const starts = new Set(
      Array.from({ length: 40 }, (_, seed) => made({ path: { seed, afresh: false } }).takes[0]![0]!.piece),
    )
    expect([...starts].every(piece => piece === 'snare' || piece === 'high tom')).toBe(true)
  })

  it('on a pad there is one place to strike', () => {
    const pad = KITS.find(kit => kit.id === 'pad')!
    expect(
      new Set(
        made({ path: { seed: 3, afresh: false } }, { ...ground(), kit: pad }).takes[0]!.map(stroke => stroke.piece),
      ),
    ).toEqual(new Set(['pad']))
  })
})

describe('joins, on a kit with known distances', () => {
  // Hats at (-0.4, 0.5), floor tom at (0.55, 0.3): 0.97 m; easy from 0.06 + 0.97/4 = 0.303 s, hard up to 0.04 + 0.97/7 = 0.179 s.
  const kit = {
    ...DEFAULT_KIT,
    pieces: DEFAULT_KIT.pieces.map(piece =>
      piece.id === 'hi-hat'
        ? { ...piece, stands: { x: -0.4, y: 0.5 } }
        : piece.id === 'floor tom'
          ? { ...piece, stands: { x: 0.55, y: 0.3 } }
          : piece,
    ),
  }
  const on = (bpm: number): FillGround => ({ ...ground(bpm), kit })
  const floor = (bpm: number) => made({ path: ['floor tom'], source: { kind: 'sticking', text: 'r---' } }, on(bpm))
  /** From the hats on & of 2 to the floor tom on 3: two sixteenths. */
  it.each([
    [90, 333, 'easy'],
    [110, 273, 'demanding'],
    [160, 188, 'demanding'],
    [170, 176, 'hard'],
  ])('at %i the right hand has %i ms from the hats to the floor tom: %s', (bpm, ms, how) => {
    const into = joinsOf(floor(bpm), on(bpm)).into.find(one => one.limb === 'RH')!
    expect(Math.round(into.gap * 1000)).toBe(ms)
    expect(into.metres).toBeCloseTo(0.97, 2)
    expect(sayTransition(into, { bpm, counts: '1/4' })).toMatch(
      new RegExp(`The right hand has ${ms} ms from the hi-hat to the floor tom, 97 cm: ${how} at this tempo`),
    )
  })

  it('names the tempo at which it turns: 30 ÷ 0.303 s for two sixteenths, 99', () => {
    const into = joinsOf(floor(90), on(90)).into.find(one => one.limb === 'RH')!
    expect(sayTransition(into, { bpm: 90, counts: '1/4' })).toMatch(/easy at this tempo, demanding from 99\.$/)
  })

  it('leaves out the fewest strokes that make it easy, or begins elsewhere, or with the other hand', () => {
    const fill = floor(170)
    const offered = mendings(fill, on(170))
    // Without & of 2 the hand comes from 2: four sixteenths, 353 ms.
    const out = offered.find(one => one.id === 'leave out')!
    expect(out).toMatchObject({
      says: 'Leave the hi-hat out on & of 2',
      fill: { leaveOut: [{ limb: 'RH', at: -2 * S }] },
    })
    expect(worst(joinsOf(out.fill, on(170)).into)).toBeLessThanOrEqual(1)
    expect(offered.find(one => one.id.startsWith('begin on'))!.fill.takes[0]![0]!.piece).not.toBe('floor tom')
    expect(offered.map(one => one.id)).toContain('other hand')
    for (const one of offered)
      expect(Math.max(worst(joinsOf(one.fill, on(170)).into), worst(joinsOf(one.fill, on(170)).out))).toBeLessThan(2)
  })

  it('offers nothing where the way is easy', () => expect(mendings(floor(80), on(80))).toEqual([]))

  it('feet are looked at too: a bass drum on the last sixteenth and again on 1', () => {
    const fill = made({ ending: 'one more bass drum' }, ground(200))
    // 75 ms between two strokes of a foot is hard: 90 ms and less.
    expect(joinsOf(fill, ground(200)).out.find(one => one.limb === 'RF')!.asked).toMatchObject({ kind: 'pair' })
    expect(joinsOf(fill, ground(200)).out.find(one => one.limb === 'RF')!.asked!.hardness).toBeGreaterThanOrEqual(2)
    const [less] = mendings(fill, ground(200)).filter(one => one.id === 'one less')
    expect(joinsOf(less!.fill, ground(200)).out.find(one => one.limb === 'RF')!.asked?.hardness ?? 0).toBeLessThan(2)
  })

  it('one that ends within its bars lands there, and not on the round after as well', () => {
    const fill = made({ from: 4 * S, length: 4 * S, ending: 'crash' })
    const { groove } = aroundFill(fill, ground())
    expect(
      groove.parts
        .flatMap(part => part.strokes)
        .filter(stroke => stroke.piece === 'crash')
        .map(stroke => stroke.at / S),
    ).toEqual([8])
  })

  it('over a line without a fill the hands are looked at alike', () => {
    const two = makeGroove({
      ...bar(),
      bars: makeBars(meter(4, 4), 2, 4),
      parts: [
        makePart({
          id: 'r',
          name: 'R',
          limb: 'RH',
          strokes: [
            { at: 15 * S, piece: 'hi-hat', stroke: 'hit', level: 3 },
            { at: 16 * S, piece: 'floor tom', stroke: 'hit', level: 3 },
          ],
        }),
      ],
    })
    expect(crossingsAt(two, kit, BAR, { bpm: 120, counts: '1/4' })[0]).toMatchObject({
      limb: 'RH',
      asked: { kind: 'travel' },
    })
  })
})

describe('a search for fills', () => {
  const search = (seed: number, than?: 'busier' | 'simpler', bpm = 100) =>
    fillIdeas({ from: 0, length: BAR, seed, than }, ground(bpm))
  it('offers a dozen that differ, none of them hard here, the best first, the same from the same seed', () => {
    const ideas = search(1)
    expect(ideas).toHaveLength(12)
    expect(new Set(ideas.map(one => JSON.stringify(one.fill.takes))).size).toBe(12)
    expect(ideas.every(one => one.hardness < 2)).toBe(true)
    expect(ideas.every((one, i) => i === 0 || one.score <= ideas[i - 1]!.score)).toBe(true)
    expect(search(1)).toEqual(ideas)
    expect(search(2)).not.toEqual(ideas)
  })

  it('busier ones have more strokes than simpler ones', () => {
    const mean = (ideas: ReturnType<typeof search>) => ideas.reduce((sum, one) => sum + one.busy, 0) / ideas.length
    expect(mean(search(3, 'busier'))).toBeGreaterThan(mean(search(3, 'simpler')))
  })

  it('has more than a stroke or two in each, and chains that fill its slots exactly', () => {
    for (const { fill } of [...search(4), ...search(5)]) {
      expect(fill.takes[0]!.filter(stroke => isHand(stroke.limb)).length).toBeGreaterThanOrEqual(3)
      if (fill.source.kind === 'groups') expect(fill.source.texts.join('')).toHaveLength(16)
    }
  })

  it('with brushes in the hands the snare is tapped', () => {
    const sweeping = bar({
      style: 'brushed-ballad',
      parts: [
        makePart({
          id: 's',
          name: 'Sweep',
          limb: 'RH',
          strokes: [0, 4, 8, 12].map(slot => ({ at: slot * S, piece: 'snare', stroke: 'sweep', level: 2 })),
        }),
      ],
    })
    expect(new Set(made({}, ground(60, sweeping)).takes[0]!.map(stroke => stroke.stroke))).toEqual(new Set(['tap']))
  })

  it('keeps a crash out of a quiet style', () => {
    const quiet = ground(60, bar({ style: 'brushed-ballad' }))
    for (const { fill } of fillIdeas({ from: 0, length: BAR, seed: 1 }, quiet))
      expect(
        [...fill.takes[0]!, ...fill.landing.strokes].some(stroke => stroke.piece === 'crash'),
        fill.ending,
      ).toBe(false)
  })
})

/** What the readout finds hard or impossible, by id. */
const heavyIn = (groove: Groove, kit: Kit): string[] =>
  findings(groove, kit, played(groove, kit))
    .filter(one => one.weight === 'hard' || one.weight === 'impossible')
    .map(one => one.id)

describe('laws', () => {
  it(
    'a fill made of anything lies within itself, one stroke a limb at an instant, or is refused in words',
    { tags: ['law'] },
    () => {
      fc.assert(
        fc.property(
          drummed,
          fc.constantFrom(...RUDIMENTS.map(one => one.id)),
          fc.constantFrom(...ENDINGS),
          fc.constantFrom('kept', 'doubled', 'silent'),
          fc.nat(),
          fc.nat(),
          (drawn, id, ending, feet, a, b) => {
            const slots = slotsOf(drawn.bars)
            const beats = beatsOf(drawn.bars)
            const from = slots[a % slots.length]!.at
            const length = Math.min(grooveTicks(drawn) - from, beats[b % beats.length]!.length * (1 + (b % 4)))
            const fill = makeFill(
              {
                from,
                length,
                source: { kind: 'rudiment', id },
                first: a % 2 ? 'R' : 'L',
                path: { seed: a, afresh: b % 2 === 0 },
                loudness: 'growing',
                feet: feet,
                ending,
              },
              { ...ground(), round: drawn, next: drawn },
            )
            if (!fill.ok) return expect(fill.reason.length).toBeGreaterThan(10)
            expect(fillSchema.safeParse(fill.value).success).toBe(true)
            for (const take of fill.value.takes)
              expect(new Set(take.map(({ limb, at }) => `${limb} ${at}`)).size).toBe(take.length)
            expect(wishOf(fill.value)).toMatchObject({ from, length, ending })
          },
        ),
        { numRuns: 200 },
      )
    },
  )
})

it.each([
  'rock-eighths',
  'funk-sixteenths',
  'swing-four',
  'shuffle',
  'bossa-nova',
  'samba',
  'slow-twelve',
  'odd-seven',
  'march',
])('in %s offers only what it says and what can be played: a law over kits and tempos', { tags: ['law'] }, style => {
  for (const kit of KITS.filter(one => one.id !== 'pad'))
    for (const share of [0.8, 1, 1.2]) {
      const card = styleOf(style)!
      const begun = beginStyle(card, {
        id: style,
        title: style,
        bars: 2,
        bare: false,
        lead: 'right',
        kitId: kit.id,
        hands: kit.hands,
        newId: n => `p${n}`,
      })
      const groove = { ...begun, tempo: { ...begun.tempo, bpm: begun.tempo.bpm * share } }
      const rounds = roundsOf(phraseFrom(groove, 1, () => 'g'))
      const over = fillGroundOf(rounds, rounds[0]!, kit)
      const beats = beatsOf(over.round.bars).slice(-2)
      const total = grooveTicks(over.round)
      const found = fillIdeas({ from: beats[0]!.at, length: total - beats[0]!.at, seed: 1, many: 6 }, over)
      expect(found.length, `${style} ${kit.id} ${share}`).toBeGreaterThan(0)
      for (const { fill } of found) {
        const [take] = fill.takes
        const hands = take!.filter(({ limb }) => limb.endsWith('H'))
        const says = `${style} ${kit.id} ${share} ${JSON.stringify(fill.source)}`
        if (fill.loudness === 'accents')
          expect(
            hands.some(one => one.level === 5),
            says,
          ).toBe(true)
        if (isQuiet(style)) expect(Math.max(...take!.map(one => one.level)), says).toBeLessThanOrEqual(3)
        if (fill.feet === 'doubled')
          expect(
            over.round.parts.some(part => part.limb === 'LF' && part.strokes.length),
            says,
          ).toBe(true)
        const before = new Set(heavyIn(over.round, kit))
        expect(
          heavyIn(filled(over.round, fill, 0), kit).filter(id => !before.has(id)),
          says,
        ).toEqual([])
      }
    }
})

it('fills are said by what they are made of, how long, and from where', () => {
  expect(sayFill(bar(), made())).toBe('Single strokes, 2 beats from 3')
  expect(sayFillLength(bar(), { from: 0, length: BAR })).toBe('a bar')
  expect(sayFillLength(bar(), { from: 12 * S, length: 4 * S })).toBe('a beat')
  expect(sayFill(bar(), made({ source: { kind: 'rudiment', id: 'paradiddle' }, from: 0, length: BAR }))).toBe(
    'Single paradiddle, a bar from 1',
  )
})

describe('the way into a fill', () => {
  // By hand: hats to floor tom are 0.93 m, easy in 293 ms and hard in 173; a sixteenth at 80 has 187.5 ms, an eighth 375.
  const sixteenths = bar({}, '3333 3333 3333 3333')
  const whole = (more: Partial<FillWish> = {}, before = sixteenths) => {
    const on = { ...ground(80), before }
    return { on, fill: made({ from: 0, length: BAR, path: ['floor tom'], ...more }, on) }
  }
  const rightIn = (fill: Fill, on: FillGround) => joinsOf(fill, on).into.find(one => one.limb === 'RH')!

  it('comes out of the round before where the fill begins with its bars, and the stroke to leave out is there', () => {
    const { on, fill } = whole()
    expect([
      Math.round(rightIn(fill, on).gap * 1e4) / 10,
      rightIn(fill, on).asked!.kind,
      rightIn(fill, on).asked!.hardness > 1,
    ]).toEqual([187.5, 'travel', true])
    const mend = mendings(fill, on).find(one => one.id === 'leave out')!
    expect([mend.says, mend.fill.leaveOut]).toEqual(['Leave the hi-hat out on a of 4', [{ limb: 'RH', at: -S }]])
    expect(rightIn(mend.fill, on).asked!.hardness).toBeLessThanOrEqual(1)
    const phrase = phraseFrom(sixteenths, 1, () => 'g')
    const section = makeSection({
      id: 's',
      name: 'A',
      play: { groove: 'g' },
      bars: 1,
      times: 3,
      turns: [{ when: 'last', put: { fill: mend.fill } }],
    })
    const right = roundsOf({ ...phrase, sections: [section] }).map(round =>
      round.groove.parts
        .filter(part => part.limb === 'RH')
        .flatMap(part => part.strokes)
        .some(stroke => stroke.at === 15 * S),
    )
    // The first round has its last sixteenth, the one before the fill has not, and in the fill it is the fill’s.
    expect(right).toEqual([true, false, false])
  })

  it('is easy from eighths, and nothing is left out', () => {
    const { on, fill } = whole({}, bar())
    expect(mendings(fill, on)).toEqual([])
  })

  it('names what comes nearest to what a hand can do, and not what takes longest', () => {
    const { on, fill } = whole()
    const shares = joinsOf(fill, on).into.map(one => one.asked?.hardness ?? 0)
    expect(shares).toEqual(shares.toSorted((a, b) => b - a))
    expect(joinsOf(fill, on).into[0]!.limb).toBe('RH')
  })

  it('of a fill led afresh is the hardest of all times', () => {
    const { on, fill } = whole({ path: ['snare'] })
    const far = whole().fill
    const afresh: Fill = { ...fill, takes: [fill.takes[0]!, far.takes[0]!, fill.takes[0]!] }
    expect(rightIn(afresh, on).asked!.hardness).toBe(rightIn(far, on).asked!.hardness)
    expect(rightIn(fill, on).asked!.hardness).toBeLessThan(rightIn(far, on).asked!.hardness)
  })
})
