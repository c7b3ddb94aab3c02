import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Groove, type Stroke, grooveTicks, makeBars, makeGroove, makePart } from '#core/groove'
import { sayFinding } from '#core/analyse'
import { DEFAULT_KIT } from '#core/kit'
import { type Cue, CueLine, passes } from '#core/perform'
import { NUMBERS, barsTicks, meter, tickSeconds } from '#core/time'
import { drummed } from '../../test/arbitrary'
import {
  type Fill,
  type Phrase,
  type PhraseEdit,
  type Section,
  type When,
  applyToPhrase,
  barsInOrder,
  changedSince,
  findingsInPlace,
  inPlace,
  insertSections,
  makeSection,
  moveSection,
  phraseBars,
  phraseFrom,
  phrasePerformance,
  pin,
  playedGroove,
  readPhrase,
  refreshed,
  removeSection,
  repeatSection,
  roundsOf,
  sayBarsOf,
  sayClaveAt,
  sayPlay,
  sayWhen,
  setSection,
  setTurns,
  takenUp,
  unfolded,
} from '.'
import { comesIn } from './rounds'

const S = 1260
const BAR = 16 * S
/** Strokes from a row of levels a sixteenth each, as in the cards. */
const row = (piece: string, text: string, kind: Stroke['stroke'] = 'hit'): Stroke[] =>
  [...text.replaceAll(' ', '')].flatMap((level, i): Stroke[] =>
    level === '.' ? [] : [{ at: i * S, piece, stroke: kind, level: Number(level) as Stroke['level'] }],
  )
const groove = (
  id: string,
  {
    lead = '3.3. 3.3. 3.3. 3.3.',
    snare = '.... 5... .... 5...',
    bass = '4... .... 4... ....',
    foot = '.... 3... .... 3...',
  } = {},
  more: Partial<Groove> = {},
): Groove =>
  makeGroove({
    id,
    title: id,
    bars: makeBars(meter(4, 4), 1, 4),
    parts: [
      makePart({ id: 'lead', name: 'Lead', role: 'lead', limb: 'RH', strokes: row('hi-hat', lead) }),
      makePart({ id: 'snare', name: 'Backbeat', role: 'backbeat', limb: 'LH', strokes: row('snare', snare) }),
      makePart({ id: 'bass', name: 'Bass drum', role: 'bass drum', limb: 'RF', strokes: row('bass drum', bass) }),
      makePart({ id: 'foot', name: 'Hat foot', role: 'hat foot', limb: 'LF', strokes: row('hi-hat', foot, 'chick') }),
    ],
    ...more,
  })
const plain = groove('plain')
const other = groove('other', { bass: '4... ..4. 4... ....' })
let n = 0
const newId = () => `id${n++}`
const fill = (more: Partial<Fill> = {}): Fill => ({
  from: 12 * S,
  length: 4 * S,
  grid: null,
  source: { kind: 'singles' },
  first: 'R',
  path: ['snare'],
  loudness: 'even',
  feet: 'kept',
  ending: 'crash',
  leaveOut: [],
  takes: [[0, 1, 2, 3].map(i => ({ limb: i % 2 ? 'LH' : 'RH', at: i * S, piece: 'snare', stroke: 'hit', level: 4 }))],
  landing: { strokes: [{ limb: 'RH', at: 0, piece: 'crash', stroke: 'hit', level: 5 }], leaveOut: [] },
  ...more,
})
const phrase = (sections: Partial<Section>[], grooves: Record<string, Groove> = { plain, other }): Phrase => ({
  format: 'bazzet-phrase',
  version: 2,
  id: 'form',
  title: 'Form',
  notes: '',
  tempo: { bpm: 120, counts: '1/4' },
  kitId: 'five-piece',
  grooves: Object.fromEntries(Object.entries(grooves).map(([key, one]) => [key, playedGroove(one, 1)])),
  sections: sections.map((one, i) =>
    makeSection({ id: `s${i}`, name: String.fromCharCode(65 + i), play: { groove: 'plain' }, bars: 1, ...one }),
  ),
})
const done = (document: Phrase, edit: PhraseEdit): Phrase => {
  const change = applyToPhrase(document, edit)
  if (!change.ok) throw new Error(change.reason)
  const back = applyToPhrase(change.value.document, change.value.inverse)
  expect(back.ok && back.value.document).toEqual(document)
  return change.value.document
}
const cuesOf = (form: Phrase, seconds: number, play = {}) =>
  new CueLine(phrasePerformance(form, DEFAULT_KIT, play)).between(-9, seconds)
