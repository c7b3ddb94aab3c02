import { type Limb, LIMBS } from '#core/kit'

/** A machine that plays as people do: how far each limb spreads about its time, in ms of standard deviation, how far its loudness does, in dB; by a seed. */
export interface Human {
  spread: Readonly<Record<Limb, number>>
  loudness: number
  seed: number
}

/** The most that a limb may spread, in ms, and its loudness, in dB. */
export const HUMAN_RANGE = { spread: 15, loudness: 4 } as const

/**
 * Every limb spread alike, feet a little more than hands, as they do.
 * @example humanOf(6).spread // => { RH: 6, LH: 6, RF: 7.5, LF: 7.5 }
 */
export const humanOf = (ms: number, loudness = ms / 5, seed = 1): Human => ({
  spread: Object.fromEntries(
    LIMBS.map(limb => [limb, Math.min(HUMAN_RANGE.spread, limb.endsWith('F') ? ms * 1.25 : ms)]),
  ) as Record<Limb, number>,
  loudness,
  seed,
})
