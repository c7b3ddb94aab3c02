import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Groove, makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { DEFAULT_KIT, type Limb } from '#core/kit'
import { CueLine, type StrokeCue } from '#core/perform'
import { NUMBERS, meter } from '#core/time'
import {
  type LogEntry,
  type Material,
  countedAt,
  logEntrySchema,
  planFor,
  planSchema,
  planSeconds,
  readEntry,
  readPlan,
  type Met,
  metSince,
  sayAttend,
  sayClick,
  sayClock,
  sayStageLimbs,
  stagePerformance,
  tempoByDay,
  castPart,
  withStage,
} from '.'

const bars = makeBars(meter(4, 4), 1, 4)
const part = (id: string, limb: Limb) =>
  makePart({ id, name: id, limb, strokes: rowStrokes(bars, '3...', { piece: 'snare' }) })
const groove = (...parts: Groove['parts']) =>
  makeGroove({ id: 'g', title: 'Wet Rope', bars, parts, tempo: { bpm: 100, counts: '1/4' } })
const ids = () => {
  let n = 0
  return () => `id${n++}`
}
const FOUR = [part('hat', 'RH'), part('snare', 'LH'), part('bass', 'RF'), part('foot', 'LF')]
const plan = (of: Groove = groove(...FOUR)) => {
  const made = planFor(of, ids())
  if (!made.ok) throw new Error(made.reason)
  return made.value
}
const materialOf = (...grooves: Groove[]): Material => ({
  grooves: new Map(grooves.map(one => [one.id, one])),
  phrases: new Map(),
  kitOf: () => DEFAULT_KIT,
})
const mine = (...parts: string[]) => Object.fromEntries(parts.map(id => [id, 'player']))

