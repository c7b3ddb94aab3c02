import type { Limit, Limits } from './limits'

/** A gap this many times as long as one beside it is a breath. */
export const BREATH = 1.5
/** Seconds: gaps alike to the nanosecond are alike, whatever sums they come from. */
const HAIR = 1e-9

const wellOver = (gap: number, other: number): boolean => gap > BREATH * other + HAIR

/**
 * A gap between two blows that parts what comes before it from what comes after: well over one of its neighbours.
 * `isBreath(0.1, 0.2, 0.1) // => true`, `isBreath(0.1, 0.15, 0.2) // => false`: even and slightly swung blows run on.
 */
export const isBreath = (before: number, gap: number, after: number): boolean =>
  wellOver(gap, before) || wellOver(gap, after)

/** Seconds: a second blow later than this is a stroke, and no bounce. */
export const LONGEST_BOUNCE = 0.17
/** Seconds: a tom gives the stick back later. */
export const TOM_BOUNCE = 0.015

/**
 * A pair of a hand's blows that may be one bounced stroke: on one piece, the second no louder, and soon enough. Levels are
 * stick heights: `bounces(0.1, { samePiece: true, from: 3, to: 3 }) // => true`, `bounces(0.1, { samePiece: true, from: 3, to: 5 }) // => false`.
 */
export const bounces = (
  gap: number,
  { samePiece, from, to }: { samePiece: boolean; from: number; to: number },
): boolean => samePiece && to <= from && gap <= LONGEST_BOUNCE

type SpeedKind = 'pair' | 'burst' | 'run' | 'long'

/**
 * How fast one limb is asked to be, blow by blow round a loop. `gaps[i]` is from blow `i` to the next, in seconds, the last
 * round to the first; `visit` gets, for blow `i`, what it begins and the time that counts: a pair by its gap; a burst of
 * three or four blows, a run of five and more, or one that never stops (`long`), by the mean of the two gaps of three blows.
 * @example (seen => { speeds([0.1, 0.1, 0.8], 3, (kind, i, time) => seen.push([kind, i, time])); return seen })([]) // => [['burst', 0, 0.1]]
 */
export function speeds(
  gaps: ArrayLike<number>,
  many: number,
  visit: (kind: SpeedKind, i: number, time: number) => void,
): void {
  if (many < 2) return
  const breath = (i: number) => isBreath(gaps[(i + many - 1) % many]!, gaps[i % many]!, gaps[(i + 1) % many]!)
  const mean = (i: number) => (gaps[i]! + gaps[(i + 1) % many]!) / 2
  let first = 0
  while (first < many && !breath(first)) first++
  if (first === many) {
    for (let i = 0; i < many; i++) visit('long', i, mean(i))
    return
  }
  // Once round, from the blow after one breath to the next.
  for (let done = 0; done < many;) {
    const from = first + 1 + done
    let blows = 1
    while (!breath(from + blows - 1)) blows++
    if (blows === 2) visit('pair', from % many, gaps[from % many]!)
    for (let k = 0; k < blows - 2; k++) visit(blows < 5 ? 'burst' : 'run', (from + k) % many, mean((from + k) % many))
    done += blows
  }
}

/** The limit of a kind of speed: `speedLimit(HOUSE_LIMITS, 'run', true) // => HOUSE_LIMITS.run.hand`. */
export const speedLimit = (limits: Limits, kind: SpeedKind, hand: boolean): Limit =>
  limits[kind][hand ? 'hand' : 'foot']
