import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Groove, type Stroke, makeBars, makeGroove, makePart } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { CueLine } from '#core/perform'
import { STYLE_CARDS, beginStyle, styleOf } from '#core/style'
import { meter } from '#core/time'
import { drummed } from '../../test/arbitrary'
import {
  type Material,
  type Plan,
  TEMPO_WAYS,
  WAYS,
  type Stage,
  likeAll,
  partsPlayed,
  planFor,
  planSchema,
  planSeconds,
  stageDoubled,
  stageMoved,
  stageNamed,
  stageOut,
  stagePerformance,
  strokesIn,
  usualWay,
  withStrokeAt,
} from '.'
import { ladder } from './climb'
import { shareOut } from './minutes'

const S = 1260
const row = (piece: string, text: string, kind: Stroke['stroke'] = 'hit'): Stroke[] =>
  [...text.replaceAll(' ', '')].flatMap((level, i): Stroke[] =>
    level === '.' ? [] : [{ at: i * S, piece, stroke: kind, level: Number(level) as Stroke['level'] }],
  )
let n = 0
const materialOf = (...grooves: Groove[]): Material => ({
  grooves: new Map(grooves.map(one => [one.id, one])),
  phrases: new Map(),
  kitOf: () => DEFAULT_KIT,
})
const newId = () => `id${n++}`

/** Rock eighths with ghosts: hats, backbeat and ghosts in the left hand, bass drum, hat foot on 2 and 4. */
const rock = makeGroove({
  id: 'rock',
  title: 'Rock',
  bars: makeBars(meter(4, 4), 1, 4),
  parts: [
    makePart({ id: 'hats', name: 'Hats', role: 'lead', limb: 'RH', strokes: row('hi-hat', '3.3. 3.3. 3.3. 3.3.') }),
    makePart({
      id: 'back',
      name: 'Backbeat',
      role: 'backbeat',
      limb: 'LH',
      strokes: row('snare', '.... 5... .... 5...'),
    }),
    makePart({
      id: 'ghosts',
      name: 'Ghosts',
      role: 'ghosts',
      limb: 'LH',
      strokes: row('snare', '...1 .... .1.. ....'),
    }),
    makePart({
      id: 'bass',
      name: 'Bass drum',
      role: 'bass drum',
      limb: 'RF',
      strokes: row('bass drum', '4... .... 4.4. ....'),
    }),
    makePart({
      id: 'foot',
      name: 'Hat foot',
      role: 'hat foot',
      limb: 'LF',
      strokes: row('hi-hat', '.... 3... .... 3...', 'chick'),
    }),
  ],
})
/** Swing in triplets, as the style begins it; and a linear bar of one stroke after another. */
const swing: Groove = beginStyle(styleOf('swing-four')!, {
  id: 'swing',
  title: 'Swing',
  bars: 1,
  bare: false,
  lead: 'right',
  kitId: 'five-piece',
  hands: 'crossed',
  newId: i => `p${i}`,
})
const linear = makeGroove({
  id: 'linear',
  title: 'Linear',
  bars: makeBars(meter(7, 8), 1, 2),
  parts: [
    makePart({
      id: 'r',
      name: 'Right',
      limb: 'RH',
      strokes: [0, 5040, 10080].map(at => ({ at, piece: 'snare', stroke: 'hit', level: 3 })),
    }),
    makePart({
      id: 'l',
      name: 'Left',
      limb: 'LH',
      strokes: [2520, 7560, 12600].map(at => ({ at, piece: 'high tom', stroke: 'hit', level: 3 })),
    }),
  ],
})
const made = (groove: Groove, way: string, more = {}): Plan => {
  const plan = planFor(groove, newId, { way, ...more })
  if (!plan.ok) throw new Error(plan.reason)
  expect(planSchema.safeParse(plan.value).success).toBe(true)
  return plan.value
}
const names = (groove: Groove, way: string) => made(groove, way).stages.map(stage => stage.name)

