import { describe, expect, it } from 'vitest'
import { KEYS, type KeyGroup, keyOf, sheetRows, shownKey } from './keys'

const press = (key: string, more: Partial<Parameters<typeof keyOf>[0]> = {}) =>
  keyOf({ key, ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, ...more })
const groups = Object.keys(KEYS) as KeyGroup[]

describe('the keys', () => {
  it('are named alike whatever the keyboard makes of Shift', () => {
    expect([
      press(' '),
      press('?', { shiftKey: true }),
      press('Z', { ctrlKey: true, shiftKey: true }),
      press('z', { metaKey: true }),
      press('ArrowLeft', { altKey: true, shiftKey: true }),
      press('+', { shiftKey: true }),
      press('5'),
    ]).toEqual(['Space', '?', 'Ctrl+Shift+z', 'Ctrl+z', 'Alt+Shift+ArrowLeft', '+', '5'])
  })
  it('are written for people', () => {
    expect(['Ctrl+Shift+z', 'Alt+ArrowLeft', '+', '-', 'Space', '?', 'o'].map(shownKey)).toEqual([
      'Ctrl Shift Z',
      'Alt ←',
      '+',
      '-',
      'Space',
      '?',
      'O',
    ])
    expect(sheetRows('span').map(row => row.keys)).toEqual([
      'Shift ← →',
      'Shift Home End',
      'Ctrl C X',
      'Ctrl V',
      'R',
      'Alt Shift ← →',
      'Shift Delete Backspace',
    ])
    expect(sheetRows('strokes').find(row => row.does.startsWith('ghost'))!.keys).toBe('1 2 3 4 5')
  })
  it('mean one thing each where they work at the same time', () => {
    const names = (group: KeyGroup) =>
      Object.values(KEYS[group].keys as Record<string, readonly [string | readonly string[], string]>).flatMap(
        ([keys]) => keys,
      )
    // Strokes and the line take turns; Step has the focus to itself.
    for (const together of [
      ['bench', 'walk', 'strokes', 'span', 'tap', 'everywhere'],
      ['bench', 'playIn', 'everywhere'],
      ['bench', 'walk', 'line', 'span', 'tap', 'everywhere'],
      ['vary', 'cards', 'card', 'everywhere'],
      ['shelf', 'cards', 'shelfCard', 'everywhere'],
    ] as KeyGroup[][]) {
      const all = together.flatMap(names)
      expect(
        all.filter((name, i) => all.indexOf(name) !== i),
        together.join(),
      ).toEqual([])
    }
  })
  it('all stand on the sheet, each row with something it does', () => {
    for (const group of groups) {
      const all = Object.values(KEYS[group].keys as Record<string, readonly [string | readonly string[], string]>)
      // Every deed has its row, and every key's last sign stands on the row of what it does.
      expect(
        sheetRows(group).map(row => row.does),
        group,
      ).toEqual([...new Set(all.map(([, does]) => does))])
      for (const [names, does] of all)
        for (const name of [names].flat())
          expect(
            sheetRows(group)
              .find(row => row.does === does)!
              .keys.split(/,? /),
            `${group} ${name}`,
          ).toContain(shownKey(name).split(' ').at(-1))
    }
  })
})
