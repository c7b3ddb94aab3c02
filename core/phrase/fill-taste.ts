import { type Groove, claveIn, grooveTicks, isLong } from '#core/groove'
import { type Kit, isHand, pieceOf } from '#core/kit'
import { present } from '#core/present'
import { isQuiet, styleOf } from '#core/style'
import { TICKS_PER_QUARTER } from '#core/time'
import { CRASHES, LOUD_ENDINGS } from './bounds'
import type { Transition } from './joins'
import type { FillGround } from './fill-ground'
import { type FillCell, cellsFor } from './fill-cells'
import { slotsWithin } from './make-fill'
import type { Fill, FillStroke } from './schema'

/** A fill held against the rules of taste: what it is, and what it asks. */
export interface FillTrial {
  fill: Fill
  ground: FillGround
  /** Its hands’ strokes in order, of the first take. */
  hands: readonly FillStroke[]
  /** How hard its worst way is inside, into it and out of it; from 2 on hard. */
  inside: readonly Transition[]
  into: readonly Transition[]
  out: readonly Transition[]
}

/** A rule by which fills are ranked, with the reason a drummer would give: a veto keeps a fill from being offered. */
export interface FillRule {
  id: string
  name: string
  kind: 'veto' | 'for' | 'against'
  weight?: number
  reason: string
  holds(trial: FillTrial): boolean
}

const hardest = (list: readonly Transition[]): number => list[0]?.asked?.hardness ?? 0
const pieces = ({ hands }: FillTrial): string[] => hands.map(stroke => stroke.piece)
const drums = (trial: FillTrial): number => new Set(pieces(trial)).size
const changes = (trial: FillTrial): number =>
  pieces(trial).filter((piece, i, all) => i > 0 && piece !== all[i - 1]).length
/** A floor tom, or of several drums of a kind the lowest; toms are high where there is a floor tom too. */
function isLow(kit: Kit, id: string | undefined): boolean {
  const piece = id === undefined ? undefined : pieceOf(kit, id)
  if (!piece || piece.kind === 'floor tom') return piece !== undefined
  if (piece.kind === 'tom' && kit.pieces.some(other => other.kind === 'floor tom')) return false
  const alike = kit.pieces.filter(other => other.kind === piece.kind)
  return alike.some(other => other.pitch > piece.pitch) && alike.every(other => other.pitch >= piece.pitch)
}
/** The row that a fill is, where the style has it or players turn it so. */
const rowOf = (fill: Fill, ground: FillGround): FillCell | undefined => {
  const { source } = fill
  return source.kind === 'row'
    ? cellsFor(ground, fill.length).find(({ text, grid }) => grid === fill.grid && text === source.text)
    : undefined
}
/** The share of the clave’s strokes under a fill that its hands meet; NaN where there is no clave, or none of it there. */
function claveMet({ fill, ground, hands }: FillTrial): number {
  const { bars, clave } = ground.round
  const all = (clave && claveIn(bars, clave)) ?? []
  const under = all.filter(at => at >= fill.from && at < fill.from + fill.length)
  const struck = new Set(hands.map(({ at }) => fill.from + at))
  return under.filter(at => struck.has(at)).length / under.length
}
/** How many ticks before a short note of the line above its snare may lie. */
const SET_UP = TICKS_PER_QUARTER
/** The share of the notes of the line above, under a fill and on the 1 after it, that it sets up: a short one by a snare stroke before it, a long one by a crash on it; NaN where there are none. */
function figureMet({ fill, ground: { round, next, kit }, hands }: FillTrial): number {
  const notesOf = (groove: Groove) => groove.guides.flatMap(guide => guide.notes)
  const after = fill.from + fill.length === grooveTicks(round) && next ? notesOf(next).filter(({ at }) => at === 0) : []
  const notes = [
    ...notesOf(round).map(note => ({ ...note, at: note.at - fill.from })),
    ...after.map(note => ({ ...note, at: fill.length })),
  ].filter(({ at }) => at > 0 && at <= fill.length)
  const kindOf = ({ piece }: FillStroke) => pieceOf(kit, piece)?.kind
  const all = [...hands, ...fill.landing.strokes.map(one => ({ ...one, at: one.at + fill.length }))]
  const met = notes.filter(note => {
    if (isLong(note)) return all.some(one => one.at === note.at && kindOf(one) === 'crash')
    const before = hands.findLast(({ at }) => at < note.at)
    return before && note.at - before.at <= SET_UP && kindOf(before) === 'snare'
  })
  return met.length / notes.length
}
const quiet = ({ ground }: FillTrial): boolean => isQuiet(ground.round.style)
const marked = ({ fill }: FillTrial): boolean => fill.ending !== 'none'

