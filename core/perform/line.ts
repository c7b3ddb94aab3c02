import { present } from '#core/present'
import { type PassageClock, clockOf } from './clock'
import { countIn, sounds } from './click'
import type { Cue, CuePlace } from './cue'
import {
  EARLY,
  type LapGround,
  type LapCue,
  type LapStroke,
  claveOfLap,
  clickCues,
  lapGroundOf,
  guideCues,
  lapTime,
  lateOf,
  leadIn,
  strokeCues,
  strokesOfLap,
} from './lap'
import type { Performance } from './performance'
import { mod } from '#core/time'

/** What is worked out once of a passage, wherever it comes. */
interface Known {
  /** Its place in the performance. */
  passage: number
  ground: LapGround
  clock: PassageClock
  times: number
  leadsOn: boolean
  /** How long it lasts, in seconds; `Infinity` where it never ends. */
  seconds: number
  late: number
  /** The pick-up that leads into it, and how long that lasts, in seconds. */
  lead: readonly LapStroke[]
  leadSeconds: number
}

/** A passage in its place: by its number in the order played, and what it begins after. A passage that comes again is laid again. */
interface Laid extends Known {
  nth: number
  startTicks: number
  startSeconds: number
  startBar: number
}

/** How many laps are looked through for the stroke that closes a hat; a cycle may hide it for a while. */
const LAPS_SEARCHED = 64

/**
 * A performance read from end to end, whatever is asked of it worked out once: `cues(performance, from, to)` for those
 * who ask more than once. It holds no place and no clock; the same stretch gives the same cues.
 */
export class CueLine {
  private readonly known: Known[]
  /** Sections as they come one after another, as far as has been asked for. */
  private readonly laid: Laid[] = []
  private readonly longest: { lead: number; late: number }
  /** Laps worked out, by passage and lap; a passage whose laps are all alike keeps one. */
  private readonly laps = new Map<string, LapCue[]>()
  /** When the first thing sounds, in seconds, at the latest 0: a count-in, a pick-up or a grace note comes before. */
  readonly begins: number
  /** When the last passage is over, in seconds; `Infinity` where one goes on for ever. */
  readonly ends: number

  constructor(readonly performance: Performance) {
    this.known = performance.passages.map((passage, index): Known => {
      const ground = lapGroundOf(passage)
      const clock = clockOf(passage.tempo)
      const times = passage.times ?? Infinity
      const lead = leadIn(ground)
      return {
        passage: index,
        ground,
        clock,
        times,
        leadsOn: passage.leadsOn ?? false,
        seconds: times === Infinity ? Infinity : clock.secondsAt(times * ground.length),
        late: lateOf(ground, clock),
        lead,
        leadSeconds: lead.length ? clock.secondsAt(-lead[0]!.at) : 0,
      }
    })
    this.longest = {
      lead: Math.max(...this.known.map(one => one.leadSeconds)),
      late: Math.max(...this.known.map(one => one.late)),
    }
    this.ends = performance.again === undefined ? this.known.reduce((sum, one) => sum + one.seconds, 0) : Infinity
    this.begins = this.between(-Infinity, EARLY).reduce((first, cue) => Math.min(first, cue.seconds), 0)
  }

  /** The passage that is the `n`-th to be played, from 0; undefined after the end. */
  private nth(n: number): Laid | undefined {
    while (this.laid.length <= n) {
      const before = this.laid.at(-1)
      if (before?.times === Infinity) return undefined
      const many = this.known.length
      const { again } = this.performance
      const at = this.laid.length
      const one =
        at < many
          ? this.known[at]
          : again === undefined
            ? undefined
            : this.known[again + ((at - many) % (many - again))]
      if (!one) return undefined
      this.laid.push({
        ...one,
        nth: at,
        startTicks: before ? before.startTicks + before.times * before.ground.length : 0,
        startSeconds: before ? before.startSeconds + before.seconds : 0,
        startBar: before ? before.startBar + before.times * before.ground.bars : 0,
      })
    }
    return this.laid[n]
  }

