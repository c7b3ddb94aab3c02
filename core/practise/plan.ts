import { z } from 'zod'
import { type Groove, idSchema } from '#core/groove'
import { DEFAULT_KIT, type Kit, type Limb, isHand } from '#core/kit'
import type { By } from '#core/perform'
import { type Result, ok, readAs, refuse } from '#core/result'
import type { Tempo } from '#core/time'
import { upgraded } from '#core/upgrade'
import { planShape } from './shape'
import { type Stage, stageSchema } from './stage'
import { tempoWayOf } from './tempos'
import { type WayStep, nameOf, wayOf } from './ways'

const { format, version } = planShape()

const MOST_STAGES = 40

export const planSchema = z.strictObject({
  format: z.literal(format, { error: `format is "${format}"; this is some other kind of document.` }),
  version: z.literal(version, { error: issue => `version is ${version}; this plan says ${JSON.stringify(issue.input) ?? 'nothing'}, which this Bazzet cannot read.` }),
  id: idSchema,
  title: z.string({ error: 'The title of a plan is text.' }).min(1, { error: 'The title of a plan may not be empty.' }).max(160, { error: 'The title of a plan is at most 160 characters.' }),
  stages: z.array(stageSchema).min(1, { error: 'A plan has at least one stage.' }).max(MOST_STAGES, { error: `A plan has at most ${MOST_STAGES} stages.` }),
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

/** The parts a plan is made of: what has strokes and is not muted. */
export const practised = (groove: Groove): Groove['parts'] => groove.parts.filter(part => part.strokes.length > 0 && !part.muted)

/** What a plan is to be: the way to learn it and how the tempo goes, by their ids; the goal, and the minutes in all. */
export interface PlanWish { way?: string, tempo?: string, goal?: Tempo, minutes?: number, kit?: Kit }

/** A stage lasts at least so long, in seconds: shorter is over before it has begun. */
const SHORTEST = 20

/** Whether two steps are the same to play, so that one of them says nothing. */
const sameStep = (a: WayStep, b: WayStep): boolean => Object.keys(a.parts).join() === Object.keys(b.parts).join() && JSON.stringify(a.span) === JSON.stringify(b.span) && JSON.stringify(a.extra ?? []) === JSON.stringify(b.extra ?? [])

/**
 * A plan made of a groove by a way to learn it, its stages in that way’s order. Steps with nothing in them fall away, and so do those
 * that would sound like the one before at no other tempo; muted parts are left out. Refused, with a reason, where the way finds nothing
 * to take apart. `newId` gives one id for the plan and one for each stage.
 */
export function planFor(groove: Groove, newId: () => string, { way: wayId = 'feet-first', tempo: tempoId = 'rising', goal = groove.tempo, minutes, kit = DEFAULT_KIT }: PlanWish = {}): Result<Plan> {
  const playing = practised(groove)
  if (!playing.length) return refuse('There is nothing to practise yet: put strokes into at least one part on the Bench, and mute not all of them.')
  const [way, tempos] = [wayOf(wayId), tempoWayOf(tempoId)]
  if (!way || !tempos) return refuse(`There is no way to learn called “${way ? tempoId : wayId}”.`)
  if (minutes !== undefined && !(minutes >= 1 && minutes <= 240)) return refuse('A plan lasts from 1 to 240 minutes.')
  const [lead, other]: [Limb, Limb] = groove.lead === 'right' ? ['RH', 'LH'] : ['LH', 'RH']
  const whole = { ...groove, parts: playing }
  const steps = way.steps({ groove: whole, kit, lead, other }).filter(step => Object.keys(step.parts).length)
  // One that is the same to play as the one before it says nothing, unless both are the whole and it is faster.
  const apart = steps.filter((step, i) => i === 0 || !sameStep(step, steps[i - 1]!) || (!!step.whole && !!steps[i - 1]!.whole))
  if (!apart.length) return refuse(`“${way.name}” finds nothing to take apart in this groove; choose another way.`)
  const cut = tempos.stages(apart, goal)
  if (cut.length > MOST_STAGES) return refuse(`“${way.name}” with “${tempos.name.toLowerCase()}” would make ${cut.length} stages; a plan has at most ${MOST_STAGES}.`)
  const own = cut.reduce((sum, stage) => sum + stage.minutes, 0)
  const limbs = (step: WayStep) => new Set([...playing, ...step.extra ?? []].filter(part => part.id in step.parts).map(part => part.limb))
  const stages = cut.map(({ step, bpm, minutes: mine, says }): Stage => ({
    id: newId(),
    name: `${step.name ?? nameOf(limbs(step), lead)}${says ? `, ${says}` : ''}`,
    subject: { kind: 'groove', id: groove.id },
    span: step.span ?? null,
    parts: step.parts,
    extra: step.extra ?? [],
    length: { seconds: Math.max(SHORTEST, Math.round(mine * (minutes === undefined ? 1 : minutes / own) * 12) * 5) },
    click: { program: step.click, gaps: null },
    countIn: 1,
    tempo: { bpm, counts: goal.counts },
    climb: null,
    on: 'kit',
    attend: step.attend ?? '',
    given: [],
  }))
  const called = wayId === 'feet-first' && playing.every(part => isHand(part.limb)) ? 'hand by hand' : way.name.toLowerCase()
  return ok({ format, version, id: newId(), title: `${groove.title}, ${called}`.slice(0, 160), stages })
}

/** A plan with one stage changed. */
export const withStage = (plan: Plan, stageId: string, facts: Partial<Stage>): Plan =>
  ({ ...plan, stages: plan.stages.map(stage => (stage.id === stageId ? { ...stage, ...facts } : stage)) })

/** A plan with a stage once more, right after itself. */
export function stageDoubled(plan: Plan, stageId: string, newId: () => string): Plan {
  const at = plan.stages.findIndex(stage => stage.id === stageId)
  return { ...plan, stages: plan.stages.toSpliced(at + 1, 0, { ...plan.stages[at]!, id: newId() }) }
}

/** A plan without a stage; refused where it is the only one. */
export const stageOut = (plan: Plan, stageId: string): Result<Plan> =>
  (plan.stages.length > 1 ? ok({ ...plan, stages: plan.stages.filter(stage => stage.id !== stageId) }) : refuse('A plan has at least one stage; put another in before this one goes.'))

/** A plan with a stage moved so that it stands at a place among the others. */
export function stageMoved(plan: Plan, stageId: string, to: number): Plan {
  const at = plan.stages.findIndex(stage => stage.id === stageId)
  const others = plan.stages.toSpliced(at, 1)
  return { ...plan, stages: others.toSpliced(Math.max(0, Math.min(others.length, to)), 0, plan.stages[at]!) }
}

/** A stage under a name that the player gave it; an empty one gives it back to what is in it. */
export const stageNamed = (stage: Stage, groove: Groove, name: string): Partial<Stage> =>
  (name ? { name: name.slice(0, 160), given: ['name'] } : { name: stageName(stage, groove), given: [] })

/** What a stage is called by the limbs that the player has in it. */
function stageName({ parts, extra }: Pick<Stage, 'parts' | 'extra'>, groove: Groove): string {
  const limbs = new Set([...groove.parts, ...extra].filter(part => parts[part.id] === 'player' || parts[part.id] === 'sung').map(part => part.limb))
  return limbs.size ? nameOf(limbs, groove.lead === 'right' ? 'RH' : 'LH') : 'To listen to'
}

/**
 * Who plays a part of a stage; the stage's name follows unless the player gave it one. Refused where nobody would play
 * anything any more.
 */
export function castPart(stage: Stage, groove: Groove, partId: string, by: By): Result<Partial<Stage>> {
  const { [partId]: _, ...others } = stage.parts
  const parts = by === 'silent' ? others : { ...others, [partId]: by }
  if (!Object.values(parts).some(other => other !== 'silent')) return refuse('A stage plays at least one part; choose another first.')
  return ok({ parts, ...(stage.given.includes('name') ? {} : { name: stageName({ ...stage, parts }, groove) }) })
}

/** How long a plan takes in all, in seconds. */
export const planSeconds = (plan: Plan): number => plan.stages.reduce((sum, stage) => sum + stage.length.seconds, 0)
