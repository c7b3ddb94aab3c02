import { describe, expect, it } from 'vitest'
import { type Groove, makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { DEFAULT_KIT, LIMBS, type Limb } from '#core/kit'
import { CueLine, type StrokeCue } from '#core/perform'
import { type Phrase, makeSection as phraseSection, phraseFrom } from '#core/phrase'
import { USUAL_ORCHESTRATION } from '#core/sticking'
import { type Meter, NUMBERS, meter } from '#core/time'
import {
  type Material,
  type Stage,
  practiceFiguresOf,
  figuresPlayed,
  goalOf,
  helpFor,
  inTurnPlan,
  isolating,
  lapOf,
  makeSitting,
  makeStage,
  beginRun,
  stepRun,
  planFor,
  planOn,
  phrasePlan,
  planSchema,
  playsWhole,
  rangeOf,
  readPlan,
  readSitting,
  sayDuration,
  sayFigures,
  sayStage,
  sayStageLimbs,
  stageIn,
  stagePerformance,
} from '.'
import { masks } from './figures'
import { withBreaks } from './make-plan'

const bars = makeBars(meter(4, 4), 1, 4)
const part = (id: string, limb: Limb, row: string, piece = 'snare') =>
  makePart({ id, name: id, limb, strokes: rowStrokes(bars, row, { piece }) })
const groove = makeGroove({
  id: 'g',
  title: 'Wet Rope',
  bars,
  tempo: { bpm: 60, counts: '1/4' },
  parts: [
    part('hat', 'RH', '3.3.3.3.3.3.3.3.', 'hi-hat'),
    part('snare', 'LH', '....5.......5...'),
    part('bass', 'RF', '4.....4.4.......', 'bass drum'),
    part('foot', 'LF', '....3.......3...', 'hi-hat'),
  ],
})
const other: Groove = {
  ...groove,
  id: 'h',
  title: 'Cold Kettle',
  parts: [part('time', 'RH', '3...3...3...3...', 'ride')],
}
const material: Material = {
  grooves: new Map([
    ['g', groove],
    ['h', other],
  ]),
  phrases: new Map(),
  kitOf: () => DEFAULT_KIT,
}
const mine = { hat: 'player', snare: 'player', bass: 'player', foot: 'player' } as const
let n = 0
const newId = () => `n${n++}`
const stage = (more: Partial<Stage> = {}): Stage =>
  makeStage({
    id: 's',
    name: 'All',
    subject: { kind: 'groove', id: 'g' },
    parts: mine,
    length: { seconds: 60 },
    tempo: { bpm: 60, counts: '1/4' },
    ...more,
  })
const strokes = (one: Stage, seconds: number, laps: number | null = null) =>
  new CueLine(stagePerformance(one, material, { laps, counting: NUMBERS })!)
    .between(0, seconds)
    .filter((cue): cue is StrokeCue => cue.kind === 'stroke')
const clicks = (one: Stage, seconds: number) =>
  new CueLine(stagePerformance(one, material, { counting: NUMBERS })!)
    .between(-10, seconds)
    .flatMap(cue => (cue.kind === 'click' ? [[cue.says, cue.seconds] as const] : []))

describe('a stage as it sounds', () => {
  it('has a voice that counts every slot, the beats, or where a limb plays, the count-in on the beats', () => {
    const said = (voice: Stage['click']['voice']) =>
      clicks(stage({ click: { program: 'every beat', gaps: null, voice } }), 4)
        .map(([says]) => says)
        .join(' ')
    expect(said('every slot')).toBe('1 2 3 4 1 e & a 2 e & a 3 e & a 4 e & a')
    expect(said('beats')).toBe('1 2 3 4 1 2 3 4')
    expect(said('RF')).toBe('1 2 3 4 1 & 3') // 1, & of 2, 3
    expect(clicks(stage({ click: { program: 'every beat', gaps: null, voice: 'RF' } }), 4).map(([, at]) => at)).toEqual(
      [-4, -3, -2, -1, 0, 1.5, 2],
    )
  })

  it('lets the machine fade on alternate bars, counted from the start', () => {
    const heard = strokes(stage({ parts: { hat: 'machine' }, fades: { sound: 2, silent: 1 } }), 24).filter(
      cue => cue.heard,
    )
    expect([...new Set(heard.map(cue => cue.bar))]).toEqual([0, 1, 3, 4])
  })

  it('hears the lines above that it names; a plan made of a groove with one hears it, and so does what a miss puts in', () => {
    const riff: Groove = {
      ...groove,
      guides: [
        {
          id: 'riff',
          name: 'Riff',
          notes: [
            { at: 0, length: 5040, level: 3 },
            { at: 12600, length: 2520, level: 3 },
          ],
        },
      ],
    }
    const with_ = { ...material, grooves: new Map([['g', riff]]) }
    const lines = (one: Stage) =>
      new CueLine(stagePerformance(one, with_, {})!)
        .between(0, 4)
        .flatMap(cue => (cue.kind === 'guide' ? [cue.seconds] : []))
    expect(lines(stage())).toEqual([])
    expect(lines(stage({ lines: ['riff'] }))).toEqual([0, 2.5])
    const made = planFor(riff, newId)
    expect(made.ok && made.value.stages.map(lines)).toEqual(
      made.ok && made.value.stages.map(one => lines({ ...one, lines: ['riff'] })),
    )
    expect(helpFor(stage({ lines: ['riff'] }), riff, DEFAULT_KIT, 'help')?.lines).toEqual(['riff'])
  })

  it('goes from one groove to the other every so many bars, and round', () => {
    const turns = stage({
      subject: {
        kind: 'turns',
        id: 'gh',
        of: [
          { id: 'g', bars: 2 },
          { id: 'h', bars: 1 },
        ],
      },
      parts: { RH: 'player', LH: 'player', RF: 'player' },
    })
    const pieces = strokes(turns, 24)
    expect([...new Set(pieces.filter(cue => cue.pieceId === 'ride').map(cue => cue.bar))]).toEqual([2, 5])
    expect(pieces.some(cue => cue.limb === 'LF')).toBe(false) // nobody plays the left foot
    expect(lapOf(turns, material)).toEqual({ bars: 3, seconds: 12 })
    expect(sayStageLimbs(groove, turns)).toBe('You: right hand, left hand and right foot. Silent: left foot.')
  })

  it('plays a phrase at the stage’s tempo, limb by limb', () => {
    const begun = phraseFrom(groove, 1, newId)
    const [key] = Object.keys(begun.grooves)
    const phrase = {
      ...begun,
      id: 'p',
      tempo: { bpm: 120, counts: '1/4' as const },
      sections: [phraseSection({ id: 'x', name: 'A', bars: 2, times: 2, play: { groove: key! } })],
    }
    const withPhrase: Material = { ...material, phrases: new Map([['p', phrase]]) }
    const one = stage({ subject: { kind: 'phrase', id: 'p' }, parts: { RF: 'player', RH: 'machine' } })
    const cues = new CueLine(stagePerformance(one, withPhrase, { laps: 1 })!)
    expect(cues.ends).toBeCloseTo(16)
    expect(
      [...new Set(cues.between(0, 16).flatMap(cue => (cue.kind === 'stroke' ? [`${cue.limb} ${cue.by}`] : [])))].sort(),
    ).toEqual(['RF player', 'RH machine'])
    expect(lapOf(one, withPhrase)).toMatchObject({ bars: 4, seconds: expect.closeTo(16) })
  })

  it('a break sounds nothing; a groove that is not here neither', () => {
    expect(
      stagePerformance(makeStage({ ...stage(), subject: { kind: 'break', id: 'break' }, parts: {} }), material),
    ).toBeUndefined()
    expect(stagePerformance(stage({ subject: { kind: 'groove', id: 'nobody' } }), material)).toBeUndefined()
  })
})

describe('figures over an ostinato', () => {
  const figures = {
    kind: 'figures',
    id: 'g',
    limb: 'RF',
    grid: 'sixteenths',
    bars: 4,
    easiest: true,
    accents: false,
  } as const
  it('are fifteen of four slots and seven of three', () => {
    expect(masks(4)).toHaveLength(15)
    expect(masks(3)).toEqual(['x..', '.x.', 'xx.', '..x', 'x.x', '.xx', 'xxx'])
    expect(new Set(masks(4)).size).toBe(15)
  })

  it('come easiest first: those that land with the hats before those between', () => {
    const order = practiceFiguresOf(groove, figures, DEFAULT_KIT).map(one => one.mask)
    // Hats on every eighth: 1 and & are unisons. All of it on them: one stroke, the other, both; then one of e and a more.
    expect(order.slice(0, 3)).toEqual(['x...', '..x.', 'x.x.'])
    expect(order.at(-1)).toBe('xxxx')
    expect(
      practiceFiguresOf(groove, figures, DEFAULT_KIT)[0]!.part.strokes.map(stroke => [stroke.at, stroke.piece]),
    ).toEqual([0, 5040, 10080, 15120].map(at => [at, 'bass drum']))
    expect(practiceFiguresOf(groove, { ...figures, easiest: false }, DEFAULT_KIT).map(one => one.mask)).toEqual(
      masks(4),
    )
  })

  it('are played in beats of one kind: in a dotted one its eighths, in seven the two short beats', () => {
    const bars = (m: Meter) => ({ ...groove, bars: makeBars(m, 1, 1) })
    const on = (m: Meter, grid: 'sixteenths' | 'triplets') =>
      practiceFiguresOf(bars(m), { ...figures, grid, easiest: false }, DEFAULT_KIT)
        .at(-1)!
        .part.strokes.map(stroke => stroke.at)
    expect(on(meter(6, 8), 'triplets')).toEqual([0, 2520, 5040, 7560, 10080, 12600])
    // A dotted quarter has six sixteenths, and none of these figures.
    expect(on(meter(6, 8), 'sixteenths')).toEqual([])
    expect([sayFigures(bars(meter(6, 8)), 'triplets'), sayFigures(bars(meter(2, 2)), 'sixteenths')]).toEqual([
      'eighths',
      'eighths',
    ])
    expect(on(meter(7, 8), 'sixteenths')).toEqual([0, 1260, 2520, 3780, 5040, 6300, 7560, 8820])
  })

  it('with accents every slot is struck and the figure stands out', () => {
    const [, second] = practiceFiguresOf(groove, { ...figures, accents: true, easiest: false }, DEFAULT_KIT)
    expect(second!.part.strokes.slice(0, 4).map(stroke => stroke.level)).toEqual([2, 5, 2, 2])
  })

  it('are played four bars each without a stop, the limb’s own part left out', () => {
    const one = stage({ subject: figures, parts: { hat: 'player', snare: 'player' } })
    const foot = strokes(one, 32).filter(cue => cue.limb === 'RF')
    expect(foot.filter(cue => cue.bar < 4).every(cue => cue.tick % 5040 === 0)).toBe(true)
    expect(foot.filter(cue => cue.bar >= 4).every(cue => cue.tick % 5040 === 2520)).toBe(true)
    expect(lapOf(one, material)).toEqual({ bars: 60, seconds: 240 })
    expect(figuresPlayed(['a', 'b', 'c'], 25, 30)).toEqual(['a', 'b'])
  })
})

describe('stages made of what is hard', () => {
  it('isolate a pair, and not what would be the same again', () => {
    expect(isolating(stage(), groove, { limbs: ['RH', 'RF'], says: 'Slowly.' }, 'x')).toMatchObject({
      name: 'Right hand with right foot',
      parts: { hat: 'player', bass: 'player' },
      tempo: { bpm: 51 },
      attend: 'Slowly.',
    })
    expect(
      isolating(stage({ parts: { hat: 'player', bass: 'player' } }), groove, { limbs: ['RH', 'RF'] }, 'x'),
    ).toBeUndefined()
    // The snare’s two strokes and the bass drum’s three all miss each other; snare and hat foot all meet.
    expect(helpFor(stage(), groove, DEFAULT_KIT, 'x')).toMatchObject({ name: 'Left hand with right foot' })
  })

  it.each([
    [
      'a click that falls silent',
      { gaps: { sound: 1, silent: 1 } },
      { name: 'The click falls silent', click: { gaps: { sound: 1, silent: 1 } } },
    ],
    ['two bars counted in', { countIn: 2 }, { name: 'Counted in aloud', countIn: 2 }],
  ])('for time that was lost all limbs play at their tempo, with %s', (_, advice, made) =>
    expect(isolating(stage(), groove, { limbs: [...LIMBS], ...advice }, 'x')).toMatchObject({
      ...made,
      tempo: { bpm: stage().tempo.bpm },
      parts: stage().parts,
    }),
  )

  it('are put before a stage, and refused where the plan is full', () => {
    const plan = planFor(groove, newId, {})
    if (!plan.ok) throw new Error(plan.reason)
    const more = stageIn(plan.value, stage({ id: 'new' }), plan.value.stages[2]!.id)
    expect(more.ok && more.value.stages.map(one => one.id).indexOf('new')).toBe(2)
    const full = { ...plan.value, stages: Array.from({ length: 40 }, (_, i) => stage({ id: `f${i}` })) }
    expect(stageIn(full, stage({ id: 'new' }))).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/at most 40/),
    })
  })
})

