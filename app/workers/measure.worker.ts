import { expose } from 'comlink'
import { type MeasuredBy, type Measures, type Simulated, type Struck, askedOf, joined, measure, simulate } from '#core/measure'
import { CueLine, type Performance } from '#core/perform'

/** One stretch of playing: what was performed, from and to which second, and what was struck in it. */
export interface Played { performance: Performance, from: number, to: number, struck: readonly Struck[] }

const worker = {
  /** What was played against what was asked for; with `drummer` it is the simulated drummer who played. */
  measure(played: readonly Played[], by: Omit<MeasuredBy, 'bars'>, drummer?: Simulated): Measures {
    const takes = played.map(({ performance, from, to, struck }) => {
      const line = new CueLine(performance)
      const asked = askedOf(line, from, to)
      return { asked, struck: drummer ? simulate(asked, drummer) : struck, bars: Math.max(0, line.placeAt(to).bar - line.placeAt(from).bar) }
    })
    const { asked, struck, bars } = joined(takes)
    return measure(asked, struck, { ...by, bars })
  },
}
export type MeasureWorker = typeof worker

expose(worker)
