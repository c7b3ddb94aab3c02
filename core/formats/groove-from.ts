import { groupedBy } from '#core/grouped'
import { type Groove, type Part, type Stroke, makeGroove, makePart } from '#core/groove'
import { type Kit, type Limb, pieceOf } from '#core/kit'
import {
  type LimbStroke,
  type Struck,
  type Solved,
  limbsFor,
  partsFrom,
  sayDoubt,
  sayLeftOut,
  sayShared,
} from '#core/limbs'
import { present } from '#core/present'
import { type Counting, NUMBERS, barStarts, beatsOf, swingOf, tickSeconds } from '#core/time'
import type { Cut } from './cut'
import type { Score, ScoreStroke } from './score'

/** A stroke whose limb is open to choice: its place in the list of strokes of the cut, the limb taken and the other that would do. */
interface Choice {
  index: number
  limb: Limb
  other: Limb
  says: string
}

/** A groove made of a stretch of a score: with limbs for every stroke, what cannot be played, and where another limb would do as well. */
export interface FromScore {
  groove: Groove
  left: string[]
  choices: Choice[]
  /** What a kit with more on it would make easier, a sentence each. */
  doubts: string[]
}

interface FromWish {
  kit: Kit
  lead: 'right' | 'left'
  id: string
  title: string
  newId: (i: number) => string
  /** Limbs that the player has chosen, by the place of the stroke in the stretch. */
  fixed?: ReadonlyMap<number, Limb>
  counting?: Counting | undefined
}

/**
 * The strokes of a stretch, in order, their places counted from its first bar.
 */
function strokesIn(
  { bars, strokes }: Pick<Score, 'bars' | 'strokes'>,
  { from, bars: many }: Pick<Cut, 'from' | 'bars'>,
): ScoreStroke[] {
  const starts = barStarts(bars)
  return strokes
    .filter(stroke => stroke.at >= starts[from]! && stroke.at < starts[from + many]!)
    .map(stroke => ({ ...stroke, at: stroke.at - starts[from]! }))
}

/**
 * A stretch of a score as a groove. Strokes whose limbs the file gives keep them, and the parts it tells; the others are given limbs by
 * least strain, played round, and parts by their role. What a third hand would have to do is left out, or done by the foot where it can be.
 * @example grooveFrom(readMidi(midi, kit).value, cutsOf(readMidi(midi, kit).value)[0], { kit, lead: 'right', id: 'back', title: 'Back', newId: i => `part-${i}` }).groove.parts.map(part => part.limb) // => ['RH', 'LH', 'LH', 'RF']
 */
export function grooveFrom(
  score: Score,
  cut: Cut,
  { kit, lead, id, title, newId, fixed, counting: own }: FromWish,
): FromScore {
  // Bars are called by their numbers in the file.
  const counting: Counting = { ...(own ?? NUMBERS), bars: Array.from({ length: cut.bars }, (_, i) => cut.from + i + 1) }
  const bars = score.bars.slice(cut.from, cut.from + cut.bars) as Groove['bars']
  const strokes = strokesIn(score, cut)
  const tempo = score.tempos.findLast(one => one.bar <= cut.from)?.tempo ?? score.tempo
  const { solved, limbOf } = limbsIn(strokes, { bars, tempo, swing: score.swing, kit, lead, fixed })
  const shell = { bars }
  const name = (piece: string) => pieceOf(kit, piece)?.name ?? piece
  const left = solved.left.map(one => sayLeftOut(shell, one, name(strokes[one.index]!.piece), [one.at], counting))
  const choices = solved.doubts.map((doubt): Choice => ({
    index: doubt.index,
    limb: doubt.limb,
    other: doubt.other,
    says: sayDoubt(shell, doubt, name(strokes[doubt.index]!.piece), [strokes[doubt.index]!.at], counting),
  }))
  const fast = [...new Set(solved.shared.map(i => strokes[i]!.piece))]
  const doubts = fast.map(piece => {
    const mine = solved.shared.filter(i => strokes[i]!.piece === piece)
    return sayShared(
      shell,
      name(piece),
      mine.map(i => strokes[i]!.at),
      counting,
    )
  })
  const told = strokes.every(stroke => stroke.limb && stroke.part)
  const made: LimbStroke[] = strokes.flatMap((one, i) => {
    const instead = solved.left.find(lost => lost.index === i)?.instead
    const limb = limbOf(i) ?? instead?.limb
    return limb ? [{ limb, stroke: strokeOf(instead ? { ...one, stroke: instead.stroke } : one), role: one.role }] : []
  })
  const parts = told
    ? toldParts(strokes, newId)
    : partsFrom(bars, made, newId, { kindOf: piece => pieceOf(kit, piece)?.kind })
  return {
    groove: makeGroove({
      id,
      title: title.slice(0, 120) || 'Untitled',
      bars,
      tempo,
      feel: { swing: score.swing, push: score.push ?? {} },
      kitId: kit.id,
      lead,
      parts: parts.map(part => withOwnSwing(part, score.swings)),
    }),
    left,
    choices,
    doubts,
  }
}

