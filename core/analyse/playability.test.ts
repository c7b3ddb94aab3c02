import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT, HOUSE_LIMITS, type Kit, type Limb, kitById } from '#core/kit'
import { type Groove, makeBars, makeGroove, makePart, passSeconds, rowStrokes, timeline } from '#core/groove'
import { meter } from '#core/time'
import { crossedAt, crossingTime, findings, graceTroubles, played, readout, relate, sayFinding, sayRelation } from '.'
import { busyLimbs, offBeatShare, syncopation, weigh, weights } from './density'
import { readHats, sayBreathing, sayHatTrouble } from './hats'
import { sayGraceTrouble } from './graces'
import { sayRule, sayTrouble } from './say-trouble'
import { troubles } from './playability'

const bars = makeBars(meter(4, 4), 1, 4)
const part = (id: string, limb: Limb, piece: string, row: string, more = {}) =>
  makePart({ id, name: id, limb, strokes: rowStrokes(bars, row, { piece }), ...more })
const at = (bpm: number, ...parts: Groove['parts']): Groove =>
  makeGroove({ id: 'g', title: 'G', bars, parts, tempo: { bpm, counts: '1/4' } })
const events = (groove: Groove) => timeline(groove, DEFAULT_KIT)
const found = (groove: Groove) => troubles(groove, events(groove)).map(one => [one.kind, one.limb, one.verdict])
const said = (groove: Groove) => troubles(groove, events(groove)).map(one => sayTrouble(groove, one))

