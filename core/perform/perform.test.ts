import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drummed, grooves } from '../../test/arbitrary'
import { DEFAULT_KIT, type Limb, type StrokeKind } from '#core/kit'
import { type Groove, type Part, makeBars, makeGroove, makePart, passSeconds, rowStrokes, timeline } from '#core/groove'
import { meter, tickSeconds } from '#core/time'
import {
  type Cue,
  CueLine,
  type NewPassage,
  type Performance,
  type StrokeCue,
  cueId,
  looped,
  makePassage,
  passes,
} from '.'
import { clockOf } from './clock'
import { cues } from './line'
import { wholeSpan } from '../groove/span'

// At 120 quarters a minute a bar of 4/4 lasts 2 s, a quarter 0.5 s, a sixteenth 0.125 s.
const bars = makeBars(meter(4, 4), 1, 4)
const base = makeGroove({ id: 'g', title: 'G', bars, tempo: { bpm: 120, counts: '1/4' } })
const line = (
  id: string,
  limb: Limb,
  piece: string,
  row: string,
  stroke: StrokeKind = 'hit',
  more: Partial<Part> = {},
) => makePart({ id, name: id, limb, strokes: rowStrokes(bars, row, { piece, stroke }), ...more })
const hats = (row: string, more: Partial<Part> = {}) => line('hats', 'RH', 'hi-hat', row, 'hit', more)
const of = (...parts: Part[]): Groove => ({ ...base, parts })
const passage = (groove: Groove, more: Partial<NewPassage> = {}) => makePassage({ groove, kit: DEFAULT_KIT, ...more })
const played = (passages: ReturnType<typeof passage>[], countIn = 0): Performance => ({
  passages: passages.map((one, i) => ({ ...one, id: `s${i}` })),
  countIn,
})
const strokes = (list: readonly Cue[]) => list.filter((cue): cue is StrokeCue => cue.kind === 'stroke')
const near = (seconds: number) => Number(seconds.toFixed(6))
const times = (performance: Performance, from = -Infinity, to = Infinity) =>
  cues(performance, from, to).map(cue => near(cue.seconds))

