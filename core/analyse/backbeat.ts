import { type Groove, sayPlaces } from '#core/groove'
import type { Counting } from '#core/time'

/**
 * The ticks of the backbeat: what the parts of that role play; where no part has it, the strong and
 * accented snare strokes of the hands.
 */
export function backbeatTicks(groove: Groove): number[] {
  const named = groove.parts.filter(part => part.role === 'backbeat' && !part.every)
  const ticks = named.length
    ? named.flatMap(part => part.strokes.filter(stroke => stroke.level >= 3).map(stroke => stroke.at))
    : groove.parts.filter(part => !part.every).flatMap(part => part.strokes
        .filter(stroke => stroke.piece === 'snare' && stroke.level >= 4)
        .map(stroke => stroke.at))
  return [...new Set(ticks)].sort((a, b) => a - b)
}

/** `'2 and 4 of every bar'`; undefined where there is no backbeat. */
export function sayBackbeat(groove: Groove, counting?: Counting): string | undefined {
  const ticks = backbeatTicks(groove)
  return ticks.length ? sayPlaces(groove, ticks, counting) : undefined
}
