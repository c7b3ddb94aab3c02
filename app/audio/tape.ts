import makeStretch, { type StretchNode } from 'signalsmith-stretch'
import stretchModule from 'signalsmith-stretch?url'
import type { OutClock } from './clock'
import { type PartHeard, hearPart } from './listening-to'

/** A stretch of a recording to be played, in seconds of the file: how fast, over and over or once, and its beats where a click goes with them. */
export interface TapeRun {
  from: number
  to: number
  /** How fast, 1 being as it was recorded. */
  share: number
  loops: boolean
  beats: readonly { at: number; first: boolean }[]
  clicks: boolean
  /** The number of beats that count it in, as far apart as its first two. */
  countIn: number
}

/** What a tape plays into and by: the clock that all goes by, where sound goes, and a click at a time of the audio clock. */
interface Machine {
  context: AudioContext
  clock: OutClock
  out: AudioNode
  click(first: boolean, at: number): () => void
}

/** Seconds of sound before the start that it is given, so that the first attack is whole. */
const BEFORE = 0.4
/** The shortest stretch that is played over and over, in seconds. */
const SHORTEST = 0.1
/** Seconds until it begins: the stretcher wants to know a little ahead. */
const LEAD = 0.25
/** A change that was sent so shortly ago, in seconds, comes before one that is sent now. */
const JUST_NOW = 0.01
/** Clicks are handed over so far ahead, in seconds. */
const CLICKS_AHEAD = 0.5

/**
 * A recording being played: slowed or not, over and over or once. It alone knows which second of the file sounds when: laps follow one another on one
 * line, `u`, in seconds of the file since the start, from which sound, clicks and playhead all come.
 */
export class Tape {
  private run: TapeRun | undefined
  /** At the time `t0` of the clock the line is at `u0`. */
  private t0 = 0
  private u0 = 0
  /** How far the line is clicked, and how much of the file lies before its beginning in what the stretcher has. */
  private clicked = 0
  private before = 0
  /** By how much the audio clock was behind when the stretcher was last given its times. */
  private behind = 0
  private takeBack: (() => void)[] = []
  readonly gain: GainNode

  private constructor(
    private readonly sound: AudioBuffer,
    private readonly node: StretchNode,
    private readonly machine: Machine,
  ) {
    // A recording in mono is on both ears, so that either side of it is there.
    this.gain = new GainNode(machine.context, { channelCount: 2, channelCountMode: 'explicit' })
    node.connect(this.gain)
    this.hear('all')
  }

  private unhear: (() => void) | undefined
  /** Lets through all of it, or a part. */
  hear(part: PartHeard): void {
    this.unhear?.()
    this.unhear = hearPart(this.machine.context, this.gain, this.machine.out, part)
  }

  static async of(sound: AudioBuffer, machine: Machine): Promise<Tape> {
    makeStretch.moduleUrl = stretchModule
    const node = await makeStretch(machine.context, {
      // One that stays empty: without any its processor falls over while it rests.
      numberOfInputs: 1,
      numberOfOutputs: 1,
      outputChannelCount: [Math.min(2, sound.numberOfChannels)],
    })
    return new Tape(sound, node, machine)
  }

  get playing(): boolean {
    return this.run !== undefined
  }

  async start(run: TapeRun): Promise<void> {
    this.stop()
    await this.node.dropBuffers()
    const rate = this.sound.sampleRate
    const onSample = (seconds: number) => Math.round(seconds * rate) / rate
    const placed = { ...run, from: onSample(run.from), to: Math.max(onSample(run.to), onSample(run.from) + SHORTEST) }
    this.before = onSample(Math.min(BEFORE, run.from))
    await this.feed(placed)
    this.run = placed
    const [first, second] = run.beats
    const beat = first && second ? (second.at - first.at) / run.share : 0.5
    this.u0 = 0
    this.t0 = this.machine.clock.now() + LEAD + run.countIn * beat
    this.clicked = 0
    for (let i = 0; i < run.countIn; i++) this.clickAt(i === 0, this.t0 - (run.countIn - i) * beat)
    this.tellNode()
    this.pump()
  }

