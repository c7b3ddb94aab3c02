import {
  type Finding,
  bounceLimit,
  crossingTime,
  findings,
  graceTroubles,
  gripOf,
  pedalLimits,
  played,
  travelLimits,
  wayLimit,
} from '#core/analyse'
import {
  type Kit,
  LIMBS,
  type Limit,
  type Limits,
  type Piece,
  bounces,
  hardnessOf,
  limitsOf,
  pieceOf,
  spanned,
  speedLimit,
  speeds,
  stretchTo,
  limitVerdictOf,
} from '#core/kit'
import { type Groove, type Part, type Stroke, blowsOf, slotTicks, sounding, timeline } from '#core/groove'
import { swingOf, tickSeconds } from '#core/time'
import { crossedIn, hatsContradict, mayCross, mayLift } from './effort-body'
import { gridOf } from './work'

/** What was worked out of a groove before, limb by limb. */
export interface Worked {
  groove: Groove
  hardness: readonly number[]
}

const NOWHERE: ReadonlySet<number> = new Set()

const isWall = ({ weight }: { weight: string }): boolean => weight === 'impossible' || weight === 'hard'

/**
 * How hard grooves of one tempo are on one kit, thousands a second, by the readout’s own rules: the worst gap between two
 * strokes of each limb against what that takes. Up to 1 is easy, up to 2 demanding, beyond that hard.
 */
export class Effort {
  private readonly pieceIds = new Map<string, number>()
  private readonly names: string[] = []
  private readonly pieces: (Piece | undefined)[] = []
  /** Ways between pieces: a hand's, and a foot's. */
  private readonly travel: { hand: (Limit | null)[][]; foot: (Limit | null)[][] } = { hand: [], foot: [] }
  private readonly reaches: boolean[][] = []
  /** What home already asks of a body that it cannot do, by the findings’ ids. */
  private readonly troubled: Set<string>
  private readonly perTick: number
  /** Seconds between two moves of a foot from which on any figure is easy. */
  private readonly lifts: number
  // One limb’s strokes in order of time; kept from call to call so that nothing is allocated.
  private readonly ats: number[] = []
  private readonly times: number[] = []
  private readonly struck: number[] = []
  private readonly levels: number[] = []
  private readonly strokes: Stroke[] = []
  private readonly gaps: number[] = []
  private readonly blown: number[] = []
  private readonly blowAt: number[] = []
  private readonly blowLevel: number[] = []
  private many = 0

  private readonly rules: Limits
  private crossed: ReadonlySet<number> = NOWHERE

  constructor(
    home: Groove,
    private readonly kit: Kit,
  ) {
    this.rules = limitsOf(kit)
    this.troubled = new Set(
      findings(home, kit, played(home, kit))
        .filter(isWall)
        .map(finding => finding.id),
    )
    this.perTick = tickSeconds(home.tempo)
    const { burst, run, long, pair } = this.rules
    this.lifts = Math.max(...[burst, run, long, pair].map(({ foot }) => foot.easy))
  }

  private readonly standing = (id: string): Piece | undefined => this.pieces[this.pieceIndex(id)]

  private pieceIndex(id: string): number {
    const before = this.pieceIds.get(id)
    if (before !== undefined) return before
    const index = this.pieces.length
    this.pieceIds.set(id, index)
    this.names.push(id)
    const piece = pieceOf(this.kit, id)
    this.pieces.push(piece)
    this.reaches.push(LIMBS.map(limb => !piece || stretchTo(piece, limb)?.reaches !== false))
    this.travel.hand.push([])
    this.travel.foot.push([])
    return index
  }

  private travelOf(a: number, b: number, by: 'hand' | 'foot'): Limit | null {
    const ways = this.travel[by][a]!
    const before = ways[b]
    if (before !== undefined) return before
    const [from, to] = [this.pieces[a], this.pieces[b]]
    const limits = from && to && (by === 'hand' ? travelLimits(from, to, this.rules) : pedalLimits(from, to))
    return (ways[b] = limits ?? null)
  }

