import { z } from 'zod'
import { type Groove, idSchema, readGroove } from '#core/groove'
import type { PlayedBy } from '#core/perform'
import { present } from '#core/present'
import { type Result, ok, readAs, refuse } from '#core/result'
import { upgraded } from '#core/upgrade'
import { rungsOf } from './climb'
import { stageSeconds } from './play'
import { nameOf } from './say'
import { PLAN_SHAPE } from './shape'
import { type Stage, castsLimbs, stageSchema } from './stage'

const { format, version } = PLAN_SHAPE

export const MOST_STAGES = 40

export const planSchema = z
  .strictObject({
    format: z.literal(format, { error: `format is "${format}"; this is some other kind of document.` }),
    version: z.literal(version, {
      error: issue =>
        `version is ${version}; this plan says ${JSON.stringify(issue.input) ?? 'nothing'}, which this Bazzet cannot read.`,
    }),
    id: idSchema,
    title: z
      .string({ error: 'The title of a plan is text.' })
      .min(1, { error: 'The title of a plan may not be empty.' })
      .max(160, { error: 'The title of a plan is at most 160 characters.' }),
    stages: z
      .array(stageSchema)
      .min(1, { error: 'A plan has at least one stage.' })
      .max(MOST_STAGES, { error: `A plan has at most ${MOST_STAGES} stages.` }),
  })
  .superRefine((plan, ctx) => {
    const seen = new Set<string>()
    plan.stages.forEach((stage, i) => {
      if (seen.has(stage.id))
        ctx.addIssue({
          code: 'custom',
          path: ['stages', i, 'id'],
          message: `Two stages have the id “${stage.id}”; each needs its own.`,
        })
      seen.add(stage.id)
    })
  })

export type Plan = z.infer<typeof planSchema>

/**
 * A plan from unknown data of any version there was; the stickings in it are brought up to date too.
 * @example readPlan({ ...plan, stages: [] }).reason // => 'This is not a valid plan. stages: A plan has at least one stage.'
 */
export function readPlan(input: unknown): Result<Plan> {
  const document = upgraded(input, PLAN_SHAPE)
  if (!document.ok) return document
  return readAs(planSchema, withFreshStickings(document.value), 'plan')
}

/** Grooves that are kept in a plan may be of an older version; what can’t be read is left for the schema to say. */
function withFreshStickings(plan: unknown): unknown {
  const stages = (plan as { stages?: unknown } | null)?.stages
  if (!Array.isArray(stages)) return plan
  return {
    ...(plan as object),
    stages: stages.map((stage: { subject?: { kind?: unknown; groove?: unknown } } | null) => {
      if (stage?.subject?.kind !== 'sticking') return stage
      const groove = readGroove(stage.subject.groove)
      return groove.ok ? { ...stage, subject: { ...stage.subject, groove: groove.value } } : stage
    }),
  }
}

/** Stages that are kept apart from their plan, of the version that the plan says. @internal */
export function upToDateStages(stages: unknown, version: unknown): unknown {
  const plan = upgraded({ format, version, stages }, PLAN_SHAPE)
  return plan.ok ? (withFreshStickings(plan.value) as { stages: unknown }).stages : stages
}

/**
 * A plan with one stage changed.
 * @example withStage(plan, stage.id, { name: 'Mine' }).stages[0].name // => 'Mine'
 */
export const withStage = (plan: Plan, stageId: string, facts: Partial<Stage>): Plan => ({
  ...plan,
  stages: plan.stages.map(stage => (stage.id === stageId ? { ...stage, ...facts } : stage)),
})

/**
 * A plan with a stage once more, right after itself.
 * @example stageDoubled(plan, stage.id, () => 'again').stages.length - plan.stages.length // => 1
 */
export function stageDoubled(plan: Plan, stageId: string, newId: () => string): Plan {
  const at = plan.stages.findIndex(stage => stage.id === stageId)
  return { ...plan, stages: plan.stages.toSpliced(at + 1, 0, { ...plan.stages[at]!, id: newId() }) }
}

/**
 * A plan without a stage; refused where it is the only one.
 * @example stageOut({ ...plan, stages: [stage] }, stage.id).reason // => 'A plan has at least one stage; put another in before this one goes.'
 */
export const stageOut = (plan: Plan, stageId: string): Result<Plan> =>
  plan.stages.length > 1
    ? ok({ ...plan, stages: plan.stages.filter(stage => stage.id !== stageId) })
    : refuse('A plan has at least one stage; put another in before this one goes.')

/**
 * A plan with a stage moved to a place among the others.
 * @example stageMoved(plan, stage.id, 1).stages[1].id === stage.id // => true
 */
export function stageMoved(plan: Plan, stageId: string, to: number): Plan {
  const at = plan.stages.findIndex(stage => stage.id === stageId)
  const others = plan.stages.toSpliced(at, 1)
  return { ...plan, stages: others.toSpliced(Math.max(0, Math.min(others.length, to)), 0, plan.stages[at]!) }
}