describe('in Afro-Cuban styles the clave clicks', () => {
  const begun = (style: string, bars: number) =>
    beginStyle(styleOf(style)!, {
      id: style,
      title: style,
      bars,
      bare: false,
      lead: 'right',
      kitId: 'five-piece',
      hands: 'crossed',
      newId: i => `p${i}`,
    })
  it.each([
    // The shell pattern of the card has its two side first, and so has the cross-stick of its clave.
    ['mambo-cascara', 2, 'clave'],
    ['songo', 1, 'son clave 3-2'],
    ['rock-eighths', 1, 'every beat'],
  ])('%s over %i bars: %s', (style, bars, program) => {
    const plan = made(begun(style, bars), 'hands-first')
    expect(plan.stages[0]!.click.program).toBe(program)
    expect(begun(style, bars).clave).toEqual(style === 'mambo-cascara' ? { rhythm: 'son', side: '2-3' } : null)
  })

  it('but not where only a span is practised, since it would begin anywhere', () => {
    expect(
      made(begun('mambo-cascara', 2), 'hands-first', { span: { from: 0, to: 10080 } }).stages[0]!.click.program,
    ).toBe('every beat')
  })
})

describe('each way to learn, on a rock bar', () => {
  it.each<[string, string[]]>([
    ['feet-first', ['Feet alone', 'Feet and lead hand', 'Feet and other hand', 'All four limbs']],
    ['hands-first', ['Lead hand alone', 'Both hands', 'All three limbs', 'All four limbs']],
    // Hats with backbeat on 2 and 4; hats with bass drum on 1, 3 and & of 3; hats with foot on 2 and 4; backbeat with foot on 2 and 4.
    [
      'pairs',
      [
        'Right hand with right foot',
        'Right hand with left hand',
        'Right hand with left foot',
        'Left hand with left foot',
        'All four limbs',
      ],
    ],
    ['unisons', ['Only what lands together', 'All four limbs', 'All four limbs']],
    ['lead-last', ['Without the lead hand', 'The lead on the beats', 'All four limbs']],
    ['hit-by-hit', ['1 stroke of Bass drum', '2 strokes of Bass drum', 'All four limbs', 'All four limbs']],
    ['beat-by-beat', ['1 to a of 1', '1 to a of 2', '1 to a of 3', 'All four limbs', 'All four limbs']],
    // At 100 the ghost on a of 1 has 150 ms to rise to the backbeat: demanding. The four strokes of the left hand all miss the three
    // of the bass drum; hats and bass drum land together three times.
    [
      'hard-spots',
      [
        'Left hand, a of 1',
        'Left hand with right foot, against each other',
        'Right hand with right foot, together',
        'All four limbs',
        'All four limbs',
      ],
    ],
    ['slot-by-slot', ['Step by step', 'Very slowly', 'All four limbs', 'All four limbs']],
    ['plain-first', ['All plain', 'With its dynamics', 'All four limbs']],
    // Left hand on the hats, right on the snare; but the bass drum's foot has no chick to make that the other has: both have.
    ['exchanged', ['As it is', 'The hands exchanged', 'The feet exchanged', 'All four limbs']],
    ['time-first', ['The time', 'The time with the feet', 'With the comping', 'All four limbs']],
  ])('%s', (way, stages) => expect(names(rock, way)).toEqual(stages))

  it('every way there is has a row above, but that of brushes', () => expect(WAYS).toHaveLength(14))

  it('plays just what the stage says: strokes on shared instants, thinned, plain, exchanged', () => {
    const struck = (way: string, stage: number) => {
      const { stages } = made(rock, way)
      const line = new CueLine(stagePerformance(stages[stage]!, materialOf(rock))!)
      return line
        .between(0, (4 * 60) / stages[stage]!.tempo.bpm - 0.001)
        .flatMap(cue => (cue.kind === 'stroke' && cue.heard ? [`${cue.limb} ${cue.tick / S} ${cue.level}`] : []))
    }
    // Together: 1 (hats, bass), 2 and 4 (hats, backbeat, foot), 3 and & of 3 (hats, bass).
    expect(struck('unisons', 0).filter(one => one.startsWith('RH'))).toEqual([
      'RH 0 3',
      'RH 4 3',
      'RH 8 3',
      'RH 10 3',
      'RH 12 3',
    ])
    expect(struck('unisons', 0).some(one => one.endsWith(' 1'))).toBe(false) // no ghosts among them
    expect(struck('lead-last', 1).filter(one => one.startsWith('RH'))).toEqual([
      'RH 0 3',
      'RH 4 3',
      'RH 8 3',
      'RH 12 3',
    ])
    expect(new Set(struck('plain-first', 0).map(one => one.at(-1)))).toEqual(new Set(['3']))
    expect(struck('exchanged', 1).filter(one => one.startsWith('LH'))).toHaveLength(8)
    expect(struck('hit-by-hit', 0).filter(one => one.startsWith('RF'))).toEqual(['RF 0 4'])
    expect(struck('beat-by-beat', 0).filter(one => one.startsWith('RH'))).toHaveLength(2 * 4) // one beat four times
  })
})

