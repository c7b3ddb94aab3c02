/** Samples a second that every voice is rendered at. */
export const SAMPLE_RATE = 44100

/**
 * Silence of that many seconds.
 * @example silence(0.5).length // => 22050
 */
export const silence = (seconds: number): Float32Array => new Float32Array(Math.round(seconds * SAMPLE_RATE))

/** One decaying partial of a struck thing: frequency (Hz), loudness, and seconds to fall by 60 dB. */
export interface Partial {
  hz: number
  gain: number
  decay: number
  phase?: number
}

const fall = (decay: number): number => 10 ** (-3 / (decay * SAMPLE_RATE))

/** Adds decaying sines, each by a two-pole recurrence: a bar, a shell or a plate after a blow. @internal */
export function addPartials(out: Float32Array, partials: readonly Partial[]): void {
  for (const { hz, gain, decay, phase = 0 } of partials) {
    const w = (2 * Math.PI * hz) / SAMPLE_RATE
    if (w >= Math.PI * 0.95) continue
    const r = fall(decay)
    const a = 2 * r * Math.cos(w)
    const b = r * r
    let y1 = gain * Math.sin(phase)
    let y2 = (gain * Math.sin(phase - w)) / r
    const n = Math.min(out.length, Math.ceil(decay * 1.4 * SAMPLE_RATE))
    for (let i = 0; i < n; i++) {
      out[i]! += y1
      const y = a * y1 - b * y2
      y2 = y1
      y1 = y
    }
  }
}

/** Adds a sine that glides from one frequency to another: the head of a drum, stretched by the blow. @internal */
export function addGlide(
  out: Float32Array,
  { from, to, glide, gain, decay }: { from: number; to: number; glide: number; gain: number; decay: number },
): void {
  const r = fall(decay)
  const bend = Math.exp(-1 / (glide * SAMPLE_RATE))
  let phase = 0
  let extra = from - to
  let level = gain
  for (let i = 0; i < out.length; i++) {
    out[i]! += level * Math.sin(phase)
    phase += (2 * Math.PI * (to + extra)) / SAMPLE_RATE
    extra *= bend
    level *= r
  }
}

/** A sound added to what is there from a second on, at a gain; what would not fit is left out. @internal */
export function addSound(out: Float32Array, sound: Float32Array, at: number, gain = 1): void {
  const from = Math.round(at * SAMPLE_RATE)
  for (let i = 0; i < sound.length && from + i < out.length; i++) out[from + i]! += sound[i]! * gain
}

/**
 * A pressed stick, half a second of it: it bounces ever faster and softer; `blow` is one bounce, of a force from 1 down.
 * @example bounced(() => new Float32Array(10)).length // => 22050
 */
export function bounced(blow: (force: number) => Float32Array): Float32Array {
  const out = silence(0.5)
  for (let at = 0, gap = 0.034, force = 1; at < 0.3; at += gap, gap *= 0.93, force *= 0.86)
    addSound(out, blow(force), at, force)
  return out
}

/** Decaying white noise, run through the given filters, added to what is there. @internal */
export function addNoise(
  out: Float32Array,
  random: () => number,
  { gain, decay, filters }: { gain: number; decay: number; filters: Biquad[] },
): void {
  const r = fall(decay)
  const noise = new Float32Array(Math.min(out.length, Math.ceil(decay * 1.4 * SAMPLE_RATE)))
  let level = gain
  for (let i = 0; i < noise.length; i++) {
    noise[i] = level * (random() * 2 - 1)
    level *= r
  }
  for (const biquad of filters) filter(noise, biquad)
  for (let i = 0; i < noise.length; i++) out[i]! += noise[i]!
}

/** A second-order filter's coefficients, normalised so that a0 is 1. */
export interface Biquad {
  b0: number
  b1: number
  b2: number
  a1: number
  a2: number
}

/**
 * Filter coefficients by the formulas of R. Bristow-Johnson's “Cookbook formulae for audio EQ biquad filter coefficients”.
 * `hz` is the corner or centre, `q` the resonance.
 * @internal
 */
export function biquad(kind: 'low' | 'high' | 'band', hz: number, q = 0.707): Biquad {
  const w = (2 * Math.PI * Math.min(hz, SAMPLE_RATE * 0.45)) / SAMPLE_RATE
  const cos = Math.cos(w)
  const alpha = Math.sin(w) / (2 * q)
  const a0 = 1 + alpha
  const b = {
    low: [(1 - cos) / 2, 1 - cos, (1 - cos) / 2],
    high: [(1 + cos) / 2, -(1 + cos), (1 + cos) / 2],
    band: [alpha, 0, -alpha],
  }[kind]
  return { b0: b[0]! / a0, b1: b[1]! / a0, b2: b[2]! / a0, a1: (-2 * cos) / a0, a2: (1 - alpha) / a0 }
}

/**
 * Runs samples through a filter, in place.
 * @example (samples => { filter(samples, { b0: 0.5, b1: 0, b2: 0, a1: 0, a2: 0 }); return [...samples] })(Float32Array.of(1, 1)) // => [0.5, 0.5]
 */
export function filter(samples: Float32Array, { b0, b1, b2, a1, a2 }: Biquad): void {
  let x1 = 0,
    x2 = 0,
    y1 = 0,
    y2 = 0
  for (let i = 0; i < samples.length; i++) {
    const x = samples[i]!
    const y = b0 * x + b1 * x1 + b2 * x2 - a1 * y1 - a2 * y2
    x2 = x1
    x1 = x
    y2 = y1
    y1 = y
    samples[i] = y
  }
}

/**
 * Makes a voice fit to be played: no direct current, a start and an end at nothing, and the given peak.
 * The start rises over a quarter of a millisecond, the end falls over the last tenth, 20 ms at most.
 * @example Math.max(...finish(Float32Array.from({ length: 44100 }, (_, i) => Math.sin(i / 10)), 0.8)).toFixed(2) // => '0.77'
 */
export function finish(samples: Float32Array, peak: number): Float32Array {
  filter(samples, biquad('high', 28))
  const rise = Math.round(0.00025 * SAMPLE_RATE)
  for (let i = 0; i < rise; i++) samples[i]! *= i / rise
  const end = Math.min(Math.round(samples.length / 10), Math.round(0.02 * SAMPLE_RATE))
  for (let i = 0; i < end; i++) samples[samples.length - 1 - i]! *= i / end
  let most = 0
  for (const sample of samples) most = Math.max(most, Math.abs(sample))
  if (most > 0) for (let i = 0; i < samples.length; i++) samples[i]! *= peak / most
  return samples
}