describe('one passage', () => {
  it('gives exact ticks, exact seconds, and where each is', () => {
    const list = strokes(cues(passes(of(hats('3... .... ..4. ....')), DEFAULT_KIT, 2), 0, 4))
    expect(
      list.map(cue => [cue.passage, cue.lap, cue.bar, cue.part, cue.tick, cue.at, cue.seconds, cue.level]),
    ).toEqual([
      [0, 0, 0, 'hats', 0, 0, 0, 3],
      [0, 0, 0, 'hats', 12600, 12600, 1.25, 4],
      [0, 1, 1, 'hats', 0, 20160, 2, 3],
      [0, 1, 1, 'hats', 12600, 32760, 3.25, 4],
    ])
    expect(cueId(list[3]!)).toBe('0/1/1/hats/12600/0')
  })

  it('sounds like the timeline of its groove, pass by pass', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(fc.oneof(grooves, drummed), groove => {
        const length = passSeconds(groove)
        const wanted = [0, 1].flatMap(pass =>
          timeline(groove, DEFAULT_KIT, pass).flatMap(event =>
            (event.blows ?? [{ after: 0, level: event.level }]).map(blow => ({
              part: event.partId,
              at: event.at,
              seconds: near(event.seconds + blow.after + pass * length),
              level: blow.level,
            })),
          ),
        )
        const got = strokes(
          cues({ passages: [passage(groove, { times: 2, parts: {} })], countIn: 0 }, -Infinity, Infinity),
        )
          .filter(cue => cue.tick >= 0) // without what leads in: pick-ups are looked at below
          .map(cue => ({ part: cue.part, at: cue.tick, seconds: near(cue.seconds), level: cue.level }))
        const sorted = (list: typeof got) => list.map(one => JSON.stringify(one)).sort()
        expect(sorted(got)).toEqual(sorted(wanted))
      }),
    )
  })

  it(
    'gives the same whatever stretches it is asked for in, in order, each with an identity of its own',
    { tags: ['law'] },
    () => {
      fc.assert(
        fc.property(
          drummed,
          fc.array(fc.double({ min: 0.01, max: 0.7, noNaN: true }), { minLength: 3, maxLength: 12 }),
          fc.boolean(),
          (groove, gaps, ramp) => {
            const tempo = ramp
              ? { from: groove.tempo, to: { ...groove.tempo, bpm: groove.tempo.bpm * 1.5 }, over: 40320 }
              : groove.tempo
            const performance = {
              passages: [
                passage(
                  { ...groove, pickUp: { ticks: 1260, repeats: true } },
                  { times: 3, tempo, click: { program: 'off-beats' } },
                ),
              ],
              countIn: 1,
            }
            const whole = new CueLine(performance)
            const all = whole.between(whole.begins, whole.ends + 10)
            const pieces: Cue[] = []
            let from = whole.begins
            for (let i = 0; from < whole.ends; i++) {
              const to = from + gaps[i % gaps.length]!
              pieces.push(...whole.between(from, to))
              from = to
            }
            expect(pieces.map(cueId)).toEqual(all.filter(cue => cue.seconds < from).map(cueId))
            expect(all.every((cue, i) => i === 0 || all[i - 1]!.seconds <= cue.seconds)).toBe(true)
            expect(new Set(all.map(cueId)).size).toBe(all.length)
            expect(near(all[0]!.seconds)).toBe(near(whole.begins))
          },
        ),
        { numRuns: 60 },
      )
    },
  )

  it('loops any span, part of a bar too, and starts over at once', () => {
    // The second half of the bar, a second long, twice a lap: 3 and & of 4.
    const performance = looped({
      groove: of(hats('3... 3... 4... ..4.')),
      kit: DEFAULT_KIT,
      span: { from: 10080, to: 20160 },
    })
    expect(strokes(cues(performance, 0, 3)).map(cue => [cue.lap, cue.tick, near(cue.seconds)])).toEqual([
      [0, 10080, 0],
      [0, 17640, 0.75],
      [1, 10080, 1],
      [1, 17640, 1.75],
      [2, 10080, 2],
      [2, 17640, 2.75],
    ])
  })

  it('hands what is pushed ahead of the bar over before it, and the first before the start', () => {
    const pushed = { ...of(hats('3...')), feel: { swing: null, push: { 'hi-hat': -20 } } }
    const performance = looped({ groove: pushed, kit: DEFAULT_KIT })
    expect(times(performance, -1, 2.4)).toEqual([-0.02, 0.48, 0.98, 1.48, 1.98])
    expect(new CueLine(performance).begins).toBeCloseTo(-0.02, 9)
  })

  it('gives each blow of an ornament its own cue and level', () => {
    const [hat] = hats('3...').strokes
    const groove = of(
      makePart({
        id: 'h',
        name: 'H',
        limb: 'RH',
        strokes: [
          { ...hat!, at: 5040, ornament: 'drag' },
          { ...hat!, at: 10080, ornament: 'double' },
        ],
      }),
    )
    expect(
      strokes(cues(passes(groove, DEFAULT_KIT), 0, 2)).map(cue => [near(cue.seconds), cue.level, cue.blow]),
    ).toEqual([
      [0.43, 1, 0],
      [0.464, 1, 1],
      [0.5, 3, 2],
      [1, 3, 0],
      [1.0625, 2, 1],
    ])
  })

  it('runs a cycle of three sixteenths on from lap to lap', () => {
    const three = of(hats('', { every: 3780, strokes: [{ at: 0, piece: 'hi-hat', stroke: 'hit', level: 3 }] }))
    const slots = (lap: number) =>
      strokes(cues(looped({ groove: three, kit: DEFAULT_KIT }), lap * 2, lap * 2 + 2)).map(cue => cue.tick / 1260)
    expect([0, 1, 2, 3].map(slots)).toEqual([
      [0, 3, 6, 9, 12, 15],
      [2, 5, 8, 11, 14],
      [1, 4, 7, 10, 13],
      [0, 3, 6, 9, 12, 15],
    ])
  })

  it('tells who plays what, and sounds the player’s parts only where they are modelled', () => {
    const groove = of(
      hats('3...'),
      line('bass', 'RF', 'bass drum', '4...'),
      line('snare', 'LH', 'snare', '.... 5...'),
      line('foot', 'LF', 'hi-hat', '3...', 'chick'),
    )
    const extra = line('cowbell', 'LH', 'cowbell', '3... .... .... ....')
    const cast = { bass: 'player', snare: 'silent', foot: 'sung' } as const
    const heard = (model: boolean) =>
      Object.fromEntries(
        strokes(cues({ passages: [passage(groove, { parts: cast, extra: [extra], model })], countIn: 0 }, 0, 2)).map(
          cue => [cue.part, [cue.by, cue.heard]],
        ),
      )
    expect(heard(false)).toEqual({
      hats: ['machine', true],
      bass: ['player', false],
      foot: ['sung', false],
      cowbell: ['machine', true],
    })
    expect(heard(true).bass).toEqual(['player', true])
  })
})