describe('on swing, and on a linear bar of sevens', () => {
  it('the time comes before the comping', () =>
    expect(names(swing, 'time-first').slice(0, 2)).toEqual(['The time', 'The time with the feet']))
  it('what does not apply is refused in words', () => {
    expect(planFor(linear, newId, { way: 'unisons' })).toMatchObject({
      ok: false,
      reason: '“What lands together first” finds nothing to take apart in this groove; choose another way.',
    })
    expect(planFor(linear, newId, { way: 'sweeps-first' })).toMatchObject({ ok: false })
    expect(planFor(rock, newId, { minutes: -3 })).toMatchObject({
      ok: false,
      reason: 'A plan lasts from 1 to 240 minutes.',
    })
    expect(planFor(rock, newId, { way: 'nope' })).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/called “nope”/),
    })
  })
  it('a linear bar goes beat by beat, the long beat among them', () => {
    expect(usualWay(linear, DEFAULT_KIT)).toBe('beat-by-beat')
    expect(names(linear, 'beat-by-beat')).toEqual(['1 to & of 1', '1 to & of 2', 'Both hands', 'Both hands'])
  })
  it('the style names its usual way', () => {
    const usual = (id: string) => usualWay({ ...rock, style: id }, DEFAULT_KIT)
    expect([usual('swing-four'), usual('samba'), usual('rock-sixteenths'), usual('')]).toEqual([
      'time-first',
      'hands-first',
      'feet-first',
      'feet-first',
    ])
    const ballad = beginStyle(styleOf('brushed-ballad')!, {
      id: 'b',
      title: 'B',
      bars: 1,
      bare: false,
      lead: 'right',
      kitId: 'five-piece',
      hands: 'crossed',
      newId: i => `p${i}`,
    })
    expect(usualWay(ballad, DEFAULT_KIT)).toBe('sweeps-first')
    expect(names(ballad, 'sweeps-first').slice(0, 2)).toEqual(['The sweep', 'Sweep and taps'])
  })
})

/**
 * Worked out by hand. Swing, in swung eighths 1 & 2 & 3 & 4 &: ride on 1, 2, & of 2, 3, 4 and & of 4, comping on 1 and & of 2, bass drum on
 * every beat, hat foot on 2 and 4. Sevens (2+2+3): the right hand on each felt beat, the left an eighth after each, no feet, all plain.
 */
