import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { meter } from '#core/time'
import {
  type Ground,
  type Sticking,
  RUDIMENTS,
  handsChanged,
  homeAfter,
  layOver,
  onBeats,
  readSticking,
  rudimentSticking,
  sayHome,
  writeSticking,
} from '.'
import { rotated } from './sticking'
import { wholeTurn } from './lay'

export const sticking = (text: string): Sticking => {
  const read = readSticking(text)
  if (!read.ok) throw new Error(read.reason)
  return read.value
}
const FOUR: Ground = { meter: meter(4, 4), slots: 4, changing: false }

const ornaments = fc.constantFrom('flam', 'drag', 'ruff', 'double', 'buzz', undefined)
const places = fc
  .array(
    fc.oneof(
      fc.constant(null),
      fc
        .tuple(fc.constantFrom('R', 'L'), fc.boolean(), ornaments)
        .map(([who, accent, ornament]) => ({ who, accent, ...(ornament ? { ornament } : {}) })),
      fc
        .tuple(fc.constantFrom('R', 'L'), fc.boolean(), ornaments, fc.boolean())
        .map(([who, accent, ornament, foot]) => ({
          who,
          accent,
          ...(ornament ? { ornament } : {}),
          foot: { accent: foot },
        })),
      fc.boolean().map(accent => ({ who: 'F', accent })),
    ),
    { minLength: 1, maxLength: 64 },
  )
  .filter(list => list.some(place => place !== null)) as fc.Arbitrary<Sticking>

describe('reading a sticking', () => {
  // As typed, then as it is written back: small letters, > for accents.
  it.each([
    ['r l r r', 'rlrr'],
    ['RLRR LRLL', 'rlrrlrll'], // all capitals: nobody is louder than another
    ['Rlrr Lrll', '>rlrr>lrll'], // capitals among small letters are accents
    ['>rlrR', '>rlrr'], // a mark decides; capitals then mean nothing
    ['r>l', 'r>l'],
    ['rlf-', 'rlf-'],
    ['r . _ f', 'r--f'],
    ['^r ^^l ^^^r =l ~r', '^r^^l^^^r=l~r'],
    ['r | l', 'rl'],
    ['(rf) l (fr) (L>f)', '(rf)l(rf)(l>f)'], // a mark: the capital then means nothing
    ['(Rf) l (^lF)', '(>rf)l(^l>f)'],
  ])('%j is %j', (typed, written) => {
    expect(writeSticking(sticking(typed))).toBe(written)
  })

  it.each([
    ['', /Write a sticking first/],
    ['rlx', /“x” in place 3 is none of them/],
    ['--', /only rests/],
    ['^f', /foot has no grace notes/],
    ['>-', /rest is not accented/],
    ['r(rl)', /“\(rl\)” in place 2 is not a hand and the foot; write \(rf\) or \(lf\)/],
    ['(f)', /not a hand and the foot/],
    ['(r', /“\(r” after place 0 cannot be read/],
    ['r(r=f)', /strikes once/],
    ['r7l', /“7l” after place 1 cannot be read/],
    ['r'.repeat(129), /at most 128 places; this has 129/],
  ])('%j is refused with a reason', (typed, reason) => {
    expect(readSticking(typed)).toMatchObject({ ok: false, reason: expect.stringMatching(reason) })
  })

  it('written and read is the identity', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(places, given => {
        expect(sticking(writeSticking(given, 4))).toEqual(given)
      }),
    )
  })

  it('hands changed twice, and a full turn, are the identity', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(places, given => {
        expect(handsChanged(handsChanged(given))).toEqual(given)
        expect(rotated(given, given.length)).toEqual(given)
      }),
    )
  })
})

