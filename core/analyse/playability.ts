import { LEVEL_NAMES, LIMBS, LIMB_NAMES, type Limb, type Piece, isHand, metresApart } from '#core/kit'
import { type Groove, type TimedStroke, passSeconds, sayCount, sayPlace, sentence } from '#core/groove'
import type { Counting } from '#core/time'

/** A pair of limits, both in seconds between two strokes: easy from this gap up, hard from that gap down. */
export interface Limits { easy: number, hard: number }

/** House rules of thumb, to be changed by the player: see music.md, Playability. */
export interface PlayabilityRules {
  hand: Limits
  foot: Limits
  /** The second stroke of a bounced double. */
  double: Limits
  /** A hand's move between pieces: a time to get going, and metres a second. */
  travel: { easy: { start: number, speed: number }, hard: { start: number, speed: number } }
  /** From a strong stroke or accent to a ghost in the same hand. */
  control: Limits
}

export const HOUSE_RULES: PlayabilityRules = {
  hand: { easy: 1 / 5, hard: 1 / 8 },
  foot: { easy: 1 / 4, hard: 1 / 6.5 },
  double: { easy: 0.09, hard: 0.06 },
  travel: { easy: { start: 0.06, speed: 4 }, hard: { start: 0.04, speed: 7 } },
  control: { easy: 0.18, hard: 0.11 },
}

/**
 * A trouble between two strokes of one limb. `gap` is in seconds; `demandingFrom` and `hardFrom` are the
 * tempos, in the groove's own counting, from which it is so. `ats` holds every place it comes, the worst first.
 */
export interface Trouble {
  kind: 'speed' | 'double' | 'travel' | 'control'
  limb: Limb
  verdict: 'demanding' | 'hard'
  from: TimedStroke
  to: TimedStroke
  gap: number
  demandingFrom: number
  hardFrom: number
  ats: number[]
  /** The strokes it leads to, in the same order as `ats`. */
  tos: TimedStroke[]
}

/** A hat foot that closes the hats while a hand's stroke wants them open. */
export interface HatTrouble { at: number, open: TimedStroke, foot: TimedStroke }

interface Pair { from: TimedStroke, to: TimedStroke, gap: number }

/** Each limb's strokes with the next one's distance, round the end of the pass; strokes asked for at one instant count once. */
function pairsOf(events: readonly TimedStroke[], limb: Limb, length: number): Pair[] {
  const own = events.filter(event => event.limb === limb)
    .sort((a, b) => a.seconds - b.seconds)
    .filter((event, i, all) => i === 0 || event.at !== all[i - 1]!.at)
  if (!own.length) return []
  return own.map((from, i) => {
    const to = own[i + 1] ?? own[0]!
    const gap = to.seconds - from.seconds + (i + 1 < own.length ? 0 : length)
    // To the nanosecond, so that places alike are alike and a gap on a limit is on it.
    return { from, to, gap: Math.round(gap * 1e9) / 1e9 }
  })
}

/**
 * What is demanding or hard for one body at this tempo, by the rules given; one finding for each limb and
 * kind of trouble, the worst place first. Two strokes of a hand on one piece with more time around them may
 * be a bounced double, and are judged as one.
 */
