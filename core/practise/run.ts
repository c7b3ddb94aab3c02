import { TEMPO_RANGE, type Tempo } from '#core/time'
import { type LogEntry, type Word } from './log'
import type { Plan } from './plan'
import { type Stage, plainTempo } from './stage'

/** Where a run of a plan is: before a stage, in its count-in or its time, waiting for the player's word, or over. */
export type Phase = 'ready' | 'counting' | 'playing' | 'paused' | 'asking' | 'over'

/** How long the player has for a word before the next stage begins by itself, in seconds. */
export const ASKING = 12

/**
 * One run through a plan. Times are seconds of any steady clock; a stage's time counts from its first beat, not from the
 * count-in. `entry` numbers the stages that were begun, so that a word given late reaches the entry of its own stage.
 */
export interface Run {
  stages: readonly Stage[]
  index: number
  phase: Phase
  tempo: Tempo
  /** Seconds left of the stage, or for a word. */
  left: number
  /** Seconds played of the stage. */
  played: number
  /** When it was last told the time. */
  told: number
  autoAdvance: boolean
  entry: number
}

export type RunEvent =
  /** The big key: start, pause, go on; once a stage is over, on to the next without a word. */
  | { type: 'press', now: number }
  /** Time has passed; `begun` once the count-in is over. */
  | { type: 'tick', now: number, begun: boolean }
  /** The player's word ends the stage, be its time up or not, and leads on to the next. */
  | { type: 'say', word: Word, now: number }
  /** The same stage once more, at this tempo or another: -0.08 is eight in a hundred slower. */
  | { type: 'again', now: number, change: number }
  /** On to the next stage; what was played of this one is not logged. */
  | { type: 'skip', now: number }
  | { type: 'auto', on: boolean }
  | { type: 'end' }

/** What a run asks of the world: to sound a stage, to fall silent, to write down how a stage went. */
export type RunEffect =
  | { type: 'play', stage: Stage, tempo: Tempo }
  | { type: 'stop' }
  | { type: 'write', entry: number, stage: Stage, tempo: Tempo, seconds: number, word: Word | null }

export interface Stepped { run: Run, effects: RunEffect[] }

/** A run of a plan, waiting to start its first stage; over at once (`phase: 'over'`) where the plan has none. */
export const beginRun = (plan: Pick<Plan, 'stages'>): Run =>
  entered({ stages: plan.stages, index: 0, phase: 'ready', tempo: { bpm: 0, counts: '1/4' }, left: 0, played: 0, told: 0, autoAdvance: true, entry: -1 }, 0)

/** The stage a run stands at; none once it is over: `stageOf(beginRun(plan)) // => plan.stages[0]`. */
export const stageOf = (run: Run): Stage | undefined => run.stages[run.index]

function entered(run: Run, index: number): Run {
  const stage = run.stages[index]
  return {
    ...run, index, phase: stage ? 'ready' : 'over', tempo: stage ? plainTempo(stage.tempo) : run.tempo,
    left: stage?.length.seconds ?? 0, played: 0, entry: run.entry + 1,
  }
}

function played(run: Run, now: number): Stepped {
  const stage = stageOf(run)
  if (!stage) return { run, effects: [] }
  return { run: { ...run, told: now, phase: 'counting' }, effects: [{ type: 'play', stage, tempo: run.tempo }] }
}

const writeOf = (run: Run, word: Word | null): RunEffect =>
  ({ type: 'write', entry: run.entry, stage: stageOf(run)!, tempo: run.tempo, seconds: Math.round(run.played), word })

/** The stage is over: what was played is written down at once, so that nothing is lost, and a word may be added to it. */
const ended = (run: Run): Stepped =>
  ({ run: { ...run, phase: 'asking', left: ASKING }, effects: [{ type: 'stop' }, writeOf(run, null)] })

function onward(run: Run, now: number): Stepped {
  const next = entered(run, run.index + 1)
  return stageOf(next) && next.autoAdvance ? played(next, now) : { run: next, effects: [] }
}

const after = (first: Stepped, then: (run: Run) => Stepped): Stepped => {
  const second = then(first.run)
  return { run: second.run, effects: [...first.effects, ...second.effects] }
}

/** What a run becomes by an event, and what it asks for. */
export function stepRun(run: Run, event: RunEvent): Stepped {
  const still: Stepped = { run, effects: [] }
  switch (event.type) {
    case 'auto': return { run: { ...run, autoAdvance: event.on }, effects: [] }
    case 'end': return { run: { ...run, phase: 'over' }, effects: [{ type: 'stop' }] }
    case 'press':
      if (run.phase === 'ready' || run.phase === 'paused') return played(run, event.now)
      if (run.phase === 'counting' || run.phase === 'playing') return { run: { ...run, phase: 'paused' }, effects: [{ type: 'stop' }] }
      return run.phase === 'asking' ? onward(run, event.now) : still
    case 'tick': return ticked(run, event.now, event.begun)
    case 'say': {
      if (run.phase === 'over' || run.phase === 'ready') return still
      const asked = run.phase === 'asking' ? still : ended(run)
      const said: Stepped = { run: asked.run, effects: [...asked.effects, writeOf(asked.run, event.word)] }
      return after(said, now => onward(now, event.now))
    }
    case 'again': {
      const bpm = Math.min(TEMPO_RANGE.most, Math.max(TEMPO_RANGE.least, Math.round(run.tempo.bpm * (1 + event.change))))
      const again = entered(run, run.index < run.stages.length ? run.index : 0)
      return after({ run: { ...again, tempo: { ...again.tempo, bpm } }, effects: [{ type: 'stop' }] }, now => played(now, event.now))
    }
    case 'skip': {
      const going = run.phase === 'playing' || run.phase === 'counting'
      const next: Stepped = { run: entered(run, run.index + 1), effects: [{ type: 'stop' }] }
      return going ? after(next, now => played(now, event.now)) : next
    }
  }
}

function ticked(run: Run, now: number, begun: boolean): Stepped {
  const passed = now - run.told
  const told = { ...run, told: now }
  if (run.phase === 'counting') return { run: begun ? { ...told, phase: 'playing' } : told, effects: [] }
  if (run.phase === 'playing') {
    const on = { ...told, left: run.left - passed, played: run.played + passed }
    return on.left <= 0 ? ended(on) : { run: on, effects: [] }
  }
  if (run.phase === 'asking' && run.autoAdvance) {
    const on = { ...told, left: run.left - passed }
    return on.left <= 0 ? onward(on, now) : { run: on, effects: [] }
  }
  return { run: told, effects: [] }
}

/** A stage's entry in the log, as a run asks for it to be written. */
export const entryOf = ({ stage, tempo, seconds, word }: Extract<RunEffect, { type: 'write' }>, about: Pick<LogEntry, 'id' | 'at' | 'day' | 'planId' | 'sessionId'> & { revision: number | null, title: string }): LogEntry => {
  const { revision, title, ...named } = about
  return {
    format: 'bazzet-entry', version: 2, ...named,
    subject: { ...stage.subject, revision, title },
    stage: stage.name, span: stage.span, parts: stage.parts, click: stage.click, tempo, seconds, word, measures: null,
  }
}

