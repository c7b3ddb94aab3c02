import { describe, expect, it } from 'vitest'
import { meter } from '#core/time'
import {
  type Bar,
  COMMON_TIME,
  barsFrom,
  barsOfChoice,
  makeBars,
  saySlots,
  timeChoicesOf,
  withGroups,
  withMeter,
} from '.'
import { timeChoiceOf } from './choice'

describe('a time chosen in a form', () => {
  // meter, the groups it is felt in, slots for each beat
  it.each([
    [4, 4, '1+1+1+1', [4, 4, 4, 4]],
    [6, 8, '3+3', [3, 3]],
    [7, 8, '2+2+3', [4, 4, 6]], // sixteenths throughout, the long beat too
    [8, 8, '2+2+2+2', [4, 4, 4, 4]],
    [12, 8, '3+3+3+3', [3, 3, 3, 3]],
    [2, 2, '1+1', [2, 2]],
    [5, 16, '2+3', [2, 3]],
    [7, 16, '4+3', [4, 3]],
    [9, 16, '3+3+3', [3, 3, 3]],
  ] as const)('of %i/%i is felt as %s, in slots of %j', (count, unit, groups, slots) => {
    expect(withMeter(COMMON_TIME, count, unit)).toEqual({ ...COMMON_TIME, count, unit, groups, slots: [...slots] })
  })

  it('keeps its grid as groups are typed, and says what does not add up', () => {
    const seven = withMeter(COMMON_TIME, 7, 8)
    expect(withGroups(seven, '3+2+2')).toMatchObject({ groups: '3+2+2', slots: [6, 4, 4] })
    expect(withGroups({ ...seven, slots: [2, 2, 3] }, '3+2+2')).toMatchObject({ slots: [3, 2, 2] })
    // A beat of four and one of three eighths, in eighths.
    expect(withGroups({ ...seven, slots: [2, 2, 3] }, '4+3')).toMatchObject({ slots: [4, 3] })
    // Triplets beside fours are no grid that other groups could keep.
    expect(withGroups({ ...seven, slots: [3, 3, 3] }, '3+2+2')).toMatchObject({ slots: [6, 4, 4] })
    // One slot for all seven: eighths are finer than it, and it cannot be kept.
    expect(withGroups({ ...seven, groups: '7', slots: [1] }, '2+2+3')).toMatchObject({ slots: [4, 4, 6] })
    const short = withGroups(seven, '3+3')
    expect(short).toMatchObject({ groups: '3+3', slots: seven.slots })
    expect(barsOfChoice(short)).toMatchObject({ ok: false, reason: 'The groups 3+3 make 6; this meter has 7.' })
  })

  it('is what its bars came from', () => {
    const bars = makeBars(meter(7, 8, [3, 2, 2]), 3, [3, 2, 2])
    expect(barsOfChoice(timeChoiceOf(bars))).toEqual({ ok: true, value: bars })
    const mixed = [...bars, ...makeBars(meter(4, 4), 1, 4)]
    expect(barsFrom(timeChoicesOf(mixed))).toEqual({ ok: true, value: mixed })
    expect(barsFrom([timeChoiceOf(bars), { ...COMMON_TIME, groups: '1+1' }])).toMatchObject({
      ok: false,
      reason: 'Bar 2: The groups 1+1 make 2; this meter has 4.',
    })
  })

  it.each([
    [
      'one number throughout',
      [
        [4, 4, 4, 4],
        [4, 4, 4, 4],
      ],
      '4 a beat',
    ],
    [
      'beats that differ, bars alike',
      [
        [4, 2, 4, 4],
        [4, 2, 4, 4],
      ],
      'slots 4 2 4 4',
    ],
    [
      'bars that differ',
      [
        [2, 2, 2, 2],
        [3, 3, 3, 3],
        [6, 6, 6, 6],
      ],
      '2 to 6 a beat',
    ],
    [
      'one beat in one bar',
      [
        [4, 4, 4, 4],
        [4, 4, 4, 3],
      ],
      '3 to 4 a beat',
    ],
  ])('says its slots: %s', (_, slots, said) => {
    const [bar] = makeBars(meter(4, 4), 1, 4)
    expect(saySlots({ bars: slots.map(slots => ({ ...bar!, slots: slots as Bar['slots'] })) })).toBe(said)
  })
})