  /** The last passage that has begun at a time; before the start the first. */
  private laidAt(seconds: number): Laid {
    while ((this.laid.at(-1)?.startSeconds ?? -Infinity) <= seconds && this.nth(this.laid.length));
    let low = 0
    let high = this.laid.length - 1
    while (low < high) {
      const middle = (low + high + 1) >> 1
      if (this.laid[middle]!.startSeconds <= seconds) low = middle
      else high = middle - 1
    }
    return this.laid[low]!
  }

  /** All cues of a stretch in order of time; `from` and `to` are seconds from the start, `to` not included. */
  between(from: number, to: number): Cue[] {
    const found: Cue[] = []
    const first = from === -Infinity ? 0 : this.laidAt(from - this.longest.late).nth
    for (let n = first; ; n++) {
      const laid = this.nth(n)
      if (!laid || (n > 0 && laid.startSeconds - this.longest.lead - EARLY >= to)) break
      if (laid.startSeconds + laid.seconds + laid.late < from) continue
      this.addLead(laid, from, to, found)
      const length = laid.ground.length
      const lapAt = (seconds: number) => Math.floor(laid.clock.ticksAt(seconds - laid.startSeconds) / length)
      const last = Math.min(laid.times - 1, lapAt(to + EARLY))
      for (let lap = Math.max(0, from === -Infinity ? 0 : lapAt(from - laid.late)); lap <= last; lap++)
        this.addLap(laid, lap, from, to, found)
    }
    return found.sort((a, b) => a.seconds - b.seconds)
  }

  /** The place that sounds at a time; before the start a tick below 0, after the end the end of the last lap. */
  placeAt(seconds: number): CuePlace {
    return this.placeIn(this.laidAt(seconds), seconds)
  }

  private placeIn(laid: Laid, seconds: number): CuePlace {
    const { ground, clock } = laid
    const into = clock.ticksAt(seconds - laid.startSeconds)
    if (into < 0) return { passage: 0, lap: 0, bar: Math.floor(into / ground.starts[1]!), tick: into }
    const lap = Math.min(laid.times - 1, Math.floor(into / ground.length))
    const tick = Math.min(ground.length, into - lap * ground.length) + ground.passage.span.from
    const bar = Math.min(
      ground.groove.bars.length - 1,
      ground.starts.findLastIndex(start => start <= tick),
    )
    return { passage: laid.passage, lap, bar: laid.startBar + lap * ground.bars + bar - ground.firstBar, tick }
  }

  /** The felt beat that was last begun at a time: when it began, in seconds, and whether it is the first of its bar; none before a count-in or a first passage. */
  beatAt(seconds: number): { began: number; first: boolean } | undefined {
    const laid = this.laidAt(seconds)
    const { ground, clock } = laid
    const { lap, tick } = this.placeIn(laid, seconds)
    const bar = ground.starts[1]!
    if (tick < 0 && tick < -bar * this.performance.countIn) return undefined
    const within = tick < 0 ? mod(tick, bar) : tick
    const beat = ground.beats.findLast(one => one.at <= within)
    if (!beat || (tick >= 0 && beat.at < ground.passage.span.from)) return undefined
    const began =
      tick < 0 ? laid.startSeconds + clock.secondsAt(tick - within + beat.at) : this.secondsIn(laid, lap, beat.at)
    return { began, first: beat.beat === 0 }
  }

  /** When a place first sounds, in seconds; a lap or tick that is not there is brought to the nearest that is. */
  secondsOf({ passage, lap, tick }: Omit<CuePlace, 'bar'>): number {
    return this.secondsIn(this.nth(Math.min(passage, this.known.length - 1)) ?? this.laid.at(-1)!, lap, tick)
  }

  private secondsIn(laid: Laid, lap: number, tick: number): number {
    const { span } = laid.ground.passage
    const into =
      tick < 0
        ? tick
        : tick >= span.from && tick < span.to
          ? tick - span.from
          : mod(tick - span.from, laid.ground.length)
    return laid.startSeconds + laid.clock.secondsAt(Math.min(lap, laid.times - 1) * laid.ground.length + into)
  }