describe('some bars of a phrase', () => {
  const begun = phraseFrom(groove, 1, () => 'a')
  const phrase = {
    ...begun,
    id: 'p',
    title: 'Set',
    sections: [phraseSection({ ...begun.sections[0]!, bars: 4, times: 2, turns: [] })],
  }
  const there: Material = { ...material, phrases: new Map([['p', phrase]]) }
  it('are practised alone, and are no whole', () => {
    const plan = phrasePlan(phrase, newId, { bars: { from: 2, to: 5 } })
    if (!plan.ok) throw new Error(plan.reason)
    expect(plan.value.title).toBe('Set, bars 3 to 5')
    // Nobody attends to fills where there are none.
    const attendTo = (sections: Phrase['sections']) => {
      const made = phrasePlan({ ...phrase, sections }, newId)
      return made.ok && made.value.stages[0]!.attend
    }
    const [one] = phrase.sections
    const turned = { ...one!, turns: [{ when: { every: 2 }, put: { groove: 'a' } }] }
    expect([[one!], [one!, one!], [turned]].map(attendTo)).toEqual([
      '',
      'The way from each section into the next.',
      'What is other in each changed bar, and the way back.',
    ])
    expect(readPlan(plan.value).ok).toBe(true)
    const last = plan.value.stages.at(-1)!
    expect(lapOf(last, there)).toEqual({ bars: 3, seconds: 12 })
    expect(playsWhole(last, there)).toBe(false)
    // A phrase that has become shorter is practised as far as it goes, or from end to end.
    const short = { ...phrase, sections: [{ ...phrase.sections[0]!, bars: 4, times: 1 }] }
    const later = { ...there, phrases: new Map([['p', short]]) }
    expect(lapOf(last, later).bars).toBe(2)
    expect(phrasePlan(short, newId, { bars: { from: 2, to: 5 } })).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/bars 1 to 4/),
    })
  })
})

