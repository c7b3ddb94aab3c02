/** @module-tag long */
import { describe, expect, it } from 'vitest'
import { randomFrom } from '#core/chance'
import { type BarTime, type Swing, beatsOf, meter, mod, swingOf, tickSeconds } from '#core/time'
import { readPlaying } from '.'
import type { Onset } from './take'

const FOUR = (bars = 1, slots = 4): BarTime[] =>
  Array.from({ length: bars }, () => ({ meter: meter(4, 4), slots: [slots, slots, slots, slots] }))
const at120 = { bpm: 120, counts: '1/4' } as const
const Q = 5040

/** A person: rhythms by voice in ticks of the bars, a number of times round, with a swing, a push by voice, a lateness of all, and a spread, in ms. */
function person(
  rhythms: Record<string, number[]>,
  bars: BarTime[],
  {
    laps = 4,
    tempo = at120,
    swing,
    push = {},
    late = 0,
    spread = 0,
    seed = 1,
  }: {
    laps?: number
    tempo?: { bpm: number; counts: '1/4' }
    swing?: Swing
    push?: Record<string, number>
    late?: number
    spread?: number
    seed?: number
  } = {},
): { onsets: Onset[]; belongs: number[] } {
  const random = randomFrom(seed)
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  const swung = swingOf(beatsOf(bars), swing)
  const perMs = 1 / (1000 * tickSeconds(tempo))
  const total = beatsOf(bars).reduce((sum, beat) => sum + beat.length, 0)
  const all = Array.from({ length: laps }, () =>
    Object.entries(rhythms).flatMap(([voice, ticks]) =>
      ticks.map(tick => ({
        tick,
        onset: { voice, at: mod(swung(tick) + ((push[voice] ?? 0) + late + spread * normal()) * perMs, total) },
      })),
    ),
  ).flat()
  return { onsets: all.map(one => one.onset), belongs: all.map(one => one.tick) }
}

const eighths = Array.from({ length: 8 }, (_, i) => (i * Q) / 2)
const rock = { hats: eighths, snare: [Q, 3 * Q], bass: [0, 2 * Q, 2.5 * Q] }
const ride = { ride: [0, Q, 1.5 * Q, 2 * Q, 3 * Q, 3.5 * Q], snare: [1.5 * Q], foot: [Q, 3 * Q] }
const sixteenths = {
  hats: Array.from({ length: 16 }, (_, i) => (i * Q) / 4),
  snare: [Q, 3 * Q],
  bass: [0, 1.75 * Q, 2.5 * Q],
}
const triplets = {
  hats: Array.from({ length: 12 }, (_, i) => (i * Q) / 3),
  snare: [Q, 3 * Q],
  bass: [0, 2 * Q + (2 * Q) / 3],
}

describe('what was played is what is found', () => {
  it.each<
    [
      string,
      Record<string, number[]>,
      Parameters<typeof person>[2],
      { swing: Swing | null; push?: Record<string, number>; late?: number },
    ]
  >([
    ['a rock beat, straight, spread 8 ms', rock, { spread: 8 }, { swing: null }],
    ['the same 30 ms late in all', rock, { spread: 8, late: 30 }, { swing: null, late: 30 }],
    ['the same 50 ms late', rock, { spread: 8, late: 50 }, { swing: null, late: 50 }],
    ['the same 25 ms early', rock, { spread: 8, late: -25 }, { swing: null, late: -25 }],
    ['a snare 18 ms behind', rock, { spread: 6, push: { snare: 18 } }, { swing: null, push: { snare: 18 } }],
    [
      'a bass drum 15 ms ahead, all 20 late',
      rock,
      { spread: 6, push: { bass: -15 }, late: 20 },
      { swing: null, push: { bass: -15 }, late: 20 },
    ],
    [
      'eighths swung at 58',
      rock,
      { spread: 7, swing: { level: '1/8', share: 0.58 } },
      { swing: { level: '1/8', share: 0.58 } },
    ],
    [
      'eighths swung at 62, snare behind',
      rock,
      { spread: 7, swing: { level: '1/8', share: 0.62 }, push: { snare: 20 } },
      { swing: { level: '1/8', share: 0.62 }, push: { snare: 20 } },
    ],
    [
      'a jazz ride at 140, swung as triplets',
      ride,
      { spread: 7, tempo: { bpm: 140, counts: '1/4' }, swing: { level: '1/8', share: 2 / 3 } },
      { swing: { level: '1/8', share: 0.667 } },
    ],
    [
      'sixteenths swung at 57',
      sixteenths,
      { spread: 6, tempo: { bpm: 92, counts: '1/4' }, swing: { level: '1/16', share: 0.57 } },
      { swing: { level: '1/16', share: 0.57 } },
    ],
    [
      'sixteenths swung at 62, 20 late',
      sixteenths,
      { spread: 6, tempo: { bpm: 92, counts: '1/4' }, swing: { level: '1/16', share: 0.62 }, late: 20 },
      { swing: { level: '1/16', share: 0.62 }, late: 20 },
    ],
    ['straight sixteenths', sixteenths, { spread: 8, tempo: { bpm: 100, counts: '1/4' } }, { swing: null }],
    ['triplets', triplets, { spread: 8 }, { swing: null }],
    ['one stroke', { snare: [Q] }, { laps: 1, spread: 8 }, { swing: null }],
    ['one time round', rock, { laps: 1, spread: 8 }, { swing: null }],
  ])('%s', (_, rhythms, how, wanted) => {
    for (const seed of [1, 2, 3]) {
      const bars = FOUR()
      const { onsets, belongs } = person(rhythms, bars, { ...how, seed })
      const read = readPlaying(onsets, bars, { tempo: how?.tempo ?? at120, now: null, grid: 'best' })
      const wrong = onsets.flatMap((onset, i) =>
        read.places[i] === belongs[i]
          ? []
          : [`${onset.voice} ${belongs[i]} as ${read.places[i]} (${Math.round(onset.at)})`],
      )
      expect({ wrong, slots: read.slots, swing: read.swing, push: read.push, offset: read.offset }).toMatchObject({
        wrong: [],
      })
      expect(read.swing?.level).toBe(wanted.swing?.level)
      if (wanted.swing) expect(Math.abs(read.swing!.share - wanted.swing.share)).toBeLessThan(0.018)
      expect(Object.keys(read.push).sort()).toEqual(Object.keys(wanted.push ?? {}).sort())
      for (const [voice, ms] of Object.entries(wanted.push ?? {}))
        expect(Math.abs(read.push[voice]! - ms)).toBeLessThan(8)
      if (onsets.length > 20) expect(Math.abs(read.offset - (wanted.late ?? 0))).toBeLessThan(8)
    }
  })
})

