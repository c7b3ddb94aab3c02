import type { Hearing, Piece } from '#core/kit'

/** A hand’s breadth in metres: nothing is nearer to the ears than this, so that what is struck over the knees is in the middle. */
const NEAR = 0.25
/** How much of the way to the ear a piece at right angles is: all of it sounds wrong over headphones, and in mono what is at the sides is lost. */
const WIDTH = 0.55

/**
 * Where a piece is heard between the ears, from −1 left to 1 right: by its angle from the stool as the kit’s plan has it, as the player hears it
 * or from the front, where sides change.
 * @example [pieceOf(kit, 'bass drum'), pieceOf(kit, 'hi-hat')].map(piece => panOf(piece, 'as I sit') < -0.3) // => [false, true]
 */
export function panOf({ stands: { x, y } }: Pick<Piece, 'stands'>, hearing: Hearing): number {
  if (hearing === 'in the middle') return 0
  if (hearing === 'click left, kit right') return 1
  const pan = (WIDTH * x) / Math.hypot(x, Math.max(y, NEAR))
  return hearing === 'as I sit' ? pan : -pan
}

/**
 * Where the click, the voice and the lines above are heard: in the middle, or left of the kit.
 * @example clickPan('as I sit') // => 0
 */
export const clickPan = (hearing: Hearing): number => (hearing === 'click left, kit right' ? -1 : 0)

/**
 * What the left and the right ear get of a sound, of constant power: 1 each in the middle, as in mono, and √2 on one side alone.
 * @example gainsAt(0) // => [1, 1]
 */
export function gainsAt(pan: number): readonly [left: number, right: number] {
  if (pan === 0) return [1, 1]
  const angle = ((Math.max(-1, Math.min(1, pan)) + 1) * Math.PI) / 4
  return [Math.SQRT2 * Math.cos(angle), Math.SQRT2 * Math.sin(angle)]
}
