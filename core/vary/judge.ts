import { HOUSE_RULES, type Limits, type PlayabilityRules, findings, readout, travelLimits, unisons } from '#core/analyse'
import { type Kit, LIMBS, type Piece, paired, pieceOf, stretchTo } from '#core/kit'
import { type Groove, type Part, timeline } from '#core/groove'
import { swingOf, tickSeconds } from '#core/time'
import type { PromiseId } from './move'
import { strokeCount } from './promises'
import { gridOf, isLead } from './work'

/** What a search knows of a groove it keeps: how it sounds, how many strokes, how far from home, how hard. */
export interface Judgement {
  /** Equal only for the same strokes, bars and feel. */
  sound: number
  strokes: number
  /** The share of strokes of either that the other has not, 0 for the same. */
  distance: number
  /** Up to 1 easy, up to 2 demanding, beyond hard: the worst gap between two strokes of one limb against what that takes. */
  difficulty: number
  groove: Groove
  /** What was worked out part by part and limb by limb: a groove made from this one shares most of it. */
  sums: readonly Sum[]
  hardness: readonly number[]
}

const mix = (hash: number, value: number): number => Math.imul(hash ^ value, 0x5BD1E995) ^ (hash >>> 15)
/** Two figures of 32 bits as one number that is still exact. */
const joined = (one: number, two: number): number => (one >>> 0) * 2097152 + (two >>> 11)

/** A part’s strokes as figures summed up, whatever their order: for all limbs alike, and with the limb; and how many home has too. */
export interface Sum { plain: number, one: number, two: number, shared: number }

/**
 * Judges grooves against one home, thousands a second: which promise is broken, how it sounds, how far, how hard. It
 * says the same as `broken` and the readout do, by shorter ways; a test holds them together.
 */
export class Judge {
  private readonly words = new Map<string, number>()
  private readonly pieceIds = new Map<string, number>()
  private readonly names: string[] = []
  private readonly pieces: (Piece | undefined)[] = []
  private readonly travel: (Limits | null)[][] = []
  private readonly reaches: boolean[][] = []
  private readonly troubled: Set<string>
  private readonly perTick: number
  private homeMarks: ReadonlySet<number> = new Set()
  private readonly homeLead: number
  private readonly homeFeet: number
  private readonly homeBackbeat: number[]
  private readonly homeStrokes: number
  // One limb’s strokes in order of time; kept from call to call so that nothing is allocated.
  private readonly ats: number[] = []
  private readonly times: number[] = []
  private readonly struck: number[] = []
  private readonly levels: number[] = []
  private many = 0

  constructor(home: Groove, private readonly kit: Kit, private readonly promises: readonly PromiseId[], private readonly rules: PlayabilityRules = HOUSE_RULES) {
    this.troubled = new Set(findings(home, kit, timeline(home, kit), rules).filter(finding => finding.weight !== 'demanding').map(finding => finding.id))
    this.perTick = tickSeconds(home.tempo)
    this.homeMarks = this.marksOf(home)
    const sums = home.parts.map(part => this.sumOf(part))
    this.homeStrokes = strokeCount(home)
    this.homeLead = leadSum(home, sums)
    this.homeFeet = feetSum(home, sums)
    this.homeBackbeat = backbeatOf(home)
  }

