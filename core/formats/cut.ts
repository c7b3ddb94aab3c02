import { LIMITS, sayList } from '#core/groove'
import { barStarts, convertTempo } from '#core/time'
import type { Score } from './score'

/** What sets bars apart that are nearly alike: how hard their strokes are, or their tempo. */
type Differs = 'levels' | 'tempo'
/**
 * A stretch of a song that could be a groove: its bars, how often it is played in a row, and where else the same bars come; and where one of
 * those, by its first bar, is only nearly the same, what differs there.
 */
export interface Cut {
  from: number
  bars: number
  times: number
  also: number[]
  near: { bar: number; differs: Differs[] }[]
}

/** How many bars a repeated stretch may have. */
const UNITS = [1, 2, 4, 8] as const
/** Bars of a stretch that repeats nothing. */
const ALONE = 4

/**
 * What a bar holds of strokes, as one text: bars that have the same are alike, or nearly. Levels count there by whether they are a ghost, plain
 * or strong, so that a song played by hand has such bars; the levels themselves, and the tempo, are beside it.
 */
interface BarText {
  strokes: string
  levels: string
  tempo: number
}
function barTexts({ bars, strokes, tempo, tempos }: Pick<Score, 'bars' | 'strokes' | 'tempo' | 'tempos'>): BarText[] {
  const starts = barStarts(bars)
  const texts = bars.map((): { text: string; level: number }[] => [])
  let bar = 0
  for (const { at, piece, stroke, level, ornament = '', openFor = '', limb = '', part = '' } of strokes) {
    while (at >= starts[bar + 1]!) bar++
    texts[bar]!.push({
      level,
      text: `${at - starts[bar]!} ${piece} ${stroke} ${level === 1 ? 'g' : level >= 4 ? 's' : 'p'} ${ornament} ${openFor} ${limb} ${part}`,
    })
  }
  return texts.map((list, b): BarText => {
    const {
      meter: { count, unit, groups },
    } = bars[b]!
    const sorted = list.toSorted((a, c) => (a.text < c.text ? -1 : a.text > c.text ? 1 : a.level - c.level))
    return {
      strokes: [`${count}/${unit} ${groups.join('+')}`, ...sorted.map(one => one.text)].join('|'),
      levels: sorted.map(one => one.level).join(),
      tempo: convertTempo(tempos.findLast(one => one.bar <= b)?.tempo ?? tempo, '1/4').bpm,
    }
  })
}

/** What sets two runs of bars apart whose strokes are alike. */
function differing(bars: readonly BarText[], a: number, b: number, many: number): Differs[] {
  const some = (unlike: (one: BarText, other: BarText) => boolean) =>
    Array.from({ length: many }, (_, i) => i).some(i => unlike(bars[a + i]!, bars[b + i]!))
  return [
    ...(some((one, other) => one.levels !== other.levels) ? ['levels' as const] : []),
    ...(some((one, other) => one.tempo !== other.tempo) ? ['tempo' as const] : []),
  ]
}

/**
 * A song cut into grooves of 1 to 8 bars: what is played several times in a row is one groove with its times, the longest stretch first by
 * how many bars it accounts for; what repeats nothing comes in fours. Stretches with nothing in them are passed over, and the same bars met
 * again are named with the first. Bars are alike in all that is kept of them; those that differ in levels or tempo alone are folded too, and named.
 *
 * @example cutsOf(aab) // of bars A A B => [{ from: 0, bars: 1, times: 2, also: [], near: [] }, { from: 2, bars: 1, times: 1, also: [], near: [] }]
 * @example cutsOf(readMidi(midi, kit).value) // => [{ from: 0, bars: 1, times: 1, also: [], near: [] }]
 */
export function cutsOf(score: Pick<Score, 'bars' | 'strokes' | 'tempo' | 'tempos'>): Cut[] {
  const read = barTexts(score)
  const texts = read.map(one => one.strokes)
  const many = texts.length
  const empty = (bar: number) => !texts[bar]!.includes('|')
  const repeats = (from: number, unit: number): number => {
    let times = 1
    while (
      from + (times + 1) * unit <= many &&
      Array.from({ length: unit }, (_, i) => i).every(i => texts[from + i] === texts[from + times * unit + i])
    )
      times++
    return times
  }
  const found: Cut[] = []
  const known = new Map<string, Cut>()
  for (let from = 0; from < many;) {
    if (empty(from)) {
      from++
      continue
    }
    const best = UNITS.filter(unit => from + unit <= many)
      .map(unit => ({ unit, times: repeats(from, unit) }))
      .filter(({ times }) => times > 1)
      .reduce<{ unit: number; times: number } | undefined>(
        (most, one) => (most && most.unit * most.times >= one.unit * one.times ? most : one),
        undefined,
      )
    let bars: number = best?.unit ?? 1
    if (!best)
      while (
        bars < ALONE &&
        from + bars < many &&
        !empty(from + bars) &&
        repeats(from + bars, 1) === 1 &&
        repeats(from + bars, 2) === 1
      )
        bars++
    const times = best?.times ?? 1
    const text = texts.slice(from, from + bars).join('\n')
    const same = known.get(text)
    const cut: Cut = same ?? { from, bars: Math.min(bars, LIMITS.bars), times, also: [], near: [] }
    if (same) same.also.push(from)
    else {
      known.set(text, cut)
      found.push(cut)
    }
    for (let time = 0; time < times; time++) {
      const differs = differing(read, cut.from, from + time * bars, bars)
      if (differs.length) cut.near.push({ bar: from + time * bars, differs })
    }
    from += bars * times
  }
  return found
}

/**
 * What differs where bars are only nearly those that stand for them, a sentence each; a few bars at most are named.
 * @example sayNear({ near: [{ bar: 4, differs: ['levels'] }, { bar: 6, differs: ['levels', 'tempo'] }] }) // => ['Nearly the same: bar 5 in its levels, bar 7 in its levels and tempo.']
 */
export function sayNear({ near }: Pick<Cut, 'near'>, most = 4): string[] {
  if (!near.length) return []
  const named = near.slice(0, most).map(({ bar, differs }) => `bar ${bar + 1} in its ${sayList(differs)}`)
  return [`Nearly the same: ${named.join(', ')}${near.length > most ? `, and ${near.length - most} more` : ''}.`]
}
