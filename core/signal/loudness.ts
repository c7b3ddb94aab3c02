import { type Biquad, SAMPLE_RATE, filter } from './dsp'

/** The two filters that weight a sound as an ear does: ITU-R BS.1770, their coefficients for our rate by the bilinear transform. */
function weighting(): Biquad[] {
  const shelf = (() => {
    const k = Math.tan((Math.PI * 1681.974450955533) / SAMPLE_RATE)
    const q = 0.7071752369554196
    const high = 10 ** (3.999843853973347 / 20)
    const band = high ** 0.4996667741545416
    const a0 = 1 + k / q + k * k
    return {
      b0: (high + (band * k) / q + k * k) / a0,
      b1: (2 * (k * k - high)) / a0,
      b2: (high - (band * k) / q + k * k) / a0,
      a1: (2 * (k * k - 1)) / a0,
      a2: (1 - k / q + k * k) / a0,
    }
  })()
  const k = Math.tan((Math.PI * 38.13547087602444) / SAMPLE_RATE)
  const q = 0.5003270373238773
  const a0 = 1 + k / q + k * k
  return [shelf, { b0: 1, b1: -2, b2: 1, a1: (2 * (k * k - 1)) / a0, a2: (1 - k / q + k * k) / a0 }]
}

/** How long a stroke is listened to, in seconds: what comes later is masked by its own beginning. */
const LISTENED = 0.4

/** How loud a stroke is, in LUFS over its first 0.4 s, by ITU-R BS.1770’s weighting: `loudnessOf(silence(1)) // => -Infinity` */
export function loudnessOf(samples: Float32Array): number {
  const many = Math.round(LISTENED * SAMPLE_RATE)
  const heard = new Float32Array(many)
  heard.set(samples.subarray(0, many))
  for (const one of weighting()) filter(heard, one)
  let sum = 0
  for (const x of heard) sum += x * x
  return sum === 0 ? -Infinity : -0.691 + 10 * Math.log10(sum / many)
}

/** How far a sound must fall to count as gone, in dB under its loudest. */
const GONE = 30
const FRAME = Math.round(0.01 * SAMPLE_RATE)

/** Seconds until a sound has fallen for good by 30 dB under its loudest 10 ms: `ringOf(renderSound({ sound: 'closed hat', set: 'synthesised', pitch: 1, level: 3, take: 0 })) < 0.3 // => true` */
export function ringOf(samples: Float32Array): number {
  const frames: number[] = []
  for (let at = 0; at < samples.length; at += FRAME) {
    let sum = 0
    for (let i = at; i < Math.min(at + FRAME, samples.length); i++) sum += samples[i]! ** 2
    frames.push(sum)
  }
  const most = Math.max(...frames)
  return ((frames.findLastIndex(one => one > most * 10 ** (-GONE / 10)) + 1) * FRAME) / SAMPLE_RATE
}
