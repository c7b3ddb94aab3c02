import { together } from '#core/edit'
import { type Result, ok, refuse } from '#core/result'
import { barStarts } from '#core/time'
import { type Reshaped, reshape, tooLongPickUps } from './commands'
import { type Edit, apply } from './edits'
import { workable } from './home'
import { type Bar, type Groove, LIMITS, type Stroke, barTicks } from './schema'

/** A bar of the new order: one of the old bars by its number from 0, or an empty one cut like an old one. */
type Source = number | { like: number }

/**
 * Bars in another order: moved, doubled, taken out, or new and empty among them. `rebarred(groove, [0, 1, 0])` plays the first bar
 * again at the end; `rebarred(groove, [0, { like: 0 }])` adds an empty one. Parts that repeat on their own run on. Refused beyond
 * the limit of bars, for none, and where a locked part would change.
 * @internal
 */
export function rebarred(groove: Groove, sources: readonly Source[]): Result<Edit> {
  if (!sources.length) return refuse('A groove has at least one bar.')
  if (sources.length > LIMITS.bars)
    return refuse(`A groove has at most ${LIMITS.bars} bars; this would make ${sources.length}.`)
  const starts = barStarts(groove.bars)
  const bars = sources.map(source => groove.bars[typeof source === 'number' ? source : source.like]!)
  const to = barStarts(bars)
  const put = (strokes: readonly Stroke[]): { stroke: Stroke; from: number }[] =>
    sources.flatMap((source, i) =>
      typeof source === 'number'
        ? strokes
            .filter(stroke => stroke.at >= starts[source]! && stroke.at < starts[source + 1]!)
            .map(stroke => ({ stroke: { ...stroke, at: stroke.at - starts[source]! + to[i]! }, from: stroke.at }))
        : [],
    )
  const same = (a: readonly Stroke[], b: readonly Stroke[]) =>
    a.length === b.length &&
    a.every((stroke, i) => stroke.at === b[i]!.at && JSON.stringify(stroke) === JSON.stringify(b[i]))
  const changed = groove.parts
    .filter(part => !part.every)
    .map(part => {
      const moves = put(part.strokes)
      return { part, put: moves.map(({ stroke }) => stroke), from: moves.map(({ from }) => from) }
    })
    .filter(({ part, put }) => !same(part.strokes, put))
  const tooLong = changed.find(({ put }) => put.length > LIMITS.strokes)
  if (tooLong) return refuse(`“${tooLong.part.name}” would have more than ${LIMITS.strokes} strokes.`)
  const guides = groove.guides.map(guide => ({
    ...guide,
    notes: sources
      .flatMap((source, i) =>
        typeof source === 'number'
          ? guide.notes
              .filter(note => note.at >= starts[source]! && note.at < starts[source + 1]!)
              .map(note => ({ ...note, at: note.at - starts[source]! + to[i]! }))
          : [],
      )
      .filter(note => note.at + note.length <= to.at(-1)!),
  }))
  const edits: Edit[] = [
    ...tooLongPickUps(groove, bars),
    ...changed.map(({ part }): Edit => ({
      type: 'strokes',
      partId: part.id,
      remove: part.strokes.map(stroke => stroke.at),
      put: [],
    })),
    ...(groove.guides.length
      ? [{ type: 'guides', guides: guides.map(guide => ({ ...guide, notes: [] })) } as const]
      : []),
    { type: 'bars', bars },
    ...changed.map(({ part, put, from }): Edit => ({ type: 'strokes', partId: part.id, remove: [], put, from })),
    ...(groove.guides.length ? [{ type: 'guides', guides } as const] : []),
  ]
  return ok(together('Bars', edits))
}

const each = (groove: Pick<Groove, 'bars'>): number[] => groove.bars.map((_, i) => i)

/**
 * A bar played once more, right after itself.
 * @example apply(groove, barDoubled(groove, 0).value).value.document.bars.length // => 2
 */
export const barDoubled = (groove: Groove, bar: number): Result<Edit> =>
  rebarred(groove, each(groove).toSpliced(bar + 1, 0, bar))
/**
 * An empty bar put in before one, cut like it.
 * @example rows(apply(groove, barInserted(groove, 0).value).value.document).bass // => '................4.........4.....'
 */
export const barInserted = (groove: Groove, bar: number): Result<Edit> =>
  rebarred(groove, (each(groove) as Source[]).toSpliced(bar, 0, { like: bar }))
/**
 * A bar taken out with what is in it.
 * @example barRemoved(groove, 0).reason // => 'A groove has at least one bar.'
 */
export const barRemoved = (groove: Groove, bar: number): Result<Edit> =>
  rebarred(groove, each(groove).toSpliced(bar, 1))
/**
 * A bar put to another place among the bars.
 * @example barMoved({ ...groove, bars: [...bars, ...bars] }, 0, 1).ok // => true
 */
export const barMoved = (groove: Groove, bar: number, to: number): Result<Edit> =>
  rebarred(groove, each(groove).toSpliced(bar, 1).toSpliced(to, 0, bar))

/** What new bars hold when there are more of them: what is there again and again, or nothing. */
export type Filling = 'repeat' | 'empty'

/**
 * Other bars for a groove, as `reshape` has it; bars that come at the end hold what is there, again and again, or nothing.
 * @example rows(apply(groove, widened(groove, makeBars(meter(4, 4), 2, 4), 'repeat').edit).value.document).bass // => '4.........4.....4.........4.....'
 */
export function widened(groove: Groove, bars: Bar[], filling: Filling): Reshaped {
  const reshaped = reshape(groove, bars)
  const done = filling === 'repeat' && bars.length > groove.bars.length ? apply(groove, reshaped.edit) : undefined
  if (!done?.ok) return reshaped
  const more = fillings(done.value.document, groove.bars.length)
  return more.length ? { ...reshaped, edit: together('New bars', [reshaped.edit, ...more]) } : reshaped
}

/** Strokes for the bars from `many` on: those of the bars before, each at its distance from its bar line. */
function fillings(groove: Groove, many: number): Edit[] {
  const starts = barStarts(groove.bars)
  const inBar = (bar: number, stroke: Stroke) => stroke.at >= starts[bar]! && stroke.at < starts[bar + 1]!
  return groove.parts.filter(workable).flatMap((part): Edit[] => {
    const put = groove.bars.flatMap((bar, b) =>
      b < many
        ? []
        : part.strokes
            .filter(stroke => inBar(b % many, stroke) && stroke.at - starts[b % many]! < barTicks(bar))
            .map(stroke => ({ ...stroke, at: stroke.at - starts[b % many]! + starts[b]! })),
    )
    return put.length ? [{ type: 'strokes', partId: part.id, remove: [], put }] : []
  })
}