describe('rudiments', () => {
  it('carry the names a player looks for, and all read', () => {
    expect(RUDIMENTS.filter(one => !one.extra)).toHaveLength(40)
    expect(new Set(RUDIMENTS.map(one => one.id)).size).toBe(RUDIMENTS.length)
    for (const rudiment of RUDIMENTS) expect(rudimentSticking(rudiment).length, rudiment.name).toBeGreaterThan(1)
  })

  // The three other starting points are the paradiddle begun at its second, third and fourth note.
  it.each([
    [2, 1],
    [3, 2],
    [4, 3],
  ])('paradiddle %i is the first, begun %i later', (number, by) => {
    const letters = (id: string) =>
      rudimentSticking(RUDIMENTS.find(one => one.id === id)!)
        .map(place => place!.who)
        .join('')
    expect(letters(`paradiddle-${number}`)).toBe(rotated([...letters('paradiddle')] as never, by).join(''))
  })

  // Counted in single blows: what gives each roll its name; a trailing statement counts once.
  it.each([
    ['five-roll', 10],
    ['six-roll', 6],
    ['seven-roll', 7],
    ['nine-roll', 18],
    ['ten-roll', 10],
    ['eleven-roll', 11],
    ['thirteen-roll', 26],
    ['fifteen-roll', 15],
    ['seventeen-roll', 34],
    ['single-four', 8],
    ['single-seven', 14],
    ['double-roll', 8],
    ['triple-roll', 6],
  ])('%s has %i blows as written', (id, blows) => {
    expect(rudimentSticking(RUDIMENTS.find(one => one.id === id)!).filter(Boolean)).toHaveLength(blows)
  })

  // One statement of each by hand: where its accents fall (counted from 1 over its strokes), and its ornaments in order.
  it.each([
    ['flam-tap', [1], ['flam']],
    ['flammed-mill', [1], ['flam']],
    ['flam-paradiddle-diddle', [1], ['flam']],
    ['inverted-flam-tap', [1], ['flam']],
    ['flamacue', [2], ['flam', 'flam']],
    ['flam-drag', [1], ['flam', 'double']],
    ['dragadiddle', [1], ['double']],
    ['double-drag-tap', [3], ['drag', 'drag']],
    ['drag-paradiddle-1', [1], ['drag']],
    ['drag-paradiddle-2', [1], ['drag', 'drag']],
    ['double-ratamacue', [5], ['drag', 'drag']],
    ['triple-ratamacue', [6], ['drag', 'drag', 'drag']],
    ['thirteen-roll', [13], []],
    ['seventeen-roll', [17], []],
    ['single-seven', [], []],
  ])('%s has its accents on %j and %j', (id, accents, ornaments) => {
    const whole = rudimentSticking(RUDIMENTS.find(one => one.id === id)!)
    const half = whole.slice(0, whole.length / 2).filter(place => place !== null)
    expect(half.flatMap((place, i) => (place.accent ? [i + 1] : []))).toEqual(accents)
    expect(half.flatMap(place => place.ornament ?? [])).toEqual(ornaments)
    expect(writeSticking(handsChanged(whole.slice(0, whole.length / 2)))).toBe(
      writeSticking(whole.slice(whole.length / 2)),
    )
  })

  it('that say so change hands: the second half is the first with hands changed', () => {
    for (const id of [
      'paradiddle',
      'double-paradiddle',
      'triple-paradiddle',
      'flam-accent',
      'flam-paradiddle',
      'ratamacue',
      'nine-roll',
      'five-roll',
    ]) {
      const whole = rudimentSticking(RUDIMENTS.find(one => one.id === id)!)
      expect(writeSticking(handsChanged(whole.slice(0, whole.length / 2))), id).toBe(
        writeSticking(whole.slice(whole.length / 2)),
      )
    }
  })
})

