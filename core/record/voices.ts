import { medianOf } from '#core/measure'
import type { Onset } from './take'

/** A push is known from that many strokes and that many milliseconds on. */
const PUSH = { strokes: 4, ms: 3 }

/** What all have in common: of three voices and more the middle one’s, so that one that strikes most often may be the one ahead. */
export function commonOf(onsets: readonly Onset[], left: readonly number[]): number {
  const voices = [...byVoice(onsets, left).values()].filter(list => list.length >= PUSH.strokes)
  return medianOf(voices.length > 2 ? voices.map(middleOf) : left)
}

/** The mean without the tenth at either end: nearer to the truth than a median, and a slip does not count. */
function middleOf(list: readonly number[]): number {
  const cut = Math.floor(list.length / 10)
  const kept = list.toSorted((a, b) => a - b).slice(cut, list.length - cut)
  return kept.reduce((a, b) => a + b, 0) / kept.length
}

function byVoice(onsets: readonly Onset[], left: readonly number[]): Map<string, number[]> {
  const voices = new Map<string, number[]>()
  onsets.forEach(({ voice }, i) => {
    const list = voices.get(voice)
    if (list) list.push(left[i]!)
    else voices.set(voice, [left[i]!])
  })
  return voices
}

/** The voices that lie ahead or behind: from enough strokes, by enough, and by more than their spread makes of chance. */
export function pushes(onsets: readonly Onset[], left: readonly number[]): Record<string, number> {
  const voices = byVoice(onsets, left)
  if (voices.size < 2) return {}
  return Object.fromEntries(
    [...voices].flatMap(([voice, list]) => {
      if (list.length < PUSH.strokes) return []
      const ms = middleOf(list)
      const spread = 1.48 * medianOf(list.map(one => Math.abs(one - ms)))
      return Math.abs(ms) >= Math.max(PUSH.ms, (3.5 * spread) / Math.sqrt(list.length)) ? [[voice, ms] as const] : []
    }),
  )
}
