import { LEVEL_NAMES, LIMB_NAMES, type Limit } from '#core/kit'
import { type Groove, type TimedStroke, barOf, grooveTicks, sayCount, sayPlace, sentence } from '#core/groove'
import { type Counting, barNumber, sayTick } from '#core/time'
import type { Trouble } from './playability'

const ms = (seconds: number): string => `${Math.round(seconds * 1000)} ms`
/** A rate to a tenth, a whole one without its nought: `'6.7'`, `'5'`. */
const rate = (seconds: number): string => `${Math.round(10 / seconds) / 10}`
/** The first whole tempo from which something holds; a hair over a whole number is that number. */
const fromBpm = (bpm: number): number => Math.ceil(bpm - 1e-4)
const pieceName = (stroke: TimedStroke): string => (stroke.piece?.name ?? stroke.pieceId).toLowerCase()

/** `'Left hand, bar 2: accent on 4, ghost on e of 4, 156 ms later. Demanding; hard from 137.'` @internal */
export function sayTrouble(groove: Groove, trouble: Trouble, counting?: Counting): string {
  const { from, to, gap, kind } = trouble
  // Of two strokes in one bar the bar is said once, before both.
  const bars = groove.bars.length > 1 ? [from, to].map(stroke => barOf(groove, stroke.at)) : []
  const bar =
    kind !== 'long' && bars.length && bars[0] === bars[1] && from.at < grooveTicks(groove) ? bars[0] : undefined
  const place = (stroke: TimedStroke) =>
    bar === undefined ? sayPlace(groove, stroke.at, counting) : sayTick(groove.bars, stroke.at, counting)
  const what = {
    pair: () =>
      `two strokes ${ms(gap)} apart, ${from === to ? 'a double' : ''}${from === to ? ` on ${place(from)}` : `on ${place(from)} and ${place(to)}`}`,
    burst: () => `three or four strokes at ${rate(gap)} a second, around ${place(from)}`,
    run: () => `a run at ${rate(gap)} strokes a second, around ${place(from)}`,
    long: () => `${rate(gap)} strokes a second without a break`,
    double: () => `a double on ${place(from)}, its second stroke ${ms(gap)} after the first`,
    travel: () => `from ${pieceName(from)} on ${place(from)} to ${pieceName(to)} on ${place(to)} in ${ms(gap)}`,
    control: () => `${LEVEL_NAMES[from.level]} on ${place(from)}, ghost on ${place(to)}, ${ms(gap)} later`,
    rise: () => `ghost on ${place(from)}, accent on ${place(to)}, ${ms(gap)} later`,
    lift: () => `opens and shuts the hats ${rate(gap)} times a second, around ${place(from)}`,
    grip: () =>
      `from ${strokeName(from)} on ${place(from)} to ${strokeName(to)} on ${place(to)}, another grip, in ${ms(gap)}`,
  }[kind]()
  const more = trouble.places > 1 && kind !== 'long' ? `, and in ${sayCount(trouble.places - 1, 'place')} more` : ''
  const verdict =
    trouble.verdict === 'hard'
      ? `Hard; easier below ${fromBpm(trouble.hardFrom)}, easy below ${fromBpm(trouble.demandingFrom)}.`
      : `Demanding; hard from ${fromBpm(trouble.hardFrom)}.`
  return `${sentence(LIMB_NAMES[trouble.limb])}${bar === undefined ? '' : `, bar ${barNumber(bar, counting)}`}: ${what}${more}. ${verdict}`
}

const strokeName = ({ stroke }: TimedStroke): string =>
  stroke === 'hit' ? 'the stick' : stroke === 'sweep' || stroke === 'tap' ? 'the brush' : stroke

const RULES: Record<Trouble['kind'], (limb: string) => string> = {
  pair: limb => `two strokes of a ${limb} with time around them`,
  burst: limb => `three or four strokes of a ${limb} in a row`,
  run: limb => `five or more strokes of a ${limb} in a row`,
  long: limb => `a ${limb} that goes on without a break`,
  double: () => 'the second stroke of a bounced double',
  travel: limb => `this way of a ${limb} between ${limb === 'hand' ? 'pieces' : 'pedals'}`,
  control: () => 'a ghost after a loud stroke of the same hand',
  rise: () => 'an accent after a ghost of the same hand',
  lift: () => 'a foot that opens and shuts the hats',
  grip: () => 'a hand that must take the stick another way',
}

/** The rule a verdict went by: `'Rule of thumb: five or more strokes of a hand in a row are easy up to 6 a second, hard from 8.5.'` @internal */
export function sayRule({ kind, limb, limit }: Pick<Trouble, 'kind' | 'limb' | 'limit'>): string {
  const rates = kind === 'burst' || kind === 'run' || kind === 'long' || kind === 'lift'
  const what = RULES[kind](limb.endsWith('H') ? 'hand' : 'foot')
  return rates
    ? `Rule of thumb: ${what}: easy up to ${rate(limit.easy)} ${kind === 'lift' ? 'times' : 'strokes'} a second, hard from ${rate(limit.hard)}.`
    : `Rule of thumb: ${what}: ${sayTimes(limit)}.`
}

const sayTimes = ({ easy, hard }: Limit): string => `easy from ${ms(easy)} up, hard from ${ms(hard)} down`