  stop(): void {
    if (!this.run) return
    this.run = undefined
    const now = this.machine.context.currentTime
    void this.node.schedule({ active: false, output: now, outputTime: now })
    for (const back of this.takeBack.splice(0)) back()
  }

  /** Another speed from now on; the place stays. */
  speed(share: number): void {
    if (!this.run || share === this.run.share) return
    const now = this.machine.clock.now()
    if (now > this.t0) {
      this.u0 = this.lineAt(now)
      this.t0 = now
    }
    this.run = { ...this.run, share }
    this.tellNode()
    // Clicks that are handed over are at the old speed.
    for (const back of this.takeBack.splice(0)) back()
    this.clicked = Math.max(0, this.u0)
  }

  private lineAt(time: number): number {
    return this.u0 + (time - this.t0) * (this.run?.share ?? 1)
  }
  private timeOf(u: number): number {
    return this.t0 + (u - this.u0) / (this.run?.share ?? 1)
  }

  /** Which second of the file is heard at a time of the clock; undefined where nothing is, or it is still counted in. */
  position(time: number): number | undefined {
    const { run } = this
    if (!run) return undefined
    const u = this.lineAt(time)
    const lap = run.to - run.from
    return u < 0 || (!run.loops && u > lap) ? undefined : run.from + (u % lap)
  }

  private clickAt(first: boolean, time: number): void {
    const at = this.machine.clock.sounds(time)
    if (at !== undefined) this.takeBack.push(this.machine.click(first, at))
  }

  /**
   * The stretcher is told where the line is, how fast it goes, and where it goes round. It keeps one change to come; `outputTime` later than now would have it
   * forget what it is at.
   */
  private tellNode(): void {
    const at = this.machine.clock.sounds(this.t0)
    if (!this.run || at === undefined) return
    this.behind = this.t0 - at
    const { share, from, to, loops } = this.run
    const lap = to - from
    void this.node.schedule({
      active: true,
      input: this.before + (loops ? this.u0 % lap : this.u0),
      rate: share,
      loopStart: loops ? this.before : 0,
      loopEnd: loops ? this.before + lap : 0,
      output: at,
      outputTime: Math.min(at, this.machine.context.currentTime + JUST_NOW),
    })
  }

  /** The stretcher gets all that is played in one piece: where it has several it falls over as it reads any but the last. */
  private async feed({ from, to }: TapeRun): Promise<void> {
    const { sound, node, before } = this
    const rate = sound.sampleRate
    const begins = Math.round((from - before) * rate)
    const channels = Array.from({ length: Math.min(2, sound.numberOfChannels) }, (_, n) => {
      const samples = new Float32Array(Math.round(to * rate) - begins)
      sound.copyFromChannel(samples, n, begins)
      return samples
    })
    await node.addBuffers(
      channels,
      channels.map(one => one.buffer),
    )
  }

  /** Looked at every some 30 ms: clicks with the beats, and ends where it is over. */
  pump(): void {
    const { run } = this
    if (!run) return
    const { clock } = this.machine
    const now = clock.now()
    const lap = run.to - run.from
    if (!run.loops && this.lineAt(now) > lap + 0.3) return this.stop()
    const at = clock.sounds(now)
    if (at !== undefined && Math.abs(now - at - this.behind) > 1e-3) {
      // Sound came back after it was away: the line went on meanwhile.
      this.u0 = this.lineAt(now)
      this.t0 = now
      this.tellNode()
    }
    const to = this.lineAt(now + CLICKS_AHEAD)
    if (run.clicks && to > this.clicked) {
      for (let start = Math.floor(this.clicked / lap) * lap; start < to; start += lap) {
        for (const { at: beat, first } of run.beats) {
          const u = start + beat - run.from
          if (u >= this.clicked - 1e-9 && u < to && beat < run.to - 1e-3) this.clickAt(first, this.timeOf(u))
        }
        if (!run.loops) break
      }
      this.clicked = to
    }
    if (this.takeBack.length > 40) this.takeBack.splice(0, 20)
  }

  close(): void {
    this.stop()
    this.node.disconnect()
    this.gain.disconnect()
  }
}