describe('the count-in and the click', () => {
  it('counts in at the first tempo, then plays', () => {
    const performance = looped({ groove: of(hats('3...')), kit: DEFAULT_KIT, click: { program: 'backbeats' } }, 1)
    const list = cues(performance, -Infinity, 2)
    expect(list.filter(cue => cue.kind === 'click').map(cue => [near(cue.seconds), cue.on, cue.bar])).toEqual([
      [-2, 'first', -1],
      [-1.5, 'beat', -1],
      [-1, 'beat', -1],
      [-0.5, 'beat', -1],
      [0.5, 'beat', 0],
      [1.5, 'beat', 0],
    ])
    expect(new CueLine(performance).begins).toBe(-2)
  })

  it.each([
    ['2 and 3 of a waltz', makeBars(meter(3, 4), 1, 2), '.. 5. 5.', [5040, 10080]],
    ['3 in half-time', makeBars(meter(4, 4), 1, 2), '.. .. 5. ..', [10080]],
    ['2 and 4 where there is none', makeBars(meter(4, 4), 1, 2), '1. .. .. ..', [5040, 15120]],
  ])('clicks on the backbeats that the groove has: %s', (_, own, row, ats) => {
    const snare = makePart({
      id: 'snare',
      name: 'Snare',
      limb: 'LH',
      strokes: rowStrokes(own, row, { piece: 'snare' }),
    })
    const groove = { ...of(snare), bars: own }
    const list = cues(looped({ groove, kit: DEFAULT_KIT, click: { program: 'backbeats' } }), 0, passSeconds(groove))
    expect(list.filter(cue => cue.kind === 'click').map(cue => cue.tick)).toEqual(ats)
  })

  it('counts bars of the performance for its silent bars, whatever is looped', () => {
    const two = { ...of(hats('3...')), bars: makeBars(meter(4, 4), 2, 4) }
    const clicked = (span: { from: number; to: number }, gaps: { sound: number; silent: number }) =>
      cues(looped({ groove: two, kit: DEFAULT_KIT, span, click: { program: 'first of bar', gaps } }), 0, 12)
        .filter(cue => cue.kind === 'click')
        .map(cue => near(cue.seconds))
    expect(clicked(wholeSpan(two), { sound: 1, silent: 1 })).toEqual([0, 4, 8])
    // Bar 2 alone, over and over: the click sounds every second time, and not never.
    expect(clicked({ from: 20160, to: 40320 }, { sound: 1, silent: 1 })).toEqual([0, 4, 8])
    expect(clicked({ from: 20160, to: 40320 }, { sound: 2, silent: 1 })).toEqual([0, 2, 6, 8])
  })

  it('goes on counting bars over a seam', () => {
    const one = passage(of(), { times: 3, click: { program: 'first of bar', gaps: { sound: 2, silent: 2 } } })
    const list = cues(played([one, one]), 0, 12)
    expect(list.map(cue => [cue.passage, cue.bar, near(cue.seconds)])).toEqual([
      [0, 0, 0],
      [0, 1, 2],
      [1, 4, 8],
      [1, 5, 10],
    ])
  })
})

