import type { PieceKind, StrokeKind } from '#core/kit'

type Line = readonly (readonly [x: number, y: number])[]
/** A mark at the tip of a stick, drawn about (0, 0) for a radius of 1: a circle, lines through points (closed where they end at their start), and whether it is filled. */
export interface Mark {
  circle: boolean
  lines: readonly Line[]
  filled: boolean
}

const shape = (circle: boolean, filled: boolean, ...lines: Line[]): Mark => ({ circle, lines, filled })
const CROSS: Line[] = [
  [
    [-1, -1],
    [1, 1],
  ],
  [
    [-1, 1],
    [1, -1],
  ],
]

const MARKS: Record<PieceKind, { [kind in StrokeKind]?: Mark } & { hit: Mark }> = {
  snare: {
    hit: shape(true, true),
    'rim shot': shape(true, true, [
      [-1.6, 1.6],
      [1.6, -1.6],
    ]),
    'cross-stick': shape(
      true,
      false,
      [
        [-0.7, -0.7],
        [0.7, 0.7],
      ],
      [
        [-0.7, 0.7],
        [0.7, -0.7],
      ],
    ),
    sweep: shape(false, false, [
      [-1.5, 0],
      [-1.1, -0.7],
      [-0.5, -0.7],
      [0, 0],
      [0.5, 0.7],
      [1.1, 0.7],
      [1.5, 0],
    ]),
    tap: shape(
      false,
      false,
      [
        [-1.5, 0.6],
        [1.5, 0.6],
      ],
      [
        [-1.5, -0.6],
        [1.5, -0.6],
      ],
    ),
    buzz: shape(true, true, [
      [-1.4, 1.7],
      [1.4, 1.7],
    ]),
  },
  'hi-hat': {
    hit: shape(false, false, ...CROSS),
    open: shape(true, false, ...CROSS),
    'half open': shape(true, false, [
      [-1.5, 1.5],
      [1.5, -1.5],
    ]),
    loose: shape(false, false, ...CROSS, [
      [-1.3, -1.5],
      [1.3, -1.5],
    ]),
    tight: shape(false, false, ...CROSS, [
      [-1.3, 1.4],
      [1.3, 1.4],
    ]),
    chick: shape(false, false, ...CROSS),
    splash: shape(true, false, ...CROSS),
  },
  ride: {
    hit: shape(false, false, [
      [-1, 0.9],
      [0, -1],
      [1, 0.9],
    ]),
    bell: shape(false, true, [
      [0, -1.25],
      [1.1, 0],
      [0, 1.25],
      [-1.1, 0],
      [0, -1.25],
    ]),
  },
  crash: {
    hit: shape(
      false,
      false,
      ...CROSS,
      [
        [0, -1.4],
        [0, 1.4],
      ],
      [
        [-1.4, 0],
        [1.4, 0],
      ],
    ),
  },
  china: {
    hit: shape(false, false, ...CROSS, [
      [-1.4, -1.4],
      [1.4, -1.4],
    ]),
  },
  splash: {
    hit: shape(
      false,
      false,
      [
        [0, -1.3],
        [0, 1.3],
      ],
      [
        [-1.3, 0],
        [1.3, 0],
      ],
    ),
  },
  tom: {
    hit: shape(false, true, [
      [-1, -0.9],
      [1, -0.9],
      [0, 1.1],
      [-1, -0.9],
    ]),
  },
  'floor tom': {
    hit: shape(false, true, [
      [-1, -1],
      [1, -1],
      [1, 1],
      [-1, 1],
      [-1, -1],
    ]),
  },
  'bass drum': { hit: shape(true, true) },
  timbale: {
    hit: shape(false, true, [
      [-1, 0.9],
      [0, -1.1],
      [1, 0.9],
      [-1, 0.9],
    ]),
  },
  cowbell: {
    hit: shape(false, true, [
      [-0.6, -1],
      [0.6, -1],
      [1.1, 1],
      [-1.1, 1],
      [-0.6, -1],
    ]),
  },
  block: {
    hit: shape(false, true, [
      [-1.3, -0.55],
      [1.3, -0.55],
      [1.3, 0.55],
      [-1.3, 0.55],
      [-1.3, -0.55],
    ]),
  },
  tambourine: {
    hit: shape(
      false,
      false,
      [
        [-1.1, -0.8],
        [1.1, -0.8],
      ],
      [
        [-1.1, 0],
        [1.1, 0],
      ],
      [
        [-1.1, 0.8],
        [1.1, 0.8],
      ],
    ),
  },
  pad: {
    hit: shape(false, true, [
      [0, -1.1],
      [1.05, -0.35],
      [0.65, 0.9],
      [-0.65, 0.9],
      [-1.05, -0.35],
      [0, -1.1],
    ]),
  },
}

const UNKNOWN: Mark = shape(false, false, [
  [-1, -1],
  [1, -1],
  [1, 1],
  [-1, 1],
  [-1, -1],
])
const HOLLOW = new Map<Mark, Mark>()

/**
 * The mark of a stroke. Ghosts are drawn hollow where the mark is a filled one.
 * @example markOf('snare', 'cross-stick', 3) // => { circle: true, lines: [[[-0.7, -0.7], [0.7, 0.7]], [[-0.7, 0.7], [0.7, -0.7]]], filled: false }
 */
export function markOf(kind: PieceKind | undefined, stroke: StrokeKind, level: number): Mark {
  if (!kind) return UNKNOWN
  const mark = MARKS[kind][stroke] ?? MARKS[kind].hit
  if (level !== 1 || !mark.filled) return mark
  if (!HOLLOW.has(mark)) HOLLOW.set(mark, { ...mark, filled: false })
  return HOLLOW.get(mark)!
}

const round = (n: number): number => Math.round(n * 100) / 100

/**
 * A mark as an SVG path about a point, for a radius in pixels. Points are where they are in the picture: a transform on
 * each of hundreds of marks costs the browser more than all their lines.
 * @example markPath(markOf('hi-hat', 'hit', 3), 10, 10, 4) // => 'M6 6L14 14M6 14L14 6'
 */
export function markPath({ circle, lines }: Mark, x: number, y: number, r: number): string {
  const ring = circle ? `M${round(x - r)} ${round(y)}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0z` : ''
  return (
    ring +
    lines
      .map(line => line.map(([dx, dy], i) => `${i ? 'L' : 'M'}${round(x + dx * r)} ${round(y + dy * r)}`).join(''))
      .join('')
  )
}