  /** When a bar begins, counted from 0 through the whole performance. */
  secondsOfBar(bar: number): number {
    let laid = present(this.nth(0), 'cue')
    for (let n = 1, next = this.nth(n); next && next.startBar <= bar; next = this.nth(++n)) laid = next
    const { ground, clock } = laid
    const within = Math.min(bar - laid.startBar, laid.times * ground.bars - 1)
    const lap = Math.floor(within / ground.bars)
    const tick = Math.max(ground.starts[ground.firstBar + (within % ground.bars)]!, ground.passage.span.from)
    return laid.startSeconds + clock.secondsAt(lap * ground.length + tick - ground.passage.span.from)
  }

  /** When the place that another line has at a time sounds in this one: how a performance that is changed goes on. */
  secondsLike(other: CueLine, seconds: number): number {
    const laid = other.laidAt(seconds)
    const { lap, tick } = other.placeIn(laid, seconds)
    const { id } = laid.ground.passage
    const passage = this.known.findIndex(one => one.ground.passage.id === id)
    // The same passage the same number of times later: where it has come again, it has here too.
    const wanted = passage < 0 ? laid.nth : passage + (laid.nth - laid.passage)
    const here = this.nth(wanted)
    return this.secondsIn(
      here && (passage < 0 || here.passage === passage) ? here : (this.nth(Math.max(0, passage)) ?? this.laid.at(-1)!),
      lap,
      tick,
    )
  }

  /** What sounds before a passage: its pick-up, and before the first the count-in. */
  private addLead(laid: Laid, from: number, to: number, found: Cue[]): void {
    const { ground, clock } = laid
    const add = (cue: LapCue) => this.add(laid, 0, laid.startSeconds, 0, cue, from, to, found)
    if (laid.nth === 0 && from < 0) {
      const bar = ground.starts[1]!
      const counts = countIn(ground.groove.bars, this.performance.countIn, {
        voice: ground.passage.click.voice,
        halves: this.performance.halves ?? false,
      })
      counts.forEach(({ at, on, says }, i) => {
        const until = says === undefined ? undefined : clock.secondsAt(counts[i + 1]?.at ?? 0)
        add({
          kind: 'click',
          on,
          warns: false,
          says,
          until,
          bar: Math.floor(at / bar),
          tick: at,
          at,
          seconds: clock.secondsAt(at),
        })
      })
    }
    // A lead-in is short and its tempo the first of its passage: swing may carry it up to the bar line and not beyond.
    if (laid.lead.length && from < laid.startSeconds + laid.late)
      strokeCues(ground, laid.lead, 0, clock.secondsAt).forEach(add)
  }

  private addLap(laid: Laid, lap: number, from: number, to: number, found: Cue[]): void {
    const startTicks = lap * laid.ground.length
    const start = laid.startSeconds + laid.clock.secondsAt(startTicks)
    const cues = this.lapCues(laid, lap)
    // Laps are kept in order of time, so that a short stretch of a long one is found at once.
    let low = 0
    let high = cues.length
    while (low < high) {
      const middle = (low + high) >> 1
      if (start + cues[middle]!.seconds < from) low = middle + 1
      else high = middle
    }
    for (let i = low; i < cues.length && start + cues[i]!.seconds < to; i++)
      this.add(laid, lap, start, startTicks, cues[i]!, from, to, found)
  }

  private add(
    laid: Laid,
    lap: number,
    start: number,
    startTicks: number,
    cue: LapCue,
    from: number,
    to: number,
    found: Cue[],
  ): void {
    const seconds = start + cue.seconds
    if (seconds < from || seconds >= to) return
    const { passage } = laid
    const bar = laid.startBar + lap * laid.ground.bars + cue.bar
    const at = laid.startTicks + startTicks + cue.at
    const { tick } = cue
    if (cue.kind === 'click') {
      if (tick < 0 || sounds(laid.ground.passage.click.gaps, bar))
        found.push({
          kind: 'click',
          on: cue.on,
          warns: laid.leadsOn && lap === laid.times - 1 && cue.bar === laid.ground.bars - 1,
          says: cue.says,
          passage,
          lap,
          bar,
          tick,
          at,
          seconds,
          until: cue.until === undefined ? undefined : start + cue.until,
        })
      return
    }
    if (cue.kind === 'guide') {
      found.push({
        kind: 'guide',
        guide: cue.guide,
        level: cue.level,
        passage,
        lap,
        bar,
        tick,
        at,
        seconds,
        until: start + cue.until,
      })
      return
    }
    const { part, blow, by, limb, pieceId, piece, stroke, level } = cue
    const { fades } = laid.ground.passage
    const heard = cue.heard && (tick < 0 || sounds(fades, bar))
    let until = cue.until === undefined ? undefined : start + cue.until
    if (cue.open) {
      const closed = this.closedAfter(laid, tick < 0 ? -1 : lap, pieceId)
      if (closed !== undefined && (until === undefined || closed < until)) until = closed
    }
    found.push({
      kind: 'stroke',
      part,
      blow,
      by,
      heard,
      limb,
      pieceId,
      piece,
      stroke,
      level,
      passage,
      lap,
      bar,
      tick,
      at,
      seconds,
      until,
    })
  }

