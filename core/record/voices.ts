import { groupedBy } from '#core/grouped'
import { medianOf, spreadAbout } from '#core/measure'
import { type Beat, beatAt } from '#core/time'
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

const byVoice = (onsets: readonly Onset[], left: readonly number[]): Map<string, number[]> =>
  new Map([...groupedBy(onsets.keys(), i => onsets[i]!.voice)].map(([voice, own]) => [voice, own.map(i => left[i]!)]))

/** The voices that lie ahead or behind: from enough strokes, by enough, and by more than their spread makes of chance. */
export function pushes(onsets: readonly Onset[], left: readonly number[]): Record<string, number> {
  const voices = byVoice(onsets, left)
  if (voices.size < 2) return {}
  return Object.fromEntries(
    [...voices].flatMap(([voice, list]) => {
      if (list.length < PUSH.strokes) return []
      const ms = middleOf(list)
      const spread = spreadAbout(list, ms)
      return Math.abs(ms) >= Math.max(PUSH.ms, (3.5 * spread) / Math.sqrt(list.length)) ? [[voice, ms] as const] : []
    }),
  )
}

/** Voices that swing apart from one another: the share of each but the one that strikes most, whose share is `from`; and onsets as if all swung like it. */
export interface OwnSwings {
  shares: Record<string, number>
  from: number
  onsets: Onset[]
}

/** A quarter, in ticks; where in it a second eighth may lie, as a share; and what lies about its beat. */
const QUARTER = 5040
const SECOND = { from: 0.38, to: 0.72 } as const
const BEAT = 0.2
/** A voice swings by itself from this many second eighths on that lie together, and otherwise from this share and these ms on. */
const OWN = { strokes: 6, together: 0.06, share: 0.05, ms: 18, finer: 0.04 } as const

/**
 * Whether voices place their second eighths apart from one another, each steadily: a ride that swings over a straight foot. Undefined where
 * they do not, or where a voice plays finer than eighths.
 * @internal
 */
export function swingsApart(
  onsets: readonly Onset[],
  beats: readonly Beat[],
  secondsPerTick: number,
): OwnSwings | undefined {
  if (beats.some(beat => beat.length !== QUARTER)) return undefined
  const phases = onsets.map(({ at }) => (at - beatAt(beats, at).at) / QUARTER)
  const voices = [...byVoice(onsets, phases)].map(([voice, list]) => {
    const about = list.map(one => (one > 1 - BEAT ? one - 1 : one))
    const even = about.filter(one => Math.abs(one) <= BEAT)
    return { voice, even, odd: list.filter(one => one >= SECOND.from && one <= SECOND.to), all: list.length }
  })
  // Where anybody plays finer than eighths, what lies about a second eighth may be something else.
  const finer = voices.reduce((sum, { even, odd, all }) => sum + all - even.length - odd.length, 0)
  if (finer > OWN.finer * onsets.length) return undefined
  const beat = medianOf(voices.flatMap(({ even }) => even))
  const found = voices.flatMap(({ voice, even, odd }) => {
    if (odd.length < OWN.strokes) return []
    const middle = middleOf(odd)
    const spread = spreadAbout(odd, middle)
    const begins = even.length >= OWN.strokes / 2 ? middleOf(even) : beat
    return spread <= OWN.together
      ? [{ voice, share: middle - begins, many: odd.length, doubt: (3 * spread) / Math.sqrt(odd.length) }]
      : []
  })
  const most = found.reduce<(typeof found)[number] | undefined>((a, b) => (a && a.many >= b.many ? a : b), undefined)
  if (!most) return undefined
  const own = found.filter(({ share, doubt }) => {
    const off = Math.abs(share - most.share)
    return off >= Math.max(OWN.share, doubt + most.doubt) && off * QUARTER * secondsPerTick * 1000 >= OWN.ms
  })
  if (!own.length) return undefined
  const shares = Object.fromEntries(own.map(({ voice, share }) => [voice, share]))
  return {
    shares,
    from: most.share,
    onsets: onsets.map((onset, i) => {
      const share = shares[onset.voice]
      const second = phases[i]! >= SECOND.from && phases[i]! <= SECOND.to
      return share !== undefined && second ? { ...onset, at: onset.at + (most.share - share) * QUARTER } : onset
    }),
  }
}