export function troubles(groove: Groove, events: readonly TimedStroke[], rules: PlayabilityRules = HOUSE_RULES): Trouble[] {
  const length = passSeconds(groove)
  const found: Trouble[] = []
  for (const limb of LIMBS) {
    const pairs = pairsOf(events, limb, length)
    const speed = isHand(limb) ? rules.hand : rules.foot
    const worst = new Map<Trouble['kind'], { pair: Pair, limits: Limits, ats: number[], tos: TimedStroke[] }>()
    const judge = (kind: Trouble['kind'], pair: Pair, limits: Limits) => {
      if (pair.gap >= limits.easy) return
      const before = worst.get(kind)
      const worse = !before || pair.gap / limits.hard < before.pair.gap / before.limits.hard
      const ats = worse ? [pair.from.at, ...before?.ats ?? []] : [...before.ats, pair.from.at]
      const tos = worse ? [pair.to, ...before?.tos ?? []] : [...before.tos, pair.to]
      worst.set(kind, worse ? { pair, limits, ats, tos } : { ...before, ats, tos })
    }
    pairs.forEach((pair, i) => {
      const around = [pairs.at(i - 1)!.gap, pairs[(i + 1) % pairs.length]!.gap]
      const bounced = isHand(limb) && pair.from.pieceId === pair.to.pieceId && pair.to.level <= pair.from.level && around.every(gap => gap > 1.5 * pair.gap)
      judge(bounced ? 'double' : 'speed', pair, bounced ? rules.double : speed)
      if (!isHand(limb)) return
      if (pair.from.level >= 4 && pair.to.level === 1) judge('control', pair, rules.control)
      const limits = pair.from.piece && pair.to.piece && travelLimits(pair.from.piece, pair.to.piece, rules)
      if (limits) judge('travel', pair, limits)
    })
    for (const [kind, { pair, limits, ats, tos }] of worst) {
      found.push({
        kind, limb, ...pair, ats, tos,
        verdict: pair.gap <= limits.hard ? 'hard' : 'demanding',
        demandingFrom: groove.tempo.bpm * pair.gap / limits.easy,
        hardFrom: groove.tempo.bpm * pair.gap / limits.hard,
      })
    }
  }
  return found.sort((a, b) => Number(b.verdict === 'hard') - Number(a.verdict === 'hard') || a.hardFrom - b.hardFrom)
}

/** How long a hand needs from one piece to another; nothing where it stays. */
export function travelLimits(from: Piece, to: Piece, { travel }: PlayabilityRules): Limits | undefined {
  if (from.id === to.id) return undefined
  const metres = metresApart(from, to)
  return { easy: travel.easy.start + metres / travel.easy.speed, hard: travel.hard.start + metres / travel.hard.speed }
}

/** Every stroke of a foot on hats that must be open just then; the stroke that ends the opening is none. */
export function hatTroubles(events: readonly TimedStroke[]): HatTrouble[] {
  const feet = events.filter(event => event.piece?.kind === 'hi-hat' && event.stroke === 'chick')
  return events.filter(event => event.stroke === 'open' && event.openFor !== undefined)
    .flatMap(open => feet
      .filter(foot => foot.pieceId === open.pieceId && foot.at >= open.at && foot.at < open.at + open.openFor!)
      .map(foot => ({ at: foot.at, open, foot })))
}

const ms = (seconds: number): string => `${Math.round(seconds * 1000)} ms`
/** The first whole tempo from which something holds; a hair over a whole number is that number. */
const fromBpm = (bpm: number): number => Math.ceil(bpm - 1e-4)
const pieceName = (stroke: TimedStroke): string => (stroke.piece?.name ?? stroke.pieceId).toLowerCase()

/** `'Left hand: accent on 4, ghost on e of 4, 156 ms later. Demanding; hard from 136.'` */
export function sayTrouble(groove: Groove, trouble: Trouble, counting?: Counting): string {
  const { from, to, gap, kind } = trouble
  const place = (stroke: TimedStroke) => sayPlace(groove, stroke.at, counting)
  const what = {
    speed: () => `${(1 / gap).toFixed(1)} strokes a second from ${place(from)}`,
    double: () => `a double on ${place(from)}, its second stroke ${ms(gap)} after the first`,
    travel: () => `from ${pieceName(from)} on ${place(from)} to ${pieceName(to)} on ${place(to)} in ${ms(gap)}`,
    control: () => `${LEVEL_NAMES[from.level]} on ${place(from)}, ghost on ${place(to)}, ${ms(gap)} later`,
  }[kind]()
  const more = trouble.ats.length > 1 ? `, and in ${sayCount(trouble.ats.length - 1, 'place')} more` : ''
  const verdict = trouble.verdict === 'hard'
    ? `Hard; easier below ${fromBpm(trouble.hardFrom)}, easy below ${fromBpm(trouble.demandingFrom)}.`
    : `Demanding; hard from ${fromBpm(trouble.hardFrom)}.`
  return `${sentence(LIMB_NAMES[trouble.limb])}: ${what}${more}. ${verdict}`
}

/** `'The hat foot closes on 2 while the hats are to be open from & of 1. …'` */
export function sayHatTrouble(groove: Groove, { open, foot }: HatTrouble, counting?: Counting): string {
  return `The hat foot closes on ${sayPlace(groove, foot.at, counting)}, while the hats are to stay open from ${sayPlace(groove, open.at, counting)}. Shorten the opening, or take the foot stroke out.`
}
