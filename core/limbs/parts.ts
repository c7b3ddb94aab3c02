import { type Groove, type Part, type Role, type Stroke, described, makePart } from '#core/groove'
import { LIMBS, type Limb, type PieceKind, freeName, isHand, knownPiece } from '#core/kit'
import { present } from '#core/present'
import { TIME_KINDS } from './habits'

/** A stroke of a groove with the limb that makes it. */
export interface LimbStroke {
  limb: Limb
  stroke: Stroke
  role?: Role | undefined
}

/** What strokes of one limb belong to, before they are a part: `groupOf('LH', { piece: 'snare', level: 1 }, () => 'snare') // => 'ghosts'`. */
export function groupOf(
  limb: Limb,
  { piece, level }: Stroke,
  kindOf: (piece: string) => PieceKind | undefined,
): string {
  const kind = kindOf(piece)
  if (!isHand(limb)) return kind === 'hi-hat' || kind === 'bass drum' ? kind : piece
  if (kind === 'snare' || kind === 'pad') return level <= 1 ? 'ghosts' : 'snare'
  return kind && TIME_KINDS.includes(kind) ? 'time' : 'round the kit'
}

/** Groups in the order of a limb's parts. */
const ORDER = ['time', 'snare', 'ghosts', 'round the kit', 'bass drum', 'hi-hat']

/**
 * Parts for strokes whose limbs are known: for each limb the time, the snare, its ghosts and the rest by themselves, each named and given a
 * role by what is in it. Two strokes of a limb at one instant, on pieces that stand side by side, go to two parts.
 * @example partsFrom(bars, [{ limb: 'LH', stroke: { at: 5040, piece: 'snare', stroke: 'hit', level: 5 } }], i => `part-${i}`).map(one => one.role) // => ['other']
 */
export function partsFrom(
  bars: Groove['bars'],
  strokes: readonly LimbStroke[],
  newId: (i: number) => string,
  {
    kindOf = piece => knownPiece(piece)?.kind,
    called = name => name,
  }: { kindOf?: (piece: string) => PieceKind | undefined; called?: (name: string) => string } = {},
): Part[] {
  const groups = new Map<string, { limb: Limb; group: string; strokes: Stroke[]; ats: Set<number> }>()
  for (const { limb, stroke } of strokes) {
    const group = groupOf(limb, stroke, kindOf)
    for (let n = 0; ; n++) {
      const key = `${limb} ${group} ${n}`
      const found = groups.get(key) ?? { limb, group, strokes: [], ats: new Set() }
      groups.set(key, found)
      if (found.ats.has(stroke.at)) continue
      found.ats.add(stroke.at)
      found.strokes.push(stroke)
      break
    }
  }
  const place = (group: string) => (ORDER.includes(group) ? ORDER.indexOf(group) : ORDER.length)
  const sorted = [...groups.values()].sort(
    (a, b) => LIMBS.indexOf(a.limb) - LIMBS.indexOf(b.limb) || place(a.group) - place(b.group),
  )
  const parts: Part[] = []
  sorted.forEach(({ limb, strokes: mine }, i) => {
    const bare = { id: newId(i), limb, every: null, strokes: mine.toSorted((a, b) => a.at - b.at) }
    const { name, role } = present(described({ bars, parts }, bare), 'part')
    parts.push(
      makePart({
        ...bare,
        name: freeName(
          parts.map(part => part.name),
          called(name),
        ),
        role,
      }),
    )
  })
  return parts
}
