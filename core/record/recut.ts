import { type Groove, type Span, cutToShow, inSpan } from '#core/groove'
import { beatsOf } from '#core/time'

/**
 * Bars whose felt beats show what is in them: a beat keeps its slots where they do, gets those it was played in where these do, and is cut
 * finer otherwise. `played` are the slots that each beat was played in, null where nothing was. `lost` strokes lie between slots all the same.
 * @example recutFor(groove, [3, null, null, null], { from: 0, to: 20160 }).bars[0].slots // => [4, 4, 4, 4]
 */
export function recutFor(
  groove: Groove,
  played: readonly (number | null)[],
  span: Span,
): { bars: Groove['bars']; lost: number } {
  const bars = groove.bars.map(bar => ({ ...bar, slots: [...bar.slots] }))
  const all = [
    ...new Set(
      groove.parts
        .filter(part => !part.every)
        .flatMap(part => part.strokes.map(stroke => stroke.at))
        .concat(groove.guides.flatMap(guide => guide.notes.map(note => note.at))),
    ),
  ]
  const hard: number[] = []
  beatsOf(groove.bars).forEach((beat, i) => {
    const mine = all.filter(at => at >= beat.at && at < beat.at + beat.length && inSpan(span, at))
    const shows = (slots: number) => mine.every(at => ((at - beat.at) * slots) % beat.length === 0)
    const slots = played[i]
    if (!slots || shows(beat.slots)) return
    if (shows(slots)) bars[beat.bar]!.slots[beat.beat] = slots as (typeof bars)[number]['slots'][number]
    else hard.push(...mine)
  })
  const cut = cutToShow(bars, hard, [])
  return { bars: cut.bars, lost: cut.lost.length }
}