describe('plans of other kinds', () => {
  it('over twenty minutes have a break, and a warm-up where it is wanted', () => {
    const long = planFor(groove, newId, { minutes: 45, warmUp: true })
    if (!long.ok) throw new Error(long.reason)
    const names = long.value.stages.map(one => one.name)
    expect(names[0]).toBe('Warm up')
    expect(names).toContain('Break')
    expect(names.at(-1)).not.toBe('Break')
    expect(planSchema.safeParse(long.value).success).toBe(true)
    const short = planFor(groove, newId, { minutes: 15 })
    expect(short.ok && short.value.stages.some(one => one.subject.kind === 'break')).toBe(false)
    expect(withBreaks([stage({ id: 'a' }), stage({ id: 'b' })], () => 1200, newId).map(one => one.name)).toEqual([
      'All',
      'Break',
      'All',
    ])
  })

  it('of a span play only what lies in it', () => {
    const made = planFor(groove, newId, { span: { from: 5040, to: 10080 }, way: 'pairs' })
    if (!made.ok) throw new Error(made.reason)
    // Beat 2: hats on 2 and &, snare and foot on 2, bass drum on &.
    expect(made.value.stages.every(one => one.span?.from === 5040)).toBe(true)
    expect(made.value.title).toBe('Wet Rope, 2 to a of 2, in pairs, then all')
    expect(planFor(groove, newId, { span: { from: 1260, to: 2520 } })).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/Nothing is played in what is marked/),
    })
    const chained = planFor(groove, newId, { span: { from: 5040, to: 15120 }, way: 'beat-by-beat' })
    expect(chained.ok && chained.value.stages.map(one => one.span)).toEqual([
      { from: 5040, to: 10080 },
      { from: 5040, to: 15120 },
      { from: 5040, to: 15120 },
    ])
  })

  it('leave out what the record says is solid, but never the last', () => {
    const made = planFor(groove, newId, { solid: () => true })
    expect(made.ok && made.value.stages).toHaveLength(1)
    const feet = planFor(groove, newId, { solid: one => one.name === 'Feet alone' })
    expect(feet.ok && feet.value.stages.map(one => one.name)).toEqual([
      'Feet and lead hand',
      'Feet and other hand',
      'All four limbs',
    ])
  })

  it('of a sticking carry its groove with them, and are read back', () => {
    const made = planFor(groove, newId, {
      sticking: { text: 'rlrr', meter: [4, 4], slots: 4, changing: false, how: USUAL_ORCHESTRATION },
      on: 'pad',
    })
    if (!made.ok) throw new Error(made.reason)
    expect(made.value.stages[0]).toMatchObject({ subject: { kind: 'sticking', groove: { id: 'g' } }, on: 'pad' })
    expect(readPlan(JSON.parse(JSON.stringify(made.value)))).toEqual(made)
  })

  it('take several things in turn, two minutes each, twice round', () => {
    const made = inTurnPlan(
      [
        { groove, tempo: { bpm: 80, counts: '1/4' } },
        { groove: other, tempo: other.tempo },
      ],
      newId,
    )
    if (!made.ok) throw new Error(made.reason)
    expect(made.value.stages.map(one => [one.name, one.tempo.bpm, one.length])).toEqual([
      ['Wet Rope', 80, { seconds: 120 }],
      ['Cold Kettle', 60, { seconds: 120 }],
      ['Wet Rope', 80, { seconds: 120 }],
      ['Cold Kettle', 60, { seconds: 120 }],
    ])
    expect(inTurnPlan([{ groove, tempo: groove.tempo }], newId)).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/at least two/),
    })
  })

  it('serve another groove as a template, at its tempo', () => {
    const plan = planFor(groove, newId, {})
    if (!plan.ok) throw new Error(plan.reason)
    const faster = { ...groove, id: 'k', title: 'Kettle', tempo: { bpm: 120, counts: '1/4' as const } }
    const made = planOn(plan.value, groove, faster, newId)
    expect(made.ok && made.value.stages.map(one => one.tempo.bpm)).toEqual(
      plan.value.stages.map(one => one.tempo.bpm * 2),
    )
    expect(made.ok && made.value.title).toBe('Kettle, feet first')
    expect(planOn(plan.value, groove, { ...other, parts: [] }, newId)).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/Nothing of this plan fits/),
    })
  })

  it('of nothing sensible are refused in a sentence', () => {
    const plan = planFor(groove, newId, {})
    if (!plan.ok) throw new Error(plan.reason)
    const wrong = (facts: object, path: string) =>
      expect(readPlan({ ...plan.value, stages: [{ ...plan.value.stages[0], ...facts }] })).toMatchObject({
        ok: false,
        problems: [{ path: `stages.0.${path}` }],
      })
    wrong({ length: { seconds: -60 } }, 'length.seconds')
    wrong({ tempo: { bpm: 0, counts: '1/4' } }, 'tempo.bpm')
    wrong({ tempo: { bpm: 2000, counts: '1/4' } }, 'tempo.bpm')
    wrong({ climb: { to: 2000, step: 4, then: [], allows: 'word', miss: 'down' } }, 'climb.to')
    wrong({ parts: {} }, 'parts')
    wrong({ fades: { sound: 0, silent: 1 } }, 'fades.sound')
    expect(planFor(groove, newId, { goal: { bpm: 2000, counts: '1/4' } })).toMatchObject({
      ok: false,
      reason: 'A goal is a tempo from 20 to 400; 2000 is none.',
    })
  })

  it('are said on a line', () => {
    expect(
      sayStage(
        groove,
        stage({
          span: { from: 0, to: 5040 },
          climb: { to: 76, step: 4, then: [], allows: 'word', miss: 'down' },
          length: { bars: 8 },
        }),
      ),
    ).toBe('1 to a of 1 · 60 up to 76 by 4 · every beat · 8 bars each')
  })
})

