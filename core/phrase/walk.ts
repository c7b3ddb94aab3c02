import { randomFrom } from '#core/chance'
import { type Kit, type Piece, hardnessOf, limitsOf, metresApart, strokesFor } from '#core/kit'
import { travelLimits } from '#core/analyse'

/** A hand’s blow that wants a piece: whose, when in seconds, and the felt beat it is in. */
export interface WalkBlow {
  hand: 'RH' | 'LH'
  seconds: number
  beat: number
}

/** Where a hand comes from or goes to, and when in seconds: on the same clock as the blows. */
interface Mooring {
  piece: Piece
  seconds: number
}

/** What a walk is tied to at either end, for each hand that has something there. */
export interface Moorings {
  from: Partial<Record<WalkBlow['hand'], Mooring>>
  to: Partial<Record<WalkBlow['hand'], Mooring>>
}

const DRUMS: readonly Piece['kind'][] = ['snare', 'tom', 'floor tom', 'timbale']

/** The drums a path leads over: what both hands may strike as drums, the snare first, then from high to low. A pad has only itself. @internal */
export function drumsOf(kit: Kit): Piece[] {
  const struck = kit.pieces.filter(piece => strokesFor(piece, 'RH').includes('hit'))
  const drums = struck.filter(piece => DRUMS.includes(piece.kind))
  const rank = (piece: Piece) => (piece.kind === 'snare' ? 0 : piece.kind === 'floor tom' ? 2 : 1)
  return (drums.length ? drums : struck).toSorted((a, b) => rank(a) - rank(b) || b.pitch - a.pitch)
}

/** Low drums and the snare: where a walk round the kit comes to its end. */
const endsOn = (piece: Piece): boolean => piece.kind === 'snare' || piece.kind === 'floor tom' || piece.kind === 'pad'

/** How hard one hand’s way is, as `hardnessOf` counts it: up to 1 easy, below 2 demanding; 0 where it stays. @internal */
function wayHardness(kit: Kit, from: Mooring, to: Mooring): number {
  const limit = travelLimits(from.piece, to.piece, limitsOf(kit))
  return limit ? hardnessOf(Math.abs(to.seconds - from.seconds), limit) : 0
}

/** Blows that stay on one drum: a felt beat’s, or the halves of one that has four and more. */
function figuresOf(blows: readonly WalkBlow[], halves: boolean): WalkBlow[][] {
  const figures: WalkBlow[][] = []
  for (const blow of blows) {
    const last = figures.at(-1)
    const full = halves && last && last.length >= 2 && blows.filter(one => one.beat === blow.beat).length >= 4
    if (last && last[0]!.beat === blow.beat && !full) last.push(blow)
    else figures.push([blow])
  }
  return figures
}

/**
 * A walk round the drums for a fill’s blows, from a seed: it prefers neighbours, starts on the snare or on the drum nearest to where
 * the hands come from, and ends on a low drum or the snare. No hand is asked for a way harder than `most` (1 easy, 2 the limit of
 * what is hard). Undefined where there is none.
 * @example walk([{ hand: 'RH', seconds: 0, beat: 0 }, { hand: 'LH', seconds: 0.15, beat: 0 }], kit, 1, { from: {}, to: {} }, 2).map(piece => piece.id) // => ['snare', 'snare']
 */
export function walk(
  blows: readonly WalkBlow[],
  kit: Kit,
  seed: number,
  { from, to }: Moorings,
  most: number,
): Piece[] | undefined {
  const chance = randomFrom(seed)
  const drums = drumsOf(kit)
  const figures = figuresOf(blows, chance() < 0.4)
  const lead = from.RH ?? from.LH
  const nearest = lead && drums.toSorted((a, b) => metresApart(lead.piece, a) - metresApart(lead.piece, b))[0]
  const path: Piece[] = []
  // A walk that finds no way on turns back at its last corner; that many turns are enough on any kit.
  let tries = 4000
  const reaches = (a: Mooring | undefined, b: Mooring) => !a || wayHardness(kit, a, b) <= most
  const go = (i: number, at: Partial<Record<WalkBlow['hand'], Mooring>>): boolean => {
    if (i === figures.length) return (['RH', 'LH'] as const).every(hand => !to[hand] || reaches(at[hand], to[hand]))
    const here = path.at(-1)
    // Earlier, the snare and the nearest; later, what is near, and going down.
    const weight = (drum: Piece): number => {
      if (!here) return drum.kind === 'snare' ? 3 : drum === nearest ? 2 : 0.001
      const end = i === figures.length - 1
      if (end && !endsOn(drum)) return 0.02
      const near = drum === here ? (end ? 0.6 : 0.35) : 1 / (0.15 + metresApart(here, drum))
      const down = drums.indexOf(drum) >= drums.indexOf(here) ? 1.6 : 0.7
      return near * down
    }
    const order = drums
      .map(drum => ({ drum, key: chance() ** (1 / Math.max(0.001, weight(drum))) }))
      .sort((a, b) => b.key - a.key)
    for (const { drum } of order) {
      if (tries-- < 0) return false
      const now = { ...at }
      const fits = figures[i]!.every(blow => {
        const next = { piece: drum, seconds: blow.seconds }
        const reached = reaches(now[blow.hand], next)
        now[blow.hand] = next
        return reached
      })
      if (!fits) continue
      path.push(drum)
      if (go(i + 1, now)) return true
      path.pop()
    }
    return false
  }
  if (!drums.length || !go(0, { ...from })) return undefined
  return figures.flatMap((figure, i) => figure.map(() => path[i]!))
}
