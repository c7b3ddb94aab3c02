import {
  type Kit,
  type Level,
  type Ornament,
  type Piece,
  type PieceKind,
  type StrokeKind,
  knownPiece,
  pieceOf,
} from '#core/kit'

/** What a letter of a tablature means: a stroke, an ornament, and how hard; in a capital it is an accent. */
interface Letter {
  stroke: StrokeKind
  ornament?: Ornament
  level: Level
}

const isDrum = (kind: PieceKind): boolean => ['snare', 'tom', 'floor tom', 'bass drum', 'timbale', 'pad'].includes(kind)

/** Letters that mean the same on everything: strokes and ornaments with a sign of their own. */
const COMMON: [letter: string, stroke: StrokeKind, ornament?: Ornament][] = [
  ['f', 'hit', 'flam'],
  ['d', 'hit', 'drag'],
  ['r', 'hit', 'ruff'],
  ['w', 'hit', 'double'],
  ['c', 'hit', 'choke'],
  ['i', 'rim shot'],
  ['b', 'bell'],
  ['z', 'buzz'],
  ['s', 'splash'],
  ['v', 'sweep'],
  ['t', 'tap'],
  ['h', 'half open'],
  ['l', 'loose'],
  ['k', 'tight'],
]

/** The letter of a stroke in lower case, an ornament only on a plain hit: `plainLetter('snare', { stroke: 'hit' }) // => 'o'`, on a cymbal `'x'`. */
function plainLetter(
  kind: PieceKind,
  { stroke, ornament }: { stroke: StrokeKind; ornament?: Ornament | undefined },
): string {
  const common = COMMON.find(
    ([, kindOf, grace]) => kindOf === stroke && (stroke === 'hit' ? grace && grace === ornament : true),
  )
  if (common) return common[0]
  if (stroke === 'open') return 'o'
  if (stroke === 'cross-stick') return 'x'
  return isDrum(kind) && stroke === 'hit' ? 'o' : 'x'
}

/** A stroke as one letter: small and plain, a capital for strong and accent, `g` for a ghost. @internal */
export function letterOf(
  kind: PieceKind,
  stroke: { stroke: StrokeKind; ornament?: Ornament | undefined; level: Level },
): string {
  const plain = plainLetter(kind, stroke)
  if (stroke.level === 1 && stroke.stroke === 'hit' && plain === (isDrum(kind) ? 'o' : 'x')) return 'g'
  return stroke.level >= 4 ? plain.toUpperCase() : plain
}

/** What a letter means on a kind of piece, by hand or foot; undefined for one that means nothing. Signs other people use are read too: `+` closed, `@` and `B` a buzz or a strong bass drum. @internal */
export function meaningOf(letter: string, kind: PieceKind, foot: boolean): Letter | undefined {
  const small = letter.toLowerCase()
  const level: Level = letter !== small ? 5 : 3
  if (foot && kind === 'hi-hat')
    return small === 's' ? { stroke: 'splash', level } : 'xo+*'.includes(small) ? { stroke: 'chick', level } : undefined
  if (small === 'g' || letter === '(') return { stroke: 'hit', level: 1 }
  if (small === 'x') return { stroke: kind === 'snare' ? 'cross-stick' : 'hit', level }
  if (small === 'o') return kind === 'hi-hat' ? { stroke: 'open', level } : { stroke: 'hit', level }
  if (letter === '+' || letter === '*') return { stroke: 'hit', level: 3 }
  if (letter === '#' || letter === '@')
    return { stroke: letter === '#' ? 'hit' : 'buzz', level: letter === '#' ? 5 : 3 }
  const common = COMMON.find(([one]) => one === small)
  if (common) return { stroke: common[1], ...(common[2] ? { ornament: common[2] } : {}), level }
  return undefined
}

/** Labels of lines that mean a piece of the kits that ship, the one to write first; those of the foot on the hats by themselves. */
const LABELS: [piece: string, ...labels: string[]][] = [
  ['hi-hat', 'HH', 'H', 'HAT', 'HATS', 'HIHAT', 'HI-HAT', 'CHH'],
  ['ride', 'RD', 'R', 'RIDE', 'RC', 'RI'],
  ['crash', 'CC', 'C', 'CR', 'C1', 'CRASH'],
  ['second crash', 'C2', 'CR2'],
  ['snare', 'SD', 'S', 'SN', 'SNARE'],
  ['high tom', 'T1', 'HT', 'TOM1', 'T'],
  ['mid tom', 'T2', 'MT', 'TOM2', 'LT'],
  ['floor tom', 'FT', 'F', 'T3', 'F1', 'FLOOR'],
  ['low floor tom', 'F2', 'T4'],
  ['high-mid tom', 'HM'],
  ['bass drum', 'BD', 'B', 'K', 'KD', 'BASS', 'KICK'],
  ['china', 'CH', 'CHINA'],
  ['splash', 'SP', 'SPLASH'],
  ['cowbell', 'CB', 'COWBELL'],
  ['tambourine', 'TB', 'TAMB'],
  ['second ride', 'R2'],
  ['high timbale', 'TH'],
  ['low timbale', 'TL'],
  ['high block', 'WH', 'WB'],
  ['low block', 'WL'],
  ['pad', 'PD', 'PAD'],
]
const FOOT_HAT = ['HF', 'FH', 'PH', 'HP', 'FOOT']

/** The piece a label means, and whether the foot plays it: `pieceOfLabel('SD') // => { piece: 'snare', foot: false }`; undefined for one that means nothing. */
export function pieceOfLabel(
  label: string,
  told: ReadonlyMap<string, string> = new Map(),
): { piece: string; foot: boolean } | undefined {
  const name = label.trim().toUpperCase()
  if (FOOT_HAT.includes(name)) return { piece: 'hi-hat', foot: true }
  const piece = told.get(name) ?? LABELS.find(([, ...labels]) => labels.includes(name))?.[0]
  return piece === undefined ? undefined : { piece, foot: false }
}

/** The label of a piece's line: that which is usual, else its first letters, unlike those in use. @internal */
export function labelOf(piece: string, foot: boolean, used: ReadonlySet<string>): string {
  if (foot && piece === 'hi-hat') return FOOT_HAT[0]!
  const usual = LABELS.find(([id]) => id === piece)?.[1]
  if (usual && !used.has(usual)) return usual
  const letters = piece.toUpperCase().replace(/[^A-Z0-9]/g, '') || 'P'
  for (let n = 2; n <= letters.length; n++)
    if (!used.has(letters.slice(0, n)) && !pieceOfLabel(letters.slice(0, n))) return letters.slice(0, n)
  for (let n = 1; ; n++) if (!used.has(`P${n}`)) return `P${n}`
}

/** The kind of a piece by its id, on a kit or on those that ship; a piece nobody knows is taken for a tom. @internal */
export const kindOfPiece = (kit: Kit | undefined, id: string): Piece['kind'] =>
  (kit && pieceOf(kit, id)?.kind) ?? knownPiece(id)?.kind ?? 'tom'
