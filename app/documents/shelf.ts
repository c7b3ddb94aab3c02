import type { Summaries } from '#core/documents'
import { convertTempo } from '#core/time'
import type { Listed } from '#core/documents/wire'

export type ShelfLine = Listed<Summaries['groove']>

/** In what order the Shelf shows its cards. */
export type ShelfOrder = 'changed' | 'practised' | 'title' | 'tempo'

/** Tempi as a player asks for them, in quarters a minute; `to` is not included. */
export const TEMPI = [
  { id: 'slow', name: 'below 80', from: 0, to: 80 },
  { id: 'medium', name: '80 to 109', from: 80, to: 110 },
  { id: 'up', name: '110 to 139', from: 110, to: 140 },
  { id: 'fast', name: '140 and up', from: 140, to: Infinity },
] as const

/** What is looked for on the Shelf, beside words: a style, a tag, a meter, a tempo and a family (empty for any), and whether each family is one card; one that is asked for never is. */
export interface ShelfWish {
  style: string
  tag: string
  meter: string
  tempo: '' | (typeof TEMPI)[number]['id']
  family: string
  order: ShelfOrder
  folded: boolean
}

export const ANY: ShelfWish = { style: '', tag: '', meter: '', tempo: '', family: '', order: 'changed', folded: true }

/** Whether a wish leaves any groove out; one that is folded into its family's card is not left out. */
export const isNarrowed = ({ style, tag, meter, tempo, family }: ShelfWish): boolean =>
  !!(style || tag || meter || tempo || family)

/** The meter of a line, as its summary begins: `'4/4, 2 bars'` is `'4/4'`, bars that change are one meter of their own. */
const meterOf = ({ summary }: ShelfLine): string => summary.bars.replace(/, \d+ bars?$/, '')
const quartersOf = ({ summary }: ShelfLine): number => convertTempo(summary.tempo, '1/4').bpm

/** The first ancestor of each line that is here, by id: what its family is called after. */
function familiesOf(lines: readonly ShelfLine[]): Map<string, string> {
  const parents = new Map(lines.map(({ summary }) => [summary.id, summary.parent?.id]))
  const rootOf = (id: string): string => {
    const seen = new Set<string>()
    for (let at = id; ;) {
      const parent = parents.get(at)
      if (!parent || !parents.has(parent) || seen.has(at)) return at
      seen.add(at)
      at = parent
    }
  }
  return new Map(lines.map(({ summary }) => [summary.id, rootOf(summary.id)]))
}

/** The styles, tags, meters and families there are, each once, by name; a family has two members at least. */
export function shelfChoices(lines: readonly ShelfLine[]): {
  styles: { id: string; name: string }[]
  tags: string[]
  meters: string[]
  families: { id: string; name: string }[]
} {
  const roots = [...familiesOf(lines).values()]
  const many = new Map<string, number>()
  for (const root of roots) many.set(root, (many.get(root) ?? 0) + 1)
  const styles = new Map(
    lines.filter(({ summary }) => summary.styleName).map(({ summary }) => [summary.style, summary.styleName]),
  )
  return {
    styles: [...styles].map(([id, name]) => ({ id, name })).sort((a, b) => a.name.localeCompare(b.name)),
    meters: [...new Set(lines.map(meterOf))].sort((a, b) => a.localeCompare(b, undefined, { numeric: true })),
    families: lines
      .filter(({ summary }) => (many.get(summary.id) ?? 0) > 1)
      .map(({ summary }) => ({ id: summary.id, name: `${summary.title} (${many.get(summary.id)})` }))
      .sort((a, b) => a.name.localeCompare(b.name)),
    tags: [...new Set(lines.flatMap(({ summary }) => summary.tags))].sort((a, b) => a.localeCompare(b)),
  }
}

/** What the Shelf shows: a line for each card, and how many variations are folded into it, by its id. */
export interface Shelved {
  cards: readonly ShelfLine[]
  folded: ReadonlyMap<string, number>
}

const NONE_FOLDED: ReadonlyMap<string, number> = new Map()

/**
 * The cards that a wish leaves, in its order; lines come with the last changed first. A family stands where its first member would, by its
 * title and tempo where these are the order. `practised` has the seconds by id, where they are known.
 */
export function shelved(
  lines: readonly ShelfLine[],
  wish: ShelfWish,
  practised: ReadonlyMap<string, number> = new Map(),
): Shelved {
  const { style, tag, meter, family, order } = wish
  const roots = family ? familiesOf(lines) : undefined
  const tempo = TEMPI.find(one => one.id === wish.tempo)
  const left = isNarrowed(wish)
    ? lines.filter(
        line =>
          (!style || line.summary.style === style) &&
          (!tag || line.summary.tags.includes(tag)) &&
          (!meter || meterOf(line) === meter) &&
          (!tempo || (Math.round(quartersOf(line)) >= tempo.from && Math.round(quartersOf(line)) < tempo.to)) &&
          (!roots || roots.get(line.summary.id) === family),
      )
    : lines
  const fold = (some: readonly ShelfLine[]): Shelved =>
    wish.folded && !family ? foldedFamilies(some) : { cards: some, folded: NONE_FOLDED }
  switch (order) {
    case 'changed':
      return fold(left)
    case 'practised':
      return fold(left.toSorted((a, b) => (practised.get(b.summary.id) ?? 0) - (practised.get(a.summary.id) ?? 0)))
    case 'title':
    case 'tempo': {
      const { cards, folded } = fold(left)
      const by = {
        title: (a: ShelfLine, b: ShelfLine) => a.summary.title.localeCompare(b.summary.title),
        tempo: (a: ShelfLine, b: ShelfLine) => quartersOf(a) - quartersOf(b),
      }[order]
      return { cards: cards.toSorted(by), folded }
    }
  }
}

/** A card for each family, its first ancestor among these lines, where the first of them stands. */
function foldedFamilies(lines: readonly ShelfLine[]): Shelved {
  const roots = familiesOf(lines)
  const byId = new Map(lines.map(line => [line.summary.id, line]))
  const members = new Map<string, number>()
  for (const { summary } of lines) {
    const root = roots.get(summary.id)!
    members.set(root, (members.get(root) ?? 0) + 1)
  }
  return {
    cards: [...members.keys()].map(root => byId.get(root)!),
    folded: new Map([...members].flatMap(([root, many]) => (many > 1 ? [[root, many - 1] as const] : []))),
  }
}
