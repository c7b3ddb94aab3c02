import { describe, expect, it } from 'vitest'
import { type SubjectWords, type Word, dayNumber, dayOf, dueList, sayOverdue } from '.'
import { waitAfter } from './due'

describe('what is due', () => {
  it.each<[Word[], number]>([
    [['solid'], 1],
    [['solid', 'solid'], 2],
    [['solid', 'solid', 'solid'], 4],
    [Array<Word>(6).fill('solid'), 32],
    [Array<Word>(9).fill('solid'), 32],
    [['solid', 'solid', 'shaky'], 1],
    [['solid', 'solid', 'shaky', 'solid'], 4],
    [['solid', 'solid', 'missed'], 1],
    [['solid', 'solid', 'missed', 'solid'], 1],
    [['missed'], 1],
    [['shaky'], 1],
    [['solid', 'solid', 'solid', 'missed'], 1],
    [['solid', 'solid', 'solid', 'missed', 'solid'], 1],
    [['missed', 'solid', 'solid'], 2],
    [Array<Word>(4).fill('solid'), 8],
    [Array<Word>(5).fill('solid'), 16],
  ])('after %j in %i days', (words, days) => expect(waitAfter(words)).toBe(days))

  it('by days that the player set', () =>
    expect([1, 2, 3, 4].map(n => waitAfter(Array<Word>(n).fill('solid'), [1, 3, 9]))).toEqual([1, 3, 9, 9]))

  it('counts days over months and leap years', () => {
    expect(dayOf(dayNumber('2028-02-28') + 2)).toBe('2028-03-01')
    expect(dayNumber('2026-03-01') - dayNumber('2026-02-27')).toBe(2)
  })

  it('comes the longest overdue first, at the tempo it stood at, counted as it was counted', () => {
    const subject = (
      id: string,
      words: Word[],
      last: string,
      quarters: number | null,
      counts: SubjectWords['counts'] = '1/4',
    ): SubjectWords => ({ id, kind: 'groove', title: id, planId: null, words, last, counts, quarters })
    const list = dueList(
      [
        subject('new', ['solid', 'solid'], '2026-03-09', 90),
        subject('old', ['solid'], '2026-03-01', 60, '1/8'),
        subject('lost', ['missed'], '2026-03-09', null),
      ],
      '2026-03-10',
    )
    expect(list.map(one => [one.id, one.late, one.tempo?.bpm ?? null])).toEqual([
      ['old', 8, 120],
      ['lost', 0, null],
      ['new', -1, 90],
    ])
    expect(list.map(one => sayOverdue(one.late))).toEqual(['due for 8 days', 'due today', 'in a day'])
  })
})
