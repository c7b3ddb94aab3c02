import { randomFrom } from '#core/chance'
import { addNoise, addPartials, biquad, finish, silence } from './dsp'

/** The sounds a click may have: of different pitch and length, *sticks* as a band counts off, *piercing* to be heard through cymbals. */
export const CLICK_SOUNDS = ['wood', 'beep', 'bell', 'shaker', 'sticks', 'piercing'] as const
export type ClickSound = (typeof CLICK_SOUNDS)[number]

/** Seconds that each lasts. */
const LASTS: Record<ClickSound, number> = {
  wood: 0.06,
  beep: 0.1,
  bell: 0.25,
  shaker: 0.06,
  sticks: 0.045,
  piercing: 0.14,
}

/** What each is made of; `up` is how much higher the first of a bar is. */
const MAKE: Record<ClickSound, (out: Float32Array, up: number) => void> = {
  wood: (out, up) =>
    addPartials(out, [
      { hz: 1180 * up, gain: 1, decay: 0.035 },
      { hz: 2797 * up, gain: 0.4, decay: 0.02 },
    ]),
  beep: (out, up) => addPartials(out, [{ hz: 880 * up, gain: 1, decay: 0.07 }]),
  bell: (out, up) =>
    addPartials(out, [
      { hz: 1567 * up, gain: 1, decay: 0.22 },
      { hz: 3950 * up, gain: 0.35, decay: 0.12 },
    ]),
  shaker: (out, up) =>
    addNoise(out, randomFrom(up > 1 ? 5 : 3), {
      gain: 1,
      decay: 0.05,
      filters: [biquad('high', up > 1 ? 3500 : 6500)],
    }),
  // Two sticks ring high and are over at once.
  sticks(out, up) {
    addPartials(out, [
      { hz: 2350 * up, gain: 1, decay: 0.014 },
      { hz: 3780 * up, gain: 0.7, decay: 0.01 },
      { hz: 5230 * up, gain: 0.3, decay: 0.006 },
    ])
    addNoise(out, randomFrom(7), { gain: 0.5, decay: 0.006, filters: [biquad('high', 3000)] })
  },
  // Cymbals are loud above 4 kHz: what is heard through them lies an octave lower, where the ear is keenest, and holds.
  piercing: (out, up) =>
    addPartials(out, [
      { hz: 2093 * up, gain: 1, decay: 0.13 },
      { hz: 2637 * up, gain: 0.8, decay: 0.13 },
    ]),
}

/**
 * The click: short, and higher or louder on the first of a bar.
 * @example renderClick(true).length < 22050 // => true
 */
export function renderClick(first: boolean, sound: ClickSound = 'wood'): Float32Array {
  const out = silence(LASTS[sound])
  MAKE[sound](out, first ? 1.49 : 1)
  return finish(out, first ? 0.55 : 0.4)
}
