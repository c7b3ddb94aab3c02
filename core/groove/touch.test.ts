import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT, LIMBS, type Limb } from '#core/kit'
import { meter } from '#core/time'
import {
  type Groove,
  type Stroke,
  apply,
  asKind,
  asPiece,
  fillSlots,
  givenTo,
  makeBars,
  makeGroove,
  makePart,
  nextOnHats,
  readGroove,
  stretched,
  takenOut,
  touchSlot,
} from '.'

const empty = makeGroove({ id: 'g', title: 'G', bars: makeBars(meter(4, 4), 1, 4) })
const touch = (groove: Groove, limb: Limb, at: number, more: Partial<Parameters<typeof touchSlot>[3]> = {}): Groove => {
  const { edit } = touchSlot(groove, limb, at, { chosen: '', newId: 'new', ...more })
  const applied = apply(groove, edit)
  if (!applied.ok) throw new Error(applied.reason)
  return applied.value.document
}

describe('touching an empty slot', () => {
  // What each limb of a right-handed player usually has first.
  it.each<[Limb, string, string, string]>([
    ['RH', 'lead', 'hi-hat', 'hit'],
    ['LH', 'other', 'snare', 'hit'],
    ['RF', 'bass drum', 'bass drum', 'hit'],
    ['LF', 'hat foot', 'hi-hat', 'chick'],
  ])('of an empty lane gives %s its usual part', (limb, role, piece, stroke) => {
    expect(touch(empty, limb, 5040).parts).toMatchObject([
      { id: 'new', limb, role, strokes: [{ at: 5040, piece, stroke }] },
    ])
  })

  it('mirrors what is usual for a player who leads left', () => {
    expect(touch({ ...empty, lead: 'left' }, 'LH', 0).parts[0]).toMatchObject({
      role: 'lead',
      strokes: [{ piece: 'hi-hat' }],
    })
  })

  it('goes into the part chosen, like its neighbour, but does not copy an opening', () => {
    const strokes: Stroke[] = [
      { at: 0, piece: 'ride', stroke: 'bell', level: 4 },
      { at: 5040, piece: 'hi-hat', stroke: 'open', level: 4, openFor: 2520 },
    ]
    const two = {
      ...empty,
      parts: [makePart({ id: 'a', name: 'A', limb: 'RH' }), makePart({ id: 'b', name: 'B', limb: 'RH', strokes })],
    }
    expect(touch(two, 'RH', 2520, { chosen: 'b' }).parts[1]!.strokes[1]).toEqual({
      at: 2520,
      piece: 'ride',
      stroke: 'bell',
      level: 4,
    })
    expect(touch(two, 'RH', 7560, { chosen: 'b', level: 5 }).parts[1]!.strokes[2]).toEqual({
      at: 7560,
      piece: 'hi-hat',
      stroke: 'hit',
      level: 5,
    })
    expect(touch(two, 'RH', 0).parts[0]!.strokes).toHaveLength(1) // none chosen in this lane: its first part
  })

  it('fills what is empty of a span, on grids that change, and leaves what is there', () => {
    const bars = [...makeBars(meter(2, 4), 1, 2), ...makeBars(meter(2, 4), 1, 3)]
    const groove = {
      ...empty,
      bars,
      parts: [
        makePart({ id: 'a', name: 'A', limb: 'RH', strokes: [{ at: 2520, piece: 'ride', stroke: 'bell', level: 5 }] }),
      ],
    }
    // The neighbour is an accent: nobody asked for more of them.
    const filled = (limb: Limb, from: number, to: number, chosen = '') => {
      const touched = fillSlots(groove, limb, { from, to }, { chosen, newId: 'new' })
      const applied = touched && apply(groove, touched.edit)
      return applied?.ok
        ? applied.value.document.parts
            .find(part => part.id === touched!.part.id)!
            .strokes.map(one => [one.at, one.piece, one.level])
        : undefined
    }
    // Two bars of two quarters: eighths, then triplets, a quarter being 5040 ticks.
    expect(filled('RH', 0, 20160)).toEqual(
      [0, 2520, 5040, 7560, 10080, 11760, 13440, 15120, 16800, 18480].map(at => [at, 'ride', at === 2520 ? 5 : 3]),
    )
    expect(filled('RH', 2520, 5040)).toBeUndefined()
    expect(filled('LF', 10080, 15120)).toEqual([10080, 11760, 13440].map(at => [at, 'hi-hat', 3]))
  })

  it('of a part that repeats on its own fills its own slots once', () => {
    const part = makePart({
      id: 'a',
      name: 'A',
      limb: 'RH',
      every: 3780,
      strokes: [{ at: 0, piece: 'ride', stroke: 'hit', level: 3 }],
    })
    const { edit } = fillSlots(
      { ...empty, parts: [part] },
      'RH',
      { from: 0, to: 20160 },
      { chosen: 'a', newId: 'new' },
    )!
    expect(edit).toMatchObject({ type: 'strokes', put: [{ at: 1260 }, { at: 2520 }] })
  })

  it('always comes to a valid groove', () => {
    for (const limb of LIMBS) expect(readGroove(touch(empty, limb, 18900)).ok).toBe(true)
  })
})

