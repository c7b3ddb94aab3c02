import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT, LIMBS, type Limb } from '#core/kit'
import { meter } from '#core/time'
import { type Groove, type Stroke, apply, asKind, asPiece, makeBars, makeGroove, makePart, nextOnHats, readGroove, stretched, touchSlot } from '.'

const empty = makeGroove({ id: 'g', title: 'G', bars: makeBars(meter(4, 4), 1, 4) })
const touch = (groove: Groove, limb: Limb, at: number, more: Partial<Parameters<typeof touchSlot>[3]> = {}): Groove => {
  const { edit } = touchSlot(groove, limb, at, { chosen: '', newId: 'new', ...more })
  const applied = apply(groove, edit)
  if (!applied.ok) throw new Error(applied.reason)
  return applied.value.groove
}

describe('touching an empty slot', () => {
  // What each limb of a right-handed player usually has first.
  it.each<[Limb, string, string, string]>([
    ['RH', 'lead', 'hi-hat', 'hit'],
    ['LH', 'backbeat', 'snare', 'hit'],
    ['RF', 'bass drum', 'bass drum', 'hit'],
    ['LF', 'hat foot', 'hi-hat', 'chick'],
  ])('of an empty lane gives %s its usual part', (limb, role, piece, stroke) => {
    expect(touch(empty, limb, 5040).parts).toMatchObject([{ id: 'new', limb, role, strokes: [{ at: 5040, piece, stroke }] }])
  })

  it('mirrors what is usual for a player who leads left', () => {
    expect(touch({ ...empty, lead: 'left' }, 'LH', 0).parts[0]).toMatchObject({ role: 'lead', strokes: [{ piece: 'hi-hat' }] })
  })

  it('goes into the part chosen, like its neighbour, but does not copy an opening', () => {
    const strokes: Stroke[] = [{ at: 0, piece: 'ride', stroke: 'bell', level: 4 }, { at: 5040, piece: 'hi-hat', stroke: 'open', level: 4, openFor: 2520 }]
    const two = { ...empty, parts: [makePart({ id: 'a', name: 'A', limb: 'RH' }), makePart({ id: 'b', name: 'B', limb: 'RH', strokes })] }
    expect(touch(two, 'RH', 2520, { chosen: 'b' }).parts[1]!.strokes[1]).toEqual({ at: 2520, piece: 'ride', stroke: 'bell', level: 3 })
    expect(touch(two, 'RH', 7560, { chosen: 'b', level: 5 }).parts[1]!.strokes[2]).toEqual({ at: 7560, piece: 'hi-hat', stroke: 'hit', level: 5 })
    expect(touch(two, 'RH', 0).parts[0]!.strokes).toHaveLength(1) // none chosen in this lane: its first part
  })

  it('always comes to a valid groove', () => {
    for (const limb of LIMBS) expect(readGroove(touch(empty, limb, 18900)).ok).toBe(true)
  })
})

describe('a stroke changed', () => {
  const hat: Stroke = { at: 1260, piece: 'hi-hat', stroke: 'hit', level: 3 }
  it('to open lasts until the next stroke on those hats, by hand or foot, round the bar line', () => {
    const [eighths, foot] = [[0, 2520, 17640], [5040]].map((ats, i) => makePart({ id: `p${i}`, name: 'P', limb: i ? 'LF' : 'RH', strokes: ats.map(at => ({ at, piece: 'hi-hat', stroke: i ? 'chick' : 'hit', level: 3 })) }))
    const groove = { ...empty, parts: [eighths!, foot!] }
    // & of 1 is closed by the foot on 2; & of 4 by the hand on 1; alone it lasts a slot.
    expect(nextOnHats(groove, { at: 2520, piece: 'hi-hat' })).toEqual({ at: 5040, after: 2520, byFoot: true })
    expect(nextOnHats(groove, { at: 17640, piece: 'hi-hat' })).toEqual({ at: 0, after: 2520, byFoot: false })
    expect(asKind(groove, { ...hat, at: 5040 }, 'open').openFor).toBe(12600)
    expect(nextOnHats({ ...empty, parts: [{ ...foot!, muted: true }] }, { at: 0, piece: 'hi-hat' })).toBeUndefined()
  })

  it('to open lasts a slot where nothing else strikes them, and to anything else loses its length', () => {
    const open = asKind(empty, hat, 'open')
    expect(open).toEqual({ ...hat, stroke: 'open', openFor: 1260 })
    expect(asKind(empty, open, 'hit')).toEqual(hat)
  })

  it('to another piece keeps its kind where it can', () => {
    const rim: Stroke = { ...hat, piece: 'snare', stroke: 'rim shot' }
    expect(asPiece(empty, DEFAULT_KIT, 'LH', rim, 'high tom')).toMatchObject({ piece: 'high tom', stroke: 'hit' })
    expect(asPiece(empty, DEFAULT_KIT, 'RH', { ...hat, stroke: 'open', openFor: 2520 }, 'ride')).toEqual({ ...hat, piece: 'ride' })
    expect(asPiece(empty, DEFAULT_KIT, 'LF', hat, 'snare')).toEqual(hat) // no foot reaches a snare
  })

  it('is stretched by slots, to one at the least', () => {
    const open: Stroke = { ...hat, stroke: 'open', openFor: 2520 }
    expect(stretched(empty, open, 1).openFor).toBe(3780)
    expect(stretched(empty, open, -5).openFor).toBe(1260)
    expect(stretched(empty, hat, 1)).toEqual(hat)
  })
})
