import { TEMPO_RANGE, type Tempo } from '#core/time'
import type { WayStep } from './ways'

/** How the tempo of a session goes: which stages a step becomes, each at a share of the goal and with its share of the step’s time. */
export interface TempoWay { id: string, name: string, about: string, stages(steps: readonly WayStep[], goal: Tempo): { step: WayStep, bpm: number, minutes: number, says: string }[] }

const within = (bpm: number): number => Math.min(TEMPO_RANGE.most, Math.max(TEMPO_RANGE.least, Math.round(bpm)))

/** Tempos from one to another by even steps, the last cut to the goal: `ladder(70, 92, 4) // => [70, 74, 78, 82, 86, 90, 92]` */
export function ladder(from: number, to: number, step: number): number[] {
  const rungs: number[] = []
  for (let bpm = from; bpm < to; bpm += Math.max(1, step)) rungs.push(bpm)
  return [...rungs, to]
}

const rising: TempoWay = {
  id: 'rising', name: 'A little faster each stage', about: 'Slow while there is little to play, nearly up to tempo at the end.',
  stages: (steps, goal) => steps.map(step => ({ step, bpm: within(goal.bpm * step.share), minutes: step.minutes, says: '' })),
}

const slowerAgain: TempoWay = {
  id: 'slower-again', name: 'Each new limb slower, and up again', about: 'Whenever something is added the tempo drops, and climbs back before the next comes.',
  stages: (steps, goal) => steps.flatMap(step => [
    { step, bpm: within(goal.bpm * Math.min(0.65, step.share)), minutes: step.minutes / 2, says: 'slower' },
    { step, bpm: within(goal.bpm * step.share), minutes: step.minutes / 2, says: 'up again' },
  ]),
}

/** In how many rungs the last stage climbs to the goal. */
const RUNGS = 5

const evenSteps: TempoWay = {
  id: 'ladder', name: 'A ladder of even steps', about: 'Once all is there it climbs by even steps, the last cut to the goal.',
  stages: (steps, goal) => steps.flatMap((step, i) => {
    if (i < steps.length - 1) return [{ step, bpm: within(goal.bpm * 0.7), minutes: step.minutes, says: '' }]
    const from = within(goal.bpm * 0.75)
    const each = Math.max(2, Math.ceil((goal.bpm - from) / (RUNGS - 1)))
    const rungs = ladder(from, within(goal.bpm), each)
    return rungs.map(bpm => ({ step, bpm, minutes: step.minutes / rungs.length, says: '' }))
  }),
}

const ceiling: TempoWay = {
  id: 'ceiling', name: 'Below the ceiling', about: 'The goal is taken for the ceiling: work at 65 to 80 in a hundred of it, touch a little over, and end at ease.',
  stages: (steps, goal) => steps.flatMap((step, i) => (i < steps.length - 1
    ? [{ step, bpm: within(goal.bpm * (0.65 + 0.15 * i / Math.max(1, steps.length - 1))), minutes: step.minutes, says: '' }]
    : [[0.8, 0.5, ''], [1.05, 0.2, 'touching over'], [0.75, 0.3, 'at ease']].map(([share, part, says]) => ({ step, bpm: within(goal.bpm * (share as number)), minutes: step.minutes * (part as number), says: says as string })))),
}

/** How the tempo may go through a session, in the order they are offered. */
export const TEMPO_WAYS: readonly TempoWay[] = [rising, slowerAgain, evenSteps, ceiling]
/** `tempoWayOf('ladder')!.name // => 'A ladder of even steps'` */
export const tempoWayOf = (id: string): TempoWay | undefined => TEMPO_WAYS.find(way => way.id === id)