const heard = (cues: Cue[]) =>
  cues
    .filter(cue => cue.kind === 'stroke' && cue.heard)
    .map(cue =>
      cue.kind === 'stroke'
        ? [
            Number(cue.seconds.toFixed(9)),
            cue.limb,
            cue.pieceId,
            cue.stroke,
            cue.level,
            cue.until === undefined ? null : Number(cue.until.toFixed(9)),
          ].join(' ')
        : '',
    )
    .sort()
/** The sixteenths of a bar at 120 that a limb strikes. */
const struck = (cues: Cue[], bar: number, limb: string) =>
  cues.flatMap(cue =>
    cue.kind === 'stroke' && cue.limb === limb && cue.bar === bar ? [Math.round((cue.seconds - bar * 2) / 0.125)] : [],
  )

describe('turns', () => {
  it.each<[When, number, number, boolean, string]>([
    ['last', 3, 4, true, 'the last time'],
    ['last', 2, 4, false, 'the last time'],
    [{ every: 4 }, 3, 8, true, 'every 4th time'],
    [{ every: 4 }, 7, 8, true, 'every 4th time'],
    [{ every: 2 }, 2, 8, false, 'every 2nd time'],
    [{ round: 3 }, 2, 8, true, 'the 3rd time'],
    [{ round: 3 }, 3, 8, false, 'the 3rd time'],
    [{ every: 1 }, 0, 1, true, 'every time'],
  ])('%j comes in round %i of %i: %s', (when, round, times, comes, says) => {
    expect(comesIn(when, round, times)).toBe(comes)
    expect(sayWhen(when)).toBe(says)
  })
})

