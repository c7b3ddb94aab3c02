import { played, unisons } from '#core/analyse'
import { type Kit, type Level, LIMBS, isHand } from '#core/kit'
import { type Groove, type Part, backbeatOf } from '#core/groove'
import { Effort, type Worked } from './effort'
import type { PromiseId } from './move'
import { strokeCount } from './promises'
import { gridOf, isLead } from './work'

/** What a search knows of a groove it keeps: how it sounds, how many strokes, how far from home, how hard. */
export interface Judgement extends Worked {
  /** Equal only for the same strokes, bars and feel. */
  sound: number
  strokes: number
  /** The share of strokes of either that the other has not, 0 for the same. */
  distance: number
  /** Up to 1 easy, up to 2 demanding, beyond hard: the worst gap between two strokes of one limb against what that takes. */
  difficulty: number
  /** What was worked out part by part: a groove made from this one shares most of it. */
  sums: readonly Sum[]
}

/** Every bit of a figure made to hang on every other (the finish of A. Appleby’s MurmurHash3): figures are summed, and sums of what is only mixed can cancel out. */
function finished(hash: number): number {
  hash = Math.imul(hash ^ (hash >>> 16), 0x85ebca6b)
  hash = Math.imul(hash ^ (hash >>> 13), 0xc2b2ae35)
  return hash ^ (hash >>> 16)
}
/** A figure with a value taken into it; the order of values matters. */
const mix = (hash: number, value: number): number => finished(Math.imul(hash, 0x9e3779b1) + value)
/** Two figures of 32 bits as one number that is still exact. */
const joined = (one: number, two: number): number => (one >>> 0) * 2097152 + (two >>> 11)

const asItIs = (level: Level): number => level

/** A part’s strokes as figures summed up, whatever their order, in two ways; and how many home has too. */
interface Sum {
  one: number
  two: number
  shared: number
}

/**
 * Judges grooves against one home, thousands a second: which promise is broken, how it sounds, how far, how hard. It
 * says the same as `broken` and the readout do, by shorter ways; a test holds them together.
 */
export class Judge {
  private readonly words = new Map<string, number>()
  private readonly effort: Effort
  private homeMarks: ReadonlySet<number> = new Set()
  private readonly homeLead: number
  private readonly homeFeet: number
  private readonly homeBackbeat: number[]
  private readonly homeStrokes: number

  constructor(
    home: Groove,
    private readonly kit: Kit,
    private readonly promises: readonly PromiseId[],
  ) {
    this.effort = new Effort(home, kit)
    this.homeMarks = this.marksOf(home)
    const sums = home.parts.map(part => this.sumOf(part))
    this.homeStrokes = strokeCount(home)
    this.homeLead = leadSum(home, sums)
    this.homeFeet = feetSum(home, sums)
    this.homeBackbeat = backbeatIn(home)
  }

  /** A groove judged; or the promise it breaks; or that it sounds like one that `known` knows. `from` is what it was made from. */
  judge(groove: Groove, known?: ReadonlySet<number>, from?: Judgement): Judgement | PromiseId | 'known' {
    const strokes = strokeCount(groove)
    for (const promise of this.promises) {
      const more = strokes - this.homeStrokes
      if (promise === 'same' ? more !== 0 : promise === 'busier' ? more <= 0 : promise === 'simpler' && more >= 0)
        return promise
      if (
        promise === 'backbeat' &&
        this.homeBackbeat.length &&
        !(from && sameHands(groove, from.groove)) &&
        !sameTicks(backbeatIn(groove), this.homeBackbeat)
      )
        return promise
      if (promise === 'linear' && !this.isLinear(groove)) return promise
    }
    const sums = groove.parts.map((part, i) =>
      from && from.groove.parts[i] === part ? from.sums[i]! : this.sumOf(part),
    )
    if (this.promises.includes('lead') && leadSum(groove, sums) !== this.homeLead) return 'lead'
    if (this.promises.includes('feet') && feetSum(groove, sums) !== this.homeFeet) return 'feet'
    const sound = this.soundOf(groove, sums)
    if (known?.has(sound)) return 'known'
    const hardness = this.effort.hardness(groove, this.promises.includes('playable'), from)
    if (!hardness) return 'playable'
    const shared = sums.reduce((total, sum) => total + sum.shared, 0)
    return {
      groove,
      sums,
      hardness,
      sound,
      strokes,
      difficulty: Math.max(...hardness),
      distance: 1 - shared / Math.max(1, this.homeStrokes, strokes),
    }
  }