  /** The cues of a lap in order of time, from its own start. The last lap gives way to the next passage's pick-up. */
  private lapCues(laid: Laid, lap: number): LapCue[] {
    const { ground, clock } = laid
    const next = lap === laid.times - 1 ? this.nth(laid.nth + 1) : undefined
    const gives = next?.lead.length ? next : undefined
    const { runsOn } = this.performance
    const before = (runsOn?.from ?? 0) + laid.startTicks + lap * ground.length
    const clave = claveOfLap(ground, lap, runsOn && { before, clave: runsOn.clave })
    const turn = `${laid.passage} ${clave?.gone ?? 0}`
    const alike = clock.steady && !ground.cycles && !gives
    const key = alike ? turn : `${turn}/${lap}/${gives?.passage ?? ''}`
    const known = this.laps.get(key)
    if (known) return known
    const time = lapTime(clock, lap * ground.length)
    const strokes = gives
      ? givenWay(strokesOfLap(ground, lap), gives.lead, ground.passage.span.to)
      : strokesOfLap(ground, lap)
    const cues = [
      ...strokeCues(ground, strokes, ground.passage.span.from, time),
      ...clickCues(ground, strokes, time, clave),
      ...guideCues(ground, time),
    ].sort((a, b) => a.seconds - b.seconds)
    // A handful at most is ever asked for again: laps that differ go by one after another.
    if (this.laps.size > 32) this.laps.clear()
    this.laps.set(key, cues)
    return cues
  }

  /** When the next stroke on some hats comes after the end of a lap, in seconds from the start; lap -1 is the pick-up before the first. */
  private closedAfter(laid: Laid, lap: number, pieceId: string): number | undefined {
    let here: Laid | undefined = laid
    for (let tried = 0, at = lap; here && tried < LAPS_SEARCHED; tried++) {
      if (at + 1 < here.times) at++
      else {
        here = this.nth(here.nth + 1)
        at = 0
        const lead = here && firstOn(strokeCues(here.ground, here.lead, 0, here.clock.secondsAt), pieceId)
        if (here && lead) return here.startSeconds + lead.seconds
      }
      const first: LapCue | undefined = here && firstOn(this.lapCues(here, at), pieceId)
      if (here && first) return here.startSeconds + here.clock.secondsAt(at * here.ground.length) + first.seconds
    }
    return undefined
  }
}

const firstOn = (cues: readonly LapCue[], pieceId: string): LapCue | undefined =>
  cues.find(cue => cue.kind === 'stroke' && cue.pieceId === pieceId)

/** Strokes less those of limbs that are already playing what leads into the next passage: a limb is in one place. */
function givenWay(strokes: readonly LapStroke[], lead: readonly LapStroke[], end: number): LapStroke[] {
  const from = new Map<string, number>()
  for (const { part, at } of lead) from.set(part.limb, Math.min(from.get(part.limb) ?? 0, at))
  return strokes.filter(({ part, at }) => at - end < (from.get(part.limb) ?? 0))
}

/**
 * What sounds in a stretch of a performance, in order of time: strokes by single blows, and clicks. `from` and `to` are
 * seconds from the start of the first passage, `to` not included; what comes before it (count-in, pick-up) is negative.
 *
 * @example cues(passes(groove, kit), 0, 0.5).map(cue => [cue.part, cue.tick, cue.seconds]) // => [['hats', 0, 0], ['bass', 0, 0], ['hats', 2520, 0.3]]
 */
export const cues = (performance: Performance, from: number, to: number): Cue[] =>
  new CueLine(performance).between(from, to)
