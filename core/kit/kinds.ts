import { present } from '#core/present'
/** What a piece is, which decides its usual sound, its mark and its place on a staff. */
export const PIECE_KINDS = [
  'snare',
  'hi-hat',
  'ride',
  'crash',
  'china',
  'splash',
  'tom',
  'floor tom',
  'bass drum',
  'timbale',
  'cowbell',
  'block',
  'tambourine',
  'pad',
] as const
export type PieceKind = (typeof PIECE_KINDS)[number]

/** How near one kind is to another for a player who lacks the one: kinds of one family may stand in for each other, nearest first. */
const FAMILIES: readonly (readonly PieceKind[])[] = [
  ['snare', 'pad', 'timbale'],
  ['tom', 'floor tom', 'timbale'],
  ['hi-hat', 'ride', 'tambourine'],
  ['ride', 'hi-hat', 'crash'],
  ['crash', 'china', 'ride', 'splash'],
  ['splash', 'crash', 'china'],
  ['china', 'crash', 'splash', 'ride'],
  ['cowbell', 'block', 'ride'],
  ['block', 'cowbell'],
  ['tambourine', 'hi-hat', 'cowbell'],
  ['timbale', 'tom', 'snare'],
  ['floor tom', 'tom', 'bass drum'],
  ['bass drum', 'floor tom'],
  ['pad', 'snare', 'tom'],
]

/** How far a kind is from another: 0 for itself, then the steps within its family, 9 for strangers. @internal */
export function kindDistance(from: PieceKind, to: PieceKind): number {
  const place = present(
    FAMILIES.find(family => family[0] === from),
    'family',
  ).indexOf(to)
  return place < 0 ? 9 : place
}
