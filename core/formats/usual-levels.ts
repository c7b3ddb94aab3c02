import { groupedBy } from '#core/grouped'
import { levelOfVelocity } from '#core/kit'
import { present } from '#core/present'
import { type BarTime, barStarts, beatAt, beatsOf } from '#core/time'
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
 * levels. A stroke that lies half a level or more from the others of its place keeps the level it was struck at.
 * @internal
 */
export function atUsualLevels(strokes: readonly WithVelocity[], bars: readonly BarTime[]): ScoreStroke[] {
  const starts = barStarts(bars)
  const beats = beatsOf(bars)
  const placeOf = ({ at, piece, stroke }: WithVelocity): string => {
    const { bar } = beatAt(beats, at)
    const { count, unit } = bars[bar]!.meter
    return `${at - starts[bar]!} ${count}/${unit} ${piece} ${stroke}`
  }
  return [...groupedBy(strokes, placeOf).values()].flatMap(alike => {
    const many = Array.from({ length: 128 }, () => 0)
    for (const { velocity } of alike) many[velocity]!++
    const levels = new Map(
      [...new Set(alike.map(one => one.velocity))].map(v => [v, levelOfVelocity(centreOf(v, many))]),
    )
    return alike.map(({ velocity, ...stroke }) => ({ ...stroke, level: present(levels.get(velocity), 'level') }))
  })
}