describe('passages in order', () => {
  it('follow on one another without a gap, each at its own tempo', () => {
    const slow = passage({ ...of(hats('3...')), tempo: { bpm: 60, counts: '1/4' } })
    const performance = played([passage(of(hats('3...')), { times: 2 }), slow])
    expect(times(performance)).toEqual([0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5, 4, 5, 6, 7])
    const whole = new CueLine(performance)
    expect(whole.ends).toBeCloseTo(8, 12)
    expect(strokes(whole.between(4, 8))[0]).toMatchObject({ passage: 1, lap: 0, bar: 2, tick: 0, at: 40320 })
  })

  it('add up exactly: a passage begins where all before it end', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(grooves, fc.integer({ min: 1, max: 5 })), { minLength: 1, maxLength: 5 }), list => {
        const performance = played(
          list.map(([groove, n]) => passage(groove, { times: n, click: { program: 'first of bar' } })),
        )
        const whole = new CueLine(performance)
        const exact = list.map(([groove, n]) => n * passSeconds(groove))
        expect(whole.ends).toBeCloseTo(
          exact.reduce((a, b) => a + b, 0),
          9,
        )
        list.forEach((_, i) => {
          const begins = exact.slice(0, i).reduce((a, b) => a + b, 0)
          expect(whole.secondsOf({ passage: i, lap: 0, tick: 0 })).toBeCloseTo(begins, 9)
          expect(whole.placeAt(begins + 1e-9)).toMatchObject({ passage: i, lap: 0 })
        })
      }),
      { numRuns: 50 },
    )
  })

  it('close each other’s open hats, the next lap’s, the next passage’s, by hand or foot', () => {
    const open = of(
      makePart({ id: 'o', name: 'O', limb: 'RH', strokes: [{ at: 17640, piece: 'hi-hat', stroke: 'open', level: 4 }] }),
    )
    const foot = of(line('f', 'LF', 'hi-hat', '.... 3... .... ....', 'chick'))
    const until = (performance: Performance) =>
      strokes(cues(performance, 0, 60))
        .filter(cue => cue.stroke === 'open')
        .map(cue => cue.until && near(cue.until))
    // Twice round: the second opening ends the first. Then the foot on 2 of the next passage ends that, 2.5 s into 4.
    expect(until(played([passage(open, { times: 2 }), passage(foot)]))).toEqual([3.75, 4.5])
    // A passage without hats in between lets them ring through.
    expect(
      until(played([passage(open), passage(of(line('b', 'RF', 'bass drum', '4...')), { times: 2 }), passage(foot)])),
    ).toEqual([6.5])
    // Nothing after it: it rings out.
    expect(until(played([passage(open)]))).toEqual([undefined])
    // A length that was told ends first, across the seam; one beyond the next stroke does not.
    const told = (openFor: number) => of({ ...open.parts[0]!, strokes: [{ ...open.parts[0]!.strokes[0]!, openFor }] })
    expect(until(played([passage(told(5040)), passage(foot)]))).toEqual([2.25])
    expect(until(played([passage(told(20160)), passage(foot)]))).toEqual([2.5])
    // A foot that nobody plays closes nothing.
    expect(until(played([passage(open), passage(foot, { parts: { f: 'silent' } })]))).toEqual([undefined])
  })

  it('lead into one another with a pick-up; a limb that plays it leaves what it was doing', () => {
    const lead = { ...of(line('snare', 'LH', 'snare', '3... .... .... 3.33')), pickUp: { ticks: 2520, repeats: false } }
    // Alone: & and a of 4 come before the start, and nowhere in the bars.
    expect(times(played([passage(lead)]))).toEqual([-0.25, -0.125, 0, 1.5])
    // After another passage they come at its end, over its hats; its snare there gives way.
    const before = of(hats('.... .... .... 4.4.'), line('snare', 'LH', 'snare', '.... .... .... 5.5.'))
    expect(
      strokes(cues(played([passage(before), passage(lead)]), 0, 2.1)).map(cue => [
        cue.passage,
        cue.limb,
        near(cue.seconds),
        cue.level,
      ]),
    ).toEqual([
      [0, 'RH', 1.5, 4],
      [0, 'LH', 1.5, 5],
      [0, 'RH', 1.75, 4],
      [1, 'LH', 1.75, 3],
      [1, 'LH', 1.875, 3],
      [1, 'LH', 2, 3],
    ])
    // Played from its second bar, a groove has no lead-in.
    const longer = { ...lead, bars: makeBars(meter(4, 4), 2, 4), pickUp: { ticks: 2520, repeats: true } }
    expect(times(played([passage(longer, { span: { from: 20160, to: 40320 } })]))[0]).toBe(undefined)
  })

  it('let one part alone lead in, where the groove has no pick-up for all', () => {
    const groove = of(
      hats('3... .... .... ..3.'),
      line('snare', 'LH', 'snare', '.... .... .... ...3', 'hit', { pickUp: 2520 }),
    )
    expect(strokes(cues(passes(groove, DEFAULT_KIT), -1, 0)).map(cue => [cue.part, cue.tick])).toEqual([
      ['snare', -1260],
    ])
  })
})

