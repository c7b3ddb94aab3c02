import { describe, expect, it } from 'vitest'
import { ANY, type ShelfLine, shelfChoices, shelved } from './shelf'

const line = (id: string, more: Partial<ShelfLine['summary']> = {}): ShelfLine => ({
  revision: 1,
  updatedAt: '2026-11-01T00:00:00.000Z',
  summary: {
    id,
    title: id,
    style: '',
    styleName: '',
    tags: [],
    notes: '',
    bars: '4/4, 1 bar',
    feel: 'straight',
    tempo: { bpm: 100, counts: '1/4' },
    ticks: 20160,
    parent: null,
    ...more,
  },
})
const lines = [
  line('Rope', {
    style: 'funk-sixteenths',
    styleName: 'Funk sixteenths',
    tags: ['set list'],
    tempo: { bpm: 96, counts: '1/4' },
  }),
  line('Rope, later', { style: 'funk-sixteenths', styleName: 'Funk sixteenths', parent: { id: 'Rope', revision: 1 } }),
  line('Rope, later still', { parent: { id: 'Rope, later', revision: 1 }, tempo: { bpm: 79.6, counts: '1/4' } }),
  // 70 dotted quarters are 105 quarters.
  line('Kettle', {
    style: 'slow-twelve',
    styleName: 'Slow 12/8',
    tags: ['ballads', 'set list'],
    bars: '12/8, 2 bars',
    tempo: { bpm: 70, counts: '1/4.' },
  }),
  line('Lost', { parent: { id: 'gone', revision: 1 }, tempo: { bpm: 101, counts: '1/4' } }),
]
const cards = (wish: Partial<typeof ANY>, practised?: ReadonlyMap<string, number>) =>
  shelved(lines, { ...ANY, folded: false, ...wish }, practised).cards.map(one => one.summary.id)

describe('the Shelf', () => {
  it('offers the styles, tags, meters and families there are', () => {
    expect(shelfChoices(lines)).toEqual({
      styles: [
        { id: 'funk-sixteenths', name: 'Funk sixteenths' },
        { id: 'slow-twelve', name: 'Slow 12/8' },
      ],
      tags: ['ballads', 'set list'],
      meters: ['4/4', '12/8'],
      families: [{ id: 'Rope', name: 'Rope (3)' }],
    })
  })

  it.each<[string, Partial<typeof ANY>, string[]]>([
    ['all, as they come', {}, ['Rope', 'Rope, later', 'Rope, later still', 'Kettle', 'Lost']],
    ['a style', { style: 'funk-sixteenths' }, ['Rope', 'Rope, later']],
    ['a tag', { tag: 'set list' }, ['Rope', 'Kettle']],
    ['by title', { order: 'title' }, ['Kettle', 'Lost', 'Rope', 'Rope, later', 'Rope, later still']],
    ['by tempo, in one note value', { order: 'tempo' }, ['Rope, later still', 'Rope', 'Rope, later', 'Lost', 'Kettle']],
    ['a meter, whatever its bars', { meter: '12/8' }, ['Kettle']],
    [
      'a tempo as it is shown: 79.6 is 80',
      { tempo: 'medium' },
      ['Rope', 'Rope, later', 'Rope, later still', 'Kettle', 'Lost'],
    ],
    ['a slow tempo', { tempo: 'slow' }, []],
    ['a family, grandchildren too', { family: 'Rope' }, ['Rope', 'Rope, later', 'Rope, later still']],
    ['a family as one card; one whose parent is gone stands for itself', { folded: true }, ['Rope', 'Kettle', 'Lost']],
    [
      'a family that is asked for, never folded',
      { folded: true, family: 'Rope' },
      ['Rope', 'Rope, later', 'Rope, later still'],
    ],
    ['what a choice finds of a family, as a card', { folded: true, style: 'funk-sixteenths' }, ['Rope']],
  ])('shows %s', (_, wish, wanted) => {
    expect(cards(wish)).toEqual(wanted)
  })

  it('puts what was practised most first, and what never was as it came', () => {
    const practised = new Map([
      ['Kettle', 600],
      ['Rope, later', 60],
    ])
    expect(cards({ order: 'practised' }, practised)).toEqual([
      'Kettle',
      'Rope, later',
      'Rope',
      'Rope, later still',
      'Lost',
    ])
  })

  it('puts a family where the first of it stands, and counts what is folded into its card', () => {
    const changed = [...lines.slice(1), lines[0]!]
    const { cards, folded } = shelved(changed, ANY)
    expect(cards.map(one => one.summary.id)).toEqual(['Rope', 'Kettle', 'Lost'])
    expect(folded).toEqual(new Map([['Rope', 2]]))
    // Without its root the family is what is left of it.
    expect(shelved(lines.slice(1), ANY).folded).toEqual(new Map([['Rope, later', 1]]))
  })

  it('finds a root even where grooves claim each other', () => {
    const circle = [line('a', { parent: { id: 'b', revision: 1 } }), line('b', { parent: { id: 'a', revision: 1 } })]
    expect(shelved(circle, { ...ANY, family: 'a' }).cards).toHaveLength(1)
  })
})
