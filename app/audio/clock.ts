/** Milliseconds that a sound device has to begin, and after which one whose time stands still is taken for gone. */
const BEGINS = 1500
const STALLS = 2000
/** What is heard is at most so far ahead of the audio clock, which goes by blocks, in seconds. */
const BLOCK = 0.1
/** An output that is later than this, in seconds, is a wireless one or behaves as one: how late it is changes as it plays. */
const WIRELESS = 0.1

/** Milliseconds between two tries to wake an audio clock that is missing. */
const TRIES = 1000

/**
 * The time that all is played by: the audio clock’s, or, on a machine whose sound never begins or ends on the way, the page’s own, so that playing goes on
 * in silence and the picture shows where it is. It never jumps: an audio clock that comes back is behind by what it missed, and stays so.
 */
export class OutClock {
  private silentSince: { stamp: number; seconds: number; heldAt: number } | undefined
  /** How far the audio clock is behind this one, in seconds. */
  private behind = 0
  private last = { seconds: -1, stamp: 0 }
  private tried = 0

  /** `delay` is how many seconds the graph holds back what it is given; `tell` hears when sound is missing, and when it is there again. */
  constructor(
    private readonly context: AudioContext,
    private readonly delay: number,
    private readonly tell: (silent: boolean) => void,
  ) {}

  now(): number {
    const { silentSince } = this
    return silentSince
      ? silentSince.seconds + (performance.now() - silentSince.stamp) / 1000
      : this.context.currentTime + this.behind
  }

  /** A time of this clock as the audio clock has it; undefined where no audio clock runs. */
  sounds(when: number): number | undefined {
    return this.silentSince ? undefined : when - this.behind
  }

  /** A moment of the page’s clock (ms, as `performance.now()`) as the time that is heard, or would be, then. */
  heardAt(stamp: number): number {
    const before = (performance.now() - stamp) / 1000
    if (this.silentSince) return this.now() - before
    const { context, delay, behind } = this
    // The clock itself goes by blocks of samples, 10 ms and more; the pair of both clocks is exact, once something has been put out.
    const { contextTime = 0, performanceTime = 0 } = context.getOutputTimestamp?.() ?? {}
    const heard =
      contextTime > 0
        ? contextTime + behind + (stamp - performanceTime) / 1000
        : this.now() - (context.outputLatency || 0) - before
    // A clock that is held up, asleep or short of the machine’s time, is not heard going on.
    return Math.min(heard - delay, this.now() + BLOCK)
  }

  /** Wakes the audio clock, which browsers keep asleep until the player has touched something; one that does not wake is done without. */
  async wake(): Promise<void> {
    const { context } = this
    const begun = context.resume().then(
      () => true,
      () => false,
    )
    const late = new Promise<boolean>(resolve => setTimeout(() => resolve(false), BEGINS))
    if (context.state !== 'running' && !(await Promise.race([begun, late]))) return this.fallSilent()
    this.soundAgain()
    this.last = { seconds: -1, stamp: 0 }
  }

  private fallSilent(): void {
    if (this.silentSince) return
    this.silentSince = { stamp: performance.now(), seconds: this.now(), heldAt: this.context.currentTime }
    this.tell(true)
  }

  private soundAgain(): void {
    if (!this.silentSince) return
    this.behind = this.now() - this.context.currentTime
    this.silentSince = undefined
    this.tell(false)
  }

  /** Looked at as long as something plays: a clock that stands still has lost its device, and one that goes again has it back. */
  watch(): void {
    const seconds = this.context.currentTime
    const stamp = performance.now()
    if (this.silentSince) {
      if (seconds !== this.silentSince.heldAt) return this.soundAgain()
      if (stamp - this.tried < TRIES) return
      this.tried = stamp
      void this.context.resume().catch(() => undefined)
    } else if (seconds !== this.last.seconds) this.last = { seconds, stamp }
    else if (stamp - this.last.stamp > STALLS) this.fallSilent()
  }

  /** How late what is put out is heard, in seconds; and whether by an amount that changes, as over the air. */
  get latency(): { seconds: number; changes: boolean } {
    const seconds = (this.context.outputLatency || this.context.baseLatency || 0) + this.delay
    return { seconds, changes: seconds > WIRELESS }
  }
}
