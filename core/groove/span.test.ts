import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { meter, slotsOf } from '#core/time'
import { drummed } from '../../test/arbitrary'
import {
  type Edit,
  type Groove,
  type Stroke,
  apply,
  barDoubled,
  barInserted,
  barMoved,
  barRemoved,
  barSpan,
  cleared,
  copied,
  cutIn,
  displacedIn,
  grooveTicks,
  laid,
  makeBars,
  makeGroove,
  makePart,
  onlyIn,
  putBack,
  repeated,
  sayLaid,
  saySpan,
  slotSpan,
  spanGroove,
  spanOf,
  widened,
  wholeSpan,
} from '.'
import { rebarred } from './bars'

const S = 1260
/** Two bars of 4/4 in sixteenths; figures are levels, as in the cards. */
const line = (id: string, limb: 'RH' | 'LH' | 'RF', piece: string, row: string, more = {}) =>
  makePart({
    id,
    name: id,
    limb,
    role: limb === 'RF' ? 'bass drum' : 'other',
    ...more,
    strokes: [...row.replaceAll(' ', '')].flatMap((level, i): Stroke[] =>
      level === '.' ? [] : [{ at: i * S, piece, stroke: 'hit', level: Number(level) as Stroke['level'] }],
    ),
  })
const two = (...parts: ReturnType<typeof line>[]): Groove =>
  makeGroove({ id: 'two', title: 'Two', bars: makeBars(meter(4, 4), 2, 4), parts })
const BASS = '4... ..3. 4... .... 4.4. .... 4... ...3'
const done = (groove: Groove, edit: Edit): Groove => {
  const applied = apply(groove, edit)
  if (!applied.ok) throw new Error(applied.reason)
  expect(apply(applied.value.document, applied.value.inverse)).toMatchObject({ ok: true, value: { document: groove } })
  return applied.value.document
}
const row = (groove: Groove, id: string): string => {
  const part = groove.parts.find(one => one.id === id)!
  return slotsOf(groove.bars)
    .map(slot => part.strokes.find(stroke => stroke.at === slot.at)?.level ?? '.')
    .join('')
    .replaceAll(/(.{4})(?=.)/g, '$1 ')
}
const newId = (n: number) => `new-${n}`

