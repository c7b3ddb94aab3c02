import { type Tempo, convertTempo } from '#core/time'
import { rungsOf } from './climb'
import type { Stage } from './stage'

/** A stage that is played at a tempo known beforehand: no break, and none that goes by a ceiling which is still to be found. */
const isTold = ({ subject, ofCeiling, climb }: Stage): boolean =>
  subject.kind !== 'break' && ofCeiling === null && climb?.miss !== 'stop'

/** How fast something is in quarters a minute, so that tempos of other note values can be compared. */
const quarters = (tempo: Tempo): number => convertTempo(tempo, '1/4').bpm

/**
 * What a plan works towards with the thing that a stage practises: the fastest of the stages of the same thing, where a climb leads and not
 * what it touches beyond. Undefined in a break, and where a ceiling is looked for instead.
 * @example goalOf(plan.stages, plan.stages[0]) // => { bpm: 100, counts: '1/4' }
 */
export function goalOf(stages: readonly Stage[], stage: Stage): Tempo | undefined {
  const same = stages.filter(
    one => isTold(one) && one.subject.kind === stage.subject.kind && one.subject.id === stage.subject.id,
  )
  const tops = same.map(({ tempo, climb }): Tempo => ({
    counts: tempo.counts,
    bpm: climb ? Math.max(tempo.bpm, climb.to) : tempo.bpm,
  }))
  return tops.toSorted((a, b) => quarters(b) - quarters(a))[0]
}

/**
 * The slowest and the fastest that a plan is played at; of one that looks for a ceiling, where it looks.
 * @example rangeOf(plan).to // => { bpm: 100, counts: '1/4' }
 */
export function rangeOf({ stages }: { stages: readonly Stage[] }): { from: Tempo; to: Tempo } {
  const told = stages.filter(isTold)
  const some = told.length ? told : stages
  const all = some
    .flatMap(stage => rungsOf(stage).map((bpm): Tempo => ({ counts: stage.tempo.counts, bpm })))
    .sort((a, b) => quarters(a) - quarters(b))
  return { from: all[0]!, to: all.at(-1)! }
}