  private wordOf(text: string): number {
    const before = this.words.get(text)
    if (before !== undefined) return before
    this.words.set(text, this.words.size + 1)
    return this.words.size
  }

  private sumOf(part: Part): Sum {
    const sum: Sum = { one: 0, two: 0, shared: 0 }
    this.eachMark(part, mark => {
      sum.one = (sum.one + mark) | 0
      sum.two = (sum.two + Math.imul(mark, mark | 1)) | 0
      if (this.homeMarks.has(mark)) sum.shared++
    })
    return sum
  }

  /** Each stroke of a part as a figure; `levels` says what its level counts as. */
  private eachMark(part: Part, take: (mark: number) => void, levels: (level: Level) => number = asItIs): void {
    const limb = LIMBS.indexOf(part.limb) + 1 + (part.every ?? 0) * 8
    // Neighbours mostly strike the same piece the same way: their words are looked up once.
    let piece = ''
    let stroke = ''
    let struck = 0
    for (const one of part.strokes) {
      if (one.piece !== piece || one.stroke !== stroke) {
        piece = one.piece
        stroke = one.stroke
        struck = mix(this.wordOf(piece), this.wordOf(stroke))
      }
      let plain = mix(mix(struck, one.at + 1), levels(one.level))
      if (one.ornament) plain = mix(plain, this.wordOf(one.ornament))
      if (one.openFor) plain = mix(plain, one.openFor)
      take(mix(plain, limb))
    }
  }

  /** A groove’s strokes as figures, whatever part they are in. */
  marksOf(groove: Groove): Set<number> {
    const marks = new Set<number>()
    for (const part of groove.parts) this.eachMark(part, mark => void marks.add(mark))
    return marks
  }

  /** A figure for what is struck, whatever accents are on it: a ghost is another stroke than any louder one. */
  pictureOf(groove: Groove): number {
    let sum = 0
    for (const part of groove.parts)
      this.eachMark(
        part,
        mark => void (sum = (sum + mark) | 0),
        level => Math.min(level, 2),
      )
    return sum
  }

  /** All parts’ sums, with bars and feel. */
  private soundOf(groove: Groove, sums: readonly Sum[]): number {
    let one = gridOf(groove).slots.length
    let two = one
    sums.forEach((sum, i) => {
      const { swing } = groove.parts[i]!
      one = (one + (swing ? mix(sum.one, this.wordOf(swing.level + swing.share)) : sum.one)) | 0
      two = (two + sum.two) | 0
    })
    const { swing } = groove.feel
    return joined(swing ? mix(one, this.wordOf(swing.level + swing.share)) : one, two)
  }

  /** Linear as the readout has it; cycles are unrolled by the timeline. */
  private isLinear(groove: Groove): boolean {
    return groove.parts.some(part => part.every) || (groove.pickUp && !groove.pickUp.repeats)
      ? unisons(played(groove, this.kit).events).length === 0
      : isLinearGroove(groove)
  }
}

function leadSum(groove: Groove, sums: readonly Sum[]): number {
  const lead = isLead(groove)
  return groove.parts.reduce((total, part, i) => (lead(part) ? (total + sums[i]!.one) | 0 : total), 0)
}

const feetSum = (groove: Groove, sums: readonly Sum[]): number =>
  groove.parts.reduce((total, { limb }, i) => (limb === 'RF' || limb === 'LF' ? (total + sums[i]!.one) | 0 : total), 0)

const backbeatIn = (groove: Groove): number[] => backbeatOf(groove, gridOf(groove).beats)?.ats ?? []

/** The same parts of the hands on the same bars: where one had the backbeat of home, the other has. */
export const sameHands = (one: Groove, other: Groove): boolean =>
  one.bars === other.bars &&
  one.parts.length === other.parts.length &&
  one.parts.every((part, i) => part === other.parts[i] || (!isHand(part.limb) && !isHand(other.parts[i]!.limb)))

const sameTicks = (a: readonly number[], b: readonly number[]): boolean =>
  a.length === b.length && a.every((tick, i) => tick === b[i])

/** No two limbs at one instant; parts with their own cycle are not looked at. */
function isLinearGroove(groove: Groove): boolean {
  const limbAt = new Map<number, Part['limb']>()
  for (const part of groove.parts) {
    if (part.muted) continue
    for (const { at } of part.strokes) {
      const other = limbAt.get(at)
      if (other !== undefined && other !== part.limb) return false
      limbAt.set(at, part.limb)
    }
  }
  return true
}
