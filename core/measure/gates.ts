import { groupedBy } from '#core/grouped'
import { beatsOf } from '#core/time'
import type { CauseGround } from './cause-ground'
import { slopeOf } from './figures'
import { ELSEWHERE, MARKS } from './marks'
import type { Matched } from './match'
import { medianOf } from './median'
import type { Placed } from './place'
import type { Cause } from './schema'
import type { Asked } from './struck'

/** How the whole lies: tempo as a share faster (0.02 is 2 % fast), its change from the first third to the last, and ms from end to end. */
export function wholeOf({ ratio, bars }: Placed): {
  tempo: number
  change: number
  steady: boolean
  ends: number
  off: number
} {
  const told = bars.filter(bar => bar.answered >= 0.5)
  const points = told.map(({ at, off }) => [at, off] as const)
  const off = told.length ? medianOf(told.map(bar => bar.off)) * 1000 : 0
  if (points.length < 3) return { tempo: 1 / ratio - 1, change: 0, steady: false, ends: 0, off }
  const slope = slopeOf(points)
  const third = Math.max(2, Math.floor(points.length / 3))
  const [early, late] = [points.slice(0, third), points.slice(-third)].map(some => slopeOf(some))
  const left = points.map(([x, y]) => y - slope * x)
  const middle = medianOf(left)
  const straight = medianOf(left.map(one => Math.abs(one - middle))) * 1000
  return {
    tempo: 1 / (ratio + slope) - 1,
    // The middles of the thirds lie two thirds apart.
    change: -1.5 * (late! - early!),
    steady: straight <= MARKS.steady.off && 1.5 * Math.abs(late! - early!) <= MARKS.steady.tempo,
    ends: slope * (points.at(-1)![0] - points[0]![0]) * 1000,
    off,
  }
}

/** What is so wrong that nothing else may be judged, the first that holds. */
export function gate({ asked, placed, matched, struck, measures, ground }: CauseGround): Cause | undefined {
  if (!struck.length) return { kind: 'nothing', weight: 100, figure: 0 }
  const cues = asked.filter(one => !one.grace)
  if (struck.length < MARKS.few || cues.length < MARKS.few)
    return { kind: 'few', weight: 100, figure: matched.pairs.length }
  const whole = wholeOf(placed)
  const times = struck.length / cues.length
  const answered = 1 - measures.missed / cues.length
  if (placed.ratio === 0.5 || (times >= MARKS.twice && answered >= 0.7))
    return { kind: 'double', weight: 100, figure: 2 }
  if (placed.ratio === 2 || (times <= MARKS.half && alternates(asked, matched)))
    return { kind: 'half', weight: 100, figure: 0.5 }
  const told = placed.bars.filter(bar => bar.answered >= 0.5)
  if (Math.abs(whole.tempo) >= MARKS.tempo && told.length >= MARKS.steady.bars && whole.steady)
    return { kind: 'tempo', weight: 100, figure: whole.tempo * 100 }
  const first = told[0]
  if (first && Math.abs(whole.off) >= ELSEWHERE && Math.abs(whole.change) < MARKS.creeping && whole.steady)
    return { kind: 'offset', weight: 100, figure: whole.off, ticks: ticksIn({ asked, ground }, whole.off) }
  const gone = placed.bars.findIndex(
    (bar, i) => i > 0 && bar.answered < MARKS.lost && (placed.bars[i + 1]?.answered ?? 1) < MARKS.lost,
  )
  const back = gone < 0 ? -1 : placed.bars.findIndex((bar, i) => i > gone && bar.answered >= 0.5)
  if (gone > 0 && back > 0 && placed.bars[gone - 1]!.answered >= 0.5)
    return { kind: 'lost', weight: 100, figure: back - gone, from: placed.bars[gone]!.bar, to: placed.bars[back]!.bar }
  return undefined
}

/** How near to a whole number of slots, as a share of one, what is moved is said in slots. */
const SLOT = 0.35

/** Milliseconds in ticks, at the tempo of what was asked: whole slots of its bars, where that is near. */
export function ticksIn({ asked, ground }: Pick<CauseGround, 'asked' | 'ground'>, ms: number): number {
  const cues = asked.filter(one => !one.grace)
  const [from, to] = [cues[0]!, cues[Math.min(cues.length - 1, 40)]!]
  const seconds = (to.at - from.at) / Math.max(1, to.instant - from.instant)
  if (!seconds) return 0
  const ticks = Math.round(ms / 1000 / seconds)
  const slot = Math.min(...beatsOf(ground?.bars ?? []).map(beat => beat.length / beat.slots))
  const whole = Math.round(ticks / slot) * slot
  return whole && Math.abs(whole - ticks) <= SLOT * slot ? whole : ticks
}

/** Whether in most of what each voice has every other stroke is left out. */
function alternates(asked: readonly Asked[], { pairs }: Matched): boolean {
  const answered = new Set(pairs.map(pair => pair.asked))
  const voices = [
    ...groupedBy(
      asked.map((cue, i) => ({ cue, i })).filter(({ cue }) => !cue.grace),
      ({ cue }) => cue.limb,
    ).values(),
  ]
  const turns = voices
    .filter(voice => voice.length >= 4)
    .map(voice => {
      const pairsOn = voice.slice(1).filter(({ i }, k) => answered.has(i) !== answered.has(voice[k]!.i))
      return pairsOn.length / (voice.length - 1)
    })
  return turns.length > 0 && turns.filter(share => share > 0.7).length * 2 >= turns.length
}
