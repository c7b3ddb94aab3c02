import { MOMENTS, type OnsetStrength, strongest } from './onsets'

/** Tempi that are looked for, in beats a minute, and the steps between them. */
const SLOWEST = 50
const FASTEST = 220
const STEPS = 120
const TEMPI = Array.from({ length: STEPS }, (_, i) => SLOWEST * (FASTEST / SLOWEST) ** (i / (STEPS - 1)))

/** Tempi that are counted at all. */
const COUNTED = { least: 36, most: 235 } as const

/** Where people tap first, in beats a minute, and how far about it in octaves: few tap 200 where 100 will do. */
const TAPPED = 112
const TAPPED_ABOUT = 0.75

/** Seconds of sound that a tempo is read from, and from one reading to the next. */
const READ = 8
const READ_EVERY = 1
/** How much a tempo that changes by an octave loses; and one beat that comes at twice its time. */
const TEMPO_HOLDS = 60
const BEAT_HOLDS = 90

/** How well a stretch goes with each tempo: how alike it is to itself one, two, three and four beats later. */
function fitOf(strength: Float32Array, from: number, to: number): number[] {
  const longest = Math.ceil((4 * 60 * MOMENTS) / SLOWEST) + 2
  const alike = new Float64Array(longest)
  for (let lag = 1; lag < longest; lag++) {
    let sum = 0
    for (let at = from + lag; at < to; at++) sum += strength[at]! * strength[at - lag]!
    // Over what is left of the stretch, held back where that is little.
    alike[lag] = sum / (to - from - lag / 2)
  }
  const at = (lag: number) => {
    const low = Math.floor(lag)
    return (alike[low] ?? 0) * (1 - (lag - low)) + (alike[low + 1] ?? 0) * (lag - low)
  }
  return TEMPI.map(bpm => {
    const beat = (60 * MOMENTS) / bpm
    const fit = (at(beat) + at(2 * beat) + at(3 * beat) + at(4 * beat)) / 4
    const usual = Math.exp(-0.5 * (Math.log2(bpm / TAPPED) / TAPPED_ABOUT) ** 2)
    return Math.max(0, fit) * usual
  })
}

/** The way through readings, one choice in each, whose worth is the most when what a step costs is taken off. */
function bestWay(worth: readonly number[][], cost: (from: number, to: number) => number): number[] {
  let totals = worth[0]!.slice()
  const came: number[][] = []
  for (const reading of worth.slice(1)) {
    const from: number[] = []
    totals = reading.map((one, to) => {
      let best = -Infinity
      totals.forEach((total, before) => {
        const now = total - cost(before, to)
        if (now > best) [best, from[to]] = [now, before]
      })
      return one + best
    })
    came.push(from)
  }
  let now = totals.indexOf(Math.max(...totals))
  const way = [now]
  for (const from of came.toReversed()) way.unshift((now = from[now]!))
  return way
}

/** A tempo as it is read from sound: at a time in seconds, in beats a minute. */
export interface TempoReading {
  at: number
  bpm: number
}

/**
 * The tempo of a recording as a curve: read once a second from eight seconds about it, by how alike what begins is to itself one to four beats
 * later; of tempi an octave apart the one that people tap, and never one that jumps where another will do.
 */
function tempoCurve({ all }: Pick<OnsetStrength, 'all'>): TempoReading[] {
  const reach = Math.round((READ * MOMENTS) / 2)
  const many = Math.max(1, Math.floor(all.length / MOMENTS / READ_EVERY))
  const middles = Array.from({ length: many }, (_, i) => Math.round((i + 0.5) * READ_EVERY * MOMENTS))
  const fits = middles.map(middle => fitOf(all, Math.max(0, middle - reach), Math.min(all.length, middle + reach)))
  const most = Math.max(1e-9, ...fits.flat())
  const octave = Math.log2(FASTEST / SLOWEST) / (STEPS - 1)
  const way = bestWay(
    fits.map(fit => fit.map(one => one / most)),
    (from, to) => TEMPO_HOLDS * ((to - from) * octave) ** 2,
  )
  return way.map((step, i) => ({ at: middles[i]! / MOMENTS, bpm: TEMPI[step]! }))
}

