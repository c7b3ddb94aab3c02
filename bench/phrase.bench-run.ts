import { expect, it } from 'vitest'
import { type Groove, makeBars, makeGroove, makePart } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { CueLine } from '#core/perform'
import {
  type FillGround,
  type Phrase,
  PHRASE_SHAPE,
  fillIdeas,
  makeSection,
  phraseBars,
  phrasePerformance,
  playedGroove,
} from '#core/phrase'
import { meter } from '#core/time'
import { AHEAD, Scheduler } from '~/audio/scheduler'
import { Report, loopsHere, percentile } from './report.mjs'

const report = new Report()

/** Four bars of sixteenths with 250 strokes, another for each number. */
function dense(n: number): Groove {
  const slots = Array.from({ length: 64 }, (_, i) => i)
  const part = (
    id: string,
    limb: 'RH' | 'LH' | 'RF' | 'LF',
    piece: string,
    stroke: 'hit' | 'chick',
    kept: (slot: number) => boolean,
  ) =>
    makePart({
      id,
      name: id,
      limb,
      strokes: slots.filter(kept).map(slot => ({ at: slot * 1260, piece, stroke, level: (1 + ((slot + n) % 5)) as 3 })),
    })
  return makeGroove({
    id: `dense-${n}`,
    title: `Dense ${n}`,
    bars: makeBars(meter(4, 4), 4, 4),
    parts: [
      part('hats', 'RH', 'hi-hat', 'hit', () => true),
      part('snare', 'LH', 'snare', 'hit', () => true),
      part('bass', 'RF', 'bass drum', 'hit', slot => slot % 32 !== n),
      part('foot', 'LF', 'hi-hat', 'chick', slot => slot % 16 !== n),
    ],
  })
}

/** Sixty-four bars with some four thousand strokes: eight grooves, each twice. */
function long(): Phrase {
  const grooves = Array.from({ length: 8 }, (_, n) => dense(n))
  return {
    format: PHRASE_SHAPE.format,
    version: PHRASE_SHAPE.version,
    id: 'long',
    title: 'Long',
    notes: '',
    tempo: { bpm: 113, counts: '1/4' },
    kitId: 'five-piece',
    grooves: Object.fromEntries(grooves.map(one => [one.id, playedGroove(one, 1)])),
    sections: grooves.map((one, i) =>
      makeSection({ id: `s${i}`, name: `S${i}`, play: { groove: one.id }, bars: 4, times: 2 }),
    ),
  }
}

it('measures phrases', () => {
  const phrase = long()
  expect(phraseBars(phrase)).toBe(64)
  const all = () => {
    const line = new CueLine(phrasePerformance(phrase, DEFAULT_KIT))
    return line.between(-1, line.ends).length
  }
  const strokes = all()
  expect(strokes).toBeGreaterThan(3900)
  const before = loopsHere()
  const times = Array.from({ length: 120 }, () => {
    const began = performance.now()
    all()
    return performance.now() - began
  }).slice(20)
  const between = loopsHere()
  report.rate(
    `cues of a phrase of 64 bars, ${strokes} strokes, worked out anew`,
    1000 / percentile(times, 0.5),
    'a second',
    200,
    [...before, ...between],
  )

  const bar = (n: number): Groove => ({
    ...dense(n),
    bars: makeBars(meter(4, 4), 1, 4),
    parts: [
      makePart({
        id: 'hats',
        name: 'Hats',
        role: 'lead',
        limb: 'RH',
        strokes: [0, 2, 4, 6, 8, 10, 12, 14].map(slot => ({
          at: slot * 1260,
          piece: 'hi-hat',
          stroke: 'hit',
          level: 3,
        })),
      }),
      makePart({
        id: 'snare',
        name: 'Backbeat',
        role: 'backbeat',
        limb: 'LH',
        strokes: [4, 12].map(slot => ({ at: slot * 1260, piece: 'snare', stroke: 'hit', level: 5 })),
      }),
      makePart({
        id: 'bass',
        name: 'Bass drum',
        role: 'bass drum',
        limb: 'RF',
        strokes: [0, 8].map(slot => ({ at: slot * 1260, piece: 'bass drum', stroke: 'hit', level: 4 })),
      }),
    ],
  })
  const ground: FillGround = { round: bar(0), next: bar(1), kit: DEFAULT_KIT, tempo: { bpm: 100, counts: '1/4' } }
  const searched = Array.from({ length: 14 }, (_, seed) => {
    const began = performance.now()
    expect(fillIdeas({ from: 0, length: 20160, seed }, ground)).toHaveLength(12)
    return performance.now() - began
  }).slice(2)
  report.took('a dozen fills for one bar, searched, median', percentile(searched, 0.5), 300, [
    ...between,
    ...loopsHere(),
  ])

  // Five minutes on a clock that stands still for 100 ms every second, as a page does that is busy, with an edit every two seconds.
  let now = 0
  const handed: { when: number; at: number }[] = []
  const scheduler = new Scheduler(() => now, {
    hand: (_, when) => {
      handed.push({ when, at: now })
      return () => undefined
    },
  })
  scheduler.start(phrasePerformance(phrase, DEFAULT_KIT, { again: true }), 0.08, AHEAD.away)
  for (let i = 0; now < 300; i++) {
    now += i % 30 === 0 ? 0.1 : 0.03
    if (i % 60 === 0)
      scheduler.update(
        phrasePerformance(
          {
            ...phrase,
            sections: phrase.sections.map((one, s) => ({ ...one, times: s === 7 ? 2 + ((i / 60) % 2) : one.times })),
          },
          DEFAULT_KIT,
          { again: true },
        ),
      )
    scheduler.pump()
  }
  report.most(
    `late cues of a phrase, 5 min a second ahead with stalls of 100 ms and an edit every 2 s, ${handed.length} handed over`,
    scheduler.late,
    'cues',
    0,
  )
  report.write()
})
