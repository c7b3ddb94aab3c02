import { moveOf } from './moves'
import type { Step } from './run'

/**
 * What of an idea may come again in another groove: a word for each of its steps, of its move and what was chosen by name. Where it
 * is, in which part, and by how much, belongs to the groove.
 */
export type Liking = readonly string[]

/** The word for one step: `likingWord({ move: 'row-bass', params: { row: 'B..B', bars: 'every bar' } }) // => 'row-bass B..B'`. @internal */
export function likingWord({ move: id, params }: Step): string {
  const move = moveOf(id)
  const row = move?.params.find(spec => spec.kind === 'row')
  const chosen = (move?.params ?? []).filter(spec =>
    row ? spec === row : spec.kind === 'choice' || spec.kind === 'piece',
  )
  return [id, ...chosen.map(spec => String(params[spec.id] ?? ''))].join(' ').trim()
}

/**
 * What the player says of an idea when they want more like it, or none of it again.
 * @example likingOf([{ move: 'open-last', params: {} }, { move: 'bass-thin', params: { keep: 'on the beat' } }]) // => ['bass-thin on the beat', 'open-last']
 */
export const likingOf = (steps: readonly Step[]): Liking => [...new Set(steps.map(likingWord))].sort()

/**
 * A liking in words: the names of its moves, and what was chosen.
 * @example sayLiking(['bass-thin on the beat', 'open-last']) // => 'Thin the bass drum (on the beat), open the last hat'
 */
export function sayLiking(liking: Liking): string {
  const said = liking.map(word => {
    const [id, ...chosen] = word.split(' ')
    const name = moveOf(id!)?.name ?? id!
    return chosen.length ? `${name} (${chosen.join(' ')})` : name
  })
  return said.map((one, i) => (i ? one[0]!.toLowerCase() + one.slice(1) : one)).join(', ')
}

/** Whether steps have all that a liking names. @internal */
export const hasAll = (words: ReadonlySet<string>, liking: Liking): boolean => liking.every(word => words.has(word))

/** How much of the liking that is met best is in some steps, 0 to 1. @internal */
export const shareOf = (words: ReadonlySet<string>, likings: readonly Liking[]): number =>
  Math.max(0, ...likings.map(liking => liking.filter(word => words.has(word)).length / Math.max(1, liking.length)))