describe('laid on the grid', () => {
  // Places, slots a beat in 4/4, hands changing: bars until home, by lcm(places, slots in a bar) over slots in a bar.
  it.each([
    ['rlrrlrll', 4, false, 1], // 8 in 16
    ['rlf', 4, false, 3], // 3 and 16 meet after 48
    ['rlrll', 4, false, 5],
    ['rlf', 4, true, 3], // six with the hands changed: 48 again
    ['rlrlf', 4, true, 5], // ten: 80
    ['rlrlrl', 3, false, 1],
    ['rlrrll', 4, false, 3],
    ['rlrlrlf', 2, false, 7],
  ])('%s at %i a beat, changing %s, is home after %i bars', (text, slots, changing, bars) => {
    expect(homeAfter(sticking(text), { meter: meter(4, 4), slots, changing })).toBe(bars)
  })

  it('lies on one grid through beats of two lengths', () => {
    // 7/8 as 2+2+3: seven eighths, so that seven letters come home in every bar, and beats are at places 0, 2 and 4.
    const eighths: Ground = { meter: meter(7, 8), slots: 2, changing: false }
    expect(homeAfter(sticking('rlrlrlf'), eighths)).toBe(1)
    expect(onBeats(sticking('rlrrlrf'), eighths, 1).map(beat => beat.whos.join(''))).toEqual(['R', 'R', 'L'])
    expect(layOver(sticking('rlf'), eighths, 1).map(one => one.at)).toEqual([0, 2520, 5040, 7560, 10080, 12600, 15120])
    // Fourteen sixteenths as 6+4+4: fours and threes meet after three bars.
    expect(homeAfter(sticking('rlf'), { meter: meter(7, 8, [3, 2, 2]), slots: 4, changing: false })).toBe(3)
    // Beats at places 0, 6 and 10, which is the third letter of the second time round.
    expect(
      onBeats(sticking('rlrrlrll'), { meter: meter(7, 8, [3, 2, 2]), slots: 4, changing: false }, 1).map(beat =>
        beat.whos.join(''),
      ),
    ).toEqual(['R', 'L', 'R'])
  })

  it('says who is on each felt beat', () => {
    // rlf rlf rlf rlf rlf r: beats at 0, 4, 8, 12 are places 0, 1, 2, 0 of three.
    expect(onBeats(sticking('rlf'), FOUR, 1).map(beat => beat.whos.join(''))).toEqual(['R', 'L', 'F', 'R'])
    expect(onBeats(sticking('r--'), FOUR, 1).map(beat => beat.whos.join(''))).toEqual(['R', '', '', 'R'])
    expect(onBeats(sticking('(rf)l(>l>f)'), { ...FOUR, slots: 1 }, 1).map(beat => beat.whos.join(''))).toEqual([
      'RF',
      'L',
      'LF',
      'RF',
    ])
    expect(sayHome(sticking('rlf'), FOUR)).toBe('Comes home to the right hand after 3 bars.')
  })

  it('changes hands each time round when asked', () => {
    expect(
      layOver(sticking('rlf'), { ...FOUR, changing: true }, 1)
        .slice(0, 7)
        .map(stroke => stroke.who)
        .join(''),
    ).toBe('RLFLRFR')
  })

  it(
    'after as many bars as it says, what is played from the bar line is the same again, and not before',
    { tags: ['law'] },
    () => {
      const short = places.map(list => list.slice(0, 12)).filter(list => list.some(place => place !== null))
      fc.assert(
        fc.property(
          short,
          fc.integer({ min: 1, max: 3 }),
          fc.constantFrom(1, 2, 3, 4, 6),
          fc.boolean(),
          (given, times, slots, changing) => {
            // Written once or several times over, it is the same to play.
            const ground = { meter: meter(4, 4), slots, changing: changing && times === 1 }
            const turn = wholeTurn(Array.from({ length: times }, () => given).flat(), ground.changing)
            const home = homeAfter(ground.changing ? given : turn, ground)
            const from = (bar: number) =>
              writeSticking(Array.from({ length: turn.length }, (_, i) => turn[(bar * 4 * slots + i) % turn.length]!))
            for (let bar = 1; bar <= Math.min(home, 40); bar++) expect(from(bar) === from(0)).toBe(bar === home)
          },
        ),
      )
    },
  )
})
