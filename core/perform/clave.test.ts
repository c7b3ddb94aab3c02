import { describe, expect, it } from 'vitest'
import { makeBars } from '#core/groove'
import { meter } from '#core/time'
import { claveIn } from '.'
import { clicksOf } from './click'

const sixteenths = (bars: Parameters<typeof claveIn>[0], clave: Parameters<typeof claveIn>[1]) =>
  claveIn(bars, clave)?.map(at => at / 1260)

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
    ['one bar in eighths has it in sixteenths', makeBars(meter(4, 4), 1, 2), 'son clave 3-2', [0, 3, 6, 10, 12]],
    ['two bars of 2/4', makeBars(meter(2, 4), 2, 4), 'son clave 3-2', [0, 3, 6, 10, 12]],
    ['two bars of 2/2 in eighths', makeBars(meter(2, 2), 2, 4), 'son clave 3-2', [0, 6, 12, 20, 24]],
    ['one bar of 2/2 in sixteenths', makeBars(meter(2, 2), 1, 8), 'son clave 3-2', [0, 3, 6, 10, 12]],
    // x.x.x..x.x.. in eighths.
    ['12/8', makeBars(meter(12, 8), 1, 3), 'son clave 3-2', [0, 4, 8, 14, 18]],
    ['two bars of 6/8', makeBars(meter(6, 8), 2, 3), 'rumba clave 3-2', [0, 4, 10, 14, 18]],
    ['one bar of 2/4: none', makeBars(meter(2, 4), 1, 4), 'son clave 3-2', undefined],
    ['5/4: none', makeBars(meter(5, 4), 2, 2), 'son clave 3-2', undefined],
    ['7/8: none', makeBars(meter(7, 8, [2, 2, 3]), 2, 2), 'son clave 3-2', undefined],
  ] as const)('%s', (_, bars, clave, places) => {
    expect(sixteenths(bars, clave)).toEqual(places)
  })

  it('clicks, and where it does not fit the beats click instead', () => {
    expect(clicksOf(makeBars(meter(4, 4), 1, 4), 'rumba clave 2-3').map(click => click.at / 1260)).toEqual([
      2, 4, 8, 11, 15,
    ])
    expect(clicksOf(makeBars(meter(5, 4), 1, 4), 'rumba clave 2-3').map(click => click.at / 5040)).toEqual([
      0, 1, 2, 3, 4,
    ])
  })
})
