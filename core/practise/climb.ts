import { z } from 'zod'
import { oneOf } from '#core/fields'
import { TEMPO_RANGE, type Tempo } from '#core/time'

/** What allows the next rung: its time is up and nothing was missed; the player’s word; or what was measured. */
export const ALLOWS = ['time', 'word', 'measured'] as const
/**
 * What a miss does: the rung again; the one below; again, and after a second in a row a step down; two limbs by themselves; or the end of
 * the climb, which has found the ceiling. From below its rung a clean one goes a step up, so that it climbs back.
 */
export const ON_MISS = ['repeat', 'down', 'fall', 'isolate', 'stop'] as const

const bpm = (what: string) => {
  const error = `${what} is a tempo from ${TEMPO_RANGE.least} to ${TEMPO_RANGE.most}.`
  return z.number({ error }).min(TEMPO_RANGE.least, { error }).max(TEMPO_RANGE.most, { error })
}

/** How the tempo climbs within a stage, from the stage’s own; its length is that of one rung. Tempos count what the stage’s does. */
export const climbSchema = z.strictObject({
  to: bpm('The goal of a climb'),
  step: z
    .number({ error: 'A step of a climb is a number.' })
    .min(1, { error: 'A step of a climb is at least 1.' })
    .max(100, { error: 'A step of a climb is at most 100.' }),
  /** Tempos after the goal: a little over, and back again. */
  then: z.array(bpm('A tempo after the goal')).max(6, { error: 'At most six tempos come after the goal.' }),
  allows: oneOf(ALLOWS, 'thing that allows the next step'),
  miss: oneOf(ON_MISS, 'answer to a miss'),
})
export type Climb = z.infer<typeof climbSchema>

/** Tempos from one to another by even steps, up or down, the last cut to the goal: `ladder(70, 92, 4) // => [70, 74, 78, 82, 86, 90, 92]` */
export function ladder(from: number, to: number, step: number): number[] {
  const rungs: number[] = []
  const each = Math.max(1, step)
  if (from <= to) for (let bpm = from; bpm < to; bpm += each) rungs.push(bpm)
  else for (let bpm = from; bpm > to; bpm -= each) rungs.push(bpm)
  return [...rungs, to]
}

/**
 * The tempos that a stage goes through: one without a climb.
 * @example rungsOf({ tempo: { bpm: 70, counts: '1/4' }, climb: { to: 92, step: 4, then: [80] } }).join(' ') // => '70 74 78 82 86 90 92 80'
 */
export const rungsOf = ({ tempo, climb }: { tempo: Tempo; climb: Climb | null }): number[] =>
  climb ? [...ladder(tempo.bpm, climb.to, climb.step), ...climb.then] : [tempo.bpm]

/**
 * `'70 up to 92 by 4, then 80'`
 * @example sayClimb({ tempo: { bpm: 70, counts: '1/4' }, climb: { to: 92, step: 4, then: [80] } }) // => '70 up to 92 by 4, then 80'
 */
export function sayClimb({ tempo, climb }: { tempo: Tempo; climb: Climb | null }): string {
  const from = Math.round(tempo.bpm)
  if (!climb) return String(from)
  const way =
    climb.to === tempo.bpm
      ? String(from)
      : `${from} ${climb.to > tempo.bpm ? 'up' : 'down'} to ${Math.round(climb.to)} by ${Math.round(climb.step)}`
  const falls = climb.miss === 'fall' ? `, ${Math.round(climb.step)} down after two misses` : ''
  return (climb.then.length ? `${way}, then ${climb.then.map(Math.round).join(', ')}` : way) + falls
}

/** What the player reads beside a climb’s two choices. */
export const ALLOW_WORDS: Record<Climb['allows'], string> = {
  time: 'its time is up',
  word: 'I say solid',
  measured: 'it was measured clean',
}
export const MISS_WORDS: Record<Climb['miss'], string> = {
  repeat: 'again',
  down: 'a step down',
  fall: 'again; after two, a step down',
  isolate: 'the hardest pair alone, then again',
  stop: 'the ceiling is found: on to the next stage',
}
