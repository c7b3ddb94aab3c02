import { areCrossed, bounceLimit, gripOf, travelLimits } from '#core/analyse'
import {
  type Kit,
  type Limits,
  type Piece,
  LONGEST_BOUNCE,
  bounces,
  hardnessOf,
  isBreath,
  limitsOf,
  pieceOf,
} from '#core/kit'
import { present } from '#core/present'
import { CRASHES, HABITS } from './habits'
import type { Struck } from './struck'

/** Seconds after which a limb has rested: nothing that it did before counts any more. */
export const REST = 0.7

/**
 * What a hardness costs (see `hardnessOf`: up to 1 easy, up to 2 demanding, beyond hard): little while it is easy, then more and more, and so
 * much where it is hard that any other way is taken first. `priceOf(0.5) // => 0.075`, `priceOf(1) // => 0.3`, `priceOf(2) // => 6.3`
 */
function priceOf(hardness: number): number {
  if (hardness <= 1) return 0.3 * hardness * hardness
  return hardness < 2 ? 0.3 + 6 * (hardness - 1) : 6.3 + 20 * (hardness - 2)
}
/** What only costs where it is not easy. */
const troubleOf = (hardness: number): number => Math.max(0, priceOf(hardness) - 0.3)

/** What a metre of a hand’s way costs, and going to another piece at all, however much time there is. */
const WAY = 0.25
const ANOTHER = 0.05
/** Seconds in which a hand comes from any drum to a crash as a matter of course: two sixteenths at 160. */
const USUAL_CRASH = 0.187
/** Seconds from which on the same hand strikes again as readily as the other. */
const TWICE = 0.22
/** Metres that one hand reaches beyond the other, so that crossing is no bother. */
const BEYOND = 0.25
/** What it costs that the arms cross, and where that is usual: over the hats, or beyond the other hand. */
const CROSSED = { usual: 0.03, else: 0.5 }

/**
 * What limbs are asked from blow to blow, as a price that adds up over a way of playing: by the limits of whoever sits at the kit, with the
 * rules of thumb that the readout goes by (core/kit, core/analyse).
 */
export class Strain {
  private readonly limits: Limits
  readonly pieces: (Piece | undefined)[]
  /** Steps worked out before: the same one comes on many ways. */
  private readonly known = new Map<number, number>()
  private readonly grips: ReturnType<typeof gripOf>[]

  constructor(
    private readonly all: readonly Struck[],
    kit: Kit,
  ) {
    this.limits = limitsOf(kit)
    this.pieces = all.map(one => pieceOf(kit, one.piece))
    this.grips = all.map((one, i) => gripOf({ stroke: one.stroke, piece: this.pieces[i] }))
  }

  /**
   * What it costs a limb to strike `to` after `from`, which came after `before` (-1 where there is none within reach of memory): how fast it
   * must be, how far it must go, and in a hand how soon a ghost follows an accent, the other way round, and another grip.
   */
  step(hand: boolean, before: number, from: number, to: number): number {
    const key = ((before + 1) * this.all.length + from) * this.all.length + to
    let price = this.known.get(key)
    if (price === undefined) this.known.set(key, (price = this.asked(hand, before, from, to)))
    return price
  }

  private asked(hand: boolean, before: number, from: number, to: number): number {
    const { all, limits, pieces } = this
    const [a, b] = [all[from]!, all[to]!]
    const gap = b.seconds - a.seconds
    if (gap > REST) return 0
    const [from_, to_] = [pieces[from], pieces[to]]
    let price = this.speed(hand, before, from, to, gap)
    if (from_ && to_ && from_.id !== to_.id) {
      const way = troubleOf(hardnessOf(gap, present(travelLimits(from_, to_, limits), 'limit')))
      const usual = CRASHES.includes(to_.kind) && gap >= USUAL_CRASH
      price +=
        ANOTHER +
        WAY * Math.hypot(from_.stands.x - to_.stands.x, from_.stands.y - to_.stands.y) +
        (usual ? Math.min(way, ANOTHER) : way)
    }
    if (!hand) return price
    if (a.level >= 4 && b.level === 1) price += troubleOf(hardnessOf(gap, limits.control))
    if (a.level === 1 && b.level === 5) price += troubleOf(hardnessOf(gap, limits.rise))
    const [held, wanted] = [this.grips[from], this.grips[to]]
    if (held && wanted && held !== wanted) price += 0.2 + troubleOf(hardnessOf(gap, limits.grip))
    return price
  }

  /** Three blows without a breath count together, as a burst; two by themselves are a pair, or bounce. */
  private speed(hand: boolean, before: number, from: number, to: number, gap: number): number {
    const { all, limits, pieces } = this
    if (all[to]!.stroke === 'sweep' || all[from]!.stroke === 'sweep') return 0
    const side = hand ? 'hand' : 'foot'
    const first = before < 0 ? Infinity : all[from]!.seconds - all[before]!.seconds
    if (first <= REST && !isBreath(gap, first, gap) && !isBreath(first, gap, first))
      return priceOf(hardnessOf((gap + first) / 2, limits.burst[side]))
    if (
      hand &&
      bounces(gap, { samePiece: all[from]!.piece === all[to]!.piece, from: all[from]!.level, to: all[to]!.level })
    )
      return priceOf(hardnessOf(gap, bounceLimit(limits, pieces[to])))
    return priceOf(hardnessOf(gap, limits.pair[side]))
  }

  /**
   * What it costs a hand to make two blows running where the other one could have made the second: more where they are a double by
   * themselves, so soon that the second must bounce; in a run by one hand (`running`) it need not.
   */
  twice(from: number, to: number, running: boolean): number {
    const gap = this.all[to]!.seconds - this.all[from]!.seconds
    if (gap > TWICE) return 0
    return HABITS.twice + (!running && gap < LONGEST_BOUNCE ? HABITS.bounced : 0)
  }

  /** What it costs that the right hand strikes one piece while the left one has just struck, or strikes, another; -1 for a hand that does not. */
  crossed(right: number, left: number): number {
    const [r, l] = [this.pieces[right], this.pieces[left]]
    if (!r || !l || !areCrossed(r, l)) return 0
    // Over the hats, and reaching beyond the other hand to a cymbal or a high tom.
    const usual = r.kind === 'hi-hat' || l.kind === 'hi-hat' || Math.abs(r.stands.y - l.stands.y) >= BEYOND
    return usual ? CROSSED.usual : CROSSED.else
  }
}
