import { groupedBy } from '#core/grouped'
import { isHand } from '#core/kit'
import type { Asked, StruckTake, Tells } from './struck'

/** A stroke matches a cue at most so far from it, in seconds; nearer where its neighbours are near. See docs/rules.md, What was played. */
export const WIDEST = 0.11
/** What a miss or an extra costs, in seconds squared: a stroke this far off costs as much. */
const PRICE = 0.08 ** 2

/** Cues and strokes by their places in the lists that were matched: pairs, cues that nothing matched, strokes that matched nothing. */
export interface Matched {
  pairs: { asked: number; struck: number }[]
  missed: number[]
  extra: number[]
}

/** What a stroke is known by: its piece, its limb, or nothing. @internal */
export const voiceOf = (
  tells: Tells,
  one: { limb?: Asked['limb'] | undefined; pieceId?: string | undefined },
): string => (tells === 'piece' ? (one.pieceId ?? '') : tells === 'limb' ? (one.limb ?? '') : '')

function byVoice<T extends { at: number }>(list: readonly T[], voice: (one: T) => string): Map<string, number[]> {
  const voices = new Map<string, number[]>()
  list.forEach((one, i) => {
    const voiced = voices.get(voice(one))
    if (voiced) voiced.push(i)
    else voices.set(voice(one), [i])
  })
  for (const places of voices.values()) places.sort((a, b) => list[a]!.at - list[b]!.at)
  return voices
}

/** How far from each cue a stroke may lie: half the gap to the nearest cue at another instant of its voice, at most `WIDEST`. */
function windows(cues: readonly Asked[]): number[] {
  const before: number[] = []
  cues.forEach((cue, i) => {
    const last = cues[i - 1]
    before[i] = !last ? Infinity : last.instant === cue.instant ? before[i - 1]! : cue.at - last.at
  })
  const after: number[] = []
  for (let i = cues.length - 1; i >= 0; i--) {
    const next = cues[i + 1]
    after[i] = !next ? Infinity : next.instant === cues[i]!.instant ? after[i + 1]! : next.at - cues[i]!.at
  }
  return cues.map((_, i) => Math.min(WIDEST, before[i]! / 2, after[i]! / 2))
}

/**
 * The cheapest pairing of a few cues and strokes, both in order: squared distances, and `PRICE` for what is left over. A grace note
 * left out costs nothing. `table[i][j]` is the least cost of the first i cues and j strokes.
 */
function pairUp(
  cues: readonly Asked[],
  reach: readonly number[],
  strokes: readonly StruckTake[],
): { asked: number; struck: number }[] {
  const [n, m] = [cues.length, strokes.length]
  if (!m) return []
  // One for one is what nearly all of it is.
  if (n === 1 && m === 1)
    return Math.abs(strokes[0]!.at - cues[0]!.at) <= reach[0]! + 1e-9 ? [{ asked: 0, struck: 0 }] : []
  const table = Array.from({ length: n + 1 }, () => new Float64Array(m + 1))
  const miss = (i: number) => (cues[i]!.grace ? 0 : PRICE)
  const pair = (i: number, j: number) => {
    const far = Math.abs(strokes[j]!.at - cues[i]!.at)
    return far <= reach[i]! + 1e-9 ? far * far : Infinity
  }
  for (let i = 0; i <= n; i++) {
    for (let j = 0; j <= m; j++) {
      if (!i && !j) continue
      table[i]![j] = Math.min(
        i ? table[i - 1]![j]! + miss(i - 1) : Infinity,
        j ? table[i]![j - 1]! + PRICE : Infinity,
        i && j ? table[i - 1]![j - 1]! + pair(i - 1, j - 1) : Infinity,
      )
    }
  }
  const pairs: { asked: number; struck: number }[] = []
  for (let i = n, j = m; i && j;) {
    const now = table[i]![j]!
    if (now === table[i - 1]![j - 1]! + pair(i - 1, j - 1)) pairs.push({ asked: --i, struck: --j })
    else if (now === table[i - 1]![j]! + miss(i - 1)) i--
    else j--
  }
  return pairs.reverse()
}