describe('one hand or foot', () => {
  // By hand, from docs/rules.md's table. Sixteenths at b quarters a minute are b/15 a second, eighths b/30; gaps in ms below.
  it.each<[string, number, Groove['parts'][number], unknown[]]>([
    // Without a break: a hand easy up to 5 a second (75), hard from 7 (105); a foot 4 (60) and 6 (90).
    ['hats in sixteenths', 75, part('p', 'RH', 'hi-hat', '3333'), []],
    ['hats in sixteenths', 90, part('p', 'RH', 'hi-hat', '3333'), [['long', 'RH', 'demanding']]],
    ['hats in sixteenths', 105, part('p', 'RH', 'hi-hat', '3333'), [['long', 'RH', 'hard']]],
    ['hats in eighths', 150, part('p', 'RH', 'hi-hat', '3.3.'), []],
    ['a foot in sixteenths', 60, part('p', 'RF', 'bass drum', '3333'), []],
    ['a foot in sixteenths', 90, part('p', 'RF', 'bass drum', '3333'), [['long', 'RF', 'hard']]],
    // A run of nine, then a breath: a hand 6 (90) and 8.5 (127.5), a foot 4.5 (67.5) and 6.5 (97.5).
    ['a run of nine', 90, part('p', 'LH', 'snare', '3333 3333 3... ....'), []],
    ['a run of nine', 100, part('p', 'LH', 'snare', '3333 3333 3... ....'), [['run', 'LH', 'demanding']]],
    ['a run of nine', 128, part('p', 'LH', 'snare', '3333 3333 3... ....'), [['run', 'LH', 'hard']]],
    ['a foot’s run of nine', 98, part('p', 'RF', 'bass drum', '3333 3333 3... ....'), [['run', 'RF', 'hard']]],
    // A burst of four, or of three: a hand 7.5 (112.5) and 10.5 (157.5), a foot 5 (75) and 7.5 (112.5).
    ['a burst of four', 112, part('p', 'LH', 'snare', '3333 .... 3333 ....'), []],
    ['a burst of four', 113, part('p', 'LH', 'snare', '3333 .... 3333 ....'), [['burst', 'LH', 'demanding']]],
    ['a burst of three', 158, part('p', 'LH', 'snare', '333. .... 3... ....'), [['burst', 'LH', 'hard']]],
    [
      'a foot’s burst of three',
      100,
      part('p', 'RF', 'bass drum', '333. .... 3... ....'),
      [['burst', 'RF', 'demanding']],
    ],
    // A pair: a hand from 100 ms up (150), hard from 65 down; a foot 130 (115.4) and 90 (166.7). A samba foot at 100 is easy.
    ['a samba foot', 100, part('p', 'RF', 'bass drum', '3..3 3..3 3..3 3..3'), []],
    ['a samba foot', 120, part('p', 'RF', 'bass drum', '3..3 3..3 3..3 3..3'), [['pair', 'RF', 'demanding']]],
    ['a push into a beat', 167, part('p', 'RF', 'bass drum', '3... ...3 3... ....'), [['pair', 'RF', 'hard']]],
    // Levels do not make a pair anything else; only that it cannot be bounced.
    ['a pair that rises', 140, part('p', 'LH', 'snare', '35.. .... 35.. ....'), []],
    ['a pair that rises', 160, part('p', 'LH', 'snare', '35.. .... 35.. ....'), [['pair', 'LH', 'demanding']]],
    // One stroke alone asks nothing.
    ['one stroke', 400, part('p', 'LH', 'snare', '5... .... .... ....'), []],
  ])('%s at %i', (_, bpm, one, expected) => expect(found(at(bpm, one))).toEqual(expected))

  it('says how fast, where, and from which tempo it is hard, and by which rule', () => {
    const said = (bpm: number, one: Groove['parts'][number]) =>
      troubles(at(bpm, one), events(at(bpm, one))).map(trouble => [sayTrouble(at(bpm, one), trouble), sayRule(trouble)])
    expect(said(90, part('hat', 'RH', 'hi-hat', '3333'))).toEqual([
      [
        'Right hand: 6 strokes a second without a break. Demanding; hard from 105.',
        'Rule of thumb: a hand that goes on without a break: easy up to 5 strokes a second, hard from 7.',
      ],
    ])
    expect(said(100, part('s', 'LH', 'snare', '3333 3333 3... ....'))).toEqual([
      [
        'Left hand: a run at 6.7 strokes a second, around 1. Demanding; hard from 128.',
        'Rule of thumb: five or more strokes of a hand in a row: easy up to 6 strokes a second, hard from 8.5.',
      ],
    ])
    expect(said(120, part('b', 'RF', 'bass drum', '3..3 3..3 3..3 3..3'))).toEqual([
      [
        'Right foot: two strokes 125 ms apart, on a of 1 and 2, and in 3 places more. Demanding; hard from 167.',
        'Rule of thumb: two strokes of a foot with time around them: easy from 130 ms up, hard from 90 ms down.',
      ],
    ])
  })

  it('may bounce two strokes with time around them, and then has until 90 and 50 ms, on a tom 105 and 65', () => {
    const pair = (bpm: number, piece = 'snare', row = '33.. .... 33.. ....') => at(bpm, part('snare', 'LH', piece, row))
    expect(found(pair(160))).toEqual([]) // 94 ms
    expect(found(pair(170))).toEqual([['double', 'LH', 'demanding']]) // 88 ms
    expect(found(pair(300))).toEqual([['double', 'LH', 'hard']]) // 50 ms
    expect(found(pair(150, 'high tom'))).toEqual([['double', 'LH', 'demanding']]) // 100 ms
  })

  it('counts every blow: a double stroke is two', () => {
    const doubled = (bpm: number) =>
      at(
        bpm,
        makePart({
          id: 'd',
          name: 'd',
          limb: 'LH',
          strokes: rowStrokes(bars, '3333', { piece: 'snare' }).map(stroke => ({
            ...stroke,
            ornament: 'double' as const,
          })),
        }),
      )
    // At 60 the sixteenths are 4 a second and easy; doubled they are 8.
    expect(found(doubled(60))).toEqual([['long', 'LH', 'hard']])
  })

  it('moves a sweep without a blow, and needs no other grip for the taps of the same brush', () => {
    const brushes = (row: string, stroke: 'sweep' | 'hit' | 'tap') =>
      makePart({ id: stroke, name: stroke, limb: 'RH', strokes: rowStrokes(bars, row, { piece: 'snare', stroke }) })
    expect(found(at(160, brushes('2222', 'sweep')))).toEqual([])
    expect(found(at(160, brushes('2... 2... 2... 2...', 'sweep'), brushes('...3 .... ...3 ....', 'tap')))).toEqual([])
    expect(found(at(160, brushes('2... 2... 2... 2...', 'sweep'), brushes('..3. .... ..3. ....', 'hit')))).toEqual([
      ['grip', 'RH', 'demanding'],
    ]) // 188 ms
  })
})

