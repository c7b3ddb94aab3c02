import { type CardTrait, type StyleFamily, styleOf } from '#core/style'
import type { Move } from './move'
import type { TasteRule, Trial } from './taste-trial'
import { TIME_IN_THE_LEAD, VETOES } from './taste-vetoes'
import { WEIGHTS } from './taste-weights'

/**
 * Moves that answer “what else?”, with the families where they don't: small, heard at once, and they leave the groove what it is. All others are
 * for who asks for them by hand, or for their group.
 */
const USUAL: Readonly<Record<string, readonly StyleFamily[]>> = {
  'row-bass': [],
  'row-beside': [],
  'row-lead': [],
  'row-turn': [],
  'open-last': [],
  'ghost-fill': [],
  'ghosts-out': [],
  'bass-thin': ['Afro-Cuban', 'Brazil'],
  'lead-to': [],
  'hat-foot': ['jazz', 'Brazil', 'Afro-Cuban'],
  'accent-pattern': [...TIME_IN_THE_LEAD, 'West Africa', 'Caribbean'],
  thin: [...TIME_IN_THE_LEAD, 'West Africa'],
  bells: [...TIME_IN_THE_LEAD, 'West Africa'],
}

/**
 * Whether a search that is asked for nothing in particular tries a move on a groove of a style.
 * @internal
 */
export const isUsual = ({ id }: Move, style: string): boolean => {
  const except = USUAL[id]
  const family = styleOf(style)?.family
  return !!except && !(family && except.includes(family))
}
/** The rules of taste (docs/rules.md), with the styles where each does not hold: first what forbids, then what speaks for and against. */
export const TASTE: readonly TasteRule[] = [...VETOES, ...WEIGHTS]

/** The rules that hold in a groove of a style, those turned off left out. @internal */
export function rulesFor(style: string, off: readonly string[] = []): TasteRule[] {
  const card = styleOf(style)
  const is = (one: StyleFamily | CardTrait) => one === card?.family || card?.traits?.some(trait => trait === one)
  return TASTE.filter(rule => !off.includes(rule.id) && !rule.except?.some(is))
}

/** What the taste makes of a trial: the veto that forbids it, or the weights that speak for and against it, summed, and what is said for it. @internal */
export function tasteOf(
  rules: readonly TasteRule[],
  trial: Trial,
): { veto: TasteRule | undefined; weight: number; speaks: string[] } {
  let weight = 0
  const speaks: string[] = []
  for (const rule of rules) {
    if (!rule.holds(trial)) continue
    if (rule.kind === 'veto') return { veto: rule, weight: -Infinity, speaks: [] }
    weight += (rule.kind === 'for' ? 1 : -1) * (rule.weight ?? 0)
    if (rule.says) speaks.push(rule.says)
  }
  return { veto: undefined, weight, speaks }
}
