import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { grooves } from '../../test/arbitrary'
import { beginHistory, make, redo, undo } from '#core/history'
import { meter, slotsOf } from '#core/time'
import {
  type Edit,
  type Groove,
  type Stroke,
  alterStrokes,
  apply,
  makeBars,
  makeGroove,
  makePart,
  putStrokes,
  readGroove,
  renamed,
  sayLost,
  shiftStrokes,
  takeStrokes,
} from '.'
import { reshape } from './commands'

const stroke = (at: number, level: Stroke['level'] = 3): Stroke => ({ at, piece: 'snare', stroke: 'hit', level })
const groove = makeGroove({
  id: 'g',
  title: 'G',
  bars: makeBars(meter(4, 4), 1, 4),
  parts: [
    makePart({
      id: 'back',
      name: 'Backbeat',
      limb: 'LH',
      role: 'backbeat',
      strokes: [stroke(5040, 5), stroke(15120, 5)],
    }),
  ],
})
const part = groove.parts[0]!

const done = (from: Groove, edit: Edit): Groove => {
  const applied = apply(from, edit)
  if (!applied.ok) throw new Error(applied.reason)
  return applied.value.document
}

/** Edits that a player might make to this groove, of every kind. */
const editsOf = (of: Groove): fc.Arbitrary<Edit> => {
  const ats = slotsOf(of.bars).map(slot => slot.at)
  const partId = fc.constantFrom(...of.parts.map(one => one.id))
  const at = fc.constantFrom(...ats)
  return fc.oneof(
    fc.record({
      type: fc.constant('facts' as const),
      set: fc.record({ title: fc.constantFrom('A', 'B'), tempo: fc.constant({ bpm: 90, counts: '1/4' as const }) }),
    }),
    fc.tuple(partId, at).map(([id, tick]) =>
      putStrokes(
        of.parts.find(one => one.id === id)!,
        [stroke(tick, 4)],
      ),
    ),
    fc.tuple(partId, fc.integer({ min: -20, max: 20 })).map(([id, slots]) => {
      const chosen = of.parts.find(one => one.id === id)!
      return shiftStrokes(
        of,
        chosen,
        chosen.strokes.map(one => one.at),
        slots,
      )
    }),
    partId.map(id => ({ type: 'remove part' as const, partId: id })),
    fc
      .tuple(partId, fc.integer({ min: 0, max: 3 }))
      .map(([id, index]) => ({ type: 'order' as const, partId: id, index })),
    fc
      .tuple(partId, fc.boolean())
      .map(([id, muted]) => ({ type: 'part' as const, partId: id, set: { muted, name: 'New name' } })),
    fc.constant({
      type: 'add part' as const,
      part: makePart({ id: 'new', name: 'New', limb: 'RF', strokes: [stroke(0)] }),
      index: 1,
    }),
    fc.constantFrom(meter(3, 4), meter(7, 8), meter(5, 4)).map(m => reshape(of, makeBars(m, 2, 2)).edit),
  )
}

const grooveAndEdit = grooves.chain(of => fc.tuple(fc.constant(of), editsOf(of)))

