import { strToU8 } from 'fflate'
import { expect, it } from 'vitest'
import { type Score, readMusicXml, writeLanesSvg, writeMusicXml, writeWav } from '#core/formats'
import { makeBars, makeGroove, makePart } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { type Struck, limbsFor } from '#core/limbs'
import { passes } from '#core/perform'
import { renderPerformance } from '#core/sound'
import { meter } from '#core/time'
import { Report, loopsHere, percentile } from './report.mjs'

const report = new Report()
/** Does something so often, and keeps the median. */
const add = (name: string, times: number, does: () => void, most: number) => {
  const before = loopsHere()
  const list = Array.from({ length: times }, () => {
    const began = performance.now()
    does()
    return performance.now() - began
  })
  report.took(name, percentile(list, 0.5), most, [...before, ...loopsHere()])
}

/** Eight bars of sixteenths, some four hundred strokes, like a busy drummer’s. */
const bars = makeBars(meter(4, 4), 8, 4)
const line = (
  id: string,
  limb: 'RH' | 'LH' | 'RF' | 'LF',
  piece: string,
  every: (slot: number) => boolean,
  stroke: 'hit' | 'chick' = 'hit',
) =>
  makePart({
    id,
    name: id,
    limb,
    strokes: Array.from({ length: 128 }, (_, slot) => slot)
      .filter(every)
      .map(slot => ({ at: slot * 1260, piece, stroke, level: 3 })),
  })
const groove = makeGroove({
  id: 'g',
  title: 'G',
  bars,
  parts: [
    line('hats', 'RH', 'hi-hat', () => true),
    line('snare', 'LH', 'snare', slot => slot % 3 !== 0),
    line('bass', 'RF', 'bass drum', slot => slot % 5 < 3),
    line('foot', 'LF', 'hi-hat', slot => slot % 2 === 0, 'chick'),
  ],
})

it('measures formats and limbs', () => {
  for (const bpm of [100, 200]) {
    const struck: Struck[] = []
    for (let slot = 0; struck.length < 500; slot++) {
      for (const [piece, each] of [
        ['hi-hat', 1],
        ['snare', 2],
        ['high tom', 5],
        ['floor tom', 7],
        ['bass drum', 2],
        ['ride', 3],
        ['crash', 16],
        ['mid tom', 4],
      ] as const)
        if (slot % each === 0)
          struck.push({
            at: slot * 1260,
            seconds: (slot * 15) / bpm,
            piece,
            stroke: 'hit',
            level: 3,
            beat: slot % 4 === 0,
          })
    }
    add(
      `limbs for 500 strokes at ${bpm}, sixteenths, played round, median`,
      9,
      () =>
        expect(limbsFor(struck, { kit: DEFAULT_KIT, lead: 'right', loop: (8 * 240) / bpm }).limbs.length).toBe(
          struck.length,
        ),
      200,
    )
  }
  const xml = writeMusicXml(groove, DEFAULT_KIT)
  const measures = /<part id="P1">\n([\s\S]*)\n {2}<\/part>/.exec(xml)![1]!
  const rest = measures.slice(measures.indexOf('<measure number="2">'))
  const long = strToU8(xml.replace(measures, `${measures}\n${`${rest}\n`.repeat(28)}`))
  let read: Score | undefined
  add(
    'a MusicXML file of 200 bars read, median',
    5,
    () => {
      const score = readMusicXml(long, DEFAULT_KIT)
      if (score.ok) read = score.value
    },
    1000,
  )
  expect(read!.bars.length).toBeGreaterThanOrEqual(200)
  add(
    'lanes of 8 bars as SVG, median',
    9,
    () => expect(writeLanesSvg(groove, DEFAULT_KIT).length).toBeGreaterThan(5000),
    100,
  )
  const five = passes({ ...groove, tempo: { bpm: 128, counts: '1/4' } }, DEFAULT_KIT, 20)
  for (const bits of [16, 24] as const) {
    const before = loopsHere()
    const began = performance.now()
    const file = writeWav(renderPerformance(five), { bits })
    const seconds = (file.length - 44) / (bits / 8) / 44100
    const times = (seconds / (performance.now() - began)) * 1000
    report.rate(
      `${Math.round(seconds)} s of sound rendered and written in ${bits} bits`,
      times,
      'times real time',
      50,
      [...before, ...loopsHere()],
    )
  }
  report.write()
}, 120_000)
