import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { barLines, meters } from '../../test/arbitrary'
import {
  type Counting,
  NUMBERS,
  SUBDIVISIONS,
  TICKS_PER_QUARTER,
  barsTicks,
  beatTicks,
  beatsOf,
  convertTempo,
  countBeat,
  countSlots,
  divides,
  lcm,
  meter,
  meterTicks,
  placeTick,
  readGroups,
  sayTick,
  slotPlace,
  slotsOf,
  swungTick,
  tappedBpm,
  tickSeconds,
  usualGroups,
  writeMeter,
} from '.'

const bars = (m = meter(4, 4), slots = 4, n = 1) =>
  Array.from({ length: n }, () => ({ meter: m, slots: beatTicks(m).map(() => slots) }))

describe('ticks', () => {
  it('cut a quarter into every subdivision offered, and fit a MIDI division', () => {
    for (const slots of [...SUBDIVISIONS, 10, 14, 16, 18, 20, 21, 24])
      expect(divides(TICKS_PER_QUARTER, slots)).toBe(true)
    expect(TICKS_PER_QUARTER).toBeLessThan(2 ** 15)
  })

  it('say when a cycle comes round: three sixteenths over a bar of four quarters after three bars', () => {
    expect(lcm(3 * 1260, 4 * 5040)).toBe(3 * 4 * 5040)
  })
})

describe('meter', () => {
  // count, unit, usual groups, felt beats in ticks (a quarter is 5040)
  it.each([
    [4, 4, [1, 1, 1, 1], [5040, 5040, 5040, 5040]],
    [3, 4, [1, 1, 1], [5040, 5040, 5040]],
    [6, 8, [3, 3], [7560, 7560]],
    [12, 8, [3, 3, 3, 3], [7560, 7560, 7560, 7560]],
    [7, 8, [2, 2, 3], [5040, 5040, 7560]],
    [5, 8, [2, 3], [5040, 7560]],
    [2, 2, [1, 1], [10080, 10080]],
    [4, 16, [4], [5040]],
  ])('%i/%i is felt as %j', (count, unit, groups, ticks) => {
    expect(usualGroups(count, unit)).toEqual(groups)
    expect(beatTicks(meter(count, unit))).toEqual(ticks)
  })

  it('has felt beats that always sum to the bar', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(
        meters,
        m =>
          beatTicks(m).reduce((a, b) => a + b, 0) === meterTicks(m) && m.groups.reduce((a, b) => a + b, 0) === m.count,
      ),
    )
  })

  it('is written with its groups only where they are not plain', () => {
    expect([meter(4, 4), meter(6, 8), meter(7, 8)].map(writeMeter)).toEqual(['4/4', '6/8', '7/8 as 2+2+3'])
  })

  it('reads groups, or says what is wrong with them', () => {
    expect(readGroups('3 + 2+2', 7)).toEqual({ ok: true, value: [3, 2, 2] })
    expect(readGroups('3+3', 7)).toMatchObject({ ok: false, reason: 'The groups 3+3 make 6; this meter has 7.' })
    expect(readGroups('3+x', 7)).toMatchObject({ ok: false })
  })
})

describe('grid', () => {
  it('has slots that always sum to the bars, in order, each on a whole tick', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(barLines, line => {
        const slots = slotsOf(line)
        let at = 0
        for (const slot of slots) {
          expect(slot.at).toBe(at)
          expect(Number.isInteger(slot.length)).toBe(true)
          at += slot.length
        }
        expect(at).toBe(barsTicks(line))
      }),
    )
  })

  it('turns a slot into its place and back', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(barLines, line => {
        const beats = beatsOf(line)
        for (const slot of slotsOf(line)) {
          expect(slotPlace(beats, slot.at)).toBe(slot.index)
          expect(placeTick(beats, slot.index)).toBe(slot.at)
        }
      }),
    )
  })
})