describe('a plan', () => {
  it('has four stages: feet, feet with each hand, all, at rising tempos', () => {
    expect(plan()).toMatchObject({
      stages: [
        {
          name: 'Feet alone',
          subject: { kind: 'groove', id: 'g' },
          parts: mine('bass', 'foot'),
          tempo: { bpm: 70, counts: '1/4' },
          length: { seconds: 120 },
          click: { program: 'every beat' },
        },
        { name: 'Feet and lead hand', parts: mine('hat', 'bass', 'foot'), tempo: { bpm: 78 } },
        { name: 'Feet and other hand', parts: mine('snare', 'bass', 'foot'), tempo: { bpm: 85 } },
        {
          name: 'All four limbs',
          parts: mine('hat', 'snare', 'bass', 'foot'),
          tempo: { bpm: 100 },
          click: { program: 'backbeats' },
        },
      ],
    })
    expect(planSchema.safeParse(plan()).success).toBe(true)
    expect(planSeconds(plan())).toBe(720)
  })

  it('counts its tempos as its groove does', () => {
    const slow = plan({ ...groove(...FOUR), tempo: { bpm: 60, counts: '1/4.' } })
    expect(slow.stages.map(stage => stage.tempo)).toEqual([42, 47, 51, 60].map(bpm => ({ bpm, counts: '1/4.' })))
  })

  it('gives the lead hand of a left-handed player its turn first', () => {
    expect(plan({ ...groove(...FOUR), lead: 'left' }).stages[1]!.parts).toEqual(mine('snare', 'bass', 'foot'))
  })

  it('names its stages by the limbs that play in them, and leaves muted parts out', () => {
    const names = (...parts: Groove['parts']) => plan(groove(...parts)).stages.map(stage => stage.name)
    const [hat, snare, bass, foot] = FOUR as [
      Groove['parts'][number],
      Groove['parts'][number],
      Groove['parts'][number],
      Groove['parts'][number],
    ]
    expect(names(hat, snare)).toEqual(['Lead hand alone', 'Other hand alone', 'Both hands'])
    expect(names(hat, snare, bass)).toEqual([
      'Foot alone',
      'Foot and lead hand',
      'Foot and other hand',
      'All three limbs',
    ])
    expect(names(bass, foot)).toEqual(['Feet alone'])
    expect(names(hat, snare, { ...bass, muted: true }, { ...foot, muted: true })).toEqual([
      'Lead hand alone',
      'Other hand alone',
      'Both hands',
    ])
    expect(plan(groove(hat, snare)).title).toBe('Wet Rope, hand by hand')
    expect(planFor(groove({ ...hat, muted: true }), ids())).toMatchObject({
      ok: false,
      reason: expect.stringContaining('mute'),
    })
  })

  it('leaves out stages with nothing in them, and parts with no strokes', () => {
    const made = plan(groove(FOUR[0]!, FOUR[1]!, makePart({ id: 'empty', name: 'Empty', limb: 'RF' })))
    expect(made.stages.map(stage => Object.keys(stage.parts))).toEqual([['hat'], ['snare'], ['hat', 'snare']])
  })

  it('of nothing is refused with what to do', () => {
    expect(planFor(groove(), ids())).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/put strokes into at least one part/),
    })
  })

  it('says who plays and who rests, where the click falls, and what to attend to', () => {
    const [feet] = plan().stages
    expect(sayStageLimbs(groove(...FOUR), feet!)).toBe(
      'You: right foot and left foot. Silent: right hand and left hand.',
    )
    expect(sayClick(feet!.click)).toBe('Click on every beat.')
    expect(sayClick({ program: [1260], gaps: null, voice: null })).toBe('Click on slots of your own.')
    expect(sayAttend(groove(...FOUR), DEFAULT_KIT, feet!, NUMBERS)).toBe(
      'Right foot and left foot land together on 1, 2, 3 and 4. Keep them one sound.',
    )
    expect(sayAttend(groove(...FOUR), DEFAULT_KIT, { ...feet!, attend: 'The and of three' }, NUMBERS)).toBe(
      'The and of three',
    )
    const alone = withStage(plan(), feet!.id, { parts: { bass: 'player' } }).stages[0]!
    expect(sayAttend(groove(...FOUR), DEFAULT_KIT, alone, NUMBERS)).toBe('The right foot alone: keep it even.')
    // Three limbs on 1, two on the other beats: one after another, and round.
    const apart = groove(FOUR[0]!, FOUR[2]!, { ...FOUR[3]!, strokes: FOUR[3]!.strokes.slice(0, 1) })
    const turns = [0, 1, 2].map(turn => sayAttend(apart, DEFAULT_KIT, plan(apart).stages.at(-1)!, NUMBERS, turn))
    expect([
      new Set(turns).size,
      turns[2] === turns[0],
      turns.every(says => says.includes('land together on')),
    ]).toEqual([2, true, true])
    // The two feet were two sounds on 2: that stays until it was measured as one, and then what was never measured comes first.
    const two = { limbs: ['RH', 'RF'] as const, tick: 5040, apart: 41.6, together: false }
    const says = (turn: number, met: Met[]) =>
      sayAttend(apart, DEFAULT_KIT, plan(apart).stages.at(-1)!, NUMBERS, turn, met)
    expect([0, 1].map(turn => says(turn, [two]))).toEqual([
      'Right hand and right foot were 42 ms apart on 2. Make them one sound.',
      'Right hand and right foot were 42 ms apart on 2. Make them one sound.',
    ])
    const [most, other] = turns
    expect([says(0, []), says(0, metSince([two], [{ ...two, apart: 9, together: true }]))]).toEqual([most, other])
  })

  it('keeps at least one part in a stage', () => {
    const made = plan(groove(FOUR[0]!, FOUR[1]!))
    const [alone, , both] = made.stages
    const of = groove(FOUR[0]!, FOUR[1]!)
    expect(castPart(both!, of, 'hat', 'silent')).toEqual({
      ok: true,
      value: { parts: mine('snare'), name: 'Other hand alone' },
    })
    expect(castPart(alone!, of, 'snare', 'player')).toEqual({
      ok: true,
      value: { parts: mine('hat', 'snare'), name: 'Both hands' },
    })
    // What the machine plays is not the player’s, and a name that was given stays.
    expect(castPart({ ...both!, given: ['name'], name: 'Mine' }, of, 'snare', 'machine')).toEqual({
      ok: true,
      value: { parts: { hat: 'player', snare: 'machine' } },
    })
    expect(sayStageLimbs(of, { ...both!, parts: { hat: 'player', snare: 'machine' } })).toBe(
      'You: right hand. The machine: left hand.',
    )
    expect(castPart(alone!, of, 'hat', 'silent')).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/at least one part/),
    })
    expect(readPlan(withStage(made, alone!.id, { parts: { hat: 'silent' } }))).toMatchObject({
      ok: false,
      problems: [{ path: 'stages.0.parts' }],
    })
    expect(readPlan({ ...made, stages: [alone, alone] })).toMatchObject({
      ok: false,
      problems: [{ path: 'stages.1.id' }],
    })
  })

  it.each([
    [158, '2:38'],
    [0.2, '0:01'],
    [0, '0:00'],
    [60, '1:00'],
  ])('shows %f seconds as %s', (seconds, clock) => {
    expect(sayClock(seconds)).toBe(clock)
  })
})

