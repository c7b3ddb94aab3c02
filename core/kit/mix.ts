/**
 * What sounds side by side, each with a fader: all of it, the click, what is spoken (the count and the verdict), the lines above, what the machine plays, the player’s own
 * parts as a guide, and each limb within those two.
 */
export const MIX_CHANNELS = ['all', 'click', 'voice', 'line', 'machine', 'mine', 'RH', 'LH', 'RF', 'LF'] as const
export type MixChannel = (typeof MIX_CHANNELS)[number]

/** A fader: its gain in dB, 0 for as it is rendered, and whether it is muted. */
export interface Fader {
  gain: number
  muted: boolean
}
export type Mix = Readonly<Record<MixChannel, Fader>>

/** The range of a fader, in dB. */
export const GAIN_RANGE = { least: -40, most: 12 } as const

const open: Fader = { gain: 0, muted: false }
/** The mix as it ships: all as rendered, and the player’s own parts silent. */
export const USUAL_MIX: Mix = {
  all: open,
  click: open,
  voice: open,
  line: open,
  machine: open,
  mine: { gain: 0, muted: true },
  RH: open,
  LH: open,
  RF: open,
  LF: open,
}

/**
 * What a fader multiplies by.
 * @example [{ gain: 0, muted: false }, { gain: -20, muted: false }, { gain: 6, muted: true }].map(gainOf) // => [1, 0.1, 0]
 */
export const gainOf = ({ gain, muted }: Fader): number => (muted ? 0 : decibelGain(gain))

/**
 * What a number of dB multiplies by.
 * @example [0, -20].map(decibelGain) // => [1, 0.1]
 */
export const decibelGain = (decibels: number): number => 10 ** (decibels / 20)

/**
 * A gain in dB within the range of a fader, to the tenth, for what is multiplied by; nothing at all is the least.
 * @example [1, 0.5, 0, 100].map(decibelsOf) // => [0, -6, -40, 12]
 */
export const decibelsOf = (factor: number): number =>
  Math.min(GAIN_RANGE.most, Math.max(GAIN_RANGE.least, Math.round(200 * Math.log10(factor)) / 10))

/**
 * Whether a mix is the one that ships.
 * @example [USUAL_MIX, { ...USUAL_MIX, click: { gain: 3, muted: false } }].map(isUsualMix) // => [true, false]
 */
export const isUsualMix = (mix: Mix): boolean =>
  MIX_CHANNELS.every(one => mix[one].gain === USUAL_MIX[one].gain && mix[one].muted === USUAL_MIX[one].muted)
