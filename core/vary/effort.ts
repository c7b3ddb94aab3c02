import { HOUSE_RULES, type Limits, type PlayabilityRules, findings, readout, travelLimits } from '#core/analyse'
import { type Kit, LIMBS, type Piece, paired, pieceOf, stretchTo } from '#core/kit'
import { type Groove, type Part, timeline } from '#core/groove'
import { swingOf, tickSeconds } from '#core/time'
import { gridOf } from './work'

/** What was worked out of a groove before, limb by limb. */
export interface Worked { groove: Groove, hardness: readonly number[] }

const hardnessOf = (gap: number, { easy, hard }: Limits): number => (gap >= easy ? easy / gap : 1 + (easy - gap) / (easy - hard))

/**
 * How hard grooves of one tempo are on one kit, thousands a second, by the readout’s own rules: the worst gap between two
 * strokes of each limb against what that takes. Up to 1 is easy, up to 2 demanding, beyond that hard.
 */
export class Effort {
  private readonly pieceIds = new Map<string, number>()
  private readonly names: string[] = []
  private readonly pieces: (Piece | undefined)[] = []
  private readonly travel: (Limits | null)[][] = []
  private readonly reaches: boolean[][] = []
  /** What home already asks of a body that it cannot do, by the findings’ ids. */
  private readonly troubled: Set<string>
  private readonly perTick: number
  // One limb’s strokes in order of time; kept from call to call so that nothing is allocated.
  private readonly ats: number[] = []
  private readonly times: number[] = []
  private readonly struck: number[] = []
  private readonly levels: number[] = []
  private many = 0

  constructor(home: Groove, private readonly kit: Kit, private readonly rules: PlayabilityRules = HOUSE_RULES) {
    this.troubled = new Set(findings(home, kit, timeline(home, kit), rules).filter(finding => finding.weight !== 'demanding').map(finding => finding.id))
    this.perTick = tickSeconds(home.tempo)
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
  hardness(groove: Groove, strict: boolean, from?: Worked): number[] | undefined {
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