describe('a span', () => {
  const groove = two(line('bass', 'RF', 'bass drum', BASS))
  const slots = slotsOf(groove.bars)

  it.each([
    [0, 31, 'all bars'],
    [16, 31, 'bar 2'],
    [12, 15, 'bar 1, beat 4 to a of 4'],
    [19, 12, 'bar 1, beat 4 to bar 2, a of 1'],
    [6, 6, 'bar 1, & of 2'],
  ])('from slot %i to %i is said: %s', (from, to, said) => {
    expect(saySpan(groove, slotSpan(slots, from, to))).toBe(said)
  })

  it('is pasted over what is there, and what runs past the end is told', () => {
    const clip = copied(groove, slotSpan(slots, 0, 7))
    expect(row(done(groove, laid(groove, clip, 16 * S, newId).edit), 'bass')).toBe(
      '4... ..3. 4... .... 4... ..3. 4... ...3',
    )
    const late = laid(groove, clip, 28 * S, newId)
    expect(row(done(groove, late.edit), 'bass')).toBe('4... ..3. 4... .... 4.4. .... 4... 4...')
    expect(sayLaid(late)).toBe('1 stroke ran past the end.')
  })

  it('takes the lines above along, laid into the line of that name, or as one of their own', () => {
    const Q = 4 * S
    const riff = {
      id: 'riff',
      name: 'Riff',
      notes: [
        { at: 0, length: Q, level: 4 as const },
        { at: 3 * Q, length: 2 * Q, level: 3 as const },
      ],
    }
    const sung = { ...groove, guides: [riff] }
    const clip = copied(sung, slotSpan(slots, 12, 15)) // beat 4, with the first beat of the long note
    expect(clip.guides).toEqual([{ ...riff, notes: [{ at: 0, length: 2 * Q, level: 3 }] }])
    const own = done(sung, laid(sung, clip, 2 * Q, newId).edit)
    expect(own.guides[0]!.notes).toEqual([
      { at: 0, length: Q, level: 4 },
      { at: 2 * Q, length: Q, level: 3 },
      { at: 3 * Q, length: 2 * Q, level: 3 },
    ]) // cut where the next begins
    const other = done(groove, laid(groove, clip, 0, newId).edit)
    expect(other.guides).toEqual([{ id: 'new-32', name: 'Riff', notes: [{ at: 0, length: 2 * Q, level: 3 }] }])
    expect(
      done(sung, repeated(sung, slotSpan(slots, 0, 15)).edit).guides[0]!.notes.map(note => [note.at, note.length]),
    ).toEqual([
      [0, Q],
      [3 * Q, Q],
      [4 * Q, Q],
      [7 * Q, Q],
    ]) // and with the bars
    const child = spanGroove(sung, 1, slotSpan(slots, 12, 15), 'child')
    expect(child.guides).toEqual([{ ...riff, notes: [{ at: 0, length: Q, level: 3 }] }])
    const back = putBack(sung, child, newId)
    expect(back.ok && done(sung, back.value.edit).guides[0]!.notes[1]).toEqual({ at: 3 * Q, length: Q, level: 3 })
  })

  it('pasted over clears what it is silent in, leaves locked parts and says so, and adds what is missing', () => {
    const source = two(
      line('bass', 'RF', 'bass drum', '4... .... .... ....'),
      line('snare', 'LH', 'snare', '.... 5... .... ....'),
      line('bell', 'RH', 'ride', '3... 3... .... ....'),
    )
    const target = {
      ...two(line('bass', 'RF', 'bass drum', BASS), line('snare', 'LH', 'snare', '5.5.', { locked: true })),
      id: 'other',
    }
    const put = laid(target, copied(source, slotSpan(slots, 0, 7)), 0, newId)
    const after = done(target, put.edit)
    expect(row(after, 'bass')).toBe('4... .... 4... .... 4.4. .... 4... ...3')
    expect(row(after, 'snare')).toBe('5.5. .... .... .... .... .... .... ....')
    expect(row(after, 'new-0')).toBe('3... 3... .... .... .... .... .... ....')
    expect(sayLaid(put)).toBe('Locked and left as they are: snare.')
  })

  it('is repeated to the end, cleared, and displaced round itself', () => {
    const beat = slotSpan(slots, 4, 7)
    expect(row(done(groove, repeated(groove, beat).edit), 'bass')).toBe('4... ..3. ..3. ..3. ..3. ..3. ..3. ..3.')
    expect(row(done(groove, cleared(groove, slotSpan(slots, 8, 18))), 'bass')).toBe(
      '4... ..3. .... .... .... .... 4... ...3',
    )
    expect(row(done(groove, displacedIn(groove, slotSpan(slots, 0, 7), 3)), 'bass')).toBe(
      '.3.4 .... 4... .... 4.4. .... 4... ...3',
    )
    expect(row(done(groove, displacedIn(groove, slotSpan(slots, 0, 7), -8)), 'bass')).toBe(row(groove, 'bass'))
  })

  it('becomes a groove of its own on whole beats, and is put back where it was', () => {
    const child = spanGroove(groove, 3, slotSpan(slots, 13, 18), 'child')
    expect(child).toMatchObject({ title: 'Two, bar 1, e of 4 to bar 2, & of 1', parent: { id: 'two', revision: 3 } })
    expect(child.bars.map(bar => [bar.meter.count, bar.slots])).toEqual([
      [1, [4]],
      [1, [4]],
    ])
    expect(row(child, 'bass')).toBe('.... 4.4.')
    expect(spanOf(child)).toEqual({ from: 13 * S, to: 19 * S, offset: S })
    const changed = done(child, {
      type: 'strokes',
      partId: 'bass',
      remove: [4 * S],
      put: [{ at: 2 * S, piece: 'bass drum', stroke: 'hit', level: 2 }],
    })
    const back = putBack(groove, changed, newId)
    expect(back.ok && row(done(groove, back.value.edit), 'bass')).toBe('4... ..3. 4... ..2. ..4. .... 4... ...3')
    const short = makeGroove({ ...groove, bars: makeBars(meter(4, 4), 1, 4), parts: [] })
    expect(putBack(short, changed, newId)).toMatchObject({
      ok: false,
      reason: '“Two” has become too short: the place this came from is gone.',
    })
    expect(putBack({ ...groove, id: 'x' }, changed, newId)).toMatchObject({ ok: false })
  })

  it('of 5/8 as 2+3 or 12/8 keeps its felt beats as they are', () => {
    const odd = makeGroove({ id: 'odd', title: 'Odd', bars: makeBars(meter(5, 8, [2, 3]), 1, [4, 6]) })
    expect(spanGroove(odd, 1, { from: 5040, to: 12600 }, 'x').bars).toEqual([
      { meter: { count: 3, unit: 8, groups: [3] }, slots: [6] },
    ])
    const slow = makeGroove({ id: 'slow', title: 'Slow', bars: makeBars(meter(12, 8), 1, 3) })
    expect(spanGroove(slow, 1, { from: 7560, to: 22680 }, 'x').bars).toEqual([
      { meter: { count: 6, unit: 8, groups: [3, 3] }, slots: [3, 3] },
    ])
  })

  it('has its beats cut alike, strokes where they were', () => {
    const cut = cutIn(groove, slotSpan(slots, 6, 9), 3)
    const after = cut.ok ? done(groove, cut.value) : groove
    expect(after.bars.map(bar => bar.slots)).toEqual([
      [4, 3, 3, 4],
      [4, 4, 4, 4],
    ])
    expect(after.parts).toEqual(groove.parts)
    const odd = makeGroove({ id: 'odd', title: 'Odd', bars: makeBars(meter(7, 16, [2, 2, 3]), 1, [2, 2, 3]) })
    expect(cutIn(odd, wholeSpan(odd), 8)).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/cannot be cut into 8/),
    })
  })

  it('is all that a change of only it changes', () => {
    const after = two(
      line('bass', 'RF', 'bass drum', '5555 5555 5555 5555 5555 5555 5555 5555'),
      line('more', 'LH', 'snare', '1... 1... 1... 1... 1...'),
    )
    const only = onlyIn(groove, after, slotSpan(slots, 4, 7))
    expect(only.ok && row(only.value, 'bass')).toBe('4... 5555 4... .... 4.4. .... 4... ...3')
    expect(only.ok && row(only.value, 'more')).toBe('.... 1... .... .... .... .... .... ....')
    expect(onlyIn(groove, { ...after, bars: makeBars(meter(4, 4), 2, 3) }, slotSpan(slots, 4, 7))).toMatchObject({
      ok: false,
    })
  })
})

