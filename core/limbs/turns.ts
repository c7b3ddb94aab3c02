import { areCrossed } from '#core/analyse'
import { type Kit, type PieceKind, isBreath, limitsOf, pieceOf } from '#core/kit'
import type { Struck } from './struck'

/** Whose turn a stroke is, where two limbs share what is too fast for one: the one that keeps it, or the other. */
export type Turn = 'keeper' | 'other'

/** Seconds from one stroke to the next under which the time is shared by both hands: about sixteenths at 105. */
const SHARED = 0.144
/** This many strokes make a stream. */
const STREAM = 6

/**
 * Whose turn each stroke is in a stream of the time that is too fast for one hand: its keeper’s on the beat and every second one from there,
 * the other hand’s between; a snare that falls in it belongs to whose turn it is. Strokes of no such stream are not in the map.
 * @internal
 */
export function turnsOf(
  all: readonly Struck[],
  isTime: (i: number) => boolean,
  isSnare: (i: number) => boolean,
): Map<number, Turn> {
  const order = all
    .flatMap((_, i) => (isTime(i) || isSnare(i) ? [i] : []))
    .sort((a, b) => all[a]!.seconds - all[b]!.seconds)
  const turns = new Map<number, Turn>()
  const close = (stream: readonly number[]): void => {
    const instants = new Set(stream.map(i => all[i]!.at))
    // Two at one instant are no stream of single strokes, and one that is mostly snare is a roll.
    if (instants.size < STREAM || instants.size < stream.length || stream.filter(isTime).length * 2 < stream.length)
      return
    const from = all[stream.find(i => all[i]!.beat) ?? stream[0]!]!.seconds
    const gap = Math.min(...stream.slice(1).map((i, n) => all[i]!.seconds - all[stream[n]!]!.seconds))
    for (const i of stream) turns.set(i, Math.round((all[i]!.seconds - from) / gap) % 2 === 0 ? 'keeper' : 'other')
  }
  let stream: number[] = []
  for (const i of order) {
    if (stream.length && all[i]!.seconds - all[stream.at(-1)!]!.seconds > SHARED) {
      close(stream)
      stream = []
    }
    stream.push(i)
  }
  close(stream)
  return turns
}

/** Ticks of a quarter, where nothing that is struck begins a beat. */
const QUARTER = 5040

/**
 * Whose turn each stroke is on a foot’s drum in pairs, bursts and runs that are more than one foot does with ease: the lead foot’s on the beat
 * and every second one from there, running on through the beats, so that triplets alternate too. The same for a pedal with one beater, of
 * which it says what two would be for.
 * @internal
 */
export function footTurnsOf(all: readonly Struck[], kit: Kit): Map<number, Turn> {
  const { pair, burst, run } = limitsOf(kit)
  const turns = new Map<number, Turn>()
  const beats = all.flatMap(one => (one.beat ? [one.at] : [])).sort((a, b) => a - b)
  const gap = (a: number, b: number) => all[b]!.seconds - all[a]!.seconds
  const share = (list: readonly number[]): void => {
    const first = all[list[0]!]!.at
    const from = beats.findLast(at => at <= first) ?? first - (first % QUARTER)
    const step = Math.min(...list.slice(1).map((i, n) => all[i]!.at - all[list[n]!]!.at))
    // The lead foot has beat and &, so halves of a beat are all its own until they are hard.
    const limit = list.length >= 5 ? run.foot : list.length > 2 ? burst.foot : pair.foot
    const asked = Math.min(...list.slice(2).map((last, i) => gap(list[i]!, last) / 2), gap(list[0]!, list.at(-1)!))
    if (asked >= (step * 2 === QUARTER ? limit.hard : limit.easy)) return
    for (const i of list) turns.set(i, Math.round((all[i]!.at - from) / step) % 2 === 0 ? 'keeper' : 'other')
  }
  for (const { id, strokes } of kit.pieces) {
    if (strokes.some(({ by }) => by === 'hand')) continue
    const order = all.flatMap((one, i) => (one.piece === id ? [i] : [])).sort((a, b) => all[a]!.at - all[b]!.at)
    const gaps = order.slice(1).map((i, n) => gap(order[n]!, i))
    let from = 0
    order.forEach((_, n) => {
      const after = gaps[n] ?? Infinity
      const breathes = after > pair.foot.easy && isBreath(gaps[n - 1] ?? Infinity, after, gaps[n + 1] ?? Infinity)
      if (after <= run.foot.easy && !breathes) return
      if (n > from) share(order.slice(from, n + 1))
      from = n + 1
    })
  }
  return turns
}

