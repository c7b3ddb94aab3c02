/** The sounds a click may have: of different pitch and length, *sticks* as a band counts off, *piercing* to be heard through cymbals. */
export const CLICK_SOUNDS = ['wood', 'beep', 'bell', 'shaker', 'sticks', 'piercing'] as const
export type ClickSound = (typeof CLICK_SOUNDS)[number]

/** What a click falls on: the first of a bar, another felt beat, or a slot between beats. */
export const CLICK_PLACES = ['first', 'beat', 'slot'] as const
export type ClickPlace = (typeof CLICK_PLACES)[number]

/** How a click sounds at a place: louder or softer in dB, higher or lower in semitones. */
export interface ClickAccent {
  gain: number
  pitch: number
}

/**
 * How the click sounds: one sound, its loudness and pitch by place; whether it is higher in the last bar before something else comes;
 * and whether two bars counted in begin with every other beat, “1 . 2 . 1 2 3 4”.
 */
export interface ClickVoice extends Readonly<Record<ClickPlace, ClickAccent>> {
  sound: ClickSound
  warns: boolean
  halves: boolean
}

export const CLICK_RANGES = { gain: { least: -24, most: 6 }, pitch: { least: -12, most: 12 } } as const

/** The click as it ships: the first of a bar a fifth higher and a little louder. */
export const USUAL_CLICK: ClickVoice = {
  sound: 'wood',
  first: { gain: 0, pitch: 7 },
  beat: { gain: -3, pitch: 0 },
  slot: { gain: -3, pitch: 0 },
  warns: false,
  halves: false,
}
