import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { barLines } from '../../test/arbitrary'
import { barsTicks, meter, slotsOf } from '#core/time'
import { cutToShow, makeBars, sayCut } from '.'

describe('beats cut to show strokes', () => {
  const slots = (cut: ReturnType<typeof cutToShow>) => cut.bars.map(bar => bar.slots)
  const eighths = makeBars(meter(4, 4), 1, 2)
  // By hand: a sixteenth is 1260, a triplet eighth 1680.
  it.each<[string, number[], number[], number[], string]>([
    ['a sixteenth in 1', [1260], [], [4, 2, 2, 2], '1 is cut into sixteenths to show it'],
    ['sixteenths in 2 and 4', [6300, 16380], [], [2, 4, 2, 4], '2 and 4 are cut into sixteenths to show it'],
    ['a triplet in 3, nothing there', [11760], [], [2, 2, 6, 2], '3 is cut into sextuplets to show it'],
    ['a triplet in 3 beside a stroke on & of 3', [11760], [12600], [2, 2, 6, 2], '3 is cut into sextuplets to show it'],
    ['what is on the grid already', [2520, 5040], [], [2, 2, 2, 2], ' are cut into  to show it'],
  ])('%s', (_, wanted, kept, expected, said) => {
    const cut = cutToShow(eighths, wanted, kept)
    expect([slots(cut)[0], cut.lost]).toEqual([expected, []])
    if (cut.beats.length) expect(sayCut({ bars: eighths }, cut)).toBe(said)
  })
  it('tells what no cut shows', () => {
    expect(cutToShow(eighths, [1], []).lost).toEqual([1])
  })
  it('whatever was on a slot and is kept still is', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(barLines, fc.array(fc.nat(40)), fc.array(fc.nat(60)), (bars, wantedAt, keptAt) => {
        const all = slotsOf(bars).map(slot => slot.at)
        const kept = keptAt.map(i => all[i % all.length]!)
        const wanted = wantedAt.map(i => (i * 420) % barsTicks(bars))
        const cut = cutToShow(bars, wanted, kept)
        const now = new Set(slotsOf(cut.bars).map(slot => slot.at))
        for (const at of kept) expect(now.has(at)).toBe(true)
        for (const at of wanted) expect(now.has(at) || cut.lost.includes(at)).toBe(true)
      }),
    )
  })
})
