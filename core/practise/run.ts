import { present } from '#core/present'
import { TEMPO_RANGE, type Tempo, convertTempo } from '#core/time'
import { rungsOf } from './climb'
import { type LogEntry, type Word, makeEntry } from './log'
import type { Lap } from './play'
import { type Stage, plainTempo } from './stage'

/**
 * Where a run of a plan is: before a stage, in its count-in or its time, waiting for the player's word, in a break, stepping with no
 * pulse, or over.
 */
export const PHASES = ['ready', 'counting', 'playing', 'paused', 'asking', 'resting', 'stepping', 'over'] as const
type Phase = (typeof PHASES)[number]

/** How long the player has for a word before it goes on by itself, in seconds. */
const ASKING = 12
/** Misses in a row that take a climb which falls a step down. */
const FALLS = 2
/** A rung that waits for the player’s word is played so often without one before the run goes on to the next stage. */
const UNSAID = 2

/**
 * One run through a plan: plain data, so that a run that was interrupted can be taken up again. Times are seconds of any steady clock; what
 * sounds goes by what is heard of it, from its first beat and not from the count-in, so that a machine that holds the sound up takes
 * nothing away from a stage. `entry` numbers the stages and rungs that were begun, so that a word given late reaches the entry of its own.
 */
export interface Run {
  stages: readonly Stage[]
  /** Once through each stage at its own tempo, by place; and for each the stage that isolates what is hard in it, where there is one. */
  laps: readonly Lap[]
  helps: readonly (Stage | null)[]
  index: number
  phase: Phase
  tempo: Tempo
  /** Which rung of a climb, from 0. */
  rung: number
  /** Seconds left of the stage, of its rung, of a break or for a word; null where it lasts until it was clean. */
  left: number | null
  /** Seconds played of the stage or rung. */
  played: number
  /** Clean times so far. */
  cleans: number
  /** Rungs in a row without a word. */
  unsaid: number
  /** Rungs in a row at one tempo that were not solid, in a climb that falls after several. */
  misses: number
  /** The tempo that a climb found to be the ceiling, once one has. */
  ceiling: Tempo | null
  /** Where a stage that was interrupted by another goes on, by its id. */
  goesOnAt: Readonly<Record<string, number>>
  /** When it last heard the time, and how far what sounds was heard by then, in seconds from its first beat. */
  told: number
  heard: number
  autoAdvance: boolean
  entry: number
}

export type RunEvent =
  /** The big key: start, pause, go on; once a stage is over, on to the next without a word; out of a break. */
  | { type: 'press'; now: number }
  /** Time has passed; `heard` is how far what sounds is heard by now, in seconds from its first beat: below 0 in the count-in, null while nothing sounds. */
  | { type: 'tick'; now: number; heard: number | null }
  /** The player's word, or what was measured, ends the stage, be its time up or not, and leads on; `help` is a stage that mends what was measured. */
  | { type: 'say'; word: Word; now: number; help?: Stage | null }
  /** Clean once more. */
  | { type: 'clean'; now: number }
  /** The same stage once more, at this tempo or another: -0.08 is eight in a hundred slower. What was played of it is written down. */
  | { type: 'again'; now: number; change: number }
  /** On to the next stage; what was played of this one is not logged. */
  | { type: 'skip'; now: number }
  | { type: 'auto'; on: boolean }
  | { type: 'end' }

/** What a run asks of the world: to sound a stage a number of times through, to fall silent, to write down how a stage went. */
export type RunEffect =
  | { type: 'play'; stage: Stage; tempo: Tempo; laps: number | null }
  | { type: 'stop' }
  | { type: 'write'; entry: number; stage: Stage; tempo: Tempo; seconds: number; cut: boolean; word: Word | null }

interface Stepped {
  run: Run
  effects: RunEffect[]
}

/** What a run is made of beside its stages: once through each of them, and what isolates the hard of each. */
interface RunMaterial {
  laps: readonly Lap[]
  helps?: readonly (Stage | null)[]
}