describe('a stroke changed', () => {
  const hat: Stroke = { at: 1260, piece: 'hi-hat', stroke: 'hit', level: 3 }
  it('to open lasts until the next stroke on those hats, by hand or foot, round the bar line', () => {
    const [eighths, foot] = [[0, 2520, 17640], [5040]].map((ats, i) =>
      makePart({
        id: `p${i}`,
        name: 'P',
        limb: i ? 'LF' : 'RH',
        strokes: ats.map(at => ({ at, piece: 'hi-hat', stroke: i ? 'chick' : 'hit', level: 3 })),
      }),
    )
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
    expect(asPiece(empty, DEFAULT_KIT, 'RH', { ...hat, stroke: 'open', openFor: 2520 }, 'ride')).toEqual({
      ...hat,
      piece: 'ride',
    })
    expect(asPiece(empty, DEFAULT_KIT, 'LF', hat, 'snare')).toEqual(hat) // no foot reaches a snare
  })

  it('is stretched by slots, to one at the least', () => {
    const open: Stroke = { ...hat, stroke: 'open', openFor: 2520 }
    expect(stretched(empty, open, 1).openFor).toBe(3780)
    expect(stretched(empty, open, -5).openFor).toBe(1260)
    expect(stretched(empty, hat, 1)).toEqual(hat)
  })
})

describe('strokes by hand', () => {
  const shots = makePart({
    id: 'shots',
    name: 'Backbeat',
    role: 'backbeat',
    limb: 'LH',
    strokes: [5040, 15120].map(at => ({ at, piece: 'snare', stroke: 'rim shot', level: 5 })),
  })
  const hats = makePart({
    id: 'hats',
    name: 'Hi-hat',
    role: 'lead',
    limb: 'RH',
    strokes: [0, 2520, 5040].map(at => ({ at, piece: 'hi-hat', stroke: 'hit', level: 3 })),
  })
  const groove = { ...empty, parts: [shots, hats] }
  const after = (edit: ReturnType<typeof givenTo>) => {
    if (!edit.ok) return edit.reason
    const done = apply(groove, edit.value)
    if (!done.ok) return done.reason
    expect(apply(done.value.document, done.value.inverse)).toMatchObject({ ok: true, value: { document: groove } })
    return done.value.document.parts.map(
      part =>
        `${part.limb} ${part.name}: ${part.strokes.map(stroke => `${stroke.at / 1260} ${stroke.piece} ${stroke.stroke}`).join(', ')}`,
    )
  }

  it('a ghost beside a rim shot is a plain tap, an accent is another rim shot', () => {
    const put = (level: 1 | 5) => touchSlot(groove, 'LH', 3780, { chosen: 'shots', level, newId: 'new' }).stroke
    expect([put(1).stroke, put(5).stroke]).toEqual(['hit', 'rim shot'])
  })

  it('a part that is left with nothing goes', () => {
    expect(takenOut(shots, [5040])).toMatchObject({ type: 'strokes', remove: [5040] })
    expect(takenOut(shots, [5040, 15120])).toEqual({ type: 'remove part', partId: 'shots' })
  })

  it('go to another part in place of what is there, or to another limb in a part that is called what it plays', () => {
    expect(after(givenTo(groove, DEFAULT_KIT, hats, [5040], { partId: 'shots' }))).toEqual([
      'LH Backbeat: 4 hi-hat hit, 12 snare rim shot',
      'RH Hi-hat: 0 hi-hat hit, 2 hi-hat hit',
    ])
    expect(after(givenTo(groove, DEFAULT_KIT, hats, [0, 2520, 5040], { limb: 'LF', newId: 'foot' }))).toEqual([
      'LH Backbeat: 4 snare rim shot, 12 snare rim shot',
      'LF Hat foot: 0 hi-hat chick, 2 hi-hat chick, 4 hi-hat chick',
    ])
  })

  it('stay where the limb can’t play them, with the reason', () => {
    expect(after(givenTo(groove, DEFAULT_KIT, shots, [5040], { limb: 'RF', newId: 'foot' }))).toBe(
      'The right foot does not play the snare on this kit.',
    )
    expect(after(givenTo(groove, DEFAULT_KIT, shots, [5040], { partId: 'shots' }))).toBe(
      'Choose another part to give them to.',
    )
  })
})
