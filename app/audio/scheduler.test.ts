import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT } from '#core/kit'
import { type Groove, makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { meter } from '#core/time'
import { type Program, Scheduler, wholeSpan } from './scheduler'

const bars = makeBars(meter(4, 4), 1, 4)
const base: Groove = makeGroove({
  id: 'g', title: 'G', bars, tempo: { bpm: 120, counts: '1/4' },
  parts: [makePart({ id: 'hat', name: 'Hat', limb: 'RH', strokes: rowStrokes(bars, '3.3.', { piece: 'hi-hat' }) })],
})
const program = (groove = base, more: Partial<Program> = {}): Program =>
  ({ groove, kit: DEFAULT_KIT, heard: new Set(groove.parts.map(part => part.id)), click: { program: 'none' }, countIn: 0, span: wholeSpan(groove), ...more })

class Recorder {
  strokes: { at: number, when: number, until: number | undefined }[] = []
  clicks: { first: boolean, when: number }[] = []
  scheduler = new Scheduler({
    strike: (stroke, when, until) => this.strokes.push({ at: stroke.at, when, until }),
    click: (first, when) => this.clicks.push({ first, when }),
  })

  /** Pumps from one moment to another at uneven gaps, as a busy page would. */
  run(from: number, to: number) {
    for (let now = from, i = 0; now < to; now += 0.02 + (i++ % 5) * 0.015) this.scheduler.pump(now)
  }
}

describe('the scheduler', () => {
  // Eighths at 120 are 0.25 s apart.
  it('hands every stroke over once, in time, lap after lap', () => {
    const recorder = new Recorder()
    recorder.scheduler.start(program(), 1)
    recorder.run(1, 9)
    const due = recorder.strokes.filter(stroke => stroke.when < 9)
    expect(due).toHaveLength(32)
    due.forEach((stroke, i) => expect(stroke.when).toBeCloseTo(1 + i * 0.25, 9))
    expect(recorder.scheduler.late).toBe(0)
  })

  it('counts in, then plays', () => {
    const recorder = new Recorder()
    recorder.scheduler.start(program(base, { countIn: 1, click: { program: 'backbeats' } }), 0)
    recorder.run(0, 3)
    expect(recorder.clicks.slice(0, 5).map(click => click.when)).toEqual([0, 0.5, 1, 1.5, 2.5])
    expect(recorder.clicks[0]!.first).toBe(true)
    expect(recorder.strokes[0]).toMatchObject({ at: 0, when: 2 })
    expect(recorder.scheduler.position(1)!.tick).toBeCloseTo(-2 * 5040, 6)
  })

  it('plays an edit from where it is, dropping nothing and doubling nothing', () => {
    const recorder = new Recorder()
    recorder.scheduler.start(program(), 0)
    recorder.run(0, 0.9)
    const sixteenths: Groove = { ...base, parts: [{ ...base.parts[0]!, strokes: rowStrokes(bars, '3333', { piece: 'hi-hat' }) }] }
    recorder.scheduler.update(program(sixteenths))
    recorder.run(0.9, 2)
    const ticks = recorder.strokes.filter(stroke => stroke.when < 2).map(stroke => stroke.at / 1260)
    expect(ticks).toEqual([0, 2, 4, 6, 8, 9, 10, 11, 12, 13, 14, 15])
  })

  it('keeps its place in the bar when the tempo changes', () => {
    const recorder = new Recorder()
    recorder.scheduler.start(program(), 0)
    recorder.scheduler.pump(0.9) // up to 1.05 s, just past 3
    recorder.scheduler.update(program({ ...base, tempo: { bpm: 60, counts: '1/4' } }))
    recorder.run(0.95, 4)
    const later = recorder.strokes.filter(stroke => stroke.at === 12600).map(stroke => stroke.when)
    // & of 3 was due at 1.25 s, 0.2 s on; at half the tempo that is 0.4 s on.
    expect(later[0]).toBeCloseTo(1.45, 9)
  })

  it('loops one bar of several', () => {
    const two = { ...base, bars: makeBars(meter(4, 4), 2, 4), parts: [{ ...base.parts[0]!, strokes: [...base.parts[0]!.strokes, ...base.parts[0]!.strokes.map(stroke => ({ ...stroke, at: stroke.at + 20160 }))] }] }
    const recorder = new Recorder()
    recorder.scheduler.start(program(two, { span: { from: 20160, to: 40320 } }), 0)
    recorder.run(0, 4)
    expect(recorder.strokes[0]).toMatchObject({ at: 20160, when: 0 })
    expect(recorder.strokes[8]).toMatchObject({ at: 20160, when: 2 })
  })

  it('hands a stroke pushed ahead of the bar over at the end of the lap before', () => {
    const recorder = new Recorder()
    recorder.scheduler.start(program({ ...base, feel: { swing: null, push: { 'hi-hat': -20 } } }), 0)
    recorder.run(0, 4)
    expect(recorder.strokes.filter(stroke => stroke.at === 0).slice(0, 2).map(stroke => Number(stroke.when.toFixed(6)))).toEqual([0, 3.98])
  })

  it('plays a flam as a grace note and the stroke, and a drag that begins before the bar at the end of the lap before', () => {
    const recorder = new Recorder()
    const [hat] = base.parts
    const ornamented: Groove = { ...base, parts: [{ ...hat!, strokes: [{ ...hat!.strokes[0]!, ornament: 'drag' }, { ...hat!.strokes[2]!, ornament: 'flam' }] }] }
    recorder.scheduler.start(program(ornamented), 0)
    recorder.run(0, 3.9)
    // 2 at 120 is at 0.5 s; its grace note comes 32 ms before. The drag's graces of the second lap come 70 and 36 ms before 2 s.
    expect(recorder.strokes.slice(0, 8).map(stroke => Number(stroke.when.toFixed(3)))).toEqual([0, 0, 0, 0.468, 0.5, 2, 2.468, 2.5])
    expect(recorder.strokes.filter(stroke => stroke.when > 3.9 && stroke.when < 4).map(stroke => Number(stroke.when.toFixed(3)))).toEqual([3.93, 3.964])
  })

  it('leads in with a pick-up before the first lap, in the count-in or without one', () => {
    const recorder = new Recorder()
    const last = { ...base, pickUp: { ticks: 5040, repeats: false } }
    recorder.scheduler.start(program(last), 0)
    recorder.run(0, 3)
    // 4 and & of 4 lead in, half a second before the bar; in the bar itself they are silent.
    expect(recorder.strokes.slice(0, 10).map(stroke => [stroke.at / 2520, Number(stroke.when.toFixed(3))])).toEqual([
      [-2, 0], [-1, 0.25], [0, 0.5], [1, 0.75], [2, 1], [3, 1.25], [4, 1.5], [5, 1.75], [0, 2.5], [1, 2.75],
    ])
    const counted = new Recorder()
    counted.scheduler.start(program(last, { countIn: 1 }), 0)
    counted.run(0, 2.2)
    expect(counted.strokes.slice(0, 3).map(stroke => stroke.when)).toEqual([1.5, 1.75, 2])
    expect(counted.clicks.map(click => click.when)).toEqual([0, 0.5, 1, 1.5])
  })

  it('falls silent when stopped', () => {
    const recorder = new Recorder()
    recorder.scheduler.start(program(), 0)
    recorder.scheduler.pump(0)
    const handed = recorder.strokes.length
    recorder.scheduler.stop()
    recorder.run(0.1, 2)
    expect(recorder.strokes).toHaveLength(handed)
    expect(recorder.scheduler.position(1)).toBeUndefined()
  })
})