describe('laws of spans, over generated grooves', () => {
  const marked = fc.tuple(drummed, fc.nat(), fc.nat()).map(([groove, a, b]) => {
    const slots = slotsOf(groove.bars)
    return { groove, slots, span: slotSpan(slots, a % slots.length, b % slots.length) }
  })
  /** Strokes in order, as every edit leaves them. */
  const inOrder = (groove: Groove): Groove => ({
    ...groove,
    parts: groove.parts.map(part => ({ ...part, strokes: part.strokes.toSorted((a, b) => a.at - b.at) })),
  })

  it(
    'what is copied and pasted where it was changes nothing; what is cleared is gone and pasted back is there',
    { tags: ['law'] },
    () => {
      fc.assert(
        fc.property(marked, ({ groove: drawn, span }) => {
          const groove = inOrder(drawn)
          const clip = copied(groove, span)
          expect(done(groove, laid(groove, clip, span.from, newId).edit)).toEqual(groove)
          const without = done(groove, cleared(groove, span))
          expect(done(without, laid(without, clip, span.from, newId).edit)).toEqual(groove)
        }),
        { numRuns: 150 },
      )
    },
  )

  it(
    'a displacement there and back changes nothing on one grid, and a groove of its own put back at once changes nothing',
    { tags: ['law'] },
    () => {
      fc.assert(
        fc.property(marked, fc.integer({ min: -9, max: 9 }), ({ groove: drawn, span, slots }, by) => {
          const groove = inOrder(drawn)
          const even =
            new Set(slots.filter(slot => slot.at >= span.from && slot.at < span.to).map(slot => slot.length)).size === 1
          if (even) {
            const there = done(groove, displacedIn(groove, span, by))
            expect(done(there, displacedIn(there, span, -by))).toEqual(groove)
          }
          const back = putBack(groove, spanGroove(groove, 1, span, 'child'), newId)
          expect(back.ok && done(groove, back.value.edit).parts.filter(part => !part.id.startsWith('new'))).toEqual(
            groove.parts,
          )
        }),
        { numRuns: 150 },
      )
    },
  )

  it('bars taken apart and put together again are the same', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(drummed, drawn => {
        const groove = inOrder({ ...drawn, parts: drawn.parts.map(part => ({ ...part, locked: false })) })
        const doubled = barDoubled(groove, 0)
        if (!doubled.ok) return
        const twice = done(groove, doubled.value)
        expect(grooveTicks(twice)).toBe(grooveTicks(groove) + barSpan(groove, 0).to)
        const once = barRemoved(twice, 1)
        expect(once.ok && done(twice, once.value).parts).toEqual(groove.parts)
      }),
      { numRuns: 100 },
    )
  })
})