/**
 * A run of a plan, waiting to start its first stage; over at once (`phase: 'over'`) where the plan has none.
 * @example beginRun(plan, { laps }).phase // => 'ready'
 */
export const beginRun = (
  { stages }: { stages: readonly Stage[] },
  { laps, helps = stages.map(() => null) }: RunMaterial,
): Run =>
  entered(
    {
      stages,
      laps,
      helps,
      index: 0,
      phase: 'ready',
      tempo: { bpm: 0, counts: '1/4' },
      rung: 0,
      left: 0,
      played: 0,
      cleans: 0,
      unsaid: 0,
      misses: 0,
      ceiling: null,
      goesOnAt: {},
      told: 0,
      heard: 0,
      autoAdvance: true,
      entry: -1,
    },
    0,
  )

/** The stage a run stands at; none once it is over: `stageOf(beginRun(plan, { laps })) // => plan.stages[0]`. */
export const stageOf = (run: Run): Stage | undefined => run.stages[run.index]

const inRange = (bpm: number): number =>
  Math.min(TEMPO_RANGE.most, Math.max(TEMPO_RANGE.least, Math.round(bpm * 10) / 10))

/** How long once through the stage takes at the tempo of the run, in seconds. @internal */
function lapSeconds(run: Run): number {
  const stage = present(stageOf(run), 'stage')
  return (run.laps[run.index]!.seconds * stage.tempo.bpm) / convertTempo(run.tempo, stage.tempo.counts).bpm
}

/**
 * How long one bar of it lasts, on the mean: within it the runner warns that the stage is about to end.
 * @example barSeconds(beginRun(plan, { laps })) // => 2.4
 */
export const barSeconds = (run: Run): number => lapSeconds(run) / run.laps[run.index]!.bars

/** How often the stage goes through from its start: whole times, so that it ends and changes on the bar. */
function lapsIn(run: Run): number | null {
  const { length } = present(stageOf(run), 'stage')
  if ('clean' in length) return null
  return 'bars' in length
    ? Math.max(1, Math.ceil(length.bars / run.laps[run.index]!.bars))
    : Math.max(1, Math.round(length.seconds / lapSeconds(run)))
}

const isTimed = ({ subject, pulse }: Stage): boolean => subject.kind === 'break' || pulse === 'step'

/** What is left of a stage at its start, in seconds. */
function wholeOf(run: Run): number | null {
  const stage = present(stageOf(run), 'stage')
  if (isTimed(stage) && 'seconds' in stage.length) return stage.length.seconds
  const laps = lapsIn(run)
  return laps === null ? null : laps * lapSeconds(run)
}

function entered(run: Run, index: number, rung = run.goesOnAt[run.stages[index]?.id ?? ''] ?? 0): Run {
  const stage = run.stages[index]
  const fresh: Run = {
    ...run,
    index,
    rung,
    phase: stage ? 'ready' : 'over',
    played: 0,
    cleans: 0,
    misses: 0,
    entry: run.entry + 1,
    left: 0,
  }
  if (!stage) return fresh
  const { counts } = stage.tempo
  const ceiling =
    stage.ofCeiling !== null && run.ceiling ? convertTempo(run.ceiling, counts).bpm * stage.ofCeiling : undefined
  const at: Run = {
    ...fresh,
    tempo: { counts, bpm: ceiling === undefined ? rungsOf(stage)[rung]! : Math.round(inRange(ceiling)) },
  }
  return { ...at, left: wholeOf(at) }
}

/** The same rung, at a tempo of its own. */
function atTempo(run: Run, bpm: number): Run {
  const at: Run = { ...run, tempo: { ...run.tempo, bpm: inRange(bpm) } }
  return { ...at, left: wholeOf(at) }
}

