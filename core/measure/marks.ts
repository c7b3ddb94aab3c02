import { type Limb, isHand } from '#core/kit'

/** What counts as together, clean and enough; the defaults are those of docs/rules.md. Milliseconds, and strokes of a limb. */
export interface Measuring {
  hands: number
  feet: number
  tight: number
  spread: number
  cleanBars: number
  few: number
}
export const MEASURING: Measuring = { hands: 20, feet: 30, tight: 10, spread: 25, cleanBars: 4, few: 8 }

/** Up to how many ms apart two limbs are one sound: `togetherWithin(['LF', 'RF'], MEASURING) // => 30`. */
export const togetherWithin = ([a, b]: readonly [Limb, Limb], { hands, feet }: Measuring): number =>
  isHand(a) || isHand(b) ? hands : feet

/** Marks of docs/rules.md, What a verdict says. Milliseconds, shares, bars. */
export const MARKS = {
  few: 8,
  tempo: 0.01,
  steady: { bars: 6, off: 30, tempo: 0.018 },
  twice: 1.7,
  half: 0.62,
  lost: 0.3,
  answered: 0.8,
  moved: 0.6,
  scattered: 0.06,
  slips: 3,
  drift: 30,
  creeping: 0.02,
  fill: 0.02,
  behind: 30,
  limb: 10,
  slot: 12,
  swing: { ms: 10, share: 0.04 },
  spread: { share: 0.12, least: 10 },
} as const
/** Beyond this a place is not an input's lateness any more, in ms. */
export const ELSEWHERE = 150
/** Under a mark by so little that what is measured can't tell. */
export const NEARLY = 0.85
/** Laps of a written stroke before anything is said of it. */
export const LAPS = 4
