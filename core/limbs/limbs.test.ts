import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { makeBars, makeGroove, timeline } from '#core/groove'
import { DEFAULT_KIT, type Kit, type Level, type Limb, isHand, kitById, mirrorKit } from '#core/kit'
import { STYLE_CARDS, beginStyle } from '#core/style'
import { meter } from '#core/time'
import { type Struck, limbsFor, partsFrom, sayLeftOut } from '.'
import { type Crew, type Option, optionsOf } from './options'
import { Strain } from './strain'
import { after, remembered, stepPrice } from './way'
import { bothAtOnce, byFoot, habitsOf } from './habits'
import { instantsOf } from './struck'
import { lossOf } from './solve'

const S = 1260
/** Rows of sixteenths at a tempo: `{ 'hi-hat': '3.3.', 'snare': '..5.' }`; a stroke after the piece: `'hi-hat chick'`. */
function rows(given: Record<string, string>, bpm = 100): Struck[] {
  return Object.entries(given)
    .flatMap(([name, text]) => {
      const [piece, stroke] = name.split('/') as [string, Struck['stroke'] | undefined]
      return [...text.replaceAll(' ', '')].flatMap((level, slot): Struck[] =>
        level === '.'
          ? []
          : [
              {
                at: slot * S,
                seconds: (slot * 15) / bpm,
                piece,
                stroke: stroke ?? 'hit',
                level: Number(level) as Level,
                beat: slot % 4 === 0,
              },
            ],
      )
    })
    .sort((a, b) => a.at - b.at)
}
/** Which hand strikes, in order: `'R L R'`; the feet left out. */
const hands = (all: Struck[], kit: Kit = DEFAULT_KIT, more: Partial<Parameters<typeof limbsFor>[1]> = {}) =>
  limbsFor(all, { kit, lead: 'right', ...more })
    .limbs.flatMap(limb => (limb && isHand(limb) ? [limb[0]] : []))
    .join('')
const by = (all: Struck[], kit: Kit = DEFAULT_KIT, more: Partial<Parameters<typeof limbsFor>[1]> = {}) => {
  const { limbs } = limbsFor(all, { kit, lead: 'right', ...more })
  const of = new Map<string, Set<string>>()
  all.forEach((one, i) => of.set(one.piece, (of.get(one.piece) ?? new Set()).add(limbs[i] ?? '-')))
  return Object.fromEntries([...of].map(([piece, set]) => [piece, [...set].sort().join(' ')]))
}