describe('what a plan works towards', () => {
  const planned = (tempo: string, goal = 140) => {
    const made = planFor(groove, newId, { tempo, goal: { bpm: goal, counts: '1/4' }, warmUp: true })
    if (!made.ok) throw new Error(made.reason)
    return made.value
  }
  it.each(['rising', 'slower-again', 'ladder', 'up-and-down'])(
    '%s reaches the goal with its last stage, and says that goal on every stage',
    tempo => {
      for (const goal of [60, 100, 140, 400]) {
        const plan = planned(tempo, goal)
        expect(
          plan.stages.map(stage => goalOf(plan.stages, stage)),
          String(goal),
        ).toEqual(plan.stages.map(() => ({ bpm: goal, counts: '1/4' })))
        expect([goalOf([plan.stages.at(-1)!], plan.stages.at(-1)!)!.bpm, rangeOf(plan).from.bpm]).toEqual([
          goal,
          Math.round(goal / 2),
        ])
      }
    },
  )
  it('is not known where a ceiling is looked for', () => {
    const plan = planned('ceiling')
    expect(goalOf(plan.stages.slice(1), plan.stages.at(-1)!)).toBeUndefined()
  })
  it('is each thing’s own where several are taken in turn, in its own note value', () => {
    const turns = inTurnPlan(
      [
        { groove, tempo: groove.tempo },
        { groove: other, tempo: { bpm: 50, counts: '1/4.' } },
      ],
      newId,
    )
    if (!turns.ok) throw new Error(turns.reason)
    expect(turns.value.stages.map(stage => goalOf(turns.value.stages, stage)!)).toEqual([
      groove.tempo,
      { bpm: 50, counts: '1/4.' },
      groove.tempo,
      { bpm: 50, counts: '1/4.' },
    ])
    // 60 quarters are slower than 50 dotted quarters, which are 75.
    expect(rangeOf(turns.value)).toEqual({ from: groove.tempo, to: { bpm: 50, counts: '1/4.' } })
  })
})