const FOUR = 'All four limbs'
const BOTH = 'Both hands'
const NOTHING = 'nothing to take apart'
describe('each way to learn, on swing and on linear sevens', () => {
  it.each<[string, string[], string[] | string]>([
    [
      'feet-first',
      ['Feet alone', 'Feet and lead hand', 'Feet and other hand', FOUR],
      ['Lead hand alone', 'Other hand alone', BOTH],
    ],
    ['hands-first', ['Lead hand alone', BOTH, 'All three limbs', FOUR], ['Lead hand alone', BOTH]],
    // Together: ride and bass drum four times, ride with each other limb twice, the feet twice, comping and bass drum once.
    [
      'pairs',
      [
        'Right hand with right foot',
        'Right hand with left hand',
        'Right hand with left foot',
        'Right foot with left foot',
        FOUR,
      ],
      ['Right hand with left hand'],
    ],
    // Comping and hat foot never meet; ride, bass drum and hat foot meet twice.
    [
      'hard-spots',
      ['Left hand with left foot, against each other', 'Right hand, right foot and left foot, together', FOUR, FOUR],
      ['Right hand with left hand, against each other', BOTH],
    ],
    ['unisons', ['Only what lands together', FOUR, FOUR], NOTHING],
    // The ride on the beats is four of its six strokes; all six lie on halves of beats. In sevens the lead is on the beats as it is.
    ['lead-last', ['Without the lead hand', 'The lead on the beats', FOUR], ['Without the lead hand', BOTH]],
    [
      'hit-by-hit',
      ['1 stroke of Short and long: 1, & of 2', FOUR, FOUR],
      ['1 stroke of Right', '2 strokes of Right', BOTH, BOTH],
    ],
    [
      'beat-by-beat',
      ['1 to & of 1', '1 to & of 2', '1 to & of 3', FOUR, FOUR],
      ['1 to & of 1', '1 to & of 2', BOTH, BOTH],
    ],
    ['slot-by-slot', ['Step by step', 'Very slowly', FOUR, FOUR], ['Step by step', 'Very slowly', BOTH, BOTH]],
    ['plain-first', ['All plain', 'With its dynamics', FOUR], NOTHING],
    [
      'exchanged',
      ['As it is', 'The hands exchanged', 'The feet exchanged', FOUR],
      ['As it is', 'The hands exchanged', BOTH],
    ],
    // The hat foot is the helper’s: comping, then the bass drum, each over it, both, then the ride.
    [
      'with-foot',
      ['Foot and other hand', 'Feet alone', 'Feet and other hand', FOUR, FOUR],
      ['Foot and other hand', BOTH, BOTH],
    ],
    [
      'time-first',
      ['The time', 'The time with the feet', 'With the comping', FOUR],
      ['The time', 'With the comping', BOTH],
    ],
  ])('%s', (id, onSwing, onSevens) => {
    const of = (groove: Groove) => {
      const plan = planFor(groove, newId, { way: id })
      return plan.ok ? plan.value.stages.map(stage => stage.name) : NOTHING
    }
    expect(of(swing)).toEqual(onSwing)
    expect(of(linear)).toEqual(onSevens)
  })
})

describe('how the tempo goes', () => {
  const tempos = (tempo: string, goal = 100) =>
    made(rock, 'feet-first', { tempo, goal: { bpm: goal, counts: '1/4' } }).stages.map(stage => stage.tempo.bpm)
  it.each([
    // From the first stage’s share to all of the goal, in the way’s own proportions: .7 .75 .8 .9 stretched to .7 .775 .85 1.
    ['rising', [70, 78, 85, 100]],
    ['slower-again', [65, 70, 65, 78, 65, 85, 65, 100]],
    ['ladder', [70, 70, 70, 75]],
    ['up-and-down', [70, 70, 70, 75]],
    ['ceiling', [60, 65, 70, 75, 80, 105, 75]],
  ])('%s', (tempo, bpms) => expect(tempos(tempo)).toEqual(bpms))

  it('a ladder has even steps, the last cut to the goal', () => {
    expect(ladder(70, 92, 4)).toEqual([70, 74, 78, 82, 86, 90, 92])
    expect(ladder(72, 104, 4)).toEqual([72, 76, 80, 84, 88, 92, 96, 100, 104])
    expect(ladder(100, 90, 4)).toEqual([100, 96, 92, 90])
  })

  it('the minutes asked for are shared out among the stages', () => {
    for (const way of WAYS.filter(one => one.id !== 'sweeps-first'))
      expect(Math.abs(planSeconds(made(rock, way.id, { minutes: 20 })) - 1200), way.id).toBeLessThanOrEqual(30)
  })
})