describe('who plays what, as a drummer would', () => {
  const rock = { 'hi-hat': '3.3. 3.3. 3.3. 3.3.', snare: '.... 5... .... 5..1', 'bass drum': '4... .... 4.4. ....' }

  it('a rock bar: the lead hand on the hats, the other on the snare', () => {
    expect(by(rows(rock))).toEqual({ 'hi-hat': 'RH', snare: 'LH', 'bass drum': 'RF' })
  })
  it('for a player who leads left, on a mirrored kit', () => {
    expect(by(rows(rock), mirrorKit(DEFAULT_KIT), { lead: 'left' })).toEqual({
      'hi-hat': 'LH',
      snare: 'RH',
      'bass drum': 'LF',
    })
  })
  it('open-handed: the hats by the hand on their side', () => {
    expect(by(rows(rock), { ...DEFAULT_KIT, hands: 'open' })).toEqual({
      'hi-hat': 'LH',
      snare: 'RH',
      'bass drum': 'RF',
    })
  })
  it('swing in triplets: ride and foot; comping in the other hand', () => {
    const T = 1680
    const swing: Struck[] = [
      [0, 'ride'],
      [3, 'ride'],
      [5, 'ride'],
      [6, 'ride'],
      [9, 'ride'],
      [11, 'ride'],
      [4, 'snare'],
      [8, 'snare'],
      [3, 'hi-hat'],
      [9, 'hi-hat'],
    ]
      .map(([slot, piece]): Struck => ({
        at: Number(slot) * T,
        seconds: (Number(slot) * 20) / 160,
        piece: String(piece),
        stroke: piece === 'hi-hat' ? 'chick' : 'hit',
        level: 3,
        beat: Number(slot) % 3 === 0,
      }))
      .sort((a, b) => a.at - b.at)
    expect(by(swing)).toEqual({ ride: 'RH', snare: 'LH', 'hi-hat': 'LF' })
  })
  it.each([
    ['slow sixteenths on the hats are one hand’s', 84, 'RRRRRRRRRRRRRRRR'],
    ['fast ones are shared, the lead first', 132, 'RLRLRLRLRLRLRLRL'],
  ])('%s', (_, bpm, expected) => {
    expect(hands(rows({ 'hi-hat': '3333 3333 3333 3333' }, bpm))).toBe(expected)
  })
  it('fast shared hats leave the hand that leads for the backbeat', () => {
    // R L R L, the snare where a hat is left out: on 2 and 4 it is the right hand’s turn.
    expect(hands(rows({ 'hi-hat': '3333 .333 3333 .333', snare: '.... 5... .... 5...' }, 126))).toBe('RLRLRLRLRLRLRLRL')
  })
  it('a fill down the drums alternates', () => {
    expect(
      hands(
        rows(
          {
            snare: '4444 .... .... ....',
            'high tom': '.... 4444 .... ....',
            'mid tom': '.... .... 4444 ....',
            'floor tom': '.... .... .... 4444',
          },
          110,
        ),
      ),
    ).toBe('RLRLRLRLRLRLRLRL')
  })
  it('a fill after the time begins with the lead hand, and so does the crash after it, over the snare hand', () => {
    // A bar of rock, a bar of singles round the drums, crash and snare and bass on the next 1, the time again.
    const all = rows(
      {
        'hi-hat': `${'3.3. 3.3. 3.3. 3.3. '}${'.... '.repeat(4)}${'..3. 3.3. 3.3. 3.3.'}`,
        snare: '.... 5... .... 5... 4444 .... .... .... 5... 5... .... 5...',
        'high tom': `${'.... '.repeat(5)}4444`,
        'mid tom': `${'.... '.repeat(6)}4444`,
        'floor tom': `${'.... '.repeat(7)}4444`,
        crash: `${'.... '.repeat(8)}5...`,
        'bass drum': `${'.... '.repeat(8)}5...`,
      },
      90,
    )
    const { limbs } = limbsFor(all, { kit: DEFAULT_KIT, lead: 'right' })
    const fill = all.flatMap((one, i) => (one.at >= 16 * S && one.at < 32 * S ? [limbs[i]![0]] : [])).join('')
    expect(fill).toBe('RLRLRLRLRLRLRLRL')
    const home = Object.fromEntries(all.flatMap((one, i) => (one.at === 32 * S ? [[one.piece, limbs[i]]] : [])))
    expect(home).toEqual({ crash: 'RH', snare: 'LH', 'bass drum': 'RF' })
  })
  it('a paradiddle between the drums is found where the pieces ask for it', () => {
    // Ride R, snare L: R L R R L R L L.
    expect(hands(rows({ ride: '3.33 .3..', snare: '.3.. 3.33' }, 90))).toBe('RLRRLRLL')
  })
  it('hands change places by choice, and what the player has chosen stays', () => {
    const all = rows(rock)
    const i = all.findIndex(one => one.piece === 'snare')
    expect(limbsFor(all, { kit: DEFAULT_KIT, lead: 'right', fixed: new Map([[i, 'RH']]) }).limbs[i]).toBe('RH')
  })
  it('limbs go by what comes before 1 where the bars are played round', () => {
    const all = rows({ snare: '4444 4444 4444 4444' }, 150)
    expect(hands(all, DEFAULT_KIT, { loop: 1.6 })).toBe('RLRLRLRLRLRLRLRL')
  })
})

