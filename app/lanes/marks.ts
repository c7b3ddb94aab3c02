import type { PieceKind, StrokeKind } from '#core/kit'

/** A mark at the tip of a stick: an SVG path about (0, 0) for a radius of 1, and whether it is filled. */
export interface Mark { path: string, filled: boolean }

const ROUND = 'M-1 0a1 1 0 1 0 2 0a1 1 0 1 0-2 0z'
const CROSS = 'M-1-1L1 1M-1 1L1-1'
const DIAMOND = 'M0-1.25L1.1 0L0 1.25L-1.1 0z'

const MARKS: Record<PieceKind, { [kind in StrokeKind]?: Mark } & { hit: Mark }> = {
  'snare': {
    'hit': { path: ROUND, filled: true },
    'rim shot': { path: `${ROUND}M-1.6 1.6L1.6-1.6`, filled: true },
    'cross-stick': { path: `${ROUND}M-.7-.7L.7.7M-.7.7L.7-.7`, filled: false },
    'sweep': { path: 'M-1.5 0Q-.75-1.6 0 0T1.5 0', filled: false },
    'tap': { path: 'M-1.5 .6H1.5M-1.5-.6H1.5', filled: false },
    'buzz': { path: `${ROUND}M-1.4 1.7H1.4`, filled: true },
  },
  'hi-hat': {
    hit: { path: CROSS, filled: false },
    open: { path: `${ROUND}${CROSS}`, filled: false },
    chick: { path: CROSS, filled: false },
    splash: { path: `${ROUND}${CROSS}`, filled: false },
  },
  'ride': { hit: { path: 'M-1 .9L0-1L1 .9', filled: false }, bell: { path: DIAMOND, filled: true } },
  'crash': { hit: { path: `${CROSS}M0-1.4V1.4M-1.4 0H1.4`, filled: false } },
  'china': { hit: { path: `${CROSS}M-1.4-1.4H1.4`, filled: false } },
  'splash': { hit: { path: 'M0-1.3V1.3M-1.3 0H1.3', filled: false } },
  'timbale': { hit: { path: 'M-1 .9L0-1.1L1 .9z', filled: true } },
  'cowbell': { hit: { path: 'M-.6-1H.6L1.1 1H-1.1z', filled: true } },
  'block': { hit: { path: 'M-1.3-.55H1.3V.55H-1.3z', filled: true } },
  'tambourine': { hit: { path: 'M-1.1-.8L1.1-.8M-1.1 0H1.1M-1.1 .8H1.1', filled: false } },
  'pad': { hit: { path: 'M0-1.1L1.05-.35L.65.9H-.65L-1.05-.35z', filled: true } },
  'tom': { hit: { path: 'M-1-.9H1L0 1.1z', filled: true } },
  'floor tom': { hit: { path: 'M-1-1H1V1H-1z', filled: true } },
  'bass drum': { hit: { path: ROUND, filled: true } },
}

const UNKNOWN: Mark = { path: 'M-1-1H1V1H-1z', filled: false }

/** The mark of a stroke. Ghosts are drawn hollow where the mark is a filled one. */
export function markOf(kind: PieceKind | undefined, stroke: StrokeKind, level: number): Mark {
  if (!kind) return UNKNOWN
  const mark = MARKS[kind][stroke] ?? MARKS[kind].hit
  return level === 1 && mark.filled ? { ...mark, filled: false } : mark
}