describe('rounds', () => {
  it('plain and changed in turn: sixteen bars, the second of each two is the other', () => {
    const form = phrase([{ times: 16, turns: [{ when: { every: 2 }, put: { groove: 'other' } }] }])
    expect(phraseBars(form)).toBe(16)
    expect(roundsOf(form).map(round => round.key)).toEqual(Array.from({ length: 8 }, () => ['plain', 'other']).flat())
    const cues = cuesOf(form, 32)
    for (let bar = 0; bar < 16; bar++)
      expect(struck(cues, bar, 'RF'), `bar ${bar + 1}`).toEqual(bar % 2 ? [0, 6, 8] : [0, 8])
  })

  it('three bars and a fill: the hands leave the groove for it and land on the crash; the feet go on', () => {
    const form = phrase([
      { bars: 4, times: 2, turns: [{ when: { every: 1 }, put: { fill: fill({ from: 3 * BAR + 12 * S }) } }] },
    ])
    const cues = cuesOf(form, 18)
    expect(struck(cues, 2, 'RH')).toEqual([0, 2, 4, 6, 8, 10, 12, 14])
    expect(struck(cues, 3, 'RH')).toEqual([0, 2, 4, 6, 8, 10, 12, 14]) // 12 and 14 are the fill’s, on the snare
    expect(struck(cues, 3, 'LH')).toEqual([4, 13, 15]) // the backbeat on 4 gives way
    expect(struck(cues, 3, 'LF')).toEqual([4, 12])
    const one = cues.filter(cue => cue.kind === 'stroke' && cue.limb === 'RH' && cue.bar === 4)
    expect(one[0]).toMatchObject({ pieceId: 'crash', level: 5 })
    expect(one).toHaveLength(8) // the crash in place of the hats on 1
    // At the very end there is a 1 to land on, and nothing else.
    expect(cues.filter(cue => cue.seconds >= 16 - 1e-9).map(cue => cue.kind === 'stroke' && cue.pieceId)).toEqual([
      'crash',
    ])
  })

  it('a fill in the middle of a bar lands within it, and leaves out before it what it is told to', () => {
    const form = phrase([
      {
        turns: [
          {
            when: 'last',
            put: { fill: fill({ from: 4 * S, feet: 'silent', leaveOut: [{ limb: 'RH', at: -2 * S }] }) },
          },
        ],
      },
    ])
    const cues = cuesOf(form, 2)
    expect(struck(cues, 0, 'RH')).toEqual([0, 4, 6, 8, 10, 12, 14])
    expect(cues.find(cue => cue.kind === 'stroke' && cue.limb === 'RH' && cue.tick === 8 * S)).toMatchObject({
      pieceId: 'crash',
    })
    expect(struck(cues, 0, 'LF')).toEqual([12]) // its foot on 2 is within the fill
  })

  it('of turns that come at once the seldomest counts, in whichever order they stand', () => {
    const [each, fourth, last] = [4, 8, 12].map(n => fill({ from: n * S, length: 4 * S }))
    const turns = [
      { when: 'last' as const, put: { fill: last! } },
      { when: { every: 1 }, put: { fill: each! } },
      { when: { every: 2 }, put: { fill: fourth! } },
    ]
    for (const order of [turns, turns.toReversed()]) {
      const rounds = roundsOf(phrase([{ times: 4, turns: order }]))
      expect(rounds.map(round => round.fill!.fill.from / S)).toEqual([4, 8, 4, 12])
    }
  })

  it('hats left open for a fill are closed where it begins, and those that a fill does not leave are let be', () => {
    const open = groove('open', {}, {})
    open.parts[0]!.strokes[5] = { at: 10 * S, piece: 'hi-hat', stroke: 'open', level: 4 }
    const form = phrase([{ play: { groove: 'open' }, turns: [{ when: 'last', put: { fill: fill() } }] }], { open })
    expect(cuesOf(form, 2).find(cue => cue.kind === 'stroke' && cue.stroke === 'open')).toMatchObject({
      seconds: 1.25,
      until: 1.5,
    })
  })

  it('led afresh, a fill has another take each time it comes, and the same ones again', () => {
    const takes = ['snare', 'high tom', 'floor tom'].map(piece => [
      { limb: 'RH' as const, at: 0, piece, stroke: 'hit' as const, level: 4 as const },
    ])
    const form = phrase([
      {
        times: 2,
        turns: [{ when: { every: 1 }, put: { fill: fill({ takes, landing: { strokes: [], leaveOut: [] } }) } }],
      },
    ])
    const cues = cuesOf(form, 20, { again: true })
    const first = (bar: number) =>
      cues.find(cue => cue.kind === 'stroke' && cue.limb === 'RH' && cue.bar === bar && cue.tick === 12 * S)
    expect(Array.from({ length: 8 }, (_, bar) => (first(bar) as { pieceId: string }).pieceId)).toEqual([
      'snare',
      'high tom',
      'floor tom',
      'snare',
      'high tom',
      'floor tom',
      'snare',
      'high tom',
    ])
  })

  it('a stretch that goes round has its fills afresh too, and nothing lands on its beginning that is not in it', () => {
    const takes = ['snare', 'high tom', 'floor tom'].map(piece => [
      { limb: 'RH' as const, at: 0, piece, stroke: 'hit' as const, level: 4 as const },
    ])
    const form = phrase([
      { times: 2 },
      { turns: [{ when: 'last', put: { fill: fill({ takes }) } }] },
      { times: 1, turns: [{ when: 'last', put: { fill: fill() } }] },
    ])
    const cues = cuesOf(form, 12, { again: true, from: 1, to: 3 })
    const struck = (bar: number, tick: number) =>
      cues.find(cue => cue.kind === 'stroke' && cue.limb === 'RH' && cue.bar === bar && cue.tick === tick) as {
        pieceId: string
      }
    expect([1, 3, 5].map(bar => struck(bar, 12 * S).pieceId)).toEqual(['snare', 'high tom', 'floor tom'])
    expect([0, 2, 4].map(bar => struck(bar, 0).pieceId)).toEqual(['hi-hat', 'hi-hat', 'hi-hat'])
  })

  it('rests are of the bars of their groove: its feet and a click, or nothing', () => {
    const form = phrase([
      { bars: 4 },
      { bars: 4, play: { rest: 'trade', like: 'plain', feet: true, click: true } },
      { bars: 1, play: { rest: 'silence', like: 'plain', feet: false, click: false } },
    ])
    const cues = cuesOf(form, 18)
    const inBars = (from: number, to: number) => cues.filter(cue => cue.bar >= from && cue.bar < to)
    expect(new Set(inBars(4, 8).flatMap(cue => (cue.kind === 'stroke' ? [cue.limb] : [])))).toEqual(
      new Set(['RF', 'LF']),
    )
    expect(inBars(4, 8).filter(cue => cue.kind === 'click')).toHaveLength(16)
    expect(inBars(0, 4).filter(cue => cue.kind === 'click')).toHaveLength(0)
    expect(inBars(8, 9)).toHaveLength(0)
    expect(sayPlay(form, form.sections[1]!)).toBe('your answer, feet and click go on')
    expect(sayBarsOf(form, 1)).toBe('bars 5 to 8')
  })

  it('a part that repeats on its own runs on from round to round, and no pick-up holds it', () => {
    const bell = groove('bell', {}, { pickUp: { ticks: 4 * S, repeats: true } })
    bell.parts.push(
      makePart({
        id: 'bell',
        name: 'Bell',
        limb: 'LH',
        every: 3 * S,
        strokes: [{ at: 0, piece: 'cowbell', stroke: 'hit', level: 3 }],
      }),
    )
    const cues = cuesOf(phrase([{ play: { groove: 'bell' }, times: 3 }], { bell }), 6)
    const bells = cues.flatMap(cue =>
      cue.kind === 'stroke' && cue.pieceId === 'cowbell' ? [Math.round(cue.seconds / 0.125)] : [],
    )
    expect(bells).toEqual(Array.from({ length: 16 }, (_, i) => 3 * i)) // every third sixteenth of 48, none before the first
    expect(cues.filter(cue => cue.seconds < 0).length).toBeGreaterThan(0) // the hats of beat 4 lead in
  })

  it('a section may have a tempo of its own, and the sums are exact', () => {
    const form = phrase([{ times: 4 }, { times: 2, tempo: { bpm: 90, counts: '1/4' } }])
    const line = new CueLine(phrasePerformance(form, DEFAULT_KIT))
    expect(line.ends).toBeCloseTo(4 * 2 + (2 * 4 * 60) / 90, 12)
    expect(line.secondsOfBar(5)).toBeCloseTo(8 + (4 * 60) / 90, 12)
    expect(line.placeAt(8.1)).toMatchObject({ bar: 4 })
  })

  it('a stretch is played over and over from its first bar', () => {
    const form = phrase([{ times: 8, turns: [{ when: { round: 4 }, put: { groove: 'other' } }] }])
    const cues = cuesOf(form, 12, { from: 2, to: 4, again: true })
    for (let bar = 0; bar < 6; bar++) expect(struck(cues, bar, 'RF')).toEqual(bar % 2 ? [0, 6, 8] : [0, 8])
  })
})