/** The chain of moments at which most begins and whose distances are nearest to the tempo at their place (after D. Ellis, “Beat tracking by dynamic programming”, 2007). */
function tracked({ all }: Pick<OnsetStrength, 'all'>, curve: readonly TempoReading[]): number[] {
  const score = new Float64Array(all.length)
  const came = new Int32Array(all.length).fill(-1)
  for (let at = 0, reading = 0; at < all.length; at++) {
    while (reading < curve.length - 1 && curve[reading + 1]!.at * MOMENTS <= at) reading++
    const beat = (60 * MOMENTS) / curve[reading]!.bpm
    let best = 0
    for (let before = Math.max(0, Math.ceil(at - 1.6 * beat)); before <= at - 0.6 * beat; before++) {
      const off = Math.log2((at - before) / beat)
      const now = score[before]! - BEAT_HOLDS * off * off
      if (now > best) {
        best = now
        came[at] = before
      }
    }
    score[at] = all[at]! + best
  }
  // The last beat is the best of the last two beats' time.
  const last = Math.round((2 * 60 * MOMENTS) / (curve.at(-1)?.bpm ?? TAPPED))
  let at = Math.max(0, score.length - last)
  for (let i = at; i < score.length; i++) if (score[i]! > score[at]!) at = i
  const beats: number[] = []
  for (; at >= 0; at = came[at]!) beats.unshift(at / MOMENTS)
  return beats
}

/** Moments about a time at which what begins there may be. */
const NEAR = 3
/** How much more begins at some times than at others, of one band; nothing at all is taken for a little. */
const against = (strength: Float32Array, times: readonly number[], others: readonly number[]): number => {
  const mean = (all: readonly number[]) =>
    all.reduce((sum, one) => sum + strongest(strength, one, NEAR), 0) / (all.length || 1)
  return mean(times) / Math.max(0.05, mean(others))
}
const halfway = (beats: readonly number[]): number[] => beats.slice(1).map((beat, i) => (beat + beats[i]!) / 2)

/**
 * Which beat a player would count. Where low and middle sound begin halfway between beats nearly as strongly as on them, the bass drum and the snare take turns there
 * and the beat is twice as fast; where every second beat has neither, it is half as fast. High sound, the hats, says nothing of it. The figures are read off mixes
 * of forty seeds (test/mixes.ts), where both kinds lie well apart from the rest.
 */
const TWICE = { low: 0.45, middle: 0.5, both: 1.1 } as const
const HALF = 0.3
/** Beats lie between the counted ones where low sound begins that much more strongly there. */
const SHIFTED = 3

function levelOf({ low, middle }: OnsetStrength, beats: readonly number[]): 0.5 | 1 | 2 {
  const between = halfway(beats)
  const [lows, middles] = [against(low, between, beats), against(middle, between, beats)]
  if (lows >= TWICE.low && middles >= TWICE.middle && lows + middles >= TWICE.both && lows < SHIFTED) return 2
  const turns = [0, 1].map(turn => beats.filter((_, i) => i % 2 === turn)) as [number[], number[]]
  const empty = ([one, other]: readonly [number[], number[]]) =>
    against(low, one, other) < HALF && against(middle, one, other) < HALF
  return empty(turns) || empty([turns[1], turns[0]]) ? 0.5 : 1
}

/** What was found of a recording: its tempo as a curve, and its beats, in seconds. */
export interface Beats {
  curve: TempoReading[]
  beats: number[]
}

/**
 * The beats of a recording, and its tempo: at the level that a player counts, on the beat and not between.
 * @example findBeats(onsetStrength(new Float32Array(22050))).beats // => []
 */
export function findBeats(strength: OnsetStrength): Beats {
  if (!strength.all.some(one => one > 0)) return { curve: [], beats: [] }
  let curve = tempoCurve(strength)
  let beats = tracked(strength, curve)
  const level = levelOf(strength, beats)
  const within = (bpm: number) => bpm >= COUNTED.least && bpm <= COUNTED.most
  if (level !== 1 && curve.every(one => within(one.bpm * level))) {
    curve = curve.map(one => ({ ...one, bpm: one.bpm * level }))
    beats = tracked(strength, curve)
  }
  return { curve, beats: against(strength.low, halfway(beats), beats) >= SHIFTED ? halfway(beats) : beats }
}