describe('another grip', () => {
  it('takes its time: from stick to cross-stick in 300 ms, hard in 160', () => {
    const cross = (bpm: number) =>
      at(
        bpm,
        makePart({
          id: 'c',
          name: 'c',
          limb: 'LH',
          strokes: [
            ...rowStrokes(bars, '5... .... .... ....', { piece: 'snare' }),
            ...rowStrokes(bars, '..4. .... .... ....', { piece: 'snare', stroke: 'cross-stick' }),
          ],
        }),
      )
    expect(found(cross(100))).toEqual([]) // an eighth is 300 ms
    expect(said(cross(120))).toEqual([
      'Left hand: from the stick on 1 to cross-stick on & of 1, another grip, in 250 ms. Demanding; hard from 188.',
    ])
    expect(found(cross(190))).toEqual([['grip', 'LH', 'hard']])
  })
})

describe('crossed arms', () => {
  // Right on the snare (left of the floor tom's hand is none): right on the snare while left plays the floor tom is crossed, and costs 0.05 s on the way in and out.
  it('cost time, but not over the hats', () => {
    const arms = (left: string) =>
      at(
        100,
        part('r', 'RH', 'ride', '3... .... .... ....'),
        part('r2', 'RH', 'snare', '..3. .... .... ....'),
        part('l', 'LH', left, '..3. .... .... ....'),
      )
    const way = (groove: Groove) => crossedAt(events(groove))
    expect([...way(arms('floor tom'))]).toEqual([2520])
    expect([...way(arms('hi-hat'))]).toEqual([])
    const none = at(100, part('r', 'RH', 'hi-hat', '3.3.'), part('l', 'LH', 'snare', '..3. .... .... ....'))
    expect([...way(none)]).toEqual([])
    expect(crossingTime(new Set([2520]), { at: 0 }, { at: 2520 })).toBe(0.05)
    expect(crossingTime(new Set([0, 2520]), { at: 0 }, { at: 2520 })).toBe(0)
  })
})

describe('grace notes', () => {
  const flam = (ornament: 'flam' | 'drag' | 'ruff', other = '') =>
    at(
      100,
      makePart({
        id: 's',
        name: 's',
        limb: 'LH',
        strokes: rowStrokes(bars, '.... 5... .... ....', { piece: 'snare' }).map(stroke => ({ ...stroke, ornament })),
      }),
      ...(other ? [part('hat', 'RH', 'hi-hat', other)] : []),
    )
  const graces = (groove: Groove) =>
    graceTroubles(events(groove), HOUSE_LIMITS, passSeconds(groove)).map(one => [
      one.weight,
      sayGraceTrouble(groove, one),
    ])
  it('of a flam need the other hand, which must not strike elsewhere just then', () => {
    expect(graces(flam('flam'))).toEqual([])
    expect(graces(flam('flam', '3... .... 3... ....'))).toEqual([])
    expect(graces(flam('flam', '3.3.'))).toEqual([
      [
        'impossible',
        'The flam of the left hand on 2 needs the right hand just before, which strikes something of its own at that moment.',
      ],
    ])
    // A sixteenth before the flam, 150 - 32 = 118 ms to get from the hats to the snare: √(0.32² + 0.05²) = 0.32 m takes 0.14 s easily, 0.086 s at the least.
    expect(graces(flam('flam', '...3 .... .... ....'))).toEqual([
      [
        'demanding',
        'The flam of the left hand on 2 needs the right hand on the snare just before, which has little time between it and the hi-hat.',
      ],
    ])
  })
  it('of a drag may be one hand’s bounce, where it has 120 ms before them', () => {
    expect(graces(flam('drag', '3.3.'))).toEqual([])
    expect(graces(flam('ruff', '3.3.'))).toMatchObject([['impossible', expect.stringContaining('ruff')]])
  })
})