describe('what cannot be played', () => {
  it('a third hand: the softest is left out, and the foot can close the hats instead', () => {
    const all = rows({ snare: '5', crash: '4', 'hi-hat': '2' })
    const { limbs, left } = limbsFor(all, { kit: DEFAULT_KIT, lead: 'right' })
    const hat = all.findIndex(one => one.piece === 'hi-hat')
    expect(limbs[hat]).toBeUndefined()
    expect(left).toEqual([{ index: hat, at: 0, why: 'two hands', instead: { limb: 'LF', stroke: 'chick' } }])
    expect(sayLeftOut({ bars: makeBars(meter(4, 4), 1, 4) }, left[0]!, 'hi-hat', [0])).toBe(
      'Hi-hat on 1: both hands are busy at that instant. The left foot can close the hats there instead.',
    )
  })
  it('of those as loud as each other the time goes first and the snare last', () => {
    const goes = (texts: Record<string, string>) => {
      const all = rows(texts)
      return limbsFor(all, { kit: DEFAULT_KIT, lead: 'right' }).left.map(
        one => `${all[one.index]!.piece} ${one.at / S}`,
      )
    }
    const ride = '4.3. 4.3. 4.3. 4.3.'
    expect(goes({ ride, snare: '.... 4... .... 4...', crash: '.... 4...' })).toEqual(['ride 4'])
    expect(goes({ ride, snare: '.... 4... .... 4...', crash: '.... 4...', 'mid tom': '.... 4...' }).sort()).toEqual([
      expect.stringMatching(/^(crash|mid tom) 4$/),
      'ride 4',
    ])
    expect(goes({ 'hi-hat': '4', cowbell: '.', snare: '4', 'floor tom': '4' })).toEqual(['hi-hat 0'])
    expect(goes({ ride, snare: '.... 3', crash: '.... 4...' })).toEqual(['snare 4'])
  })
  it('but not where that foot steps already', () => {
    const all = rows({ snare: '5', crash: '4', 'hi-hat': '2', 'hi-hat/chick': '3' })
    expect(limbsFor(all, { kit: DEFAULT_KIT, lead: 'right' }).left.map(one => one.instead)).toEqual([undefined])
  })
  it('a piece that the kit lacks, and one out of reach, are said', () => {
    const far: Kit = {
      ...DEFAULT_KIT,
      pieces: DEFAULT_KIT.pieces.map(piece => (piece.id === 'ride' ? { ...piece, stands: { x: 1.9, y: 1.9 } } : piece)),
    }
    expect(
      limbsFor(rows({ gong: '3', ride: '3' }), { kit: far, lead: 'right' })
        .left.map(one => one.why)
        .sort(),
    ).toEqual(['no piece', 'out of reach'])
  })
  it('one hand may strike two neighbours where the kit says so', () => {
    const large = kitById('large')
    const all = rows({ 'high block': '3', 'low block': '3', snare: '4' })
    expect(limbsFor(all, { kit: large, lead: 'right' }).left).toEqual([])
    expect(limbsFor(all, { kit: { ...large, pairs: [] }, lead: 'right' }).left).toHaveLength(1)
  })
})

describe('doubt', () => {
  it('is told where another hand would do as well, and not where only one will', () => {
    const one = limbsFor(rows({ snare: '3' }), { kit: DEFAULT_KIT, lead: 'right' })
    expect(one.doubts).toEqual([{ index: 0, limb: 'RH', other: 'LH', more: 0.12 }])
    const rock = limbsFor(rows({ 'hi-hat': '3.3. 3.3.', snare: '.... 5...' }), { kit: DEFAULT_KIT, lead: 'right' })
    expect(rock.doubts).toEqual([])
  })
  it('costs what the way through the other hand costs', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('snare', 'high tom', 'floor tom', 'hi-hat'), { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 60, max: 200 }),
        (pieces, bpm) => {
          const all = pieces.map((piece, i): Struck => ({
            at: i * S,
            seconds: (i * 15) / bpm,
            piece,
            stroke: 'hit',
            level: 3,
            beat: i % 4 === 0,
          }))
          const free = limbsFor(all, { kit: DEFAULT_KIT, lead: 'right' })
          for (const { index, other, more } of free.doubts) {
            expect(
              limbsFor(all, { kit: DEFAULT_KIT, lead: 'right', fixed: new Map([[index, other]]) }).price,
            ).toBeCloseTo(free.price + more, 2)
          }
        },
      ),
    )
  })
})

/** The cheapest of every way there is, one by one. */
function tryingAll(all: Struck[], kit: Kit): number {
  const habit = habitsOf(all, kit, 'right')
  const strain = new Strain(all, kit)
  let whole = 0
  for (const limbs of [
    ['RH', 'LH'],
    ['RF', 'LF'],
  ] as [Limb, Limb][]) {
    const crew: Crew = {
      limbs,
      habit,
      both: (a, b) => bothAtOnce(kit, all[a]!, all[b]!),
      loss: i => lossOf(kit, all[i]!),
    }
    const instants = instantsOf(
      all,
      all.flatMap((one, i) => (byFoot(kit, one) === !isHand(limbs[0]) ? [i] : [])),
    )
    const go = (n: number, state: { last: [number, number]; before: [number, number] }): number => {
      if (n === instants.length) return 0
      const now = remembered(all, state, instants[n]!.seconds)
      return Math.min(
        ...optionsOf(instants[n]!.struck, crew).map(
          (option: Option) => option.price + stepPrice(strain, crew, all, now, option) + go(n + 1, after(now, option)),
        ),
      )
    }
    whole += go(0, { last: [-1, -1], before: [-1, -1] })
  }
  return whole
}

