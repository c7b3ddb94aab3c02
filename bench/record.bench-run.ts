import { expect, it } from 'vitest'
import { type Groove, makeBars, makeGroove, makePart } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { looped } from '#core/perform'
import { randomFrom } from '#core/chance'
import { type PlayedTake, madeOf, readPlaying } from '#core/record'
import { meter } from '#core/time'
import { Scheduler } from '~/audio/scheduler'
import { Report, loopsHere, percentile } from './report.mjs'

const report = new Report()
const at120 = { bpm: 120, counts: '1/4' } as const

it('measures playing in', () => {
  const random = randomFrom(3)
  const bars = makeBars(meter(4, 4), 8, 4)
  const long = Array.from({ length: 64 }, () => bars[0]!)
  const onsets = Array.from({ length: 2000 }, (_, i) => ({
    voice: ['hi-hat', 'snare', 'bass drum'][i % 3]!,
    at: Math.floor(random() * 1024) * 1260 + 200 * (random() - 0.5),
  }))
  const before = loopsHere()
  const times = Array.from({ length: 15 }, () => {
    const began = performance.now()
    readPlaying(onsets, long, { tempo: at120, now: null, grid: 'best' })
    return performance.now() - began
  }).slice(3)
  report.took(
    '64 bars of 2,000 strokes played in, read for grid, swing and push, median',
    percentile(times, 0.5),
    100,
    [...before, ...loopsHere()],
  )

  // Five minutes of recording on a clock that stands still for 100 ms every second: each time round the groove is made again, as playing in does.
  const one = makeBars(meter(4, 4), 1, 4)
  const base = makeGroove({
    id: 'g',
    title: 'G',
    bars: one,
    tempo: at120,
    parts: [
      makePart({
        id: 'h',
        name: 'H',
        limb: 'RH',
        strokes: Array.from({ length: 8 }, (_, i) => ({
          at: i * 2520,
          piece: 'hi-hat',
          stroke: 'hit' as const,
          level: 3 as const,
        })),
      }),
    ],
  })
  const wish = {
    kit: DEFAULT_KIT,
    grid: 'best' as const,
    strength: 1,
    feel: false,
    chosen: '',
    newId: (i: number) => `n${i}`,
  }
  const played = (groove: Groove) => looped({ groove, kit: DEFAULT_KIT, click: { program: 'every beat' } }, 1)
  let now = 0
  const scheduler = new Scheduler(() => now, { hand: () => () => undefined })
  scheduler.start(played(base), 0.08)
  const takes: PlayedTake[] = []
  let lap = 0
  for (let i = 0; now < 300; i++) {
    now += i % 12 === 11 ? 0.13 : 0.03 + ((i * 7) % 5) * 0.005
    scheduler.pump()
    const place = scheduler.position(now)
    if (place && place.lap > lap) {
      lap = place.lap
      takes.push({
        how: lap % 8 ? 'add' : 'replace',
        into: { to: 'limbs' },
        strokes: Array.from({ length: 4 }, (_, n) => ({
          at: n * 5040 + 90 * (random() - 0.5),
          limb: lap % 2 ? ('LH' as const) : ('RF' as const),
        })),
      })
      scheduler.update(played(madeOf(base, takes.slice(-8), wish).groove))
    }
  }
  expect(scheduler.handed).toBeGreaterThan(2000)
  report.most(
    `late events in 5 min of recording with stalls of 100 ms, ${lap} times round, ${scheduler.handed} handed over`,
    scheduler.late,
    'events',
    0,
  )
  report.write()
}, 300_000)