/** The rules; weights add up, and a fill is offered only where no veto speaks. */
export const FILL_TASTE: readonly FillRule[] = [
  {
    id: 'hard',
    name: 'Hard at this tempo',
    kind: 'veto',
    reason: 'A fill that is missed is worse than none.',
    holds: ({ inside, into, out }) => Math.max(hardest(inside), hardest(into), hardest(out)) >= 2,
  },
  {
    id: 'loud-quiet',
    name: 'A crash in a quiet style',
    kind: 'veto',
    reason: 'Quiet styles mark home with a softer thing.',
    holds: trial => quiet(trial) && LOUD_ENDINGS.includes(trial.fill.ending),
  },
  {
    id: 'accent-quiet',
    name: 'Loud throughout in a quiet style',
    kind: 'veto',
    reason: 'The band would have to play over it.',
    holds: trial => quiet(trial) && trial.hands.filter(stroke => stroke.level >= 4).length * 2 > trial.hands.length,
  },
  {
    id: 'fast-graces',
    name: 'Grace notes in a fast run',
    kind: 'veto',
    reason: 'The other hand has no time for them.',
    holds: ({ hands, inside }) =>
      hands.some(stroke => stroke.ornament === 'drag' || stroke.ornament === 'ruff') && hardest(inside) > 1,
  },
  {
    id: 'too-little',
    name: 'Hardly a stroke',
    kind: 'veto',
    reason: 'One stroke and the feet are a rest, and no fill.',
    holds: ({ hands, fill, ground }) => hands.length < Math.min(3, slotsWithin(ground.round, fill).length / 2),
  },
  {
    id: 'style-row',
    name: 'A row of the style',
    kind: 'for',
    weight: 0.5,
    reason: 'Players of the style play it; the band knows where it goes.',
    holds: ({ fill, ground }) => !!rowOf(fill, ground)?.own,
  },
  {
    id: 'usual-row',
    name: 'A row that is played often',
    kind: 'for',
    weight: 0.1,
    reason: 'What everybody plays is what a band expects.',
    holds: ({ fill, ground }) => (rowOf(fill, ground)?.weight ?? 0) > 1,
  },
  {
    id: 'home-marked',
    name: 'Home is marked',
    kind: 'for',
    weight: 0.3,
    reason: 'The band hears where 1 is.',
    holds: trial => marked(trial) || quiet(trial),
  },
  {
    id: 'ends-low',
    name: 'It ends low',
    kind: 'for',
    weight: 0.2,
    reason: 'A line that goes down has somewhere to arrive.',
    holds: trial => isLow(trial.ground.kit, pieces(trial).at(-1)),
  },
  {
    id: 'one-drum-swell',
    name: 'One drum, swelling',
    kind: 'for',
    weight: 0.2,
    reason: 'On one drum the loudness makes the line.',
    holds: trial => drums(trial) === 1 && (trial.fill.loudness === 'growing' || trial.fill.loudness === 'swell'),
  },
  {
    id: 'figure-again',
    name: 'A figure that comes again',
    kind: 'for',
    weight: 0.15,
    reason: 'What comes again is heard as meant.',
    holds: ({ hands, fill }) => fill.source.kind !== 'singles' && hands.length >= 6,
  },
  {
    id: 'few-drums',
    name: 'Two to four drums',
    kind: 'for',
    weight: 0.12,
    reason: 'So many can be followed by ear.',
    holds: trial => drums(trial) >= 2 && drums(trial) <= 4,
  },
  {
    id: 'easy-in',
    name: 'An easy way in and out',
    kind: 'for',
    weight: 0.2,
    reason: 'Time to get there is time to sound good.',
    holds: ({ into, out }) => Math.max(hardest(into), hardest(out)) <= 1,
  },
  {
    id: 'breath',
    name: 'It breathes',
    kind: 'for',
    weight: 0.08,
    reason: 'A rest says more than one more stroke.',
    holds: ({ hands, fill, ground }) => hands.length > 2 && hands.length < slotsWithin(ground.round, fill).length,
  },
  {
    id: 'with-clave',
    name: 'With the clave',
    kind: 'for',
    weight: 0.15,
    reason: 'Everybody else counts by it, also while you fill.',
    holds: trial => claveMet(trial) >= 0.5,
  },
  {
    id: 'past-clave',
    name: 'Past the clave',
    kind: 'against',
    weight: 0.15,
    reason: 'A fill that meets none of it leaves the others without a count.',
    holds: trial => claveMet(trial) === 0,
  },
  {
    id: 'figure-set-up',
    name: 'It sets up the line above',
    kind: 'for',
    weight: 0.35,
    reason: 'A snare before a short note and a crash on a long one tell the band when.',
    holds: trial => figureMet(trial) === 1,
  },
  {
    id: 'figure-missed',
    name: 'It plays past the line above',
    kind: 'against',
    weight: 0.25,
    reason: 'The band has a figure there, and waits for it to be set up.',
    holds: trial => figureMet(trial) === 0,
  },
  {
    id: 'feet-go-on',
    name: 'The feet go on',
    kind: 'for',
    weight: 0.08,
    reason: 'They hold the time while the hands are away.',
    holds: ({ fill, ground }) => fill.feet !== 'silent' && ground.round.parts.some(part => !isHand(part.limb)),
  },
  {
    id: 'restless',
    name: 'Another drum at every stroke',
    kind: 'against',
    weight: 0.25,
    reason: 'The ear loses the line.',
    holds: trial => changes(trial) > trial.hands.length * 0.6,
  },
  {
    id: 'demanding',
    name: 'Demanding at this tempo',
    kind: 'against',
    weight: 0.2,
    reason: 'It will be late on a long night.',
    holds: ({ inside, into, out }) => Math.max(hardest(inside), hardest(into), hardest(out)) > 1.5,
  },
  {
    id: 'jazz-crash',
    name: 'A crash for an ending in jazz',
    kind: 'against',
    weight: 0.15,
    reason: 'The ride carries on; home is marked by the bass drum.',
    holds: ({ fill, ground }) => styleOf(ground.round.style)?.family === 'jazz' && CRASHES.includes(fill.ending),
  },
]

/** What speaks for and against a fill, and the sum of it; undefined where a veto speaks. @internal */
export function judgedFill(
  trial: FillTrial,
  off: ReadonlySet<string> = new Set(),
): { score: number; speaks: FillRule[] } | undefined {
  let score = 0
  const speaks: FillRule[] = []
  for (const rule of FILL_TASTE) {
    if (off.has(rule.id) || !rule.holds(trial)) continue
    if (rule.kind === 'veto') return undefined
    score += (rule.kind === 'for' ? 1 : -1) * present(rule.weight, 'weight')
    speaks.push(rule)
  }
  return { score, speaks }
}