describe('bars', () => {
  const groove = two(line('bass', 'RF', 'bass drum', BASS))
  const after = (edit: ReturnType<typeof barDoubled>) => (edit.ok ? row(done(groove, edit.value), 'bass') : edit.reason)

  it('are doubled, put in empty, moved and taken out', () => {
    expect(after(barDoubled(groove, 0))).toBe('4... ..3. 4... .... 4... ..3. 4... .... 4.4. .... 4... ...3')
    expect(after(barInserted(groove, 1))).toBe('4... ..3. 4... .... .... .... .... .... 4.4. .... 4... ...3')
    expect(after(barMoved(groove, 1, 0))).toBe('4.4. .... 4... ...3 4... ..3. 4... ....')
    expect(after(barRemoved(groove, 0))).toBe('4.4. .... 4... ...3')
  })

  it('are one to eight, and a refusal says how many it would be', () => {
    expect(rebarred(groove, [0, 1, 0, 1, 0, 1, 0, 1, 0])).toMatchObject({
      ok: false,
      reason: 'A groove has at most 8 bars; this would make 9.',
    })
    expect(barRemoved(makeGroove({ id: 'one', title: 'One', bars: makeBars(meter(4, 4), 1, 4) }), 0)).toMatchObject({
      ok: false,
      reason: 'A groove has at least one bar.',
    })
  })

  it('that are added repeat what is there, or are empty', () => {
    const bars = makeBars(meter(4, 4), 3, 4)
    expect(row(done(groove, widened(groove, bars, 'repeat').edit), 'bass')).toBe(`${BASS} 4... ..3. 4... ....`)
    expect(row(done(groove, widened(groove, bars, 'empty').edit), 'bass')).toBe(`${BASS} .... .... .... ....`)
    // Into a shorter bar goes what it holds.
    const odd = [...groove.bars, ...makeBars(meter(3, 4), 1, 4)]
    expect(row(done(groove, widened(groove, odd, 'repeat').edit), 'bass')).toBe(`${BASS} 4... ..3. 4...`)
  })

  it('the whole span is all of them', () => {
    expect(wholeSpan(groove)).toEqual({ from: 0, to: 40320 })
  })
})