describe('a stage as it is played', () => {
  const cued = (
    more: Partial<ReturnType<typeof plan>['stages'][number]> = {},
    tempo?: { bpm: number; counts: '1/4' },
  ) =>
    new CueLine(
      stagePerformance({ ...plan().stages[0]!, ...more }, materialOf(groove(...FOUR)), tempo ? { tempo } : {})!,
    ).between(-10, 2.3)

  it('counts in, sounds the player’s parts to play along with, and nothing else', () => {
    const strokes = cued().filter((cue): cue is StrokeCue => cue.kind === 'stroke')
    // 70 quarters a minute: 0.857 s a quarter, so three of them begin before 2.3 s, by each foot.
    expect(strokes.map(cue => [cue.part, cue.by, cue.heard, Number(cue.seconds.toFixed(3))])).toEqual(
      [0, 0.857, 1.714].flatMap(at => [
        ['bass', 'player', true, at],
        ['foot', 'player', true, at],
      ]),
    )
    expect(cued().filter(cue => cue.kind === 'click' && cue.tick < 0)).toHaveLength(4)
  })

  it('goes at another tempo, over a span of its own, with parts of its own', () => {
    const extra = makePart({
      id: 'helper',
      name: 'Helper',
      limb: 'LF',
      strokes: rowStrokes(bars, '..3.', { piece: 'hi-hat', stroke: 'chick' }),
    })
    const strokes = cued(
      { span: { from: 10080, to: 20160 }, extra: [extra], parts: { hat: 'machine' }, countIn: 0 },
      { bpm: 120, counts: '1/4' },
    ).filter((cue): cue is StrokeCue => cue.kind === 'stroke' && cue.seconds < 1)
    expect(strokes.map(cue => [cue.part, cue.tick, cue.seconds])).toEqual([
      ['hat', 10080, 0],
      ['helper', 12600, 0.25],
      ['hat', 15120, 0.5],
      ['helper', 17640, 0.75],
    ])
  })

  it.each([
    [0, { bar: 0, beat: 0, slot: 0 }],
    [6300, { bar: 0, beat: 1, slot: 1 }],
    [20159, { bar: 0, beat: 3, slot: 3 }],
    [20160, { bar: 1, beat: 0, slot: 0 }],
    [25000, { bar: 1, beat: 0, slot: 1 }],
    [-1, { bar: 0, beat: 3, slot: 0 }],
    [-20160, { bar: 0, beat: 0, slot: 0 }],
    [-30240, { bar: 0, beat: 2, slot: 0 }],
  ])('at tick %i counts %j', (tick, counted) => {
    // A bar of 4/4 in sixteenths, and one of 6/8 in eighths.
    expect(countedAt([...makeBars(meter(4, 4), 1, 4), ...makeBars(meter(6, 8), 1, 3)], tick)).toEqual(counted)
  })
})

describe('older plans and entries', () => {
  const old = {
    format: 'bazzet-plan',
    version: 1,
    id: 'p',
    grooveId: 'g',
    title: 'P',
    stages: [{ id: 's', name: 'Feet', partIds: ['bass'], click: 'backbeats', bpm: 66, seconds: 120 }],
  }
  it('are read as what they are now; what their tempo counted is assumed', () => {
    const read = readPlan(old)
    if (!read.ok) throw new Error(read.reason)
    expect(read.value).toEqual({
      format: 'bazzet-plan',
      version: 7,
      id: 'p',
      title: 'P',
      stages: [
        {
          id: 's',
          name: 'Feet',
          subject: { kind: 'groove', id: 'g' },
          span: null,
          parts: { bass: 'player' },
          extra: [],
          lines: [],
          length: { seconds: 120 },
          click: { program: 'backbeats', gaps: null, voice: null },
          fades: null,
          countIn: 1,
          tempo: { bpm: 66, counts: '1/4', assumed: true },
          climb: null,
          ofCeiling: null,
          human: 0,
          pulse: 'steady',
          on: 'kit',
          attend: '',
          given: ['name'],
        },
      ],
    })
    expect(readPlan(JSON.parse(JSON.stringify(read.value)))).toEqual(read)
  })
  it('are refused with the field that is wrong, as new ones are', () => {
    expect(readPlan({ ...old, stages: [{ ...old.stages[0], bpm: 4000 }] })).toMatchObject({
      ok: false,
      problems: [{ path: 'stages.0.tempo.bpm' }],
    })
    expect(readPlan({ ...old, stages: [{ ...old.stages[0], partIds: 'bass' }] })).toMatchObject({ ok: false })
    expect(readPlan({ ...old, stages: 'none' })).toMatchObject({ ok: false, problems: [{ path: 'stages' }] })
    expect(readPlan({ ...old, version: 8 })).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/from a newer Bazzet: this file says 8/),
    })
    // What is quoted is never converted by its own methods.
    expect(readPlan({ ...old, stages: [{ ...old.stages[0], partIds: ['snare', { toString: 1 }] }] })).toMatchObject({
      ok: false,
      problems: [{ path: 'stages.0.parts' }],
    })
  })
  it('of the log keep what they say', () => {
    const entry = {
      id: 'e',
      grooveId: 'g',
      grooveTitle: 'G',
      planId: 'p',
      stage: 'All',
      bpm: 90,
      seconds: 60,
      word: null,
      at: '2026-03-01T18:00:00Z',
    }
    expect(readEntry(entry)).toMatchObject({
      ok: true,
      value: {
        id: 'e',
        day: '2026-03-01',
        subject: { kind: 'groove', id: 'g', revision: null, title: 'G' },
        planId: 'p',
        stage: 'All',
        tempo: { bpm: 90, counts: '1/4', assumed: true },
        seconds: 60,
        word: null,
        sessionId: null,
      },
    })
  })
})

