import { z } from 'zod'
import { oneOf, whole, words } from '#core/fields'
import { idSchema, tempoSchema } from '#core/groove'
import { type Result, readAs } from '#core/result'
import { upgraded } from '#core/upgrade'
import { WORDS } from './log'
import { type Plan, planSchema, readPlan, upToDateStages } from './plan'
import { PHASES, type Run } from './run'
import { stageSchema } from './stage'

/** How a practice run under way is kept. */
export const SITTING_SHAPE = { format: 'bazzet-sitting', what: 'practice run', version: 1, upgrades: [] } as const

/** A plan has at most 40 stages; a run puts in what isolates those that were missed. */
const MOST_RUN = 400
const seconds = (what: string) => z.number({ error: `${what} is a number of seconds.` })
const lapSchema = z.strictObject({
  bars: z.number({ error: 'The bars of a lap are a number.' }).positive({ error: 'A lap has some bars.' }),
  seconds: seconds('The length of a lap').positive({ error: 'A lap lasts some time.' }),
})

const runSchema = z
  .strictObject({
    stages: z
      .array(stageSchema)
      .min(1, { error: 'A run has at least one stage.' })
      .max(MOST_RUN, { error: `A run has at most ${MOST_RUN} stages.` }),
    laps: z.array(lapSchema),
    helps: z.array(stageSchema.nullable()),
    index: whole('The place of a run', 0, MOST_RUN),
    phase: oneOf(PHASES, 'phase of a run'),
    tempo: tempoSchema,
    rung: whole('The rung of a run', 0, 1000),
    left: seconds('What is left').nullable(),
    played: seconds('What was played'),
    cleans: whole('Clean times', 0, 1000),
    unsaid: whole('Rungs without a word', 0, 1000),
    // A run that was kept before there were climbs that fall has none.
    misses: whole('Rungs missed in a row', 0, 1000).default(0),
    ceiling: tempoSchema.nullable(),
    goesOnAt: z.record(z.string(), whole('A rung', 0, 1000)),
    told: seconds('The time told'),
    heard: seconds('What was heard'),
    autoAdvance: z.boolean({ error: 'autoAdvance is true or false.' }),
    entry: whole('The number of an entry', 0, 100_000),
  })
  .superRefine((run, ctx) => {
    for (const list of ['laps', 'helps'] as const) {
      if (run[list].length !== run.stages.length)
        ctx.addIssue({
          code: 'custom',
          path: [list],
          message: `There are as many of these as stages, ${run.stages.length}; not ${run[list].length}.`,
        })
    }
    if (run.index >= run.stages.length)
      ctx.addIssue({ code: 'custom', path: ['index'], message: 'A run that goes on stands at one of its stages.' })
  })

/** A stage that was written down in a run: its entry by its number, the word, and what was said of it. */
const writtenSchema = z.strictObject({
  entry: whole('The number of an entry', 0, 100_000),
  stage: words('The name of a stage', 1, 160),
  tempo: z.number({ error: 'A tempo is a number.' }),
  word: z.enum(WORDS, { error: 'The word is solid, shaky or missed, or null.' }).nullable(),
  says: words('What was said', 0, 4000),
  failed: words('Why it is not in the log', 0, 4000),
})

const sittingSchema = z.strictObject({
  format: z.literal(SITTING_SHAPE.format, {
    error: `format is "${SITTING_SHAPE.format}"; this is some other kind of document.`,
  }),
  version: z.literal(SITTING_SHAPE.version, {
    error: issue =>
      `version is ${SITTING_SHAPE.version}; this practice run says ${JSON.stringify(issue.input) ?? 'nothing'}, which this Bazzet cannot read.`,
  }),
  /** Its entries in the log name it as their session. */
  id: idSchema,
  /** When it last went on. */
  at: z.iso.datetime({ error: 'A moment is written like 2026-01-31T18:30:00Z.' }),
  plan: planSchema,
  /** Whether the plan is kept by itself; one that only takes things in turn is not. */
  listed: z.boolean({ error: 'listed is true or false.' }),
  run: runSchema,
  /** The ids of its entries, by their numbers; null where nothing was written for one. */
  ids: z.array(idSchema.nullable()).max(100_000, { error: 'A run has at most 100,000 entries.' }),
  written: z.array(writtenSchema).max(5000, { error: 'A run shows at most 5,000 entries.' }),
})

/** A practice run under way: the plan as it was begun, where it is, and what of it is in the log already. */
export type Sitting = z.infer<typeof sittingSchema>

/**
 * A practice run under way, from what it is made of.
 * @example makeSitting({ id: 'now', at: '2026-03-01T18:00:00.000Z', plan, run: beginRun(plan, { laps }) }).listed // => true
 */
export const makeSitting = ({
  run,
  ...given
}: { id: string; at: string; plan: Plan; run: Run } & Partial<Omit<Sitting, 'run'>>): Sitting => ({
  format: SITTING_SHAPE.format,
  version: SITTING_SHAPE.version,
  listed: true,
  ids: [],
  written: [],
  ...given,
  run: run as Sitting['run'],
})

/**
 * A practice run from unknown data; the stages of an older plan in it are brought up to date.
 * @example readSitting({ ...makeSitting({ id: 'now', at: '2026-03-01T18:00:00.000Z', plan, run: beginRun(plan, { laps }) }), plan: null }).reason // => 'This is not a valid practice run. plan: This must be an object.'
 */
export function readSitting(input: unknown): Result<Sitting> {
  const document = upgraded(input, SITTING_SHAPE)
  if (!document.ok) return document
  const { plan, run, ...rest } = (
    typeof document.value === 'object' && document.value !== null ? document.value : {}
  ) as { plan?: unknown; run?: { stages?: unknown; helps?: unknown } | null }
  const read = readPlan(plan)
  const version = (plan as { version?: unknown } | null)?.version
  const fresh = (stages: unknown) => upToDateStages(stages, version)
  const now =
    typeof run === 'object' && run !== null ? { ...run, stages: fresh(run.stages), helps: fresh(run.helps) } : run
  return readAs(sittingSchema, { ...rest, plan: read.ok ? read.value : plan, run: now }, SITTING_SHAPE.what)
}

/**
 * What a list says of a practice run: its plan, when it last went on, and which of its stages it is at, counted from 1.
 * @example sittingLine(makeSitting({ id: 'now', at: '2026-03-01T18:00:00.000Z', plan, run: beginRun(plan, { laps }) })).stage // => 1
 */
export const sittingLine = ({ id, at, plan, run }: Sitting) => ({
  id,
  at,
  title: plan.title,
  planId: plan.id,
  stage: run.index + 1,
  stages: run.stages.length,
})