function played(run: Run, now: number): Stepped {
  const stage = stageOf(run)
  if (!stage) return { run, effects: [] }
  if (stage.subject.kind === 'break') return { run: { ...run, told: now, phase: 'resting' }, effects: [] }
  if (stage.pulse === 'step') return { run: { ...run, told: now, phase: 'stepping' }, effects: [] }
  const laps = run.left === null ? null : Math.max(1, Math.ceil(run.left / lapSeconds(run) - 1e-6))
  return {
    run: { ...run, told: now, heard: 0, phase: 'counting' },
    effects: [{ type: 'play', stage, tempo: plainTempo(run.tempo), laps }],
  }
}

const writeOf = (run: Run, word: Word | null, cut: boolean): RunEffect => ({
  type: 'write',
  entry: run.entry,
  stage: present(stageOf(run), 'stage'),
  tempo: plainTempo(run.tempo),
  seconds: Math.round(run.played),
  cut,
  word,
})

/** True once a stage has sounded for a moment: before, there is nothing to say of it or to write down. */
const hasPlayed = (run: Run): boolean => Math.round(run.played) > 0

/** The stage is over: what was played is written down at once, so that nothing is lost, and a word may be added to it. */
const ended = (run: Run, cut: boolean): Stepped => ({
  run: { ...run, phase: 'asking', left: ASKING },
  effects: [{ type: 'stop' }, writeOf(run, null, cut)],
})

/** On with a run that stands before a stage or rung: at once, or where the player wants it at a press. */
const goOn = (run: Run, now: number): Stepped =>
  stageOf(run) && run.autoAdvance ? played(run, now) : { run, effects: [] }

const onward = (run: Run, now: number): Stepped => goOn(entered({ ...run, unsaid: 0 }, run.index + 1), now)

const after = (first: Stepped, then: (run: Run) => Stepped): Stepped => {
  const second = then(first.run)
  return { run: second.run, effects: [...first.effects, ...second.effects] }
}

/** The stage that isolates what is hard, put in before the one that was missed, which then goes on where it was. */
function helped(run: Run, help: Stage): Run {
  const at = run.index
  const stage = present(stageOf(run), 'stage')
  const slower = {
    ...help,
    id: `${help.id}-${run.entry}`,
    tempo: { ...help.tempo, bpm: inRange(Math.min(help.tempo.bpm, run.tempo.bpm - (stage.climb?.step ?? 0))) },
  }
  return entered(
    {
      ...run,
      stages: run.stages.toSpliced(at, 0, slower),
      laps: run.laps.toSpliced(at, 0, scaled(run.laps[at]!, stage, slower)),
      helps: run.helps.toSpliced(at, 0, null),
      goesOnAt: { ...run.goesOnAt, [stage.id]: run.rung },
    },
    at,
    0,
  )
}
const scaled = (lap: Lap, from: Stage, to: Stage): Lap => ({
  ...lap,
  seconds: (lap.seconds * from.tempo.bpm) / convertTempo(to.tempo, from.tempo.counts).bpm,
})

