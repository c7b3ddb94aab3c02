import type { Kit } from '#core/kit'
import { type ClickPlan, type Groove, type TimedStroke, clicksOf, countIn, grooveTicks, pickUpOf, timeline } from '#core/groove'
import { beatsOf, mod, swungTick, tickSeconds } from '#core/time'

/** Where sounds go: each is told once, ahead of its time, in seconds of the audio clock. */
export interface Output {
  /** One blow of a stroke, at its own level; the lap sets repeats of it apart. */
  strike(stroke: TimedStroke, when: number, until: number | undefined, lap: number): void
  click(first: boolean, when: number): void
}

/** What is played: may change while it plays, and is heard changed from the next slot. */
export interface Program {
  groove: Groove
  kit: Kit
  /** Ids of the parts that sound. */
  heard: ReadonlySet<string>
  click: ClickPlan
  /** Bars counted in before the first lap. */
  countIn: number
  /** The ticks that are looped. */
  span: { from: number, to: number }
}

/** Where playing is: in the count-in (ticks negative) or in a lap of the span. */
export interface Position { lap: number, tick: number }

/** One thing to sound in a lap, in seconds from the lap's start. */
interface Cue { time: number, stroke?: TimedStroke, first?: boolean }

/** How far ahead sounds are handed over, in seconds: well over the gap between two pumps. */
export const AHEAD = 0.15

export const wholeSpan = (groove: Groove): Program['span'] => ({ from: 0, to: grooveTicks(groove) })

/**
 * Hands the strokes of a looped program to an output a little ahead of their time. It owns no clock: it is
 * pumped with the present, and every time it gives is computed from the lap's start, so nothing drifts.
 */
export class Scheduler {
  private program: Program | undefined
  private lap = 0
  private lapStart = 0
  private cues: Cue[] = []
  /** Seconds of this lap already handed over. */
  private done = 0
  /** Sounds handed over after their time, and all sounds handed over. */
  late = 0
  handed = 0

  constructor(private output: Output) {}

  get playing(): boolean {
    return this.program !== undefined
  }

  /** Begins at a time of the audio clock, with the count-in if there is one. */
  start(program: Program, when: number): void {
    const before = leadIn(program)
    const lead = Math.max(0, -(before[0]?.time ?? 0))
    this.program = program
    this.lap = 0
    this.lapStart = when + lead
    this.cues = [...before, ...cuesOf(program, 0)]
    this.done = -lead
  }

  stop(): void {
    this.program = undefined
  }

  /** Another program from here on. The place in the bars stays; what was handed over already still sounds. */
  update(program: Program): void {
    const before = this.program
    if (!before) return
    const was = tickSeconds(before.groove.tempo)
    const is = tickSeconds(program.groove.tempo)
    const tick = this.done / was + before.span.from
    const inside = tick >= program.span.from && tick < program.span.to
    const place = this.done < 0 ? this.done / was : inside ? tick - program.span.from : mod(tick - program.span.from, program.span.to - program.span.from)
    this.lapStart += this.done - place * is
    this.done = place * is
    this.program = program
    this.cues = cuesOf(program, this.lap)
    if (this.done < 0) this.cues.unshift(...leadIn(program))
  }

  /** Hands over all that sounds before now + AHEAD. */
  pump(now: number): void {
    const horizon = now + AHEAD
    while (this.program) {
      const length = this.lapSeconds(this.program)
      const until = Math.min(horizon - this.lapStart, length)
      for (const cue of this.cues) {
        if (cue.time >= this.done && cue.time < until) this.hand(cue, now)
      }
      this.done = Math.max(this.done, until)
      if (this.lapStart + length > horizon) return
      this.lap++
      this.lapStart += length
      this.done = 0
      this.cues = cuesOf(this.program, this.lap)
    }
  }

  /** Where the sound is at a time of the audio clock. */
  position(now: number): Position | undefined {
    if (!this.program) return undefined
    const length = this.lapSeconds(this.program)
    const perTick = tickSeconds(this.program.groove.tempo)
    let lap = this.lap
    let into = now - this.lapStart
    // The scheduler may already be a lap ahead of what is heard.
    while (into < 0 && lap > 0) {
      lap--
      into += length
    }
    return { lap, tick: into < 0 ? into / perTick : this.program.span.from + into / perTick }
  }

  private lapSeconds(program: Program): number {
    return (program.span.to - program.span.from) * tickSeconds(program.groove.tempo)
  }

  private hand(cue: Cue, now: number): void {
    const when = this.lapStart + cue.time
    this.handed++
    if (when < now) this.late++
    if (!cue.stroke) return this.output.click(cue.first === true, when)
    const { until, seconds } = cue.stroke
    this.output.strike(cue.stroke, when, until === undefined ? undefined : when + until - seconds, this.lap)
  }
}

/** A stroke's blows as cues, each at its own level, in seconds from `from`. */
function blowCues(stroke: TimedStroke, from: number): Cue[] {
  const { blows, seconds } = stroke
  if (!blows) return [{ time: seconds - from, stroke }]
  return blows.map(({ after, level }) => ({ time: seconds + after - from, stroke: { ...stroke, level, seconds: seconds + after } }))
}

/** What sounds before the first lap: the count-in, and the pick-up where the whole groove is played from its start. */
function leadIn({ groove, kit, heard, countIn: count, span }: Program): Cue[] {
  const perTick = tickSeconds(groove.tempo)
  const clicks = countIn(groove.bars, count).map((click): Cue => ({ time: click.at * perTick, first: click.first }))
  const pickUp = span.from === 0 ? pickUpOf(groove, kit).filter(stroke => heard.has(stroke.partId)).flatMap(stroke => blowCues(stroke, 0)) : []
  return [...clicks, ...pickUp].sort((a, b) => a.time - b.time)
}

/** A lap's strokes and clicks in order of time. What a push carries over either end of the lap is heard in the lap beside it. */
function cuesOf({ groove, kit, heard, click, span }: Program, lap: number): Cue[] {
  const perTick = tickSeconds(groove.tempo)
  const from = span.from * perTick
  const length = (span.to - span.from) * perTick
  const strokes = timeline(groove, kit, lap)
    .filter(stroke => heard.has(stroke.partId) && stroke.at >= span.from && stroke.at < span.to)
    .flatMap(stroke => blowCues(stroke, from))
    .filter(cue => lap > 0 || cue.time < length)
    .map(cue => ({ ...cue, time: lap === 0 ? Math.max(0, cue.time) : mod(cue.time, length) }))
  // The click swings with the groove, so that its off-beats fall where the groove's do.
  const beats = beatsOf(groove.bars)
  const clicks = clicksOf(groove.bars, click, lap)
    .filter(one => one.at >= span.from && one.at < span.to)
    .map((one): Cue => ({ time: swungTick(beats, one.at, groove.feel.swing ?? undefined) * perTick - from, first: one.first }))
  return [...strokes, ...clicks].sort((a, b) => a.time - b.time)
}