describe('laws', () => {
  it('in whichever order parts stand, a plan has the same stages', () => {
    for (const card of STYLE_CARDS) {
      const groove = beginStyle(card, {
        id: 'g',
        title: 'G',
        kitId: 'five-piece',
        bars: 2,
        bare: false,
        lead: 'right',
        hands: 'crossed',
        newId: i => `p${i}`,
      })
      const names = (one: Groove, way: string) => {
        const plan = planFor(one, newId, { way })
        return plan.ok ? plan.value.stages.map(stage => [stage.name, Object.keys(stage.parts).length]) : plan.reason
      }
      for (const { id } of WAYS)
        expect(names({ ...groove, parts: groove.parts.toReversed() }, id), `${card.id} ${id}`).toEqual(
          names(groove, id),
        )
    }
  })

  it(
    'every way makes a valid plan of any groove, or says why not; each stage plays something that is there',
    { tags: ['law'] },
    () => {
      fc.assert(
        fc.property(drummed, fc.constantFrom(...WAYS), fc.constantFrom(...TEMPO_WAYS), (groove, way, tempo) => {
          const plan = planFor(groove, newId, { way: way.id, tempo: tempo.id })
          if (!plan.ok) {
            expect(plan.reason.length).toBeGreaterThan(20)
            return
          }
          expect(planSchema.safeParse(plan.value).success).toBe(true)
          for (const stage of plan.value.stages.filter(one => one.subject.kind !== 'break')) {
            const there = new Set([...groove.parts, ...stage.extra].map(part => part.id))
            expect(Object.keys(stage.parts).every(id => there.has(id))).toBe(true)
            expect(stagePerformance(stage, materialOf(groove))!.passages).toHaveLength(1)
          }
        }),
        { numRuns: 200 },
      )
    },
  )

  it('every style has a usual way that makes a plan of it', () => {
    for (const card of STYLE_CARDS) {
      const groove = beginStyle(card, {
        id: 'g',
        title: card.name,
        bars: 1,
        bare: false,
        lead: 'right',
        kitId: 'five-piece',
        hands: 'crossed',
        newId: i => `p${i}`,
      })
      expect(planFor(groove, newId, { way: usualWay(groove, DEFAULT_KIT) }).ok, card.name).toBe(true)
    }
  })
})

describe('stages by hand', () => {
  const plan = made(rock, 'feet-first')
  const [a, b, c, d] = plan.stages.map(stage => stage.id) as [string, string, string, string]
  const order = (one: Plan) => one.stages.map(stage => stage.id)
  it('are doubled, moved, taken out but for the last, and named', () => {
    expect(order(stageDoubled(plan, b, () => 'new'))).toEqual([a, b, 'new', c, d])
    expect(order(stageMoved(plan, d, 0))).toEqual([d, a, b, c])
    const less = stageOut(plan, a)
    expect(less.ok && order(less.value)).toEqual([b, c, d])
    expect(stageOut({ ...plan, stages: [plan.stages[0]!] }, a)).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/at least one stage/),
    })
    expect(stageNamed(plan.stages[0]!, rock, 'Ground')).toEqual({ name: 'Ground', given: ['name'] })
    expect(stageNamed({ ...plan.stages[0]!, name: 'Ground', given: ['name'] }, rock, '')).toEqual({
      name: 'Feet alone',
      given: [],
    })
  })
})

describe('a part taken in turn', () => {
  const names = (turn: { partId?: string; strokes?: number }) => {
    const plan = planFor(rock, newId, { way: 'hit-by-hit', turn })
    return plan.ok && plan.value.stages.map(stage => stage.name)
  }
  it('is the one that is asked for, by as many strokes a step as are asked for', () => {
    expect(names({ partId: 'hats', strokes: 3 })).toEqual([
      '3 strokes of Hats',
      '6 strokes of Hats',
      'All four limbs',
      'All four limbs',
    ])
    expect(names({})).toEqual(names({ partId: 'bass', strokes: 1 }))
  })
  it('loses a stroke in a stage, gains one that the groove does not have, and is itself again', () => {
    const plan = planFor(rock, newId, { way: 'hands-first' })
    const stage = plan.ok ? plan.value.stages.at(-1)! : undefined!
    const sounding = (now: Stage) => strokesIn(now, rock.parts[0]!).map(stroke => stroke.at / S)
    const pressed = (from: Stage, at: number): Stage => {
      const done = withStrokeAt(from, rock, 'hats', at * S)
      if (!done.ok) throw new Error(done.reason)
      return { ...from, ...done.value }
    }
    const without = pressed(stage, 4)
    expect(sounding(without)).toEqual([0, 2, 6, 8, 10, 12, 14])
    expect(partsPlayed(rock, without).filter(part => part.limb === 'RH')).toHaveLength(1)
    expect(sounding(pressed(without, 5))).toEqual([0, 2, 5, 6, 8, 10, 12, 14])
    expect(pressed(without, 4)).toEqual(stage)
    const one = [2, 4, 6, 8, 10, 12, 14].reduce(pressed, stage)
    expect(withStrokeAt(one, rock, 'hats', 0)).toEqual({
      ok: false,
      reason: 'Nothing of “Hats” would be left in this stage: set it silent instead.',
    })
  })
})