/** Where a rung leads by the word on it: null where none was given. What was measured may ask for a stage of its own, after a shaky rung too. */
function judged(run: Run, word: Word | null, now: number, advised?: Stage | null): Stepped {
  const { climb, ...stage } = present(stageOf(run), 'stage')
  if (!climb) return onward(run, now)
  const rungs = rungsOf({ ...stage, climb })
  const said = word === null ? { ...run, unsaid: run.unsaid + 1 } : { ...run, unsaid: 0 }
  const once = entered(said, run.index, run.rung)
  const up = (): Stepped => {
    if (run.rung + 1 < rungs.length) return goOn(entered(said, run.index, run.rung + 1), now)
    return onward(climb.miss === 'stop' ? { ...said, ceiling: plainTempo(run.tempo) } : said, now)
  }
  const wanted = rungs[run.rung]!
  const rising = climb.to >= stage.tempo.bpm
  if (word === 'solid' && rising && run.tempo.bpm < wanted)
    return goOn(atTempo(once, Math.min(wanted, run.tempo.bpm + climb.step)), now)
  if (word === 'solid' || (word === null && climb.allows === 'time')) return up()
  if (word === null) return said.unsaid >= UNSAID ? onward(said, now) : goOn(atTempo(once, run.tempo.bpm), now)
  if (climb.miss === 'fall') {
    const misses = run.misses + 1
    const falls = misses >= FALLS
    const again = atTempo(once, run.tempo.bpm - (falls ? climb.step : 0))
    return goOn({ ...again, misses: falls ? 0 : misses }, now)
  }
  if (word === 'shaky' && advised && climb.miss === 'isolate') return goOn(helped(said, advised), now)
  if (word === 'shaky') return goOn(atTempo(once, run.tempo.bpm), now)
  switch (climb.miss) {
    case 'repeat':
      return goOn(atTempo(once, run.tempo.bpm), now)
    case 'down':
      return goOn(
        run.rung > 0 ? entered(said, run.index, run.rung - 1) : atTempo(once, run.tempo.bpm - climb.step),
        now,
      )
    case 'isolate': {
      const help = advised ?? run.helps[run.index]
      return goOn(help ? helped(said, help) : atTempo(once, run.tempo.bpm - climb.step), now)
    }
    case 'stop':
      return onward(
        { ...said, ceiling: { ...run.tempo, bpm: run.rung > 0 ? rungs[run.rung - 1]! : inRange(run.tempo.bpm * 0.9) } },
        now,
      )
  }
}

/**
 * What a run becomes by an event, and what it asks for.
 * @example stepRun(beginRun(plan, { laps }), { type: 'press', now: 0 }).run.phase // => 'counting'
 */
export function stepRun(run: Run, event: RunEvent): Stepped {
  const still: Stepped = { run, effects: [] }
  switch (event.type) {
    case 'auto':
      return { run: { ...run, autoAdvance: event.on }, effects: [] }
    case 'end':
      return { run: { ...run, phase: 'over' }, effects: [{ type: 'stop' }] }
    case 'press':
      if (run.phase === 'ready' || run.phase === 'paused') return played(run, event.now)
      if (run.phase === 'counting' || run.phase === 'playing')
        return { run: { ...run, phase: 'paused' }, effects: [{ type: 'stop' }] }
      if (run.phase === 'resting')
        return after({ run: entered(run, run.index + 1), effects: [] }, next => played(next, event.now))
      return run.phase === 'asking' ? judged(run, null, event.now) : still
    case 'tick':
      return ticked(run, event.now, event.heard)
    case 'say': {
      // Of what has not been played yet nothing can be said.
      if (run.phase === 'over' || run.phase === 'ready' || run.phase === 'resting' || !hasPlayed(run)) return still
      // A word while the time runs cuts the stage off; one that lasts until it is clean ends by a word.
      const cut = run.phase !== 'asking' && run.left !== null && run.left > 0 && run.phase !== 'stepping'
      const asked = run.phase === 'asking' ? still : ended(run, cut)
      const wrote = run.phase === 'asking' ? writeOf(run, event.word, false) : writeOf(asked.run, event.word, cut)
      return after({ run: asked.run, effects: [...asked.effects, wrote] }, now =>
        judged(now, event.word, event.now, event.help),
      )
    }
    case 'clean': {
      if (run.phase !== 'playing') return still
      const on: Run = { ...run, cleans: run.cleans + 1 }
      const { length } = present(stageOf(on), 'stage')
      if (!('clean' in length) || on.cleans < length.clean) return { run: on, effects: [] }
      const done = ended(on, false)
      return after({ run: done.run, effects: [...done.effects, writeOf(done.run, 'solid', false)] }, now =>
        judged(now, 'solid', event.now),
      )
    }
    case 'again': {
      const again = entered(run, Math.min(run.index, Math.max(0, run.stages.length - 1)), run.rung)
      // A stage that has ended is written down already.
      const wrote = run.phase !== 'asking' && stageOf(run) && hasPlayed(run) ? [writeOf(run, null, true)] : []
      return after(
        { run: atTempo(again, Math.round(run.tempo.bpm * (1 + event.change))), effects: [{ type: 'stop' }, ...wrote] },
        now => played(now, event.now),
      )
    }
    case 'skip': {
      const going = run.phase !== 'ready' && run.phase !== 'paused' && run.phase !== 'asking'
      const next: Stepped = { run: entered({ ...run, unsaid: 0 }, run.index + 1), effects: [{ type: 'stop' }] }
      return going ? after(next, now => played(now, event.now)) : next
    }
  }
}

