import { type Groove, grooveTicks } from '#core/groove'
import type { Tempo } from '#core/time'
import type { Kit } from '#core/kit'
import type { Rest } from './bounds'
import { grooveKeyOf, phraseBars } from './fits'
import type { FillGround } from './fill-ground'
import type { Fill, Phrase, Section, When } from './schema'
import { filled, landedOn, leftOutBefore, restOf, unfolded } from './unfold'

/** One round of a section, as it is played. */
export interface Round {
  /** The section by its place in the phrase, and which of its rounds, from 0. */
  section: number
  round: number
  /** The first of its bars, counted from 0 through the whole phrase, and how many it has. */
  firstBar: number
  bars: number
  /** The phrase’s key of the groove that it goes through: its section’s, or the one that turns it. */
  key: string
  /** What is played: the same groove object for rounds that are alike. */
  groove: Groove
  /** The same without the fill that lies over it and without what lands on its 1. */
  under: Groove
  tempo: Tempo
  /** Played by another groove than its section’s. */
  turned: boolean
  /** The fill that lies over it, by its place among the section’s turns. */
  fill: { turn: number; fill: Fill } | undefined
  /** A fill of the round before lands on its first 1. */
  landing: Fill | undefined
  rest: Rest | undefined
}

/** Whether a turn comes in a round, counted from 0, of so many: `comesIn({ every: 4 }, 3, 8) // => true`, `comesIn('last', 3, 4) // => true` */
export function comesIn(when: When, round: number, times: number): boolean {
  if (when === 'last') return round === times - 1
  return 'every' in when ? (round + 1) % when.every === 0 : round + 1 === when.round
}

/** How seldom a turn comes; of several at once the seldomest is meant: the last time has its own fill, though every time has one. */
const seldom = (when: When): number => (typeof when === 'object' && 'every' in when ? when.every : Infinity)

/** Whether a turn comes one time only: `isForOneTime('last') // => true`, `isForOneTime({ every: 2 }) // => false` */
export const isForOneTime = (when: When): boolean => seldom(when) === Infinity

/**
 * What is played in a round of a section: the key of the groove, and the fill over it. Of several turns at once the one that comes most seldom
 * counts, and of such as come alike the last. @internal
 */
export function playedIn(
  { play, turns, times }: Section,
  round: number,
): { key: string; turned: boolean; fill: Round['fill'] } {
  const own = grooveKeyOf(play)
  let [key, fill]: [string, Round['fill']] = [own, undefined]
  let [byGroove, byFill] = [0, 0]
  turns.forEach(({ when, put }, turn) => {
    if (!comesIn(when, round, times)) return
    const rank = seldom(when)
    if ('groove' in put && rank >= byGroove) [key, byGroove] = [put.groove, rank]
    if ('fill' in put && rank >= byFill) [fill, byFill] = [{ turn, fill: put.fill }, rank]
  })
  return { key, turned: key !== own, fill }
}

/** True where a fill lands on, or leaves out, the 1 after it. */
const lands = ({ landing }: Fill): boolean => landing.strokes.length + landing.leaveOut.length > 0

/**
 * Every round of a phrase in order, played through for the `pass`-th time (from 0). A fill that is led again has another take each
 * time it comes; where the end comes round to the beginning (`wraps`, from the second pass on), one at the very end lands on the first bar.
 * @example roundsOf(phrase).length // => 4
 */
