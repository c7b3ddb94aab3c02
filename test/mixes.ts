import { randomFrom } from '#core/chance'
import { type Groove, makeBars, makeGroove, passSeconds } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { passes } from '#core/perform'
import { SAMPLE_RATE, addPartials, biquad, filter, resampled } from '#core/signal'
import { renderPerformance } from '#core/sound'
import { STYLE_CARDS, type StyleCard, candidatesFor, partFrom } from '#core/style'
import { barStarts, beatsOf } from '#core/time'

/** A made-up recording: mono at 22,050 Hz, and where its beats and bars begin, in seconds. */
export interface MadeMix {
  samples: Float32Array
  beats: number[]
  bars: number[]
  bpm: number
  style: string
}

const groovesOf = (card: StyleCard, bpm: number, random: () => number): Groove => {
  const bars = makeBars(card.meter, 2, card.slots)
  return makeGroove({
    id: card.id,
    title: card.name,
    style: card.id,
    bars,
    feel: { swing: card.swing, push: {} },
    tempo: { bpm, counts: '1/4' },
    parts: card.order.map((limb, i) => {
      const all = candidatesFor(card, limb)
      return partFrom(card, all[Math.floor(random() * Math.min(3, all.length))]!, bars, `p${i}`)
    }),
  })
}

/** Bass and chords over the bars, as loud as the drums: the bass on the beats and some eighths, a chord held through each bar. */
function withTune(out: Float32Array, beats: readonly number[], bars: readonly number[], random: () => number): void {
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

/** A mix by a seed: a style at one of its tempi, so many bars, with bass and chords. */
export function madeMix(seed: number, seconds = 24): MadeMix {
  const random = randomFrom(seed * 7919 + 1)
  const card = STYLE_CARDS[Math.floor(random() * STYLE_CARDS.length)]!
  const { from, to } = card.tempo
  const bpm = Math.round(from + random() * (to - from))
  const groove = groovesOf(card, bpm, random)
  const pass = passSeconds(groove)
  const times = Math.max(2, Math.round(seconds / pass))
  const out = renderPerformance(passes(groove, DEFAULT_KIT, times))
  const ticks = barStarts(groove.bars).at(-1)!
  const second = (tick: number) => (tick / ticks) * pass
  const over = <T>(list: readonly T[], at: (one: T) => number) =>
    Array.from({ length: times }, (_, lap) => list.map(one => lap * pass + second(at(one)))).flat()
  const beats = over(beatsOf(groove.bars), beat => beat.at)
  const bars = over(barStarts(groove.bars).slice(0, -1), at => at)
  withTune(out, beats, bars, random)
  filter(out, biquad('low', 9500))
  const samples = resampled(out, 2)
  for (let i = 0; i < samples.length; i++) samples[i]! += 0.002 * (random() * 2 - 1)
  return { samples, beats, bars, bpm: 60 / (beats[1]! - beats[0]!), style: card.id }
}
