import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT, type Limb } from '#core/kit'
import { type Groove, makeBars, makeGroove, makePart, passSeconds, rowStrokes, timeline } from '#core/groove'
import { meter } from '#core/time'
import { busyLimbs, hatTroubles, offBeatShare, relate, sayHatTrouble, sayRelation, sayTrouble, syncopation, troubles, weigh, weights } from '.'

const bars = makeBars(meter(4, 4), 1, 4)
const part = (id: string, limb: Limb, piece: string, row: string, more = {}) =>
  makePart({ id, name: id, limb, strokes: rowStrokes(bars, row, { piece }), ...more })
const at = (bpm: number, ...parts: Groove['parts']): Groove => makeGroove({ id: 'g', title: 'G', bars, parts, tempo: { bpm, counts: '1/4' } })
const events = (groove: Groove) => timeline(groove, DEFAULT_KIT)
const found = (groove: Groove) => troubles(groove, events(groove)).map(one => [one.kind, one.limb, one.verdict])
const said = (groove: Groove) => troubles(groove, events(groove)).map(one => sayTrouble(groove, one))

describe('one hand or foot', () => {
  // Sixteenths at b quarters a minute are b/15 a second. Hand: easy up to 5 (75), hard from 8 (120).
  it.each<[number, unknown[]]>([
    [75, []],
    [90, [['speed', 'RH', 'demanding']]],
    [120, [['speed', 'RH', 'hard']]],
  ])('in sixteenths at %i', (bpm, expected) => {
    expect(found(at(bpm, part('hat', 'RH', 'hi-hat', '3333')))).toEqual(expected)
  })

  // A foot: easy up to 4 a second (60), hard from 6.5 (97.5).
  it.each<[number, unknown[]]>([
    [60, []],
    [90, [['speed', 'RF', 'demanding']]],
    [98, [['speed', 'RF', 'hard']]],
  ])('a foot in sixteenths at %i', (bpm, expected) => {
    expect(found(at(bpm, part('bass', 'RF', 'bass drum', '3333')))).toEqual(expected)
  })

  it('says how fast, where, and from which tempo it is hard', () => {
    expect(said(at(90, part('hat', 'RH', 'hi-hat', '3333')))).toEqual([
      'Right hand: 6.0 strokes a second from 1, and in 15 places more. Demanding; hard from 120.',
    ])
  })

  it('may bounce two strokes with room around them, and then has until 90 and 60 ms', () => {
    // Sixteenths at 120 are 125 ms: a bounced pair is easy there, at 180 (83 ms) demanding, at 250 (60 ms) hard.
    const pair = (bpm: number) => at(bpm, part('snare', 'LH', 'snare', '33.. .... 33.. ....'))
    expect(found(pair(120))).toEqual([])
    expect(found(pair(180))).toEqual([['double', 'LH', 'demanding']])
    expect(found(pair(250))).toEqual([['double', 'LH', 'hard']])
    // Three in a row cannot be bounced, nor can a second stroke that is louder, nor a foot.
    expect(found(at(120, part('snare', 'LH', 'snare', '333. ....')))).toEqual([['speed', 'LH', 'hard']])
    expect(found(at(120, part('snare', 'LH', 'snare', '35.. .... ')))).toEqual([['speed', 'LH', 'hard']])
    expect(found(at(120, part('bass', 'RF', 'bass drum', '33.. ....')))).toEqual([['speed', 'RF', 'hard']])
  })
})

describe('control', () => {
  // An accent and a ghost a sixteenth later: at 96 that is 156 ms, under 180; hard from 96 × 156.25 / 110 = 136.4.
  it('of a ghost soon after an accent, with the tempo from which it is hard', () => {
    const groove = at(96, part('snare', 'LH', 'snare', '.... .... .... 51..'))
    expect(said(groove)).toEqual(['Left hand: accent on 4, ghost on e of 4, 156 ms later. Demanding; hard from 137.'])
    expect(found(at(83, ...groove.parts))).toEqual([]) // 180.7 ms
    expect(found(at(140, ...groove.parts))).toEqual([['control', 'LH', 'hard']])
    expect(found(at(96, part('snare', 'LH', 'snare', '.... .... .... 15..')))).not.toContainEqual(['control', 'LH', 'demanding'])
  })
})

describe('a reach', () => {
  // Hi-hat (-0.42, 0.5) to floor tom (0.5, 0.35): 0.932 m. Easy from 0.06 + 0.932/4 = 0.293 s, hard under 0.04 + 0.932/7 = 0.173 s.
  const reach = (bpm: number) => at(bpm, part('hat', 'RH', 'hi-hat', '3... .... .... ....'), part('tom', 'RH', 'floor tom', '..3. .... .... ....'))
  it.each<[number, unknown[]]>([
    [100, []], // an eighth is 300 ms
    [110, [['travel', 'RH', 'demanding']]], // 273 ms
    [175, [['travel', 'RH', 'hard']]], // 171 ms
  ])('across the kit in an eighth at %i', (bpm, expected) => {
    expect(found(reach(bpm)).filter(([kind]) => kind === 'travel')).toEqual(expected)
  })

  it('takes no time where the hand stays', () => {
    expect(found(at(175, part('hat', 'RH', 'hi-hat', '3.3. .... .... ....')))).toEqual([['speed', 'RH', 'demanding']].slice(1))
  })
})

describe('the hats', () => {
  const open = makePart({ id: 'o', name: 'O', limb: 'RH', strokes: rowStrokes(bars, '...4 .... .... ....', { piece: 'hi-hat', stroke: 'open', openSlots: 4 }) })
  const foot = (row: string) => makePart({ id: 'f', name: 'F', limb: 'LF', strokes: rowStrokes(bars, row, { piece: 'hi-hat', stroke: 'chick' }) })
  it('cannot be closed by the foot while they are to be open', () => {
    const groove = at(100, open, foot('.... 3... .... ....'))
    expect(hatTroubles(events(groove)).map(one => sayHatTrouble(groove, one))).toEqual([
      'The hat foot closes on 2, while the hats are to stay open from a of 1. Shorten the opening, or take the foot stroke out.',
    ])
  })

  it('may be closed by the foot exactly where the opening ends', () => {
    expect(hatTroubles(events(at(100, open, foot('.... ...3 .... ....'))))).toEqual([])
  })
})

describe('relations', () => {
  const groove = at(100, part('ride', 'RH', 'ride', '3.3.'), part('bass', 'RF', 'bass drum', '3..3 .... ..3. ...3'))
  it('are with it, or so many slots after it', () => {
    const relation = relate(groove, events(groove), 'bass', 'ride')
    expect(relation).toEqual({ with: [0, 12600], between: [
      { at: 3780, after: 2520, slots: 1, before: 5040, slotsBefore: 1 },
      { at: 18900, after: 17640, slots: 1, before: 0, slotsBefore: 1 },
    ] })
    expect(sayRelation(groove, relation)).toBe('With it on 1 and & of 3. 1 slot after it on a of 1 and a of 4.')
  })

  it('go round the bar line', () => {
    const one = at(100, part('snare', 'LH', 'snare', '.... 3... .... ....'), part('bass', 'RF', 'bass drum', '3... .... .... ....'))
    expect(relate(one, events(one), 'bass', 'snare').between).toEqual([{ at: 0, after: 5040, slots: 12, before: 5040, slotsBefore: 4 }])
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
    expect(syncopation(weigh(eighths), rowStrokes(eighths, row, { piece: 'snare' }).map(stroke => stroke.at))).toBe(score)
  })
})