describe('a person who spreads is read for what they meant', () => {
  it.each<[string, Record<string, number[]>, bpm: number, spread: number, share?: number]>([
    ['eighths at 140 with 20 ms', rock, 140, 20],
    ['eighths at 180 with 14 ms', rock, 180, 14],
    ['eighths at 210 with 10 ms', rock, 210, 10],
    ['sixteenths at 110 with 15 ms', sixteenths, 110, 15],
    ['triplets at 160 with 12 ms', triplets, 160, 12],
    ['a shuffle at 62', rock, 120, 8, 0.62],
    ['a shuffle at two thirds', rock, 120, 12, 2 / 3],
    ['a jazz ride', ride, 140, 12, 2 / 3],
    ['three strokes a bar', { snare: [Q, 3 * Q], bass: [0] }, 120, 12],
  ])('%s', (_, rhythms, bpm, spread, share) => {
    const bars = FOUR()
    const tempo = { bpm, counts: '1/4' } as const
    const right = Array.from({ length: 20 }, (_, i) => {
      const swing = share ? { level: '1/8' as const, share } : undefined
      const { onsets, belongs } = person(rhythms, bars, { tempo, spread, seed: i + 1, ...(swing ? { swing } : {}) })
      const { places } = readPlaying(onsets, bars, { tempo, now: null, grid: 'best' })
      return places.every((place, n) => place === belongs[n])
    })
    expect(right.filter(Boolean).length).toBeGreaterThanOrEqual(19)
  })
})

describe('what lies on a grid, and what has one', () => {
  const read = (ticks: number[], bars = FOUR(), more: Partial<Parameters<typeof readPlaying>[2]> = {}) =>
    readPlaying(
      ticks.map(at => ({ at, voice: 'snare' })),
      bars,
      { tempo: at120, now: null, grid: 'best', ...more },
    )

  it.each<[string, number[], (number | null)[]]>([
    ['exact quarters', [0, Q, 2 * Q, 3 * Q], [1, 1, 1, 1]],
    ['exact sixteenths in one beat', [0, 1260, 2520, 3780], [4, null, null, null]],
    ['an exact quintuplet', [0, 1008, 2016, 3024, 4032], [5, null, null, null]],
    ['an exact septuplet on 2', [1, 2, 3, 4, 5, 6].map(i => Q + i * 720), [null, 7, null, null]],
    ['twelve', [420, 1260], [12, null, null, null]],
  ])('%s', (_, ticks, slots) => {
    expect(read(ticks)).toMatchObject({ places: ticks, slots, swing: null, push: {}, offset: 0, exact: true })
  })

  it('what lies a little before 1 belongs to 1, and not to the bar’s end', () => {
    const { places } = read([20160 - 90, Q - 60, 2 * Q + 50, 3 * Q + 40])
    expect(places).toEqual([0, Q, 2 * Q, 3 * Q])
  })

  it('of a span that goes round, what lies near its end belongs to its beginning', () => {
    expect(read([Q + 30, 2 * Q - 40, 2 * Q - 2520], FOUR(), { span: { from: Q, to: 2 * Q } }).places).toEqual([
      Q,
      Q,
      1.5 * Q,
    ])
  })

  it('6/8 and 7/8 by their own felt beats', () => {
    const six = [{ meter: meter(6, 8), slots: [3, 3] }]
    expect(read([12, 2540, 5010, 7590, 10050, 12620], six)).toMatchObject({
      places: [0, 2520, 5040, 7560, 10080, 12600],
      slots: [3, 3],
      swing: null,
    })
    const seven = [{ meter: meter(7, 8, [3, 2, 2]), slots: [3, 2, 2] }]
    expect(read([0, 20, 2500, 5060, 7530, 10110, 12590, 15100], seven).places).toEqual([
      0, 0, 2520, 5040, 7560, 10080, 12600, 15120,
    ])
  })

  it('the groove’s own grid takes what was played between to its nearest slot', () => {
    expect(read([0, 1700, 3300], FOUR(1, 4), { grid: 'own' }).places).toEqual([0, 1260, 3780])
    expect(read([0, 1700, 3300], FOUR(1, 4)).places).toEqual([0, 1680, 3360])
  })

  it('a swing that sounds already is no news, and one stroke is no swing', () => {
    const swing = { level: '1/8', share: 0.62 } as const
    const { onsets, belongs } = person(rock, FOUR(), { swing: { level: '1/8', share: 0.63 }, spread: 6 })
    expect(readPlaying(onsets, FOUR(), { tempo: at120, now: swing, grid: 'own' })).toMatchObject({
      places: belongs,
      swing,
    })
    expect(read([0, 3100, Q, 2 * Q]).swing).toBeNull()
  })
})