/**
 * Which stroke answers which cue: one to one, order kept within a voice (a piece, a limb, or all where the input gives neither), the
 * least sum of squared distances. Windows of two instants meet at most at their edges, so that what can match falls into
 * short runs, each paired by itself. See docs/rules.md, What was played.
 *
 * @example match([{ at: 0, limb: 'RH', instant: 0 }], [{ at: 0.012, limb: 'RH' }], 'limb').pairs // => [{ asked: 0, struck: 0 }]
 */
export function match(asked: readonly Asked[], struck: readonly StruckTake[], tells: Tells): Matched {
  const strokesBy = byVoice(struck, one => voiceOf(tells, one))
  const taken = new Set<number>()
  const answered = new Set<number>()
  const pairs: Matched['pairs'] = []
  for (const [voice, places] of byVoice(asked, one => voiceOf(tells, one))) {
    const cues = places.map(place => asked[place]!)
    const reach = windows(cues)
    const strokePlaces = strokesBy.get(voice) ?? []
    const strokes = strokePlaces.map(place => struck[place]!)
    let from = 0
    for (let i = 0; i < cues.length;) {
      // A run: cues whose windows touch, so that a stroke may lie in two of them.
      let end = i
      let edge = cues[i]!.at + reach[i]!
      while (
        end + 1 < cues.length &&
        cues[end + 1]!.at - reach[end + 1]! <= edge + 1e-9 &&
        (cues[end + 1]!.instant === cues[end]!.instant ||
          hasStroke(strokes, from, cues[end + 1]!.at - reach[end + 1]!, edge))
      ) {
        end++
        edge = Math.max(edge, cues[end]!.at + reach[end]!)
      }
      while (from < strokes.length && strokes[from]!.at < cues[i]!.at - reach[i]! - 1e-9) from++
      let to = from
      while (to < strokes.length && strokes[to]!.at <= edge + 1e-9) to++
      for (const { asked: a, struck: s } of pairUp(
        cues.slice(i, end + 1),
        reach.slice(i, end + 1),
        strokes.slice(from, to),
      )) {
        const pair = { asked: places[i + a]!, struck: strokePlaces[from + s]! }
        pairs.push(pair)
        answered.add(pair.asked)
        taken.add(pair.struck)
      }
      while (from < to && taken.has(strokePlaces[from]!)) from++
      i = end + 1
    }
  }
  if (tells === 'piece') handsFirst(asked, pairs, answered)
  return {
    pairs: pairs.sort((a, b) => a.asked - b.asked),
    missed: asked.flatMap((one, i) => (answered.has(i) || one.grace ? [] : [i])),
    extra: struck.flatMap((_, i) => (taken.has(i) ? [] : [i])),
  }
}

/**
 * Where a hand and a foot strike one piece at one instant and only one stroke comes, the input does not say whose it was: it is the
 * hand's, lap after lap, and not now one and now the other.
 */
function handsFirst(asked: readonly Asked[], pairs: Matched['pairs'], answered: Set<number>): void {
  const cued = asked.flatMap((cue, i) => (cue.grace ? [] : [i]))
  const byInstant = groupedBy(cued, i => `${asked[i]!.pieceId} ${asked[i]!.instant}`)
  for (const cues of byInstant.values()) {
    if (cues.length < 2 || cues.every(i => answered.has(i)) || !cues.some(i => answered.has(i))) continue
    const own = pairs.filter(pair => cues.includes(pair.asked))
    const order = cues.toSorted((a, b) => Number(isHand(asked[b]!.limb)) - Number(isHand(asked[a]!.limb)))
    cues.forEach(i => answered.delete(i))
    own.forEach((pair, i) => {
      pair.asked = order[i]!
      answered.add(order[i]!)
    })
  }
}

/** Whether a stroke lies where two windows meet. */
function hasStroke(strokes: readonly StruckTake[], from: number, a: number, b: number): boolean {
  for (let i = from; i < strokes.length && strokes[i]!.at <= b + 1e-9; i++) if (strokes[i]!.at >= a - 1e-9) return true
  return false
}
