import { type Limits, ringsOn } from '#core/kit'
import { type Groove, type TimedStroke, sayPlace, sayPlaces } from '#core/groove'
import { type Counting, beatsOf, mod } from '#core/time'

/** A step falls into an opening that was asked to last: `inOpening(0, 2520, 1260, 20160) // => true`; where it ends, the step is right. Ticks; `total` is the loop. */
export const inOpening = (open: number, openFor: number, foot: number, total: number): boolean =>
  mod(foot - open, total) < openFor

/** A foot that contradicts the hands on the hats, or steps just after a hand struck them. */
export interface HatTrouble {
  kind: 'stays open' | 'splash under a hand' | 'just struck'
  at: number
  hand: TimedStroke
  foot: TimedStroke
  /** Seconds from the hand's stroke to the foot's; only where just struck. */
  gap: number
}

/** What the hat foot does to what the hands play on the same hats. `breathing`: the ticks at which it parts them between closed strokes. */
interface HatReading {
  troubles: HatTrouble[]
  breathing: TimedStroke[]
}

/**
 * The hat foot as a player has it. A hand's closed stroke means that the foot holds the hats; a step lifts it first. It is
 * right where it closes an opening or falls with a hand's stroke on the hats; between closed strokes the hats breathe,
 * which is said; it contradicts only an opening that was asked to last beyond it, and a splash any stroke of a hand with it.
 * `ticks` and `seconds` are the length of the loop.
 * @example readHats(groove, events, { ticks: 20160, seconds: 2.4 }, HOUSE_LIMITS) // => { troubles: [], breathing: [] }
 */
export function readHats(
  groove: Pick<Groove, 'bars'>,
  events: readonly TimedStroke[],
  { ticks, seconds }: { ticks: number; seconds: number },
  limits: Pick<Limits, 'chick'>,
): HatReading {
  const onHats = events.filter(event => event.piece?.kind === 'hi-hat').sort((a, b) => a.at - b.at)
  const troubles: HatTrouble[] = []
  const breathing: TimedStroke[] = []
  const beat = Math.max(0, ...beatsOf(groove.bars).map(one => one.length))
  const byHand = new Map<string, TimedStroke[]>()
  for (const one of onHats) {
    if (one.stroke === 'chick' || one.stroke === 'splash') continue
    const known = byHand.get(one.pieceId)
    if (known) known.push(one)
    else byHand.set(one.pieceId, [one])
  }
  for (const foot of onHats) {
    if (foot.stroke !== 'chick' && foot.stroke !== 'splash') continue
    const hands = byHand.get(foot.pieceId) ?? []
    const withIt = hands.filter(one => one.at === foot.at)
    const add = (kind: HatTrouble['kind'], hand: TimedStroke, gap = 0) =>
      troubles.push({ kind, at: foot.at, hand, foot, gap })
    if (foot.stroke === 'splash') {
      if (withIt[0]) add('splash under a hand', withIt[0])
      continue
    }
    // Any stroke ends an opening, so that only the last one before the foot may still be open.
    const last = hands.findLast(one => one.at <= foot.at) ?? hands[hands.length - 1]
    if (last?.stroke === 'open' && last.openFor !== undefined && inOpening(last.at, last.openFor, foot.at, ticks)) {
      add('stays open', last)
      continue
    }
    if (withIt.length || !last) continue
    const before = hands.findLast(one => one.at < foot.at) ?? hands[hands.length - 1]!
    const after = hands.find(one => one.at > foot.at) ?? hands[0]!
    // An open stroke before it: the foot closes it, which is what a foot is for. Far apart, nobody is holding them.
    if (ringsOn(before.stroke) || mod(foot.at - before.at, ticks) + mod(after.at - foot.at, ticks) > beat) continue
    const gap = mod(foot.seconds - before.seconds, seconds)
    if (gap < limits.chick) add('just struck', before, gap)
    else breathing.push(foot)
  }
  return { troubles, breathing }
}

/** `'The hat foot closes on 2, while the hats are to stay open from & of 1. …'` @internal */
export function sayHatTrouble(groove: Groove, { kind, hand, foot, gap }: HatTrouble, counting?: Counting): string {
  const place = sayPlace(groove, foot.at, counting)
  switch (kind) {
    case 'stays open':
      return `The hat foot closes on ${place}, while the hats are to stay open from ${sayPlace(groove, hand.at, counting)}. Shorten the opening, or take the foot stroke out.`
    case 'splash under a hand':
      return `The foot is to splash the hats on ${place}, where a hand strikes them: a splash needs them free.`
    case 'just struck':
      return `The hat foot steps on ${place}, ${Math.round(gap * 1000)} ms after a hand struck the hats closed: it must let go and step again in that time. Demanding.`
  }
}

/** `'The hats will breathe between the hand’s strokes where the foot steps: 2 and 4.'` @internal */
export const sayBreathing = (groove: Groove, feet: readonly TimedStroke[], counting?: Counting): string =>
  `The hats will breathe between the hand’s closed strokes where the foot steps: ${sayPlaces(
    groove,
    feet.map(foot => foot.at),
    counting,
  )}.`