describe('control', () => {
  // An accent and a ghost a sixteenth later: at 96 that is 156 ms, under 180; hard from 96 × 156.25 / 110 = 136.4.
  it('of a ghost soon after an accent, with the tempo from which it is hard', () => {
    const groove = at(96, part('snare', 'LH', 'snare', '.... .... .... 51..'))
    expect(said(groove)).toEqual(['Left hand: accent on 4, ghost on e of 4, 156 ms later. Demanding; hard from 137.'])
    expect(found(at(83, ...groove.parts))).toEqual([]) // 180.7 ms
    expect(found(at(140, ...groove.parts))).toEqual([['control', 'LH', 'hard']])
  })
  it('of an accent soon after a ghost: from 160 ms easy, hard from 100', () => {
    const groove = (bpm: number) => at(bpm, part('snare', 'LH', 'snare', '.... .... .... 15..'))
    expect(found(groove(93))).toEqual([]) // 161 ms
    expect(said(groove(100))).toEqual([
      'Left hand: ghost on 4, accent on e of 4, 150 ms later. Demanding; hard from 150.',
    ])
    expect(found(groove(150))).toContainEqual(['rise', 'LH', 'hard'])
  })
})

describe('a reach', () => {
  // Hi-hat (-0.42, 0.5) to floor tom (0.5, 0.35): 0.932 m. Easy from 0.06 + 0.932/4 = 0.293 s, hard under 0.04 + 0.932/7 = 0.173 s.
  const reach = (bpm: number) =>
    at(bpm, part('hat', 'RH', 'hi-hat', '3... .... .... ....'), part('tom', 'RH', 'floor tom', '..3. .... .... ....'))
  it.each<[number, unknown[]]>([
    [100, []], // an eighth is 300 ms
    [110, [['travel', 'RH', 'demanding']]], // 273 ms
    [175, [['travel', 'RH', 'hard']]], // 171 ms
  ])('across the kit in an eighth at %i', (bpm, expected) => {
    expect(found(reach(bpm)).filter(([kind]) => kind === 'travel')).toEqual(expected)
  })

  it('takes no time where the hand stays', () => {
    expect(found(at(175, part('hat', 'RH', 'hi-hat', '3.3. .... .... ....')))).toEqual([])
  })
})

describe('the hat foot', () => {
  const hat = (id: string, row: string, stroke: 'hit' | 'open', more = {}) =>
    makePart({ id, name: id, limb: 'RH', strokes: rowStrokes(bars, row, { piece: 'hi-hat', stroke, ...more }) })
  const told = hat('o', '...4 .... .... ....', 'open', { openSlots: 4 })
  const foot = (row: string, stroke: 'chick' | 'splash' = 'chick') =>
    makePart({ id: 'f', name: 'F', limb: 'LF', strokes: rowStrokes(bars, row, { piece: 'hi-hat', stroke }) })
  const read = (...parts: Groove['parts']) => {
    const groove = at(100, ...parts)
    const all = played(groove, DEFAULT_KIT)
    const { troubles, breathing } = readHats(groove, all.events, all, HOUSE_LIMITS)
    return [
      ...troubles.map(one => sayHatTrouble(groove, one)),
      ...(breathing.length ? [sayBreathing(groove, breathing)] : []),
    ]
  }
  it('cannot close the hats while they are told to stay open', () => {
    expect(read(told, foot('.... 3... .... ....'))).toEqual([
      'The hat foot closes on 2, while the hats are to stay open from a of 1. Shorten the opening, or take the foot stroke out.',
    ])
    // Round the bar line too: open from a of 4 for four slots, stepped on 1.
    expect(read(hat('o', '.... .... .... ...4', 'open', { openSlots: 4 }), foot('3... .... .... ....'))[0]).toContain(
      'The hat foot closes on 1',
    )
  })
  it('is right where it closes an opening, told to end there or left to the next stroke', () => {
    expect(read(told, foot('.... ...3 .... ....'))).toEqual([])
    expect(read(hat('o', '...4 .... .... ....', 'open'), foot('.... 3... .... ....'))).toEqual([])
  })
  it('is right with a hand’s stroke on the hats; between closed ones it makes them breathe, which is told and no fault', () => {
    expect(read(hat('h', '3.3.', 'hit'), foot('.... 3... .... 3...'))).toEqual([])
    expect(read(hat('h', '3... 3... 3... 3...', 'hit'), foot('..3. ..3. ..3. ..3.'))).toEqual([
      'The hats will breathe between the hand’s closed strokes where the foot steps: & of 1, & of 2, & of 3 and & of 4.',
    ])
    // Hats on 1 and 3 alone, the foot on 2 and 4: nobody is holding them.
    expect(read(hat('h', '3... .... 3... ....', 'hit'), foot('.... 3... .... 3...'))).toEqual([])
  })
  it('is demanding just after a hand struck them: a sixteenth at 130 is 115 ms', () => {
    const groove = at(130, hat('h', '3.3.', 'hit'), foot('.3.. .... .... ....'))
    const all = played(groove, DEFAULT_KIT)
    expect(findings(groove, DEFAULT_KIT, all).map(one => [one.weight, sayFinding(groove, one)])).toEqual([
      [
        'demanding',
        'The hat foot steps on e of 1, 115 ms after a hand struck the hats closed: it must let go and step again in that time. Demanding.',
      ],
    ])
    expect(read(hat('h', '3.3.', 'hit'), foot('.3.. .... .... ....'))[0]).toContain('breathe') // 150 ms at 100
  })
  it('cannot splash hats that a hand strikes', () => {
    expect(read(hat('h', '3... .... .... ....', 'hit'), foot('3... .... .... ....', 'splash'))).toEqual([
      'The foot is to splash the hats on 1, where a hand strikes them: a splash needs them free.',
    ])
  })
})

