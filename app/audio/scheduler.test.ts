import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT } from '#core/kit'
import { type Groove, makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { type NewPassage, looped, passes } from '#core/perform'
import { meter } from '#core/time'
import { AHEAD, Scheduler } from './scheduler'

const bars = makeBars(meter(4, 4), 1, 4)
const base: Groove = makeGroove({
  id: 'g',
  title: 'G',
  bars,
  tempo: { bpm: 120, counts: '1/4' },
  parts: [makePart({ id: 'hat', name: 'Hat', limb: 'RH', strokes: rowStrokes(bars, '3.3.', { piece: 'hi-hat' }) })],
})
const loop = (groove = base, more: Partial<NewPassage> = {}, countIn = 0) =>
  looped({ groove, kit: DEFAULT_KIT, ...more }, countIn)
const near = (seconds: number) => Number(seconds.toFixed(6))

/** A clock that is set by hand, and a record of what was handed over, and of it what was taken back. */
class Recorder {
  now = 0
  /** By how much the clock goes on until it is read the next times: how long what lies in between takes. */
  takes: number[] = []
  strokes: { tick: number; when: number; until: number | undefined; back: boolean }[] = []
  clicks: { on: string; when: number }[] = []
  scheduler = new Scheduler(() => (this.now += this.takes.shift() ?? 0), {
    hand: (cue, when, until) => {
      if (cue.kind === 'click') this.clicks.push({ on: cue.on, when })
      const stroke = { tick: cue.tick, when, until, back: false }
      if (cue.kind === 'stroke') this.strokes.push(stroke)
      return () => (stroke.back = true)
    },
  })

  /** Pumps from one moment to another at uneven gaps, as a busy page would; `stall` is the longest of them. */
  run(from: number, to: number, stall = 0.08) {
    for (let i = 0, now = from; now < to; now += 0.02 + ((i++ % 5) * (stall - 0.02)) / 4) {
      this.now = now
      this.scheduler.pump()
    }
    this.now = to
  }

  /** What sounded: all that was handed over and not taken back, in order of time. */
  get sounded() {
    return this.strokes.filter(stroke => !stroke.back).sort((a, b) => a.when - b.when)
  }
}

describe('the scheduler', () => {
  // Eighths at 120 are 0.25 s apart.
  it('hands every stroke over once, in time, lap after lap', () => {
    const recorder = new Recorder()
    recorder.now = 1
    recorder.scheduler.start(loop(), 0)
    recorder.run(1, 9)
    const due = recorder.strokes.filter(stroke => stroke.when < 9)
    expect(due).toHaveLength(32)
    due.forEach((stroke, i) => expect(stroke.when).toBeCloseTo(1 + i * 0.25, 9))
    expect(recorder.scheduler.late).toBe(0)
  })

  it('is never late while a page stalls for 100 ms, nor for 900 ms where it works a second ahead', () => {
    for (const [ahead, stall] of [
      [AHEAD.bench, 0.12],
      [AHEAD.away, 0.9],
    ] as const) {
      const recorder = new Recorder()
      recorder.scheduler.start(loop(), 0.08, ahead)
      recorder.run(0, 60, stall)
      expect(recorder.scheduler.late).toBe(0)
      expect(recorder.strokes.filter(stroke => stroke.when < 60)).toHaveLength(240)
    }
  })

  it('works further ahead once a page has been long in coming, so that a longer stall after it is not late', () => {
    const recorder = new Recorder()
    recorder.scheduler.start(loop(), 0)
    recorder.run(0, 1, 0.1)
    for (const now of [1, 1.3, 2, 3.2, 4.9]) {
      recorder.now = now
      recorder.scheduler.pump()
    }
    expect(recorder.scheduler.late).toBe(0)
    expect(recorder.strokes.filter(stroke => stroke.when < 4.9)).toHaveLength(20)
  })

  it('counts in, then plays', () => {
    const recorder = new Recorder()
    recorder.scheduler.start(loop(base, { click: { program: 'backbeats' } }, 1), 0)
    recorder.run(0, 3)
    expect(recorder.clicks.slice(0, 5).map(click => click.when)).toEqual([0, 0.5, 1, 1.5, 2.5])
    expect(recorder.clicks[0]!.on).toBe('first')
    expect(recorder.strokes[0]).toMatchObject({ tick: 0, when: 2 })
    expect(recorder.scheduler.position(1)!.tick).toBeCloseTo(-2 * 5040, 6)
  })

  it('plays an edit from where it is, dropping nothing and doubling nothing', () => {
    for (const ahead of Object.values(AHEAD)) {
      const recorder = new Recorder()
      recorder.scheduler.start(loop(), 0, ahead)
      recorder.run(0, 0.9)
      const sixteenths: Groove = {
        ...base,
        parts: [{ ...base.parts[0]!, strokes: rowStrokes(bars, '3333', { piece: 'hi-hat' }) }],
      }
      recorder.scheduler.update(loop(sixteenths))
      recorder.run(0.9, 2)
      expect(recorder.sounded.filter(stroke => stroke.when < 2).map(stroke => stroke.tick / 1260)).toEqual([
        0, 2, 4, 6, 8, 9, 10, 11, 12, 13, 14, 15,
      ])
    }
  })

  it('takes back what an edit changes and has not sounded, and nothing else', () => {
    const recorder = new Recorder()
    recorder.scheduler.start(loop(), 0, AHEAD.away)
    recorder.run(0, 0.6)
    const handed = recorder.strokes.length
    // & of 2 goes, 3 is louder; 2 has sounded, and & of 3 stays as it was handed over.
    const edited = base.parts[0]!.strokes.filter(stroke => stroke.at !== 7560).map(stroke =>
      stroke.at === 10080 ? { ...stroke, level: 5 as const } : stroke,
    )
    recorder.scheduler.update(loop({ ...base, parts: [{ ...base.parts[0]!, strokes: edited }] }))
    expect(recorder.strokes.filter(stroke => stroke.back).map(stroke => stroke.tick / 2520)).toEqual([3, 4])
    expect(recorder.strokes.slice(handed).map(stroke => stroke.tick / 2520)).toEqual([4])
    recorder.run(0.6, 4)
    expect(recorder.sounded.filter(stroke => stroke.when < 4).map(stroke => stroke.tick / 2520)).toEqual([
      0, 1, 2, 4, 5, 6, 7, 0, 1, 2, 4, 5, 6, 7,
    ])
  })

  it('keeps its place in the bar when the tempo changes', () => {
    const recorder = new Recorder()
    recorder.scheduler.start(loop(), 0)
    recorder.now = 0.9
    recorder.scheduler.pump()
    recorder.scheduler.update(loop({ ...base, tempo: { bpm: 60, counts: '1/4' } }))
    recorder.run(0.95, 4)
    const later = recorder.sounded.filter(stroke => stroke.tick === 12600)
    // 30 ms on, at 0.93 s, & of 3 was due 0.32 s later; at half the tempo that is 0.64 s.
    expect(later[0]!.when).toBeCloseTo(1.57, 9)
  })

  it('is not late where working out takes longer than there is until the first sound, or the next', () => {
    const recorder = new Recorder()
    recorder.takes = [0.2]
    recorder.scheduler.start(loop(), 0.08)
    expect(recorder.strokes.map(stroke => near(stroke.when))).toEqual([0.28, 0.53])
    recorder.run(0.2, 1.12)
    // Sixteenths from now on; the first, 1.155, is due in 35 ms, and has passed when all is worked out. The next is not touched by that.
    recorder.takes = [0, 0.1]
    recorder.scheduler.update(
      loop({ ...base, parts: [{ ...base.parts[0]!, strokes: rowStrokes(bars, '3333', { piece: 'hi-hat' }) }] }),
    )
    recorder.run(1.22, 1.7)
    expect(recorder.scheduler.late).toBe(0)
    expect(recorder.sounded.map(stroke => near(stroke.when)).filter(when => when > 1 && when < 1.7)).toEqual([
      1.03, 1.28, 1.405, 1.53, 1.655,
    ])
  })

  it('plays through to the end of what has one, and then is nowhere', () => {
    const recorder = new Recorder()
    recorder.scheduler.start(passes(base, DEFAULT_KIT, 2), 0)
    recorder.run(0, 6)
    expect(recorder.strokes).toHaveLength(16)
    expect(recorder.scheduler.position(3.9)).toMatchObject({ lap: 1 })
    expect(recorder.scheduler.position(4.1)).toBeUndefined()
  })

  it('tells an opening when it closes on the clock', () => {
    const recorder = new Recorder()
    const open = {
      ...base.parts[0]!,
      strokes: [{ at: 17640, piece: 'hi-hat', stroke: 'open' as const, level: 4 as const, openFor: 1260 }],
    }
    recorder.scheduler.start(loop({ ...base, parts: [open] }), 10)
    recorder.now = 11.7
    recorder.scheduler.pump()
    expect(recorder.strokes.map(stroke => [near(stroke.when), near(stroke.until!)])).toEqual([[11.75, 11.875]])
  })

  it('falls silent when stopped, and takes back what has not sounded', () => {
    const recorder = new Recorder()
    recorder.scheduler.start(loop(), 0.1)
    const handed = recorder.strokes.length
    recorder.scheduler.stop()
    recorder.run(0.1, 2)
    expect(recorder.strokes).toHaveLength(handed)
    expect(recorder.sounded).toEqual([])
    expect(recorder.scheduler.position(1)).toBeUndefined()
  })
})
