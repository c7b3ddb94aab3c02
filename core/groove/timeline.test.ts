import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT } from '#core/kit'
import { meter, slotsOf } from '#core/time'
import {
  type Groove,
  apply,
  audibleParts,
  makeBars,
  makeGroove,
  makePart,
  passSeconds,
  readGroove,
  rowStrokes,
  sayLane,
  sayPlaces,
  timeline,
} from '.'
import { reshape } from './commands'

const bars = makeBars(meter(4, 4), 1, 4)
const base = makeGroove({ id: 'g', title: 'G', bars, tempo: { bpm: 120, counts: '1/4' } })
const hat = (row: string, more: Partial<Groove['parts'][number]> = {}) =>
  makePart({ id: 'hat', name: 'Hat', limb: 'RH', strokes: rowStrokes(bars, row, { piece: 'hi-hat' }), ...more })
const times = (groove: Groove, pass = 0) =>
  timeline(groove, DEFAULT_KIT, pass).map(event => Number(event.seconds.toFixed(6)))

describe('timeline', () => {
  // At 120 quarters a minute a quarter is 0.5 s, a sixteenth 0.125 s.
  it('gives exact ticks and seconds', () => {
    const groove = { ...base, parts: [hat('3.4. .... .... ...1')] }
    expect(timeline(groove, DEFAULT_KIT).map(event => event.at)).toEqual([0, 2520, 18900])
    expect(times(groove)).toEqual([0, 0.25, 1.875])
    expect(passSeconds(groove)).toBeCloseTo(2, 12)
  })

  it('swings the whole groove, or one part its own way', () => {
    const parts = [
      hat('3.3.'),
      makePart({
        id: 's',
        name: 'S',
        limb: 'LH',
        strokes: rowStrokes(bars, '..3. .... .... ....', { piece: 'snare' }),
        swing: { level: '1/8', share: 0.5 },
      }),
    ]
    const groove: Groove = { ...base, feel: { swing: { level: '1/8', share: 0.75 }, push: {} }, parts }
    const at = timeline(groove, DEFAULT_KIT).filter(event => event.at === 2520)
    expect(at.map(event => [event.partId, event.seconds])).toEqual([
      ['hat', 0.375],
      ['s', 0.25],
    ])
  })

  it('pushes a piece by milliseconds', () => {
    const groove: Groove = { ...base, feel: { swing: null, push: { 'hi-hat': -12 } }, parts: [hat('.3..')] }
    expect(times(groove)[0]).toBeCloseTo(0.113, 9)
  })

  it('closes an open hat where its length ends, or earlier at the next stroke on the hats', () => {
    const open = (slots: number) =>
      makePart({
        id: 'o',
        name: 'O',
        limb: 'RH',
        strokes: rowStrokes(bars, '4... .... .... ....', { piece: 'hi-hat', stroke: 'open', openSlots: slots }),
      })
    const foot = makePart({
      id: 'f',
      name: 'F',
      limb: 'LF',
      strokes: rowStrokes(bars, '.... 3... .... ....', { piece: 'hi-hat', stroke: 'chick' }),
    })
    const until = (groove: Groove) => timeline(groove, DEFAULT_KIT).find(event => event.stroke === 'open')!.until
    expect(until({ ...base, parts: [open(2)] })).toBeCloseTo(0.25, 9)
    expect(until({ ...base, parts: [open(8), foot] })).toBeCloseTo(0.5, 9) // the foot on 2 comes first
    const last = makePart({
      id: 'o',
      name: 'O',
      limb: 'RH',
      strokes: [{ at: 17640, piece: 'hi-hat', stroke: 'open', level: 4 }],
    })
    expect(until({ ...base, parts: [last, { ...foot, strokes: [{ ...foot.strokes[0]!, at: 0 }] }] })).toBeCloseTo(2, 9) // round the bar line
  })

  it('runs a part of three sixteenths on against the bar, home again after three bars', () => {
    const three = {
      ...base,
      parts: [hat('', { every: 3780, strokes: [{ at: 0, piece: 'hi-hat', stroke: 'hit', level: 3 }] })],
    }
    const slots = (pass: number) => timeline(three, DEFAULT_KIT, pass).map(event => event.at / 1260)
    expect(slots(0)).toEqual([0, 3, 6, 9, 12, 15])
    expect(slots(1)).toEqual([2, 5, 8, 11, 14])
    expect(slots(2)).toEqual([1, 4, 7, 10, 13])
    expect(slots(3)).toEqual(slots(0))
  })

  it('marks a piece that the kit lacks', () => {
    const groove = {
      ...base,
      parts: [
        makePart({ id: 'x', name: 'X', limb: 'RH', strokes: [{ at: 0, piece: 'gong', stroke: 'hit', level: 3 }] }),
      ],
    }
    expect(timeline(groove, DEFAULT_KIT)[0]).toMatchObject({ pieceId: 'gong', piece: undefined })
  })
})