describe('what is read', () => {
  it('is every round until a part with a cycle comes home, and no muted part', () => {
    // Three sixteenths against the bar: home after 3 rounds. The bass drum's hand-off on the third is a clash only there.
    const cycle = part('c', 'RH', 'cowbell', '3', {
      every: 3780,
      strokes: [{ at: 0, piece: 'cowbell', stroke: 'hit', level: 3 }],
    })
    const tom = part('t', 'RH', 'floor tom', '..3. .... .... ....')
    const groove = at(80, cycle, tom)
    const all = played(groove, DEFAULT_KIT)
    // 2520 is struck where a round's start r × 20160 makes (2520 + r × 20160) a multiple of 3780: 2520 mod 3780 = 2520, 22680 = 6 × 3780, so round 2.
    expect([all.rounds, all.whole]).toEqual([3, true])
    const clash = findings(groove, DEFAULT_KIT, all).filter(one => one.about.kind === 'clash')
    expect(clash.map(one => sayFinding(groove, one))).toEqual([
      'Right hand is asked for cowbell and floor tom at once on & of 1 of round 2. Move one of them to another limb or another slot.',
    ])
    expect(clash[0]!.strokes).toEqual([
      { partId: 'c', at: 0 },
      { partId: 't', at: 2520 },
    ])
    const muted = at(80, cycle, { ...tom, muted: true })
    expect(readout(muted, DEFAULT_KIT)).toMatchObject({ findings: [], leftOut: ['t'] })
  })
})

describe('ways of a hand that players are used to', () => {
  // Floor tom to crash: 0.04 s + distance ÷ 7 m/s is 184 ms; an eighth is 30 s ÷ tempo, 187.5 ms at 160.
  it.each([
    [120, []],
    [160, []],
    [161, [['travel', 'RH', 'demanding']]],
    [170, [['travel', 'RH', 'hard']]],
  ])('the last floor tom, on the & of 4, before a crash on 1 at %i', (bpm, wanted) =>
    expect(
      found(
        at(
          bpm,
          part('crash', 'RH', 'crash', '4... .... .... ....'),
          part('tom', 'RH', 'floor tom', '.... .... .... ..4.'),
        ),
      ),
    ).toEqual(wanted),
  )

  // 0.93 m: easy from 0.06 + 0.93 ÷ 4 = 293 ms, four fifths of it where the hand swings: 234 ms, an eighth at 128.
  it.each([
    ['evenly', 120, '3... 3... 3... 3...', '..3. ..3. ..3. ..3.', []],
    ['evenly', 130, '3... 3... 3... 3...', '..3. ..3. ..3. ..3.', [['travel', 'RH', 'demanding']]],
    ['once', 120, '3... .... .... ....', '..3. .... .... ....', [['travel', 'RH', 'demanding']]],
  ])('hats and floor tom by turns, %s, at %i', (_, bpm, hats, tom, wanted) =>
    expect(found(at(bpm, part('hats', 'RH', 'hi-hat', hats), part('tom', 'RH', 'floor tom', tom)))).toEqual(wanted),
  )

  it('a choke needs one hand free for 150 ms', () => {
    const crash = (limb: Limb) =>
      makePart({
        id: 'crash',
        name: 'crash',
        limb,
        strokes: rowStrokes(bars, '4... .... .... ....', { piece: 'crash' }).map(stroke => ({
          ...stroke,
          ornament: 'choke' as const,
        })),
      })
    const chokes = (bpm: number, ...more: Groove['parts']) => {
      const groove = at(bpm, crash('RH'), ...more)
      return graceTroubles(events(groove), HOUSE_LIMITS, passSeconds(groove)).map(one => sayGraceTrouble(groove, one))
    }
    const [left, right] = [
      part('snare', 'LH', 'snare', '3333 .... .... ....'),
      part('hats', 'RH', 'hi-hat', '.333 .... .... ....'),
    ]
    // Sixteenths at 100 are 150 ms apart: the right hand has them.
    expect(chokes(100, left, right)).toEqual([])
    expect(chokes(110, left)).toEqual([])
    expect(chokes(110, left, right)).toEqual([
      'The choke on 1 needs a hand that is free for 150 ms after the stroke, and both play on.',
    ])
  })
})

