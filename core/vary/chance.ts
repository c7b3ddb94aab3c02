import { randomFrom } from '#core/chance'
import { type Kit, type PieceKind, pieceOf } from '#core/kit'
import { type Groove, type Role, partOf } from '#core/groove'
import { present } from '#core/present'
import type { Move, ParamValue, Params } from './move'
import { choicesOf } from './params'
import { rowsHere } from './rows'

/** Chance from a seed: the same seed gives the same throws in the same order. */
export interface Chance {
  /** A number from 0 up to 1. */ next(): number
  /** A whole number from 0 up to n. */ below(n: number): number
  pick<T>(from: readonly T[]): T
}

/** @internal */
export function chanceOf(seed: number): Chance {
  const next = randomFrom(seed)
  const below = (n: number) => Math.floor(next() * n)
  return { next, below, pick: from => from[below(from.length)]! }
}

const HOLDING: readonly (Role | undefined)[] = ['backbeat', 'hat foot']
const RINGING: readonly PieceKind[] = ['crash', 'china', 'splash']

/**
 * How to throw a move’s parameters for one groove: what each may be is looked up once. Undefined where there is nothing for
 * one of them. Sparing, it throws what a search tries and no more: figures that are common in playing, and no part alone
 * that holds the groove together, unless the move is for it.
 * @internal
 */
export function thrower(
  move: Move,
  groove: Groove,
  kit: Kit,
  sparing = false,
): ((chance: Chance) => Params) | undefined {
  const throws: [string, (chance: Chance) => ParamValue][] = []
  for (const spec of move.params) {
    if (spec.kind === 'number') {
      // Wide ranges are for the hand that types; thrown, a number stays within a bar of sixteenths.
      const [least, most] = sparing && spec.tried ? spec.tried : [spec.from, spec.to]
      const from = Math.max(least, -16)
      const to = Math.min(most, from < 0 ? 16 : 100)
      throws.push([spec.id, chance => from + chance.below(to - from + 1)])
      continue
    }
    const choices = present(choicesOf(spec, groove, kit), 'choice').map(choice => choice.value)
    const values = choices.filter(value => {
      // A cymbal that rings on is for single strokes, not for a whole part thrown at it.
      if (spec.kind === 'piece') return !RINGING.includes(present(pieceOf(kit, value as string), 'piece').kind)
      if (sparing && spec.kind === 'choice' && spec.tried) return spec.tried.includes(value as string)
      const role = spec.kind === 'part' ? present(partOf(groove, value as string), 'part').role : undefined
      if (!sparing || spec.kind !== 'part') return true
      if (spec.tried) return !!role && spec.tried.includes(role)
      // Accents are the hands' to move about.
      if (move.group === 'accents' && role === 'bass drum') return false
      return role === spec.usual || !HOLDING.includes(role)
    })
    if (!values.length) return undefined
    if (spec.kind === 'row') {
      // What is played often is thrown often.
      const often = rowsHere(groove, spec.line).flatMap(({ row, weight }) =>
        Array<string>(Math.round(2 * weight)).fill(row),
      )
      throws.push([spec.id, chance => chance.pick(often)])
    } else if (spec.kind === 'parts')
      throws.push([
        spec.id,
        chance => (values as string[]).filter((_, i) => (i === 0 ? chance.next() < 0.6 : chance.next() < 0.4)),
      ])
    else if (spec.kind === 'slots')
      throws.push([
        spec.id,
        chance =>
          [...new Set(Array.from({ length: 1 + chance.below(3) }, () => chance.pick(values as number[])))].sort(
            (a, b) => a - b,
          ),
      ])
    else throws.push([spec.id, chance => chance.pick(values)])
  }
  return chance => {
    const params: Record<string, ParamValue> = {}
    for (const [id, one] of throws) params[id] = one(chance)
    return params
  }
}
