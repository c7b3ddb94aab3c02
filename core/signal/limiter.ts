import { SAMPLE_RATE } from './dsp'

/** Seconds that sound is held back to see what comes: what is heard comes that much later than it was put in. */
export const LOOK_AHEAD = 0.002
/** The most that comes out between samples too, of full scale: −1.9 dB, since the wave between two samples is known only nearly. */
const CEILING = 0.8
/** Seconds after which a gain that was taken back has come two thirds of the way back up. */
const RELEASE = 0.06

/** Points between two samples at which the wave is looked at: its peak may lie there. */
const BETWEEN = 3
/** Samples on each side that a point between is worked out from. */
const REACH = 8
/** The weights of those samples for each point: a sinc under a raised cosine. */
const WEIGHTS = Array.from({ length: BETWEEN }, (_, i) =>
  Array.from({ length: 2 * REACH }, (_, tap) => {
    const x = tap - REACH + 1 - (i + 1) / (BETWEEN + 1)
    return (Math.sin(Math.PI * x) / (Math.PI * x)) * (0.5 + 0.5 * Math.cos((Math.PI * x) / (REACH + 0.5)))
  }),
)
/** Below this share of the ceiling no point between two samples comes over it. */
const NEAR = 0.5

/**
 * Keeps several accents at once under full scale: it sees a peak `LOOK_AHEAD` before it is heard and has turned all channels down by then, alike, and
 * comes back up slowly. What stays under the ceiling comes out as it went in, only later.
 */
export class Limiter {
  private readonly ahead: number
  private readonly back: number
  /** The last samples of each channel, as a ring. */
  private readonly held: Float32Array[]
  /** Gains wanted at the last samples, gains held, as rings; and the sum of what is held. */
  private readonly wanted: Float64Array
  private readonly eased: Float64Array
  private sum: number
  private free = 1
  /** The least gain wanted in the time that is looked back on, and how many samples ago it was worked out. */
  private least = 1
  private age = 0
  /** Samples that are still to be looked at since one was near the ceiling. */
  private loud = 0
  /** Where the newest sample and the newest gain lie in their rings. */
  private at = 0
  private turn = 0

  constructor(
    private readonly channels: number,
    rate: number = SAMPLE_RATE,
  ) {
    this.ahead = Math.round(LOOK_AHEAD * rate)
    this.back = 1 - Math.exp(-1 / (RELEASE * rate))
    // Of the samples kept, the newest are those that points between are worked out from.
    this.held = Array.from({ length: channels }, () => new Float32Array(this.ahead + 2 * REACH))
    // A gain is eased over the time between the peak's being seen and its being heard.
    const eased = this.ahead - REACH + 1
    this.wanted = new Float64Array(eased).fill(1)
    this.eased = new Float64Array(eased).fill(1)
    this.sum = eased
  }

  /** The highest that the wave comes about a sample that is `REACH` back, in any channel. */
  private peak(): number {
    const length = this.ahead + 2 * REACH
    let most = 0
    for (let channel = 0; channel < this.channels; channel++) {
      const held = this.held[channel]!
      const place = (this.at - REACH + length) % length
      const here = Math.abs(held[place]!)
      const next = Math.abs(held[(place + 1) % length]!)
      most = Math.max(most, here)
      if (Math.max(here, next) < NEAR * CEILING) continue
      for (const weights of WEIGHTS) {
        let point = 0
        for (let tap = 0; tap < 2 * REACH; tap++)
          point += weights[tap]! * held[(place + tap - REACH + 1 + length) % length]!
        most = Math.max(most, Math.abs(point))
      }
    }
    return most
  }

  /** Sound in, and out in its place, each channel as long as the others; what comes out went in `LOOK_AHEAD` before. */
  process(block: readonly Float32Array[]): void {
    const length = this.ahead + 2 * REACH
    const many = this.wanted.length
    const { channels, held, ahead } = this
    for (let i = 0; i < block[0]!.length; i++) {
      for (let channel = 0; channel < channels; channel++) {
        const sample = block[channel]![i]!
        held[channel]![this.at] = sample
        if (sample > NEAR * CEILING || sample < -NEAR * CEILING) this.loud = 2 * REACH
      }
      const out = this.at >= ahead ? this.at - ahead : this.at - ahead + length
      // Most of the time nothing is near the ceiling and nothing is turned down: then every gain kept is 1.
      if (this.loud === 0 && this.free === 1 && this.sum === many) {
        for (let channel = 0; channel < channels; channel++) block[channel]![i] = held[channel]![out]!
        this.at = this.at + 1 === length ? 0 : this.at + 1
        continue
      }
      if (this.loud > 0) this.loud--
      const peak = this.peak()
      const wants = peak > CEILING ? CEILING / peak : 1
      this.wanted[this.turn] = wants
      // The least of the gains wanted on the way, or on the way back up from it.
      this.age++
      if (wants <= this.least) {
        this.least = wants
        this.age = 0
      } else if (this.age >= many) {
        this.least = 1
        for (let n = 0; n < many; n++) this.least = Math.min(this.least, this.wanted[n]!)
        this.age = 0
      }
      this.free = Math.min(this.least, this.free + (1 - this.free) * this.back)
      if (this.free > 0.99999) this.free = 1
      this.sum += this.free - this.eased[this.turn]!
      this.eased[this.turn] = this.free
      // What is added and taken away again leaves a rest, which must not turn down what is under the ceiling.
      if (this.sum > many - 1e-6) this.sum = many
      const gain = this.sum / many
      for (let channel = 0; channel < channels; channel++) block[channel]![i] = held[channel]![out]! * gain
      this.at = this.at + 1 === length ? 0 : this.at + 1
      this.turn = this.turn + 1 === many ? 0 : this.turn + 1
    }
  }
}

/**
 * Sound that ends, limited, each sample at its own time again.
 * @example limited([Float32Array.of(0.5, -0.25)]).map(samples => [...samples]) // => [[0.5, -0.25]]
 */
export function limited(channels: readonly Float32Array[], rate: number = SAMPLE_RATE): Float32Array[] {
  const ahead = Math.round(LOOK_AHEAD * rate)
  const held = channels.map(samples => {
    const longer = new Float32Array(samples.length + ahead)
    longer.set(samples)
    return longer
  })
  new Limiter(channels.length, rate).process(held)
  return held.map(samples => samples.subarray(ahead))
}