describe('counting', () => {
  // The table of docs/rules.md: slots, numbers, syllables, on beat 2 of a quarter meter.
  it.each([
    [1, '2', 'ta'],
    [2, '2 &', 'ta di'],
    [3, '2 & a', 'ta ki da'],
    [4, '2 e & a', 'ta ka di mi'],
    [6, '2 trip let & trip let', 'ta va ki di da ma'],
    [5, '2 · · · ·', 'ta ka ta ki ta'],
    [7, '2 · · · · · ·', 'ta ka di mi ta ki ta'],
    [8, '2 · · · · · · ·', 'ta · · · · · · ·'],
  ])('says %i slots as “%s” or “%s”', (slots, numbers, syllables) => {
    expect(countBeat(2, slots).join(' ')).toBe(numbers)
    expect(countBeat(2, slots, { school: 'syllables', triplet: '& a' }).join(' ')).toBe(syllables)
  })

  it('numbers the eighths of dotted quarters on through the bar', () => {
    expect(countSlots(bars(meter(6, 8), 3)).join(' ')).toBe('1 2 3 4 5 6')
    expect(countSlots(bars(meter(6, 8), 6)).join(' ')).toBe('1 & 2 & 3 & 4 & 5 & 6 &')
    expect(countBeat(2, 3, { school: 'numbers', triplet: 'trip let' }).join(' ')).toBe('2 trip let')
  })

  // docs/rules.md: 12/8 by felt beats, 6/8 and 9/8 numbered on; sixteenths of either numbered on; the player may have it otherwise.
  it.each<[number, number, Counting['dotted'], string]>([
    [12, 3, undefined, '1 & a 2 & a 3 & a 4 & a'],
    [12, 3, 'usual', '1 & a 2 & a 3 & a 4 & a'],
    [12, 3, 'eighths', '1 2 3 4 5 6 7 8 9 10 11 12'],
    [9, 3, undefined, '1 2 3 4 5 6 7 8 9'],
    [6, 3, 'beats', '1 & a 2 & a'],
    [6, 6, 'beats', '1 · & · a · 2 · & · a ·'], // three twos, and no two threes
    [12, 6, undefined, '1 & 2 & 3 & 4 & 5 & 6 & 7 & 8 & 9 & 10 & 11 & 12 &'],
    [12, 2, undefined, '1 & 2 & 3 & 4 &'],
  ])('%i/8 in %i slots, %s', (count, slots, dotted, said) => {
    expect(countSlots(bars(meter(count, 8), slots), { ...NUMBERS, ...(dotted && { dotted }) }).join(' ')).toBe(said)
    expect(sayTick([{ meter: meter(12, 8), slots: [3, 3, 3, 3] }], 7560 + 2520)).toBe('& of 2')
  })

  it('counts 7/8 as 2+2+3 by its groups', () => {
    expect(countSlots([{ meter: meter(7, 8), slots: [2, 2, 3] }]).join(' ')).toBe('1 & 2 & 3 & a')
    // The same in sixteenths: six in the long beat are no sextuplet.
    expect(countSlots([{ meter: meter(7, 8), slots: [4, 4, 6] }]).join(' ')).toBe('1 e & a 2 e & a 3 · & · a ·')
    expect(sayTick([{ meter: meter(7, 8), slots: [4, 4, 6] }], 15120)).toBe('a of 3')
  })

  it('names places, on the grid and off it', () => {
    expect(sayTick(bars(), 5040)).toBe('2')
    expect(sayTick(bars(), 6300)).toBe('e of 2')
    expect(sayTick(bars(), 6301)).toBe('just after e of 2')
    expect(sayTick(bars(meter(6, 8), 3), 7560 + 2520)).toBe('5')
    expect(sayTick(bars(meter(6, 8), 6), 1260)).toBe('& of 1')
  })

  it.each([
    [4, 4, 6, 'trip of 1, let of 1, & of 1, trip after & of 1, let after & of 1'],
    [4, 4, 5, 'second of five in 1, third of five in 1, fourth of five in 1, fifth of five in 1'],
    [
      4,
      4,
      8,
      'thirty-second after 1, e of 1, thirty-second after e of 1, & of 1, thirty-second after & of 1, a of 1, thirty-second after a of 1',
    ],
    [
      4,
      4,
      12,
      'second of twelve in 1, trip of 1, e of 1, let of 1, sixth of twelve in 1, & of 1, eighth of twelve in 1, trip after & of 1, a of 1, let after & of 1, twelfth of twelve in 1',
    ],
    // The halves of a whole bar in 2/2: sixteenths are eighths of its beat.
    [2, 2, 4, 'e of 1, & of 1, a of 1'],
    [12, 8, 6, 'sixteenth after 1, & of 1, sixteenth after & of 1, a of 1, sixteenth after a of 1'],
    [6, 8, 6, '& of 1, 2, & of 2, 3, & of 3'],
  ])('names every slot of a beat by where it lies: %i/%i in %i', (count, unit, slots, said) => {
    const one = bars(meter(count, unit), slots)
    const { length } = beatsOf(one)[0]!
    const beats = { ...NUMBERS, ...(count === 12 && { dotted: 'beats' as const }) }
    expect(
      Array.from({ length: slots - 1 }, (_, i) => sayTick(one, ((i + 1) * length) / slots, beats)).join(', '),
    ).toBe(said)
  })

  it('says a syllable that comes again by its place', () => {
    expect(sayTick(bars(meter(4, 4), 5), 4 * 1008, { school: 'syllables', triplet: '& a' })).toBe('fifth of five in 1')
  })
})