describe('relations', () => {
  const groove = at(100, part('ride', 'RH', 'ride', '3.3.'), part('bass', 'RF', 'bass drum', '3..3 .... ..3. ...3'))
  it('are with it, or between two of its strokes, by note values', () => {
    const relation = relate(groove, events(groove), { part: 'bass' }, { part: 'ride' })
    expect(relation).toEqual({
      with: [0, 12600],
      between: [
        { at: 3780, after: 2520, since: 1260, before: 5040, until: 1260, nearer: 'neither' },
        { at: 18900, after: 17640, since: 1260, before: 0, until: 1260, nearer: 'neither' },
      ],
    })
    expect(sayRelation(groove, relation)).toBe(
      'Together on 1 and & of 3. Between its & of 1 and 2: a of 1, midway. Between its & of 4 and 1: a of 4, midway.',
    )
  })

  it('are midway only where they sound so', () => {
    // Sixteenths at 60: a of 1 comes at 0.8 of the beat, with & at 0.5 and 2 at 1.
    const swung = { ...groove, feel: { swing: { level: '1/16' as const, share: 0.6 }, push: {} } }
    expect(sayRelation(swung, relate(swung, events(swung), { part: 'bass' }, { part: 'ride' }))).toBe(
      'Together on 1 and & of 3. Between its & of 1 and 2: a of 1, sounding nearer the second. Between its & of 4 and 1: a of 4, sounding nearer the second.',
    )
  })

  it('go round the bar line, and name the nearer of two neighbours', () => {
    const one = at(
      100,
      part('snare', 'LH', 'snare', '.... 3... .... 3...'),
      part('bass', 'RF', 'bass drum', '3... .3.. .... ....'),
    )
    expect(sayRelation(one, relate(one, events(one), { part: 'bass' }, { part: 'snare' }))).toBe(
      'Between its 4 and 2: 1, midway. Between its 2 and 4: e of 2, a sixteenth after the first.',
    )
    const alone = at(
      100,
      part('snare', 'LH', 'snare', '.... 3... .... ....'),
      part('bass', 'RF', 'bass drum', '3... .... .... ....'),
    )
    expect(relate(alone, events(alone), { part: 'bass' }, { part: 'snare' }).between).toEqual([
      { at: 0, after: 5040, since: 15120, before: 5040, until: 5040, nearer: 'second' },
    ])
    expect(sayRelation(alone, relate(alone, events(alone), { part: 'bass' }, { part: 'snare' }))).toBe(
      'Around its 2: 1, a quarter before it.',
    )
  })

  it('hold for all that both hands play, for many strokes, and off the grid', () => {
    const one = at(
      100,
      part('ride', 'RH', 'ride', '3... 3... 3... 3...'),
      part('snare', 'LH', 'snare', '..3. .... ..3. ....'),
      part('bass', 'RF', 'bass drum', '3.3. .... ..33 ....'),
    )
    expect(sayRelation(one, relate(one, events(one), { part: 'bass' }, 'hands'))).toBe(
      'Together on 1, & of 1 and & of 3. Between its & of 3 and 4: a of 3, midway.',
    )
    // A limb with all its parts on either side: what is of both counts for the one.
    const two = at(
      100,
      part('ghosts', 'LH', 'snare', '.1.. .... .1.. ....'),
      part('snare', 'LH', 'snare', '.... 5... .... 5...'),
      part('bass', 'RF', 'bass drum', '4... 4... .4.. ....'),
    )
    expect(relate(two, events(two), { limb: 'LH' }, { limb: 'RF' }).with).toEqual([5040, 11340])
    expect(relate(two, events(two), 'hands', { limb: 'LH' })).toEqual({ with: [], between: [] })
    expect(
      relate(two, events(two), { part: 'ghosts' }, { limb: 'LH' }).between.map(one => [one.at, one.after, one.before]),
    ).toEqual([
      [1260, 15120, 5040],
      [11340, 5040, 15120],
    ])
    const many = at(
      100,
      part('ride', 'RH', 'ride', '3... 3... 3... 3...'),
      part('bass', 'RF', 'bass drum', '.3.. .3.. ...3 .3..'),
    )
    expect(sayRelation(many, relate(many, events(many), { part: 'bass' }, { part: 'ride' }))).toBe(
      'A sixteenth after it: e of 1, e of 2 and e of 4. A sixteenth before it: a of 3.',
    )
    const off = at(
      100,
      part('ride', 'RH', 'ride', '3... 3... 3... 3...'),
      makePart({
        id: 'bass',
        name: 'bass',
        limb: 'RF',
        strokes: [{ at: 100, piece: 'bass drum', stroke: 'hit', level: 3 }],
      }),
    )
    expect(sayRelation(off, relate(off, events(off), { part: 'bass' }, { part: 'ride' }))).toBe(
      'Between its 1 and 2: just after 1, a little after the first.',
    )
  })
})

