import { type Cue, CueLine, type Performance, type CuePlace, asHuman, cueId } from '#core/perform'

/** Where sounds go: each cue is handed over once, ahead of its time, in seconds of the clock, and louder or softer by some dB; it answers a way to take it back while it has not sounded. */
export interface Output {
  hand(cue: Cue, when: number, until: number | undefined, gain: number): () => void
}

/**
 * How far ahead sounds are handed over, in seconds: at the Bench, where each edit has this much to take back and hand over
 * again, and where nothing is edited. Far enough that a page may stall for 100 ms on a machine that is busy besides.
 */
export const AHEAD = { bench: 0.4, away: 1 } as const

/** A page that leaves more than this share of what is ahead between two pumps is given as much again, up to a limit in seconds. */
const STALLED = 0.5
const MOST_AHEAD = 2

/** What will sound within this time cannot be taken back any more. */
const SETTLED = 0.03
/** An edit that is worked out too slowly is worked out again from a later place, so often at most; most of it is known by then. */
const TRIES = 4

interface Handed {
  cue: Cue
  when: number
  takeBack: () => void
}

/**
 * Hands the cues of a performance to an output a little ahead of their time. Its clock is a parameter, and so is how far
 * ahead it works; whoever has a timer pumps it. What the cues are and when they sound is core/perform's affair.
 */
export class Scheduler {
  private line: CueLine | undefined
  /** When the performance starts, on the clock. */
  private origin = 0
  private ahead: number = AHEAD.bench
  /** When it was pumped last. */
  private pumped = 0
  /** Seconds of the performance up to which all is handed over. */
  private done = 0
  /** What was handed over and has not sounded yet. */
  private waiting: Handed[] = []
  /** Sounds handed over after their time, and all sounds handed over. */
  late = 0
  handed = 0

  constructor(
    private clock: () => number,
    private output: Output,
  ) {}

  get playing(): boolean {
    return this.line !== undefined
  }

  /**
   * Begins so that the first thing that sounds (a count-in, a pick-up, a grace note), or else a bar further on, does so in that many
   * seconds, counted from when all that is handed over at once is worked out.
   */
  start(performance: Performance, lead: number, ahead: number = AHEAD.bench, fromBar = 0): void {
    this.line = new CueLine(performance)
    const from = fromBar > 0 ? this.line.secondsOfBar(fromBar) : this.line.begins
    this.done = Math.max(from, from - lead + ahead)
    const first = this.line.between(from, this.done)
    this.pumped = this.clock()
    this.origin = this.pumped + lead - from
    this.ahead = ahead
    this.waiting = []
    for (const cue of first) this.hand(cue)
  }

  stop(): void {
    for (const { takeBack } of this.waiting) takeBack()
    this.waiting = []
    this.line = undefined
  }

  /** Another performance from here on: the place stays, and what was handed over and is no longer so is taken back. */
  update(performance: Performance): void {
    const before = this.line
    if (!before) return
    const line = new CueLine(performance)
    let on = this.goesOn(before, line)
    // Working it out takes time too: a place that the clock has passed meanwhile is no place to go on from.
    for (let tries = 1; tries < TRIES && on.when <= this.clock(); tries++) on = this.goesOn(before, line)
    const { when, like, ready, cues } = on
    this.line = line
    this.origin = when - like
    this.done = like + ready
    const open = this.waiting.filter(one => one.when >= when)
    const same = (cue: Cue) =>
      open.findIndex(
        one =>
          one.cue.kind === cue.kind &&
          Math.abs(one.when - this.origin - cue.seconds) < 1e-6 &&
          soundOf(one.cue) === soundOf(cue) &&
          cueId(one.cue) === cueId(cue),
      )
    const fresh = cues.filter(cue => {
      const at = same(cue)
      if (at >= 0) open.splice(at, 1)
      return at < 0
    })
    for (const one of open) one.takeBack()
    this.waiting = this.waiting.filter(one => !open.includes(one))
    for (const cue of fresh) this.hand(cue)
  }

  /** From when on another line is heard: what is soon to sound stays; where that is in the line, how much of it is to be handed over at once, and what. */
  private goesOn(before: CueLine, line: CueLine) {
    const from = Math.max(before.begins, Math.min(this.done, this.clock() + SETTLED - this.origin))
    const like = line.secondsLike(before, from)
    const ready = this.done - from
    return { when: this.origin + from, like, ready, cues: line.between(like, like + ready) }
  }

  /** Hands over all that sounds before now and so far ahead; further ahead from then on where the page was long in coming. */
  pump(): void {
    const { line } = this
    if (!line) return
    const now = this.clock()
    if (now - this.pumped > this.ahead * STALLED)
      this.ahead = Math.max(this.ahead, Math.min(MOST_AHEAD, this.ahead * 2))
    this.pumped = now
    const to = now + this.ahead - this.origin
    if (to > this.done) {
      for (const cue of line.between(this.done, to)) this.hand(cue)
      this.done = to
    }
    this.waiting = this.waiting.filter(one => one.when > now)
  }

  /** Where the sound is at a time of the clock; nothing once it is over. */
  position(now = this.clock()): CuePlace | undefined {
    if (!this.line || now - this.origin > this.line.ends) return undefined
    return this.line.placeAt(now - this.origin)
  }

  /** The felt beat that sounds at a time of the clock: how many seconds ago it began, and whether it is the first of its bar; none where nothing does. */
  beat(now = this.clock()): { since: number; first: boolean } | undefined {
    const into = now - this.origin
    const beat = this.line && into <= this.line.ends ? this.line.beatAt(into) : undefined
    return beat && { since: into - beat.began, first: beat.first }
  }

  /** A time of the clock in seconds of the performance; undefined while nothing plays. */
  into(time: number): number | undefined {
    return this.line && time - this.origin
  }

  private hand(cue: Cue): void {
    if (cue.kind === 'stroke' && !(cue.piece && (cue.heard || cue.by === 'player'))) return
    const when = this.origin + cue.seconds
    if (cue.kind !== 'stroke' || cue.heard) {
      this.handed++
      if (when < this.clock()) this.late++
    }
    const until = cue.until !== undefined ? this.origin + cue.until : undefined
    const off = asHuman(cue, this.line?.performance.human)
    this.waiting.push({ cue, when, takeBack: this.output.hand(cue, when + off.seconds, until, off.gain) })
  }
}

/** What a cue sounds like, and for how long: one that differs in this is another sound at the same place. */
function soundOf(cue: Cue): string {
  const lasts = cue.until === undefined ? '' : (cue.until - cue.seconds).toFixed(6)
  if (cue.kind === 'click') return `click ${cue.on} ${cue.warns} ${cue.says ?? ''} ${lasts}`
  return cue.kind === 'guide' ? `line ${cue.level} ${lasts}` : `${cue.pieceId} ${cue.stroke} ${cue.level} ${lasts}`
}