describe('laws', () => {
  const like = (cues: Cue[]) => heard(cues)
  it('a phrase of one section sounds like its groove so many times', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(drummed, fc.integer({ min: 1, max: 3 }), (drawn, times) => {
        const form = phraseFrom(drawn, 1, newId)
        const set = done(
          { ...form, sections: form.sections.map(one => ({ ...one, times: 4 })) },
          setSection(form, form.sections[0]!.id, { times }),
        )
        const seconds = times * grooveTicks(drawn) * tickSeconds(drawn.tempo) - 0.2
        const reference = new CueLine(passes(drawn, DEFAULT_KIT, times)).between(-9, seconds)
        expect(like(cuesOf(set, seconds))).toEqual(like(reference))
      }),
      { numRuns: 150 },
    )
  })

  it(
    'cues come in order of time, bars in order of place, and the end is the sum of the sections',
    { tags: ['law'] },
    () => {
      fc.assert(
        fc.property(
          drummed,
          drummed,
          fc.array(fc.tuple(fc.boolean(), fc.integer({ min: 1, max: 3 }), fc.integer({ min: 1, max: 3 })), {
            minLength: 1,
            maxLength: 4,
          }),
          (a, b, list) => {
            const form = phrase(
              list.map(([first, bars, times]) => ({ play: { groove: first ? 'plain' : 'other' }, bars, times })),
              { plain: { ...a, id: 'a' }, other: { ...b, id: 'b' } },
            )
            const line = new CueLine(phrasePerformance(form, DEFAULT_KIT))
            const expected = roundsOf(form).reduce(
              (sum, round) => sum + barsTicks(round.groove.bars) * tickSeconds(form.tempo),
              0,
            )
            expect(line.ends).toBeCloseTo(expected, 6)
            const cues = line.between(-9, expected + 1)
            expect(cues.every((cue, i) => i === 0 || cue.seconds >= cues[i - 1]!.seconds)).toBe(true)
            expect(barsInOrder(roundsOf(form)).map(one => one.bar)).toEqual(
              Array.from({ length: phraseBars(form) }, (_, bar) => bar),
            )
            const halves = [...line.between(-9, expected / 2), ...line.between(expected / 2, expected + 1)]
            expect(halves).toEqual(cues)
          },
        ),
        { numRuns: 100 },
      )
    },
  )

  it('every edit is taken back by its inverse', { tags: ['law'] }, () => {
    const form = phrase([
      { times: 2 },
      { play: { groove: 'other' }, bars: 2 },
      { times: 3, turns: [{ when: 'last', put: { fill: fill() } }] },
    ])
    const edits = fc.oneof(
      fc
        .integer({ min: 0, max: 2 })
        .chain(i => fc.integer({ min: 0, max: 3 }).map(to => moveSection(form, `s${i}`, to))),
      fc.integer({ min: 0, max: 2 }).map(i => removeSection(form, `s${i}`)),
      fc.integer({ min: 0, max: 2 }).map(i => repeatSection(form, `s${i}`, newId)),
      fc.integer({ min: 1, max: 20 }).map(times => setSection(form, 's0', { times })),
      fc.constant(setTurns(form, 's0', [{ when: { every: 2 }, put: { groove: 'other' } }])),
      fc.string({ minLength: 1, maxLength: 40 }).map((title): PhraseEdit => ({ type: 'facts', set: { title } })),
      fc.constant(insertSections(1, [makeSection({ id: 'new', name: 'New', play: { groove: 'other' }, bars: 1 })])),
    )
    fc.assert(
      fc.property(edits, edit => void done(form, edit)),
      { numRuns: 100 },
    )
  })

  it('a groove unfolded to its own bars is itself, and to more it goes round', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(drummed, fc.integer({ min: 1, max: 5 }), (drawn, bars) => {
        const round = unfolded(drawn, bars, 0, 'with pick-up')
        expect(round.bars).toHaveLength(bars)
        expect(unfolded(drawn, bars, 0, 'with pick-up')).toBe(round)
        expect(round.parts.every(part => part.strokes.every(stroke => stroke.at < barsTicks(round.bars)))).toBe(true)
      }),
      { numRuns: 100 },
    )
  })
})