describe('density', () => {
  it('counts strokes a second, over all and at the most', () => {
    // 120: a bar is 2 s. Four strokes in the first beat (0.5 s), none after: 2 a second, 4 in one second.
    const groove = at(120, part('hat', 'RH', 'hi-hat', '3333 .... .... ....'))
    expect(busyLimbs(events(groove), passSeconds(groove))).toEqual([{ limb: 'RH', mean: 2, most: 4 }])
    expect(offBeatShare(groove, events(groove))).toBe(0.75)
  })

  it('weighs places by repeated division', () => {
    expect(weights(4)).toEqual([0, -2, -1, -2])
    expect(weights(6)).toEqual([0, -2, -2, -1, -2, -2])
    expect(weights(3)).toEqual([0, -1, -1])
  })

  // Weights of the eighths of 4/4: 0 -3 -2 -3 -1 -3 -2 -3. By hand:
  it.each([
    ['3. 3. 3. 3.', 0], // on the beats: no rest outweighs a note
    ['.3 .3 .3 .3', 7], // each (-3) is held over the beat after it, -2, -1, -2 and 0: 1 + 2 + 1 + 3
    ['3. .. .3 ..', 1], // & of 3 (-3) is held over 4 (-2); 1 (0) over nothing heavier
  ])('scores “%s” as worked out by hand', (row, score) => {
    const eighths = makeBars(meter(4, 4), 1, 2)
    expect(
      syncopation(
        weigh(eighths),
        rowStrokes(eighths, row, { piece: 'snare' }).map(stroke => stroke.at),
      ),
    ).toBe(score)
  })

  // docs/rules.md: by hand, 4/4 in sixteenths unless it says otherwise.
  it.each<[string, ReturnType<typeof makeBars>, string, number]>([
    ['son clave', makeBars(meter(4, 4), 1, 4), '3..3 ..3. ..3. 3...', 4],
    ['rumba clave', makeBars(meter(4, 4), 1, 4), '3..3 ...3 ..3. 3...', 5],
    ['bossa clave', makeBars(meter(4, 4), 1, 4), '3..3 ..3. ..3. .3..', 6],
    ['tresillo over a whole bar', makeBars(meter(4, 4), 1, 2), '3. .3 .. 3.', 2],
    ['tresillo in sixteenths twice', makeBars(meter(4, 4), 1, 4), '3..3 ..3. 3..3 ..3.', 4],
    ['a backbeat alone', makeBars(meter(4, 4), 1, 4), '.... 3... .... 3...', 3],
    ['even eighths in 6/8', makeBars(meter(6, 8), 1, 3), '333 333', 0],
    ['even eighths in 6/8 on sixteenths', makeBars(meter(6, 8), 1, 6), '3.3.3. 3.3.3.', 0],
  ])('scores %s', (_, grid, row, score) => {
    expect(
      syncopation(
        weigh(grid),
        rowStrokes(grid, row, { piece: 'snare' }).map(stroke => stroke.at),
      ),
    ).toBe(score)
  })
})

