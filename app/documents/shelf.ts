import type { Summaries } from '#core/documents'
import { convertTempo } from '#core/time'
import type { Listed } from './api'

export type ShelfLine = Listed<Summaries['groove']>

/** In what order the Shelf stands. */
export const SHELF_ORDERS = ['changed', 'title', 'tempo'] as const
export type ShelfOrder = typeof SHELF_ORDERS[number]

/** What is looked for on the Shelf, beside words: a style and a tag (empty for any), and whether variations fold into what they came from. */
export interface ShelfWish { style: string, tag: string, order: ShelfOrder, folded: boolean }

export const ANY: ShelfWish = { style: '', tag: '', order: 'changed', folded: false }

/** The styles and tags there are, each once, by name. */
export function shelfChoices(lines: readonly ShelfLine[]): { styles: { id: string, name: string }[], tags: string[] } {
  const styles = new Map(lines.filter(({ summary }) => summary.styleName).map(({ summary }) => [summary.style, summary.styleName]))
  return {
    styles: [...styles].map(([id, name]) => ({ id, name })).sort((a, b) => a.name.localeCompare(b.name)),
    tags: [...new Set(lines.flatMap(({ summary }) => summary.tags))].sort((a, b) => a.localeCompare(b)),
  }
}

/** The lines that a wish leaves, in its order; they come with the last changed first. */
export function shelved(lines: readonly ShelfLine[], { style, tag, order, folded }: ShelfWish): readonly ShelfLine[] {
  if (!style && !tag && !folded && order === 'changed') return lines
  const here = folded ? new Set(lines.map(({ summary }) => summary.id)) : undefined
  const left = lines.filter(({ summary }) => (!style || summary.style === style) && (!tag || summary.tags.includes(tag)) && !(here && summary.parent && here.has(summary.parent.id)))
  if (order === 'changed') return left
  if (order === 'title') return left.toSorted((a, b) => a.summary.title.localeCompare(b.summary.title))
  const quarters = ({ summary }: ShelfLine) => convertTempo(summary.tempo, '1/4').bpm
  return left.toSorted((a, b) => quarters(a) - quarters(b))
}
