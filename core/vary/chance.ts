import { randomFrom } from '#core/chance'
import { type Kit, type PieceKind, pieceOf } from '#core/kit'
import type { Groove } from '#core/groove'
import type { Move, ParamValue, Params } from './move'
import { choicesOf } from './params'

/** Chance from a seed: the same seed gives the same throws in the same order. */
export interface Chance { /** A number from 0 up to 1. */ next(): number, /** A whole number from 0 up to n. */ below(n: number): number, pick<T>(from: readonly T[]): T }

export function chanceOf(seed: number): Chance {
  const next = randomFrom(seed)
  const below = (n: number) => Math.floor(next() * n)
  return { next, below, pick: from => from[below(from.length)]! }
}

const RINGING: readonly PieceKind[] = ['crash', 'china', 'splash']

/** How to throw a move’s parameters for one groove: what each may be is looked up once. Undefined where there is nothing for one of them. */
export function thrower(move: Move, groove: Groove, kit: Kit): ((chance: Chance) => Params) | undefined {
  const throws: [string, (chance: Chance) => ParamValue][] = []
  for (const spec of move.params) {
    if (spec.kind === 'number') {
      // Wide ranges are for the hand that types; thrown, a number stays within a bar of sixteenths.
      const from = Math.max(spec.from, -16)
      const to = Math.min(spec.to, from < 0 ? 16 : 100)
      throws.push([spec.id, chance => from + chance.below(to - from + 1)])
      continue
    }
    const choices = choicesOf(spec, groove, kit)!.map(choice => choice.value)
    // A cymbal that rings on is for single strokes, not for a whole part thrown at it.
    const values = spec.kind === 'piece' ? choices.filter(id => !RINGING.includes(pieceOf(kit, id as string)!.kind)) : choices
    if (!values.length) return undefined
    if (spec.kind === 'parts') throws.push([spec.id, chance => (values as string[]).filter((_, i) => i === 0 ? chance.next() < 0.6 : chance.next() < 0.4)])
    else if (spec.kind === 'slots') throws.push([spec.id, chance => [...new Set(Array.from({ length: 1 + chance.below(3) }, () => chance.pick(values as number[])))].sort((a, b) => a - b)])
    else throws.push([spec.id, chance => chance.pick(values)])
  }
  return (chance) => {
    const params: Record<string, ParamValue> = {}
    for (const [id, one] of throws) params[id] = one(chance)
    return params
  }
}
