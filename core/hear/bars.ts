import { type OnsetStrength, strongest } from './onsets'
import { changeOf, tonesBetween } from './tones'

/** Beats that a bar may have, and how readily each is believed: most music has four. */
const METERS = [
  { beats: 2, usual: -0.25 },
  { beats: 3, usual: -0.1 },
  { beats: 4, usual: 0.1 },
  { beats: 5, usual: -0.25 },
  { beats: 6, usual: -0.2 },
  { beats: 7, usual: -0.25 },
] as const

/** Places within a beat at which a bar’s figure is read. */
const WITHIN = [0, 1 / 4, 1 / 3, 1 / 2, 2 / 3, 3 / 4]
/** Moments about a place within a beat at which what begins there may be. */
const NEAR = 2

/** A bar as it was found: the number of its first beat, how many beats it has, and how sure that is, from 0 to 1. */
export interface HeardBar {
  beat: number
  beats: number
  sure: number
}

interface BeatFacts {
  /** What begins in the beat, by band and place. */
  figure: number[]
  low: number
  middle: number
  /** How much other tones sound from here on. */
  change: number
}

function factsOf(samples: Float32Array, strength: OnsetStrength, beats: readonly number[]): BeatFacts[] {
  const tones = tonesBetween(samples, beats)
  return beats.slice(0, -1).map((from, i) => {
    const to = beats[i + 1]!
    const at = (band: Float32Array) => WITHIN.map(share => strongest(band, from + share * (to - from), NEAR))
    const [low, middle, high] = [at(strength.low), at(strength.middle), at(strength.high)]
    return {
      figure: [...low, ...middle, ...high],
      low: low[0]!,
      middle: middle[0]!,
      change: i > 0 ? changeOf(tones[i - 1]!, tones[i]!) : 0,
    }
  })
}

const meanOf = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / (values.length || 1)
/** Values about 0, with a spread of 1. */
function standard(values: readonly number[]): number[] {
  const mean = meanOf(values)
  const spread = Math.sqrt(meanOf(values.map(one => (one - mean) ** 2))) || 1
  return values.map(one => (one - mean) / spread)
}

/** How alike the figures are to those a number of beats later, each against what is usual at its place: 1 where they repeat. */
function repeats(facts: readonly BeatFacts[], later: number): number {
  const columns = facts[0]!.figure.map((_, n) => standard(facts.map(one => one.figure[n]!)))
  let [both, all] = [0, 0]
  for (const column of columns)
    for (let i = 0; i + later < column.length; i++) {
      both += column[i]! * column[i + later]!
      all += (column[i]! ** 2 + column[i + later]! ** 2) / 2
    }
  return all ? both / all : 0
}

/** How strongly each beat asks to be the 1: other tones begin there, the bass drum falls on it and the snare does not. */
function onesIn(facts: readonly BeatFacts[]): number[] {
  const [change, low, middle] = [
    standard(facts.map(one => one.change)),
    standard(facts.map(one => one.low)),
    standard(facts.map(one => one.middle)),
  ]
  return facts.map((_, i) => 1.2 * change[i]! + 0.5 * low[i]! - 0.4 * middle[i]!)
}

/** What an odd bar among others costs, against how strongly a beat asks to be the 1. */
const ODD = 6

/**
 * The bars of a recording over its beats: how many beats most have, from what repeats; where the 1 is, from where tones change and which drum falls; and bars of another length where
 * the 1 comes early or late for good. How sure each is comes from how much better it is than the next best place of the 1.
 * @example barsIn(new Float32Array(22050), onsetStrength(new Float32Array(22050)), []) // => []
 */
export function barsIn(samples: Float32Array, strength: OnsetStrength, beats: readonly number[]): HeardBar[] {
  if (beats.length < 5) return []
  const facts = factsOf(samples, strength, beats)
  const asks = onesIn(facts)
  const worth = METERS.filter(({ beats: many }) => 2 * many < facts.length).map(({ beats: many, usual }) => {
    const phases = Array.from({ length: many }, (_, first) => meanOf(asks.filter((_, i) => i % many === first)))
    return { many, worth: repeats(facts, many) + 0.35 * Math.max(...phases) + usual }
  })
  const { many } = worth.reduce((best, one) => (one.worth > best.worth ? one : best))
  // The way through the beats as bars, most of them of that many; others cost.
  const lengths = [many, many - 1, many + 1, many - 2, many + 2].filter(one => one >= 2)
  const best = new Float64Array(facts.length + many + 3).fill(-Infinity)
  const came = new Int32Array(best.length).fill(-1)
  for (let first = 0; first < many; first++) best[first] = asks[first] ?? 0
  for (let at = 0; at < facts.length; at++)
    for (const length of lengths) {
      const to = at + length
      const now = best[at]! + (asks[to] ?? 0) - (length === many ? 0 : ODD)
      if (now > best[to]!) {
        best[to] = now
        came[to] = at
      }
    }
  let at = facts.length
  for (let i = facts.length; i < facts.length + many; i++) if (best[i]! > best[at]!) at = i
  const firsts: number[] = []
  for (; at >= 0; at = came[at]!) firsts.unshift(at)
  const usual = Array.from({ length: many }, (_, phase) => meanOf(asks.filter((_, i) => i % many === phase)))
  const [one = 0, next = 0] = [...usual].sort((a, b) => b - a)
  const sure = 1 / (1 + Math.exp(-4 * (one - next)))
  return firsts
    .slice(0, -1)
    .map((beat, i) => ({ beat, beats: firsts[i + 1]! - beat, sure: firsts[i + 1]! - beat === many ? sure : sure / 2 }))
}
