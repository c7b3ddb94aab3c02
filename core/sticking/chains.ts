import { sayList, sentence } from '#core/groove'
import { type Chain, ChainFilling } from './filling'
import type { Sticking } from './sticking'
import { type Question, type Wish, sayChains, sayWish } from './wishes'

/** How many slots a chain may fill, and how many are listed. */
const CHAIN_LIMITS = { slots: 256, listed: 100 } as const

/** Two wishes for one slot that cannot both be, in words. */
function contradiction(wishes: readonly Wish[]): string | undefined {
  const wanted = new Map<number, Wish & { kind: 'limb' }>()
  for (const wish of wishes) {
    if (wish.kind !== 'limb') continue
    // The foot may strike with a hand; both hands at once are no sticking.
    if (wish.who === 'F') continue
    const other = wanted.get(wish.slot)
    if (other && other.who !== wish.who)
      return `${sentence(sayWish(other))} and ${sayWish(wish)} cannot both be: a sticking has one hand at a time.`
    wanted.set(wish.slot, wish)
  }
  return undefined
}

/** The answer: how many chains there are, the best of them; where there is none, why, and the nearest there are. */
export interface Answer {
  count: bigint
  chains: Chain[]
  says: string
  /** The wishes let go to come to `chains`, where there was none with all. */
  without: Wish[]
}

const solve = (question: Question, most: number): { count: bigint; chains: Chain[] } => {
  const filling = new ChainFilling(question)
  return { count: filling.count, chains: filling.best(most) }
}

/**
 * Every chain of groups that fills the slots exactly and meets the wishes, counted exactly; the best `most` of them listed.
 * @example chainsFor({ slots: 8, groups: ['rlf', 'rf'].map(text => ownGroup(text).value), changing: false, wishes: [] }).count // => 4n
 */
export function chainsFor(question: Question, most: number = CHAIN_LIMITS.listed): Answer {
  const { groups, slots, wishes } = question
  const none = (says: string): Answer => ({ count: 0n, chains: [], says, without: [] })
  if (!groups.length) return none('Choose at least one group to chain.')
  if (slots < 1 || slots > CHAIN_LIMITS.slots) return none(`A chain fills 1 to ${CHAIN_LIMITS.slots} slots.`)
  const clash = contradiction(wishes)
  if (clash) return none(clash)
  const all = solve(question, most)
  if (all.count)
    return {
      ...all,
      says: `${sayChains(all.count)}${all.count > BigInt(all.chains.length) ? `; the best ${all.chains.length} are listed` : ''}.`,
      without: [],
    }
  if (!wishes.length) {
    const sizes = [...new Set(groups.map(group => group.sticking.length))].sort((a, b) => a - b)
    return none(`No sum of ${sayList(sizes.map(String))} makes ${slots}: add a group of another size.`)
  }
  return (
    nearest(question, most) ??
    none(`No sum of these groups makes ${slots}, whatever is wished: add a group of another size.`)
  )
}

/** The fewest wishes that must be let go, one or two of them or all, and what there is then. */
function nearest(question: Question, most: number): Answer | undefined {
  const { wishes } = question
  const sets: Wish[][] = [
    ...wishes.map(wish => [wish]),
    ...wishes.flatMap((a, i) => wishes.slice(i + 1).map(b => [a, b])),
    [...wishes],
  ]
  for (const without of sets) {
    const found = solve({ ...question, wishes: wishes.filter(wish => !without.includes(wish)) }, most)
    if (!found.count) continue
    const gone = sayList(without.map(sayWish))
    return {
      count: 0n,
      chains: found.chains,
      without,
      says: `No chain meets every wish. Without “${gone}” there ${found.count === 1n ? 'is 1' : `are ${sayChains(found.count).replace(' chains', '')}`}; the nearest are listed.`,
    }
  }
  return undefined
}

/**
 * A chain as one sticking.
 * @example writeSticking(chainSticking({ shapes: [{ sticking: readSticking('rlf').value }, { sticking: readSticking('rf').value }] })) // => 'rlfrf'
 */
export const chainSticking = ({ shapes }: Pick<Chain, 'shapes'>): Sticking => shapes.flatMap(shape => shape.sticking)
