import { randomFrom } from '#core/chance'
import type { Level, Limb } from '#core/kit'
import type { Asked, StruckTake } from './struck'

/** How one limb of the simulated drummer plays: ms late (early negative) and how far it spreads, in ms. */
interface Habit {
  bias: number
  spread: number
}

/**
 * A drummer made of figures, for tests and to try measuring without an instrument. `tires`: by how much the spread grows a minute, as
 * a share; `misses`, `extras`: the share of strokes left out, and of those struck once more half-way to the next.
 */
export interface Simulated {
  limbs: Partial<Record<Limb, Habit>>
  tires: number
  misses: number
  extras: number
  seed: number
}

/** A careful amateur: hands close, the left foot late. */
export const USUAL_SIMULATED: Simulated = {
  limbs: {
    RH: { bias: -2, spread: 7 },
    LH: { bias: 3, spread: 9 },
    RF: { bias: -5, spread: 10 },
    LF: { bias: 14, spread: 9 },
  },
  tires: 0.02,
  misses: 0.01,
  extras: 0.003,
  seed: 1,
}

const STEADY: Habit = { bias: 0, spread: 8 }
const clampLevel = (level: number): Level => Math.max(1, Math.min(5, Math.round(level))) as Level

/**
 * What the simulated drummer strikes when asked for something: the same seed plays the same. Seconds of the performance, in order.
 * @example simulate([{ at: 0, limb: 'RH' }], { limbs: {}, tires: 0, misses: 0, extras: 0, seed: 1 }).length // => 1
 */
export function simulate(asked: readonly Asked[], { limbs, tires, misses, extras, seed }: Simulated): StruckTake[] {
  const random = randomFrom(seed)
  // Box and Muller: two even numbers give one that is normally spread.
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  const struck: StruckTake[] = []
  asked.forEach(({ at, limb, pieceId, level }, i) => {
    const { bias, spread } = limbs[limb] ?? STEADY
    const off = (bias + spread * (1 + (tires * Math.max(0, at)) / 60) * normal()) / 1000
    if (random() < misses) return
    struck.push({ at: at + off, limb, pieceId, level: clampLevel(level + 0.35 * normal()) })
    const next = asked.slice(i + 1, i + 12).find(one => one.limb === limb)
    if (random() < extras && next && next.at - at > 0.3)
      struck.push({ at: (at + next.at) / 2, limb, pieceId, level: 2 })
  })
  return struck.sort((a, b) => a.at - b.at)
}
