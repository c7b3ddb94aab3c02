import type { ClickSound, ClickVoice } from '#core/kit'
import type { ClickCue } from '#core/perform'
import { randomFrom } from '#core/chance'
import { addNoise, addPartials, biquad, finish, silence } from '#core/signal'

/** Seconds that each lasts. */
const LASTS: Record<ClickSound, number> = {
  wood: 0.06,
  beep: 0.1,
  bell: 0.25,
  shaker: 0.06,
  sticks: 0.045,
  piercing: 0.14,
}

/** What each is made of; `up` is how many times higher than usual it is. */
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
    addNoise(out, randomFrom(3), { gain: 1, decay: 0.05, filters: [biquad('band', 4200 * up, 1.2)] }),
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

/** Which click it is: its sound, louder or softer in dB, higher or lower in semitones. */
export interface ClickKey {
  sound: ClickSound
  gain: number
  pitch: number
}

/** Semitones that the click is higher in the last bar before something else comes. */
const WARNING = 5

/**
 * The click of a cue as a player has chosen it.
 * @example clickOf({ on: 'first', warns: false }, USUAL_CLICK) // => { sound: 'wood', gain: 0, pitch: 7 }
 */
export function clickOf({ on, warns }: Pick<ClickCue, 'on' | 'warns'>, voice: ClickVoice): ClickKey {
  const { gain, pitch } = voice[on]
  return { sound: voice.sound, gain, pitch: pitch + (warns && voice.warns ? WARNING : 0) }
}

/**
 * A click by its name: `clickName({ sound: 'wood', gain: -3, pitch: 0 }) // => 'click/wood/-3/0'`.
 */
export const clickName = ({ sound, gain, pitch }: ClickKey): string => `click/${sound}/${gain}/${pitch}`

/** The peak of a click at 0 dB. */
const PEAK = 0.55

/**
 * The click, short; of one sound the same length at any pitch.
 * @example renderClick({ sound: 'wood', gain: 0, pitch: 7 }).length < 22050 // => true
 */
export function renderClick({ sound, gain, pitch }: ClickKey): Float32Array {
  const out = silence(LASTS[sound])
  MAKE[sound](out, 2 ** (pitch / 12))
  return finish(out, PEAK * 10 ** (gain / 20))
}