describe('a groove that changes on the shelf', () => {
  const changed = { ...plain, tempo: { bpm: 90, counts: '1/4' as const }, parts: plain.parts.slice(0, 3) }
  it('is followed, unless it is pinned; refreshing changes nothing else', () => {
    const form = phrase([{ times: 2 }])
    expect(
      changedSince(
        form,
        new Map([
          ['plain', 2],
          ['other', 1],
        ]),
      ),
    ).toEqual(['plain'])
    expect(refreshed(form, [{ revision: 2, document: changed }])).toMatchObject({
      stays: [],
      phrase: {
        grooves: { plain: { seen: { revision: 2, groove: { parts: { length: 3 } } } } },
        sections: form.sections,
      },
    })
    const pinned = pin(form, 'plain', true)
    const held = pinned.ok ? done(form, pinned.value) : form
    expect(changedSince(held, new Map([['plain', 2]]))).toEqual([])
    expect(refreshed(held, [{ revision: 2, document: changed }]).phrase).toBe(held)
  })

  it('that no longer fits stays as it was last seen, and is told', () => {
    const form = phrase([{ times: 2, turns: [{ when: 'last', put: { fill: fill() } }] }])
    const waltz = { ...plain, bars: makeBars(meter(3, 4), 1, 4), parts: [] }
    expect(refreshed(form, [{ revision: 2, document: waltz }])).toEqual({ phrase: form, stays: ['plain'] })
  })

  it('is taken up once, however often it is played', () => {
    const form = phrase([{}])
    expect(takenUp(form, plain, 1, newId)).toEqual({ key: 'plain', edits: [] })
    expect(takenUp(form, groove('third'), 1, () => 'k').edits).toHaveLength(1)
  })
})