/**
 * A stage under a name that the player gave it; an empty one gives it back to what is in it.
 * @example stageNamed(stage, groove, 'Mine') // => { name: 'Mine', given: ['name'] }
 */
export const stageNamed = (stage: Stage, groove: Groove, name: string): Partial<Stage> =>
  name ? { name: name.slice(0, 160), given: ['name'] } : { name: stageName(stage, groove), given: [] }

/** What a stage is called by the limbs that the player has in it. */
function stageName(stage: Pick<Stage, 'parts' | 'extra' | 'subject'>, groove: Groove): string {
  const { parts, extra } = stage
  const id = castsLimbs(stage) ? 'limb' : 'id'
  const limbs = new Set(
    [...groove.parts, ...extra]
      .filter(part => parts[part[id]] === 'player' || parts[part[id]] === 'sung')
      .map(part => part.limb),
  )
  return limbs.size ? nameOf(limbs, groove.lead === 'right' ? 'RH' : 'LH') : 'To listen to'
}

/**
 * Who plays a part of a stage; the stage's name follows unless the player gave it one. Refused where nobody would play
 * anything any more.
 * @example castPart(stage, groove, 'hats', 'player').value.parts.hats // => 'player'
 */
export function castPart(stage: Stage, groove: Groove, partId: string, by: PlayedBy): Result<Partial<Stage>> {
  const { [partId]: _, ...others } = stage.parts
  const parts = by === 'silent' ? others : { ...others, [partId]: by }
  if (!Object.values(parts).some(other => other !== 'silent'))
    return refuse('A stage plays at least one part; choose another first.')
  return ok({ parts, ...(stage.given.includes('name') ? {} : { name: stageName({ ...stage, parts }, groove) }) })
}

/** What of a stage can be set for all of them at once, row by row of its editor. */
export type StageRowName = 'who plays' | 'how long' | 'tempo' | 'click'

/**
 * A plan whose other stages have a row of one stage’s settings. Breaks stay; who plays goes to stages of the same subject alone, and their
 * names follow; a stage without a pulse keeps a length in minutes and does not climb.
 * @example likeAll({ ...plan, stages: [{ ...stage, length: { bars: 8 } }, { ...stage, id: 'next' }] }, stage.id, 'how long', groove).stages[1].length // => { bars: 8 }
 */
export function likeAll(plan: Plan, stageId: string, row: StageRowName, groove: Groove | undefined): Plan {
  const from = present(
    plan.stages.find(stage => stage.id === stageId),
    'stage',
  )
  const { parts, extra, on, fades, length, tempo, climb, click, countIn, human } = from
  const facts = (stage: Stage): Partial<Stage> => {
    switch (row) {
      case 'who plays': {
        if (stage.subject.kind !== from.subject.kind || stage.subject.id !== from.subject.id) return {}
        const named = stage.given.includes('name') || !groove
        return { parts, extra, on, fades, ...(named ? {} : { name: stageName({ ...stage, parts, extra }, groove) }) }
      }
      case 'how long':
        return stage.pulse === 'step' && !('seconds' in length) ? {} : { length }
      case 'tempo':
        return { tempo, ...(stage.pulse === 'step' ? {} : { climb }) }
      case 'click':
        return { click, countIn, human }
    }
  }
  const stages = plan.stages.map(stage =>
    stage.id === stageId || stage.subject.kind === 'break' ? stage : { ...stage, ...facts(stage) },
  )
  return { ...plan, stages }
}

/**
 * A plan with a stage put in before another, or at the end; refused where it has as many as it may.
 * @example stageIn(plan, { ...stage, id: 'first' }, stage.id).value.stages[0].id // => 'first'
 */
export function stageIn(plan: Plan, stage: Stage, before?: string): Result<Plan> {
  if (plan.stages.length >= MOST_STAGES) return refuse(`A plan has at most ${MOST_STAGES} stages; take one out first.`)
  const at = before === undefined ? plan.stages.length : plan.stages.findIndex(one => one.id === before)
  return ok({ ...plan, stages: plan.stages.toSpliced(at < 0 ? plan.stages.length : at, 0, stage) })
}

/** Where nothing else is known, once through takes so long, in seconds: eight bars of four at a usual tempo. */
const USUAL_LAP = 16

/**
 * How long a plan takes in all with no rung repeated, in seconds; `lap` gives how long once through a stage takes at its own tempo.
 * @example planSeconds({ stages: [{ ...stage, climb: null, length: { seconds: 120 } }] }) // => 120
 */
export const planSeconds = (
  plan: Pick<Plan, 'stages'>,
  lap: (stage: Stage) => { bars: number; seconds: number } = () => ({ bars: 8, seconds: USUAL_LAP }),
): number => plan.stages.reduce((sum, stage) => sum + stageSeconds(stage, lap(stage), rungsOf(stage)), 0)
