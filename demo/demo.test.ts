import { describe, expect, it } from 'vitest'
import { clashes, isLinear } from '#core/analyse'
import { readGroove, timeline } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { logEntrySchema, planSchema } from '#core/practise'
import { demoGrooves } from './grooves'
import { readPhrase } from '#core/phrase'
import { demoPhrases } from './phrases'
import { demoLog, demoPlans } from './practice'

describe('the demo world', () => {
  const grooves = demoGrooves()
  const plans = demoPlans(grooves)

  it('has grooves that are valid, play on the kit, and bear different names', () => {
    for (const groove of grooves) {
      expect(readGroove(groove), groove.title).toEqual({ ok: true, value: groove })
      expect(
        timeline(groove, DEFAULT_KIT).every(event => event.piece),
        groove.title,
      ).toBe(true)
    }
    expect(new Set(grooves.map(groove => groove.id)).size).toBe(grooves.length)
  })

  it('keeps what its notes say: one linear study, and one clash to find', () => {
    const named = (id: string) =>
      timeline(
        grooves.find(groove => groove.id === id)!,
        DEFAULT_KIT,
      )
    expect(isLinear(named('ladder-in-the-rain'))).toBe(true)
    expect(grooves.filter(groove => clashes(timeline(groove, DEFAULT_KIT)).length).map(groove => groove.id)).toEqual([
      'cold-kettle',
    ])
  })

  it('has three phrases that are valid as they stand', () => {
    const phrases = demoPhrases(grooves)
    expect(phrases).toHaveLength(3)
    for (const phrase of phrases) expect(readPhrase(phrase), phrase.title).toEqual({ ok: true, value: phrase })
  })

  it('has plans and a log that are valid, the same for the same day', () => {
    const now = new Date('2026-05-01T12:00:00Z')
    for (const plan of plans) expect(planSchema.safeParse(plan).success).toBe(true)
    const log = demoLog(plans, grooves, now)
    for (const entry of log) expect(logEntrySchema.safeParse(entry).success).toBe(true)
    expect(log).toEqual(demoLog(plans, grooves, now))
    expect(new Set(log.map(entry => entry.id)).size).toBe(log.length)
    expect(log.every(entry => entry.at < now.toISOString())).toBe(true)
  })
})
