import { type Level, levelOfVelocity } from '#core/kit'
import { type BarTime, barStarts } from '#core/time'
import type { ScoreStroke } from './score'

/** A stroke of a file with the MIDI velocity it was struck with, 1 to 127. */
export interface WithVelocity extends ScoreStroke {
  velocity: number
}

/** Half a step between two levels, in MIDI velocity: what lies nearer is the same stroke, struck by a hand. */
const NEAR = 13

/**
 * Where the strokes about a velocity gather: the mean of those near it, taken again until it stays. Stated by how many there are of each
 * velocity, so that it costs the same for ten bars and for a thousand.
 */
function centreOf(velocity: number, many: readonly number[]): number {
  let centre = velocity
  for (let turn = 0; turn < 20; turn++) {
    let [sum, n] = [0, 0]
    for (let v = Math.max(0, Math.ceil(centre - NEAR)); v <= Math.min(127, centre + NEAR); v++) {
      sum += v * many[v]!
      n += many[v]!
    }
    const next = sum / n
    if (Math.abs(next - centre) < 0.01) break
    centre = next
  }
  return centre
}

/**
 * Strokes at the level that their piece usually has at that place of the bar: a hand strikes the same ghost at 34 and at 41, which lie in two
 * levels. A stroke that lies half a level or more from the others of its place keeps a level of its own.
 * @internal
 */
export function atUsualLevels(strokes: readonly WithVelocity[], bars: readonly BarTime[]): ScoreStroke[] {
  const starts = barStarts(bars)
  const counts = new Map<string, number[]>()
  let bar = 0
  const placed = strokes.map(({ velocity, ...stroke }) => {
    while (bar + 1 < bars.length && starts[bar + 1]! <= stroke.at) bar++
    while (starts[bar]! > stroke.at) bar--
    const place = `${stroke.at - starts[bar]!} ${bars[bar]!.meter.count}/${bars[bar]!.meter.unit} ${stroke.piece} ${stroke.stroke}`
    const many = counts.get(place) ?? Array.from({ length: 128 }, () => 0)
    many[velocity]!++
    counts.set(place, many)
    return { stroke, velocity, many }
  })
  const levels = new Map<number[], Map<number, Level>>()
  return placed.map(({ stroke, velocity, many }) => {
    const known = levels.get(many) ?? new Map<number, Level>()
    levels.set(many, known)
    const level = known.get(velocity) ?? levelOfVelocity(centreOf(velocity, many))
    known.set(velocity, level)
    return { ...stroke, level }
  })
}
