import { describe, expect, it } from 'vitest'
import { meter } from '#core/time'
import { claveIn, claveNamed, claveOf, makeBars, makePart, rowStrokes, withClave } from '.'

const clave = (name: string) => claveNamed(name)!
const sixteenths = (bars: Parameters<typeof claveIn>[0], name: string, gone = 0) =>
  claveIn(bars, clave(name), gone * 1260)?.map(at => at / 1260)

describe('a clave as the click, its places counted by hand', () => {
  it.each([
    // x..x..x...x.x... in one bar of sixteenths, and over two bars of eighths.
    ['one bar in sixteenths', makeBars(meter(4, 4), 1, 4), 'son clave 3-2', [0, 3, 6, 10, 12]],
    ['two bars in eighths: 1, & of 2, 4; 2, 3', makeBars(meter(4, 4), 2, 2), 'son clave 3-2', [0, 6, 12, 20, 24]],
    ['two bars in eighths: 2, 3; 1, & of 2, 4', makeBars(meter(4, 4), 2, 2), 'son clave 2-3', [4, 8, 16, 22, 28]],
    [
      'the rumba clave a slot later in its three side',
      makeBars(meter(4, 4), 1, 4),
      'rumba clave 3-2',
      [0, 3, 7, 10, 12],
    ],
    ['one bar in eighths has its three side', makeBars(meter(4, 4), 1, 2), 'son clave 3-2', [0, 6, 12]],
    [
      'three bars in eighths: three, two, three',
      makeBars(meter(4, 4), 3, 2),
      'son clave 3-2',
      [0, 6, 12, 20, 24, 32, 38, 44],
    ],
    ['two bars of 2/4', makeBars(meter(2, 4), 2, 4), 'son clave 3-2', [0, 3, 6, 10, 12]],
    ['two bars of 2/2 in eighths', makeBars(meter(2, 2), 2, 4), 'son clave 3-2', [0, 6, 12, 20, 24]],
    ['one bar of 2/2 in sixteenths', makeBars(meter(2, 2), 1, 8), 'son clave 3-2', [0, 3, 6, 10, 12]],
    // x.x.x..x.x.. in eighths.
    ['12/8', makeBars(meter(12, 8), 1, 3), 'son clave 3-2', [0, 4, 8, 14, 18]],
    ['two bars of 6/8', makeBars(meter(6, 8), 2, 3), 'rumba clave 3-2', [0, 4, 10, 14, 18]],
    ['one bar of 2/4: its three side', makeBars(meter(2, 4), 1, 4), 'son clave 3-2', [0, 3, 6]],
    ['the bossa clave', makeBars(meter(4, 4), 2, 2), 'bossa clave 3-2', [0, 6, 12, 20, 26]],
    ['the bossa clave, turned', makeBars(meter(2, 4), 2, 4), 'bossa clave 2-3', [2, 5, 8, 11, 14]],
    ['the long bell', makeBars(meter(12, 8), 1, 3), 'long bell 3-2', [0, 4, 8, 10, 14, 18, 22]],
    ['the long bell in fours: none', makeBars(meter(4, 4), 2, 2), 'long bell 3-2', undefined],
    ['cinquillo', makeBars(meter(2, 4), 2, 4), 'cinquillo 3-2', [0, 2, 3, 5, 6, 8, 10, 12, 14]],
    ['3/4: none', makeBars(meter(3, 4), 4, 2), 'son clave 3-2', undefined],
    ['5/4: none', makeBars(meter(5, 4), 2, 2), 'son clave 3-2', undefined],
    ['7/8: none', makeBars(meter(7, 8, [2, 2, 3]), 2, 2), 'son clave 3-2', undefined],
  ] as const)('%s', (_, bars, name, places) => {
    expect(sixteenths(bars, name)).toEqual(places)
  })

  it('has its other half where bars that hold one half come round', () => {
    expect(sixteenths(makeBars(meter(4, 4), 1, 2), 'son clave 3-2', 16)).toEqual([4, 8])
    expect(sixteenths(makeBars(meter(4, 4), 1, 2), 'son clave 3-2', 32)).toEqual([0, 6, 12])
    expect(sixteenths(makeBars(meter(4, 4), 3, 2), 'son clave 3-2', 48)).toEqual([4, 8, 16, 22, 28, 36, 40])
  })
})

describe('a part and the clave, by ear', () => {
  const two = makeBars(meter(4, 4), 2, 2)
  const line = (row: string, bars = two) =>
    makePart({ id: 'a', name: 'A', limb: 'RH', strokes: rowStrokes(bars, row, { piece: 'floor tom' }) })
  it.each([
    // The shell pattern of two side first, the same turned, a backbeat with one more stroke, a tumbao that is alike in both bars.
    ['the shell', '4. 4. 34 .4 4. 34 .3 .3', 'with', 'against'],
    ['the shell turned', '4. 34 .3 .3 4. 4. 34 .4', 'against', 'with'],
    ['the clave itself', '.. 4. 4. .. 4. .4 .. 4.', 'with', 'against'],
    ['a backbeat with one stroke more', '.. 4. .. 4. .. 4. .. 44', 'neutral', 'neutral'],
    ['a bar twice', '.. .3 .. 2.', 'neutral', 'neutral'],
    ['eighths', '33', 'neutral', 'neutral'],
  ] as const)('%s', (_, row, asTwoThree, asThreeTwo) => {
    expect(withClave(two, line(row), clave('son clave 2-3'))).toBe(asTwoThree)
    expect(withClave(two, line(row), clave('son clave 3-2'))).toBe(asThreeTwo)
  })
  it('is neutral in bars that do not hold the clave, and tells which clave is played where one is', () => {
    const three = makeBars(meter(4, 4), 3, 2)
    expect(withClave(three, line('4. .4 .. 4. .. 4. 4. .. 4. .4 .. 4.', three), clave('son clave 2-3'))).toBe('neutral')
    expect(claveOf(two, [line('4. 4. 34 .4 4. 34 .3 .3')])).toEqual({ rhythm: 'rumba', side: '2-3' })
    expect(claveOf(three, [line('33', three)])).toBeUndefined()
  })
})
