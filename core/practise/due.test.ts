import { describe, expect, it } from 'vitest'
import { type DayWord, type Word, dueList, sayLate, waitAfter } from '.'

describe('when something is due again', () => {
  it.each<[Word[], number]>([
    [['solid'], 1], [['solid', 'solid'], 2], [['solid', 'solid', 'solid'], 4], [['solid', 'solid', 'solid', 'solid'], 8], [['solid', 'solid', 'solid', 'solid', 'solid'], 16],
    [Array<Word>(6).fill('solid'), 32], [Array<Word>(9).fill('solid'), 32],
    [['shaky'], 1], [['solid', 'solid', 'shaky'], 1], [['solid', 'solid', 'shaky', 'solid'], 4],
    [['solid', 'solid', 'solid', 'missed'], 1], [['solid', 'solid', 'solid', 'missed', 'solid'], 1], [['missed', 'solid', 'solid'], 2],
  ])('%j: after %i days', (words, days) => expect(waitAfter(words)).toBe(days))

  const day = (id: string, on: string, word: Word, quarters: number | null = 80): DayWord => ({ id, title: id, planId: `${id}-plan`, day: on, word, counts: '1/4', quarters })
  it('the longest overdue comes first, over a month’s end, with the tempo at which it stood', () => {
    const list = dueList([
      day('b', '2026-02-28', 'shaky'), day('a', '2026-02-26', 'solid'), day('a', '2026-02-27', 'solid', 92), day('c', '2026-03-02', 'solid'), day('d', '2026-02-20', 'missed', null), day('d', '2026-02-19', 'solid', 70),
    ], '2026-03-02')
    expect(list.map(one => [one.id, one.due, one.late, sayLate(one.late), one.tempo?.bpm])).toEqual([
      ['d', '2026-02-21', 9, 'due for 9 days', 70], ['a', '2026-03-01', 1, 'due for a day', 92], ['b', '2026-03-01', 1, 'due for a day', 80], ['c', '2026-03-03', -1, 'in a day', 80],
    ])
  })
  it('a tempo is told in the note value that was counted', () => {
    expect(dueList([{ ...day('a', '2026-03-01', 'solid', 96), counts: '1/4.' }], '2026-03-02')[0]!.tempo).toEqual({ bpm: 64, counts: '1/4.' })
  })
})
