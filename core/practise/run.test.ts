import { describe, expect, it } from 'vitest'
import { makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { meter } from '#core/time'
import {
  type Plan,
  type Run,
  type RunEffect,
  type RunEvent,
  beginRun,
  entryOf,
  logEntrySchema,
  planFor,
  stageOf,
  stepRun,
} from '.'

const bars = makeBars(meter(4, 4), 1, 4)
const groove = makeGroove({
  id: 'g',
  title: 'G',
  bars,
  parts: (['RF', 'RH'] as const).map(limb =>
    makePart({ id: limb, name: limb, limb, strokes: rowStrokes(bars, '3...', { piece: 'snare' }) }),
  ),
})
let n = 0
const made = planFor(groove, () => `id${n++}`)
if (!made.ok) throw new Error(made.reason)
// The foot alone at 70 for two minutes, then with a hand, and with all at the goal.
const plan = { ...made.value, stages: made.value.stages.slice(0, 2) }

const lapsOf = ({ stages }: Pick<Plan, 'stages'>) => stages.map(stage => ({ bars: 1, seconds: 240 / stage.tempo.bpm }))

/** Runs events one after another; answers where it ends and all that it asked for. */
function run(...events: RunEvent[]): { run: Run; effects: RunEffect[]; phases: string[] } {
  let now = beginRun(plan, { laps: lapsOf(plan) })
  const effects: RunEffect[] = []
  const phases: string[] = [now.phase]
  for (const event of events) {
    const next = stepRun(now, event)
    now = next.run
    effects.push(...next.effects)
    phases.push(now.phase)
  }
  return { run: now, effects, phases }
}
const press = (now: number): RunEvent => ({ type: 'press', now })
/** By both clocks alike, with a count-in of a second, unless set otherwise. */
const tick = (now: number, heard: number | null = now - 1): RunEvent => ({ type: 'tick', now, heard })
const asked = (effects: RunEffect[]) =>
  effects.map(effect =>
    effect.type === 'write'
      ? `write ${effect.entry} ${effect.word} ${effect.seconds} s at ${effect.tempo.bpm}`
      : effect.type === 'play'
        ? `play ${effect.stage.name} at ${effect.tempo.bpm}`
        : effect.type,
  )

describe('a run', () => {
  it('counts in, plays, pauses and goes on; only time played counts', () => {
    const {
      run: at,
      phases,
      effects,
    } = run(
      press(0),
      tick(1, -1.5),
      tick(2.5, 0),
      tick(12.5, 10),
      press(13),
      tick(100, null),
      press(101),
      tick(102, -1),
      tick(103, 0),
      tick(113, 10),
    )
    expect(phases).toEqual([
      'ready',
      'counting',
      'counting',
      'playing',
      'playing',
      'paused',
      'paused',
      'counting',
      'counting',
      'playing',
      'playing',
    ])
    expect(at.played).toBe(20)
    expect(at.left).toBe(100)
    expect(asked(effects)).toEqual(['play Foot alone at 70', 'stop', 'play Foot alone at 70'])
  })

  it('goes by what is heard: a sound that is held up, or not there yet, takes nothing away from the stage', () => {
    const { run: at, phases } = run(
      press(0),
      tick(1, null),
      tick(5, -0.1),
      tick(6, 0.9),
      tick(7, 0.9),
      tick(60, null),
      tick(61, 1.9),
      tick(200, 119.9),
    )
    expect(phases.slice(-6)).toEqual(['counting', 'playing', 'playing', 'playing', 'playing', 'playing'])
    expect(at.played).toBeCloseTo(119.9, 9)
    expect(stepRun(at, tick(200.1, 120)).run).toMatchObject({ phase: 'asking' })
  })

  it('writes down no more than the stage lasts, however late the page tells that it is over', () => {
    const { effects } = run(press(0), tick(1), tick(121 + 240, 120 + 240))
    expect(asked(effects).at(-1)).toBe('write 0 null 120 s at 70')
  })

  it('writes a stage down as its time is up, and again with the word; the next begins by itself', () => {
    const { run: at, effects } = run(press(0), tick(1), tick(121), { type: 'say', word: 'solid', now: 123 })
    expect(asked(effects)).toEqual([
      'play Foot alone at 70',
      'stop',
      'write 0 null 120 s at 70',
      'write 0 solid 120 s at 70',
      `play ${stageOf(at)!.name} at 78`,
    ])
    expect(at).toMatchObject({ index: 1, phase: 'counting', entry: 1 })
  })

  it('goes on without a word after a while, or waits where it is told to', () => {
    const up = [press(0), tick(1), tick(121)]
    expect(run(...up, tick(121 + 12 - 1)).run).toMatchObject({ index: 0, phase: 'asking' })
    expect(run(...up, tick(121 + 12)).run).toMatchObject({ index: 1, phase: 'counting' })
    expect(run({ type: 'auto', on: false }, ...up, tick(1000)).run).toMatchObject({ index: 0, phase: 'asking' })
    expect(run({ type: 'auto', on: false }, ...up, press(1000)).run).toMatchObject({ index: 1, phase: 'ready' })
  })

  it('ends a stage early by a word, and the plan after its last', () => {
    const first = run(press(0), tick(1), tick(31), { type: 'say', word: 'shaky', now: 31 })
    expect(asked(first.effects)).toContain('write 0 shaky 30 s at 70')
    const over = run({ type: 'skip', now: 0 }, press(1), tick(2), { type: 'say', word: 'missed', now: 3 })
    expect(over.run.phase).toBe('over')
    expect(run({ type: 'say', word: 'solid', now: 0 }).effects).toEqual([]) // nothing was played
    expect(stepRun(over.run, { type: 'say', word: 'solid', now: 9 }).effects).toEqual([])
  })

  it('plays again, slower, as an entry of its own, and within what a tempo may be', () => {
    const { run: at, effects } = run(press(0), tick(1), tick(61), { type: 'again', now: 61, change: -0.08 })
    // The minute that was played is written down before it begins again.
    expect(asked(effects)).toEqual([
      'play Foot alone at 70',
      'stop',
      'write 0 null 60 s at 70',
      'play Foot alone at 64',
    ])
    expect(at).toMatchObject({ index: 0, phase: 'counting', played: 0, left: 120, entry: 1 })
    let slow: Run = at
    for (let i = 0; i < 40; i++) slow = stepRun(slow, { type: 'again', now: 0, change: -0.5 }).run
    expect(slow.tempo).toEqual({ bpm: 20, counts: '1/4' })
  })

  it('takes no word on what has not been played: in the count-in, and before the first second is over', () => {
    for (const events of [[], [press(0)], [press(0), tick(0.5)]]) {
      const before = run(...events)
      const after = stepRun(before.run, { type: 'say', word: 'solid', now: 1 })
      expect([after.run, after.effects]).toEqual([before.run, []])
    }
    expect(asked(run(press(0), { type: 'again', now: 1, change: -0.08 }).effects)).toEqual([
      'play Foot alone at 70',
      'stop',
      'play Foot alone at 64',
    ])
  })

  it('skips without writing, and sounds the next only where it was sounding', () => {
    expect(asked(run({ type: 'skip', now: 0 }).effects)).toEqual(['stop'])
    expect(asked(run(press(0), tick(1), { type: 'skip', now: 2 }).effects)).toEqual(
      ['play Foot alone at 70', 'stop', 'play All three limbs at 100'].with(
        2,
        `play ${plan.stages[1]!.name} at ${plan.stages[1]!.tempo.bpm}`,
      ),
    )
    expect(run({ type: 'skip', now: 0 }, { type: 'skip', now: 0 }).run.phase).toBe('over')
  })

  it('stops at its end', () => {
    expect(run(press(0), { type: 'end' })).toMatchObject({
      run: { phase: 'over' },
      effects: [{ type: 'play' }, { type: 'stop' }],
    })
  })

  it('makes entries that the log takes', () => {
    const { effects } = run(press(0), tick(1), tick(31), { type: 'say', word: 'solid', now: 31 })
    const write = effects.find(effect => effect.type === 'write')!
    const entry = entryOf(write, {
      id: 'e',
      at: '2026-03-01T18:00:00Z',
      day: '2026-03-01',
      planId: 'p',
      sessionId: 's',
      revision: 7,
      title: 'G',
    })
    expect(logEntrySchema.parse(entry)).toMatchObject({
      subject: { kind: 'groove', id: 'g', revision: 7, title: 'G' },
      parts: { RF: 'player' },
      tempo: { bpm: 70, counts: '1/4' },
      seconds: 30,
      stage: 'Foot alone',
    })
  })
})
