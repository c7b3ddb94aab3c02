import { z } from 'zod'
import { type Result, ok, refuse } from '#core/result'
import { CLICKS, type Click, type Groove, idSchema, sayList } from '#core/groove'
import { type Limb, LIMB_NAMES, isHand } from '#core/kit'
import { TEMPO_RANGE } from '#core/time'

const bpm = z.number({ error: 'A tempo is a number of beats a minute.' })
  .min(TEMPO_RANGE.least, { error: `A tempo is at least ${TEMPO_RANGE.least} a minute.` })
  .max(TEMPO_RANGE.most, { error: `A tempo is at most ${TEMPO_RANGE.most} a minute.` })

const stageSeconds = z.number({ error: 'The length of a stage is a number of seconds.' })
  .min(5, { error: 'A stage lasts at least 5 seconds.' })
  .max(3600, { error: 'A stage lasts at most an hour.' })

const title = (what: string) => z.string({ error: `${what} is text.` })
  .min(1, { error: `${what} may not be empty.` }).max(160, { error: `${what} is at most 160 characters.` })

/** One step of a plan: the parts that sound, to which click, at what tempo (in the groove's own counting), how long. */
export const stageSchema = z.strictObject({
  id: idSchema,
  name: title('The name of a stage'),
  partIds: z.array(idSchema).min(1, { error: 'A stage plays at least one part.' }),
  click: z.enum(CLICKS, { error: `A click is one of: ${CLICKS.join(', ')}.` }),
  bpm,
  seconds: stageSeconds,
})

export const planSchema = z.strictObject({
  format: z.literal('bazzet-plan', { error: 'format is "bazzet-plan".' }),
  version: z.literal(1, { error: 'version is 1.' }),
  id: idSchema,
  grooveId: idSchema,
  title: title('The title of a plan'),
  stages: z.array(stageSchema).min(1, { error: 'A plan has at least one stage.' }).max(40, { error: 'A plan has at most 40 stages.' }),
})

export type Stage = z.infer<typeof stageSchema>
export type Plan = z.infer<typeof planSchema>

/** A stage before its name and parts are known from the groove: which limbs play, at what share of the goal tempo, how long. */
interface Step { name: string, limbs: (limb: Limb, lead: boolean) => boolean, share: number, minutes: number, click: Click }

// Feet first: the ground is laid before either hand is added, each hand alone before both. One school of several.
const FEET_FIRST: Step[] = [
  { name: 'Feet alone', limbs: limb => !isHand(limb), share: 0.7, minutes: 2, click: 'every beat' },
  { name: 'Feet and lead hand', limbs: (limb, lead) => !isHand(limb) || lead, share: 0.75, minutes: 3, click: 'every beat' },
  { name: 'Feet and other hand', limbs: (limb, lead) => !isHand(limb) || !lead, share: 0.8, minutes: 3, click: 'every beat' },
  { name: 'All four limbs', limbs: () => true, share: 0.9, minutes: 4, click: 'backbeats' },
]

/**
 * A plan of four stages: the feet, the feet with each hand, all. A stage that would sound like the one
 * before it (no feet, or one hand only) falls away, so there may be fewer. Tempos climb to nine tenths
 * of the groove's own. `ids` are one for the plan and four for its stages.
 */
export function planFor(groove: Groove, newId: () => string): Result<Plan> {
  const playing = groove.parts.filter(part => part.strokes.length > 0)
  if (!playing.length) return refuse('There is nothing to practise yet: put strokes into at least one part on the Bench.')
  const leadHand: Limb = groove.lead === 'right' ? 'RH' : 'LH'
  const stages: Stage[] = []
  for (const step of FEET_FIRST) {
    const partIds = playing.filter(part => step.limbs(part.limb, part.limb === leadHand)).map(part => part.id)
    if (!partIds.length || stages.at(-1)?.partIds.join() === partIds.join()) continue
    stages.push({
      id: newId(),
      name: step.name,
      partIds,
      click: step.click,
      bpm: Math.max(TEMPO_RANGE.least, Math.round(groove.tempo.bpm * step.share)),
      seconds: step.minutes * 60,
    })
  }
  return ok({ format: 'bazzet-plan', version: 1, id: newId(), grooveId: groove.id, title: `${groove.title}, feet first`, stages })
}

/** Which limbs a stage leaves to the player and which are silent: `'You: both feet. Silent: right hand.'` */
export function sayStageLimbs(groove: Groove, stage: Stage): string {
  const plays = new Set(groove.parts.filter(part => stage.partIds.includes(part.id)).map(part => part.limb))
  const rests = new Set(groove.parts.map(part => part.limb).filter(limb => !plays.has(limb)))
  const you = `You: ${sayList([...plays].map(limb => LIMB_NAMES[limb]))}.`
  return rests.size ? `${you} Silent: ${sayList([...rests].map(limb => LIMB_NAMES[limb]))}.` : you
}

/** A click in a player's words: `'Click on every beat.'` */
export function sayClick(click: Click): string {
  const words: Record<Click, string> = {
    'none': 'No click.',
    'every beat': 'Click on every beat.',
    'backbeats': 'Click on the backbeats.',
    'first of bar': 'Click on the first of each bar.',
    'eighths': 'Click on the eighths.',
    'off-beats': 'Click on the off-beats.',
    'inner sixteenths': 'Click on the inner sixteenths.',
  }
  return words[click]
}

/** `'2:38'` from seconds, rounded up so that the last second shows 0:01. */
export function sayClock(seconds: number): string {
  const whole = Math.max(0, Math.ceil(seconds - 1e-6))
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`
}