describe('the minutes of a plan', () => {
  it.each([
    // Three equal stages of four minutes: 80 seconds each are no half minutes, so two get one more.
    [[1, 1, 1], [1, 1, 1], 240, [90, 90, 60]],
    // A climb of three rungs beside a stage twice as long as a rung.
    [[3, 2], [3, 1], 300, [60, 120]],
    // Too few for half minutes: five seconds each, twenty at least.
    [[1, 1, 1, 1, 1, 1], [1, 1, 1, 1, 1, 1], 130, [25, 25, 20, 20, 20, 20]],
    // The short one is lifted to half a minute, the long one pays for it.
    [[1, 20], [1, 1], 120, [30, 90]],
  ])('are shared out by %j over rungs of %j: %i seconds', (shares, rungs, total, wanted) => {
    expect(
      shareOut(
        shares.map((share, i) => ({ share, rungs: rungs[i]! })),
        total,
      ),
    ).toEqual(wanted)
  })

  it('come to what was asked for, in halves', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ share: fc.integer({ min: 1, max: 30 }), rungs: fc.integer({ min: 1, max: 8 }) }), {
          minLength: 1,
          maxLength: 12,
        }),
        fc.integer({ min: 1, max: 120 }),
        (stages, minutes) => {
          const turns = stages.reduce((sum, one) => sum + one.rungs, 0)
          fc.pre(turns * 30 <= minutes * 60)
          const each = shareOut(stages, minutes * 60)
          const left = minutes * 60 - each.reduce((sum, one, i) => sum + one * stages[i]!.rungs, 0)
          expect(each.every(one => one >= 30 && one % 30 === 0)).toBe(true)
          // What is left is too little for one half minute more on any rung.
          expect(left).toBeGreaterThanOrEqual(0)
          expect(left).toBeLessThan(30 * Math.min(...stages.map(one => one.rungs)))
        },
      ),
    )
  })

  it('go along with the click and the count-in of the Bench', () => {
    const made = planFor(rock, newId, { click: { program: 'off-beats', gaps: { sound: 2, silent: 1 } }, countIn: 2 })
    if (!made.ok) throw new Error(made.reason)
    for (const { click, countIn } of made.value.stages)
      expect([click.program, click.gaps, countIn]).toEqual(['off-beats', { sound: 2, silent: 1 }, 2])
  })

  it('are set for all stages at once, breaks left alone, names following who plays', () => {
    const made = planFor(rock, newId, { minutes: 60, breaks: true })
    if (!made.ok) throw new Error(made.reason)
    const [first] = made.value.stages
    const of = (row: Parameters<typeof likeAll>[2], facts: Partial<typeof first> = {}) =>
      likeAll(
        { ...made.value, stages: made.value.stages.map(one => (one === first ? { ...one, ...facts } : one)) },
        first!.id,
        row,
        rock,
      ).stages
    expect(made.value.stages.some(one => one.subject.kind === 'break')).toBe(true)
    const long = of('how long', { length: { seconds: 240 } })
    expect(
      long
        .filter(one => one.subject.kind !== 'break')
        .every(one => 'seconds' in one.length && one.length.seconds === 240),
    ).toBe(true)
    expect(long.filter(one => one.subject.kind === 'break')).toEqual(
      made.value.stages.filter(one => one.subject.kind === 'break'),
    )
    const who = of('who plays').filter(one => one.subject.kind !== 'break')
    expect(new Set(who.map(one => JSON.stringify(one.parts))).size).toBe(1)
    expect(new Set(who.slice(1).map(one => one.name))).toEqual(new Set(['Feet alone']))
    expect(
      new Set(
        of('tempo')
          .filter(one => one.subject.kind !== 'break')
          .map(one => one.tempo.bpm),
      ).size,
    ).toBe(1)
  })
})
