import { CueLine, type Performance } from '#core/perform'
import { type Result, ok, refuse } from '#core/result'
import { aligned } from './align'
import { type Simulated, simulate } from './drummer'
import type { ListenedTake } from './listen'
import type { Measuring } from './marks'
import { type MeasuredBy, measure } from './measures'
import type { Measures } from './schema'
import { EDGE, type StruckTake, askedOf, barsAsked, joinedTakes } from './struck'

/** Seconds beyond the length of a recording in which it may begin. */
const AROUND = 30

/** What swing, fills and drift are judged by: the bars of what is played, and whether a click sounds with it. */
function groundOf({ passages: [passage] }: Performance): Pick<MeasuredBy, 'ground' | 'click'> {
  return passage ? { ground: passage.groove, click: passage.click.program !== 'none' || !!passage.click.voice } : {}
}

/**
 * Takes of one stage in figures, as if they had been one; with `drummer` it is the simulated drummer who played. Null where nothing was
 * asked: sweeps alone, or parts that are sung, leave nothing to strike and nothing to miss.
 * @example measureTakes([{ performance: looped({ groove, kit, parts: {} }), from: 0, to: 4, struck: [] }], { input: 'keys', tells: 'limb', vouched: false }) // => null
 */
export function measureTakes(
  played: readonly ListenedTake[],
  by: Omit<MeasuredBy, 'bars'>,
  drummer?: Simulated,
): Measures | null {
  const takes = played.map(({ performance, from, to, struck }) => {
    const line = new CueLine(performance)
    const asked = askedOf(line, from, to)
    return { asked, struck: drummer ? simulate(asked, drummer) : struck, bars: barsAsked(line, from, to) }
  })
  const { asked, struck, bars } = joinedTakes(takes)
  if (!asked.length) return null
  return measure(asked, struck, { ...by, bars, ...(played[0] ? groundOf(played[0].performance) : {}) })
}

/**
 * A stage that was recorded elsewhere, its strokes in seconds from the file's start, against what the stage asks for over and over; and how
 * many seconds it lasts. Refused where hardly anything in it fits.
 * @internal
 */
export function measureRecording(
  recorded: readonly StruckTake[],
  performance: Performance,
  measuring: Measuring,
): Result<{ measures: Measures; seconds: number }> {
  const line = new CueLine(performance)
  const long = recorded.at(-1)!.at - recorded[0]!.at
  const struck = aligned(askedOf(line, 0, long + AROUND), recorded)
  const [from, to] = [Math.max(0, struck[0]!.at - EDGE), struck.at(-1)!.at + EDGE]
  const measures = measure(askedOf(line, from, to), struck, {
    ...groundOf(performance),
    input: 'file',
    tells: 'piece',
    vouched: false,
    bars: barsAsked(line, from, to),
    measuring,
  })
  if (measures.strokes * 2 < struck.length)
    return refuse(
      `Of its ${struck.length} strokes only ${measures.strokes} fit what this stage asks for. Was it played at this tempo, and on this kit’s notes?`,
    )
  return ok({ measures, seconds: Math.round(to - from) })
}
