import { type Kit, type Limb, type StrokeKind, isHand, pieceOf, strokesFor } from '#core/kit'
import { present } from '#core/present'
import { TIME_KINDS, bothAtOnce, byFoot, footOn, habitsOf } from './habits'
import type { Crew } from './options'
import { Strain } from './strain'
import { type Struck, instantsOf } from './struck'
import { footTurnsOf } from './turns'
import { type Way, limbPathOf } from './way'

/** Who plays, and what is known of it already. */
interface LimbWish {
  kit: Kit
  lead: 'right' | 'left'
  /** Limbs that the player has chosen, by the index of what is struck. */
  fixed?: ReadonlyMap<number, Limb> | undefined
  /** Seconds after which all of it begins again: the limbs then go by what came before 1 too. */
  loop?: number | undefined
}

/** What cannot be played as it is written: the stroke that is left out, why, and what a player could do instead, where something can be done. */
export interface LeftOut {
  index: number
  why: 'no piece' | 'out of reach' | 'two hands'
  at: number
  instead?: { limb: Limb; stroke: StrokeKind }
}

/** A stroke that another limb could play about as well; `more` is how much more that would cost (see `priceOf`). */
export interface Doubt {
  index: number
  limb: Limb
  other: Limb
  more: number
}

/** The limb of each stroke, undefined where no limb can play it; what is left out; where there is doubt; what two beaters would share; what it costs. */
export interface Solved {
  limbs: (Limb | undefined)[]
  left: LeftOut[]
  doubts: Doubt[]
  /** Strokes that one foot plays faster than it does with ease, and that the other would take if the pedal had a second beater. */
  shared: number[]
  price: number
}

/** Another limb is as good as the one chosen, where it costs no more than this. */
const DOUBT = 0.3
/**
 * What a stroke costs that is left out: of three strokes for two hands the softest goes, and of those as loud as each other first one of the
 * time, which goes on without it as a hand leaves it for a crash; the snare goes last.
 */
const LOSS = { least: 100, level: 10, time: 0, snare: 6, other: 3 } as const

/** @internal */
export function lossOf(kit: Kit, { piece, level }: Struck): number {
  const kind = pieceOf(kit, piece)?.kind
  return (
    LOSS.least +
    LOSS.level * level +
    LOSS[kind === 'snare' ? 'snare' : kind && TIME_KINDS.includes(kind) ? 'time' : 'other']
  )
}

/**
 * Who plays what: the limbs for strokes that have none, with the least strain overall. Hands and feet are worked out each by themselves,
 * by dynamic programming over the instants; speed, doubles, way, grip and control cost by the limits of whoever sits at the kit, and habits
 * cost what `HABITS` says. What cannot be played is named, with what could be done instead: the hats by foot for a third hand.
 *
 * @example limbsFor([{ at: 0, seconds: 0, piece: 'hi-hat', stroke: 'hit', level: 3 }], { kit: DEFAULT_KIT, lead: 'right' }).limbs // => ['RH']
 */
export function limbsFor(all: readonly Struck[], wish: LimbWish): Solved {
  if (wish.loop === undefined) return solved(all, wish)
  // Twice round, and the second time counts.
  const many = all.length
  const last = Math.max(0, ...all.map(one => one.at)) + 1
  const twice = [
    ...all,
    ...all.map(one => ({ ...one, at: one.at + last, seconds: one.seconds + present(wish.loop, 'loop') })),
  ]
  const fixed =
    wish.fixed &&
    new Map(
      [...wish.fixed].flatMap(
        ([i, limb]) =>
          [
            [i, limb],
            [i + many, limb],
          ] as const,
      ),
    )
  const whole = solved(twice, { ...wish, fixed })
  return {
    limbs: whole.limbs.slice(many),
    price: whole.price / 2,
    left: whole.left.flatMap(one =>
      one.index >= many ? [{ ...one, index: one.index - many, at: one.at - last }] : [],
    ),
    shared: whole.shared.flatMap(index => (index >= many ? [index - many] : [])),
    doubts: whole.doubts.flatMap(one => (one.index >= many ? [{ ...one, index: one.index - many }] : [])),
  }
}

