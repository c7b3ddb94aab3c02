import { type Groove, sayFeel } from '#core/groove'
import { type Kit, pieceOf } from '#core/kit'
import { spreadAbout } from '#core/measure'
import type { Playing } from './playing'

/** What lies that many ms off the click and is put right is worth a word. */
const WORTH = 10

/** Whether the feel that was played is another than the groove has: `feelDiffers({ swing: { level: '1/8', share: 0.62 }, push: {} }, groove) // => true`. */
export function feelDiffers({ swing, push }: Pick<Playing, 'swing' | 'push'>, { feel }: Pick<Groove, 'feel'>): boolean {
  const same = swing?.level === feel.swing?.level && swing?.share === feel.swing?.share
  return !same || Object.entries(push).some(([piece, ms]) => (feel.push[piece] ?? 0) !== ms)
}

/**
 * Pieces of the kit that lie ahead or behind, a clause each.
 * @example sayPushes({ snare: 18 }, kit) // => ['the snare lies 18 ms behind']
 */
export const sayPushes = (push: Playing['push'], kit: Kit): string[] =>
  Object.entries(push).flatMap(([id, ms]) => {
    const piece = pieceOf(kit, id)
    return piece ? [`the ${piece.name.toLowerCase()} lies ${Math.abs(ms)} ms ${ms < 0 ? 'ahead' : 'behind'}`] : []
  })

/**
 * Pieces that swing otherwise than the rest, a clause each.
 * @example sayOwnSwings({ 'bass drum': { level: '1/8', share: 0.5 } }, kit) // => ['the bass drum plays straight']
 */
export const sayOwnSwings = (swings: Playing['swings'], kit: Kit): string[] =>
  Object.entries(swings).map(([piece, swing]) => {
    const name = `the ${(pieceOf(kit, piece)?.name ?? piece).toLowerCase()}`
    return swing.share === 0.5
      ? `${name} plays straight`
      : `${name} swings ${sayFeel({ feel: { swing, push: {} } })} by itself`
  })

/**
 * How it was played, in a drummer’s words: `'You swing eighths 62; the snare lies 18 ms behind.'` Nothing where it was played as the groove
 * has it.
 * @example sayPlaying({ swing: { level: '1/8', share: 0.62 }, push: { snare: 18 } }, groove, kit) // => 'You swing eighths 62; the snare lies 18 ms behind.'
 */
export function sayPlaying(
  { swing, push, swings = {} }: Pick<Playing, 'swing' | 'push'> & Partial<Pick<Playing, 'swings'>>,
  groove: Pick<Groove, 'feel'>,
  kit: Kit,
): string {
  const swung = sayFeel({ feel: { swing, push: {} } })
  const first = swung === sayFeel(groove) ? [] : [swing ? `You swing ${swung}` : 'You play it straight']
  const rest = sayPushes(
    Object.fromEntries(Object.entries(push).filter(([piece, ms]) => (groove.feel.push[piece] ?? 0) !== ms)),
    kit,
  )
  const all = [...first, ...sayOwnSwings(swings, kit), ...rest].join('; ')
  return all && `${all[0]!.toUpperCase()}${all.slice(1)}.`
}

/** Strokes from which a spread is said. */
const MANY = 8

/**
 * How far strokes lie about their places, in whole ms, a slip or two left out of the reckoning; undefined of a few, or where they lie just on
 * a grid.
 * @example spreadMs({ left: [-12, 9, -8, 11, 3, -10, 8, -9], exact: false }) // => 13
 */
export const spreadMs = ({ left, exact }: Pick<Playing, 'left' | 'exact'>): number | undefined =>
  exact || left.length < MANY ? undefined : Math.round(spreadAbout(left))

/**
 * The same, said to the player; nothing where there is no telling.
 * @example saySpread({ left: [-12, 9, -8, 11, 3, -10, 8, -9], exact: false }) // => 'You spread by 13 ms.'
 */
export function saySpread(playing: Pick<Playing, 'left' | 'exact'>): string {
  const ms = spreadMs(playing)
  return ms === undefined ? '' : `You spread by ${ms} ms.`
}

/**
 * That all of it came late or early, where it is worth a word: `'All of it came 32 ms late; that is taken out.'`
 * @example sayLate({ offset: 32 }) // => 'All of it came 32 ms late; that is taken out.'
 */
export const sayLate = ({ offset }: Pick<Playing, 'offset'>): string =>
  Math.abs(offset) < WORTH
    ? ''
    : `All of it came ${Math.abs(offset)} ms ${offset < 0 ? 'early' : 'late'}; that is taken out.`