  /** A groove judged; or the promise it breaks; or that it sounds like one that `known` knows. `from` is what it was made from. */
  judge(groove: Groove, known?: ReadonlySet<number>, from?: Judgement): Judgement | PromiseId | 'known' {
    const strokes = strokeCount(groove)
    for (const promise of this.promises) {
      const more = strokes - this.homeStrokes
      if (promise === 'same' ? more !== 0 : promise === 'busier' ? more <= 0 : promise === 'simpler' && more >= 0) return promise
      if (promise === 'backbeat' && !sameTicks(backbeatOf(groove), this.homeBackbeat)) return promise
      if (promise === 'linear' && !this.isLinear(groove)) return promise
    }
    const sums = groove.parts.map((part, i) => (from && from.groove.parts[i] === part ? from.sums[i]! : this.sumOf(part)))
    if (this.promises.includes('lead') && leadSum(groove, sums) !== this.homeLead) return 'lead'
    if (this.promises.includes('feet') && feetSum(groove, sums) !== this.homeFeet) return 'feet'
    const sound = this.soundOf(groove, sums)
    if (known?.has(sound)) return 'known'
    const hardness = this.hardness(groove, this.promises.includes('playable'), from)
    if (!hardness) return 'playable'
    const shared = sums.reduce((total, sum) => total + sum.shared, 0)
    return { groove, sums, hardness, sound, strokes, difficulty: Math.max(...hardness), distance: 1 - shared / Math.max(1, this.homeStrokes, strokes) }
  }

  private wordOf(text: string): number {
    const before = this.words.get(text)
    if (before !== undefined) return before
    this.words.set(text, this.words.size + 1)
    return this.words.size
  }

  private sumOf(part: Part): Sum {
    const sum: Sum = { plain: 0, one: 0, two: 0, shared: 0 }
    this.eachMark(part, (mark, plain) => {
      sum.plain = (sum.plain + plain) | 0
      sum.one = (sum.one + mark) | 0
      sum.two = (sum.two + Math.imul(mark, mark | 1)) | 0
      if (this.homeMarks.has(mark)) sum.shared++
    })
    return sum
  }

