import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  type Groove,
  leadInFrom,
  leadInOf,
  makeBars,
  makeGroove,
  makePart,
  rowStrokes,
  sayPlace,
  silentFrom,
} from '#core/groove'
import { DEFAULT_KIT, limbsInOrder } from '#core/kit'
import { passes, CueLine, type StrokeCue } from '#core/perform'
import { readMusicXml, readTab, writeLanesSvg, writeMusicXml, writeTab } from '#core/formats'
import { type Meter, beatTicks, meter } from '#core/time'
import { drummed } from '../../test/arbitrary'
import { FULL, layOut, notate, slotUnder, sticksOf } from '.'

const grooveIn = (m: Meter, slots: number | number[], row: string, more: Partial<Groove> = {}): Groove => {
  const bars = makeBars(m, 1, slots)
  return makeGroove({
    id: 'g',
    title: 'Led in',
    bars,
    parts: [makePart({ id: 'p', name: 'Snare', limb: 'RH', strokes: rowStrokes(bars, row, { piece: 'snare' }) })],
    ...more,
  })
}
const early = (groove: Groove) => notate(groove, DEFAULT_KIT).pickUp
const counted = (groove: Groove) =>
  early(groove)
    ?.counts.map(count => count.word)
    .join(' ')

describe('a pick-up stands before the first bar, as it is counted', () => {
  // Worked out by hand: the meter and slots, what is struck, how many ticks are picked up, and what is counted before 1.
  it.each<[string, Groove, string | undefined]>([
    [
      'an eighth of 4/4',
      grooveIn(meter(4, 4), 4, '3.............3.', { pickUp: { ticks: 2520, repeats: false } }),
      '&',
    ],
    [
      'three sixteenths of 4/4',
      grooveIn(meter(4, 4), 4, '3............333', { pickUp: { ticks: 3780, repeats: true } }),
      'e & a',
    ],
    [
      'a beat and a half of 3/4 in triplets',
      grooveIn(meter(3, 4), 3, '3....33.3', { pickUp: { ticks: 7560, repeats: false } }),
      'a 3 a',
    ],
    [
      'two eighths of 12/8',
      grooveIn(meter(12, 8), 3, '3.........33', { pickUp: { ticks: 5040, repeats: false } }),
      '& a',
    ],
    [
      'the last beat of 7/8 as 2+2+3',
      grooveIn(meter(7, 8), [2, 2, 3], '3...333', { pickUp: { ticks: 7560, repeats: false } }),
      '3 & a',
    ],
    [
      'a part’s own, where the others have none',
      (groove => ({ ...groove, parts: groove.parts.map(part => ({ ...part, pickUp: 1260 })) }))(
        grooveIn(meter(4, 4), 4, '3..............3'),
      ),
      'a',
    ],
    [
      'with nothing struck in it',
      grooveIn(meter(4, 4), 4, '3...............', { pickUp: { ticks: 5040, repeats: true } }),
      undefined,
    ],
    ['none', grooveIn(meter(4, 4), 4, '3..............3'), undefined],
  ])('%s', (_, groove, counts) => expect(counted(groove)).toBe(counts))

  const once = grooveIn(meter(4, 4), 4, '3.......3.....33', { pickUp: { ticks: 2520, repeats: false } })
  const again = { ...once, pickUp: { ticks: 2520, repeats: true } }

  it('once: not at the end of the bars; repeated: there too; its notes lead to the strokes where they are written', () => {
    const ats = (groove: Groove) =>
      notate(groove, DEFAULT_KIT)
        .bars[0]!.hands.entries.filter(entry => entry.heads.length)
        .map(entry => entry.at / 1260)
    expect([ats(once), ats(again)]).toEqual([
      [0, 8],
      [0, 8, 14, 15],
    ])
    expect(
      early(once)!.hands.entries.flatMap(entry => entry.heads.flatMap(head => head.strokes.map(one => one.at / 1260))),
    ).toEqual([14, 15])
    expect([
      early(once)!.showMeter,
      notate(once, DEFAULT_KIT).bars[0]!.showMeter,
      notate(again, DEFAULT_KIT).bars.length,
    ]).toEqual([true, false, 1])
  })

  it('in the lanes: before the first bar, faint where it lies when it comes once; a press there is one at the end of the bars', () => {
    const lanes = (groove: Groove) =>
      layOut(groove.bars, limbsInOrder('right'), 900, FULL, undefined, { leadFrom: leadInFrom(groove) })
    const drawn = (groove: Groove) =>
      sticksOf(groove, DEFAULT_KIT, lanes(groove)).map(stick => [stick.at / 1260, stick.silent])
    expect(drawn(once)).toEqual([
      [0, false],
      [8, false],
      [14, true],
      [-2, false],
      [15, true],
      [-1, false],
    ])
    expect(drawn(again).filter(([, silent]) => silent)).toEqual([])
    const geometry = lanes(once)
    expect(geometry.lead!.slots.map(slot => slot.word)).toEqual(['4', 'e', '&', 'a'])
    expect(geometry.xOf(-1260)).toBeLessThan(geometry.xOf(0))
    expect(slotUnder(geometry, geometry.xOf(-1260)).at).toBe(15 * 1260)
    expect(slotUnder(geometry, geometry.xOf(0)).at).toBe(0)
    expect(lanes({ ...once, pickUp: null }).lead).toBeUndefined()
  })

  it('in MusicXML a measure of its own that a reader does not count, in tablature a bar before the first, in a picture more beats', () => {
    const xml = writeMusicXml(once, DEFAULT_KIT)
    expect(xml).toContain('<measure number="0" implicit="yes">')
    const score = readMusicXml(new TextEncoder().encode(xml), DEFAULT_KIT)
    const tab = readTab(writeTab(once, DEFAULT_KIT), DEFAULT_KIT)
    for (const read of [score, tab])
      expect(read.ok && [read.value.bars.length, read.value.strokes.map(stroke => stroke.at / 1260)]).toEqual([
        2,
        [14, 15, 16, 24],
      ])
    const beds = (svg: string) => (svg.match(/M[\d.]+ 4h/g) ?? []).length
    expect(beds(writeLanesSvg(once, DEFAULT_KIT)) - beds(writeLanesSvg({ ...once, pickUp: null }, DEFAULT_KIT))).toBe(1)
  })

  it('is what sounds before the first beat, whatever the groove', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(drummed, fc.integer({ min: 1, max: 12 }), fc.boolean(), (any, slots, repeats) => {
        const last = any.bars.at(-1)!
        const beats = beatTicks(last.meter)
        const ticks = Math.min(
          beats.reduce((a, b) => a + b, 0),
          Math.floor(beats.at(-1)! / last.slots.at(-1)!) * slots,
        )
        const groove: Groove = {
          ...any,
          feel: { swing: null, push: {} },
          parts: any.parts.map(part => ({ ...part, swing: null, pickUp: null })),
          pickUp: { ticks, repeats },
        }
        const heard = new CueLine(passes(groove, DEFAULT_KIT))
          .between(-Infinity, 0)
          .filter((cue): cue is StrokeCue => cue.kind === 'stroke' && cue.blow === 0 && cue.tick < 0)
          .map(cue => `${cue.part} ${cue.tick}`)
        const lead = leadInOf(groove)
        const total = silentFrom({ ...groove, pickUp: null })
        const shown = lead
          ? lead.groove.parts.flatMap(part => part.strokes.map(stroke => `${part.id} ${stroke.at + lead.from - total}`))
          : []
        expect([...new Set(heard)].sort()).toEqual([...new Set(shown)].sort())
        if (lead) expect(sayPlace({ bars: groove.bars }, lead.from)).toMatch(/\d$/)
      }),
      { numRuns: 80 },
    )
  })
})
