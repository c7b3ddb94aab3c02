import { SAMPLE_RATE, addPartials } from '#core/signal'

/** Bass and chords over the bars, as loud as the drums: the bass on the beats and some eighths, a chord held through each bar. Times are in seconds, `out` at our rate. */
export function addTune(
  out: Float32Array,
  beats: readonly number[],
  bars: readonly number[],
  random: () => number,
): void {
  const note = (from: number, seconds: number, hz: number, gain: number, partials: number) => {
    const sound = new Float32Array(Math.round(seconds * SAMPLE_RATE))
    addPartials(
      sound,
      Array.from({ length: partials }, (_, n) => ({ hz: hz * (n + 1), gain: gain * 0.6 ** n, decay: seconds * 2 })),
    )
    const at = Math.round(from * SAMPLE_RATE)
    const rise = 0.012 * SAMPLE_RATE
    sound.forEach((x, i) => {
      if (at + i < out.length) out[at + i]! += x * Math.min(1, i / rise, (sound.length - i) / rise)
    })
  }
  const roots = [0, 5, 7, 3].map(step => 55 * 2 ** (step / 12))
  bars.forEach((from, bar) => {
    const to = bars[bar + 1] ?? beats.at(-1)!
    const root = roots[bar % 4]!
    for (const step of [0, 4, 7]) note(from, to - from, root * 4 * 2 ** (step / 12), 0.06, 4)
  })
  beats.forEach((from, i) => {
    const to = beats[i + 1] ?? from + 0.4
    const root = roots[bars.findLastIndex(bar => bar <= from + 0.001) % 4] ?? 55
    note(from, (to - from) * 0.9, root, 0.3, 3)
    if (random() < 0.4) note(from + (to - from) / 2, (to - from) * 0.4, root * 1.5, 0.25, 3)
  })
}

/** Where a mouth that says “ah” is loud, in Hz, and how wide about it. */
const FORMANTS = [
  { hz: 750, wide: 180, gain: 1 },
  { hz: 1150, wide: 220, gain: 0.6 },
  { hz: 2600, wide: 350, gain: 0.25 },
] as const
/** Steps above the root that a line goes by, a note in each beat; null rests. */
const LINE = [12, null, 16, 14, 12, null, null, 7, 9, 12, null, 14, 12, null, null, null] as const

/** A line as of a voice over the beats: a tone that wavers, coloured by a mouth. */
export function addVoice(out: Float32Array, beats: readonly number[]): void {
  beats.slice(0, -1).forEach((from, i) => {
    const step = LINE[i % LINE.length]
    if (step === null || step === undefined) return
    const [begin, end] = [from, beats[i + 1]! - 0.04].map(time => Math.round(time * SAMPLE_RATE)) as [number, number]
    const hz = 110 * 2 ** (step / 12)
    const partials = Array.from({ length: 14 }, (_, n) => ({
      times: n + 1,
      gain:
        (0.05 / (n + 1) ** 0.5) *
        FORMANTS.reduce(
          (sum, one) => sum + one.gain * Math.exp(-0.5 * ((hz * (n + 1) - one.hz) / one.wide) ** 2),
          0.05,
        ),
    }))
    let phase = 0
    for (let at = begin; at < Math.min(end, out.length); at++) {
      const seconds = (at - begin) / SAMPLE_RATE
      phase += (2 * Math.PI * hz * (1 + 0.008 * Math.sin(2 * Math.PI * 5.5 * seconds))) / SAMPLE_RATE
      const swell = Math.min(1, seconds / 0.05, (end - at) / (0.06 * SAMPLE_RATE))
      for (const { times, gain } of partials) out[at]! += swell * gain * Math.sin(times * phase)
    }
  })
}