describe('the log', () => {
  const entry = (
    at: string,
    bpm: number,
    word: LogEntry['word'],
    id = 'g',
    counts: NonNullable<LogEntry['tempo']>['counts'] = '1/4',
  ): LogEntry => ({
    format: 'bazzet-entry',
    version: 4,
    id: 'e',
    at,
    day: at.slice(0, 10),
    subject: { kind: 'groove', id, revision: 1, title: `Title of ${id}` },
    planId: 'p',
    stage: 'All',
    source: 'plan',
    span: null,
    parts: {},
    limbs: [],
    whole: null,
    click: null,
    tempo: { bpm, counts },
    seconds: 60,
    cut: false,
    word,
    measures: null,
    note: '',
    figures: null,
    sessionId: null,
  })

  it('charts the fastest of each day that was not missed, by groove', () => {
    const lines = tempoByDay([
      entry('2026-03-02T18:00:00Z', 84, 'solid'),
      entry('2026-03-01T18:00:00Z', 80, 'solid'),
      entry('2026-03-01T18:10:00Z', 88, 'shaky'),
      entry('2026-03-01T18:20:00Z', 96, 'missed'),
      entry('2026-03-01T18:30:00Z', 70, null, 'h'),
    ])
    expect(lines).toEqual([
      {
        id: 'g',
        title: 'Title of g',
        counts: '1/4',
        days: [
          { day: '2026-03-01', bpm: 88 },
          { day: '2026-03-02', bpm: 84 },
        ],
      },
      { id: 'h', title: 'Title of h', counts: '1/4', days: [{ day: '2026-03-01', bpm: 70 }] },
    ])
  })

  it('compares tempos by how fast they are, whatever they count', () => {
    // 170 eighths are 85 quarters: slower than 88 quarters. The line counts what the latest entry counted.
    const lines = tempoByDay([
      entry('2026-03-01T18:00:00Z', 170, 'solid', 'g', '1/8'),
      entry('2026-03-01T18:10:00Z', 88, 'solid'),
      entry('2026-03-02T18:00:00Z', 184, 'solid', 'g', '1/8'),
    ])
    expect(lines).toEqual([
      {
        id: 'g',
        title: 'Title of g',
        counts: '1/8',
        days: [
          { day: '2026-03-01', bpm: 176 },
          { day: '2026-03-02', bpm: 184 },
        ],
      },
    ])
  })

  it('takes no word, moment or day it does not know', () => {
    const good = entry('2026-03-01T18:00:00Z', 80, null)
    expect(logEntrySchema.safeParse(good).success).toBe(true)
    for (const wrong of [{ word: 'perfect' }, { at: 'yesterday' }, { day: 'Monday' }, { tempo: { bpm: 80 } }])
      expect(logEntrySchema.safeParse({ ...good, ...wrong }).success).toBe(false)
  })

  it('reads what it writes', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 400 }), fc.constantFrom('solid', 'shaky', 'missed', null), (bpm, word) => {
        const one = entry('2026-03-01T18:00:00Z', bpm, word)
        expect(readEntry(JSON.parse(JSON.stringify(one)))).toEqual({ ok: true, value: one })
      }),
    )
  })
})
