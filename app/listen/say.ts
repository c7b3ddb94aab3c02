import { type BeatMap, NEAR, barAt } from '#core/recording'

/** A length or a place in minutes and seconds: `sayClock(83.4) // => '1:23'` */
export const sayClock = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`

/** A place in a recording, by bar and beat where it has any: `'bar 12, beat 3'`. */
export function sayPlace(map: BeatMap, at: number): string {
  const n = barAt(map, at)
  const bar = map.bars[n]
  if (!bar) return map.bars.length ? `before bar 1, ${sayClock(at)}` : sayClock(at)
  const beat = map.beats.slice(bar.beat, bar.beat + bar.beats).filter(one => one <= at + NEAR).length
  return `bar ${n + 1}, beat ${Math.max(1, beat)}, ${sayClock(at)}`
}