export function roundsOf(phrase: Phrase, pass = 0, wraps = pass > 0): Round[] {
  const rounds: Round[] = []
  let firstBar = 0
  let before: Round | undefined = wraps ? lastRound(phrase) : undefined
  phrase.sections.forEach((section, s) => {
    const { bars, times, play } = section
    let gone = 0
    const come = new Map<number, number>()
    const perPass = (turn: number) =>
      Array.from({ length: times }, (_, round) => playedIn(section, round).fill?.turn === turn).filter(Boolean).length
    for (let round = 0; round < times; round++) {
      const { key, turned, fill } = playedIn(section, round)
      const groove = phrase.grooves[key]!.seen.groove
      const runsOn = before?.key === key && !before.rest && (round > 0 || before.section === s - 1)
      const plain =
        'rest' in play && !turned
          ? restOf(unfolded(groove, bars, gone, 'running on'), play.feet)
          : unfolded(groove, bars, gone, runsOn ? 'running on' : 'with pick-up')
      const landing: Fill | undefined =
        before?.fill && endsWith(before) && lands(before.fill.fill) ? before.fill.fill : undefined
      const home = landing ? landedOn(plain, landing) : plain
      const take = fill ? (come.get(fill.turn) ?? pass * perPass(fill.turn)) : 0
      if (fill) come.set(fill.turn, take + 1)
      const one: Round = {
        section: s,
        round,
        firstBar,
        bars,
        key,
        turned,
        fill,
        landing,
        tempo: section.tempo ?? phrase.tempo,
        groove: fill ? filled(home, fill.fill, take) : home,
        under: plain,
        rest: 'rest' in play && !turned ? play.rest : undefined,
      }
      // What a fill leaves out before its round is left out of the one before.
      const last = rounds.at(-1)
      if (fill && last) last.groove = leftOutBefore(last.groove, fill.fill)
      rounds.push(one)
      firstBar += bars
      gone += grooveTicks(plain)
      before = one
    }
  })
  return rounds
}

/**
 * True where the fill of a round ends with its bars, so that it lands on the next.
 * @example endsWith({ fill: { fill }, groove }) // => true
 */
export const endsWith = ({ fill, groove }: Pick<Round, 'fill' | 'groove'>): boolean =>
  !!fill && fill.fill.from + fill.fill.length === grooveTicks(groove)

/** The last round of a phrase, for what comes after its end. */
const lastRound = (phrase: Phrase): Round | undefined => roundsOf(phrase).at(-1)

/** One bar of a phrase: its round, and which of that round’s bars. */
export interface PhraseBar {
  bar: number
  round: Round
  within: number
}

/**
 * What a fill over a round is made for: the round without it, the one before, and the one after, round the end of the phrase.
 * @example fillGroundOf(roundsOf(phrase), roundsOf(phrase)[0], kit).tempo // => { bpm: 100, counts: '1/4' }
 */
export function fillGroundOf(rounds: readonly Round[], round: Round, kit: Kit): FillGround {
  const at = rounds.indexOf(round)
  const after = rounds[(at + 1) % rounds.length]!
  return {
    round: round.under,
    ...(at > 0 ? { before: rounds[at - 1]!.under } : {}),
    next: after.under,
    kit,
    tempo: round.tempo,
  }
}

/** Rounds of a section that are played alike, as a map of the form shows them: once, with how many they are. */
export interface Folded {
  first: Round
  rounds: Round[]
}

/** True where two rounds of a section have the same groove, and the same fill over it or none; what lands on their 1 is let be. */
const playedAlike = (a: Round, b: Round): boolean =>
  a.section === b.section && a.key === b.key && a.rest === b.rest && a.fill?.turn === b.fill?.turn

/**
 * The rounds of each section, those that follow on one another and are alike folded into one.
 * @example folded(roundsOf(phrase)).length // => 1
 */
export function folded(rounds: readonly Round[]): Folded[][] {
  const sections: Folded[][] = []
  for (const round of rounds) {
    const list = (sections[round.section] ??= [])
    const last = list.at(-1)
    if (last && playedAlike(last.first, round)) last.rounds.push(round)
    else list.push({ first: round, rounds: [round] })
  }
  return sections
}

/**
 * Every bar of a phrase in order.
 * @example barsInOrder(roundsOf(phrase)).length // => 4
 */
export const barsInOrder = (rounds: readonly Round[]): PhraseBar[] =>
  rounds.flatMap(round =>
    Array.from({ length: round.bars }, (_, within) => ({ bar: round.firstBar + within, round, within })),
  )

/** How often a phrase is to be played through before it comes round as it was: more than once where a fill is led again, or lands on the beginning. @internal */
export function passesOf(phrase: Phrase): number {
  const takes = phrase.sections.flatMap(({ turns }) =>
    turns.map(({ put }) => ('fill' in put ? put.fill.takes.length : 1)),
  )
  const last = lastRound(phrase)
  const wraps = last?.fill && endsWith(last) && lands(last.fill.fill)
  // A form of a hundred bars need not be written out eight times to be heard again.
  const most = Math.max(1, Math.floor(256 / phraseBars(phrase)))
  return Math.min(Math.max(...takes, 1), most) + (wraps ? 1 : 0)
}