function solved(all: readonly Struck[], { kit, lead, fixed }: LimbWish): Solved {
  const habit = habitsOf(all, kit, lead)
  const strain = new Strain(all, kit)
  const crewOf = (limbs: readonly [Limb, Limb]): Crew => ({
    limbs,
    habit: (limb, i) => ((fixed?.get(i) ?? limb) === limb ? habit(limb, i) : Infinity),
    both: (a, b) => bothAtOnce(kit, all[a]!, all[b]!),
    loss: i => lossOf(kit, all[i]!),
  })
  const [hands, feet]: [readonly [Limb, Limb], readonly [Limb, Limb]] =
    lead === 'right'
      ? [
          ['RH', 'LH'],
          ['RF', 'LF'],
        ]
      : [
          ['LH', 'RH'],
          ['LF', 'RF'],
        ]
  const isOfFeet = all.map(one => byFoot(kit, one))
  const limbs: (Limb | undefined)[] = all.map(() => undefined)
  const left: LeftOut[] = []
  const doubts: Doubt[] = []
  let price = 0
  for (const crew of [crewOf(hands), crewOf(feet)]) {
    const instants = instantsOf(
      all,
      all.flatMap((_, i) => (isOfFeet[i] === !isHand(crew.limbs[0]) ? [i] : [])),
    )
    if (!instants.length) continue
    const way = limbPathOf(all, instants, crew, strain)
    price += way.price
    taken(way, crew, (i, limb) => (limbs[i] = limb))
    doubts.push(...doubtsOf(way, crew))
    for (const i of instants.flatMap((_, n) => way.options[n]![way.taken[n]!]!.left))
      left.push({
        index: i,
        at: all[i]!.at,
        why: reasonOf(
          all[i]!,
          kit,
          crew.limbs.every(limb => habit(limb, i) === Infinity),
        ),
      })
  }
  const shared = [...footTurnsOf(all, kit)].flatMap(([i, turn]) =>
    turn === 'other' && pieceOf(kit, all[i]!.piece)?.beaters !== 2 ? [i] : [],
  )
  return {
    limbs,
    shared,
    doubts: doubts.sort((a, b) => all[a.index]!.at - all[b.index]!.at),
    price,
    left: left.sort((a, b) => a.at - b.at).map(one => ({ ...one, ...insteadOf(one, all, limbs, kit) })),
  }
}

function taken({ options, taken }: Way, { limbs }: Crew, tell: (i: number, limb: Limb) => void): void {
  taken.forEach((o, n) => {
    for (const i of options[n]![o]!.first) tell(i, limbs[0])
    for (const i of options[n]![o]!.second) tell(i, limbs[1])
  })
}

/** Strokes that the other limb could play in a way that costs hardly more. */
function doubtsOf({ options, taken, more }: Way, { limbs }: Crew): Doubt[] {
  return taken.flatMap((o, n) => {
    const mine = options[n]![o]!
    const other = options[n]!.flatMap((option, i) =>
      i !== o && more[n]![i]! <= DOUBT ? [{ option, more: more[n]![i]! }] : [],
    ).sort((a, b) => a.more - b.more)
    const swapped = (list: readonly number[], side: 'first' | 'second', limb: Limb, to: Limb) =>
      list.flatMap((index): Doubt[] => {
        const found = other.find(({ option }) => option[side].includes(index))
        return found ? [{ index, limb, other: to, more: Math.round(found.more * 1000) / 1000 }] : []
      })
    return [...swapped(mine.first, 'second', limbs[0], limbs[1]), ...swapped(mine.second, 'first', limbs[1], limbs[0])]
  })
}

const reasonOf = (one: Struck, kit: Kit, nobody: boolean): LeftOut['why'] =>
  !pieceOf(kit, one.piece) ? 'no piece' : nobody ? 'out of reach' : 'two hands'

/** What a third hand was wanted for, a foot may do: the hats, where the foot that rests on them is free at that instant and no hand strikes them. */
function insteadOf(
  { index, why, at }: LeftOut,
  all: readonly Struck[],
  limbs: readonly (Limb | undefined)[],
  kit: Kit,
): Pick<LeftOut, 'instead'> {
  const piece = pieceOf(kit, all[index]!.piece)
  const foot = piece && footOn(kit, piece)
  if (why !== 'two hands' || !foot || all[index]!.stroke !== 'hit' || !strokesFor(piece, foot).includes('chick'))
    return {}
  const busy = all.some(
    (one, i) => one.at === at && limbs[i] !== undefined && (limbs[i] === foot || one.piece === piece.id),
  )
  return busy ? {} : { instead: { limb: foot, stroke: 'chick' } }
}
