import { type Piece, type StrokeKind, ringsOn } from '#core/kit'
import { type Blow, CHOKED, blowsOf } from './ornaments'
import type { Stroke } from './schema'

/**
 * When a stroke stops by itself, on the clock of its `seconds`: where the length of an opening ends (`closes`, if the groove gives
 * one), or where the hand catches a choked cymbal. Undefined where it rings out.
 * @example ringsUntil({ ornament: 'choke' }, 0, undefined) // => 0.14
 */
export const ringsUntil = (
  { ornament }: Pick<Stroke, 'ornament'>,
  seconds: number,
  closes: number | undefined,
): number | undefined => closes ?? (ornament === 'choke' ? seconds + CHOKED : undefined)

/**
 * The single blows of a stroke, grace notes first; undefined where it is plain. `slotSeconds` is how long its slot lasts.
 * @example blowsIn({ ornament: 'flam', level: 4 }, () => 0.15).map(blow => blow.level) // => [1, 4]
 */
export const blowsIn = (
  { ornament, level }: Pick<Stroke, 'ornament' | 'level'>,
  slotSeconds: () => number,
): Blow[] | undefined => (ornament === undefined ? undefined : blowsOf(ornament, level, slotSeconds))

/**
 * Whether a stroke leaves the hats open until something closes them.
 * @example [opensHats({ kind: 'hi-hat' }, 'open'), opensHats({ kind: 'hi-hat' }, 'hit')] // => [true, false]
 */
export const opensHats = (piece: Pick<Piece, 'kind'> | undefined, kind: StrokeKind): boolean =>
  piece?.kind === 'hi-hat' && (ringsOn(kind) || kind === 'splash')

/**
 * Follows hats through strokes in the order of their ticks: an opening ends where the next stroke on the same hats comes at a later
 * tick, be it by hand or by foot. `struck` answers the openings that a stroke ends, `still` those that nothing has ended.
 * @example (hats => { hats.opened('hi-hat', 0, 'first'); return hats.struck('hi-hat', 2520) })(followHats()) // => ['first']
 */
export function followHats<T>() {
  const open = new Map<string, { at: number; all: T[] }>()
  return {
    struck(pieceId: string, at: number): T[] {
      const waiting = open.get(pieceId)
      if (!waiting || at <= waiting.at) return []
      open.delete(pieceId)
      return waiting.all
    },
    opened(pieceId: string, at: number, one: T): void {
      const waiting = open.get(pieceId)
      if (waiting) waiting.all.push(one)
      else open.set(pieceId, { at, all: [one] })
    },
    still: (): T[] => [...open.values()].flatMap(({ all }) => all),
  }
}
