import FFT from 'fft.js'

/** Samples a second of the mono sound that is listened to. */
export const HEAR_RATE = 22050
/** Samples from one moment listened at to the next, and in the window about it. */
const HOP = 220
const WINDOW = 1024
/** Moments a second. */
export const MOMENTS = HEAR_RATE / HOP

/** Bands of the ear's width, from the lowest to the highest that is listened to, in Hz; and where low and high begin and end. */
const BANDS = 30
const LOWEST = 35
const HIGHEST = 10_000
const LOW_ENDS = 170
const HIGH_BEGINS = 3500
/** How much softer sound is brought up before what is new in it is measured. */
const COMPRESSION = 300

/** How strongly something begins, moment by moment, in low, middle and high sound, and in all of it: 0 on average, 1 as its spread. */
export interface OnsetStrength {
  low: Float32Array
  middle: Float32Array
  high: Float32Array
  all: Float32Array
}

/** Which bins of a spectrum each band takes; a band is as wide as a bin at the least. */
const BINS = Array.from({ length: BANDS }, (_, band) => {
  const hz = (share: number) => LOWEST * (HIGHEST / LOWEST) ** share
  const bin = (at: number) => (at * WINDOW) / HEAR_RATE
  const from = Math.max(1, Math.floor(bin(hz(band / BANDS))))
  return { from, to: Math.max(from + 1, Math.ceil(bin(hz((band + 1) / BANDS)))), hz: hz((band + 0.5) / BANDS) }
})

/** The loudness of each band at each moment, brought up where it is soft. Moment `n` is that of the sample `n · HOP`. */
function bandsOf(samples: Float32Array): Float32Array[] {
  const transform = new FFT(WINDOW)
  const shape = Float32Array.from({ length: WINDOW }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / WINDOW))
  const frame = new Float32Array(WINDOW)
  const spectrum = transform.createComplexArray()
  return Array.from({ length: Math.ceil(samples.length / HOP) }, (_, n) => {
    const from = n * HOP - WINDOW / 2
    for (let i = 0; i < WINDOW; i++) frame[i] = (samples[from + i] ?? 0) * shape[i]!
    transform.realTransform(spectrum, frame)
    return Float32Array.from(BINS, ({ from: first, to }) => {
      let sum = 0
      for (let bin = first; bin < to; bin++) sum += Math.hypot(spectrum[2 * bin]!, spectrum[2 * bin + 1]!)
      return Math.log1p((COMPRESSION * sum) / WINDOW / (to - first))
    })
  })
}

/** Seconds about a moment whose mean is taken from it, so that a loud passage does not stand for its beats. */
const ABOUT = 0.6

function evened(strength: Float32Array): Float32Array {
  const reach = Math.round(ABOUT * MOMENTS)
  const sums = new Float64Array(strength.length + 1)
  strength.forEach((one, i) => (sums[i + 1] = sums[i]! + one))
  const out = strength.map((one, i) => {
    const [from, to] = [Math.max(0, i - reach), Math.min(strength.length, i + reach + 1)]
    return one - (sums[to]! - sums[from]!) / (to - from)
  })
  const spread = Math.sqrt(out.reduce((sum, one) => sum + one * one, 0) / Math.max(1, out.length))
  return spread ? out.map(one => one / spread) : out
}

/**
 * How strongly something begins at each moment of mono sound at 22,050 Hz, `MOMENTS` a second: what is louder in a band than it and its neighbours were two moments
 * before, so that a tone that sways is no beginning (after S. Böck and G. Widmer, “Maximum filter vibrato suppression for onset detection”, 2013).
 * @example onsetStrength(new Float32Array(22050)).all.length // => 101
 */
export function onsetStrength(samples: Float32Array): OnsetStrength {
  const bands = bandsOf(samples)
  const sums = {
    low: new Float32Array(bands.length),
    middle: new Float32Array(bands.length),
    high: new Float32Array(bands.length),
  }
  bands.forEach((now, n) => {
    const before = bands[n - 2]
    if (!before) return
    BINS.forEach(({ hz }, band) => {
      const was = Math.max(before[band]!, before[band - 1] ?? 0, before[band + 1] ?? 0)
      const more = Math.max(0, now[band]! - was)
      sums[hz < LOW_ENDS ? 'low' : hz < HIGH_BEGINS ? 'middle' : 'high'][n]! += more
    })
  })
  const [low, middle, high] = [evened(sums.low), evened(sums.middle), evened(sums.high)]
  return { low, middle, high, all: evened(low.map((one, n) => one + middle[n]! + high[n]!)) }
}

/** The most that begins within some moments of a time in seconds, 0 at the least. @internal */
export function strongest(strength: Float32Array, time: number, reach: number): number {
  let most = 0
  for (let i = -reach; i <= reach; i++) most = Math.max(most, strength[Math.round(time * MOMENTS) + i] ?? 0)
  return most
}
