import { type Groove, type Part, type Stroke, grooveTicks, makePart } from '#core/groove'
import { type Kit, LIMB_NAMES, type Limb, isHand, pieceOf, strokesFor } from '#core/kit'
import { type Beat, beatsOf, isDotted, noteName } from '#core/time'
import type { Subject } from './subject'

type Figures = Extract<Subject, { kind: 'figures' }>

/** One figure: which slots of a beat it strikes (`'x..x'` is 1 and a), and the part that plays it through the groove. */
interface Figure {
  mask: string
  part: Part
  /** Its strokes, of one pass, that land with another limb. */ together: number
  strokes: number
}

const SLOTS = { sixteenths: 4, triplets: 3 } as const satisfies Record<Figures['grid'], number>

/** All figures of so many slots but the empty one: fifteen of four, seven of three. `masks(3)[0] // => 'x..'` */
export const masks = (slots: number): string[] =>
  Array.from({ length: 2 ** slots - 1 }, (_, i) =>
    Array.from({ length: slots }, (_, slot) => (((i + 1) >> slot) & 1 ? 'x' : '.')).join(''),
  )

/** What a limb strikes where its figure has no part to take after: its own most used piece, or what that limb usually has. */
function strikeOf(groove: Groove, limb: Limb, kit: Kit): Pick<Stroke, 'piece' | 'stroke'> {
  const own = groove.parts.filter(part => part.limb === limb).flatMap(part => part.strokes)
  const many = new Map<string, { n: number; stroke: Stroke }>()
  for (const stroke of own) {
    const key = `${stroke.piece} ${stroke.stroke}`
    many.set(key, { n: (many.get(key)?.n ?? 0) + 1, stroke })
  }
  const most = [...many.values()].sort((a, b) => b.n - a.n)[0]?.stroke
  if (most) return { piece: most.piece, stroke: most.stroke }
  const usual = isHand(limb) ? 'snare' : limb === (groove.lead === 'right' ? 'RF' : 'LF') ? 'bass drum' : 'hi-hat'
  const piece = pieceOf(kit, usual)
  return { piece: usual, stroke: (piece && strokesFor(piece, limb)[0]) || 'hit' }
}

/**
 * The beats that figures are played in, all of one length; none where they are all dotted and sixteenths are asked for.
 * @example figureBeats(groove, 'sixteenths').length // => 4
 */
export function figureBeats({ bars }: Pick<Groove, 'bars'>, grid: Figures['grid']): Beat[] {
  const all = beatsOf(bars)
  const plain = all.filter(beat => !isDotted(beat.length))
  const some = plain.length ? plain : grid === 'sixteenths' ? [] : all
  const length = Math.min(...some.map(beat => beat.length))
  return some.filter(beat => beat.length === length && beat.length % SLOTS[grid] === 0)
}

/**
 * What the slots of figures are in the beats that play them: sixteenths are sixteenths in quarters alone.
 * @example [sayFigures(groove, 'sixteenths'), sayFigures(groove, 'triplets')] // => ['sixteenths', 'eighth triplets']
 */
export function sayFigures(groove: Pick<Groove, 'bars'>, grid: Figures['grid']): string {
  const name = noteName((figureBeats(groove, grid)[0]?.length ?? 0) / SLOTS[grid])
  return name ? `${name}s` : grid === 'sixteenths' ? 'fours' : 'threes'
}

/**
 * The figures of one limb over the rest of a groove, in the order they are played. Easiest first: those whose strokes most often land
 * with another limb, then those of fewer strokes. With accents every slot is struck, and the figure is heard over them. Beats of one length play
 * them, the shortest that are not dotted; where all are dotted, in threes, which are their eighths.
 * @example practiceFiguresOf(groove, { limb: 'RF', grid: 'sixteenths', easiest: false, accents: false }, kit).length // => 15
 */
export function practiceFiguresOf(groove: Groove, { limb, grid, easiest, accents }: Figures, kit: Kit): Figure[] {
  const slots = SLOTS[grid]
  const strike = strikeOf(groove, limb, kit)
  const total = grooveTicks(groove)
  const others = new Set(
    groove.parts
      .filter(part => part.limb !== limb && !part.muted && !part.every)
      .flatMap(part => part.strokes.map(stroke => stroke.at)),
  )
  const beats = figureBeats(groove, grid)
  const figures = masks(slots).map((mask): Figure => {
    const strokes = beats
      .flatMap(beat =>
        [...mask].flatMap((sign, slot): Stroke[] => {
          if (sign === '.' && !accents) return []
          return [
            { ...strike, at: beat.at + (slot * beat.length) / slots, level: accents ? (sign === 'x' ? 5 : 2) : 3 },
          ]
        }),
      )
      .filter(stroke => stroke.at < total)
    const struck = strokes.filter(stroke => !accents || stroke.level === 5)
    return {
      mask,
      strokes: struck.length,
      together: struck.filter(stroke => others.has(stroke.at)).length,
      part: makePart({ id: 'figure', name: `${LIMB_NAMES[limb]} figure`, role: 'other', limb, strokes }),
    }
  })
  const apart = ({ strokes, together }: Figure) => strokes - together
  return easiest
    ? figures.sort((a, b) => apart(a) - apart(b) || a.strokes - b.strokes || a.mask.localeCompare(b.mask) * -1)
    : figures
}

/**
 * How many figures were played to their end in some seconds of a stage that goes through them once in `lap` seconds.
 * @example figuresPlayed(['x...', '.x..', '..x.', '...x'], 60, 80) // => ['x...', '.x..', '..x.']
 */
export const figuresPlayed = (order: readonly string[], seconds: number, lap: number): string[] =>
  order.slice(0, Math.floor((seconds + 0.5) / (lap / order.length)))
