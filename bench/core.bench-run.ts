import { Bench } from 'tinybench'
import { expect, it } from 'vitest'
import { readout } from '#core/analyse'
import { type Groove, grooveTicks, passSeconds, timeline } from '#core/groove'
import { DEFAULT_KIT, USUAL_PLAYER, USUAL_ROOM } from '#core/kit'
import { CueLine, looped, passes } from '#core/perform'
import { renderChannels } from '#core/sound'
import { NOTE_GROUPS, chainsFor } from '#core/sticking'
import { Scheduler } from '~/audio/scheduler'
import { hundredStrokes } from './groove'
import { Report, loopsHere } from './report.mjs'

const report = new Report()
const SAMPLE = 1 / 44100

/** Exact time of a straight stroke in a lap, as a fraction of seconds: ticks × 60 over bpm × 5040. */
function worstError(groove: Groove, seconds: number): { worst: number; late: number; handed: number } {
  let worst = 0
  let now = 0
  const started: { at: number; when: number }[] = []
  const scheduler = new Scheduler(() => now, {
    hand: (cue, when) => {
      started.push({ at: cue.tick, when })
      return () => undefined
    },
  })
  scheduler.start(looped({ groove, kit: DEFAULT_KIT }), 0.08)
  for (let i = 0; now < seconds; now += 0.02 + ((i++ * 7) % 15) * 0.005) scheduler.pump()
  const total = BigInt(grooveTicks(groove))
  const perLap = groove.parts.reduce((sum, part) => sum + part.strokes.length, 0)
  started.forEach(({ at, when }, i) => {
    const ticks = BigInt(Math.floor(i / perLap)) * total + BigInt(at)
    // Nanoseconds in whole numbers: ticks × 60 × 10^9 / (bpm × 5040), the start's 0.08 s added.
    const exact = Number((ticks * 60_000_000_000n) / (BigInt(groove.tempo.bpm) * 5040n)) / 1e9 + 0.08
    worst = Math.max(worst, Math.abs(when - exact))
  })
  return { worst, late: scheduler.late, handed: scheduler.handed }
}

it('measures the core', async () => {
  const groove = hundredStrokes()
  expect(groove.parts.reduce((sum, part) => sum + part.strokes.length, 0)).toBe(100)
  const bench = new Bench({ time: 2000, warmupTime: 500 })
  bench.add('timeline', () => void timeline(groove, DEFAULT_KIT))
  bench.add('readout', () => void readout(groove, DEFAULT_KIT))
  // All fillings of 32 slots from the groups of two to eight, the left hand wished for on 2 and 4 of the first bar.
  const wishes = [4, 12].map(slot => ({ kind: 'limb' as const, who: 'L' as const, slot, says: `slot ${slot}` }))
  const chains = () => chainsFor({ slots: 32, groups: NOTE_GROUPS, changing: true, wishes })
  expect(chains().chains).toHaveLength(100)
  bench.add('chains', () => void chains())
  // A lap of it handed on, and one worked out again after an edit.
  const performance_ = looped({ groove, kit: DEFAULT_KIT })
  const length = passSeconds(groove)
  const line = new CueLine(performance_)
  let lap = 0
  expect(line.between(lap * length, (lap + 1) * length)).toHaveLength(100)
  bench.add('cues of the next lap', () => {
    lap++
    line.between(lap * length, (lap + 1) * length)
  })
  bench.add('cues anew', () => void new CueLine(performance_).between(0, length))
  const before = loopsHere()
  await bench.run()
  const beside = [...before, ...loopsHere()]
  const rate = (i: number) => {
    const { result } = bench.tasks[i]!
    if (!('throughput' in result)) throw new Error('the measure was not taken')
    return result.throughput.p50
  }
  report.rate('timeline() of 4 bars, 4 parts, 100 strokes', rate(0), 'a second', 20_000, beside)
  report.rate('full readout of the same', rate(1), 'a second', 1000, beside)

  // The scheduler of the first release took the time of 2.5 of its timelines to hand a lap over. timeline() is 1.7 times as
  // fast since, measured in turn on one machine, so that it would take 4.2 of today's.
  for (const [i, name, most] of [
    [3, 'a lap of cues', 4.2],
    [4, 'cues worked out anew after an edit, a lap of them', 4.2],
  ] as const)
    report.most(
      `${name}, of the same, in timelines (${Math.round(rate(i))} a second; the first release took as many as the target)`,
      rate(0) / rate(i),
      'timelines',
      most,
    )

  report.took(
    `group chains over 32 slots, ${chains().count.toLocaleString('en')} counted, the best 100 listed`,
    1000 / rate(2),
    100,
    beside,
  )

  // A minute of it and more, every sound rendered again.
  const rounds = Math.ceil(300 / passSeconds(groove))
  for (const [size, target] of [
    ['dry', 100],
    ['large', 40],
  ] as const) {
    const loops = loopsHere()
    const began = performance.now()
    const [left] = renderChannels(passes(groove, DEFAULT_KIT, rounds), {
      listening: { ...USUAL_PLAYER, room: { ...USUAL_ROOM, size } },
    })
    const times = (left!.length * SAMPLE * 1000) / (performance.now() - began)
    const seconds = Math.round(left!.length * SAMPLE)
    const name = `rendering ${seconds} s of the same for two ears, ${size === 'dry' ? 'dry' : 'in a large room'}`
    report.rate(name, times, 'times real time', target, [...loops, ...loopsHere()])
  }

  const straight: Groove = { ...groove, feel: { swing: null, push: {} } }
  for (const bpm of [67, 113, 241]) {
    const { worst, late, handed } = worstError({ ...straight, tempo: { bpm, counts: '1/4' } }, 300)
    report.most(
      `scheduled start against exact time, 5 min at ${bpm}, ${handed} strokes`,
      worst / SAMPLE,
      'samples at 44.1 kHz, worst',
      1,
    )
    report.most(`late events, 5 min at ${bpm}`, late, 'events', 0)
  }
  report.write()
})
