import { describe, expect, it } from 'vitest'
import { meter } from '#core/time'
import { backbeatTicks, makeBars, makeGroove, makePart, rowStrokes, sayBackbeat, strongSnares } from '.'

/** A groove of one row for each hand on the snare, or as told; sixteenths, or that many slots a beat. */
function groove(
  bars: ReturnType<typeof makeBars>,
  rows: Record<string, string>,
  more: {
    piece?: string
    stroke?: 'hit' | 'cross-stick' | 'rim shot'
    role?: 'comping' | 'other'
    muted?: boolean
  } = {},
) {
  const { piece = 'snare', stroke = 'hit', role = 'other', muted = false } = more
  return makeGroove({
    id: 'g',
    title: 'G',
    bars,
    parts: Object.entries(rows).map(([limb, row]) =>
      makePart({
        id: limb,
        name: limb,
        limb: limb as 'LH',
        role,
        muted,
        strokes: rowStrokes(bars, row, { piece, stroke }),
      }),
    ),
  })
}
const four = (count: number) => makeBars(meter(4, 4), count, 4)

describe('the backbeat', () => {
  // Worked out by hand from docs/rules.md.
  it.each<[string, ReturnType<typeof groove>, string | undefined]>([
    ['2 and 4 with ghosts', groove(four(1), { LH: '...1 5..1 .1.. 5...' }), '2 and 4'],
    ['in every bar', groove(four(2), { LH: '.... 5... .... 5...' }), '2 and 4 of every bar'],
    [
      'but where it sounds before the first bar alone',
      { ...groove(four(2), { LH: '.... 5... .... 5...' }), pickUp: { ticks: 5040, repeats: false } },
      '2 and 4; bar 2 leaves out 4',
    ],
    ['plain, where nothing else is as loud', groove(four(1), { LH: '.... 3... ..1. 3...' }), '2 and 4'],
    [
      'strong and accented by turns',
      groove(four(2), { LH: '.... 4... .... 5... .... 4... .... 5...' }),
      '2 and 4 of every bar',
    ],
    ['half-time', groove(four(1), { LH: '.... .... 5... ..1.' }), '3'],
    ['all four', groove(four(1), { LH: '4... 4... 4... 4...' }), '1, 2, 3 and 4'],
    ['by either hand', groove(four(1), { RH: '.... .... .... 5...', LH: '.... 5... ..1. ....' }), '2 and 4'],
    ['as cross-sticks', groove(four(1), { LH: '.... 4... .... 4...' }, { stroke: 'cross-stick' }), '2 and 4'],
    ['with a further strong stroke', groove(four(1), { LH: '.... 5... ..5. 5...' }), '2 and 4'],
    [
      'with one moved in the second bar',
      groove(four(2), { LH: '.... 5... .... 5... .... 5... ..5. ....' }),
      '2 and 4; bar 2 has 4 an eighth early',
    ],
    [
      'with one left out in the fourth bar',
      groove(four(4), { LH: '.... 5... .... 5... .... 5... .... 5... .... 5... .... 5... .... 5... .... ....' }),
      '2 and 4; bar 4 leaves out 4',
    ],
    ['of a waltz', groove(makeBars(meter(3, 4), 2, 2), { LH: '.. .. 4.' }), '3 of every bar'],
    ['of six eight', groove(makeBars(meter(6, 8), 1, 3), { LH: '... 5..' }), '4'],
    ['of twelve eight', groove(makeBars(meter(12, 8), 1, 3), { LH: '... 5.. ... 5..' }), '2 and 4'],
    ['of seven eight', groove(makeBars(meter(7, 8), 1, [2, 2, 3]), { LH: '.. 5. ..1' }), '2'],
    ['of a waltz on 2 and 3', groove(makeBars(meter(3, 4), 2, 2), { LH: '.. 4. 4.' }), '2 and 3 of every bar'],
    ['of five four', groove(makeBars(meter(5, 4), 1, 4), { LH: '.... 5... ..1. 5... ....' }), '2 and 4'],
    ['of five four with three', groove(makeBars(meter(5, 4), 1, 2), { LH: '.. 5. .. 5. 5.' }), '2, 4 and 5'],
    ['on every &', groove(four(1), { LH: '..5. ..5. ..5. ..5.' }), 'every &, double time'],
    ['on every & but one', groove(four(1), { LH: '..5. ..5. ..5. ....' }), undefined],
    ['with 4 a sixteenth early', groove(four(1), { LH: '.... 5... ...5 ....' }), '2, and 4 a sixteenth early'],
    ['with 2 an eighth late', groove(four(1), { LH: '.... ..5. .... 5...' }), '4, and 2 an eighth late'],
    [
      'in bars that lack a 4',
      groove([...four(1), ...makeBars(meter(2, 4), 1, 4)], { LH: '.... 5... .... 5... .... 5...' }),
      '2 of every bar, and 4 where there is one',
    ],
    ['in triplets', groove(makeBars(meter(4, 4), 1, 3), { LH: '..1 5.. ..1 5..' }), '2 and 4'],
    // And none:
    ['comping', groove(four(1), { LH: '.... 4... .... 4...' }, { role: 'comping' }), undefined],
    ['off the beats', groove(four(1), { LH: '...4 .... ..4. ....' }), undefined],
    ['a clave', groove(four(1), { LH: '4..4 ..4. ..4. 4...' }, { stroke: 'cross-stick' }), undefined],
    ['1 alone', groove(four(1), { LH: '5... .... .... ....' }), undefined],
    ['4 alone', groove(four(1), { LH: '.... .... .... 5...' }), undefined],
    ['every eighth alike, as in a march', groove(four(1), { LH: '4.4. 4.4. 4.4. 4.4.' }), undefined],
    ['ghosts only', groove(four(1), { LH: '.... 1... .... 1...' }), undefined],
    ['toms', groove(four(1), { LH: '.... 5... .... 5...' }, { piece: 'high tom' }), undefined],
    ['muted', groove(four(1), { LH: '.... 5... .... 5...' }, { muted: true }), undefined],
    ['nothing', groove(four(1), {}), undefined],
  ])('%s', (_, one, said) => expect(sayBackbeat(one)).toBe(said))

  it('leaves what else is strong on the snare to be told as that', () => {
    const one = groove(four(1), { LH: '.... 5... ..5. 5...' })
    expect([backbeatTicks(one), strongSnares(one)]).toEqual([[5040, 15120], [12600]])
    expect(strongSnares(groove(four(1), { LH: '.... 4... .... 4...' }, { role: 'comping' }))).toEqual([5040, 15120])
  })
})