const DRUMS: readonly PieceKind[] = ['snare', 'tom', 'floor tom', 'timbale', 'pad']
/** Seconds from one stroke to the next up to which single strokes on drums are a run, and up to which they are one wherever they go. */
const RUN = { slowest: 0.35, anywhere: 0.22 } as const
/** Of the steps of a run at most this share may cross the arms before the other hand begins it. */
const CROSSES = 0.25

/**
 * Whose turn each stroke is in a run of even single strokes on one drum or round the drums, no other hand’s stroke between: the lead hand
 * begins, or the other one where the arms would cross again and again otherwise. What goes slowly from drum to drum stroke by stroke is none.
 * @internal
 */
export function runTurnsOf(all: readonly Struck[], kit: Kit, lead: 'right' | 'left'): Map<number, Turn> {
  const kinds = all.map(({ piece }) => pieceOf(kit, piece))
  const byHands = all.flatMap((one, i) =>
    kinds[i]?.strokes.some(({ by }) => by === 'hand') && !isFoot(one) ? [i] : [],
  )
  const order = byHands.sort((a, b) => all[a]!.at - all[b]!.at)
  const alone = (n: number): boolean =>
    all[order[n - 1] ?? -1]?.at !== all[order[n]!]!.at && all[order[n + 1] ?? -1]?.at !== all[order[n]!]!.at
  const fits = (n: number): boolean => {
    const [piece, { stroke }] = [kinds[order[n]!], all[order[n]!]!]
    return !!piece && DRUMS.includes(piece.kind) && stroke !== 'sweep' && stroke !== 'tap' && alone(n)
  }
  const step = (n: number): number => all[order[n]!]!.at - all[order[n - 1]!]!.at
  const turns = new Map<number, Turn>()
  const close = (from: number, to: number): void => {
    const run = order.slice(from, to)
    if (run.length < (all[run[0] ?? -1]?.beat ? 3 : 4)) return
    const gap = all[run[1]!]!.seconds - all[run[0]!]!.seconds
    const leaves = (n: number) => all[run[n]!]?.piece !== all[run[n - 1]!]?.piece
    if (gap > RUN.anywhere && run.some((_, n) => n > 0 && leaves(n) && (n + 1 === run.length || leaves(n + 1)))) return
    const crossings = (first: number): number =>
      run.slice(1).filter((i, n) => {
        const [a, b] = [kinds[run[n]!]!, kinds[i]!]
        const [mine, other] = n % 2 === first ? [a, b] : [b, a]
        const [right, left] = lead === 'right' ? [mine, other] : [other, mine]
        return areCrossed(right, left)
      }).length
    const first = crossings(0) > CROSSES * run.length && crossings(1) < crossings(0) ? 1 : 0
    run.forEach((i, n) => turns.set(i, n % 2 === first ? 'keeper' : 'other'))
  }
  let from = 0
  for (let n = 0; n <= order.length; n++) {
    const runs =
      n < order.length &&
      n > from &&
      fits(n) &&
      fits(n - 1) &&
      all[order[n]!]!.seconds - all[order[n - 1]!]!.seconds <= RUN.slowest &&
      (n - 1 === from || step(n) === step(n - 1))
    if (runs) continue
    if (n > from) close(from, n)
    from = n
  }
  return turns
}

/** Whether a stroke is made by a foot alone, on whatever piece. @internal */
export const isFoot = ({ stroke }: Pick<Struck, 'stroke'>): boolean => stroke === 'chick' || stroke === 'splash'