  /** Each stroke of a part as a figure, with and without its limb. */
  private eachMark(part: Part, take: (mark: number, plain: number) => void): void {
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
      let plain = mix(mix(struck, one.at + 1), one.level)
      if (one.ornament) plain = mix(plain, this.wordOf(one.ornament))
      if (one.openFor) plain = mix(plain, one.openFor)
      take(mix(plain, limb), plain)
    }
  }

  /** A groove’s strokes as figures, whatever part they stand in. */
  marksOf(groove: Groove): Set<number> {
    const marks = new Set<number>()
    for (const part of groove.parts) this.eachMark(part, mark => marks.add(mark))
    return marks
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

  private pieceIndex(id: string): number {
    const before = this.pieceIds.get(id)
    if (before !== undefined) return before
    const index = this.pieces.length
    this.pieceIds.set(id, index)
    this.names.push(id)
    const piece = pieceOf(this.kit, id)
    this.pieces.push(piece)
    this.reaches.push(LIMBS.map(limb => !piece || stretchTo(piece, limb)?.reaches !== false))
    this.travel.push([])
    return index
  }

  private travelOf(a: number, b: number): Limits | null {
    const before = this.travel[a]![b]
    if (before !== undefined) return before
    const [from, to] = [this.pieces[a], this.pieces[b]]
    return (this.travel[a]![b] = (from && to && travelLimits(from, to, this.rules)) ?? null)
  }

  /** A limb’s parts put in order of time; false where a piece is out of reach that home does not ask for. */
  private gather(parts: readonly Part[], groove: Groove, l: number, strict: boolean): boolean {
    const { ats, times, struck, levels } = this
    this.many = 0
    const { push } = groove.feel
    let piece = ''
    let index = 0
    let pushed = 0
    for (const part of parts) {
      const swing = part.swing ?? groove.feel.swing
      const swung = swing && swing.share !== 0.5 ? swingOf(gridOf(groove).beats, swing) : undefined
      for (const stroke of part.strokes) {
        if (stroke.piece !== piece) {
          piece = stroke.piece
          index = this.pieceIndex(piece)
          pushed = (push[piece] ?? 0) / 1000
          if (strict && !this.reaches[index]![l]! && !this.troubled.has(`reach ${LIMBS[l]!} ${piece}`)) return false
        }
        const seconds = (swung ? swung(stroke.at) : stroke.at) * this.perTick + pushed
        let i = this.many++
        // Parts are in order, so that a stroke is mostly the latest; otherwise it is let in before those that are later.
        while (i > 0 && times[i - 1]! > seconds) {
          ats[i] = ats[i - 1]!
          times[i] = times[i - 1]!
          struck[i] = struck[i - 1]!
          levels[i] = levels[i - 1]!
          i--
        }
        ats[i] = stroke.at
        times[i] = seconds
        struck[i] = index
        levels[i] = stroke.level
      }
    }
    return true
  }

  /** Strokes asked for at one instant count once; false where they are in two places that the kit does not let one limb span. */
  private single(l: number, strict: boolean): boolean {
    const { ats, times, struck, levels } = this
    let kept = 0
    for (let i = 0; i < this.many;) {
      let end = i + 1
      while (end < this.many && ats[end] === ats[i]) end++
      if (end > i + 1 && strict) {
        const apart = struck.slice(i + 1, end).some(piece => piece !== struck[i])
        const spanned = end === i + 2 && paired(this.kit, this.names[struck[i]!]!, this.names[struck[i + 1]!]!)
        if (apart && !spanned && !this.troubled.has(`clash ${LIMBS[l]!} ${ats[i]!}`)) return false
      }
      ats[kept] = ats[i]!
      times[kept] = times[i]!
      struck[kept] = struck[i]!
      levels[kept] = levels[i]!
      kept++
      i = end
    }
    this.many = kept
    return true
  }

  /** Seconds from one stroke of the limb to its next, round the end, to the nanosecond as the readout counts. */
  private gapAfter(i: number, length: number): number {
    const { times, many } = this
    const gap = i + 1 < many ? times[i + 1]! - times[i]! : times[0]! - times[i]! + length
    return Math.round(gap * 1e9) / 1e9
  }

  /** How hard it is, limb by limb; undefined, where `strict`, for what home does not already ask for and a body cannot do. */
  private hardness(groove: Groove, strict: boolean, from: Judgement | undefined): number[] | undefined {
    // Parts with a cycle of their own are left to the readout, which unrolls them.
    if (groove.parts.some(part => part.every)) return this.slowHardness(groove, strict)
    const sameTime = from && from.groove.bars === groove.bars && from.groove.feel === groove.feel
    const limbs: number[] = []
    for (let l = 0; l < 4; l++) {
      const limb = LIMBS[l]!
      const same = sameTime && groove.parts.every((part, i) => part === from.groove.parts[i] || (part.limb !== limb && from.groove.parts[i]?.limb !== limb))
      const hard = same ? from.hardness[l] : this.weighLimb(groove.parts.filter(part => part.limb === limb && part.strokes.length), groove, l, strict)
      if (hard === undefined) return undefined
      limbs.push(hard)
    }
    return strict && this.hatsContradict(groove) ? undefined : limbs
  }

  /** One limb’s hardness: the worst of all its gaps. */
  private weighLimb(parts: readonly Part[], groove: Groove, l: number, strict: boolean): number | undefined {
    if (!parts.length) return 0
    if (!this.gather(parts, groove, l, strict) || !this.single(l, strict)) return undefined
    const length = gridOf(groove).total * this.perTick
    const { rules, levels, struck } = this
    const { many } = this
    const hand = l < 2
    const speed = hand ? rules.hand : rules.foot
    let worst = 0
    let before = this.gapAfter(many - 1, length)
    let gap = this.gapAfter(0, length)
    for (let i = 0; i < many; i++) {
      const next = (i + 1) % many
      const after = this.gapAfter(next, length)
      const same = struck[i] === struck[next]
      const bounced = hand && same && levels[next]! <= levels[i]! && before > 1.5 * gap && after > 1.5 * gap
      const own = bounced ? rules.double : speed
      worst = Math.max(worst, hardnessOf(gap, own))
      if (strict && gap <= own.hard && !this.troubled.has(`${bounced ? 'double' : 'speed'} ${LIMBS[l]!}`)) return undefined
      if (hand && levels[i]! >= 4 && levels[next] === 1) {
        worst = Math.max(worst, hardnessOf(gap, rules.control))
        if (strict && gap <= rules.control.hard && !this.troubled.has(`control ${LIMBS[l]!}`)) return undefined
      }
      const limits = hand && !same ? this.travelOf(struck[i]!, struck[next]!) : null
      if (limits) {
        worst = Math.max(worst, hardnessOf(gap, limits))
        if (strict && gap <= limits.hard && !this.troubled.has(`travel ${LIMBS[l]!}`)) return undefined
      }
      before = gap
      gap = after
    }
    return worst
  }

  /** Linear as the readout has it; cycles are unrolled by the timeline. */
  private isLinear(groove: Groove): boolean {
    return groove.parts.some(part => part.every) ? unisons(timeline(groove, this.kit)).length === 0 : isLinearGroove(groove)
  }

  /** A foot on hats that a hand holds open, where home has none there. */
  private hatsContradict(groove: Groove): boolean {
    for (const part of groove.parts) {
      for (const open of part.strokes) {
        if (open.stroke !== 'open' || open.openFor === undefined) continue
        for (const other of groove.parts) {
          for (const foot of other.strokes) {
            if (foot.stroke !== 'chick' || foot.piece !== open.piece || foot.at < open.at || foot.at >= open.at + open.openFor) continue
            if (pieceOf(this.kit, foot.piece)?.kind === 'hi-hat' && !this.troubled.has(`hats ${foot.at} ${open.at}`)) return true
          }
        }
      }
    }
    return false
  }

  private slowHardness(groove: Groove, strict: boolean): number[] | undefined {
    const found = readout(groove, this.kit, this.rules).findings
    if (strict && found.some(finding => finding.weight !== 'demanding' && !this.troubled.has(finding.id))) return undefined
    return [found.some(finding => finding.weight === 'hard') ? 2.5 : found.length ? 1.5 : 1]
  }
}

