import { z } from 'zod'
import { type Groove, idSchema, sayList, sentence } from '#core/groove'
import { type Limb, isHand } from '#core/kit'
import type { Click } from '#core/perform'
import { type Result, ok, readAs, refuse } from '#core/result'
import { TEMPO_RANGE } from '#core/time'
import { upgraded } from '#core/upgrade'
import { planShape } from './shape'
import { type Stage, stageSchema } from './stage'

const { format, version } = planShape()

export const planSchema = z.strictObject({
  format: z.literal(format, { error: `format is "${format}"; this is some other kind of document.` }),
  version: z.literal(version, { error: issue => `version is ${version}; this plan says ${JSON.stringify(issue.input) ?? 'nothing'}, which this Bazzet cannot read.` }),
  id: idSchema,
  title: z.string({ error: 'The title of a plan is text.' }).min(1, { error: 'The title of a plan may not be empty.' }).max(160, { error: 'The title of a plan is at most 160 characters.' }),
  stages: z.array(stageSchema).min(1, { error: 'A plan has at least one stage.' }).max(40, { error: 'A plan has at most 40 stages.' }),
}).superRefine((plan, ctx) => {
  const seen = new Set<string>()
  plan.stages.forEach((stage, i) => {
    if (seen.has(stage.id)) ctx.addIssue({ code: 'custom', path: ['stages', i, 'id'], message: `Two stages have the id “${stage.id}”; each needs its own.` })
    seen.add(stage.id)
  })
})

export type Plan = z.infer<typeof planSchema>

/** A plan from unknown data of any version there was. */
export function readPlan(input: unknown): Result<Plan> {
  const document = upgraded(input, planShape())
  return document.ok ? readAs(planSchema, document.value, 'plan') : document
}

/** A stage before its name and parts are known from the groove: which limbs play, at what share of the goal tempo, how long. */
interface Step { limbs: (limb: Limb, lead: boolean) => boolean, share: number, minutes: number, click: Click }

// Feet first: the ground is laid before either hand is added, each hand alone before both. One school of several.
const FEET_FIRST: Step[] = [
  { limbs: limb => !isHand(limb), share: 0.7, minutes: 2, click: 'every beat' },
  { limbs: (limb, lead) => !isHand(limb) || lead, share: 0.75, minutes: 3, click: 'every beat' },
  { limbs: (limb, lead) => !isHand(limb) || !lead, share: 0.8, minutes: 3, click: 'every beat' },
  { limbs: () => true, share: 0.9, minutes: 4, click: 'backbeats' },
]

/** What a stage is called by the limbs that play in it: `'Feet and lead hand'`, `'Both hands'`, `'All four limbs'`. */
function nameOf(limbs: ReadonlySet<Limb>, leadHand: Limb): string {
  const hands = [...limbs].filter(isHand)
  if (limbs.size > 2 && hands.length === 2) return `All ${limbs.size === 4 ? 'four' : 'three'} limbs`
  const feet = limbs.size - hands.length
  const said = [feet === 2 ? 'feet' : feet ? 'foot' : '', hands.length === 2 ? 'both hands' : hands.length ? (hands[0] === leadHand ? 'lead hand' : 'other hand') : ''].filter(Boolean)
  return sentence(said.length > 1 || hands.length === 2 ? sayList(said) : `${said[0]} alone`)
}

/** The parts a plan is made of: what has strokes and is not muted. */
export const practised = (groove: Groove): Groove['parts'] => groove.parts.filter(part => part.strokes.length > 0 && !part.muted)

/**
 * A plan of four stages: the feet, the feet with each hand, all. A stage that would sound like the one
 * before it (no feet, or one hand only) falls away, so there may be fewer; muted parts are left out. Tempos climb to nine tenths
 * of the groove's own. `ids` are one for the plan and four for its stages.
 */
export function planFor(groove: Groove, newId: () => string): Result<Plan> {
  const playing = practised(groove)
  if (!playing.length) return refuse('There is nothing to practise yet: put strokes into at least one part on the Bench, and mute not all of them.')
  const leadHand: Limb = groove.lead === 'right' ? 'RH' : 'LH'
  const stages: Stage[] = []
  let before = ''
  for (const step of FEET_FIRST) {
    const parts = playing.filter(part => step.limbs(part.limb, part.limb === leadHand))
    const partIds = parts.map(part => part.id)
    if (!partIds.length || before === partIds.join()) continue
    before = partIds.join()
    stages.push({
      id: newId(),
      name: nameOf(new Set(parts.map(part => part.limb)), leadHand),
      subject: { kind: 'groove', id: groove.id },
      span: null,
      parts: Object.fromEntries(partIds.map(id => [id, 'player' as const])),
      extra: [],
      length: { seconds: step.minutes * 60 },
      click: { program: step.click, gaps: null },
      countIn: 1,
      tempo: { bpm: Math.max(TEMPO_RANGE.least, Math.round(groove.tempo.bpm * step.share)), counts: groove.tempo.counts },
      climb: null,
      on: 'kit',
      attend: '',
      given: [],
    })
  }
  return ok({ format, version, id: newId(), title: `${groove.title}, ${playing.every(part => isHand(part.limb)) ? 'hand by hand' : 'feet first'}`.slice(0, 160), stages })
}

/** A plan with one stage changed. */
export const withStage = (plan: Plan, stageId: string, facts: Partial<Stage>): Plan =>
  ({ ...plan, stages: plan.stages.map(stage => (stage.id === stageId ? { ...stage, ...facts } : stage)) })

/** Who plays the parts of a stage once one more is the player's, or no longer; a stage keeps at least one. */
export function toggledPart(stage: Stage, partId: string): Result<Stage['parts']> {
  const { [partId]: by, ...others } = stage.parts
  if (by === undefined || by === 'silent') return ok({ ...others, [partId]: 'player' })
  if (!Object.values(others).some(other => other !== 'silent')) return refuse('A stage plays at least one part; choose another first.')
  return ok(others)
}

/** How long a plan takes in all, in seconds. */
export const planSeconds = (plan: Plan): number => plan.stages.reduce((sum, stage) => sum + stage.length.seconds, 0)