describe('feet', () => {
  const said = (groove: Groove, kit = DEFAULT_KIT) =>
    findings(groove, kit, played(groove, kit)).map(one => `${one.weight}: ${sayFinding(groove, one)}`)
  const large = kitById('large')

  it('take time from pedal to pedal', () => {
    // A sixteenth of 120 is 125 ms, a foot's mere start takes 120; a half is a second.
    const steps = (block: string, hat: string) =>
      at(120, part('b', 'LF', 'foot block', block), {
        ...part('h', 'LF', 'hi-hat', hat),
        strokes: rowStrokes(bars, hat, { piece: 'hi-hat', stroke: 'chick' }),
      })
    const fast = said(steps('3... .... 3... ....', '.3.. .... .3.. ....'), large)
    expect(fast.filter(one => one.includes('from foot block'))).toHaveLength(1)
    expect(said(steps('3... .... .... ....', '.... .... 3... ....'), large)).toEqual([])
  })
  it('leave the hats open while they are elsewhere, unless there is a clutch', () => {
    const hats = part('h', 'RH', 'hi-hat', '3.3.3.3.3.3.3.3.')
    const double = at(100, hats, part('f', 'LF', 'bass drum', '..3.............'))
    const kit: Kit = {
      ...DEFAULT_KIT,
      pieces: DEFAULT_KIT.pieces.map(piece => (piece.id === 'bass drum' ? { ...piece, beaters: 2 } : piece)),
    }
    const clutched = {
      ...kit,
      pieces: kit.pieces.map(piece => (piece.kind === 'hi-hat' ? { ...piece, clutch: true } : piece)),
    }
    const open = said(double, kit).filter(one => one.includes('nothing holds'))
    expect(open).toEqual([
      'told: The left foot is on the bass drum, so nothing holds the hats shut; they sound open on & of 1. A clutch would hold them; the Kit says whether there is one.',
    ])
    expect(said(double, clutched).filter(one => one.includes('nothing holds'))).toEqual([])
    const ride = at(100, part('r', 'RH', 'ride', '3.3.3.3.3.3.3.3.'), part('f', 'LF', 'bass drum', '..3.............'))
    expect(said(ride, kit).filter(one => one.includes('nothing holds'))).toEqual([])
  })
  it('open and shut the hats no faster than they go', () => {
    const opening = (bpm: number, row: string) => {
      const hats = part('h', 'RH', 'hi-hat', row.replaceAll('o', '3'))
      return at(bpm, {
        ...hats,
        strokes: hats.strokes.map(one =>
          row.replaceAll(' ', '')[one.at / 1260] === 'o' ? { ...one, stroke: 'open' as const } : one,
        ),
      })
    }
    const lifts = (groove: Groove) => said(groove).filter(one => one.includes('opens and shuts'))
    // Open on every e and a of 130: shut 4 × 130 ÷ 60 ÷ 2 = 4.3 times a second without a break; easy up to 4, hard from 6.
    expect(lifts(opening(130, '3o3o 3o3o 3o3o 3o3o'))).toEqual([
      'demanding: Left foot: opens and shuts the hats 4.3 times a second, around 1. Demanding; hard from 180.',
    ])
    expect(lifts(opening(110, '3o3o 3o3o 3o3o 3o3o'))).toEqual([])
    expect(lifts(opening(130, '3.o. 3.o. 3.o. 3.o.'))).toEqual([])
  })
  it('and arms crossed over anything but hats and snare are told', () => {
    const over = (left: string) =>
      said(at(80, part('r', 'RH', 'hi-hat', '3... .... 3... ....'), part('l', 'LH', left, '3... .... 3... ....')))
    expect(over('snare')).toEqual([])
    expect(over('floor tom')).toEqual([
      'told: The hands cross on 1 and 3: right on hi-hat, left on floor tom. Each crossing costs a moment on the way in and out.',
    ])
  })
})