const hardnessOf = (gap: number, { easy, hard }: Limits): number => (gap >= easy ? easy / gap : 1 + (easy - gap) / (easy - hard))

function leadSum(groove: Groove, sums: readonly Sum[]): number {
  const lead = isLead(groove)
  return groove.parts.reduce((total, part, i) => (lead(part) ? (total + sums[i]!.plain) | 0 : total), 0)
}

const feetSum = (groove: Groove, sums: readonly Sum[]): number =>
  groove.parts.reduce((total, { limb }, i) => (limb === 'RF' || limb === 'LF' ? (total + sums[i]!.one) | 0 : total), 0)

/** As `backbeatTicks` has it. */
function backbeatOf(groove: Groove): number[] {
  const ticks: number[] = []
  const named = groove.parts.some(part => part.role === 'backbeat' && !part.every)
  let from = 0
  for (const part of groove.parts) {
    if (part.every || (named && part.role !== 'backbeat')) continue
    const before = ticks.length
    for (const stroke of part.strokes) if (named ? stroke.level >= 3 : stroke.piece === 'snare' && stroke.level >= 4) ticks.push(stroke.at)
    if (ticks.length > before) from++
  }
  // One part’s strokes are in order and no two at once.
  return from < 2 ? ticks : [...new Set(ticks)].sort((a, b) => a - b)
}

const sameTicks = (a: readonly number[], b: readonly number[]): boolean => a.length === b.length && a.every((tick, i) => tick === b[i])

/** No two limbs at one instant; parts with a cycle of their own are not looked at. */
function isLinearGroove(groove: Groove): boolean {
  const limbAt = new Map<number, Part['limb']>()
  for (const part of groove.parts) {
    for (const { at } of part.strokes) {
      const other = limbAt.get(at)
      if (other !== undefined && other !== part.limb) return false
      limbAt.set(at, part.limb)
    }
  }
  return true
}
