import type { Groove } from '#core/groove'
import { type LogEntry, type Plan, type Word, planFor, plainTempo } from '#core/practise'
import { randomFrom } from '#core/chance'

/** A plan for each of these grooves; ids follow from the groove's, so that loading again finds them. */
export function demoPlans(grooves: readonly Groove[]): Plan[] {
  return ['wet-rope', 'boiler-room-two', 'seven-crates-up'].flatMap((id) => {
    const groove = grooves.find(one => one.id === id)
    if (!groove) return []
    let n = 0
    const plan = planFor(groove, () => `${id}-stage-${++n}`)
    return plan.ok ? [{ ...plan.value, id: `${id}-plan` }] : []
  })
}

const DAY = 24 * 60 * 60 * 1000

/**
 * Five weeks of evenings up to `now`: each plan practised now and then, its tempo climbing a little each
 * time it was solid. The same `now` gives the same log.
 */
export function demoLog(plans: readonly Plan[], grooves: readonly Groove[], now: Date): LogEntry[] {
  const random = randomFrom(35)
  const entries: LogEntry[] = []
  plans.forEach((plan, p) => {
    const groove = grooves.find(one => one.id === plan.stages[0]!.subject.id)!
    let ease = 0.78
    for (let back = 35 - p * 4; back > 0; back -= 1 + Math.floor(random() * 3)) {
      const evening = new Date(now.getTime() - back * DAY)
      evening.setUTCHours(18, Math.floor(random() * 40), 0, 0)
      let minutes = 0
      plan.stages.forEach((stage, s) => {
        minutes += stage.length.seconds / 60
        const word: Word = random() < 0.62 ? 'solid' : random() < 0.7 ? 'shaky' : 'missed'
        if (s === plan.stages.length - 1 && word === 'solid') ease = Math.min(1.02, ease + 0.02)
        const at = new Date(evening.getTime() + minutes * 60000)
        entries.push({
          format: 'bazzet-entry',
          version: 2,
          id: `${plan.id}-${back}-${s}`,
          at: at.toISOString(),
          day: new Intl.DateTimeFormat('sv-SE').format(at),
          subject: { ...stage.subject, revision: 1, title: groove.title },
          planId: plan.id,
          stage: stage.name,
          span: stage.span,
          parts: stage.parts,
          click: stage.click,
          tempo: { ...plainTempo(stage.tempo), bpm: Math.round(stage.tempo.bpm * ease) },
          seconds: stage.length.seconds,
          word,
          measures: null,
          sessionId: `${plan.id}-${back}`,
        })
      })
    }
  })
  return entries
}
