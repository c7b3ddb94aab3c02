import { z } from 'zod'
import { oneOf, whole, words } from '#core/fields'
import { LEVELS, LIMBS, ORNAMENTS, STROKE_KINDS } from '#core/kit'
import {
  MAX_COUNT,
  NOTE_VALUES,
  SHARE,
  SUBDIVISIONS,
  TEMPO_RANGE,
  UNITS,
  beatTicks,
  divides,
  writeMeter,
} from '#core/time'
import { LIMITS, ROLES } from './bounds'
import { CLAVE_RHYTHMS, CLAVE_SIDES } from './clave'
import { grooveMisfits } from './fits'
import { GROOVE_SHAPE } from './upgrade'

export { LIMITS, ROLES, type Role, barTicks, grooveTicks } from './bounds'

export const idSchema = z
  .string({ error: 'An id is text.' })
  .regex(/^[A-Za-z0-9_-]{1,64}$/, { error: 'An id is 1 to 64 letters, digits, hyphens or underscores.' })
  // Ids are keys of objects too, where these would find what every object has.
  .refine(id => !(id in {}), {
    error: 'An id is none of the names that every object has, such as “constructor”.',
    abort: true,
  })

/**
 * A place or a length in ticks, within what the longest groove may have.
 * @example tickSchema('A start', 0).safeParse(-1).success // => false
 */
export const tickSchema = (what: string, least: number) => whole(what, least, LIMITS.bars * MAX_COUNT * 10080)

const levelSchema = z.literal([...LEVELS], { error: 'A level is a whole number from 1 to 5.' })

export const strokeSchema = z
  .strictObject({
    at: tickSchema('The place of a stroke, in ticks,', 0),
    piece: words('The name of a piece', 1, 60),
    stroke: oneOf(STROKE_KINDS, 'kind of stroke'),
    level: levelSchema,
    ornament: oneOf(ORNAMENTS, 'ornament').optional(),
    openFor: tickSchema('How long a hat stays open, in ticks,', 1).optional(),
  })
  .refine(stroke => stroke.openFor === undefined || stroke.stroke === 'open', {
    path: ['openFor'],
    error: 'Only an open stroke has a length; leave openFor out, or make the stroke open.',
  })

const swingSchema = z.strictObject({
  level: oneOf(['1/8', '1/16'], 'level of swing'),
  share: z
    .number({ error: 'A share of swing is a number from 0.5 to 0.8.' })
    .min(SHARE.straight, { error: 'A share of swing is at least 0.5, which is straight.' })
    .max(SHARE.most, { error: 'A share of swing is at most 0.8.' }),
})

const feelSchema = z.strictObject({
  swing: swingSchema.nullable().default(null),
  push: z
    .record(
      z.string(),
      z
        .number()
        .min(-LIMITS.push, { error: 'A push is at most 100 ms either way.' })
        .max(LIMITS.push, { error: 'A push is at most 100 ms either way.' }),
    )
    .default({}),
})

export const tempoSchema = z.strictObject({
  bpm: z
    .number({ error: 'A tempo is a number of beats a minute.' })
    .min(TEMPO_RANGE.least, { error: `A tempo is at least ${TEMPO_RANGE.least} a minute.` })
    .max(TEMPO_RANGE.most, { error: `A tempo is at most ${TEMPO_RANGE.most} a minute.` }),
  counts: oneOf(NOTE_VALUES, 'note value to count a tempo in'),
})

const meterSchema = z
  .strictObject({
    count: whole('The count of a meter', 1, MAX_COUNT),
    unit: z.literal([...UNITS], { error: 'The unit of a meter is 2, 4, 8 or 16.' }),
    groups: z.array(whole('A group of beats', 1, MAX_COUNT)).min(1, { error: 'A meter has at least one group.' }),
  })
  .refine(m => m.groups.reduce((a, b) => a + b, 0) === m.count, {
    path: ['groups'],
    error: 'The groups of a meter add up to its count, such as 2+2+3 in 7/8.',
  })

export const barSchema = z
  .strictObject({
    meter: meterSchema,
    slots: z.array(z.literal([...SUBDIVISIONS], { error: 'A felt beat has 1 to 8 or 12 slots.' })),
  })
  .superRefine((bar, ctx) => {
    const beats = beatTicks(bar.meter)
    if (bar.slots.length !== beats.length) {
      ctx.addIssue({
        code: 'custom',
        path: ['slots'],
        message: `A bar of ${writeMeter(bar.meter)} has ${beats.length} felt beats, so slots holds ${beats.length} numbers, not ${bar.slots.length}.`,
      })
      return
    }
    bar.slots.forEach((slots, i) => {
      if (!divides(beats[i]!, slots)) {
        ctx.addIssue({
          code: 'custom',
          path: ['slots', i],
          message: `A felt beat of ${beats[i]} ticks cannot be cut into ${slots} equal slots of whole ticks; choose another subdivision.`,
        })
      }
    })
  })

