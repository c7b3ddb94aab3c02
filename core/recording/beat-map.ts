import type { Anchor, HeardBeats, Recording } from './schema'

/** A bar of a recording: the number of its first beat, how many beats it has, how sure that is, and whether the player has set where it begins. */
export interface MapBar {
  beat: number
  beats: number
  sure: number
  set: boolean
}

/** The beats of a recording as they are counted, in seconds, and the bars over them; beats before the first bar are its pick-up. */
export interface BeatMap {
  beats: readonly number[]
  bars: readonly MapBar[]
}

/** How many beats most of the bars have: four where there are none. */
function usualOf(bars: HeardBeats['bars']): number {
  const many = new Map<number, number>()
  for (const { beats } of bars) many.set(beats, (many.get(beats) ?? 0) + 1)
  return [...many].reduce((best, one) => (one[1] > best[1] ? one : best), [4, 0])[0]
}

/** What was found, at the level it is counted at: at another than was heard, bars of the usual length go on from the first. */
function counted({ beats, bars }: HeardBeats, level: Recording['counted'], anchors: readonly Anchor[]): HeardBeats {
  if (level === 'as heard') return { beats, bars }
  const first = bars[0]?.beat ?? 0
  const many = usualOf(bars)
  const sure = bars.reduce((least, one) => Math.min(least, one.sure), 1) / 2
  const [all, from] =
    level === 'twice'
      ? [beats.flatMap((beat, i) => (i + 1 < beats.length ? [beat, (beat + beats[i + 1]!) / 2] : [beat])), first * 2]
      : everyOther(beats, anchors.length ? nearest(beats, anchors[0]!.at) : first)
  return {
    beats: all,
    bars: Array.from({ length: Math.floor((all.length - from) / many) }, (_, i) => ({
      beat: from + i * many,
      beats: many,
      sure,
    })),
  }
}

/** Every other beat, that of a number among them; and its number then. */
const everyOther = (beats: readonly number[], kept: number): [number[], number] => [
  beats.filter((_, i) => i % 2 === kept % 2),
  Math.floor(kept / 2),
]

/**
 * The number of the beat that is nearest to a time.
 * @example nearest([0.5, 1, 1.5], 1.2) // => 1
 */
export function nearest(beats: readonly number[], at: number): number {
  let best = 0
  for (let i = 1; i < beats.length; i++) if (Math.abs(beats[i]! - at) < Math.abs(beats[best]! - at)) best = i
  return best
}

/**
 * The beats and bars of a recording: what was found, and over it what the player has put right. Each anchor begins a bar; after it, where what was
 * found agrees, what was found goes on, and else bars of the length that rules there are counted up to the next anchor. Before the first
 * they are counted back from it.
 * @example beatMapOf({ ...recording, heard: { beats: [0, 1, 2, 3, 4, 5], bars: [] }, anchors: [{ at: 1.1, is: 'meter', beats: 3 }] }).bars.map(bar => [bar.beat, bar.beats]) // => [[1, 3], [4, 2]]
 */
export function beatMapOf({
  heard,
  counted: level,
  anchors,
}: Pick<Recording, 'heard' | 'counted' | 'anchors'>): BeatMap {
  if (!heard) return { beats: [], bars: [] }
  const found = counted(heard, level, anchors)
  const { beats } = found
  if (!anchors.length || !beats.length) return { beats, bars: found.bars.map(bar => ({ ...bar, set: false })) }
  const at = new Map(anchors.toSorted((a, b) => a.at - b.at).map(anchor => [nearest(beats, anchor.at), anchor]))
  const places = [...at.keys()]
  const foundAt = new Map(found.bars.map(bar => [bar.beat, bar]))
  let meter = usualOf(found.bars)
  const first = places[0]!
  const bars: MapBar[] = before(found.bars, first, meter)
  places.forEach((place, n) => {
    const anchor = at.get(place)!
    if (anchor.is === 'meter') meter = anchor.beats
    const end = places[n + 1] ?? beats.length
    for (let beat = place; beat < end;) {
      const follows = anchor.is === 'one' ? foundAt.get(beat) : undefined
      const wanted = beat === place && anchor.is === 'odd bar' ? anchor.beats : (follows?.beats ?? meter)
      const many = Math.min(wanted, end - beat)
      bars.push({ beat, beats: many, sure: beat === place ? 1 : (follows?.sure ?? 1), set: beat === place })
      beat += many
    }
  })
  return { beats, bars }
}

/** The bars before the first anchor: those found, where one of them ends at it; else counted back from it. */
function before(found: HeardBeats['bars'], first: number, meter: number): MapBar[] {
  const own = found.filter(bar => bar.beat < first)
  const last = own.at(-1)
  if (last && last.beat + last.beats === first) return own.map(bar => ({ ...bar, set: false }))
  const bars: MapBar[] = []
  for (let beat = first - meter; beat >= 0; beat -= meter) bars.unshift({ beat, beats: meter, sure: 1, set: false })
  return bars
}

/**
 * When a bar begins and ends, in seconds; the last one as long as its beats are apart.
 * @example barTimes({ beats: [0, 1, 2, 3], bars: [{ beat: 0, beats: 2, sure: 1, set: false }] }, 0) // => { from: 0, to: 2 }
 */
export function barTimes({ beats, bars }: BeatMap, bar: number): { from: number; to: number } {
  const { beat, beats: many } = bars[bar]!
  const from = beats[beat]!
  const end = beat + many
  const last = beats.length - 1
  const gap = last > 0 ? beats[last]! - beats[last - 1]! : 0.5
  return { from, to: end <= last ? beats[end]! : beats[last]! + (end - last) * gap }
}

/** A place this little before a beat, in seconds, is at it: a hand points no more finely. */
export const NEAR = 0.04

/**
 * The number of the bar that a time is in; -1 before the first.
 * @example barAt({ beats: [1, 2, 3, 4], bars: [{ beat: 0, beats: 2, sure: 1, set: false }, { beat: 2, beats: 2, sure: 1, set: false }] }, 3.4) // => 1
 */
export function barAt({ beats, bars }: BeatMap, at: number): number {
  let [low, high] = [0, bars.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (beats[bars[middle]!.beat]! <= at + NEAR) low = middle + 1
    else high = middle
  }
  return low - 1
}

/**
 * The tempo of a stretch, in beats a minute: its beats over the time they take; undefined where there are fewer than two.
 * @example tempoBetween([0, 0.5, 1, 1.5], 0, 2) // => 120
 */
export function tempoBetween(beats: readonly number[], from: number, to: number): number | undefined {
  const inside = beats.filter(beat => beat >= from - 1e-6 && beat <= to + 1e-6)
  const [one, last] = [inside[0], inside.at(-1)]
  return one !== undefined && last !== undefined && last > one ? (60 * (inside.length - 1)) / (last - one) : undefined
}