/** A part of one piece that swings by itself has that swing. */
function withOwnSwing(part: Part, swings: Score['swings'] = {}): Part {
  const [first, ...others] = new Set(part.strokes.map(stroke => stroke.piece))
  const swing = first !== undefined && !others.length ? swings[first] : undefined
  return swing ? { ...part, swing } : part
}

const strokeOf = ({ at, piece, stroke, level, ornament, openFor }: ScoreStroke): Stroke => ({
  at,
  piece,
  stroke,
  level,
  ...(ornament ? { ornament } : {}),
  ...(openFor && stroke === 'open' ? { openFor } : {}),
})

/** Limbs for strokes in bars played round and round, those that the file gives kept. */
function limbsIn(
  strokes: readonly ScoreStroke[],
  {
    bars,
    tempo,
    swing,
    kit,
    lead,
    fixed,
  }: Pick<Score, 'bars' | 'tempo' | 'swing'> &
    Pick<FromWish, 'kit' | 'lead'> & { fixed: FromWish['fixed'] | undefined },
): { solved: Solved; limbOf: (i: number) => Limb | undefined } {
  const beats = beatsOf(bars)
  const swung = swingOf(beats, swing ?? undefined)
  const perTick = tickSeconds(tempo)
  const starts = new Set(beats.map(beat => beat.at))
  const struck = strokes.map((one): Struck => ({
    at: one.at,
    seconds: swung(one.at) * perTick,
    piece: one.piece,
    stroke: one.stroke,
    level: one.level,
    beat: starts.has(one.at),
  }))
  const known = new Map(strokes.flatMap((one, i) => (one.limb ? [[i, one.limb] as const] : [])))
  for (const [i, limb] of fixed ?? []) known.set(i, limb)
  const solved = limbsFor(struck, { kit, lead, fixed: known, loop: barStarts(bars).at(-1)! * perTick })
  // What the file gives stays as it is given, though a body could not do it: that is the readout's to say.
  return {
    solved: {
      ...solved,
      left: solved.left.filter(one => !strokes[one.index]!.limb),
      doubts: solved.doubts.filter(one => !strokes[one.index]!.limb),
      shared: solved.shared.filter(index => !strokes[index]!.limb),
    },
    limbOf: i => strokes[i]!.limb ?? solved.limbs[i],
  }
}

/** Parts as the file gives them. */
function toldParts(strokes: readonly ScoreStroke[], newId: (i: number) => string): Groove['parts'] {
  const found = groupedBy(strokes, stroke => `${stroke.limb} ${stroke.part}`)
  return [...found.values()].map((list, i) =>
    makePart({
      id: newId(i),
      name: present(list[0]!.part, 'part').slice(0, 60),
      limb: present(list[0]!.limb, 'limb'),
      role: list[0]!.role ?? 'other',
      strokes: list.filter((one, n) => list[n - 1]?.at !== one.at).map(strokeOf),
    }),
  )
}
