import { describe, expect, it } from 'vitest'
import { fields, figure, listOf, text as words } from '#core/read'
import { REMEMBERED, readRemembered, writeRemembered } from './remembered'

const aText = { read: words, usual: 'usual' }
const figures = { read: listOf(figure), usual: [1] }

describe('what the browser remembers', () => {
  // Texts as the Bazzet before the registry wrote them: a text as it is, and everything else as JSON.
  it.each([
    ['a text', aText, 'wet-rope', 'wet-rope'],
    ['a text that looks like a number', aText, '1234', '1234'],
    ['a text that looks like nothing', aText, 'null', 'null'],
    ['figures', figures, '[0,1260]', [0, 1260]],
    ['figures where a text was', figures, 'none', [1]],
    ['half a list', figures, '[0,12', [1]],
    ['what a newer Bazzet wrote', figures, '{"bazzetVersion":99,"value":[7]}', [1]],
  ])('%s', (_, shape, text, read) => {
    expect(readRemembered('click-slots', text, shape as typeof figures)).toEqual(read)
  })

  it('is brought up from the version that it was written in', () => {
    const names = REMEMBERED as Record<string, number>
    names.seed = 3
    const shape = {
      read: fields({ seed: figure }),
      usual: { seed: 0 },
      upgrades: [(old: unknown) => [old], (old: unknown) => ({ seed: (old as number[])[0] })],
    }
    try {
      expect(readRemembered('seed', '5', shape)).toEqual({ seed: 5 })
      expect(readRemembered('seed', '{"bazzetVersion":2,"value":[6]}', shape)).toEqual({ seed: 6 })
      expect(readRemembered('seed', writeRemembered('seed', { seed: 7 }), shape)).toEqual({ seed: 7 })
    } finally {
      names.seed = 1
    }
  })
})
