import { TEMPO_RANGE, type Tempo } from '#core/time'
import type { Climb } from './climb'
import type { WayStep } from './way'

/** A step at a tempo, with its share of the step’s time; and how it climbs, or which share of a ceiling found earlier it takes. */
export interface TempoStage {
  step: WayStep
  bpm: number
  minutes: number
  says: string
  climb?: Climb
  ofCeiling?: number
}

/** How the tempo of a session goes: which stages a step becomes. */
interface TempoWay {
  id: string
  name: string
  about: string
  stages(steps: readonly WayStep[], goal: Tempo): TempoStage[]
}

const within = (bpm: number): number => Math.min(TEMPO_RANGE.most, Math.max(TEMPO_RANGE.least, Math.round(bpm)))

/** The share of the goal at which a step is played: its way’s, stretched so that the first stays and the last is all of the goal. */
function shareOf(steps: readonly WayStep[], i: number): number {
  if (i === steps.length - 1) return 1
  const [first, last] = [steps[0]!.share, steps.at(-1)!.share]
  return last > first ? first + ((steps[i]!.share - first) * (1 - first)) / (last - first) : steps[i]!.share
}

const rising: TempoWay = {
  id: 'rising',
  name: 'A little faster each stage',
  about: 'Slow while there is little to play, up to the goal at the end.',
  stages: (steps, goal) =>
    steps.map((step, i) => ({ step, bpm: within(goal.bpm * shareOf(steps, i)), minutes: step.minutes, says: '' })),
}

const slowerAgain: TempoWay = {
  id: 'slower-again',
  name: 'Each new limb slower, and up again',
  about:
    'Whenever something is added the tempo drops, and climbs back before the next comes; the last climbs to the goal.',
  stages: (steps, goal) =>
    steps.flatMap((step, i) => [
      { step, bpm: within(goal.bpm * Math.min(0.65, step.share)), minutes: step.minutes / 2, says: 'slower' },
      { step, bpm: within(goal.bpm * shareOf(steps, i)), minutes: step.minutes / 2, says: 'up again' },
    ]),
}

/** In how many rungs a climb reaches the goal. */
const RUNGS = 5

/** All of it once more, climbing from three quarters of the goal; its time is shared among the rungs. */
function climbing(step: WayStep, goal: Tempo, more: Pick<Climb, 'then' | 'allows' | 'miss'>): TempoStage {
  const from = within(goal.bpm * 0.75)
  const each = Math.max(2, Math.ceil((goal.bpm - from) / (RUNGS - 1)))
  const rungs = Math.ceil((goal.bpm - from) / each) + 1 + more.then.length
  return {
    step,
    bpm: from,
    minutes: (step.minutes * 1.5) / rungs,
    says: 'climbing',
    climb: { to: within(goal.bpm), step: each, ...more },
  }
}

const evenSteps: TempoWay = {
  id: 'ladder',
  name: 'A ladder of even steps',
  about:
    'Once all is there it climbs by even steps, the last cut to the goal: on when you say solid, a step down when it is missed.',
  stages: (steps, goal) =>
    steps.map((step, i) =>
      i < steps.length - 1
        ? { step, bpm: within(goal.bpm * 0.7), minutes: step.minutes, says: '' }
        : climbing(step, goal, { then: [], allows: 'word', miss: 'down' }),
    ),
}

const upAndDown: TempoWay = {
  id: 'up-and-down',
  name: 'Up, a little over, and back',
  about: 'The last stage climbs to the goal, touches a little over it, and ends at the goal with ease.',
  stages: (steps, goal) =>
    steps.map((step, i) =>
      i < steps.length - 1
        ? { step, bpm: within(goal.bpm * 0.7), minutes: step.minutes, says: '' }
        : climbing(step, goal, { then: [within(goal.bpm * 1.05), within(goal.bpm)], allows: 'time', miss: 'down' }),
    ),
}

/** The ceiling is looked for from this share of the goal up to that, in short rungs. */
const CEILING = { from: 0.6, to: 1.4, step: 0.06, minutes: 0.4 }

const ceiling: TempoWay = {
  id: 'ceiling',
  name: 'Find the ceiling, work below it',
  about:
    'All of it climbs until you miss: that is today’s ceiling. Then work at 65 to 80 in a hundred of it, touch a little over, and end at ease.',
  stages: (steps, goal) => {
    const last = steps.at(-1)!
    const of = (share: number) => ({ bpm: within(goal.bpm * share), ofCeiling: share })
    const finder: TempoStage = {
      step: last,
      bpm: within(goal.bpm * CEILING.from),
      minutes: CEILING.minutes,
      says: 'where is the ceiling?',
      climb: {
        to: within(goal.bpm * CEILING.to),
        step: Math.max(2, Math.round(goal.bpm * CEILING.step)),
        then: [],
        allows: 'word',
        miss: 'stop',
      },
    }
    return [
      finder,
      ...steps.flatMap((step, i): TempoStage[] =>
        i < steps.length - 1
          ? [
              {
                step,
                ...of(Math.round(100 * (0.65 + (0.15 * i) / Math.max(1, steps.length - 1))) / 100),
                minutes: step.minutes,
                says: '',
              },
            ]
          : [
              { step, ...of(0.8), minutes: step.minutes / 2, says: '' },
              { step, ...of(1.05), minutes: step.minutes / 5, says: 'touching over' },
              { step, ...of(0.75), minutes: step.minutes * 0.3, says: 'at ease' },
            ],
      ),
    ]
  },
}

/** How the tempo may go through a session, in the order they are offered. */
export const TEMPO_WAYS: readonly TempoWay[] = [rising, slowerAgain, evenSteps, upAndDown, ceiling]
/** `tempoWayOf('ladder').name // => 'A ladder of even steps'` */
export const tempoWayOf = (id: string): TempoWay | undefined => TEMPO_WAYS.find(way => way.id === id)
