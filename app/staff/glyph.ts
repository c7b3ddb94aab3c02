import type { NoteValue } from '#core/time'

/** A shape of a picture: its element and its attributes. */
interface Shape {
  tag: 'ellipse' | 'path' | 'circle'
  is: Record<string, string>
}

/** The box that a note is drawn in. */
export const NOTE_BOX = { width: 14, height: 20 } as const

/** A note value as the shapes of a note: half, quarter, eighth or sixteenth, dotted or plain. Drawn, since few faces have all of them. */
export function noteShapes(counts: NoteValue): Shape[] {
  const plain = Number(counts.replace('.', '').split('/')[1])
  const flags = ({ 8: 1, 16: 2 } as Record<number, number>)[plain] ?? 0
  const line = { stroke: 'currentColor', 'stroke-width': '1.3', fill: 'none' }
  return [
    {
      tag: 'ellipse',
      is: {
        cx: '4.4',
        cy: '16',
        rx: '3.6',
        ry: '2.6',
        transform: 'rotate(-20 4.4 16)',
        fill: plain === 2 ? 'none' : 'currentColor',
        stroke: 'currentColor',
        'stroke-width': '1.2',
      },
    },
    { tag: 'path', is: { d: 'M7.8 15V2', ...line } },
    ...Array.from({ length: flags }, (_, flag): Shape => ({
      tag: 'path',
      is: { d: `M7.8 ${2 + flag * 4}c.4 3 4 3.2 3.2 7.4`, ...line },
    })),
    ...(counts.endsWith('.')
      ? [{ tag: 'circle' as const, is: { cx: '11.6', cy: '16', r: '1.3', fill: 'currentColor' } }]
      : []),
  ]
}