describe('ornaments', () => {
  // Grace notes before, at low stick height; a double's bounce half a slot (1/16 at 120: 62.5 ms) after.
  it.each([
    [
      'flam',
      5,
      [
        [-0.032, 2],
        [0, 5],
      ],
    ],
    [
      'drag',
      4,
      [
        [-0.07, 1],
        [-0.036, 1],
        [0, 4],
      ],
    ],
    [
      'ruff',
      3,
      [
        [-0.105, 1],
        [-0.07, 1],
        [-0.036, 1],
        [0, 3],
      ],
    ],
    [
      'double',
      3,
      [
        [0, 3],
        [0.0625, 2],
      ],
    ],
    ['choke', 5, [[0, 5]]],
  ] as const)('%s at level %i', (ornament, level, blows) => {
    const groove = {
      ...base,
      parts: [
        makePart({
          id: 'p',
          name: 'P',
          limb: 'RH',
          strokes: [{ at: 5040, piece: 'crash', stroke: 'hit', level, ornament }],
        }),
      ],
    }
    const [event] = timeline(groove, DEFAULT_KIT)
    expect(event!.blows!.map(blow => [Number(blow.after.toFixed(6)), blow.level])).toEqual(blows)
    expect(event!.until).toEqual(ornament === 'choke' ? 0.64 : undefined) // 2 is at 0.5 s, caught 0.14 s on
  })
})

describe('a pick-up', () => {
  const groove = { ...base, parts: [hat('3... .... .... 3.33')], pickUp: { ticks: 2520, repeats: false } }
  it('without repeats sounds nowhere in the bars', () => {
    expect(timeline(groove, DEFAULT_KIT).map(event => event.at)).toEqual([0, 15120])
    expect(timeline({ ...groove, pickUp: { ticks: 2520, repeats: true } }, DEFAULT_KIT)).toHaveLength(4)
  })
  it('is at most the last bar', () => {
    expect(readGroove({ ...groove, pickUp: { ticks: 30000, repeats: true } })).toMatchObject({
      ok: false,
      problems: [{ path: 'pickUp.ticks', reason: 'A pick-up is at most the last bar, 20160 ticks.' }],
    })
    expect(apply(groove, { type: 'facts', set: { pickUp: { ticks: 30000, repeats: true } } }).ok).toBe(false)
    const shorter = apply(groove, reshape(groove, makeBars(meter(1, 8), 1, 2)).edit)
    expect(shorter).toMatchObject({ ok: true, value: { document: { pickUp: { ticks: 2520 } } } })
    expect(apply(groove, reshape(groove, makeBars(meter(1, 16), 1, 2)).edit)).toMatchObject({
      ok: true,
      value: { document: { pickUp: null } },
    })
  })
})

describe('audible parts', () => {
  const groove = { ...base, parts: [hat('3'), { ...hat('3'), id: 'b', muted: true }, { ...hat('3'), id: 'c' }] }
  it.each([
    ['all that are not muted', { solo: [] }, ['hat', 'c']],
    ['only those soloed, muted or not', { solo: ['b'] }, ['b']],
    ['those named, whatever else', { solo: ['c'], only: ['hat', 'b'] }, ['hat', 'b']],
  ])('are %s', (_, listening, ids) => expect([...audibleParts(groove, listening)]).toEqual(ids))
})

describe('saying', () => {
  it('says once what every bar has, and bar by bar what differs', () => {
    const two = { bars: makeBars(meter(4, 4), 2, 4) }
    expect(sayPlaces(two, [5040, 15120, 25200, 35280])).toBe('2 and 4 of every bar')
    expect(sayPlaces(two, [0, 12600, 20160])).toBe('1 of every bar; bar 1 also & of 3')
    const four = { bars: makeBars(meter(4, 4), 4, 4) }
    expect(sayPlaces(four, [5040, 25200, 45360])).toBe('2 of every bar but bar 4')
  })

  it('names what is in every slot, of all bars or of one, where bars have slots of their own', () => {
    const bars = [2, 3, 4].flatMap(slots => makeBars(meter(4, 4), 1, slots))
    const all = slotsOf(bars).map(slot => slot.at)
    expect(sayPlaces({ bars }, all)).toBe('every slot')
    expect(
      sayPlaces(
        { bars },
        all.filter(at => at !== 59220),
      ),
    ).toBe(
      'bar 1, every eighth; bar 2, every eighth triplet; bar 3, beat 1, e of 1, & of 1, a of 1, 2, e of 2, & of 2, a of 2, 3, e of 3, & of 3, a of 3, 4, e of 4 and & of 4',
    )
    expect(
      sayPlaces(
        { bars: makeBars(meter(3, 4), 1, 5) },
        Array.from({ length: 15 }, (_, i) => i * 1008),
      ),
    ).toBe('every slot')
  })

  it('reads a lane out', () => {
    const groove = { ...base, parts: [hat('4.3. 4.3. 4.3. 4.3.')] }
    expect(sayLane(groove, DEFAULT_KIT, 'RH')).toBe(
      'Right hand: Hi-hat, strong on 1, 2, 3 and 4; Hi-hat, plain on & of 1, & of 2, & of 3 and & of 4.',
    )
    expect(sayLane(groove, DEFAULT_KIT, 'LF')).toBe('Left foot: nothing yet.')
  })
})
