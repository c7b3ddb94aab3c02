import { LIMITS } from '#core/groove'
import { barStarts } from '#core/time'
import type { Score } from './score'

/** A stretch of a song that could be a groove: its bars, how often it is played in a row, and where else the same bars come. */
export interface Cut { from: number, bars: number, times: number, also: number[] }

/** How many bars a repeated stretch may have. */
const UNITS = [1, 2, 4, 8] as const
/** Bars of a stretch that repeats nothing. */
const ALONE = 4

/** What a bar holds, as one text: bars alike have the same. Levels count by whether they are a ghost, plain or strong, so that a song played by hand has bars alike. */
function barTexts({ bars, strokes }: Pick<Score, 'bars' | 'strokes'>): string[] {
  const starts = barStarts(bars)
  const texts = bars.map(bar => [`${bar.meter.count}/${bar.meter.unit} ${bar.meter.groups.join('+')}`])
  let bar = 0
  for (const { at, piece, stroke, level } of strokes) {
    while (at >= starts[bar + 1]!) bar++
    texts[bar]!.push(`${at - starts[bar]!} ${piece} ${stroke} ${level === 1 ? 'g' : level >= 4 ? 's' : 'p'}`)
  }
  return texts.map(list => [list[0], ...list.slice(1).sort()].join('|'))
}

/**
 * A song cut into grooves of 1 to 8 bars: what is played several times in a row is one groove with its times, the longest stretch first by
 * how many bars it accounts for; what repeats nothing comes in fours. Stretches with nothing in them are passed over, and the same bars met
 * again are named with the first.
 *
 * @example cutsOf(aab) // of bars A A B => [{ from: 0, bars: 1, times: 2, also: [] }, { from: 2, bars: 1, times: 1, also: [] }]
 * @example cutsOf(readMidi(midi, kit).value) // => [{ from: 0, bars: 1, times: 1, also: [] }]
 */
export function cutsOf(score: Pick<Score, 'bars' | 'strokes'>): Cut[] {
  const texts = barTexts(score)
  const many = texts.length
  const empty = (bar: number) => !texts[bar]!.includes('|')
  const repeats = (from: number, unit: number): number => {
    let times = 1
    while (from + (times + 1) * unit <= many && Array.from({ length: unit }, (_, i) => i).every(i => texts[from + i] === texts[from + times * unit + i])) times++
    return times
  }
  const found: Cut[] = []
  const known = new Map<string, Cut>()
  for (let from = 0; from < many;) {
    if (empty(from)) {
      from++
      continue
    }
    const best = UNITS.filter(unit => from + unit <= many).map(unit => ({ unit, times: repeats(from, unit) })).filter(({ times }) => times > 1)
      .reduce<{ unit: number, times: number } | undefined>((most, one) => (most && most.unit * most.times >= one.unit * one.times ? most : one), undefined)
    let bars: number = best?.unit ?? 1
    if (!best) while (bars < ALONE && from + bars < many && !empty(from + bars) && repeats(from + bars, 1) === 1 && repeats(from + bars, 2) === 1) bars++
    const times = best?.times ?? 1
    const text = texts.slice(from, from + bars).join('\n')
    const same = known.get(text)
    if (same) same.also.push(from)
    else {
      const cut: Cut = { from, bars: Math.min(bars, LIMITS.bars), times, also: [] }
      known.set(text, cut)
      found.push(cut)
    }
    from += bars * times
  }
  return found
}