describe('swing', () => {
  const beats = beatsOf(bars(meter(4, 4), 4))
  const eighths = { level: '1/8', share: 2 / 3 } as const

  it('puts the second eighth at its share, and bends what is between in proportion', () => {
    expect(swungTick(beats, 0, eighths)).toBe(0)
    expect(swungTick(beats, 2520, eighths)).toBeCloseTo(3360, 9) // the third triplet
    expect(swungTick(beats, 1260, eighths)).toBeCloseTo(1680, 9) // half way there
    expect(swungTick(beats, 3780, eighths)).toBeCloseTo(4200, 9) // half way from there to the next beat
    expect(swungTick(beats, 5040 + 1260, { level: '1/16', share: 0.6 })).toBeCloseTo(5040 + 1512, 9)
  })

  it('leaves a ternary grid where it is, the sixth in its middle too', () => {
    for (const slots of [3, 6, 12]) {
      const line = bars(meter(4, 4), slots)
      for (const slot of slotsOf(line)) expect(swungTick(beatsOf(line), slot.at, eighths)).toBe(slot.at)
    }
    // A triplet place on a grid of four is a third of the pair all the same.
    expect(swungTick(beats, 1680, eighths)).toBe(1680)
  })

  it('leaves the odd eighth of a group of three alone', () => {
    const seven = beatsOf([{ meter: meter(7, 8), slots: [2, 2, 3] }])
    expect(swungTick(seven, 10080 + 5040, eighths)).toBe(15120)
  })

  it('keeps the order of the slots and the length of the bar', { tags: ['law'] }, () => {
    const share = fc.double({ min: 0.5, max: 0.8, noNaN: true })
    fc.assert(
      fc.property(barLines, share, fc.constantFrom('1/8', '1/16'), (line, amount, level) => {
        const at = beatsOf(line)
        const swing = { level, share: amount } as const
        const sounding = slotsOf(line).map(slot => swungTick(at, slot.at, swing))
        for (let i = 1; i < sounding.length; i++) expect(sounding[i]!).toBeGreaterThan(sounding[i - 1]!)
        for (const beat of at) expect(swungTick(at, beat.at, swing)).toBe(beat.at)
        expect(sounding.at(-1)!).toBeLessThan(barsTicks(line))
      }),
    )
  })
})

describe('tempo', () => {
  it('is the same in any note value', () => {
    expect(convertTempo({ bpm: 120, counts: '1/4' }, '1/8').bpm).toBe(240)
    expect(convertTempo({ bpm: 120, counts: '1/4' }, '1/2').bpm).toBe(60)
    expect(convertTempo({ bpm: 60, counts: '1/4.' }, '1/4').bpm).toBe(90)
    expect(tickSeconds({ bpm: 60, counts: '1/4.' }) * 7560).toBeCloseTo(1, 12)
  })

  it('is tapped as the mean of the last taps, and begins anew after a pause', () => {
    expect(tappedBpm([0])).toBeUndefined()
    expect(tappedBpm([0, 500, 1000, 1500])).toBe(120)
    expect(tappedBpm([0, 500, 5000, 5600, 6200])).toBe(100)
  })
})
