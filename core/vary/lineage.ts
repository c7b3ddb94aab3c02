import { compare, differingKeys } from '#core/analyse'
import type { Kit, Limb } from '#core/kit'
import { type Groove, LIMITS, type MoveMade, sayCount, sayList, sentence } from '#core/groove'
import { asVariation } from './move'
import { moveOf } from './moves'

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

/**
 * A short title for what moves made of a groove: `'Wet Rope, backbeat later'`, `'Wet Rope, ghosts around the backbeat'`,
 * `'Wet Rope, 3 moves'`. What they did in full is in the notes.
 * @example titleAfter(groove, []) // => 'Sample, variation'
 */
export function titleAfter(parent: Groove, made: readonly MoveMade[]): string {
  const [one] = made
  const what = !one
    ? 'variation'
    : made.length > 1
      ? `${made.length} moves`
      : (displaced(parent, one) ?? (moveOf(one.move)?.name ?? 'variation').toLowerCase())
  return `${parent.title}, ${what}`.slice(0, LIMITS.title)
}

/**
 * A headline of at most five words for a chain: its one move, or what two or more are about.
 * @example chainTitle([{ move: 'hat-foot' }]) // => 'Hat foot'
 * @example chainTitle([{ move: 'bass-drop-one' }, { move: 'bells' }, { move: 'crash' }]) // => 'Bass drum, other pieces, more'
 */
export function chainTitle(chain: readonly { move: string }[]): string {
  const moves = chain.flatMap(step => moveOf(step.move) ?? [])
  const [first] = moves
  if (first && moves.length === 1) return first.name
  const [one, two, ...more] = [...new Set(moves.map(move => move.group))]
  if (!one) return 'As it was'
  const both = more.length ? `${one}, ${two}, more` : `${one} and ${two}`
  return sentence(two && both.split(' ').length <= 5 ? both : `${one}, ${moves.length} moves`)
}

/** `'backbeat later'` for a displacement of parts; undefined for any other move. */
function displaced(parent: Groove, { move, params }: MoveMade): string | undefined {
  const { slots, partIds } = params
  if (typeof slots !== 'number' || !moveOf(move)?.traits?.includes('by slots')) return undefined
  const names =
    Array.isArray(partIds) && partIds.length < parent.parts.length
      ? parent.parts.filter(part => (partIds as string[]).includes(part.id)).map(part => part.name.toLowerCase())
      : ['all']
  return `${names.length > 2 ? sayCount(names.length, 'part') : sayList(names)} ${slots < 0 ? 'earlier' : 'later'}`
}
