import { describe, expect, it } from 'vitest'
import { type Groove, makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import type { Limb } from '#core/kit'
import { meter } from '#core/time'
import { type LogEntry, logEntrySchema, planFor, planSchema, sayClock, sayStageLimbs, tempoByDay } from '.'

const bars = makeBars(meter(4, 4), 1, 4)
const part = (id: string, limb: Limb) => makePart({ id, name: id, limb, strokes: rowStrokes(bars, '3...', { piece: 'snare' }) })
const groove = (...parts: Groove['parts']) => makeGroove({ id: 'g', title: 'Wet Rope', bars, parts, tempo: { bpm: 100, counts: '1/4' } })
const ids = () => {
  let n = 0
  return () => `id${n++}`
}
const FOUR = [part('hat', 'RH'), part('snare', 'LH'), part('bass', 'RF'), part('foot', 'LF')]

describe('a plan', () => {
  it('has four stages: feet, feet with each hand, all, at rising tempos', () => {
    const plan = planFor(groove(...FOUR), ids())
    expect(plan).toMatchObject({ ok: true, value: { grooveId: 'g', stages: [
      { name: 'Feet alone', partIds: ['bass', 'foot'], bpm: 70, seconds: 120, click: 'every beat' },
      { name: 'Feet and lead hand', partIds: ['hat', 'bass', 'foot'], bpm: 75 },
      { name: 'Feet and other hand', partIds: ['snare', 'bass', 'foot'], bpm: 80 },
      { name: 'All four limbs', partIds: ['hat', 'snare', 'bass', 'foot'], bpm: 90, click: 'backbeats' },
    ] } })
    expect(plan.ok && planSchema.safeParse(plan.value).success).toBe(true)
  })

  it('gives the lead hand of a left-handed player its turn first', () => {
    const plan = planFor({ ...groove(...FOUR), lead: 'left' }, ids())
    expect(plan.ok && plan.value.stages[1]!.partIds).toEqual(['snare', 'bass', 'foot'])
  })

  it('leaves out stages with nothing in them, and parts with no strokes', () => {
    const plan = planFor(groove(FOUR[0]!, FOUR[1]!, makePart({ id: 'empty', name: 'Empty', limb: 'RF' })), ids())
    expect(plan.ok && plan.value.stages.map(stage => stage.partIds)).toEqual([['hat'], ['snare'], ['hat', 'snare']])
  })

  it('of nothing is refused with what to do', () => {
    expect(planFor(groove(), ids())).toMatchObject({ ok: false, reason: /put strokes into at least one part/ })
  })

  it('says who plays and who rests', () => {
    const plan = planFor(groove(...FOUR), ids())
    expect(plan.ok && sayStageLimbs(groove(...FOUR), plan.value.stages[0]!)).toBe('You: right foot and left foot. Silent: right hand and left hand.')
  })

  it.each([[158, '2:38'], [0.2, '0:01'], [0, '0:00'], [60, '1:00']])('shows %f seconds as %s', (seconds, clock) => {
    expect(sayClock(seconds)).toBe(clock)
  })
})

describe('the log', () => {
  const entry = (at: string, bpm: number, word: LogEntry['word'], grooveId = 'g'): LogEntry =>
    ({ id: 'e', grooveId, grooveTitle: `Title of ${grooveId}`, planId: 'p', stage: 'All', bpm, seconds: 60, word, at })

  it('charts the fastest of each day that was not missed, by groove', () => {
    const lines = tempoByDay([
      entry('2026-03-02T18:00:00Z', 84, 'solid'),
      entry('2026-03-01T18:00:00Z', 80, 'solid'),
      entry('2026-03-01T18:10:00Z', 88, 'shaky'),
      entry('2026-03-01T18:20:00Z', 96, 'missed'),
      entry('2026-03-01T18:30:00Z', 70, null, 'h'),
    ], at => at.slice(0, 10))
    expect(lines).toEqual([
      { grooveId: 'g', title: 'Title of g', days: [{ day: '2026-03-01', bpm: 88 }, { day: '2026-03-02', bpm: 84 }] },
      { grooveId: 'h', title: 'Title of h', days: [{ day: '2026-03-01', bpm: 70 }] },
    ])
  })

  it('takes no word it does not know', () => {
    expect(logEntrySchema.safeParse({ ...entry('2026-03-01T18:00:00Z', 80, null), word: 'perfect' }).success).toBe(false)
    expect(logEntrySchema.safeParse({ ...entry('yesterday', 80, null) }).success).toBe(false)
  })
})
