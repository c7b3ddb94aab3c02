import { type Beat, beatAt, beatsOf } from '#core/time'
import { subdivisionsOf } from './make'
import { sayList, sayPlaces } from './say'
import type { Bar, Groove } from './schema'

/** Beats cut otherwise so that strokes between their slots have one: the bars then, the beats (by tick) that changed, and ticks that no cut can show. */
interface Cut {
  bars: Bar[]
  beats: number[]
  lost: number[]
}

/**
 * The bars with as few beats as can be cut finer, so that every tick in `wanted` lies on a slot; what lies on one now
 * (`kept`, the ticks of the strokes that are there) still does. A beat keeps its slots if it can, in a multiple of them.
 * `cutToShow(makeBars(meter(4, 4), 1, 2), [1260], []).bars[0].slots // => [4, 2, 2, 2]`
 */
export function cutToShow(bars: readonly Bar[], wanted: readonly number[], kept: readonly number[]): Cut {
  const beats = beatsOf(bars)
  const cut: Cut = { bars: bars.map(bar => ({ ...bar, slots: [...bar.slots] })), beats: [], lost: [] }
  const wantedIn = new Map<Beat, number[]>()
  for (const at of wanted) {
    const beat = beatAt(beats, at)
    if (((at - beat.at) * beat.slots) % beat.length !== 0) wantedIn.set(beat, [...(wantedIn.get(beat) ?? []), at])
  }
  for (const [beat, own] of wantedIn) {
    const shows = (slots: number) => (at: number) => ((at - beat.at) * slots) % beat.length === 0
    const there = kept.filter(at => at >= beat.at && at < beat.at + beat.length && shows(beat.slots)(at))
    const finer = subdivisionsOf(beat.length)
    const placed = [
      ...there,
      ...wanted.filter(at => at >= beat.at && at < beat.at + beat.length && shows(beat.slots)(at)),
    ]
    const slots =
      finer.find(many => many % beat.slots === 0 && own.every(shows(many))) ??
      finer.find(many => own.every(shows(many)) && placed.every(shows(many)))
    if (slots === undefined) {
      cut.lost.push(...own)
      continue
    }
    cut.bars[beat.bar]!.slots[beat.beat] = slots as Bar['slots'][number]
    cut.beats.push(beat.at)
  }
  return cut
}

const CUTS: Record<number, string> = {
  2: 'eighths',
  3: 'triplets',
  4: 'sixteenths',
  6: 'sextuplets',
  8: 'thirty-seconds',
}

/**
 * `'2 and 4 are cut into four to show it'`; a quarter's cut by its name: `'2 and 4 are cut into sixteenths to show it'`.
 * @example sayCut(groove, cutToShow(makeBars(meter(4, 4), 1, 2), [1260], [])) // => '1 is cut into sixteenths to show it'
 */
export function sayCut(groove: Pick<Groove, 'bars'>, { bars, beats }: Cut): string {
  const all = beatsOf(bars).filter(beat => beats.includes(beat.at))
  const kinds = [...new Set(all.map(beat => (beat.length === 5040 ? CUTS[beat.slots] : undefined) ?? `${beat.slots}`))]
  return `${sayPlaces(groove, beats)} ${beats.length === 1 ? 'is' : 'are'} cut into ${sayList(kinds)} to show it`
}
