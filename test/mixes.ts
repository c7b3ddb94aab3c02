import { randomFrom } from '#core/chance'
import { type Groove, makeBars, makeGroove, passSeconds } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { passes } from '#core/perform'
import { HEAR_RATE } from '#core/hear'
import { biquad, convolved, filter, resampled, roomResponse } from '#core/signal'
import { renderPerformance } from '#core/sound'
import { STYLE_CARDS, type StyleCard, candidatesFor, partFrom } from '#core/style'
import { barStarts, beatsOf } from '#core/time'
import { addTune } from '../demo/band'

/** A made-up recording: mono at 22,050 Hz, and where its beats and bars begin, in seconds. */
export interface MadeMix {
  samples: Float32Array
  beats: number[]
  bars: number[]
  bpm: number
  style: string
  kind: string
}

const KINDS = ['sways', 'pick-up', 'odd bar', 'room']

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

/** Played at a speed that sways by up to `drift` about 1, three times in a recording; times go along. */
function swayed(
  samples: Float32Array,
  drift: number,
  phase: number,
): { samples: Float32Array; at: (seconds: number) => number } {
  const out: number[] = []
  const came: number[] = []
  const speed = (x: number) => 1 + drift * Math.sin((6 * Math.PI * x) / samples.length + phase)
  for (let x = 0; x < samples.length - 1; x += speed(x)) {
    const i = Math.floor(x)
    out.push(samples[i]! + (x - i) * (samples[i + 1]! - samples[i]!))
    came.push(x)
  }
  const at = (seconds: number) => {
    const x = seconds * HEAR_RATE
    let [low, high] = [0, came.length - 1]
    while (low < high) {
      const middle = (low + high) >> 1
      if (came[middle]! < x) low = middle + 1
      else high = middle
    }
    return low / HEAR_RATE
  }
  return { samples: Float32Array.from(out), at }
}

/**
 * A mix by a seed: a style at one of its tempi, over so many seconds, with bass and chords; of every four one each sways in tempo by up to 3 %, begins with the last
 * beat of a bar, has a bar of two beats in its middle, and stands in a room.
 */
export function madeMix(seed: number, seconds = 24): MadeMix {
  const random = randomFrom(seed * 7919 + 1)
  const card = STYLE_CARDS[Math.floor(random() * STYLE_CARDS.length)]!
  const { from, to } = card.tempo
  const bpm = Math.round(from + random() * (to - from))
  const groove = groovesOf(card, bpm, random)
  const pass = passSeconds(groove)
  const times = Math.max(2, Math.round(seconds / pass))
  const played = renderPerformance(passes(groove, DEFAULT_KIT, times))
  const ticks = barStarts(groove.bars).at(-1)!
  const over = <T>(list: readonly T[], at: (one: T) => number) =>
    Array.from({ length: times }, (_, lap) => list.map(one => lap * pass + (at(one) / ticks) * pass)).flat()
  let beats = over(beatsOf(groove.bars), beat => beat.at)
  let bars = over(barStarts(groove.bars).slice(0, -1), at => at)
  addTune(played, beats, bars, random)
  filter(played, biquad('low', 9500))
  let samples = resampled(played, 2)
  const kind = seed % 4
  /** Takes out what lies between two beats, as a splice does. */
  const cut = (first: number, last: number) => {
    const [a, b] = [first, last].map(one => Math.round(one * HEAR_RATE)) as [number, number]
    const out = new Float32Array(samples.length - (b - a))
    out.set(samples.subarray(0, a))
    out.set(samples.subarray(b), a)
    samples = out
    const shifted = (list: number[]) =>
      list
        .filter(one => one < first - 0.001 || one >= last - 0.001)
        .map(one => (one < last - 0.001 ? one : one - (last - first)))
    beats = shifted(beats)
    bars = shifted(bars)
  }
  const first = bars.findIndex(bar => bar > 0)
  if (kind === 0) {
    const { samples: out, at } = swayed(samples, 0.03 * random(), random() * 6)
    samples = out
    beats = beats.map(at)
    bars = bars.map(at)
  } else if (kind === 1) cut(0, beats[beats.findIndex(one => one >= bars[first]! - 0.001) - 1]!)
  else if (kind === 2) {
    const middle = bars[Math.floor(bars.length / 2)]!
    const n = beats.findIndex(one => one > middle - 0.001)
    const per = beats.findIndex(one => one > bars[Math.floor(bars.length / 2) + 1]! - 0.001) - n
    if (per > 2) cut(beats[n + 2]!, beats[n + per]!)
  } else {
    const wet = convolved(samples, roomResponse('large', HEAR_RATE)[0])
    samples = samples.map((one, n) => one + 0.35 * wet[n]!)
  }
  for (let n = 0; n < samples.length; n++) samples[n]! += 0.002 * (random() * 2 - 1)
  return { samples, beats, bars, bpm: 60 / (beats[1]! - beats[0]!), style: card.id, kind: KINDS[kind]! }
}