describe('a bar where it stands', () => {
  it('is read with its neighbours: a flam’s hand that comes late from the bar before', () => {
    // The right hand ends bar 1 on the ride’s bell a sixteenth before bar 2 begins on the hats, at 200: too far in 75 ms.
    const away = groove('away', { lead: '3.3. 3.3. 3.3. 3.3.' })
    away.parts[0]!.strokes.push({ at: 15 * S, piece: 'floor tom', stroke: 'hit', level: 3 })
    const form = {
      ...phrase([{ play: { groove: 'away' } }, {}, {}], { away, plain }),
      tempo: { bpm: 200, counts: '1/4' as const },
    }
    const bars = barsInOrder(roundsOf(form))
    const travels = (bar: number) =>
      findingsInPlace(inPlace(bars, bar), DEFAULT_KIT).some(
        finding => finding.about.kind === 'trouble' && finding.about.trouble.kind === 'travel',
      )
    expect([0, 1, 2].map(travels)).toEqual([true, true, false])
    // The third bar is read with the second before it and, round the end, the first after it; each is called by its own number.
    expect(inPlace(bars, 2).numbers).toEqual([2, 3, 1])
    const place = inPlace(bars, 0)
    const says = findingsInPlace(place, DEFAULT_KIT).map(finding =>
      sayFinding(place.groove, finding, { ...NUMBERS, bars: place.numbers }),
    )
    expect(says[0]).toMatch(/^Right hand, bar 1: from hi-hat on & of 4 to floor tom on a of 4/)
  })
})

