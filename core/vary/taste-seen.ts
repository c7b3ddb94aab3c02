import { type Kit, type PieceKind, isHand, pieceOf } from '#core/kit'
import { type Groove, type Part, onSnare } from '#core/groove'
import { sameHands } from './judge'
import { backbeatAt, gridOf, isLead } from './work'

/** A grace note: where, on what kind of piece, and whether the other hand strikes at that instant. */
interface Grace {
  at: number
  kind: PieceKind | undefined
  busy: boolean
}

/** What one part has for the rules of taste to look at; ticks in order. */
interface PartSeen {
  bass: [at: number, level: number][]
  snare: number[]
  onSnare: number
  ghosts: number[]
  loudest: number
  graces: { at: number; kind: PieceKind | undefined }[]
  crashes: number[]
  accents: number[]
  openings: { at: number; openFor: number }[]
  chicks: number[]
  hats: number[]
}

const GRACED: ReadonlySet<string> = new Set(['flam', 'drag', 'ruff'])
const RINGING: ReadonlySet<string> = new Set(['crash', 'china', 'splash'])

const kinds = new WeakMap<Kit, Map<string, PieceKind | undefined>>()
function kindsOf(kit: Kit): Map<string, PieceKind | undefined> {
  const known = kinds.get(kit) ?? new Map(kit.pieces.map(piece => [piece.id, pieceOf(kit, piece.id)?.kind]))
  kinds.set(kit, known)
  return known
}

const partsSeen = new WeakMap<Part, { kit: Kit; seen: PartSeen }>()
/** Variations share most of their parts with home: each is looked through once. */
function partSeen(part: Part, kit: Kit): PartSeen {
  const known = partsSeen.get(part)
  if (known?.kit === kit) return known.seen
  const seen: PartSeen = {
    bass: [],
    snare: [],
    onSnare: 0,
    ghosts: [],
    loudest: 0,
    graces: [],
    crashes: [],
    accents: [],
    openings: [],
    chicks: [],
    hats: [],
  }
  partsSeen.set(part, { kit, seen })
  if (part.muted || part.every) return seen
  const kindOf = kindsOf(kit)
  const hand = isHand(part.limb)
  for (const stroke of part.strokes) {
    const { at, level } = stroke
    const kind = kindOf.get(stroke.piece)
    if (kind === 'bass drum' && !hand) seen.bass.push([at, level])
    if (stroke.stroke === 'chick') seen.chicks.push(at)
    if (kind !== undefined && RINGING.has(kind)) seen.crashes.push(at)
    if (level > seen.loudest) seen.loudest = level
    if (level === 5) seen.accents.push(at)
    if (kind === 'hi-hat' && hand) seen.hats.push(at)
    if (stroke.openFor) seen.openings.push({ at, openFor: stroke.openFor })
    if (!hand) continue
    if (kind === 'snare') {
      seen.onSnare++
      if (level === 1) seen.ghosts.push(at)
      if (level >= 3 && onSnare({ limb: part.limb, every: null, role: 'other' }, stroke)) seen.snare.push(at)
    }
    if (stroke.ornament && GRACED.has(stroke.ornament)) seen.graces.push({ at, kind })
  }
  return seen
}

/** What the rules of taste look at in a groove, each worked out as it is asked for; ticks are of the first pass. */
export class Seen {
  private readonly parts: { part: Part; seen: PartSeen }[]
  private readonly leads: (part: Part) => boolean
  private readonly known = new Map<string, unknown>()
  private found: { backbeat?: readonly number[]; bass?: ReadonlyMap<number, number>; snare?: ReadonlySet<number> } = {}

  /** `home` is what the groove was made from: where it has the same hands, it has the same backbeat. */
  constructor(
    readonly groove: Groove,
    kit: Kit,
    private readonly home?: Seen,
  ) {
    this.parts = groove.parts.map(part => ({ part, seen: partSeen(part, kit) }))
    this.leads = isLead(groove)
  }

  /** What a rule works out of it, once: home is held against each find. */
  once<T>(rule: string, find: (seen: Seen) => T): T {
    if (!this.known.has(rule)) this.known.set(rule, find(this))
    return this.known.get(rule) as T
  }

  get backbeat(): readonly number[] {
    return (this.found.backbeat ??=
      this.home && sameHands(this.groove, this.home.groove) ? this.home.backbeat : backbeatAt(this.groove))
  }

  /** Bass drum by its foot: level by tick. */
  get bass(): ReadonlyMap<number, number> {
    return (this.found.bass ??= new Map(this.parts.flatMap(({ seen }) => seen.bass)))
  }

  /** Where a hand strikes a snare plain or louder. */
  get snare(): ReadonlySet<number> {
    return (this.found.snare ??= new Set(this.parts.flatMap(({ seen }) => seen.snare)))
  }

  get ghosts(): number[] {
    return this.sorted(({ ghosts }) => ghosts)
  }
  get crashes(): number[] {
    return this.sorted(({ crashes }) => crashes)
  }
  /** The accents of the lead, how many strokes it has, and how many of them fall on a snare. */
  get accents(): number[] {
    return this.sorted(({ accents }, part) => (this.leads(part) ? accents : []))
  }
  get leadStrokes(): number {
    return this.parts.reduce((sum, { part }) => sum + (this.leads(part) && !part.muted ? part.strokes.length : 0), 0)
  }
  get leadOnSnare(): number {
    return this.parts.reduce((sum, { part, seen }) => sum + (this.leads(part) ? seen.onSnare : 0), 0)
  }
  /** The loudest stroke of a part whose role is ghosts; 0 where there is none. */
  get loudestGhost(): number {
    return Math.max(0, ...this.parts.map(({ part, seen }) => (part.role === 'ghosts' ? seen.loudest : 0)))
  }
  get chicks(): ReadonlySet<number> {
    return new Set(this.parts.flatMap(({ seen }) => seen.chicks))
  }

  /** Where a hand strikes the hats. */
  get hats(): ReadonlySet<number> {
    return new Set(this.parts.flatMap(({ seen }) => seen.hats))
  }

  /** Openings of the hats: where each ends. */
  get openings(): { at: number; ends: number }[] {
    const { total } = gridOf(this.groove)
    return this.parts.flatMap(({ seen }) =>
      seen.openings.map(({ at, openFor }) => ({ at, ends: (at + openFor) % total })),
    )
  }

  get graces(): Grace[] {
    return this.parts.flatMap(({ part, seen }) =>
      seen.graces.map(({ at, kind }) => ({
        at,
        kind,
        busy: this.groove.parts.some(
          other =>
            other.limb !== part.limb && isHand(other.limb) && !other.muted && other.strokes.some(one => one.at === at),
        ),
      })),
    )
  }

  /** Whether all swings as in another groove; parts that were added swing with the rest. */
  swingsAs({ groove }: Seen): boolean {
    const same = (a: Groove['feel']['swing'], b: Groove['feel']['swing']) =>
      a === b || (a?.level === b?.level && a?.share === b?.share)
    return (
      same(this.groove.feel.swing, groove.feel.swing) &&
      this.groove.parts.every((part, i) => part === groove.parts[i] || same(part.swing, groove.parts[i]?.swing ?? null))
    )
  }

  private sorted(pick: (seen: PartSeen, part: Part) => readonly number[]): number[] {
    return this.parts.flatMap(({ part, seen }) => pick(seen, part)).sort((a, b) => a - b)
  }
}
