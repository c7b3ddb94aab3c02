import { describe, expect, it } from 'vitest'
import { makeBars, makeGroove, makePart } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { meter } from '#core/time'
import { SMALL, layOut } from './geometry'
import { sticksOf } from './sticks'
import { stillPaths } from './still'

const bars = makeBars(meter(4, 4), 1, 4)
const stroke = (at: number, more: object = {}) => ({
  at,
  piece: 'snare',
  stroke: 'hit' as const,
  level: 5 as const,
  ...more,
})
function paths(...strokes: ReturnType<typeof stroke>[]) {
  const geometry = layOut(bars, ['RH', 'LH', 'RF', 'LF'], 300, SMALL)
  const groove = makeGroove({
    id: 'g',
    title: 'G',
    bars,
    parts: [makePart({ id: 'a', name: 'a', limb: 'LH', strokes })],
  })
  return { geometry, limbs: stillPaths(sticksOf(groove, DEFAULT_KIT, geometry), geometry) }
}
const pens = (path: string) => path.match(/M/g)?.length ?? 0

describe('a groove drawn still', () => {
  it('has a line a stick in its limb’s lane, and none elsewhere', () => {
    const { limbs } = paths(stroke(0), stroke(5040))
    expect(limbs.map(limb => pens(limb.lines))).toEqual([0, 2, 0, 0])
    expect(limbs[1]!.hollow).toBe('')
  })

  it('shows ornaments: one, two and three small sticks before the stick, a slash across a double', () => {
    const { limbs } = paths(
      stroke(1260, { ornament: 'flam' }),
      stroke(5040, { ornament: 'drag' }),
      stroke(10080, { ornament: 'ruff' }),
      stroke(15120, { ornament: 'double' }),
    )
    expect(pens(limbs[1]!.lines)).toBe(4 + 1 + 2 + 3 + 1)
  })

  it('shows a ghost hollow', () => {
    const { limbs } = paths(stroke(0, { level: 1 }), stroke(5040))
    expect([pens(limbs[1]!.hollow), pens(limbs[1]!.filled)]).toEqual([1, 1])
  })

  it('shows an open hat as a bar to where it closes', () => {
    const { geometry, limbs } = paths(stroke(0), {
      ...stroke(5040),
      piece: 'hi-hat',
      stroke: 'open' as never,
      openFor: 2520,
    } as never)
    expect(limbs[1]!.open.endsWith(`H${geometry.xOf(7560)}`)).toBe(true)
  })
})