describe('a clave in a phrase', () => {
  const on = groove('on', {}, { bars: makeBars(meter(4, 4), 2, 2), clave: { rhythm: 'son', side: '3-2' } })
  const phraseOf = (...bars: number[]): Phrase => {
    let ids = 0
    const phrase = phraseFrom(on, 1, () => `s${ids++}`)
    const section = phrase.sections[0]!
    return {
      ...phrase,
      sections: bars.map((many, i) => ({ ...section, id: `s${i}`, bars: many, times: 1, turns: [] })),
    }
  }
  const clicks = (phrase: Phrase, from = 0) =>
    new CueLine(phrasePerformance(phrase, DEFAULT_KIT, { from, click: { program: 'clave' } }))
      .between(0, 30)
      .filter(cue => cue.kind === 'click')
      .map(cue => Math.round((10 * cue.seconds) / 3))
  it('runs on through an odd number of bars, and it is said where a section comes in on the other side', () => {
    const phrase = phraseOf(3, 2)
    // In eighths: bars of three, two, three; then the section of two bars begins on the two side.
    expect(clicks(phrase)).toEqual([0, 3, 6, 10, 12, 16, 19, 22, 26, 28, 32, 35, 38])
    expect(clicks(phrase, 3)).toEqual([2, 4, 8, 11, 14])
    expect([0, 1].map(index => sayClaveAt(phrase, index))).toEqual([
      undefined,
      'The clave comes in here on its two side; “on” is written three side first.',
    ])
    expect(sayClaveAt(phraseOf(4, 2), 1)).toBeUndefined()
  })
})

describe('what does not fit is refused by name', () => {
  const form = phrase([{}])
  const waltz = makeGroove({ id: 'waltz', title: 'Tin Waltz', bars: makeBars(meter(3, 4), 1, 4) })
  it.each<[string, unknown, RegExp]>([
    ['no sections', { ...form, sections: [] }, /at least one section, and so at least one bar/],
    [
      '129 bars',
      { ...form, sections: [{ ...form.sections[0], times: 43, bars: 3 }] },
      /at most 128 bars; these sections make 129/,
    ],
    [
      'a groove never seen',
      { ...form, grooves: { plain: { id: 'gone', pinned: false } } },
      /never seen, so there is nothing to play/,
    ],
    [
      'a key of no groove',
      { ...form, sections: [{ ...form.sections[0], play: { groove: 'nope' } }] },
      /Section “A” plays the groove “nope”, which is not among/,
    ],
    [
      'a fill longer than its bars',
      {
        ...form,
        sections: [{ ...form.sections[0], turns: [{ when: 'last', put: { fill: fill({ length: 8 * S }) } }] }],
      },
      /fill in section “A” is longer than its bars: it would end at tick 25200, and the bar ends at 20160/,
    ],
    [
      'meters that do not join',
      {
        ...form,
        grooves: { ...form.grooves, waltz: playedGroove(waltz, 1) },
        sections: [{ ...form.sections[0], turns: [{ when: 'last', put: { groove: 'waltz' } }] }],
      },
      /The meters do not join: section “A” has 4\/4 in bar 1, and “Tin Waltz”, which is to turn it, has 3\/4 there/,
    ],
    [
      'two sections of one id',
      { ...form, sections: [form.sections[0], form.sections[0]] },
      /Two sections have the id “s0”/,
    ],
    ['a newer phrase', { ...form, version: 3 }, /from a newer Bazzet/],
    ['an edit that empties it', removeSection(form, 's0'), /at least one section; put another in/],
  ])('%s', (_, input, says) => {
    const answer =
      typeof input === 'object' && 'type' in input! ? applyToPhrase(form, input as PhraseEdit) : readPhrase(input)
    expect(answer.ok ? 'taken' : answer.reason).toMatch(says)
  })

  it('a fill may lie at the end of a round of 128 bars', () => {
    const long = {
      ...form,
      sections: [
        { ...form.sections[0], bars: 128, turns: [{ when: 'last', put: { fill: fill({ from: 128 * BAR - 4 * S }) } }] },
      ],
    }
    expect(readPhrase(long)).toMatchObject({ ok: true })
  })

  it('an older groove that a phrase has seen is brought up to date as it is read', () => {
    const { guides: _, ...old } = plain
    const read = readPhrase({
      ...form,
      grooves: {
        plain: {
          id: 'plain',
          pinned: false,
          seen: {
            revision: 1,
            groove: { ...old, version: 1, parts: old.parts.map(({ pickUp: __, given: ___, ...part }) => part) },
          },
        },
      },
    })
    expect(read.ok && read.value.grooves.plain!.seen.groove).toMatchObject({ version: 4, guides: [], clave: null })
  })
})
