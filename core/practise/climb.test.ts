import { describe, expect, it } from 'vitest'
import { makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { meter } from '#core/time'
import {
  type Climb,
  type Run,
  type RunEvent,
  type Stage,
  beginRun,
  makeStage,
  rungsOf,
  sayClimb,
  stepRun,
  resumed,
} from '.'

const bars = makeBars(meter(4, 4), 1, 4)
const groove = makeGroove({
  id: 'g',
  title: 'G',
  bars,
  parts: [makePart({ id: 'RF', name: 'Bass', limb: 'RF', strokes: rowStrokes(bars, '3...', { piece: 'bass drum' }) })],
})
const stage = (id: string, bpm: number, more: Partial<Stage> = {}): Stage =>
  makeStage({
    id,
    name: id,
    subject: { kind: 'groove', id: groove.id },
    parts: { RF: 'player' },
    length: { bars: 4 },
    tempo: { bpm, counts: '1/4' },
    ...more,
  })
const climb = (more: Partial<Climb> = {}): Climb => ({
  to: 92,
  step: 4,
  then: [],
  allows: 'word',
  miss: 'down',
  ...more,
})
/** One bar of four quarters at each stage’s own tempo. */
const lapsOf = (stages: readonly Stage[]) => stages.map(one => ({ bars: 1, seconds: 240 / one.tempo.bpm }))

/** A run on a clock of its own: `play` lets a rung’s whole time pass, `say` gives a word on it. */
function runner(stages: Stage[], helps: (Stage | null)[] = stages.map(() => null)) {
  let run: Run = beginRun({ stages }, { laps: lapsOf(stages), helps })
  let now = 0
  let first = 0
  const played: string[] = []
  const wrote: string[] = []
  const send = (event: RunEvent) => {
    const next = stepRun(run, event)
    run = next.run
    for (const effect of next.effects) {
      if (effect.type === 'play') {
        played.push(`${effect.stage.name} ${effect.tempo.bpm}${effect.laps === null ? ' on' : ''}`)
        first = now + 1
      }
      if (effect.type === 'write')
        wrote.push(`${effect.entry} ${effect.tempo.bpm} ${effect.seconds} ${effect.word}${effect.cut ? ' cut' : ''}`)
    }
  }
  const at = {
    played,
    wrote,
    send,
    run: () => run,
    /** Time passes, with what sounds heard from a second after it was asked for. */
    pass: (seconds: number) => send({ type: 'tick', now: (now += seconds), heard: now - first }),
    press: () => send({ type: 'press', now }),
    say: (word: 'solid' | 'shaky' | 'missed', help?: Stage) =>
      send({ type: 'say', word, now, ...(help ? { help } : {}) }),
    clean: () => send({ type: 'clean', now }),
    /** The count-in, and then as long as the rung lasts. */
    play() {
      at.pass(1)
      at.pass(run.left ?? 1)
    },
  }
  return at
}

describe('a climb', () => {
  it.each<[number, Climb, number[], string]>([
    [70, climb(), [70, 74, 78, 82, 86, 90, 92], '70 up to 92 by 4'],
    [70, climb({ then: [97, 92] }), [70, 74, 78, 82, 86, 90, 92, 97, 92], '70 up to 92 by 4, then 97, 92'],
    [92, climb({ to: 80, step: 5 }), [92, 87, 82, 80], '92 down to 80 by 5'],
    [92, climb({ to: 92, miss: 'fall' }), [92], '92, 4 down after two misses'],
    [92, climb({ then: [80] }), [92, 80], '92, then 80'],
  ])('from %i', (bpm, one, rungs, says) => {
    expect(rungsOf(stage('s', bpm, { climb: one }))).toEqual(rungs)
    expect(sayClimb(stage('s', bpm, { climb: one }))).toBe(says)
  })

  it('goes up on solid, again on shaky, a step down on a miss, below its first rung too', () => {
    const at = runner([stage('all', 84, { climb: climb() })])
    at.press()
    for (const word of ['solid', 'shaky', 'missed', 'missed', 'solid', 'solid', 'solid', 'solid'] as const) {
      at.play()
      at.say(word)
    }
    // From below its first rung it climbs back to it before it goes past it.
    expect(at.played).toEqual(['all 84', 'all 88', 'all 88', 'all 84', 'all 80', 'all 84', 'all 88', 'all 92'])
    expect(at.run().phase).toBe('over')
    // Each rung is an entry of its own, first without its word and then with it: four bars of four at 84 are 11.4 s.
    expect(at.wrote.slice(0, 4)).toEqual(['0 84 11 null', '0 84 11 solid', '1 88 11 null', '1 88 11 shaky'])
  })

  it('falls a step after two unclean fours in a row, and climbs back', () => {
    const at = runner([stage('all', 92, { climb: climb({ miss: 'fall', allows: 'measured' }) }), stage('next', 60)])
    at.press()
    const words = [
      'shaky',
      'missed',
      'missed',
      'solid',
      'missed',
      'shaky',
      'missed',
      'missed',
      'solid',
      'solid',
      'solid',
    ]
    for (const word of words as ('solid' | 'shaky' | 'missed')[]) {
      at.play()
      at.say(word)
    }
    const tempos = [92, 92, 88, 88, 92, 92, 88, 88, 84, 88, 92]
    expect(at.played).toEqual([...tempos.map(bpm => `all ${bpm}`), 'next 60'])
  })

  it('by time alone it goes on untouched, whatever is not said', () => {
    const at = runner([stage('all', 84, { climb: climb({ allows: 'time', then: [84] }) })])
    at.press()
    for (let i = 0; i < 3; i++) {
      at.play()
      at.pass(0.1)
    }
    expect(at.played).toEqual(['all 84', 'all 88', 'all 92', 'all 84'])
  })

  it('by word it repeats once without one, and then the run goes on', () => {
    const at = runner([stage('all', 84, { climb: climb() }), stage('next', 60)])
    at.press()
    for (let i = 0; i < 2; i++) {
      at.play()
      at.pass(12)
    }
    expect(at.played).toEqual(['all 84', 'all 84', 'next 60'])
  })

  it('what was measured puts a stage of its own before a rung that was shaky or missed, in the place of the hardest pair', () => {
    const [pair, foot] = [
      stage('pair', 70, { length: { seconds: 20 } }),
      stage('foot alone', 84, { length: { seconds: 20 } }),
    ]
    for (const word of ['shaky', 'missed'] as const) {
      const at = runner([stage('all', 84, { climb: climb({ miss: 'isolate' }) })], [pair])
      at.press()
      at.play()
      at.say(word, foot)
      expect(at.played).toEqual(['all 84', 'foot alone 80'])
      at.play()
      at.say('solid')
      expect(at.played.at(-1)).toBe('all 84')
    }
    // Where a miss goes a step down, it does.
    const down = runner([stage('all', 84, { climb: climb() })])
    down.press()
    down.play()
    down.say('missed', foot)
    expect(down.played).toEqual(['all 84', 'all 80'])
  })

  it('a miss may put the hardest pair before it, which is played and leads back to the rung that was missed', () => {
    const help = stage('pair', 70, { length: { seconds: 20 } })
    const at = runner([stage('all', 84, { climb: climb({ miss: 'isolate' }) })], [help])
    at.press()
    at.play()
    at.say('solid')
    at.play()
    at.say('missed')
    at.play()
    at.say('solid')
    expect(at.played).toEqual(['all 84', 'all 88', 'pair 70', 'all 88'])
    expect(at.run().stages.map(one => one.name)).toEqual(['pair', 'all'])
  })

  it('the ceiling is where it was last solid; what comes after takes its share of it', () => {
    const finder = stage('finder', 60, { climb: climb({ to: 140, step: 6, miss: 'stop' }) })
    const work = stage('work', 65, { ofCeiling: 0.75 })
    const at = runner([finder, work])
    at.press()
    for (const word of ['solid', 'solid', 'solid', 'missed'] as const) {
      at.play()
      at.say(word)
    }
    expect(at.played).toEqual(['finder 60', 'finder 66', 'finder 72', 'finder 78', 'work 54']) // 72 × 0.75
    const missedAtOnce = runner([finder, work])
    missedAtOnce.press()
    missedAtOnce.play()
    missedAtOnce.say('missed')
    expect(missedAtOnce.run().ceiling!.bpm).toBe(54)
  })

  it('lasts until it was clean so often, by the player’s press', () => {
    const at = runner([stage('all', 84, { climb: climb({ to: 88 }), length: { clean: 2 } })])
    at.press()
    at.pass(1)
    at.pass(30)
    expect(at.run()).toMatchObject({ left: null, phase: 'playing' })
    at.clean()
    at.clean()
    expect(at.played).toEqual(['all 84 on', 'all 88 on'])
    expect(at.wrote).toEqual(['0 84 30 null', '0 84 30 solid'])
  })
})

describe('breaks, stepping, and what was interrupted', () => {
  it('a break passes by itself, or by a press, and is not written down', () => {
    const rest = makeStage({
      id: 'b',
      name: 'Break',
      subject: { kind: 'break', id: 'break' },
      parts: {},
      length: { seconds: 60 },
      tempo: { bpm: 60, counts: '1/4' },
    })
    const at = runner([rest, stage('a', 60), rest, stage('b', 70)].map((one, i) => ({ ...one, id: `s${i}` })))
    at.press()
    expect(at.run()).toMatchObject({ phase: 'resting', left: 60 })
    at.pass(61)
    expect(at.played).toEqual(['a 60'])
    at.play()
    at.say('solid')
    at.press()
    expect(at.played).toEqual(['a 60', 'b 70'])
    expect(at.wrote).toHaveLength(2)
  })

  it('a stage with no pulse is stepped through until the player says so', () => {
    const at = runner([stage('step', 60, { pulse: 'step', length: { seconds: 30 } }), stage('next', 60)])
    at.press()
    at.pass(100)
    expect(at.run()).toMatchObject({ phase: 'stepping', left: 0, played: 100 })
    at.say('solid')
    expect(at.wrote.at(-1)).toBe('0 60 100 solid')
    expect(at.played).toEqual(['next 60'])
  })

  it('a word while the time runs cuts the stage off, and says so', () => {
    const at = runner([stage('all', 84)])
    at.press()
    at.pass(1)
    at.pass(3)
    at.say('solid')
    expect(at.wrote).toEqual(['0 84 3 null cut', '0 84 3 solid cut'])
  })

  it('a run survives being written down in the middle, and waits to be taken up', () => {
    const at = runner([stage('all', 84), stage('next', 60)])
    at.press()
    at.pass(1)
    at.pass(5)
    const kept = resumed(JSON.parse(JSON.stringify(at.run())) as Run)
    expect(kept).toMatchObject({ phase: 'paused', played: 5, index: 0 })
    const on = stepRun(kept, { type: 'press', now: 0 })
    expect(on.effects).toMatchObject([{ type: 'play', laps: 3 }]) // 6.4 s of 11.4 are left: three bars of 2.9 s
  })

  it('and one that was left when a stage was over asks again, and goes on at a press alone, whatever the clock says now', () => {
    const at = runner([stage('all', 84), stage('next', 60)])
    at.press()
    at.pass(1)
    at.pass(12)
    expect(at.run().phase).toBe('asking')
    const kept = resumed(JSON.parse(JSON.stringify(at.run())) as Run)
    for (const now of [0, 1000]) {
      const { run: still, effects } = stepRun(kept, { type: 'tick', now, heard: null })
      expect([still.phase, still.left, effects]).toEqual(['asking', null, []])
      expect(stepRun(still, { type: 'press', now }).run).toMatchObject({ phase: 'counting', index: 1 })
    }
  })

  it('time is kept in whole times through, so that a stage ends on the bar', () => {
    const at = runner([stage('all', 70, { length: { seconds: 60 } })])
    expect(at.run().left).toBeCloseTo((18 * 240) / 70) // 17.5 bars would be 60 s
    at.send({ type: 'again', now: 0, change: 0.1 })
    expect(at.run()).toMatchObject({ tempo: { bpm: 77 } })
    expect(at.run().left! / (240 / 77)).toBeCloseTo(19)
  })
})
