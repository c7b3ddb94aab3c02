import type { Groove } from '#core/groove'
import { DEFAULT_KIT, type Kit, LIMBS } from '#core/kit'
import { type Simulated, USUAL_SIMULATED, askedOf, measure, simulate, verdictOf } from '#core/measure'
import { CueLine } from '#core/perform'
import {
  type LogEntry,
  type Material,
  type Plan,
  type Stage,
  type Word,
  limbsBy,
  makeEntry,
  planFor,
  plainTempo,
  stagePerformance,
} from '#core/practise'
import { randomFrom } from '#core/chance'
import { present } from '#core/present'

/** The plans of the demo world: which groove, by which way to learn it and with which tempos. */
const PLANS = [
  { id: 'wet-rope', way: 'feet-first', tempo: 'ladder', minutes: 24 },
  { id: 'boiler-room-two', way: 'pairs', tempo: 'rising' },
  { id: 'seven-crates-up', way: 'hands-first', tempo: 'slower-again' },
] as const

/** A plan for each of these grooves; ids follow from the groove's, so that loading again finds them. */
export function demoPlans(grooves: readonly Groove[]): Plan[] {
  return PLANS.flatMap(({ id, ...wish }) => {
    const groove = grooves.find(one => one.id === id)
    if (!groove) return []
    let n = 0
    const plan = planFor(groove, () => `${id}-stage-${++n}`, wish)
    return plan.ok ? [{ ...plan.value, id: `${id}-plan` }] : []
  })
}

const DAY = 24 * 60 * 60 * 1000
const dayOf = (at: Date): string => new Intl.DateTimeFormat('sv-SE').format(at)
const WEEKS = 10
/** Stages are measured now and then, over that many seconds of them. */
const MEASURED = 48

/** What the simulated drummer would have been measured at, as they were so far along (0 to 1): the left foot comes home in time. */
function measured(stage: Stage, material: Material, tempo: number, along: number, seed: number): LogEntry['measures'] {
  const performance = stagePerformance({ ...stage, countIn: 0 }, material, {
    tempo: { ...plainTempo(stage.tempo), bpm: tempo },
  })
  if (!performance) return null
  const line = new CueLine(performance)
  const asked = askedOf(line, 0, MEASURED)
  const habit = USUAL_SIMULATED.limbs
  const limbs = Object.fromEntries(
    Object.entries(habit).map(([limb, { bias, spread }]) => [
      limb,
      { bias: bias * (1.8 - 1.5 * along), spread: spread * (2 - along) },
    ]),
  ) as Simulated['limbs']
  return measure(asked, simulate(asked, { ...USUAL_SIMULATED, limbs, misses: 0.03 * (1 - along), seed }), {
    input: 'simulated',
    tells: 'limb',
    vouched: false,
    bars: Math.max(1, line.placeAt(MEASURED).bar),
    ...(performance.passages[0] ? { ground: performance.passages[0].groove } : {}),
  })
}

/**
 * Ten weeks of evenings up to `now`: each plan practised now and then, in sittings of some of its stages, its tempo climbing a little each
 * time it was solid; measured at times by the simulated drummer. The same `now` gives the same log.
 */
export function demoLog(
  plans: readonly Plan[],
  grooves: readonly Groove[],
  now: Date,
  kitOf: (id: string) => Kit = () => DEFAULT_KIT,
): LogEntry[] {
  const random = randomFrom(35)
  const entries: LogEntry[] = []
  const material: Material = { grooves: new Map(grooves.map(one => [one.id, one])), phrases: new Map(), kitOf }
  plans.forEach((plan, p) => {
    const { subject } = present(
      plan.stages.find(stage => stage.subject.kind === 'groove'),
      'stage of a groove',
    )
    const groove = present(
      grooves.find(one => one.id === subject.id),
      'groove',
    )
    const stages = plan.stages.filter(stage => stage.subject.kind !== 'break')
    let ease = 0.74
    const first = WEEKS * 7 - p * 9
    for (let back = first, next = 0; back > 0; back -= next) {
      next = 2 + Math.floor(random() * 4)
      const evening = new Date(now.getTime() - back * DAY)
      evening.setUTCHours(18 + p, Math.floor(random() * 40), 0, 0)
      let minutes = 0
      stages.forEach((stage, s) => {
        const seconds = 'seconds' in stage.length ? Math.round(stage.length.seconds * (0.8 + 0.2 * random())) : 60
        minutes += seconds / 60
        const tempo = Math.round((stage.climb?.to ?? stage.tempo.bpm) * ease)
        const measures =
          back % 3 === 0 && s > 0 ? measured(stage, material, tempo, 1 - back / first, 100 * p + back + s) : null
        const told = measures && verdictOf(measures, groove).next.does
        // Each was left with something to come back to.
        const word: Word =
          next >= back && s === stages.length - 1
            ? 'shaky'
            : told
              ? told === 'climb'
                ? 'solid'
                : told === 'down'
                  ? 'missed'
                  : 'shaky'
              : random() < 0.66
                ? 'solid'
                : random() < 0.75
                  ? 'shaky'
                  : 'missed'
        if (s === stages.length - 1 && word === 'solid') ease = Math.min(1, ease + 0.02)
        const at = new Date(evening.getTime() + minutes * 60000)
        entries.push(
          makeEntry({
            id: `${plan.id}-${back}-${s}`,
            at: at.toISOString(),
            day: dayOf(at),
            subject: { kind: 'groove', id: groove.id, revision: 1, title: groove.title },
            planId: plan.id,
            stage: stage.name,
            source: 'plan',
            span: stage.span,
            parts: stage.parts,
            limbs: limbsBy(groove, stage, 'player'),
            click: stage.click,
            tempo: { ...plainTempo(stage.tempo), bpm: tempo },
            seconds,
            word,
            measures,
            sessionId: `${plan.id}-${back}`,
          }),
        )
      })
    }
  })
  return [...entries, ...byHand(now)]
}

/** What was not practised in Bazzet, written down by hand: a rehearsal a week. */
function byHand(now: Date): LogEntry[] {
  return Array.from({ length: WEEKS - 1 }, (_, i): LogEntry => {
    const at = new Date(now.getTime() - (i * 7 + 3) * DAY)
    at.setUTCHours(19, 30, 0, 0)
    return makeEntry({
      id: `rehearsal-${i + 1}`,
      at: at.toISOString(),
      day: dayOf(at),
      subject: { kind: 'other', id: 'rehearsal', revision: null, title: 'Rehearsal' },
      stage: 'Rehearsal',
      limbs: [...LIMBS],
      seconds: 5400,
      note: i === 0 ? 'New ending for Wet Rope; the stop on 4 is late.' : '',
    })
  })
}