describe('whether the whole was played', () => {
  const base = makeStage({
    id: 's',
    name: 'All',
    subject: { kind: 'groove', id: 'g' },
    parts: mine,
    length: { seconds: 60 },
    tempo: groove.tempo,
  })
  const { foot: _, ...threeLimbs } = mine
  const figures = makeStage({
    ...base,
    subject: { kind: 'figures', id: 'g', limb: 'LF', grid: 'sixteenths', bars: 4, easiest: true, accents: false },
  })
  const turns = makeStage({
    ...base,
    subject: {
      kind: 'turns',
      id: 'g',
      of: [
        { id: 'g', bars: 4 },
        { id: 'h', bars: 4 },
      ],
    },
  })
  it.each<[string, Stage, boolean]>([
    ['all parts, all bars', base, true],
    ['marked from end to end', { ...base, span: { from: 0, to: 20160 } }, true],
    ['two beats of it', { ...base, span: { from: 0, to: 10080 } }, false],
    ['without the foot', { ...base, parts: threeLimbs }, false],
    ['the foot is the machine’s', { ...base, parts: { ...mine, foot: 'machine' } }, false],
    ['the foot is sung', { ...base, parts: { ...mine, foot: 'sung' } }, false],
    ['stepped through', { ...base, pulse: 'step' }, false],
    ['figures of the foot, which its own part leaves out', { ...figures, parts: threeLimbs }, true],
    ['figures of the foot over the machine’s hands', { ...figures, parts: { bass: 'player' } }, false],
    ['in and out, limb by limb', { ...turns, parts: { RH: 'player', LH: 'player', RF: 'player', LF: 'player' } }, true],
    ['in and out without a left foot', { ...turns, parts: { RH: 'player', LH: 'player', RF: 'player' } }, false],
    ['a break', { ...base, subject: { kind: 'break', id: 'break' }, parts: {} }, false],
  ])('%s', (_, stage, whole) => expect(playsWhole(stage, material)).toBe(whole))
})