function ticked(run: Run, now: number, heard: number | null): Stepped {
  const passed = run.phase === 'playing' ? Math.max(0, (heard ?? run.heard) - run.heard) : now - run.told
  const told = { ...run, told: now }
  const left = run.left === null ? null : run.left - passed
  switch (run.phase) {
    case 'counting':
      return heard !== null && heard >= 0
        ? ticked({ ...told, phase: 'playing' }, now, heard)
        : { run: told, effects: [] }
    case 'playing': {
      // A tick that comes late ends the stage late; past its end nothing was played of it.
      const beyond = Math.min(0, left ?? 0)
      const on = { ...told, heard: run.heard + passed, left, played: run.played + passed + beyond }
      return left !== null && left <= 0 ? ended(on, false) : { run: on, effects: [] }
    }
    case 'stepping':
      return {
        run: { ...told, left: left === null ? null : Math.max(0, left), played: run.played + passed },
        effects: [],
      }
    case 'resting':
      return left! <= 0 ? onward({ ...told, left: 0 }, now) : { run: { ...told, left }, effects: [] }
    case 'asking': {
      if (!run.autoAdvance || left === null) return { run: told, effects: [] }
      // A climb that goes by time alone does not stop to ask.
      const { climb } = present(stageOf(run), 'stage')
      if (climb?.allows === 'time' && run.rung + 1 < rungsOf(present(stageOf(run), 'stage')).length)
        return judged(told, null, now)
      return left <= 0 ? judged({ ...told, left }, null, now) : { run: { ...told, left }, effects: [] }
    }
    default:
      return { run: told, effects: [] }
  }
}

/**
 * A run that was kept while it went on, made to wait for the player: what was sounding is paused, and after a stage it goes on at a press only.
 * @example resumed({ ...beginRun(plan, { laps }), phase: 'playing' }).phase // => 'paused'
 */
export const resumed = (run: Run): Run => ({
  ...run,
  left: run.phase === 'asking' ? null : run.left,
  phase:
    run.phase === 'counting' || run.phase === 'playing'
      ? 'paused'
      : run.phase === 'stepping' || run.phase === 'resting'
        ? 'ready'
        : run.phase,
})

/**
 * A stage's entry in the log, as a run asks for it to be written; what only its surroundings know is given.
 * @example entryOf({ type: 'write', entry: 0, stage, tempo: groove.tempo, seconds: 120, cut: false, word: 'solid' }, { id: 'e', at: '2026-03-01T18:00:00.000Z', day: '2026-03-01', planId: plan.id, sessionId: null, revision: 1, title: 'Sample' }).word // => 'solid'
 */
export const entryOf = (
  { stage, tempo, seconds, cut, word }: Extract<RunEffect, { type: 'write' }>,
  about: Pick<LogEntry, 'id' | 'at' | 'day' | 'planId' | 'sessionId'> & {
    revision: number | null
    title: string
  } & Partial<Pick<LogEntry, 'limbs' | 'whole' | 'measures' | 'figures'>>,
): LogEntry => {
  const { revision, title, ...named } = about
  const { kind, id } = stage.subject
  return makeEntry({
    ...named,
    subject: { kind: kind === 'break' ? 'other' : kind, id, revision, title },
    stage: stage.name,
    source: 'plan',
    span: stage.span,
    parts: stage.parts,
    click: stage.click,
    tempo,
    seconds,
    cut,
    word,
  })
}
