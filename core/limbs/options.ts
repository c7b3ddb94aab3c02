import type { Limb } from '#core/kit'

/** Who strikes what at one instant: the indices that each of two limbs strikes, and those that nobody does; and what that costs, whatever came before. */
export interface Option {
  first: number[]
  second: number[]
  left: number[]
  price: number
}

/** What decides the options at an instant, for a crew of two limbs: the first is the lead side’s. */
export interface Crew {
  limbs: readonly [Limb, Limb]
  /** What it costs by habit that a limb strikes this one; Infinity where it cannot. */
  habit(limb: Limb, i: number): number
  /** Whether one limb may strike both at once. */
  both(a: number, b: number): boolean
  /** What it costs to leave one out. */
  loss(i: number): number
}

/** More than these at one instant for two limbs are not looked through: the rest is left out, the last of the list first. */
const MOST = 5
/** What it costs to strike two at once with one limb. */
const TWO_AT_ONCE = 0.4

/**
 * Every way in which two limbs can share what is struck at an instant, with as few left out as can be: with two on one hand’s reach `R`, `L`
 * and the other way round. Costs are by habit alone.
 * @internal
 */
export function optionsOf(struck: readonly number[], { limbs, habit, both, loss }: Crew): Option[] {
  const [kept, over] = [struck.slice(0, MOST), struck.slice(MOST)]
  const found: Option[] = []
  const fits = (list: readonly number[], i: number) => list.every(other => both(other, i))
  const go = (n: number, { first, second, left, price }: Option): void => {
    const i = kept[n]
    if (i === undefined) {
      found.push({ first, second, left: [...left, ...over], price })
      return
    }
    const [mine, theirs] = [habit(limbs[0], i), habit(limbs[1], i)]
    if (mine < Infinity && fits(first, i))
      go(n + 1, { first: [...first, i], second, left, price: price + mine + (first.length ? TWO_AT_ONCE : 0) })
    if (theirs < Infinity && fits(second, i))
      go(n + 1, { first, second: [...second, i], left, price: price + theirs + (second.length ? TWO_AT_ONCE : 0) })
    go(n + 1, { first, second, left: [...left, i], price: price + loss(i) })
  }
  go(0, { first: [], second: [], left: [], price: 0 })
  const fewest = Math.min(...found.map(option => option.left.length))
  return found.filter(option => option.left.length === fewest)
}