describe('a practice run under way', () => {
  const plan = planFor(groove, newId, {
    sticking: { text: 'rlrr', meter: [4, 4], slots: 4, changing: false, how: null },
  })
  if (!plan.ok) throw new Error(plan.reason)
  const begun = beginRun(plan.value, { laps: plan.value.stages.map(stage => lapOf(stage, material)) })
  const sitting = makeSitting({
    id: 'now',
    at: '2026-03-01T18:00:00.000Z',
    plan: plan.value,
    run: stepRun(stepRun(begun, { type: 'press', now: 3.25 }).run, { type: 'tick', now: 9, heard: 2.5 }).run,
    ids: [null, 'e1'],
  })
  const stored = () => JSON.parse(JSON.stringify(sitting)) as typeof sitting
  it('is read back as it was kept', () => expect(readSitting(stored())).toEqual({ ok: true, value: sitting }))
  it('has the stages of an older plan brought up to date', () => {
    const older = <T extends { subject: object }>(stages: readonly T[]) =>
      stages.map(({ subject, ...stage }) => ({
        ...stage,
        subject: Object.fromEntries(Object.entries(subject).filter(([key]) => key !== 'written')),
      }))
    const old = {
      ...stored(),
      plan: { ...plan.value, version: 3, stages: older(plan.value.stages) },
      run: { ...stored().run, stages: older(plan.value.stages) },
    }
    const read = readSitting(old)
    expect(read.ok && read.value.run.stages.map(stage => 'written' in stage.subject && stage.subject.written)).toEqual(
      plan.value.stages.map(() => null),
    )
  })
  it.each<[string, object, string]>([
    ['a place beyond its stages', { run: { ...sitting.run, index: 9 } }, 'run.index'],
    ['fewer laps than stages', { run: { ...sitting.run, laps: [] } }, 'run.laps'],
    ['no run', { run: null }, 'run'],
    ['a newer version', { version: 2 }, 'version'],
  ])('is refused with %s', (_, wrong, path) =>
    expect(readSitting({ ...stored(), ...wrong })).toMatchObject({ ok: false, problems: [{ path }] }),
  )
})

it('a time is said in seconds, half minutes, minutes and hours, and never stretched', () => {
  expect([0, 1, 13, 59.4, 60, 74, 76, 90, 599, 600, 7199, 7200].map(sayDuration)).toEqual([
    '0 seconds',
    '1 second',
    '13 seconds',
    '59 seconds',
    '1 minute',
    '1 minute',
    '1½ minutes',
    '1½ minutes',
    '10 minutes',
    '10 minutes',
    '2 h 0 min',
    '2 h 0 min',
  ])
})
