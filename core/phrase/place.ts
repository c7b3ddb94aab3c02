import { type Finding, findings } from '#core/analyse'
import { type Groove, type Part, type Stroke, grooveTicks, passSeconds, timeline } from '#core/groove'
import type { Kit } from '#core/kit'
import { type Tempo, barStarts } from '#core/time'
import type { PhraseBar, Round } from './rounds'
import { barsWithin } from './unfold'

/** Bars that follow on one another, from one round or several, as one groove: parts of a limb and role become one. @internal */
export function joined(bars: readonly { round: Pick<Round, 'groove'>; within: number }[], tempo: Tempo): Groove {
  const pieces = bars.map(({ round, within }) => barsWithin(round.groove, within, within + 1))
  const all = pieces.flatMap(piece => piece.bars)
  const starts = barStarts(all)
  const parts = new Map<string, Part>()
  pieces.forEach((piece, i) =>
    piece.parts.forEach(part => {
      const key = `${part.limb} ${part.role} ${part.name}`
      const strokes = part.strokes.map((stroke): Stroke => ({ ...stroke, at: stroke.at + starts[i]! }))
      const had = parts.get(key)
      parts.set(key, { ...(had ?? { ...part, id: `p${parts.size}` }), strokes: merged(had?.strokes ?? [], strokes) })
    }),
  )
  return {
    ...pieces[0]!,
    bars: all,
    tempo,
    pickUp: null,
    guides: [],
    parts: [...parts.values()].filter(part => part.strokes.length),
  }
}

/** Strokes of one part, of which there is one at an instant. */
function merged(a: readonly Stroke[], b: readonly Stroke[]): Stroke[] {
  const taken = new Set(a.map(stroke => stroke.at))
  return [...a, ...b.filter(stroke => !taken.has(stroke.at))].sort((one, other) => one.at - other.at)
}

/** A bar with its neighbours in the phrase: the groove they make, the ticks of it that are the bar’s own, and what its bars are numbered in the phrase. */
interface InPlace {
  groove: Groove
  from: number
  to: number
  numbers: number[]
}

/**
 * A bar where it is: with the bar before and the bar after, round the phrase’s end if it comes round.
 * @example (({ from, to }) => [from, to])(inPlace(barsInOrder(roundsOf(phrase)), 1)) // => [20160, 40320]
 */
export function inPlace(bars: readonly PhraseBar[], bar: number): InPlace {
  const many = bars.length
  const around = many < 3 ? [bars[bar]!] : [bars[(bar + many - 1) % many]!, bars[bar]!, bars[(bar + 1) % many]!]
  const groove = joined(around, bars[bar]!.round.tempo)
  const starts = barStarts(groove.bars)
  const own = around.length === 1 ? 0 : 1
  return { groove, from: starts[own]!, to: starts[own + 1]!, numbers: around.map(one => one.bar + 1) }
}

/**
 * What a body would object to in a bar where it is: neighbours across its bar lines count.
 * @example findingsInPlace(inPlace(barsInOrder(roundsOf(phrase)), 1), kit) // => []
 */
export function findingsInPlace({ groove, from, to }: InPlace, kit: Kit): Finding[] {
  const events = timeline(groove, kit)
  return findings(groove, kit, {
    events,
    rounds: 1,
    whole: true,
    seconds: passSeconds(groove),
    ticks: grooveTicks(groove),
  }).filter(({ strokes }) => strokes.some(({ at }) => at >= from && at < to))
}