export const partSchema = z.strictObject({
  id: idSchema,
  name: words('The name of a part', 1, 60),
  role: oneOf(ROLES, 'role of a part').default('other'),
  limb: oneOf(LIMBS, 'limb'),
  strokes: z.array(strokeSchema).max(LIMITS.strokes, { error: `A part has at most ${LIMITS.strokes} strokes.` }),
  every: tickSchema('The length after which a part repeats, in ticks,', 1).nullable().default(null),
  swing: swingSchema.nullable().default(null),
  /** The last ticks of the bars that this part plays before the first, where the groove has no pick-up for all. */
  pickUp: tickSchema('The length of a part’s pick-up, in ticks,', 1).nullable().default(null),
  muted: z.boolean({ error: 'muted is true or false.' }).default(false),
  locked: z.boolean({ error: 'locked is true or false.' }).default(false),
  /** What the player has set by hand; the rest may follow what is in the part. */
  given: z.array(oneOf(['name', 'role'], 'fact that can be given by hand')).default([]),
})

const guideNoteSchema = z.strictObject({
  at: tickSchema('The place of a note, in ticks,', 0),
  length: tickSchema('The length of a note, in ticks,', 1),
  level: levelSchema,
})

/** A rhythm that no limb owns, such as a bass riff or a clave that is only heard. */
export const guideSchema = z.strictObject({
  id: idSchema,
  name: words('The name of a guide', 1, 60),
  notes: z.array(guideNoteSchema).max(LIMITS.guideNotes, { error: `A guide has at most ${LIMITS.guideNotes} notes.` }),
})

/** The clave that a groove is played on; it may be heard nowhere in it. */
const claveSchema = z.strictObject({
  rhythm: oneOf(CLAVE_RHYTHMS, 'rhythm of a clave'),
  side: oneOf(CLAVE_SIDES, 'side of a clave to begin with'),
})

export const factsSchema = z.strictObject({
  title: words('The title', 1, LIMITS.title),
  style: z.string().max(60, { error: 'The id of a style is at most 60 characters.' }).default(''),
  tags: z
    .array(words('A tag', 1, 40))
    .max(LIMITS.tags, { error: `A groove has at most ${LIMITS.tags} tags.` })
    .default([]),
  notes: z
    .string()
    .max(LIMITS.notes, { error: `Notes are at most ${LIMITS.notes} characters.` })
    .default(''),
  tempo: tempoSchema,
  feel: feelSchema.default({ swing: null, push: {} }),
  clave: claveSchema.nullable().default(null),
  /** The last ticks of the bars sound as a pick-up into the first; without `repeats` they sound there alone. */
  pickUp: z
    .strictObject({
      ticks: tickSchema('The length of a pick-up, in ticks,', 1),
      repeats: z.boolean({ error: 'repeats is true or false.' }).default(true),
    })
    .nullable()
    .default(null),
  kitId: idSchema.default('five-piece'),
  lead: oneOf(['right', 'left'], 'lead side').default('right'),
})

/** What a parameter of a move may be: a text, a number, yes or no, or a list of texts or of numbers. */
export const paramSchema = z.union([z.string(), z.number(), z.boolean(), z.array(z.string()), z.array(z.number())], {
  error: 'A parameter is text, a number, true or false, or a list of texts or of numbers.',
})

const moveSchema = z.strictObject({
  move: words('The name of a move', 1, 60),
  params: z.record(z.string(), paramSchema).default({}),
  sentence: words('What a move did', 1, 1000),
})

export const grooveSchema = z
  .strictObject({
    format: z.literal(GROOVE_SHAPE.format, {
      error: `format is "${GROOVE_SHAPE.format}"; this is some other kind of file.`,
    }),
    version: z.literal(GROOVE_SHAPE.version, {
      error: issue =>
        `version is ${GROOVE_SHAPE.version}; this file says ${JSON.stringify(issue.input) ?? 'nothing'}, which this Bazzet cannot read.`,
    }),
    id: idSchema,
    ...factsSchema.shape,
    bars: z.array(barSchema),
    parts: z.array(partSchema),
    guides: z.array(guideSchema).default([]),
    parent: z
      .strictObject({ id: idSchema, revision: whole('A revision', 1, 1e9), moves: z.array(moveSchema) })
      .nullable()
      .default(null),
  })
  .superRefine((groove, ctx) => {
    for (const { path, reason } of grooveMisfits(groove)) ctx.addIssue({ code: 'custom', path, message: reason })
  })

export type Groove = z.infer<typeof grooveSchema>
export type Part = z.infer<typeof partSchema>
export type Stroke = z.infer<typeof strokeSchema>
export type Bar = z.infer<typeof barSchema>
export type Guide = z.infer<typeof guideSchema>
export type Feel = z.infer<typeof feelSchema>
export type Facts = z.infer<typeof factsSchema>
export type MoveMade = z.infer<typeof moveSchema>
/** What may be changed of a part without touching its strokes. */
export type PartFacts = Omit<Part, 'id' | 'strokes'>
