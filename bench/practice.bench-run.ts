import { expect, it } from 'vitest'
import { makeBars, makeGroove, makePart } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { USUAL_SIMULATED, askedOf, measure, simulate } from '#core/measure'
import { CueLine } from '#core/perform'
import { type Material, type Stage, beginRun, lapOf, makeStage, stagePerformance, stepRun } from '#core/practise'
import { meter } from '#core/time'
import { AHEAD, Scheduler } from '~/audio/scheduler'
import { Report, loopsHere, percentile } from './report.mjs'

const report = new Report()

/** A bar of eighths with four limbs: twenty strokes. */
const bars = makeBars(meter(4, 4), 1, 4)
const part = (id: string, limb: 'RH' | 'LH' | 'RF' | 'LF', piece: string, slots: number[]) =>
  makePart({
    id,
    name: id,
    limb,
    strokes: slots.map(slot => ({ at: slot * 1260, piece, stroke: limb === 'LF' ? 'chick' : 'hit', level: 3 })),
  })
const groove = makeGroove({
  id: 'g',
  title: 'G',
  bars,
  tempo: { bpm: 120, counts: '1/4' },
  parts: [
    part('hats', 'RH', 'hi-hat', [0, 2, 4, 6, 8, 10, 12, 14]),
    part('snare', 'LH', 'snare', [3, 4, 7, 12]),
    part('bass', 'RF', 'bass drum', [0, 3, 8, 10]),
    part('foot', 'LF', 'hi-hat', [0, 4, 8, 12]),
  ],
})
const material: Material = { grooves: new Map([['g', groove]]), phrases: new Map(), kitOf: () => DEFAULT_KIT }
const stage = (more: Partial<Stage> = {}) =>
  makeStage({
    id: 's',
    name: 'S',
    subject: { kind: 'groove', id: 'g' },
    parts: Object.fromEntries(groove.parts.map(one => [one.id, 'player' as const])),
    length: { seconds: 600 },
    tempo: { bpm: 120, counts: '1/4' },
    ...more,
  })

it('measures practice', () => {
  const line = new CueLine(stagePerformance(stage(), material)!)
  const asked = askedOf(line, 0, 600)
  expect(asked).toHaveLength(6000)
  const struck = simulate(asked, USUAL_SIMULATED)
  const before = loopsHere()
  const times = Array.from({ length: 25 }, () => {
    const began = performance.now()
    measure(asked, struck, { input: 'simulated', tells: 'limb', vouched: true, bars: 300, ground: groove })
    return performance.now() - began
  }).slice(5)
  report.took(
    'ten minutes of 6,000 strokes laid over what was asked, matched, measured and judged, median',
    percentile(times, 0.5),
    50,
    [...before, ...loopsHere()],
  )

  // Ten minutes of a climb on a clock that stands still for 100 ms every second; the page ticks its run every 100 ms.
  let now = 0
  let clicks = 0
  const scheduler = new Scheduler(() => now, {
    hand: cue => {
      if (cue.kind === 'click') clicks++
      return () => undefined
    },
  })
  const climbing = stage({
    length: { bars: 16 },
    click: { program: 'eighths', gaps: null, voice: null },
    climb: { to: 160, step: 4, then: Array.from({ length: 4 }, () => 120), allows: 'time', miss: 'down' },
  })
  let run = beginRun(
    { stages: [climbing, { ...climbing, id: 't' }] },
    { laps: [lapOf(climbing, material), lapOf(climbing, material)] },
  )
  let late = 0
  const send = (event: Parameters<typeof stepRun>[1]) => {
    const next = stepRun(run, event)
    run = next.run
    for (const effect of next.effects) {
      if (effect.type === 'stop') {
        late += scheduler.late
        scheduler.late = 0
        scheduler.stop()
      }
      if (effect.type === 'play')
        scheduler.start(
          stagePerformance(effect.stage, material, { tempo: effect.tempo, laps: effect.laps })!,
          0.08,
          AHEAD.away,
        )
    }
  }
  send({ type: 'press', now })
  for (let i = 0; now < 600; i++) {
    now += i % 30 === 0 ? 0.1 : 0.03
    scheduler.pump()
    if (i % 3 === 0) send({ type: 'tick', now, heard: scheduler.into(now) ?? null })
  }
  late += scheduler.late
  expect(clicks).toBeGreaterThan(2000)
  report.most(`late clicks and strokes in 10 min of a climb with stalls of 100 ms, ${clicks} clicks`, late, 'cues', 0)
  report.write()
})