describe('tempo', () => {
  it('rises evenly through a ramp: seconds are the integral of the speed, ticks their inverse', () => {
    const clock = clockOf({ from: { bpm: 60, counts: '1/4' }, to: { bpm: 120, counts: '1/4' }, over: 20160 })
    // By hand: 5040 to 10080 ticks a second over 20160, so 4 ln 2 seconds; half way by ticks at 1.5 times the speed: 4 ln 1.5.
    expect(clock.secondsAt(20160)).toBeCloseTo(4 * Math.log(2), 12)
    expect(clock.secondsAt(10080)).toBeCloseTo(4 * Math.log(1.5), 12)
    expect(clock.secondsAt(30240)).toBeCloseTo(4 * Math.log(2) + 1, 12)
    expect(clock.secondsAt(-5040)).toBe(-1)
    // By brute force: a tick at a time.
    let summed = 0
    for (let tick = 0; tick < 20160; tick++) summed += 1 / (5040 + (5040 * (tick + 0.5)) / 20160)
    expect(clock.secondsAt(20160)).toBeCloseTo(summed, 6)
    for (const ticks of [-700, 0, 3, 10080, 20160, 50000])
      expect(clock.ticksAt(clock.secondsAt(ticks))).toBeCloseTo(ticks, 6)
    expect(clock.steady).toBe(false)
  })

  it('carries swing, laps and the end of a ramp', () => {
    const ramp = { from: { bpm: 60, counts: '1/4' as const }, to: { bpm: 120, counts: '1/4' as const }, over: 20160 }
    const swung = { ...of(hats('3.3.')), feel: { swing: { level: '1/8' as const, share: 2 / 3 }, push: {} } }
    const list = cues(played([passage(swung, { times: 2, tempo: ramp })]), 0, 60)
    const clock = clockOf(ramp)
    expect(list.map(cue => near(cue.seconds))).toEqual(
      [0, 1, 2, 3, 4, 5, 6, 7]
        .flatMap(beat => [beat * 5040, beat * 5040 + 3360])
        .map(ticks => near(clock.secondsAt(ticks))),
    )
  })

  it('counts what it counts', () => {
    expect(times(played([passage(of(hats('3...')), { tempo: { bpm: 120, counts: '1/8' } })]))).toEqual([0, 1, 2, 3])
    expect(tickSeconds({ bpm: 120, counts: '1/8' }) * 5040).toBe(1)
  })
})

describe('places', () => {
  it('are found from times, and times from places', () => {
    const two = { ...of(hats('3...')), bars: makeBars(meter(4, 4), 2, 4) }
    const whole = new CueLine(played([passage(two, { times: 2 }), passage(of(hats('3...')), { times: null })], 1))
    expect(whole.placeAt(-1)).toEqual({ passage: 0, lap: 0, bar: -1, tick: -10080 })
    expect(whole.placeAt(2.5)).toEqual({ passage: 0, lap: 0, bar: 1, tick: 25200 })
    expect(whole.placeAt(5)).toEqual({ passage: 0, lap: 1, bar: 2, tick: 10080 })
    expect(whole.placeAt(11)).toEqual({ passage: 1, lap: 1, bar: 5, tick: 10080 })
    for (const seconds of [-1.5, 0, 2.5, 7.75, 8, 123.25])
      expect(whole.secondsOf(whole.placeAt(seconds))).toBeCloseTo(seconds, 9)
  })

  it('go on in a performance that was changed: the same place of the same passage, at its new time', () => {
    const was = new CueLine(looped({ id: 'a', groove: of(hats('3...')), kit: DEFAULT_KIT }))
    const slower = new CueLine(
      looped({ id: 'a', groove: { ...of(hats('3...')), tempo: { bpm: 60, counts: '1/4' } }, kit: DEFAULT_KIT }),
    )
    expect(slower.secondsLike(was, 5)).toBeCloseTo(10, 9) // 3 of the third bar
    const half = new CueLine(
      looped({ id: 'a', groove: of(hats('3...')), kit: DEFAULT_KIT, span: { from: 0, to: 10080 } }),
    )
    expect(half.placeAt(half.secondsLike(was, 5.75))).toMatchObject({ lap: 2, tick: 7560 }) // beyond its end, it wraps
    const longer = new CueLine(
      played(
        [passage(of()), { ...passage(of(hats('3...')), { times: null }) }].map((one, i) => ({
          ...one,
          id: i ? 'a' : 'intro',
        })),
      ),
    )
    expect(longer.placeAt(longer.secondsLike(was, 5))).toMatchObject({ passage: 0 })
  })
})
