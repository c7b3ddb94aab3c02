import { compare, differingKeys } from '#core/analyse'
import type { Kit, Limb } from '#core/kit'
import { type Groove, LIMITS } from '#core/groove'
import { asVariation } from './move'

/** One groove of a family: how deep below the first, its brothers’ place, and whether it is the one asked about. */
export interface Kin {
  groove: Groove
  depth: number
  parentId: string | undefined
  /** The last of its brothers, so that a line down the tree can end. */ last: boolean
}

/**
 * The family of a groove, the first ancestor there is before its descendants, each before its own, the oldest brother
 * first as they are given. An ancestor that is gone ends the line upwards.
 * @example familyOf([groove, asVariation(groove, 1, lighter, 'child', 'Lighter', [])], 'child').map(kin => kin.groove.id) // => ['sample', 'child']
 */
export function familyOf(grooves: readonly Groove[], id: string): Kin[] {
  const byId = new Map(grooves.map(groove => [groove.id, groove]))
  let first = byId.get(id)
  if (!first) return []
  const seen = new Set<string>()
  for (let up = first; up && !seen.has(up.id); up = byId.get(up.parent?.id ?? '')!) {
    seen.add(up.id)
    first = up
  }
  const family: Kin[] = []
  const met = new Set<string>()
  const walk = (groove: Groove, depth: number, parentId: string | undefined, last: boolean) => {
    if (met.has(groove.id)) return
    met.add(groove.id)
    family.push({ groove, depth, parentId, last })
    const children = grooves.filter(other => other.parent?.id === groove.id)
    children.forEach((child, i) => walk(child, depth + 1, groove.id, i === children.length - 1))
  }
  walk(first, 0, undefined, true)
  return family
}

/** What a groove has that another has not or has otherwise, as keys of its own strokes (`part:tick`); how many of the other’s are gone; and every tick and limb in which they differ. */
interface Changed {
  keys: string[]
  gone: number
  places: { at: number; limb: Limb }[]
}

/**
 * The strokes of `after` that are not so in `before`: what a preview marks. Grooves of different lengths are all new.
 * @example changedStrokes(lighter, groove, kit).keys // => ['bass:0']
 */
export function changedStrokes(before: Groove, after: Groove, kit: Kit): Changed {
  const compared = compare(before, after, kit)
  if (!compared.ok)
    return {
      keys: after.parts.flatMap(part => part.strokes.map(stroke => `${part.id}:${stroke.at}`)),
      gone: 0,
      places: [],
    }
  const { differences } = compared.value
  const keys = differingKeys(after, differences, 'second')
  return {
    keys,
    gone: differences.filter(one => one.kind === 'only first').length,
    places: differences.map(({ at, limb }) => ({ at, limb })),
  }
}

/**
 * A variation takes the place of another groove of its family: what it is under the other’s id, title and parent; and the
 * other as it was, to be kept as a variation of itself under `keptId`, so that nothing is lost.
 * @example adopted(groove, 1, asVariation(groove, 1, lighter, 'child', 'Lighter', []), 'kept').main.id // => 'sample'
 */
export function adopted(
  main: Groove,
  revision: number,
  variation: Groove,
  keptId: string,
): { main: Groove; kept: Groove } {
  const { id, title, parent } = main
  return {
    main: { ...variation, id, title, parent },
    kept: asVariation(main, revision, main, keptId, `${title}, before`.slice(0, LIMITS.title), []),
  }
}

/**
 * In how few words a groove says what was done to its parent; `'as its parent'` where nothing was recorded.
 * @example sayMoves(asVariation(groove, 1, lighter, 'child', 'Lighter', [])) // => 'As its parent, changed by hand.'
 */
export const sayMoves = ({ parent }: Groove): string =>
  parent?.moves.map(move => move.sentence).join(' ') ||
  (parent ? 'As its parent, changed by hand.' : 'The first of its family.')