  /** A limb’s parts put in order of time; false where a piece is out of reach that home does not ask for. */
  private gather(parts: readonly Part[], groove: Groove, l: number, strict: boolean): boolean {
    const { ats, times, struck, levels, strokes } = this
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
          strokes[i] = strokes[i - 1]!
          i--
        }
        ats[i] = stroke.at
        times[i] = seconds
        struck[i] = index
        levels[i] = stroke.level
        strokes[i] = stroke
      }
    }
    return true
  }

  /** Strokes asked for at one instant count once; false where they are in two places that the kit does not let one limb span. */
  private single(l: number, strict: boolean): boolean {
    const { ats, times, struck, levels, strokes } = this
    let kept = 0
    for (let i = 0; i < this.many;) {
      let end = i + 1
      while (end < this.many && ats[end] === ats[i]) end++
      if (end > i + 1 && strict) {
        const apart = struck.slice(i + 1, end).some(piece => piece !== struck[i])
        const together =
          apart &&
          spanned(
            this.kit,
            Array.from({ length: end - i }, (_, n) => this.names[struck[i + n]!]!),
          )
        if (apart && !together && !this.troubled.has(`clash ${LIMBS[l]!} ${ats[i]!}`)) return false
      }
      ats[kept] = ats[i]!
      times[kept] = times[i]!
      struck[kept] = struck[i]!
      levels[kept] = levels[i]!
      strokes[kept] = strokes[i]!
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
    if (this.isIntricate(groove)) return this.slowHardness(groove, strict)
    const crossing = mayCross(groove, this.standing)
    this.crossed = crossing ? crossedIn(groove, this.standing) : NOWHERE
    const known =
      from && from.hardness.length >= 4 && from.groove.bars === groove.bars && from.groove.feel === groove.feel
        ? from
        : undefined
    const same = (limb: string) =>
      known !== undefined &&
      groove.parts.every(
        (part, i) => part === known.groove.parts[i] || (part.limb !== limb && known.groove.parts[i]?.limb !== limb),
      )
    // Where arms may cross, what one hand does tells on the other.
    const handsApart = !crossing && !(known && mayCross(known.groove, this.standing))
    const sameHands = handsApart || (same('RH') && same('LH'))
    const limbs: number[] = []
    for (let l = 0; l < 4; l++) {
      const limb = LIMBS[l]!
      const hard =
        (l > 1 || sameHands) && same(limb)
          ? known!.hardness[l]
          : this.weighLimb(
              groove.parts.filter(part => part.limb === limb && part.strokes.length && !part.muted),
              groove,
              l,
              strict,
            )
      if (hard === undefined) return undefined
      limbs.push(hard)
    }
    if (strict && hatsContradict(groove, this.kit, this.troubled)) return undefined
    return this.withGraces(groove, limbs, strict)
  }

  /** One limb’s hardness: the worst of all its gaps, by the rules of `troubles`. */
  private weighLimb(parts: readonly Part[], groove: Groove, l: number, strict: boolean): number | undefined {
    if (!parts.length) return 0
    if (!this.gather(parts, groove, l, strict) || !this.single(l, strict)) return undefined
    const length = gridOf(groove).total * this.perTick
    const { rules, levels, struck, strokes, gaps, blown, blowAt, blowLevel, times } = this
    const hand = l < 2
    let worst = 0
    let wall = false
    const weigh = (kind: string, time: number, limit: Limit) => {
      worst = Math.max(worst, hardnessOf(time, limit))
      if (strict && limitVerdictOf(time, limit) === 'hard' && !this.troubled.has(`${kind} ${LIMBS[l]!}`)) wall = true
    }
    // Sweeps are no blows, and a double stroke is two.
    let blows = 0
    const add = (seconds: number, i: number, level: number) => {
      let k = blows++
      while (k > 0 && blowAt[k - 1]! > seconds) {
        blowAt[k] = blowAt[k - 1]!
        blown[k] = blown[k - 1]!
        blowLevel[k] = blowLevel[k - 1]!
        k--
      }
      blowAt[k] = seconds
      blown[k] = i
      blowLevel[k] = level
    }
    for (let i = 0; i < this.many; i++) {
      const stroke = strokes[i]!
      if (stroke.stroke === 'sweep') continue
      add(times[i]!, i, levels[i]!)
      if (stroke.ornament === 'double')
        for (const { after, level } of blowsOf(
          'double',
          stroke.level,
          () => slotTicks(gridOf(groove).beats, stroke.at) * this.perTick,
        ))
          if (after > 0) add(times[i]! + after, i, level)
    }
    for (let k = 0; k < blows; k++)
      gaps[k] = Math.round((k + 1 < blows ? blowAt[k + 1]! - blowAt[k]! : blowAt[0]! - blowAt[k]! + length) * 1e9) / 1e9
    speeds(gaps, blows, (kind, k, time) => {
      if (kind === 'pair' && hand) {
        const next = (k + 1) % blows
        const [from, to] = [blown[k]!, blown[next]!]
        if (bounces(time, { samePiece: struck[from] === struck[to], from: blowLevel[k]!, to: blowLevel[next]! }))
          return weigh('double', time, bounceLimit(rules, this.pieces[struck[from]!]))
      }
      weigh(kind, time, speedLimit(rules, kind, hand))
    })
    for (let i = 0; i < this.many && !wall; i++) {
      const next = (i + 1) % this.many
      if (!hand && struck[i] === struck[next]) continue
      const gap = this.gapAfter(i, length)
      if (!hand) {
        const way = this.travelOf(struck[i]!, struck[next]!, 'foot')
        if (way) weigh('travel', gap, way)
        continue
      }
      if (levels[i]! >= 4 && levels[next] === 1) weigh('control', gap, rules.control)
      if (levels[i] === 1 && levels[next] === 5) weigh('rise', gap, rules.rise)
      if (struck[i] !== struck[next]) {
        const limits = this.travelOf(struck[i]!, struck[next]!, 'hand')
        const more = this.crossed.size ? crossingTime(this.crossed, { at: this.ats[i]! }, { at: this.ats[next]! }) : 0
        if (limits) {
          const before = (i + this.many - 1) % this.many
          const usual = more ? { easy: limits.easy + more, hard: limits.hard + more } : limits
          const way = { back: struck[before] === struck[next], since: this.gapAfter(before, length), gap }
          weigh('travel', gap, wayLimit(usual, this.pieces[struck[i]!], this.pieces[struck[next]!], way))
        }
      }
      if (strokes[i]!.stroke !== strokes[next]!.stroke) {
        const [held, wanted] = [
          gripOf({ stroke: strokes[i]!.stroke, piece: this.pieces[struck[i]!] }),
          gripOf({ stroke: strokes[next]!.stroke, piece: this.pieces[struck[next]!] }),
        ]
        if (held && wanted && held !== wanted) weigh('grip', gap, rules.grip)
      }
    }
    return wall ? undefined : worst
  }

  /**
   * What only the readout itself weighs: parts with their own cycle, which come round; a pick-up that sounds only once; hats opened fast.
   */
  private isIntricate(groove: Groove): boolean {
    return (
      (groove.pickUp !== null && !groove.pickUp.repeats) ||
      groove.parts.some(part => part.every && !part.muted) ||
      mayLift(groove, this.standing, (this.lifts * (groove.feel.swing ? 2 : 1)) / this.perTick)
    )
  }

  /** What grace notes and chokes add to the hardness of their limbs; undefined, where `strict`, where nobody is free for them. */
  private withGraces(groove: Groove, limbs: number[], strict: boolean): number[] | undefined {
    const graced = groove.parts.some(
      part => !part.muted && part.strokes.some(({ ornament }) => ornament && ornament !== 'double'),
    )
    if (!graced) return limbs
    const found = graceTroubles(timeline(sounding(groove), this.kit), this.rules, gridOf(groove).total * this.perTick)
    if (strict && found.some(one => isWall(one) && !this.troubled.has(`${one.ornament} ${one.limb} ${one.weight}`)))
      return undefined
    return found.length ? [...limbs, found.some(isWall) ? 2.5 : 1.5] : limbs
  }

  private slowHardness(groove: Groove, strict: boolean): number[] | undefined {
    const found = findings(groove, this.kit, played(groove, this.kit))
    if (strict && found.some(finding => isWall(finding) && !this.troubled.has(finding.id))) return undefined
    const hardness = ({ about, weight }: Finding) =>
      about.kind === 'trouble'
        ? hardnessOf(about.trouble.gap, about.trouble.limit)
        : about.kind === 'graces'
          ? isWall({ weight })
            ? 2.5
            : 1.5
          : 0
    return [Math.max(0, ...found.map(hardness))]
  }
}