describe('the way of least strain', () => {
  it('is as cheap as the cheapest of all ways, tried one by one, on small cases', { tags: ['law'] }, () => {
    const struck = fc.record({
      slot: fc.integer({ min: 0, max: 7 }),
      piece: fc.constantFrom('snare', 'hi-hat', 'ride', 'crash', 'high tom', 'floor tom', 'bass drum'),
      level: fc.constantFrom<Level>(1, 2, 3, 4, 5),
    })
    fc.assert(
      fc.property(
        fc.uniqueArray(struck, { maxLength: 9, selector: one => `${one.slot}${one.piece}` }),
        fc.integer({ min: 50, max: 220 }),
        (list, bpm) => {
          const all = list
            .map(({ slot, piece, level }): Struck => ({
              at: slot * S,
              seconds: (slot * 15) / bpm,
              piece,
              stroke: 'hit',
              level,
              beat: slot % 4 === 0,
            }))
            .sort((a, b) => a.at - b.at)
          expect(limbsFor(all, { kit: DEFAULT_KIT, lead: 'right' }).price).toBeCloseTo(tryingAll(all, DEFAULT_KIT), 6)
        },
      ),
      { numRuns: 150 },
    )
  })

  it('gives most styles their own limbs back, which it has not been told', () => {
    const shares = STYLE_CARDS.map(card => {
      const groove = beginStyle(card, {
        id: 'x',
        title: 'X',
        bars: 2,
        bare: false,
        lead: 'right',
        kitId: 'five-piece',
        hands: 'crossed',
        newId: i => `p${i}`,
      })
      const strokes = timeline(groove, DEFAULT_KIT).filter(one => one.piece)
      const all = strokes.map((one): Struck => ({
        at: one.at,
        seconds: one.seconds,
        piece: one.piece!.id,
        stroke: one.stroke,
        level: one.level,
        beat: one.at % 5040 === 0,
      }))
      const { limbs } = limbsFor(all, { kit: DEFAULT_KIT, lead: 'right' })
      return { id: card.id, share: strokes.filter((one, i) => limbs[i] === one.limb).length / strokes.length }
    })
    const alike = shares.filter(one => one.share >= 0.95).length
    // A march’s rudiments double where single strokes would do: that is its sound, and no strain asks for it.
    expect(shares.flatMap(one => (one.share < 0.8 ? [one.id] : []))).toEqual(['march', 'march-in-six'])
    expect(alike / shares.length).toBeGreaterThan(0.85)
  })
})

describe('parts from limbs', () => {
  it('are the time, the snare, its ghosts, the rest, and the feet, named by what is in them', () => {
    const all = rows({
      'hi-hat': '3.3. 3.3. 3.3. 3...',
      snare: '.... 5..1 .1.. 5...',
      crash: '.... .... .... ..4.',
      'bass drum': '4... .... 4.4. ....',
      'hi-hat/chick': '.... 2... .... 2...',
    })
    const { limbs } = limbsFor(all, { kit: DEFAULT_KIT, lead: 'right' })
    const bars = makeBars(meter(4, 4), 1, 4)
    const parts = partsFrom(
      bars,
      all.map((one, i) => ({
        limb: limbs[i]!,
        stroke: { at: one.at, piece: one.piece, stroke: one.stroke, level: one.level },
      })),
      i => `p${i}`,
    )
    expect(parts.map(part => [part.limb, part.name, part.role, part.strokes.length])).toEqual([
      ['RH', 'Hi-hat', 'lead', 7],
      ['RH', 'Crash', 'other', 1],
      ['LH', 'Backbeat', 'backbeat', 2],
      ['LH', 'Ghosts', 'ghosts', 2],
      ['RF', 'Bass drum', 'bass drum', 3],
      ['LF', 'Hat foot', 'hat foot', 2],
    ])
    expect(makeGroove({ id: 'g', title: 'G', bars, parts }).parts).toHaveLength(6)
  })
})