describe('edits', () => {
  it('give back the groove when undone, and the same again when redone', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(grooveAndEdit, ([of, edit]) => {
        const after = make(beginHistory<Groove, Edit>(of), edit, apply)
        if (!after.ok) throw new Error(after.reason)
        const back = undo(after.value, apply)
        if (!back.ok) throw new Error(back.reason)
        expect(back.value.document).toEqual(of)
        expect(redo(back.value, apply)).toMatchObject({ ok: true, value: { document: after.value.document } })
      }),
      { numRuns: 300 },
    )
  })

  it('never yield an invalid groove', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(grooveAndEdit, ([of, edit]) => {
        expect(readGroove(done(of, edit))).toEqual({ ok: true, value: done(of, edit) })
      }),
      { numRuns: 300 },
    )
  })

  it('leave the groove they were given as it was', () => {
    const before = structuredClone(groove)
    done(groove, takeStrokes(part, [5040]))
    expect(groove).toEqual(before)
  })

  it('survive being written down', () => {
    const edit = shiftStrokes(groove, part, [5040, 15120], 1)
    expect(done(groove, JSON.parse(JSON.stringify(edit)) as Edit)).toEqual(done(groove, edit))
  })

  it.each<[string, Edit, RegExp]>([
    ['a stroke outside the bars', putStrokes(part, [stroke(20160)]), /beyond the bar, 20160 ticks long/],
    [
      'two strokes at one instant',
      { type: 'strokes', partId: 'back', remove: [], put: [stroke(5040)] },
      /one stroke at an instant/,
    ],
    ['a level of 9', putStrokes(part, [stroke(0, 9 as 5)]), /level: A level is a whole number from 1 to 5/],
    [
      'an unknown stroke',
      putStrokes(part, [{ ...stroke(0), stroke: 'slap' as 'hit' }]),
      /"slap" is no kind of stroke; one of: hit, rim shot/,
    ],
    ['a part there is not', takeStrokes({ ...part, id: 'nobody' }, [0]), /no part “nobody”/],
    ['a stroke there is not', takeStrokes(part, [1]), /no stroke to take away/],
    ['a second part of the same id', { type: 'add part', part, index: 0 }, /Two parts have the id “back”/],
    [
      'bars that cut strokes off',
      { type: 'bars', bars: makeBars(meter(2, 4), 1, 4) },
      /beyond the bar, 10080 ticks long/,
    ],
    ['a tempo of 4000', { type: 'facts', set: { tempo: { bpm: 4000, counts: '1/4' } } }, /at most 400/],
    [
      'a batch with one bad edit',
      { type: 'batch', label: '', edits: [takeStrokes(part, [5040]), takeStrokes(part, [5040])] },
      /no stroke to take away/,
    ],
  ])('refuse %s', (_, edit, reason) => {
    expect(apply(groove, edit)).toMatchObject({ ok: false, reason: expect.stringMatching(reason) })
  })

  it('of a batch need only fit together at its end', () => {
    const shorter: Edit = {
      type: 'batch',
      label: 'Half a bar',
      edits: [{ type: 'bars', bars: makeBars(meter(2, 4), 1, 4) }, takeStrokes(part, [15120])],
    }
    const after = apply(groove, shorter)
    if (!after.ok) throw new Error(after.reason)
    expect(apply(after.value.document, after.value.inverse)).toMatchObject({ ok: true, value: { document: groove } })
  })

  it('keep off a locked part until it is unlocked', () => {
    const locked = done(groove, { type: 'part', partId: 'back', set: { locked: true } })
    expect(apply(locked, takeStrokes(part, [5040]))).toMatchObject({
      ok: false,
      reason: '“Backbeat” is locked; unlock it first.',
    })
    const open = done(locked, { type: 'part', partId: 'back', set: { locked: false } })
    expect(done(open, takeStrokes(part, [5040])).parts[0]!.strokes).toHaveLength(1)
  })

  it('lock and rename a part at once, and take both back', () => {
    const both = apply(groove, { type: 'part', partId: 'back', set: { locked: true, name: 'Two and four' } })
    if (!both.ok) throw new Error(both.reason)
    expect(both.value.document.parts[0]).toMatchObject({ locked: true, name: 'Two and four' })
    expect(apply(both.value.document, both.value.inverse)).toMatchObject({ ok: true, value: { document: groove } })
  })
})

describe('commands', () => {
  it('move strokes round the bar line, and what they land on gives way', () => {
    const moved = done(groove, shiftStrokes(groove, part, [15120], 8))
    expect(moved.parts[0]!.strokes).toEqual([stroke(5040, 5)]) // from 4, two beats on, is 2
  })

  it('change levels in place', () => {
    const softer = done(
      groove,
      alterStrokes(part, [5040], one => ({ ...one, level: 1 })),
    )
    expect(softer.parts[0]!.strokes.map(one => one.level)).toEqual([1, 5])
  })

  it('keep strokes in their bars when the bars change, and say how many went', () => {
    const two = makeGroove({
      id: 'g',
      title: 'G',
      bars: makeBars(meter(4, 4), 2, 4),
      parts: [makePart({ id: 'p', name: 'P', limb: 'LH', strokes: [stroke(0), stroke(18900), stroke(20160)] })],
    })
    const { edit, lost } = reshape(two, makeBars(meter(3, 4), 2, 4))
    expect(done(two, edit).parts[0]!.strokes.map(one => one.at)).toEqual([0, 15120]) // a of 4 is gone; bar 2 begins earlier
    expect(sayLost(lost)).toBe('New bars; 1 stroke outside them went')
    expect(sayLost(0)).toBe('')
  })

  it('keep guides within their bars when the bars change, and give them back when undone', () => {
    const note = (at: number, length: number) => ({ at, length, level: 3 as const })
    const two = makeGroove({
      id: 'g',
      title: 'G',
      bars: makeBars(meter(4, 4), 2, 4),
      guides: [
        { id: 'riff', name: 'Riff', notes: [note(0, 5040), note(15120, 5040), note(20160, 2520), note(32760, 5040)] },
      ],
    })
    const applied = apply(two, reshape(two, makeBars(meter(3, 4), 2, 4)).edit)
    if (!applied.ok) throw new Error(applied.reason)
    // 4 of the first bar is gone with its beat; bar 2 begins at 15120; what lasts beyond the end is gone too.
    expect(applied.value.document.guides[0]!.notes.map(one => one.at)).toEqual([0, 15120])
    expect(apply(applied.value.document, applied.value.inverse)).toMatchObject({ ok: true, value: { document: two } })
  })

  it('mark a name as given by hand, once', () => {
    const named = done(groove, renamed(part, 'Mine'))
    expect(named.parts[0]).toMatchObject({ name: 'Mine', given: ['name'] })
    expect(done(named, renamed(named.parts[0]!, 'Again')).parts[0]!.given).toEqual(['name'])
  })
})
